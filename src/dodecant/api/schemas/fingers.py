"""Fingers: what is asked and answered."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated, Any

from pydantic import BaseModel, Field

from dodecant.api.schemas.joins import CostOut
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.fingering import FingerPin
from dodecant.exercise.wording.fingering import FINGER_COSTS, finger_said, ways_told
from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.optimiser import Alternative


class FingerIn(BaseModel):
    """A recipe, a strip of it, and a note of the strip (from 1)."""

    recipe: Recipe
    strip: Annotated[int, Field(ge=0, le=1000)]
    note: Annotated[int, Field(ge=1, le=4000)]


class FingerWayOut(BaseModel):
    """A way to play the note: in words, the fingers of its bar then, what the whole line costs, the most first, whether
    it is taken, and the pin that would keep it.
    """

    words: str
    bar: str
    costs: list[CostOut]
    total: int
    taken: bool
    pin: FingerPin


def ways_out(ways: Sequence[Alternative[Any]], note: int, bar: slice, key: str = "") -> list[FingerWayOut]:
    """From the core's values, the notes of the `bar` among those of the strip; with pins for one key, or for none by
    name.
    """
    return [
        FingerWayOut(
            words=finger_said(way.state),
            bar=ways_told(way.line[bar]),
            costs=[CostOut(name=FINGER_COSTS[name], points=points) for name, points in _dearest_first(way)],
            total=way.total,
            taken=way.taken,
            pin=FingerPin(
                note=note,
                key=key,
                string=way.state.string if isinstance(way.state, Stopped) else 0,
                finger=way.state.text,
            ),
        )
        for way in ways
    ]


def _dearest_first(way: Alternative[Any]) -> list[tuple[str, int]]:
    return sorted(way.costs.items(), key=lambda cost: -cost[1])
