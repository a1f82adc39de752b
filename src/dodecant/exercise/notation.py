"""From notes in time to written signs: values, ties, rests, beams, tuplets and accidentals, bar by bar.

The rules are those of standard engraving practice: a sign never hides a beat it does not start on, the middle of a
4/4 bar stays visible, eighths are beamed in half bars of 4/4 and otherwise by the beat, and an accidental holds for
its bar, its octave and its line.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from functools import lru_cache
from itertools import groupby
from typing import Literal, NamedTuple

from dodecant.exercise.score import Bar, BeamState, Piece, Sign, Value
from dodecant.exercise.timing import Span
from dodecant.music.pitch import Pitch

# What may be written from a full beat on, longest first: length, value, dots, and the beats it may start on by metre.
# Longer metres show their groups: 5 is 3 and 2, 6 is 3 and 3, 7 is 4 and 3.
_ON_THE_BEAT: tuple[tuple[Fraction, Value, int, dict[int, frozenset[int]]], ...] = (
    (Fraction(6), "whole", 1, {6: frozenset({0})}),
    (Fraction(4), "whole", 0, {4: frozenset({0}), 7: frozenset({0})}),
    (Fraction(3), "half", 1, {3: frozenset({0}), 4: frozenset({0}), 5: frozenset({0}), 6: frozenset({0, 3}),
                              7: frozenset({0, 4})}),
    (Fraction(2), "half", 0, {2: frozenset({0}), 3: frozenset({0, 1}), 4: frozenset({0, 2}), 5: frozenset({0, 1, 3}),
                              6: frozenset({0, 1, 3, 4}), 7: frozenset({0, 2, 4, 5})}),
    (Fraction(1), "quarter", 0, {beats: frozenset(range(beats)) for beats in range(2, 8)}),
)  # fmt: skip
_INSIDE_A_BEAT: tuple[tuple[Fraction, Value, int, bool], ...] = (
    (Fraction(3, 4), "eighth", 1, False),
    (Fraction(2, 3), "quarter", 0, True),
    (Fraction(1, 2), "eighth", 0, False),
    (Fraction(1, 3), "eighth", 0, True),
    (Fraction(1, 4), "16th", 0, False),
)
_BEAMS = {"eighth": 1, "16th": 2}
_SIGNS = {alteration: Sign(alteration) for alteration in range(-3, 4)}
_CAUTIONS = {alteration: Sign(alteration, cautionary=True) for alteration in range(-3, 4)}


class _Sign(NamedTuple):
    """A written sign in its bar, whatever note it belongs to."""

    start: Fraction
    length: Fraction
    value: Value
    dots: int
    triplet: bool
    rest: bool


_NoteOf = tuple[int | None, bool, bool]  # the note's index; whether tied from the sign before, to the next
_Marks = tuple[tuple[BeamState, ...], Literal["start", "stop"] | None]


def write_bars(spans: Sequence[Span], beats: int, *, end: Fraction | None = None) -> tuple[Bar, ...]:
    """Write notes, given as (start, length) in beats, into full bars up to `end`; what no note fills becomes rests.

    >>> [piece.value for piece in write_bars([(Fraction(0), Fraction(3, 2))], 4)[0].pieces]
    ['quarter', 'eighth', 'eighth', 'half']
    """
    return _bars(tuple(spans), beats, end)


@lru_cache(maxsize=128)
def _bars(spans: tuple[Span, ...], beats: int, end: Fraction | None) -> tuple[Bar, ...]:
    """Written once for a rhythm: a change of key or sound leaves it as it is."""
    if end is None:
        end = max((start + length for start, length in spans), default=Fraction(0))
    count = max(1, int(-(-end // beats)))
    signs: list[list[_Sign]] = [[] for _ in range(count)]
    notes: list[list[_NoteOf]] = [[] for _ in range(count)]
    for start, length, index in _with_rests(spans, Fraction(count * beats)):
        bar, place = divmod(start, beats)
        split = _split(place, length, beats, index is None)
        last = len(split) - 1
        for number, (later, sign) in enumerate(split):
            signs[int(bar) + later].append(sign)
            tied = (False, False) if index is None else (number > 0, number < last)
            notes[int(bar) + later].append((index, *tied))
    return tuple(
        Bar(number, tuple(map(_piece, here, of, _marks(tuple(here), beats))))
        for number, (here, of) in enumerate(zip(signs, notes, strict=True), start=1)
    )


def _piece(sign: _Sign, note: _NoteOf, marks: _Marks) -> Piece:
    return Piece(*sign[:5], *note, *marks)


def begun_in(bars: Sequence[Bar]) -> tuple[tuple[int, ...], ...]:
    """For each bar the indexes of the notes that begin in it."""
    return tuple(tuple(p.note for p in bar.pieces if p.note is not None and not p.tied_from) for bar in bars)


def write_signs(
    begun: Sequence[Sequence[int]], pitches: Sequence[Pitch], signature: Sequence[int], *, cautionary: bool
) -> list[Sign | None]:
    """The accidental each note needs, by its index; `begun` are the notes that begin in each bar.

    `signature` gives the alteration of each letter C to B; `cautionary` asks for a sign in brackets where a note
    goes back to normal in the bar after an altered one.
    """
    signs: list[Sign | None] = [None] * len(pitches)
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


def _with_rests(spans: Sequence[Span], end: Fraction) -> Iterator[tuple[Fraction, Fraction, int | None]]:
    now = Fraction(0)
    for index, (start, length) in enumerate(spans):
        if start > now:
            yield now, start - now, None
        yield start, length, index
        now = start + length
    if now < end:
        yield now, end - now, None


@lru_cache(maxsize=2048)
def _split(place: Fraction, length: Fraction, beats: int, rest: bool) -> tuple[tuple[int, _Sign], ...]:
    """The signs of a duration that begins at a place of a bar, each so many bars later."""
    now, end = place, place + length
    found = []
    while now < end:
        bar, where = divmod(now, beats)
        sign, value, dots, triplet = _longest_sign(where, min(end - now, beats - where), beats, rest=rest)
        found.append((int(bar), _Sign(where, sign, value, dots, triplet, rest)))
        now += sign
    return tuple(found)


def _longest_sign(place: Fraction, room: Fraction, beats: int, *, rest: bool) -> tuple[Fraction, Value, int, bool]:
    """The longest sign for a place in the bar; rests of 4/4 take no dot, so that both halves of the bar show."""
    into_beat = place % 1
    if into_beat == 0:
        for length, value, dots, where in _ON_THE_BEAT:
            if length <= room and int(place) in where.get(beats, ()) and not (rest and dots and beats == 4):
                return length, value, dots, False
    room = min(room, 1 - into_beat)
    thirds = (room.denominator % 3 == 0) or (into_beat.denominator % 3 == 0)
    for length, value, dots, triplet in _INSIDE_A_BEAT:
        if length <= room and triplet == thirds:
            return length, value, dots, triplet
    raise ValueError(f"no written value fits {room} of a beat at {place}")


@lru_cache(maxsize=2048)
def _marks(bar: tuple[_Sign, ...], beats: int) -> tuple[_Marks, ...]:
    """The beams of each sign of a bar, and where its tuplets start and stop."""
    return tuple(zip(_beams(bar, beats), _tuplets(bar), strict=True))


def _beams(bar: Sequence[_Sign], beats: int) -> list[tuple[BeamState, ...]]:
    eighths_only = beats == 4 and all(
        sign.value != "16th" and not sign.triplet and not (sign.value == "eighth" and sign.dots) for sign in bar
    )
    width = 2 if eighths_only else 1

    def group_of(place: int) -> tuple[bool, int]:
        sign = bar[place]
        return not sign.rest and sign.value in _BEAMS, int(sign.start // width)

    done: list[tuple[BeamState, ...]] = [()] * len(bar)
    for (beamable, _), members in groupby(range(len(bar)), key=group_of):
        places = list(members)
        if not beamable or len(places) < 2:
            continue
        levels = [_BEAMS[bar[place].value] for place in places]
        for i, place in enumerate(places):
            done[place] = tuple(_beam_state(levels, i, n) for n in range(1, levels[i] + 1))
    return done


def _beam_state(levels: Sequence[int], i: int, level: int) -> BeamState:
    before = i > 0 and levels[i - 1] >= level
    after = i + 1 < len(levels) and levels[i + 1] >= level
    if before and after:
        return "continue"
    if after:
        return "begin"
    if before:
        return "end"
    return "forward hook" if i == 0 else "backward hook"


def _tuplets(bar: Sequence[_Sign]) -> list[Literal["start", "stop"] | None]:
    done: list[Literal["start", "stop"] | None] = [None] * len(bar)
    for (triplet, _), members in groupby(
        range(len(bar)), key=lambda place: (bar[place].triplet, int(bar[place].start))
    ):
        if triplet:
            places = list(members)
            done[places[0]], done[places[-1]] = "start", "stop"
    return done
