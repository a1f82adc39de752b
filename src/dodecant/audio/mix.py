"""What sounds, as events in seconds, mixed into one wave and written as a file."""

from __future__ import annotations

import io
from collections.abc import Iterator, Sequence
from typing import Final, Literal, NamedTuple

import numpy as np
import soundfile

from dodecant.audio.voices import RATE, Voice, Wave, wave
from dodecant.backing.band import CLICK, STRONG_CLICK, BandEvent, BandPart, counted_in
from dodecant.backing.held import at_beats
from dodecant.backing.setting import Backing
from dodecant.engraving.progress import each
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.rhythm.timing import swung_span
from dodecant.practice.takes.due import due_notes

SoundKind = Literal["wav", "ogg", "mp3"]
What = Literal["both", "line", "band"]
_FILES: Final = {"wav": ("WAV", "PCM_16"), "ogg": ("OGG", "VORBIS"), "mp3": ("MP3", "MPEG_LAYER_III")}
MOST_SECONDS: Final = 1800
_TAIL: Final = 1.5  # seconds after the last note
_CHUNK: Final = 200  # events between two tellings
_VOICE_OF: Final[dict[BandPart, Voice]] = {
    "bass": "bass", "chords": "piano", "time": "time", "click": "click", "drone": "drone",
}  # fmt: skip


class MixedPart(NamedTuple):
    """One note in a file: when (seconds), how long, which voice, MIDI number, how loud from 0 to 1."""

    at: float
    length: float
    voice: Voice
    pitch: int
    gain: float


def soundings(
    exercise: Exercise,
    strips: Sequence[tuple[Strip, tuple[BandEvent, ...]]],
    backing: Backing,
    tempo: float,
    what: What,
) -> list[MixedPart]:
    """What sounds of some strips with their bands, one after another, after a count-in, at a tempo (BPM)."""
    quarter = exercise.metre.quarter_at(tempo)
    count_in = float(counted_in(exercise.metre, backing))
    found, now = list(_counted(exercise, backing, count_in, quarter)), count_in * quarter
    for strip, events in strips:
        if what != "band":
            for note in due_notes(exercise, strip, tempo):
                for pitch in (note.pitch, *note.under):
                    found.append(MixedPart(now + note.at, note.length, "piano", pitch, 0.6 * backing.line / 100))
        if what != "line":
            found += _band(exercise, strip, events, backing, quarter, now)
        now += float(strip.beats) * quarter
    return sorted(found)


def seconds_of(events: Sequence[MixedPart]) -> float:
    """When the last event has ended."""
    return max((event.at + event.length for event in events), default=0.0)


def rendered(events: Sequence[MixedPart]) -> Wave:
    """The events mixed: mono, between -1 and 1; whoever listens is told how far it has come."""
    mixed = np.zeros(int((seconds_of(events) + _TAIL) * RATE), np.float32)
    chunks = [events[at : at + _CHUNK] for at in range(0, len(events), _CHUNK)]
    for chunk in each(chunks):
        for event in chunk:
            if event.gain > 0:
                one = wave(event.voice, event.pitch, round(event.length, 3))
                begin = round(event.at * RATE)
                room = mixed[begin : begin + len(one)]
                room += event.gain * one[: len(room)]
    loudest = float(np.abs(mixed).max()) if len(mixed) else 0.0
    return mixed / loudest * np.float32(0.89) if loudest > 0.89 else mixed


def sound_file(found: Wave, kind: SoundKind) -> bytes:
    """A wave as a file: WAV of 16 bits, Ogg Vorbis, or MP3."""
    out = io.BytesIO()
    format_, subtype = _FILES[kind]
    with soundfile.SoundFile(out, "w", RATE, 1, subtype, format=format_) as file:
        for at in range(0, len(found), RATE):  # in pieces: the encoder holds a whole one on its stack
            file.write(found[at : at + RATE])
    return out.getvalue()


def _counted(exercise: Exercise, backing: Backing, lasts: float, quarter: float) -> Iterator[MixedPart]:
    bars = -(-lasts // float(exercise.metre.quarters)) * float(exercise.metre.quarters)
    for at, number, _ in at_beats(exercise.metre, exercise.metre.quarters * 0, exercise.metre.quarters * 2):
        if bars - lasts <= at < bars:
            key = STRONG_CLICK if number == 0 else CLICK
            yield MixedPart((float(at) - bars + lasts) * quarter, 0.05, "click", key, 0.5 * backing.clicks / 100)


def _band(
    exercise: Exercise, strip: Strip, events: Sequence[BandEvent], backing: Backing, quarter: float, now: float
) -> Iterator[MixedPart]:
    placement = exercise.recipe.placement
    levels = {"click": backing.clicks, "drone": backing.drone}
    for barline, begin, end in strip.passages:
        for event in events:
            if begin <= event.start < end:
                at, length = swung_span(event.start, min(event.length, end - event.start), placement)
                gain = 0.6 * event.loud * levels.get(event.part, backing.band) / 100
                seconds = float(length) * quarter
                yield MixedPart(now + float(barline + at) * quarter, seconds, _VOICE_OF[event.part], event.pitch, gain)
