"""Fretted strings: string, fret and finger of the left hand.

A hand in a position has a finger for each of four frets, the first in the fret that names the position. The first
finger can stretch a fret back and the fourth a fret up. On the bass two schools hold below the fifth fret: a finger for
each fret, or the first, second and fourth for three frets.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from typing import Final, Literal, NamedTuple

from dodecant.instrument.fingering.optimiser import Costs
from dodecant.instrument.profile import Instrument

FretWay = Literal["free", "position", "area", "one-string", "per-string"]
School = Literal["finger-a-fret", "one-two-four"]
ROMAN: Final = ("", "I", "II", "III", "IV", "V", "VI", "VII", "VIII", "IX", "X", "XI", "XII", "XIII", "XIV", "XV",
                "XVI", "XVII", "XVIII", "XIX", "XX", "XXI", "XXII", "XXIII", "XXIV")  # fmt: skip
_FINGERS: Final = {1: 0, 2: 1, 3: 2, 4: 3}  # frets above the position's
_ONE_TWO_FOUR: Final = {1: 0, 2: 1, 4: 2}
_CLOSE_FROM: Final = 5  # from this fret on, every school has a finger for each fret
_MOST_ON_STRING = 4


class Stopped(NamedTuple):
    """A note on a neck: string (1 is the highest), fret (0 open), finger (0 for none), the hand's position (the fret of
    its first finger; 0 where an open string leaves it anywhere), and how many notes of this string it is, where they
    are counted (else 0).
    """

    string: int
    fret: int
    finger: int
    position: int
    nth: int
    outside: bool

    @property
    def stretched(self) -> bool:
        """Whether the finger reaches beyond its own frets."""
        return self.finger > 0 and not 0 <= self.fret - self.position <= 3

    @property
    def text(self) -> str:
        """The finger: '3', '0'."""
        return str(self.finger)


class Neck(NamedTuple):
    """Open strings (written MIDI numbers) from the highest, and how many frets there are."""

    strings: tuple[int, ...]
    frets: int

    @classmethod
    def of(cls, instrument: Instrument) -> Neck:
        """The neck of an instrument."""
        data = instrument.fingering
        return cls(tuple(pitch.midi for pitch in data.strings), data.frets)

    def places(self, height: int) -> Iterator[tuple[int, int]]:
        """Every string and fret of a note, the lowest fret first.

        >>> list(Neck((76, 71, 67, 62, 57, 52), 22).places(67))
        [(3, 0), (4, 5), (5, 10), (6, 15)]
        """
        found = ((string, height - low) for string, low in enumerate(self.strings, start=1))
        yield from sorted((one for one in found if 0 <= one[1] <= self.frets), key=lambda one: one[1])


class Fretted:
    """A neck, played in one of five ways.

    `free` moves the hand as little as it can; in a `position` the hand stays in the fret `low`; in an `area` it moves
    between the frets `low` and `high`; on `one-string` it crosses strings as seldom as it can; `per-string` puts so
    many notes on each. What cannot be had so is played at the nearest place outside, marked.
    """

    def __init__(
        self,
        neck: Neck,
        weights: Mapping[str, int],
        way: FretWay = "free",
        *,
        low: int = 1,
        high: int = 4,
        per_string: int = 3,
        school: School = "finger-a-fret",
    ) -> None:
        self.neck, self._weights, self.way, self._school = neck, weights, way, school
        self._low, self._high, self._per_string = low, high, per_string
        self._crossing = weights["same_string" if way == "one-string" else "crossing"]
        self._skip, self._roll = weights["skip"], weights["roll"]
        self._shift, self._shift_fret = weights["shift"], weights["shift_fret"]

    def states(self, height: int) -> Sequence[Stopped]:
        """Every string, fret and finger; in a position or an area those inside, else the nearest outside."""
        every = list(self._everywhere(height))
        inside = [one for one in every if self._inside(one)]
        if inside or not every:
            return self._counted(inside)
        nearest = min(map(self._distance, every))
        return self._counted([one._replace(outside=True) for one in every if self._distance(one) == nearest])

    def own(self, state: Stopped) -> Costs:
        """Stretches, the little finger, open strings, the height on the neck, places outside."""
        weigh = self._weights
        return {
            "stretch": weigh["stretch"] * state.stretched,
            "little": weigh["little"] * (state.finger == 4),
            "open": weigh["open"] * (state.finger == 0 and not (self.way == "position" and self._low == 1)),
            "high": weigh["high"] * (state.fret // 4),
            "outside": weigh["outside"] * state.outside,
        }

    def between(self, before: Stopped, after: Stopped) -> Costs:
        """Shifts of the hand, crossings of strings, one finger rolled over; and counts of notes on a string."""
        apart = abs(after.string - before.string)
        moved = abs(after.position - before.position) if before.position and after.position else 0
        rolled = before.finger == after.finger > 0 and apart > 0 and before.fret == after.fret
        costs = {
            "shift": self._shift * (moved > 0) + self._shift_fret * moved,
            "crossing": self._crossing * apart,
            "skip": self._skip * max(0, apart - 1),
            "roll": self._roll * rolled,
        }
        if self.way == "per-string":
            costs["string_count"] = self._weights["string_count"] * (not self._counts_on(before, after))
        return costs

    def step(self, before: Stopped, after: Stopped) -> int:
        """All points of `between`."""
        string, fret, finger, position, *_ = before
        after_string, after_fret, after_finger, after_position, *_ = after
        apart = abs(after_string - string)
        points = apart * self._crossing
        if apart > 1:
            points += self._skip * (apart - 1)
        if position and after_position and position != after_position:
            points += self._shift + self._shift_fret * abs(after_position - position)
        if apart and finger == after_finger > 0 and fret == after_fret:
            points += self._roll
        if self.way == "per-string" and not self._counts_on(before, after):
            points += self._weights["string_count"]
        return points

    def _counts_on(self, before: Stopped, after: Stopped) -> bool:
        if before.string == after.string:
            return after.nth == before.nth + 1
        return before.nth == self._per_string and after.nth == 1

    def _everywhere(self, height: int) -> Iterator[Stopped]:
        for string, fret in self.neck.places(height):
            if fret == 0:
                yield Stopped(string, 0, 0, 0, 0, False)
                continue
            for position in range(max(1, fret - 4), fret + 2):
                finger = self._finger(fret - position, position)
                if finger:
                    yield Stopped(string, fret, finger, position, 0, False)

    def _finger(self, above: int, position: int) -> int:
        """The finger for so many frets above a position's; 0 for none."""
        close = self._school == "finger-a-fret" or position >= _CLOSE_FROM
        fingers = _FINGERS if close else _ONE_TWO_FOUR
        for finger, frets in fingers.items():
            if frets == above:
                return finger
        if not close:
            return 0
        return {-1: 1, 4: 4}.get(above, 0)

    def _inside(self, one: Stopped) -> bool:
        if self.way == "position":
            return one.position == self._low or (one.finger == 0 and self._low == 1)
        if self.way == "area":
            return self._low <= one.fret <= self._high or (one.finger == 0 and self._low == 1)
        return True

    def _distance(self, one: Stopped) -> int:
        """How many frets it lies outside."""
        high = self._low + 3 if self.way == "position" else self._high
        return max(self._low - one.fret, one.fret - high, 0)

    def _counted(self, states: Sequence[Stopped]) -> Sequence[Stopped]:
        if self.way != "per-string":
            return states
        return [one._replace(nth=nth) for one in states for nth in range(1, min(self._per_string, _MOST_ON_STRING) + 1)]
