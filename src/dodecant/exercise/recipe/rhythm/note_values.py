"""Note values: how many beats each lasts, and what it is called the American and the British way."""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction
from typing import Literal

NoteValue = Literal["half", "quarter", "quarter-triplet", "eighth", "triplet", "sixteenth", "quintuplet", "sextuplet"]
BEATS: dict[NoteValue, Fraction] = {
    "half": Fraction(2),
    "quarter": Fraction(1),
    "quarter-triplet": Fraction(2, 3),
    "eighth": Fraction(1, 2),
    "triplet": Fraction(1, 3),
    "sixteenth": Fraction(1, 4),
    "quintuplet": Fraction(1, 5),
    "sextuplet": Fraction(1, 6),
}

NAMES: Mapping[str, Mapping[NoteValue, str]] = {
    "american": {
        "half": "half notes",
        "quarter": "quarters",
        "quarter-triplet": "quarter triplets",
        "eighth": "eighths",
        "triplet": "eighth triplets",
        "sixteenth": "sixteenths",
        "quintuplet": "sixteenth quintuplets",
        "sextuplet": "sixteenth sextuplets",
    },
    "british": {
        "half": "minims",
        "quarter": "crotchets",
        "quarter-triplet": "crotchet triplets",
        "eighth": "quavers",
        "triplet": "quaver triplets",
        "sixteenth": "semiquavers",
        "quintuplet": "semiquaver quintuplets",
        "sextuplet": "semiquaver sextuplets",
    },
}
