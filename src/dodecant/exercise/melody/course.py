"""Courses: how the figures of a path follow on each other."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from dodecant.exercise.melody.figure_tone import FigureTone, StageName, ToneMaker
from dodecant.exercise.melody.figures.base import Figure
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.melody.path import Anchor, walk
from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.recipe.courses import BuildUpCourse, CoursePart, GrowCourse, PlainCourse, ReturnCourse
from dodecant.exercise.recipe.path import Path
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.rhythm.timing import Timing
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale

Groups = list[list[FigureTone]]
_HELD = 2  # a tone that joins is held twice as long
_LONG = Timing(_HELD)


@dataclass(frozen=True)
class WalkedPath:
    """What a course orders: the figures (rising, falling) on the anchors of a path, on a sound."""

    figures: Sequence[Figure[Any]]
    anchors: Sequence[Anchor]
    path: Path
    sound: Ladder

    def groups(self) -> Groups:
        """The figures on their anchors, one by one."""
        return [on_anchor(self.figures, anchor, place) for place, anchor in enumerate(self.anchors)]


def in_course(course: CoursePart, walked: WalkedPath) -> Groups:
    """The figures of a walk in the order of the course."""
    return ORDERED[type(course)](course, walked)


def on_anchor(figures: Sequence[Figure[Any]], anchor: Anchor, place: int) -> list[FigureTone]:
    """The figure set on one anchor of a path; where the path rests its last tone is held."""
    figure = figures[anchor.falling]
    tones = figure.tones_on(anchor, place)
    if anchor.pause and tones:
        timing = tones[-1].timing
        tones[-1] = figure.maker.timed(tones[-1], timing._replace(units=timing.units * _HELD))
    return tones


def _returning(course: ReturnCourse, walked: WalkedPath) -> Groups:
    """Home after every so many figures, never twice on it.

    Home is the degree at or below the path's lowest anchor, or at or above it where the line must stay inside a range.
    """
    (degree,) = parse_degrees(course.degree)
    sound, figure = walked.sound, walked.figures[0]
    lowest = figure.rung(min(anchor.rung for anchor in walked.anchors)).pitch.midi
    rung = _home_rung(degree, lowest, sound)
    if walked.path.takes_range and sound.pitch(rung).midi < lowest:
        rung += len(sound.scale)
    home = ToneMaker(sound).rung(rung)
    found: Groups = []
    for number, group in enumerate(walked.groups(), start=1):
        found.append(group)
        if number % course.every == 0 and group and group[-1].pitch != home.pitch:
            found.append([home])
    if found and found[0] and found[0][0].pitch != home.pitch:
        found.insert(0, [home])
    return found


def _growing(course: CoursePart, walked: WalkedPath) -> Groups:
    groups = walked.groups()
    found: Groups = []
    for stage in range(1, len(groups) + 1):
        begun = [list(group) for group in groups[:stage]]
        if begun[0]:
            begun[0][0] = replace(begun[0][0], stage=StageName("the first" + f" {stage}" * (stage > 1)))
        found += begun
    return found


def _home_rung(degree: Degree, low: int, sound: Ladder) -> int:
    rung = sound.rung_at(degree.number)
    if rung is None:
        rung = sound.nearest_rung(degree.number)
    size = len(sound.scale)
    while sound.pitch(rung).midi > low:
        rung -= size
    while sound.pitch(rung + size).midi <= low:
        rung += size
    return rung


def _build_up(course: BuildUpCourse, walked: WalkedPath) -> Groups:
    """Stage by stage: the tones so far as a run along the path, the newest one held; the octave root joins last."""
    path, sound, scale = walked.path, walked.sound, walked.sound.scale
    order = _order(course, scale)
    first = max(3, sum(degree in scale.frame for degree in order)) if not course.order.strip() else 3
    stages: list[list[FigureTone]] = []
    for count in range(min(first, len(order)), len(order) + 1):
        so_far = tuple(sorted(order[:count], key=lambda degree: degree.half_steps))
        newest = order[count - 1] if count > first else None
        ladder = Ladder(sound.tonic, Scale("stage", scale.name, so_far, scale.family, scale.mode, serves=scale.serves))
        label = StageName("", so_far) if newest is None else StageName("+", (newest,))
        whole = walk(path, ladder)
        below = _below_the_top_root(path, ladder, whole)
        size = len(so_far)
        place = so_far.index(newest) if newest is not None else None
        stages.append(_stage(below, ladder, label, {anchor.rung for anchor in below if anchor.rung % size == place}))
        if count == len(order) and below != whole:
            top = max(anchor.rung for anchor in whole)
            stages.append(_stage(whole, ladder, StageName("+ 8"), {top}))
    return [[tone] for stage in stages for tone in stage]


def _stage(anchors: Sequence[Anchor], ladder: Ladder, label: StageName, held: set[int]) -> list[FigureTone]:
    """One run along the path, the rungs that are new in it held; its first tone bears its name."""
    maker = ToneMaker(ladder)
    tones = [maker.rung(anchor.rung) for anchor in anchors]
    tones = [maker.timed(tone, _LONG) if tone.rung in held else tone for tone in tones]
    return [replace(tones[0], stage=label), *tones[1:]]


def _below_the_top_root(path: Path, ladder: Ladder, anchors: tuple[Anchor, ...]) -> tuple[Anchor, ...]:
    """The path without the octave root, which has a stage of its own."""
    top = max(anchor.rung for anchor in anchors)
    if ladder.degree(top) != Degree(1) or top == min(anchor.rung for anchor in anchors):
        return anchors
    return walk(path, ladder, shorter_by=1)


def _order(course: BuildUpCourse, scale: Scale) -> tuple[Degree, ...]:
    if not course.order.strip():
        frame = [degree for degree in scale.degrees if degree in scale.frame]
        return (*frame, *(degree for degree in scale.degrees if degree not in scale.frame))
    found: list[Degree] = []
    for typed in parse_degrees(course.order):
        own = next(
            (d for d in scale.degrees if d == typed or (typed.alteration == 0 and d.number == typed.number)), None
        )
        if own is None:
            cure = f"Its degrees are {' '.join(degree.text for degree in scale.degrees)}."
            raise RecipeError([Problem("/course/order", f"{scale.name} has no {typed.text}.", cure)])
        if own not in found:
            found.append(own)
    if len(found) < 3:
        raise RecipeError([Problem("/course/order", "A build-up needs three tones or more.", "Name more degrees.")])
    return tuple(found)


ORDERED: Mapping[type[CoursePart], Callable[[Any, WalkedPath], Groups]] = {
    PlainCourse: lambda course, walked: walked.groups(),
    ReturnCourse: _returning,
    BuildUpCourse: _build_up,
    GrowCourse: _growing,
}
