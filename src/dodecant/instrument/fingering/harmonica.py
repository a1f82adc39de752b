"""Harmonicas: the hole, the breath, and the bend or the slide of each note.

A diatonic harp has ten holes in Richter tuning; a hole bends between its two reeds, the higher one down to a half step
above the lower: draw bends in holes 1 to 6, blow bends in 7 to 10. Notes that no reed and no bend has can be overblown
(holes 1, 4, 5, 6) or overdrawn (7, 9, 10) where that is allowed. The chromatic harp has twelve holes in solo tuning,
and a slide that raises every reed by a half step. Tunings as in any manufacturer's chart.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Final, Literal, NamedTuple

from dodecant.instrument.fingering.optimiser import Costs, Family

Breath = Literal["blow", "draw"]
# MIDI numbers of a harp in C.
BLOW: Final = (60, 64, 67, 72, 76, 79, 84, 88, 91, 96)
DRAW: Final = (62, 67, 71, 74, 77, 81, 83, 86, 89, 93)
_OVERBLOWN, _OVERDRAWN = (1, 4, 5, 6), (7, 9, 10)
SOLO_BLOW: Final = (60, 64, 67, 72, 72, 76, 79, 84, 84, 88, 91, 96)
SOLO_DRAW: Final = (62, 65, 69, 71, 74, 77, 81, 83, 86, 89, 93, 95)
# In which position a harp is played, by the half steps from its own key to the key that is played: circle of fifths.
POSITIONS: Final = {0: 1, 7: 2, 2: 3, 9: 4, 4: 5, 11: 6, 6: 7, 1: 8, 8: 9, 3: 10, 10: 11, 5: 12}


class HarpNote(NamedTuple):
    """A hole (from 1), the breath, how many half steps it is bent down, whether it is blown or drawn over, and whether
    the slide is pressed.
    """

    hole: int
    breath: Breath
    bend: int
    over: bool
    slide: bool
    height: int

    @property
    def text(self) -> str:
        """'4↑' blown, '4↓' drawn; an apostrophe for each half step of a bend, ° for one blown over, • for the slide."""
        arrow = "↑" if self.breath == "blow" else "↓"
        return f"{self.hole}{arrow}{'’' * self.bend}{'°' if self.over else ''}{'•' if self.slide else ''}"


class DiatonicHarp(Family[HarpNote]):
    """A ten-hole harp in a key, given as the half steps from C to it (-5 for a harp in G, up to 6)."""

    def __init__(self, weights: Mapping[str, int], above_c: int = 0, *, overblows: bool = False) -> None:
        self._weights = weights
        self._notes: dict[int, list[HarpNote]] = {}
        for note in _richter(overblows):
            height = note.height + above_c
            self._notes.setdefault(height, []).append(note._replace(height=height))

    @property
    def heights(self) -> Sequence[int]:
        """Every note it has (MIDI numbers), from the lowest."""
        return sorted(self._notes)

    def states(self, height: int) -> Sequence[HarpNote]:
        """Every way to have the note: reeds first, then bends, then what is blown over."""
        return sorted(self._notes.get(height, ()), key=lambda one: (one.over, one.bend, one.hole))

    def own(self, state: HarpNote) -> Costs:
        """Bends by their depth; what is blown over costs more than any."""
        return {"bend": self._weights["bend"] * state.bend, "over": self._weights["over"] * state.over}

    def between(self, before: HarpNote, after: HarpNote) -> Costs:
        """A turn of the breath, and holes that the mouth moves beyond the next."""
        return _breath_and_holes(before, after, self._weights)


class ChromaticHarp(Family[HarpNote]):
    """A twelve-hole harp in solo tuning, in C."""

    def __init__(self, weights: Mapping[str, int]) -> None:
        self._weights = weights
        self._notes: dict[int, list[HarpNote]] = {}
        for breath, reeds in (("blow", SOLO_BLOW), ("draw", SOLO_DRAW)):
            for hole, reed in enumerate(reeds, start=1):
                for slide in (False, True):
                    note = HarpNote(hole, breath, 0, False, slide, reed + slide)  # type: ignore[arg-type]
                    self._notes.setdefault(note.height, []).append(note)

    def states(self, height: int) -> Sequence[HarpNote]:
        """Every way to have the note, without the slide first."""
        return sorted(self._notes.get(height, ()), key=lambda one: (one.slide, one.hole, one.breath))

    def own(self, state: HarpNote) -> Costs:
        """A point for the slide."""
        return {"slide": self._weights["slide"] * state.slide}

    def between(self, before: HarpNote, after: HarpNote) -> Costs:
        """As on the diatonic harp; and the slide's way in or out."""
        return {
            **_breath_and_holes(before, after, self._weights),
            "slide": self._weights["slide_moved"] * (before.slide != after.slide),
        }


def _breath_and_holes(before: HarpNote, after: HarpNote, weigh: Mapping[str, int]) -> Costs:
    away = abs(after.hole - before.hole)
    return {
        "breath": weigh["breath"] * (before.breath != after.breath),
        "holes": weigh["hole"] * away + weigh["leap"] * max(0, away - 2),
    }


def _richter(overblows: bool) -> list[HarpNote]:
    """Every note of a harp in C."""
    found = []
    for hole, (blow, draw) in enumerate(zip(BLOW, DRAW, strict=True), start=1):
        found += [HarpNote(hole, "blow", 0, False, False, blow), HarpNote(hole, "draw", 0, False, False, draw)]
        for bend in range(1, draw - blow):
            found.append(HarpNote(hole, "draw", bend, False, False, draw - bend))
        for bend in range(1, blow - draw):
            found.append(HarpNote(hole, "blow", bend, False, False, blow - bend))
        if overblows and hole in _OVERBLOWN:
            found.append(HarpNote(hole, "blow", 0, True, False, draw + 1))
        if overblows and hole in _OVERDRAWN:
            found.append(HarpNote(hole, "draw", 0, True, False, blow + 1))
    return found
