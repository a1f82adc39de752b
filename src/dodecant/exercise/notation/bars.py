"""From notes in time to full bars: what no note fills becomes rests; and the accidentals, which hold for their bar,
their octave and their line.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from functools import lru_cache
from itertools import accumulate, pairwise

from dodecant.exercise.notation.bar_signs import BarPart, bar_signs
from dodecant.exercise.notation.score import Accidental, WrittenBar, WrittenSign
from dodecant.exercise.rhythm.timing import Span
from dodecant.music.core.metre import Metre
from dodecant.music.core.pitch import Pitch

_SIGNS = {alteration: Accidental(alteration) for alteration in range(-3, 4)}
_CAUTIONS = {alteration: Accidental(alteration, cautionary=True) for alteration in range(-3, 4)}
_Whose = tuple[int | None, bool, bool]  # the note's index; whether tied from the bar before, to the next


def write_bars(
    spans: Sequence[Span],
    metre: Metre,
    *,
    begin: Fraction = Fraction(0),
    end: Fraction | None = None,
    full: bool = True,
) -> tuple[WrittenBar, ...]:
    """Write notes, given as (start, length) in beats, into full bars up to `end`.

    Music that goes on from other music and into it has bars that are not `full`: the first one from `begin` on, the
    last one up to `end`.

    >>> [piece.value for piece in write_bars([(Fraction(0), Fraction(3, 2))], Metre(4, 4))[0].pieces]
    ['quarter', 'eighth', 'half']
    """
    return _bars(tuple(spans), metre, begin, end, full)


@lru_cache(maxsize=128)
def _bars(
    spans: tuple[Span, ...], metre: Metre, begin: Fraction, end: Fraction | None, full_bars: bool
) -> tuple[WrittenBar, ...]:
    """Written once for a rhythm: a change of key or sound leaves it as it is."""
    if end is None:
        end = max((start + length for start, length in spans), default=Fraction(0))
    full = metre.quarters
    count = max(1, int(-(-end // full)))
    parts: list[list[BarPart]] = [[] for _ in range(count)]
    whose: list[list[_Whose]] = [[] for _ in range(count)]
    for start, length, index in _with_rests(spans, begin, count * full if full_bars else end):
        now, last = start, start + length
        while now < last:
            bar = int(now // full)
            till = min(last, (bar + 1) * full)
            parts[bar].append((now - bar * full, till - now, index is None))
            whose[bar].append((index, index is not None and now > start, index is not None and till < last))
            now = till
    return tuple(
        WrittenBar(number, tuple(_pieces(tuple(here), of, metre)))
        for number, (here, of) in enumerate(zip(parts, whose, strict=True), start=1)
    )


def _pieces(parts: tuple[BarPart, ...], whose: Sequence[_Whose], metre: Metre) -> Iterator[WrittenSign]:
    for sign, marks in bar_signs(parts, metre):
        note, tied_from, tied_to = whose[sign.part]
        begins, goes_on = tied_from or not sign.first, tied_to or not sign.last
        ties = (False, False) if note is None else (begins, goes_on)
        yield WrittenSign(*sign[:5], note, *ties, marks.beams, marks.tuplet, marks.bracket)


def begun_in(bars: Sequence[WrittenBar]) -> tuple[tuple[int, ...], ...]:
    """For each bar the indexes of the notes that begin in it."""
    return tuple(tuple(p.note for p in bar.pieces if p.note is not None and not p.tied_from) for bar in bars)


def write_signs(
    begun: Sequence[Sequence[int]], pitches: Sequence[Pitch], signature: Sequence[int], *, cautionary: bool
) -> list[Accidental | None]:
    """The accidental each note needs, by its index; `begun` are the notes that begin in each bar.

    `signature` gives the alteration of each letter C to B; `cautionary` asks for a sign in brackets where a note
    goes back to normal in the bar after an altered one.
    """
    signs: list[Accidental | None] = [None] * len(pitches)
    last_bar: dict[int, int] = {}
    for bar in begun:
        in_force: dict[int, int] = {}
        for note in bar:
            letter, alteration, octave = pitches[note]
            position, normal = 7 * octave + letter, signature[letter]
            if in_force.get(position, normal) != alteration:
                signs[note] = _SIGNS[alteration]
            elif cautionary and position not in in_force and last_bar.get(position, normal) != normal:
                signs[note] = _CAUTIONS[alteration]
            in_force[position] = alteration
        last_bar = in_force
    return signs


def write_chord_signs(
    begun: Sequence[Sequence[int]], chords: Sequence[Sequence[Pitch]], signature: Sequence[int], *, cautionary: bool
) -> list[tuple[Accidental | None, ...]]:
    """The same for tones struck together: the accidentals of each tone of each chord."""
    firsts = list(accumulate(map(len, chords), initial=0))
    every = [[place for number in bar for place in range(firsts[number], firsts[number + 1])] for bar in begun]
    flat = write_signs(every, [pitch for chord in chords for pitch in chord], signature, cautionary=cautionary)
    return [tuple(flat[first:last]) for first, last in pairwise(firsts)]


def _with_rests(
    spans: Sequence[Span], begin: Fraction, end: Fraction
) -> Iterator[tuple[Fraction, Fraction, int | None]]:
    now = begin
    for index, (start, length) in enumerate(spans):
        if start > now:
            yield now, start - now, None
        yield start, length, index
        now = start + length
    if now < end:
        yield now, end - now, None
