"""Where a rule holds: kinds of chords, and places of the form."""

from __future__ import annotations

import re
from typing import Annotated, Final, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.part import Part, readable, refused
from dodecant.music.core.errors import MusicError

_SPAN = re.compile(r"\s*(\d{1,4})\s*(?:[-–]\s*(\d{1,4})\s*)?")
_STEP = re.compile(r"[♭b♯#]?(?:VII|VI|IV|V|III|II|I|vii|vi|iv|v|iii|ii|i)")
_MOST = 2000  # bars


def number_spans(text: str) -> tuple[range, ...]:
    """Numbers from 1 and spans of them, as one writes bars: '1-4, 7'; raises MusicError with the character.

    >>> number_spans("1-4, 7")
    (range(1, 5), range(7, 8))
    """
    found = []
    place = 0
    for word in text.split(",") if text.strip() else ():
        match = _SPAN.fullmatch(word)
        first, last = (int(match[1]), int(match[2] or match[1])) if match else (0, 0)
        if not 1 <= first <= last <= _MOST:
            raise MusicError(f"“{word.strip()[:12]}” is no number or span.", cure="Write 1-4, 7.", where=place)
        found.append(range(first, last + 1))
        place += len(word) + 1
    return tuple(found)


def _step(text: str) -> None:
    if text and _STEP.fullmatch(text) is None:
        raise MusicError(f"“{text[:12]}” is no step of a key.", cure="Write II, V, ♭VII or ♯IV.", where=0)


Numbers = Annotated[str, Field(max_length=120), readable(number_spans)]
ChordRole = Literal[
    "any",
    "dominant",
    "dominant-resolving",
    "dominant-to-major",
    "dominant-to-minor",
    "tonic",
    "tonic-major",
    "tonic-minor",
]
QualityFamily = Literal[
    "any", "major", "minor", "dominant", "half-diminished", "diminished", "sus", "minor-major", "augmented"
]


class ChosenChord(Part):
    """A chord by its number as written, from 0, and its symbol, by which it is found again when bars have moved."""

    chord: Annotated[int, Field(ge=0, le=10_000)]
    symbol: Annotated[str, Field(max_length=40)] = ""


# How much each part tells; a place in the form tells more than any kind of chord.
_TELLS: Final = {
    "chords": 256,
    "bars": 128,
    "phrase": 64,
    "section": 32,
    "choruses": 16,
    "step": 8,
    "role": 4,
    "quality": 1,
}


class Where(Part):
    """Where a rule holds: all that is told has to be so; with nothing told it holds for every chord.

    `step` is the numeral of a chord in the key of the moment, `role` what it does there, `quality` its family.
    `chords` were pressed. `bars` are those of a chorus as it is played, from 1. `phrase_bars` are bars of every
    `phrase` of so many. `section` is a letter of the form.
    """

    role: ChordRole = "any"
    step: Annotated[str, Field(max_length=8), readable(_step)] = ""
    quality: QualityFamily = "any"
    chords: Annotated[tuple[ChosenChord, ...], Field(max_length=400)] = ()
    bars: Numbers = ""
    phrase: Literal[0, 2, 4, 8] = 0
    phrase_bars: Numbers = ""
    section: Annotated[str, Field(max_length=40)] = ""
    choruses: Numbers = ""

    @model_validator(mode="after")
    def _has_its_phrase(self) -> Self:
        spans = number_spans(self.phrase_bars)
        if bool(self.phrase) != bool(spans):
            cure = "Say how many bars a phrase has, and which of them."
            raise refused(MusicError("A place in the phrase needs both.", cure=cure))
        if any(span.stop - 1 > self.phrase for span in spans):
            message = f"A phrase of {self.phrase} bars has no bar {max(span.stop for span in spans) - 1}."
            raise refused(MusicError(message, cure=f"Write bars from 1 to {self.phrase}."))
        return self

    @property
    def specific(self) -> int:
        """How exactly it tells: pressed chords most, then bars, phrase, section, chorus, step, role, quality.

        >>> Where(step="V").specific > Where(role="dominant-to-minor").specific > Where(role="dominant").specific
        True
        """
        told = sum(points for field, points in _TELLS.items() if getattr(self, field) not in ("", "any", 0, ()))
        return told - 2 * (self.role in ("dominant", "tonic"))
