"""An unbroken line over changes: it never stops, and keeps its direction until the range turns it.

At a change of chord it goes on to the nearest tone of the next sound in its direction, so that no chord begins anew.
"""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from fractions import Fraction
from itertools import takewhile

from dodecant.exercise.melody.figure import FigureTone
from dodecant.exercise.melody.line import SILENCE, Line, Segment, Tones
from dodecant.exercise.melody.setting import Setting, Settings
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.figures import Unbroken
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm_text import Rhythm
from dodecant.exercise.rhythm.timing import note_value, pour
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Reach
from dodecant.instrument.range import chosen_shift


def fit_unbroken(recipe: Recipe, figure: Unbroken, stop: Stop, settings: Settings, reach: Reach) -> Line:
    """The line of one stop, inside the reach from its first tone to its last; raises RecipeError without changes."""
    if not any(over.sound for over in stop.over_written):
        where = "/sounds/changes/text" if stop.over_written else "/sounds"
        raise RecipeError([Problem(where, "An unbroken line needs chords to run through.", "Choose changes.")])
    rising = figure.way == "up"
    low, high = reach.low.midi, reach.high.midi
    segments: list[Segment] = []
    before: int | None = None
    counts = settings.counts.setdefault(stop.timeline, [])  # the chords come at the same times in every key
    for number, (over, heard) in enumerate(zip(stop.over_written, stop.over_sounding, strict=True)):
        if len(counts) <= number:
            counts.append(_count(recipe, settings.rhythm, over.start, over.length))
        count = counts[number]
        if over.sound is None or heard.sound is None or count == 0:
            segments.append(Segment(SILENCE, stop.written, stop.sounding, None, over.start, over.length))
            continue
        setting, up = settings.under_chord(stop.timeline, number, over.sound.scale), over.sound.above_c
        heights, ladder = setting.heights(low - 12, high)
        tones: list[FigureTone] = []
        reached: list[int] = []
        if before is None:
            tones.append(_first(setting, figure.step, recipe, reach, up))
            reached.append(tones[0].pitch.midi)
            before = reached[0] + up
        below, beyond = bisect_left(heights, low - up), bisect_right(heights, high - up)
        while len(tones) < count:
            more = count - len(tones)
            if rising:
                first = max(bisect_right(heights, before - up), below)
                run = slice(first, min(first + more, beyond))
            else:
                first = min(bisect_left(heights, before - up), beyond) - 1
                run = slice(first, max(first - more, below - 1, 0), -1)
            rising = rising if ladder[run] else not rising
            tones += ladder[run]
            reached += heights[run]
            before = reached[-1] + up if reached else before
        held = not settings.rhythm
        on_c = Tones(tuple(tones), min(reached), max(reached))
        segments.append(Segment(on_c, over.sound, heard.sound, over.chord, over.start, over.length, held=held))
    return Line(tuple(segments), alike=stop.timeline)


def _count(recipe: Recipe, rhythm: Rhythm | None, start: Fraction, length: Fraction) -> int:
    """How many notes begin under a chord."""
    if rhythm is None:
        return max(1, -int(-length // note_value(recipe)))
    return sum(1 for _ in takewhile(lambda note: note[0] < start + length, pour(rhythm, start)))


def _first(setting: Setting, step: int, recipe: Recipe, reach: Reach, up: int) -> FigureTone:
    """The tone of a step of the first sound, in the octave where the player's line lies."""
    ladder = setting.ladder
    rung = ladder.rung_at(step)
    rung = ladder.nearest_rung(step) if rung is None else rung
    height = ladder.pitch(rung).midi + up
    shift = chosen_shift(height, height, reach, recipe.player.lies)
    return setting.figures[0].rung(rung + (shift or 0) * len(ladder.scale))
