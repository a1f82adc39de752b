"""The phrases of the sentence about joins over changes and about what goes beside the line."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any

from dodecant.exercise.recipe.companions import Companion, Doubling, Drone, Fifths, Voicings
from dodecant.exercise.recipe.document import Joins
from dodecant.exercise.wording.small_words import listed

_OCTAVES = {-2: "two octaves lower", -1: "an octave lower", 1: "an octave higher", 2: "two octaves higher"}
_EARLY = {"no": "", "eighth": " an eighth early", "sixteenth": " a sixteenth early"}
_PLAIN = Joins()
_WEIGHTS = {
    "leap": "leaps",
    "repeat": "repeated notes",
    "direction_change": "turns",
    "strong": "foreign tones",
    "range": "the edge",
}


def joins_text(joins: Joins) -> str:
    """How chords are joined, where that is not the plain way; else nothing."""
    said = []
    if joins.begin == "any":
        said.append("begun on any tone")
    if joins.direction == "either":
        said.append("in either direction")
    if joins.leftover == "held":
        said.append("whole figures only")
    weighed = [words for name, words in _WEIGHTS.items() if getattr(joins, name) != getattr(_PLAIN, name)]
    if weighed:
        said.append(f"{listed(weighed)} weighed anew")
    return listed(said) if said else ""


def companions_text(companions: tuple[Companion, ...]) -> str:
    """What goes beside the line: 'rootless voicings in the left hand and a drone on 1'."""
    return listed([_one(companion) for companion in companions])


def _one(companion: Companion) -> str:
    words = SAID[type(companion)](companion)
    return words if companion.written else f"{words} (sounding only)"


def _doubling(companion: Doubling) -> str:
    return f"the line {_OCTAVES[companion.octaves]}"


def _fifths(companion: Fifths) -> str:
    return "fifths moving to sixths" if companion.moving else "open fifths"


def _drone(companion: Drone) -> str:
    degree = companion.degree.replace("b", "♭").replace("#", "♯")
    return f"a drone on {degree}{' and its fifth' * companion.fifth}"


def _voicings(companion: Voicings) -> str:
    form = "shells" if companion.form == "shell" else "rootless voicings"
    return f"{form} in the {companion.hand} hand{_EARLY[companion.anticipated]}"


SAID: Mapping[type[Companion], Callable[[Any], str]] = {
    Doubling: _doubling,
    Fifths: _fifths,
    Drone: _drone,
    Voicings: _voicings,
}
