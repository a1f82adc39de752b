"""How a chord hears the tones of a sound: which degree each is, and whether it needs care."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import Scale

HeardRole = Literal["chord", "tension", "care"]


@dataclass(frozen=True, slots=True)
class Heard:
    """One tone of a sound over a chord."""

    name: NoteName
    degree: Degree
    role: HeardRole


def heard_degree(height: int, quality: Quality) -> Degree:
    """What a tone so many half steps above the root is to a chord: its own tone, or a tension by its usual name.

    >>> from dodecant.music.core.chord_symbol import parse_quality
    >>> [heard_degree(height, parse_quality("7")).text for height in (1, 3, 6, 8)]
    ['♭9', '♯9', '♯11', '♭13']
    """
    for own in quality.degrees:
        if own.half_steps % 12 == height:
            return own
    return _usual_names(quality)[height]


@lru_cache(maxsize=512)
def hearing(quality: Quality) -> tuple[tuple[Degree, HeardRole], ...]:
    """What a chord makes of each of the twelve tones, by half steps above its root."""
    own = {degree.half_steps % 12 for degree in quality.degrees}

    def role(height: int) -> HeardRole:
        if height in own:
            return "chord"
        return "care" if quality.rubs(height) else "tension"

    return tuple((heard_degree(height, quality), role(height)) for height in range(12))


def heard(tonic: NoteName, scale: Scale, chord: Chord) -> tuple[Heard, ...]:
    """What each tone of a sound becomes over a chord, from the sound's tonic up.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> from dodecant.music.scales.scale import own_scale
    >>> found = heard(NoteName.parse("C"), own_scale("major", "1 2 3 4 5 6 7"), parse_chord("G7"))
    >>> " ".join(tone.degree.text for tone in found), [tone.name.text for tone in found if tone.role == "care"]
    ('11 5 13 ♭7 1 9 3', ['C'])
    """
    table = hearing(chord.quality)
    names = (degree.name_above(tonic) for degree in scale.degrees)
    return tuple(Heard(name, *table[(name.pitch_class - chord.root.pitch_class) % 12]) for name in names)


@lru_cache(maxsize=256)
def _usual_names(quality: Quality) -> tuple[Degree, ...]:
    named = ["1", "b9", "9", "#9", "3", "11", "#11", "5", "b13", "13", "b7", "7"]
    if quality.third == "minor":
        named[3:5] = ["b3", "3"]
    elif quality.third in ("sus4", "sus2", "none"):
        named[3:5] = ["b3", "3"] if quality.seventh != "minor" else ["#9", "3"]
    if -1 in quality.fifths:
        named[6] = "b5"
    if quality.sixth:
        named[9] = "6"
    return tuple(map(Degree.parse, named))
