"""Why the line goes on as it does at a join: the ways there are, and what each costs."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import NamedTuple

from dodecant.exercise.melody.line import Segment
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.anew_on_each_chord import Choice, LinesAnewOnEachChord
from dodecant.exercise.over_changes.anticipation import with_chords_early
from dodecant.exercise.over_changes.guide_tones import GuideToneLines
from dodecant.exercise.over_changes.joining import alternatives, direction_of
from dodecant.exercise.over_changes.ruled.lines import RuledLines, at_home
from dodecant.exercise.over_changes.unbroken import UnbrokenLines
from dodecant.exercise.recipe.figures import FigurePart, GuideTones, Unbroken
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach
from dodecant.music.core.chord_symbol import print_chord

MOST = 6
_SHOWN = 4  # notes


@dataclass(frozen=True, slots=True)
class JoinAlternative:
    """A way to go on: its first notes, what it costs by name, and whether the line takes it."""

    notes: tuple[str, ...]
    costs: Mapping[str, int]
    taken: bool

    @property
    def total(self) -> int:
        """All its costs."""
        return sum(self.costs.values())


@dataclass(frozen=True, slots=True)
class JoinExplanation:
    """The chord a join leads to, the rule in a sentence, and the ways there are, the cheapest first."""

    chord: str
    rule: str
    ways: tuple[JoinAlternative, ...]


class _Explained(NamedTuple):
    rule: str
    ways: Iterable[JoinAlternative]


def explain_join_at(work: LineWork, stop: Stop, beat: Fraction) -> JoinExplanation:
    """The join that leads to the chord a beat lies under; raises RecipeError where the beat lies under none."""
    stop = with_chords_early(work.recipe, stop)
    chords = stop.chords_written
    under = [n for n, over in enumerate(chords) if over.sound and over.start <= beat < over.start + over.length]
    if not under:
        raise RecipeError([Problem("/beat", "No chord sounds here.", "Ask at a note of the line.")])
    explained = EXPLAINED.get(type(work.recipe.figure), _of_plan)(work, stop, under[0])
    return JoinExplanation(print_chord(chords[under[0]].chord), explained.rule, tuple(explained.ways))


def explain_ruled_join(lines: RuledLines, stop: Stop, beat: Fraction) -> JoinExplanation:
    """The join that leads to the passage a beat lies under, whatever is played there and before."""
    stop = lines.what.with_chords_early(at_home(stop) if lines.what.recipe.one_line_for_all_keys else stop)
    rule = "Of all ways in reach, those whose costs add up to the least through the whole form."
    plan = lines.plan(stop)
    chords = stop.chords_written
    for place, passage in enumerate(plan.passages):
        first, last = chords[passage.chords.start], chords[passage.chords[-1]]
        if first.start <= beat < last.start + last.length:
            found = alternatives(plan.steps, plan.taken, place, lines.what.recipe.joins)
            shown = [one for n, one in enumerate(found) if n < MOST or one.taken]
            ways = tuple(
                JoinAlternative(_first_notes(plan.ways[place][one.number].build()), one.costs, one.taken)
                for one in shown
            )
            return JoinExplanation(print_chord(first.chord), rule, ways)
    raise RecipeError([Problem("/beat", "Nothing is played here.", "Ask at a note of the line.")])


def _first_notes(segments: Iterable[Segment]) -> tuple[str, ...]:
    every = [segment.pitch(tone).text for segment in segments for tone in segment.tones]
    return tuple(every[:_SHOWN])


def _of_plan(work: LineWork, stop: Stop, number: int) -> _Explained:
    rule = "Of all ways in reach, those whose costs add up to the least through the whole form."
    plan = LinesAnewOnEachChord(work).plan(stop)
    if number not in plan.chords:
        return _Explained(rule, ())
    place = plan.chords.index(number)
    found = alternatives(plan.steps, plan.taken, place, work.recipe.joins)
    shown = [one for n, one in enumerate(found) if n < MOST or one.taken]
    names = [_names(stop, number, plan.choices[place][one.number], work.player.reach) for one in shown]
    return _Explained(rule, map(JoinAlternative, names, *zip(*((one.costs, one.taken) for one in shown), strict=True)))


def _names(stop: Stop, number: int, choice: Choice, reach: Reach) -> tuple[str, ...]:
    over, heard = stop.chords_written[number], stop.chords_sounding[number]
    assert over.sound is not None and heard.sound is not None  # noqa: S101, PT018 - planned under a sound
    fold = reach if choice.shift is None else None
    segment = Segment(choice.shape.tones, over.sound, heard.sound, shift=choice.shift or 0, fold_into=fold)
    return tuple(segment.pitch(tone).text for tone in segment.tones[:_SHOWN])


def _of_guide_tones(work: LineWork, stop: Stop, number: int) -> _Explained:
    steps, taken, starts = GuideToneLines(work).choices(stop)
    start = stop.chords_written[number].start
    place = max(n for n, begin in enumerate(starts) if begin <= start)
    line = [step[number] for step, number in zip(steps, taken, strict=True)]
    neighbours = [line[n] for n in (place - 1, place + 1) if 0 <= n < len(line)]
    ways = []
    for candidate, (height, pitch) in enumerate(steps[place]):
        motion = sum(abs(height - other) for other, _ in neighbours)
        ways.append(JoinAlternative((pitch.text,), {"motion": motion}, candidate == taken[place]))
    rule = "Of all guide tones in reach, those that move least through the whole form."
    return _Explained(rule, sorted(ways, key=lambda way: (way.total, not way.taken))[:MOST])


def _of_unbroken(work: LineWork, stop: Stop, number: int) -> _Explained:
    rule = "The nearest tone of the next sound in the line's direction; at the end of the range it turns."
    segments = UnbrokenLines(work).line(stop).segments
    here, reach = segments[number], work.player.reach
    before = [segment for segment in segments[:number] if segment.tones]
    if not here.tones:
        return _Explained(rule, ())
    first = here.pitch(here.tones[0])
    if not before:
        return _Explained(rule, [JoinAlternative((first.text,), {"motion": 0}, taken=True)])
    last = [segment.pitch(tone).midi for segment in before[-2:] for tone in segment.tones][-2:]
    direction = direction_of(last[-1] - last[0])
    on_scale, up = work.scales.on(here.written.scale), here.half_steps
    heights, tones = on_scale.heights(reach.low.midi - 12, reach.high.midi)
    placed = Segment(here.on_c, here.written, here.sounding)
    ways = []
    for near in _nearest(heights, last[-1] - up):
        height, pitch = heights[near] + up, placed.pitch(tones[near])
        costs = {"motion": abs(height - last[-1])}
        costs["direction_change"] = int(direction_of(height - last[-1]) * direction < 0)
        costs["range"] = 0 if reach.holds(height, height) else 1
        ways.append(JoinAlternative((pitch.text,), costs, pitch.midi == first.midi))
    return _Explained(rule, sorted(ways, key=lambda way: not way.taken))


def _nearest(heights: Sequence[int], place: int) -> Iterator[int]:
    """The numbers of the tones next above and next below a place."""
    yield min(n for n, height in enumerate(heights) if height > place)
    yield max(n for n, height in enumerate(heights) if height < place)


EXPLAINED: Mapping[type[FigurePart], Callable[[LineWork, Stop, int], _Explained]] = {
    GuideTones: _of_guide_tones,
    Unbroken: _of_unbroken,
}
