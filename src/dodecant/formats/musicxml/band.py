"""The band under an exercise as parts of its score: the bass, an octave above where it sounds, and the chords."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Final

from dodecant.backing.band import BandEvent
from dodecant.backing.written import band_parts
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import CompanionPart, Strip
from dodecant.formats.musicxml.second_staff import measures_beside

Band = Mapping[int, Sequence[BandEvent]]  # what the band plays under each strip, by its index
_OCTAVE_LOWER = "<transpose><diatonic>0</diatonic><chromatic>0</chromatic><octave-change>-1</octave-change></transpose>"
_PARTS: Final = (("P3", "bass", "w", 33, _OCTAVE_LOWER), ("P4", "piano", "k", 1, ""))


def band_scored(exercise: Exercise, band: Band, numbered: Sequence[tuple[Strip, int]]) -> tuple[str, str]:
    """The entries of the band in a list of parts, and its parts; a part without a note is left out."""
    written = [band_parts(exercise, strip, band.get(strip.stop.index, ())) for strip, _ in numbered]
    listed = parts = ""
    for place, (name, instrument, prefix, program, transpose) in enumerate(_PARTS):
        if not any(parts_of[place].chords for parts_of in written):
            continue
        listed += (
            f'<score-part id="{name}"><part-name>{instrument}</part-name>'
            f'<score-instrument id="{name}-I1"><instrument-name>{instrument}</instrument-name></score-instrument>'
            f'<midi-instrument id="{name}-I1"><midi-channel>{place + 3}</midi-channel>'
            f"<midi-program>{program}</midi-program></midi-instrument></score-part>"
        )
        bars = (
            measures_beside(
                exercise, strip, first, _higher(found[place]) if transpose else found[place], prefix, transpose
            )
            for (strip, first), found in zip(numbered, written, strict=True)
        )
        parts += f'<part id="{name}">{"".join(bars)}</part>'
    return listed, parts


def _higher(part: CompanionPart) -> CompanionPart:
    """As it is read: an octave above where it sounds."""
    chords = (one._replace(pitches=tuple(pitch.moved(7, 12) for pitch in one.pitches)) for one in part.chords)
    return replace(part, chords=tuple(chords), clef="bass")
