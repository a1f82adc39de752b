"""A pianist's left hand that plays the line too: on the lower staff, with its own fingers."""

from __future__ import annotations

from collections.abc import Sequence
from statistics import fmean
from typing import Final

from dodecant.exercise.notation.score import CompanionChord, CompanionPart, FingerMark, Note, Strip
from dodecant.music.core.pitch import Pitch

_TOO_HIGH: Final = Pitch.parse("C4").midi  # for the middle of what is read in the bass clef


def octaves_below(strips: Sequence[Strip]) -> int:
    """How far below the right hand the left one plays: an octave, or two where most would lie over its staff."""
    notes = (note for strip in strips for note in strip.notes)
    heights = [tone.written.midi - 12 for note in notes for tone in (note.tone, *note.tone.lower_tones)]
    return 2 if heights and fmean(heights) > _TOO_HIGH else 1


def left_hand(strip: Strip, octaves: int) -> CompanionPart | None:
    """The line so many octaves lower; None where one hand plays alone."""
    if not any(mark and mark.other for mark in strip.fingers):
        return None
    chords = tuple(CompanionChord(note.start, note.length, _pitches(note, octaves)) for note in strip.notes)
    signs = tuple((*note.lower_accidentals, note.accidental) for note in strip.notes)
    fingers = tuple(_each(mark.other) if mark and mark.other else () for mark in strip.fingers)
    return CompanionPart("left-hand", True, "bass", chords, strip.bars, signs, strip.fifths, fingers)


def _pitches(note: Note, octaves: int) -> tuple[Pitch, ...]:
    tones = (*note.tone.lower_tones, note.tone)
    return tuple(tone.written.moved(-7 * octaves, -12 * octaves) for tone in tones)


def _each(mark: FingerMark) -> tuple[FingerMark, ...]:
    """What plays each tone, from the lowest."""
    return tuple(reversed((mark, *mark.under)))
