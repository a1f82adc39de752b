"""What a process of the pool knows from its start: every address, the tables, and a first score engraved."""

from __future__ import annotations

import gc

from dodecant.api.routers import (
    changes,
    exercises,
    fingers,
    joins,
    licks,
    phrases,
    pictures,
    sounds,
    vocabulary,
)
from dodecant.api.routers.practising import ear, routines, stand
from dodecant.engraving.strip_svg import strip_svg
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe
from dodecant.tables import load_tables

ROUTERS = (changes, ear, exercises, fingers, joins, licks, phrases, pictures, routines, sounds, stand, vocabulary)


def warm_up() -> None:
    """Work out and engrave a plain recipe, so that the first one asked for is as quick as any other."""
    exercise = press(Recipe(), load_tables())
    strip_svg(exercise, exercise.strips[0])
    settle()


def settle() -> None:
    """Spare the collector what is in vain.

    What is there now stays for good, so that it need not be looked at again; and a long exercise makes some two hundred
    thousand small values, hardly any of them in rings: looking after every seven hundred, as is usual, takes as long
    as working it out.
    """
    gc.collect()
    gc.freeze()
    gc.set_threshold(200_000, 20, 20)
