"""Figures: what is played on each tone the path walks over."""

from __future__ import annotations

from dataclasses import dataclass

from dodecant.exercise.cell import CellTone, parse_cell
from dodecant.exercise.ladder import Ladder
from dodecant.exercise.recipe import Cell, Run
from dodecant.music.degree import Degree
from dodecant.music.pitch import Pitch


@dataclass(frozen=True, slots=True)
class FigureTone:
    """A pitch of the line before it has a place in range and time, with its degree and, on the ladder, its rung."""

    pitch: Pitch
    degree: Degree
    rung: int | None


class Figure:
    """Builds the tones on one anchor. `lacks` lists the numbers of the cell that the sound does not have.

    Each tone is built once: the same rung gives the same object, however often the line comes by.
    """

    def __init__(self, recipe: Run | Cell, ladder: Ladder) -> None:
        self._ladder = ladder
        self._on_ladder: dict[int, FigureTone] = {}
        self._off_ladder: dict[tuple[int, Degree, int], FigureTone] = {}
        cell = (CellTone(1),) if recipe.kind == "run" else parse_cell(recipe.text)
        reading = "rungs" if recipe.kind == "run" else recipe.reading
        lacking = "nearest" if recipe.kind == "run" else recipe.lacking
        self.lacks: tuple[int, ...] = ()
        self._moves = [move for tone in cell if (move := self._move(tone, reading, lacking)) is not None]

    def tones_on(self, anchor: int) -> list[FigureTone]:
        """The figure set on a rung: every number is counted from that rung."""
        return [
            self._rung_tone(anchor + move) if isinstance(move, int) else self._exact_tone(anchor, *move)
            for move in self._moves
        ]

    def _move(self, tone: CellTone, reading: str, lacking: str) -> int | tuple[Degree, int] | None:
        """Rungs above the anchor; or for a tone insisted on, an exact interval and octaves; None to leave it out."""
        if tone.insisted is not None:
            return Degree(tone.number, tone.insisted), tone.octaves
        offset = tone.number - 1 if reading == "rungs" else self._ladder.rung_at(tone.number)
        if offset is None:
            if tone.number not in self.lacks:
                self.lacks += (tone.number,)
            if lacking == "drop":
                return None
            if lacking == "chromatic":
                return Degree(tone.number), tone.octaves
            offset = self._ladder.nearest_rung(tone.number)
        return offset + tone.octaves * len(self._ladder.scale)

    def _rung_tone(self, rung: int) -> FigureTone:
        tone = self._on_ladder.get(rung)
        if tone is None:
            tone = FigureTone(self._ladder.pitch(rung), self._ladder.degree(rung), rung)
            self._on_ladder[rung] = tone
        return tone

    def _exact_tone(self, anchor: int, interval: Degree, octaves: int) -> FigureTone:
        key = (anchor, interval, octaves)
        tone = self._off_ladder.get(key)
        if tone is None:
            root = self._ladder.pitch(anchor)
            pitch = root.moved(interval.steps + 7 * octaves, interval.half_steps + 12 * octaves)
            tone = FigureTone(pitch, Degree.between(self._ladder.tonic, pitch.name), None)
            self._off_ladder[key] = tone
        return tone
