"""Where on a neck a line can lie: the positions that suit a sound, and the smallest area that holds many lines."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from typing import Final

from dodecant.instrument.fingering.fretted import Neck

_OCTAVE: Final = 12
_SIDE_BY_SIDE: Final = (1, 5, 9)  # where no position is better than the next
_SMALLEST: Final = 4  # frets


def window(neck: Neck, low: int, high: int) -> tuple[int, int]:
    """The lowest and highest written MIDI number from one fret to another; with the open strings from the first.

    >>> window(Neck((76, 71, 67, 62, 57, 52), 22), 5, 8)
    (57, 84)
    """
    return min(neck.strings) + (low if low > 1 else 0), max(neck.strings) + min(high, neck.frets)


def positions_of(neck: Neck, tones: Collection[int]) -> tuple[int, ...]:
    """The positions within an octave of frets that suit the tones of a sound (pitch classes), from the lowest.

    Such are those in which fewer of its tones have to be stretched for than in the positions beside them: for a major
    scale on a guitar the five that are usual. Where none is better, positions lie side by side.

    >>> positions_of(Neck((76, 71, 67, 62, 57, 52), 22), {0, 2, 4, 5, 7, 9, 11})
    (2, 5, 7, 9, 12)
    """
    there = range(1, min(_OCTAVE, neck.frets - 3) + 1)
    stretched = [_stretched(neck, position, tones) for position in there]
    found = []
    for place, position in enumerate(there):
        here = stretched[place]
        if here < stretched[place - 1]:
            following = next((other for other in (*stretched[place + 1 :], *stretched[:place]) if other != here), here)
            if following > here:
                found.append(position)
    return tuple(found) or _SIDE_BY_SIDE


def _stretched(neck: Neck, position: int, tones: Collection[int]) -> int:
    """How many tones between the lowest and the highest under the hand lie under none of its fingers."""
    last = position + 3
    heights = range(min(neck.strings) + position, max(neck.strings) + last + 1)
    inside = {string + fret for string in neck.strings for fret in range(position, last + 1)}
    return sum(height % _OCTAVE in tones and height not in inside for height in heights)


def smallest_area(neck: Neck, lines: Sequence[Iterable[int]], most: int = _OCTAVE) -> tuple[int, int] | None:
    """The fewest frets, from one to another, in which each line lies in some octave; of equals the lowest.

    Lines are written MIDI numbers; open strings are not counted on. None where no area of `most` frets holds them all.

    >>> smallest_area(Neck((55, 50, 45, 40), 20), [[41, 45, 48], [46, 50, 53]])
    (5, 8)
    """
    sets = [frozenset(line) for line in lines]
    for width in range(_SMALLEST, most + 1):
        for low in range(1, neck.frets - width + 2):
            inside = {string + fret for string in neck.strings for fret in range(low, low + width)}
            if all(_lies_in(line, inside) for line in sets):
                return low, low + width - 1
    return None


def _lies_in(line: frozenset[int], inside: set[int]) -> bool:
    """Whether it can be moved between the lowest and the highest, and is all there wherever it can."""
    low, high = min(inside), max(inside)
    first, last = -((min(line) - low) // _OCTAVE), (high - max(line)) // _OCTAVE
    moved = [[height + _OCTAVE * up for height in line] for up in range(first, last + 1)]
    return bool(moved) and all(map(inside.issuperset, moved))
