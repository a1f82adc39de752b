"""Routines: their minutes, what to leave out of one that is too long, shapes to begin from; new versions."""

from __future__ import annotations

from dataclasses import replace

from dodecant.api.pressed import pressed, within
from dodecant.api.schemas.practising.planning import (
    FillingIn,
    LeftOutOut,
    RoutineIn,
    RoutineMinutesOut,
    StepOut,
    TakenDay,
    VersionIn,
    VersionOut,
)
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.practice.planning.minutes import StepMinutes, practised, step_minutes, task_minutes, total
from dodecant.practice.planning.on_stand import varied
from dodecant.practice.planning.routine import FreeTask, RecipeStep, Routine, Step
from dodecant.practice.planning.shapes import SHAPES, Filling
from dodecant.practice.planning.shortening import shortenings
from dodecant.practice.sentences.step import step_phrases
from dodecant.tables import load_tables

router = offloading_router("routines")
_MOST_OFFERED = 8


@router.post("/routine-minutes")
@offloaded
def minutes(wanted: RoutineIn) -> RoutineMinutesOut:
    """How long a routine takes, and over the day's cap what a teacher would leave out first."""
    routine, taken = wanted.routine, wanted.taken
    if wanted.level is not None:
        routine = practised(routine, wanted.level)
    found = [_minutes(step, taken, f"/routine/steps/{place}") for place, step in enumerate(routine.steps)]
    whole = total((one.minutes for one in found), routine)
    offered: list[LeftOutOut] = []
    if whole > routine.cap:
        for left in shortenings(routine):
            saves = found[left.step].minutes - _minutes(left.without, taken, "/routine").minutes
            if saves > 0 and len(offered) < _MOST_OFFERED:
                offered.append(
                    LeftOutOut(step=left.step, words=left.words, saves=round(saves, 1), without=left.without)
                )
    steps = [
        StepOut(music=round(float(one.music), 2), minutes=one.minutes, words=one.words, sentence=step_phrases(step))
        for one, step in zip(found, wanted.routine.steps, strict=True)
    ]
    return RoutineMinutesOut(steps=steps, minutes=whole, over=whole > routine.cap, leave_out=offered)


@router.post("/routine-shapes/{shape}")
@offloaded
def fill(shape: str, wanted: FillingIn) -> Routine:
    """A shape filled with a sound, keys and an instrument."""
    found = SHAPES.get(shape)
    if found is None:
        message = f"There is no shape “{shape[:40]}”."
        raise RecipeError([Problem("/shape", message, f"Choose one of: {', '.join(SHAPES)}.")])
    routine = found.fill(Filling(wanted.scale, wanted.keys, wanted.instrument), load_tables())
    for step in routine.steps:
        if isinstance(step, RecipeStep):
            pressed(step.recipe)
    return routine


@router.post("/versions")
@offloaded
def vary(wanted: VersionIn) -> VersionOut:
    """A new version of a recipe: one thing changes that did not change lately."""
    history = list(wanted.history)
    recipe, told = varied(wanted.recipe, wanted.times, within(wanted.level), history)
    if len(told) < wanted.times:
        message = "Nothing is left to change that did not change just now."
        raise RecipeError([Problem("/recipe", message, "Take another recipe, or come back to the first version.")])
    return VersionOut(change=history[-1], words=told[-1], recipe=recipe, changes=told)


def _minutes(step: Step, taken: dict[str, list[TakenDay]], pointer: str) -> StepMinutes:
    if isinstance(step, FreeTask):
        return task_minutes(step)
    try:
        exercise = pressed(step.recipe)
    except RecipeError as error:
        raise RecipeError([replace(one, pointer=f"{pointer}/recipe{one.pointer}") for one in error.problems]) from None
    days = [day for day in taken.get(step.saved, []) if day.strips]
    return step_minutes(exercise, step, [day.minutes / day.strips * len(exercise.strips) for day in days])
