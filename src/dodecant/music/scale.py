"""Scales: ordered sets of degrees. The catalogue is a data file; this module reads and checks it."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from dodecant.music.degree import Degree
from dodecant.music.errors import MusicError

Colour = Literal["major", "minor"]


@dataclass(frozen=True)
class Scale:
    """A named, ordered set of 3 to 12 degrees, starting on 1.

    `family` and `mode` say which parent it comes from and from which of the parent's steps (1-based).
    """

    id: str
    name: str
    degrees: tuple[Degree, ...]
    family: str
    mode: int
    aliases: tuple[str, ...] = ()

    def __len__(self) -> int:
        return len(self.degrees)

    @property
    def colour(self) -> Colour:
        """'minor' when the sound has a ♭3 and no 3; it chooses the usual tonic spelling."""
        thirds = {degree.alteration for degree in self.degrees if degree.number == 3}
        return "minor" if -1 in thirds and 0 not in thirds else "major"

    @cached_property
    def pitch_classes(self) -> frozenset[int]:
        """Half steps above the tonic, 0 to 11."""
        return frozenset(degree.half_steps % 12 for degree in self.degrees)

    def index_of(self, number: int) -> int | None:
        """The place of the first degree with this number (1 to 7), or None if the sound lacks it."""
        return next((i for i, degree in enumerate(self.degrees) if degree.number == number), None)

    def rotated(self, mode: int) -> tuple[Degree, ...]:
        """The degrees read from another step (1-based) as the new root.

        >>> major = Scale("m", "m", tuple(Degree(n) for n in range(1, 8)), "m", 1)
        >>> " ".join(degree.text for degree in major.rotated(2))
        '1 2 ♭3 4 5 6 ♭7'
        """
        root = self.degrees[mode - 1]
        turned = []
        for i in range(len(self)):
            octave, place = divmod(mode - 1 + i, len(self))
            degree = self.degrees[place]
            number = degree.number + 7 * octave - root.number + 1
            half_steps = degree.half_steps + 12 * octave - root.half_steps
            turned.append(Degree(number, half_steps - Degree(number).half_steps))
        return tuple(turned)


@dataclass(frozen=True)
class ScaleCatalogue:
    """All scales, in the order of the data file."""

    scales: tuple[Scale, ...]

    @cached_property
    def _by_id(self) -> dict[str, Scale]:
        return {scale.id: scale for scale in self.scales}

    def __contains__(self, scale_id: str) -> bool:
        return scale_id in self._by_id

    def get(self, scale_id: str) -> Scale:
        """The scale with this id; raises MusicError when there is none."""
        try:
            return self._by_id[scale_id]
        except KeyError:
            known = ", ".join(scale.id for scale in self.scales)
            raise MusicError(f"There is no sound called “{scale_id}”", cure=f"Choose one of: {known}.") from None

    def modes_of(self, parent: Scale) -> tuple[Scale, ...]:
        """The parent's whole family, mode by mode; a mode without a name of its own is called by its number."""
        found = []
        for mode in range(1, len(parent) + 1):
            degrees = parent.rotated(mode)
            named = next(
                (s for s in self.scales if s.degrees == degrees and s.family == parent.family),
                Scale(f"{parent.id}.{mode}", f"mode {mode} of {parent.name}", degrees, parent.family, mode),
            )
            found.append(named)
        return tuple(found)


def read_catalogue(text: str) -> ScaleCatalogue:
    """Read and check the catalogue (TOML); raises MusicError naming the row that is wrong."""
    scales = []
    for row in tomllib.loads(text)["scale"]:
        degrees = tuple(Degree.parse(word) for word in row["degrees"].split())
        half_steps = [degree.half_steps for degree in degrees]
        if not 3 <= len(degrees) <= 12 or half_steps[0] != 0 or half_steps != sorted(set(half_steps)):
            raise MusicError(f"Scale {row['id']}: degrees must rise from 1, 3 to 12 of them")
        scales.append(Scale(row["id"], row["name"], degrees, row["family"], row["mode"], tuple(row.get("aliases", ()))))
    names = [name.lower() for scale in scales for name in (scale.name, *scale.aliases)]
    ids = [scale.id for scale in scales]
    if len(set(names)) < len(names) or len(set(ids)) < len(ids):
        raise MusicError("Every scale id, name and alias must be unique")
    return ScaleCatalogue(tuple(scales))
