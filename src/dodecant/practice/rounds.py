"""What of a strip is played, in which order: some bars, again and again, the root in between."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from typing import Annotated, Literal, NamedTuple, Self

from pydantic import Field, model_validator

from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.part import Part, refused
from dodecant.music.core.errors import MusicError
from dodecant.music.core.metre import Metre

PassageRole = Literal["line", "root", "call", "answer", "free"]
_BarNumber = Annotated[int, Field(ge=0, le=10_000)]


class Rounds(Part):
    """How a strip is gone through: from one bar to another (0: from its first, to its last), so many `repeats`, its
    root held for a bar after every so many of them (0: never).
    """

    first_bar: _BarNumber = 0
    last_bar: _BarNumber = 0
    repeats: Annotated[int, Field(ge=1, le=16)] = 1
    root_every: Annotated[int, Field(ge=0, le=16)] = 0

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if 0 < self.last_bar < self.first_bar:
            raise refused(MusicError("The last bar comes before the first.", cure="Give them in order."))
        return self


class Passage(NamedTuple):
    """A passage that is played, from where to where in quarter notes from the strip's first barline: the line, a root
    that is held (a MIDI number), a call, an answer, or whatever one likes; which time it is, from 1.
    """

    start: Fraction
    end: Fraction
    role: PassageRole = "line"
    time: int = 1
    held: int | None = None


def span_of(strip: Strip, metre: Metre, rounds: Rounds) -> tuple[Fraction, Fraction]:
    """From where to where some bars of a strip go; bars that are not there are left out."""
    first = max(strip.begin, (rounds.first_bar - 1) * metre.quarters) if rounds.first_bar else strip.begin
    last = min(strip.end, rounds.last_bar * metre.quarters) if rounds.last_bar else strip.end
    return (first, last) if first < last else (strip.begin, strip.end)


def once(strip: Strip, metre: Metre, rounds: Rounds) -> tuple[tuple[Fraction, Fraction], ...]:
    """What sounds once through: repeat signs are followed where the whole strip is played."""
    if rounds.first_bar or rounds.last_bar:
        return (span_of(strip, metre, rounds),)
    return strip.played


def passages(strip: Strip, metre: Metre, rounds: Rounds) -> Iterator[Passage]:
    """All that is played of a strip, one after another."""
    root = root_below(strip)
    for time in range(1, rounds.repeats + 1):
        for start, end in once(strip, metre, rounds):
            yield Passage(start, end, "line", time)
        if rounds.root_every and time % rounds.root_every == 0 and root is not None:
            begin, _ = span_of(strip, metre, rounds)
            yield Passage(begin, begin + metre.quarters, "root", time, root)


def root_below(strip: Strip) -> int | None:
    """The root of its sound at or below the first note, as it sounds (MIDI number); None for a strip without notes."""
    if not strip.notes:
        return None
    first = strip.notes[0].tone.sounding.midi
    return first - (first - strip.stop.sounding.tonic.pitch_class) % 12
