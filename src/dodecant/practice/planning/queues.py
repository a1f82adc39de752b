"""The sessions of a goal that are left, in their order, as they stand on the first day of a plan."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from datetime import date, timedelta
from statistics import median_low
from typing import Final, NamedTuple

from dodecant.exercise.wording.small_words import count
from dodecant.music.core.pitch import NoteName
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.planning.history import DoneSession, PlayerHistory
from dodecant.practice.planning.learning import KeyMemory, rungs

SESSION_SHARE: Final = 0.5  # of the minutes of a session, to count as one: a take in passing ticks nothing off (ours)
_WEAK: Final = 0.6  # readiness below which a key comes again
_SPACED: Final = 2  # practice days at least between two sessions of a weak key
PATIENCE: Final = 7  # practice days that a key which is begun waits at most, before another one is begun (ours)
_EARLY: Final = 0.5  # of its gap, after which a key may come for a look where there is time
_LOOK_SHARE: Final = 1 / 3  # of the minutes of a session, for a look whether it holds (ours)
_LEAST_LOOK: Final = 1.0  # minutes


class Session(NamedTuple):
    """A session that is left: its key, why it comes, at which tempo (BPM), how many practice days after the last one of
    its key at least; and whether it comes back, beside what the pace brings.
    """

    key: str
    why: str
    tempo: int
    gap: int = 0
    back: bool = False


class Look(NamedTuple):
    """A key that may come for a look: whether it is due, how long it waited as a share of its gap (below nothing, so
    that the longest comes first), its goal and its number there, and its name.
    """

    due: bool
    waited: float
    goal: int
    number: int
    key: str


def look_minutes(goal: Goal) -> float:
    """How long a look at a reached key takes, in minutes."""
    return round(min(goal.minutes, max(_LEAST_LOOK, _LOOK_SHARE * goal.minutes)), 1)


def _holds_on(document: PlanDocument, goal: Goal) -> bool:
    """Whether a key of a goal is practised until it holds. The steps of a routine have tempos of their own."""
    return document.school == "until-it-holds" and goal.kind == "recipe"


class Queue:
    """The sessions of a goal that are left, how many were done, and on how many practice days since the last one, this
    day included (`waited`); what is known of each key, by its name.
    """

    def __init__(self, place: int, goal: Goal, ordered: Sequence[tuple[str, str]], times: int, holding: bool) -> None:
        self.place, self.goal = place, goal
        self._left: list[Session] = []
        self._stale = holding
        self.ordered = ordered  # its keys, each with why it comes
        self.times = times  # how often a key comes
        self.holding = holding
        self.came: dict[str, int] = {}  # how often each key came
        self.keys = {NoteName.parse(key).pitch_class: key for key in goal.keys}
        self.memory: dict[str, KeyMemory] = {}
        self.done = 0
        self.waited = 0
        self.today = 0  # sessions that were done on this day already, or planned for it
        self.last = ""  # the key that came last
        self.spaced: dict[str, int] = {}
        self._looks: dict[str, tuple[date, int]] = {}  # of each reached key, its last day and how many days to the next

    @property
    def wait(self) -> int:
        """Practice days from the last session to the next one; 0 where both come on one day."""
        if self.done == 0:
            return 0
        if self.goal.pace != "in-days":
            return 1
        keys, days = len(self.goal.keys), self.goal.days
        return self.done * days // keys - (self.done - 1) * days // keys

    def due(self, practice_day: int, only_back: bool = False) -> Session | None:
        """The session that comes next, if it may come on this practice day; or the next of those that come back. None
        overtakes another one of its key. A key that comes back goes before a new one where it waited long enough, and
        behind it where not, so that all that is begun comes round soon.
        """
        open_now: dict[str, Session] = {}
        for session in self.left:
            open_now.setdefault(session.key, session)
        able = [
            session
            for session in open_now.values()
            if self._waited(session, practice_day) >= session.gap and (session.back or not only_back)
        ]
        return min(able, key=lambda session: self.turn(session, practice_day), default=None)

    def _waited(self, session: Session, practice_day: int) -> int:
        """Practice days since the last session of its key; just long enough where there was none."""
        return practice_day - self.spaced.get(session.key, practice_day - session.gap)

    def turn(self, session: Session, practice_day: int) -> tuple[int, int]:
        """In which turn a session comes: what waited long, what is new, the rest; what waited longest first. In a plan
        where every key comes once, all are new.
        """
        if not self.holding:
            return 0, 0
        waited = self._waited(session, practice_day)
        return (1, 0) if not session.back else (0 if waited >= PATIENCE else 2, -waited)

    def looks(self, day: date, practice_day: int) -> Iterator[Look]:
        """The reached keys that may come for a look on a day, of those that nothing else is left of."""
        busy = {session.key for session in self.left}
        for number, key in enumerate(self.goal.keys):
            look = self._looks.get(key)
            if look is None or key in busy:
                continue
            last, gap = look
            days = (day - last).days
            if days >= gap:
                yield Look(True, -days / gap, self.place, number, key)
            elif (waited := (practice_day - self.spaced.get(key, 0)) / gap) >= _EARLY:
                yield Look(False, -waited, self.place, number, key)

    def took(self, session: Session, day: date, practice_day: int) -> None:
        """A session comes on a day, and will go well."""
        self._left.remove(session)
        self.came[session.key] = self.came.get(session.key, 0) + 1
        self.remember(session.key, day, practice_day, session.tempo)
        if not session.back:
            self.done += 1
            self.today += 1
            self.waited = 0
            self.last = session.key

    def remember(self, key: str, day: date, practice_day: int, tempo: int) -> None:
        """A key comes on a day at a tempo (BPM), and will go well."""
        self.spaced[key] = practice_day
        played = DoneSession(self.place, NoteName.parse(key).pitch_class, day, None, tempo)
        self.memory[key] = self.memory.get(key, KeyMemory()).after(played, self.goal.tempo)
        self._stale = self.holding

    def leave(self, sessions: list[Session]) -> None:
        """What is left, where every key comes once."""
        self._left = sessions

    @property
    def left(self) -> list[Session]:
        """The sessions that are left; where keys are practised until they hold, by what is known of each."""
        if self._stale:
            self._settle()
        return self._left

    def _settle(self) -> None:
        self._stale = False
        self._left = self._until_it_holds()
        self._looks = {
            key: (memory.last, memory.days)
            for key, memory in self.memory.items()
            if memory.reached and memory.last is not None
        }

    def _until_it_holds(self) -> list[Session]:
        """What is left: what is begun and does not hold yet, then what is new, at the tempo got to in other keys."""
        goal = self.goal
        got_to = [memory.tempos(goal.tempo)[:1] or (goal.tempo,) for memory in self.memory.values() if memory.last]
        first = median_low(tempo for (tempo,) in got_to) if got_to else goal.tempo
        begun: list[Session] = []
        new: list[Session] = []
        later: list[Session] = []
        for key, why in self.ordered:
            memory = self.memory.get(key, KeyMemory())
            if goal.pace == "key-a-week":
                new += [Session(key, why, first)] * max(0, self.times - self.came.get(key, 0))
                continue
            tempos = memory.tempos(goal.tempo) if memory.last else rungs(first, goal.tempo)
            back = [Session(key, "", tempo, gap=memory.wait, back=True) for tempo in tempos]
            if memory.last is None:
                new.append(Session(key, why, first))
                later += back[1:]
            else:
                begun += back
        return begun + new + later


def queue_of(
    document: PlanDocument, place: int, known: PlayerHistory, today: date, practice_days: Callable[[date, date], int]
) -> Queue:
    """The queue of a goal as it stands on a day; `practice_days` counts them from one day to before another."""
    goal = document.goals[place]
    holding = _holds_on(document, goal)
    queue = Queue(place, goal, tuple(_ordered(document, place, known)), _times(document, goal), holding)
    paced: list[DoneSession] = []
    for done in sorted(known.done, key=lambda one: one.day):
        key = queue.keys.get(done.key)
        if done.goal != place or key is None:
            continue
        memory = queue.memory.get(key, KeyMemory())
        needed = look_minutes(goal) if memory.reached else goal.minutes
        if done.minutes is not None and done.minutes < SESSION_SHARE * needed:
            continue
        if not holding or memory.last is None or (goal.pace == "key-a-week" and queue.came.get(key, 0) < queue.times):
            paced.append(done)
        queue.came[key] = queue.came.get(key, 0) + 1
        queue.memory[key] = memory.after(done, goal.tempo)
        queue.spaced[key] = -practice_days(done.day, today)
    if paced:
        queue.done, queue.last = len(paced), queue.keys[paced[-1].key]
        queue.today = sum(one.day == today for one in paced)
        queue.waited = practice_days(paced[-1].day + timedelta(days=1), today)
    if not holding:
        queue.leave(_once_each(queue, known))
    return queue


def _times(document: PlanDocument, goal: Goal) -> int:
    """How often a key comes: on a week of practice days, or once."""
    return sum(minutes > 0 for minutes in document.minutes) if goal.pace == "key-a-week" else 1


def _once_each(queue: Queue, known: PlayerHistory) -> list[Session]:
    """What is left of a goal, in its order: each key once, a week of practice days, or a weak one twice."""
    goal = queue.goal
    found: list[Session] = []
    again: list[Session] = []
    for key, why in queue.ordered:
        weak = goal.order == "weakest-first" and _ready(known, queue.place, key) < _WEAK
        found += [Session(key, why, goal.tempo)] * max(0, queue.times - queue.came.get(key, 0))
        if weak and goal.pace != "key-a-week" and queue.came.get(key, 0) < 2:
            again.append(Session(key, f"{key} again, because it is weak", goal.tempo, gap=_SPACED))
    return found + again


def _ready(known: PlayerHistory, place: int, key: str) -> float:
    return known.ready.get((place, NoteName.parse(key).pitch_class), 0.0)


def _ordered(document: PlanDocument, place: int, known: PlayerHistory) -> Iterator[tuple[str, str]]:
    """The keys of a goal in its order, each with why it comes."""
    goal = document.goals[place]
    keys: Sequence[str] = goal.keys
    if goal.pace == "half-step-a-day":
        first = NoteName.parse(keys[0]).pitch_class
        keys = sorted(keys, key=lambda key: (NoteName.parse(key).pitch_class - first) % 12)
    if goal.order == "tunes-first":
        tunes = {NoteName.parse(name).pitch_class for name in document.tunes}
        in_hand = [key for key in keys if NoteName.parse(key).pitch_class in tunes]
        yield from ((key, f"{key} first: a tune in hand is in it") for key in in_hand)
        keys = [key for key in keys if key not in in_hand]
    if goal.order == "weakest-first":
        for key in sorted(keys, key=lambda key: _ready(known, place, key)):
            at = known.best.get((place, NoteName.parse(key).pitch_class))
            yield key, f"{key}, the weakest left: {'not begun' if at is None else f'at {at} of {goal.tempo}'}"
        return
    before = ""
    for key in keys:
        yield key, _step_from(before, key, goal)
        before = key


def _step_from(before: str, key: str, goal: Goal) -> str:
    match goal.pace:
        case "half-step-a-day":
            return f"{key}, a half step on from {before}" if before else f"{key} to begin with"
        case "key-a-week":
            return f"{key}, the key of this week"
        case "in-days":
            return f"{key}: {count(len(goal.keys))} keys in {goal.days} days"
    return f"{key} is next" if before else f"{key} to begin with"
