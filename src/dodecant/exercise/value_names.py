"""What note values are called, the American and the British way."""

from __future__ import annotations

from collections.abc import Mapping

from dodecant.exercise.rhythm import Value

VALUES: Mapping[str, Mapping[Value, str]] = {
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
