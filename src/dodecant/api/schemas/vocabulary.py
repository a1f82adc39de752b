"""Vocabulary and etudes: what is asked and answered."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.api.schemas.joins import CostOut
from dodecant.exercise.explain import EtudeChoice
from dodecant.exercise.melody.lick_phrases import LickPhrase
from dodecant.exercise.over_changes.ruled.fitting_in import on_the_shelf
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.etude.where import QualityFamily
from dodecant.exercise.recipe.figures import OwnLick
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.wording.choices import COSTS
from dodecant.exercise.wording.vocabulary import fits_text, pattern_text
from dodecant.music.core.metre import MetreName
from dodecant.music.scales.scale import ScaleCatalogue


class FittingOut(BaseModel):
    """Where a piece fits: families of chords, or several chords in a row as numerals; how many beats it needs, its
    first and last degree, its level from 1 to 5; and all that in words.
    """

    families: list[QualityFamily]
    chords: str
    beats: float
    first: str
    last: str
    level: int
    words: str

    @classmethod
    def of(cls, piece: VocabularyPiece, scales: ScaleCatalogue) -> FittingOut:
        """Worked out; raises RecipeError for a piece that cannot be played."""
        found = on_the_shelf(piece, scales)
        chords = [(one.families[0], one.root) for one in found.chords]
        words = fits_text(found.families, chords, found.beats, (found.first, found.last), found.level, piece.role)
        return cls(
            families=list(found.families),
            chords=pattern_text(chords) if chords else "",
            beats=float(found.beats),
            first=found.first,
            last=found.last,
            level=found.level,
            words=words,
        )


class PieceOut(BaseModel):
    """A piece that ships, and where it fits."""

    piece: VocabularyPiece
    fits: FittingOut


class FittingsIn(BaseModel):
    """Pieces to be told where they fit."""

    pieces: Annotated[list[VocabularyPiece], Field(max_length=500)]


class WhetherItFitsOut(BaseModel):
    """Where a piece fits, or why it cannot be played."""

    fits: FittingOut | None
    problem: str

    @property
    def words(self) -> str:
        """Either in words."""
        return self.fits.words if self.fits else self.problem

    @classmethod
    def of(cls, piece: VocabularyPiece, scales: ScaleCatalogue) -> WhetherItFitsOut:
        """Worked out, or the reason why not."""
        try:
            return cls(fits=FittingOut.of(piece, scales), problem="")
        except RecipeError as error:
            return cls(fits=None, problem=" ".join(f"{one.message} {one.cure}".strip() for one in error.problems))


class ChorusIn(BaseModel):
    """A chorus as a lick, to be cut into phrases."""

    figure: OwnLick
    metre: MetreName = "4/4"


class PhraseOfChorusOut(BaseModel):
    """A phrase of a chorus: its text, its chords, its first bar (from 1), how many bars and notes."""

    text: str
    over: str
    first_bar: int
    bars: int
    notes: int

    @classmethod
    def of(cls, phrase: LickPhrase) -> PhraseOfChorusOut:
        """From the core's value."""
        return cls(text=phrase.text, over=phrase.over, first_bar=phrase.first_bar, bars=phrase.bars, notes=phrase.notes)


class EtudeBarIn(BaseModel):
    """A recipe with an etude, and a bar of all that is played, from 1."""

    recipe: Recipe
    bar: Annotated[int, Field(ge=1, le=2000)]


class EtudeChoiceOut(BaseModel):
    """A piece that can begin in a bar: its number, its name, how much more the whole etude then costs than the best one
    does, what it costs by name, and whether it is taken.
    """

    piece: int
    name: str
    more: int
    costs: list[CostOut]
    taken: bool

    @classmethod
    def of(cls, choice: EtudeChoice) -> EtudeChoiceOut:
        """From the core's value."""
        costs = [CostOut(name=COSTS[name], points=points) for name, points in choice.costs.items() if points]
        return cls(piece=choice.piece, name=choice.name, more=choice.more, costs=costs, taken=choice.taken)
