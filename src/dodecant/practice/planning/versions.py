"""A new version of an exercise: one thing changes, named: the one that was longest not changed."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from fractions import Fraction
from typing import Any, Final, NamedTuple

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.rhythm.note_values import BEATS
from dodecant.exercise.recipe.variation import patched

Works = Callable[[Recipe, Recipe], bool]  # whether a version of a recipe can be worked out, and is not too hard


class Version(NamedTuple):
    """A version: the name of what changed, in words, and the recipe."""

    change: str
    words: str
    recipe: Recipe


Patch = tuple[str, Mapping[str, Any]]  # in words, and fields of parts that change: {"placement": {"start": 1}}


def new_version(recipe: Recipe, history: Sequence[str], works: Callable[[Recipe], bool]) -> Version | None:
    """The next version: of the changes that can be made, the one that was longest not made (in the order taught).

    `history` are the names of the changes so far, the latest last; that one is not made again at once. `works` tells
    whether a recipe can be worked out, and is within the player's level. None where nothing is left.
    """
    for name in _oldest_first([name for name in CHANGES if name not in history[-1:]], history):
        for words, patch in CHANGES[name](recipe):
            changed = _changed(recipe, patch)
            if changed is not None and changed != recipe and works(changed):
                return Version(name, words, changed)
    return None


def _oldest_first(names: Sequence[str], history: Sequence[str]) -> list[str]:
    """Never made first, in the order of the table; then the one longest ago."""
    made = {name: place for place, name in enumerate(history)}
    return sorted(names, key=lambda name: made.get(name, -1))


def _changed(recipe: Recipe, patch: Mapping[str, Any]) -> Recipe | None:
    try:
        return patched(recipe, patch)
    except RecipeError:
        return None


def _target(recipe: Recipe) -> Iterator[Patch]:
    if recipe.path.takes_range or recipe.path.span == "once":
        return
    for step in (5, 3, 7, 1):
        if recipe.path.low.step != step:
            high = {"step": step, "octave": recipe.path.low.octave + 1}
            low = {"step": step, "octave": recipe.path.low.octave}
            yield f"from {step} to {step}", {"path": {"low": low, "high": high}}


def _start(recipe: Recipe) -> Iterator[Patch]:
    yield from _starts(recipe, {"the one": Fraction(0), "two": Fraction(1), "three": Fraction(2)})


def _off_beat(recipe: Recipe) -> Iterator[Patch]:
    yield from _starts(recipe, {"the and of one": Fraction(1, 2), "the and of two": Fraction(3, 2)})


def _starts(recipe: Recipe, places: Mapping[str, Fraction]) -> Iterator[Patch]:
    """Places in the bar, in beats, that the note value divides."""
    placement = recipe.placement
    for words, beats in places.items():
        start = beats / BEATS[placement.value]
        if start.denominator == 1 and placement.start != start and not placement.slots and not placement.route:
            yield f"starting on {words}", {"placement": {"start": int(start)}}


_OTHER_WAY: Final[Mapping[str, tuple[str, str]]] = {
    "up-and-back": ("down-and-back", "down first, and back"), "down-and-back": ("up-and-back", "up first, and back"),
    "up": ("down", "downwards"), "down": ("up", "upwards"),
    "round": ("round-down", "round, down first"), "round-down": ("round", "round, up first"),
}  # fmt: skip


def _direction(recipe: Recipe) -> Iterator[Patch]:
    other, words = _OTHER_WAY[recipe.path.direction]
    yield words, {"path": {"direction": other}}


def _accents(recipe: Recipe) -> Iterator[Patch]:
    now = {mark.every for mark in recipe.placement.marks}
    for every, words in ((3, "threes"), (2, "twos")):
        if every not in now:
            yield f"accents in {words}", {"placement": {"marks": [{"kind": "accent", "every": every}]}}


def _value(recipe: Recipe) -> Iterator[Patch]:
    following = {"quarter": "eighth", "eighth": "triplet", "triplet": "sixteenth", "sixteenth": "eighth"}
    value = following.get(recipe.placement.value)
    if value and not recipe.placement.route and not recipe.placement.slots:
        words = {"eighth": "in eighths", "triplet": "in triplets", "sixteenth": "in sixteenths"}[value]
        yield words, {"placement": {"value": value, "start": 0}}


def _key_order(recipe: Recipe) -> Iterator[Patch]:
    orders = {
        "fourths": ("half-steps-up", "keys up by half steps"), "half-steps-up": ("fifths", "keys round the fifths"),
        "fifths": ("whole-steps-down", "keys down by whole steps"),
    }  # fmt: skip
    if recipe.keys.order == "picked":
        return
    order, words = orders.get(recipe.keys.order, ("fourths", "keys round the fourths"))
    yield words, {"keys": {"order": order}}


def _articulation(recipe: Recipe) -> Iterator[Patch]:
    if recipe.placement.slurs is None:
        yield "two slurred, two tongued", {"placement": {"slurs": {"groups": [2, 1, 1]}}}
    else:
        yield "all tongued", {"placement": {"slurs": None}}


CHANGES: Final[Mapping[str, Callable[[Recipe], Iterator[Patch]]]] = {
    "accents": _accents, "start": _start, "direction": _direction, "target degree": _target,
    "off-beat start": _off_beat, "articulation": _articulation, "key order": _key_order, "note value": _value,
}  # fmt: skip
