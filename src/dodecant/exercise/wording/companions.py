"""The phrases of the sentence about joins over changes and about what goes beside the line."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, NamedTuple

from dodecant.exercise.recipe.companions import Companion, Doubling, Drone, Fifths, Vamp, Voicings
from dodecant.exercise.recipe.document import Joins
from dodecant.exercise.wording.choices import WEIGHTS, phrase
from dodecant.exercise.wording.small_words import listed

_PLAIN = Joins()


class CompanionWords(NamedTuple):
    """A kind of companion in words: what it is called in a list, and its phrase."""

    label: str
    phrase: Callable[[Any], str]


def joins_said(joins: Joins) -> tuple[str, str]:
    """How chords are joined, where that is not the plain way, and what leads to it: ', each chord', ', with'."""
    choices = ("begin", joins.begin), ("direction", joins.direction), ("leftover", joins.leftover)
    said = [words for field, value in choices if (words := phrase(f"Joins.{field}", value))]
    weighed = [words.phrase for name, words in WEIGHTS.items() if getattr(joins, name) != getattr(_PLAIN, name)]
    anew = f"{listed(weighed)} weighed differently" if weighed else ""
    if not said:
        return ", with", anew
    return ", each chord", listed(said) + (f", with {anew}" if anew else "")


def companions_text(companions: tuple[Companion, ...]) -> str:
    """What goes beside the line: 'rootless voicings in the left hand and a drone on 1'."""
    return listed([_one(companion) for companion in companions])


def _one(companion: Companion) -> str:
    words = COMPANIONS_SAID[type(companion)].phrase(companion)
    return words if companion.written else f"{words} (sounding only)"


def _doubling(companion: Doubling) -> str:
    return f"the line {phrase('Doubling.octaves', companion.octaves)}"


def _fifths(companion: Fifths) -> str:
    words = "fifths moving to sixths" if companion.moving else "open fifths"
    return words + phrase("Fifths.anticipated", companion.anticipated)


def _drone(companion: Drone) -> str:
    degree = companion.degree.replace("b", "♭").replace("#", "♯")
    again = phrase("Drone.anticipated", companion.anticipated)
    struck = f", struck with each chord{again}" if again else ""
    return f"a drone on {degree}{' and its fifth' * companion.fifth}{struck}"


def _voicings(companion: Voicings) -> str:
    form, hand = phrase("Voicings.form", companion.form), phrase("Voicings.hand", companion.hand)
    where = f"{companion.lowest or 'the bottom'} to {companion.highest or 'the top'}"
    register = f" from {where}" if companion.lowest or companion.highest else ""
    return f"{form} in the {hand} hand{register}{phrase('Voicings.anticipated', companion.anticipated)}"


def _vamp(companion: Vamp) -> str:
    chords = " ".join(companion.text.replace("|", " ").split())
    return f"a vamp of {chords} in {phrase('Voicings.form', companion.form)}"


COMPANIONS_SAID: Mapping[type[Companion], CompanionWords] = {
    Doubling: CompanionWords("the line in octaves", _doubling),
    Fifths: CompanionWords("open fifths", _fifths),
    Drone: CompanionWords("a drone", _drone),
    Voicings: CompanionWords("voicings of the chords", _voicings),
    Vamp: CompanionWords("a vamp of your own", _vamp),
}
