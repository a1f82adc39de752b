"""What the choices of a class are called."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from dodecant.practice.studio.worksheets.worksheet import KINDS

STUDIO_WORDS: Final[Mapping[str, Mapping[str, str]]] = {
    "PlayerProfile.reading": {
        "notes": "from notes", "numbers": "from numbers", "contour": "from the contour", "ear": "by ear",
    },
    "PlayerProfile.level": {"1": "1: begins", "2": "2", "3": "3: plays along", "4": "4", "5": "5: needs no help"},
    "HandoutLayout.paper": {"a4": "A4", "us-letter": "Letter"},
    "HandoutLayout.strips": {"all": "every strip", "first": "one key and the formula", "none": "no strips"},
    "HandoutLayout.columns": {"0": "as fits", "1": "one", "2": "two", "3": "three", "4": "four"},
    "HandoutLayout.maps": {
        "none": "no maps", "numbers": "with numbers", "names": "with names", "fingers": "with fingers",
    },
    "HandoutLayout.parts": {
        "name_line": "a line for name and date", "sentence": "the sentence", "words": "words, listening and links",
        "cautions": "cautions", "legend": "the key to the numbers", "both_clefs": "the other clef too",
        "derivation": "how the sound is made, step by step", "grid": "a grid of keys to tick",
        "orders": "all orders of the cell to tick", "code": "the code that opens the stand",
    },
    "WorksheetSetting.kinds": {kind: title for kind, (title, _) in KINDS.items()},
    "WorksheetSetting.clef": {"treble": "treble", "bass": "bass"},
}  # fmt: skip
