"""Vocabulary: where pieces fit, a chorus cut into phrases, and what could play in a bar of an etude."""

from __future__ import annotations

from dodecant.api.schemas.vocabulary import (
    ChorusIn,
    EtudeBarIn,
    EtudeChoiceOut,
    FittingsIn,
    PhraseOfChorusOut,
    WhetherItFitsOut,
)
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.exercise.explain import etude_choices
from dodecant.exercise.melody.lick_phrases import cut_into_phrases
from dodecant.exercise.over_changes.ruled.by_itself import recipe_of
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.music.core.metre import Metre
from dodecant.tables import load_tables

router = offloading_router("vocabulary")


@router.post("/vocabulary-fittings")
@offloaded
def fittings(wanted: FittingsIn) -> list[WhetherItFitsOut]:
    """Where each piece fits, or why it cannot be played."""
    scales = load_tables().scales
    return [WhetherItFitsOut.of(piece, scales) for piece in wanted.pieces]


@router.post("/vocabulary-recipes")
@offloaded
def recipes(wanted: FittingsIn) -> list[Recipe | None]:
    """A recipe that plays each piece by itself, over what it was made for; none for one that cannot be played."""
    return [_recipe(piece) for piece in wanted.pieces]


def _recipe(piece: VocabularyPiece) -> Recipe | None:
    try:
        return recipe_of(piece, load_tables().scales)
    except RecipeError:
        return None


@router.post("/vocabulary-phrases")
@offloaded
def phrases(wanted: ChorusIn) -> list[PhraseOfChorusOut]:
    """A chorus cut into phrases at its rests, long ones at barlines."""
    figure = wanted.figure
    found = cut_into_phrases(figure.text, figure.over, Metre.parse(wanted.metre), "/figure")
    return [PhraseOfChorusOut.of(phrase) for phrase in found]


@router.post("/etude-choices")
@offloaded
def choices(wanted: EtudeBarIn) -> list[EtudeChoiceOut]:
    """The pieces that could begin in a bar of an etude, the best first."""
    return [EtudeChoiceOut.of(choice) for choice in etude_choices(wanted.recipe, load_tables(), wanted.bar)]
