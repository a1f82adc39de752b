"""Arpeggios on every anchor: the chord's own from the root, those of the ladder elsewhere."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.figures.base import Grounds
from dodecant.exercise.melody.figures.moves import TWELVE, Move, MoveTones, Numbered, chord_of, in_parallel
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.melody.path import Anchor
from dodecant.exercise.recipe.figures import STACKED, Arpeggios
from dodecant.exercise.rhythm.timing import Timing
from dodecant.music.scales.scale import CHORD_FAMILY

_FIFTH, _FIFTH_OF_TWELVE = 4, 8  # no fifth lies higher, in rungs
_NO_FEWER = 6  # tones of a ladder that has a chord's numbers; with fewer its rungs are stacked
_EIGHTH, _THIRD = Fraction(1, 2), Fraction(1, 3)  # of a beat


class ArpeggioTones(MoveTones[Arpeggios]):
    """An arpeggio on every anchor, in even notes, led into, or struck together."""

    def __init__(self, part: Arpeggios, grounds: Grounds) -> None:
        super().__init__(part, grounds)
        octave = len(self.ladder.scale)
        steps = STACKED[part.tones]
        parallel = [in_parallel(self.ladder, step + 1) for step in steps] if octave == TWELVE else []
        self.chord = chord_of(self.ladder, parallel)
        self._on_root = _shaped(part, parallel or _from_root(part, self.ladder), octave)
        self._elsewhere = _shaped(part, parallel or [Numbered(n, n) for n in steps], octave)
        # The rungs of a chord's own arpeggio, where the sound is a chord.
        self._chord = _frame_rungs(self.ladder) if self.ladder.scale.family == CHORD_FAMILY else ()

    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """Its tones in the rhythm the recipe gives them."""
        tones = super().tones_on(anchor, place)
        if self.part.rhythm == "led-triplets":
            return self._led_triplets(tones)
        return [self.maker.struck(tones)] if self.part.rhythm == "struck" else tones

    def _moves_on(self, anchor: Anchor, place: int) -> Sequence[Move]:
        turned = {"up-down": 1, "down-up": 0}.get(self.part.order) == place % 2
        moves = self._on(anchor.rung)
        return moves[::-1] if turned else moves

    def _on(self, anchor: int) -> Sequence[Move]:
        """From the root the chord's own arpeggio; from other tones one of the ladder's, or the chord inverted."""
        octave = len(self.ladder.scale)
        place = anchor % octave
        if place == 0:
            return self._on_root
        if not self._chord or self.part.tones == "fourths":
            return self._elsewhere
        above = [rung + turn * octave - place for turn in range(4) for rung in self._chord]
        stack = [0, *(rung for rung in above if rung > 0)][: len(STACKED[self.part.tones])]
        return _shaped(self.part, [Numbered(rung, rung) for rung in stack], octave)

    def _led_triplets(self, tones: Sequence[FigureTone]) -> list[FigureTone]:
        """A leading note on the last eighth before the beat, three tones as a triplet on it, the others in eighths."""
        value = self.grounds.value
        eighth, third = Timing(_EIGHTH / value), Timing(_THIRD / value)
        times = [third._replace(at=Fraction(0)), third, third, *(eighth for _ in tones[3:])]
        leading = self.maker.leading_to(tones[0], eighth._replace(at=_EIGHTH))
        return [leading, *(self.maker.timed(tone, time) for tone, time in zip(tones, times, strict=False))]


def _from_root(part: Arpeggios, ladder: Ladder) -> list[Numbered]:
    """The arpeggio from the root: the chord's own 1 3 5 7 9, wherever the ladder has them."""
    stack = STACKED[part.tones]
    if part.tones == "fourths":
        return [Numbered(rung, rung) for rung in stack]
    if ladder.scale.family == CHORD_FAMILY:
        return [Numbered(rung, rung) for rung in _of_chord(part, ladder)]
    found = []
    named = len(ladder.scale) >= _NO_FEWER and all(ladder.rung_at(number) is not None for number in (3, 5, 7))
    for rung in stack:
        own = ladder.rung_at(rung + 1) if named else None
        name = None if own is None else ladder.name_for(rung + 1)
        found.append(Numbered(rung if own is None else own, rung, name))
    return found


def _of_chord(part: Arpeggios, ladder: Ladder) -> list[int]:
    """The rungs of a chord's own arpeggio: its frame, then the tensions it states; without any, on into the octave."""
    frame, size = _frame_rungs(ladder), len(ladder.scale)
    if part.tones == "shell":
        return [rung for rung in (0, ladder.rung_at(3), ladder.rung_at(7) or ladder.rung_at(6)) if rung is not None]
    tensions = [rung + size for rung in range(size) if rung not in frame]
    every = [*frame, *(tensions or [rung + size for rung in frame])]
    return [*every, *(rung + 2 * size for rung in frame)][: len(STACKED[part.tones])]


def _frame_rungs(ladder: Ladder) -> tuple[int, ...]:
    return tuple(rung for rung in range(len(ladder.scale)) if ladder.degree(rung) in ladder.scale.frame)


def _shaped(part: Arpeggios, stack: Sequence[Numbered], octave: int) -> list[Move]:
    """An arpeggio's tones in their order; rotations raise the lowest tones, a pivot drops the others."""
    tones = list(stack)
    for turn in range(min(part.rotation, len(tones) - 1)):
        tones[turn] = _raised(tones[turn], octave)
    tones.sort(key=lambda tone: tone.from_root)
    if part.order == "from-fifth-down":
        fifth = _FIFTH_OF_TWELVE if octave == TWELVE else _FIFTH
        return [tone for tone in reversed(tones) if tone.elsewhere <= fifth] or list(tones[::-1])
    if part.order == "down":
        tones.reverse()
    return [tones[0], *(_raised(tone, -octave) for tone in tones[1:])] if part.pivot else list(tones)


def _raised(tone: Numbered, rungs: int) -> Numbered:
    return tone._replace(from_root=tone.from_root + rungs, elsewhere=tone.elsewhere + rungs)
