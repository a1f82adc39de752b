"""Keyboards: the finger of one hand for each key.

Two schools: as scale books print it, where the scale stands in them, or by least effort. Spans between pairs of fingers
are those of Parncutt and others (1997), table 1, for the right hand going up; the left hand is its mirror.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from itertools import combinations, pairwise
from typing import Final, NamedTuple

from dodecant.instrument.fingering.books import Hand
from dodecant.instrument.fingering.optimiser import Costs, Family

# Half steps from the lower-numbered finger to the higher: least and most that are possible, comfortable, relaxed.
SPANS: Final[Mapping[tuple[int, int], tuple[int, int, int, int, int, int]]] = {
    (1, 2): (-5, -3, 1, 5, 8, 10), (1, 3): (-4, -2, 3, 7, 10, 12), (1, 4): (-3, -1, 5, 9, 12, 14),
    (1, 5): (-1, 1, 7, 10, 13, 15), (2, 3): (1, 1, 1, 2, 3, 5), (2, 4): (1, 1, 3, 4, 5, 7),
    (2, 5): (2, 2, 5, 6, 8, 10), (3, 4): (1, 1, 1, 2, 2, 4), (3, 5): (1, 1, 3, 4, 5, 7), (4, 5): (1, 1, 1, 2, 3, 5),
}  # fmt: skip
_BLACK: Final = frozenset({1, 3, 6, 8, 10})
_THUMB, _LITTLE = 1, 5
_WHOLE_STEP = 2
_HAND = 12  # half steps: what is farther away is a leap
_FOURTH, _FIFTH = 5, 6  # half steps, the diminished fifth too


Fingers = Mapping[int, tuple[int, ...]]  # what a book prints for each pitch class


class KeyFinger(NamedTuple):
    """A finger (1 the thumb) on a key (MIDI number); and the fingers and keys struck under it, the highest first."""

    finger: int
    height: int
    under: tuple[int, ...] = ()
    keys_under: tuple[int, ...] = ()

    @property
    def black(self) -> bool:
        """Whether the key is a black one."""
        return self.height % 12 in _BLACK

    @property
    def text(self) -> str:
        """'3'."""
        return str(self.finger)

    @property
    def each(self) -> tuple[KeyFinger, ...]:
        """What plays each of its notes, the highest first."""
        keys = zip((self.finger, *self.under), (self.height, *self.keys_under), strict=True)
        return tuple(KeyFinger(finger, height) for finger, height in keys)


class Keyboard(Family[KeyFinger]):
    """One hand; with a book its finger for each pitch class is wanted, without one the least effort.

    `chords` tells whether triads are played as books print them: 1 3 5, and 2 in the middle beside a fourth on the
    little finger's side.
    """

    def __init__(
        self, weights: Mapping[str, int], hand: Hand = "right", book: Fingers | None = None, *, chords: bool = False
    ) -> None:
        self._weights, self._hand, self._book, self._chords = weights, hand, book or {}, chords

    def states(self, height: int) -> Sequence[KeyFinger]:
        """The five fingers."""
        return [KeyFinger(finger, height) for finger in range(1, 6)]

    def struck(self, chord: tuple[int, ...]) -> Sequence[KeyFinger]:
        """The fingers that the hand can put on a chord."""
        return list(key_grips(chord, self._hand))

    def own(self, state: KeyFinger) -> Costs:
        """Thumb and little finger on black keys, weak fingers; fingers that the book does not print."""
        if state.under:
            return self._of_chord(state)
        weigh, finger = self._weights, state.finger
        costs = {
            "thumb_on_black": weigh["thumb_on_black"] * (finger == _THUMB and state.black),
            "little_on_black": weigh["little_on_black"] * (finger == _LITTLE and state.black),
            "weak": weigh["weak"] * (finger >= 4),
        }
        wanted = self._book.get(state.height % 12, ())
        if wanted and finger not in wanted:
            turns = finger == _LITTLE and wanted == (_THUMB,)  # the book does not say how the line ends there
            costs["book"] = weigh["book_turn" if turns else "book"]
        return costs

    def _of_chord(self, state: KeyFinger) -> Costs:
        """Of all its fingers, but for the book; and how far it is spread."""
        found: dict[str, int] = {}
        for one in state.each:
            for name, points in self.own(one).items():
                if name != "book":
                    found[name] = found.get(name, 0) + points
        for one, other in pairwise(state.each):
            low, high = sorted((one.finger, other.finger))
            _, _, close, far, _, _ = SPANS[low, high]
            apart = one.height - other.height
            tension = max(0, close - apart, apart - far)
            found["relaxed"] = found.get("relaxed", 0) + self._weights["relaxed"] * tension
        if self._chords and len(state.each) == 3 and not self._as_printed(state):
            found["book"] = self._weights["book"]
        return found

    def _as_printed(self, state: KeyFinger) -> bool:
        """Whether a triad has the fingers that books print for it."""
        top, middle, bottom = (state.height, *state.keys_under)
        if top - bottom < _FIFTH:
            return True
        far = top - middle if self._hand == "right" else middle - bottom
        return sorted((state.finger, *state.under)) == [1, 2 if far >= _FOURTH else 3, 5]

    def between(self, before: KeyFinger, after: KeyFinger) -> Costs:
        """Spans, the thumb's passing, neighbours that hinder each other."""
        weigh = self._weights
        step = after.height - before.height
        if before.under and after.under:
            return {}  # the hand leaves the keys
        if before.finger == after.finger:
            leaps = abs(step) > _HAND
            return {"same_finger": weigh["same_finger_leaping" if leaps else "same_finger"] * (step != 0)}
        low, high = sorted((before.finger, after.finger))
        # The distance from the lower finger to the higher one, as the right hand measures it.
        span = step if before.finger < after.finger else -step
        span = span if self._hand == "right" else -span
        least, small, close, far, large, most = SPANS[low, high]
        strain = max(0, small - span, span - large)
        tension = max(0, close - span, span - far)
        passes = low == _THUMB and span < 0
        thumb = before if before.finger == _THUMB else after
        other = after if thumb is before else before
        printed = self._printed(before, after)
        wide = printed and abs(step) > _WHOLE_STEP and least <= span  # an arpeggio's hand is open
        carried = printed and abs(step) > _WHOLE_STEP and passes  # and the arm carries it over the thumb
        return {
            "stretch": weigh["stretch"] * strain * (not (wide or carried)),
            "relaxed": weigh["relaxed"] * tension * (not passes and not printed),
            "beyond": weigh["beyond"] * (not least <= span <= most and not carried),
            "pass_under": weigh["pass_under"] * passes,
            "pass_level": weigh["pass_level"] * (passes and thumb.black and not other.black),
            "third_and_fourth": weigh["third_and_fourth"] * ((low, high) == (3, 4)),
            "fourth_on_black": weigh["fourth_on_black"] * ((low, high) == (3, 4) and self._fourth_above(before, after)),
        }

    def reaches(self, before: KeyFinger, after: KeyFinger) -> bool:
        """Whether both fingers lie within a hand, the thumb passing under or not."""
        return not self.between(before, after).get("beyond", 0)

    def _printed(self, *both: KeyFinger) -> bool:
        """Whether a book prints the fingers of two keys: then it knows better what is relaxed."""
        return all(one.finger in self._book.get(one.height % 12, ()) for one in both)

    @staticmethod
    def _fourth_above(before: KeyFinger, after: KeyFinger) -> bool:
        """Whether the third finger is on a white key beside the fourth on a black one."""
        fourth, third = (before, after) if before.finger == 4 else (after, before)
        return fourth.black and not third.black


def crosses(before: KeyFinger, after: KeyFinger, hand: Hand) -> bool:
    """Whether the thumb goes under or a finger over it.

    >>> crosses(KeyFinger(3, 64), KeyFinger(1, 65), "right")
    True
    """
    step = after.height - before.height
    rising = step > 0 if hand == "right" else step < 0
    fell = after.finger < before.finger
    return step != 0 and before.finger != after.finger and 1 in (before.finger, after.finger) and rising == fell


def key_grips(chord: Sequence[int], hand: Hand) -> Iterator[KeyFinger]:
    """The fingers of one hand on keys struck together (MIDI numbers, the highest first), where the hand spans them.

    >>> [(one.finger, one.under) for one in key_grips((67, 64, 60), "right")][:2]
    [(3, (2, 1)), (4, (2, 1))]
    """
    for fingers in combinations(range(1, 6), len(chord)):
        order = fingers[::-1] if hand == "right" else fingers
        placed = zip(chord, order, strict=True)
        if all(_spanned(abs(high - low), *sorted((one, other))) for (high, one), (low, other) in pairwise(placed)):
            yield KeyFinger(order[0], chord[0], order[1:], tuple(chord[1:]))


def _spanned(half_steps: int, low: int, high: int) -> bool:
    _, small, _, _, large, _ = SPANS[low, high]
    return max(1, small) <= half_steps <= large
