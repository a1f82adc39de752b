"""Exercises: what is asked and answered."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field
from typing_extensions import TypedDict

from dodecant.engraving.strip_svg import SCREEN_WIDTH
from dodecant.exercise.recipe.document import Player, Recipe
from dodecant.exercise.recipe.variation import LEVELS, HarderOrEasier
from dodecant.formats.json.exercise_form import ExerciseOut

Width = Annotated[int, Field(ge=240, le=2000)]  # CSS pixels of an engraved strip


class PictureOut(TypedDict):
    """A strip engraved for a width in CSS pixels."""

    index: int
    width: int
    svg: str


class BenchOut(TypedDict):
    """A recipe worked out, with the picture of its first strip, as wide as where so many strips stand side by side."""

    exercise: ExerciseOut
    first: PictureOut
    columns: int


class StripsIn(BaseModel):
    """Which strips of which recipe to engrave."""

    recipe: Recipe
    indexes: Annotated[list[Annotated[int, Field(ge=0)]], Field(min_length=1, max_length=24)]
    width: Width = SCREEN_WIDTH


class VariationIn(BaseModel):
    """A recipe to be made one step harder or easier."""

    recipe: Recipe
    way: HarderOrEasier


class VariationOut(BaseModel):
    """The changed recipe, the phrase that changed, and what it is now."""

    recipe: Recipe
    phrase: str
    words: str


class SurpriseIn(BaseModel):
    """A level from 1 (easy) to 5, a seed, and who plays."""

    level: Annotated[int, Field(ge=1, le=LEVELS)] = 3
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
    player: Player = Player()
