"""Single notes and rests as MusicXML: pitch, duration, value, accidental, beams and notations."""

from __future__ import annotations

from collections.abc import Iterable
from fractions import Fraction
from functools import lru_cache

from dodecant.exercise.notation.score import Accidental, FingerMark, Note, Strip, WrittenSign
from dodecant.formats.musicxml.technical import technical_xml
from dodecant.music.core.pitch import LETTERS, Pitch

DIVISIONS = 60  # of a quarter note: the least number that holds sixteenths, triplets, quintuplets and sextuplets
_SIGN_NAMES = {
    -2: "flat-flat",
    -1: "flat",
    0: "natural",
    1: "sharp",
    2: "double-sharp",
}
_MARKS = {"accent": "accent", "staccato": "staccato", "tenuto": "tenuto", "marcato": "strong-accent"}


class NoteWriter:
    """Writes the pieces of one strip; what depends on a tone alone, or on a piece alone, is made once."""

    def __init__(self, strip: Strip) -> None:
        self._strip = strip
        self._pitches: dict[int, str] = {}

    def write(self, piece: WrittenSign, now: Fraction) -> str:
        """A rest, or a note with the tones struck under it, `now` beats after the strip's first barline."""
        head, tail = shape(piece)
        if piece.note is None:
            return f"<note><rest/>{head}{tail}</note>"
        note, name = self._strip.notes[piece.note], self._strip.note_id(piece.note)
        mark = self._strip.fingers[piece.note] if self._strip.fingers else None
        under = self._under(piece, note, mark) if note.tone.lower_tones else ""
        if piece.tied_from:
            name += f"t{int(now * DIVISIONS)}"
            return f'<note id="{name}">{self._pitch(note)}{head}{tail}</note>{under}'
        number = note.tone.number
        lyric = f'<lyric number="1"><text>{number}</text></lyric>' if number else ""
        if note.tone.changed or note.marks or note.slur:
            tail = noted(tail, _strokes(note))
        if mark is not None and (technical := technical_xml(mark, on_staff=True)):
            tail = noted(tail, technical)
        return f'<note id="{name}">{self._pitch(note)}{head}{sign_xml(note.accidental)}{tail}{lyric}</note>{under}'

    def _under(self, piece: WrittenSign, note: Note, mark: FingerMark | None) -> str:
        pitches = [tone.written for tone in note.tone.lower_tones]
        signs: Iterable[Accidental | None] = [None] * len(pitches) if piece.tied_from else note.lower_accidentals
        marks = {} if mark is None or piece.tied_from else mark_of_each(note, mark)
        told = {height: technical_xml(one, on_staff=True) for height, one in marks.items()}
        return "".join(
            chord_tone(piece, pitch, sign, told.get(pitch.midi, "")) for pitch, sign in zip(pitches, signs, strict=True)
        )

    def _pitch(self, note: Note) -> str:
        key = id(note.tone)
        if key not in self._pitches:
            self._pitches[key] = pitch_xml(note.tone.written)
        return self._pitches[key]


def mark_of_each(note: Note, mark: FingerMark) -> dict[int, FingerMark]:
    """What plays each tone struck under a note, by MIDI number."""
    heights = sorted((tone.written.midi for tone in note.tone.lower_tones), reverse=True)
    return dict(zip(heights, mark.under, strict=False))


def chord_tone(piece: WrittenSign, pitch: Pitch, sign: Accidental | None, technical: str = "") -> str:
    """A further tone of what is struck with the piece, with its `technical` marks."""
    head, tail = shape(piece._replace(beams=(), tuplet=None))
    tail = noted(tail, technical) if technical else tail
    return f"<note><chord/>{pitch_xml(pitch)}{head}{sign_xml(sign)}{tail}</note>"


@lru_cache(maxsize=1024)
def pitch_xml(pitch: Pitch) -> str:
    """'<pitch>…</pitch>'."""
    alter = f"<alter>{pitch.alteration}</alter>" if pitch.alteration else ""
    return f"<pitch><step>{LETTERS[pitch.letter]}</step>{alter}<octave>{pitch.octave}</octave></pitch>"


def sign_xml(sign: Accidental | None) -> str:
    """The accidental, where there is one."""
    if sign is None:
        return ""
    brackets = ' cautionary="yes" parentheses="yes"' if sign.cautionary else ""
    return f"<accidental{brackets}>{_SIGN_NAMES[sign.alteration]}</accidental>"


def _strokes(note: Note) -> str:
    """How a note is struck and joined; a tone that is new where sounds turn into each other has an accent."""
    marks = dict.fromkeys((*note.marks, *(("accent",) if note.tone.changed else ())))
    signs = "".join(f"<{_MARKS[mark]}/>" for mark in marks)
    slur = f'<slur type="{note.slur}" number="1"/>' if note.slur else ""
    return slur + (f"<articulations>{signs}</articulations>" if signs else "")


def noted(tail: str, more: str) -> str:
    """The end of a note with more notations."""
    if "</notations>" in tail:
        return tail.replace("</notations>", f"{more}</notations>")
    return f"{tail}<notations>{more}</notations>"


@lru_cache(maxsize=4096)
def shape(piece: WrittenSign) -> tuple[str, str]:
    """What stands before and after the accidental: duration, value and dots; time modification, beams, notations."""
    ties = [kind for kind, there in (("stop", piece.tied_from), ("start", piece.tied_to)) if there]
    head = (
        f"<duration>{int(piece.length * DIVISIONS)}</duration>"
        f"{_ties('tie', ties)}<voice>1</voice>"
        f"<type>{piece.value}</type>{'<dot/>' * piece.dots}"
    )
    tail = ""
    actual, normal = piece.ratio
    if actual != normal:
        tail += (
            f"<time-modification><actual-notes>{actual}</actual-notes><normal-notes>{normal}</normal-notes>"
            "</time-modification>"
        )
    tail += "".join(f'<beam number="{n}">{state}</beam>' for n, state in enumerate(piece.beams, start=1))
    notations = _ties("tied", ties)
    if piece.tuplet == "start":
        # Above, as in music with words: the degree lane runs below the staff.
        notations += f'<tuplet type="start" placement="above" bracket="{"yes" if piece.bracket else "no"}"/>'
    elif piece.tuplet == "stop":
        notations += '<tuplet type="stop"/>'
    return head, tail + (f"<notations>{notations}</notations>" if notations else "")


def _ties(element: str, kinds: list[str]) -> str:
    return "".join(f'<{element} type="{kind}"/>' for kind in kinds)
