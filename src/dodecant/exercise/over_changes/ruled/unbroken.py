"""Ways of an unbroken line over some chords: from every tone in reach, upwards and downwards."""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections.abc import Iterator, Sequence
from fractions import Fraction
from functools import partial
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Sound, TimedChord, Timeline
from dodecant.exercise.melody.enclosure import Encloser
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.line import Segment, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.melody.recipe_on_scale import RecipeOnScale
from dodecant.exercise.over_changes.joining import Candidate, direction_of
from dodecant.exercise.over_changes.ruled.shape import FOOT
from dodecant.exercise.over_changes.ruled.ways import Passage, Way, beyond
from dodecant.exercise.over_changes.unbroken import first_tone, run_on
from dodecant.exercise.recipe.figures import Unbroken
from dodecant.exercise.rhythm.timing import notes_under, pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.music.scales.hearing import hearing

_OCTAVE = 12


class _Run(NamedTuple):
    """What is played under one chord: tones on C, their MIDI numbers as written, and the direction at the end."""

    tones: tuple[FigureTone, ...]
    heights: tuple[int, ...]
    rising: bool


_State = tuple[int, bool]  # the last height, and whether the line rises
_Under = tuple[object, ...]  # all that a run depends on but its state


class UnbrokenWays:
    """The line keeps its direction until the reach turns it, from chord to chord."""

    def __init__(self, work: LineWork) -> None:
        figure = work.recipe.figure
        assert isinstance(figure, Unbroken)  # noqa: S101 - chosen by its class
        self._work, self._figure, self._pace = work, figure, pace_of(work.recipe)
        self._counts: dict[tuple[Timeline | None, int, Fraction], int] = {}
        self._runs: dict[_Under, dict[_State, _Run]] = {}

    def ways(self, stop: Stop, passage: Passage) -> Sequence[Way]:
        """See `WaysOver`."""
        chords = [number for number in passage.chords if self._count(stop, passage, number)]
        if not chords:
            return ()
        return [self._way(stop, passage, chords, runs) for runs in self._from_everywhere(stop, passage, chords)]

    def _from_everywhere(self, stop: Stop, passage: Passage, chords: Sequence[int]) -> Iterator[list[_Run]]:
        low, high = self._reach(passage)
        over = stop.chords_written[chords[0]]
        assert over.sound is not None  # noqa: S101 - only chords that sound are counted
        on_scale, up = self._work.scales.under_chord(stop.timeline, chords[0], over.sound.scale), over.sound.above_c
        heights, _ = on_scale.heights(low - 12, high)
        starts = heights[bisect_left(heights, low - up) : bisect_right(heights, high - up)]
        directions: tuple[bool, ...] = (True, False)
        starts = self._targets(starts, over.sound, on_scale) or starts
        if passage.begins:
            starts, directions = [first_tone(self._work, on_scale, up).pitch.midi], (self._figure.direction == "up",)
        for start in starts:
            for rising in directions:
                yield self._line(stop, passage, chords, (start + up, rising))

    def _targets(self, starts: Sequence[int], sound: Sound, on_scale: RecipeOnScale) -> list[int]:
        """Of some heights those that an enclosure aims at; all of them without one."""
        enclosure = self._work.recipe.enclosure
        if enclosure is None:
            return list(starts)
        encloser = Encloser(enclosure, sound.scale, on_scale.ladder, 1)
        heights, tones = on_scale.heights(starts[0], starts[-1])
        return [start for start in starts if encloser.before(tones[bisect_left(heights, start)], None)]

    def _line(self, stop: Stop, passage: Passage, chords: Sequence[int], begin: _State) -> list[_Run]:
        runs: list[_Run] = []
        before: int | None = None
        rising = begin[1]
        for number in chords:
            state = begin if before is None else (before, rising)
            run = self._run(stop, passage, number, state, first=before is None)
            runs.append(run)
            before, rising = run.heights[-1], run.rising
        return runs

    def _run(self, stop: Stop, passage: Passage, number: int, state: _State, *, first: bool) -> _Run:
        """So many tones under a chord on from a state; the `first` run begins with the state's own tone."""
        over, count = stop.chords_written[number], self._count(stop, passage, number)
        assert over.sound is not None  # noqa: S101 - only chords that sound are counted
        key = (stop.timeline, number, over.sound.above_c, count, first, passage.peak)
        known = self._runs.setdefault(key, {})
        if state not in known:
            known[state] = self._worked(stop, number, self._reach(passage), state, count, first=first)
        return known[state]

    def _reach(self, passage: Passage) -> tuple[int, int]:
        """The MIDI numbers it stays between: below the foot of an etude's peak, but there."""
        low, high = self._work.player.reach.low.midi, self._work.player.reach.high.midi
        return low, max(low + _OCTAVE, high - FOOT) if passage.peak is False else high

    def _worked(
        self, stop: Stop, number: int, reach: tuple[int, int], state: _State, count: int, *, first: bool
    ) -> _Run:
        over = stop.chords_written[number]
        assert over.sound is not None  # noqa: S101 - as above
        up, (low, high) = over.sound.above_c, reach
        heights, ladder = self._work.scales.under_chord(stop.timeline, number, over.sound.scale).heights(low - 12, high)
        before, rising = state
        tones: list[FigureTone] = []
        reached: list[int] = []
        if first:
            place = bisect_left(heights, before - up)
            tones, reached = [ladder[place]], [before]
        more, further, rising = run_on(
            (heights, ladder), (low - up, high - up), before - up, count - len(tones), rising
        )
        tones += more
        reached += [height + up for height in further]
        return _Run(tuple(tones), tuple(reached), rising)

    def _count(self, stop: Stop, passage: Passage, number: int) -> int:
        """How many notes begin under a chord of a passage."""
        over = stop.chords_written[number]
        length = over.length - (passage.breathes if number == passage.chords[-1] else 0)
        if over.sound is None or length <= 0:
            return 0
        key = (stop.timeline, number, length)
        if key not in self._counts:
            self._counts[key] = notes_under(self._pace, over.start, length)
        return self._counts[key]

    def _way(self, stop: Stop, passage: Passage, chords: Sequence[int], runs: Sequence[_Run]) -> Way:
        line = [height for run in runs for height in run.heights]
        sets_out = direction_of(line[1] - line[0]) if len(line) > 1 else 0
        arrives = direction_of(line[-1] - line[-2]) if len(line) > 1 else 0
        low, high = min(line), max(line)
        foreign = sum(_foreign(stop.chords_written[number], run) for number, run in zip(chords, runs, strict=True))
        outside = beyond(low, high, self._work.player.reach)
        candidate = Candidate(line[0], line[-1], sets_out, arrives, foreign, outside)
        return Way(candidate, high, partial(self._segments, stop, passage, chords, runs))

    def _segments(
        self, stop: Stop, passage: Passage, chords: Sequence[int], runs: Sequence[_Run]
    ) -> tuple[Segment, ...]:
        found = []
        for number, run in zip(chords, runs, strict=True):
            over, heard = stop.chords_written[number], stop.chords_sounding[number]
            assert over.sound is not None and heard.sound is not None  # noqa: S101, PT018 - as above
            length = over.length - (passage.breathes if number == passage.chords[-1] else 0)
            held = not self._pace.rhythm
            tones = Tones.of(run.tones)
            found.append(
                Segment(tones, over.sound, heard.sound, over.chord, over.start, length, held=held, pace=self._pace)
            )
        return tuple(found)


def _foreign(over: TimedChord, run: _Run) -> int:
    """Whether a run begins on a tone that is not its chord's."""
    assert over.chord is not None  # noqa: S101 - it sounds
    return int(hearing(over.chord.quality)[(run.heights[0] - over.chord.root.pitch_class) % 12][1] != "chord")
