"""What every measure of a strip begins with, on whichever staff."""

from __future__ import annotations

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.formats.musicxml.notes import DIVISIONS
from dodecant.instrument.profile import Clef

_CLEFS: dict[Clef, tuple[str, int]] = {"treble": ("G", 2), "bass": ("F", 4)}


def measure_start(exercise: Exercise, strip: Strip, first: int, place: int) -> str:
    """The opening tag of a strip's measure (from 0), numbered from `first`; one that is not full says so."""
    full = exercise.metre.quarters
    partial = strip.begin > place * full or strip.end < (place + 1) * full
    implicit = ' implicit="yes"' if partial else ""
    return f'<measure number="{first + place}"{implicit}>'


def attributes(exercise: Exercise, strip: Strip, fifths: int, clef: Clef, transpose: str = "") -> str:
    """Divisions, key, metre (shown once) and clef; and how the staff sounds."""
    sign, line = _CLEFS[clef]
    shown = "" if strip.stop.index == 0 else ' print-object="no"'
    return (
        f"<attributes><divisions>{DIVISIONS}</divisions><key><fifths>{fifths}</fifths></key>"
        f"<time{shown}><beats>{exercise.metre.beats}</beats><beat-type>{exercise.metre.unit}</beat-type></time>"
        f"<clef><sign>{sign}</sign><line>{line}</line></clef>{transpose}</attributes>"
    )
