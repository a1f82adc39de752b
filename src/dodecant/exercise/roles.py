"""The weight of ink: what a tone is in its sound."""

from __future__ import annotations

from dodecant.exercise.score import Role
from dodecant.music.degree import Degree
from dodecant.music.scale import Scale

_CHORD_NUMBERS = (1, 3, 5, 7)


def role_of(degree: Degree, scale: Scale) -> Role:
    """Chord tone, tension, tone to handle with care, or from outside the sound.

    The chord is the sound's own seventh chord on its root; a tone a half step above one of its tones is to be
    handled with care (the usual teaching on "avoid notes", e.g. the 4 over a major seventh chord).
    """
    if degree not in scale.degrees:
        return "outside"
    if degree.number in _CHORD_NUMBERS:
        return "chord"
    chord = {own.half_steps for own in scale.degrees if own.number in _CHORD_NUMBERS}
    return "care" if (degree.half_steps - 1) % 12 in chord else "tension"
