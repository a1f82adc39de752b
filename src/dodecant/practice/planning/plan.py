"""A plan: which goal in which key on which day, from minutes, days off, due days and rules. Same input, same plan.

Every goal is a queue of sessions; a day takes from the queues what its minutes hold, the goal that is due first before
the others. What was done stays done, what was missed stays in its queue: it shifts, and never piles up.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from datetime import date, timedelta
from fractions import Fraction
from itertools import pairwise
from typing import Final, NamedTuple

from dodecant.exercise.wording.small_words import count
from dodecant.music.core.pitch import NoteName
from dodecant.practice.planning.days import WEEKDAYS
from dodecant.practice.planning.goals import DayPin, Goal, PlanDocument

WEEKS: Final = 26
_HARD: Final = 1.5  # times its minutes: the day after is light
_LIGHT: Final = 0.6
_WEAK: Final = 0.6  # readiness below which a key comes again
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


class Item(NamedTuple):
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
    items: tuple[Item, ...]
    cap: float
    pinned: bool
    caution: str = ""

    @property
    def minutes(self) -> float:
        """What its items take."""
        return round(sum(item.minutes for item in self.items), 2)


class Shortfall(NamedTuple):
    """A goal that cannot be met: its place, with numbers, and what would make it fit."""

    goal: int
    words: str
    cures: tuple[str, ...]


class Plan(NamedTuple):
    """The days from today on, and the goals that cannot be met."""

    days: tuple[PlanDay, ...]
    short: tuple[Shortfall, ...]


class _Session(NamedTuple):
    key: str
    why: str
    again: bool = False  # a weak key for the second time


class _Queue:
    """The sessions of a goal that are left, and how many of them are due (`credit`)."""

    def __init__(self, place: int, goal: Goal, sessions: list[_Session]) -> None:
        self.place, self.goal, self.left = place, goal, sessions
        self.credit = Fraction(0)
        self.last = ""  # the key that came last
        self.spaced: dict[str, int] = {}
        self.finished: date | None = None

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
        self._queues = [_Queue(n, goal, self._sessions(n, goal)) for n, goal in enumerate(document.goals)]
        self._caps = {day: self._cap(day) for day in self._days}
        self._open_before = {self._days[0]: 0}
        for day, following in pairwise([*self._days, self._days[-1] + timedelta(days=1)]):
            self._open_before[following] = self._open_before[day] + (self._caps[day] > 0)
        for queue in self._queues:
            queue.credit -= sum(one.goal == queue.place and one.day == today for one in known.done)

    def plan(self) -> Plan:
        """Fill day after day."""
        found, practice_day = [], 0
        for day in self._days:
            cap = self._caps[day]
            pin = self._pins.get(day)
            if pin is not None and pin.items is not None:
                items = list(self._pinned(pin, day, practice_day))
            else:
                items = list(self._filled(day, cap, practice_day)) if cap > 0 else []
            for queue in self._queues:
                if not queue.left and queue.finished is None:
                    queue.finished = day
            practice_day += cap > 0
            found.append(PlanDay(day, tuple(items), cap, pin is not None, self._caution(day, cap)))
        return Plan(tuple(found), tuple(self._short(found)))

    def _cap(self, day: date) -> float:
        pin = self._pins.get(day)
        if pin is not None and pin.minutes is not None:
            return float(pin.minutes)
        if day in self._document.days_off:
            return 0.0
        cap = float(self._document.minutes[day.weekday()])
        return round(cap * _LIGHT, 1) if self._after_a_hard_day(day) else cap

    def _after_a_hard_day(self, day: date) -> bool:
        before = day - timedelta(days=1)
        usual = self._document.minutes[before.weekday()]
        return usual > 0 and self._known.minutes.get(before, 0.0) > _HARD * usual

    def _caution(self, day: date, cap: float) -> str:
        if cap and self._after_a_hard_day(day):
            return "A light day after a hard one."
        return "Rest between the halves: twenty minutes at a time are enough." if cap >= 45 else ""

    def _sessions(self, place: int, goal: Goal) -> list[_Session]:
        """What is left of a goal, in its order: each key once, a week of practice days, or a weak one twice."""
        done: dict[int, int] = {}
        for one in self._known.done:
            if one.goal == place:
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

    def _rate(self, queue: _Queue, day: date) -> Fraction:
        """Sessions of a goal on a practice day; of one that is due as many as are left for the days that are left."""
        goal = queue.goal
        if goal.pace in ("half-step-a-day", "key-a-week"):
            return Fraction(1)
        if goal.pace == "in-days":
            return Fraction(len(goal.keys), goal.days)
        if goal.by is None or goal.by < day:
            return Fraction(1)
        end = min(goal.by + timedelta(days=1), self._days[-1] + timedelta(days=1))
        return Fraction(len(queue.left), max(1, self._open_before[end] - self._open_before[day]))

    def _may(self, queue: _Queue, day: date) -> bool:
        goal = queue.goal
        if goal.after >= 0 and self._queues[goal.after].left:
            return False
        return goal.month == 0 or _month(self._document.start, day) == goal.month

    def _filled(self, day: date, cap: float, practice_day: int) -> Iterator[Item]:
        left = max(0.0, cap - (self._known.minutes.get(day, 0.0) if day == self._today else 0.0))
        for queue in sorted(self._queues, key=lambda one: (one.goal.by or date.max, one.place)):
            if not queue.left or not self._may(queue, day):
                continue
            queue.credit = min(queue.credit, queue.credit % 1) + self._rate(queue, day)  # nothing piles up
            while queue.credit >= 1 and (session := queue.due(practice_day)) is not None:
                if queue.goal.minutes > left + 1e-9:
                    break
                left -= queue.goal.minutes
                queue.credit -= 1
                yield self._item(queue, session, day, practice_day)

    def _item(self, queue: _Queue, session: _Session, day: date, practice_day: int) -> Item:
        queue.left.remove(session)
        queue.spaced[session.key] = practice_day
        why = session.why
        if queue.goal.pace == "key-a-week" and queue.last == session.key:
            why = f"{session.key} goes on: a key a week"
        version = _version(queue.goal, self._document.start, day)
        told = f"; version {version}" if version > 1 else ""
        queue.last = session.key
        return Item(queue.place, session.key, queue.goal.minutes, f"{why}{told}", version)

    def _pinned(self, pin: DayPin, day: date, practice_day: int) -> Iterator[Item]:
        for one in pin.items or ():
            place, key = one.goal, one.key
            if place >= len(self._queues):
                continue
            queue = self._queues[place]
            session = next((due for due in queue.left if due.key == key), None)
            if session is not None:
                queue.left.remove(session)
                queue.spaced[key] = practice_day
            yield Item(place, key, queue.goal.minutes, "set by hand", _version(queue.goal, self._document.start, day))

    def _short(self, days: Sequence[PlanDay]) -> Iterator[Shortfall]:
        longest = max(self._caps.values(), default=0.0)
        for queue in self._queues:
            goal = queue.goal
            if goal.minutes > longest and queue.left:
                words = f"“{goal.title}” takes {_n(goal.minutes)} minutes a key; your longest day has {_n(longest)}."
                yield Shortfall(
                    queue.place, words, (f"Give a day {_n(goal.minutes)} minutes.", "Leave out a note value.")
                )
            elif goal.by is not None and (queue.finished is None or queue.finished > goal.by):
                yield self._late(queue, goal, days)

    def _late(self, queue: _Queue, goal: Goal, days: Sequence[PlanDay]) -> Shortfall:
        by = goal.by or date.max
        until = [item for one in days if one.day <= by for item in one.items]
        after = [item for one in days if one.day > by for item in one.items]
        fit = sum(item.goal == queue.place for item in until)
        needed = fit + sum(item.goal == queue.place for item in after) + len(queue.left)
        have = sum(one.cap for one in days if one.day <= by)
        others = sum(item.minutes for item in until if item.goal != queue.place)
        open_days = max(1, sum(one.cap > 0 for one in days if one.day <= by))
        words = (
            f"“{goal.title}”: {count(needed)} key{'s' * (needed > 1)} at {_n(goal.minutes)} minutes need"
            f" {_n(needed * goal.minutes)}; you have {_n(max(0.0, have - others))} by {_day(by)}."
        )
        missing = needed * goal.minutes - (have - others)
        more = -(-max(missing, goal.minutes) // open_days)
        cures = [f"{_n(more)} more minute{'s' * (more > 1)} on each practice day."]
        if queue.finished is not None:
            cures.append(f"Have it due on {_day(queue.finished)}.")
        if fit:
            cures.append(f"Take {count(fit)} key{'s' * (fit > 1)} only.")
        return Shortfall(queue.place, words, tuple(cures))


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


def _day(day: date) -> str:
    return f"{WEEKDAYS[day.weekday()]} {day.isoformat()}"


def _n(number: float) -> str:
    return f"{number:.1f}".removesuffix(".0")
