"""Figures: what is played on each tone the path walks over."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction

from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.melody.ladder_scales import pair_triads
from dodecant.exercise.melody.lick import Lean, LickTone
from dodecant.exercise.melody.path import Anchor
from dodecant.exercise.recipe.cell import CellTone, parse_cell
from dodecant.exercise.recipe.figures import Arpeggios, Cell, Figures, Intervals, Pairs, Run
from dodecant.exercise.rhythm.timing import PLAIN, Timing, Units
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import Pitch
from dodecant.music.scales.scale import Scale

# Rungs above the anchor, on a ladder of seven tones: every second rung is a third, every fourth tone a fourth.
_ARPEGGIOS = {
    "triad": (0, 2, 4),
    "seventh": (0, 2, 4, 6),
    "ninth": (0, 2, 4, 6, 8),
    "shell": (0, 2, 6),
    "fourths": (0, 3, 6),
}
_FIFTH = 4
_EIGHTH, _THIRD = Fraction(1, 2), Fraction(1, 3)  # of a beat
_Move = int | tuple[Degree, int] | Lean


@dataclass(frozen=True, slots=True)
class FigureTone:
    """A pitch of the line before it has a place in range and time, with its degree and, on the ladder, its rung.

    Lines are built on the tonic C and carried to their keys afterwards. `was` is the degree it had where a lick came
    from.
    """

    pitch: Pitch
    degree: Degree
    rung: int | None
    timing: Timing = PLAIN
    was: Degree | None = None
    under: tuple[FigureTone, ...] = ()

    @property
    def units(self) -> Units:
        """Its length in note values of the recipe, with the silence after it."""
        return self.timing.units + self.timing.rest


class Figure:
    """Builds the tones on each anchor. `lacks` lists the numbers of a cell that the ladder does not have.

    Each tone is built once: the same rung gives the same object, however often the line comes by.
    """

    def __init__(
        self,
        recipe: Figures,
        ladder: Ladder,
        sound: Scale,
        value: Fraction = Fraction(1),
        lick: tuple[LickTone, ...] = (),
    ) -> None:
        self._ladder, self._value, self._lick = ladder, value, lick
        self._made: dict[tuple[object, ...], FigureTone] = {}
        self._recipe = recipe
        self._pair = pair_triads(sound, recipe.rank, "/figure/rank") if recipe.kind == "pairs" else None
        self.lacks: tuple[int, ...] = ()
        self._moves: tuple[_Move, ...] = ()
        if isinstance(recipe, Run | Cell | Intervals | Arpeggios):
            self._moves = tuple(self._straight(recipe))

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """The figure set on an anchor, the `place`-th (0-based) of its path."""
        recipe = self._recipe
        if recipe.kind == "pairs":
            return [self.rung(rung) for rung in self._triad_on(recipe, anchor.rung, place)]
        if recipe.kind == "guide-tones" or recipe.kind == "unbroken":
            return [self.rung(anchor.rung)]
        if recipe.kind == "lick":
            return [self.lick_tone(anchor.rung, tone) for tone in self._lick]
        moves: Sequence[_Move] = self._moves
        if _is_turned(recipe, anchor, place):
            moves = _upside_down(moves) if _turned_how(recipe) == "upside-down" else tuple(reversed(moves))
        tones = [self._tone(anchor.rung, move) for move in moves]
        if recipe.kind == "run" and recipe.roots != "plain" and tones[0].degree == Degree(1):
            return [self.timed(tones[0], Timing(2))] if recipe.roots == "hold" else [tones[0], tones[0]]
        if recipe.kind == "arpeggios" and recipe.rhythm == "led-triplets":
            return self._led_triplets(tones)
        if recipe.kind == "arpeggios" and recipe.rhythm == "struck":
            return [self._struck(tones)]
        return tones

    def rung(self, rung: int) -> FigureTone:
        """The tone of a rung."""
        key = ("rung", rung)
        if key not in self._made:
            self._made[key] = FigureTone(self._ladder.pitch(rung), self._ladder.degree(rung), rung)
        return self._made[key]

    def timed(self, tone: FigureTone, timing: Timing) -> FigureTone:
        """The same tone in other time."""
        if tone.timing == timing:
            return tone
        key = ("timed", tone, timing)
        if key not in self._made:
            self._made[key] = replace(tone, timing=timing)
        return self._made[key]

    def _struck(self, tones: Sequence[FigureTone]) -> FigureTone:
        """The tones struck together: the highest one, the others under it."""
        *under, top = sorted(tones, key=lambda tone: tone.pitch.midi)
        key = ("struck", top, *under)
        if key not in self._made:
            self._made[key] = replace(top, under=tuple(under))
        return self._made[key]

    def _led_triplets(self, tones: Sequence[FigureTone]) -> list[FigureTone]:
        """A leading note on the last eighth before the beat, three tones as a triplet on it, the others in eighths."""
        eighth, third = Timing(_EIGHTH / self._value), Timing(_THIRD / self._value)
        times = [third._replace(at=Fraction(0)), third, third, *(eighth for _ in tones[3:])]
        key = ("lead", tones[0])
        if key not in self._made:
            pitch = tones[0].pitch.moved(-1, -1)
            degree = Degree.between(self._ladder.tonic, pitch.name)
            self._made[key] = FigureTone(pitch, degree, None, eighth._replace(at=_EIGHTH))
        return [self._made[key], *(self.timed(tone, time) for tone, time in zip(tones, times, strict=False))]

    def lick_tone(self, anchor: int, tone: LickTone) -> FigureTone:
        """A tone of a lick on another anchor: a tone of the sound keeps its number, a leaning one its half steps."""
        key = ("lick", anchor, tone.where, isinstance(tone.move, Lean))  # a note has one place in its text
        if key not in self._made:
            carried = tone.move
            move: _Move = self._counterpart(tone.was, carried) if isinstance(carried, CellTone) else carried
            self._made[key] = replace(self._tone(anchor, move), timing=tone.timing, was=tone.was)
        return self._made[key]

    def _counterpart(self, degree: Degree, tone: CellTone) -> int:
        """The rung as high as a degree, else the one of its number, else the nearest in half steps."""
        size = len(self._ladder.scale)
        same = [
            (own.half_steps != degree.half_steps, abs(own.alteration - degree.alteration), place)
            for place, own in enumerate(self._ladder.degrees)
            if own.number == degree.number or own.half_steps == degree.half_steps
        ]
        if same:
            return min(same)[2] + tone.octaves * size
        if tone.number not in self.lacks:
            self.lacks += (tone.number,)
        return self._ladder.nearest_rung(tone.number) + tone.octaves * size

    def _straight(self, recipe: Run | Cell | Intervals | Arpeggios) -> Iterable[_Move]:
        match recipe.kind:
            case "run":
                return (0,)
            case "intervals":
                far = recipe.size - 1
                return {"down": (far, 0), "there-and-back": (0, far, 0)}.get(recipe.way, (0, far))
            case "arpeggios":
                return _arpeggio(recipe, len(self._ladder.scale))
            case "cell":
                moves = (self._move(tone, recipe.reading, recipe.lacking) for tone in parse_cell(recipe.text))
                return [move for move in moves if move is not None]

    def _move(self, tone: CellTone, reading: str, lacking: str) -> _Move | None:
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

    def _tone(self, anchor: int, move: _Move) -> FigureTone:
        if isinstance(move, int):
            return self.rung(anchor + move)
        if isinstance(move, Lean):
            return self._leaning(anchor, move)
        key = ("exact", anchor, *move)
        if key not in self._made:
            interval, octaves = move
            pitch = self._ladder.pitch(anchor).moved(interval.steps + 7 * octaves, interval.half_steps + 12 * octaves)
            self._made[key] = FigureTone(pitch, Degree.between(self._ladder.tonic, pitch.name), None)
        return self._made[key]

    def _leaning(self, anchor: int, move: Lean) -> FigureTone:
        target = self.lick_tone(anchor, self._lick[move.target]).pitch
        pitch = target.moved(move.steps, move.half_steps)
        return FigureTone(pitch, Degree.between(self._ladder.tonic, pitch.name), None)

    def _triad_on(self, recipe: Pairs, anchor: int, place: int) -> list[int]:
        """The rungs of the triad that the anchor belongs to, from it upwards, in the order that was asked for."""
        assert self._pair is not None  # noqa: S101 - pairs are looked up when the figure is made
        triad = next((one for one in self._pair if self._ladder.degree(anchor) in one), self._pair[0])
        rungs: list[int] = []
        rung = anchor
        while len(rungs) < 3:
            if self._ladder.degree(rung) in triad:
                rungs.append(rung)
            rung += 1
        if recipe.group == "fours":
            rungs.append(rungs[0] + len(self._ladder.scale))
        ordered = [rungs[int(digit) - 1] for digit in recipe.order] + rungs[3:]
        falls = recipe.way == "down" or (recipe.way == "opposite" and place % 2 == 1)
        return ordered[::-1] if falls else ordered


def _is_turned(recipe: Run | Cell | Intervals | Arpeggios, anchor: Anchor, place: int) -> bool:
    if recipe.kind == "cell":
        when = recipe.turned.when
        return (when == "falling" and anchor.falling) or (when == "every-second" and place % 2 == 1)
    if recipe.kind == "intervals":
        return recipe.way == "alternating" and place % 2 == 1
    if recipe.kind == "arpeggios":
        return (recipe.order == "up-down" and place % 2 == 1) or (recipe.order == "down-up" and place % 2 == 0)
    return False


def _turned_how(recipe: Run | Cell | Intervals | Arpeggios) -> str:
    return recipe.turned.how if recipe.kind == "cell" else "backwards"


def _upside_down(moves: Sequence[_Move]) -> tuple[_Move, ...]:
    """Every step up becomes a step down from the anchor; tones insisted on keep their place."""
    return tuple(-move if isinstance(move, int) else move for move in moves)


def tone_count(recipe: Arpeggios) -> int:
    """How many tones an arpeggio has."""
    return len(_ARPEGGIOS[recipe.tones])


def _arpeggio(recipe: Arpeggios, octave: int) -> list[int]:
    """The rungs of an arpeggio from its anchor; rotations raise the lowest tones, a pivot drops the others."""
    tones = list(_ARPEGGIOS[recipe.tones])
    for turn in range(min(recipe.rotation, len(tones) - 1)):
        tones[turn] += octave
    tones.sort()
    if recipe.order == "from-fifth-down":
        return [tone for tone in reversed(tones) if tone <= _FIFTH] or tones[::-1]
    if recipe.order == "down":
        tones.reverse()
    return [tones[0], *(tone - octave for tone in tones[1:])] if recipe.pivot else tones
