"""Fitting a line to a player: shift by octaves first, then shorten the path, fold single notes last."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction
from itertools import cycle

from dodecant.exercise.figure import Figure, FigureTone
from dodecant.exercise.ladder import Ladder
from dodecant.exercise.line import Line, Measure, Segment, span
from dodecant.exercise.path import Anchor, lacking_ends, walk
from dodecant.exercise.problems import Problem, RecipeError
from dodecant.exercise.recipe import Recipe
from dodecant.exercise.route import Sound, Stop
from dodecant.instrument.profile import Instrument, Reach
from dodecant.instrument.range import chosen_shift, octave_shifts

MOST_ANCHORS = 400


def fit_line(recipe: Recipe, stop: Stop, instrument: Instrument, reach: Reach, *, own_limits: bool) -> Line:
    """Work out the line of one stop and put it in reach, in the order the module's first line tells.

    A player's own limits are never left; the comfortable reach may be left for the full one, with a remark.
    Raises RecipeError when the cell leaves no tone at all.
    """
    setting = _Setting(recipe, stop.written)
    tones = setting.tones()
    segment = Segment(tones, stop.written, stop.sounding)
    line = Line((segment,), lacks=setting.lacks, ends_lack=lacking_ends(recipe.path, setting.ladder))
    low, high = span(tones)
    lies = recipe.player.lies
    shift = chosen_shift(low, high, reach, lies)
    if shift is not None:
        return replace(line.placed(shift=shift), octaves_open=len(octave_shifts(low, high, reach)))
    widest = reach if own_limits else instrument.full
    shift = chosen_shift(low, high, widest, lies)
    if shift is not None:
        return replace(line.placed(shift=shift), measure="full")
    for shorter_by in range(1, len({anchor.rung for anchor in setting.anchors})):
        kept = setting.tones(shorter_by)
        shift = chosen_shift(*span(kept), widest, lies)
        if shift is not None:
            return replace(line.placed(tones=kept, shift=shift), measure="shortened", left_out=shorter_by)
    return replace(line.placed(fold_into=widest), measure="folded")


def fit_over_changes(recipe: Recipe, stop: Stop, value: Fraction, reach: Reach) -> Line:
    """The line of one stop over changes: the figure is set anew on each chord's sound and fills the chord's time.

    The path comes round again under a long chord and breaks off under a short one; `value` is a note's length in
    beats. Each segment lies in the octave nearest to where the line was, inside the reach.
    """
    done: dict[tuple[Sound, Fraction], tuple[FigureTone, ...]] = {}
    segments: list[Segment] = []
    lacks: dict[int, None] = {}
    lacking: dict[str, None] = {}
    before: int | None = None
    for over, sounding in zip(stop.over_written, stop.over_sounding, strict=True):
        if over.sound is None or sounding.sound is None:
            segments.append(Segment((), stop.written, stop.sounding, None, over.start, over.length))
            continue
        key = (over.sound, over.length)
        if key not in done:
            setting = _Setting(recipe, over.sound)
            done[key] = setting.filling(max(1, int(over.length / value)))
            lacks.update(dict.fromkeys(setting.lacks))
            if setting.lacks:
                lacking[over.sound.text] = None
        segment = Segment(done[key], over.sound, sounding.sound, over.chord, over.start, over.length)
        if before is None:
            segment = _first(segment, _Setting(recipe, over.sound).tones(), recipe, reach)
        else:
            segment = _near(segment, before, reach)
        before = segment.pitch(segment.tones[-1]).midi
        segments.append(segment)
    if before is None:
        raise RecipeError([Problem("/sounds/changes/text", "There is no chord to play over.", "Write a chord.")])
    measure: Measure = "folded" if any(segment.fold_into for segment in segments) else "none"
    return Line(tuple(segments), measure, tuple(lacks), ", ".join(lacking))


def _first(segment: Segment, whole: tuple[FigureTone, ...], recipe: Recipe, reach: Reach) -> Segment:
    """The first segment where the whole path on its sound would lie, or where it fits itself."""
    lies = recipe.player.lies
    shift = chosen_shift(*span(whole), reach, lies)
    shift = chosen_shift(*segment.span, reach, lies) if shift is None else shift
    return replace(segment, fold_into=reach) if shift is None else replace(segment, shift=shift)


def _near(segment: Segment, before: int, reach: Reach) -> Segment:
    """The segment in the octave whose first tone is nearest to the line's last one (MIDI number)."""
    shifts = octave_shifts(*segment.span, reach)
    if not shifts:
        return replace(segment, fold_into=reach)
    first = segment.tones[0].pitch.midi
    shift = min(shifts, key=lambda octaves: (abs(first + 12 * octaves - before), octaves))
    return replace(segment, shift=shift)


class _Setting:
    """The recipe's figure and path on one sound."""

    def __init__(self, recipe: Recipe, sound: Sound) -> None:
        self.ladder = Ladder(sound.tonic, sound.scale)
        self._recipe, self._sound = recipe, sound
        figure = Figure(recipe.figure, self.ladder)
        falling = Ladder(sound.tonic, sound.scale, coming_down=True)
        self._figures = (figure, Figure(recipe.figure, falling) if sound.scale.down else figure)
        self.lacks = figure.lacks
        self.anchors = walk(recipe.path, self.ladder)
        if len(self.anchors) > MOST_ANCHORS:
            raise RecipeError([Problem("/path", f"The path visits {len(self.anchors)} tones.", "Shorten it.")])

    def tones(self, shorter_by: int = 0) -> tuple[FigureTone, ...]:
        """The figure on every anchor; on the way down it stands on the sound's form coming down."""
        anchors = walk(self._recipe.path, self.ladder, shorter_by=shorter_by) if shorter_by else self.anchors
        return self._some(self._on(anchors))

    def filling(self, count: int) -> tuple[FigureTone, ...]:
        """So many tones: the path walked again and again, its ends not repeated where they meet."""
        anchors = list(self.anchors)
        if len(anchors) > 1 and anchors[0].rung == anchors[-1].rung:
            anchors = anchors[:-1]
        found: list[FigureTone] = []
        for anchor in cycle(anchors):
            found += self._figures[anchor.falling].tones_on(anchor.rung)
            if len(found) >= count or not found:
                break
        return self._some(tuple(found[:count]))

    def _on(self, anchors: tuple[Anchor, ...]) -> tuple[FigureTone, ...]:
        return tuple(tone for anchor in anchors for tone in self._figures[anchor.falling].tones_on(anchor.rung))

    def _some(self, tones: tuple[FigureTone, ...]) -> tuple[FigureTone, ...]:
        if tones:
            return tones
        message = f"{self._sound.text} has none of these tones."
        raise RecipeError([Problem("/figure/text", message, "Take the nearest tones instead.")])
