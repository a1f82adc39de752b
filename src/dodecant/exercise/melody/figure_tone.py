"""Tones of a figure before they have a place in range and time, made once each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import NamedTuple

from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.rhythm.timing import PLAIN, Timing, Units
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.core.tonics import signs_on
from dodecant.music.scales.numbering import NumberingSchool, number_text
from dodecant.music.scales.scale import Scale

Interval = tuple[Degree, int]  # an exact interval above the anchor, and octaves


class InChord(NamedTuple):
    """Where a tone stands in a chord that is spelled from its own root: its interval, and those of the whole chord."""

    interval: Degree
    intervals: tuple[Degree, ...]

    def root(self, root: NoteName) -> NoteName:
        """The name of a root on which the chord takes the fewest signs.

        >>> triad = tuple(map(Degree.parse, ("1", "3", "5")))
        >>> [InChord(triad[1], triad).root(NoteName.parse(text)).text for text in ("D♯", "C♯", "F♯", "G♭", "B")]
        ['E♭', 'D♭', 'F♯', 'G♭', 'B']
        """
        names = (root, *(name for name in root.enharmonics() if abs(name.alteration) <= 1))
        return min(names, key=lambda name: (abs(name.alteration) > 1, signs_on(name, self.intervals)))


class StageName(NamedTuple):
    """What a stage of a build-up is called: some words, and degrees that are numbered as the reader numbers them."""

    words: str
    degrees: tuple[Degree, ...] = ()

    def text(self, scale: Scale, school: NumberingSchool) -> str:
        """'1 3 5 7', '+ ♭2', in the chord's numbers '+ ♭9'."""
        return " ".join((*self.words.split(), *(number_text(degree, scale, school) for degree in self.degrees)))


@dataclass(frozen=True, slots=True, eq=False)
class FigureTone:
    """A pitch of the line before it has a place in range and time, with its degree and, on the ladder, its rung.

    Lines are built on the tonic C and carried to their keys afterwards. `was` is the degree it had where a lick came
    from; `lower_tones` are struck together with it; `leads` tells that it surrounds or approaches a target; `stage`
    is the name of the stage that begins with it; `in_chord`, that a chord of its own spells it in each key. It is told
    by its identity: makers make each once.
    """

    pitch: Pitch
    degree: Degree
    rung: int | None
    timing: Timing = PLAIN
    was: Degree | None = None
    lower_tones: tuple[FigureTone, ...] = ()
    leads: bool = False
    stage: StageName | None = None
    in_chord: InChord | None = None

    @property
    def units(self) -> Units:
        """Its length in note values of the recipe, with the silence after it."""
        return self.timing.units + self.timing.rest


class ToneMaker:
    """Makes the tones of a ladder, each once: the same rung gives the same object, however often the line comes by."""

    def __init__(self, ladder: Ladder) -> None:
        self.ladder = ladder
        self._made: dict[tuple[object, ...], FigureTone] = {}

    def rung(self, rung: int) -> FigureTone:
        """The tone of a rung."""
        key = ("rung", rung)
        if key not in self._made:
            self._made[key] = FigureTone(self.ladder.pitch(rung), self.ladder.degree(rung), rung)
        return self._made[key]

    def rung_as(self, rung: int, name: Degree | None) -> FigureTone:
        """The tone of a rung spelled as another degree that sounds the same, if any: a ♯4 as the ♭5 of its chord."""
        if name is None:
            return self.rung(rung)
        key = ("rung as", rung, name)
        if key not in self._made:
            pitch, own = self.ladder.pitch(rung), self.ladder.degree(rung)
            moved = pitch.moved(name.steps - own.steps, name.half_steps - own.half_steps)
            self._made[key] = FigureTone(moved, name, rung)
        return self._made[key]

    def in_chord(self, anchor: int, rungs: int, chord: InChord) -> FigureTone:
        """The tone so many rungs, each a half step, above a rung that is the root of a chord."""
        key = ("in chord", anchor, rungs, chord)
        if key not in self._made:
            own, octaves = self.ladder.pitch(anchor), (rungs - chord.interval.half_steps) // 12
            name = chord.root(own.name)
            root = next(one for one in (own, own.moved(1, 0), own.moved(-1, 0)) if one.letter == name.letter)
            pitch = root.moved(chord.interval.steps + 7 * octaves, chord.interval.half_steps + 12 * octaves)
            degree = Degree.between(self.ladder.tonic, pitch.name)
            self._made[key] = FigureTone(pitch, degree, anchor + rungs, in_chord=chord)
        return self._made[key]

    def above(self, anchor: int, interval: Interval) -> FigureTone:
        """The tone an exact interval above a rung."""
        key = ("above", anchor, *interval)
        if key not in self._made:
            degree, octaves = interval
            pitch = self.ladder.pitch(anchor).moved(degree.steps + 7 * octaves, degree.half_steps + 12 * octaves)
            self._made[key] = self._chromatic(pitch)
        return self._made[key]

    def leading_to(self, tone: FigureTone, timing: Timing) -> FigureTone:
        """The half step below a tone, on the letter below."""
        key = ("leading", tone, timing)
        if key not in self._made:
            self._made[key] = replace(self._chromatic(tone.pitch.moved(-1, -1)), timing=timing, leads=True)
        return self._made[key]

    def away_from(self, target: Pitch, steps: int, half_steps: int) -> FigureTone:
        """The tone so many letters and half steps from a pitch."""
        return self._chromatic(target.moved(steps, half_steps))

    def timed(self, tone: FigureTone, timing: Timing) -> FigureTone:
        """The same tone in other time."""
        if tone.timing == timing:
            return tone
        key = ("timed", tone, timing)
        if key not in self._made:
            self._made[key] = replace(tone, timing=timing)
        return self._made[key]

    def struck(self, tones: Sequence[FigureTone]) -> FigureTone:
        """Tones struck together: the highest one, the others as its lower tones."""
        *lower, top = sorted(tones, key=lambda tone: tone.pitch.midi)
        key = ("struck", top, *lower)
        if key not in self._made:
            self._made[key] = replace(top, lower_tones=tuple(lower))
        return self._made[key]

    def _chromatic(self, pitch: Pitch) -> FigureTone:
        return FigureTone(pitch, Degree.between(self.ladder.tonic, pitch.name), None)
