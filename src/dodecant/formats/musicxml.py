"""MusicXML 4.0 (W3C Music Notation Community Group), partwise."""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator, Sequence
from fractions import Fraction
from functools import lru_cache
from operator import itemgetter
from xml.sax.saxutils import escape

from dodecant.exercise.press import Exercise
from dodecant.exercise.score import Note, Piece, Strip
from dodecant.exercise.sentence import sentence_text
from dodecant.formats.harmony_xml import write_harmony
from dodecant.instrument.profile import Instrument
from dodecant.music.chord import Chord
from dodecant.music.pitch import LETTERS, Pitch

DIVISIONS = 60  # of a quarter note: the least number that holds sixteenths, triplets, quintuplets and sextuplets
HEAD = (
    '<?xml version="1.0" encoding="UTF-8"?>\n'
    '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" '
    '"http://www.musicxml.org/dtds/partwise.dtd">\n'
)
_SIGN_NAMES = {
    -2: "flat-flat",
    -1: "flat",
    0: "natural",
    1: "sharp",
    2: "double-sharp",
}
_IMPLICIT = ' implicit="yes"'
_MARKS = {"accent": "accent", "staccato": "staccato", "tenuto": "tenuto", "marcato": "strong-accent"}
_CLEFS = {"treble": ("G", 2), "bass": ("F", 4)}


def to_musicxml(exercise: Exercise) -> bytes:
    """The whole exercise, every strip on a new system with its key and sound above."""
    return _score(exercise, exercise.strips, headings=True).encode()


def sheet_musicxml(exercise: Exercise) -> str:
    """The same for our engraver."""
    return _score(exercise, exercise.strips, headings=True, engraved=True)


def strip_musicxml(exercise: Exercise, strip: Strip) -> str:
    """One strip as a score of its own, without its heading: what is engraved on screen and on paper."""
    return _score(exercise, (strip,), headings=False, engraved=True)


def _score(exercise: Exercise, strips: Sequence[Strip], *, headings: bool, engraved: bool = False) -> str:
    name = escape(exercise.instrument.name)
    shown = "" if headings else ' print-object="no"'
    body = "".join(_strip(exercise, strip, number, headings, engraved) for strip, number in _numbered(strips))
    return (
        f'{HEAD}<score-partwise version="4.0">{_title(exercise) if headings else ""}'
        f'<part-list><score-part id="P1"><part-name{shown}>{name}</part-name>{_midi(exercise.instrument)}'
        f'</score-part></part-list><part id="P1">{body}</part></score-partwise>\n'
    )


def _numbered(strips: Sequence[Strip]) -> Iterator[tuple[Strip, int]]:
    """Each strip with the number of its first measure."""
    first = 1
    for strip in strips:
        yield strip, first
        first += len(strip.bars)


def _title(exercise: Exercise) -> str:
    title = exercise.recipe.title or sentence_text(exercise.sentence)
    return (
        f"<work><work-title>{escape(title)}</work-title></work>"
        "<identification><encoding><software>Dodecant</software></encoding></identification>"
        f'<credit page="1"><credit-words>{escape(sentence_text(exercise.sentence))}</credit-words></credit>'
    )


def _midi(instrument: Instrument) -> str:
    return (
        f'<score-instrument id="P1-I1"><instrument-name>{escape(instrument.name)}</instrument-name>'
        '</score-instrument><midi-instrument id="P1-I1"><midi-channel>1</midi-channel>'
        f"<midi-program>{instrument.midi_program + 1}</midi-program></midi-instrument>"
    )


def _strip(exercise: Exercise, strip: Strip, first: int, headings: bool, engraved: bool) -> str:
    notes, above = _NoteWriter(strip), _AboveWriter(strip, degrees=not engraved)
    full, out = exercise.metre.quarters, []
    for place, bar in enumerate(strip.bars):
        partial = strip.begin > place * full or strip.end < (place + 1) * full
        out.append(f'<measure number="{first + place}"{_IMPLICIT * partial}>')
        if place == 0:
            if headings and first > 1:
                out.append('<print new-system="yes"/>')
            out.append(_attributes(exercise, strip))
            out.append(_directions(exercise, strip) if headings else "")
        for piece in bar.pieces:
            if above.left:
                out += above.due(place * full + piece.start)
            out.append(notes.write(piece))
        if place == len(strip.bars) - 1:
            style = "light-heavy" if strip.stop.index == len(exercise.strips) - 1 else "light-light"
            out.append(f'<barline location="right"><bar-style>{style}</bar-style></barline>')
        out.append("</measure>")
    return "".join(out)


def _attributes(exercise: Exercise, strip: Strip) -> str:
    sign, line = _CLEFS[exercise.instrument.clef]
    shown = "" if strip.stop.index == 0 else ' print-object="no"'
    return (
        f"<attributes><divisions>{DIVISIONS}</divisions><key><fifths>{strip.fifths}</fifths></key>"
        f"<time{shown}><beats>{exercise.metre.beats}</beats><beat-type>{exercise.metre.unit}</beat-type></time>"
        f"<clef><sign>{sign}</sign><line>{line}</line></clef>{_transpose(exercise.instrument)}</attributes>"
    )


def _transpose(instrument: Instrument) -> str:
    steps, half_steps = instrument.sounds_steps, instrument.sounds_half_steps
    if not half_steps:
        return ""
    octaves = -(-half_steps // 12) if half_steps < 0 else half_steps // 12
    octave_change = f"<octave-change>{octaves}</octave-change>" if octaves else ""
    return (
        f"<transpose><diatonic>{steps - 7 * octaves}</diatonic>"
        f"<chromatic>{half_steps - 12 * octaves}</chromatic>{octave_change}</transpose>"
    )


def _directions(exercise: Exercise, strip: Strip) -> str:
    words = (
        '<direction placement="above"><direction-type><words font-weight="bold">'
        f"{escape(strip.heading)}</words></direction-type></direction>"
    )
    if strip.stop.index > 0:
        return words
    tempo, dotted = exercise.recipe.tempo, "<beat-unit-dot/>" * (exercise.metre.pulse != 1)
    return (
        f'{words}<direction placement="above"><direction-type><metronome><beat-unit>quarter</beat-unit>{dotted}'
        f"<per-minute>{tempo}</per-minute></metronome></direction-type>"
        f'<sound tempo="{float(tempo * exercise.metre.pulse):g}"/></direction>{_swing(exercise)}'
    )


def _swing(exercise: Exercise) -> str:
    """Notated straight; the heading says that it sounds swung, and how far."""
    placement = exercise.recipe.placement
    if placement.swing == 50:
        return ""
    share = Fraction(placement.swing, 100 - placement.swing)
    kind = "eighth" if placement.swings == "eighth" else "16th"
    return (
        '<direction placement="above"><direction-type><words font-style="italic">swung</words></direction-type>'
        f"<sound><swing><first>{share.numerator}</first><second>{share.denominator}</second>"
        f"<swing-type>{kind}</swing-type></swing></sound></direction>"
    )


class _AboveWriter:
    """Hands out what stands above a strip, each before the first sign at or after its place (in beats).

    These are the chord symbols, and the names of a chain's sounds where each begins.
    """

    def __init__(self, strip: Strip, *, degrees: bool) -> None:
        above = [*_chords(strip, degrees=degrees), *_labels(strip)]
        self.left = deque(sorted(above, key=itemgetter(0)))

    def due(self, now: Fraction) -> Iterator[str]:
        """What is due at a place; a chord stands before a name."""
        while self.left and self.left[0][0] <= now:
            yield self.left.popleft()[1]


def _chords(strip: Strip, *, degrees: bool) -> Iterator[tuple[Fraction, str]]:
    """The chord symbols and their places; a chord that only goes on is not written again."""
    said: Chord | None = None
    lead_in = strip.stop.timeline.lead_in if strip.stop.timeline else 0
    for over in strip.stop.over_written:
        if over.start < lead_in:
            continue
        if over.chord != said or over.start == lead_in:
            yield over.start, write_harmony(over.chord, degrees=degrees)
        said = over.chord


def _labels(strip: Strip) -> Iterator[tuple[Fraction, str]]:
    for start, name in strip.labels:
        words = f"<words>{escape(name)}</words>"
        yield start, f'<direction placement="above"><direction-type>{words}</direction-type></direction>'


class _NoteWriter:
    """Writes the pieces of one strip; what depends on a tone alone, or on a piece alone, is made once."""

    def __init__(self, strip: Strip) -> None:
        self._strip = strip
        self._pitches: dict[int, str] = {}

    def write(self, piece: Piece) -> str:
        head, tail = _shape(piece)
        if piece.note is None:
            return f"<note><rest/>{head}{tail}</note>"
        note, name = self._strip.notes[piece.note], self._strip.note_id(piece.note)
        if piece.tied_from:
            name += f"t{int(piece.start * DIVISIONS)}"
            return f'<note id="{name}">{self._pitch(note)}{head}{tail}</note>'
        number = note.tone.number
        lyric = f'<lyric number="1"><text>{number}</text></lyric>' if number else ""
        if note.tone.changed or note.marks or note.slur:
            tail = _noted(tail, _strokes(note))
        return f'<note id="{name}">{self._pitch(note)}{head}{_accidental(note)}{tail}{lyric}</note>'

    def _pitch(self, note: Note) -> str:
        key = id(note.tone)
        if key not in self._pitches:
            self._pitches[key] = _pitch(note.tone.written)
        return self._pitches[key]


def _pitch(pitch: Pitch) -> str:
    alter = f"<alter>{pitch.alteration}</alter>" if pitch.alteration else ""
    return f"<pitch><step>{LETTERS[pitch.letter]}</step>{alter}<octave>{pitch.octave}</octave></pitch>"


def _accidental(note: Note) -> str:
    if note.sign is None:
        return ""
    brackets = ' cautionary="yes" parentheses="yes"' if note.sign.cautionary else ""
    return f"<accidental{brackets}>{_SIGN_NAMES[note.sign.alteration]}</accidental>"


def _strokes(note: Note) -> str:
    """How a note is struck and joined; a tone that is new where sounds turn into each other has an accent."""
    marks = dict.fromkeys((*note.marks, *(("accent",) if note.tone.changed else ())))
    signs = "".join(f"<{_MARKS[mark]}/>" for mark in marks)
    slur = f'<slur type="{note.slur}" number="1"/>' if note.slur else ""
    return slur + (f"<articulations>{signs}</articulations>" if signs else "")


def _noted(tail: str, more: str) -> str:
    """The end of a note with more notations."""
    if "</notations>" in tail:
        return tail.replace("</notations>", f"{more}</notations>")
    return f"{tail}<notations>{more}</notations>"


@lru_cache(maxsize=4096)
def _shape(piece: Piece) -> tuple[str, str]:
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
