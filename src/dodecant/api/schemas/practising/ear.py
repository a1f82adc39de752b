"""What is heard beside a take: an improvisation told, questions for the ear, the latency of a device."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, Field, ValidationError

from dodecant.api.schemas.practising.stand import MOST_EVENTS, EventIn, StripIndex, Tempo
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.figures import Cell
from dodecant.practice.ear import EarQuestion, EarSetting, Sung
from dodecant.practice.improvised.form import FormBar
from dodecant.practice.improvised.habits import Habit
from dodecant.practice.improvised.report import Told
from dodecant.practice.improvised.rule import FreeRule
from dodecant.practice.improvised.whereabouts import Verdict
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


class StatementsOut(BaseModel):
    """Four units of phrases: their first bar and chorus, how many statements began in them, the bars in which one ran
    over, and of those units that had no breath.
    """

    bar: int
    chorus: int
    statements: int
    over: list[int]
    no_breath: list[int]


class FormEntryOut(BaseModel):
    """How one came into a stretch of the form: its section, bar and chorus, its sound and the one before it, by how
    many bars late (early is negative), and what that is.
    """

    section: str
    bar: int
    chorus: int
    sound: str
    before: str
    off: int
    verdict: Verdict


class ShiftedOut(BaseModel):
    """So many bars were lost (won is negative) somewhere between two bars, the second of them in a chorus."""

    by: int
    bar: int
    until: int
    chorus: int


class TargetOut(BaseModel):
    """What stood on a change: its bar and chorus, the chord, the degree above its root, whether it is one of its tones,
    and whether its third or seventh.
    """

    bar: int
    chorus: int
    chord: str
    degree: str
    chord_tone: bool
    guide: bool


class HabitOut(BaseModel):
    """A figure that came again, by the degrees of its notes or by its shape alone: those degrees where it came first,
    the half steps from note to note, the same as a cell (none where none reaches as far), and on which beats since the
    beginning.
    """

    by: Literal["degrees", "shape"]
    degrees: list[str]
    half_steps: list[int]
    figure: Cell | None
    at: list[float]


class ImprovisedOut(BaseModel):
    """What became of the rule: sentences, and the facts they are made of."""

    sentences: list[str]
    choruses: list[ChorusOut]
    sections: list[StatementsOut]
    entries: list[FormEntryOut]
    shifts: list[ShiftedOut]
    targets: list[TargetOut]
    habits: list[HabitOut]

    @classmethod
    def of(cls, told: Told) -> ImprovisedOut:
        """From the core's value."""
        return cls(
            sentences=list(told.sentences),
            choruses=[ChorusOut.model_validate(one._asdict()) for one in told.choruses],
            sections=[StatementsOut.model_validate(one._asdict()) for one in told.sections],
            entries=[FormEntryOut.model_validate(one._asdict()) for one in told.where.entries],
            shifts=[ShiftedOut.model_validate(one._asdict()) for one in told.where.shifts],
            targets=[TargetOut.model_validate(one._asdict()) for one in told.targets],
            habits=[HabitOut.model_validate({**one._asdict(), "figure": _cell(one)}) for one in told.habits],
        )


def _cell(habit: Habit) -> Cell | None:
    try:
        return Cell(text=habit.cell)
    except ValidationError:
        return None


class FormIn(BaseModel):
    """A strip, and the rule one improvises under."""

    recipe: Recipe
    strip: StripIndex
    rule: FreeRule


class FormChordOut(BaseModel):
    """A chord: its symbol, its beat (quarter notes from the barline), and what is played on it, chorus by chorus."""

    symbol: str
    beat: float
    sounds: list[str]


class FormBarOut(BaseModel):
    """A bar of the form: its number, the section that begins in it, its chords."""

    number: int
    section: str
    chords: list[FormChordOut]

    @classmethod
    def of(cls, bar: FormBar) -> FormBarOut:
        """From the core's value."""
        chords = [FormChordOut.model_validate(one._asdict()) for one in bar.chords]
        return cls(number=bar.number, section=bar.section, chords=chords)


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
