"""The logbook: entries sent and answered, what they add up to, files read."""

from __future__ import annotations

from collections import Counter
from datetime import date, datetime
from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.api.schemas.bounds import Moment
from dodecant.formats.calendar import zone_of
from dodecant.formats.logbook_files import ReadLogbook
from dodecant.practice.planning.coverage import Done, Next, Side, SlipCount, Week
from dodecant.practice.planning.entries import Entry, Source, Word

Text = Annotated[str, Field(max_length=120)]
Key = Annotated[int, Field(ge=0, le=11)]


class SlippedIn(BaseModel):
    """A degree that slipped, and how."""

    degree: Annotated[str, Field(min_length=1, max_length=8)]
    kind: Annotated[str, Field(min_length=1, max_length=24)]


class EntryIn(BaseModel):
    """What was practised: when (with its offset from UTC), in which time zone (IANA name), how long (minutes), how fast
    (BPM), how it went; the key is the pitch class of its tonic as read.
    """

    at: Moment
    zone: Annotated[str, Field(min_length=1, max_length=60)] = "UTC"
    what: Annotated[str, Field(min_length=1, max_length=120)]
    minutes: Annotated[float, Field(gt=0, le=1440, allow_inf_nan=False)]
    recipe: Annotated[str, Field(max_length=80)] = ""
    version: Text = ""
    key: Key | None = None
    sound: Text = ""
    position: Text = ""
    value: Annotated[str, Field(max_length=40)] = ""
    tempo: Annotated[int, Field(ge=10, le=400)] | None = None
    word: Word = ""
    notes: Annotated[int, Field(ge=0, le=100_000)] = 0
    slips: Annotated[int, Field(ge=0, le=100_000)] = 0
    source: Source = "hand"
    assignment: Annotated[int, Field(ge=1, le=2**53)] | None = None
    slipped: Annotated[list[SlippedIn], Field(max_length=1000)] = []

    def entry(self, player: int) -> Entry:
        """As it is kept: its day is the date it had in its zone."""
        local = self.at.astimezone(zone_of(self.zone))
        return Entry(
            day=local.date(), at=self.at, zone=self.zone, what=self.what.strip() or "practice", minutes=self.minutes,
            recipe=self.recipe, version=self.version, key=self.key, sound=self.sound, position=self.position,
            value=self.value, tempo=self.tempo, word=self.word, notes=self.notes, slips=self.slips, source=self.source,
            assignment=self.assignment,
            slipped=Counter((one.degree, one.kind) for one in self.slipped), player=player,
        )  # fmt: skip


class EntryOut(BaseModel):
    """An entry of the logbook, and the number of the one it corrects."""

    id: int
    day: date
    at: datetime
    zone: str
    what: str
    minutes: float
    recipe: str
    version: str
    key: int | None
    sound: str
    position: str
    value: str
    tempo: int | None
    word: Word
    notes: int
    slips: int
    source: Source
    corrects: int | None

    @classmethod
    def of(cls, entry: Entry) -> EntryOut:
        """From the core's value."""
        return cls.model_validate(entry, from_attributes=True)


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
    """How often a degree of a sound slipped, and how."""

    sound: str
    degree: str
    kind: str
    times: int

    @classmethod
    def of(cls, one: SlipCount) -> SlipCountOut:
        """From the core's value."""
        return cls(sound=one.sound, degree=one.degree, kind=one.kind, times=one.times)


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
            ReadEntryOut(**EntryOut.of(entry).model_dump(), known=there)
            for entry, there in list(zip(read.entries, known, strict=True))[:20]
        ]
        faults = [RowFaultOut(line=fault.line, message=fault.message, cure=fault.cure) for fault in read.faults[:100]]
        return cls(entries=len(read.entries), known=sum(known), first=first, faults=faults, taken=taken)


def cell_out(done: Done, ready: float) -> CellOut:
    """A cell with how far it has come."""
    return CellOut(key=done.cell.key, ready=round(ready, 3), times=done.times, tempo=done.comfortable)
