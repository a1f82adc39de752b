"""Paths: which rungs the anchor visits, in order."""

from __future__ import annotations

from dataclasses import dataclass

from dodecant.exercise.ladder import Ladder
from dodecant.exercise.recipe import Path, PathEnd


@dataclass(frozen=True, slots=True)
class Anchor:
    """A rung the figure is set on, and whether the path is on its way down there."""

    rung: int
    falling: bool


def walk(path: Path, ladder: Ladder, *, shorter_by: int = 0) -> tuple[Anchor, ...]:
    """The rungs the anchor stands on, in order; `shorter_by` leaves out that many at the upper end.

    Going up and back turns at the top without repeating it, and the other way round.
    """
    rungs = _climb(path, ladder)
    rungs = rungs[: max(1, len(rungs) - shorter_by)]
    rising = [Anchor(rung, falling=False) for rung in rungs]
    falling = [Anchor(rung, falling=True) for rung in reversed(rungs)]
    match path.direction:
        case "up":
            return tuple(rising)
        case "down":
            return tuple(falling)
        case "up-and-back":
            return tuple(rising + falling[1:])
        case "down-and-back":
            return tuple(falling + rising[1:])


def lacking_ends(path: Path, ladder: Ladder) -> tuple[tuple[str, int], ...]:
    """The ends of the path whose step the sound does not have, with their step."""
    ends = (("low", path.low), ("high", path.high))
    return tuple((name, end.step) for name, end in ends if ladder.rung_at(end.step) is None)


def _climb(path: Path, ladder: Ladder) -> list[int]:
    low, high = _rung(path.low, ladder), _rung(path.high, ladder)
    rungs = [low]
    while True:
        match path.by:
            case "step":
                following = rungs[-1] + 1
            case "skip":
                following = rungs[-1] + 2
            case "third":
                following = ladder.third_above(rungs[-1])
        if following > high:
            return rungs
        rungs.append(following)


def _rung(end: PathEnd, ladder: Ladder) -> int:
    rung = ladder.rung_at(end.step)
    if rung is None:
        rung = ladder.nearest_rung(end.step)
    return rung + (end.octave - 1) * len(ladder.scale)
