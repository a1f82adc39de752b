"""How an assignment is practised: the band, the curtain and from when, ladder, gate, and which keys by which lesson."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date
from itertools import pairwise
from typing import Annotated, Final, NamedTuple, Self

from pydantic import Field, model_validator

from dodecant.backing.setting import Backing
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.part import KeyName, Part, refused
from dodecant.exercise.wording.small_words import count, listed, nth
from dodecant.music.core.errors import MusicError
from dodecant.practice.ladder import rung
from dodecant.practice.planning.days import FIRST_DAY, LAST_DAY, day_text
from dodecant.practice.planning.routine import StandWish
from dodecant.practice.words import PRACTICE_WORDS

MOST_LESSONS: Final = 12
_BASS: Final = {"walking": "a walking bass", "two-feel": "a bass in two", "pedal": "a bass on a pedal"}
_CHORDS: Final = {"held": "held chords", "comping": "comping"}
_TIME: Final = {"ride": "a ride", "brushes": "brushes", "sixteenths": "straight sixteenths"}


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
    return tuple(_said(practice, recipe))


def _said(practice: AssignedPractice, recipe: Recipe) -> Iterator[str]:
    if practice.rule is not None:
        rule = PRACTICE_WORDS["FreeRule.kind"][practice.rule.kind]
        yield f"Improvise: {rule}."
    yield from _of_band(practice.backing)
    if practice.ladder is not None:
        yield rung(practice.ladder, (), recipe.placement.values).words
    if practice.repeats > 1:
        yield f"Each key {count(practice.repeats)} times in a row."
    if practice.curtain != "all":
        shown = PRACTICE_WORDS["curtain"][practice.curtain]
        page = "The page is hidden" if practice.curtain == "nothing" else f"The stand shows {shown}"
        since = f" from the {nth(practice.curtain_from)} day of practising it" if practice.curtain_from > 1 else ""
        yield f"{page}{since}."
    if practice.listens:
        yield "The stand listens."
    if practice.gate.kind == "takes":
        takes = practice.gate.takes
        yield f"It is done with {count(takes)} clean take{'s' * (takes > 1)} of each key."
    for lesson in practice.lessons:
        yield f"By {day_text(lesson.day)}: {listed(lesson.keys)}."


def _of_band(backing: Backing) -> Iterator[str]:
    """Who plays along, as `band` has them play: bass and chords rest where there are no chords."""
    chords = backing.harmony not in ("drone", "none")
    players = [
        *([_BASS[backing.bass]] if chords and backing.bass != "none" else []),
        *([_CHORDS[backing.chords]] if chords and backing.chords != "none" else []),
        *([_TIME[backing.time]] if backing.time != "none" else []),
    ]
    over = {"chord": f" over {backing.first}", "two-chords": f" over {backing.first} and {backing.second} in turn"}
    if backing.harmony == "drone":
        yield f"Over a drone on {backing.degree}{' with its fifth' if backing.fifth else ''}."
    if players:
        yield f"With {listed(players)}{over.get(backing.harmony, '')}."
    elif backing.harmony != "drone":
        yield "Without a band."
    clicks = {
        "all": "on every beat", "off-beats": "on 2 and 4", "fading": "and fades away bar by bar",
        "bars": f"on the first beat of every {count(backing.every)} bars" if backing.every > 1 else "on the first beat",
    }  # fmt: skip
    if backing.click != "none":
        yield f"The click sounds {clicks[backing.click]}."
