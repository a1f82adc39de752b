"""The way of voicings over some chords: each as near as it can be to the one before."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from dodecant.exercise.harmony.timeline import TimedChord
from dodecant.exercise.melody.line import Segment
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.chord_voicings import VoicingLines
from dodecant.exercise.over_changes.joining import Candidate
from dodecant.exercise.over_changes.ruled.ways import RuledPassage, Way
from dodecant.exercise.routes.stops import Stop
from dodecant.music.core.pitch import Pitch


class VoicingWays:
    """The one way there is."""

    def __init__(self, work: LineWork) -> None:
        self._lines = VoicingLines(work)

    def ways(self, stop: Stop, passage: RuledPassage) -> Sequence[Way]:
        """See `WaysOver`."""
        under = [
            (stop.chords_written[number], stop.chords_sounding[number])
            for number in passage.chords
            if stop.chords_written[number].sound is not None
        ]
        if not under:
            return ()
        pitches = self._lines.voiced([over for over, _ in under])
        lows, tops = [one[0].midi for one in pitches], [one[-1].midi for one in pitches]
        candidate = Candidate(tops[0], tops[-1], 0, 0)
        return [Way(candidate, min(lows), max(tops), partial(self._segments, stop, under, pitches))]

    def _segments(
        self, stop: Stop, under: Sequence[tuple[TimedChord, TimedChord]], pitches: Sequence[tuple[Pitch, ...]]
    ) -> tuple[Segment, ...]:
        return tuple(
            segment
            for (over, heard), struck in zip(under, pitches, strict=True)
            for segment in self._lines.segment(stop, over, heard, struck)
            if segment.tones
        )
