"""An etude in words: how it is made, and its figures beside those of its brief."""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction
from itertools import pairwise
from typing import Final, NamedTuple

from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.wording.choices import phrase
from dodecant.exercise.wording.small_words import count, listed, plural
from dodecant.music.core.metre import Metre

_FIFTH = 7  # half steps
_SILENT = "8 to 30"  # beats in 100, of an etude in phrases
_FEW = "under 2"
# What became of a motif, over its bar.
ROLES: Final[Mapping[str, str]] = {
    "stated": "stated",
    "moved": "moved",
    "turned": "upside down",
    "varied": "another ending",
    "answered": "answered",
}


class EtudeRow(NamedTuple):
    """A figure of an etude: what it is, how much of it there is, and how much is wanted (empty: whatever comes)."""

    label: str
    value: str
    wanted: str = ""


def etude_text(etude: Etude) -> str:
    """How an etude is made: 'an etude of 12 pieces, one in every two bars, in phrases'."""
    words = f"an etude of {plural(len(etude.pieces), 'piece')}"
    if etude.motif and etude.line == "phrases":
        names = listed([f"“{etude.pieces[piece].name}”" for piece in dict.fromkeys(etude.motif)])
        words = f"an etude on {names}"
    else:
        words += ", one in every bar" if etude.every == 1 else f", one in every {count(etude.every)} bars"
    if etude.line == "phrases":
        words += f", {f'in phrases of {count(etude.breath)} bars' if etude.breath else 'in phrases'}"
        words += phrase("Etude.level", etude.level)
    elif etude.breath:
        words += f", a breath after every {count(etude.breath)} bars"
    if etude.peak:
        words += f", highest in bar {etude.peak}"
    if etude.denser:
        words += f", denser towards bar {etude.denser}"
    if etude.seed:
        words += f" (no. {etude.seed})"
    return words


def etude_rows(strip: Strip, recipe: Recipe, metre: Metre) -> list[EtudeRow]:
    """The figures of a strip that is an etude, beside its brief; none for any other.

    Strong beats are the first of a bar, and the middle one of four.
    """
    etude = recipe.etude
    if etude is None or recipe.over_changes is None or not strip.notes:
        return []
    notes = sorted(strip.notes, key=lambda note: note.start)
    phrases = etude.line == "phrases"
    bar, beats = metre.quarters, strip.end - strip.begin
    silent = beats - sum((note.length for note in notes), start=Fraction(0))
    heights = [note.tone.sounding.midi for note in notes]
    joined = [(a, b) for a, b in pairwise(notes) if b.start == a.start + a.length]
    strong = [note for note in notes if (note.start - strip.begin) % (bar / 2 if metre.beats == 4 else bar) == 0]
    leaps = sum(abs(b.tone.sounding.midi - a.tone.sounding.midi) > _FIFTH for a, b in joined)
    again = sum(one == other for one, other in pairwise(heights))
    top = max(range(len(notes)), key=lambda place: heights[place])
    shares: list[tuple[str, Fraction | int, Fraction | int, str]] = [
        ("Silent beats", silent, beats, _SILENT if phrases else ""),
        ("Half bars played twice", *_half_bars(strip, bar), _FEW if phrases else ""),
        ("Notes struck twice", again, len(notes), _FEW if phrases else ""),
        ("Leaps of more than a fifth", leaps, len(notes), ""),
        ("Chord tones on strong beats", sum(note.tone.role == "chord" for note in strong), len(strong), ""),
    ]
    highest = int((notes[top].start - strip.begin) // bar) + 1
    return [
        *(EtudeRow(f"{what}, in 100", str(_share(part, whole)), wanted) for what, part, whole, wanted in shares),
        EtudeRow("Longest run without a rest", plural(_longest_run(strip), "note")),
        EtudeRow("Highest note", f"bar {highest}", f"bar {etude.peak}" if etude.peak else ""),
    ]


def _share(part: Fraction | int, whole: Fraction | int) -> int:
    return round(100 * Fraction(part) / whole) if whole else 0


def _half_bars(strip: Strip, bar: Fraction) -> tuple[int, int]:
    """How many half bars have the notes of the one before, and how many there are."""
    halves: dict[int, list[int]] = {}
    for note in strip.notes:
        halves.setdefault(int((note.start - strip.begin) // (bar / 2)), []).append(note.tone.sounding.midi)
    again = sum(len(notes) > 1 and halves.get(number - 1) == notes for number, notes in halves.items())
    return again, len(halves)


def _longest_run(strip: Strip) -> int:
    longest = run = 1
    for before, after in pairwise(sorted(strip.notes, key=lambda note: note.start)):
        run = run + 1 if after.start == before.start + before.length else 1
        longest = max(longest, run)
    return longest
