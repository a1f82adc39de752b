"""The staff beside the line as a second MusicXML part, at sounding pitch, in the same measures."""

from __future__ import annotations

from fractions import Fraction

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import CompanionPart, Strip, WrittenSign
from dodecant.formats.musicxml.measures import attributes, measure_start
from dodecant.formats.musicxml.notes import DIVISIONS, chord_tone, pitch_xml, shape, sign_xml

SECOND_PART = (
    '<score-part id="P2"><part-name print-object="no">companion</part-name>'
    '<score-instrument id="P2-I1"><instrument-name>piano</instrument-name></score-instrument>'
    '<midi-instrument id="P2-I1"><midi-channel>2</midi-channel><midi-program>1</midi-program></midi-instrument>'
    "</score-part>"
)


def second_staff(exercise: Exercise, strip: Strip, first: int) -> str:
    """The measures of a strip on the second staff, numbered from `first`; empty where nothing is written beside it."""
    found = next((beside for beside in strip.companions if beside.written), None)
    if found is None:
        return ""
    full, out = exercise.metre.quarters, []
    for place, bar in enumerate(found.bars):
        out.append(measure_start(exercise, strip, first, place))
        out.append(attributes(exercise, strip, found.fifths, found.clef) if place == 0 else "")
        out += (_piece(found, piece, strip, place * full + piece.start) for piece in bar.pieces)
        out.append("</measure>")
    return "".join(out)


def _piece(beside: CompanionPart, piece: WrittenSign, strip: Strip, now: Fraction) -> str:
    head, tail = shape(piece)
    if piece.note is None:
        return f"<note><rest/>{head}{tail}</note>"
    lowest, *others = beside.chords[piece.note].pitches
    sign, *signs = beside.signs[piece.note] if not piece.tied_from else [None] * (1 + len(others))
    name = f"s{strip.stop.index}b{piece.note}" + (f"t{int(now * DIVISIONS)}" if piece.tied_from else "")
    struck = f'<note id="{name}">{pitch_xml(lowest)}{head}{sign_xml(sign)}{tail}</note>'
    return struck + "".join(chord_tone(piece, pitch, one) for pitch, one in zip(others, signs, strict=True))
