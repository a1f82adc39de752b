"""The stand: what the band plays, a take judged, where a ladder leads: what is asked and answered."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.audio.mix import What
from dodecant.backing.band import BandEvent, BandPart
from dodecant.backing.setting import Backing
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.rhythm.timing import swung_span
from dodecant.music.core.pitch import Pitch
from dodecant.music.scales.scale import ScaleCatalogue
from dodecant.practice.aligned import Played
from dodecant.practice.due import due_notes
from dodecant.practice.ladder import Rung, TakeAt, TempoLadder
from dodecant.practice.slips import SlipKind, judged
from dodecant.practice.timing_told import time_kept
from dodecant.practice.told import slip_told, take_told

MOST_EVENTS = 10_000
StripIndex = Annotated[int, Field(ge=0, le=10_000)]
Tempo = Annotated[float, Field(ge=10, le=400)]


class BandsIn(BaseModel):
    """Strips of a recipe, and what is to sound under them."""

    recipe: Recipe
    strips: Annotated[list[StripIndex], Field(min_length=1, max_length=24)]
    backing: Backing


class BandEventOut(BaseModel):
    """Who plays; in quarter notes from the strip's first barline when and how long, swung; MIDI number; 0 to 1."""

    part: BandPart
    at: float
    lasts: float
    pitch: int
    loud: float


class BandOut(BaseModel):
    """What the band plays under a strip."""

    strip: int
    events: list[BandEventOut]


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
    """A take of a strip at a tempo (BPM), the latency of the device taken off already."""

    recipe: Recipe
    strip: StripIndex
    tempo: Tempo
    events: Annotated[list[EventIn], Field(max_length=MOST_EVENTS)]
    octave_free: bool = False


class SlipOut(BaseModel):
    """A slip: its kind, the note by its id in the score, in words, what was played (nothing where nothing was), how far
    off in time in ms.
    """

    kind: SlipKind
    note: str
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


class JudgedOut(BaseModel):
    """A take judged: sentences, slips, time note by note; how many notes were due, and whether it was clean."""

    sentences: list[str]
    slips: list[SlipOut]
    offsets: list[OffsetOut]
    notes: int
    clean: bool


class SimulatedIn(BaseModel):
    """A take to be played by nobody: with so many slips, as uneven as a jitter in ms."""

    recipe: Recipe
    strip: StripIndex
    tempo: Tempo
    slips: Annotated[int, Field(ge=0, le=20)] = 2
    jitter: Annotated[float, Field(ge=0, le=100)] = 12
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1


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


def band_out(strip: Strip, events: tuple[BandEvent, ...], exercise: Exercise) -> BandOut:
    """What the band plays, where it sounds when the exercise swings."""
    placement = exercise.recipe.placement
    found = []
    for event in events:
        at, lasts = map(float, swung_span(event.start, event.length, placement))
        found.append(BandEventOut(part=event.part, at=at, lasts=lasts, pitch=event.pitch, loud=event.loud))
    return BandOut(strip=strip.stop.index, events=found)


def judged_out(wanted: TakeIn, exercise: Exercise, strip: Strip, scales: ScaleCatalogue) -> JudgedOut:
    """Judge a take of a strip."""
    due = due_notes(exercise, strip, wanted.tempo)
    played = [Played(event.at, event.pitch, event.length) for event in wanted.events]
    found = judged(due, played, octave_free=wanted.octave_free)
    bar = float(exercise.metre.quarters)
    slips = []
    for slip in found.slips:
        pitch = None if slip.played is None else Pitch.plainly(slip.played)
        slips.append(
            SlipOut(
                kind=slip.kind,
                note=due[slip.note].id,
                words=slip_told(slip, due, scales),
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
    sentences = take_told(found, due, time_kept(due, found.steady), scales)
    clean = not found.slips and bool(due)
    return JudgedOut(sentences=list(sentences), slips=slips, offsets=offsets, notes=len(due), clean=clean)
