"""What the choices of practising are called."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from dodecant.exercise.recipe.note_values import NAMES

PRACTICE_WORDS: Final[Mapping[str, Mapping[str, str]]] = {
    "TempoLadder.way": {"takes": "up by takes", "fixed": "through fixed tempos", "one": "one tempo"},
    "curtain": {
        "all": "the whole page",
        "numbers": "numbers only",
        "contour": "the contour",
        "formula": "the formula",
        "first": "the first key only",
        "nothing": "nothing",
    },
    "FreeRule.kind": {
        "constant": "constant notes",
        "phrases": "phrases with breaths",
        "sound": "only the sound that holds",
        "sounds": "only chosen sounds, one a chorus",
        "trading": "trading: a call, your answer",
    },
    "FreeRule.value": {str(value): name for value, name in NAMES["american"].items()},
    "EarSetting.kind": {
        "degree": "name the degree",
        "sound": "which sound is it",
        "sing": "sing or play it back",
    },
    "bars left": {
        "each": "bar by bar",
        "2": "in twos",
        "4": "in fours",
        "8": "in eights",
        "hidden": "hidden",
    },
    "slip": {
        "keeps": "keep going, tell afterwards",
        "stops": "stop at the slip and repeat",
    },
}
