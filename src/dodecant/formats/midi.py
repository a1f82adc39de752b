"""Standard MIDI files (format 1), sounding pitch. 480 ticks a beat, so every note value is exact."""

from __future__ import annotations

from fractions import Fraction
from io import BytesIO

import mido

from dodecant.exercise.press import Exercise
from dodecant.exercise.score import Note
from dodecant.exercise.timing import swung

TICKS = 480
_VELOCITY, _ACCENT = 84, 108


def to_midi(exercise: Exercise, *, swinging: bool = False) -> bytes:
    """All strips one after another: a conductor track with tempo, metre and a marker a strip, then the line.

    Notes stand as they are written; `swinging`, as they sound.
    """
    placement = exercise.recipe.placement

    def ticks(beats: Fraction) -> int:
        return _ticks(swung(beats, placement.swing, placement.swings) if swinging else beats)

    song = mido.MidiFile(type=1, ticks_per_beat=TICKS)
    conductor, line = mido.MidiTrack(), mido.MidiTrack()
    song.tracks += [conductor, line]
    metre = exercise.metre
    quarters = float(exercise.recipe.tempo * metre.pulse)  # in a minute
    conductor.append(mido.MetaMessage("set_tempo", tempo=mido.bpm2tempo(quarters), time=0))
    conductor.append(mido.MetaMessage("time_signature", numerator=metre.beats, denominator=metre.unit, time=0))
    line.append(mido.MetaMessage("track_name", name=exercise.instrument.name, time=0))
    line.append(mido.Message("program_change", program=exercise.instrument.midi_program, time=0))
    strip_start, marked_until, played_until = Fraction(0), 0, 0
    for strip in exercise.strips:
        begin = _ticks(strip_start)
        conductor.append(mido.MetaMessage("marker", text=_ascii(strip.heading), time=begin - marked_until))
        marked_until = begin
        for note in strip.notes:
            start = strip_start - strip.begin + note.start
            on, off = ticks(start), ticks(start + note.length)
            off -= (off - on) // 2 if note.short else 0
            pitch = note.tone.sounding.midi
            line.append(mido.Message("note_on", note=pitch, velocity=_velocity(note), time=on - played_until))
            line.append(mido.Message("note_off", note=pitch, velocity=0, time=off - on))
            played_until = off
        strip_start += strip.end - strip.begin
    end = _ticks(strip_start)
    conductor.append(mido.MetaMessage("end_of_track", time=end - marked_until))
    line.append(mido.MetaMessage("end_of_track", time=end - played_until))
    out = BytesIO()
    song.save(file=out)
    return out.getvalue()


def _velocity(note: Note) -> int:
    return _ACCENT if note.loud else _VELOCITY


def _ticks(beats: Fraction) -> int:
    return round(beats * TICKS)


_PLAIN = str.maketrans({"♭": "b", "♯": "#", "𝄫": "bb", "𝄪": "x", "·": "-"})


def _ascii(text: str) -> str:
    """MIDI text is read as Latin-1 by most programs: flats and sharps become b and #."""
    return text.translate(_PLAIN).encode("ascii", "replace").decode()
