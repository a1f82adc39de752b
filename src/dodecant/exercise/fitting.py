"""Fitting a line to a player: shift by octaves first, then shorten the path, fold single notes last."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace
from fractions import Fraction
from itertools import cycle

from dodecant.exercise.course import in_course, on_anchor
from dodecant.exercise.enclosing import Encloser
from dodecant.exercise.figure import Figure, FigureTone
from dodecant.exercise.figure_parts import Ladders, PairLadder
from dodecant.exercise.ladder import Ladder
from dodecant.exercise.ladders import ladder_scale, pair_triads
from dodecant.exercise.line import Line, Measure, Segment, span
from dodecant.exercise.path import Anchor, lacking_ends, walk
from dodecant.exercise.problems import Problem, RecipeError
from dodecant.exercise.recipe import Recipe
from dodecant.exercise.route import Sound, Stop
from dodecant.instrument.profile import Instrument, Reach
from dodecant.instrument.range import chosen_shift, octave_shifts
from dodecant.music.scale import Scale

MOST_ANCHORS = 400
UNITS_IN_BEAT = {"quarter": 1, "eighth": 2, "triplet": 3, "sixteenth": 4}


def fit_line(recipe: Recipe, stop: Stop, instrument: Instrument, reach: Reach, *, own_limits: bool) -> Line:
    """Work out the line of one stop and put it in reach, in the order the module's first line tells.

    A player's own limits are never left; the comfortable reach may be left for the full one, with a remark.
    Raises RecipeError when the cell leaves no tone at all.
    """
    setting = _Setting(recipe, stop.written, reach)
    line = _line(recipe, stop, setting, reach, 0)
    low, high = line.span
    if recipe.path.span == "range" and reach.holds(low, high):
        return line
    lies = recipe.player.lies
    shift = chosen_shift(low, high, reach, lies)
    if shift is not None:
        return replace(line.placed(shift=shift), octaves_open=len(octave_shifts(low, high, reach)))
    widest = reach if own_limits else instrument.full
    shift = chosen_shift(low, high, widest, lies)
    if shift is not None:
        return replace(line.placed(shift=shift), measure="full")
    for shorter_by in range(1, len({anchor.rung for anchor in setting.anchors})):
        kept = _line(recipe, stop, setting, reach, shorter_by)
        shift = chosen_shift(*kept.span, widest, lies)
        if shift is not None:
            return replace(kept.placed(shift=shift), measure="shortened", left_out=shorter_by)
    return replace(line.placed(fold_into=widest), measure="folded")


def _line(recipe: Recipe, stop: Stop, first: _Setting, reach: Reach, shorter_by: int) -> Line:
    """The line before it is put in reach: one segment, or one for each sound of a chain, joined without a gap.

    Where a sound would only strike again the tone the one before ended on, it goes on from there.
    """
    tones = first.tones(shorter_by)
    segments = [Segment(tones, stop.written, stop.sounding)]
    for (read, heard), (before, _) in zip(stop.chain[1:], stop.chain, strict=False):
        following = _Setting(recipe, read, reach).tones(shorter_by)
        joined = following[1:] if following[0].pitch == segments[-1].tones[-1].pitch else following
        segments.append(Segment(joined or following, read, heard, before=before))
    return Line(tuple(segments), lacks=first.lacks, ends_lack=first.ends_lack, pickup=first.pickup, group=first.group)


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
    """The recipe's ladder, figure, path, course and enclosure on one sound."""

    def __init__(self, recipe: Recipe, sound: Sound, reach: Reach | None = None) -> None:
        self._recipe, self._sound, self._reach = recipe, sound, reach
        part = _ladder_of(recipe, sound.scale)
        scale = sound.scale if part.kind == "scale" else ladder_scale(part, sound.scale)
        self.ladder = Ladder(sound.tonic, scale)
        figure = Figure(recipe.figure, self.ladder, sound.scale)
        falling = Ladder(sound.tonic, scale, coming_down=True)
        self._figures = (figure, Figure(recipe.figure, falling, sound.scale) if scale.down else figure)
        self._steps = Ladder(sound.tonic, sound.scale)
        self._encloser = (
            Encloser(recipe.enclosure, sound.scale, self.ladder, UNITS_IN_BEAT[recipe.placement.value])
            if recipe.enclosure
            else None
        )
        self.lacks = figure.lacks
        self.group = 0
        self.pickup = 0  # note values before the first bar, of the tones worked out last
        self.ends_lack = lacking_ends(recipe.path, self.ladder) if recipe.ladder.kind == "scale" else ()
        self.anchors = self._walk(0)
        if len(self.anchors) > MOST_ANCHORS:
            raise RecipeError([Problem("/path", f"The path visits {len(self.anchors)} tones.", "Shorten it.")])

    def tones(self, shorter_by: int = 0) -> tuple[FigureTone, ...]:
        """The figure on every anchor, in course; on the way down it stands on the sound's form coming down."""
        anchors = self._walk(shorter_by) if shorter_by else self.anchors
        tones, self.pickup = self._led(self._groups(anchors))
        return self._some(tones)

    def filling(self, count: int) -> tuple[FigureTone, ...]:
        """So many note values: the path walked again and again, its ends not repeated where they meet."""
        anchors = list(self.anchors)
        if len(anchors) > 1 and anchors[0].rung == anchors[-1].rung:
            anchors = anchors[:-1]
        groups: Iterable[Sequence[FigureTone]]
        if self._recipe.course.kind == "plain":  # no need to walk farther than the chord lasts
            groups = (on_anchor(self._figures, anchor, place) for place, anchor in enumerate(cycle(anchors)))
        else:
            groups = cycle(self._groups(anchors))
        found: list[FigureTone] = []
        units = 0
        for silent, group in enumerate(groups):
            if not found and silent > len(anchors):
                break
            for tone in self._led([group])[0] if group else ():
                if units < count:
                    found.append(self._figures[0].longer(tone, min(tone.units, count - units)))
                    units += tone.units
            if units >= count:
                break
        return self._some(found)

    def _groups(self, anchors: Sequence[Anchor]) -> list[list[FigureTone]]:
        recipe = self._recipe
        groups = in_course(recipe.course, self._figures, anchors, recipe.path, self._steps)
        sizes = {sum(tone.units for tone in group) for group in groups}
        self.group = sizes.pop() if len(sizes) == 1 and self._encloser is None else 0
        if recipe.figure.kind == "run" and recipe.figure.tail == "arpeggio":
            groups += self._tail(anchors)
        return [group for group in groups if group]

    def _tail(self, anchors: Sequence[Anchor]) -> list[list[FigureTone]]:
        """The arpeggio of every second rung over the path's span, up and back."""
        low, high = min(a.rung for a in anchors), max(a.rung for a in anchors)
        rising = list(range(low, high + 1, 2))
        return [[self._figures[0].rung(rung)] for rung in [*rising, *rising[-2::-1]]]

    def _led(self, groups: Sequence[Sequence[FigureTone]]) -> tuple[list[FigureTone], int]:
        if self._encloser is not None:
            return self._encloser.around(groups)
        return [tone for group in groups for tone in group], 0

    def _walk(self, shorter_by: int) -> tuple[Anchor, ...]:
        path = self._recipe.path
        between = self._whole_range() if path.span == "range" and self._reach is not None else None
        return walk(path, self.ladder, shorter_by=shorter_by, between=between)

    def _whole_range(self) -> tuple[int, int]:
        """The lowest and highest rung on which all the figure's tones lie in the reach."""
        assert self._reach is not None  # noqa: S101 - asked only with a reach
        low, high = self._reach.low.midi, self._reach.high.midi
        size = len(self.ladder.scale)
        octaves = range(-5 * size, 6 * size)
        figure = self._figures[0]

        def fits(rung: int) -> bool:
            tones = figure.tones_on(Anchor(rung, falling=False))
            return all(low <= tone.pitch.midi <= high for tone in tones)

        fitting = [rung for rung in octaves if fits(rung)]
        if len(fitting) < 2:
            message = f"{self._sound.text}: nowhere in the range does the whole figure fit."
            raise RecipeError([Problem("/path/span", message, "Take a shorter figure or the path's own ends.")])
        beyond = int(self._recipe.path.overshoot)
        return fitting[0] + beyond, fitting[-1] - beyond

    def _some(self, tones: Sequence[FigureTone]) -> tuple[FigureTone, ...]:
        if tones:
            return tuple(tones)
        message = f"{self._sound.text} has none of these tones."
        raise RecipeError([Problem("/figure/text", message, "Take the nearest tones instead.")])


def _ladder_of(recipe: Recipe, sound: Scale) -> Ladders:
    """The ladder that is set; pairs stand on the six tones of their own pair instead."""
    if recipe.figure.kind != "pairs":
        return recipe.ladder
    pair_triads(sound, recipe.figure.rank, "/figure/rank")
    return PairLadder(rank=recipe.figure.rank)
