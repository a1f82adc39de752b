"""Recipes worked out, remembered: the bench, the stand and the questions beside a strip ask for the same ones."""

from __future__ import annotations

from threading import RLock

from cachetools import LRUCache, cached

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.variation import beyond_level
from dodecant.exercise.wording.sentence import file_title
from dodecant.practice.planning.versions import Works
from dodecant.tables import load_tables


def _notes(exercise: Exercise) -> int:
    return sum(len(one.notes) + sum(len(part.chords) for part in one.companions) for one in exercise.strips)


@cached(LRUCache(12_000, getsizeof=_notes), lock=RLock())
def pressed(recipe: Recipe) -> Exercise:
    """A recipe worked out; raises RecipeError for what cannot be done."""
    return press(recipe, load_tables())


def within(level: int | None) -> Works:
    """What tells whether a version of a recipe can be worked out, and is not too hard for a player's level."""

    def works(before: Recipe, recipe: Recipe) -> bool:
        if level is not None and beyond_level(before, recipe, level, load_tables().levels):
            return False
        try:
            pressed(recipe)
        except RecipeError:
            return False
        return True

    return works


def strip_of(exercise: Exercise, index: int, pointer: str = "/strip") -> Strip:
    """A strip by its index; raises RecipeError, at a field, for one that is not there."""
    if index >= len(exercise.strips):
        last = f"The last is {len(exercise.strips) - 1}."
        raise RecipeError([Problem(pointer, f"There is no strip {index}.", last)])
    return exercise.strips[index]


def file_title_of(exercise: Exercise) -> str:
    """What the files of an exercise are called: its title and instrument."""
    recipe = exercise.recipe
    return file_title(recipe, exercise.sentence, load_tables().instruments.get(recipe.player.instrument).name)
