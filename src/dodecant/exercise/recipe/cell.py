"""Cells: reading what a teacher types, such as `5 3 2 1`, `1 ♭3 5 8` or `7- 1 2 3`."""

from __future__ import annotations

import re
from dataclasses import dataclass

from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import ACCIDENTAL, alteration_of

LONGEST = 64
HIGHEST_NUMBER = 15
_TOKEN = re.compile(rf"({ACCIDENTAL})(\d+)(\++|-+)?")
_HOW = "Write numbers with spaces between: 5 3 2 1. ♭ or ♯ before a number insists; + or - after it moves an octave."


@dataclass(frozen=True, slots=True)
class CellTone:
    """One number of a cell. `insisted` is its alteration when the teacher typed one (0 for ♮), else None."""

    number: int
    insisted: int | None = None
    octaves: int = 0


def parse_cell(text: str) -> tuple[CellTone, ...]:
    """Read a typed cell; raises MusicError with the character position of what cannot be read.

    >>> parse_cell("5 b3 1+")
    (CellTone(number=5, insisted=None, octaves=0), CellTone(number=3, insisted=-1, octaves=0), \
CellTone(number=1, insisted=None, octaves=1))
    """
    words = list(re.finditer(r"[^\s,]+", text))
    if not words:
        raise MusicError("The cell is empty.", cure=_HOW, where=0)
    if len(words) > LONGEST:
        raise MusicError(
            f"The cell has {len(words)} numbers; it can have {LONGEST}.",
            cure="Shorten it, or let the path repeat a shorter cell.",
            where=words[LONGEST].start(),
        )
    return tuple(_tone(word[0], word.start(), place) for place, word in enumerate(words, start=1))


def _tone(word: str, where: int, place: int) -> CellTone:
    match = _TOKEN.fullmatch(word)
    if match is None:
        raise MusicError(f"“{word[:12]}” (number {place}) cannot be read.", cure=_HOW, where=where)
    signs, digits, marks = match.groups()
    number = int(digits[:4])
    if not 1 <= number <= HIGHEST_NUMBER:
        raise MusicError(
            f"{digits[:4]} (number {place}) is outside 1 to {HIGHEST_NUMBER}.",
            cure="Use 1 to 15; + and - after a number move it by octaves.",
            where=where,
        )
    octaves = 0 if marks is None else len(marks) * (1 if marks[0] == "+" else -1)
    if abs(octaves) > 3:
        raise MusicError(f"“{word[:12]}” moves too far.", cure="Use at most three octave marks.", where=where)
    return CellTone(number, alteration_of(signs) if signs else None, octaves)


def parse_degrees(text: str) -> tuple[Degree, ...]:
    """Read a list of degrees, as targets or as the order of a build-up; raises MusicError with the place.

    >>> [degree.text for degree in parse_degrees("1 b3, 5")]
    ['1', '♭3', '5']
    """
    words = list(re.finditer(r"[^\s,]+", text))
    if not 1 <= len(words) <= 12:
        raise MusicError("Here belong 1 to 12 degrees.", cure="Write numbers with spaces between: 1 3 5 7.", where=0)
    found = []
    for word in words:
        try:
            degree = Degree.parse(word[0])
        except MusicError as error:
            raise MusicError(error.message, cure=error.cure, where=word.start()) from None
        found.append(degree.within_octave)
    return tuple(found)
