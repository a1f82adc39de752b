"""How time was kept in a take: how far from the grid, bar by bar, how even, how it swung."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from statistics import fmean, linear_regression, median, pstdev
from typing import Final, NamedTuple

from dodecant.practice.takes.due import DueNote

_FEWEST: Final = 4  # notes, to say something of them
_HALF: Final = Fraction(1, 2)


class BarTime(NamedTuple):
    """A bar by its number, and how far off its notes were on the average, in ms (before is negative)."""

    bar: int
    off: float


class TimeKept(NamedTuple):
    """The middle of how far off the notes were, in ms, how unevenly (standard deviation in ms, without the drift), the
    drift over the whole take in ms (rushing is negative), each bar, and how eighths swung in hundredths (None where
    there are none).
    """

    off: float
    uneven: float
    drift: float
    bars: tuple[BarTime, ...]
    swing: int | None


def time_kept(due: Sequence[DueNote], offsets: Sequence[float | None]) -> TimeKept | None:
    """How time was kept; None where too little was played."""
    there = [(note, 1000 * off) for note, off in zip(due, offsets, strict=True) if off is not None]
    if len(there) < _FEWEST:
        return None
    offs = [off for _, off in there]
    slope, middle = linear_regression([note.at for note, _ in there], offs)
    uneven = pstdev([off - middle - slope * note.at for note, off in there])
    bars: dict[int, list[float]] = {}
    for note, off in there:
        bars.setdefault(note.bar, []).append(off)
    told = tuple(BarTime(bar, fmean(values)) for bar, values in bars.items())
    ratios = list(_ratios(due, offsets))
    swing = round(100 * median(ratios)) if len(ratios) >= _FEWEST else None
    return TimeKept(median(offs), uneven, slope * (there[-1][0].at - there[0][0].at), told, swing)


def _ratios(due: Sequence[DueNote], offsets: Sequence[float | None]) -> Iterator[float]:
    """Of eighths on and off the beat: which share of the beat the first one took."""
    for place in range(len(due) - 2):
        on, off, following = due[place : place + 3]
        times = [
            note.at + one
            for note, one in zip((on, off, following), offsets[place : place + 3], strict=True)
            if one is not None
        ]
        pair = on.place.denominator == 1 and off.place - on.place == _HALF and following.place.denominator == 1
        if pair and len(times) == 3 and times[2] > times[0]:
            yield (times[1] - times[0]) / (times[2] - times[0])
