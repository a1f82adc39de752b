"""Standard MIDI files (format 1), sounding pitch. 480 ticks a beat, so every note value is exact."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from fractions import Fraction
from io import BytesIO
from typing import NamedTuple

import mido

from dodecant.backing.band import BandEvent, BandPart
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import CompanionChord, Note, Strip
from dodecant.exercise.rhythm.timing import swung

TICKS = 480
_VELOCITY, _ACCENT, _BESIDE = 84, 108, 64
_PIANO = 0
_LOUDEST = 110
_BAND: Mapping[BandPart, tuple[int, int]] = {  # channel and program (General MIDI); percussion is the tenth channel
    "bass": (11, 32), "chords": (12, _PIANO), "drone": (13, 48), "time": (9, 0), "click": (9, 0),
}  # fmt: skip


def to_midi(
    exercise: Exercise, *, swinging: bool = False, band: Mapping[int, Sequence[BandEvent]] | None = None
) -> bytes:
    """All strips one after another: a conductor track with tempo, metre and a marker a strip, the line, its companions,
    and what a `band` plays under each strip (by its index).

    Notes stand as they are written; `swinging`, as they sound.
    """
    placement = exercise.recipe.placement

    def ticks(beats: Fraction) -> int:
        return _ticks(swung(beats, placement.swing, placement.swung_value) if swinging else beats)

    song = mido.MidiFile(type=1, ticks_per_beat=TICKS)
    song.tracks.append(_conductor(exercise))
    end = ticks(sum((strip.beats for strip in exercise.strips), start=Fraction(0)))
    instrument = exercise.instrument
    struck = [_MidiNotes(ticks(at + note.start), ticks(at + note.start + note.length), *_of(note))
              for at, strip, start, end in _passages(exercise) for note in strip.notes
              if start <= note.start < end]  # fmt: skip
    song.tracks.append(_track(_ascii(instrument.name), instrument.midi_program, 0, struck, end))
    for number, companion in enumerate(exercise.recipe.companions):
        beside = [_MidiNotes(ticks(at + one.start), ticks(at + one.start + one.length),
                            tuple(pitch.midi for pitch in one.pitches), _BESIDE)
                  for at, strip, start, end in _passages(exercise)
                  for one in _beside(strip, number, start, end)]  # fmt: skip
        song.tracks.append(_track(f"beside: {companion.kind}", _PIANO, 1 + number, beside, end))
    for part, (channel, program) in _BAND.items():
        found = [(now + event.start, event) for now, strip, start, last in _passages(exercise)
                 for event in (band or {}).get(strip.stop.index, ())
                 if event.part == part and start <= event.start < last]  # fmt: skip
        events = [_MidiNotes(ticks(at), ticks(at + event.length), (event.pitch,), max(1, round(event.loud * _LOUDEST)))
                  for at, event in found]  # fmt: skip
        if events:
            song.tracks.append(_track(part, program, channel, events, end))
    out = BytesIO()
    song.save(file=out)
    return out.getvalue()


class _MidiNotes(NamedTuple):
    """What is struck: from one tick to another, MIDI numbers, how loud."""

    on: int
    off: int
    pitches: tuple[int, ...]
    velocity: int
    short: bool = False


def _of(note: Note) -> tuple[tuple[int, ...], int, bool]:
    pitches = tuple(tone.sounding.midi for tone in (note.tone, *note.tone.lower_tones))
    return pitches, _ACCENT if note.loud else _VELOCITY, note.short


def _placed(exercise: Exercise) -> Iterator[tuple[Fraction, Strip]]:
    """Each strip with the beat its first barline falls on."""
    now = Fraction(0)
    for strip in exercise.strips:
        yield now - strip.begin, strip
        now += strip.beats


def _passages(exercise: Exercise) -> Iterator[tuple[Fraction, Strip, Fraction, Fraction]]:
    """What sounds, repeats followed: the beat a strip's first barline would fall on, the strip, from where to where."""
    now = Fraction(0)
    for strip in exercise.strips:
        for at, start, end in strip.passages:
            yield now + at, strip, start, end
        now += strip.beats


def _beside(strip: Strip, number: int, start: Fraction, end: Fraction) -> Iterator[CompanionChord]:
    """What is struck or goes on beside a strip between two places."""
    for one in strip.companions[number].chords:
        first, last = max(start, one.start), min(end, one.start + one.length)
        if first < last:
            yield one._replace(start=first, length=last - first)


def _conductor(exercise: Exercise) -> mido.MidiTrack:
    track, metre = mido.MidiTrack(), exercise.metre
    quarters = float(exercise.recipe.tempo * metre.pulse)  # in a minute
    track.append(mido.MetaMessage("set_tempo", tempo=mido.bpm2tempo(quarters), time=0))
    track.append(mido.MetaMessage("time_signature", numerator=metre.beats, denominator=metre.unit, time=0))
    now = last = 0
    for at, strip in _placed(exercise):
        begin = _ticks(at + strip.begin)
        track.append(mido.MetaMessage("marker", text=_ascii(strip.heading), time=begin - now))
        now, last = begin, _ticks(at + strip.begin + strip.beats)
    track.append(mido.MetaMessage("end_of_track", time=last - now))
    return track


def _track(name: str, program: int, channel: int, struck: Sequence[_MidiNotes], end: int) -> mido.MidiTrack:
    track = mido.MidiTrack()
    track.append(mido.MetaMessage("track_name", name=name, time=0))
    track.append(mido.Message("program_change", channel=channel, program=program, time=0))
    strokes = []
    for on, off, pitches, velocity, short in struck:
        off -= (off - on) // 2 if short else 0
        strokes += [(on, 1, pitch, velocity) for pitch in pitches]
        strokes += [(min(off, end), 0, pitch, 0) for pitch in pitches]
    now = 0
    for tick, starts, pitch, loud in sorted(strokes, key=lambda one: one[:2]):  # what ends goes first
        kind = "note_on" if starts else "note_off"
        track.append(mido.Message(kind, channel=channel, note=pitch, velocity=loud, time=tick - now))
        now = tick
    track.append(mido.MetaMessage("end_of_track", time=end - now))
    return track


def _ticks(beats: Fraction) -> int:
    return round(beats * TICKS)


_PLAIN = str.maketrans({"♭": "b", "♯": "#", "𝄫": "bb", "𝄪": "x", "·": "-"})


def _ascii(text: str) -> str:
    """MIDI text is read as Latin-1 by most programs: flats and sharps become b and #."""
    return text.translate(_PLAIN).encode("ascii", "replace").decode()
