"""Ways of a lick over some chords: in every octave of the reach, its pickup on the time of the chord before."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction
from functools import partial

from dodecant.exercise.harmony.timeline import DueChord, TimedChord, Timeline
from dodecant.exercise.melody.line import Line, Segment, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.joining import Candidate, direction_of
from dodecant.exercise.over_changes.lick_over_changes import LickLinesOverChanges
from dodecant.exercise.over_changes.ruled.mirror import upside_down
from dodecant.exercise.over_changes.ruled.ways import RuledPassage, Way, beyond, middle_of
from dodecant.exercise.rhythm.timing import pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.range import chosen_shift, octave_shifts
from dodecant.music.scales.hearing import hearing


class LickWays:
    """The lick as it was written, fitted to the chords of the passage."""

    def __init__(self, work: LineWork, *, mirrored: bool = False) -> None:
        assert work.lick is not None  # noqa: S101 - a lick is analysed before it is laid over changes
        self._work, self._lead, self._pace = work, work.lick.lead, pace_of(work.recipe)
        self._lines, self._mirrored = LickLinesOverChanges(work), mirrored
        self._parts: dict[tuple[Timeline | None, RuledPassage], Timeline] = {}

    def ways(self, stop: Stop, passage: RuledPassage) -> Sequence[Way]:
        """See `WaysOver`."""
        first = stop.chords_written[passage.chords.start]
        if stop.timeline is None or all(stop.chords_written[number].sound is None for number in passage.chords):
            return ()
        lead = self._lead if not passage.begins and 0 < self._lead <= first.start else Fraction(0)
        line = self._lines.anywhere(self._alone(stop, passage, lead))
        if not line.segments or not line.size:
            return ()
        if self._mirrored:
            line = replace(line, segments=tuple(self._turned(segment) for segment in line.segments))
        player = self._work.player
        shifts: Sequence[int] = octave_shifts(*line.span, player.reach) or octave_shifts(*line.span, player.widest)
        if passage.begins and shifts:
            wanted = chosen_shift(*line.span, player.reach, player.tessitura)
            shifts = shifts if wanted is None else (wanted,)
        later = first.start - lead
        if not shifts:
            return [self._way(line.folded(player.widest), later)]
        return [self._way(line.moved(shift), later) for shift in shifts]

    def _turned(self, segment: Segment) -> Segment:
        """The notes under one chord upside down."""
        maker = self._work.scales.on(segment.written.scale).figures[0].maker
        return segment._replace(on_c=Tones.of(upside_down(segment.tones, maker)))

    def _alone(self, stop: Stop, passage: RuledPassage, lead: Fraction) -> Stop:
        """The passage as if it were the whole form, after so many beats of its pickup."""
        timeline = stop.form
        key = (timeline, passage)
        begin = stop.chords_written[passage.chords.start].start - lead
        if key not in self._parts:
            due = [
                one._replace(start=over.start - begin, length=over.length)
                for one, over in (self._breathing(stop, passage, number) for number in passage.chords)
            ]
            silent = [DueChord(Fraction(0), lead, None, None)] if lead else []
            self._parts[key] = replace(timeline, due=(*silent, *due), lead_in=lead, sections=(), plays=())
        before = [TimedChord(Fraction(0), lead, None, None)] if lead else []
        written, sounding = (
            (*before, *(chords[number]._replace(start=chords[number].start - begin) for number in passage.chords))
            for chords in (stop.chords_written, stop.chords_sounding)
        )
        return replace(stop, chords_written=written, chords_sounding=sounding, timeline=self._parts[key])

    @staticmethod
    def _breathing(stop: Stop, passage: RuledPassage, number: int) -> tuple[DueChord, TimedChord]:
        """A chord of the timeline and of the stop; the last of the passage ends with a breath."""
        over = stop.chords_written[number]
        breath = passage.breathes if number == passage.chords[-1] else Fraction(0)
        return stop.form.due[number], over._replace(length=over.length - breath)

    def _way(self, line: Line, later: Fraction) -> Way:
        heights = [segment.pitch(tone).midi for segment in line.segments for tone in segment.tones]
        sets_out = direction_of(heights[1] - heights[0]) if len(heights) > 1 else 0
        arrives = direction_of(heights[-1] - heights[-2]) if len(heights) > 1 else 0
        low, high = min(heights), max(heights)
        outside = beyond(low, high, middle_of(self._work.player.reach))
        foreign = int(_foreign(line.segments[0], heights[0]))
        candidate = Candidate(heights[0], heights[-1], sets_out, arrives, foreign, outside)
        return Way(candidate, low, high, partial(self._segments, line, later))

    def _segments(self, line: Line, later: Fraction) -> tuple[Segment, ...]:
        return tuple(one._replace(start=one.start + later, pace=self._pace) for one in line.segments)


def _foreign(segment: Segment, height: int) -> bool:
    """Whether a lick begins on a tone that is not its chord's."""
    chord = segment.chord
    return chord is not None and hearing(chord.quality)[(height - chord.root.pitch_class) % 12][1] != "chord"
