"""When the tones of a line sound: lengths in note values become starts and lengths in beats."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from fractions import Fraction
from functools import lru_cache
from itertools import takewhile
from typing import NamedTuple

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.rhythm.note_values import BEATS
from dodecant.exercise.recipe.rhythm.placement import Placement
from dodecant.exercise.recipe.rhythm.text import Rhythm, rhythm_of

Units = int | Fraction
Span = tuple[Fraction, Fraction]
_PARTS = 60  # of a beat
_GRIDS = (15, 20, 12)  # quarters, thirds, fifths of it
_SIXTHS = (10,)


class Timing(NamedTuple):
    """How long a tone is and how long the silence after it, in note values; the place in the beat it needs; whether
    a figure begins with it, where that is asked for, and whether it waits for the rhythm to come round.
    """

    units: Units = 1
    rest: Units = 0
    at: Fraction | None = None
    begins: bool = False
    waits: bool = False


PLAIN = Timing()


class Pace(NamedTuple):
    """How notes follow each other: beats in a note value, and a rhythm they fill."""

    value: Fraction
    rhythm: Rhythm | None = None


def note_value(recipe: Recipe) -> Fraction:
    """Beats in one note value of a recipe, or in the one that its figure brings."""
    return BEATS[recipe.figure.own_value or recipe.placement.value]


def rhythm_in(recipe: Recipe) -> Rhythm | None:
    """The rhythm notes are poured into; None where every slot sounds, or where a figure brings its own rhythm."""
    placement = recipe.placement
    return None if recipe.figure.brings_rhythm or not placement.slots else rhythm_of(placement.slots, placement.value)


def pace_of(recipe: Recipe) -> Pace:
    """How the notes of a recipe follow each other."""
    return Pace(note_value(recipe), rhythm_in(recipe))


def rhythm_notes(rhythm: Rhythm, begin: Fraction) -> Iterator[tuple[Fraction, Fraction]]:
    """Start and length, in beats, of every note from a beat on, without end; what began earlier is silent.

    >>> notes = rhythm_notes(rhythm_of("srsh", "quarter"), Fraction(1))
    >>> [int(next(notes)[0]) for _ in range(3)]
    [2, 4, 6]
    """
    base = begin // rhythm.length * rhythm.length
    while True:
        for start, length in rhythm.notes:
            if base + start >= begin:
                yield base + start, length
        base += rhythm.length


def notes_under(pace: Pace, start: Fraction, length: Fraction) -> int:
    """How many notes begin under a chord."""
    if pace.rhythm is None:
        return max(1, -int(-length // pace.value))
    return len(slots_between(pace.rhythm, start, start + length))


def slots_between(rhythm: Rhythm, start: Fraction, end: Fraction) -> list[Fraction]:
    """Where the notes of a rhythm begin from one beat to another."""
    return [note[0] for note in takewhile(lambda note: note[0] < end, rhythm_notes(rhythm, start))]


def fill_rhythm(timings: Iterable[Timing], begin: Fraction, rhythm: Rhythm) -> list[Span]:
    """The same as `lay_out` through a rhythm: a note of several note values takes as many sounding slots.

    A tone that `waits` begins when the rhythm comes round, unless it is the first.

    >>> fill_rhythm([Timing(1), Timing(2)], Fraction(0), rhythm_of("srss", "eighth"))[1]
    (Fraction(1, 1), Fraction(1, 1))
    """
    found: list[Span] = []
    notes = rhythm_notes(rhythm, begin)
    for units, _, _, _, waits in timings:
        start, length = next(notes)
        while waits and found and start % rhythm.length != rhythm.notes[0][0]:
            start, length = next(notes)
        for _ in range(int(units) - 1):
            last, more = next(notes)
            length = last + more - start
        found.append((start, length))
    return found


def swung(place: Fraction, swing: int, level: str) -> Fraction:
    """Where a place (in beats) sounds: the first half of each beat, or of each half beat, takes `swing` hundredths.

    Places off the grid of quarters of a beat, such as triplets, stay.

    >>> swung(Fraction(3, 2), 66, "eighth"), swung(Fraction(1, 3), 66, "eighth")
    (Fraction(83, 50), Fraction(1, 3))
    """
    unit = Fraction(1) if level == "eighth" else Fraction(1, 2)
    pair, into = divmod(place, unit)
    if swing == 50 or (4 * place).denominator > 1:
        return place
    share, half = Fraction(swing, 100), unit / 2
    return pair * unit + (into * 2 * share if into <= half else unit * share + (into - half) * 2 * (1 - share))


def swung_span(start: Fraction, length: Fraction, placement: Placement) -> tuple[Fraction, Fraction]:
    """Where something sounds and how long it lasts, in beats: where it is written, or as the placement swings."""
    if placement.swing == 50:
        return start, length
    begin = swung(start, placement.swing, placement.swung_value)
    return begin, swung(start + length, placement.swing, placement.swung_value) - begin


def lay_out(timings: Iterable[Timing], begin: Fraction, value: Fraction) -> tuple[list[Span], Fraction]:
    """Start and length of every tone in beats, and the beat on which all is over.

    A tone that needs a place in the beat waits for it; so does one whose length cannot be written in what is left of
    its beat (a triplet after an eighth), until the next beat. Counted in sixtieths of a beat, which hold quarters,
    fifths and (where
    the note value is one) sixths.

    >>> lay_out([Timing(1), Timing(Fraction(2, 3), at=Fraction(0))], Fraction(0), Fraction(1, 2))[0][1]
    (Fraction(1, 1), Fraction(1, 3))
    """
    timings = list(timings)
    if begin.denominator == 1 and all(timing is PLAIN for timing in timings):
        return list(_evenly(begin, value, len(timings))), begin + value * len(timings)
    now, one = int(begin * _PARTS), int(value * _PARTS)
    grids = _SIXTHS if one == _SIXTHS[0] else _GRIDS
    found = []
    for units, rest, at, *_ in timings:
        length = int(one * units)
        into = now % _PARTS
        if all(into % grid for grid in grids):  # a silence ended where nothing can begin
            now, into = now + _PARTS - into, 0
        if at is not None:
            wanted = int(at * _PARTS)
            if into != wanted:
                now += (wanted - into) % _PARTS if _one_grid(into, wanted, grids) else _PARTS - into + wanted
        elif into and not _one_grid(into, length, grids):
            now += _PARTS - into
        found.append((_beats(now), _beats(length)))
        now += length + int(one * rest)
    return found, _beats(now)


@lru_cache(maxsize=512)
def _evenly(begin: Fraction, value: Fraction, count: int) -> tuple[Span, ...]:
    """One after the other from a beat on: nothing has to wait."""
    return tuple((begin + number * value, value) for number in range(count))


def one_grid(one: Fraction, other: Fraction) -> bool:
    """Whether two places can stand in one beat: both in quarters, in thirds or in fifths of it.

    >>> one_grid(Fraction(1, 3), Fraction(1, 2)), one_grid(Fraction(1), Fraction(1, 3))
    (False, True)
    """
    return _one_grid(int(one * _PARTS), int(other * _PARTS), _GRIDS)


def _one_grid(one: int, other: int, grids: tuple[int, ...]) -> bool:
    if one % _PARTS == 0 or other % _PARTS == 0:
        return True
    return any(one % grid == 0 and other % grid == 0 for grid in grids)


@lru_cache(maxsize=8192)
def _beats(parts: int) -> Fraction:
    return Fraction(parts, _PARTS)
