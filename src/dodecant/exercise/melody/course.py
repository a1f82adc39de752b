"""Courses: how the figures of a path follow on each other."""

from __future__ import annotations

from collections.abc import Sequence

from dodecant.exercise.melody.figure import Figure, FigureTone
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.melody.path import Anchor, walk
from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.recipe.document import Path
from dodecant.exercise.recipe.figures import BuildUpCourse, Courses, ReturnCourse, Run
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.rhythm.timing import Timing
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale

Groups = list[list[FigureTone]]
_HELD = 2  # a tone that joins is held twice as long
_LONG = Timing(_HELD)


def in_course(
    course: Courses, figures: Sequence[Figure], anchors: Sequence[Anchor], path: Path, sound: Ladder
) -> Groups:
    """The figures on their anchors in the order of the course; `figures` are the one rising and the one falling."""
    if course.kind == "build-up":
        return list(_build_up(course, path, sound))
    groups = [on_anchor(figures, anchor, place) for place, anchor in enumerate(anchors)]
    if course.kind == "grow":
        return [group for stage in range(1, len(groups) + 1) for group in groups[:stage]]
    if course.kind == "return":
        return _returning(course, groups, figures[0], anchors, sound, inside=path.span == "range")
    return groups


def on_anchor(figures: Sequence[Figure], anchor: Anchor, place: int) -> list[FigureTone]:
    """The figure set on one anchor of a path; where the path rests its last tone is held."""
    figure = figures[anchor.falling]
    tones = figure.tones_on(anchor, place)
    if anchor.pause and tones:
        timing = tones[-1].timing
        tones[-1] = figure.timed(tones[-1], timing._replace(units=timing.units * _HELD))
    return tones


def _returning(
    course: ReturnCourse, groups: Groups, figure: Figure, anchors: Sequence[Anchor], sound: Ladder, *, inside: bool
) -> Groups:
    """Home after every so many figures, never twice on it.

    Home is the degree at or below the path's lowest anchor, or at or above it where the line must stay `inside`.
    """
    (degree,) = parse_degrees(course.degree)
    rung = _home_rung(degree, min(anchor.rung for anchor in anchors), sound, figure)
    lowest = figure.rung(min(anchor.rung for anchor in anchors)).pitch.midi
    if inside and sound.pitch(rung).midi < lowest:
        rung += len(sound.scale)
    home = Figure(Run(), sound, sound.scale).rung(rung)
    found: Groups = []
    for number, group in enumerate(groups, start=1):
        found.append(group)
        if number % course.every == 0 and group and group[-1].pitch != home.pitch:
            found.append([home])
    if found and found[0] and found[0][0].pitch != home.pitch:
        found.insert(0, [home])
    return found


def _home_rung(degree: Degree, lowest: int, sound: Ladder, figure: Figure) -> int:
    rung = sound.rung_at(degree.number)
    if rung is None:
        rung = sound.nearest_rung(degree.number)
    low = figure.rung(lowest).pitch.midi
    size = len(sound.scale)
    while sound.pitch(rung).midi > low:
        rung -= size
    while sound.pitch(rung + size).midi <= low:
        rung += size
    return rung


def _build_up(course: BuildUpCourse, path: Path, sound: Ladder) -> Groups:
    """Stage by stage: the tones so far as a run along the path, the newest one held; the octave root at the end."""
    scale = sound.scale
    order = _order(course, scale)
    first = max(3, sum(degree in scale.frame for degree in order)) if not course.order.strip() else 3
    stages: Groups = []
    for count in range(min(first, len(order)), len(order) + 1):
        so_far = tuple(sorted(order[:count], key=lambda degree: degree.half_steps))
        newest = order[count - 1] if count > first else None
        ladder = Ladder(sound.tonic, Scale("stage", scale.name, so_far, scale.family, scale.mode, serves=scale.serves))
        figure = Figure(Run(), ladder, ladder.scale)
        for anchor in _below_the_top_root(path, ladder, last=count == len(order)):
            (tone,) = figure.tones_on(anchor)
            stages.append([figure.timed(tone, _LONG) if tone.degree == newest else tone])
    return stages


def _below_the_top_root(path: Path, ladder: Ladder, *, last: bool) -> tuple[Anchor, ...]:
    """The octave root joins in the last stage alone."""
    anchors = walk(path, ladder)
    top = max(anchor.rung for anchor in anchors)
    if last or ladder.degree(top) != Degree(1) or top == min(anchor.rung for anchor in anchors):
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
