"""How a line is played, in the sentence: 'in the fifth position', 'with the slide going out'."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Final, NamedTuple

from dodecant.exercise.recipe.fingering import (
    FingeringPart,
    OnChromaticHarp,
    OnFrets,
    OnHarp,
    OnKeys,
    OnSlide,
    OnValves,
)
from dodecant.exercise.wording.choices import phrase
from dodecant.exercise.wording.small_words import count, nth
from dodecant.music.core.pitch import NoteName


class FingeringWords(NamedTuple):
    """A kind of fingering in words: what it is called in a list, and its phrase."""

    label: str
    phrase: Callable[[Any], str]


def fingering_text(part: FingeringPart) -> str:
    """The phrase of the sentence.

    >>> fingering_text(OnFrets(way="position", low=5))
    'in the fifth position'
    """
    pinned = len(part.pins)
    pins = f", {count(pinned)} note{'s' * (pinned > 1)} pinned" if pinned else ""
    again = "" if part.seed == 0 else f" (way no. {part.seed})"
    return f"{FINGERINGS_SAID[type(part)].phrase(part)}{again}{pins}"


def _frets(part: OnFrets) -> str:
    words = {
        "free": "with the hand moving as little as it can",
        "position": f"in the {nth(part.low)} position",
        "area": f"between the {nth(part.low)} and the {nth(part.high)} fret",
        "one-string": "along one string",
        "per-string": f"{count(part.per_string)} notes on a string",
    }
    school = phrase("OnFrets.school", part.school)
    return f"{words[part.way]}{school}{'' if part.tablature else ', without tablature'}"


def _keys(part: OnKeys) -> str:
    return f"in the {part.hand} hand{phrase('OnKeys.school', part.school)}{phrase('OnKeys.numbers', part.numbers)}"


def _slide(part: OnSlide) -> str:
    raised = ", raised positions allowed" if part.sevenths else ""
    return f"{phrase('OnSlide.way', part.way)}{raised}"


def _harp(part: OnHarp) -> str:
    over = ", overblown where it must be" if part.overblows else ""
    return f"on a harp in {NoteName.parse(part.harp).text}{over}"


FINGERINGS_SAID: Final[Mapping[type[FingeringPart], FingeringWords]] = {
    OnFrets: FingeringWords("String, fret and finger", _frets),
    OnKeys: FingeringWords("Fingers of a hand", _keys),
    OnSlide: FingeringWords("Positions of the slide", _slide),
    OnValves: FingeringWords("Valves", lambda part: "with its valves"),
    OnHarp: FingeringWords("Holes of a harp", _harp),
    OnChromaticHarp: FingeringWords("Holes and slide", lambda part: "with its holes and slide"),
}
