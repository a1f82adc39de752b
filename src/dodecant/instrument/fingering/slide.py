"""The trombone's slide: positions one to seven and the partial of each note.

The open tube of a trombone in B♭ sounds the partials of B♭1 (MIDI 34); each position lengthens it by a half step, and
the trigger by a fourth, on which there are six positions. Partials are those of any tube (see Rossing, Moore and
Wheeler, The Science of Sound): the fifth is 14 cents flat and the seventh 31. The seventh is played where it can be
raised, so never in first position, and only where it is the only one or allowed.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from functools import lru_cache
from typing import Final, Literal, NamedTuple

from dodecant.instrument.fingering.optimiser import Costs, Family

SlideWay = Literal["first-choice", "least-travel", "outward", "strictly-outward"]

FUNDAMENTAL: Final = 34  # MIDI number of B♭1
# Half steps above the fundamental, and how far off equal temperament in cents.
PARTIALS: Final[dict[int, tuple[int, int]]] = {
    1: (0, 0), 2: (12, 0), 3: (19, 2), 4: (24, 0), 5: (28, -14), 6: (31, 2), 7: (34, -31), 8: (36, 0), 9: (38, 4),
    10: (40, -14), 12: (43, 2),
}  # fmt: skip
_TRIGGER = 5  # half steps
_LAST, _LAST_WITH_TRIGGER = 7, 6
_HIGHEST_PEDAL = 40  # pedal notes are not used where a second partial reaches


class SlidePosition(NamedTuple):
    """A position of the slide (1 to 7), the partial, whether the trigger is held, and how far off it is in cents."""

    position: int
    partial: int
    trigger: bool
    cents: int
    height: int

    @property
    def text(self) -> str:
        """'4', 'T2', or '♯2' for the seventh partial, whose slide is drawn in a little."""
        raised = "♯" if self.partial == _SEVENTH_PARTIAL else ""
        return f"{'T' if self.trigger else ''}{raised}{self.position}"


_SEVENTH_PARTIAL: Final = 7


class Slide(Family[SlidePosition]):
    """A trombone's slide, played in one of four ways.

    The first choice is the position nearest to the bell for each note; least travel weighs every half step of the
    slide; outward never lets the slide come back while the line rises, where there is such a way; strictly outward
    does not let it stay either.
    """

    def __init__(
        self,
        weights: Mapping[str, int],
        way: SlideWay = "first-choice",
        *,
        trigger: bool = False,
        sevenths: bool = False,
    ) -> None:
        self._weights, self.way, self._trigger, self._sevenths = weights, way, trigger, sevenths

    def states(self, height: int) -> Sequence[SlidePosition]:
        """Every position that has the note, the nearest first; seventh partials only where allowed or alone."""
        found = sorted(_positions(height, self._trigger), key=lambda one: (one.trigger, one.position))
        plain = [one for one in found if one.partial != _SEVENTH_PARTIAL]
        return found if self._sevenths or not plain else plain

    def own(self, state: SlidePosition) -> Costs:
        """Alternates away from the natural position, the seventh partial, the trigger."""
        natural = natural_position(state.height, self._trigger)
        away = 0 if natural in (None, state) else 1 + abs(state.position - natural.position)
        weigh = self._weights
        return {
            "alternate": weigh["alternate" if self.way == "first-choice" else "alternate_freely"] * away,
            "tuning": weigh["seventh"] * (state.partial == _SEVENTH_PARTIAL),
            "trigger": weigh["trigger"] * state.trigger,
        }

    def between(self, before: SlidePosition, after: SlidePosition) -> Costs:
        """The slide's travel; coming back while the line rises, where it is to go outward."""
        moved = after.position - before.position
        return {
            "travel": self._weights["travel"] * abs(moved) * (self.way != "first-choice"),
            "back": self._weights["back"] * comes_back(before, after, self.way),
        }


@lru_cache(maxsize=256)
def natural_position(height: int, trigger: bool = False) -> SlidePosition | None:
    """The position a note is learned in: the nearest to the bell without trigger and seventh partial.

    >>> [natural_position(height).position for height in (40, 46, 53, 58)]
    [7, 1, 1, 1]
    """
    found = sorted(
        _positions(height, trigger), key=lambda one: (one.partial == _SEVENTH_PARTIAL, one.trigger, one.position)
    )
    return found[0] if found else None


def _positions(height: int, trigger: bool) -> Iterator[SlidePosition]:
    for partial, (above, cents) in PARTIALS.items():
        if partial == 1 and height > _HIGHEST_PEDAL - 6:
            continue
        for held in (False, True) if trigger else (False,):
            position = FUNDAMENTAL + above - (_TRIGGER if held else 0) - height + 1
            last = _LAST_WITH_TRIGGER if held else _LAST
            if 1 <= position <= last and not (partial == _SEVENTH_PARTIAL and position == 1):
                yield SlidePosition(position, partial, held, cents, height)


def comes_back(before: SlidePosition, after: SlidePosition, way: SlideWay) -> bool:
    """Whether the slide comes in while the line rises, or strictly outward stays, where a way forbids it."""
    least = {"outward": 0, "strictly-outward": 1}.get(way)
    return least is not None and after.height > before.height and after.position - before.position < least


def fewest_back(heights: Sequence[int], slide: Slide) -> int:
    """How often at least the slide comes back in a line (MIDI numbers), whatever else it costs.

    >>> fewest_back([58, 62, 65], Slide({}, "outward"))
    0
    """
    fewest: dict[SlidePosition, int] = {}
    for height in heights:
        states = slide.states(height)
        if states:
            fewest = {
                state: min([count + comes_back(one, state, slide.way) for one, count in fewest.items()], default=0)
                for state in states
            }
    return min(fewest.values(), default=0)


def smears(before: SlidePosition, after: SlidePosition) -> bool:
    """Whether a slur between two notes glides: the same partial with the slide moved, and no valve between.

    >>> smears(SlidePosition(1, 4, False, 0, 58), SlidePosition(3, 4, False, 0, 56))
    True
    """
    return before.partial == after.partial and before.position != after.position and before.trigger == after.trigger
