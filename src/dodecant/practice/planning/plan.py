"""A plan: which goal in which key on which day, from minutes, days off, due days and rules. Same input, same plan.

Every goal is a queue of sessions; a day takes from the queues what its minutes hold, the goal that is due first before
the others. What was done stays done, what was missed stays in its queue: it shifts, and never piles up. How long a
session waits is counted from the last one that was done, so that a plan made anew each morning goes on as it was.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from datetime import date, timedelta
from functools import partial
from itertools import pairwise
from typing import Final, NamedTuple

from dodecant.exercise.wording.small_words import count
from dodecant.music.core.pitch import NoteName
from dodecant.practice.planning.goals import DayPin, Goal, PlanDocument
from dodecant.practice.planning.shortfalls import Late, Shortfall, shortfall

WEEKS: Final = 26
SESSION_SHARE: Final = 0.5  # of the minutes of a session, to count as one: a take in passing ticks nothing off (ours)
_HARD: Final = 1.5  # times its minutes: the day after is light
_LIGHT: Final = 0.6
_WEAK: Final = 0.6  # readiness below which a key comes again
_CURED: Final = 8  # goals whose cures are tried; those after them may be met when these are
_SPACED: Final = 2  # practice days at least between two sessions of a weak key


class DoneSession(NamedTuple):
    """A session that was done: its goal (by place), key (pitch class) and day."""

    goal: int
    key: int
    day: date


class PlayerHistory(NamedTuple):
    """What is known of the player: sessions done, the minutes of each day, readiness by goal and key (0 to 1)."""

    done: Sequence[DoneSession] = ()
    minutes: Mapping[date, float] = {}
    ready: Mapping[tuple[int, int], float] = {}
    best: Mapping[tuple[int, int], int] = {}


class PlanItem(NamedTuple):
    """Something to do on a day: which goal (by place), in which key, for how many minutes, why, in which version (from
    1).
    """

    goal: int
    key: str
    minutes: float
    why: str
    version: int = 1


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


class _Session(NamedTuple):
    key: str
    why: str
    again: bool = False  # a weak key for the second time


class _Queue:
    """The sessions of a goal that are left, how many were done, and on how many practice days since the last one, this
    day included (`waited`).
    """

    def __init__(self, place: int, goal: Goal, sessions: list[_Session], done: Sequence[DoneSession]) -> None:
        self.place, self.goal, self.left = place, goal, sessions
        self.done = len(done)
        self.waited = 0
        self.today = 0  # sessions that were done on this day already, or planned for it
        last = max(done, key=lambda one: one.day, default=None)
        names = (key for key in goal.keys if last and NoteName.parse(key).pitch_class == last.key)
        self.last = next(names, "")  # the key that came last
        self.spaced: dict[str, int] = {}

    @property
    def wait(self) -> int:
        """Practice days from the last session to the next one; 0 where both come on one day."""
        if self.done == 0:
            return 0
        if self.goal.pace != "in-days":
            return 1
        keys, days = len(self.goal.keys), self.goal.days
        return self.done * days // keys - (self.done - 1) * days // keys

    def due(self, practice_day: int) -> _Session | None:
        """The session that comes next, if it may come on this practice day."""
        for session in self.left:
            if not session.again or practice_day - self.spaced.get(session.key, -_SPACED) >= _SPACED:
                return session
        return None


def planned(document: PlanDocument, today: date, known: PlayerHistory | None = None, weeks: int = WEEKS) -> Plan:
    """The plan from `today` on, so many weeks long."""
    return _Planner(document, max(today, document.start), known or PlayerHistory(), weeks).plan()


class _Planner:
    def __init__(self, document: PlanDocument, today: date, known: PlayerHistory, weeks: int) -> None:
        self._document, self._today, self._known = document, today, known
        self._days = [today + timedelta(days=n) for n in range(7 * weeks)]
        self._pins = {pin.day: pin for pin in document.pins}
        self._queues = [self._queue(n, goal) for n, goal in enumerate(document.goals)]
        self._caps = {day: self._cap(day) for day in self._days}
        self._open_before = {self._days[0]: 0}
        for day, following in pairwise([*self._days, self._days[-1] + timedelta(days=1)]):
            self._open_before[following] = self._open_before[day] + (self._caps[day] > 0)

    def plan(self) -> Plan:
        """Fill day after day."""
        days = self._filled_days()
        return Plan(tuple(days), tuple(self._short(days)))

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

    def _queue(self, place: int, goal: Goal) -> _Queue:
        """The queue of a goal as it stands on the first day, before anything is planned."""
        keys = {NoteName.parse(key).pitch_class for key in goal.keys}
        done = [one for one in self._known.done if one.goal == place and one.key in keys]
        queue = _Queue(place, goal, self._sessions(goal, place, done), done)
        queue.today = sum(one.day == self._today for one in done)
        last = max((one.day for one in done), default=None)
        queue.waited = self._practice_days(last + timedelta(days=1), self._today) if last else 0
        names = {NoteName.parse(key).pitch_class: key for key in goal.keys}
        for one in sorted(done, key=lambda one: one.day):
            queue.spaced[names[one.key]] = -self._practice_days(one.day, self._today)
        return queue

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

    def _sessions(self, goal: Goal, place: int, sessions: Sequence[DoneSession]) -> list[_Session]:
        """What is left of a goal, in its order: each key once, a week of practice days, or a weak one twice."""
        done: dict[int, int] = {}
        for one in sessions:
            done[one.key] = done.get(one.key, 0) + 1
        times = sum(minutes > 0 for minutes in self._document.minutes) if goal.pace == "key-a-week" else 1
        found: list[_Session] = []
        again: list[_Session] = []
        for key, why in self._ordered(place, goal):
            pitch = NoteName.parse(key).pitch_class
            weak = goal.order == "weakest-first" and self._known.ready.get((place, pitch), 0.0) < _WEAK
            left = max(0, times - done.get(pitch, 0))
            found += [_Session(key, why)] * left
            if weak and goal.pace != "key-a-week" and done.get(pitch, 0) < 2:
                again.append(_Session(key, f"{key} again, because it is weak", again=True))
        return found + again

    def _ordered(self, place: int, goal: Goal) -> Iterator[tuple[str, str]]:
        keys = list(goal.keys)
        if goal.pace == "half-step-a-day":
            first = NoteName.parse(keys[0]).pitch_class
            keys.sort(key=lambda key: (NoteName.parse(key).pitch_class - first) % 12)
        if goal.order == "tunes-first":
            tunes = {NoteName.parse(name).pitch_class for name in self._document.tunes}
            in_hand = [key for key in keys if NoteName.parse(key).pitch_class in tunes]
            yield from ((key, f"{key} first: a tune in hand is in it") for key in in_hand)
            keys = [key for key in keys if key not in in_hand]
        if goal.order == "weakest-first":
            ready, best = self._known.ready, self._known.best
            keys.sort(key=lambda key: ready.get((place, NoteName.parse(key).pitch_class), 0.0))
            for key in keys:
                at = best.get((place, NoteName.parse(key).pitch_class))
                yield key, f"{key}, the weakest left: {'not begun' if at is None else f'at {at} of {goal.tempo}'}"
            return
        before = ""
        for key in keys:
            yield key, _step_from(before, key, goal)
            before = key

    def _many(self, queue: _Queue, day: date) -> int:
        """How many sessions of a goal may come on a day; of one that is due, its share of the days that are left."""
        goal = queue.goal
        if goal.pace != "as-needed" or goal.by is None or goal.by < day:
            return len(queue.left)
        end = min(goal.by + timedelta(days=1), self._days[-1] + timedelta(days=1))
        days = max(1, self._open_before[end] - self._open_before[day])
        return -(-(len(queue.left) + queue.today) // days) - queue.today

    def _is_due(self, queue: _Queue, day: date) -> bool:
        """Whether the next session has waited long enough; one that is due by a day does not wait."""
        goal = queue.goal
        by_day = goal.pace == "as-needed" and goal.by is not None and day <= goal.by
        return by_day or queue.waited >= queue.wait

    def _may(self, queue: _Queue, day: date) -> bool:
        goal = queue.goal
        if goal.after >= 0 and self._queues[goal.after].left:
            return False
        return goal.month == 0 or _month(self._document.start, day) == goal.month

    def _filled(self, day: date, cap: float, practice_day: int) -> Iterator[PlanItem]:
        left = max(0.0, cap - (self._known.minutes.get(day, 0.0) if day == self._today else 0.0))
        for queue in sorted(self._queues, key=lambda one: (one.goal.by or date.max, one.place)):
            if not queue.left or not self._may(queue, day):
                continue
            many = self._many(queue, day)
            while many > 0 and self._is_due(queue, day) and (session := queue.due(practice_day)) is not None:
                if queue.goal.minutes > left + 1e-9:
                    break
                left -= queue.goal.minutes
                many -= 1
                yield self._item(queue, session, day, practice_day)

    def _item(self, queue: _Queue, session: _Session, day: date, practice_day: int) -> PlanItem:
        self._took(queue, session, practice_day)
        why = session.why
        if queue.goal.pace == "key-a-week" and queue.last == session.key:
            why = f"{session.key} goes on: a key a week"
        version = _version(queue.goal, self._document.start, day)
        told = f"; version {version}" if version > 1 else ""
        queue.last = session.key
        return PlanItem(queue.place, session.key, queue.goal.minutes, f"{why}{told}", version)

    def _took(self, queue: _Queue, session: _Session, practice_day: int) -> None:
        queue.left.remove(session)
        queue.spaced[session.key] = practice_day
        queue.done += 1
        queue.today += 1
        queue.waited = 0

    def _pinned(self, pin: DayPin, day: date, practice_day: int) -> Iterator[PlanItem]:
        for one in pin.items or ():
            place, key = one.goal, one.key
            if place >= len(self._queues):
                continue
            queue = self._queues[place]
            session = next((due for due in queue.left if due.key == key), None)
            if session is not None:
                self._took(queue, session, practice_day)
            yield PlanItem(
                place, key, queue.goal.minutes, "set by hand", _version(queue.goal, self._document.start, day)
            )

    def _short(self, days: Sequence[PlanDay]) -> Iterator[Shortfall]:
        every = [late for queue in self._queues if (late := self._late(queue, days)) is not None]
        for number, late in enumerate(every):
            met = partial(self._would_be_met, late.place) if number < _CURED else None
            yield shortfall(late, self._document, met)

    def _late(self, queue: _Queue, days: Sequence[PlanDay]) -> Late | None:
        """What a goal lacks; None for one that is met."""
        goal, longest = queue.goal, max(self._caps.values(), default=0.0)
        by = goal.by or date.max
        until = [item for one in days if one.day <= by for item in one.items]
        own = sum(item.goal == queue.place for one in days if one.day > by for item in one.items) + len(queue.left)
        too_long = goal.minutes > longest and bool(queue.left)
        if not too_long and (goal.by is None or own == 0):
            return None
        fit = sum(item.goal == queue.place for item in until)
        others = sum(item.minutes for item in until if item.goal != queue.place)
        have = max(0.0, sum(one.cap for one in days if one.day <= by) - others)
        practice_days = sum(one.cap > 0 for one in days if one.day <= by)
        finished = (
            None if queue.left else max(one.day for one in days for item in one.items if item.goal == queue.place)
        )
        return Late(queue.place, fit, fit + own, have, practice_days, finished, longest if too_long else None)

    def _would_be_met(self, place: int, changed: PlanDocument) -> bool:
        """Whether a changed plan would meet a goal."""
        planner = _Planner(changed, self._today, self._known, len(self._days) // 7)
        return planner._late(planner._queues[place], planner._filled_days()) is None


def _month(start: date, day: date) -> int:
    """Which month of the plan a day is in, from 1."""
    return (day.year - start.year) * 12 + day.month - start.month + 1


def _version(goal: Goal, start: date, day: date) -> int:
    """Which version of a goal is played on a day, from 1."""
    return (day - start).days // (7 * goal.version_weeks) + 1 if goal.version_weeks else 1


def _step_from(before: str, key: str, goal: Goal) -> str:
    match goal.pace:
        case "half-step-a-day":
            return f"{key}, a half step on from {before}" if before else f"{key} to begin with"
        case "key-a-week":
            return f"{key}, the key of this week"
        case "in-days":
            return f"{key}: {count(len(goal.keys))} keys in {goal.days} days"
    return f"{key} is next" if before else f"{key} to begin with"
