"""Metre: how many beats a bar has, how they are grouped, and what the tempo counts."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from typing import Final, Literal, get_args

MetreName = Literal["2/4", "3/4", "4/4", "5/4", "6/4", "7/4", "3/8", "5/8", "6/8", "7/8", "9/8", "12/8"]
METRES: Final[tuple[MetreName, ...]] = get_args(MetreName)  # those an exercise can be written in


@dataclass(frozen=True, slots=True, order=True)
class Metre:
    """Beats in a bar and the note value of one beat (4 is a quarter, 8 an eighth)."""

    beats: int = 4
    unit: int = 4

    @classmethod
    def parse(cls, text: str) -> Metre:
        """Read '6/8'."""
        beats, unit = text.split("/")
        return cls(int(beats), int(unit))

    @property
    def text(self) -> str:
        """'6/8'."""
        return f"{self.beats}/{self.unit}"

    @property
    def quarters(self) -> Fraction:
        """The length of a bar in quarter notes."""
        return Fraction(4 * self.beats, self.unit)

    @property
    def groups(self) -> tuple[Fraction, ...]:
        """What is counted and beamed together, in quarter notes: eighths go in threes, or in twos and a last three.

        >>> [str(group) for group in Metre(7, 8).groups], len(Metre(6, 8).groups)
        (['1', '1', '3/2'], 2)
        """
        return _groups(self.beats, self.unit)

    @property
    def pulse(self) -> Fraction:
        """What the tempo counts, in quarter notes: a dotted quarter where eighths go in threes, else a quarter."""
        return Fraction(3, 2) if set(self.groups) == {Fraction(3, 2)} else Fraction(1)

    def quarter_at(self, tempo: float) -> float:
        """How long a quarter note lasts at a tempo (BPM of the pulse), in seconds.

        >>> Metre().quarter_at(120), Metre(6, 8).quarter_at(80)
        (0.5, 0.5)
        """
        return 60 / (tempo * float(self.pulse))


@lru_cache(maxsize=64)
def _groups(beats: int, unit: int) -> tuple[Fraction, ...]:
    if unit != 8:
        return (Fraction(4, unit),) * beats
    if beats % 3 == 0:
        return (Fraction(3, 2),) * (beats // 3)
    pairs, odd = divmod(beats, 2)
    return (Fraction(1),) * (pairs - odd) + (Fraction(3, 2),) * odd
