"""The exercise worked out, as a JSON document: what `press --to json` writes and the web application reads."""

from __future__ import annotations

from fractions import Fraction

from pydantic import BaseModel

from dodecant.exercise.press import Exercise
from dodecant.exercise.recipe import Recipe
from dodecant.exercise.route import Sound
from dodecant.exercise.score import Note, Role, Strip
from dodecant.exercise.sentence import PhraseId, sentence_text
from dodecant.music.pitch import Pitch


class PitchOut(BaseModel):
    """A spelled pitch and its MIDI number (C4 = 60)."""

    name: str
    midi: int


class NoteOut(BaseModel):
    """A note; `start` (from the strip's beginning) and `length` are beats as exact fractions: "7/2"."""

    id: str
    start: str
    length: str
    written: PitchOut
    sounding: PitchOut
    degree: str
    step: int | None
    number: str
    role: Role


class BarOut(BaseModel):
    """A bar, numbered from 1 within its strip, with the notes that begin in it."""

    number: int
    notes: list[NoteOut]


class SoundOut(BaseModel):
    """A scale on a tonic."""

    text: str
    tonic: str
    scale: str


class StripOut(BaseModel):
    """One strip: its stop, its heading, its bars. `key` is the stop's pitch class as the recipe names keys."""

    index: int
    heading: str
    key: int
    written: SoundOut
    sounding: SoundOut
    octaves_open: int
    bars: list[BarOut]


class PhraseOut(BaseModel):
    """A phrase of the sentence."""

    id: PhraseId
    lead: str
    text: str


class CureOut(BaseModel):
    """A cure: apply `patch` to the recipe as a JSON merge patch (RFC 7396)."""

    label: str
    patch: dict[str, object]


class RemarkOut(BaseModel):
    """A remark on a strip (or on the whole, without one) and the field it is about."""

    kind: str
    strip: int | None
    pointer: str
    text: str
    cures: list[CureOut]


class ExerciseOut(BaseModel):
    """The whole exercise."""

    recipe: Recipe
    sentence: str
    phrases: list[PhraseOut]
    beats: int
    bars: int
    seconds: float
    strips: list[StripOut]
    remarks: list[RemarkOut]


def exercise_document(exercise: Exercise) -> ExerciseOut:
    """The document for an exercise."""
    return ExerciseOut(
        recipe=exercise.recipe,
        sentence=sentence_text(exercise.sentence),
        phrases=[PhraseOut(id=phrase.id, lead=phrase.lead, text=phrase.text) for phrase in exercise.sentence],
        beats=exercise.beats,
        bars=exercise.bars,
        seconds=float(exercise.seconds),
        strips=[_strip(exercise, strip) for strip in exercise.strips],
        remarks=[
            RemarkOut(
                kind=remark.kind,
                strip=remark.strip,
                pointer=remark.pointer,
                text=remark.text,
                cures=[CureOut(label=cure.label, patch=cure.patch) for cure in remark.cures],
            )
            for remark in exercise.remarks
        ],
    )


def to_json(exercise: Exercise) -> bytes:
    """The document as indented JSON, UTF-8."""
    return (exercise_document(exercise).model_dump_json(indent=2) + "\n").encode()


def _strip(exercise: Exercise, strip: Strip) -> StripOut:
    bars: list[list[NoteOut]] = [[] for _ in strip.bars]
    for index, note in enumerate(strip.notes):
        bars[int(note.start // exercise.beats)].append(_note(strip.note_id(index), note))
    return StripOut(
        index=strip.stop.index,
        heading=strip.heading,
        key=strip.stop.key,
        written=_sound(strip.stop.written),
        sounding=_sound(strip.stop.sounding),
        octaves_open=strip.octaves_open,
        bars=[BarOut(number=number, notes=notes) for number, notes in enumerate(bars, start=1)],
    )


def _note(name: str, note: Note) -> NoteOut:
    tone = note.tone
    return NoteOut(
        id=name,
        start=_beats(note.start),
        length=_beats(note.length),
        written=_pitch(tone.written),
        sounding=_pitch(tone.sounding),
        degree=tone.degree.text,
        step=tone.step,
        number=tone.number,
        role=tone.role,
    )


def _beats(time: Fraction) -> str:
    return str(time)


def _pitch(pitch: Pitch) -> PitchOut:
    return PitchOut(name=pitch.text, midi=pitch.midi)


def _sound(sound: Sound) -> SoundOut:
    return SoundOut(text=sound.text, tonic=sound.tonic.text, scale=sound.scale.name)
