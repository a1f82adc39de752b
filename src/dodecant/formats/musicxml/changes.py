"""Changes as MusicXML 4.0 chord symbols: a lead sheet without a tune, written and read back.

Reading takes chord symbols, metres, keys, section names, repeats and endings from any partwise score; a chord holds
until the next one.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from itertools import pairwise
from xml.etree.ElementTree import Element
from xml.sax.saxutils import escape

from dodecant.formats.musicxml.chord_symbols import read_harmony, read_number, write_harmony
from dodecant.formats.musicxml.score import HEAD
from dodecant.formats.musicxml.source import measures_of, refused, score_root
from dodecant.music.core.chord import Chord
from dodecant.music.core.key import Key, tonic_fifths
from dodecant.music.core.metre import Metre
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import USUAL
from dodecant.music.progressions.changes import Bar, Changes, Slot

MOST_BARS = 400


def changes_to_musicxml(changes: Changes) -> bytes:
    """The changes as a score of one part whose bars hold slash notes under chord symbols."""
    bars = changes.written_out if changes.order else changes.bars
    body = "".join(_bar(bars, number) for number in range(len(bars)))
    return (
        f'{HEAD}<score-partwise version="4.0">'
        f"<work><work-title>{escape(changes.title or 'Changes')}</work-title></work>"
        "<identification><encoding><software>Dodecant</software></encoding></identification>"
        '<part-list><score-part id="P1"><part-name>Changes</part-name></score-part></part-list>'
        f'<part id="P1">{body}</part></score-partwise>\n'
    ).encode()


def _bar(bars: Sequence[Bar], number: int) -> str:
    bar = bars[number]
    before = bars[number - 1] if number else None
    after = bars[number + 1] if number + 1 < len(bars) else None
    out = [f'<measure number="{number + 1}">']
    if bar.opens or (bar.endings and (before is None or before.endings != bar.endings or before.closes)):
        out.append(_left_barline(bar, before))
    out.append(_attributes(bar, before))
    if bar.section and (before is None or before.section != bar.section):
        out.append(
            '<direction placement="above"><direction-type><rehearsal>'
            f"{escape(bar.section)}</rehearsal></direction-type></direction>"
        )
    for slot in bar.slots:
        out.append(write_harmony(slot.chord))
        length = slot.beats * (4 * _divisions(bar.metre)) // bar.metre.unit
        out.append(f"<note><rest/><duration>{length}</duration><voice>1</voice></note>")
    last_of_ending = bar.endings and (after is None or after.endings != bar.endings or bar.closes)
    if bar.closes or last_of_ending or after is None:
        style = "light-heavy" if bar.closes or after is None else "light-light"
        out.append(f'<barline location="right"><bar-style>{style}</bar-style>')
        if last_of_ending:
            kind = "stop" if bar.closes else "discontinue"
            out.append(f'<ending number="{",".join(map(str, bar.endings))}" type="{kind}"/>')
        out.append('<repeat direction="backward"/>' if bar.closes else "")
        out.append("</barline>")
    out.append("</measure>")
    return "".join(out)


def _left_barline(bar: Bar, before: Bar | None) -> str:
    new = bar.endings and (before is None or before.endings != bar.endings or before.closes)
    ending = f'<ending number="{",".join(map(str, bar.endings))}" type="start"/>' if new else ""
    style = "<bar-style>heavy-light</bar-style>" if bar.opens else ""
    repeat = '<repeat direction="forward"/>' if bar.opens else ""
    return f'<barline location="left">{style}{ending}{repeat}</barline>'


def _attributes(bar: Bar, before: Bar | None) -> str:
    parts = []
    if before is None or before.metre.unit != bar.metre.unit:
        parts.append(f"<divisions>{_divisions(bar.metre)}</divisions>")
    if before is None or before.key != bar.key:
        mode = bar.key.colour
        parts.append(f"<key><fifths>{max(-7, min(7, bar.key.fifths))}</fifths><mode>{mode}</mode></key>")
    if before is None or before.metre != bar.metre:
        parts.append(f"<time><beats>{bar.metre.beats}</beats><beat-type>{bar.metre.unit}</beat-type></time>")
    if before is None:
        parts.append("<clef><sign>G</sign><line>2</line></clef>")
        parts.append('<measure-style><slash type="start" use-stems="no"/></measure-style>')
    return f"<attributes>{''.join(parts)}</attributes>" if any(parts) else ""


def _divisions(metre: Metre) -> int:
    """Divisions of a quarter note, so that a beat is a whole number of them."""
    return max(1, metre.unit // 4)


def changes_from_musicxml(data: bytes) -> Changes:
    """Read the chord symbols of a MusicXML score (plain or compressed); raises RecipeError with a cure."""
    root = score_root(data)
    measures = measures_of(root)
    if len(measures) > MOST_BARS:
        raise refused(f"The score has {len(measures)} bars.", f"Up to {MOST_BARS} can be read.")
    bars = tuple(_XmlReader().read(measures))
    if not any(slot.chord for bar in bars for slot in bar.slots):
        raise refused("There are no chord symbols in this score.", "Choose a score with chord symbols above the staff.")
    title = (root.findtext("work/work-title") or root.findtext("movement-title") or "").strip()
    return Changes(bars, title[:120])


class _XmlReader:
    """Walks through the measures; `_held` is the chord that still sounds."""

    def __init__(self) -> None:
        self._divisions = Fraction(1)
        self._metre, self._key, self._section = Metre(), Key(NoteName(0)), ""
        self._endings: tuple[int, ...] = ()
        self._held: Chord | None = None
        self._open = False

    def read(self, measures: list[Element]) -> Iterator[Bar]:
        for measure in measures:
            yield self._bar(measure)

    def _bar(self, measure: Element) -> Bar:
        now = Fraction(0)  # quarter notes into the bar
        found: dict[Fraction, Chord | None] = {}
        opens = closes = ends = False
        for item in measure:
            match item.tag:
                case "attributes":
                    self._attributes(item)
                case "barline":
                    ending, repeat = item.find("ending"), item.find("repeat")
                    if ending is not None:
                        ends = ends or ending.get("type") != "start"
                        self._endings = _numbers(ending.get("number", ""))
                    if repeat is not None:
                        opens = opens or repeat.get("direction") == "forward"
                        closes = closes or repeat.get("direction") == "backward"
                case "direction":
                    name = item.findtext("direction-type/rehearsal")
                    self._section = name.strip()[:40] if name else self._section
                case "harmony":
                    found[now + self._length(item, "offset")] = read_harmony(item)
                case "note" if item.find("chord") is None and item.find("grace") is None:
                    now += self._length(item, "duration")
                case "forward":
                    now += self._length(item, "duration")
                case "backup":
                    now -= self._length(item, "duration")
        opens = opens and not self._open
        self._open = (self._open or opens) and not closes
        bar = Bar(self._slots(found), self._metre, self._key, self._section, opens, closes, self._endings)
        if ends or closes:
            self._endings = ()
        return bar

    def _length(self, item: Element, word: str) -> Fraction:
        return read_number(item.findtext(word), Fraction(0)) / self._divisions

    def _attributes(self, item: Element) -> None:
        self._divisions = max(Fraction(1), read_number(item.findtext("divisions"), self._divisions))
        beats, unit = item.findtext("time/beats", ""), item.findtext("time/beat-type", "")
        if beats.isdecimal() and unit in ("2", "4", "8", "16") and 1 <= int(beats) <= 16:
            self._metre = Metre(int(beats), int(unit))
        fifths = read_number(item.findtext("key/fifths"), None)
        if fifths is not None and -7 <= fifths <= 7:
            self._key = _key(int(fifths), minor=item.findtext("key/mode") == "minor")

    def _slots(self, found: dict[Fraction, Chord | None]) -> tuple[Slot, ...]:
        """Chords moved to whole beats of the metre; of several on one beat the last one counts."""
        starts: dict[int, Chord | None] = {}
        for place in sorted(found):
            beat = int(place * self._metre.unit / 4)
            if 0 <= beat < self._metre.beats:
                starts[beat] = found[place]
        if 0 not in starts:
            starts = {0: self._held, **starts}
        edges = [*starts, self._metre.beats]
        slots = [Slot(starts[a], a, b - a) for a, b in pairwise(edges)]
        self._held = slots[-1].chord
        return tuple(slots)


def _numbers(text: str) -> tuple[int, ...]:
    return tuple(int(word) for word in text.replace(" ", "").split(",") if word.isdecimal() and 1 <= int(word) <= 9)


def _key(fifths: int, *, minor: bool) -> Key:
    wanted = fifths + 3 if minor else fifths
    names = [NoteName(letter, alteration) for letter in range(7) for alteration in (0, -1, 1)]
    fallback = NoteName.parse(USUAL["minor" if minor else "major"][(7 * wanted) % 12])
    tonic = next((name for name in names if tonic_fifths(name) == wanted), fallback)
    return Key(tonic, "minor" if minor else "major")
