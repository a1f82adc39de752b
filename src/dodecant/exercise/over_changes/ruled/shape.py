"""The shape of an etude as points: where its highest note lies."""

from __future__ import annotations

from collections.abc import Sequence

from dodecant.exercise.over_changes.ruled.ways import Passage, Way
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach
from dodecant.music.core.metre import Metre

_PEAK = 2  # points for each half step that the peak lies below the top of the reach
_ELSEWHERE = 4  # points for each half step that anything else lies above the foot of the peak
_FOOT = 4  # half steps below the top: only the peak goes higher


class Shaper:
    """Adds the points of an etude's shape to the ways over a passage."""

    def __init__(self, etude: Etude | None, reach: Reach, metre: Metre) -> None:
        self._peak = etude.peak if etude else 0
        self._top, self._bar = reach.high.midi, metre.quarters

    def shaped(self, ways: Sequence[Way], stop: Stop, passage: Passage) -> Sequence[Way]:
        """The same ways, each with its points."""
        if not self._peak:
            return ways
        first, last = stop.chords_written[passage.chords.start], stop.chords_written[passage.chords[-1]]
        lead_in = stop.timeline.lead_in if stop.timeline else 0
        begin = int((first.start - lead_in) // self._bar) + 1
        end = int(-(-(last.start + last.length - lead_in) // self._bar))
        there = begin <= self._peak <= end
        return [
            way._replace(candidate=way.candidate._replace(shape=self._points(way.top, there=there))) for way in ways
        ]

    def _points(self, top: int, *, there: bool) -> int:
        return _PEAK * max(0, self._top - top) if there else _ELSEWHERE * max(0, top - self._top + _FOOT)
