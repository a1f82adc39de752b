"""The staff beside the line, at sounding pitch, in the same measures: a part of its own, or a piano's other hand."""

from __future__ import annotations

import re
from dataclasses import replace
from fractions import Fraction

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import CompanionPart, Strip, WrittenSign
from dodecant.formats.musicxml.measures import attributes, bar_end, measure_start, repeat_begins
from dodecant.formats.musicxml.notes import DIVISIONS, chord_tone, noted, pitch_xml, shape, sign_xml
from dodecant.formats.musicxml.technical import under_staff

SECOND_PART = (
    '<score-part id="P2"><part-name print-object="no">companion</part-name>'
    '<score-instrument id="P2-I1"><instrument-name>piano</instrument-name></score-instrument>'
    '<midi-instrument id="P2-I1"><midi-channel>2</midi-channel><midi-program>1</midi-program></midi-instrument>'
    "</score-part>"
)


def written_beside(strip: Strip) -> CompanionPart | None:
    """What is written beside a strip: a companion, or the left hand that plays the line too.

    A companion that doubles the line below it is what the left hand plays, with its fingers.
    """
    left, written = strip.left_hand, next((beside for beside in strip.companions if beside.written), None)
    if written and left and written.kind == "octaves" and len(written.chords) == len(left.chords):
        lower = written.chords[0].pitches[0].midi < strip.notes[0].tone.sounding.midi
        return replace(written, fingers=tuple(one[-1:] for one in left.fingers)) if lower else written
    return written or left


def second_staff(exercise: Exercise, strip: Strip, first: int) -> str:
    """The measures of a strip on the second staff, numbered from `first`; empty where nothing is written beside it."""
    found = written_beside(strip)
    return "" if found is None else measures_beside(exercise, strip, first, found)


def measures_beside(
    exercise: Exercise, strip: Strip, first: int, found: CompanionPart, prefix: str = "b", transpose: str = ""
) -> str:
    """The measures of a part beside a strip; `prefix` stands in the ids of its notes."""
    out = []
    for place in range(len(found.bars)):
        out.append(measure_start(exercise, strip, first, place))
        out.append(repeat_begins(exercise, strip, place))
        out.append(attributes(exercise, strip, found.fifths, [found.clef], transpose) if place == 0 else "")
        out.append(beside_in_bar(exercise, strip, found, place, prefix))
        out.append(bar_end(exercise, strip, place, ""))
        out.append("</measure>")
    return "".join(out)


def beside_in_bar(exercise: Exercise, strip: Strip, found: CompanionPart, place: int, prefix: str = "b") -> str:
    """What is struck in a bar (from 0)."""
    now = place * exercise.metre.quarters
    return "".join(_piece(found, piece, strip, now + piece.start, prefix) for piece in found.bars[place].pieces)


def both_hands(upper: str, lower: str, length: Fraction) -> str:
    """A bar of two staves in one part: what is above, back to the barline, what is below."""
    back = f"<backup><duration>{int(length * DIVISIONS)}</duration></backup>"
    return _on_staff(upper, 1) + back + _on_staff(lower, 2).replace("<voice>1</voice>", "<voice>2</voice>")


_TO_THE_STAFF = re.compile(r"<note\b(?:(?!<beam|<notations|<lyric|</note>).)*", re.DOTALL)


def _on_staff(music: str, number: int) -> str:
    """Notes, and what stands above them, with the number of their staff."""
    staff = f"<staff>{number}</staff>"
    above = music.replace("</direction>", f"{staff}</direction>").replace("</harmony>", f"{staff}</harmony>")
    return _TO_THE_STAFF.sub(lambda match: match[0] + staff, above)


def _piece(beside: CompanionPart, piece: WrittenSign, strip: Strip, now: Fraction, prefix: str) -> str:
    head, tail = shape(piece)
    if piece.note is None:
        return f"<note><rest/>{head}{tail}</note>"
    lowest, *others = beside.chords[piece.note].pitches
    sign, *signs = beside.signs[piece.note] if not piece.tied_from else [None] * (1 + len(others))
    name = f"s{strip.stop.index}{prefix}{piece.note}" + (f"t{int(now * DIVISIONS)}" if piece.tied_from else "")
    marks = [under_staff(one) for one in beside.fingers[piece.note]] if beside.fingers and not piece.tied_from else []
    first, *more = marks or [""]
    end = noted(tail, first) if first else tail
    struck = f'<note id="{name}">{pitch_xml(lowest)}{head}{sign_xml(sign)}{end}</note>'
    upper = zip(others, signs, more or [""] * len(others), strict=True)
    return struck + "".join(chord_tone(piece, pitch, one, mark) for pitch, one, mark in upper)
