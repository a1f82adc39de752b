"""Figures made of moves from the anchor: runs, cells, intervals, and the anchor's rung alone."""

from __future__ import annotations

from collections.abc import Sequence

from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.figures.base import Figure, Grounds
from dodecant.exercise.melody.figures.moves import (
    TWELVE,
    WHOLE,
    Move,
    MoveTones,
    Numbered,
    chord_of,
    in_parallel,
    mirrored,
    numbered,
)
from dodecant.exercise.melody.path import Anchor
from dodecant.exercise.recipe.cell import CellTone, parse_cell
from dodecant.exercise.recipe.figures import Cell, FigurePart, Intervals, Run
from dodecant.exercise.rhythm.timing import Timing
from dodecant.music.core.degree import Degree


class RungTones(Figure[FigurePart]):
    """The anchor's rung alone."""

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """One tone."""
        return [self.maker.rung(anchor.rung)]


class RunTones(Figure[Run]):
    """The anchor's rung, roots held or struck twice, an arpeggio at the end."""

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """One tone, or a root as the recipe wants it."""
        tone = self.maker.rung(anchor.rung)
        if self.part.roots == "plain" or tone.degree != Degree(1):
            return [tone]
        return [self.maker.timed(tone, Timing(2))] if self.part.roots == "hold" else [tone, tone]

    def at_the_end(self, anchors: Sequence[Anchor]) -> list[list[FigureTone]]:
        """The arpeggio of every second rung over the path's span, up and back; the tone the run ended on begins it."""
        if self.part.tail != "arpeggio":
            return []
        low, high = min(a.rung for a in anchors), max(a.rung for a in anchors)
        rising = list(range(low, high + 1, 2))
        whole = [*rising, *rising[-2::-1]]
        return [[self.maker.rung(rung)] for rung in whole[int(anchors[-1].rung == low) :]]


class IntervalTones(MoveTones[Intervals]):
    """An interval on every anchor."""

    def __init__(self, part: Intervals, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        octaves, steps = divmod(part.size - 1, WHOLE)
        far: Move = steps + octaves * len(self.ladder.scale)
        near: Move = 0
        if len(self.ladder.scale) == TWELVE:
            near, far = in_parallel(self.ladder, 1), in_parallel(self.ladder, part.size)
            self.chord = chord_of(self.ladder, (near, far))
        self.moves = {"down": (far, near), "there-and-back": (near, far, near)}.get(part.direction, (near, far))
        self._alternates = part.direction == "alternating"

    def _moves_on(self, anchor: Anchor, place: int) -> Sequence[Move]:
        return self.moves[::-1] if self._alternates and place % 2 == 1 else self.moves


class CellTones(MoveTones[Cell]):
    """A typed cell: numbers are rungs above the anchor, or exact intervals where a tone is insisted on."""

    def __init__(self, part: Cell, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        self._turned = part.turned
        tones = parse_cell(part.text)
        offsets = [self._offset(tone, part.reading) for tone in tones]
        plain = [tone.number for tone, offset in zip(tones, offsets, strict=True) if offset is None]
        self._missing = tuple(dict.fromkeys(plain))
        moves = [self._move(tone, offset, part.lacking) for tone, offset in zip(tones, offsets, strict=True)]
        self.moves = [move for move in moves if move is not None]
        self.chord = chord_of(self.ladder, self.moves)

    @property
    def missing(self) -> tuple[int, ...]:
        """Numbers without a tone of their own."""
        return self._missing

    def _offset(self, tone: CellTone, reading: str) -> Move | None:
        """Where a number leads; None where the ladder does not have it."""
        if tone.insisted is not None:
            return Degree(tone.number, tone.insisted), tone.octaves
        return tone.number - 1 if reading == "rungs" else numbered(self.ladder, tone.number)

    def _move(self, tone: CellTone, offset: Move | None, lacking: str) -> Move | None:
        """What is played for a number; None to leave it out."""
        up = tone.octaves * len(self.ladder.scale)
        if isinstance(offset, Numbered):
            return offset._replace(from_root=offset.from_root + up, elsewhere=offset.elsewhere + up)
        if isinstance(offset, tuple):
            return offset
        if offset is None:
            if lacking == "drop":
                return None
            if lacking == "chromatic":
                return Degree(tone.number), tone.octaves
            offset = self.ladder.nearest_rung(tone.number)
        return offset + up

    def _moves_on(self, anchor: Anchor, place: int) -> Sequence[Move]:
        when = self._turned.when
        if not ((when == "falling" and anchor.falling) or (when == "every-second" and place % 2 == 1)):
            return self.moves
        if self._turned.how == "backwards":
            return self.moves[::-1]
        return [mirrored(move) for move in self.moves]
