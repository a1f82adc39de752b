"""What to leave out of a routine that is too long for the day, in the order in which a teacher would."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from typing import Final, NamedTuple

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.sounding.sounds import SeveralSounds
from dodecant.exercise.routes.stops import key_order
from dodecant.music.core.tonics import USUAL
from dodecant.practice.planning.routine import RecipeStep, Routine

_FIRST_WAY: Final[Mapping[str, str]] = {
    "up-and-back": "up", "down-and-back": "down", "round": "up", "round-down": "down",
}  # fmt: skip


class LeftOut(NamedTuple):
    """Something to leave out of a step (by its place): in words, and the step without it."""

    step: int
    words: str
    without: RecipeStep


def shortenings(routine: Routine) -> Iterator[LeftOut]:
    """Everything that could be left out: note values first, then sounds, then one direction, then half of the keys.

    Of each kind the longest step comes first in the list of whoever measures them; here they come in order.
    """
    for words, less in _LESS.items():
        for place, step in enumerate(routine.steps):
            if isinstance(step, RecipeStep):
                found = less(step.recipe)
                if found is not None:
                    full = step.full or step.recipe
                    yield LeftOut(place, words, step.model_copy(update={"recipe": found, "full": full}))


def restored(step: RecipeStep) -> RecipeStep:
    """The step with all that was left out of it."""
    return step if step.full is None else step.model_copy(update={"recipe": step.full, "full": None})


def _fewer_values(recipe: Recipe) -> Recipe | None:
    placement = recipe.placement
    if len(placement.values) < 2:
        return None
    return recipe.model_copy(update={"placement": placement.model_copy(update=_values(placement.values[:-1]))})


def _values(values: tuple[object, ...]) -> dict[str, object]:
    return {"value": values[0], "route": values if len(values) > 1 else ()}


def _fewer_sounds(recipe: Recipe) -> Recipe | None:
    sounds = recipe.sounds
    if not isinstance(sounds, SeveralSounds) or len(sounds.scales) <= 2:
        return None
    kept = -(-len(sounds.scales) // 2)
    changed: dict[str, object] = {"scales": sounds.scales[:kept]}
    if sounds.roots:
        changed["roots"] = sounds.roots[:kept]
    return recipe.model_copy(update={"sounds": sounds.model_copy(update=changed)})


def _one_direction(recipe: Recipe) -> Recipe | None:
    one = _FIRST_WAY.get(recipe.path.direction)
    if one is None:
        return None
    return recipe.model_copy(update={"path": recipe.path.model_copy(update={"direction": one})})


def _half_of_the_keys(recipe: Recipe) -> Recipe | None:
    keys = key_order(recipe.keys)
    if len(keys) < 2:
        return None
    picked = recipe.keys.picked if recipe.keys.order == "picked" else [USUAL["major"][key] for key in keys]
    half = tuple(picked[: -(-len(picked) // 2)])
    return recipe.model_copy(update={"keys": recipe.keys.model_copy(update={"order": "picked", "picked": half})})


_LESS: Final[Mapping[str, Callable[[Recipe], Recipe | None]]] = {
    "without its last note value": _fewer_values,
    "half of the sounds today": _fewer_sounds,
    "one direction only": _one_direction,
    "half of the keys today, the others tomorrow": _half_of_the_keys,
}
