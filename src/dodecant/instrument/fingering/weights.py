"""The points of the fingering costs, from their data file."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Final

from dodecant.music.core.errors import MusicError

FAMILIES: Final = ("fretted", "keyboard", "slide", "valves", "harmonica")


@dataclass(frozen=True)
class Weights:
    """Points by family and name; a value, so that what is worked out with them can be remembered by them."""

    rows: tuple[tuple[str, tuple[tuple[str, int], ...]], ...]

    @cached_property
    def _by_family(self) -> Mapping[str, Mapping[str, int]]:
        return {family: dict(points) for family, points in self.rows}

    def __getitem__(self, family: str) -> Mapping[str, int]:
        return self._by_family[family]


def read_weights(text: str) -> Weights:
    """Read and check the data file (TOML): whole points, none below zero, for every family."""
    found = tomllib.loads(text)
    if set(found) != set(FAMILIES):
        raise MusicError(f"Weights are given for {', '.join(found)}.", cure=f"Give them for {', '.join(FAMILIES)}.")
    for family, weights in found.items():
        for name, points in weights.items():
            if not isinstance(points, int) or points < 0:
                raise MusicError(f"{family}.{name} is {points}.", cure="Give whole points, none below zero.")
    return Weights(tuple((family, tuple(found[family].items())) for family in FAMILIES))
