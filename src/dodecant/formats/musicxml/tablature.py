"""The tablature below a staff: a part of its own in the same measures, with string and fret at every note."""

from __future__ import annotations

from collections.abc import Sequence

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip, WrittenSign
from dodecant.exercise.recipe.fingering import OnFrets
from dodecant.formats.musicxml.measures import bar_end, measure_start, repeat_begins
from dodecant.formats.musicxml.notes import DIVISIONS, mark_of_each, pitch_xml, shape
from dodecant.formats.musicxml.technical import technical_xml
from dodecant.music.core.pitch import LETTERS, Pitch

TABLATURE = "P3"
TABLATURE_PART = f'<score-part id="{TABLATURE}"><part-name print-object="no">tablature</part-name></score-part>'


def has_tablature(exercise: Exercise) -> bool:
    """Whether tablature stands below the staff."""
    part = exercise.recipe.fingering
    return isinstance(part, OnFrets) and part.tablature


def tablature(exercise: Exercise, strip: Strip, first: int) -> str:
    """The measures of a strip in tablature, numbered from `first`."""
    out = []
    for place, bar in enumerate(strip.bars):
        out.append(measure_start(exercise, strip, first, place))
        out.append(repeat_begins(exercise, strip, place))
        out.append(_attributes(exercise) if place == 0 else "")
        out += [_note(strip, piece) for piece in bar.pieces]
        out.append(bar_end(exercise, strip, place, ""))
        out.append("</measure>")
    return "".join(out)


def _attributes(exercise: Exercise) -> str:
    strings, metre = exercise.instrument.fingering.strings, exercise.metre
    time = f'<time print-object="no"><beats>{metre.beats}</beats><beat-type>{metre.unit}</beat-type></time>'
    return (
        f"<attributes><divisions>{DIVISIONS}</divisions><key><fifths>0</fifths></key>{time}"
        f"<clef><sign>TAB</sign><line>{len(strings) - 1}</line></clef><staff-details>"
        f"<staff-lines>{len(strings)}</staff-lines>{_tuning(exercise, strings)}</staff-details></attributes>"
    )


def _tuning(exercise: Exercise, strings: Sequence[Pitch]) -> str:
    """Open strings as they sound, the lowest line first."""
    found = []
    for line, string in enumerate(reversed(strings), start=1):
        sounding = exercise.instrument.sounding(string)
        alter = f"<tuning-alter>{sounding.alteration}</tuning-alter>" if sounding.alteration else ""
        found.append(
            f'<staff-tuning line="{line}"><tuning-step>{LETTERS[sounding.letter]}</tuning-step>{alter}'
            f"<tuning-octave>{sounding.octave}</tuning-octave></staff-tuning>"
        )
    return "".join(found)


# A tuplet is told here as well, unseen: without it the engraver takes its notes for plain ones.
_TUPLETS = {"start": '<tuplet type="start" bracket="no" show-number="none"/>', "stop": '<tuplet type="stop"/>'}


def _note(strip: Strip, piece: WrittenSign) -> str:
    """A note without a stem: its rhythm is read from the staff above. One that is tied on shows nothing new."""
    head, tail = shape(piece._replace(tied_from=False, tied_to=False, beams=(), tuplet=None))
    tuplet = _TUPLETS.get(piece.tuplet or "", "")
    mark = None if piece.note is None or piece.tied_from else strip.fingers[piece.note]
    technical = technical_xml(mark, on_staff=False) if mark else ""
    if piece.note is None or not technical:
        notations = f"<notations>{tuplet}</notations>" if tuplet else ""
        return f'<note print-object="no"><rest/>{head}{tail}{notations}</note>'
    note = strip.notes[piece.note]
    found = [(note.tone.written, technical)]
    marks = mark_of_each(note, mark) if mark and note.tone.lower_tones else {}
    for lower in note.tone.lower_tones:
        if lower.written.midi in marks:
            found.append((lower.written, technical_xml(marks[lower.written.midi], on_staff=False)))
    return "".join(
        f"<note>{'<chord/>' if number else ''}{pitch_xml(pitch)}{head}{tail}<stem>none</stem>"
        f"<notations>{'' if number else tuplet}{marked}</notations></note>"
        for number, (pitch, marked) in enumerate(found)
    )
