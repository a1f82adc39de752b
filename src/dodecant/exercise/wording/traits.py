"""What recipes can be sorted out by: the scales they name, their figure, their instrument, their tags."""

from __future__ import annotations

from contextlib import suppress
from typing import Final, NamedTuple

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.exercise.wording.figures import FIGURES_SAID
from dodecant.instrument.profile import InstrumentTable
from dodecant.music.core.errors import MusicError
from dodecant.music.scales.scale import ScaleCatalogue

TRAITS: Final = {"scale": "Scale", "figure": "Figure", "instrument": "Instrument", "tag": "Tag"}


class Trait(NamedTuple):
    """One thing to sort out by: its kind (one of `TRAITS`) and what it is called."""

    kind: str
    name: str


def traits(recipe: Recipe, scales: ScaleCatalogue, instruments: InstrumentTable) -> tuple[Trait, ...]:
    """What a recipe can be found by; what the tables do not know (any more) is left out.

    >>> from dodecant.tables import load_tables
    >>> found = traits(Recipe(tags=("warm-up",)), load_tables().scales, load_tables().instruments)
    >>> [trait.name for trait in found]
    ['Ionian', 'Straight run', 'concert piano', 'warm-up']
    """
    found = []
    for choice in recipe.sounds.named:
        with suppress(RecipeError):
            found.append(Trait("scale", chosen_scale(choice, scales, "").name))
    found.append(Trait("figure", FIGURES_SAID[type(recipe.figure)].label))
    with suppress(MusicError):
        found.append(Trait("instrument", instruments.get(recipe.player.instrument).name))
    found += [Trait("tag", tag) for tag in recipe.tags]
    return tuple(dict.fromkeys(found))
