"""Triad pairs: the triad that each anchor belongs to."""

from __future__ import annotations

from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.figures.base import Figure, Grounds
from dodecant.exercise.melody.ladder_scales import pair_triads
from dodecant.exercise.melody.path import Anchor
from dodecant.exercise.recipe.figures import Pairs


class PairTones(Figure[Pairs]):
    """The two triads of a pair in turn."""

    def __init__(self, part: Pairs, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        self._pair = pair_triads(grounds.sound, part.rank, "/figure/rank")

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """The triad that the anchor belongs to, from it upwards, in the order that was asked for."""
        part, ladder = self.part, self.ladder
        triad = next((one for one in self._pair if ladder.degree(anchor.rung) in one), self._pair[0])
        rungs: list[int] = []
        rung = anchor.rung
        while len(rungs) < 3:
            if ladder.degree(rung) in triad:
                rungs.append(rung)
            rung += 1
        if part.group == "fours":
            rungs.append(rungs[0] + len(ladder.scale))
        ordered = [rungs[int(digit) - 1] for digit in part.order] + rungs[3:]
        falls = part.direction == "down" or (part.direction == "opposite" and place % 2 == 1)
        return [self.maker.rung(one) for one in (ordered[::-1] if falls else ordered)]
