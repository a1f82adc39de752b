"""What a process of the workshop knows from its start: every address, the tables, and a first score engraved."""

from __future__ import annotations

from dodecant.api.routers import (
    changes,
    ear,
    exercises,
    fingers,
    joins,
    licks,
    phrases,
    pictures,
    routines,
    sounds,
    stand,
    vocabulary,
)
from dodecant.engraving.strip_svg import strip_svg
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe
from dodecant.tables import load_tables

ROUTERS = (changes, ear, exercises, fingers, joins, licks, phrases, pictures, routines, sounds, stand, vocabulary)


def warm_up() -> None:
    """Work out and engrave a plain recipe, so that the first one asked for is as quick as any other."""
    exercise = press(Recipe(), load_tables())
    strip_svg(exercise, exercise.strips[0])
