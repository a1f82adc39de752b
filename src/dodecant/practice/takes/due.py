"""What is due in a take: every note of a strip as it is to sound, in seconds, with what a teacher would call it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from typing import Final, NamedTuple

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.rhythm.timing import swung_span
from dodecant.music.core.degree import Degree
from dodecant.practice.rounds import Rounds, once


class DueNote(NamedTuple):
    """A note that is due: its id in the score, when it comes and how long it lasts (seconds from the strip's
    beginning), its MIDI number as it sounds and those struck under it, its number as shown, its degree and sound, its
    bar (from 1), where it stands in the bar (quarter notes), how far the nearest other note is (seconds), and which
    figure of the line it belongs to, where all have as many notes.
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
    figure: int | None = None


_WHOLE: Final = Rounds()
_PATIENCE: Final = 0.4  # seconds a note is waited for
_LATEST: Final = 0.1


def due_notes(exercise: Exercise, strip: Strip, tempo: float, rounds: Rounds = _WHOLE) -> tuple[DueNote, ...]:
    """Every note of a strip (or of some of its bars, once) in the order it sounds, at a tempo (BPM of the metre's
    pulse). Seconds count from the beginning of what is played.
    """
    return with_gaps(list(_in_order(exercise, strip, exercise.metre.quarter_at(tempo), rounds)))


def with_gaps(notes: Sequence[DueNote]) -> tuple[DueNote, ...]:
    """The notes with how far the nearest other one is from each; a note alone is as far from others as it is long."""
    starts = [-1e9, *(note.at for note in notes), 1e9]
    gaps = [
        min(here - before, after - here) for before, here, after in zip(starts, starts[1:], starts[2:], strict=False)
    ]
    alone = max((note.length for note in notes), default=1.0)
    return tuple(note._replace(gap=gap if gap < 1e6 else alone) for note, gap in zip(notes, gaps, strict=True))


def _in_order(exercise: Exercise, strip: Strip, quarter: float, rounds: Rounds) -> Iterator[DueNote]:
    bar, placement = exercise.metre.quarters, exercise.recipe.placement
    group = strip.group if strip.group > 1 else 0
    now = Fraction(0)
    for begin, end in once(strip, exercise.metre, rounds):
        barline, now = now - begin, now + end - begin
        for index, note in enumerate(strip.notes):
            if begin <= note.start < end:
                at, length = swung_span(note.start, note.length, placement)
                under = tuple(tone.sounding.midi for tone in note.tone.lower_tones)
                seconds, lasts = float(barline + at) * quarter, float(length) * quarter
                yield DueNote(
                    strip.note_id(index), seconds, lasts, note.tone.sounding.midi, under, note.tone.number,
                    note.tone.degree, sound_at(strip, note.start), int(note.start // bar) + 1, note.start % bar, 0.0,
                    index // group if group else None,
                )  # fmt: skip


def sound_at(strip: Strip, at: Fraction) -> Sound:
    """The sound that holds at a beat, as it is heard."""
    over = strip.stop.chord_at(at)
    return over.sound if over is not None and over.sound is not None else strip.stop.sounding


def turning_points(notes: tuple[DueNote, ...]) -> frozenset[int]:
    """The places of the highest and the lowest notes, but for the first and the last."""
    heights = [note.pitch for note in notes]
    if len(heights) < 3:
        return frozenset()
    ends = {max(heights), min(heights)}
    inside = range(1, len(heights) - 1)
    return frozenset(place for place in inside if heights[place] in ends)


def so_far(due: tuple[DueNote, ...], until: float) -> tuple[DueNote, ...]:
    """The notes that must have been played by a moment (seconds), some of their time left for late ones."""
    return tuple(note for note in due if note.at + min(_PATIENCE, note.gap) + _LATEST < until)
