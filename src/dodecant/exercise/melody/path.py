"""Paths: which rungs the anchor visits, in order."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.recipe.path import Path, PathEnd
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import Scale

_ANY_TONIC = NoteName(0)


@dataclass(frozen=True, slots=True)
class Anchor:
    """A rung the figure is set on, whether the path is on its way down there, and whether it rests there."""

    rung: int
    falling: bool
    pause: bool = False


def walk(
    path: Path, ladder: Ladder, *, shorter_by: int = 0, between: tuple[int, int] | None = None
) -> tuple[Anchor, ...]:
    """The rungs the anchor stands on, in order; `shorter_by` leaves out that many at the upper end.

    Going up and back turns at the top without repeating it, unless it is to be struck again, and the other way round;
    a round begins and ends on the root. `between` gives the lowest and highest rung in place of the path's own ends.
    """
    return _walked(path, ladder.scale, shorter_by, between)


@lru_cache(maxsize=512)
def _walked(path: Path, scale: Scale, shorter_by: int, between: tuple[int, int] | None) -> tuple[Anchor, ...]:
    """Rungs are the same on every tonic, so one walk serves all keys."""
    ladder = Ladder(_ANY_TONIC, scale)
    if path.span == "once":
        return (Anchor(_rung(path.low, ladder), falling=path.direction.startswith("down")),)
    low, high = between or (_rung(path.low, ladder), _rung(path.high, ladder))
    rungs = _climb(path, ladder, low, high)
    rungs = rungs[: max(1, len(rungs) - shorter_by)]
    over, under = ([rungs[-1] + 1], [rungs[0] - 1]) if path.overshoot else ([], [])
    top = Anchor(rungs[-1], falling=False, pause=path.pause)
    bottom = Anchor(rungs[0], falling=True, pause=path.pause)
    rising = [*(Anchor(rung, falling=False) for rung in rungs[:-1]), top]
    falling = [*(Anchor(rung, falling=True) for rung in reversed(rungs[1:])), bottom]
    beyond_top = [*(Anchor(rung, falling=False) for rung in over), *(top for _ in over)]
    beyond_bottom = [*(Anchor(rung, falling=True) for rung in under), *(bottom for _ in under)]
    if path.direction in ("round", "round-down"):
        home = next((place for place, rung in enumerate(rungs) if ladder.place(rung)[1] == 0), 0)
        ways = (rising, beyond_top), (falling, beyond_bottom)
        return _round(home, *ways, first_up=path.direction == "round", again=path.again)
    up, down = [*rising, *beyond_top], [*falling, *beyond_bottom]
    if path.pause and path.direction in ("up-and-back", "down-and-back"):
        up, down = _resting_once(up, down, first_up=path.direction == "up-and-back")
    match path.direction:
        case "up":
            return tuple(up)
        case "down":
            return tuple(down)
        case "up-and-back":
            return tuple(up + down[not path.again :])
        case _:
            return tuple(down + up[not path.again :])


_Way = tuple[list[Anchor], list[Anchor]]  # anchors one way, and those beyond the end


def _round(home: int, up: _Way, down: _Way, *, first_up: bool, again: bool) -> tuple[Anchor, ...]:
    """From home (its place from the bottom) to one end, to the other, and home; at each end struck `again` or not."""
    (out, beyond), (other, beyond_other) = (up, down) if first_up else (down, up)
    begun = home if first_up else len(out) - 1 - home
    turned = 0 if again else 1
    back = [Anchor(anchor.rung, anchor.falling) for anchor in out[turned : begun + 1]] if begun else []
    return (*out[begun:], *beyond, *other[turned:], *beyond_other, *back)


def lacking_ends(path: Path, ladder: Ladder) -> tuple[tuple[str, int], ...]:
    """The ends of the path whose step the sound does not have, with their step."""
    if path.takes_range:
        return ()
    ends = (("low", path.low), ("high", path.high))[: 1 if path.span == "once" else 2]
    return tuple((name, end.step) for name, end in ends if ladder.rung_at(end.step) is None)


def width(path: Path, ladder: Ladder) -> int:
    """How many rungs lie from the lower end to the higher one."""
    return _rung(path.high, ladder) - _rung(path.low, ladder)


def _resting_once(up: list[Anchor], down: list[Anchor], *, first_up: bool) -> tuple[list[Anchor], list[Anchor]]:
    """There and back the path rests where it turns, not where it ends."""
    last = down if first_up else up
    plain = [Anchor(anchor.rung, anchor.falling) for anchor in last]
    return (up, plain) if first_up else (plain, down)


def _climb(path: Path, ladder: Ladder, low: int, high: int) -> list[int]:
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
