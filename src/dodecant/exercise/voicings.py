"""Voicings of chords, spelled, each as near as it can be to the one before.

A shell is root, third and seventh (usual teaching on two-handed and left-hand playing); a rootless voicing third,
fifth, seventh and ninth or seventh, ninth, third and fifth, a dominant with the thirteenth for its fifth. A sixth
stands in for a missing seventh. What the chord leaves open is taken from its sound.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from dodecant.exercise.cheapest import cheapest
from dodecant.exercise.guide_tones import guide_degrees
from dodecant.exercise.timeline import Sound
from dodecant.music.chord import Chord
from dodecant.music.degree import Degree
from dodecant.music.pitch import NoteName, Pitch

# Where the lowest and the highest tone may lie (MIDI numbers): low shells grow muddy, high ones hide the line.
_ROOM = {("shell", "left"): (40, 64), ("shell", "right"): (52, 76),
         ("rootless", "left"): (48, 69), ("rootless", "right"): (58, 81)}  # fmt: skip


class Harmonic(NamedTuple):
    """What is voiced: a root, its third and seventh, its fifth and ninth, and whether it is a dominant."""

    root: NoteName
    third: Degree
    fifth: Degree
    seventh: Degree
    ninth: Degree
    thirteenth: Degree | None


def harmonic(chord: Chord | None, sound: Sound) -> Harmonic:
    """What is voiced over a chord with its sound; without a chord, over the sound alone."""
    scale = sound.scale
    if chord is None:
        own = {degree.number: degree for degree in reversed(scale.degrees)}
        third = next((own[number] for number in (3, 4, 2) if number in own), Degree(1))
        seventh = next((own[number] for number in (7, 6) if number in own), Degree(1))
        dominant = third == Degree(3) and seventh == Degree(7, -1)
        fifth, ninth = own.get(5, Degree(1)), own.get(2, Degree(1))
        return Harmonic(sound.tonic, third, fifth, seventh, ninth, own.get(6) if dominant else None)
    third, seventh = guide_degrees(chord)
    above = [_above(chord, sound, degree) for degree in scale.degrees]
    fifths = [Degree(5, alteration) for alteration in chord.quality.fifths]
    tensions = {degree.number: degree for degree in chord.quality.tensions}
    dominant = third == Degree(3) and seventh == Degree(7, -1)
    ninth = tensions.get(9) or next((degree for degree in above if degree.number == 2), Degree(1))
    sixth = tensions.get(13) or next((degree for degree in above if degree.number == 6), None)
    altered = bool(fifths and fifths[0].alteration)
    fifth = fifths[0] if fifths else next((degree for degree in above if degree.number == 5), Degree(1))
    return Harmonic(chord.root, third, fifth, seventh, ninth, sixth if dominant and not altered else None)


def _above(chord: Chord, sound: Sound, degree: Degree) -> Degree:
    return degree if sound.tonic == chord.root else Degree.between(chord.root, degree.name_above(sound.tonic))


def voiced(chords: Sequence[Harmonic], form: str, hand: str) -> list[tuple[Pitch, ...]]:
    """A voicing for each chord, low to high, with the least motion of all voices together.

    >>> from dodecant.music.chord_symbol import parse_chord
    >>> from dodecant.music.scale import own_scale
    >>> two_five = [("Dm7", "D", "1 2 b3 4 5 6 b7"), ("G7", "G", "1 2 3 4 5 6 b7"), ("Cmaj7", "C", "1 2 3 4 5 6 7")]
    >>> chords = [harmonic(parse_chord(c), Sound(NoteName.parse(t), own_scale("", s))) for c, t, s in two_five]
    >>> for voicing in voiced(chords, "rootless", "left"):
    ...     print(*(pitch.text for pitch in voicing))
    F3 A3 C4 E4
    F3 A3 B3 E4
    E3 G3 B3 D4
    """
    low, high = _ROOM[form, hand]
    steps = [list(_ways(chord, form, low, high)) for chord in chords]
    middle = low + high
    return cheapest(steps, own=lambda way: abs(way[0].midi + way[-1].midi - middle), between=_motion)


def _motion(before: tuple[Pitch, ...], after: tuple[Pitch, ...]) -> int:
    return 4 * sum(abs(one.midi - other.midi) for one, other in zip(before, after, strict=True))


def _ways(chord: Harmonic, form: str, low: int, high: int) -> Iterator[tuple[Pitch, ...]]:
    """The voicings of a chord inside the room; the lowest whole one there is, where none fits."""
    root, third, seventh = Degree(1), chord.third, chord.seventh
    orders: tuple[tuple[Degree, ...], ...] = ((root, third, seventh), (root, seventh, third))
    if form == "rootless":
        body = chord.thirteenth or chord.fifth
        orders = ((third, body, seventh, chord.ninth), (seventh, chord.ninth, third, body))
    found = False
    for octave in range(1, 6):
        for order in orders:
            way = tuple(_stacked(chord.root, order, octave))
            if low <= way[0].midi and way[-1].midi <= high:
                found = True
                yield way
    if not found:
        yield min(
            (tuple(_stacked(chord.root, order, octave)) for octave in range(1, 6) for order in orders),
            key=lambda way: (max(0, low - way[0].midi) + max(0, way[-1].midi - high), way[-1].midi),
        )


def _stacked(root: NoteName, order: Sequence[Degree], octave: int) -> Iterator[Pitch]:
    """Tones one above the other, the first one in an octave."""
    before = -1
    for degree in order:
        name = degree.name_above(root)
        pitch = Pitch(name.letter, name.alteration, octave)
        while pitch.midi <= before:
            pitch = pitch.moved(7, 12)
        before = pitch.midi
        yield pitch
