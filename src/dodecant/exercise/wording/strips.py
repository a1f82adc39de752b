"""A strip in words, for those who hear the page instead of seeing it: bars, rhythm, numbers, notes with octaves."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from itertools import groupby
from typing import Final

from dodecant.exercise.notation.bar_signs import WrittenValue
from dodecant.exercise.notation.score import Strip, WrittenSign
from dodecant.exercise.recipe.document import Recipe
from dodecant.music.core.metre import Metre

_NAMES: Final[Mapping[str, Mapping[WrittenValue, str]]] = {
    "american": {
        "whole": "whole note",
        "half": "half note",
        "quarter": "quarter",
        "eighth": "eighth",
        "16th": "sixteenth",
    },
    "british": {
        "whole": "semibreve",
        "half": "minim",
        "quarter": "crotchet",
        "eighth": "quaver",
        "16th": "semiquaver",
    },
}
_TUPLETS = {(1, 1): "", (3, 2): " triplet", (5, 4): " quintuplet", (6, 4): " sextuplet"}
_DOTS = ("", "dotted ", "double dotted ")


def strip_words(strip: Strip, recipe: Recipe, metre: Metre) -> str:
    """The whole strip, bar by bar; a note value is said where it changes.

    >>> from dodecant.exercise.press import press
    >>> from dodecant.exercise.recipe.document import read_recipe
    >>> from dodecant.tables import load_tables
    >>> keys = {"order": "picked", "picked": ["D"]}
    >>> made = press(read_recipe({"keys": keys, "figure": {"kind": "cell", "text": "1 3 5"}}), load_tables())
    >>> strip_words(made.strips[0], made.recipe, made.metre)[:80]
    'D Ionian. 6 bars of 4/4, from D4 to A5. Bar 1: eighths 1 D4, 3 F♯4, 5 A4, 2 E4, '
    """
    heights = sorted((note.tone.written for note in strip.notes), key=lambda pitch: pitch.midi)
    span = f", from {heights[0].text} to {heights[-1].text}" if heights else ""
    count = len(strip.bars)
    words = [f"{strip.heading}. {count} bar{'s' * (count > 1)} of {metre.text}{span}."]
    words += [f"Bar {bar.number}: {'; '.join(_bar(strip, bar.pieces, recipe))}." for bar in strip.bars]
    return " ".join(words)


def _bar(strip: Strip, pieces: tuple[WrittenSign, ...], recipe: Recipe) -> Iterator[str]:
    names = _NAMES[recipe.spelling.values]
    for (value, dots, ratio, rests), group in groupby(pieces, lambda one: (*one[2:5], one.note is None)):
        signs = list(group)
        name = f"{_DOTS[dots]}{names[value]}{_TUPLETS.get(ratio, f' {ratio[0]} in the time of {ratio[1]}')}"
        if rests:
            yield f"{name} rest" if len(signs) == 1 else f"{len(signs)} {name} rests"
        else:
            yield f"{name}{'s' * (len(signs) > 1)} {', '.join(_note(strip, sign) for sign in signs)}"


def _note(strip: Strip, sign: WrittenSign) -> str:
    tone = strip.notes[sign.note or 0].tone
    if sign.tied_from:
        return f"{tone.written.text} held on"
    low = "".join(f" over {lower.written.text}" for lower in reversed(tone.lower_tones))
    return f"{tone.number} {tone.written.text}{low}".strip()
