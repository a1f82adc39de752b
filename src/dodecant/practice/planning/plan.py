"""A plan: which goal in which key on which day, from minutes, days off, due days and rules. Same input, same plan.

Every goal is a queue of sessions; a day takes from the queues what its minutes hold, the goal that is due first before
the others. What was done stays done, what was missed stays in its queue: it shifts, and never piles up. How long a
session waits is counted from the last one that was done, so that a plan made anew each morning goes on as it was.

A share of each day is for what slips, and one for a look at keys that were reached, mixed among the rest rather than
in a block (C. E. Carter and J. A. Grahn, "Optimizing music learning: exploring how blocked and interleaved practice
schedules affect advanced performance", Frontiers in Psychology 7, 2016).
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from datetime import date, timedelta
from functools import partial
from itertools import pairwise, zip_longest
from typing import Final, Literal, NamedTuple

from dodecant.practice.planning import reasons
from dodecant.practice.planning.goals import DayPin, Goal, PlanDocument
from dodecant.practice.planning.history import PlayerHistory
from dodecant.practice.planning.mending import mending_title
from dodecant.practice.planning.most import Wanted, most_sessions
from dodecant.practice.planning.queues import Look, Queue, Session, look_minutes, queue_of
from dodecant.practice.planning.shortfalls import Late, Shortfall, shortfall

WEEKS: Final = 26
_HARD: Final = 1.5  # times its minutes: the day after is light
_LIGHT: Final = 0.6
_CURED: Final = 8  # goals whose cures are tried; those after them may be met when these are
_LOOKS: Final = 0.25  # of the minutes of a day, kept for looks at what was reached (ours)
_MEND: Final = 2.0  # minutes for a degree that slips
_MENDED: Final = 2  # days on which it stays clean, and leaves


_TOO_LATE: Final = date.max - timedelta(days=1)  # the turn of what was due before
Comes = Literal["new", "again", "look", "mend"]


class PlanItem(NamedTuple):
    """Something to do on a day: which goal (by place), in which key, for how many minutes, why, in which version (from
    1), at which tempo (BPM). It `comes` as new, again, for a look at a key that was reached, or to mend a `degree`.
    """

    goal: int
    key: str
    minutes: float
    why: str
    version: int = 1
    tempo: int = 96
    comes: Comes = "new"
    degree: str = ""


def title_of(item: PlanItem, document: PlanDocument) -> str:
    """What an item is called: its goal, or the degree that it mends."""
    goal = document.goals[item.goal]
    return mending_title(item.degree, goal.sound) if item.comes == "mend" else goal.title


class PlanDay(NamedTuple):
    """A day: its items, its minutes and what they could be at most, whether it was set by hand, a word of caution."""

    day: date
    items: tuple[PlanItem, ...]
    cap: float
    pinned: bool
    caution: str = ""

    @property
    def minutes(self) -> float:
        """What its items take."""
        return round(sum(item.minutes for item in self.items), 2)


class Plan(NamedTuple):
    """The days from today on, and the goals that cannot be met."""

    days: tuple[PlanDay, ...]
    short: tuple[Shortfall, ...]


def planned(document: PlanDocument, today: date, known: PlayerHistory | None = None, weeks: int = WEEKS) -> Plan:
    """The plan from `today` on, so many weeks long."""
    return _Planner(document, max(today, document.start), known or PlayerHistory(), weeks).plan()


_Quota = Mapping[tuple[date, int], int]  # how many sessions of a goal (by its place) come on a day


class _Planner:
    def __init__(
        self, document: PlanDocument, today: date, known: PlayerHistory, weeks: int, quota: _Quota | None = None
    ) -> None:
        self._document, self._today, self._known, self._quota = document, today, known, quota or {}
        self._days = [today + timedelta(days=n) for n in range(7 * weeks)]
        self._pins = {pin.day: pin for pin in document.pins}
        self._queues = [queue_of(document, n, known, today, self._practice_days) for n in range(len(document.goals))]
        order = sorted(known.slipping, key=lambda slip: (-slip.times, slip.goal, slip.key, slip.degree))
        # A plan that is tried with fewer keys has none of what slips in the others.
        self._slipping = [slip for slip in order if slip.key in self._queues[slip.goal].keys]
        self._caps = {day: self._cap(day) for day in self._days}
        self._open_before = {self._days[0]: 0}
        for day, following in pairwise([*self._days, self._days[-1] + timedelta(days=1)]):
            self._open_before[following] = self._open_before[day] + (self._caps[day] > 0)

    def plan(self) -> Plan:
        """Fill day after day, in the plain way if it leaves nothing late, else so that most sessions fit."""
        days, late = self.weighed()
        return Plan(tuple(days), tuple(self._short(late)))

    def weighed(self) -> tuple[list[PlanDay], list[Late]]:
        """The days, and the goals that are late all the same."""
        left = {queue.place: len(queue.left) for queue in self._queues}
        days = self._filled_days()
        late = self._every_late(days)
        quota = self._quota_of(days, left) if late and not self._quota else None
        if quota:
            other = _Planner(self._document, self._today, self._known, len(self._days) // 7, quota)
            others, still_late = other.weighed()
            if sum(one.fit - one.needed for one in still_late) > sum(one.fit - one.needed for one in late):
                return others, still_late
        return days, late

    def _quota_of(self, days: Sequence[PlanDay], left: Mapping[int, int]) -> _Quota | None:
        """How many sessions of each goal that is due come on each day, so that most are done in time."""
        goals = [queue for queue in self._queues if self._is_weighed(queue) and left[queue.place]]
        goals = [queue for queue in goals if (queue.goal.by or date.min) >= self._today]
        goals.sort(key=lambda queue: (queue.goal.by or date.max, queue.place))
        last = max((queue.goal.by or date.min for queue in goals), default=date.min)
        open_days = [one for one in days if one.cap > 0 and one.day <= last]
        ends = [sum(one.day <= (queue.goal.by or date.min) for one in open_days) for queue in goals]
        done = self._known.minutes.get(self._today, 0.0)
        caps = [
            one.cap - (done if one.day == self._today else 0.0) - sum(i.minutes for i in one.items if not _work(i))
            for one in open_days
        ]
        found = most_sessions(
            caps, [Wanted(queue.goal.minutes, left[queue.place], end) for queue, end in zip(goals, ends, strict=True)]
        )
        if found is None:
            return None
        return {
            (one.day, queue.place): many
            for one, taken in zip(open_days, found, strict=True)
            for queue, many in zip(goals, taken, strict=True)
            if one.day <= (queue.goal.by or date.min)
        }

    def _is_weighed(self, queue: Queue) -> bool:
        """Whether only its day and the minutes bind a goal: it waits for no month and no other goal."""
        goal = queue.goal
        return goal.pace == "as-needed" and goal.by is not None and goal.after < 0 and goal.month == 0

    def _filled_days(self) -> list[PlanDay]:
        found, practice_day = [], 0
        for day in self._days:
            cap = self._caps[day]
            for queue in self._queues:
                queue.waited += cap > 0 and not queue.today
            pin = self._pins.get(day)
            if pin is not None and pin.items is not None:
                items = list(self._pinned(pin, day, practice_day))
            else:
                items = list(self._filled(day, cap, practice_day)) if cap > 0 else []
            for queue in self._queues:
                queue.today = 0
            practice_day += cap > 0
            found.append(PlanDay(day, tuple(items), cap, pin is not None, self._caution(day, cap)))
        return found

    def _practice_days(self, begin: date, end: date) -> int:
        """On how many days there is practice, from one day to before another."""
        return sum(self._usual(begin + timedelta(days=n)) > 0 for n in range((end - begin).days))

    def _usual(self, day: date) -> int:
        """The minutes of a day that was not set by hand."""
        return 0 if day in self._document.days_off else self._document.minutes[day.weekday()]

    def _cap(self, day: date) -> float:
        pin = self._pins.get(day)
        if pin is not None and pin.minutes is not None:
            return float(pin.minutes)
        cap = float(self._usual(day))
        return round(cap * _LIGHT, 1) if self._after_a_hard_day(day) else cap

    def _after_a_hard_day(self, day: date) -> bool:
        before = day - timedelta(days=1)
        usual = self._document.minutes[before.weekday()]
        return usual > 0 and self._known.minutes.get(before, 0.0) > _HARD * usual

    def _caution(self, day: date, cap: float) -> str:
        if cap and self._after_a_hard_day(day):
            return "A light day after a hard one."
        return "Rest between the halves: twenty minutes at a time are enough." if cap >= 45 else ""

    def _many(self, queue: Queue, day: date) -> int:
        """How many sessions of a goal may come on a day; of one that is due, its share of the days that are left."""
        goal = queue.goal
        if (day, queue.place) in self._quota:
            return self._quota[day, queue.place]
        if goal.pace != "as-needed" or goal.by is None or goal.by < day:
            return len(queue.left)
        end = min(goal.by + timedelta(days=1), self._days[-1] + timedelta(days=1))
        days = max(1, self._open_before[end] - self._open_before[day])
        return -(-(len(queue.left) + queue.today) // days) - queue.today

    def _is_due(self, queue: Queue, day: date) -> bool:
        """Whether the next session has waited long enough; one that is due by a day does not wait."""
        goal = queue.goal
        by_day = goal.pace == "as-needed" and goal.by is not None and day <= goal.by
        return by_day or queue.waited >= queue.wait

    def _may(self, queue: Queue, day: date) -> bool:
        goal = queue.goal
        if goal.after >= 0 and self._queues[goal.after].left:
            return False
        return goal.month == 0 or _month(self._document.start, day) == goal.month

    def _filled(self, day: date, cap: float, practice_day: int) -> list[PlanItem]:
        left = max(0.0, cap - (self._known.minutes.get(day, 0.0) if day == self._today else 0.0))
        mends = list(self._mends(day, min(left, cap * self._document.mending / 100)))
        left -= sum(item.minutes for item in mends)
        may = sorted(look for queue in self._queues for look in queue.looks(day, practice_day))
        due = [look for look in may if look.due]
        looks = list(self._looks(due, day, min(left, max(_LOOKS * cap, _MEND)), practice_day))
        left -= sum(item.minutes for item in looks)
        work = list(self._work(day, left, practice_day))
        left -= sum(item.minutes for item in work)
        looks += self._looks(due + [look for look in may if not look.due], day, left, practice_day)
        mixed = zip_longest(work, [*mends, *looks])
        return [item for pair in mixed for item in pair if item is not None]

    def _work(self, day: date, left: float, practice_day: int) -> Iterator[PlanItem]:
        """Sessions, those of the goal that is due first before the others, what is too late after what is not; goals
        without a day take turns.
        """
        many: dict[int, int] = {}
        while True:
            able: list[tuple[date, tuple[int, int], int, Session]] = []
            for queue in self._queues:
                if not queue.left or queue.goal.minutes > left + 1e-9 or not self._may(queue, day):
                    continue
                if many.setdefault(queue.place, self._many(queue, day)) <= 0:
                    continue
                session = queue.due(practice_day, only_back=not self._is_due(queue, day))
                if session is not None:
                    by = queue.goal.by or date.max
                    able.append(
                        (by if by >= day else _TOO_LATE, queue.turn(session, practice_day), queue.place, session)
                    )
            if not able:
                return
            *_, place, session = min(able)
            left -= self._queues[place].goal.minutes
            many[place] -= 1
            yield self._item(self._queues[place], session, day, practice_day)

    def _looks(self, wanted: Sequence[Look], day: date, left: float, practice_day: int) -> Iterator[PlanItem]:
        """Looks at keys that were reached, in their order, as far as the minutes hold them."""
        for look in wanted:
            queue = self._queues[look.goal]
            minutes = look_minutes(queue.goal)
            if minutes > left + 1e-9 or queue.spaced.get(look.key) == practice_day:
                continue
            left -= minutes
            why = reasons.look(look.key, queue.memory[look.key], day, early=not look.due)
            queue.remember(look.key, day, practice_day, queue.goal.tempo)
            version = _version(queue.goal, self._document.start, day)
            yield PlanItem(look.goal, look.key, minutes, why, version, queue.goal.tempo, "look")

    def _mends(self, day: date, left: float) -> Iterator[PlanItem]:
        """What slips, the oftenest first, until it stayed clean on two days."""
        for place, slip in enumerate(self._slipping):
            if slip.clean >= _MENDED or slip.last >= day:
                continue
            if left < _MEND - 1e-9:
                return
            queue = self._queues[slip.goal]
            left -= _MEND
            self._slipping[place] = slip._replace(clean=slip.clean + 1)
            key = queue.keys[slip.key]
            yield PlanItem(
                slip.goal, key, _MEND, reasons.mend(key, slip, day), 1, queue.goal.tempo, "mend", slip.degree
            )

    def _item(self, queue: Queue, session: Session, day: date, practice_day: int) -> PlanItem:
        why = session.why
        if session.back:
            why = reasons.again(session, queue.memory[session.key], day)
        elif queue.goal.pace == "key-a-week" and queue.last == session.key:
            why = f"{session.key} goes on: a key a week"
        version = _version(queue.goal, self._document.start, day)
        told = f"; version {version}" if version > 1 else ""
        queue.took(session, day, practice_day)
        comes: Comes = "again" if session.back else "new"
        return PlanItem(queue.place, session.key, queue.goal.minutes, f"{why}{told}", version, session.tempo, comes)

    def _pinned(self, pin: DayPin, day: date, practice_day: int) -> Iterator[PlanItem]:
        for one in pin.items or ():
            place, key = one.goal, one.key
            if place >= len(self._queues):
                continue
            queue = self._queues[place]
            session = next((due for due in queue.left if due.key == key), None)
            if session is not None:
                queue.took(session, day, practice_day)
            version = _version(queue.goal, self._document.start, day)
            tempo = session.tempo if session else queue.goal.tempo
            yield PlanItem(place, key, queue.goal.minutes, "set by hand", version, tempo)

    def _every_late(self, days: Sequence[PlanDay]) -> list[Late]:
        return [late for queue in self._queues if (late := self._late(queue, days)) is not None]

    def _short(self, every: Sequence[Late]) -> Iterator[Shortfall]:
        for number, late in enumerate(every):
            met = partial(self._would_be_met, late.place) if number < _CURED else None
            yield shortfall(late, self._document, met)

    def _late(self, queue: Queue, days: Sequence[PlanDay]) -> Late | None:
        """What a goal lacks; None for one that is met."""
        goal, longest = queue.goal, max(self._caps.values(), default=0.0)
        by = goal.by or date.max
        until = [item for one in days if one.day <= by for item in one.items]
        own = sum(_works(item, queue) for one in days if one.day > by for item in one.items) + len(queue.left)
        too_long = goal.minutes > longest and bool(queue.left)
        if not too_long and (goal.by is None or own == 0):
            return None
        fit = sum(_works(item, queue) for item in until)
        others = sum(item.minutes for item in until if not _works(item, queue))
        have = max(0.0, sum(one.cap for one in days if one.day <= by) - others)
        practice_days = sum(one.cap > 0 for one in days if one.day <= by)
        finished = None if queue.left else max(one.day for one in days for item in one.items if _works(item, queue))
        return Late(queue.place, fit, fit + own, have, practice_days, finished, longest if too_long else None)

    def _would_be_met(self, place: int, changed: PlanDocument) -> bool:
        """Whether a changed plan would meet a goal."""
        _, late = _Planner(changed, self._today, self._known, len(self._days) // 7).weighed()
        return place not in {one.place for one in late}


def _month(start: date, day: date) -> int:
    """Which month of the plan a day is in, from 1."""
    return (day.year - start.year) * 12 + day.month - start.month + 1


def _version(goal: Goal, start: date, day: date) -> int:
    """Which version of a goal is played on a day, from 1; only recipes are varied."""
    varied = goal.version_weeks and goal.saved and goal.kind == "recipe"
    return (day - start).days // (7 * goal.version_weeks) + 1 if varied else 1


def _work(item: PlanItem) -> bool:
    """Whether an item is a session, neither a look nor a mending."""
    return item.comes in ("new", "again")


def _works(item: PlanItem, queue: Queue) -> bool:
    """Whether an item is a session of a goal."""
    return item.goal == queue.place and _work(item)
