"""Bass lines: walking, in two, or on a pedal.

Walking as it is usually taught: the root (or the bass) where a chord comes, chord tones on strong beats, and on the
last beat before the next chord a note that leads to it, a half or a whole step away or its fifth. Of all lines that do
so the cheapest is taken: small steps, no repeated note, the middle of the range; a seed throws a few points on each.
"""

from __future__ import annotations

import random
from collections.abc import Iterator, Mapping, Sequence
from fractions import Fraction
from typing import Final, NamedTuple

from dodecant.backing.held import HeldChord, at_beats
from dodecant.backing.setting import BassWay
from dodecant.music.core.cheapest_way import cheapest_way
from dodecant.music.core.metre import Metre

LOWEST, HIGHEST = 28, 50  # MIDI numbers: E1 to D3
_MIDDLE: Final = 38
_OCTAVE: Final = 12
_FORBIDDEN: Final = 10_000
_DICE: Final = 5
# What the chord's own numbers cost inside a bar: the root has been there.
_STRONG: Final = {1: 4, 3: 0, 5: 0, 6: 1, 7: 1}
_WEAK: Final = {1: 3, 3: 1, 5: 1, 6: 1, 7: 2}
_LEADS: Final = {1: 0, -1: 0, 2: 1, -2: 1, 7: 3}  # half steps from the next root, and what they cost


class BassNote(NamedTuple):
    """A note of the bass: start and length in quarter notes from the first barline, MIDI number."""

    start: Fraction
    length: Fraction
    pitch: int


class _Slot(NamedTuple):
    """A beat with the notes it may have: MIDI number and cost."""

    start: Fraction
    length: Fraction
    choices: tuple[tuple[int, int], ...]


def bass_line(
    chords: Sequence[HeldChord], metre: Metre, way: BassWay, seed: int, pedal: int = 0
) -> tuple[BassNote, ...]:
    """The bass under some chords; the same seed gives the same line. A `pedal` is a pitch class.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> chords = map(parse_chord, ("Dm7", "G7"))
    >>> held = [HeldChord(Fraction(4 * n), Fraction(4), one, frozenset()) for n, one in enumerate(chords)]
    >>> line = bass_line(held, Metre(), "walking", 1)
    >>> [note.pitch % 12 for note in line if note.start in (0, 4)], len(line)
    ([2, 7], 8)
    """
    if way == "none" or not chords:
        return ()
    if way == "pedal":
        return tuple(_pedal(chords, metre, pedal))
    slots = list(_slots(chords, metre, way, random.Random(seed)))  # noqa: S311 - the seed stands in the setting
    taken = cheapest_way([slot.choices for slot in slots], lambda one: one[1], _between)
    return tuple(
        BassNote(slot.start, slot.length, slot.choices[number][0]) for slot, number in zip(slots, taken, strict=True)
    )


def _pedal(chords: Sequence[HeldChord], metre: Metre, pedal: int) -> Iterator[BassNote]:
    pitch = LOWEST + (pedal - LOWEST) % _OCTAVE
    begin, end = chords[0].start, chords[-1].start + chords[-1].length
    while begin < end:
        following = min(end, (begin // metre.quarters + 1) * metre.quarters)
        yield BassNote(begin, following - begin, pitch)
        begin = following


def _slots(chords: Sequence[HeldChord], metre: Metre, way: BassWay, chance: random.Random) -> Iterator[_Slot]:
    for place, held in enumerate(chords):
        following = chords[place + 1] if place + 1 < len(chords) else chords[0]
        beats = list(at_beats(metre, held.start, held.start + held.length))
        if not beats or beats[0][0] != held.start:
            beats.insert(0, (held.start, 0, (beats[0][0] if beats else held.start + held.length) - held.start))
        if way == "two-feel":
            beats = _in_two(beats, len(metre.groups))
        for number, (start, at, length) in enumerate(beats):
            last = number == len(beats) - 1
            if number == 0:
                wanted = {_bass(held): 0}
            elif last and way == "walking":
                root = _bass(following)
                wanted = {(root + away) % _OCTAVE: cost for away, cost in _LEADS.items()}
            elif at == 0 or at * 2 == len(metre.groups) or way == "two-feel":
                wanted = _chord_tones(held, _STRONG)
            else:
                wanted = {**dict.fromkeys(held.tones, 2), **_chord_tones(held, _WEAK)}
            yield _Slot(start, length, tuple(_placed(wanted, chance)))


def _in_two(beats: Sequence[tuple[Fraction, int, Fraction]], groups: int) -> list[tuple[Fraction, int, Fraction]]:
    """The first of a chord and the middles of its bars; in odd metres its bars' first and last."""
    half = groups // 2 if groups % 2 == 0 else groups - 1
    kept = [one for number, one in enumerate(beats) if number == 0 or one[1] in (0, half)]
    ends = [*(start for start, _, _ in kept[1:]), beats[-1][0] + beats[-1][2]]
    return [(start, at, end - start) for (start, at, _), end in zip(kept, ends, strict=True)]


def _bass(held: HeldChord) -> int:
    return (held.chord.bass or held.chord.root).pitch_class


def _chord_tones(held: HeldChord, costs: Mapping[int, int]) -> dict[int, int]:
    """The tones of a chord by pitch class, with what their numbers cost."""
    root = held.chord.root.pitch_class
    return {(root + tone.half_steps) % _OCTAVE: costs.get(tone.number, 3) for tone in held.chord.quality.frame}


def _placed(wanted: dict[int, int], chance: random.Random) -> Iterator[tuple[int, int]]:
    for pitch in range(LOWEST, HIGHEST + 1):
        if pitch % _OCTAVE in wanted:
            off = max(0, abs(pitch - _MIDDLE) - 6) // 2
            yield pitch, 2 * wanted[pitch % _OCTAVE] + off + chance.randrange(_DICE)


def _between(one: tuple[int, int], other: tuple[int, int]) -> int:
    """Repeated notes and leaps; none beyond an octave."""
    leap = abs(one[0] - other[0])
    if leap > _OCTAVE:
        return _FORBIDDEN
    return 7 if leap == 0 else max(0, leap - 2)
