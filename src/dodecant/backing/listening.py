"""Ways of hearing a sound: up and down, over a drone, home to the root after every note, against each of its chords.

Time is in beats from the start; pitches are MIDI numbers.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from dodecant.exercise.companions.bass_and_chord import voicings
from dodecant.music.core.chord import Chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.scales.scale import Scale

ListeningWay = Literal["alone", "drone", "root", "chords"]
LISTENING_WORDS: Mapping[ListeningWay, str] = {
    "alone": "up and down",
    "drone": "over a drone",
    "root": "home after every note",
    "chords": "against its chords",
}
LISTENING_WAYS = tuple(LISTENING_WORDS)
_LEFT_HAND = 60  # a drone lies below this


@dataclass(frozen=True, slots=True)
class Sounding:
    """Pitches that begin together and last a number of beats; `step` is the note's place in the sound, 0 the root."""

    start: float
    length: float
    pitches: tuple[int, ...]
    step: int | None = None


def listening(tonic: NoteName, scale: Scale, chords: Sequence[Chord], way: ListeningWay) -> tuple[Sounding, ...]:
    """What is played for one way of hearing a sound.

    >>> from dodecant.music.scales.scale import own_scale
    >>> triad = own_scale("triad", "1 3 5")
    >>> [event.pitches for event in listening(NoteName.parse("C"), triad, (), "root")]
    [(60,), (64,), (60,), (67,), (60,), (72,), (60,)]
    """
    rising = _heights(tonic, scale.degrees)
    falling = list(reversed(_heights(tonic, scale.down or scale.degrees)))[1:]
    if way == "root":
        return tuple(_home_each_time(rising))
    line = [*rising, *falling]
    notes = [Sounding(float(n), 1.0, (pitch,), step) for n, (pitch, step) in enumerate(line)]
    if way == "drone":
        root = rising[0][0]
        low = root - 12 * (1 + (root - _LEFT_HAND) // 12)
        return (Sounding(0.0, float(len(line)), (low, low + 7 if _has_fifth(scale) else low + 12)), *notes)
    if way == "chords":
        return tuple(_against(chords, notes, len(line)))
    return tuple(notes)


def _heights(tonic: NoteName, degrees: Sequence[Degree]) -> list[tuple[int, int]]:
    root = Pitch(tonic.letter, tonic.alteration, 4)
    return [*((degree.above(root).midi, step) for step, degree in enumerate(degrees)), (root.midi + 12, 0)]


def _home_each_time(rising: Sequence[tuple[int, int]]) -> list[Sounding]:
    root = rising[0][0]
    found = [Sounding(0.0, 1.0, (root,), 0)]
    for pitch, step in rising[1:]:
        at = found[-1].start + 1
        found += [Sounding(at, 1.0, (pitch,), step), Sounding(at + 1, 1.0, (root,), 0)]
    return found


def _against(chords: Sequence[Chord], notes: Sequence[Sounding], beats: int) -> list[Sounding]:
    found: list[Sounding] = []
    for place, voicing in enumerate(voicings(chords)):
        begin = place * (beats + 1)
        if voicing is not None:
            found.append(Sounding(float(begin), float(beats), voicing.pitches))
        found += [Sounding(begin + note.start, note.length, note.pitches, note.step) for note in notes]
    return found


def _has_fifth(scale: Scale) -> bool:
    return 7 in scale.pitch_classes
