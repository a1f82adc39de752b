"""A figure over changes: set anew on each chord's sound, filling the chord's time, its parts joined at the least cost.

The path comes round again under a long chord and breaks off under a short one.
"""

from __future__ import annotations

from collections.abc import Hashable, Iterator, Sequence
from dataclasses import dataclass, field
from functools import partial
from itertools import pairwise
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Sound, TimedChord
from dodecant.exercise.melody.line import SILENCE, FitAction, Line, Segment, Shape, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.melody.recipe_on_scale import MidiRange, PathVariant, RecipeOnScale
from dodecant.exercise.over_changes.anticipation import with_chords_early
from dodecant.exercise.over_changes.joining import Candidate, cheapest_candidates, direction_of
from dodecant.exercise.over_changes.leading import leading_into, led_across
from dodecant.exercise.player import ResolvedPlayer
from dodecant.exercise.recipe.figures import FigurePart
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.rhythm.timing import pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach
from dodecant.instrument.range import chosen_shift, folded
from dodecant.music.core.chord import Chord
from dodecant.music.scales.hearing import hearing


class Choice(NamedTuple):
    """A shape in an octave, and what its joins depend on; without an octave it is folded into the reach."""

    shape: Shape
    shift: int | None
    candidate: Candidate


_CANDIDATE = partial(tuple.__new__, Candidate)  # from all its parts at once: a long form has thousands
_CHOICE = partial(tuple.__new__, Choice)


@dataclass(frozen=True)
class LinePlan:
    """Under each sounding chord (by its number in the stop) the choices there are, and the one that is taken."""

    chords: tuple[int, ...]
    choices: tuple[tuple[Choice, ...], ...]
    taken: tuple[int, ...]
    missing: dict[str, tuple[int, ...]]

    @property
    def steps(self) -> list[list[Candidate]]:
        """The candidates of all choices."""
        return [[choice.candidate for choice in step] for step in self.choices]


class LinesAnewOnEachChord:
    """A line builder for figures that begin anew on each chord."""

    def __init__(self, work: LineWork) -> None:
        self._work = work
        self._bounds = _Bounds.of(work.player)
        self._pace = pace_of(work.recipe)
        self._leads = work.recipe.enclosure is not None and not work.recipe.figure.brings_rhythm
        self._inverts = work.recipe.joins.begin == "any" and work.recipe.path.span == "once"
        self._shapes: dict[Hashable, Shapes] = {}  # what lies under a chord, by all it depends on
        self._rhythms: dict[Hashable, int] = {}  # a number for each rhythm, and for the tones that have it

    def line(self, stop: Stop) -> Line:
        """The line of one stop; raises RecipeError where there is no chord to play over."""
        stop = with_chords_early(self._work.recipe, stop)
        plan = self.plan(stop)
        chosen = {
            chord: choices[number] for chord, choices, number in zip(plan.chords, plan.choices, plan.taken, strict=True)
        }
        segments: list[Segment] = []
        for number, (over, sounding) in enumerate(zip(stop.chords_written, stop.chords_sounding, strict=True)):
            choice = chosen.get(number)
            if choice is None or over.sound is None or sounding.sound is None:
                segments.append(Segment(SILENCE, stop.written, stop.sounding, None, over.start, over.length))
                continue
            segments.append(self.segment(over, sounding, choice))
        alike = None
        if not self._leads:
            rhythms = [self._rhythm_of(choice.shape.tones) for choice in chosen.values()]
            alike = (stop.timeline, *chosen, *rhythms)
        segments = self._led(segments)
        fitted_by = fitted(segments, self._work.player)
        missing = dict.fromkeys(number for numbers in plan.missing.values() for number in numbers)
        return Line(tuple(segments), fitted_by, tuple(missing), ", ".join(plan.missing), alike=alike)

    def _rhythm_of(self, tones: Tones) -> int:
        """The number of the rhythm that tones have in the time of their chord."""
        found = self._rhythms.get(tones)
        if found is None:
            timings = tuple((tone.timing, tone.stage) for tone in tones.all)
            found = self._rhythms[tones] = self._rhythms.setdefault(timings, len(self._rhythms))
        return found

    def segment(self, over: TimedChord, sounding: TimedChord, choice: Choice) -> Segment:
        """A choice where it sounds: under a chord as read and as heard."""
        assert over.sound is not None and sounding.sound is not None  # noqa: S101, PT018 - chosen under a sound
        return Segment(
            choice.shape.tones,
            over.sound,
            sounding.sound,
            over.chord,
            over.start,
            over.length,
            held=not self._work.scales.rhythm,
            shift=choice.shift or 0,
            fold_into=self._work.player.reach if choice.shift is None else None,
        )

    def _led(self, segments: Sequence[Segment]) -> list[Segment]:
        """The segments with enclosures across the barlines, where the next chord begins on a target."""
        recipe = self._work.recipe
        if recipe.enclosure is None or not self._leads:
            return list(segments)
        found: list[Segment] = []
        for here, after in pairwise([*segments, None]):
            if here is None or after is None or not here.tones or not after.tones:
                found += [here] if here is not None else []
                continue
            notes = leading_into(recipe.enclosure, after)
            found += led_across(here, notes, self._pace, self._work.player.widest)
        return found

    def _room(self, sound: Sound) -> MidiRange | None:
        """The reach as it would lie on C, for a path that takes all of it."""
        reach = self._work.player.reach
        return (
            (reach.low.midi - sound.above_c, reach.high.midi - sound.above_c) if self._work.scales.takes_all else None
        )

    def plan(self, stop: Stop) -> LinePlan:
        """Every way there is to play the figure over the stop's chords (as the line takes them), and the best."""
        chords: list[int] = []
        choices: list[tuple[Choice, ...]] = []
        missing: dict[str, tuple[int, ...]] = {}
        for number, over in enumerate(stop.chords_written):
            if over.sound is None or over.chord is None:
                continue
            here, lacking = self.choices_under(stop, over, begins=not chords)
            if not here:
                continue
            if lacking:
                missing[over.sound.text] = lacking
            chords.append(number)
            choices.append(here)
        if not chords:
            raise RecipeError([_nothing_sounds(stop)])
        taken = cheapest_candidates([[one.candidate for one in step] for step in choices], self._work.recipe.joins)
        return LinePlan(tuple(chords), tuple(choices), tuple(taken), missing)

    def choices_under(
        self, stop: Stop, over: TimedChord, *, begins: bool
    ) -> tuple[tuple[Choice, ...], tuple[int, ...]]:
        """The choices under a chord, in one octave alone where the line `begins`, and the numbers its sound lacks."""
        assert over.sound is not None and over.chord is not None  # noqa: S101, PT018 - asked for chords that sound
        found = self.under(stop, over, over.sound, over.chord)
        if not found.shapes:
            return (), ()
        wanted = self._beginning(found.on_scale, over.sound, found.shapes[0].tones) if begins else None
        where = over.sound.above_c, wanted
        choices = found.choices.get(where)
        if choices is None:
            choices = _choices(found.shapes, where[0], self._work.player.reach, self._bounds, wanted)
            found.choices[where] = choices
        return choices, found.on_scale.missing

    def under(self, stop: Stop, over: TimedChord, sound: Sound, chord: Chord) -> Shapes:
        """The shapes under a chord: the same under chords that are alike, in every key."""
        scales, room = self._work.scales, self._room(sound)
        on_scale = scales.on(sound.scale, stop.figure, room)
        above_root = (sound.above_c - chord.root.pitch_class) % 12
        key = (on_scale, on_scale.phase(over.start), over.length, above_root, chord.quality)
        found = self._shapes.get(key)
        if found is None:
            fillings = [
                scales.on(sound.scale, figure, room).filling(over.start, over.length, variant)
                for figure in self._inversions(stop)
                for variant in self._variants(stop, len(on_scale.ladder.scale))
            ]
            shapes = [shape for tones in fillings if (shape := shape_of(tones, above_root, chord))]
            found = self._shapes[key] = Shapes(on_scale, shapes)
        return found

    def _inversions(self, stop: Stop) -> Sequence[FigurePart | None]:
        """The inversions of a single figure that the joins may choose from; else the figure itself."""
        if not self._inverts:
            return (stop.figure,)
        inverted = (stop.figure or self._work.recipe.figure).inversions()
        return inverted if len(inverted) > 1 else (stop.figure,)

    def _variants(self, stop: Stop, rungs: int) -> Iterator[PathVariant]:
        """The variants of the path that the joins may choose from, the plain one first."""
        joins = self._work.recipe.joins
        raises = joins.begin == "any" and len(self._inversions(stop)) == 1
        directions = (False, True) if joins.direction == "either" else (False,)
        return (PathVariant(by, turned) for by in range(rungs if raises else 1) for turned in directions)

    def _beginning(self, on_scale: RecipeOnScale, sound: Sound, tones: Tones) -> int | None:
        """The octave of the first chord: where the whole path on its sound would lie, or where its tones do."""
        player, up = self._work.player, sound.above_c
        whole = on_scale.whole.tones
        shift = chosen_shift(whole.low + up, whole.high + up, player.reach, player.tessitura)
        if shift is not None:
            return shift
        return chosen_shift(tones.low + up, tones.high + up, player.reach, player.tessitura)


@dataclass(frozen=True, eq=False, slots=True)
class Shapes:
    """What lies under a chord: the recipe on its scale, and the figure's shapes there.

    `choices` remembers what there is to choose from, by the half steps above C and the octave wanted.
    """

    on_scale: RecipeOnScale
    shapes: list[Shape]
    choices: dict[tuple[int, int | None], tuple[Choice, ...]] = field(default_factory=dict)


def _nothing_sounds(stop: Stop) -> Problem:
    if any(over.sound for over in stop.chords_written):
        return Problem("/placement/slots", "The rhythm leaves every chord silent.", "Let a slot sound under a chord.")
    return Problem("/sounds/changes/text", "There is no chord to play over.", "Write a chord.")


def shape_of(tones: Tones, above_root: int, chord: Chord) -> Shape | None:
    """Tones under a chord with what their joins depend on; the sound's tonic lies `above_root`. None without tones."""
    if not tones.all:
        return None
    first, last = tones.all[0].pitch.midi, tones.all[-1].pitch.midi
    foreign = hearing(chord.quality)[(first + above_root) % 12][1] != "chord"
    if len(tones.all) == 1:
        return Shape(tones, first, last, 0, 0, foreign)
    second, before = tones.all[1].pitch.midi, tones.all[-2].pitch.midi
    return Shape(tones, first, last, direction_of(second - first), direction_of(last - before), foreign)


class _Bounds(NamedTuple):
    """MIDI numbers of the reach, of all of it but its outer eighths, and of the widest reach a figure may lie in before
    it is folded; that is the reach itself for a hand that stays in one place.
    """

    low: int
    high: int
    inner_low: int
    inner_high: int
    widest_low: int
    widest_high: int

    @classmethod
    def of(cls, player: ResolvedPlayer) -> _Bounds:
        low, high = player.reach.low.midi, player.reach.high.midi
        edge = (high - low) // 8
        widest = player.widest if player.reach == player.own else player.reach
        if player.reach == player.widest:  # narrowed for a line that is carried to other keys
            widest = player.own
        return cls(low, high, low + edge, high - edge, widest.low.midi, widest.high.midi)


def fitted(segments: Sequence[Segment], player: ResolvedPlayer) -> FitAction:
    """What was done so that segments can be played: some were folded, or some leave the reach for the widest one."""
    if any(segment.fold_into for segment in segments):
        return "folded"
    if player.reach != player.own:
        return "none"
    whole = all(player.reach.holds(*segment.span) for segment in segments if segment.tones)
    return "none" if whole else "full"


def _choices(shapes: Sequence[Shape], up: int, reach: Reach, bounds: _Bounds, wanted: int | None) -> tuple[Choice, ...]:
    """Every shape in every octave of the reach (in the `wanted` one alone, where it fits there); where none fits, in
    those of the widest one.
    """
    inside = _in_octaves(shapes, up, bounds, (bounds.low, bounds.high), wanted)
    found = inside or _in_octaves(shapes, up, bounds, (bounds.widest_low, bounds.widest_high), wanted)
    if found:
        return tuple(found)
    ends = shapes[0].tones.all[0], shapes[0].tones.all[-1]
    low, high = (folded(tone.pitch.moved(0, up), reach).midi for tone in ends)
    return (Choice(shapes[0], None, Candidate(low, high, *shapes[0][3:])),)


def _in_octaves(
    shapes: Sequence[Shape], up: int, bounds: _Bounds, ends: tuple[int, int], wanted: int | None
) -> list[Choice]:
    """Every shape in every octave between two ends (MIDI numbers)."""
    found: list[Choice] = []
    for shape in shapes:
        tones, first, last, sets_out, arrives, foreign = shape
        bottom, top = tones.low + up, tones.high + up
        lowest, highest = -((bottom - ends[0]) // 12), (ends[1] - top) // 12
        fits = wanted is not None and lowest <= wanted <= highest
        for shift in (wanted,) if fits and wanted is not None else range(lowest, highest + 1):
            move = 12 * shift
            below, above = bounds.inner_low - bottom - move, top + move - bounds.inner_high
            outside = (below if below > 0 else 0) + (above if above > 0 else 0)
            move += up
            found.append(
                _CHOICE((shape, shift, _CANDIDATE((first + move, last + move, sets_out, arrives, foreign, outside, 0))))
            )
    return found
