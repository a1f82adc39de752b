"""Fretted strings: string, fret and finger of the left hand.

A hand in a position has a finger for each of four frets, the first in the fret that names the position. The first
finger can stretch a fret back and the fourth a fret up. On the bass two schools hold below the fifth fret: a finger for
each fret, or the first, second and fourth for three frets.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from typing import Final, Literal, NamedTuple

import numpy as np

from dodecant.instrument.fingering.grips import grips
from dodecant.instrument.fingering.optimiser import Costs, Family, Points
from dodecant.instrument.profile import Instrument

FretWay = Literal["free", "position", "area", "one-string", "per-string"]
School = Literal["finger-a-fret", "one-two-four"]
OpenStrings = Literal["seldom", "welcome", "none"]
ROMAN: Final = ("", "I", "II", "III", "IV", "V", "VI", "VII", "VIII", "IX", "X", "XI", "XII", "XIII", "XIV", "XV",
                "XVI", "XVII", "XVIII", "XIX", "XX", "XXI", "XXII", "XXIII", "XXIV")  # fmt: skip
_FINGERS: Final = {1: 0, 2: 1, 3: 2, 4: 3}  # frets above the position's
_ONE_TWO_FOUR: Final = {1: 0, 2: 1, 4: 2}
_CLOSE_FROM: Final = 5  # from this fret on, every school has a finger for each fret
_BESIDE_OPEN: Final = 4  # the highest position from which an open string is at hand
_MOST_ON_STRING = 4


class Stopped(NamedTuple):
    """A note on a neck: string (1 is the highest), fret (0 open), finger (0 for none), the hand's position (the fret of
    its first finger; 0 where an open string leaves it anywhere), and how many notes of this string it is, where they
    are counted (else 0). Strings, frets and fingers `under` it are struck with it, the highest first.
    """

    string: int
    fret: int
    finger: int
    position: int
    nth: int
    outside: bool
    under: tuple[tuple[int, int, int], ...] = ()

    @property
    def stretched(self) -> bool:
        """Whether the finger reaches beyond its own frets."""
        return self.finger > 0 and not 0 <= self.fret - self.position <= 3

    @property
    def barred(self) -> bool:
        """Whether one finger lies over several strings."""
        if not self.under:
            return False
        fingers = [self.finger, *(finger for _, _, finger in self.under)]
        return any(finger and fingers.count(finger) > 1 for finger in fingers)

    @property
    def text(self) -> str:
        """The finger: '3', '0'."""
        return str(self.finger)

    @property
    def each(self) -> tuple[Stopped, ...]:
        """What plays each of its notes, the highest first."""
        held = ((self.string, self.fret, self.finger), *self.under)
        return tuple(self._replace(string=one[0], fret=one[1], finger=one[2], under=()) for one in held)


def arrivals(fingers: Iterable[object]) -> list[int]:
    """For each note the position (fret) that the hand comes to with it; 0 where it stays, or plays nothing stopped."""
    found, now = [], 0
    for finger in fingers:
        comes = isinstance(finger, Stopped) and finger.position not in (0, now)
        now = finger.position if isinstance(finger, Stopped) and comes else now
        found.append(now if comes else 0)
    return found


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


class Fretted(Family[Stopped]):
    """A neck, played in one of five ways.

    `free` moves the hand as little as it can; in a `position` the hand stays in the fret `low`; in an `area` it moves
    between the frets `low` and `high`; on `one-string` it crosses strings as seldom as it can; `per-string` puts so
    many notes on each. Where no `open_strings` are wanted, only notes that have no other place are open. What
    cannot be had so is played at the nearest place outside, marked.
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
        open_strings: OpenStrings = "seldom",
    ) -> None:
        self.neck, self._weights, self.way, self._school = neck, weights, way, school
        self._low, self._high, self._per_string = low, high, per_string
        self._opens = way == "position" and low == 1
        self._open_strings: OpenStrings = "welcome" if self._opens else open_strings
        self._crossing = weights["same_string" if way == "one-string" else "crossing"]
        self._skip, self._roll = weights["skip"], weights["roll"]
        self._shift, self._shift_fret = weights["shift"], weights["shift_fret"]
        self._open_far = weights["open_far"]

    def states(self, height: int) -> Sequence[Stopped]:
        """Every string, fret and finger; in a position or an area those inside, else the nearest outside."""
        return self._wanted(list(self._everywhere(height)))

    def struck(self, chord: tuple[int, ...]) -> Sequence[Stopped]:
        """Every way to hold a chord, inside or nearest outside."""
        return self._wanted(list(self._held(chord)))

    def _wanted(self, every: list[Stopped]) -> Sequence[Stopped]:
        inside = [one for one in every if self._inside(one)]
        if inside or not every:
            return self._counted(inside)
        nearest = min(map(self._distance, every))
        return self._counted([one._replace(outside=True) for one in every if self._distance(one) == nearest])

    def own(self, state: Stopped) -> Costs:
        """Stretches, the little finger, open strings, the height on the neck, places outside."""
        weigh = self._weights
        return {
            "stretch": weigh["stretch"]
            * (any(note.stretched for note in state.each) if state.under else state.stretched),
            "little": weigh["little"] * (state.finger == 4),
            "open": weigh["open_unwanted" if self._has_other(state) else "open"] * self._rings_on(state),
            "barre": weigh["barre"] * state.barred,
            "high": weigh["high"] * (state.fret // 4),
            "outside": weigh["outside"] * state.outside,
        }

    def _has_other(self, state: Stopped) -> bool:
        """Whether no open string is wanted, and the note of this one has a place on another string."""
        if self._open_strings != "none" or state.finger or state.under:
            return False
        return any(fret for _, fret in self.neck.places(self.neck.strings[state.string - 1]))

    def _rings_on(self, state: Stopped) -> bool:
        """Whether an open string sounds where the others are stopped; low on the neck a chord may have them."""
        if not state.under:
            return state.finger == 0 and self._open_strings != "welcome"
        low = self._opens or state.position < _CLOSE_FROM
        return not low and any(one.finger == 0 for one in state.each)

    def between(self, before: Stopped, after: Stopped) -> Costs:
        """Shifts of the hand, crossings of strings, one finger rolled over; and counts of notes on a string."""
        apart = abs(after.string - before.string)
        moved = abs(after.position - before.position) if before.position and after.position else 0
        rolled = before.finger == after.finger > 0 and apart > 0 and before.fret == after.fret
        far = 0 in (before.position, after.position) and max(before.position, after.position) > _BESIDE_OPEN
        costs = {
            "shift": self._shift * (moved > 0) + self._shift_fret * moved,
            "crossing": self._crossing * apart,
            "skip": self._skip * max(0, apart - 1),
            "roll": self._roll * rolled,
            "open": self._open_far * far,
        }
        if self.way == "per-string":
            costs["string_count"] = self._weights["string_count"] * (not self._counts_on(before, after))
        return costs

    def steps(self, before: Sequence[Stopped], after: Sequence[Stopped]) -> Points:
        """All points of `between`, for all states at once."""
        were, are = (np.array([one[:5] for one in states], np.int32).T for states in (before, after))
        string, fret, finger, position, nth = (row[:, None] for row in were)
        after_string, after_fret, after_finger, after_position, after_nth = are
        apart = np.abs(after_string - string)
        moved = np.where((position > 0) & (after_position > 0), np.abs(after_position - position), 0)
        points = apart * self._crossing + self._skip * np.maximum(0, apart - 1)
        points += self._shift * (moved > 0) + self._shift_fret * moved
        rolled = (apart > 0) & (finger == after_finger) & (finger > 0) & (fret == after_fret)
        points += self._roll * rolled
        lower, upper = np.minimum(position, after_position), np.maximum(position, after_position)
        points += self._open_far * ((lower == 0) & (upper > _BESIDE_OPEN))
        if self.way == "per-string":
            begins_next = (nth == self._per_string) & (after_nth == 1)
            counts_on = np.where(apart == 0, after_nth == nth + 1, begins_next)
            points += self._weights["string_count"] * ~counts_on
        return np.asarray(points)

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

    def _held(self, chord: tuple[int, ...]) -> Iterator[Stopped]:
        """Every way to hold a chord."""
        position = self._low if self.way == "position" else None
        for low, ((string, fret, finger), *under) in grips(self.neck.strings, self.neck.frets, chord, position):
            yield Stopped(string, fret, finger, low, 0, False, tuple(under))

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
            open_too = self._low == 1
            return all(self._low <= note.fret <= self._high or (note.fret == 0 and open_too) for note in one.each)
        return True

    def _distance(self, one: Stopped) -> int:
        """How many frets it lies outside."""
        high = self._low + 3 if self.way == "position" else self._high
        return max(self._low - one.fret, one.fret - high, 0)

    def _counted(self, states: Sequence[Stopped]) -> Sequence[Stopped]:
        if self.way != "per-string":
            return states
        return [one._replace(nth=nth) for one in states for nth in range(1, min(self._per_string, _MOST_ON_STRING) + 1)]
