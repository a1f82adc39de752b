"""Of several ways to lay a take beside what was due that cost nearly the same, the one a listener hears."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from typing import Final

from dodecant.practice.takes.alignment import Pair, Played
from dodecant.practice.takes.due import DueNote

_SLID: Final = 3  # notes between two gaps that may belong behind both
_AT_ONCE: Final = 0.4  # of the time between two notes
_BEHIND: Final = 3  # notes in a row, each of them the one before or after the due one


def untangled(due: Sequence[DueNote], played: Sequence[Played], pairs: Sequence[Pair]) -> list[Pair]:
    """The pairs of a take, as they are heard: what is left out in one go, two notes in the wrong order, a note struck
    twice, and a line that is a note behind or ahead.
    """
    found = _slid_together(due, played, list(pairs))
    for step in (_untwisted, _struck_once, _in_step):
        found = step(due, played, found)
    return found


def _slid_together(due: Sequence[DueNote], played: Sequence[Played], pairs: list[Pair]) -> list[Pair]:
    """Of two ways to leave out as many notes, that which leaves them out in one go, where it sounds the same."""
    found = list(pairs)
    for start in range(1, len(found)):
        if not (found[start - 1].played is None and found[start].played is not None):
            continue
        end = start
        while end < len(found) and found[end].played is not None and found[end].due is not None:
            end += 1
        gap = end
        while gap < len(found) and found[gap].played is None:
            gap += 1
        size, moved = end - start, gap - end
        if not moved or not 0 < size <= _SLID or gap == len(found):
            continue
        one, two = found[start:end], found[gap - size : gap]
        if size <= moved and all(
            played[pair.played or 0].pitch == due[other.due or 0].pitch for pair, other in zip(one, two, strict=True)
        ):
            found[start:end] = [Pair(pair.due, None) for pair in one]
            found[gap - size : gap] = [Pair(other.due, pair.played) for pair, other in zip(one, two, strict=True)]
    return found


def _untwisted(due: Sequence[DueNote], played: Sequence[Played], pairs: list[Pair]) -> list[Pair]:
    """Two notes struck almost at once, the later one first: each is right, and one of them off its time."""
    found = list(pairs)
    for number, ((one, first), (two, second)) in enumerate(pairwise(pairs)):
        if one is None or two is None or first is None or second is None:
            continue
        swapped = (due[one].pitch, due[two].pitch) == (played[second].pitch, played[first].pitch)
        at_once = played[second].at - played[first].at < _AT_ONCE * (due[two].at - due[one].at)
        if swapped and at_once and due[one].pitch != due[two].pitch:
            found[number : number + 2] = [Pair(one, second), Pair(two, first)]
    return found


def _struck_once(due: Sequence[DueNote], played: Sequence[Played], pairs: list[Pair]) -> list[Pair]:
    """Of two strikes of a due note the one that is nearer to its time, as the note before it was played."""
    found, usual = list(pairs), 0.0
    for number, (one, other) in enumerate(pairwise(pairs)):
        for extra, pair in ((one, other), (other, one)):
            if extra.due is not None or extra.played is None or pair.due is None or pair.played is None:
                continue
            same = played[extra.played].pitch == played[pair.played].pitch == due[pair.due].pitch
            at = due[pair.due].at + usual
            if same and abs(played[extra.played].at - at) < abs(played[pair.played].at - at):
                found[number : number + 2] = sorted(
                    [Pair(pair.due, extra.played), Pair(None, pair.played)], key=lambda each: each.played or 0
                )
        usual = played[one.played].at - due[one.due].at if one.due is not None and one.played is not None else usual
    return found


def _in_step(due: Sequence[DueNote], played: Sequence[Played], pairs: list[Pair]) -> list[Pair]:
    """Notes in a row that are each the next due one, or each the one before: one was left out, or added, at first, and
    the other way round at last.
    """
    found = list(pairs)
    for ahead in (1, -1):
        start = 0
        while start < len(found):
            end = start
            while end < len(found) and _is_neighbour(due, played, found[end], ahead):
                end += 1
            if end - start >= _BEHIND:
                found[start:end] = _stepped(found[start:end], ahead)
            start = max(end, start + 1)
    return found


def _is_neighbour(due: Sequence[DueNote], played: Sequence[Played], pair: Pair, ahead: int) -> bool:
    """Whether what was played is the neighbour of what was due, and not that itself."""
    note, other = pair
    if note is None or other is None or not 0 <= note + ahead < len(due):
        return False
    return played[other].pitch == due[note + ahead].pitch != due[note].pitch


def _stepped(run: Sequence[Pair], ahead: int) -> list[Pair]:
    """The same notes laid beside the next due ones, or those before.

    >>> _stepped([Pair(4, 4), Pair(5, 5), Pair(6, 6)], 1)
    [Pair(due=4, played=None), Pair(due=5, played=4), Pair(due=6, played=5), Pair(due=None, played=6)]
    """
    dues, notes = [pair.due for pair in run], [pair.played for pair in run]
    if ahead > 0:
        return [Pair(dues[0], None), *map(Pair, dues[1:], notes[:-1]), Pair(None, notes[-1])]
    return [Pair(None, notes[0]), *map(Pair, dues[:-1], notes[1:]), Pair(dues[-1], None)]
