"""Where a take went on later or sooner: after a wait, a lost beat, or a slip that the line closed up over."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Sequence
from statistics import median
from typing import Final, NamedTuple

from dodecant.practice.takes.due import DueNote

_NEAR: Final = 4  # notes on each side that tell where the line is
_FEWEST: Final = 3  # of them, where nothing else tells that it moved
_LEAST: Final = 0.1  # seconds
_SHARE: Final = 0.3  # of the time between two notes
_CLOSED_UP: Final = 0.45  # of it, where a note is missing or too many
_AT_ONCE: Final = 0.6  # of the whole shift comes with the first note


class Shift(NamedTuple):
    """From a due note (by its place) on everything came so many seconds later (sooner is negative); `alone` where no
    note was left out or added there.
    """

    note: int
    by: float
    alone: bool


def shifts_of(due: Sequence[DueNote], offsets: Sequence[float | None], near: Collection[int]) -> list[Shift]:
    """All shifts of a take, in order, from how far off each note was (seconds; None for what does not tell), and the
    due notes `near` which one is missing or too many.
    """
    there = [(place, off) for place, off in enumerate(offsets) if off is not None]
    return list(_between(due, there, 0, len(there), frozenset(near)))


def _between(
    due: Sequence[DueNote], there: Sequence[tuple[int, float]], low: int, high: int, near: frozenset[int]
) -> Iterator[Shift]:
    """The greatest shift among some notes, and those before and after it."""
    best, by, alone = 0, 0.0, True
    for number in range(low + 1, high):
        (one, was), (place, now) = there[number - 1], there[number]
        if abs(now - was) <= max(abs(by) * _AT_ONCE, _CLOSED_UP * _LEAST):
            continue
        slipped = any(between in near for between in range(one, place + 1))
        before, after = there[max(low, number - _NEAR) : number], there[number : min(high, number + _NEAR)]
        if not slipped and min(len(before), len(after)) < _FEWEST:
            continue
        jump = median(off for _, off in after) - median(off for _, off in before)
        gap = due[place].gap
        least = _CLOSED_UP * gap if slipped else max(_LEAST, _SHARE * gap)
        if abs(jump) > max(least, abs(by)) and (now - was) / jump >= _AT_ONCE:
            best, by, alone = number, jump, not slipped
    if best:
        yield from _between(due, there, low, best, near)
        yield Shift(there[best][0], by, alone)
        yield from _between(due, there, best, high, near)
