"""A figure over changes: set anew on each chord's sound, filling the chord's time, its parts joined at the least cost.

The path comes round again under a long chord and breaks off under a short one.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Over, Sound
from dodecant.exercise.melody.figure import tone_count
from dodecant.exercise.melody.line import SILENCE, Line, Measure, Segment, Shape, Tones
from dodecant.exercise.melody.setting import Form, Room, Setting, Settings
from dodecant.exercise.over_changes.joining import Way, best_ways, direction_of
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.figures import Figures
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach
from dodecant.instrument.range import chosen_shift, folded
from dodecant.music.core.chord import Chord
from dodecant.music.scales.hearing import hearing


class Choice(NamedTuple):
    """A shape in an octave, and the way it goes; without an octave it is folded into the reach."""

    shape: Shape
    shift: int | None
    way: Way


@dataclass(frozen=True)
class Plan:
    """Under each sounding chord (by its number in the stop) the choices there are, and the one that is taken."""

    chords: tuple[int, ...]
    choices: tuple[tuple[Choice, ...], ...]
    taken: tuple[int, ...]
    lacking: dict[str, tuple[int, ...]]

    @property
    def steps(self) -> list[list[Way]]:
        """The ways of all choices."""
        return [[choice.way for choice in step] for step in self.choices]


def fit_over_changes(recipe: Recipe, stop: Stop, settings: Settings, reach: Reach) -> Line:
    """The line of one stop; raises RecipeError where there is no chord to play over."""
    plan = plan_over_changes(recipe, stop, settings, reach)
    chosen = {
        chord: choices[number] for chord, choices, number in zip(plan.chords, plan.choices, plan.taken, strict=True)
    }
    segments: list[Segment] = []
    for number, (over, sounding) in enumerate(zip(stop.over_written, stop.over_sounding, strict=True)):
        choice = chosen.get(number)
        if choice is None or over.sound is None or sounding.sound is None:
            segments.append(Segment(SILENCE, stop.written, stop.sounding, None, over.start, over.length))
            continue
        segments.append(
            Segment(
                choice.shape.tones,
                over.sound,
                sounding.sound,
                over.chord,
                over.start,
                over.length,
                held=not settings.rhythm,
                shift=choice.shift or 0,
                fold_into=reach if choice.shift is None else None,
            )
        )
    measure: Measure = "folded" if any(segment.fold_into for segment in segments) else "none"
    lacks = dict.fromkeys(number for numbers in plan.lacking.values() for number in numbers)
    return Line(tuple(segments), measure, tuple(lacks), ", ".join(plan.lacking))


def plan_over_changes(recipe: Recipe, stop: Stop, settings: Settings, reach: Reach) -> Plan:
    """Every way there is to play the figure over the stop's chords, and the best of them."""
    chords: list[int] = []
    choices: list[tuple[Choice, ...]] = []
    lacking: dict[str, tuple[int, ...]] = {}
    bounds = _Bounds.of(reach)
    for number, over in enumerate(stop.over_written):
        if over.sound is None or over.chord is None:
            continue
        setting, shapes = _under(recipe, stop, number, over, over.sound, over.chord, settings, reach)
        if not shapes:
            continue
        if setting.lacks:
            lacking[over.sound.text] = setting.lacks
        wanted = None if chords else _beginning(recipe, setting, over.sound, shapes[0].tones, reach)
        chords.append(number)
        choices.append(_choices(shapes, over.sound.above_c, reach, bounds, wanted))
    if not chords:
        raise RecipeError([_nothing_sounds(stop)])
    taken = best_ways([[choice.way for choice in step] for step in choices], recipe.joins)
    return Plan(tuple(chords), tuple(choices), tuple(taken), lacking)


def _nothing_sounds(stop: Stop) -> Problem:
    if any(over.sound for over in stop.over_written):
        return Problem("/placement/slots", "The rhythm leaves every chord silent.", "Let a slot sound under a chord.")
    return Problem("/sounds/changes/text", "There is no chord to play over.", "Write a chord.")


def _under(
    recipe: Recipe,
    stop: Stop,
    number: int,
    over: Over,
    sound: Sound,
    chord: Chord,
    settings: Settings,
    reach: Reach,
) -> tuple[Setting, list[Shape]]:
    """The setting and the shapes under a chord: the same in every key, unless the path takes the whole reach."""
    room: Room | None = None
    if settings.takes_all:
        room = reach.low.midi - sound.above_c, reach.high.midi - sound.above_c
    key = (stop.timeline, number, stop.figure)
    known = None if room else settings.under.get(key)
    if known is not None and known[0] is sound.scale:
        return known[1], known[2]
    setting = settings.on(sound.scale, stop.figure, room)
    above_root = sound.above_c - chord.root.pitch_class
    fillings = [
        inverted.filling(over.start, over.length, form)
        for inverted in (settings.on(sound.scale, figure, room) for figure in _inversions(recipe, stop.figure))
        for form in _forms(recipe, len(setting.ladder.scale))
    ]
    shapes = [shape for tones in fillings if (shape := _shape(tones, above_root, chord))]
    settings.under[key] = (sound.scale, setting, shapes)
    return setting, shapes


def _inversions(recipe: Recipe, figure: Figures | None) -> Sequence[Figures | None]:
    """The inversions of a single arpeggio that the joins may choose from; of all else the figure itself."""
    shape = figure or recipe.figure
    if not _inverts(recipe) or shape.kind != "arpeggios":
        return (figure,)
    return [shape.model_copy(update={"rotation": turn}) for turn in range(tone_count(shape))]


def _inverts(recipe: Recipe) -> bool:
    return recipe.joins.begin == "any" and recipe.figure.kind == "arpeggios" and recipe.path.span == "once"


def _forms(recipe: Recipe, rungs: int) -> Iterator[Form]:
    """The forms of the path that the joins may choose from, the plain one first."""
    raised = range(rungs if recipe.joins.begin == "any" and not _inverts(recipe) else 1)
    ways = (False, True) if recipe.joins.way == "either" else (False,)
    return (Form(by, turned) for by in raised for turned in ways)


def _shape(tones: Tones, above_root: int, chord: Chord) -> Shape | None:
    if not tones.all:
        return None
    first, last = tones.all[0].pitch.midi, tones.all[-1].pitch.midi
    foreign = hearing(chord.quality)[(first + above_root) % 12][1] != "chord"
    if len(tones.all) == 1:
        return Shape(tones, first, last, 0, 0, foreign)
    second, before = tones.all[1].pitch.midi, tones.all[-2].pitch.midi
    return Shape(tones, first, last, direction_of(second - first), direction_of(last - before), foreign)


def _beginning(recipe: Recipe, setting: Setting, sound: Sound, tones: Tones, reach: Reach) -> int | None:
    """The octave of the first chord: where the whole path on its sound would lie, or where its tones do."""
    up, lies = sound.above_c, recipe.player.lies
    whole = setting.whole.tones
    shift = chosen_shift(whole.low + up, whole.high + up, reach, lies)
    return chosen_shift(tones.low + up, tones.high + up, reach, lies) if shift is None else shift


class _Bounds(NamedTuple):
    """MIDI numbers of the reach, and of all of it but its outer eighths."""

    low: int
    high: int
    inner_low: int
    inner_high: int

    @classmethod
    def of(cls, reach: Reach) -> _Bounds:
        low, high = reach.low.midi, reach.high.midi
        edge = (high - low) // 8
        return cls(low, high, low + edge, high - edge)


def _choices(shapes: Sequence[Shape], up: int, reach: Reach, bounds: _Bounds, wanted: int | None) -> tuple[Choice, ...]:
    """Every shape in every octave of the reach (in the `wanted` one alone, where it fits there)."""
    found: list[Choice] = []
    for shape in shapes:
        tones, first, last, sets_out, arrives, foreign = shape
        bottom, top = tones.low + up, tones.high + up
        lowest, highest = -((bottom - bounds.low) // 12), (bounds.high - top) // 12
        fits = wanted is not None and lowest <= wanted <= highest
        for shift in (wanted,) if fits and wanted is not None else range(lowest, highest + 1):
            move = 12 * shift
            below, above = bounds.inner_low - bottom - move, top + move - bounds.inner_high
            outside = (below if below > 0 else 0) + (above if above > 0 else 0)
            move += up
            found.append(Choice(shape, shift, Way(first + move, last + move, sets_out, arrives, foreign, outside)))
    if found:
        return tuple(found)
    ends = shapes[0].tones.all[0], shapes[0].tones.all[-1]
    low, high = (folded(tone.pitch.moved(0, up), reach).midi for tone in ends)
    return (Choice(shapes[0], None, Way(low, high, *shapes[0][3:])),)
