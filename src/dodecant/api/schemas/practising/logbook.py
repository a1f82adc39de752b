"""The logbook: entries sent and answered, what they add up to, files read."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import field, fields
from datetime import date, datetime
from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field
from pydantic.dataclasses import dataclass

from dodecant.api.schemas.bounds import Moment
from dodecant.formats.calendar import zone_of
from dodecant.formats.logbook_files import ReadLogbook
from dodecant.practice.planning.coverage import Done, Next, Side, SlipCount, Week
from dodecant.practice.planning.entries import COLUMNS, Entry, Practised
from dodecant.practice.planning.mending import MENDED

_ANSWERED = ConfigDict(json_schema_serialization_defaults_required=True)


class SlippedIn(BaseModel):
    """A degree that slipped, and how."""

    degree: Annotated[str, Field(min_length=1, max_length=8, pattern=r"^[^\s;]+$")]
    kind: Annotated[str, Field(min_length=1, max_length=24, pattern=r"^[^\s;]+$")]


@dataclass(frozen=True, kw_only=True)
class EntryIn(Practised):
    """What was practised, and when (with its offset from UTC), in which time zone (IANA name)."""

    at: Moment
    zone: Annotated[str, Field(min_length=1, max_length=60)] = "UTC"
    slipped: Annotated[list[SlippedIn], Field(max_length=1000)] = field(default_factory=list)

    def entry(self, player: int) -> Entry:
        """As it is kept: its day is the date it had in its zone."""
        local = self.at.astimezone(zone_of(self.zone))
        said = {name: getattr(self, name) for name in COLUMNS}
        said["what"] = self.what.strip() or "practice"
        slipped = Counter((slip.degree, slip.kind) for slip in self.slipped)
        return Entry(day=local.date(), at=self.at, zone=self.zone, slipped=slipped, player=player, **said)


@dataclass(frozen=True, kw_only=True, config=_ANSWERED)
class EntryOut(Practised):
    """An entry of the logbook, and the number of the one it corrects."""

    id: int
    day: date
    at: datetime
    zone: str
    corrects: int | None

    @classmethod
    def of(cls, entry: Entry) -> EntryOut:
        """From the core's value."""
        return cls(**{one.name: getattr(entry, one.name) for one in fields(EntryOut)})


class EntriesOut(BaseModel):
    """Some entries, the latest first, and whether there are more."""

    entries: list[EntryOut]
    more: bool


class SideOut(BaseModel):
    """A side of the dial: its key and name, how far it has come (0 to 1), its comfortable tempo, the last day."""

    key: int
    name: str
    ready: float
    tempo: int | None
    last: date | None

    @classmethod
    def of(cls, side: Side, names: dict[int, str]) -> SideOut:
        """From the core's value."""
        return cls(key=side.key, name=names[side.key], ready=side.ready, tempo=side.tempo, last=side.last)


class NextOut(BaseModel):
    """A key that comes next, and why."""

    key: int
    why: str

    @classmethod
    def of(cls, one: Next) -> NextOut:
        """From the core's value."""
        return cls(key=one.key, why=one.why)


class SoundDoneOut(BaseModel):
    """A sound that has been practised: how many of its twelve keys, and how often."""

    sound: str
    keys: int
    times: int


class WeekOut(BaseModel):
    """The minutes of a week, by the day it begins on, and on how many days."""

    begin: date
    minutes: float
    days: int

    @classmethod
    def of(cls, week: Week) -> WeekOut:
        """From the core's value."""
        return cls(begin=week.begin, minutes=round(week.minutes, 1), days=week.days)


class TempoOut(BaseModel):
    """The best tempo of a day."""

    day: date
    tempo: int


class SlipCountOut(BaseModel):
    """How often a degree of a sound slipped, and how (whether that can be mended); in which keys, by name, and up to
    which tempo (BPM).
    """

    sound: str
    degree: str
    kind: str
    of_degree: bool
    times: int
    keys: list[str]
    tempo: int | None

    @classmethod
    def of(cls, slip: SlipCount, names: Mapping[int, str]) -> SlipCountOut:
        """From the core's value."""
        return cls(
            sound=slip.sound, degree=slip.degree, kind=slip.kind, of_degree=slip.kind in MENDED, times=slip.times,
            keys=[names[key] for key in slip.keys], tempo=slip.tempo,
        )  # fmt: skip


class OverviewOut(BaseModel):
    """What the entries add up to: sounds, the dial of one of them, what comes next, weeks, tempos, slips; how many
    distinct forms a symmetric sound has.
    """

    sounds: list[SoundDoneOut]
    sound: str
    sides: list[SideOut]
    following: list[NextOut]
    weeks: list[WeekOut]
    tempos: list[TempoOut]
    slips: list[SlipCountOut]
    forms: int | None


class CellOut(BaseModel):
    """What was done in a key, sound, position and note value: how far it has come (0 to 1), how often, how fast."""

    key: int
    ready: float
    times: int
    tempo: int | None


class RowOut(BaseModel):
    """A row of the matrix: a sound in a position and a note value, with the keys in which something was done."""

    sound: str
    position: str
    value: str
    names: list[str]
    cells: list[CellOut]


class MatrixOut(BaseModel):
    """The whole matrix, and how many holes it has."""

    rows: list[RowOut]
    holes: int


class RowFaultOut(BaseModel):
    """A row of a file that cannot be taken: its line, what is wrong, what would be right."""

    line: int
    message: str
    cure: str


@dataclass(frozen=True, kw_only=True, config=_ANSWERED)
class ReadEntryOut(EntryOut):
    """An entry out of a file, and whether it is there already."""

    known: bool


class ReadLogbookOut(BaseModel):
    """What a file holds: how many entries, how many that are there already, some to look at, rows at fault."""

    entries: int
    known: int
    first: list[ReadEntryOut]
    faults: list[RowFaultOut]
    taken: int

    @classmethod
    def of(cls, read: ReadLogbook, known: list[bool], taken: int = 0) -> ReadLogbookOut:
        """From the core's value."""
        first = [
            ReadEntryOut(**vars(EntryOut.of(entry)), known=there)
            for entry, there in list(zip(read.entries, known, strict=True))[:20]
        ]
        faults = [RowFaultOut(line=fault.line, message=fault.message, cure=fault.cure) for fault in read.faults[:100]]
        return cls(entries=len(read.entries), known=sum(known), first=first, faults=faults, taken=taken)


def cell_out(done: Done, ready: float) -> CellOut:
    """A cell with how far it has come."""
    return CellOut(key=done.cell.key, ready=round(ready, 3), times=done.times, tempo=done.comfortable)
