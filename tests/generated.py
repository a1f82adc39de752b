"""How many generated examples a test takes: the same each run, or, with EXAMPLES=5, five times as many, drawn anew."""

from __future__ import annotations

import os

from hypothesis import HealthCheck, settings
from hypothesis.database import DirectoryBasedExampleDatabase

TIMES = int(os.environ.get("EXAMPLES", "1"))


def load_profile() -> None:
    """Make tests generate the same examples each run; where there are more, what fails is kept in `.hypothesis/`."""
    settings.register_profile(
        "dodecant",
        deadline=None,
        suppress_health_check=[HealthCheck.too_slow, HealthCheck.function_scoped_fixture],
        derandomize=TIMES == 1,
        database=None if TIMES == 1 else DirectoryBasedExampleDatabase(".hypothesis"),
    )
    settings.load_profile("dodecant")


def examples(many: int, *, steps: int = 50) -> settings:
    """Settings for a test of so many examples; of a state machine, with so many steps at most."""
    return settings(max_examples=many * TIMES, stateful_step_count=steps)
