"""A line of notes read from a file: one voice, on the grid of sixteenths or triplets, as the text of a lick."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction

from dodecant.exercise.recipe.lick_text import MOST_BARS, MOST_NOTES, LickSign, print_lick
from dodecant.formats.musicxml.source import refused
from dodecant.music.core.metre import METRES, MetreName
from dodecant.music.core.pitch import Pitch
from dodecant.music.progressions.changes_text import parse_changes

QUARTERS = range(2, 8)  # in a bar
_GRIDS = (Fraction(1, 4), Fraction(1, 3))
_SHORT_GAP = Fraction(1, 4)  # of a beat: silence that is only the end of a note


@dataclass(frozen=True)
class ReadLick:
    """A lick as text, its chords as a text of changes, beats in a bar, and what had to be done to read it."""

    text: str
    over: str
    beats: int
    adjustments: tuple[str, ...]

    @property
    def metre(self) -> MetreName:
        """The metre of its bars."""
        return next(metre for metre in METRES if metre == f"{self.beats}/4")

    @property
    def tonic(self) -> str:
        """The tonic of its chords: from there it is played as it was written."""
        return parse_changes(self.over).key.tonic.text


@dataclass(frozen=True, slots=True)
class NoteEvent:
    """A note in beats from the first full bar."""

    start: Fraction
    end: Fraction
    pitch: Pitch


def as_lick(events: Sequence[NoteEvent], over: str, beats: int, pickup: Fraction, adjustments: list[str]) -> ReadLick:
    """One line on the grid, as text; raises RecipeError where there is none."""
    check_metre(beats)
    if not events:
        raise refused("There is no note in this file.", "Choose a file with one line of notes.")
    line = _one_voice(events)
    if len(line) < len(events):
        adjustments.append("Where several notes sound together, the highest was taken.")
    kept = [event for event in line if event.start < MOST_BARS * beats][:MOST_NOTES]
    if len(kept) < len(line):
        adjustments.append(f"The first {MOST_BARS} bars and {MOST_NOTES} notes were taken.")
    snapped = _on_grid(kept)
    moved = sum(one != other for one, other in zip(kept, snapped, strict=True))
    if moved:
        adjustments.append(f"{moved} of {len(kept)} notes were moved to the nearest sixteenth or triplet.")
    return ReadLick(print_lick(_signs(snapped, -pickup), beats, pickup), over, beats, tuple(dict.fromkeys(adjustments)))


def check_metre(beats: int) -> None:
    """Refuse a bar of other than two to seven quarters; raises RecipeError."""
    if beats not in QUARTERS:
        raise refused("The metre of this file does not count two to seven quarters.", "Choose one in 2/4 to 7/4.")


def _one_voice(events: Iterable[NoteEvent]) -> list[NoteEvent]:
    """The highest note of each moment; a note ends where the next one begins."""
    line: list[NoteEvent] = []
    for event in sorted(events, key=lambda one: (one.start, -one.pitch.midi)):
        if line and line[-1].start == event.start:
            continue
        if line and line[-1].end > event.start:
            line[-1] = replace(line[-1], end=event.start)
        line.append(event)
    return line


def _on_grid(line: Sequence[NoteEvent]) -> list[NoteEvent]:
    """Every beat divided into four or three, whichever is nearer; short gaps between notes are closed."""
    beats: dict[int, list[Fraction]] = {}
    for event in line:
        beats.setdefault(int(event.start // 1), []).append(event.start % 1)
    grids = {
        beat: min(_GRIDS, key=lambda grid: sum(_off(place, grid) for place in places)) for beat, places in beats.items()
    }

    def near(place: Fraction, beat: int) -> Fraction:
        grid = grids.get(beat) or min(_GRIDS, key=lambda one: _off(place - beat, one))
        return beat + round((place - beat) / grid) * grid

    starts = [near(event.start, int(event.start // 1)) for event in line]
    found: list[NoteEvent] = []
    for index, (event, start) in enumerate(zip(line, starts, strict=True)):
        if index + 1 < len(line):
            following = starts[index + 1]
            end = near(event.end, int(event.end // 1))
            end = following if following - event.end < _SHORT_GAP or end > following else end
        else:
            end = near(event.end, int(event.end // 1))
        if end <= start:
            end = (
                starts[index + 1]
                if index + 1 < len(line) and starts[index + 1] > start
                else start + grids[int(event.start // 1)]
            )
        found.append(replace(event, start=start, end=end))
    return found


def _off(place: Fraction, grid: Fraction) -> Fraction:
    return abs(place - round(place / grid) * grid)


def _signs(line: Sequence[NoteEvent], now: Fraction) -> list[LickSign]:
    """Notes and rests from a beat on; of two notes that came to the same place the later one is kept."""
    signs: list[LickSign] = []
    for index, event in enumerate(line):
        if index + 1 < len(line) and line[index + 1].start <= event.start:
            continue
        if event.start > now:
            signs.append(LickSign(event.start - now, 0))
        end = min(event.end, line[index + 1].start) if index + 1 < len(line) else event.end
        signs.append(LickSign(end - event.start, 0, pitch=event.pitch))
        now = end
    return [piece for sign in signs for piece in _short_enough(sign)]


def _short_enough(sign: LickSign) -> list[LickSign]:
    """Rests of at most four beats, and notes of at most sixteen."""
    if sign.pitch is not None:
        return [replace(sign, length=min(sign.length, Fraction(16)))]
    whole, rest = divmod(sign.length, 4)
    return [replace(sign, length=Fraction(4))] * int(whole) + ([replace(sign, length=rest)] if rest else [])
