"""How an etude is made of vocabulary."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.part import Part, refused
from dodecant.music.core.errors import MusicError

MOST_PIECES = 60
MOST_IN_MOTIF = 2


class PiecePin(Part):
    """A bar (of all that is played, from 1) and the piece, by its number from 0, that begins there."""

    bar: Annotated[int, Field(ge=1, le=2000)]
    piece: Annotated[int, Field(ge=0, lt=MOST_PIECES)]


class Etude(Part):
    """What an etude is made of, and how.

    A piece comes in `every` so many bars; the `rest` is the recipe's own figure, or left open. None comes twice within
    `variety` bars. The highest note lies in the bar `peak`, and it gets denser towards the bar `denser`; 0 asks for
    neither. Of ways that cost nearly the same the `seed` decides; 0 takes the cheapest.

    The `line` goes in phrases, with rhythms of a `level`, or on unbroken. After every `breath` bars it is silent for a
    beat; 0 lets phrases of two and four bars follow each other, or an unbroken line go on. Phrases may be made of a
    `motif`, one or two of the pieces by their numbers, and follow a course of `tension`.
    """

    pieces: Annotated[tuple[VocabularyPiece, ...], Field(min_length=1, max_length=MOST_PIECES)]
    every: Literal[1, 2, 4, 8] = 2
    rest: Literal["own", "open"] = "own"
    variety: Annotated[int, Field(ge=0, le=32)] = 4
    peak: Annotated[int, Field(ge=0, le=2000)] = 0
    denser: Annotated[int, Field(ge=0, le=2000)] = 0
    breath: Literal[0, 2, 4, 8] = 0
    line: Literal["phrases", "unbroken"] = "phrases"
    level: Literal[1, 2, 3] = 2
    motif: Annotated[tuple[Annotated[int, Field(ge=0, lt=MOST_PIECES)], ...], Field(max_length=MOST_IN_MOTIF)] = ()
    tension: bool = True
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 0
    pins: Annotated[tuple[PiecePin, ...], Field(max_length=200)] = ()

    @model_validator(mode="after")
    def _pins_agree(self) -> Self:
        if any(piece >= len(self.pieces) for piece in self.motif):
            message = "The motif is a piece that is not among the chosen ones."
            raise refused(MusicError(message, cure="Choose the motif again."))
        seen: dict[int, int] = {}
        for pin in self.pins:
            if pin.piece >= len(self.pieces):
                message = f"Bar {pin.bar} is pinned to a piece that is not among the chosen ones."
                raise refused(MusicError(message, cure="Choose the piece again, or remove the pin."))
            if seen.setdefault(pin.bar, pin.piece) != pin.piece:
                message = f"Bar {pin.bar} is pinned to two pieces."
                raise refused(MusicError(message, cure="Keep one of them."))
        return self
