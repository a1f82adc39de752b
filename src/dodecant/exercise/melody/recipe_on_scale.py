"""The recipe's ladder, figure, path, course and enclosure set on a sound, worked out once for all keys on C."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import cached_property
from itertools import cycle, takewhile
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.melody.course import WalkedPath, in_course, on_anchor
from dodecant.exercise.melody.enclosure import Encloser
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.figures import figure_on
from dodecant.exercise.melody.figures.base import Grounds
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.melody.ladder_scales import ladder_scale
from dodecant.exercise.melody.lick import Lick
from dodecant.exercise.melody.line import Tones
from dodecant.exercise.melody.path import Anchor, lacking_ends, walk, width
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.figures import Cell, FigurePart
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.rhythm.timing import PLAIN, Units, fill_rhythm, lay_out, note_value, rhythm_in
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import Scale

MOST_ANCHORS = 400
_C = NoteName(0)
MidiRange = tuple[int, int]  # lowest and highest MIDI number on C


class PathVariant(NamedTuple):
    """The path over a chord, begun so many rungs higher, or in the other direction."""

    raised: int = 0
    turned: bool = False


FORWARD = PathVariant()
_ON_THE_BEAT = Fraction(0)
_TURNED = {
    "up": "down",
    "down": "up",
    "up-and-back": "down-and-back",
    "down-and-back": "up-and-back",
    "round": "round-down",
    "round-down": "round",
}


@dataclass(frozen=True)
class PathTones:
    """The tones of the whole path on one sound, and the note values before its first bar.

    `group` is how many note values a figure has, where all have as many; else 0.
    """

    tones: Tones
    pickup: Units
    group: Units


class RecipeOnScales:
    """The recipe on every sound it meets, each worked out once."""

    def __init__(self, recipe: Recipe, lick: Lick | None) -> None:
        self._recipe, self._lick = recipe, lick
        self.takes_all = recipe.path.takes_range
        self.rhythm = rhythm_in(recipe)
        self._under: dict[tuple[Timeline | None, int], tuple[Scale, RecipeOnScale]] = {}
        self._made: dict[tuple[Scale, FigurePart | None, MidiRange | None], RecipeOnScale] = {}

    def under_chord(self, timeline: Timeline | None, number: int, scale: Scale) -> RecipeOnScale:
        """The recipe's setting on the scale of a chord, which is the same in every key."""
        known = self._under.get((timeline, number))
        if known is None or known[0] is not scale:
            known = self._under[timeline, number] = scale, self.on(scale)
        return known[1]

    def on(self, scale: Scale, figure: FigurePart | None = None, room: MidiRange | None = None) -> RecipeOnScale:
        """The setting on a scale, of the recipe's figure or of another; `room` is for a path that `takes_all` of it."""
        key = (scale, figure, room)
        found = self._made.get(key)
        if found is None:
            found = self._made[key] = RecipeOnScale(
                self._recipe, self._lick, scale, figure or self._recipe.figure, room
            )
        return found


class RecipeOnScale:
    """The recipe on one scale."""

    def __init__(
        self, recipe: Recipe, lick: Lick | None, sound: Scale, shape: FigurePart, room: MidiRange | None
    ) -> None:
        self._recipe, self.sound, self._shape, self._room = recipe, sound, shape, room
        own = shape.own_ladder
        part, where = (recipe.ladder, "/ladder") if own is None else (own, "/figure")
        scale = ladder_scale(part, sound, where, recipe.spelling.chromatic)
        self._value = note_value(recipe)
        self.ladder = Ladder(_C, scale)
        figure = figure_on(shape, Grounds(self.ladder, sound, self._value, lick))
        falling = Ladder(_C, scale, coming_down=True)
        down = figure_on(shape, Grounds(falling, sound, self._value, lick)) if scale.down else figure
        self.figures = (figure, down)
        self._steps = Ladder(_C, sound)
        self._rhythm = rhythm_in(recipe)
        self._waits = recipe.placement.rhythm_restarts == "each-figure"
        self._marks_beginnings = _marks_beginnings(recipe)
        self._encloser = self._enclosing(recipe.enclosure if recipe.takes("enclosure") else None)
        self.missing_ends = lacking_ends(recipe.path, self.ladder) if recipe.ladder.all_degrees else ()
        self.anchors = self._walk(0)
        self._heights: dict[tuple[int, int], tuple[list[int], list[FigureTone]]] = {}
        self._filled: dict[tuple[Fraction, Fraction, PathVariant], Tones] = {}
        if len(self.anchors) > MOST_ANCHORS:
            raise RecipeError([Problem("/path", f"The path visits {len(self.anchors)} tones.", "Shorten it.")])

    def _enclosing(self, enclosure: Enclosure | None) -> Encloser | None:
        """Through a rhythm the line flows: its slots say where a target lands."""
        if enclosure is None:
            return None
        flowing = enclosure.model_copy(update={"landing": "flow"}) if self._rhythm else enclosure
        return Encloser(flowing, self.sound, self.ladder, max(1, int(1 / self._value)))

    @property
    def missing(self) -> tuple[int, ...]:
        """The numbers of the figure that the ladder lacks."""
        return self.figures[0].missing

    def heights(self, low: int, high: int) -> tuple[list[int], list[FigureTone]]:
        """The MIDI numbers of all rungs on C from low to high, and their tones: an octave more than the reach."""
        octaves = (low - 60) // 12 - 1, (high - 60) // 12 + 2
        if octaves not in self._heights:
            size = len(self.ladder.scale)
            tones = [self.figures[0].rung(rung) for rung in range(octaves[0] * size, octaves[1] * size)]
            self._heights[octaves] = [tone.pitch.midi for tone in tones], tones
        return self._heights[octaves]

    @cached_property
    def whole(self) -> PathTones:
        """The figure on every anchor, in course; on the way down it stands on the sound's form coming down."""
        return self.tones_of_path(0)

    def tones_of_path(self, shorter_by: int) -> PathTones:
        """The same with a path that stops early."""
        anchors = self._walk(shorter_by) if shorter_by else self.anchors
        mirrored = self._recipe.path.comes_back_mirrored and not self._shape.brings_rhythm
        groups = self._there_and_mirrored(anchors) if mirrored else self._groups(anchors)
        sizes = {sum(tone.units for tone in group) for group in groups}
        counts = len(sizes) == 1 and self._encloser is None and not self._shape.brings_rhythm
        groups += self.figures[0].at_the_end(anchors)
        groups = [self._with_its_beginning(group) for group in groups if group]
        if self._encloser is not None:
            tones, pickup = self._encloser.around(groups, at=0 if self._rhythm else self._recipe.placement.start)
        else:
            tones, pickup = [tone for group in groups for tone in group], 0
        if tones:
            tones += self._closing(anchors[-1], tones[-1])
        group = sizes.pop() if counts else 0
        return PathTones(self._some(tones), pickup or self._before_the_bar(tones), group)

    def _there_and_mirrored(self, anchors: Sequence[Anchor]) -> list[list[FigureTone]]:
        """The groups of the way out, and all their notes from the last to the first; the last is struck once.

        Coming down, on a scale with another form there, they are those of that form.
        """
        first = anchors[0].falling
        out = list(takewhile(lambda anchor: anchor.falling == first, anchors))
        there = self._groups(out)
        falls = self.figures[0] is not self.figures[1] and not first
        again = self._groups([replace(anchor, falling=True) for anchor in out]) if falls else there
        back = [list(reversed(group)) for group in reversed(again)]
        if not self._recipe.path.again and there[-1] and back[0] and there[-1][-1].pitch == back[0][0].pitch:
            back[0] = back[0][1:]
        return [*there, *(group for group in back if group)]

    def filling(self, start: Fraction, length: Fraction, form: PathVariant = FORWARD) -> Tones:
        """So many beats: the path in a form walked again and again, its ends not repeated where they meet.

        `start` is the beat it begins on; whole beats make no difference but to a rhythm. A rhythm may leave it silent.
        """
        key = (self.phase(start), length, form)
        found = self._filled.get(key)
        if found is None:
            tones = self._fill(*key)
            found = self._filled[key] = Tones.of(tones) if self._rhythm and not tones else self._some(tones)
        return found

    def phase(self, start: Fraction) -> Fraction:
        """All that matters of the beat a filling begins on."""
        on_the_beat = self._rhythm is None and start.denominator == 1
        return _ON_THE_BEAT if on_the_beat else start % (self._rhythm.length if self._rhythm else 1)

    def _fill(self, start: Fraction, length: Fraction, form: PathVariant) -> list[FigureTone]:
        count = max(Fraction(1), length / self._value)
        groups: list[Sequence[FigureTone]] = []
        units: Units = 0
        silent = 0
        for group in self._round(form):
            if group:
                groups.append(group)
                units += sum([tone.timing.units + tone.timing.rest for tone in group])
            silent = 0 if group else silent + 1
            if units >= count or silent > len(self.anchors):
                break
        if self._encloser is not None and groups:
            tones = self._encloser.around(groups, at=start / self._value, room=count)[0]
        else:
            tones = [tone for group in groups for tone in group]
            if self._rhythm is None and start.denominator == 1 and all(tone.timing is PLAIN for tone in tones):
                return self._in_a_row(tones, groups, length / self._value)
        if len(tones) > 1 and tones[0].timing.at not in (None, start):
            tones = tones[1:]  # there is no room under this chord for what leads into its first beat
        timings = (tone.timing for tone in tones)
        if self._rhythm:
            spans = fill_rhythm(timings, start, self._rhythm)
        else:
            spans, _ = lay_out(timings, start, self._value)
        end = start + length
        found = [tone for tone, (begin, _) in zip(tones, spans, strict=True) if begin < end]
        while found and found[-1].leads:  # into a target that comes too late
            found.pop()
        if self._recipe.joins.leftover == "held" and self._encloser is None:
            found = _whole_figures(found, groups, [begin + held <= end for begin, held in spans])
        for tone, (begin, held) in list(zip(found, spans, strict=False))[-1:]:
            if begin + held > end and not self._rhythm:
                shorter = tone.timing._replace(units=(end - begin) / self._value, rest=0)
                found[-1] = self.figures[0].maker.timed(tone, shorter)
        return found

    def _in_a_row(
        self, tones: list[FigureTone], groups: Sequence[Sequence[FigureTone]], room: Fraction
    ) -> list[FigureTone]:
        """So many note values of tones that follow each other from a beat on, as most do: nothing has to wait."""
        count = math.ceil(room)
        found = tones[:count]
        if self._recipe.joins.leftover == "held":
            whole = int(room)
            found = _whole_figures(found, groups, [number < whole for number in range(len(tones))])
        if len(found) > room:
            found[-1] = self.figures[0].maker.timed(found[-1], PLAIN._replace(units=room - count + 1))
        return found

    def _round(self, form: PathVariant) -> Iterator[Sequence[FigureTone]]:
        """The groups of the path again and again."""
        anchors = list(self._turned_anchors if form.turned else self.anchors)
        if form.raised:
            anchors = [replace(anchor, rung=anchor.rung + form.raised) for anchor in anchors]
        if len(anchors) > 1 and anchors[0].rung == anchors[-1].rung:
            anchors = anchors[:-1]
        if self._recipe.course.one_by_one:  # no need to walk farther than the chord lasts
            return (
                self._with_its_beginning(on_anchor(self.figures, anchor, at))
                for at, anchor in enumerate(cycle(anchors))
            )
        groups = self._groups(anchors) + self.figures[0].at_the_end(anchors)
        return cycle([self._with_its_beginning(group) for group in groups if group])

    def _groups(self, anchors: Sequence[Anchor]) -> list[list[FigureTone]]:
        recipe = self._recipe
        return in_course(recipe.course, WalkedPath(self.figures, anchors, recipe.path, self._steps))

    def _with_its_beginning(self, group: list[FigureTone]) -> list[FigureTone]:
        """The group with its beginning told, where something is counted by figures."""
        if not self._marks_beginnings or not group:
            return group
        first = group[0]
        return [self.figures[0].maker.timed(first, first.timing._replace(begins=True, waits=self._waits)), *group[1:]]

    def _closing(self, anchor: Anchor, last: FigureTone) -> list[FigureTone]:
        """What the path closes with: nothing, a turn, or numbers of one's own counted from its last tone."""
        path = self._recipe.path
        if path.close == "none":
            return []
        if path.close != "own":
            return self._turn(anchor, last, mirrored=path.close == "mirrored-turn" and anchor.falling)
        text = path.closing_down if anchor.falling else path.closing_up
        figure = figure_on(Cell(text=text), Grounds(self.ladder, self.sound, self._value, None))
        tones = figure.tones_on(Anchor(anchor.rung, falling=False))
        return tones[int(bool(tones) and tones[0].pitch.midi == last.pitch.midi) :]

    def _turn(self, anchor: Anchor, last: FigureTone, *, mirrored: bool) -> list[FigureTone]:
        """A turn round the path's last tone: the one above, itself, the one below, itself; or `mirrored`.

        At the very end of a range it goes to the other side twice.
        """
        middle = self.figures[anchor.falling].rung(anchor.rung)
        around = [self._steps.next_to(middle.pitch.midi, above=above) for above in (True, False)]
        above, below = (FigureTone(self._steps.pitch(rung), self._steps.degree(rung), rung) for rung in around)
        if self._room is not None:
            low, high = self._room
            above, below = (above if above.pitch.midi <= high else below), (below if below.pitch.midi >= low else above)
        first, second = (below, above) if mirrored else (above, below)
        return [first, middle, second, middle][int(last.pitch.midi == first.pitch.midi) :]

    def _before_the_bar(self, tones: Sequence[FigureTone]) -> Units:
        """The pickup that a lick or a leading note brings, in note values; a lick may begin after the bar as well."""
        lead = self.figures[0].lead
        if lead is not None:
            return lead
        at = tones[0].timing.at if tones else None
        return (1 - at) / self._value if at else 0

    @cached_property
    def _turned_anchors(self) -> tuple[Anchor, ...]:
        return self._walk(0, turned=True)

    def _walk(self, shorter_by: int, *, turned: bool = False) -> tuple[Anchor, ...]:
        path = self._recipe.path
        if turned:
            path = path.model_copy(update={"direction": _TURNED[path.direction]})
        between = self._whole_range(self._room) if path.takes_range and self._room is not None else None
        walked = walk(path, self.ladder, shorter_by=shorter_by, between=between)
        if path.span == "once" and self._shape.anchors_once > 1:
            (anchor,) = walked
            step = -1 if anchor.falling else 1
            return tuple(replace(anchor, rung=anchor.rung + n * step) for n in range(self._shape.anchors_once))
        return walked

    def _whole_range(self, room: MidiRange) -> tuple[int, int]:
        """The lowest and highest rung on which all the figure's tones lie in the room."""
        low, high = room
        size = len(self.ladder.scale)
        figure = self.figures[0]

        def fits(rung: int) -> bool:
            tones = figure.tones_on(Anchor(rung, falling=False))
            return all(low <= tone.pitch.midi <= high for tone in tones)

        fitting = [rung for rung in range(-5 * size, 6 * size) if fits(rung)]
        beyond = int(self._recipe.path.overshoot)
        if len(fitting) < 2 + 2 * beyond:
            message = f"{self.sound.name}: nowhere in the range does the whole figure fit."
            raise RecipeError([Problem("/path/span", message, "Take a shorter figure or the path's own ends.")])
        lowest, highest = fitting[0] + beyond, fitting[-1] - beyond
        if self._recipe.path.span == "lowest":
            highest = min(highest, lowest + width(self._recipe.path, self.ladder))
        return lowest, highest

    def _some(self, tones: Iterable[FigureTone]) -> Tones:
        found = Tones.of(tones)
        if found.all:
            return found
        message = f"{self.sound.name} has none of these tones."
        raise RecipeError([Problem("/figure/text", message, "Take the nearest tones instead.")])


def _whole_figures(
    tones: list[FigureTone], groups: Sequence[Sequence[FigureTone]], whole: Sequence[bool]
) -> list[FigureTone]:
    """The tones without a figure that is cut off; the first one stays."""
    count = 0
    for group in groups:
        if count and not all(whole[count : count + len(group)]):
            return tones[:count]
        count += len(group)
    return tones


def _marks_beginnings(recipe: Recipe) -> bool:
    """Whether the rhythm, the marks, the slurs or the names of chords begin anew with each figure."""
    if recipe.names_chords != "none":
        return True
    placement = recipe.placement
    slurred = placement.slurs is not None and placement.slurs.by == "figure"
    return placement.rhythm_restarts == "each-figure" or slurred or any(mark.by == "figure" for mark in placement.marks)
