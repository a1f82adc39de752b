"""The exercise worked out, as a JSON document: what `press --to json` writes and the web application reads."""

from __future__ import annotations

import orjson
from pydantic import BaseModel
from typing_extensions import TypedDict

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import CompanionPart, Note, Role, Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.wording.sentence import PhraseId, sentence_text
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.pitch import Pitch


class PitchOut(TypedDict):
    """A spelled pitch and its MIDI number (C4 = 60)."""

    name: str
    midi: int


class NoteOut(TypedDict):
    """A note, and what is struck under it.

    `start` (from the strip's first barline) and `length` are beats as exact fractions: "7/2".
    """

    id: str
    start: str
    length: str
    written: PitchOut
    sounding: PitchOut
    degree: str
    step: int | None
    number: str
    role: Role
    accent: bool
    short: bool
    under: list[PitchOut]


class BarOut(TypedDict):
    """A bar, numbered from 1 within its strip, with the notes that begin in it."""

    number: int
    notes: list[NoteOut]


class SoundOut(TypedDict):
    """A scale on a tonic."""

    text: str
    tonic: str
    scale: str


class StruckOut(TypedDict):
    """Tones struck together: start and length as in notes, sounding pitches."""

    start: str
    length: str
    pitches: list[PitchOut]


class BesideOut(TypedDict):
    """What goes beside a strip, and whether it is written."""

    kind: str
    written: bool
    struck: list[StruckOut]


class ChordOverOut(TypedDict):
    """A chord over a strip and the beat it comes on, as an exact fraction."""

    start: str
    symbol: str


class StripOut(TypedDict):
    """One strip: its stop, its heading, its bars. `key` is the stop's pitch class as the recipe names keys.

    It lasts from `begin` to `end`, in quarter notes from its first barline.
    """

    index: int
    heading: str
    key: int
    written: SoundOut
    sounding: SoundOut
    octaves_open: int
    begin: float
    end: float
    beside: list[BesideOut]
    chords: list[ChordOverOut]
    bars: list[BarOut]


class PhraseOut(TypedDict):
    """A phrase of the sentence."""

    id: PhraseId
    lead: str
    text: str


class CureOut(TypedDict):
    """A cure: apply `patch` to the recipe as a JSON merge patch (RFC 7396)."""

    label: str
    patch: dict[str, object]


class RemarkOut(TypedDict):
    """A remark on a strip (or on the whole, without one) and the field it is about."""

    kind: str
    strip: int | None
    pointer: str
    text: str
    cures: list[CureOut]


class ExerciseOut(TypedDict):
    """The whole exercise.

    `bar` is the length of a bar, `pulse` what the tempo counts, `groups` what is counted in a bar, in quarter notes.
    """

    recipe: Recipe
    sentence: str
    phrases: list[PhraseOut]
    metre: str
    bar: float
    pulse: float
    groups: list[float]
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
        metre=exercise.metre.text,
        bar=float(exercise.metre.quarters),
        pulse=float(exercise.metre.pulse),
        groups=[float(group) for group in exercise.metre.groups],
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
    return json_bytes(exercise_document(exercise), indented=True) + b"\n"


def json_bytes(value: object, *, indented: bool = False) -> bytes:
    """Any document that holds an exercise, as JSON in UTF-8."""
    return orjson.dumps(value, default=_plain, option=orjson.OPT_INDENT_2 if indented else None)


def _plain(value: object) -> object:
    if isinstance(value, BaseModel):
        return value.model_dump(mode="json")
    raise TypeError(f"{type(value).__name__} has no JSON form")


def _strip(exercise: Exercise, strip: Strip) -> StripOut:
    bars: list[list[NoteOut]] = [[] for _ in strip.bars]
    full = exercise.metre.quarters
    heights: dict[int, tuple[PitchOut, PitchOut]] = {}
    for index, note in enumerate(strip.notes):
        pitches = heights.get(id(note.tone))
        if pitches is None:
            pitches = heights[id(note.tone)] = (_pitch(note.tone.written), _pitch(note.tone.sounding))
        bars[int(note.start // full)].append(_note(strip.note_id(index), note, *pitches))
    return StripOut(
        index=strip.stop.index,
        heading=strip.heading,
        key=strip.stop.key,
        written=_sound(strip.stop.written),
        sounding=_sound(strip.stop.sounding),
        octaves_open=strip.octaves_open,
        begin=float(strip.begin),
        end=float(strip.end),
        beside=[_beside(one) for one in strip.companions],
        chords=[
            ChordOverOut(start=str(over.start), symbol=print_chord(over.chord))
            for over in strip.stop.chords_written
            if over.sound
        ],
        bars=[BarOut(number=number, notes=notes) for number, notes in enumerate(bars, start=1)],
    )


def _note(name: str, note: Note, written: PitchOut, sounding: PitchOut) -> NoteOut:
    tone = note.tone
    return NoteOut(
        id=name,
        start=str(note.start),
        length=str(note.length),
        written=written,
        sounding=sounding,
        degree=tone.degree.text,
        step=tone.step,
        number=tone.number,
        role=tone.role,
        accent=note.loud,
        short=note.short,
        under=[_pitch(one.sounding) for one in tone.lower_tones],
    )


def _beside(beside: CompanionPart) -> BesideOut:
    struck = [
        StruckOut(start=str(one.start), length=str(one.length), pitches=[_pitch(pitch) for pitch in one.pitches])
        for one in beside.chords
    ]
    return BesideOut(kind=beside.kind, written=beside.written, struck=struck)


def _pitch(pitch: Pitch) -> PitchOut:
    return PitchOut(name=pitch.text, midi=pitch.midi)


def _sound(sound: Sound) -> SoundOut:
    return SoundOut(text=sound.text, tonic=sound.tonic.text, scale=sound.scale.name)
