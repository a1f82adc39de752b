"""Plans lived by simulated learners: how many keys hold at tempo four weeks after the last day.

The model is a simple one of learning and forgetting, and its numbers are ours: it shows which way a plan works, not how
much a person will learn. What a learner can play in a key is a share of the goal's tempo. It decays from one session to
the next towards a floor between where it began and where it was, the slower the more stable it is (exponential
forgetting: H. Ebbinghaus, "Über das Gedächtnis", 1885). A session raises it, most where the tempo is near what can be
played; and it makes it more stable, most where a good part was forgotten (spacing: Cepeda and others, 2006). Whether a
session is clean is drawn by how far the tempo is above what can be played. Every way takes the same steps of the tempo.
"""

from __future__ import annotations

import math
import random
from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from datetime import date, timedelta
from statistics import mean, median_low
from typing import Final, NamedTuple

from dodecant.exercise.recipe.part import read_part
from dodecant.music.core.pitch import NoteName
from dodecant.practice.planning.goals import PlanDocument
from dodecant.practice.planning.history import DoneSession, PlayerHistory
from dodecant.practice.planning.learning import KeyMemory
from dodecant.practice.planning.plan import planned

START: Final = date(2026, 11, 2)
DAYS: Final = 12 * 7
AFTER: Final = 28  # days after the last one
TEMPO: Final = 100  # BPM
SESSION: Final = 5.0  # minutes
HOLDS: Final = 0.97  # of the tempo
GOALS: Final = 3
KEYS: Final = ("C", "F", "B♭", "E♭", "A♭", "D♭", "G♭", "B", "E", "A", "D", "G")
_ROOM: Final = 1.15  # of the tempo: as far as a key goes
_NEAR: Final = 0.15  # how far a tempo may be from what can be played, and still teach
_SURE: Final = 0.04  # how sharply clean turns into slips
_LONGEST: Final = 180.0  # days of stability
_KEPT: Final = 0.5  # of what was learnt, kept for good


class Kind(NamedTuple):
    """A kind of learner: what a minute brings, days until two thirds are forgotten at first, how much spacing helps."""

    name: str
    learns: float
    stable: float
    spaced: float


KINDS: Final = (Kind("quick", 0.06, 5.0, 2.5), Kind("steady", 0.035, 7.0, 2.5), Kind("forgetful", 0.05, 3.0, 2.0))


@dataclass
class Key:
    """What a learner can play in a key, as a share of the tempo."""

    begun: float
    level: float
    stable: float
    learns: float
    last: int | None = None

    def at(self, day: int) -> float:
        """What can be played on a day."""
        if self.last is None:
            return self.begun
        floor = self.begun + _KEPT * (self.level - self.begun)
        return floor + (self.level - floor) * math.exp(-(day - self.last) / self.stable)


@dataclass
class Learner:
    """Somebody who practises: a kind of learner, with chances of their own."""

    kind: Kind
    seed: int
    chance: random.Random = field(init=False)
    keys: dict[tuple[int, int], Key] = field(default_factory=dict)
    memory: dict[tuple[int, int], KeyMemory] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.chance = random.Random(f"{self.kind.name} {self.seed}")

    def key(self, at: tuple[int, int]) -> Key:
        """What is known of a key: some are far off, some nearly there; some are learnt three times as fast."""
        if at not in self.keys:
            chance = random.Random(f"{self.kind.name} {self.seed} {at}")
            begun = chance.uniform(0.4, 0.95)
            learns = self.kind.learns * chance.uniform(0.5, 1.5)
            self.keys[at] = Key(begun, begun, self.kind.stable * chance.uniform(0.7, 1.3), learns)
        return self.keys[at]

    def practise(self, at: tuple[int, int], day: int, minutes: float, share: float) -> bool:
        """Practise a key at a share of the tempo; whether it was clean."""
        key = self.key(at)
        level = key.at(day)
        clean = self.chance.random() < 1 / (1 + math.exp((share - level - _SURE) / _SURE))
        near = math.exp(-(((share - level) / _NEAR) ** 2))
        forgotten = 1 - math.exp(-(day - key.last) / key.stable) if key.last is not None else 0.0
        key.level = max(level, level + key.learns * minutes * near * (_ROOM - level))
        key.stable = min(_LONGEST, key.stable * (1 + self.kind.spaced * forgotten))
        key.last = day
        return clean

    def session(self, at: tuple[int, int], day: int, minutes: float, tempo: int) -> DoneSession:
        """Practise a key on a day at a tempo (BPM)."""
        clean = self.practise(at, day, minutes, tempo / TEMPO)
        done = DoneSession(*at, START + timedelta(days=day), minutes, tempo, clean, int(not clean))
        self.memory[at] = self.memory.get(at, KeyMemory()).after(done, TEMPO)
        return done

    def own_tempo(self, at: tuple[int, int]) -> int:
        """The tempo (BPM) that a player takes who is told none: the same steps up and down, begun where others are."""
        memory = self.memory.get(at, KeyMemory())
        if memory.last is not None:
            return (memory.tempos(TEMPO) or (TEMPO,))[0]
        others = [(other.tempos(TEMPO) or (TEMPO,))[0] for other in self.memory.values()]
        return median_low(others) if others else TEMPO

    def holding(self, day: int) -> int:
        """How many keys hold at tempo on a day."""
        return sum(key.at(day) >= HOLDS for key in self.keys.values())


def by_plan(learner: Learner, minutes: int, school: str) -> None:
    """Twelve weeks by a plan that is asked for each morning."""
    goals = [{"title": f"{n}", "keys": KEYS, "tempo": TEMPO, "minutes": SESSION} for n in range(GOALS)]
    document = read_part(
        PlanDocument, {"start": START.isoformat(), "minutes": [minutes] * 7, "goals": goals, "school": school}
    )
    done: list[DoneSession] = []
    for day in range(DAYS):
        found = planned(document, START + timedelta(days=day), PlayerHistory(done=done), weeks=1)
        for item in found.days[0].items:
            at = item.goal, NoteName.parse(item.key).pitch_class
            tempo = item.tempo if school == "until-it-holds" else learner.own_tempo(at)
            done.append(learner.session(at, day, item.minutes, tempo))


def by_rotation(learner: Learner, minutes: int, _: str) -> None:
    """Twelve weeks of all keys in turn, all the minutes of each day."""
    turn = [(goal, NoteName.parse(key).pitch_class) for goal in range(GOALS) for key in KEYS]
    place = 0
    for day in range(DAYS):
        for _once in range(int(minutes // SESSION)):
            at = turn[place % len(turn)]
            learner.session(at, day, SESSION, learner.own_tempo(at))
            place += 1


WAYS: Final[dict[str, Callable[[Learner, int, str], None]]] = {
    "until-it-holds": by_plan, "once-each": by_plan, "rotation": by_rotation,
}  # fmt: skip


def held(way: str, kind: Kind, minutes: int, seeds: Iterable[int]) -> float:
    """How many of the keys of all goals hold four weeks after the last day, on the average of some learners."""
    found = []
    for seed in seeds:
        learner = Learner(kind, seed)
        WAYS[way](learner, minutes, way)
        found.append(learner.holding(DAYS + AFTER))
    return mean(found)


def learner_rows(many: int = 100) -> list[tuple[str, str, str]]:
    """A row for each kind and each number of minutes, and one for all: keys of thirty-six that hold, by each way."""
    rows = []
    for minutes in (15, 30):
        found = {kind.name: {way: held(way, kind, minutes, range(many)) for way in WAYS} for kind in KINDS}
        found[f"all {len(KINDS) * many}"] = {way: mean(one[way] for one in found.values()) for way in WAYS}
        rows += [_row(f"{name} learners, {minutes} minutes", keys) for name, keys in found.items()]
    return rows


def _row(who: str, keys: dict[str, float]) -> tuple[str, str, str]:
    told = ", ".join(f"{way} {held:.1f}" for way, held in keys.items())
    margin = keys["until-it-holds"] / max(0.1, keys["once-each"], keys["rotation"])
    return f"{who}: keys of 36 that hold", told, f"{margin:.2f} times"


if __name__ == "__main__":
    for row in learner_rows():
        print(*row, sep="; ")
