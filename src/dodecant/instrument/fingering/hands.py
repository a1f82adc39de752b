"""The hands of one instrument: its family, and lines fingered with what is pinned and what repeats."""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from itertools import groupby
from typing import Any

from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.harmonica import HarpNote
from dodecant.instrument.fingering.keyboard import KeyFinger
from dodecant.instrument.fingering.optimiser import Alternative, Optimiser, Struck, repeated
from dodecant.instrument.fingering.slide import SlidePosition
from dodecant.instrument.fingering.valves import ValveFingering

Finger = Stopped | KeyFinger | SlidePosition | ValveFingering | HarpNote


class Hands:
    """Fingers whole lines. With `same` the same notes get the same fingers where a group of them comes again."""

    def __init__(self, optimiser: Optimiser[Any], *, same: bool = True, seed: int = 0) -> None:
        self._optimiser, self._same, self._seed = optimiser, same, seed

    def line(
        self, groups: Sequence[Sequence[Struck]], pinned: Mapping[int, Hashable] | None = None
    ) -> list[Finger | None]:
        """The finger of every note of a line, given in groups (its bars) of notes and chords; `pinned` by place in it.

        A group that comes again keeps the fingers it had at first, and the rest is optimised round it.
        """
        heights = [height for group in groups for height in group]
        fixed: dict[int, Any] = dict(pinned or {})
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
        return self._round(heights, taken, fixed)

    def _round(self, heights: Sequence[Struck], taken: list[Any], fixed: Mapping[int, Any]) -> list[Finger | None]:
        """The rest of a line optimised round what is fixed: only beside what became another finger by that."""
        found = [fixed.get(place, state) for place, state in enumerate(taken)]
        end = len(found)
        free = [place for place in range(end) if place not in fixed]
        for _, run in groupby(enumerate(free), key=lambda pair: pair[1] - pair[0]):
            places = [place for _, place in run]
            low, high = max(0, places[0] - 1), min(end, places[-1] + 2)
            if all(found[place] == taken[place] for place in (low, high - 1)):
                continue
            pins = {
                place - low: found[place] for place in (low, high - 1) if place in fixed and found[place] is not None
            }
            found[low:high] = self._optimiser.cheapest(heights[low:high], pins, self._seed)
        return found

    def why(self, heights: Sequence[Struck], taken: Sequence[Any], place: int) -> list[Alternative[Any]]:
        """Every way to play one note with the rest as it is, the cheapest first."""
        return self._optimiser.alternatives(heights, taken, place)

    def states(self, height: Struck) -> Sequence[Finger]:
        """Every way to play a note; none where the instrument does not have it."""
        return self._optimiser.states(height)
