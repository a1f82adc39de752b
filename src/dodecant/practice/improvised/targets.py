"""Target notes of an improvisation: which tone of the chord stood on each change."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final, NamedTuple

from dodecant.exercise.notation.score import Strip
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.metre import Metre
from dodecant.practice.improvised.rule import PlacedNote, begins
from dodecant.practice.rounds import Passage

_GUIDES: Final = (3, 7)
_NEAR: Final = 1.0  # beat: the first note that begins within it stands on the change
_EARLY: Final = 0.5  # of a beat: an anticipated one stands on it too


class Target(NamedTuple):
    """A change: its bar (from 1) and chorus, the chord as the player reads it, what stood on it (a degree above its
    root, nothing where no note began there), whether that is a tone of the chord, and whether it is a guide tone: its
    third or seventh.
    """

    bar: int
    chorus: int
    chord: str
    degree: str
    chord_tone: bool
    guide: bool


def targets_of(
    strip: Strip, passages: Sequence[Passage], metre: Metre, notes: Sequence[PlacedNote]
) -> tuple[Target, ...]:
    """Every change on which one could play, in order."""
    found, held = list[Target](), None
    for begin, passage in zip(begins(passages), passages, strict=False):
        if passage.role == "call":
            continue
        for over, read in zip(strip.stop.chords_sounding, strip.stop.chords_written, strict=True):
            if not passage.start <= over.start < passage.end:
                continue
            before, held = held, over.chord
            if over.chord is None or over.chord == before:
                continue
            at = float(begin + over.start - passage.start)
            note = next((one for one in notes if at - _EARLY <= one.begin < at + _NEAR), None)
            bar = int(over.start // metre.quarters) + 1
            found.append(_target(over.chord, print_chord(read.chord), bar, passage.time, note))
    return tuple(found)


def _target(chord: Chord, symbol: str, bar: int, chorus: int, note: PlacedNote | None) -> Target:
    if note is None:
        return Target(bar, chorus, symbol, "", chord_tone=False, guide=False)
    above = (note.pitch - chord.root.pitch_class) % 12
    own = next((degree for degree in chord.quality.degrees if degree.half_steps % 12 == above), None)
    degree = own.text if own is not None else note.degree.text
    return Target(bar, chorus, symbol, degree, own is not None, own is not None and own.number in _GUIDES)
