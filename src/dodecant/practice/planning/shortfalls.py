"""What cannot be met in a plan: said in numbers that agree, with cures that were tried."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from datetime import date, timedelta
from typing import Final, NamedTuple

from dodecant.exercise.wording.small_words import count
from dodecant.practice.planning.days import WEEKDAYS
from dodecant.practice.planning.goals import Goal, PlanDocument

_MOST_MINUTES: Final = 600  # a day


class Late(NamedTuple):
    """A goal that is not met: its place, how many sessions fit and how many are needed, the minutes there are for them
    and the practice days until it is due, when it would be finished (None: never), and the minutes of the longest day,
    where a session is longer than that.
    """

    place: int
    fit: int
    needed: int
    have: float
    days: int
    finished: date | None
    longest: float | None = None


class Shortfall(NamedTuple):
    """A goal that cannot be met: its place, with numbers, and what would make it fit."""

    goal: int
    words: str
    cures: tuple[str, ...]


def shortfall(late: Late, document: PlanDocument, met: Callable[[PlanDocument], bool] | None) -> Shortfall:
    """A late goal in words; `met` tells whether a changed plan would meet it (without it no cures are offered)."""
    goal = document.goals[late.place]
    if late.longest is not None:
        has = f"your longest day has {number(late.longest)}" if late.longest else "no day has any"
        cures = [f"Give a day {_minutes(goal.minutes)}.", f"Take {_minutes(late.longest)} a key."]
        words = f"“{goal.title}” takes {_minutes(goal.minutes)} a key; {has}."
        return Shortfall(late.place, words, tuple(cures[: 2 if late.longest else 1]))
    what = "key" if late.needed <= len(set(goal.keys)) else "session"
    many = f"{count(late.needed)} {what}{'s' * (late.needed > 1)}"
    by = _day(goal.by or date.max)
    need = late.needed * goal.minutes
    if need > late.have:
        words = (
            f"“{goal.title}”: {many} at {number(goal.minutes)} minutes need {number(need)};"
            f" you have {number(late.have)} by {by}."
        )
    else:  # the minutes are there, but in pieces that are too short, or the sessions have to wait for each other
        words = (
            f"“{goal.title}”: of {many} at {number(goal.minutes)} minutes, {count(late.fit) if late.fit else 'none'}"
        )
        words += f" fit{'s' * (late.fit == 1)} on your days by {by}."
    return Shortfall(late.place, words, tuple(_cures(late, goal, document, met)) if met else ())


def _cures(late: Late, goal: Goal, document: PlanDocument, met: Callable[[PlanDocument], bool]) -> Iterator[str]:
    """What makes it fit, the least of each kind: minutes, a later day, fewer keys."""
    missing = max(late.needed * goal.minutes - late.have, goal.minutes)
    least = int(-(-missing // max(1, late.days)))
    more = _least(least, min(4 * least + 8, _MOST_MINUTES), lambda minutes: met(_with_minutes(document, minutes)))
    if more is not None:
        yield f"{more} more minute{'s' * (more > 1)} on each practice day."
    if late.finished is not None and goal.by is not None:
        days = _least(1, (late.finished - goal.by).days, lambda n: met(_due(document, late.place, n)))
        if days is not None:
            yield f"Have it due on {_day(goal.by + timedelta(days=days))}."
    few = min(late.fit, len(goal.keys) - 1)
    while few > 0 and not met(_changed(document, late.place, keys=goal.keys[:few])):
        few -= 1
    if few > 0:
        yield f"Take {count(few)} key{'s' * (few > 1)} only."


def _least(low: int, high: int, holds: Callable[[int], bool]) -> int | None:
    """The least number between two for which something holds, where it goes on holding; None for none."""
    if high < low or not holds(high):
        return None
    while low < high:
        middle = (low + high) // 2
        low, high = (low, middle) if holds(middle) else (middle + 1, high)
    return low


def _with_minutes(document: PlanDocument, more: int) -> PlanDocument:
    minutes = tuple(min(_MOST_MINUTES, one + more) if one else 0 for one in document.minutes)
    return document.model_copy(update={"minutes": minutes})


def _due(document: PlanDocument, place: int, later: int) -> PlanDocument:
    by = document.goals[place].by or date.max
    return _changed(document, place, by=by + timedelta(days=later))


def _changed(document: PlanDocument, place: int, **changes: object) -> PlanDocument:
    goals = list(document.goals)
    goals[place] = goals[place].model_copy(update=changes)
    return document.model_copy(update={"goals": tuple(goals)})


def _day(day: date) -> str:
    return f"{WEEKDAYS[day.weekday()]} {day.isoformat()}"


def _minutes(value: float) -> str:
    return f"{number(value)} minute{'s' * (value != 1)}"


def number(value: float) -> str:
    """A number of minutes: '5', '5.5'.

    >>> number(5.0), number(5.5)
    ('5', '5.5')
    """
    return f"{value:.1f}".removesuffix(".0")
