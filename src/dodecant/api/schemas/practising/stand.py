"""The stand: what the band plays, a take judged, where a ladder leads: what is asked and answered."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.audio.mix import What
from dodecant.backing.band import BandEvent, BandPart, counted_in
from dodecant.backing.setting import Backing
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.rhythm.timing import swung_span
from dodecant.music.core.pitch import Pitch
from dodecant.music.scales.scale import ScaleCatalogue
from dodecant.practice.improvised.rule import FreeRule, free_passages
from dodecant.practice.ladder import Rung, TakeAt, TempoLadder
from dodecant.practice.planning.mending import MENDED
from dodecant.practice.rounds import Passage, PassageRole, Rounds, passages
from dodecant.practice.takes.alignment import Played
from dodecant.practice.takes.due import due_notes, so_far
from dodecant.practice.takes.report import slip_words, take_report
from dodecant.practice.takes.slip import OF_TIME, SlipKind
from dodecant.practice.takes.slips import judged
from dodecant.practice.takes.timing import TimeKept, time_kept

MOST_EVENTS = 10_000
StripIndex = Annotated[int, Field(ge=0, le=10_000)]
Tempo = Annotated[float, Field(ge=10, le=400)]


class BandsIn(BaseModel):
    """Strips of a recipe, what is to sound under them, how each is gone through, or the rule one improvises under."""

    recipe: Recipe
    strips: Annotated[list[StripIndex], Field(min_length=1, max_length=1000)]
    backing: Backing
    rounds: Rounds = Rounds()
    rule: FreeRule | None = None


class BandScoreIn(BaseModel):
    """A recipe, and the backing to write out with it."""

    recipe: Recipe
    backing: Backing


class BandEventOut(BaseModel):
    """Who plays; in quarter notes from the strip's first barline when and how long, swung; MIDI number; 0 to 1."""

    part: BandPart
    at: float
    lasts: float
    pitch: int
    loud: float


class RoundPassageOut(BaseModel):
    """A passage that is played, from where to where in quarter notes from the first barline: the line, a root held (its
    MIDI number), a call, an answer, or what one likes; which time it is.
    """

    start: float
    end: float
    role: PassageRole
    time: int
    held: int | None

    @classmethod
    def of(cls, passage: Passage) -> RoundPassageOut:
        """From the core's value."""
        start, end, role, time, held = passage
        return cls(start=float(start), end=float(end), role=role, time=time, held=held)


class SectionOut(BaseModel):
    """A section of the changes: its letter, and where it begins in quarter notes from the first barline."""

    at: float
    name: str


class BandOut(BaseModel):
    """What the band plays under a strip, after a count-in of so many quarter notes; the passages that are gone through;
    sections, and where each begins.
    """

    strip: int
    count_in: float
    events: list[BandEventOut]
    passages: list[RoundPassageOut]
    sections: list[SectionOut]


class StandSoundIn(BaseModel):
    """What is to be written as sound: strips of a recipe (none: all), their backing, at a tempo (BPM); the line, the
    band, or both.
    """

    recipe: Recipe
    strips: Annotated[list[StripIndex], Field(max_length=1000)] = []
    backing: Backing
    tempo: Tempo
    what: What = "both"


class EventIn(BaseModel):
    """A note that was played: seconds from the strip's beginning, MIDI number as it sounds, length in seconds."""

    at: Annotated[float, Field(ge=-60, le=7200, allow_inf_nan=False)]
    pitch: Annotated[int, Field(ge=0, le=127)]
    length: Annotated[float, Field(ge=0, le=600, allow_inf_nan=False)] = 0.1


class TakeIn(BaseModel):
    """A take of a strip, or of some of its bars, at a tempo (BPM), the latency of the device taken off already; one
    that is still being played is judged `until` a moment (seconds).
    """

    recipe: Recipe
    strip: StripIndex
    tempo: Tempo
    events: Annotated[list[EventIn], Field(max_length=MOST_EVENTS)]
    octave_free: bool = False
    every_tone: bool = False
    rounds: Rounds = Rounds()
    until: Annotated[float, Field(ge=0, le=7200, allow_inf_nan=False)] | None = None


class SlipOut(BaseModel):
    """A slip: its kind, the note by its id in the score, its bar, where in it (beats, from 1) and to which bar it
    reaches; its number as shown and its degree against the major scale, as the logbook keeps it whatever the numbers;
    whether it is one of that degree that can be mended, or one of time; in words, what was played (nothing where
    nothing was), how far off in time in ms.
    """

    kind: SlipKind
    note: str
    bar: int
    beat: float
    until_bar: int
    number: str
    degree: str
    of_degree: bool
    of_time: bool
    words: str
    played: str | None
    staff_steps: int | None
    off: int


class OffsetOut(BaseModel):
    """How far off in time a note was played: its id, its bar, where in it (a share from 0 to 1), ms."""

    note: str
    bar: int
    place: float
    off: float


class TimeOut(BaseModel):
    """How time was kept in a take, in ms: how late (early is negative) in the middle, how unevenly, how much later
    (sooner is negative) the line came to be from the beginning of one bar to the end of another; and how eighths swung
    and were to, in hundredths of the beat.
    """

    off: int
    uneven: int
    drift: int
    drift_from: int
    drift_until: int
    swing: int | None
    due_swing: int | None

    @classmethod
    def of(cls, kept: TimeKept) -> TimeOut:
        """From the core's value."""
        return cls(
            off=round(kept.off),
            uneven=round(kept.uneven),
            drift=round(kept.drift.by),
            drift_from=kept.drift.bar,
            drift_until=kept.drift.until,
            swing=kept.swing,
            due_swing=kept.due_swing,
        )


class JudgedOut(BaseModel):
    """A take judged: sentences, and the facts they are made of: slips, how time was kept, time note by note; how many
    notes were due, and whether it was clean.
    """

    sentences: list[str]
    slips: list[SlipOut]
    time: TimeOut | None
    offsets: list[OffsetOut]
    notes: int
    clean: bool


class SimulatedIn(BaseModel):
    """A take to be played by nobody: with so many slips, as uneven as a jitter in ms; under a rule, improvised."""

    recipe: Recipe
    strip: StripIndex
    tempo: Tempo
    slips: Annotated[int, Field(ge=0, le=20)] = 2
    jitter: Annotated[float, Field(ge=0, le=100)] = 12
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
    rounds: Rounds = Rounds()
    rule: FreeRule | None = None


class EventOut(BaseModel):
    """A note that is played: seconds from the strip's beginning, MIDI number, length in seconds."""

    at: float
    pitch: int
    length: float


class TakeAtIn(BaseModel):
    """A take by its tempo, and whether it was clean."""

    tempo: Annotated[int, Field(ge=10, le=400)]
    clean: bool


class LadderIn(BaseModel):
    """A ladder, the takes so far in their order, and the recipe whose note values it begins by."""

    recipe: Recipe
    ladder: TempoLadder
    takes: Annotated[list[TakeAtIn], Field(max_length=2000)] = []


class RungOut(BaseModel):
    """Where one stands on a ladder: the tempo, whether the top was reached cleanly, the rule in words."""

    tempo: int
    done: bool
    words: str

    @classmethod
    def of(cls, found: Rung) -> RungOut:
        """From the core's value."""
        return cls(tempo=found.tempo, done=found.done, words=found.words)


def takes_of(wanted: LadderIn) -> list[TakeAt]:
    """The takes as the core has them."""
    return [TakeAt(one.tempo, one.clean) for one in wanted.takes]


def band_out(strip: Strip, events: tuple[BandEvent, ...], exercise: Exercise, wanted: BandsIn) -> BandOut:
    """What the band plays, where it sounds when the exercise swings."""
    placement, metre, rule = exercise.recipe.placement, exercise.metre, wanted.rule
    gone = free_passages(strip, metre, rule) if rule else passages(strip, metre, wanted.rounds)
    sections = strip.stop.timeline.sections if strip.stop.timeline else ()
    found = []
    for event in events:
        at, lasts = map(float, swung_span(event.start, event.length, placement))
        found.append(BandEventOut(part=event.part, at=at, lasts=lasts, pitch=event.pitch, loud=event.loud))
    return BandOut(
        strip=strip.stop.index,
        count_in=float(counted_in(metre, wanted.backing)),
        events=found,
        passages=[RoundPassageOut.of(passage) for passage in gone],
        sections=[SectionOut(at=float(at), name=name) for at, name in sections],
    )


def played_of(events: Sequence[EventIn]) -> list[Played]:
    """Events as the core has them."""
    return [Played(event.at, event.pitch, event.length) for event in events]


def judged_out(wanted: TakeIn, exercise: Exercise, strip: Strip, scales: ScaleCatalogue) -> JudgedOut:
    """Judge a take of a strip."""
    due, played = due_notes(exercise, strip, wanted.tempo, wanted.rounds), played_of(wanted.events)
    if wanted.until is not None:
        due = so_far(due, wanted.until)
        end = due[-1].at + due[-1].gap / 2 if due else 0.0
        played = [note for note in played if note.at < end]
    found = judged(due, played, octave_free=wanted.octave_free, every_tone=wanted.every_tone)
    bar = float(exercise.metre.quarters)
    slips = []
    for slip in found.slips:
        pitch = None if slip.played is None else Pitch.plainly(slip.played)
        slips.append(
            SlipOut(
                kind=slip.kind,
                note=due[slip.note].id,
                bar=due[slip.note].bar,
                beat=round(float(due[slip.note].place / exercise.metre.pulse) + 1, 3),
                until_bar=due[slip.until or slip.note].bar,
                number=due[slip.note].number,
                degree=due[slip.note].degree.within_octave.text,
                of_degree=slip.kind in MENDED,
                of_time=slip.kind in OF_TIME,
                words=slip_words(slip, due, scales),
                played=pitch.text if pitch else None,
                staff_steps=None if pitch is None else pitch.position - Pitch.plainly(due[slip.note].pitch).position,
                off=round(1000 * slip.off),
            )
        )
    offsets = [
        OffsetOut(note=note.id, bar=note.bar, place=float(note.place) / bar, off=round(1000 * off, 1))
        for note, off in zip(due, found.offsets, strict=True)
        if off is not None
    ]
    time = time_kept(due, found)
    return JudgedOut(
        sentences=list(take_report(found, due, time, scales, ended=wanted.until is None)),
        slips=slips,
        time=TimeOut.of(time) if time else None,
        offsets=offsets,
        notes=len(due),
        clean=not found.slips and bool(due),
    )
