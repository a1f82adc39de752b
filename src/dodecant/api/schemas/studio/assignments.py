"""Assignments: given, and what came back."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from dodecant.api.schemas.studio.players import FittedOut, SimplerNames
from dodecant.formats.words import words_data
from dodecant.music.core.tonics import USUAL
from dodecant.practice.planning.coverage import ready_at
from dodecant.practice.planning.routine import Routine
from dodecant.practice.studio.assignment import Assignment
from dodecant.store.assignments import AssignmentLine, Given, KeptAssignment, Progress, Question
from dodecant.store.players import KeptPlayer
from dodecant.tables import load_tables

PlayerNumbers = Annotated[list[Annotated[int, Field(ge=1, le=2**53)]], Field(max_length=200)]
Words = Annotated[str, Field(min_length=1, max_length=2000)]


class RunOut(BaseModel):
    """Letters in one weight."""

    text: str
    strong: bool
    emphasis: bool


class BlockOut(BaseModel):
    """A paragraph, an item, or a numbered step of a teacher's words."""

    kind: Literal["paragraph", "item", "step"]
    number: int
    runs: list[RunOut]

    @classmethod
    def all(cls, text: str) -> list[BlockOut]:
        """The blocks of a text."""
        return [cls.model_validate(block) for block in words_data(text)]


class AssignmentIn(BaseModel):
    """What is given, to whom, and the revision it was changed from."""

    document: Assignment
    players: PlayerNumbers
    revision: Annotated[int, Field(ge=1, le=2**53)] = 1


class AssignmentLineOut(BaseModel):
    """A line of the list: to how many it was given, how many opened it and practised it, questions without answer."""

    id: int
    title: str
    due: date | None
    given_at: datetime
    players: int
    opened: int
    practised: int
    open_questions: int

    @classmethod
    def of(cls, line: AssignmentLine) -> AssignmentLineOut:
        """From the core's value."""
        return cls(**line._asdict())


class QuestionOut(BaseModel):
    """A question that came back, and the answer, if there is one."""

    id: int
    asked_at: datetime
    text: str
    answer: str

    @classmethod
    def of(cls, one: Question) -> QuestionOut:
        """From the core's value."""
        return cls(id=one.id, asked_at=one.asked_at, text=one.text, answer=one.answer)


class KeyDoneOut(BaseModel):
    """A key (pitch class, with its usual name) as the player reads it and as it sounds, its best comfortable tempo
    (BPM), if there is one yet, and how far it has come (0 to 1) towards the tempo that is asked for.
    """

    key: int
    name: str
    sounding: int
    concert: str
    tempo: int | None
    ready: float

    @classmethod
    def all(cls, done: Progress | None, given: Assignment, instrument: str) -> list[KeyDoneOut]:
        """The keys a player has done of an assignment, on an instrument (by its id)."""
        moved = load_tables().instruments.get(instrument).sounds_half_steps
        names = USUAL["major"]
        return [
            cls(
                key=key, name=names[key], sounding=(key + moved) % 12, concert=names[(key + moved) % 12], tempo=tempo,
                ready=ready_at(tempo, best, given.tempo),
            )
            for key, tempo, best in (done.keys if done else ())
        ]  # fmt: skip


class GivenOut(BaseModel):
    """What one player has done of it: opened, minutes, the last day, keys with their tempos, notes, slips and the
    degrees that slipped most; their questions; what is made simpler for them.
    """

    player: int
    name: str
    instrument: str
    simpler: list[str]
    opened_at: datetime | None
    minutes: float
    last: date | None
    keys: list[KeyDoneOut]
    notes: int
    slips: int
    slipped: list[str]
    questions: list[QuestionOut]

    @classmethod
    def of(
        cls, given: Given, who: KeptPlayer, document: Assignment, done: Progress | None, questions: list[Question]
    ) -> GivenOut:
        """From the core's values."""
        keys = KeyDoneOut.all(done, document, who.profile.instrument)
        return cls(
            player=given.player, name=who.profile.name, instrument=who.profile.instrument, simpler=list(given.simpler),
            opened_at=given.opened_at, minutes=done.minutes if done else 0, last=done.last if done else None, keys=keys,
            notes=done.notes if done else 0, slips=done.slips if done else 0,
            slipped=[f"{degree} ({times}×)" for degree, times in (done.slipped if done else ())],
            questions=[QuestionOut.of(one) for one in questions if one.player == given.player],
        )  # fmt: skip


class AssignmentOut(BaseModel):
    """An assignment with everyone it is given to."""

    id: int
    revision: int
    given_at: datetime
    document: Assignment
    words: list[BlockOut]
    players: list[GivenOut]

    @classmethod
    def of(cls, kept: KeptAssignment, players: list[GivenOut]) -> AssignmentOut:
        """From the core's values."""
        return cls(
            id=kept.id, revision=kept.revision, given_at=kept.given_at, document=kept.document,
            words=BlockOut.all(kept.document.page_words), players=players,
        )  # fmt: skip


class OwnAssignmentOut(BaseModel):
    """An assignment as one player gets it: each of its recipes fitted, and the routine they are in, if it is one."""

    fits: list[FittedOut]
    routine: Routine | None


class SimplerIn(BaseModel):
    """What is made simpler for a player, by the names of the proposals."""

    simpler: SimplerNames


class AnswerIn(BaseModel):
    """The teacher's answer."""

    text: Words
