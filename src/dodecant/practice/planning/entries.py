"""A line of the logbook: what was practised, when, how long, how fast, how it went."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date, datetime
from typing import Final, Literal

Word = Literal["", "easy", "comfortable", "pushing"]
Source = Literal["stand", "hand", "file"]
WORDS: Final[Mapping[str, str]] = {
    "": "not said", "easy": "easy", "comfortable": "comfortable", "pushing": "pushing",
}  # fmt: skip


@dataclass(frozen=True)
class Entry:
    """One line. `at` is the moment, `day` the date it had in its time `zone`; `key` a pitch class of the tonic as read.

    `what` names what was practised, `recipe` is its id on the shelf (or nothing), `version` how it was varied. It took
    so many `minutes`; `tempo` in BPM; `notes` and `slips` of takes; `slipped` how often, by degree and kind. The
    `assignment` it was practised for, if any, is named by its number.
    """

    day: date
    at: datetime
    zone: str
    what: str
    minutes: float
    recipe: str = ""
    version: str = ""
    key: int | None = None
    sound: str = ""
    position: str = ""
    value: str = ""
    tempo: int | None = None
    word: Word = ""
    notes: int = 0
    slips: int = 0
    source: Source = "hand"
    assignment: int | None = None
    slipped: Mapping[tuple[str, str], int] = field(default_factory=dict)
    player: int = 1
    id: int = 0
    corrects: int | None = None
