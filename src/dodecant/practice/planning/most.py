"""The most sessions that fit: how many of each goal come on each day, so that as many as can be are done in time.

Taking what is due first, a share each day, is not always best where sessions are of different lengths: five minutes
that are left over on Monday hold a short session, and then a long one has its room on Tuesday. So where the plain way
leaves something late, every way to fill the days is weighed (dynamic programming over what is left of each goal).
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from math import prod
from typing import Final, NamedTuple

_MOST_STATES: Final = 6_000  # combinations of day and what is left; beyond them the plain way stands


class Wanted(NamedTuple):
    """A goal with a day: the minutes of a session, how many are left, and before which day (counted from 0) they have
    to be done.
    """

    minutes: float
    left: int
    end: int


def most_sessions(caps: Sequence[float], goals: Sequence[Wanted]) -> list[tuple[int, ...]] | None:
    """For each day (by its minutes) how many sessions of each goal (what is due first stands first); None where that is
    too much to weigh.

    On each day the plain way is taken as long as it leads to as many: so the days stay as they were where they can, and
    a plan that is made anew after a day that was followed goes on as it was.

    >>> most_sessions([6, 10], [Wanted(10, 1, 2), Wanted(5, 1, 2)])
    [(0, 1), (1, 0)]
    """
    if prod(goal.left + 1 for goal in goals) * len(caps) > _MOST_STATES:
        return None
    found: dict[tuple[int, tuple[int, ...]], tuple[int, tuple[int, ...]]] = {}

    def best(day: int, left: tuple[int, ...]) -> int:
        """How many can be done from a day on; the way that leads there is kept."""
        if day == len(caps):
            return 0
        if (day, left) not in found:
            most, way = -1, tuple[int, ...]()
            all_there_is = sum(many for many, goal in zip(left, goals, strict=True) if day < goal.end)
            for taken in (plain_day(caps[day], day, left, goals), *_ways(caps[day], day, left, goals)):
                many = sum(taken) + best(day + 1, _less(left, taken))
                if many > most:
                    most, way = many, taken
                if most == all_there_is:
                    break
            found[day, left] = most, way
        return found[day, left][0]

    left = tuple(goal.left for goal in goals)
    best(0, left)
    days = []
    for day in range(len(caps)):
        days.append(found[day, left][1])
        left = _less(left, days[-1])
    return days


def plain_day(cap: float, day: int, left: Sequence[int], goals: Sequence[Wanted]) -> tuple[int, ...]:
    """The plain way: of each goal its share of the days that are left, what is due first before the others.

    >>> plain_day(20, 0, [3, 1], [Wanted(5, 3, 2), Wanted(5, 1, 4)])
    (2, 1)
    """
    taken = []
    for goal, many in zip(goals, left, strict=True):
        share = -(-many // (goal.end - day)) if day < goal.end else 0
        taken.append(min(share, int(cap / goal.minutes + 1e-9)))
        cap -= taken[-1] * goal.minutes
    return tuple(taken)


def _less(left: Sequence[int], taken: Sequence[int]) -> tuple[int, ...]:
    return tuple(one - now for one, now in zip(left, taken, strict=True))


def _ways(
    cap: float, day: int, left: Sequence[int], goals: Sequence[Wanted], place: int = 0
) -> Iterator[tuple[int, ...]]:
    """Every way to fill a day, those with most of the first goals first."""
    if place == len(goals):
        yield ()
        return
    goal = goals[place]
    most = min(left[place], int(cap / goal.minutes + 1e-9)) if day < goal.end else 0
    for many in range(most, -1, -1):
        for others in _ways(cap - many * goal.minutes, day, left, goals, place + 1):
            yield (many, *others)
