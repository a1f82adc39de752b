"""What every line of a recipe is worked out from, and what works one out."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Protocol

from dodecant.exercise.melody.lick import Lick
from dodecant.exercise.melody.line import Line
from dodecant.exercise.melody.recipe_on_scale import RecipeOnScales
from dodecant.exercise.player import ResolvedPlayer
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.routes.stops import Stop


@dataclass(frozen=True)
class LineWork:
    """A recipe in one note value, on the scales it meets, for a player; and its lick, where it has one."""

    recipe: Recipe
    scales: RecipeOnScales
    player: ResolvedPlayer
    lick: Lick | None = None

    @classmethod
    def of(cls, recipe: Recipe, player: ResolvedPlayer, lick: Lick | None = None) -> LineWork:
        """With its scales still to be worked out."""
        return cls(recipe, RecipeOnScales(recipe, lick), player, lick)


class LineBuilder(Protocol):
    """Works out the line of any stop of a recipe; what is the same in every key it works out once."""

    def line(self, stop: Stop) -> Line:
        """The line of one stop; raises RecipeError where there is nothing to play."""
