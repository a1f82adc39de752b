"""Shapes of routines to begin from: what teachers give again and again, filled with a sound, a key, an instrument."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Final, NamedTuple

from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.practice.improvising import FreeRule
from dodecant.practice.ladder import TempoLadder
from dodecant.practice.planning.routine import FreeTask, Gate, RecipeStep, Routine, Step

_OFTEN = Gate(kind="takes", takes=2)
_MINOR: Final = ("aeolian", "harmonic-minor", "melodic-minor", "dorian")
_TWELVE: Final = {"order": "fourths"}


class RoutineShape(NamedTuple):
    """A shape: its name, what it is for in a sentence, and how it is made from what it is filled with."""

    name: str
    use: str
    make: Callable[[Filling], Routine]


class Filling(NamedTuple):
    """What a shape is filled with: a scale by its id, a tonic by name, an instrument by its id."""

    scale: str = "dorian"
    tonic: str = "C"
    instrument: str = "piano"


def _recipe(filling: Filling, title: str, **parts: Any) -> Recipe:
    document = {
        "title": title, "sounds": {"kind": "one", "scale": filling.scale},
        "keys": {"order": "picked", "picked": [filling.tonic]}, "player": {"instrument": filling.instrument}, **parts,
    }  # fmt: skip
    return read_recipe(document)


def _step(recipe: Recipe, **parts: Any) -> RecipeStep:
    return RecipeStep(title=recipe.title, recipe=recipe, **parts)


def _learn_a_sound(filling: Filling) -> Routine:
    long = _recipe(filling, "Root to root, slowly", placement={"value": "quarter"}, tempo=66)
    steps: tuple[Step, ...] = (
        FreeTask(title="Its parent first", rule="Play the parent scale from its own root, then find this sound in it.",
                 minutes=3),
        _step(long, gate=_OFTEN),
        _step(_recipe(filling, "Constant eighths in the sound", tempo=80), rule=FreeRule(kind="constant", choruses=12)),
        _step(_recipe(filling, "Phrases, with breaths", tempo=80), rule=FreeRule(kind="phrases", choruses=12)),
        FreeTask(title="The next position", rule="The same again in the next position, or the next octave.", minutes=4),
    )  # fmt: skip
    return Routine(title="Learn a sound", steps=steps)


def _build_up(filling: Filling) -> Routine:
    built = _recipe(filling, "Each new tone at its place", course={"kind": "build-up"}, tempo=72)
    whole = _recipe(filling, "The whole scale, in three note values", tempo=72,
                    placement={"value": "eighth", "route": ["quarter", "eighth", "triplet"]})  # fmt: skip
    return Routine(title="Build up a scale", steps=(_step(built), _step(whole, gate=_OFTEN)))


def _one_cell(filling: Filling) -> Routine:
    cell = _recipe(filling, "1 2 3 5 through twelve keys", figure={"kind": "cell", "text": "1 2 3 5"}, keys=_TWELVE,
                   path={"direction": "up"}, tempo=80)  # fmt: skip
    return Routine(title="One cell through twelve keys", steps=(_step(cell),))


def _to_memory(filling: Filling) -> Routine:
    line = _recipe(filling, "Thirds, from the page to memory", figure={"kind": "intervals", "size": 3}, tempo=76)
    curtains = (("all", "The page"), ("numbers", "Numbers only"), ("formula", "The formula"), ("nothing", "By heart"))
    steps = tuple(RecipeStep(title=title, recipe=line, curtain=curtain, gate=_OFTEN) for curtain, title in curtains)
    return Routine(title="From reading to memory", steps=steps)


def _warm_up(filling: Filling) -> Routine:
    scales = ["ionian", "lydian", "mixolydian", "dorian", "aeolian", "phrygian"]
    warm = _recipe(filling, "One root, six sounds, three note values", sounds={"kind": "several", "scales": scales},
                   placement={"value": "quarter", "route": ["quarter", "eighth", "triplet"]}, tempo=70)  # fmt: skip
    return Routine(title="Warm-up on one root", steps=(_step(warm),))


def _a_lick(filling: Filling) -> Routine:
    line = {"kind": "cell", "text": "1 3 5 7 6 5 3 2"}
    through = _recipe(
        filling, "The line through twelve keys", figure=line, path={"span": "once"}, keys=_TWELVE, tempo=60
    )
    climbed = _recipe(filling, "In one key, up the tempos", figure=line, tempo=60)
    ladder = TempoLadder(begin=60, top=80, by=10, after=1)
    return Routine(title="A lick through keys", steps=(_step(climbed, ladder=ladder), _step(through)))


def _alone_then_chained(filling: Filling) -> Routine:
    alone = tuple(
        _step(_recipe(filling, f"Alone: {form.replace('-', ' ')}", sounds={"kind": "one", "scale": form}), gate=_OFTEN)
        for form in _MINOR
    )
    chained = _recipe(filling, "All four, one into the next", sounds={"kind": "several", "scales": list(_MINOR)})
    return Routine(title="Each form alone, then chained", steps=(*alone, _step(chained)))


SHAPES: Final[Mapping[str, RoutineShape]] = {
    "learn-a-sound": RoutineShape(
        "Learn a sound", "Parent, root to root, constant notes, phrases, the next position.", _learn_a_sound
    ),
    "build-up": RoutineShape(
        "Build up a scale", "Each new tone at its place, then all of it in three values.", _build_up
    ),
    "one-cell": RoutineShape("One cell through twelve keys", "A short cell up the scale in every key.", _one_cell),
    "to-memory": RoutineShape("From reading to memory", "The same line while the curtain closes.", _to_memory),
    "warm-up": RoutineShape("Warm-up on one root", "A list of sounds on one root in three note values.", _warm_up),
    "lick": RoutineShape("A lick through keys", "First up the tempos in one key, then slowly through all.", _a_lick),
    "alone-then-chained": RoutineShape(
        "Each form alone, then chained", "Four minor forms by themselves, then one into the next.", _alone_then_chained
    ),
}
