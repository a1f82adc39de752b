"""Recipes made from others: one step harder or easier, and surprises.

Each phrase has a stair of steps from easy to hard, which is data. A step harder or easier changes one phrase alone.
"""

from __future__ import annotations

import random
import tomllib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Literal

from dodecant.exercise.recipe.document import Player, Recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.music.core.errors import MusicError
from dodecant.music.core.tonics import USUAL

Way = Literal["harder", "easier"]
LEVELS = 5
_TEMPO_STEP = 8  # beats a minute
_TEMPOS = (48, 152)


@dataclass(frozen=True)
class Step:
    """One step of a stair: what it is called, and the values it sets in its phrase."""

    words: str
    value: Mapping[str, Any]


@dataclass(frozen=True)
class Stair:
    """The steps of one phrase, from easy to hard."""

    phrase: str
    steps: tuple[Step, ...]


@dataclass(frozen=True)
class Variation:
    """A changed recipe, the phrase that changed, and what it is now."""

    recipe: Recipe
    phrase: str
    words: str


def read_stairs(text: str) -> tuple[Stair, ...]:
    """Read and check the data file (TOML); raises MusicError for a step that no recipe can take."""
    stairs = []
    for row in tomllib.loads(text)["stair"]:
        stair = Stair(row["phrase"], tuple(Step(step["words"], step["value"]) for step in row["steps"]))
        for step in stair.steps:
            try:
                _with(Recipe(), stair.phrase, step)
            except RecipeError as error:
                raise MusicError(f"Stair {stair.phrase}, {step.words}: {error}") from None
        stairs.append(stair)
    return tuple(stairs)


def varied(recipe: Recipe, stairs: Sequence[Stair], way: Way) -> Variation:
    """One step harder or easier: the phrase that is farthest behind (or ahead) moves, else the tempo.

    A phrase that stands on no step of its stair is the teacher's own and is left alone. Raises RecipeError when
    nothing can move.
    """
    harder = way == "harder"
    found = []
    for place, stair in enumerate(stairs):
        at = _standing(recipe, stair)
        following = None if at is None else at + (1 if harder else -1)
        if at is not None and following is not None and 0 <= following < len(stair.steps):
            share = at / (len(stair.steps) - 1)
            found.append((share if harder else -share, place, following))
    for _, place, following in sorted(found):
        step = stairs[place].steps[following]
        return Variation(_with(recipe, stairs[place].phrase, step), stairs[place].phrase, step.words)
    tempo = recipe.tempo + (_TEMPO_STEP if harder else -_TEMPO_STEP)
    if not _TEMPOS[0] <= tempo <= _TEMPOS[1]:
        message = f"This is as {'hard' if harder else 'easy'} as it gets here."
        raise RecipeError([Problem("", message, "Change a phrase yourself.")])
    return Variation(recipe.model_copy(update={"tempo": tempo}), "tempo", f"{tempo} beats a minute")


def surprise(seed: int, level: int, stairs: Sequence[Stair], player: Player) -> Recipe:
    """A sensible recipe of a level from 1 to 5; the same seed gives the same one."""
    # Not for secrets: the seed is told, so that a surprise can be had again.
    chance = random.Random(f"{seed} {level}")  # noqa: S311
    recipe = Recipe(player=player, tempo=60 + 12 * level)
    for stair in stairs:
        last = len(stair.steps) - 1
        wanted = round((level - 1) / (LEVELS - 1) * last) + chance.choice((-1, 0, 0, 1))
        recipe = _with(recipe, stair.phrase, stair.steps[max(0, min(last, wanted))])
    keys = recipe.keys.model_copy(update={"start": chance.choice(USUAL["major"]), "seed": seed})
    enclosed = level >= 4 and recipe.figure.kind == "run"
    document = recipe.model_copy(update={"keys": keys}).model_dump(mode="json")
    if enclosed:
        document["enclosure"] = {
            "kind": chance.choice(("below", "above-below", "half-above-below")),
            "targets": "chord",
        }
    return read_part(Recipe, document)


def _standing(recipe: Recipe, stair: Stair) -> int | None:
    """The step of a stair that a recipe stands on."""
    part = recipe.model_dump(mode="json")[stair.phrase]
    for place, step in enumerate(stair.steps):
        if all(part.get(field) == value for field, value in step.value.items()):
            return place
    return None


def _with(recipe: Recipe, phrase: str, step: Step) -> Recipe:
    document = recipe.model_dump(mode="json")
    before = document[phrase]
    kept = before if "kind" not in step.value else {}
    document[phrase] = {**kept, **step.value}
    return read_part(Recipe, document)
