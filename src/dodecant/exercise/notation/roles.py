"""The weight of ink: what a tone is in its sound."""

from __future__ import annotations

from dodecant.exercise.notation.score import Role
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale


def role_of(degree: Degree, scale: Scale) -> Role:
    """Chord tone, tension, tone to handle with care, or from outside the sound."""
    if degree not in scale.tones:
        return "outside"
    if degree in scale.frame:
        return "chord"
    return "care" if degree in scale.care else "tension"
