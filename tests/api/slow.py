"""Work for the tests of the worker pool: it counts, tells how far it is, waits, fails or ends its process."""

from __future__ import annotations

import os
import time

from dodecant.engraving.progress import each
from dodecant.exercise.recipe.problems import Problem, RecipeError


def double(number: int) -> int:
    """Twice as much."""
    return 2 * number


def wait(seconds: float, parts: int = 1) -> str:
    """A long piece of work in parts."""
    for _ in each(range(parts)):
        time.sleep(seconds / parts)
    return "done"


def refuse() -> None:
    """What cannot be done."""
    raise RecipeError([Problem("/tempo", "Too fast.", "Slow down.")])


def end() -> None:
    """A process that ends under its work."""
    os._exit(3)
