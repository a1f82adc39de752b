"""The tones of every kind of figure on one anchor of the path: one module a family, all of them in one table.

Belongs here: what is played on an anchor. Does not: how figures follow on each other (`course`), when they sound
(`rhythm`).
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from dodecant.exercise.melody.figures.arpeggios import ArpeggioTones
from dodecant.exercise.melody.figures.base import Figure, Grounds
from dodecant.exercise.melody.figures.lick import LickTones
from dodecant.exercise.melody.figures.pairs import PairTones
from dodecant.exercise.melody.figures.straight import CellTones, IntervalTones, RungTones, RunTones
from dodecant.exercise.recipe.figures import (
    Arpeggios,
    Cell,
    ChordVoicings,
    FigurePart,
    GuideTones,
    Intervals,
    OwnLick,
    Pairs,
    Run,
    Unbroken,
)

TONES: Mapping[type[FigurePart], type[Figure[Any]]] = {
    Run: RunTones,
    Cell: CellTones,
    Intervals: IntervalTones,
    Arpeggios: ArpeggioTones,
    Pairs: PairTones,
    OwnLick: LickTones,
    GuideTones: RungTones,
    ChordVoicings: RungTones,
    Unbroken: RungTones,
}


def figure_on(part: FigurePart, grounds: Grounds) -> Figure[Any]:
    """The figure of a recipe on a ladder; a kind without tones of its own plays the anchor's rung."""
    return TONES.get(type(part), RungTones)(part, grounds)
