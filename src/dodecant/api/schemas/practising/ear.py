"""What is heard beside a take: an improvisation told, questions for the ear, the latency of a device."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.api.schemas.practising.stand import MOST_EVENTS, EventIn, StripIndex, Tempo
from dodecant.exercise.recipe.document import Recipe
from dodecant.practice.ear import EarQuestion, EarSetting, Sung
from dodecant.practice.improvised.report import Told
from dodecant.practice.improvised.rule import FreeRule
from dodecant.practice.latency import Latency

Events = Annotated[list[EventIn], Field(max_length=MOST_EVENTS)]
_Midi = Annotated[int, Field(ge=0, le=127)]
_Seconds = Annotated[float, Field(ge=0, le=600, allow_inf_nan=False)]


class ImprovisedIn(BaseModel):
    """What was improvised over a strip at a tempo (BPM), under a rule."""

    recipe: Recipe
    strip: StripIndex
    tempo: Tempo
    rule: FreeRule
    events: Events


class ChorusOut(BaseModel):
    """A chorus: how many notes, how many of them in the sound, how many phrases, which share of the time was filled
    (0 to 1), and the sound that was chosen for it.
    """

    time: int
    notes: int
    inside: int
    phrases: int
    filled: float
    sound: str


class ImprovisedOut(BaseModel):
    """What became of the rule: sentences, and each chorus."""

    sentences: list[str]
    choruses: list[ChorusOut]

    @classmethod
    def of(cls, told: Told) -> ImprovisedOut:
        """From the core's value."""
        choruses = [ChorusOut.model_validate(one._asdict()) for one in told.choruses]
        return cls(sentences=list(told.sentences), choruses=choruses)


class EarIn(BaseModel):
    """Questions about the sound of a strip (over changes that of its first chord)."""

    recipe: Recipe
    strip: StripIndex = 0
    setting: EarSetting = EarSetting()


class EarNoteOut(BaseModel):
    """A note that is heard: from which beat, how many beats, its MIDI number, its degree."""

    start: float
    length: float
    pitch: int
    degree: str


class EarQuestionOut(BaseModel):
    """A question: in words, the drone and the notes that are heard, answers to choose from, the right one (none where
    it is sung), what is told after each.
    """

    words: str
    drone: int
    notes: list[EarNoteOut]
    options: list[str]
    answer: int | None
    told: list[str]

    @classmethod
    def of(cls, asked: EarQuestion) -> EarQuestionOut:
        """From the core's value."""
        notes = [EarNoteOut.model_validate(note._asdict()) for note in asked.notes]
        return cls(
            words=asked.words, drone=asked.drone, notes=notes, options=list(asked.options), answer=asked.answer,
            told=list(asked.told),
        )  # fmt: skip


class SungIn(BaseModel):
    """A phrase that was to be sung back over the sound of a strip, by MIDI numbers, and what was heard."""

    recipe: Recipe
    strip: StripIndex = 0
    due: Annotated[list[_Midi], Field(min_length=1, max_length=16)]
    events: Events


class SungOut(BaseModel):
    """For each note whether it was right, and in words."""

    right: list[bool]
    words: str

    @classmethod
    def of(cls, sung: Sung) -> SungOut:
        """From the core's value."""
        return cls(right=list(sung.right), words=sung.words)


class LatencyIn(BaseModel):
    """Clicks, in seconds, and the notes that were played with them."""

    clicks: Annotated[list[_Seconds], Field(min_length=4, max_length=64)]
    events: Events


class LatencyOut(BaseModel):
    """How long after the hand a note arrives in ms, or nothing where it cannot be told; how unevenly; in words."""

    ms: int | None
    spread: int
    words: str

    @classmethod
    def of(cls, found: Latency) -> LatencyOut:
        """From the core's value."""
        return cls.model_validate(found._asdict())
