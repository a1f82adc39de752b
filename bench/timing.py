"""How a time is taken, and a tune of 32 bars to take it on."""

from __future__ import annotations

import time
from collections.abc import Callable

TUNE = """key: F
| Gm7 C7 | Fmaj7 | Em7b5 A7b9 | Dm7 | Cm7 F7 | Bbmaj7 Eb7#11 | Am7 D7alt | Gm7 C7sus4 |
| Gm9 C13 | F6 | Bm7b5 E7alt | Am7 Abdim7 | Gm7 | C7b9 | Fmaj9 | F7 |
| Bbmaj7#11 | Bbm7 Eb13 | Am7 | Abm7 Db7 | Gm7 | C7#5 | Cm9 | F13b9 |
| Bbmaj9 | Bbm6 | Am7b5 | D7b9 | G7#11 | Gm7 C7alt | F6/9 | N.C. |
"""


def best(work: Callable[[], object], *, times: int, prepare: Callable[[], object] = lambda: None) -> float:
    """The fastest of several runs, in milliseconds: what else the machine does can only add to it."""
    runs = []
    for _ in range(times):
        prepare()
        begin = time.perf_counter()
        work()
        runs.append((time.perf_counter() - begin) * 1000)
    return min(runs)
