"""A recipe worked out."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from dodecant.exercise.hand_maps import SoundMap
from dodecant.exercise.notation.score import Remark, Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.wording.sentence import Phrase
from dodecant.instrument.profile import Instrument
from dodecant.music.core.metre import Metre


@dataclass(frozen=True)
class Exercise:
    """A recipe worked out: its sentence, its strips in order and the remarks on them; and maps, if they are printed."""

    recipe: Recipe
    instrument: Instrument
    sentence: tuple[Phrase, ...]
    strips: tuple[Strip, ...]
    remarks: tuple[Remark, ...]
    metre: Metre
    maps: tuple[SoundMap, ...] = ()

    @property
    def bars(self) -> int:
        """Bars in all strips together."""
        return int(-(-sum(strip.end - strip.begin for strip in self.strips) // self.metre.quarters))

    @property
    def seconds(self) -> Fraction:
        """Playing time at the recipe's tempo (BPM), repeats followed."""
        beats = sum((strip.beats for strip in self.strips), start=Fraction(0))
        return beats / self.metre.pulse * 60 / self.recipe.tempo
