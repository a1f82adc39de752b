"""The least costly way through the states of a line's notes, by dynamic programming (Bellman 1957).

Costs are whole points, each with a name. Ties are broken the same way every time: of equals the first is taken, as the
family lists its states. A seed throws a few points on every state, so that another good way is found with each.
"""

from __future__ import annotations

import random
from abc import ABC, abstractmethod
from collections.abc import Collection, Hashable, Mapping, Sequence
from itertools import pairwise
from typing import Generic, NamedTuple, TypeVar

import numpy as np
from numpy.typing import NDArray

StateT = TypeVar("StateT", bound=Hashable)
Costs = Mapping[str, int]  # points by name
Points = NDArray[np.int32]
Struck = int | tuple[int, ...]  # a note by its MIDI number, or a chord by all of its own, the highest first

_DICE = 3  # points that a seed throws at most
_NOT_PINNED = 1_000_000  # points for another state than a pinned one: more than any line costs
_NOT_WISHED = 10_000  # for another than a wished one: more than any comfort, less than what cannot be reached
_NOT_REACHED = 40_000


class Family(ABC, Generic[StateT]):
    """What an instrument's hands can do. Notes are told apart by their MIDI numbers, and so are chords."""

    @abstractmethod
    def states(self, height: int) -> Sequence[StateT]:
        """Every way to play a note, the plainest first; none where the instrument does not have it."""

    def struck(self, chord: tuple[int, ...]) -> Sequence[StateT]:
        """Every way to strike a chord, its highest note first; none where the instrument does not have it."""
        del chord
        return ()

    @abstractmethod
    def own(self, state: StateT) -> Costs:
        """What a state costs by itself."""

    @abstractmethod
    def between(self, before: StateT, after: StateT) -> Costs:
        """What it costs to go over from one state to the next."""

    def reaches(self, before: StateT, after: StateT) -> bool:
        """Whether the hand can go over from one state to the next without a leap."""
        del before, after
        return True

    def steps(self, before: Sequence[StateT], after: Sequence[StateT]) -> Points:
        """The sums of `between`, a row for each state before; a family with many states may have them sooner."""
        return np.array([[sum(self.between(one, other).values()) for other in after] for one in before], np.int32)


class Wish(NamedTuple, Generic[StateT]):
    """How a line is wished to be played: the states of each note (by its place) that are as wished, and the notes that
    the hand is to reach from the one before, whatever is wished.
    """

    states: Mapping[int, Collection[StateT]]
    reached: Collection[int] = ()

    def within(self, low: int, high: int) -> Wish[StateT]:
        """The same for the notes from one place to before another, counted anew."""
        states = {place - low: wished for place, wished in self.states.items() if low <= place < high}
        return Wish(states, {place - low for place in self.reached if low < place < high})


class Alternative(NamedTuple, Generic[StateT]):
    """Another way to play one note: the best whole line that has it so, and all that this line costs, by name."""

    state: StateT
    line: tuple[StateT | None, ...]
    costs: Costs
    taken: bool

    @property
    def total(self) -> int:
        """All its points."""
        return sum(self.costs.values())


class Optimiser(Generic[StateT]):
    """Finds the least costly way; what it has worked out once between two heights it knows for every line after."""

    def __init__(self, family: Family[StateT]) -> None:
        self.family = family
        self._states: dict[Struck, tuple[StateT, ...]] = {}
        self._own: dict[Struck, Points] = {}
        self._steps: dict[tuple[Struck, Struck], Points] = {}
        self._leaps: dict[tuple[Struck, Struck], Points] = {}

    def states(self, height: Struck) -> tuple[StateT, ...]:
        """Every way to play a note."""
        if height not in self._states:
            family = self.family
            found = family.struck(height) if isinstance(height, tuple) else family.states(height)
            self._states[height] = tuple(found)
            self._own[height] = np.array([sum(family.own(state).values()) for state in found], np.int32)
        return self._states[height]

    def cheapest(
        self,
        heights: Sequence[Struck],
        pinned: Mapping[int, StateT] | None = None,
        seed: int = 0,
        wish: Wish[StateT] | None = None,
    ) -> list[StateT | None]:
        """The state of each note (MIDI numbers, in order); None where the instrument does not have it.

        The notes `pinned` by their place keep their state, and the rest is optimised round it: as many notes as can be
        as they are wished.
        """
        taken: list[StateT | None] = [None] * len(heights)
        playable = [place for place, height in enumerate(heights) if self.states(height)]
        if not playable:
            return taken
        pins, dice = pinned or {}, random.Random(seed) if seed else None  # noqa: S311 - the seed stands in the recipe
        wishes = wish or Wish[StateT]({})

        def begin(place: int) -> Points:
            return self._begin(heights[place], pins.get(place), dice) + self._unwished(heights[place], place, wishes)

        def between(before: int, place: int) -> Points:
            points = self._between(heights[before], heights[place])
            return points + self._unreached(heights[before], heights[place]) if place in wishes.reached else points

        best = begin(playable[0])
        rows = [best]
        for before, place in pairwise(playable):
            best = (between(before, place) + best[:, None]).min(axis=0) + begin(place)
            rows.append(best)
        number = int(best.argmin())
        for (before, place), row in zip(reversed(list(pairwise(playable))), reversed(rows[:-1]), strict=True):
            taken[place] = self._states[heights[place]][number]
            number = int((between(before, place)[:, number] + row).argmin())
        taken[playable[0]] = self._states[heights[playable[0]]][number]
        return taken

    def costs(self, line: Sequence[StateT | None]) -> dict[str, int]:
        """All points of a way, by name."""
        there = [state for state in line if state is not None]
        found: dict[str, int] = {}
        steps = (self.family.between(one, other) for one, other in pairwise(there))
        for costs in (*map(self.family.own, there), *steps):
            for name, points in costs.items():
                if points:
                    found[name] = found.get(name, 0) + points
        return found

    def total(self, line: Sequence[StateT | None]) -> int:
        """All points of a way."""
        return sum(self.costs(line).values())

    def alternatives(
        self,
        heights: Sequence[Struck],
        taken: Sequence[StateT | None],
        place: int,
        pinned: Mapping[int, StateT] | None = None,
        wish: Wish[StateT] | None = None,
    ) -> list[Alternative[StateT]]:
        """Every way to play one note, each with the best line round it that keeps what else is `pinned`, and as much as
        can be of what is wished: the line that is taken first, then the cheapest.
        """
        found = []
        for state in self.states(heights[place]):
            own = state == taken[place]
            line = taken if own else self.cheapest(heights, {**(pinned or {}), place: state}, wish=wish)
            found.append(Alternative(state, tuple(line), self.costs(line), own))
        return sorted(found, key=lambda one: (not one.taken, one.total))

    def _begin(self, height: Struck, pinned: StateT | None, dice: random.Random | None) -> Points:
        states = self.states(height)
        own = self._own[height]
        if dice is not None:
            own = own + np.array([dice.randrange(_DICE + 1) for _ in states], np.int32)
        if pinned is None:
            return own
        return own + np.array([0 if state == pinned else _NOT_PINNED for state in states], np.int32)

    def _unwished(self, height: Struck, place: int, wish: Wish[StateT]) -> Points | int:
        """What each state of a note costs that is not as it is wished."""
        wished = wish.states.get(place)
        if not wished:
            return 0
        return np.array([0 if state in wished else _NOT_WISHED for state in self._states[height]], np.int32)

    def _unreached(self, before: Struck, after: Struck) -> Points:
        """For each state of a note what it costs that the hand does not reach from it to each of the next."""
        key = (before, after)
        if key not in self._leaps:
            reaches, ones, others = self.family.reaches, self._states[before], self._states[after]
            self._leaps[key] = np.array(
                [[0 if reaches(one, other) else _NOT_REACHED for other in others] for one in ones], np.int32
            )
        return self._leaps[key]

    def _between(self, before: Struck, after: Struck) -> Points:
        """For each state of a note what it costs to go on to each of the next."""
        key = (before, after)
        if key not in self._steps:
            self._steps[key] = self.family.steps(self._states[before], self._states[after])
        return self._steps[key]


def repeated(groups: Sequence[Sequence[Struck]]) -> dict[int, int]:
    """For each group of notes that comes again the first one like it: the same notes get the same fingers.

    >>> repeated([[60, 62], [64], [60, 62]])
    {2: 0}
    """
    first: dict[tuple[Struck, ...], int] = {}
    found = {}
    for number, group in enumerate(groups):
        earlier = first.setdefault(tuple(group), number)
        if earlier != number and group:
            found[number] = earlier
    return found
