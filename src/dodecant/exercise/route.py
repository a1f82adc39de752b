"""Routes: the order in which keys and sounds come round, and the stops they make."""

from __future__ import annotations

import random
from dataclasses import dataclass

from dodecant.exercise.problems import at_field
from dodecant.exercise.recipe import FamilyOfSounds, KeyRoute, OneSound, OwnSound, Recipe
from dodecant.instrument.profile import Instrument
from dodecant.music.degree import Degree
from dodecant.music.errors import MusicError
from dodecant.music.pitch import NoteName
from dodecant.music.scale import Scale, ScaleCatalogue, own_scale
from dodecant.music.tonics import TonicNames

_STEPS = {"fourths": 5, "fifths": 7, "half-steps-up": 1, "half-steps-down": 11}
_WHOLE_STEPS = {"whole-steps-up": 1, "whole-steps-down": -1}


@dataclass(frozen=True)
class Sound:
    """A scale on a tonic; `parent` is the tonic of the family it was taken from, if any."""

    tonic: NoteName
    scale: Scale
    parent: NoteName | None = None

    @property
    def text(self) -> str:
        """'A♭ Lydian'."""
        return f"{self.tonic.text} {self.scale.name}"


@dataclass(frozen=True)
class Stop:
    """One place on the routes: the key (pitch class as named by the recipe) and the sound, as read and as heard."""

    index: int
    key: int
    written: Sound
    sounding: Sound


def key_order(route: KeyRoute) -> tuple[int, ...]:
    """The pitch classes of the route, in order.

    Whole steps give six keys; the other six follow from the half step next to the start, the same way round.

    >>> key_order(KeyRoute(order="whole-steps-down", start="C"))
    (0, 10, 8, 6, 4, 2, 11, 9, 7, 5, 3, 1)
    """
    start = NoteName.parse(route.start).pitch_class
    if route.order in _STEPS:
        return tuple((start + _STEPS[route.order] * n) % 12 for n in range(12))
    if route.order in _WHOLE_STEPS:
        way = _WHOLE_STEPS[route.order]
        return tuple((start + way * (2 * n + half)) % 12 for half in (0, 1) for n in range(6))
    if route.order == "shuffle":
        others = [(start + n) % 12 for n in range(1, 12)]
        # Not for secrets: the seed stands in the recipe, so that the same recipe gives the same order.
        return (start, *random.Random(route.seed).sample(others, 11))  # noqa: S311
    return tuple(NoteName.parse(name).pitch_class for name in route.picked)


def stops(recipe: Recipe, catalogue: ScaleCatalogue, tonics: TonicNames, instrument: Instrument) -> tuple[Stop, ...]:
    """All stops of a recipe in order: keys and sounds nested as it says. Raises RecipeError for an unknown sound."""
    members = _members(recipe, catalogue)
    colour = members[0].scale.colour
    keys = key_order(recipe.keys)
    pairs = (
        [(key, member) for key in keys for member in members]
        if recipe.outer == "keys"
        else [(key, member) for member in members for key in keys]
    )
    transposed = instrument.sounds_half_steps
    heard = 0 if recipe.player.keyed == "sounding" else transposed
    # One tonic name per key for the whole exercise: the first sound's colour chooses it for all.
    return tuple(
        Stop(
            index,
            key,
            written=member.on(tonics.name(key + heard - transposed, colour)),
            sounding=member.on(tonics.name(key + heard, colour)),
        )
        for index, (key, member) in enumerate(pairs)
    )


@dataclass(frozen=True)
class _Member:
    """A scale of the sound route, with the degree of its root above the key's tonic."""

    scale: Scale
    root: Degree
    in_family: bool = False

    def on(self, tonic: NoteName) -> Sound:
        return Sound(self.root.name_above(tonic), self.scale, tonic if self.in_family else None)


def _members(recipe: Recipe, catalogue: ScaleCatalogue) -> tuple[_Member, ...]:
    sounds = recipe.sounds
    if isinstance(sounds, FamilyOfSounds):
        parent = _known(catalogue, sounds.parent, "/sounds/parent")
        modes = catalogue.modes_of(parent)
        return tuple(_Member(mode, root, True) for mode, root in zip(modes, parent.degrees, strict=True))
    if isinstance(sounds, OwnSound):
        return (_Member(own_scale(sounds.name, sounds.degrees), Degree(1)),)
    if isinstance(sounds, OneSound):
        return (_Member(_known(catalogue, sounds.scale, "/sounds/scale"), Degree(1)),)
    return tuple(
        _Member(_known(catalogue, scale_id, f"/sounds/scales/{place}"), Degree(1))
        for place, scale_id in enumerate(sounds.scales)
    )


def _known(catalogue: ScaleCatalogue, scale_id: str, pointer: str) -> Scale:
    try:
        return catalogue.get(scale_id)
    except MusicError as error:
        raise at_field(pointer, error) from None
