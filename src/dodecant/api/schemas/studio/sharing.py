"""Sharing: who asks, passphrase and tokens, links, and what a guest sees of an assignment."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from dodecant.api.schemas.practising.planning import PlanDayOut
from dodecant.api.schemas.studio.assignments import BlockOut, KeyDoneOut, PlayerNumbers, QuestionOut, Words
from dodecant.exercise.recipe.document import Recipe
from dodecant.practice.planning.coverage import key_names
from dodecant.practice.planning.entries import Entry, Word
from dodecant.practice.planning.routine import Curtain, Routine
from dodecant.store.shares import KeptShare
from dodecant.tables import load_tables

Days = Annotated[int, Field(ge=1, le=366)]


class VisitorOut(BaseModel):
    """Who asks, and whether the server can be reached from other machines."""

    kind: Literal["teacher", "guest", "stranger"]
    shared: bool


class SharingOut(BaseModel):
    """Whether others can reach the server, under which address (and all that can be given to them), whether that can be
    changed here, and whether there is a passphrase.
    """

    on: bool
    address: str
    addresses: list[str]
    changes: bool
    passphrase: bool


class SharingIn(BaseModel):
    """Whether others are let in."""

    on: bool


class SessionIn(BaseModel):
    """The teacher's passphrase."""

    passphrase: Annotated[str, Field(max_length=400)]


class PassphraseIn(BaseModel):
    """A new passphrase, and the present one where the server is shared."""

    passphrase: Annotated[str, Field(max_length=400)]
    present: Annotated[str, Field(max_length=400)] = ""


class TokenIn(BaseModel):
    """The token of a share link."""

    token: Annotated[str, Field(max_length=400)]


class SharesIn(BaseModel):
    """For whom links are made, and for how many days they open something."""

    players: PlayerNumbers
    days: Days = 30


class NewShareOut(BaseModel):
    """A link just made; its address and its code (SVG) are told only now."""

    id: int
    player: int
    name: str
    address: str
    code: str


class ShareOut(BaseModel):
    """A link: for whom, until when, when it was last used, whether it was revoked."""

    id: int
    player: int
    made_at: datetime
    expires_at: datetime
    revoked_at: datetime | None
    used_at: datetime | None

    @classmethod
    def of(cls, kept: KeptShare) -> ShareOut:
        """From the core's value."""
        return cls(**{name: value for name, value in kept._asdict().items() if name != "assignment"})


class LinkOut(BaseModel):
    """A page on the web."""

    name: str
    address: str


class TicketOut(BaseModel):
    """An assignment (by its number) as its player gets it: the teacher's words, the recipes fitted to them (or the
    routine they are in), what the stand shows, what they have done so far, and their questions.
    """

    id: int
    title: str
    due: date | None
    due_words: str
    words: list[BlockOut]
    listening: str
    links: list[LinkOut]
    recipes: list[Recipe]
    routine: Routine | None
    curtain: Curtain
    saved: str
    minutes: float
    keys: list[KeyDoneOut]
    questions: list[QuestionOut]


class GuestPageOut(BaseModel):
    """What a link opens: one assignment of a player, or the `whole` of what is given to them."""

    player: str
    whole: bool
    assignments: list[TicketOut]
    expires_at: datetime


class DoneOut(BaseModel):
    """What a player wrote down: the day, what it was, its key as read and its sound, minutes, tempo (BPM), how it
    went.
    """

    day: date
    what: str
    key: str
    sound: str
    minutes: float
    tempo: int | None
    word: Word

    @classmethod
    def of(cls, entry: Entry) -> DoneOut:
        """From the core's value."""
        key = "" if entry.key is None else key_names(entry.sound, load_tables().scales)[entry.key]
        return cls(
            day=entry.day, what=entry.what, key=key, sound=entry.sound, minutes=round(entry.minutes, 1),
            tempo=entry.tempo, word=entry.word,
        )  # fmt: skip


class GuestWeekOut(BaseModel):
    """A player's own plan for the next seven days, minutes done today, and what they did last."""

    days: list[PlanDayOut]
    done_today: float
    done: list[DoneOut]


class QuestionIn(BaseModel):
    """A question to the teacher; about which assignment, where the link opens more than one."""

    text: Words
    assignment: Annotated[int, Field(ge=1, le=2**53)] | None = None


class StudentShareIn(BaseModel):
    """For how many days a student's own link opens something."""

    days: Days = 90
