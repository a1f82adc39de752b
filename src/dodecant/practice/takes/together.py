"""Slips that belong together are one: a figure, a passage, a line broken off, begun late or turned early."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from dodecant.exercise.harmony.timeline import Sound
from dodecant.practice.takes.due import DueNote, turning_points
from dodecant.practice.takes.slip import Slip

_STOPPED: Final = 3  # notes in a row that are gone at an end of the line
_PASSAGE: Final = 5  # and within it
_OCTAVE: Final = 12


def gathered(due: Sequence[DueNote], found: Sequence[Slip]) -> list[Slip]:
    """The slips of a take, in order, those that belong together as one."""
    played = len(due) - sum(slip.kind == "left-out" for slip in found)
    if not played:
        return list(found)
    ends = _at_the_ends(due, list(found)) if played >= _STOPPED else list(found)
    one_by_one = list(_turned_early(due, _whole_figures(due, ends)))
    return _moved_figures(due, _passages(one_by_one))


def _at_the_ends(due: Sequence[DueNote], found: list[Slip]) -> list[Slip]:
    """What was not played before one came in and after one stopped: one slip each."""
    gone = [slip.note for slip in found if slip.kind == "left-out"]
    first = next(n for n in range(len(due)) if n >= len(gone) or gone[n] != n)
    if first >= _STOPPED and all(slip.kind == "left-out" for slip in found[:first]):
        found = [Slip("came-in", first, None), *found[first:]]
    last = next(n for n in range(len(due)) if n >= len(gone) or gone[-1 - n] != len(due) - 1 - n)
    if last >= _STOPPED and all(slip.kind == "left-out" for slip in found[-last:]):
        found = [*found[:-last], Slip("stopped", len(due) - last, None, until=len(due) - 1)]
    return found


def _passages(found: list[Slip]) -> list[Slip]:
    """Many notes in a row that were left out, with nothing between them."""
    left: list[Slip] = []
    run: list[Slip] = []
    for slip in [*found, None]:
        if slip is not None and slip.kind == "left-out" and (not run or slip.note == run[-1].note + 1):
            run.append(slip)
            continue
        whole = len(run) >= _PASSAGE
        left += [Slip("passage-left-out", run[0].note, None, until=run[-1].note)] if whole else run
        run = [slip] if slip is not None and slip.kind == "left-out" else []
        left += [slip] if slip is not None and not run else []
    return left


def _moved_figures(due: Sequence[DueNote], found: list[Slip]) -> list[Slip]:
    """A whole figure played as far away, in half steps or in steps of the sound: one slip, at its first note."""
    wrong = {slip.note: slip.played for slip in found if slip.kind == "wrong" and slip.played is not None}
    moved: dict[int, Slip] = {}
    for figure in _figures(due):
        if len(figure) < _STOPPED or not all(place in wrong for place in figure):
            continue
        half_steps = {wrong[place] - due[place].pitch for place in figure}
        steps = {_steps(due[place].sound, due[place].pitch, wrong[place]) for place in figure}
        if len(half_steps) == 1 or (len(steps) == 1 and None not in steps):
            moved[figure[0]] = Slip("figure-moved", figure[0], wrong[figure[0]], until=figure[-1])
            moved |= dict.fromkeys(figure[1:], moved[figure[0]])
    kept = [moved.get(slip.note, slip) if slip.kind == "wrong" else slip for slip in found]
    return list(dict.fromkeys(kept))


def _steps(sound: Sound, pitch: int, other: int) -> int | None:
    """How many steps of a sound one pitch (MIDI number) is above another; None where one of them is outside."""
    rungs = []
    for height in (other, pitch):
        degree = sound.degree_of(height)
        if degree is None:
            return None
        octave = (height - sound.tonic.pitch_class - degree.half_steps % _OCTAVE) // _OCTAVE
        rungs.append(octave * len(sound.scale.degrees) + sound.scale.degrees.index(degree))
    return rungs[0] - rungs[1]


def _figures(due: Sequence[DueNote]) -> list[list[int]]:
    figures: dict[int, list[int]] = {}
    for place, note in enumerate(due):
        if note.figure is not None:
            figures.setdefault(note.figure, []).append(place)
    return list(figures.values())


def _turned_early(due: Sequence[DueNote], found: Sequence[Slip]) -> Iterator[Slip]:
    """Notes left out round a turning point, the ones beside them played: the line turned a step early."""
    turns = turning_points(tuple(due))
    out = {slip.note for slip in found if slip.kind == "left-out"}
    told: set[int] = set()
    for slip in found:
        if slip.kind == "left-out" and slip.note not in told and slip.note - 1 not in out:
            run = [slip.note]
            while run[-1] + 1 in out:
                run.append(run[-1] + 1)
            top = next((note for note in run if note in turns), None)
            if top is not None and len(run) == 2 and run[0] > 0 and run[-1] + 1 < len(due):
                told |= set(run)
                yield Slip("turned-early", top, None)
                continue
        if slip.note not in told or slip.kind != "left-out":
            yield slip


def _whole_figures(due: Sequence[DueNote], found: list[Slip]) -> list[Slip]:
    """All notes of a figure left out: one slip, at its first note.

    Where figures share notes it cannot be heard which of them were left out; then it was the whole figure.
    """
    figures = {due[places[0]].figure: places for places in _figures(due)}
    left = list(found)
    for cluster in _clusters([slip.note for slip in found if slip.kind == "left-out"], due):
        near = dict.fromkeys(due[place].figure for place in range(cluster[0], cluster[-1] + 1))
        whole = [figures[one] for one in near if one in figures and len(figures[one]) == len(cluster) > 1]
        same = [one for one in whole if _sounds_alike(due, cluster, one)]
        if same:
            first = min(same, key=lambda one: sum(place not in cluster for place in one))[0]
            between = range(min(cluster[0], first), cluster[-1] + 1)
            left = [slip for slip in left if slip.kind not in ("left-out", "early", "late") or slip.note not in between]
            left.append(Slip("figure-left-out", first, None))
    return sorted(left, key=lambda slip: slip.note) if len(left) < len(found) else found


def _clusters(out: Sequence[int], due: Sequence[DueNote]) -> Iterator[list[int]]:
    """Notes left out, those together that lie in the same figure or in neighbours."""
    cluster: list[int] = []
    for place in out:
        figure, last = due[place].figure, due[cluster[-1]].figure if cluster else None
        if cluster and (figure is None or last is None or figure - last > 1):
            yield cluster
            cluster = []
        cluster.append(place)
    if cluster:
        yield cluster


def _sounds_alike(due: Sequence[DueNote], out: Sequence[int], other: Sequence[int]) -> bool:
    """Whether a line sounds the same without some notes as it does without others."""
    span = range(min(out[0], other[0]), max(out[-1], other[-1]) + 1)
    one, two = ([due[place].pitch for place in span if place not in gone] for gone in (out, other))
    return one == two
