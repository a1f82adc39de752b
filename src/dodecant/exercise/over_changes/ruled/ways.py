"""Ways over a passage: every way to play what is asked over some chords in a row, with what its joins depend on."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from fractions import Fraction
from typing import NamedTuple, Protocol

from dodecant.exercise.melody.line import Segment
from dodecant.exercise.over_changes.joining import Candidate
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach


class RuledPassage(NamedTuple):
    """Chords in a row (by their numbers in a stop) under which one thing is played, by its number.

    `begins` tells that nothing sounded before; `breathes` how many beats at its end are silent; `early` how many beats
    before its chord it begins; `peak` whether an etude is to be highest here, or elsewhere (False), or nowhere (None);
    `top` how high its highest note is to be (MIDI), if that is asked for.
    """

    plays: int
    chords: range
    begins: bool = False
    breathes: Fraction = Fraction(0)
    peak: bool | None = None
    early: Fraction = Fraction(0)
    top: int | None = None


class Way(NamedTuple):
    """One way over a passage: what its joins depend on, its lowest and highest note (MIDI), and its segments when asked
    for.
    """

    candidate: Candidate
    low: int
    top: int
    build: Callable[[], tuple[Segment, ...]]


class WaysOver(Protocol):
    """Finds the ways over any passage that something is played on."""

    def ways(self, stop: Stop, passage: RuledPassage) -> Sequence[Way]:
        """Every way, the plainest first; none where nothing can sound."""


def middle_of(reach: Reach) -> tuple[int, int]:
    """The MIDI numbers between which a line does not lie in the lowest or highest eighth of a reach."""
    low, high = reach.low.midi, reach.high.midi
    edge = (high - low) // 8
    return low + edge, high - edge


def beyond(low: int, high: int, middle: tuple[int, int]) -> int:
    """How many half steps a span lies outside of the middle of a reach."""
    return max(0, middle[0] - low) + max(0, high - middle[1])
