"""What is due in a take: every note of a strip as it is to sound, in seconds, with what a teacher would call it."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from typing import NamedTuple

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.rhythm.timing import swung_span
from dodecant.music.core.degree import Degree


class DueNote(NamedTuple):
    """A note that is due: its id in the score, when it comes and how long it lasts (seconds from the strip's
    beginning), its MIDI number as it sounds and those struck under it, its number as shown, its degree and sound, its
    bar (from 1), where it stands in the bar (quarter notes), and how far the nearest other note is (seconds).
    """

    id: str
    at: float
    length: float
    pitch: int
    under: tuple[int, ...]
    number: str
    degree: Degree
    sound: Sound
    bar: int
    place: Fraction
    gap: float


def due_notes(exercise: Exercise, strip: Strip, tempo: float) -> tuple[DueNote, ...]:
    """Every note of a strip in the order it sounds, repeats followed, at a tempo (BPM of the metre's pulse)."""
    found = list(_in_order(exercise, strip, 60 / (tempo * float(exercise.metre.pulse))))
    starts = [-1e9, *(note.at for note in found), 1e9]
    gaps = [
        min(here - before, after - here) for before, here, after in zip(starts, starts[1:], starts[2:], strict=False)
    ]
    alone = max((note.length for note in found), default=1.0)
    return tuple(note._replace(gap=gap if gap < 1e6 else alone) for note, gap in zip(found, gaps, strict=True))


def _in_order(exercise: Exercise, strip: Strip, quarter: float) -> Iterator[DueNote]:
    bar, placement = exercise.metre.quarters, exercise.recipe.placement
    for barline, begin, end in strip.passages:
        for index, note in enumerate(strip.notes):
            if begin <= note.start < end:
                at, length = swung_span(note.start, note.length, placement)
                under = tuple(tone.sounding.midi for tone in note.tone.lower_tones)
                seconds, lasts = float(barline + at) * quarter, float(length) * quarter
                yield DueNote(
                    strip.note_id(index), seconds, lasts, note.tone.sounding.midi, under, note.tone.number,
                    note.tone.degree, sound_at(strip, note.start), int(note.start // bar) + 1, note.start % bar, 0.0,
                )  # fmt: skip


def sound_at(strip: Strip, at: Fraction) -> Sound:
    """The sound that holds at a beat, as it is heard."""
    stop = strip.stop
    for chord in stop.chords_sounding:
        if chord.start <= at < chord.start + chord.length and chord.sound is not None:
            return chord.sound
    return stop.sounding


def turning_points(notes: tuple[DueNote, ...]) -> frozenset[int]:
    """The places of the highest and the lowest notes, but for the first and the last."""
    heights = [note.pitch for note in notes]
    if len(heights) < 3:
        return frozenset()
    ends = {max(heights), min(heights)}
    inside = range(1, len(heights) - 1)
    return frozenset(place for place in inside if heights[place] in ends)
