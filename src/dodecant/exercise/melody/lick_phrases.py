"""A chorus cut into phrases: at rests of a beat or more, and long ones at barlines."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction

from dodecant.exercise.melody.lick import lick_starts
from dodecant.exercise.recipe.lick_text import LickSign, print_lick, read_lick
from dodecant.music.core.metre import Metre
from dodecant.music.progressions.changes import Changes
from dodecant.music.progressions.changes_text import parse_changes, print_changes

_REST = 1  # beats of silence that end a phrase
_LONGEST = 4  # bars; a longer phrase is cut
_CUT = 2  # bars in each part of a long one
_PICKUP = 1  # beats: what begins so late in a bar leads into the next one


@dataclass(frozen=True)
class LickPhrase:
    """A phrase as a lick with the chords it was played over; its first bar (from 1) and how many bars it takes."""

    text: str
    over: str
    first_bar: int
    bars: int
    notes: int


_Placed = tuple[Fraction, LickSign]


def cut_into_phrases(text: str, over: str, metre: Metre, pointer: str = "") -> list[LickPhrase]:
    """The phrases of a lick, in order; raises RecipeError or MusicError for what cannot be read.

    >>> [(one.text, one.over) for one in cut_into_phrases("1:1 2 3 r:2 r:1 5:1 3", "C | F", Metre(4, 4))]
    [('1:1 2 3', 'C'), ('r:2 5:1 3', 'F')]
    """
    written, changes = read_lick(text), parse_changes(over)
    placed = list(zip(lick_starts(written, metre.quarters, pointer), written.signs, strict=True))
    found = []
    for phrase in _between_rests(placed):
        for part, first in _in_bars(phrase, metre.quarters):
            found.append(_phrase(part, first, changes, metre))
    return found


def _between_rests(placed: Sequence[_Placed]) -> Iterator[list[_Placed]]:
    """Notes, with the short rests among them."""
    phrase: list[_Placed] = []
    silence = Fraction(0)
    rests: list[_Placed] = []
    for start, sign in placed:
        if sign.cell is None and sign.pitch is None:
            silence += sign.length
            rests.append((start, sign))
            continue
        if phrase and silence >= _REST:
            yield phrase
            phrase, rests = [], []
        phrase += [*(rests if phrase else ()), (start, sign)]
        silence, rests = Fraction(0), []
    if phrase:
        yield phrase


def _in_bars(phrase: Sequence[_Placed], bar: Fraction) -> Iterator[tuple[list[_Placed], int]]:
    """A phrase, or parts of a long one, each with the bar it counts from."""
    begin, end = phrase[0][0], phrase[-1][0] + phrase[-1][1].length
    first = int(begin // bar)
    leads = (first + 1) * bar - begin <= _PICKUP and end > (first + 1) * bar
    first += int(leads)
    if end - first * bar <= _LONGEST * bar:
        yield list(phrase), first
        return
    while True:
        edge = (first + _CUT) * bar
        part = [(start, sign) for start, sign in phrase if start < edge]
        phrase = [(start, sign) for start, sign in phrase if start >= edge]
        if any(sign.cell or sign.pitch for _, sign in part):
            yield part, first
        if not phrase:
            return
        first += _CUT


def _phrase(part: Sequence[_Placed], first: int, changes: Changes, metre: Metre) -> LickPhrase:
    bar = metre.quarters
    notes = [(start, sign) for start, sign in part if sign.cell or sign.pitch]
    begin, end = notes[0][0], notes[-1][0] + notes[-1][1].length
    bars = max(1, int(-(-(end - first * bar) // bar)))
    kept = [sign for start, sign in part if notes[0][0] <= start <= notes[-1][0]]
    wait = begin - first * bar
    signs = [*([LickSign(wait, 0)] if wait > 0 else []), *kept]
    over = _bars_of(changes, range(first, first + bars))
    text = print_lick(signs, int(bar), max(Fraction(0), -wait))
    return LickPhrase(text, over, first + 1, bars, len(notes))


def _bars_of(changes: Changes, wanted: range) -> str:
    """The chords of some bars as text; after the last bar the changes begin again."""
    played = changes.written_out
    bars = [replace(played[number % len(played)], section="", key=changes.key) for number in wanted]
    printed = print_changes(Changes(tuple(bars)))
    rows = [line for line in printed.splitlines() if line.startswith("|")]
    return " ".join(rows).strip("| ").replace("| |", "|")
