"""Figures made of moves from the anchor: runs, cells, intervals, arpeggios, and the anchor's rung alone."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from dodecant.exercise.melody.figure_tone import FigureTone, Interval
from dodecant.exercise.melody.figures.base import Figure, Grounds
from dodecant.exercise.melody.path import Anchor
from dodecant.exercise.recipe.cell import CellTone, parse_cell
from dodecant.exercise.recipe.figures import STACKED, Arpeggios, Cell, FigurePart, Intervals, Run
from dodecant.exercise.rhythm.timing import Timing
from dodecant.music.core.degree import Degree

Move = int | Interval  # rungs above the anchor, or an exact interval
_FIFTH = 4
_EIGHTH, _THIRD = Fraction(1, 2), Fraction(1, 3)  # of a beat


class RungTones(Figure):
    """The anchor's rung alone."""

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """One tone."""
        return [self.maker.rung(anchor.rung)]


class RunTones(Figure):
    """The anchor's rung, roots held or struck twice, an arpeggio at the end."""

    def __init__(self, part: FigurePart, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        assert isinstance(part, Run)  # noqa: S101 - chosen by its class
        self._part = part

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """One tone, or a root as the recipe wants it."""
        tone = self.maker.rung(anchor.rung)
        if self._part.roots == "plain" or tone.degree != Degree(1):
            return [tone]
        return [self.maker.timed(tone, Timing(2))] if self._part.roots == "hold" else [tone, tone]

    def at_the_end(self, anchors: Sequence[Anchor]) -> list[list[FigureTone]]:
        """The arpeggio of every second rung over the path's span, up and back."""
        if self._part.tail != "arpeggio":
            return []
        low, high = min(a.rung for a in anchors), max(a.rung for a in anchors)
        rising = list(range(low, high + 1, 2))
        return [[self.maker.rung(rung)] for rung in [*rising, *rising[-2::-1]]]


class _MoveTones(Figure):
    """The same moves on every anchor, some of them turned round."""

    moves: Sequence[Move] = ()

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """A tone for each move."""
        return [self._tone(anchor.rung, move) for move in self._moves_on(anchor, place)]

    def _moves_on(self, anchor: Anchor, place: int) -> Sequence[Move]:
        return self.moves

    def _tone(self, anchor: int, move: Move) -> FigureTone:
        return self.maker.rung(anchor + move) if isinstance(move, int) else self.maker.above(anchor, move)


class IntervalTones(_MoveTones):
    """An interval on every anchor."""

    def __init__(self, part: FigurePart, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        assert isinstance(part, Intervals)  # noqa: S101 - chosen by its class
        far = part.size - 1
        self.moves = {"down": (far, 0), "there-and-back": (0, far, 0)}.get(part.direction, (0, far))
        self._alternates = part.direction == "alternating"

    def _moves_on(self, anchor: Anchor, place: int) -> Sequence[Move]:
        return self.moves[::-1] if self._alternates and place % 2 == 1 else self.moves


class CellTones(_MoveTones):
    """A typed cell: numbers are rungs above the anchor, or exact intervals where a tone is insisted on."""

    def __init__(self, part: FigurePart, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        assert isinstance(part, Cell)  # noqa: S101 - chosen by its class
        self._turned = part.turned
        tones = parse_cell(part.text)
        offsets = [self._offset(tone, part.reading) for tone in tones]
        plain = [tone.number for tone, offset in zip(tones, offsets, strict=True) if offset is None]
        self._missing = tuple(dict.fromkeys(plain))
        moves = [self._move(tone, offset, part.lacking) for tone, offset in zip(tones, offsets, strict=True)]
        self.moves = [move for move in moves if move is not None]

    @property
    def missing(self) -> tuple[int, ...]:
        """Numbers without a tone of their own."""
        return self._missing

    def _offset(self, tone: CellTone, reading: str) -> int | Interval | None:
        """Where a number leads; None where the ladder does not have it."""
        if tone.insisted is not None:
            return Degree(tone.number, tone.insisted), tone.octaves
        return tone.number - 1 if reading == "rungs" else self.ladder.rung_at(tone.number)

    def _move(self, tone: CellTone, offset: Move | None, lacking: str) -> Move | None:
        """What is played for a number; None to leave it out."""
        if isinstance(offset, tuple):
            return offset
        if offset is None:
            if lacking == "drop":
                return None
            if lacking == "chromatic":
                return Degree(tone.number), tone.octaves
            offset = self.ladder.nearest_rung(tone.number)
        return offset + tone.octaves * len(self.ladder.scale)

    def _moves_on(self, anchor: Anchor, place: int) -> Sequence[Move]:
        when = self._turned.when
        if not ((when == "falling" and anchor.falling) or (when == "every-second" and place % 2 == 1)):
            return self.moves
        if self._turned.how == "backwards":
            return self.moves[::-1]
        # Upside down every step up becomes a step down from the anchor; tones insisted on keep their place.
        return [-move if isinstance(move, int) else move for move in self.moves]


class ArpeggioTones(_MoveTones):
    """An arpeggio on every anchor, in even notes, led into, or struck together."""

    def __init__(self, part: FigurePart, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        assert isinstance(part, Arpeggios)  # noqa: S101 - chosen by its class
        self._part = part
        self.moves = _arpeggio(part, len(self.ladder.scale))

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """Its tones in the rhythm the recipe gives them."""
        tones = super().tones_on(anchor, place)
        if self._part.rhythm == "led-triplets":
            return self._led_triplets(tones)
        return [self.maker.struck(tones)] if self._part.rhythm == "struck" else tones

    def _moves_on(self, anchor: Anchor, place: int) -> Sequence[Move]:
        turned = {"up-down": 1, "down-up": 0}.get(self._part.order) == place % 2
        return self.moves[::-1] if turned else self.moves

    def _led_triplets(self, tones: Sequence[FigureTone]) -> list[FigureTone]:
        """A leading note on the last eighth before the beat, three tones as a triplet on it, the others in eighths."""
        value = self.grounds.value
        eighth, third = Timing(_EIGHTH / value), Timing(_THIRD / value)
        times = [third._replace(at=Fraction(0)), third, third, *(eighth for _ in tones[3:])]
        leading = self.maker.leading_to(tones[0], eighth._replace(at=_EIGHTH))
        return [leading, *(self.maker.timed(tone, time) for tone, time in zip(tones, times, strict=False))]


def _arpeggio(part: Arpeggios, octave: int) -> list[int]:
    """The rungs of an arpeggio from its anchor; rotations raise the lowest tones, a pivot drops the others."""
    tones = list(STACKED[part.tones])
    for turn in range(min(part.rotation, len(tones) - 1)):
        tones[turn] += octave
    tones.sort()
    if part.order == "from-fifth-down":
        return [tone for tone in reversed(tones) if tone <= _FIFTH] or tones[::-1]
    if part.order == "down":
        tones.reverse()
    return [tones[0], *(tone - octave for tone in tones[1:])] if part.pivot else tones
