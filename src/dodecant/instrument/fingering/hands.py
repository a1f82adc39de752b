"""The hands of one instrument: its family, and lines fingered with what is pinned and what repeats."""

from __future__ import annotations

from collections.abc import Hashable, Mapping, Sequence
from itertools import groupby, pairwise
from typing import Any, Final

from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.harmonica import HarpNote
from dodecant.instrument.fingering.keyboard import KeyFinger
from dodecant.instrument.fingering.optimiser import Alternative, Optimiser, Struck, Wish, repeated
from dodecant.instrument.fingering.slide import SlidePosition
from dodecant.instrument.fingering.valves import ValveFingering

Finger = Stopped | KeyFinger | SlidePosition | ValveFingering | HarpNote


def alike(one: Finger, other: Finger, strings: int = 0) -> bool:
    """Whether two ways are the same idea on other notes: the same fingers on keys; the same finger and stretch on the
    same string, or so many `strings` lower; the same partial on a slide.

    >>> alike(KeyFinger(1, 60), KeyFinger(1, 67)), alike(KeyFinger(1, 60), KeyFinger(2, 60))
    (True, False)
    """
    return _idea(one, strings) == _idea(other)


def _idea(finger: Finger, strings: int = 0) -> object:
    """What of a finger does not depend on the note."""
    match finger:
        case KeyFinger():
            return (finger.finger, *finger.under)
        case Stopped():
            held = [(one.string + strings, one.finger, one.fret - finger.position) for one in finger.each]
            return [(string, finger, fret if finger else 0) for string, finger, fret in held]
        case SlidePosition():
            return finger.partial, finger.trigger
        case _:
            return finger


def strings_lower(idea: Sequence[Finger | None], ways: Sequence[Sequence[Finger]]) -> int:
    """How many strings lower than an idea most notes can be as it has them, given every way of each: 0 wherever that
    is as good.
    """

    def alike_there(strings: int) -> int:
        return sum(
            finger is not None and any(alike(finger, way, strings) for way in own)
            for finger, own in zip(idea, ways, strict=True)
        )

    if not any(isinstance(finger, Stopped) for finger in idea):
        return 0
    return max(_OTHER_STRINGS, key=alike_there)


_OTHER_STRINGS: Final = (0, 1, -1, 2, -2)


class Hands:
    """Fingers whole lines. With `same` the same notes get the same fingers where a group of them comes again."""

    def __init__(self, optimiser: Optimiser[Any], *, same: bool = True, seed: int = 0) -> None:
        self._optimiser, self._same, self._seed = optimiser, same, seed

    def line(
        self,
        groups: Sequence[Sequence[Struck]],
        pinned: Mapping[int, Hashable] | None = None,
        idea: Sequence[Finger | None] = (),
    ) -> list[Finger | None]:
        """The finger of every note of a line, given in groups (its bars) of notes and chords; `pinned` by place in it.

        Where an `idea` is given, the fingers of a line of as many notes, it is followed wherever it can be. A group
        that comes again keeps the fingers it had at first, and the rest is optimised round it.
        """
        heights = [height for group in groups for height in group]
        fixed: dict[int, Any] = dict(pinned or {})
        wish = self._wish(heights, idea) if idea else None
        taken = self._optimiser.cheapest(heights, pinned, self._seed, wish)
        again = repeated(groups) if self._same else {}
        if not again:
            return taken
        starts = [0]
        for group in groups:
            starts.append(starts[-1] + len(group))
        for number, first in again.items():
            for place in range(len(groups[number])):
                state = fixed.setdefault(starts[first] + place, taken[starts[first] + place])
                fixed.setdefault(starts[number] + place, state)
        return self._round(heights, taken, fixed, wish)

    def _wish(self, heights: Sequence[Struck], idea: Sequence[Finger | None]) -> Wish[Any]:
        """The ways of each note that are like the idea's; what its hand reaches is to be reached."""
        ways = [self.states(height) for height in heights]
        strings = strings_lower(idea, ways)
        states = {
            place: [way for way in own if alike(finger, way, strings)]
            for place, (own, finger) in enumerate(zip(ways, idea, strict=True))
            if finger is not None
        }
        reaches = self._optimiser.family.reaches
        reached = {
            place + 1
            for place, (one, other) in enumerate(pairwise(idea))
            if one is not None and other is not None and reaches(one, other)
        }
        return Wish(states, reached)

    def _round(
        self, heights: Sequence[Struck], taken: list[Any], fixed: Mapping[int, Any], wish: Wish[Any] | None
    ) -> list[Finger | None]:
        """The rest of a line optimised round what is fixed: only beside what became another finger by that."""
        found = [fixed.get(place, state) for place, state in enumerate(taken)]
        end = len(found)
        free = [place for place in range(end) if place not in fixed]
        for _, run in groupby(enumerate(free), key=lambda pair: pair[1] - pair[0]):
            places = [place for _, place in run]
            low, high = max(0, places[0] - 1), min(end, places[-1] + 2)
            if all(found[place] == taken[place] for place in (low, high - 1)):
                continue
            pins = {
                place - low: found[place] for place in (low, high - 1) if place in fixed and found[place] is not None
            }
            within = wish.within(low, high) if wish else None
            found[low:high] = self._optimiser.cheapest(heights[low:high], pins, self._seed, within)
        return found

    def why(
        self,
        heights: Sequence[Struck],
        taken: Sequence[Any],
        place: int,
        pinned: Mapping[int, Hashable],
        idea: Sequence[Finger | None] = (),
    ) -> list[Alternative[Any]]:
        """Every way to play one note with the best line round it, what else is `pinned` kept, and as much of an `idea`
        as can be: the taken one first.
        """
        wish = self._wish(heights, idea) if idea else None
        return self._optimiser.alternatives(heights, taken, place, pinned, wish)

    def states(self, height: Struck) -> Sequence[Finger]:
        """Every way to play a note; none where the instrument does not have it."""
        return self._optimiser.states(height)
