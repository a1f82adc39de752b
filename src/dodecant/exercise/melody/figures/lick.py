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
    """A lick on every anchor: a tone of the sound keeps its number, a leaning one its half steps."""

    def __init__(self, part: FigurePart, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        lick = grounds.lick
        assert lick is not None  # noqa: S101 - a lick is analysed before it is set
        self._lick = lick
        self._carried: dict[tuple[int, int, bool], FigureTone] = {}
        self._counterparts: dict[Degree, int | None] = {}

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
        if tone.function == "chord" and anchor % len(self.ladder.scale) == 0:
            own = numbered(self.ladder, move.number)
            if isinstance(own, Numbered):
                return self.maker.rung_as(anchor + own.from_root + move.octaves * len(self.ladder.scale), own.name)
        rung = self._counterpart(tone.was, move)
        if rung is None:
            rung = self.ladder.nearest_rung(move.number) + move.octaves * len(self.ladder.scale)
        return self.maker.rung(anchor + rung)

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
