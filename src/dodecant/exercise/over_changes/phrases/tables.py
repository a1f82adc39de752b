"""Rhythms and weights of etudes: data files, read and checked once."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from dodecant.exercise.recipe.rhythm.text import read_slots, rhythm_of
from dodecant.music.core.metre import Metre

Share = Annotated[float, Field(ge=-1, le=1)]
Slots = Annotated[str, AfterValidator(read_slots)]


def _two_bars(text: str) -> str:
    if text.count("|") != 1:
        raise ValueError(f"{text} is not two bars")
    return text


class _EtudeRow(BaseModel):
    model_config = ConfigDict(extra="forbid", frozen=True)


class BarRhythms(_EtudeRow):
    """The rhythms of one metre and level: bars that begin a phrase, go on and end it, and phrases of two bars."""

    metre: str
    level: Annotated[int, Field(ge=1, le=3)]
    begins: tuple[Slots, ...]
    goes_on: tuple[Slots, ...]
    ends: tuple[Slots, ...]
    phrase: tuple[Annotated[str, AfterValidator(_two_bars)], ...]


class CourseWeights(_EtudeRow):
    """The course of tension, as shares of the most there is."""

    height_at: Share
    begins: Share
    ends: Share
    inside: Share
    before_the_target: Share
    home: Share
    resolving: Share


class CourseReach(_EtudeRow):
    """What tension reaches for: heights and tones outside of the chord as shares, and points."""

    calm_height: Share
    tense_height: Share
    calm_colour: Share
    tense_colour: Share
    colour_points: Annotated[int, Field(ge=0, le=200)]


class PhraseLengths(_EtudeRow):
    """How eight and four bars are divided, and how often a phrase has a pickup."""

    of_eight: tuple[int, ...]
    of_four: tuple[tuple[int, ...], ...]
    pickup_in_a_hundred: Annotated[int, Field(ge=0, le=100)]


@dataclass(frozen=True, eq=False)
class EtudeTables:
    """What etudes are planned with; read once, and told by its identity."""

    rhythms: Mapping[tuple[str, int], BarRhythms]
    course: CourseWeights
    reach: CourseReach
    phrases: PhraseLengths

    def rows(self, metre: str, level: int) -> list[BarRhythms]:
        """The rhythms of a level, and of the one below it."""
        wanted = ((metre, one) for one in (level, level - 1))
        return [row for key in wanted if (row := self.rhythms.get(key))]


def read_etude_tables(rhythms: str, weights: str) -> EtudeTables:
    """Read both data files (TOML); raises ValueError for a rhythm that does not fill its bars or end with a rest."""
    rows = [BarRhythms.model_validate(row) for row in tomllib.loads(rhythms)["rhythm"]]
    for row in rows:
        length = Metre.parse(row.metre).quarters
        for bar in (*row.begins, *row.goes_on, *row.ends, *(one for two in row.phrase for one in two.split("|"))):
            if rhythm_of(bar, "eighth").length != length:
                raise ValueError(f"{bar} does not fill a bar of {row.metre}")
        for bar in (*row.ends, *(two.split("|")[1] for two in row.phrase)):
            if not bar.endswith("rr"):
                raise ValueError(f"{bar} does not end with a beat of rest")
    found: dict[str, Any] = tomllib.loads(weights)
    return EtudeTables(
        {(row.metre, row.level): row for row in rows},
        CourseWeights.model_validate(found["course"]),
        CourseReach.model_validate(found["reach"]),
        PhraseLengths.model_validate(found["phrases"]),
    )
