"""Recipes made from others: one step harder or easier, and surprises.

Each phrase has levels from easy to hard, which are data. A step harder or easier changes one phrase alone.
"""

from __future__ import annotations

import random
import tomllib
from collections.abc import Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Final, Literal

from dodecant.exercise.recipe.document import Player, Recipe
from dodecant.exercise.recipe.figures import Run
from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.music.core.errors import MusicError
from dodecant.music.core.tonics import USUAL

HarderOrEasier = Literal["harder", "easier"]
LEVELS = 5
# The simplifications teachers make: what each is called, and what it changes as a JSON merge patch (RFC 7396).
SIMPLER: Final[tuple[tuple[str, Mapping[str, Any]], ...]] = (
    ("Upward only", {"path": {"direction": "up"}}),
    ("Downward only", {"path": {"direction": "down"}}),
    ("A rest at the turn", {"path": {"pause": True}}),
    ("Home after every one", {"course": {"kind": "return", "degree": "1", "every": 1, "order": None}}),
    ("Three keys only", {"keys": {"order": "picked", "picked": ["C", "F", "G"]}}),
)
_HANDS: Final = "fingering"
_TEMPO_STEP = 8  # beats a minute
_TEMPOS = (48, 152)


@dataclass(frozen=True)
class Level:
    """One level of a phrase: what it is called, and the values it sets in its phrase."""

    words: str
    value: Mapping[str, Any]


@dataclass(frozen=True)
class PhraseLevels:
    """The levels of one phrase, from easy to hard."""

    phrase: str
    levels: tuple[Level, ...]


@dataclass(frozen=True)
class Variation:
    """A changed recipe, the phrase that changed, and what it is now."""

    recipe: Recipe
    phrase: str
    words: str


def patched(recipe: Recipe, patch: Mapping[str, Any]) -> Recipe:
    """The recipe with parts changed as a merge patch says; raises RecipeError where they do not go together.

    >>> patched(Recipe(), {"path": {"direction": "up"}}).path.direction
    'up'
    """
    document = recipe.model_dump(mode="json")
    for part, change in patch.items():
        document[part] = {**document[part], **change} if isinstance(change, dict) else change
    return read_part(Recipe, document)


def read_levels(text: str) -> tuple[PhraseLevels, ...]:
    """Read and check the data file (TOML); raises MusicError for a step that no recipe can take."""
    phrases = []
    for row in tomllib.loads(text)["levels"]:
        phrase = PhraseLevels(row["phrase"], tuple(Level(step["words"], step["value"]) for step in row["levels"]))
        for step in phrase.levels:
            try:
                _with(Recipe(), phrase.phrase, step)
            except RecipeError as error:
                raise MusicError(f"Levels of {phrase.phrase}, {step.words}: {error}") from None
        phrases.append(phrase)
    return tuple(phrases)


def varied(recipe: Recipe, phrases: Sequence[PhraseLevels], way: HarderOrEasier) -> Variation:
    """One step harder or easier: the phrase that is farthest behind (or ahead) moves, else the tempo.

    A phrase that stands on none of its levels is the teacher's own and is left alone. Raises RecipeError when
    nothing can move.
    """
    harder = way == "harder"
    found = []
    for place, phrase in enumerate(phrases):
        at = _standing(recipe, phrase)
        following = None if at is None else at + (1 if harder else -1)
        if at is not None and following is not None and 0 <= following < len(phrase.levels):
            share = at / (len(phrase.levels) - 1)
            found.append((share if harder else -share, place, following))
    for _, place, following in sorted(found):
        step = phrases[place].levels[following]
        return Variation(_with(recipe, phrases[place].phrase, step), phrases[place].phrase, step.words)
    tempo = recipe.tempo + (_TEMPO_STEP if harder else -_TEMPO_STEP)
    if not _TEMPOS[0] <= tempo <= _TEMPOS[1]:
        message = f"This is as {'hard' if harder else 'easy'} as it gets here."
        raise RecipeError([Problem("", message, "Change a phrase yourself.")])
    return Variation(recipe.model_copy(update={"tempo": tempo}), "tempo", f"{tempo} beats a minute")


def beyond_level(before: Recipe, after: Recipe, level: int, phrases: Sequence[PhraseLevels]) -> bool:
    """Whether a phrase that changed is harder than a player of a level (1 to 5) is used to, and harder than it was.

    A phrase that stands on none of its levels is the teacher's own, and never too hard.
    """
    for phrase in phrases:
        was, now = _standing(before, phrase), _standing(after, phrase)
        if now is not None and now > max(_usual(level, phrase), -1 if was is None else was):
            return True
    return False


def easier_phrases(
    recipe: Recipe, phrases: Sequence[PhraseLevels], level: int, of: Collection[str]
) -> Iterator[tuple[str, str, dict[str, Any]]]:
    """Of phrases that are harder than suits a level: the phrase, what suits in words, and that as a merge patch."""
    for phrase in phrases:
        at = _standing(recipe, phrase)
        if phrase.phrase in of and at is not None and at > _usual(level, phrase):
            step = phrase.levels[_usual(level, phrase)]
            yield phrase.phrase, step.words, {phrase.phrase: dict(step.value)}


def suits(phrase: str, field: str, level: int, phrases: Sequence[PhraseLevels]) -> tuple[str, ...]:
    """What a field of a phrase may be at a level (1 to 5), from easy to as hard as suits it."""
    found = next(one for one in phrases if one.phrase == phrase)
    return tuple(str(step.value[field]) for step in found.levels[: _usual(level, found) + 1])


def _usual(level: int, phrase: PhraseLevels) -> int:
    """The place among its levels that suits a player of a level."""
    return round((level - 1) / (LEVELS - 1) * (len(phrase.levels) - 1))


def surprise(seed: int, level: int, phrases: Sequence[PhraseLevels], player: Player) -> Recipe:
    """A sensible recipe of a level from 1 to 5; the same seed gives the same one."""
    # Not for secrets: the seed is told, so that a surprise can be had again.
    chance = random.Random(f"{seed} {level}")  # noqa: S311
    recipe = Recipe(player=player, tempo=60 + 12 * level)
    for phrase in phrases:
        if phrase.phrase == _HANDS:
            continue  # it depends on the instrument
        last = len(phrase.levels) - 1
        wanted = _usual(level, phrase) + chance.choice((-1, 0, 0, 1))
        recipe = _with(recipe, phrase.phrase, phrase.levels[max(0, min(last, wanted))])
    keys = recipe.keys.model_copy(update={"start": chance.choice(USUAL["major"]), "seed": seed})
    enclosed = level >= 4 and isinstance(recipe.figure, Run)
    document = recipe.model_copy(update={"keys": keys}).model_dump(mode="json")
    if enclosed:
        document["enclosure"] = {
            "kind": chance.choice(("below", "above-below", "half-above-below")),
            "targets": "chord",
        }
    return read_part(Recipe, document)


def _standing(recipe: Recipe, phrase: PhraseLevels) -> int | None:
    """The level of a phrase that a recipe stands on."""
    part = recipe.model_dump(mode="json")[phrase.phrase] or {}
    for place, step in enumerate(phrase.levels):
        if all(part.get(field) == value for field, value in step.value.items()):
            return place
    return None


def _with(recipe: Recipe, phrase: str, step: Level) -> Recipe:
    document = recipe.model_dump(mode="json")
    before = document[phrase]
    same = before is not None and step.value.get("kind") in (None, before.get("kind"))
    kept = before if same and (phrase == _HANDS or "kind" not in step.value) else {}
    document[phrase] = {**kept, **step.value}
    return read_part(Recipe, document)
