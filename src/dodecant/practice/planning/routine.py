"""A routine: steps in order, each a recipe with tempo, ladder, repeats, curtain and gate, or a free task."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Discriminator, Field, Tag

from dodecant.backing.setting import Backing
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.part import Part
from dodecant.exercise.recipe.problems import TAG
from dodecant.practice.improvised.rule import FreeRule
from dodecant.practice.ladder import Tempo, TempoLadder

Curtain = Literal["all", "numbers", "contour", "formula", "first", "nothing"]
Minutes = Annotated[int, Field(ge=1, le=240)]
MOST_STEPS = 24


class Gate(Part):
    """What must be true before the next step opens: so many clean takes of each strip, or the player's own word."""

    kind: Literal["word", "takes"] = "word"
    takes: Annotated[int, Field(ge=1, le=10)] = 2


class StandWish(Part):
    """How the stand is set for something: up a `ladder` of tempos or at one; each strip so many `repeats`; what the
    `curtain` leaves of the page; the `rule` one improvises under; the band; the gate; whether the stand `listens`.
    """

    ladder: TempoLadder | None = None
    repeats: Annotated[int, Field(ge=1, le=16)] = 1
    curtain: Curtain = "all"
    rule: FreeRule | None = None
    backing: Backing = Backing()
    gate: Gate = Gate()
    listens: bool = False


class RecipeStep(StandWish):
    """A recipe to practise as the stand is set for it, at a `tempo` of its own (0: the recipe's).

    `full` is the recipe before something was left out of it to fit the day, to be put back when it has become easy.
    """

    kind: Literal["recipe"] = "recipe"
    title: Annotated[str, Field(max_length=120)] = ""
    recipe: Recipe = Recipe()
    full: Recipe | None = None
    saved: Annotated[str, Field(max_length=80)] = ""
    tempo: Annotated[int, Field(ge=0, le=320)] = 0


class FreeTask(Part):
    """Something else to do, with its rule in words, for so many minutes."""

    kind: Literal["task"] = "task"
    title: Annotated[str, Field(min_length=1, max_length=120)] = "A task"
    rule: Annotated[str, Field(max_length=600)] = ""
    minutes: Minutes = 5
    gate: Gate = Gate()


def _kind(value: Any) -> str:
    kind = value.get("kind") if isinstance(value, dict) else getattr(value, "kind", None)
    return f"{TAG}{'task' if kind == 'task' else 'recipe'}-step"


# The tags only tell a validator which of the two was meant.
Step = Annotated[
    Annotated[RecipeStep, Tag(f"{TAG}recipe-step")] | Annotated[FreeTask, Tag(f"{TAG}task-step")],
    Discriminator(_kind),
]


class Routine(Part):
    """Steps in order under a `title`, for a day with a cap of so many minutes; a break after each `break_after`."""

    title: Annotated[str, Field(max_length=120)] = ""
    cap: Minutes = 20
    break_after: Annotated[int, Field(ge=10, le=120)] = 25
    steps: Annotated[tuple[Step, ...], Field(max_length=MOST_STEPS)] = ()


def tempo_of(step: RecipeStep) -> Tempo:
    """The tempo of a step (BPM)."""
    return step.tempo or step.recipe.tempo
