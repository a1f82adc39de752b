"""How an assignment is practised: the band, the curtain and from when, ladder, gate, and which keys by which lesson."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import date
from itertools import pairwise
from typing import Annotated, Final, NamedTuple, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.part import KeyName, Part, refused
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.wording.small_words import count, listed
from dodecant.music.core.errors import MusicError
from dodecant.practice.planning.days import FIRST_DAY, LAST_DAY, day_text
from dodecant.practice.planning.routine import StandWish
from dodecant.practice.sentences.stand import StandPart, stand_said

MOST_LESSONS: Final = 12
_FEW_LESSONS: Final = 2


class KeysByLesson(Part):
    """Which keys are to be ready by a day, named as the recipe names its keys."""

    day: Annotated[date, Field(ge=FIRST_DAY, le=LAST_DAY)]
    keys: Annotated[tuple[KeyName, ...], Field(min_length=1, max_length=12)]


class AssignedPractice(StandWish):
    """How the stand is set for an assignment, from the first day on; the curtain is drawn on the day of practising that
    `curtain_from` counts. `lessons` say which keys come by which day, in order.
    """

    curtain_from: Annotated[int, Field(ge=1, le=30)] = 1
    lessons: Annotated[tuple[KeysByLesson, ...], Field(max_length=MOST_LESSONS)] = ()

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if any(later.day <= one.day for one, later in pairwise(self.lessons)):
            raise refused(MusicError("Two lessons are not in order.", cure="Let each be on a later day."))
        return self


class DayOfPractice(NamedTuple):
    """A day on which an assignment is practised, and how many days it was practised on before."""

    day: date
    before: int


def for_the_day(recipe: Recipe, practice: AssignedPractice, on: DayOfPractice | None) -> Recipe:
    """The recipe in the keys of the next lesson; in all of its own when no lesson is left, or no day is said."""
    lesson = next((one for one in practice.lessons if on is not None and on.day <= one.day), None)
    if lesson is None:
        return recipe
    keys = recipe.keys.model_copy(update={"order": "picked", "picked": lesson.keys})
    return recipe.model_copy(update={"keys": keys})


def is_drawn(practice: AssignedPractice, on: DayOfPractice | None) -> bool:
    """Whether the curtain is drawn on a day, or (no day is said) ever."""
    return practice.curtain != "all" and (on is None or on.before + 1 >= practice.curtain_from)


def practice_words(practice: AssignedPractice, recipe: Recipe) -> tuple[str, ...]:
    """How it is practised, as a teacher would write it down, a sentence each.

    >>> practice_words(AssignedPractice(curtain="nothing", curtain_from=3, listens=True), Recipe())[1:]
    ('The page is hidden from the third day of practising it.', 'The stand listens.')
    """
    parts = practice_said(practice, recipe.placement.values)
    return tuple(sentence for part in parts for sentence in part.sentences)


def practice_said(practice: AssignedPractice, values: Sequence[NoteValue]) -> Iterator[StandPart]:
    """What there is to say of it, part by part; the note `values` of the recipe say where a ladder begins."""
    yield from stand_said(practice, values, practice.curtain_from)
    if practice.lessons:
        yield _of_lessons(practice.lessons)


def _of_lessons(lessons: Sequence[KeysByLesson]) -> StandPart:
    each = [f"{listed(lesson.keys)} by {day_text(lesson.day)}" for lesson in lessons]
    phrase = ", ".join(each) if len(each) <= _FEW_LESSONS else f"keys by {count(len(each))} lessons"
    return StandPart("lessons", phrase, tuple(f"By {day_text(one.day)}: {listed(one.keys)}." for one in lessons))
