"""The sheets of an assignment: one for each recipe in it, fitted to a player, as a layout wants them."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import NamedTuple

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.tables import Tables
from dodecant.practice.planning.days import day_text
from dodecant.practice.studio.assignment import Assignment, own_assignment
from dodecant.practice.studio.handout import HandoutLayout, Sheet
from dodecant.practice.studio.other_clef import in_other_clef
from dodecant.practice.studio.profile import PlayerProfile


class Recipient(NamedTuple):
    """A player who is handed an assignment: who, what is made simpler for them, the address that opens their stand."""

    profile: PlayerProfile
    simpler: tuple[str, ...] = ()
    address: str = ""


def sheets_of(
    given: Assignment,
    seat: Recipient | None,
    layout: HandoutLayout,
    tables: Tables,
    press: Callable[[Recipe], Exercise],
) -> Iterator[Sheet]:
    """The sheets for a player; without one, as the recipe stands. Raises RecipeError where it cannot be worked out."""
    profile = seat.profile if seat else None
    recipes = (
        [fit.recipe for fit in own_assignment(given, seat.profile, tables, seat.simpler).fits]
        if seat
        else _recipes(given)
    )
    for place, recipe in enumerate(recipes):
        exercise = press(_with_maps(recipe, layout))
        yield Sheet(
            exercise,
            profile.name if profile else "",
            given.page_words if place == 0 else "",
            given.listening if place == 0 else "",
            f"For {day_text(given.due)}" if given.due else "",
            tuple((link.name, link.address) for link in given.links) if place == 0 else (),
            seat.address if seat else "",
            in_other_clef(exercise, tables.instruments) if layout.both_clefs else None,
            profile.reading if profile else "notes",
        )


def _recipes(given: Assignment) -> list[Recipe]:
    if given.recipe is not None:
        return [given.recipe.model_copy(update={"title": given.title})]
    steps = given.routine.steps if given.routine is not None else ()
    return [step.recipe for step in steps if step.kind == "recipe"]


def _with_maps(recipe: Recipe, layout: HandoutLayout) -> Recipe:
    if layout.maps == "none":
        return recipe
    return recipe.model_copy(update={"spelling": recipe.spelling.model_copy(update={"maps": layout.maps})})
