"""Licks as text: numbers or notes with their lengths in beats, such as `5:½ ♭3 r 1:1 | E4:1½ C4:½`.

A length holds until another one is written; the first is half a beat. Barlines are checked against the metre; a short
first bar is a pickup.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import Literal

from dodecant.exercise.recipe.cell import CellTone, parse_cell
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import Pitch, alteration_text

LONGEST = 12_000  # characters
MOST_NOTES = 400
MOST_BARS = 32
_LONGEST_NOTE = 16  # beats
_SIGNS = {"½": Fraction(1, 2), "¼": Fraction(1, 4), "¾": Fraction(3, 4), "⅓": Fraction(1, 3), "⅔": Fraction(2, 3)}
_LENGTH = re.compile(r"(\d{1,2})?([½¼¾⅓⅔])|(\d{1,2})/(\d{1,2})|(\d{1,2}(?:\.\d{1,4})?)")
_NOTE = re.compile(r"[A-G]")  # a small b is a flat
_HOW = "Write numbers or notes with lengths in beats: 5:½ ♭3 2 1:1, or E4:½ D4 C4:2; r is a rest."
NoteMark = Literal["", "~", "="]


@dataclass(frozen=True, slots=True)
class LickSign:
    """One sign of a lick: a number, a pitch, or a rest (neither), with its length in beats and its place in the text.

    `mark` is ~ for a note that leans into the next one, = for one that keeps its interval in every sound.
    """

    length: Fraction
    where: int
    cell: CellTone | None = None
    pitch: Pitch | None = None
    mark: NoteMark = ""


@dataclass(frozen=True, slots=True)
class LickText:
    """A lick as written. `bars` are the places of its barlines: how many signs stand before each, and where it is."""

    signs: tuple[LickSign, ...]
    bars: tuple[tuple[int, int], ...]


def read_lick(text: str) -> LickText:
    """Read a typed lick; raises MusicError with the character position of what cannot be read.

    >>> [(str(sign.length), sign.pitch and sign.pitch.text) for sign in read_lick("E4:1/2 r D4:1½").signs]
    [('1/2', 'E4'), ('1/2', None), ('3/2', 'D4')]
    """
    signs: list[LickSign] = []
    bars: list[tuple[int, int]] = []
    length = Fraction(1, 2)
    for word in re.finditer(r"\|+|[^\s|,;]+", text):
        if word[0].startswith("|"):
            bars.append((len(signs), word.start()))
            continue
        body, colon, typed = word[0].partition(":")
        if colon:
            length = _length(typed, word.start() + len(body) + 1)
        signs.append(_sign(body, length, word.start(), len(signs) + 1))
        if len(signs) > MOST_NOTES:
            raise MusicError(f"The lick has more than {MOST_NOTES} notes.", cure="Split it.", where=word.start())
    if all(sign.cell is None and sign.pitch is None for sign in signs):
        raise MusicError("There is no note yet.", cure=_HOW, where=0)
    return LickText(tuple(signs), tuple(bars))


def print_lick(signs: Sequence[LickSign], beats: int, pickup: Fraction = Fraction(0)) -> str:
    """A lick as text with barlines, `beats` to the bar after a pickup.

    >>> print_lick(read_lick("E4:1 D4:1/2 C4").signs, 4)
    'E4:1 D4:½ C4'
    """
    words: list[str] = []
    now, before = -pickup, None
    for sign in signs:
        if now % beats == 0 and words:
            words.append("|")
        name = _body(sign)
        words.append(name if sign.length == before else f"{name}:{length_text(sign.length)}")
        before = sign.length
        now += sign.length
    return " ".join(words)


def _body(sign: LickSign) -> str:
    """A sign without its length."""
    if sign.pitch is not None:
        return sign.mark + sign.pitch.text
    if sign.cell is None:
        return "r"
    number, insisted, octaves = sign.cell.number, sign.cell.insisted, sign.cell.octaves
    signs = "" if insisted is None else alteration_text(insisted) or "♮"
    return f"{sign.mark}{signs}{number}{'+' * octaves}{'-' * -octaves}"


def length_text(length: Fraction) -> str:
    """A length in beats as it is written: 1½, ⅓, or 5/12 where there is no sign for it."""
    whole, part = divmod(length, 1)
    sign = next((sign for sign, value in _SIGNS.items() if value == part), None)
    if part == 0:
        return str(whole)
    if sign is None or (part.denominator == 3 and whole):
        return str(length)
    return f"{whole or ''}{sign}"


def _sign(body: str, length: Fraction, where: int, place: int) -> LickSign:
    mark: NoteMark = "~" if body.startswith("~") else "=" if body.startswith("=") else ""
    name = body.removeprefix(mark)
    if name == "r" and not mark:
        return LickSign(length, where)
    try:
        if _NOTE.match(name) and name[-1:].isdigit():
            return LickSign(length, where, pitch=_in_sight(Pitch.parse(name)), mark=mark)
        (cell,) = parse_cell(name)
    except (MusicError, ValueError):
        raise MusicError(f"“{body[:12]}” (sign {place}) cannot be read.", cure=_HOW, where=where) from None
    return LickSign(length, where, cell=cell, mark=mark)


def _in_sight(pitch: Pitch) -> Pitch:
    if not 0 <= pitch.midi <= 127:
        raise MusicError(f"{pitch.text} is beyond every instrument.")
    return pitch


def _length(text: str, where: int) -> Fraction:
    found = _LENGTH.fullmatch(text)
    value = Fraction(0)
    if found is not None:
        whole, sign, above, below, plain = found.groups()
        if sign:
            value = Fraction(int(whole or 0)) + _SIGNS[sign]
        elif above:
            value = Fraction(int(above), int(below)) if int(below) else value
        else:
            value = Fraction(plain)
    if not 0 < value <= _LONGEST_NOTE or 12 % value.denominator:
        cure = "Write beats: ½, 1, 1½, ¼, ⅓ (a triplet), 3/4."
        raise MusicError(f"“{text[:12]}” is not a length that can be written.", cure=cure, where=where)
    return value
