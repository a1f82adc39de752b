"""Changes as plain text: read with every fault at its place, and written.

A line of settings is a word and a colon (`key: F minor`); every other line holds bars between barlines. Chords of a
bar share it evenly; where they do not, each beat is written, with / for a beat on which the chord stays.
docs/changes.md describes the whole form.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache

from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import PLAIN, House, parse_chord, print_chord
from dodecant.music.core.errors import MusicError
from dodecant.music.core.key import Key
from dodecant.music.core.metre import Metre
from dodecant.music.core.numeral import parse_numeral, print_numeral
from dodecant.music.core.pitch import NoteName
from dodecant.music.progressions.changes import MOST_PLAYED, Bar, Changes, Slot, named_anew

LONGEST = 20_000  # characters
MOST_BARS = 400
MOST_BEATS = 16
_UNITS = (2, 4, 8, 16)
_SETTING = re.compile(r"\s*(?P<word>[A-Za-z]+)[ \t]*:(?!\|)[ \t]*(?P<value>.*?)\s*$")
_TOKEN = re.compile(
    r"(?P<space>\s+)"
    r"|(?P<line>:?\|+:?)"
    r"|(?P<ending>\d(?:\s*,\s*\d)*\.(?=\s|$))"
    r"|(?P<again>%)"
    r"|(?P<beat>/(?=[\s|]|$))"
    r"|(?P<chord>(?:[^\s|(:]|:(?!\|))+(?:\([^)|]*\))*[^\s|:]*|.)"
)
_NUMERAL = re.compile(r"[♭b♯#]?[IViv]")


@dataclass(frozen=True, slots=True)
class Fault:
    """What cannot be read: the place and length in the text, what is wrong, what would be right."""

    where: int
    length: int
    message: str
    cure: str


@dataclass(frozen=True)
class Reading:
    """What the text says as far as it can be read, and its faults in order. A faulty chord holds its beats."""

    changes: Changes
    faults: tuple[Fault, ...]


def read_changes(text: str) -> Reading:
    """Read a text as far as it goes; never raises.

    >>> reading = read_changes("key: F\\n|: Gm7 | C7 / C7alt / :|")
    >>> [[slot.beats for slot in bar.slots] for bar in reading.changes.bars], reading.faults
    ([[4], [2, 2]], ())
    """
    return _TextReader(text).read()


@lru_cache(maxsize=64)
def parse_changes(text: str) -> Changes:
    """The changes a text holds; raises MusicError for the first fault, or when there is no bar in it."""
    reading = read_changes(text)
    if reading.faults:
        first = reading.faults[0]
        raise MusicError(first.message, cure=first.cure, where=first.where)
    return reading.changes


@dataclass(slots=True)
class _Open:
    """The bar being read."""

    words: list[tuple[str, str, int]]  # kind, text, place
    opens: bool = False
    endings: tuple[int, ...] = ()


class _TextReader:
    def __init__(self, text: str) -> None:
        self._text = text
        self._faults: list[Fault] = []
        self._bars: list[Bar] = []
        self._title, self._section = "", ""
        self._order: tuple[str, ...] = ()
        self._order_at = 0
        self._key = Key(NoteName(0))
        self._metre = Metre()
        self._own_steps = False
        self._endings: tuple[int, ...] = ()
        self._repeat_from: int | None = None

    def read(self) -> Reading:
        if len(self._text) > LONGEST:
            self._fault(LONGEST, 1, "The text is too long.", f"Keep it to {LONGEST} characters.")
            return Reading(Changes(()), tuple(self._faults))
        place = 0
        for line in self._text.splitlines(keepends=True):
            setting = _SETTING.match(line)
            if setting:
                self._set(setting["word"], setting["value"], place + setting.start("value"), place)
            else:
                self._line(line, place)
            place += len(line)
        self._check_whole()
        changes = Changes(tuple(self._bars), self._title, self._order)
        changes = named_anew(changes, lambda slot: not slot.faulty and bool(_NUMERAL.match(slot.typed)))
        if not self._faults and len(changes.played) > MOST_PLAYED:
            self._fault(0, 1, f"It plays {len(changes.played)} bars.", f"Keep it to {MOST_PLAYED}.")
        return Reading(changes, tuple(sorted(self._faults, key=lambda fault: fault.where)))

    def _fault(self, where: int, length: int, message: str, cure: str) -> None:
        self._faults.append(Fault(where, max(1, length), message, cure))

    def _set(self, word: str, value: str, where: int, word_at: int) -> None:
        match word.lower():
            case "title":
                self._title = value[:120]
            case "key":
                try:
                    self._key = Key.parse(value)
                except MusicError as error:
                    self._fault(where, len(value), error.message, error.cure)
            case "metre" | "meter":
                self._set_metre(value, where)
            case "section":
                self._section, self._endings = value[:40], ()
                if not value:
                    self._fault(where, 1, "The section has no name.", "Write it after the colon: section: A")
            case "play":
                self._order, self._order_at = tuple(value.split()), where
            case "numerals":
                self._own_steps = value == "own steps"
                if value not in ("own steps", "major scale"):
                    self._fault(where, len(value), f"“{value[:20]}” is no way to read numerals.", _NUMERALS_CURE)
            case _:
                message = f"There is no setting called “{word[:20]}”."
                self._fault(word_at, len(word), message, "Use title, key, metre, section, play or numerals.")

    def _set_metre(self, value: str, where: int) -> None:
        match = re.fullmatch(r"(\d{1,2})\s*/\s*(\d{1,2})", value, re.ASCII)
        if match and 1 <= int(match[1]) <= MOST_BEATS and int(match[2]) in _UNITS:
            self._metre = Metre(int(match[1]), int(match[2]))
            return
        self._fault(where, len(value), f"“{value[:20]}” is not a metre.", "Write beats and their value: 3/4, 6/8, 5/4.")

    def _line(self, line: str, place: int) -> None:
        now = _Open([])
        started = False  # whether a barline has been seen since the last bar was closed
        for token in _TOKEN.finditer(line):
            kind, at = token.lastgroup or "chord", place + token.start()
            if kind == "space":
                continue
            if kind == "line":
                self._barline(token[0], at, now, empty_is_wrong=started)
                now = _Open([], opens=token[0].endswith(":"))
                started = True
            elif kind == "ending":
                self._endings = now.endings = tuple(int(digit) for digit in re.findall(r"\d", token[0]))
                if now.words or 0 in now.endings:
                    self._fault(at, len(token[0]), "An ending is numbered at the start of its bar.", _ENDING_CURE)
            else:
                now.words.append((kind, token[0], at))
        if now.words or now.opens:
            self._barline("|", place + len(line.rstrip()), now, empty_is_wrong=True)

    def _barline(self, sign: str, at: int, now: _Open, *, empty_is_wrong: bool) -> None:
        closes = sign.startswith(":")
        if not now.words:
            if closes and self._bars and not empty_is_wrong:  # the sign stands at the start of a new line
                self._bars[-1] = replace(self._bars[-1], closes=True)
                self._closed()
            elif empty_is_wrong:
                self._fault(at, len(sign), "This bar is empty.", "Write % to repeat the bar before, N.C. for no chord.")
            return
        if now.opens:
            if self._repeat_from is not None:
                self._fault(at, len(sign), "A repeat begins inside a repeat.", "Close the first with :| before.")
            self._repeat_from, self._endings = now.words[0][2], ()
        if len(self._bars) == MOST_BARS:
            self._fault(at, len(sign), f"There are more than {MOST_BARS} bars.", "Use repeats.")
        if len(self._bars) >= MOST_BARS:
            return
        slots = self._slots(now.words)
        bar = Bar(slots, self._metre, self._key, self._section, now.opens, closes, self._endings)
        self._bars.append(bar)
        if closes:
            self._closed()
        elif sign.startswith("||"):
            self._endings = ()

    def _closed(self) -> None:
        self._repeat_from = None
        self._endings = ()

    def _slots(self, words: list[tuple[str, str, int]]) -> tuple[Slot, ...]:
        kinds = [kind for kind, _, _ in words]
        beats = self._metre.beats
        if "again" in kinds:
            return self._again(words)
        if "beat" in kinds:
            return self._by_beats(words)
        count = len(words)
        if beats % count:
            last = words[-1]
            self._fault(
                words[0][2],
                last[2] + len(last[1]) - words[0][2],
                f"{count} chords do not share {beats} beats evenly.",
                "Write every beat, with / where a chord stays: Dm7 / G7 C.",
            )
        each = max(1, beats // count)
        starts = [min(place * each, beats - 1) for place in range(count)]
        return tuple(
            self._slot(text, at, start, each if place < count - 1 else max(1, beats - start))
            for place, ((_, text, at), start) in enumerate(zip(words, starts, strict=True))
        )

    def _by_beats(self, words: list[tuple[str, str, int]]) -> tuple[Slot, ...]:
        beats, first = self._metre.beats, words[0]
        if len(words) != beats:
            last = words[-1]
            self._fault(
                first[2],
                last[2] + len(last[1]) - first[2],
                f"This bar counts {len(words)} beats in {self._metre.text}.",
                f"Write {beats}: a chord or / for each beat.",
            )
        slots: list[Slot] = []
        for start, (kind, text, at) in enumerate(words):
            if kind == "chord":
                slots.append(self._slot(text, at, start, 1))
            elif slots:
                slots[-1] = replace(slots[-1], beats=slots[-1].beats + 1)
            else:
                held = self._bars[-1].slots[-1].chord if self._bars else None
                if not self._bars:
                    self._fault(at, 1, "No chord is there to stay.", "Begin with a chord or N.C.")
                slots.append(Slot(held, 0, 1, at, text))
        return tuple(slots)

    def _again(self, words: list[tuple[str, str, int]]) -> tuple[Slot, ...]:
        _, text, at = next(word for word in words if word[0] == "again")
        if len(words) > 1 or not self._bars or self._bars[-1].metre != self._metre:
            self._fault(at, len(text), "% repeats a whole bar of the same metre.", "Let it stand alone in its bar.")
            return (Slot(None, 0, self._metre.beats, at, text, faulty=True),)
        return tuple(replace(slot, where=at, typed=text) for slot in self._bars[-1].slots)

    def _slot(self, text: str, at: int, start: int, beats: int) -> Slot:
        try:
            return Slot(self._chord(text), start, beats, at, text)
        except MusicError as error:
            self._fault(at + (error.where or 0), len(text) - (error.where or 0), error.message, error.cure)
            return Slot(None, start, beats, at, text, faulty=True)

    def _chord(self, text: str) -> Chord | None:
        if _NUMERAL.match(text):
            return parse_numeral(text, self._key, own_steps=self._own_steps)
        return parse_chord(text)

    def _check_whole(self) -> None:
        if not self._bars and not self._faults:
            self._fault(0, len(self._text), "There is no bar yet.", "Write chords between barlines: | Dm7 | G7 | C |")
        if self._repeat_from is not None:
            self._fault(self._repeat_from, 1, "This repeat is never closed.", "Write :| where it ends.")
        labels = {bar.section for bar in self._bars}
        for label in self._order:
            if label not in labels:
                known = ", ".join(sorted(labels - {""})) or "none yet: write section: A before its bars"
                message = f"There is no section {label[:20]} to play."
                self._fault(self._order_at, len(" ".join(self._order)), message, f"Sections: {known}.")
                self._order = ()
                break


_ENDING_CURE = "Write | 1. Gm7 C7 :| 2. F |"
_NUMERALS_CURE = "Write major scale (♭III ♭VI ♭VII in minor) or own steps (III VI VII)."


def print_changes(changes: Changes, *, house: House = PLAIN, numerals: bool = False) -> str:
    """The changes as text that reads back to the same; `numerals` writes roman numerals instead of letters."""
    return "\n".join(_printed(changes, house, numerals)) + "\n"


def numerals_of(changes: Changes, house: House = PLAIN) -> list[str]:
    """Each slot's chord as a roman numeral, told from the whole progression; N.C. where there is none.

    >>> numerals_of(parse_changes("key: Eb\\n| F#m7 | B7 | Emaj7 |"))
    ['♭IIIm7', '♭VI7', '♭IImaj7']
    """
    keys = [Key(NoteName(0), key.colour) for key in changes.slot_keys]
    return [
        print_numeral(chord, key, house=house) if chord else print_chord(None, house)
        for chord, key in zip(changes.on_c, keys, strict=True)
    ]


def _printed(changes: Changes, house: House, numerals: bool) -> Iterator[str]:
    if changes.title:
        yield f"title: {changes.title}"
    if changes.order:
        yield f"play: {' '.join(changes.order)}"
    key: Key | None = None
    metre, section = Metre(), ""
    names = numerals_of(changes, house) if numerals else [print_chord(slot.chord, house) for slot in changes.slots]
    row: list[str] = []
    for number, bar in enumerate(changes.bars):
        settings = []
        if bar.key != key:
            settings.append(f"key: {bar.key.text}")
        if bar.metre != metre:
            settings.append(f"metre: {bar.metre.text}")
        if bar.section != section:
            settings += ["", f"section: {bar.section}"]
        key, metre, section = bar.key, bar.metre, bar.section
        if row and (settings or len(row) == 4 or bar.opens):
            yield _row(row, changes.bars[number - 1])
            row = []
        yield from settings
        before = changes.bars[number - 1] if number else None
        row.append(_bar(bar, before, [names[slot].replace(" ", "") for slot in changes.slot_numbers[number]]))
    if row:
        yield _row(row, changes.bars[-1])


def _row(row: list[str], last: Bar) -> str:
    joined = " ".join(row)
    return joined if last.closes else f"{joined} |"


def _bar(bar: Bar, before: Bar | None, names: list[str]) -> str:
    lengths = {slot.beats for slot in bar.slots}
    if len(lengths) > 1:
        names = [" ".join([name, *["/"] * (slot.beats - 1)]) for name, slot in zip(names, bar.slots, strict=True)]
    new_ending = bar.endings and (before is None or before.endings != bar.endings or before.closes)
    ending = f"{','.join(map(str, bar.endings))}. " if new_ending else ""
    # A double bar ends an ending that is not closed by a repeat sign.
    ended = before is not None and before.endings and not before.closes and not bar.endings
    lead = "|:" if bar.opens else "||" if ended else "" if before is not None and before.closes else "|"
    return f"{lead} {ending}{' '.join(names)}{' :|' if bar.closes else ''}".strip()
