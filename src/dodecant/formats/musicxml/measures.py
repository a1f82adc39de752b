"""What every measure of a strip begins with, on whichever staff."""

from __future__ import annotations

from collections.abc import Sequence

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.formats.musicxml.notes import DIVISIONS
from dodecant.instrument.profile import Clef

_MODES = frozenset({"ionian", "dorian", "phrygian", "lydian", "mixolydian", "aeolian", "locrian"})
_CLEFS: dict[Clef, tuple[str, int]] = {"treble": ("G", 2), "alto": ("C", 3), "bass": ("F", 4)}


def measure_start(exercise: Exercise, strip: Strip, first: int, place: int) -> str:
    """The opening tag of a strip's measure (from 0), numbered from `first`; one that is not full says so."""
    full = exercise.metre.quarters
    partial = strip.begin > place * full or strip.end < (place + 1) * full
    implicit = ' implicit="yes"' if partial else ""
    return f'<measure number="{first + place}"{implicit}>'


def repeat_begins(exercise: Exercise, strip: Strip, place: int) -> str:
    """The barline and the words of a repeat that begins with a measure."""
    here = max(strip.begin, place * exercise.metre.quarters)
    times = next((repeat.times for repeat in strip.repeats if repeat.start == here), 0)
    if not times:
        return ""
    return '<barline location="left"><bar-style>heavy-light</bar-style><repeat direction="forward"/></barline>'


def repeat_words(exercise: Exercise, strip: Strip, place: int) -> str:
    """How often a repeat that begins with a measure sounds, where it is more than twice."""
    here = max(strip.begin, place * exercise.metre.quarters)
    times = next((repeat.times for repeat in strip.repeats if repeat.start == here), 0)
    if times < 3:
        return ""
    return f'<direction placement="above"><direction-type><words>{times}×</words></direction-type></direction>'


def bar_end(exercise: Exercise, strip: Strip, place: int, style: str) -> str:
    """The barline a measure ends with: a repeat's, or one of a style; nothing for a plain one."""
    there = min(strip.end, (place + 1) * exercise.metre.quarters)
    times = next((repeat.times for repeat in strip.repeats if repeat.end == there), 0)
    if times:
        return (
            '<barline location="right"><bar-style>light-heavy</bar-style>'
            f'<repeat direction="backward" times="{times}"/></barline>'
        )
    return f'<barline location="right"><bar-style>{style}</bar-style></barline>' if style else ""


def attributes(exercise: Exercise, strip: Strip, fifths: int, clefs: Sequence[Clef], transpose: str = "") -> str:
    """Divisions, key with its mode, metre (shown once) and the clef of each staff; and how the part sounds."""
    shown = "" if strip.stop.index == 0 else ' print-object="no"'
    staves = f"<staves>{len(clefs)}</staves>" if len(clefs) > 1 else ""
    return (
        f"<attributes><divisions>{DIVISIONS}</divisions>"
        f"<key><fifths>{fifths}</fifths><mode>{_mode(exercise, strip)}</mode></key>"
        f"<time{shown}><beats>{exercise.metre.beats}</beats><beat-type>{exercise.metre.unit}</beat-type></time>"
        f"{staves}{''.join(_clef(clef, number, len(clefs)) for number, clef in enumerate(clefs, start=1))}"
        f"{transpose}</attributes>"
    )


def _mode(exercise: Exercise, strip: Strip) -> str:
    """The mode of a signature, where the format names it, else major or minor; none where signs are at the notes."""
    if not exercise.recipe.spelling.signature:
        return "none"
    scale = strip.stop.written.scale
    if strip.stop.timeline is None and scale.id in _MODES:
        return scale.id
    return scale.colour


def _clef(clef: Clef, number: int, count: int) -> str:
    sign, line = _CLEFS[clef]
    numbered = f' number="{number}"' if count > 1 else ""
    return f"<clef{numbered}><sign>{sign}</sign><line>{line}</line></clef>"
