"""A take laid beside what was due, by dynamic programming (Needleman and Wunsch 1970, with costs in pitch and time)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final, NamedTuple

import numpy as np
from numpy.typing import NDArray

from dodecant.practice.takes.due import DueNote

MISSED: Final = 1.7  # a note left out, or one added
WRONG: Final = 1.0  # another pitch at its time
FARTHER: Final = 0.06  # more for each half step it is away
OFF_TIME: Final = 1.4  # a note as far off in time as the nearest other note is away
WINDOW: Final = 8.0  # seconds: what is farther off in time is another note
_STRANGE: Final = 1.6  # however far the pitch is
_FAR: Final = 0.6  # squared: farther off in time costs no more, so that a line that goes on elsewhere is followed
_OCTAVE: Final = 12
_ELSEWHERE: Final = 0.3  # the right note in another octave


class Played(NamedTuple):
    """A note that was played: when it began (seconds from the strip's beginning), its MIDI number, how long it was."""

    at: float
    pitch: int
    length: float = 0.1


class Pair(NamedTuple):
    """A due note (by its place) and a played one; None where one was left out or added."""

    due: int | None
    played: int | None


def aligned(due: Sequence[DueNote], played: Sequence[Played], *, octave_free: bool = False) -> list[Pair]:
    """The cheapest way to lay what was played beside what was due, both in the order of time.

    `octave_free` takes a note for right in any octave.
    """
    if not due or not played:
        return [*(Pair(n, None) for n in range(len(due))), *(Pair(None, n) for n in range(len(played)))]
    many = len(played)
    heights, times = np.array([(note.pitch, note.at) for note in played], np.float32).T
    first = np.searchsorted(times, [note.at - WINDOW for note in due])
    last = np.searchsorted(times, [note.at + WINDOW for note in due])
    near = np.minimum(first[:, None] + np.arange(max(1, int((last - first).max()))), many - 1)
    costs = _pair_costs(due, heights[near], times[near], octave_free)
    # Less what all played notes so far cost as added ones: then such a note costs nothing wherever it comes, and the
    # least over all places before is a running minimum.
    pair = np.full((len(due), many + 1), np.inf, np.float32)
    out, best, total = (np.empty_like(pair) for _ in range(3))
    costs -= np.float32(MISSED)
    row = np.zeros(many + 1, np.float32)
    for place in range(len(due)):
        low, high = first[place], last[place]
        np.add(row, np.float32(MISSED), out=out[place])
        np.add(row[low:high], costs[place, : high - low], out=pair[place, low + 1 : high + 1])
        np.minimum(out[place], pair[place], out=best[place])
        row = np.minimum.accumulate(best[place], out=total[place])
    came = np.where(total < best - 1e-3, 2, pair > out)  # 0 a pair, 1 left out, 2 added
    return _traced(came, len(due), many)


def _pair_costs(
    due: Sequence[DueNote], heights: NDArray[np.float32], times: NDArray[np.float32], octave_free: bool
) -> NDArray[np.float32]:
    """What played notes cost in the place of each due one, a row for each: pitch and time."""
    wanted, whens, gaps = np.array([(note.pitch, note.at, note.gap) for note in due], np.float32).T[:, :, None]
    away = np.abs(heights - wanted)
    costs = np.where(away == 0, np.float32(0), np.minimum(_STRANGE, WRONG + FARTHER * away))
    costs[(away > 0) & (away % _OCTAVE == 0)] = 0.0 if octave_free else _ELSEWHERE
    return np.asarray(costs + OFF_TIME * np.minimum(_FAR, ((times - whens) / gaps) ** 2), np.float32)


def _traced(came: NDArray[np.int_], due: int, played: int) -> list[Pair]:
    found: list[Pair] = []
    while due or played:
        if due == 0 or came[due - 1][played] == 2:
            played -= 1
            found.append(Pair(None, played))
        elif came[due - 1][played] == 1:
            due -= 1
            found.append(Pair(due, None))
        else:
            due, played = due - 1, played - 1
            found.append(Pair(due, played))
    return found[::-1]
