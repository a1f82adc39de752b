"""Work for the workshop's tests: it counts, waits, fails or ends its process."""

from __future__ import annotations

import os
import time

from dodecant.api.workshop import apart
from dodecant.exercise.recipe.problems import Problem, RecipeError


@apart
def double(number: int) -> int:
    """Twice as much."""
    return 2 * number


@apart
def wait(seconds: float) -> str:
    """A long piece of work."""
    time.sleep(seconds)
    return "done"


@apart
def refuse() -> None:
    """What cannot be done."""
    raise RecipeError([Problem("/tempo", "Too fast.", "Slow down.")])


@apart
def end() -> None:
    """A process that ends under its work."""
    os._exit(3)
