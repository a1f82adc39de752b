"""A worksheet: which kinds of questions, how many, for which level and clef; the same seed gives the same page."""

from __future__ import annotations

import random
from collections.abc import Callable, Mapping
from typing import Annotated, Final, Literal, NamedTuple

from pydantic import Field

from dodecant.exercise.recipe.part import Part
from dodecant.exercise.tables import Tables
from dodecant.music.scales.scale import Chromatic
from dodecant.practice.studio.handout import Paper
from dodecant.practice.studio.profile import Level
from dodecant.practice.studio.worksheets.items import Item, Lesson
from dodecant.practice.studio.worksheets.naming import beside, degree, mend, serves, steps
from dodecant.practice.studio.worksheets.spelling import cell, chromatic, last_four, signs, spell

WorksheetKind = Literal[
    "spell", "last-four", "chromatic", "signs", "degree", "steps", "serves", "beside", "mend", "cell"
]
KINDS: Final[Mapping[WorksheetKind, tuple[str, Callable[[Lesson], Item]]]] = {
    "spell": ("Spell the scale", spell),
    "last-four": ("Only the last four notes", last_four),
    "chromatic": ("Up and down by half steps", chromatic),
    "signs": ("Put in the accidentals", signs),
    "degree": ("Name the degree", degree),
    "steps": ("Whole and half steps", steps),
    "serves": ("Which sound serves the chord", serves),
    "beside": ("One altered note away", beside),
    "mend": ("Find the wrong note", mend),
    "cell": ("Write the cell in this key", cell),
}
_TRIES = 20  # for an item that was not asked yet


class WorksheetSetting(Part):
    """Kinds of questions and how many of each, the level (1 to 5), the clef, how the chromatic scale is spelled, the
    seed, the paper, large print.
    """

    title: Annotated[str, Field(min_length=1, max_length=120)] = "Worksheet"
    kinds: Annotated[tuple[WorksheetKind, ...], Field(min_length=1, max_length=10)] = ("spell", "degree", "mend")
    each: Annotated[int, Field(ge=1, le=12)] = 3
    level: Level = 2
    clef: Literal["treble", "bass"] = "treble"
    chromatic: Chromatic = "both-ways"
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
    paper: Paper = "a4"
    large: bool = False


class Section(NamedTuple):
    """The questions of one kind."""

    kind: WorksheetKind
    title: str
    items: tuple[Item, ...]


def made_worksheet(setting: WorksheetSetting, tables: Tables) -> tuple[Section, ...]:
    """The questions with their answers; none is asked twice, as far as a level has enough of them."""
    return tuple(_section(kind, setting, tables) for kind in dict.fromkeys(setting.kinds))


def _section(kind: WorksheetKind, setting: WorksheetSetting, tables: Tables) -> Section:
    title, make = KINDS[kind]
    # Not for secrets: the seed is told, so that a page can be had again.
    chance = random.Random(f"{setting.seed} {kind} {setting.level}")  # noqa: S311
    lesson = Lesson(tables, setting.level, setting.clef, chance, setting.chromatic)
    items: list[Item] = []
    for _ in range(setting.each):
        fresh = (make(lesson) for _ in range(_TRIES))
        asked = {(item.ask, item.said) for item in items}
        found = next((item for item in fresh if (item.ask, item.said) not in asked), None)
        if found is not None:
            items.append(found)
    return Section(kind, title, tuple(items))
