"""The weight of ink: what a tone is in its sound."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache

from dodecant.exercise.notation.score import Role
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale


def role_of(degree: Degree, scale: Scale) -> Role:
    """Chord tone, tension, tone to handle with care, or from outside the sound."""
    return _roles(scale).get(degree.half_steps % 12, "outside")


@lru_cache(maxsize=256)
def _roles(scale: Scale) -> Mapping[int, Role]:
    """By half steps above the tonic: a tone is what it sounds like, however it is spelled."""

    def role(tone: Degree) -> Role:
        if tone in scale.frame:
            return "chord"
        return "care" if tone in scale.care else "tension"

    return {tone.half_steps % 12: role(tone) for tone in scale.tones}
