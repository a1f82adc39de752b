"""What all kinds and choices are called, in one table."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from dodecant.exercise.recipe.companions import COMPANIONS
from dodecant.exercise.recipe.figures import FIGURES
from dodecant.exercise.recipe.fingering import FINGERINGS
from dodecant.exercise.wording.choices import CHOICES, Value
from dodecant.exercise.wording.companions import COMPANIONS_SAID
from dodecant.exercise.wording.figures import COURSES, ENCLOSURES, FIGURES_SAID, LADDERS
from dodecant.exercise.wording.fingering import FINGERINGS_SAID
from dodecant.exercise.wording.rules import WHATS

SOUNDS: Final[Mapping[str, str]] = {
    "one": "One sound",
    "several": "Several in turn",
    "morph": "Turning",
    "family": "All modes of one",
    "chord": "A chord",
    "key-chord": "A chord of the key",
    "changes": "Changes",
}


def all_choices() -> dict[str, Mapping[Value, str]]:
    """The label of every value, by part and field; kinds by the part they are kinds of.

    >>> all_choices()["FigurePart.kind"]["guide-tones"]
    'Guide tones'
    """
    kinds: dict[str, Mapping[str, str]] = {
        "FigurePart.kind": {name: FIGURES_SAID[kind].label for name, kind in FIGURES.by_name.items()},
        "LadderPart.kind": LADDERS,
        "Enclosure.kind": ENCLOSURES,
        "CoursePart.kind": COURSES,
        "SoundsPart.kind": SOUNDS,
        "WhatPart.kind": WHATS,
        "FingeringPart.kind": {name: FINGERINGS_SAID[kind].label for name, kind in FINGERINGS.by_name.items()},
        "Companion.kind": {name: COMPANIONS_SAID[kind].label for name, kind in COMPANIONS.by_name.items()},
    }
    return {**CHOICES, **{name: dict(words.items()) for name, words in kinds.items()}}
