"""Voicings of chords, spelled, each as near as it can be to the one before.

A shell is root, third and seventh in either order (usual teaching on two-handed and left-hand playing); a rootless
voicing stands on its third (3 5 7 9) or its seventh (7 9 3 5), a dominant with the thirteenth for its fifth; an open
one is 9 3 ♯11 7. What the chord states is heard: an altered ninth, a ♯11 or a thirteenth takes the place of the plain
ninth or of the fifth, and stands on top of a shell. A tone that rubs gives way to the root: a half-diminished chord is
3 ♭5 7 with its root. A sixth stands in for a missing seventh, the fourth for a suspended third. What the chord leaves
open is taken from its sound.
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

_ROOT = NoteName(0)
# Where the lowest and the highest tone may lie (MIDI numbers): low shells grow muddy, high ones hide the line.
_ROOM = {("shell", "left"): (40, 64), ("shell", "right"): (52, 76), ("shell-7-3", "left"): (40, 68),
         ("shell-7-3", "right"): (52, 80), ("rootless", "left"): (48, 69), ("rootless", "right"): (58, 81),
         ("open", "left"): (48, 71), ("open", "right"): (57, 81)}  # fmt: skip
ENOUGH_ROOM = 24  # half steps in which every chord has a place
_FAMILY = {"shell": "shell", "shell-3-7": "shell", "shell-7-3": "shell"}  # all others lie where rootless ones do


class VoicedChord(NamedTuple):
    """What is voiced: a root, and above it the tones.

    `body` is the fifth or what takes its place, `ninth` the ninth or what takes its; `more` are stated tensions for
    which there was no other place, `eleventh` is the tone of an open voicing, `colour` what stands on top of a shell.
    """

    root: NoteName
    third: Degree
    body: Degree
    seventh: Degree
    ninth: Degree
    eleventh: Degree
    more: tuple[Degree, ...] = ()
    colour: Degree | None = None


def harmonic(chord: Chord | None, sound: Sound) -> VoicedChord:
    """What is voiced over a chord with its sound; without a chord, over the chord the sound is taught over."""
    if chord is None:
        return VoicedChord(sound.tonic, *_of_scale(sound.scale))
    chord = chord.heard
    above = Degree(1) if sound.tonic == chord.root else Degree.between(chord.root, sound.tonic)
    return VoicedChord(chord.root, *_of_chord(chord.quality, sound.scale, above))


_ChordDegrees = tuple[Degree, Degree, Degree, Degree, Degree, tuple[Degree, ...], Degree | None]


@lru_cache(maxsize=256)
def _of_scale(scale: Scale) -> _ChordDegrees:
    own = {degree.number: degree for degree in reversed(scale.degrees)}
    third = next((own[number] for number in (3, 4, 2) if number in own), Degree(1))
    seventh = next((own[number] for number in (7, 6) if number in own), Degree(1))
    fifth, ninth = own.get(5, Degree(1)), own.get(2, Degree(1))
    body = own.get(6, fifth) if _is_dominant(third, seventh) else fifth
    return third, body, seventh, ninth, own.get(4, fifth), (), None


@lru_cache(maxsize=512)
def _of_chord(quality: Quality, scale: Scale, above: Degree) -> _ChordDegrees:
    """What the chord leaves open is the sound's, whose tonic lies `above` the chord's root."""
    third, seventh = guide_degrees(Chord(_ROOT, quality, None))
    own = {degree.number: degree for degree in reversed(scale.degrees_above(_ROOT, above.name_above(_ROOT)))}
    stated = {degree.number: degree for degree in quality.tensions}

    def smooth(number: int) -> Degree | None:
        """The sound's tone of a number, unless it rubs."""
        tone = own.get(number)
        return None if tone is None or quality.rubs(tone.half_steps % 12) else tone

    fifth = _fifth(quality) or smooth(5) or Degree(1)
    eleventh = stated.get(11)
    sharp_eleventh = eleventh if eleventh is not None and eleventh.alteration > 0 else None
    nine = stated.get(9)
    thirteenth = stated.get(13)
    body = thirteenth or sharp_eleventh or eleventh
    if body is None:
        keeps_fifth = fifth.alteration != 0 or not _is_dominant(third, seventh)
        body = fifth if keeps_fifth else own.get(6) or fifth
    ninth = nine or smooth(2) or Degree(1)
    more = []
    if thirteenth is not None and sharp_eleventh is not None:
        if nine is None or nine.alteration == 0:
            ninth = sharp_eleventh
        else:
            more.append(sharp_eleventh)
    if thirteenth is not None and fifth.alteration != 0:
        more.append(fifth)
    open_eleventh = eleventh or smooth(4) or fifth
    tops = [tone for tone in (*quality.tensions, thirteenth) if tone is not None and tone.alteration != 0]
    return third, body, seventh, ninth, open_eleventh, tuple(more), next(iter(tops), thirteenth or nine or eleventh)


def _fifth(quality: Quality) -> Degree | None:
    """The fifth of a chord; of two altered ones the raised one, as the ♭13 that it is."""
    if len(quality.fifths) > 1:
        return Degree(6, -1)
    return Degree(5, quality.fifths[0]) if quality.fifths else None


def _is_dominant(third: Degree, seventh: Degree) -> bool:
    return third == Degree(3) and seventh == Degree(7, -1)


def room_of(form: str, hand: str) -> tuple[int, int]:
    """Where the lowest and the highest tone of a form lie under a hand (MIDI numbers)."""
    return _ROOM[form if (form, hand) in _ROOM else _FAMILY.get(form, "rootless"), hand]


def voiced(
    chords: Sequence[VoicedChord], form: str, hand: str, lowest: int | None = None, highest: int | None = None
) -> list[tuple[Pitch, ...]]:
    """A voicing for each chord, low to high, with the least motion of all voices together.

    They lie where the hand plays them, or between a `lowest` and a `highest` MIDI number of one's own.

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
    return list(_voiced(tuple(chords), form, hand, lowest, highest))


@lru_cache(maxsize=64)  # the chords of twelve keys, a few times over: what changes on the bench is mostly the line
def _voiced(
    chords: tuple[VoicedChord, ...], form: str, hand: str, lowest: int | None, highest: int | None
) -> tuple[tuple[Pitch, ...], ...]:
    room = room_of(form, hand)
    if lowest is not None or highest is not None:
        low = lowest if lowest is not None else (highest or 0) - ENOUGH_ROOM
        room = low, highest if highest is not None else low + ENOUGH_ROOM
    steps = [_ways(chord, form, room) for chord in chords]
    middle = sum(room)
    best = cheapest_way(steps, own=lambda way: abs(way[0][0] + way[0][-1] - middle), between=_motion)
    return tuple(step[number][1] for step, number in zip(steps, best, strict=True))


_PlacedVoicing = tuple[tuple[int, ...], tuple[Pitch, ...]]  # MIDI numbers and pitches, low to high


def _motion(before: _PlacedVoicing, after: _PlacedVoicing) -> int:
    one, other = before[0], after[0]
    if len(one) == len(other):
        return 4 * sum([abs(low - high) for low, high in zip(one, other, strict=True)])
    fewer, more = sorted((one, other), key=len)
    return 4 * sum([min(abs(tone - near) for near in fewer) for tone in more])


@lru_cache(maxsize=2048)
def _ways(chord: VoicedChord, form: str, room: tuple[int, int]) -> list[_PlacedVoicing]:
    """The voicings of a chord inside the room; where none fits, the narrowest order; else what leaves it least."""
    low, high = room
    every: list[_PlacedVoicing] = []
    for orders in (_orders(chord, form), [_narrowest(chord, form)]):
        stacks = [tuple(_stacked(chord.root, order, octave)) for octave in range(1, 8) for order in orders]
        heights = [(tuple(pitch.midi for pitch in pitches), pitches) for pitches in stacks]
        inside = [way for way in heights if low <= way[0][0] and way[0][-1] <= high]
        if inside:
            return inside
        every += heights
    return [min(every, key=lambda way: (max(0, low - way[0][0]) + max(0, way[0][-1] - high), way[0][-1]))]


def _narrowest(chord: VoicedChord, form: str) -> tuple[Degree, ...]:
    """The order of a form that lies inside an octave."""
    if _FAMILY.get(form) == "shell":
        return _closed(Degree(1), (Degree(1), chord.third, chord.seventh))
    return _orders(chord, form)[0]


def _orders(chord: VoicedChord, form: str) -> list[tuple[Degree, ...]]:
    """The tones from the bottom up, in each way the form has."""
    third, seventh = chord.third, chord.seventh
    top = () if chord.colour is None else (chord.colour,)
    shells = {"shell-3-7": (Degree(1), third, seventh, *top), "shell-7-3": (Degree(1), seventh, third, *top)}
    if form in shells:
        return [shells[form]]
    if form == "shell":
        return list(shells.values())
    if form == "open":
        return [(chord.ninth, third, chord.eleventh, seventh)]
    tones = (third, chord.body, seventh, chord.ninth, *chord.more)
    closed = {"rootless-on-3": _closed(third, tones), "rootless-on-7": _closed(seventh, tones)}
    return [closed[form]] if form in closed else list(closed.values())


def _closed(bottom: Degree, tones: Sequence[Degree]) -> tuple[Degree, ...]:
    """Tones as close as they come above the lowest of them."""
    return tuple(sorted(tones, key=lambda tone: (tone.half_steps - bottom.half_steps) % 12))


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
