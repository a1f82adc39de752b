"""A pianist's left hand that plays the line too: on the lower staff, with its own fingers."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from statistics import fmean
from typing import Final

from dodecant.exercise.notation.score import CompanionChord, CompanionPart, FingerMark, Note, Strip
from dodecant.music.core.pitch import Pitch

_TOO_HIGH: Final = Pitch.parse("C4").midi  # for the middle of what is read in the bass clef


def with_left_hands(strips: Sequence[Strip]) -> list[Strip]:
    """The strips of an exercise that both hands play, with the left hand an octave lower in all of them, or two octaves
    where most would lie over its staff.
    """
    notes = (note for strip in strips for note in strip.notes)
    heights = [tone.written.midi - 12 for note in notes for tone in (note.tone, *note.tone.lower_tones)]
    octaves = 2 if heights and fmean(heights) > _TOO_HIGH else 1
    return [replace(strip, left_hand=_left_hand(strip, octaves)) for strip in strips]


def _left_hand(strip: Strip, octaves: int) -> CompanionPart:
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
