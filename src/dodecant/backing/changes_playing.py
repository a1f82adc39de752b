"""Changes as they are heard by themselves: every chord struck once, voiced."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from dodecant.exercise.companions.bass_and_chord import voicings
from dodecant.music.progressions.changes import Changes


@dataclass(frozen=True, slots=True)
class PlayedChord:
    """A chord by its number as written: start and length in quarter notes, MIDI numbers."""

    chord: int
    start: Fraction
    length: Fraction
    pitches: tuple[int, ...]


def played_chords(changes: Changes) -> tuple[PlayedChord, ...]:
    """Every chord in the order it sounds; a chord that goes on is struck once.

    >>> from dodecant.music.progressions.changes_text import parse_changes
    >>> [(one.chord, str(one.start)) for one in played_chords(parse_changes("|: Dm7 G7 :|"))]
    [(0, '0'), (1, '2'), (0, '4'), (1, '6')]
    """
    order = [(n, changes.bars[bar].metre) for bar in changes.played for n in changes.slot_numbers[bar]]
    found, now = [], Fraction(0)
    for (number, metre), voicing in zip(order, voicings(changes.slots[n].chord for n, _ in order), strict=True):
        length = Fraction(4 * changes.slots[number].beats, metre.unit)
        found.append(PlayedChord(number, now, length, voicing.pitches if voicing else ()))
        now += length
    return tuple(found)
