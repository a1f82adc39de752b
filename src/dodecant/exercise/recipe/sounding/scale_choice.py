"""How documents name a scale: by its place in the catalogue, or as one's own, typed as degrees."""

from __future__ import annotations

from typing import Annotated

from pydantic import Discriminator, Field, Tag

from dodecant.exercise.recipe.part import Part, readable
from dodecant.exercise.recipe.problems import TAG, at_field
from dodecant.music.core.errors import MusicError
from dodecant.music.scales.scale import Scale, ScaleCatalogue, own_scale


class OwnScale(Part):
    """A scale of one's own, typed as degrees."""

    name: Annotated[str, Field(min_length=1, max_length=40)] = "own scale"
    degrees: Annotated[str, Field(max_length=120), readable(lambda text: own_scale("The scale", text))]


ScaleId = Annotated[str, Field(min_length=1, max_length=80)]
# The tags only tell a validator which of the two was meant.
ScaleChoice = Annotated[
    Annotated[ScaleId, Tag(f"{TAG}catalogue-scale")] | Annotated[OwnScale, Tag(f"{TAG}own-scale")],
    Discriminator(lambda value: f"{TAG}{'own' if isinstance(value, dict | OwnScale) else 'catalogue'}-scale"),
]


def choice_of(scale: Scale, catalogue: ScaleCatalogue) -> str | OwnScale:
    """How a document names a scale; the other way round from `chosen_scale`."""
    if scale.id in catalogue:
        return scale.id
    return OwnScale(name=scale.name[:40], degrees=" ".join(degree.text for degree in scale.degrees))


def chosen_scale(choice: str | OwnScale, catalogue: ScaleCatalogue, pointer: str) -> Scale:
    """The scale a document means; raises RecipeError at the pointer for an unknown one."""
    if isinstance(choice, OwnScale):
        return own_scale(choice.name, choice.degrees)
    try:
        return catalogue.get(choice)
    except MusicError as error:
        raise at_field(pointer, error) from None
