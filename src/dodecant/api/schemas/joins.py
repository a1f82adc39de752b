"""Joins: what is asked and answered."""

from __future__ import annotations

from fractions import Fraction
from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.exercise.over_changes.explain_join import JoinExplanation
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.part import readable
from dodecant.exercise.wording.choices import COSTS
from dodecant.music.core.errors import MusicError


def read_beat(text: str) -> Fraction:
    """A beat as a number or a fraction; raises MusicError for anything else."""
    number, _, parts = text.partition("/")
    if number.isdecimal() and (parts.isdecimal() or "/" not in text) and int(parts or 1) > 0:
        return Fraction(int(number), int(parts or 1))
    raise MusicError(f"“{text}” is no beat.", cure="Write a number, or a fraction such as 7/2.")


class JoinIn(BaseModel):
    """A recipe, a strip of it, and a beat from the strip's first barline: a number or a fraction such as 7/2."""

    recipe: Recipe
    strip: Annotated[int, Field(ge=0)]
    beat: Annotated[str, Field(max_length=12), readable(read_beat)]


class CostOut(BaseModel):
    """A cost by its name, in points."""

    name: str
    points: int


class WayOut(BaseModel):
    """A way to go on: its first notes, its costs, their sum, and whether the line takes it."""

    notes: list[str]
    costs: list[CostOut]
    total: int
    taken: bool


class JoinOut(BaseModel):
    """The chord the line goes over to, the rule in a sentence, and the ways there are, the cheapest first."""

    chord: str
    rule: str
    ways: list[WayOut]

    @classmethod
    def of(cls, found: JoinExplanation) -> JoinOut:
        """From the core's value."""
        return cls(
            chord=found.chord,
            rule=found.rule,
            ways=[
                WayOut(
                    notes=list(way.notes),
                    costs=[CostOut(name=COSTS[name], points=cost) for name, cost in way.costs.items() if cost],
                    total=way.total,
                    taken=way.taken,
                )
                for way in found.ways
            ],
        )
