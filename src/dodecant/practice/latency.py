"""How long after the hand a note arrives: measured by playing along with clicks."""

from __future__ import annotations

from collections.abc import Sequence
from statistics import median
from typing import Final, NamedTuple

from dodecant.exercise.wording.small_words import count
from dodecant.practice.takes.alignment import Played

_FEWEST: Final = 5  # clicks that were met
_MOST: Final = 0.5  # seconds
_SPREAD: Final = 0.045  # seconds, middle of how far apart: more is no answer


class Latency(NamedTuple):
    """The latency in ms (None where it could not be told), how unevenly the clicks were met in ms, and in words."""

    ms: int | None
    spread: int
    words: str


def latency_of(clicks: Sequence[float], played: Sequence[Played]) -> Latency:
    """What lies between clicks (seconds) and the notes played with them; one note is taken for each click.

    The middle one of the differences counts, so that a note that went astray does no harm.

    >>> latency_of([0, 1, 2, 3, 4], [Played(at + 0.08, 60) for at in range(5)]).ms
    80
    """
    offs = []
    for click in clicks:
        near = [note.at - click for note in played if -0.12 <= note.at - click <= _MOST]
        if near:
            offs.append(min(near, key=abs))
    if len(offs) < min(_FEWEST, len(clicks)) or not offs:
        met = f"Only {count(len(offs))} of {len(clicks)} clicks {'was' if len(offs) == 1 else 'were'} met."
        return Latency(None, 0, f"{met} Play one note on each.")
    middle = median(offs)
    spread = median(abs(off - middle) for off in offs)
    if spread > _SPREAD:
        return Latency(None, round(1000 * spread), "Too uneven to tell. Play one short note on each click.")
    ms = max(0, round(1000 * middle))
    return Latency(ms, round(1000 * spread), f"{ms} ms, met within {round(1000 * spread)} ms.")
