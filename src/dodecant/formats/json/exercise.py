"""The exercise worked out, as a JSON document: what `press --to json` writes and the web application reads."""

from __future__ import annotations

from fractions import Fraction
from typing import NamedTuple, cast

import orjson
from pydantic import BaseModel

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.harmony.what_holds import rules_over
from dodecant.exercise.notation.score import CompanionPart, FingerMark, Note, Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.rhythm.timing import swung_span
from dodecant.exercise.routes.key_names import twelve_names
from dodecant.exercise.wording.etudes import etude_rows
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.json.exercise_form import (
    BarOut,
    ChordOverOut,
    CompanionChordOut,
    CompanionOut,
    CureOut,
    EtudeRowOut,
    ExerciseOut,
    FingeringOut,
    NoteOut,
    PassageOut,
    PhraseOut,
    PieceOverOut,
    PitchOut,
    PractisedOut,
    RemarkOut,
    SoundOut,
    StripOut,
)
from dodecant.instrument.fingering.keyboard import KeyFinger
from dodecant.instrument.profile import FingeringFamily
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.identity import Identities
from dodecant.music.core.pitch import Pitch

_INSIDE = frozenset({"height", "nth", "under", "keys_under"})


def exercise_document(exercise: Exercise) -> ExerciseOut:
    """The document for an exercise."""
    sounding = _Sounding(exercise)
    return ExerciseOut(
        recipe=exercise.recipe,
        key_names=list(twelve_names(exercise.recipe, exercise.instrument, exercise.strips[0].stop.named_by)),
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
        strips=[_strip(exercise, strip, sounding) for strip in exercise.strips],
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
        etude=[
            EtudeRowOut(label=row.label, value=row.value, wanted=row.wanted)
            for row in etude_rows(exercise.strips[0], exercise.recipe, exercise.metre)
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


def practised(strip: Strip, recipe: Recipe) -> PractisedOut:
    """What is practised with a strip."""
    return PractisedOut(
        key=strip.stop.written.tonic.pitch_class,
        sound=strip.stop.sound_name,
        position=strip.stop.place.text if strip.stop.place else "",
        value=strip.stop.value or recipe.placement.value,
    )


def _strip(exercise: Exercise, strip: Strip, written: _Sounding) -> StripOut:
    bars: list[list[NoteOut]] = [[] for _ in strip.bars]
    part = exercise.recipe.fingering
    for index, note in enumerate(strip.notes):
        mark = strip.fingers[index] if part is not None else None
        fingering = _fingering(mark, part.family) if mark is not None and part is not None else None
        bar, written_note = written.note(strip.note_id(index), note, fingering)
        bars[bar].append(written_note)
    return StripOut(
        index=strip.stop.index,
        heading=strip.heading,
        key=strip.stop.key,
        practised=practised(strip, exercise.recipe),
        written=_sound(strip.stop.written),
        sounding=_sound(strip.stop.sounding),
        formula=strip.formula,
        octaves_open=strip.octaves_open,
        begin=float(strip.begin),
        end=float(strip.end),
        played=[PassageOut(start=float(start), end=float(end)) for start, end in strip.played],
        companions=[written.companion(one) for one in strip.companions],
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


class _Moment(NamedTuple):
    """Where notes stand that begin and end alike: their bar (from 0), and what is written of their time."""

    bar: int
    start: str
    length: str
    sounds_at: float
    sounds_for: float


class _Sounding:
    """Writes what sounds in one document; a moment, which comes in every key, and a pitch are written once each."""

    def __init__(self, exercise: Exercise) -> None:
        self._bar, self._placement = exercise.metre.quarters, exercise.recipe.placement
        self._name = Identities()
        self._moments: dict[tuple[int, int], _Moment] = {}
        self._pitches: dict[Pitch, PitchOut] = {}

    def note(self, name: str, note: Note, fingering: FingeringOut | None) -> tuple[int, NoteOut]:
        """A note, and the number of its bar (from 0)."""
        tone = note.tone
        bar, start, length, sounds_at, sounds_for = self._moment(note.start, note.length)
        return bar, NoteOut(
            id=name,
            start=start,
            length=length,
            written=self._pitch(tone.written),
            sounding=self._pitch(tone.sounding),
            degree=tone.degree.text,
            step=tone.step,
            number=tone.number,
            role=tone.role,
            accent=note.loud,
            short=note.short,
            sounds_at=sounds_at,
            sounds_for=sounds_for / 2 if note.short else sounds_for,
            lower_tones=[self._pitch(one.sounding) for one in tone.lower_tones],
            fingering=fingering,
        )

    def companion(self, companion: CompanionPart) -> CompanionOut:
        """What goes beside a strip."""
        chords = []
        for one in companion.chords:
            _, start, length, sounds_at, sounds_for = self._moment(one.start, one.length)
            pitches = [self._pitch(pitch) for pitch in one.pitches]
            chords.append(
                CompanionChordOut(
                    start=start, length=length, sounds_at=sounds_at, sounds_for=sounds_for, pitches=pitches
                )
            )
        return CompanionOut(kind=companion.kind, written=companion.written, chords=chords)

    def _moment(self, start: Fraction, length: Fraction) -> _Moment:
        found = self._moments.get((id(start), id(length)))
        if found is None:
            at, lasting = map(float, swung_span(start, length, self._placement))
            found = _Moment(int(start // self._bar), str(start), str(length), at, lasting)
            self._moments[self._name(start), self._name(length)] = found
        return found

    def _pitch(self, pitch: Pitch) -> PitchOut:
        found = self._pitches.get(pitch)
        if found is None:
            found = self._pitches[pitch] = PitchOut(name=pitch.text, midi=pitch.midi)
        return found


def _fingering(mark: FingerMark, kind: FingeringFamily) -> FingeringOut:
    """What a family's value holds, but for what only tells it apart inside the optimiser."""
    values = {name: value for name, value in mark.finger._asdict().items() if name not in _INSIDE}
    if mark.under:
        under = [one.finger._asdict() for one in mark.under]
        values["under"] = [{name: one[name] for name in ("string", "fret", "finger") if name in one} for one in under]
    if mark.other is not None and isinstance(mark.other.finger, KeyFinger):
        values["other_hand"] = mark.other.finger.finger
    return cast("FingeringOut", {"kind": kind, "text": mark.text, **values})


def _sound(sound: Sound) -> SoundOut:
    return SoundOut(text=sound.text, tonic=sound.tonic.text, scale=sound.scale.name)
