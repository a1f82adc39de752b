"""The points of the fingering costs, from their data file."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from typing import Final

from dodecant.music.core.errors import MusicError

Weights = Mapping[str, Mapping[str, int]]
FAMILIES: Final = ("fretted", "keyboard", "slide", "valves", "harmonica")


def read_weights(text: str) -> Weights:
    """Read and check the data file (TOML): whole points, none below zero, for every family."""
    found = tomllib.loads(text)
    if set(found) != set(FAMILIES):
        raise MusicError(f"Weights are given for {', '.join(found)}.", cure=f"Give them for {', '.join(FAMILIES)}.")
    for family, weights in found.items():
        for name, points in weights.items():
            if not isinstance(points, int) or points < 0:
                raise MusicError(f"{family}.{name} is {points}.", cure="Give whole points, none below zero.")
    return found
