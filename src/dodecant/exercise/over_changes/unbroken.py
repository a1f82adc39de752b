"""An unbroken line over changes: it never stops, and keeps its direction until the range turns it.

At a change of chord it goes on to the nearest tone of the next sound in its direction, so that no chord begins anew.
"""

from __future__ import annotations

from bisect import bisect_left, bisect_right

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.line import SILENCE, Line, Segment, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.melody.recipe_on_scale import RecipeOnScale
from dodecant.exercise.over_changes.anticipation import with_chords_early
from dodecant.exercise.recipe.figures import Unbroken
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.rhythm.timing import notes_under, pace_of
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.range import chosen_shift


class UnbrokenLines:
    """A line builder: the line stays inside the reach from its first tone to its last."""

    def __init__(self, work: LineWork) -> None:
        figure = work.recipe.figure
        assert isinstance(figure, Unbroken)  # noqa: S101 - chosen by its class
        self._work, self._figure = work, figure
        # How many notes there are under each chord: the chords come at the same times in every key.
        self._counts: dict[Timeline | None, list[int]] = {}

    def line(self, stop: Stop) -> Line:
        """The line of one stop; raises RecipeError without changes."""
        stop = with_chords_early(self._work.recipe, stop)
        if not any(over.sound for over in stop.chords_written):
            where = "/sounds/changes/text" if stop.chords_written else "/sounds"
            raise RecipeError([Problem(where, "An unbroken line needs chords to run through.", "Choose changes.")])
        scales, reach = self._work.scales, self._work.player.reach
        rising = self._figure.direction == "up"
        low, high = reach.low.midi, reach.high.midi
        segments: list[Segment] = []
        before: int | None = None
        counts = self._counts_of(stop)
        for number, (over, heard) in enumerate(zip(stop.chords_written, stop.chords_sounding, strict=True)):
            count = counts[number]
            if over.sound is None or heard.sound is None or count == 0:
                segments.append(Segment(SILENCE, stop.written, stop.sounding, None, over.start, over.length))
                continue
            on_scale, up = scales.under_chord(stop.timeline, number, over.sound.scale), over.sound.above_c
            heights, ladder = on_scale.heights(low - 12, high)
            tones: list[FigureTone] = []
            reached: list[int] = []
            if before is None:
                tones.append(first_tone(self._work, on_scale, up))
                reached.append(tones[0].pitch.midi)
                before = reached[0] + up
            more, heights_on, rising = run_on(
                (heights, ladder), (low - up, high - up), before - up, count - len(tones), rising
            )
            tones += more
            reached += heights_on
            before = reached[-1] + up
            on_c = Tones(tuple(tones), min(reached), max(reached))
            held = not scales.rhythm
            segments.append(Segment(on_c, over.sound, heard.sound, over.chord, over.start, over.length, held=held))
        return Line(tuple(segments), alike=stop.timeline)

    def _counts_of(self, stop: Stop) -> list[int]:
        if stop.timeline not in self._counts:
            pace = pace_of(self._work.recipe)
            counts = [notes_under(pace, over.start, over.length) for over in stop.chords_written]
            self._counts[stop.timeline] = counts
        return self._counts[stop.timeline]


def first_tone(work: LineWork, on_scale: RecipeOnScale, up: int) -> FigureTone:
    """The tone of the figure's step of the first sound, on C, in the octave where the player's line lies."""
    figure = work.recipe.figure
    assert isinstance(figure, Unbroken)  # noqa: S101 - asked for unbroken lines
    ladder, player, step = on_scale.ladder, work.player, figure.step
    rung = ladder.rung_at(step)
    rung = ladder.nearest_rung(step) if rung is None else rung
    height = ladder.pitch(rung).midi + up
    shift = chosen_shift(height, height, player.reach, player.tessitura)
    return on_scale.figures[0].rung(rung + (shift or 0) * len(ladder.scale))


Rungs = tuple[list[int], list[FigureTone]]  # the MIDI numbers of rungs, from low to high, and their tones


def run_on(
    rungs: Rungs, reach: tuple[int, int], before: int, count: int, rising: bool
) -> tuple[list[FigureTone], list[int], bool]:
    """So many tones on from a height, until the reach turns it: tones, heights, and the direction at the end."""
    heights, ladder = rungs
    below, beyond = bisect_left(heights, reach[0]), bisect_right(heights, reach[1])
    tones: list[FigureTone] = []
    reached: list[int] = []
    while len(tones) < count:
        more = count - len(tones)
        if rising:
            first = max(bisect_right(heights, before), below)
            run = slice(first, min(first + more, beyond))
        else:
            first = min(bisect_left(heights, before), beyond) - 1
            run = slice(first, max(first - more, below - 1, 0), -1)
        rising = rising if ladder[run] else not rising
        tones += ladder[run]
        reached += heights[run]
        before = reached[-1] if reached else before
    return tones, reached, rising
