"""Phrases explained and choices previewed: what is asked and answered."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.wording.sentence import PhraseId


class ExplainedIn(BaseModel):
    """A phrase of a recipe."""

    recipe: Recipe
    phrase: PhraseId


class ExplainedOut(BaseModel):
    """What the phrase means; and, where notes help, a short example of it alone: its notes and their picture."""

    text: str
    notes: str
    svg: str


class PreviewsIn(BaseModel):
    """Recipes that differ in one choice."""

    recipes: Annotated[list[Recipe], Field(min_length=1, max_length=120)]


class PreviewNoteOut(BaseModel):
    """A note: where it begins and how long it is, in beats, and its MIDI number as written."""

    start: float
    length: float
    midi: int


class PreviewOut(BaseModel):
    """The first notes of a recipe in its first key, and their fingers; none where it cannot be worked out."""

    names: str
    fingers: str
    notes: list[PreviewNoteOut]
