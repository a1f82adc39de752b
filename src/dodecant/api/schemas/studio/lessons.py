"""A lesson: what was done since the last one, what to give next, what is written down."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.api.schemas.practising.logbook import SlipCountOut
from dodecant.api.schemas.studio.assignments import QuestionOut
from dodecant.exercise.recipe.document import Recipe
from dodecant.practice.planning.coverage import key_names
from dodecant.practice.studio.assigned_practice import AssignedPractice
from dodecant.practice.studio.lesson import LessonNotes, LessonProposal
from dodecant.store.lessons import KeptLesson, KeyProgress
from dodecant.tables import load_tables


class LastLessonOut(BaseModel):
    """The lesson before: its day and what was written down."""

    day: date
    notes: str


class KeyProgressOut(BaseModel):
    """A key of a sound, as the player reads it: the best comfortable tempo (BPM) before the last lesson, and now."""

    sound: str
    key: str
    before: int | None
    now: int | None

    @classmethod
    def of(cls, one: KeyProgress) -> KeyProgressOut:
        """From the core's value."""
        name = key_names(one.sound, load_tables().scales)[one.key]
        return cls(sound=one.sound, key=name, before=one.before, now=one.now)


class OpenQuestionOut(BaseModel):
    """A question without an answer, and the assignment it is about."""

    assignment: int
    title: str
    question: QuestionOut


class LessonProposalOut(BaseModel):
    """What to give next: a recipe under a title, how it is practised, and why; its id on the shelf, if it is kept."""

    title: str
    recipe: Recipe
    practice: AssignedPractice | None
    why: str
    saved: str

    @classmethod
    def all(cls, found: Sequence[LessonProposal]) -> list[LessonProposalOut]:
        """From the core's values."""
        return [cls(**one._asdict()) for one in found]


class LessonOut(BaseModel):
    """A lesson of a player on a day: the one before, what was done since a day (minutes, on how many days, keys by
    tempo, what slips, what was given and not touched, questions), three proposals, and what is written down.
    """

    name: str
    day: date
    last: LastLessonOut | None
    since: date
    minutes: float
    days: int
    keys: list[KeyProgressOut]
    slips: list[SlipCountOut]
    untouched: list[str]
    questions: list[OpenQuestionOut]
    proposals: list[LessonProposalOut]
    notes: LessonNotes
    revision: int


class LessonIn(BaseModel):
    """What is written down, and the revision it was changed from (0: nothing was kept of this day)."""

    notes: LessonNotes
    revision: Annotated[int, Field(ge=0, le=2**53)] = 0


def last_lesson(kept: KeptLesson | None) -> LastLessonOut | None:
    """The lesson before, from the core's value."""
    return None if kept is None else LastLessonOut(day=kept.day, notes=kept.notes.notes)
