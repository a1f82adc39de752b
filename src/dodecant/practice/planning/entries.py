"""A line of the logbook: what was practised, when, how long, how fast, how it went.

The columns of the logbook are the fields of `Practised`, with their limits. Its rows in the data file, its CSV and JSON
files, what the API takes and answers, and the types of the screen are all made from them.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, fields
from datetime import date, datetime
from typing import Annotated, Final, Literal

from pydantic import Field

Word = Literal["", "easy", "comfortable", "pushing"]
Source = Literal["stand", "hand", "file"]
WORDS: Final[Mapping[str, str]] = {
    "": "not said", "easy": "easy", "comfortable": "comfortable", "pushing": "hard",
}  # fmt: skip
_Text = Annotated[str, Field(max_length=120)]
_Times = Annotated[int, Field(ge=0, le=100_000)]
Tonic = Annotated[int, Field(ge=0, le=11)]


@dataclass(frozen=True, kw_only=True)
class Practised:
    """What a line says of what was practised, column by column.

    `what` names it, and it took so many `minutes`. `key` is the pitch class of the tonic as read; `tempo` is in BPM;
    `notes` and `slips` are those of takes. `recipe` is its id on the shelf (or nothing), `version` how it was varied.
    The `assignment` it was practised for, if any, is named by its number.
    """

    what: Annotated[str, Field(min_length=1, max_length=120)]
    minutes: Annotated[float, Field(gt=0, le=1440, allow_inf_nan=False)]
    key: Tonic | None = None
    sound: _Text = ""
    position: _Text = ""
    value: Annotated[str, Field(max_length=40)] = ""
    tempo: Annotated[int, Field(ge=10, le=400)] | None = None
    word: Word = ""
    notes: _Times = 0
    slips: _Times = 0
    recipe: Annotated[str, Field(max_length=80)] = ""
    version: _Text = ""
    assignment: Annotated[int, Field(ge=1, le=2**53)] | None = None
    source: Source = "hand"


COLUMNS: Final = tuple(column.name for column in fields(Practised))


@dataclass(frozen=True, kw_only=True)
class Entry(Practised):
    """One line. `at` is the moment, `day` the date it had in its time `zone` (IANA name); `slipped` tells how often, by
    degree and kind. It belongs to a player, has a number where it is kept, and may correct another one.
    """

    day: date
    at: datetime
    zone: str
    slipped: Mapping[tuple[str, str], int] = field(default_factory=dict)
    player: int = 1
    id: int = 0
    corrects: int | None = None
