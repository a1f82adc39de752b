"""What an item of a plan puts on the stand: its recipe or routine in its key and version, or what mends a degree."""

from __future__ import annotations

from functools import partial
from typing import NamedTuple

from dodecant.exercise.recipe.document import KeyRoute, Recipe
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.tables import Tables
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.practice.ladder import TempoLadder
from dodecant.practice.planning.goals import Goal
from dodecant.practice.planning.mending import mending
from dodecant.practice.planning.plan import PlanItem
from dodecant.practice.planning.routine import RecipeStep, Routine
from dodecant.practice.planning.versions import Works, new_version

_TITLE = 120  # letters


class OnStand(NamedTuple):
    """A recipe or a routine, how it was varied (in words), and the tempos it climbs, if it does."""

    recipe: Recipe | None
    routine: Routine | None = None
    version: str = ""
    ladder: TempoLadder | None = None


def item_on_stand(
    item: PlanItem, goal: Goal, document: Recipe | Routine | None, tables: Tables, works: Works
) -> OnStand:
    """An item of a goal as it stands on the stand; `document` is the goal's, if it names one that is still there.

    Raises RecipeError where there is nothing to put there.
    """
    if item.comes == "mend":
        return _mending(item, goal, document if isinstance(document, Recipe) else None, tables)
    if document is None:
        gone = f"“{goal.title}” names a {goal.kind} that is gone." if goal.saved else f"“{goal.title}” names no recipe."
        raise RecipeError([Problem("", gone, "Choose one under “Goals and rules”.")])
    if isinstance(document, Routine):
        return OnStand(None, _routine_in(document, item.key))
    recipe, told = varied(document, item.version - 1, works)
    version = told[-1] if told else ""
    title = (f"{goal.title}: {version}" if version else goal.title)[:_TITLE]
    return OnStand(_in_key(recipe, item.key).model_copy(update={"title": title, "tempo": item.tempo}), version=version)


def varied(recipe: Recipe, times: int, works: Works, history: list[str] | None = None) -> tuple[Recipe, list[str]]:
    """A recipe so many versions on, or as many as there are, and what changed each time, in words; `history` (names of
    what changed before) goes on.
    """
    history, told = [] if history is None else history, list[str]()
    for _ in range(times):
        found = new_version(recipe, history, partial(works, recipe))
        if found is None:
            break
        recipe = found.recipe
        history.append(found.change)
        told.append(found.words)
    return recipe, told


def _mending(item: PlanItem, goal: Goal, played: Recipe | None, tables: Tables) -> OnStand:
    scale = tables.scales.named(goal.sound)
    try:
        degree = Degree.parse(item.degree)
    except MusicError:
        scale = None
    if scale is None:
        message = f"{item.degree} of {goal.sound or goal.title} cannot be mended."
        raise RecipeError([Problem("", message, "Name one of the scales under “Goals and rules”.")])
    recipe = mending(scale, degree, [item.key], item.tempo, played)
    return OnStand(recipe, ladder=TempoLadder(begin=recipe.tempo, top=max(recipe.tempo, item.tempo)))


def _in_key(recipe: Recipe, key: str) -> Recipe:
    """A plan names keys as the player reads them, as the logbook does."""
    player = recipe.player.model_copy(update={"named_key": "written"})
    return recipe.model_copy(update={"player": player, "keys": KeyRoute(order="picked", picked=(key,))})


def _routine_in(routine: Routine, key: str) -> Routine:
    steps = tuple(
        step.model_copy(update={"recipe": _in_key(step.recipe, key)}) if isinstance(step, RecipeStep) else step
        for step in routine.steps
    )
    return routine.model_copy(update={"steps": steps})
