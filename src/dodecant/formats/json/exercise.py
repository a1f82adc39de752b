"""The exercise worked out, as a JSON document: what `press --to json` writes and the web application reads."""

from __future__ import annotations

from typing import Required, cast

import orjson
from pydantic import BaseModel
from typing_extensions import TypedDict

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.harmony.what_holds import rules_over
from dodecant.exercise.notation.score import CompanionPart, FingerMark, Note, Role, Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.note_values import NoteValue
from dodecant.exercise.recipe.placement import Placement
from dodecant.exercise.rhythm.timing import swung_span
from dodecant.exercise.routes.key_names import twelve_names
from dodecant.exercise.routes.stops import Stop
from dodecant.exercise.wording.sentence import PhraseId, sentence_text
from dodecant.instrument.fingering.keyboard import KeyFinger
from dodecant.instrument.profile import FingeringFamily
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.identity import Identities
from dodecant.music.core.pitch import Pitch
from dodecant.music.scales.scale import Scale

_INSIDE = frozenset({"height", "nth", "under", "keys_under"})


class PitchOut(TypedDict):
    """A spelled pitch and its MIDI number (C4 = 60)."""

    name: str
    midi: int


class FingerUnderOut(TypedDict, total=False):
    """What plays a tone that is struck under another."""

    string: int
    fret: int
    finger: Required[int]


class FingeringOut(TypedDict, total=False):
    """What the hand does for a note, by the family of its instrument (`kind`), and what of that is written (`text`).

    Strings are counted from the highest, frets from 1 (0 is open), fingers from the index finger, on keyboards from the
    thumb; `position` is the fret of the first finger or the slide's; `cents` tell how far a partial is off; valves are
    "13", "0" for none; a hole is blown or drawn, bent down by half steps, blown `over`, or with the slide pressed.
    What is struck together has the tones `under` the highest too, downwards; where both hands play the
    line, `other_hand` is the finger of the left.
    """

    kind: Required[FingeringFamily]
    text: Required[str]
    string: int
    fret: int
    finger: int
    position: int
    outside: bool
    partial: int
    trigger: bool
    cents: int
    valves: str
    sharp: bool
    hole: int
    breath: str
    bend: int
    over: bool
    slide: bool
    under: list[FingerUnderOut]
    other_hand: int


class NoteOut(TypedDict):
    """A note, and what is struck under it.

    `start` (from the strip's first barline) and `length` are beats as exact fractions: "7/2". In sound, where it may
    swing or be short, it begins at `sounds_at` and lasts for `sounds_for` beats.
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
    sounds_at: float
    sounds_for: float
    lower_tones: list[PitchOut]
    fingering: FingeringOut | None


class BarOut(TypedDict):
    """A bar, numbered from 1 within its strip, with the notes that begin in it."""

    number: int
    notes: list[NoteOut]


class SoundOut(TypedDict):
    """A scale on a tonic."""

    text: str
    tonic: str
    scale: str


class CompanionChordOut(TypedDict):
    """Tones struck together: start, length and time in sound as in notes; sounding pitches."""

    start: str
    length: str
    sounds_at: float
    sounds_for: float
    pitches: list[PitchOut]


class CompanionOut(TypedDict):
    """What goes beside a strip, and whether it is written."""

    kind: str
    written: bool
    chords: list[CompanionChordOut]


class ChordOverOut(TypedDict):
    """A chord over a strip and the beat it comes on, as an exact fraction; its number as written, and the rule that
    holds there (from 0).
    """

    start: str
    symbol: str
    number: int | None
    rule: int | None


class PieceOverOut(TypedDict):
    """A piece of an etude, by its number, and the bar (from 1) it begins in."""

    bar: int
    piece: int


class PassageOut(TypedDict):
    """A passage of a strip that sounds, in quarter notes from its first barline."""

    start: float
    end: float


class PractisedOut(TypedDict):
    """What is practised with a strip, as a logbook tells it: the key (pitch class of the tonic as read), the sound,
    the position (empty where the hand is free), and the note value.
    """

    key: int
    sound: str
    position: str
    value: NoteValue


class StripOut(TypedDict):
    """One strip: its stop, its heading, its bars. `key` is the stop's pitch class as the recipe names keys.

    It lasts from `begin` to `end`, in quarter notes from its first barline. `played` are the passages that sound, one
    after another, repeats followed.
    """

    index: int
    heading: str
    key: int
    practised: PractisedOut
    written: SoundOut
    sounding: SoundOut
    octaves_open: int
    begin: float
    end: float
    played: list[PassageOut]
    companions: list[CompanionOut]
    chords: list[ChordOverOut]
    pieces: list[PieceOverOut]
    bars: list[BarOut]


class PhraseOut(TypedDict):
    """A phrase of the sentence; of several of a kind its `place`."""

    id: PhraseId
    lead: str
    text: str
    place: int | None


class CureOut(TypedDict):
    """A cure: apply `patch` to the recipe as a JSON merge patch (RFC 7396)."""

    label: str
    patch: dict[str, object]


class RemarkOut(TypedDict):
    """A remark on a strip (or on the whole, without one; `also` are further ones) and the field it is about."""

    kind: str
    strip: int | None
    also: list[int]
    pointer: str
    text: str
    cures: list[CureOut]


class ExerciseOut(TypedDict):
    """The whole exercise.

    `key_names` are what it calls the twelve keys, from C; `explains_joins` tells whether a line goes over from chord to
    chord for reasons one can ask for. `bar` is the length of a bar, `pulse` what the tempo counts, `groups`
    what is counted in a bar, in quarter notes.
    """

    recipe: Recipe
    key_names: list[str]
    explains_joins: bool
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
        key_names=list(twelve_names(exercise.recipe, exercise.instrument, _named_by(exercise.strips[0].stop))),
        explains_joins=exercise.recipe.explains_joins,
        sentence=sentence_text(exercise.sentence),
        phrases=[
            PhraseOut(id=phrase.id, lead=phrase.lead, text=phrase.text, place=phrase.place)
            for phrase in exercise.sentence
        ],
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
                also=list(remark.also),
                pointer=remark.pointer,
                text=remark.text,
                cures=[CureOut(label=cure.label, patch=cure.patch) for cure in remark.cures],
            )
            for remark in exercise.remarks
        ],
    )


def _named_by(stop: Stop) -> Scale:
    """The scale that the keys of an exercise are named by."""
    return stop.in_key.named_by if stop.in_key else stop.written.scale


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
    full, part = exercise.metre.quarters, exercise.recipe.fingering
    heights: dict[int, tuple[PitchOut, PitchOut]] = {}
    name, placement = Identities(), exercise.recipe.placement
    for index, note in enumerate(strip.notes):
        pitches = heights.get(id(note.tone))
        if pitches is None:
            pitches = heights[name(note.tone)] = (_pitch(note.tone.written), _pitch(note.tone.sounding))
        mark = strip.fingers[index] if part is not None else None
        fingering = _fingering(mark, part.family) if mark is not None and part is not None else None
        bars[int(note.start // full)].append(_note(strip.note_id(index), note, *pitches, placement, fingering))
    return StripOut(
        index=strip.stop.index,
        heading=strip.heading,
        key=strip.stop.key,
        practised=PractisedOut(
            key=strip.stop.written.tonic.pitch_class,
            sound=strip.stop.sound_name,
            position=strip.stop.place.text if strip.stop.place else "",
            value=strip.stop.value or placement.value,
        ),
        written=_sound(strip.stop.written),
        sounding=_sound(strip.stop.sounding),
        octaves_open=strip.octaves_open,
        begin=float(strip.begin),
        end=float(strip.end),
        played=[PassageOut(start=float(start), end=float(end)) for start, end in strip.played],
        companions=[_companion(one, placement) for one in strip.companions],
        chords=[
            ChordOverOut(start=str(over.start), symbol=print_chord(over.chord), number=number, rule=rule)
            for over, (number, rule) in zip(strip.stop.chords_written, _rules(exercise, strip), strict=True)
            if over.sound
        ],
        pieces=[PieceOverOut(bar=bar, piece=piece) for bar, piece in strip.pieces],
        bars=[BarOut(number=number, notes=notes) for number, notes in enumerate(bars, start=1)],
    )


def _rules(exercise: Exercise, strip: Strip) -> list[tuple[int | None, int | None]]:
    """For every chord its number as written, and the rule that holds there."""
    timeline, rules = strip.stop.timeline, exercise.recipe.rules
    if timeline is None:
        return [(None, None)] * len(strip.stop.chords_written)
    held = rules_over(timeline, tuple(rule.where for rule in rules)) if rules else (None,) * len(timeline.due)
    return [(due.number, rule) for due, rule in zip(timeline.due, held, strict=True)]


def _note(
    name: str, note: Note, written: PitchOut, heard: PitchOut, placement: Placement, fingering: FingeringOut | None
) -> NoteOut:
    tone = note.tone
    at, lasting = map(float, swung_span(note.start, note.length, placement))
    return NoteOut(
        id=name,
        start=str(note.start),
        length=str(note.length),
        written=written,
        sounding=heard,
        degree=tone.degree.text,
        step=tone.step,
        number=tone.number,
        role=tone.role,
        accent=note.loud,
        short=note.short,
        sounds_at=at,
        sounds_for=lasting / 2 if note.short else lasting,
        lower_tones=[_pitch(one.sounding) for one in tone.lower_tones],
        fingering=fingering,
    )


def _fingering(mark: FingerMark, kind: FingeringFamily) -> FingeringOut:
    """What a family's value holds, but for what only tells it apart inside the optimiser."""
    values = {name: value for name, value in mark.finger._asdict().items() if name not in _INSIDE}
    if mark.under:
        under = [one.finger._asdict() for one in mark.under]
        values["under"] = [{name: one[name] for name in ("string", "fret", "finger") if name in one} for one in under]
    if mark.other is not None and isinstance(mark.other.finger, KeyFinger):
        values["other_hand"] = mark.other.finger.finger
    return cast("FingeringOut", {"kind": kind, "text": mark.text, **values})


def _companion(companion: CompanionPart, placement: Placement) -> CompanionOut:
    chords = []
    for one in companion.chords:
        at, lasting = map(float, swung_span(one.start, one.length, placement))
        pitches = [_pitch(pitch) for pitch in one.pitches]
        chords.append(
            CompanionChordOut(
                start=str(one.start), length=str(one.length), sounds_at=at, sounds_for=lasting, pitches=pitches
            )
        )
    return CompanionOut(kind=companion.kind, written=companion.written, chords=chords)


def _pitch(pitch: Pitch) -> PitchOut:
    return PitchOut(name=pitch.text, midi=pitch.midi)


def _sound(sound: Sound) -> SoundOut:
    return SoundOut(text=sound.text, tonic=sound.tonic.text, scale=sound.scale.name)
