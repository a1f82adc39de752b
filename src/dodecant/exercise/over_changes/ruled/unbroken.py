"""Ways of an unbroken line over some chords: from every tone in reach, upwards and downwards."""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections.abc import Iterator, Sequence
from fractions import Fraction
from functools import partial
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.melody.enclosure import Encloser
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.line import Segment, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.melody.recipe_on_scale import RecipeOnScale
from dodecant.exercise.over_changes.joining import Candidate, direction_of
from dodecant.exercise.over_changes.ruled.shape import FOOT
from dodecant.exercise.over_changes.ruled.ways import RuledPassage, Way, beyond, middle_of
from dodecant.exercise.over_changes.unbroken import Rungs, first_tone, run_on
from dodecant.exercise.recipe.figures import Unbroken
from dodecant.exercise.rhythm.timing import notes_under, pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.music.scales.hearing import hearing

_OCTAVE = 12


class _UnbrokenRun(NamedTuple):
    """What is played under one chord: tones on C, their MIDI numbers as written, the lowest and the highest of them,
    the direction at the end, and whether it begins on a tone that is not the chord's.
    """

    tones: tuple[FigureTone, ...]
    heights: tuple[int, ...]
    low: int
    high: int
    rising: bool
    foreign: bool


_State = tuple[int, bool]  # the last height, and whether the line rises


class _Under(NamedTuple):
    """All that the runs under chords that are alike depend on but their state, and those that are worked out, by their
    state: the first of a passage begins with the state's own tone.
    """

    on_scale: RecipeOnScale
    up: int
    notes: int
    rungs: Rungs
    reach: tuple[int, int]
    at_home: frozenset[int]
    first: dict[_State, _UnbrokenRun]
    later: dict[_State, _UnbrokenRun]


class UnbrokenWays:
    """The line keeps its direction until the reach turns it, from chord to chord."""

    def __init__(self, work: LineWork) -> None:
        figure = work.recipe.figure
        assert isinstance(figure, Unbroken)  # noqa: S101 - chosen by its class
        self._work, self._figure, self._pace = work, figure, pace_of(work.recipe)
        self._middle = middle_of(work.player.reach)
        self._counts: dict[tuple[Timeline | None, int, Fraction], int] = {}
        self._known: dict[tuple[object, ...], _Under] = {}

    def ways(self, stop: Stop, passage: RuledPassage) -> Sequence[Way]:
        """See `WaysOver`."""
        found = {number: self._under(stop, passage, number) for number in passage.chords}
        chords = {number: under for number, under in found.items() if under is not None}
        if not chords:
            return ()
        lines = self._from_everywhere(passage, list(chords.values()))
        return [self._way(stop, passage, tuple(chords), runs) for runs in lines]

    def _under(self, stop: Stop, passage: RuledPassage, number: int) -> _Under | None:
        """A chord under which something begins."""
        over, sound = stop.chords_written[number], stop.chords_written[number].sound
        count = self._count(stop, passage, number)
        if sound is None or over.chord is None or not count:
            return None
        on_scale, up = self._work.scales.under_chord(stop.timeline, number, sound.scale), sound.above_c
        root = over.chord.root.pitch_class
        key = (on_scale, up, count, passage.peak is False, root, over.chord.quality)
        found = self._known.get(key)
        if found is None:
            low, high = self._reach(passage)
            heard = hearing(over.chord.quality)
            at_home = frozenset((root + above) % 12 for above in range(12) if heard[above][1] == "chord")
            rungs = on_scale.heights(low - 12, high)
            found = self._known[key] = _Under(on_scale, up, count, rungs, (low - up, high - up), at_home, {}, {})
        return found

    def _from_everywhere(self, passage: RuledPassage, chords: Sequence[_Under]) -> Iterator[list[_UnbrokenRun]]:
        under, directions = chords[0], (True, False)
        heights, (low, high) = under.rungs[0], under.reach
        starts: Sequence[int] = heights[bisect_left(heights, low) : bisect_right(heights, high)]
        starts = self._targets(starts, under) or starts
        if passage.begins:
            tone = first_tone(self._work, under.on_scale, under.up)
            starts, directions = [tone.pitch.midi], (self._figure.direction == "up",)  # type: ignore[assignment]
        for start in starts:
            for rising in directions:
                yield _line(chords, (start + under.up, rising))

    def _targets(self, starts: Sequence[int], under: _Under) -> list[int]:
        """Of some heights those that an enclosure aims at; all of them without one."""
        enclosure = self._work.recipe.enclosure
        if enclosure is None:
            return list(starts)
        encloser = Encloser(enclosure, under.on_scale.sound, under.on_scale.ladder, 1)
        heights, tones = under.on_scale.heights(starts[0], starts[-1])
        return [start for start in starts if encloser.before(tones[bisect_left(heights, start)], None)]

    def _reach(self, passage: RuledPassage) -> tuple[int, int]:
        """The MIDI numbers it stays between: below the foot of an etude's peak, but there."""
        low, high = self._work.player.reach.low.midi, self._work.player.reach.high.midi
        return low, max(low + _OCTAVE, high - FOOT) if passage.peak is False else high

    def _count(self, stop: Stop, passage: RuledPassage, number: int) -> int:
        """How many notes begin under a chord of a passage."""
        start, length = self._span(stop, passage, number)
        if stop.chords_written[number].sound is None or length <= 0:
            return 0
        key = (stop.timeline, number, length)
        if key not in self._counts:
            self._counts[key] = notes_under(self._pace, start, length)
        return self._counts[key]

    def _span(self, stop: Stop, passage: RuledPassage, number: int) -> tuple[Fraction, Fraction]:
        """When the line is under a chord of a passage, and how long before it breathes."""
        start, length = stop.chords_written[number][:2]
        if passage.early and number == passage.chords.start:
            start, length = start - passage.early, length + passage.early
        return start, length - passage.breathes if passage.breathes and number == passage.chords[-1] else length

    def _way(self, stop: Stop, passage: RuledPassage, numbers: Sequence[int], runs: Sequence[_UnbrokenRun]) -> Way:
        begin, end = runs[0].heights, runs[-1].heights
        low, high, foreign = runs[0].low, runs[0].high, int(runs[0].foreign)
        if len(runs) > 1:
            low, high = min([run.low for run in runs]), max([run.high for run in runs])
            foreign = sum([run.foreign for run in runs])
            begin = begin if len(begin) > 1 else begin + runs[1].heights
            end = end if len(end) > 1 else runs[-2].heights + end
        sets_out = direction_of(begin[1] - begin[0]) if len(begin) > 1 else 0
        arrives = direction_of(end[-1] - end[-2]) if len(begin) > 1 else 0
        candidate = Candidate(begin[0], end[-1], sets_out, arrives, foreign, beyond(low, high, self._middle))
        return Way(candidate, low, high, partial(self._segments, stop, passage, numbers, runs))

    def _segments(
        self, stop: Stop, passage: RuledPassage, numbers: Sequence[int], runs: Sequence[_UnbrokenRun]
    ) -> tuple[Segment, ...]:
        found = []
        for number, run in zip(numbers, runs, strict=True):
            over, heard = stop.chords_written[number], stop.chords_sounding[number]
            assert over.sound is not None and heard.sound is not None  # noqa: S101, PT018 - it is played
            start, length = self._span(stop, passage, number)
            held = not self._pace.rhythm
            tones = Tones.of(run.tones)
            found.append(Segment(tones, over.sound, heard.sound, over.chord, start, length, held=held, pace=self._pace))
        return tuple(found)


def _line(chords: Sequence[_Under], state: _State) -> list[_UnbrokenRun]:
    """Run after run; the first begins with the state's own tone."""
    runs: list[_UnbrokenRun] = []
    for under in chords:
        known = under.later if runs else under.first
        run = known.get(state)
        if run is None:
            run = known[state] = _worked(under, state, first=not runs)
        runs.append(run)
        state = run.heights[-1], run.rising
    return runs


def _worked(under: _Under, state: _State, *, first: bool) -> _UnbrokenRun:
    """So many tones under a chord on from a state."""
    (heights, ladder), up = under.rungs, under.up
    before, rising = state
    tones: list[FigureTone] = []
    reached: list[int] = []
    if first:
        tones, reached = [ladder[bisect_left(heights, before - up)]], [before]
    more, further, rising = run_on(under.rungs, under.reach, before - up, under.notes - len(tones), rising)
    tones += more
    reached += [height + up for height in further]
    foreign = reached[0] % 12 not in under.at_home
    return _UnbrokenRun(tuple(tones), tuple(reached), min(reached), max(reached), rising, foreign)
