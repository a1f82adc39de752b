"""From notes in time to written signs: values, ties, rests, beams, tuplets and accidentals, bar by bar.

The rules are those of standard engraving practice: a sign never hides a beat it does not start on, the middle of a
4/4 bar stays visible, eighths are beamed in half bars of 4/4 and otherwise by the beat, and an accidental holds for
its bar, its octave and its line.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from fractions import Fraction
from itertools import groupby

from dodecant.exercise.score import Bar, BeamState, Piece, Sign, Value
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


Span = tuple[Fraction, Fraction]


def write_bars(spans: Sequence[Span], beats: int, *, end: Fraction | None = None) -> tuple[Bar, ...]:
    """Write notes, given as (start, length) in beats, into full bars up to `end`; what no note fills becomes rests.

    >>> [piece.value for piece in write_bars([(Fraction(0), Fraction(3, 2))], 4)[0].pieces]
    ['quarter', 'eighth', 'eighth', 'half']
    """
    if end is None:
        end = max((start + length for start, length in spans), default=Fraction(0))
    count = max(1, int(-(-end // beats)))
    pieces: list[list[Piece]] = [[] for _ in range(count)]
    for start, length, index in _with_rests(spans, Fraction(count * beats)):
        for bar, piece in _spelled(start, length, index, beats):
            pieces[bar].append(piece)
    return tuple(Bar(number, tuple(_tuplets(_beamed(bar, beats)))) for number, bar in enumerate(pieces, start=1))


def write_signs(
    bars: Sequence[Bar], pitches: Sequence[Pitch], signature: Sequence[int], *, cautionary: bool
) -> list[Sign | None]:
    """The accidental each note needs, by its index.

    `signature` gives the alteration of each letter C to B; `cautionary` asks for a sign in brackets where a note
    goes back to normal in the bar after an altered one.
    """
    signs: list[Sign | None] = [None] * len(pitches)
    last_bar: dict[int, int] = {}
    for bar in bars:
        in_force: dict[int, int] = {}
        for piece in bar.pieces:
            if piece.note is None or piece.tied_from:
                continue
            pitch = pitches[piece.note]
            position, alteration, normal = pitch.position, pitch.alteration, signature[pitch.letter]
            if in_force.get(position, normal) != alteration:
                signs[piece.note] = Sign(alteration)
            elif cautionary and position not in in_force and last_bar.get(position, normal) != normal:
                signs[piece.note] = Sign(alteration, cautionary=True)
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


def _spelled(start: Fraction, length: Fraction, index: int | None, beats: int) -> Iterator[tuple[int, Piece]]:
    """Split a duration into signs that can be written, tied where they belong to one note."""
    now, end = start, start + length
    while now < end:
        bar, place = divmod(now, beats)
        sign, value, dots, triplet = _longest_sign(place, min(end - now, beats - place), beats, rest=index is None)
        piece = Piece(
            start=place,
            length=sign,
            value=value,
            dots=dots,
            triplet=triplet,
            note=index,
            tied_from=index is not None and now > start,
            tied_to=index is not None and now + sign < end,
        )
        yield int(bar), piece
        now += sign


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


def _beamed(bar: list[Piece], beats: int) -> list[Piece]:
    eighths_only = beats == 4 and all(
        piece.value != "16th" and not piece.triplet and not (piece.value == "eighth" and piece.dots) for piece in bar
    )
    width = 2 if eighths_only else 1

    def group_of(item: tuple[int, Piece]) -> tuple[bool, int]:
        _, piece = item
        return piece.note is not None and piece.value in _BEAMS, int(piece.start // width)

    done = list(bar)
    for (beamable, _), members in groupby(enumerate(bar), key=group_of):
        places = [place for place, _ in members]
        if not beamable or len(places) < 2:
            continue
        levels = [_BEAMS[bar[place].value] for place in places]
        for i, place in enumerate(places):
            done[place] = replace(bar[place], beams=tuple(_beam_state(levels, i, n) for n in range(1, levels[i] + 1)))
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


def _tuplets(bar: list[Piece]) -> list[Piece]:
    done = list(bar)
    for (triplet, _), members in groupby(enumerate(bar), key=lambda item: (item[1].triplet, int(item[1].start))):
        if triplet:
            places = [place for place, _ in members]
            done[places[0]] = replace(done[places[0]], tuplet="start")
            done[places[-1]] = replace(done[places[-1]], tuplet="stop")
    return done
