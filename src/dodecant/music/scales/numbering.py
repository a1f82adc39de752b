"""The schools of numbering a scale's tones."""

from __future__ import annotations

from typing import Final, Literal

from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import Pitch
from dodecant.music.scales.scale import Scale

NumberingSchool = Literal["major", "ninths", "chord", "steps"]
IN_ONE_OCTAVE: Final[tuple[NumberingSchool, ...]] = ("major", "chord", "steps")  # those that differ there
_TENSIONS = {2: 9, 4: 11, 6: 13}
_C = Pitch(0, 0, 4)


def number_text(degree: Degree, scale: Scale, school: NumberingSchool, *, over_octave: bool = False) -> str:
    """The number of a degree (1 to 7) in a sound.

    `major`: against the major scale (1 2 ♭3). `ninths`: the same, but 9 11 13 for 2 4 6 over the octave. `chord`: as a
    chord on the root hears it; 2, 4 and 6 are its 9, 11 and 13, and a ♭3 beside a 3 is its ♯9. `steps`: the sound's
    own steps, counted from its root; a tone the sound lacks keeps its sign against the step of its own number.

    >>> from dodecant.music.scales.scale import Scale
    >>> dorian = Scale("d", "d", tuple(map(Degree.parse, "1 2 b3 4 5 6 b7".split())), "major", 2)
    >>> [number_text(d, dorian, "chord") for d in dorian.degrees]
    ['1', '9', '♭3', '11', '5', '13', '♭7']
    >>> [number_text(d, dorian, "ninths", over_octave=True) for d in dorian.degrees]
    ['1', '9', '♭3', '11', '5', '13', '♭7']
    """
    if school == "ninths" and over_octave and degree.number in _TENSIONS:
        return Degree(_TENSIONS[degree.number], degree.alteration).text
    if school in ("major", "ninths"):
        return degree.text
    if school == "chord":
        return _as_the_chord_hears(degree, scale).text
    for form in (scale.degrees, scale.down or ()):
        if degree in form:
            return str(form.index(degree) + 1)
    return _foreign_step(degree, scale)


def plainly(degree: Degree, scale: Scale) -> Degree:
    """A tone outside a sound by the number it sounds as, where it would have a double sign.

    What leads down into the ♭6 of a minor scale is its 6, whose letter is the one above: A A♭ for B𝄫 A♭ in C.

    >>> from dodecant.music.scales.scale import Scale
    >>> minor = Scale("m", "m", tuple(map(Degree.parse, "1 2 b3 4 5 b6 b7".split())), "major", 6)
    >>> plainly(Degree(7, -2), minor).text
    '6'
    """
    if abs(degree.alteration) < 2 or degree in scale.tones:
        return degree
    heard = degree.above(_C).plain(white_keys_too=False)
    return Degree(heard.position - _C.position + 1, heard.alteration)


def _as_the_chord_hears(degree: Degree, scale: Scale) -> Degree:
    if degree == Degree(3, -1) and any(tone.half_steps == 4 for tone in scale.frame):
        return Degree(9, 1)
    if degree == Degree(4, -1):
        return Degree(3)
    if degree.number in _TENSIONS:
        return Degree(_TENSIONS[degree.number], degree.alteration)
    return degree


def _foreign_step(degree: Degree, scale: Scale) -> str:
    index = scale.index_of(degree.number)
    if index is None:
        below = [i for i, own in enumerate(scale.degrees) if own.half_steps < degree.half_steps % 12]
        index = below[-1] if below else 0
    own = scale.degrees[index]
    difference = (degree.half_steps - own.half_steps + 6) % 12 - 6
    return Degree(index + 1, difference).text
