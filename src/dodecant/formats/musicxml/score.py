"""MusicXML 4.0 (W3C Music Notation Community Group), partwise."""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator, Sequence
from fractions import Fraction
from operator import itemgetter
from xml.sax.saxutils import escape

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.musicxml.band import Band, band_scored
from dodecant.formats.musicxml.chord_symbols import write_harmony
from dodecant.formats.musicxml.measures import attributes, bar_end, measure_start, repeat_begins, repeat_words
from dodecant.formats.musicxml.notes import DIVISIONS, NoteWriter
from dodecant.formats.musicxml.second_staff import SECOND_PART, beside_in_bar, both_hands, second_staff, written_beside
from dodecant.formats.musicxml.tablature import TABLATURE, TABLATURE_PART, has_tablature, tablature
from dodecant.instrument.profile import Clef, Instrument
from dodecant.music.core.chord import Chord
from dodecant.music.core.key import Key
from dodecant.music.core.numeral import print_numeral

_MIDDLE_LINES: dict[Clef, tuple[str, int]] = {"treble": ("B", 4), "alto": ("C", 4), "bass": ("D", 3)}
HEAD = (
    '<?xml version="1.0" encoding="UTF-8"?>\n'
    '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" '
    '"http://www.musicxml.org/dtds/partwise.dtd">\n'
)


def to_musicxml(exercise: Exercise, band: Band | None = None) -> bytes:
    """The whole exercise, every strip on a new system with its key and sound above; with a band, its bass and chords in
    parts of their own.
    """
    return _score(exercise, exercise.strips, headings=True, band=band).encode()


def sheet_musicxml(exercise: Exercise) -> str:
    """The same for our engraver."""
    return _score(exercise, exercise.strips, headings=True, engraved=True)


def strip_musicxml(exercise: Exercise, strip: Strip, breaks: frozenset[int] = frozenset()) -> str:
    """One strip as a score of its own, without its heading: what is engraved on screen and on paper.

    `breaks` are the bars (from 0) that begin a new line.
    """
    return _score(exercise, (strip,), headings=False, engraved=True, breaks=breaks)


def _score(
    exercise: Exercise,
    strips: Sequence[Strip],
    *,
    headings: bool,
    engraved: bool = False,
    breaks: frozenset[int] = frozenset(),
    band: Band | None = None,
) -> str:
    name = escape(exercise.instrument.full_name)
    shown = "" if headings else ' print-object="no"'
    body = "".join(_strip(exercise, strip, number, headings, engraved, breaks) for strip, number in _numbered(strips))
    apart = not exercise.instrument.two_staves
    second = "".join(second_staff(exercise, strip, number) for strip, number in _numbered(strips) if apart)
    listed = f'<score-part id="P1"><part-name{shown}>{name}</part-name>{_midi(exercise.instrument)}</score-part>'
    part = f'<part id="P1">{body}</part>'
    if has_tablature(exercise):
        tab = "".join(tablature(exercise, strip, number) for strip, number in _numbered(strips))
        listed = f'{_group("bracket")}{listed}{TABLATURE_PART}<part-group number="1" type="stop"/>'
        part += f'<part id="{TABLATURE}">{tab}</part>'
    if second:
        listed = f'{_group("brace")}{listed}{SECOND_PART}<part-group number="1" type="stop"/>'
        part += f'<part id="P2">{second}</part>'
    if band:
        more, parts = band_scored(exercise, band, list(_numbered(strips)))
        listed, part = listed + more, part + parts
    return (
        f'{HEAD}<score-partwise version="4.0">{_title(exercise) if headings else ""}'
        f"<part-list>{listed}</part-list>{part}</score-partwise>\n"
    )


def _group(symbol: str) -> str:
    return f'<part-group number="1" type="start"><group-symbol>{symbol}</group-symbol></part-group>'


def _numbered(strips: Sequence[Strip]) -> Iterator[tuple[Strip, int]]:
    """Each strip with the number of its first measure."""
    first = 0 if strips[0].begin and len(strips[0].bars) > 1 else 1  # a pickup is not counted
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
        f'<score-instrument id="P1-I1"><instrument-name>{escape(instrument.full_name)}</instrument-name>'
        '</score-instrument><midi-instrument id="P1-I1"><midi-channel>1</midi-channel>'
        f"<midi-program>{instrument.midi_program + 1}</midi-program></midi-instrument>"
    )


def _strip(exercise: Exercise, strip: Strip, first: int, headings: bool, engraved: bool, breaks: frozenset[int]) -> str:
    notes, above = (
        NoteWriter(strip),
        _AboveWriter(strip, degrees=not engraved, steps=exercise.recipe.names_chords == "steps"),
    )
    full, out = exercise.metre.quarters, list[str]()
    beside = written_beside(strip) if exercise.instrument.two_staves else None
    for place, bar in enumerate(strip.bars):
        out.append(measure_start(exercise, strip, first, place))
        out.append(_NEW_LINE * (place in breaks))
        out.append(repeat_begins(exercise, strip, place))
        if place == 0:
            if headings and strip.stop.index > 0:
                out.append(_NEW_LINE)
            instrument = exercise.instrument
            clefs = [instrument.clef] if beside is None else [instrument.clef, beside.clef]
            out.append(attributes(exercise, strip, strip.fifths, clefs, _transpose(instrument)))
            out.append(_directions(exercise, strip) if headings else "")
        out.append(repeat_words(exercise, strip, place))
        begun = len(out)
        if place in strip.open_bars:
            out += _open_bar(exercise, strip, place, above, engraved=engraved)
        else:
            out.append(_CLOSED * (not engraved and place - 1 in strip.open_bars))
            for piece in bar.pieces:
                now = place * full + piece.start
                if above.left:
                    out += above.due(now)
                out.append(notes.write(piece, now))
        if beside is not None:
            lower, length = beside_in_bar(exercise, strip, beside, place), sum(one.length for one in bar.pieces)
            out[begun:] = [both_hands("".join(out[begun:]), lower, Fraction(length))]
        style = ""
        if place == len(strip.bars) - 1:
            style = "light-heavy" if strip.stop.index == len(exercise.strips) - 1 else "light-light"
        elif _ends_phrase(exercise, strip, place):
            style = "light-light"
        out.append(bar_end(exercise, strip, place, style))
        out.append("</measure>")
    return "".join(out)


_NEW_LINE = '<print new-system="yes"/>'
_OPENED = '<attributes><measure-style><slash type="start" use-stems="no"/></measure-style></attributes>'
_CLOSED = '<attributes><measure-style><slash type="stop"/></measure-style></attributes>'


def _open_bar(exercise: Exercise, strip: Strip, place: int, above: _AboveWriter, *, engraved: bool) -> Iterator[str]:
    """A bar left for an answer: slashes, one for each beat or group, under what stands above it.

    In files it is a bar's rest in slash notation; our engraver, which does not know that, is given slash noteheads.
    """
    metre = exercise.metre
    now = place * metre.quarters
    if not engraved:
        for start, text in above.until(now + metre.quarters):
            later = f"<offset>{int((start - now) * DIVISIONS)}</offset></" if start > now else "</"
            yield later.join(text.rsplit("</", 1))
        begun = "" if place - 1 in strip.open_bars else _OPENED
        length = int(metre.quarters * DIVISIONS)
        yield f'{begun}<note><rest measure="yes"/><duration>{length}</duration><voice>1</voice></note>'
        return
    step, octave = _MIDDLE_LINES[exercise.instrument.clef]
    for group in metre.groups:
        yield from above.due(now)
        yield (
            f"<note><pitch><step>{step}</step><octave>{octave}</octave></pitch>"
            f"<duration>{int(group * DIVISIONS)}</duration><voice>1</voice><type>quarter</type>"
            f"{'<dot/>' * (group == Fraction(3, 2))}<stem>none</stem><notehead>slash</notehead></note>"
        )
        now += group


def _ends_phrase(exercise: Exercise, strip: Strip, place: int) -> bool:
    """Whether a phrase of the changes ends with a bar."""
    sounds, timeline = exercise.recipe.over_changes, strip.stop.timeline
    if sounds is None or timeline is None or not sounds.phrases:
        return False
    return (place + 1 - int(timeline.lead_in / exercise.metre.quarters)) % sounds.phrases == 0


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
    kind = "eighth" if placement.swung_value == "eighth" else "16th"
    return (
        '<direction placement="above"><direction-type><words font-style="italic">swung</words></direction-type>'
        f"<sound><swing><first>{share.numerator}</first><second>{share.denominator}</second>"
        f"<swing-type>{kind}</swing-type></swing></sound></direction>"
    )


class _AboveWriter:
    """Hands out what stands above a strip, each before the first sign at or after its place (in beats).

    These are section letters, chord symbols, and the names of a chain's sounds where each begins.
    """

    def __init__(self, strip: Strip, *, degrees: bool, steps: bool) -> None:
        above = [*_sections(strip), *_chords(strip, degrees=degrees, steps=steps), *_labels(strip)]
        self.left = deque(sorted(above, key=itemgetter(0)))

    def due(self, now: Fraction) -> Iterator[str]:
        """What is due at a place; a chord stands before a name."""
        while self.left and self.left[0][0] <= now:
            yield self.left.popleft()[1]

    def until(self, end: Fraction) -> Iterator[tuple[Fraction, str]]:
        """What is due before a place, each with its own."""
        while self.left and self.left[0][0] < end:
            yield self.left.popleft()


def _chords(strip: Strip, *, degrees: bool, steps: bool) -> Iterator[tuple[Fraction, str]]:
    """The chord symbols and their places; a chord that only goes on is not written again."""
    said: Chord | None = None
    if strip.stop.in_key is not None:
        yield strip.begin, write_harmony(strip.stop.in_key.chord[0], degrees=degrees)
    tonic = Key(strip.stop.written.tonic, "major")
    for start, chord in strip.chord_names:
        if steps:
            yield start, _words(print_numeral(chord, tonic, lower=True))
        else:
            yield start, write_harmony(chord, degrees=degrees)
    lead_in = strip.stop.timeline.lead_in if strip.stop.timeline else 0
    for over in strip.stop.chords_written:
        if over.start < lead_in:
            continue
        if over.chord != said or over.start == lead_in:
            yield over.start, write_harmony(over.chord, degrees=degrees)
        said = over.chord


def _sections(strip: Strip) -> Iterator[tuple[Fraction, str]]:
    for start, letter in strip.stop.timeline.sections if strip.stop.timeline else ():
        mark = f"<rehearsal>{escape(letter)}</rehearsal>"
        yield start, f'<direction placement="above"><direction-type>{mark}</direction-type></direction>'


def _labels(strip: Strip) -> Iterator[tuple[Fraction, str]]:
    for start, name in strip.labels:
        yield start, _words(name)


def _words(text: str) -> str:
    words = f"<words>{escape(text)}</words>"
    return f'<direction placement="above"><direction-type>{words}</direction-type></direction>'
