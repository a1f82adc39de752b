"""How time was kept in a take: how far from the grid, bar by bar, how even, how it swung."""

from __future__ import annotations

from collections.abc import Sequence
from statistics import median, pstdev
from typing import Final, NamedTuple

import numpy as np

from dodecant.practice.takes.due import DueNote
from dodecant.practice.takes.slips import Judged
from dodecant.practice.takes.swing import ratios

_FEWEST: Final = 4  # notes, to say something of them
_PARTS: Final = 16  # bars, or stretches of them, where a drift may begin and end
_MUCH_LESS: Final = 0.6  # of what is left without parts


class BarTime(NamedTuple):
    """A bar by its number, and the middle of how far off its notes were, in ms (before is negative)."""

    bar: int
    off: float


class Drift(NamedTuple):
    """How much sooner (negative) or later, in ms, the line came to be, from the beginning of one bar to the end of
    another.
    """

    by: float
    bar: int
    until: int


class TimeKept(NamedTuple):
    """The middle of how far off the notes were, in ms, how unevenly (standard deviation in ms, without the drift), the
    drift (rushing is negative), each bar, and how eighths swung and were to swing, in hundredths (None where there are
    none).
    """

    off: float
    uneven: float
    drift: Drift
    bars: tuple[BarTime, ...]
    swing: int | None
    due_swing: int | None


def time_kept(due: Sequence[DueNote], judged: Judged) -> TimeKept | None:
    """How time was kept in a take that was judged; None where too little was played."""
    grid, offsets = judged.grid, judged.steady
    there = [(note, 1000 * off) for note, off in zip(grid, offsets, strict=True) if off is not None]
    if len(there) < _FEWEST:
        return None
    drift, left = _drift(there)
    bars: dict[int, list[float]] = {}
    for note, off in there:
        bars.setdefault(note.bar, []).append(off)
    told = tuple(BarTime(bar, median(values)) for bar, values in bars.items() if len(values) > 1)
    played = [share for _, share in ratios(grid, offsets)]
    plain = [share for _, share in ratios(due, [None if off is None else 0.0 for off in offsets])]
    swing, due_swing = (round(100 * median(each)) if len(each) >= _FEWEST else None for each in (played, plain))
    return TimeKept(median(off for _, off in there), pstdev(left), drift, told, swing, due_swing)


def _drift(there: Sequence[tuple[DueNote, float]]) -> tuple[Drift, list[float]]:
    """How the line drifted: all through, or where that tells much more, from one bar to another; and what is left.

    The least squares of a line that is level before, slants, and is level after.
    """
    times, offs = np.array([(note.at, off) for note, off in there], np.float64).T
    starts: dict[int, float] = {}
    for note, _ in there:
        starts.setdefault(note.bar, note.at)
    bars = list(starts)[:: max(1, len(starts) // _PARTS)]
    ends = {**dict(zip(bars, [starts[bar] for bar in bars], strict=True)), there[-1][0].bar + 1: float(times[-1])}
    names = list(ends)
    found = []
    for number, first in enumerate(names[:-1]):
        for last in names[number + 1 :]:
            slant = np.clip(times, ends[first], ends[last]) - ends[first]
            centred, wide = slant - slant.mean(), float(((slant - slant.mean()) ** 2).sum())
            slope = float((centred * (offs - offs.mean())).sum()) / wide if wide else 0.0
            left = offs - offs.mean() - slope * centred
            found.append((float((left**2).sum()), Drift(slope * float(slant.max()), first, last - 1), left))
    whole = next(one for one in found if (one[1].bar, one[1].until) == (names[0], names[-1] - 1))
    part = min(found, key=lambda one: one[0])
    _, drift, left = part if part[0] < _MUCH_LESS * whole[0] else whole
    return drift, [float(one) for one in left]
