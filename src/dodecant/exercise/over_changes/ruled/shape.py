"""The shape of an etude as points: where its highest note lies, and how high each passage goes."""

from __future__ import annotations

from collections.abc import Sequence

from dodecant.exercise.over_changes.ruled.ways import RuledPassage, Way
from dodecant.instrument.profile import Reach

FOOT = 4  # half steps below the top of the reach: only the peak goes higher
_PEAK = 6  # points for each half step that the peak lies below the top
_HALF_STEPS = 3  # from the wanted height, for a point
_ELSEWHERE = 20  # points for each half step that anything else lies above the foot


def shaped(ways: Sequence[Way], passage: RuledPassage, reach: Reach) -> Sequence[Way]:
    """The same ways, each with its points."""
    if passage.peak is None and passage.top is None:
        return ways
    if passage.peak is None:
        points = [abs(way.top - (passage.top or 0)) // _HALF_STEPS for way in ways]
    else:
        points = [_points(reach.high.midi - way.top, there=passage.peak) for way in ways]
    return [way._replace(candidate=way.candidate._replace(shape=more)) for way, more in zip(ways, points, strict=True)]


def _points(below_top: int, *, there: bool) -> int:
    return _PEAK * max(0, below_top) if there else _ELSEWHERE * max(0, FOOT - below_top)
