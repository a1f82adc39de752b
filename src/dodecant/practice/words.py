"""What the choices of practising are called."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

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
}
