"""A piece of vocabulary: a cell, figure or lick that is kept, with where it fits."""

from __future__ import annotations

import tomllib
from typing import Annotated, Any, Final, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.etude.rules import Play
from dodecant.exercise.recipe.etude.where import ChordRole, QualityFamily
from dodecant.exercise.recipe.figures import Cell
from dodecant.exercise.recipe.part import Part, read_part, refused
from dodecant.music.core.errors import MusicError

FORMAT: Final = "dodecant-vocabulary"
VERSION: Final = 1


class VocabularyPiece(Part):
    """What is played, and where it fits as its owner says; what is left empty (or 0) the program works out.

    `families` are the qualities of chords it fits, `role` what its chord does, `beats` how long a chord it needs,
    `level` from 1 (easy) to 5.
    """

    format: Literal["dodecant-vocabulary"] = FORMAT
    version: Literal[1] = VERSION
    name: Annotated[str, Field(min_length=1, max_length=60)] = "New piece"
    what: Play = Play(figure=Cell(text="1 2 3 5"), value="eighth")
    families: Annotated[tuple[QualityFamily, ...], Field(max_length=8)] = ()
    role: ChordRole = "any"
    beats: Annotated[int, Field(ge=0, le=32)] = 0
    level: Annotated[int, Field(ge=0, le=5)] = 0

    @classmethod
    def fresh(cls, **changed: Any) -> Self:
        """As it begins."""
        return cls(**changed)

    @model_validator(mode="after")
    def _has_a_figure(self) -> Self:
        if self.what.figure is None:
            raise refused(MusicError("A piece of vocabulary is a figure.", cure="Choose a cell, a figure or a lick."))
        if self.what.figure.needs_changes:
            message = "A line through all chords is no piece of vocabulary."
            raise refused(MusicError(message, cure="Choose a cell, a figure or a lick."))
        return self


def read_vocabulary(text: str) -> tuple[VocabularyPiece, ...]:
    """Read and check the data file (TOML); raises RecipeError for a piece that cannot be read."""
    return tuple(read_part(VocabularyPiece, _with_kind(row)) for row in tomllib.loads(text)["piece"])


def _with_kind(row: dict[str, Any]) -> dict[str, Any]:
    return {**row, "what": {"kind": "play", **row["what"]}}
