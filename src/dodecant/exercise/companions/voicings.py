"""Voicings of chords, spelled, each as near as it can be to the one before.

A shell is root, third and seventh (usual teaching on two-handed and left-hand playing); a rootless voicing third,
fifth, seventh and ninth or seventh, ninth, third and fifth, a dominant with the thirteenth for its fifth. A sixth
stands in for a missing seventh. What the chord leaves open is taken from its sound.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import lru_cache
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.music.core.cheapest_way import cheapest_way
from dodecant.music.core.chord import Chord, Quality, guide_degrees
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.scales.scale import Scale

# Where the lowest and the highest tone may lie (MIDI numbers): low shells grow muddy, high ones hide the line.
_ROOT = NoteName(0)
_ROOM = {("shell", "left"): (40, 64), ("shell", "right"): (52, 76),
         ("rootless", "left"): (48, 69), ("rootless", "right"): (58, 81)}  # fmt: skip


class VoicedChord(NamedTuple):
    """What is voiced: a root, and above it the third, fifth, seventh and ninth; a dominant has a thirteenth."""

    root: NoteName
    third: Degree
    fifth: Degree
    seventh: Degree
    ninth: Degree
    thirteenth: Degree | None


def harmonic(chord: Chord | None, sound: Sound) -> VoicedChord:
    """What is voiced over a chord with its sound; without a chord, over the sound alone."""
    if chord is None:
        return VoicedChord(sound.tonic, *_of_scale(sound.scale))
    above = Degree(1) if sound.tonic == chord.root else Degree.between(chord.root, sound.tonic)
    return VoicedChord(chord.root, *_of_chord(chord.quality, sound.scale, above))


_ChordDegrees = tuple[Degree, Degree, Degree, Degree, Degree | None]


@lru_cache(maxsize=256)
def _of_scale(scale: Scale) -> _ChordDegrees:
    own = {degree.number: degree for degree in reversed(scale.degrees)}
    third = next((own[number] for number in (3, 4, 2) if number in own), Degree(1))
    seventh = next((own[number] for number in (7, 6) if number in own), Degree(1))
    fifth, ninth = own.get(5, Degree(1)), own.get(2, Degree(1))
    return third, fifth, seventh, ninth, own.get(6) if _is_dominant(third, seventh) else None


@lru_cache(maxsize=512)
def _of_chord(quality: Quality, scale: Scale, above: Degree) -> _ChordDegrees:
    """What the chord leaves open is the sound's, whose tonic lies `above` the chord's root."""
    third, seventh = guide_degrees(Chord(_ROOT, quality, None))
    own = scale.degrees_above(_ROOT, above.name_above(_ROOT))
    fifths = [Degree(5, alteration) for alteration in quality.fifths]
    tensions = {degree.number: degree for degree in quality.tensions}

    def of_sound(number: int) -> Degree | None:
        return next((degree for degree in own if degree.number == number), None)

    fifth = fifths[0] if fifths else of_sound(5) or Degree(1)
    ninth = tensions.get(9) or of_sound(2) or Degree(1)
    thirteenth = tensions.get(13) or of_sound(6)
    keeps_fifth = fifth.alteration != 0 or not _is_dominant(third, seventh)
    return third, fifth, seventh, ninth, None if keeps_fifth else thirteenth


def _is_dominant(third: Degree, seventh: Degree) -> bool:
    return third == Degree(3) and seventh == Degree(7, -1)


def voiced(chords: Sequence[VoicedChord], form: str, hand: str) -> list[tuple[Pitch, ...]]:
    """A voicing for each chord, low to high, with the least motion of all voices together.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> from dodecant.music.scales.scale import own_scale
    >>> two_five = [("Dm7", "D", "1 2 b3 4 5 6 b7"), ("G7", "G", "1 2 3 4 5 6 b7"), ("Cmaj7", "C", "1 2 3 4 5 6 7")]
    >>> chords = [harmonic(parse_chord(c), Sound(NoteName.parse(t), own_scale("", s))) for c, t, s in two_five]
    >>> for voicing in voiced(chords, "rootless", "left"):
    ...     print(*(pitch.text for pitch in voicing))
    F3 A3 C4 E4
    F3 A3 B3 E4
    E3 G3 B3 D4
    """
    room = _ROOM[form, hand]
    steps = [_ways(chord, form, room) for chord in chords]
    middle = sum(room)
    best = cheapest_way(steps, own=lambda way: abs(way[0][0] + way[0][-1] - middle), between=_motion)
    return [step[number][1] for step, number in zip(steps, best, strict=True)]


_PlacedVoicing = tuple[tuple[int, ...], tuple[Pitch, ...]]  # MIDI numbers and pitches, low to high


def _motion(before: _PlacedVoicing, after: _PlacedVoicing) -> int:
    return 4 * sum([abs(one - other) for one, other in zip(before[0], after[0], strict=True)])


@lru_cache(maxsize=2048)
def _ways(chord: VoicedChord, form: str, room: tuple[int, int]) -> list[_PlacedVoicing]:
    """The voicings of a chord inside the room; the one that leaves it least, where none fits."""
    root, third, seventh = Degree(1), chord.third, chord.seventh
    orders: tuple[tuple[Degree, ...], ...] = ((root, third, seventh), (root, seventh, third))
    if form == "rootless":
        body = chord.thirteenth or chord.fifth
        orders = ((third, body, seventh, chord.ninth), (seventh, chord.ninth, third, body))
    every = [tuple(_stacked(chord.root, order, octave)) for octave in range(1, 6) for order in orders]
    heights = [(tuple(pitch.midi for pitch in pitches), pitches) for pitches in every]
    low, high = room
    inside = [way for way in heights if low <= way[0][0] and way[0][-1] <= high]
    return inside or [min(heights, key=lambda way: (max(0, low - way[0][0]) + max(0, way[0][-1] - high), way[0][-1]))]


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
