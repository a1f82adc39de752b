"""Why the line goes on as it does at a join: the ways there are, and what each costs."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from dodecant.exercise.harmony.timeline import Over
from dodecant.exercise.melody.line import Segment
from dodecant.exercise.melody.setting import Settings
from dodecant.exercise.over_changes.anew_on_each_chord import Choice, plan_over_changes
from dodecant.exercise.over_changes.guide_tones import guide_choices
from dodecant.exercise.over_changes.joining import alternatives, direction_of
from dodecant.exercise.over_changes.unbroken import fit_unbroken
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach
from dodecant.music.core.chord_symbol import print_chord

MOST = 6
_SHOWN = 4  # notes


@dataclass(frozen=True, slots=True)
class Alternative:
    """A way to go on: its first notes, what it costs by name, and whether the line takes it."""

    notes: tuple[str, ...]
    costs: Mapping[str, int]
    taken: bool

    @property
    def total(self) -> int:
        """All its costs."""
        return sum(self.costs.values())


@dataclass(frozen=True, slots=True)
class Why:
    """The chord a join leads to, the rule in a sentence, and the ways there are, the cheapest first."""

    chord: str
    rule: str
    ways: tuple[Alternative, ...]


def why_at(recipe: Recipe, stop: Stop, settings: Settings, reach: Reach, beat: Fraction) -> Why:
    """The join that leads to the chord a beat lies under; raises RecipeError where the beat lies under none."""
    under = [
        n for n, over in enumerate(stop.over_written) if over.sound and over.start <= beat < over.start + over.length
    ]
    if not under:
        raise RecipeError([Problem("/beat", "No chord sounds here.", "Ask at a note of the line.")])
    over = stop.over_written[under[0]]
    if recipe.figure.kind == "guide-tones":
        rule = "Of all guide tones in reach, those that move least through the whole form."
        ways = list(_of_guide_tones(stop, reach, recipe.figure.begin, over))
    elif recipe.figure.kind == "unbroken":
        rule = "The nearest tone of the next sound in the line's direction; at the end of the range it turns."
        ways = list(_of_unbroken(recipe, stop, settings, reach, under[0]))
    else:
        rule = "Of all ways in reach, those whose costs add up to the least through the whole form."
        ways = list(_of_plan(recipe, stop, settings, reach, under[0]))
    return Why(print_chord(over.chord), rule, tuple(ways))


def _of_plan(recipe: Recipe, stop: Stop, settings: Settings, reach: Reach, number: int) -> Iterator[Alternative]:
    plan = plan_over_changes(recipe, stop, settings, reach)
    if number not in plan.chords:
        return
    place = plan.chords.index(number)
    found = alternatives(plan.steps, plan.taken, place, recipe.joins)
    for one in [way for n, way in enumerate(found) if n < MOST or way.taken]:
        yield Alternative(_names(stop, number, plan.choices[place][one.way], reach), one.costs, one.taken)


def _names(stop: Stop, number: int, choice: Choice, reach: Reach) -> tuple[str, ...]:
    over, heard = stop.over_written[number], stop.over_sounding[number]
    assert over.sound is not None and heard.sound is not None  # noqa: S101, PT018 - planned under a sound
    fold = reach if choice.shift is None else None
    segment = Segment(choice.shape.tones, over.sound, heard.sound, shift=choice.shift or 0, fold_into=fold)
    return tuple(segment.pitch(tone).text for tone in segment.tones[:_SHOWN])


def _of_guide_tones(stop: Stop, reach: Reach, begin: str, over: Over) -> Iterator[Alternative]:
    steps, taken, starts = guide_choices(stop, reach, begin)
    place = max(n for n, start in enumerate(starts) if start <= over.start)
    line = [step[number] for step, number in zip(steps, taken, strict=True)]
    neighbours = [line[n] for n in (place - 1, place + 1) if 0 <= n < len(line)]
    ways = []
    for number, (height, pitch) in enumerate(steps[place]):
        motion = sum(abs(height - other) for other, _ in neighbours)
        ways.append(Alternative((pitch.text,), {"motion": motion}, number == taken[place]))
    yield from sorted(ways, key=lambda way: (way.total, not way.taken))[:MOST]


def _of_unbroken(recipe: Recipe, stop: Stop, settings: Settings, reach: Reach, number: int) -> Iterator[Alternative]:
    assert recipe.figure.kind == "unbroken"  # noqa: S101 - asked for one alone
    line = fit_unbroken(recipe, recipe.figure, stop, settings, reach)
    here = line.segments[number]
    before = [segment for segment in line.segments[:number] if segment.tones]
    if not here.tones:
        return
    first = here.pitch(here.tones[0])
    if not before:
        yield Alternative((first.text,), {"motion": 0}, taken=True)
        return
    last = [segment.pitch(tone).midi for segment in before[-2:] for tone in segment.tones][-2:]
    direction = direction_of(last[-1] - last[0])
    setting, up = settings.on(here.written.scale), here.half_steps
    heights, tones = setting.heights(reach.low.midi - 12, reach.high.midi)
    placed = Segment(here.on_c, here.written, here.sounding)
    ways = []
    for near in _nearest(heights, last[-1] - up):
        height, pitch = heights[near] + up, placed.pitch(tones[near])
        costs = {"motion": abs(height - last[-1]), "turn": int(direction_of(height - last[-1]) * direction < 0)}
        costs |= {"range": 0 if reach.holds(height, height) else 1}
        ways.append(Alternative((pitch.text,), costs, pitch.midi == first.midi))
    yield from sorted(ways, key=lambda way: not way.taken)


def _nearest(heights: Sequence[int], place: int) -> Iterator[int]:
    """The numbers of the tones next above and next below a place."""
    yield min(n for n, height in enumerate(heights) if height > place)
    yield max(n for n, height in enumerate(heights) if height < place)
