"""Ways of guide tones over some chords: from each guide tone of the first chord on with the least motion."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from functools import partial
from itertools import groupby

from dodecant.exercise.melody.line import Segment, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.guide_tones import GuideStep, guide_steps, least_motion
from dodecant.exercise.over_changes.joining import Candidate, direction_of
from dodecant.exercise.over_changes.leading import on_c
from dodecant.exercise.over_changes.ruled.ways import RuledPassage, Way, beyond, middle_of
from dodecant.exercise.recipe.figures import GuideTones
from dodecant.exercise.rhythm.timing import notes_under, pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.music.core.pitch import Pitch


class GuideWays:
    """A tone held for each chord; one that comes again at once only goes on."""

    def __init__(self, work: LineWork) -> None:
        figure = work.recipe.figure
        assert isinstance(figure, GuideTones)  # noqa: S101 - chosen by its class
        self._begin, self._reach, self._pace = figure.begin, work.player.reach, pace_of(work.recipe)

    def ways(self, stop: Stop, passage: RuledPassage) -> Sequence[Way]:
        """See `WaysOver`."""
        sounding = [number for number in passage.chords if stop.chords_written[number].sound is not None]
        spans = [tuple(same) for _, same in groupby(sounding, key=lambda number: stop.chords_written[number].chord)]
        chords = [chord for span in spans if (chord := stop.chords_written[span[0]].chord) is not None]
        silent = not any(notes_under(self._pace, *stop.chords_written[number][:2]) for number in sounding)
        if not chords or silent:
            return ()
        first, *others = guide_steps(chords, self._reach, self._begin if passage.begins else "nearest")
        found = []
        for start in first:
            steps: list[GuideStep] = [(start,), *others]
            taken = [step[n] for step, n in zip(steps, least_motion(steps, self._reach), strict=True)]
            found.append(self._way(stop, passage, spans, taken))
        return found

    def _way(
        self, stop: Stop, passage: RuledPassage, spans: Sequence[Sequence[int]], taken: Sequence[tuple[int, Pitch]]
    ) -> Way:
        line = [height for height, _ in taken]
        sets_out = direction_of(line[1] - line[0]) if len(line) > 1 else 0
        arrives = direction_of(line[-1] - line[-2]) if len(line) > 1 else 0
        low, high = min(line), max(line)
        candidate = Candidate(line[0], line[-1], sets_out, arrives, 0, beyond(low, high, middle_of(self._reach)))
        return Way(candidate, low, high, partial(self._segments, stop, passage, spans, taken))

    def _segments(
        self, stop: Stop, passage: RuledPassage, spans: Sequence[Sequence[int]], taken: Sequence[tuple[int, Pitch]]
    ) -> tuple[Segment, ...]:
        found = []
        for span, (_, pitch) in zip(spans, taken, strict=True):
            over, heard, last = (
                stop.chords_written[span[0]],
                stop.chords_sounding[span[0]],
                stop.chords_written[span[-1]],
            )
            assert over.sound is not None and heard.sound is not None  # noqa: S101, PT018 - only those that sound
            breath = passage.breathes if span[-1] == passage.chords[-1] else Fraction(0)
            length = last.start + last.length - over.start - breath
            if not notes_under(self._pace, over.start, length):
                continue  # the rhythm is silent there
            tones = Tones.of([on_c(pitch, over.sound)])
            found.append(Segment(tones, over.sound, heard.sound, over.chord, over.start, length, pace=self._pace))
        return tuple(found)
