"""What is known of a player when a plan is made: sessions that were done and how they went, what slips, minutes."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from datetime import date
from typing import Final, NamedTuple

_NEARLY: Final = 20  # notes for each slip of a take that is clean or nearly so (ours)


class DoneSession(NamedTuple):
    """A session that was done: its goal (by place), key (pitch class) and day; for how many minutes (None: not known),
    at which tempo (BPM; None: not said), whether it was clean or nearly so, or comfortable (None: not known), and how
    many notes slipped.
    """

    goal: int
    key: int
    day: date
    minutes: float | None = None
    tempo: int | None = None
    clean: bool | None = True
    slips: int = 0


class Slipping(NamedTuple):
    """A degree that slips in a key (pitch class) of a goal: how often, on which day last, and on how many later days
    the key was played without.
    """

    goal: int
    key: int
    degree: str
    times: int
    last: date
    clean: int = 0


class PlayerHistory(NamedTuple):
    """What is known of the player: sessions done, the minutes of each day, readiness by goal and key (0 to 1), the best
    tempo by goal and key (BPM), what slips.
    """

    done: Sequence[DoneSession] = ()
    minutes: Mapping[date, float] = {}
    ready: Mapping[tuple[int, int], float] = {}
    best: Mapping[tuple[int, int], int] = {}
    slipping: Sequence[Slipping] = ()


class PlayedLine(NamedTuple):
    """What a line of the logbook says of a session: its key (pitch class), day, minutes, tempo (BPM), the notes and
    slips of takes, and the word for how it went.
    """

    key: int
    day: date
    minutes: float
    tempo: int | None
    notes: int
    slips: int
    word: str

    @property
    def clean(self) -> bool | None:
        """Whether it was clean or nearly so, or said to be comfortable; None where nothing tells."""
        if self.word:
            return self.word != "pushing"
        return None if self.notes == 0 else self.slips * _NEARLY <= self.notes


def sessions(goal: int, lines: Iterable[PlayedLine]) -> Iterator[DoneSession]:
    """The sessions of a goal out of its lines: one a key and day, by the fastest that was clean, else the fastest."""
    days: dict[tuple[date, int], list[PlayedLine]] = {}
    for line in lines:
        days.setdefault((line.day, line.key), []).append(line)
    for (day, key), played in sorted(days.items()):
        best = max(played, key=lambda line: (line.clean is True, line.clean is False, line.tempo or 0))
        minutes = sum(line.minutes for line in played)
        yield DoneSession(goal, key, day, minutes, best.tempo, best.clean, best.slips)
