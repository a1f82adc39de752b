"""A staff of a worksheet as MusicXML: whole notes in one bar without lines, some of them left to be written."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final
from xml.sax.saxutils import escape

from dodecant.exercise.notation.bars import write_signs
from dodecant.exercise.notation.score import Accidental
from dodecant.formats.musicxml.notes import pitch_xml, sign_xml
from dodecant.formats.musicxml.score import HEAD
from dodecant.music.core.pitch import Pitch
from dodecant.practice.studio.worksheets.items import Staff

_CLEFS: Final = {"treble": ("G", 2), "alto": ("C", 3), "bass": ("F", 4)}
_PLAIN: Final = (0,) * 7


def staff_musicxml(staff: Staff) -> str:
    """The score of one staff; what is not shown is an empty place as wide as a note."""
    sign, line = _CLEFS[staff.clef]
    return (
        f'{HEAD}<score-partwise version="4.0">'
        "<identification><encoding><software>Dodecant</software></encoding></identification>"
        '<part-list><score-part id="P1"><part-name print-object="no">Worksheet</part-name></score-part></part-list>'
        '<part id="P1"><measure number="1"><attributes><divisions>1</divisions>'
        f'<time print-object="no"><beats>{4 * len(staff.notes)}</beats><beat-type>4</beat-type></time>'
        f"<clef><sign>{sign}</sign><line>{line}</line></clef></attributes>"
        f"{''.join(_notes(staff))}"
        '<barline location="right"><bar-style>none</bar-style></barline></measure></part></score-partwise>\n'
    )


def _notes(staff: Staff) -> Iterator[str]:
    signs = write_signs([range(len(staff.notes))], staff.notes, _PLAIN, cautionary=False)
    labels = staff.labels or ("",) * len(staff.notes)
    shown = len(staff.notes) if staff.shown is None else staff.shown
    for place, (note, sign, label) in enumerate(zip(staff.notes, signs, labels, strict=True)):
        if place < shown:
            again = Accidental(note.alteration) if note.alteration and sign is None else sign  # there are no bars
            yield _note(note, again if staff.signs else None, label, altered=staff.signs)
        else:
            yield _note(None, None, label, altered=False)


def _note(pitch: Pitch | None, sign: Accidental | None, label: str, *, altered: bool) -> str:
    lyric = f'<lyric number="1"><text>{escape(label)}</text></lyric>' if label else ""
    length = "<duration>4</duration><voice>1</voice><type>whole</type>"
    if pitch is None:
        return f'<note print-object="no"><rest/>{length}{lyric}</note>'
    head = pitch if altered else pitch.moved(0, -pitch.alteration)
    return f"<note>{pitch_xml(head)}{length}{sign_xml(sign)}{lyric}</note>"
