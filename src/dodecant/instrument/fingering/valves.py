"""Three valves: which are pressed for each note, and which slide has to be pushed out for its tuning.

The open tube sounds the partials of its fundamental (as written); the valves lower it by two, one and three half steps.
First choices and slides are those of the usual charts of method books: valves one and three together, and all three,
are too short, so that the third slide is pushed out for written D and C♯ above middle C and what lies below, not for
those an octave higher, which have other valves.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import lru_cache
from typing import Final, NamedTuple

from dodecant.instrument.fingering.optimiser import Costs, Family

# Half steps that each combination lowers the tube by, the usual one first.
COMBINATIONS: Final[dict[str, int]] = {"0": 0, "2": 1, "1": 2, "12": 3, "3": 3, "23": 4, "13": 5, "123": 6}
# Half steps above the fundamental, by partial; the seventh is too flat to be used.
PARTIALS: Final[dict[int, int]] = {2: 12, 3: 19, 4: 24, 5: 28, 6: 31, 8: 36, 9: 38, 10: 40, 12: 43, 16: 48}
_SHARP: Final = frozenset({"13", "123"})


class ValveFingering(NamedTuple):
    """Valves pressed ('13'; '0' for none), the partial, and whether the tube is too short for them."""

    valves: str
    partial: int
    sharp: bool
    height: int

    @property
    def text(self) -> str:
        """'13', '0'; what is sharp, and wants the third slide pushed out where there is one, is marked by a star."""
        return self.valves + ("*" if self.sharp else "")


class Valves(Family[ValveFingering]):
    """A brass instrument with three valves, whose open tube has a fundamental (its written MIDI number)."""

    def __init__(self, fundamental: int, weights: Mapping[str, int]) -> None:
        self.fundamental, self._weights = fundamental, weights

    def states(self, height: int) -> Sequence[ValveFingering]:
        """Every combination that has the note, the usual one first: the fewest half steps from its partial."""
        return _combinations(height, self.fundamental)

    def own(self, state: ValveFingering) -> Costs:
        """Alternates cost, so that the usual combination is taken unless a pin says otherwise."""
        usual = self.states(state.height)[0]
        weigh = self._weights
        return {
            "alternate": weigh["alternate"] * (state != usual),
            "tuning": weigh["slide"] * state.sharp,
            "valves": weigh["third_alone"] * (state.valves == "3"),
        }

    def between(self, before: ValveFingering, after: ValveFingering) -> Costs:
        """A point for each valve that moves."""
        moved = set(before.valves) ^ set(after.valves)
        return {"valves": self._weights["moved"] * len(moved - {"0"})}


@lru_cache(maxsize=512)
def _combinations(height: int, fundamental: int) -> tuple[ValveFingering, ...]:
    """All of them by how much tube they add.

    >>> [one.valves for one in _combinations(62, 48)]
    ['13']
    >>> [one.valves for one in _combinations(64, 48)]
    ['12', '3']
    """
    found = [
        ValveFingering(valves, partial, valves in _SHARP, height)
        for partial, above in PARTIALS.items()
        for valves, lower in COMBINATIONS.items()
        if fundamental + above - lower == height
    ]
    return tuple(sorted(found, key=lambda one: (COMBINATIONS[one.valves], one.valves == "3", -one.partial)))
