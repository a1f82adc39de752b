"""Licks as figures: every note carried to another anchor and another sound."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.figures.base import Figure, Grounds
from dodecant.exercise.melody.figures.moves import Numbered, numbered
from dodecant.exercise.melody.lick import Lean, LickTone
from dodecant.exercise.melody.path import Anchor
from dodecant.exercise.recipe.cell import CellTone
from dodecant.exercise.recipe.figures import FigurePart
from dodecant.exercise.rhythm.timing import Units
from dodecant.music.core.degree import Degree


class LickTones(Figure[FigurePart]):
    """A lick on every anchor: a tone of the sound keeps its number, a leaning one its half steps.

    Two neighbours under a chord that differed would be the same where the sound has one tone for both numbers (4 and 5
    in an altered one): the one that is no chord tone, else the later, goes a step farther.
    """

    def __init__(self, part: FigurePart, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        lick = grounds.lick
        assert lick is not None  # noqa: S101 - a lick is analysed before it is set
        self._lick = lick
        self._carried: dict[tuple[int, int, bool], FigureTone] = {}
        self._counterparts: dict[Degree, int | None] = {}
        self._index = {tone.where: index for index, tone in enumerate(lick.tones)}

    @property
    def missing(self) -> tuple[int, ...]:
        """Numbers of its notes that the ladder has under no name."""
        return self.missing_of(self._lick.tones)

    def missing_of(self, tones: Iterable[LickTone]) -> tuple[int, ...]:
        """The same of some of its notes."""
        numbers = (
            tone.move.number
            for tone in tones
            if isinstance(tone.move, CellTone) and self._counterpart(tone.was, tone.move) is None
        )
        return tuple(dict.fromkeys(numbers))

    @property
    def lead(self) -> Units | None:
        """As it was written."""
        return self._lick.lead

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """Its notes in order."""
        return [self.carried(anchor.rung, tone) for tone in self._lick.tones]

    def carried(self, anchor: int, tone: LickTone) -> FigureTone:
        """One of its notes on another anchor."""
        key = (anchor, tone.where, isinstance(tone.move, Lean))  # a note has one place in its text
        if key not in self._carried:
            found = self._tone(anchor, tone)
            self._carried[key] = replace(found, timing=tone.timing, was=tone.was)
        return self._carried[key]

    def _tone(self, anchor: int, tone: LickTone) -> FigureTone:
        move = tone.move
        if isinstance(move, Lean):
            target = self.carried(anchor, self._lick.tones[move.target]).pitch
            return self.maker.away_from(target, move.steps, move.half_steps)
        if not isinstance(move, CellTone):
            return self.maker.above(anchor, move)
        own = self._in_chord(anchor, tone, move)
        if own is not None:
            return self.maker.rung_as(anchor + own.from_root + move.octaves * len(self.ladder.scale), own.name)
        return self.maker.rung(anchor + self._rung(anchor, tone, move) + self._apart(anchor, tone))

    def _in_chord(self, anchor: int, tone: LickTone, move: CellTone) -> Numbered | None:
        """How the chord on the root hears a chord tone, where that is otherwise."""
        own = numbered(self.ladder, move.number) if tone.function == "chord" else None
        return own if isinstance(own, Numbered) and anchor % len(self.ladder.scale) == 0 else None

    def _rung(self, anchor: int, tone: LickTone, move: CellTone) -> int:
        """The rung above the anchor that a tone of the sound takes by itself."""
        own = self._in_chord(anchor, tone, move)
        if own is not None:
            return own.from_root + move.octaves * len(self.ladder.scale)
        rung = self._counterpart(tone.was, move)
        return self.ladder.nearest_rung(move.number) + move.octaves * len(self.ladder.scale) if rung is None else rung

    def _apart(self, anchor: int, tone: LickTone) -> int:
        """The step, up or down, that keeps a tone apart from a neighbour under its chord; 0 where none is needed."""
        index, beside = self._index[tone.where], dict[int, tuple[int, int]]()
        for other in (index - 1, index + 1):
            near = self._lick.tones[other] if 0 <= other < len(self._lick.tones) else None
            if near is not None and near.over == tone.over and isinstance(near.move, CellTone):
                beside[other] = self._rung(anchor, near, near.move), _height(near)
        assert isinstance(tone.move, CellTone)  # noqa: S101 - only such tones have rungs
        here, height = self._rung(anchor, tone, tone.move), _height(tone)
        for other, (rung, other_height) in beside.items():
            gives_way = self._lick.tones[other].function == "chord" or other < index
            if rung == here and other_height != height and gives_way and tone.function != "chord":
                step = 1 if height > other_height else -1
                taken = any(there == here + step and above != height for there, above in beside.values())
                return 0 if taken else step
        return 0

    def _counterpart(self, degree: Degree, tone: CellTone) -> int | None:
        """The rung as high as a degree, else the one of its number; None where the ladder has neither."""
        if degree not in self._counterparts:
            same = [
                (own.half_steps != degree.half_steps, abs(own.alteration - degree.alteration), place)
                for place, own in enumerate(self.ladder.degrees)
                if own.number == degree.number or own.half_steps == degree.half_steps
            ]
            self._counterparts[degree] = min(same)[2] if same else None
        rung = self._counterparts[degree]
        return None if rung is None else rung + tone.octaves * len(self.ladder.scale)


def _height(tone: LickTone) -> int:
    """Half steps above the root of its chord."""
    degree, octaves = tone.exact
    return degree.half_steps + 12 * octaves
