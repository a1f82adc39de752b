"""Key signatures: how many sharps (positive) or flats (negative) suit a sound."""

from __future__ import annotations

from dodecant.exercise.harmony.timeline import Sound
from dodecant.music.core.key import Key

_SHARP_ORDER = (3, 0, 4, 1, 5, 2, 6)  # F C G D A E B


def signature_alterations(fifths: int) -> tuple[int, ...]:
    """The alteration of each letter C to B under a signature of -7 to 7 fifths.

    >>> signature_alterations(-2)
    (0, 0, -1, 0, 0, 0, -1)
    """
    altered = _SHARP_ORDER[:fifths] if fifths > 0 else _SHARP_ORDER[fifths:] if fifths < 0 else ()
    sign = 1 if fifths > 0 else -1
    return tuple(sign if letter in altered else 0 for letter in range(7))


def fifths_for(sound: Sound) -> int:
    """The signature in which the sound needs no accidental; else that of the tonic's major or minor key.

    Of several (a scale with gaps has several) the one nearest to the tonic's own key is taken.
    """
    own = max(-7, min(7, Key(sound.tonic, sound.scale.colour).fifths))
    names = [degree.name_above(sound.tonic) for degree in sound.scale.degrees]
    fitting = [
        fifths
        for fifths in range(-7, 8)
        if all(signature_alterations(fifths)[name.letter] == name.alteration for name in names)
    ]
    return min(fitting, key=lambda fifths: (abs(fifths - own), fifths), default=own)
