"""Kept takes: what is sent and answered."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.api.schemas.practising.stand import MOST_EVENTS, EventIn, EventOut
from dodecant.store.takes import KeptTake

Sentence = Annotated[str, Field(max_length=600)]


class TakeToKeepIn(BaseModel):
    """A judged take: the recipe by its id on the shelf (or nothing) and its title, the strip by its heading, the tempo
    in BPM, how many notes were due and slips made, what was told, and its events.
    """

    recipe: Annotated[str, Field(max_length=80)] = ""
    title: Annotated[str, Field(max_length=120)] = ""
    strip: Annotated[str, Field(min_length=1, max_length=400)]
    tempo: Annotated[int, Field(ge=10, le=400)]
    notes: Annotated[int, Field(ge=0, le=100_000)]
    slips: Annotated[int, Field(ge=0, le=100_000)]
    sentences: Annotated[list[Sentence], Field(max_length=6)] = []
    events: Annotated[list[EventIn], Field(max_length=MOST_EVENTS)] = []

    def take(self, now: datetime) -> KeptTake:
        """As it is stored."""
        events = tuple((one.at, one.pitch, one.length) for one in self.events)
        seconds = max((at + length for at, _, length in events), default=0.0)
        told = tuple(self.sentences)
        return KeptTake(
            self.recipe, self.title, self.strip, self.tempo, self.notes, self.slips, seconds, told, events, now
        )


class KeptTakeOut(BaseModel):
    """A kept take: its number, when it was taken, tempo, notes, slips, sentences."""

    id: int
    title: str
    strip: str
    tempo: int
    notes: int
    slips: int
    sentences: list[str]
    taken_at: datetime

    @classmethod
    def of(cls, take: KeptTake, number: int) -> KeptTakeOut:
        """From the stored value."""
        return cls(
            id=number, title=take.title, strip=take.strip, tempo=take.tempo, notes=take.notes, slips=take.slips,
            sentences=list(take.sentences), taken_at=take.taken_at,
        )  # fmt: skip


class TakeWithEventsOut(KeptTakeOut):
    """A kept take with what was played."""

    events: list[EventOut]

    @classmethod
    def of_events(cls, take: KeptTake) -> TakeWithEventsOut:
        """From the stored value."""
        events = [EventOut(at=at, pitch=pitch, length=length) for at, pitch, length in take.events]
        return cls(**KeptTakeOut.of(take, take.id).model_dump(), events=events)
