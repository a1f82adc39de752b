"""The most sessions that fit, against trying every way; and a plan that was followed goes on."""

from __future__ import annotations

import random
from collections.abc import Sequence
from datetime import date, timedelta
from itertools import product
from typing import Any

import pytest

from dodecant.exercise.recipe.part import read_part
from dodecant.music.core.pitch import NoteName
from dodecant.practice.planning.goals import PlanDocument
from dodecant.practice.planning.history import DoneSession, PlayerHistory
from dodecant.practice.planning.most import Wanted, most_sessions
from dodecant.practice.planning.plan import Plan, planned

MONDAY, DAYS = date(2026, 11, 30), 6
KEYS = ["C", "F", "B♭", "E♭", "A♭"]


def case(seed: int) -> PlanDocument:
    """One to three goals that are due within six days, of short and long sessions, on days that hold few of them."""
    chance = random.Random(seed)
    goals = [
        {
            "title": f"Goal {number}", "keys": KEYS[: chance.randint(1, 5)], "minutes": chance.choice([3, 5, 7, 10]),
            "by": (MONDAY + timedelta(days=chance.randrange(DAYS))).isoformat(),
        }
        for number in range(chance.choice([1, 2, 2, 3]))
    ]  # fmt: skip
    minutes = [chance.choice([0, 6, 10, 12, 15, 20]) for _ in range(7)]
    plan: dict[str, Any] = {"start": MONDAY.isoformat(), "minutes": minutes, "goals": goals, "school": "once-each"}
    return read_part(PlanDocument, plan)


def tried(document: PlanDocument, day: int, left: Sequence[int], known: dict[Any, int]) -> int:
    """The most sessions in time from a day on: every way to fill it is tried."""
    if day == DAYS:
        return 0
    asked = day, tuple(left)
    if asked not in known:
        goals, cap = document.goals, document.minutes[(MONDAY.weekday() + day) % 7]
        in_time = [goal.by is not None and (goal.by - MONDAY).days >= day for goal in goals]
        ways = product(*(range(many + 1) if may else range(1) for many, may in zip(left, in_time, strict=True)))
        known[asked] = max(
            sum(way) + tried(document, day + 1, [one - now for one, now in zip(left, way, strict=True)], known)
            for way in ways
            if sum(many * goal.minutes for many, goal in zip(way, goals, strict=True)) <= cap
        )
    return known[asked]


def in_time(found: Plan, document: PlanDocument) -> int:
    return sum(day.day <= (document.goals[item.goal].by or date.min) for day in found.days for item in day.items)


def test_no_way_to_fill_the_days_holds_more_sessions() -> None:
    for seed in range(2000):
        document = case(seed)
        goals = sorted(document.goals, key=lambda goal: goal.by or date.max)
        wanted = [Wanted(goal.minutes, len(goal.keys), ((goal.by or MONDAY) - MONDAY).days + 1) for goal in goals]
        caps = [float(document.minutes[(MONDAY.weekday() + day) % 7]) for day in range(DAYS)]
        found = most_sessions(caps, wanted)
        assert found is not None
        assert sum(map(sum, found)) == tried(document, 0, [len(goal.keys) for goal in document.goals], {}), seed
        for day, taken in enumerate(found):
            assert sum(many * goal.minutes for many, goal in zip(taken, wanted, strict=True)) <= caps[day]
            assert not any(many for many, goal in zip(taken, wanted, strict=True) if day >= goal.end)
        assert all(sum(column) <= goal.left for column, goal in zip(zip(*found, strict=True), wanted, strict=True))


def test_a_plan_holds_them_and_says_no_goal_short_that_could_be_met() -> None:
    for seed in range(0, 2000, 25):
        document = case(seed)
        found = planned(document, MONDAY, weeks=2)
        most = tried(document, 0, [len(goal.keys) for goal in document.goals], {})
        assert in_time(found, document) == most, seed
        assert bool(found.short) == (most < sum(len(goal.keys) for goal in document.goals)), seed
        assert all(day.minutes <= day.cap for day in found.days)


@pytest.mark.parametrize("seed", range(0, 2000, 40))
def test_whoever_follows_it_sees_it_go_on(seed: int) -> None:
    document, done = case(seed), list[DoneSession]()
    first = [[(item.goal, item.key) for item in day.items] for day in planned(document, MONDAY, weeks=2).days[:DAYS]]
    for number, wanted in enumerate(first):
        today = MONDAY + timedelta(days=number)
        (day, *_) = planned(document, today, PlayerHistory(done), weeks=2).days
        assert [(item.goal, item.key) for item in day.items] == wanted, number
        done += [DoneSession(goal, NoteName.parse(key).pitch_class, today) for goal, key in wanted]
