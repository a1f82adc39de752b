"""Moves from an anchor: rungs, exact intervals, and numbers that the chord on the root hears otherwise."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from dodecant.exercise.melody.figure_tone import FigureTone, InChord, Interval
from dodecant.exercise.melody.figures.base import Figure, PartT
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.melody.path import Anchor
from dodecant.music.core.degree import Degree

WHOLE = 7  # tones of a scale without gaps
TWELVE = 12  # tones of a ladder whose rungs are half steps


class Numbered(NamedTuple):
    """A number that leads elsewhere from the root than from other tones: the chord's own tone there, spelled by it."""

    from_root: int
    elsewhere: int
    name: Degree | None = None


Move = int | Interval | Numbered  # rungs above the anchor, or an exact interval


def numbered(ladder: Ladder, number: int) -> Move | None:
    """Where a number leads on a ladder; on a whole scale whose chord hides its third or fifth, from the root alone."""
    if len(ladder.scale) == TWELVE:
        return in_parallel(ladder, number)
    rung, name = ladder.rung_at(number), ladder.name_for(number)
    if rung is None or len(ladder.scale) != WHOLE or (rung == number - 1 and name is None):
        return rung
    return Numbered(rung, number - 1, name)


def in_parallel(ladder: Ladder, number: int) -> Numbered:
    """Where a number of the sound leads from the root of a ladder of half steps, and so from every tone of it."""
    rung = ladder.rung_at(number)
    if rung is None:
        return Numbered(Degree(number).half_steps, Degree(number).half_steps, Degree(number).within_octave)
    return Numbered(rung, rung, ladder.name_for(number) or ladder.degree(rung))


def chord_of(ladder: Ladder, moves: Sequence[Move]) -> tuple[Degree, ...]:
    """The intervals of a figure that goes along by half steps, by which its root spells it; none elsewhere."""
    if len(ladder.scale) != TWELVE:
        return ()
    names = (move.name for move in moves if isinstance(move, Numbered))
    return tuple(dict.fromkeys(name for name in names if name is not None))


def mirrored(move: Move) -> Move:
    """Upside down: every step up becomes a step down from the anchor; tones insisted on keep their place."""
    if isinstance(move, Numbered):
        return -move.elsewhere
    return -move if isinstance(move, int) else move


class MoveTones(Figure[PartT]):
    """The same moves on every anchor, some of them turned round; by half steps spelled from each anchor (`chord`)."""

    moves: Sequence[Move] = ()
    chord: tuple[Degree, ...] = ()

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """A tone for each move."""
        return [self._tone(anchor.rung, move) for move in self._moves_on(anchor, place)]

    def _moves_on(self, anchor: Anchor, place: int) -> Sequence[Move]:
        return self.moves

    def _tone(self, anchor: int, move: Move) -> FigureTone:
        if isinstance(move, int):
            return self.maker.rung(anchor + move)
        if not isinstance(move, Numbered):
            return self.maker.above(anchor, move)
        if self.ladder.place(anchor)[1]:
            if self.chord and move.name is not None:
                return self.maker.in_chord(anchor, move.elsewhere, InChord(move.name, self.chord))
            return self.maker.rung(anchor + move.elsewhere)
        return self.maker.rung_as(anchor + move.from_root, move.name)
