"""A piece of vocabulary by itself: the recipe that plays it over what it was made for."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from dodecant.exercise.over_changes.ruled.fitting_in import on_the_shelf
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.figures import OwnLick
from dodecant.exercise.recipe.rhythm.placement import Placement
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.exercise.recipe.sounding.scale_choice import ScaleChoice
from dodecant.exercise.recipe.sounding.sounds import ChangesSounds, OneSound
from dodecant.music.chord_scale_fit.fit import fit
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import parse_quality
from dodecant.music.core.pitch import NoteName
from dodecant.music.progressions.changes_text import parse_changes
from dodecant.music.scales.scale import ScaleCatalogue

# A chord of each family: what fits it best is the sound of a piece for that family.
_QUALITIES: Final[Mapping[str, str]] = {
    "major": "maj7", "minor": "m7", "dominant": "7", "half-diminished": "m7b5", "diminished": "dim7",
    "sus": "7sus4", "minor-major": "m(maj7)", "augmented": "7#5",
}  # fmt: skip


def recipe_of(piece: VocabularyPiece, scales: ScaleCatalogue) -> Recipe:
    """A recipe that plays a piece: a lick over its own chords in their own key, another figure on the scale it names,
    or else on the best one for the first family of chords that it fits. Raises RecipeError for a piece that cannot be
    played.
    """
    what = piece.what
    recipe = Recipe(title=piece.name)
    if what.figure is not None:
        recipe = recipe.model_copy(update={"figure": what.figure})
    placement = recipe.placement if what.value is None else Placement(value=what.value)
    recipe = recipe.model_copy(
        update={"ladder": what.ladder, "enclosure": what.enclosure, "path": what.path, "placement": placement}
    )
    if isinstance(what.figure, OwnLick):
        text = f"title: {piece.name}\n{what.figure.over}"
        tonic = parse_changes(text).key.tonic.text
        over = ChangesSounds(changes=ChangesDocument(text=text))
        keys = recipe.keys.model_copy(update={"start": tonic})
        return recipe.model_copy(update={"sounds": over, "keys": keys, "numbers": "chord"})
    return recipe.model_copy(update={"sounds": OneSound(scale=_scale(piece, scales))})


def _scale(piece: VocabularyPiece, scales: ScaleCatalogue) -> ScaleChoice:
    if piece.what.scale is not None:
        return piece.what.scale.scale
    families = (family for family in on_the_shelf(piece, scales).families if family in _QUALITIES)
    chord = Chord(NoteName(0), parse_quality(_QUALITIES[next(families, "major")]))
    return fit(chord, Place(), scales)[0].scale.id
