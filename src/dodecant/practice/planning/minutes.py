"""How long it takes: from the music itself (bars, tempo, repeats, counts), then from how long it really took."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from fractions import Fraction
from statistics import median
from typing import Final, NamedTuple

from dodecant.backing.band import counted_in
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.wording.small_words import often
from dodecant.practice.improvised.rule import FreeRule, begins, free_passages
from dodecant.practice.ladder import tempos_of
from dodecant.practice.planning.routine import FreeTask, RecipeStep, Routine, tempo_of

_TURN: Final = 4.0  # seconds between two strips: to look, breathe, lift the instrument
_FEWEST: Final = 3  # times it was played, to correct by
_LAST: Final = 9
TIMES: Final = {1: 6, 2: 5, 3: 4, 4: 3, 5: 3}  # through a strip, by level, to have practised it
_LEAST, _MOST = 0.5, 3.0  # how far what really happened may correct the music


class Pass(NamedTuple):
    """Playing every strip once: at which tempo (BPM), and how many times."""

    tempo: int
    times: int


class StepMinutes(NamedTuple):
    """The minutes of a step, as the music says and as it will really be; how many strips, passes, in words."""

    music: Fraction
    minutes: float
    words: str


def passes(step: RecipeStep) -> tuple[Pass, ...]:
    """How often every strip is played and at which tempo, if all goes well: a ladder is climbed rung by rung."""
    times = max(step.repeats, step.gate.takes if step.gate.kind == "takes" else 1)
    if step.ladder is None:
        return (Pass(tempo_of(step), times),)
    tempos = tempos_of(step.ladder, step.recipe.placement.values)
    return tuple(Pass(tempo, max(step.ladder.after, step.repeats)) for tempo in tempos)


def practised(routine: Routine, level: int) -> Routine:
    """A routine as it is practised at a level (1 to 5): each strip at least so often as a player of it needs (ours).

    >>> [TIMES[level] for level in (1, 3, 5)]
    [6, 4, 3]
    """
    steps = tuple(
        step.model_copy(update={"repeats": max(step.repeats, TIMES[level])}) if isinstance(step, RecipeStep) else step
        for step in routine.steps
    )
    return routine.model_copy(update={"steps": steps})


def music_seconds(exercise: Exercise, step: RecipeStep) -> Fraction:
    """How long a step lasts, in seconds: each strip counted in, as often as it is played, and the turn to the next."""
    counted = counted_in(exercise.metre, step.backing)
    found = Fraction(0)
    for tempo, times in passes(step):
        quarter = 60 / (tempo * exercise.metre.pulse)
        for strip in exercise.strips:
            beats = _improvised(exercise, strip.stop.index, step.rule) if step.rule else strip.beats
            found += (counted + times * beats) * quarter + Fraction(_TURN)
    return found


def _improvised(exercise: Exercise, index: int, rule: FreeRule) -> Fraction:
    return begins(free_passages(exercise.strips[index], exercise.metre, rule))[-1]


def corrected(minutes: float, taken: Sequence[float]) -> float:
    """Minutes by the middle of how much longer or shorter it really was (`taken` as shares of what the music says, the
    latest last).

    >>> corrected(10, [1.5, 1.2, 1.3]), corrected(10, [1.5])
    (13.0, 10)
    """
    if len(taken) < _FEWEST:
        return minutes
    return minutes * max(_LEAST, min(_MOST, median(taken[-_LAST:])))


def step_minutes(exercise: Exercise, step: RecipeStep, taken: Sequence[float] = ()) -> StepMinutes:
    """The minutes of a step, and how they come about; `taken` are the minutes it really took, the latest last."""
    music = music_seconds(exercise, step) / 60
    strips, rounds = len(exercise.strips), passes(step)
    each = [f"{often(times)} at {tempo}" for tempo, times in rounds]
    how = each[0] if len(each) == 1 else f"{each[0]} up to {rounds[-1].tempo}, {len(each)} tempos"
    words = f"{strips} strip{'s' * (strips > 1)} of {_bars(exercise)}, {how}"
    shares = [minutes / float(music) for minutes in taken]
    return StepMinutes(music, round(corrected(float(music), shares), 1), words)


def _bars(exercise: Exercise) -> str:
    lengths = sorted({-(-strip.beats // exercise.metre.quarters) for strip in exercise.strips})
    text = str(lengths[0]) if len(lengths) == 1 else f"{lengths[0]} to {lengths[-1]}"
    return f"{text} bar{'s' * (lengths[-1] > 1)}"


def total(minutes: Iterable[float], routine: Routine) -> float:
    """The minutes of a routine: its steps, and two minutes for each break between them."""
    played = sum(minutes)
    breaks = max(0, -(-int(played) // routine.break_after) - 1) if played else 0
    return round(played + 2 * breaks, 1)


def task_minutes(task: FreeTask) -> StepMinutes:
    """The minutes of a free task are those it was given."""
    return StepMinutes(Fraction(task.minutes), float(task.minutes), "as it is set")
