"""The tables that exercises are worked out with."""

from __future__ import annotations

from dataclasses import dataclass

from dodecant.exercise.over_changes.phrases.tables import EtudeTables
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.variation import PhraseLevels
from dodecant.exercise.wording.explanations import Explanations
from dodecant.exercise.wording.findable import Help
from dodecant.instrument.fingering.books import BookRow
from dodecant.instrument.fingering.weights import Weights
from dodecant.instrument.profile import InstrumentTable
from dodecant.music.progressions.form import Form
from dodecant.music.scales.scale import ScaleCatalogue


@dataclass(frozen=True)
class Tables:
    """The data files, read once at the edge of the program."""

    scales: ScaleCatalogue
    forms: tuple[Form, ...]
    levels: tuple[PhraseLevels, ...]
    explanations: Explanations
    helps: tuple[Help, ...]
    vocabulary: tuple[VocabularyPiece, ...]
    etudes: EtudeTables
    weights: Weights
    books: tuple[BookRow, ...]
    comping: tuple[str, ...]
    instruments: InstrumentTable
