"""When the tones of a line sound: lengths in note values become starts and lengths in beats."""

from __future__ import annotations

from collections.abc import Iterable
from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple

from dodecant.exercise.recipe import Recipe
from dodecant.exercise.slots import BEATS, pour, read_slots

Units = int | Fraction
Span = tuple[Fraction, Fraction]
_PARTS = 12  # of a beat


class Timing(NamedTuple):
    """How long a tone is and how long the silence after it, in note values; and the place in the beat it needs."""

    units: Units = 1
    rest: Units = 0
    at: Fraction | None = None


PLAIN = Timing()


def note_value(recipe: Recipe) -> Fraction:
    """Beats in one note value of a recipe; a lick brings its own rhythm, counted in beats."""
    return Fraction(1) if recipe.figure.kind == "lick" else BEATS[recipe.placement.value]


def grid_of(recipe: Recipe) -> str:
    """The slots notes are poured into; none where every slot sounds, or where a figure brings its own rhythm."""
    figure = recipe.figure
    own = figure.kind == "lick" or (figure.kind == "arpeggios" and figure.rhythm != "even")
    return "" if own else read_slots(recipe.placement.slots)


def poured(timings: Iterable[Timing], begin: Fraction, value: Fraction, slots: str) -> tuple[list[Span], Fraction]:
    """The same as `lay_out` through a rhythm: a note of several note values takes as many sounding slots.

    >>> poured([Timing(1), Timing(2)], Fraction(0), Fraction(1, 2), "srss")[0][1]
    (Fraction(1, 1), Fraction(1, 1))
    """
    now, found = begin, []
    notes = pour(slots, -int(-begin // value))
    for units, _, _ in timings:
        first, length = next(notes)
        for _ in range(int(units) - 1):
            last, more = next(notes)
            length = last + more - first
        found.append((first * value, length * value))
        now = (first + length) * value
    return found, now


def swung(place: Fraction, swing: int, level: str) -> Fraction:
    """Where a place (in beats) sounds: the first half of each beat, or of each half beat, takes `swing` hundredths.

    Places off the grid of halves, such as triplets, stay.

    >>> swung(Fraction(3, 2), 66, "eighth"), swung(Fraction(1, 3), 66, "eighth")
    (Fraction(83, 50), Fraction(1, 3))
    """
    unit = Fraction(1) if level == "eighth" else Fraction(1, 2)
    pair, into = divmod(place, unit)
    if swing == 50 or place.denominator % 3 == 0:
        return place
    share, half = Fraction(swing, 100), unit / 2
    return pair * unit + (into * 2 * share if into <= half else unit * share + (into - half) * 2 * (1 - share))


def lay_out(timings: Iterable[Timing], begin: Fraction, value: Fraction) -> tuple[list[Span], Fraction]:
    """Start and length of every tone in beats, and the beat on which all is over.

    A tone that needs a place in the beat waits for it; so does one whose length cannot be written in what is left of
    its beat (a triplet after an eighth), until the next beat. Counted in twelfths of a beat, which hold both halves and
    thirds.

    >>> lay_out([Timing(1), Timing(Fraction(2, 3), at=Fraction(0))], Fraction(0), Fraction(1, 2))[0][1]
    (Fraction(1, 1), Fraction(1, 3))
    """
    now, one = int(begin * _PARTS), int(value * _PARTS)
    found = []
    for units, rest, at in timings:
        length = int(one * units)
        into = now % _PARTS
        if into % 3 and into % 4:  # a silence ended where nothing can begin
            now, into = now + _PARTS - into, 0
        if at is not None:
            wanted = int(at * _PARTS)
            if into != wanted:
                now += (wanted - into) % _PARTS if _one_grid(into, wanted) else _PARTS - into + wanted
        elif into and not _one_grid(into, length):
            now += _PARTS - into
        found.append((_beats(now), _beats(length)))
        now += length + int(one * rest)
    return found, _beats(now)


def one_grid(one: Fraction, other: Fraction) -> bool:
    """Whether two places can stand in one beat: both in thirds of it, or both in halves and quarters.

    >>> one_grid(Fraction(1, 3), Fraction(1, 2)), one_grid(Fraction(1), Fraction(1, 3))
    (False, True)
    """
    return _one_grid(int(one * _PARTS), int(other * _PARTS))


def _one_grid(one: int, other: int) -> bool:
    """Whether two places can stand in one beat: both in thirds, or both in halves and quarters."""
    return one % _PARTS == 0 or other % _PARTS == 0 or (one % 3 == 0) == (other % 3 == 0)


@lru_cache(maxsize=8192)
def _beats(parts: int) -> Fraction:
    return Fraction(parts, _PARTS)
