"""Joins: how a line goes over from one chord to the next at the least cost.

Under every chord there are several ways to go on: octaves, and if the recipe allows it other tones to begin on and the
other direction. Dynamic programming (Bellman 1957) finds the ways whose costs add up to the least; nothing that could
be chosen costs less. The costs are counted in points, each by a weight of the recipe (0 to 10):

- leap: for each half step beyond a whole step from the last note to the first one; beyond an octave each counts three
- repeat: where the first note is the last one again
- direction change: each time the line changes its direction at the join
- strong: where a chord begins on a tone that is not its own
- range: for each half step by which a part of the line lies in the lowest or highest eighth of the reach
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import lru_cache
from itertools import pairwise
from typing import NamedTuple, TypeVar

from dodecant.exercise.recipe.document import Joins

T = TypeVar("T")
_STEP = 2  # half steps that are no leap
_OCTAVE = 12
_FARTHEST = 128
_DEAREST = 100_000  # more than any join costs


class Candidate(NamedTuple):
    """One way to go on under a chord: MIDI numbers of its first, last, lowest and highest note.

    `sets_out` and `arrives` are the directions of its first and last step: 1 up, -1 down, 0 none. `foreign` counts
    the chords it begins on a tone which is not theirs; `outside` are its half steps in the outer eighths of the reach;
    `shape` are points for the shape an etude is to have.
    """

    first: int
    last: int
    sets_out: int = 0
    arrives: int = 0
    foreign: int = 0
    outside: int = 0
    shape: int = 0


def direction_of(step: int) -> int:
    """1 up, -1 down, 0 neither."""
    return (step > 0) - (step < 0)


def own_costs(way: Candidate, joins: Joins) -> Mapping[str, int]:
    """What a way costs by itself, by name."""
    costs = {"strong": joins.strong * way.foreign, "range": joins.range * way.outside}
    return {**costs, "shape": way.shape} if way.shape else costs


def join_costs(before: Candidate, after: Candidate, joins: Joins) -> Mapping[str, int]:
    """What it costs to go over from one way to another, by name.

    >>> dict(join_costs(Candidate(60, 64, 1, 1), Candidate(60, 60), Joins()))
    {'leap': 4, 'repeat': 0, 'direction_change': 1}
    """
    step = after.first - before.last
    direction = direction_of(step)
    turns = (before.arrives * direction < 0) + (after.sets_out * direction < 0)
    return {
        "leap": joins.leap * (max(0, abs(step) - _STEP) + 2 * max(0, abs(step) - _OCTAVE)),
        "repeat": joins.repeat * (step == 0),
        "direction_change": joins.direction_change * turns,
    }


def cheapest_candidates(steps: Sequence[Sequence[Candidate]], joins: Joins) -> list[int]:
    """The number of the way to take at each step, so that all costs together are the least; of equals the first.

    >>> up, far = Candidate(60, 67, 1, 1), Candidate(76, 79, 1, 1)
    >>> cheapest_candidates([[up], [far, Candidate(69, 72, 1, 1)]], Joins())
    [0, 1]
    """
    tables, strong, range_ = _tables(joins), joins.strong, joins.range
    best = [own_cost(way, joins) for way in steps[0]] if steps else []
    came: list[list[int]] = []
    for before, here in pairwise(steps):
        # A join costs nothing at least: of the sources, the cheapest first, those that cost more alone stay unseen.
        sources = [
            (cost, number, way.last - _FARTHEST, tables[way.arrives])
            for number, (way, cost) in enumerate(zip(before, best, strict=True))
        ]
        sources.sort()
        endless = sources[0][0] + _DEAREST
        best, places = [], []
        for first, _, sets_out, _, foreign, outside, shape in here:
            least, place = endless, -1
            for cost, number, last, by_setting_out in sources:
                if cost > least:
                    break
                total = cost + by_setting_out[sets_out][first - last]
                if total < least or (total == least and number < place):
                    least, place = total, number
            best.append(least + strong * foreign + range_ * outside + shape)
            places.append(place)
        came.append(places)
    taken = [best.index(min(best))] if steps else []
    for places in reversed(came):
        taken.append(places[taken[-1]])
    return taken[::-1]


def total_cost(ways: Sequence[Candidate], joins: Joins) -> int:
    """All costs of a line that takes these ways."""
    own = sum(own_cost(way, joins) for way in ways)
    return own + sum(sum(join_costs(one, other, joins).values()) for one, other in pairwise(ways))


def own_cost(way: Candidate, joins: Joins) -> int:
    """What a way costs by itself, in all."""
    return joins.strong * way.foreign + joins.range * way.outside + way.shape


_AheadUpDown = tuple[T, T, T]  # by direction: 0, 1 and -1, which is the last


@lru_cache(maxsize=64)
def _tables(joins: Joins) -> _AheadUpDown[_AheadUpDown[list[int]]]:
    """The costs of every step from -128 to 127 half steps, by the direction before it and the one after it."""

    def of(arrives: int, sets_out: int) -> list[int]:
        before = Candidate(0, 0, arrives=arrives)
        steps = range(-_FARTHEST, _FARTHEST)
        return [sum(join_costs(before, Candidate(step, step, sets_out), joins).values()) for step in steps]

    def after(arrives: int) -> _AheadUpDown[list[int]]:
        return of(arrives, 0), of(arrives, 1), of(arrives, -1)

    return after(0), after(1), after(-1)


class CostTables:
    """What going over costs in all, looked up."""

    def __init__(self, joins: Joins) -> None:
        self._tables = _tables(joins)

    def cost(self, last: int, arrives: int, after: Candidate) -> int:
        """The sum of `join_costs` from a last note (MIDI) and the direction there to a way."""
        return self._tables[arrives][after[2]][after[0] - last + _FARTHEST]


class CostedCandidate(NamedTuple):
    """A candidate (by its number) at a join: what it costs by name with both its joins, and whether it is taken."""

    number: int
    costs: Mapping[str, int]
    taken: bool

    @property
    def total(self) -> int:
        """All its costs."""
        return sum(self.costs.values())


def alternatives(
    steps: Sequence[Sequence[Candidate]], taken: Sequence[int], place: int, joins: Joins
) -> list[CostedCandidate]:
    """Every way at one step with the rest of the line as it is, the cheapest first."""
    found = []
    for number, way in enumerate(steps[place]):
        costs = dict(own_costs(way, joins))
        neighbours = [
            (steps[place - 1][taken[place - 1]], way) if place else None,
            (way, steps[place + 1][taken[place + 1]]) if place + 1 < len(steps) else None,
        ]
        for joined in filter(None, neighbours):
            for name, cost in join_costs(*joined, joins).items():
                costs[name] = costs.get(name, 0) + cost
        found.append(CostedCandidate(number, costs, number == taken[place]))
    return sorted(found, key=lambda one: (one.total, not one.taken))
