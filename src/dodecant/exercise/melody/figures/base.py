"""What every kind of figure is: tones on an anchor, and a little more."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import Generic, TypeVar

from dodecant.exercise.melody.figure_tone import FigureTone, ToneMaker
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.melody.lick import Lick
from dodecant.exercise.melody.path import Anchor
from dodecant.exercise.recipe.figures import FigurePart
from dodecant.exercise.rhythm.timing import Units
from dodecant.music.scales.scale import Scale


@dataclass(frozen=True)
class Grounds:
    """What a figure is set on: a ladder of a sound, beats in a note value, and for a lick its analysis."""

    ladder: Ladder
    sound: Scale
    value: Fraction = Fraction(1)
    lick: Lick | None = None


PartT = TypeVar("PartT", bound=FigurePart)


class Figure(ABC, Generic[PartT]):
    """Builds the tones of one figure (a `part` of the recipe) on each anchor of a path."""

    def __init__(self, part: PartT, grounds: Grounds) -> None:
        self.part = part
        self.maker = ToneMaker(grounds.ladder)
        self.ladder, self.grounds = grounds.ladder, grounds

    @abstractmethod
    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        """The figure set on an anchor, the `place`-th (0-based) of its path."""

    def at_the_end(self, anchors: Sequence[Anchor]) -> list[list[FigureTone]]:
        """What follows when the path has been walked."""
        return []

    @property
    def missing(self) -> tuple[int, ...]:
        """The numbers that were asked for and that the ladder does not have."""
        return ()

    @property
    def lead(self) -> Units | None:
        """Note values from its first note to its first full bar, where it brings that itself."""
        return None

    def rung(self, rung: int) -> FigureTone:
        """The tone of a rung."""
        return self.maker.rung(rung)
