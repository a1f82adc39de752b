"""Lines in which each chord has a figure of its own: one line still, joined at the least cost through the form."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.melody.line import SILENCE, Line, Segment
from dodecant.exercise.over_changes.anew_on_each_chord import fitted
from dodecant.exercise.over_changes.joining import Candidate, cheapest_candidates
from dodecant.exercise.over_changes.leading import cut_short, leading_into, led_across
from dodecant.exercise.over_changes.ruled.anew import AnewWays, WaysInForms
from dodecant.exercise.over_changes.ruled.guides import GuideWays
from dodecant.exercise.over_changes.ruled.licks import LickWays
from dodecant.exercise.over_changes.ruled.passages import passages_of
from dodecant.exercise.over_changes.ruled.rule_assignments import Playing, RuleAssignments
from dodecant.exercise.over_changes.ruled.shape import shaped
from dodecant.exercise.over_changes.ruled.unbroken import UnbrokenWays
from dodecant.exercise.over_changes.ruled.voicings import VoicingWays
from dodecant.exercise.over_changes.ruled.ways import RuledPassage, Way, WaysOver
from dodecant.exercise.player import ResolvedPlayer
from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.figures import ChordVoicings, GuideTones, OwnLick, Unbroken
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.rhythm.timing import pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach
from dodecant.instrument.range import chosen_shift, octave_shifts

_HALF = 6  # half steps: the farthest way to any key
_OCTAVE = 12
_PICKUPS = {1: ("below", "above"), 2: ("above-below", "two-below")}  # by how many notes


@dataclass(frozen=True)
class RuledPlan:
    """The passages that sound, the ways over each, and the number of the one that is taken."""

    passages: tuple[RuledPassage, ...]
    ways: tuple[tuple[Way, ...], ...]
    taken: tuple[int, ...]

    @property
    def steps(self) -> list[list[Candidate]]:
        """The candidates of all ways."""
        return [[way.candidate for way in step] for step in self.ways]


class _Placed(NamedTuple):
    """A segment, what it plays and the chord it lies under, by their numbers."""

    segment: Segment
    plays: int
    chord: int


class RuledLines:
    """A line builder for recipes with rules, or with an etude."""

    def __init__(self, what: RuleAssignments, player: ResolvedPlayer) -> None:
        self.what, self._player = what, player
        self._found: dict[Playing, WaysOver] = {}
        self._at_home: dict[Timeline, list[_Placed]] = {}

    def line(self, stop: Stop) -> Line:
        """The line of one stop, which knows what plays; raises RecipeError where there is nothing to play."""
        stop = self.what.with_chords_early(stop)
        if self.what.recipe.one_line_for_all_keys:
            return self._written(stop, self._carried(stop))
        return self._written(stop, self._placed(stop, self.plan(stop)))

    def plan(self, stop: Stop) -> RuledPlan:
        """Every way there is over every passage, and the best through all of them."""
        passages: list[RuledPassage] = []
        ways: list[tuple[Way, ...]] = []
        for known in self._found.values():
            if isinstance(known, AnewWays | WaysInForms):
                known.missing.clear()  # it is told for each key
        for passage in passages_of(self.what, stop):
            playing = self.what.all[passage.plays]
            if playing.silent:
                continue
            here = self.ways(stop, passage._replace(begins=not passages and passage.peak is None))
            if here:
                passages.append(passage)
                ways.append(tuple(here))
        if not passages:
            message = "Every bar is left open." if any(over.sound for over in stop.chords_written) else _NO_CHORD
            where = "/rules" if message != _NO_CHORD else "/sounds/changes/text"
            raise RecipeError([Problem(where, message, "Let something be played over a chord.")])
        steps = [[way.candidate for way in step] for step in ways]
        taken = cheapest_candidates(steps, self.what.recipe.joins)
        return RuledPlan(tuple(passages), tuple(ways), tuple(taken))

    def ways(self, stop: Stop, passage: RuledPassage) -> Sequence[Way]:
        """The ways over one passage, with what the shape of an etude makes of them."""
        playing = self.what.all[passage.plays]
        if playing not in self._found:
            self._found[playing] = _ways_of(playing)
        found = self._found[playing].ways(stop if playing.is_own else replace(stop, figure=None), passage)
        return shaped(found, passage, self.what.player.reach)

    def _placed(self, stop: Stop, plan: RuledPlan) -> list[_Placed]:
        """The segments of the ways that are taken; what begins before its chord cuts the one before short."""
        found: list[_Placed] = []
        for passage, ways, number in zip(plan.passages, plan.ways, plan.taken, strict=True):
            for segment in ways[number].build():
                while found and segment.start < _end(found[-1].segment):
                    before = found.pop()
                    if before.segment.start < segment.start:
                        pace = pace_of(self.what.all[before.plays].work.recipe)
                        found.append(before._replace(segment=cut_short(before.segment, segment.start, pace)))
                        break
                found.append(_Placed(segment, passage.plays, _chord_of(stop, passage, segment)))
        return self._led(found)

    def _led(self, placed: Sequence[_Placed]) -> list[_Placed]:
        """With what leads into the first tone of what comes next: its own enclosure, else that of the one before."""
        found: list[_Placed] = []
        for here, after in pairwise([*placed, None]):
            assert here is not None  # noqa: S101 - only the last is none
            work = self.what.all[here.plays].work
            sounds = after is not None and here.segment.tones and after.segment.tones
            if not sounds or after is None or work.recipe.figure.brings_rhythm or not _next(here, after):
                found.append(here)
                continue
            own = self._pickup(here, after), self.what.all[after.plays].work.recipe.enclosure, work.recipe.enclosure
            for enclosure in own:
                if enclosure is not None:
                    notes = leading_into(enclosure, after.segment)
                    led = led_across(here.segment, notes, pace_of(work.recipe), self.what.player.widest)
                    found += [here._replace(segment=segment) for segment in led]
                    break
            else:
                found.append(here)
        return found

    def _pickup(self, here: _Placed, after: _Placed) -> Enclosure | None:
        """What leads into the next phrase, where the bar before it ends with notes that do: none that sounded last."""
        leads = self.what.all[here.plays].leads
        if not leads or len(here.segment.tones) <= leads:
            return None
        last = here.segment.pitch(here.segment.tones[-1 - leads]).midi
        kinds = [Enclosure(kind=kind) for kind in _PICKUPS[leads]]
        return next(kind for kind in kinds if leading_into(kind, after.segment)[0].midi != last)

    def _written(self, stop: Stop, placed: Sequence[_Placed]) -> Line:
        """The line of all segments, with silence where nothing is played."""
        segments = [one.segment for one in placed]
        under = {one.chord for one in placed}
        silent = [
            Segment(SILENCE, stop.written, stop.sounding, None, over.start, over.length)
            for number, over in enumerate(stop.chords_written)
            if number not in under and all(not (one.start <= over.start < _end(one)) for one in segments)
        ]
        opened = tuple(
            (over.start, over.start + over.length)
            for over, number in zip(stop.chords_written, stop.form.plays, strict=True)
            if over.sound is not None and self.what.all[number].silent
        )
        fitted_by = fitted(segments, self._player)
        every = sorted([*segments, *silent], key=lambda segment: segment.start)
        own, in_rules = self._missing()
        numbers = dict.fromkeys(number for lacking in own.values() for number in lacking)
        return Line(
            tuple(every),
            fitted_by,
            tuple(numbers),
            ", ".join(own),
            open=opened,
            missing_in_rules=in_rules,
        )

    def _missing(self) -> tuple[dict[str, tuple[int, ...]], tuple[tuple[int, tuple[int, ...], str], ...]]:
        """The numbers that sounds lack: under the recipe's own figure, and under rules."""
        own: dict[str, tuple[int, ...]] = {}
        in_rules = []
        for playing, ways in self._found.items():
            lacking = ways.missing if isinstance(ways, AnewWays | WaysInForms) else {}
            rule = playing.rule
            if playing.home:
                continue
            if rule is None and playing.piece is None:
                own |= lacking
            elif rule is not None and lacking:
                numbers = dict.fromkeys(one for several in lacking.values() for one in several)
                in_rules.append((rule, tuple(numbers), ", ".join(lacking)))
        return own, tuple(in_rules)

    def _carried(self, stop: Stop) -> list[_Placed]:
        """The line of the key the changes are written in, carried to the stop's key and put in reach."""
        home = self.what.with_chords_early(at_home(stop))
        if stop.form not in self._at_home:
            self._at_home[stop.form] = self._placed(home, self.plan(home))
        placed = self._at_home[stop.form]
        up = _up(home, stop)
        moved = [one._replace(segment=_moved(one, stop, up)) for one in placed]
        player = self._player
        line = Line(tuple(one.segment for one in moved))
        if player.reach.holds(*line.span):
            return moved
        for reach in (player.reach, player.widest):
            shift = chosen_shift(*line.span, reach, player.tessitura)
            if shift is not None:
                segments = line.moved(shift).segments
                return [one._replace(segment=segment) for one, segment in zip(moved, segments, strict=True)]
        segments = tuple(_each_in_reach(line, player.widest))
        return [one._replace(segment=segment) for one, segment in zip(moved, segments, strict=True)]


def _each_in_reach(line: Line, reach: Reach) -> list[Segment]:
    """The segments of a line that lies in no octave as a whole: from the octave where most of them do, each of the
    others is moved whole, and folded only where none holds it.
    """

    def outside(shift: int) -> tuple[int, int]:
        spans = [segment.span for segment in line.moved(shift).segments if segment.tones]
        return sum(not reach.holds(*span) for span in spans), abs(shift)

    found = []
    for segment in line.moved(min((-1, 0, 1), key=outside)).segments:
        if segment.tones and not reach.holds(*segment.span):
            shifts = octave_shifts(*segment.span, reach)
            up = min(shifts, key=abs, default=None)
            segment = segment._replace(fold_into=reach) if up is None else segment._replace(shift=segment.shift + up)
        found.append(segment)
    return found


_NO_CHORD = "There is no chord to play over."


def narrowed(player: ResolvedPlayer) -> ResolvedPlayer:
    """A player with as much of the reach as every key can be carried to on the instrument, where that is an octave."""
    low = max(player.reach.low.midi, player.widest.low.midi + _HALF)
    high = min(player.reach.high.midi, player.widest.high.midi - _HALF)
    if high - low < _OCTAVE:
        return player
    reach = Reach.between(low, high)
    return replace(player, reach=reach, widest=reach)


def _ways_of(playing: Playing) -> WaysOver:
    """What finds the ways of one thing that is played; an unbroken line goes either way and has no upside down."""
    figure = playing.work.recipe.figure
    if isinstance(figure, Unbroken):
        return UnbrokenWays(playing.work)
    if isinstance(figure, GuideTones):
        return GuideWays(playing.work)
    if isinstance(figure, ChordVoicings):
        return VoicingWays(playing.work)
    if isinstance(figure, OwnLick):
        return LickWays(playing.work, mirrored=playing.mirrored)
    plain = AnewWays(playing.work, mirrored=playing.mirrored)
    if not playing.forms:
        return plain
    others = [AnewWays(form.work, mirrored=form.mirrored) for form in playing.forms]
    return WaysInForms([plain, *others], playing.work.player.reach, of_the_chord=playing.home)


def at_home(stop: Stop) -> Stop:
    """The stop in the key its changes are written in."""
    tonic = stop.form.harmony.changes.key.tonic
    sound = replace(stop.written, tonic=tonic)
    chords = stop.form.in_home_key
    return replace(stop, written=sound, sounding=sound, chords_written=chords, chords_sounding=chords)


def home_stop(timeline: Timeline) -> Stop:
    """A timeline in the key its changes are written in, as a stop by itself."""
    key = timeline.harmony.changes.key
    chords = timeline.in_home_key
    sound = next((over.sound for over in chords if over.sound is not None), None)
    assert sound is not None  # noqa: S101 - something sounds
    return Stop(0, key.tonic.pitch_class, sound, sound, chords, chords, timeline=timeline)


def _up(home: Stop, stop: Stop) -> int:
    """How many half steps the stop's key lies above home: at most six either way."""
    return (stop.written.above_c - home.written.above_c + _HALF) % 12 - _HALF


def _moved(placed: _Placed, stop: Stop, up: int) -> Segment:
    """A segment of the home key under its chord in the stop's key."""
    segment = placed.segment
    over, heard = stop.chords_written[placed.chord], stop.chords_sounding[placed.chord]
    assert over.sound is not None and heard.sound is not None  # noqa: S101, PT018 - it sounds at home too
    shift = segment.shift + (segment.written.above_c + up - over.sound.above_c) // 12
    return segment._replace(written=over.sound, sounding=heard.sound, chord=over.chord, shift=shift)


def _end(segment: Segment) -> Fraction:
    return segment.start + (segment.length or 0)


def _next(here: _Placed, after: _Placed) -> bool:
    """Whether one goes on where the other ends: nothing is led into across a silence."""
    return _end(here.segment) == after.segment.start


def _chord_of(stop: Stop, passage: RuledPassage, segment: Segment) -> int:
    """The chord a segment lies under; a pickup belongs to the first of its passage."""
    under = [number for number in passage.chords if stop.chords_written[number].start <= segment.start]
    return under[-1] if under else passage.chords.start
