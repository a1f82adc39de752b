"""A lick from a MusicXML score: the first voice of the first part, at sounding pitch, with its chord symbols."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction
from xml.etree.ElementTree import Element

from dodecant.exercise.recipe.lick_text import MOST_BARS
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.formats.licks.line import QUARTERS, NoteEvent, ReadLick, as_lick
from dodecant.formats.musicxml.changes import changes_from_musicxml
from dodecant.formats.musicxml.chord_symbols import read_number
from dodecant.formats.musicxml.source import measures_of, refused, score_root
from dodecant.music.core.pitch import LETTERS, Pitch
from dodecant.music.core.tonics import USUAL
from dodecant.music.progressions.changes import Changes
from dodecant.music.progressions.changes_text import print_changes


def lick_from_musicxml(data: bytes) -> ReadLick:
    """The first voice of the first part, at sounding pitch, with the chord symbols above it."""
    measures = measures_of(score_root(data))
    reader = _ScoreReader()
    for measure in measures[: MOST_BARS + 1]:
        reader.read(measure, alone=len(measures) == 1)
    adjustments = [f"The first {MOST_BARS} bars were taken."] if len(measures) > MOST_BARS + 1 else []
    over = USUAL["major"][7 * reader.fifths % 12]
    try:
        read = _one_line(changes_from_musicxml(data), skip=int(reader.pickup > 0))
    except RecipeError:  # a lick without chord symbols
        read = ""
    if not read:
        adjustments.append(f"There are no chords in the file: {over} was taken from its key.")
    over = read or over
    return as_lick(reader.events, over, reader.beats or 4, reader.pickup, [*reader.adjustments, *adjustments])


class _ScoreReader:
    """Walks through the measures and collects the notes of the first voice; ties are joined."""

    def __init__(self) -> None:
        self.events: list[NoteEvent] = []
        self.adjustments: list[str] = []
        self.beats = 0
        self.fifths = 0
        self.pickup = Fraction(0)
        self._divisions = Fraction(1)
        self._moved = (0, 0)
        self._bar_at: Fraction | None = None
        self._voice: str | None = None

    def read(self, measure: Element, *, alone: bool) -> None:
        """The notes of one measure; a short first one is a pickup, where it does not stand `alone`."""
        begin = Fraction(0) if self._bar_at is None else self._bar_at
        now = longest = before = Fraction(0)
        found: list[tuple[Fraction, Fraction, Pitch, bool]] = []
        for item in measure:
            if item.tag == "attributes":
                self._attributes(item)
            elif item.tag in ("forward", "backup"):
                now += self._length(item) * (1 if item.tag == "forward" else -1)
            elif item.tag == "note" and item.find("grace") is None:
                length = self._length(item)
                start = before if item.find("chord") is not None else now
                pitch = self._pitch(item)
                if pitch is not None and self._is_first_voice(item):
                    tied = any(tie.get("type") == "stop" for tie in item.findall("tie"))
                    found.append((start, start + length, pitch, tied))
                before, now = start, max(now, start + length)
            longest = max(longest, now)
        full = Fraction(self.beats or 4)
        if self._bar_at is None and 0 < longest < full and not alone:
            self.pickup = longest
            begin = -longest
        for start, end, pitch, tied in found:
            self._add(NoteEvent(begin + start, begin + end, pitch), tied=tied)
        self._bar_at = begin + (longest if self._bar_at is None and longest < full else full)

    def _add(self, event: NoteEvent, *, tied: bool) -> None:
        for place in range(len(self.events) - 1, max(-1, len(self.events) - 9), -1):
            one = self.events[place]
            if tied and one.end == event.start and one.pitch == event.pitch:
                self.events[place] = replace(one, end=event.end)
                return
        if event.end > event.start:
            self.events.append(event)

    def _is_first_voice(self, item: Element) -> bool:
        voice = f"{item.findtext('staff', '1')}/{item.findtext('voice', '1')}"
        self._voice = self._voice or voice
        if voice != self._voice:
            self.adjustments.append("Only the first voice was taken.")
        return voice == self._voice

    def _attributes(self, item: Element) -> None:
        self._divisions = max(Fraction(1), read_number(item.findtext("divisions"), self._divisions))
        beats, unit = item.findtext("time/beats", ""), item.findtext("time/beat-type", "")
        if beats and unit:
            quarters = read_number(beats, Fraction(0)) * {"2": 2, "4": 1}.get(unit.strip(), 0)
            if quarters not in QUARTERS or (self.beats and quarters != self.beats):
                raise refused(f"A bar of {beats}/{unit} is not read here.", "A lick has one metre, from 2/4 to 7/4.")
            self.beats = int(quarters)
        fifths = read_number(item.findtext("key/fifths"), None)
        if fifths is not None and -7 <= fifths <= 7 and not self.events:
            self.fifths = int(fifths)
        transpose = item.find("transpose")
        if transpose is not None:
            words = ("diatonic", "chromatic", "octave-change")
            steps, half_steps, octaves = (int(read_number(transpose.findtext(word), Fraction(0))) for word in words)
            self._moved = (steps + 7 * octaves, half_steps + 12 * octaves)

    def _length(self, item: Element) -> Fraction:
        return max(Fraction(0), read_number(item.findtext("duration"), Fraction(0)) / self._divisions)

    def _pitch(self, item: Element) -> Pitch | None:
        step = (item.findtext("pitch/step") or "").strip().upper()
        if len(step) != 1 or step not in LETTERS:
            return None
        alteration = int(read_number(item.findtext("pitch/alter"), Fraction(0)))
        octave = int(read_number(item.findtext("pitch/octave"), Fraction(4)))
        pitch = Pitch(LETTERS.index(step), max(-2, min(2, alteration)), max(0, min(8, octave))).moved(*self._moved)
        return pitch if 0 <= pitch.octave <= 9 and abs(pitch.alteration) <= 2 else None


def _one_line(changes: Changes, *, skip: int) -> str:
    """The bars as played, without those of the pickup and beyond the longest lick, as text."""
    bars = tuple(replace(bar, section="") for bar in changes.written_out[skip : skip + MOST_BARS])
    return print_changes(Changes(bars)).strip()
