"""The hands of one instrument: its family, and lines fingered with what is pinned and what repeats."""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from typing import Any

from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.harmonica import HarpNote
from dodecant.instrument.fingering.keyboard import KeyFinger
from dodecant.instrument.fingering.optimiser import Alternative, Family, Optimiser, repeated
from dodecant.instrument.fingering.slide import SlidePosition
from dodecant.instrument.fingering.valves import ValveFingering

Finger = Stopped | KeyFinger | SlidePosition | ValveFingering | HarpNote


class Hands:
    """Fingers whole lines. With `same` the same notes get the same fingers where a group of them comes again."""

    def __init__(self, family: Family[Any], *, same: bool = True, seed: int = 0) -> None:
        self._optimiser: Optimiser[Any] = Optimiser(family)
        self._same, self._seed = same, seed

    def line(
        self, groups: Sequence[Sequence[int]], pinned: Mapping[int, Hashable] | None = None
    ) -> list[Finger | None]:
        """The finger of every note of a line, given in groups (its bars) of MIDI numbers; `pinned` by place in it.

        A group that comes again keeps the fingers it had at first, and the rest is optimised round it.
        """
        heights = [height for group in groups for height in group]
        fixed: dict[int, Hashable | None] = dict(pinned or {})
        taken = self._optimiser.cheapest(heights, pinned, self._seed)
        again = repeated(groups) if self._same else {}
        if not again:
            return taken
        starts = [0]
        for group in groups:
            starts.append(starts[-1] + len(group))
        for number, first in again.items():
            for place in range(len(groups[number])):
                state = fixed.setdefault(starts[first] + place, taken[starts[first] + place])
                fixed.setdefault(starts[number] + place, state)
        known = {place: state for place, state in fixed.items() if state is not None}
        return self._optimiser.cheapest(heights, known, self._seed)

    def why(self, heights: Sequence[int], taken: Sequence[Any], place: int) -> list[Alternative[Any]]:
        """Every way to play one note with the rest as it is, the cheapest first."""
        return self._optimiser.alternatives(heights, taken, place)

    def plays(self, height: int) -> bool:
        """Whether the instrument has a note."""
        return bool(self._optimiser.states(height))
