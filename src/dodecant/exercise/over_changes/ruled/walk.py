"""The cheapest composition of an etude by dynamic programming over labels (Bellman 1957).

A label is a way to have come to a chord: what sounds last, the pieces of the last bars, and whether the bars here have
had theirs. From each one every piece that fits goes on, in every octave and direction, and so does the line of the
recipe. The costs are those of joins, strong beats and range, by the recipe's weights, and these points:

- variety: a piece that comes again within the bars of variety
- density: for each quarter of a note in a beat that a piece is denser or calmer than its place wants
- tension: for tones outside of the chord, more or fewer than the course of tension wants
- missed: where the bars pass that were to have a piece
- dice: up to so many points, thrown with the seed; none without one
- shape: see `shape.py`

Of labels at a chord that end alike only the cheapest is kept, and of all of them the best `_KEPT`; with fewer than that
nothing that could be composed costs less.
"""

from __future__ import annotations

import random
from bisect import bisect_left, bisect_right
from collections.abc import Iterator, Mapping, Sequence
from fractions import Fraction
from typing import NamedTuple, Protocol

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.over_changes.joining import Candidate, CostTables
from dodecant.exercise.over_changes.ruled.fitting_in import Fitting
from dodecant.exercise.over_changes.ruled.ways import Way
from dodecant.exercise.over_changes.ruled.windows import Window
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.routes.stops import Stop

_KEPT = 80  # labels at a chord
_VARIETY, _MISSED, _DICE = 80, 120, 14  # points
_DENSITY = 12  # points for a note in a beat more or less
_NEAR = 3  # half steps that an unbroken line goes on by


class Label(NamedTuple):
    """A way to have come to a chord: what it cost, the last note (MIDI; None before the first) and the direction there,
    the last bars that had their piece, the pieces of the bars of variety (by the number of what is remembered, see
    `_Memory`), and how it came: the label before, the window it went over (None for the recipe's own line), and what
    that cost by name.
    """

    cost: int
    last: int | None
    arrives: int
    served: int
    recent: int
    before: Label | None = None
    window: Window | None = None
    costs: tuple[int, int, int, int, int] = (0, 0, 0, 0, 0)


COST_NAMES = ("joins", "variety", "density", "dice", "tension")


class Composing(Protocol):
    """What a walk asks of who composes: the brief, the ways over each window and chord, and what they cost."""

    @property
    def fittings(self) -> Sequence[Fitting]:
        """Where each piece can be played."""

    @property
    def etude(self) -> Etude:
        """The brief."""

    @property
    def bar(self) -> Fraction:
        """How long a bar is, in quarter notes."""

    @property
    def every(self) -> int:
        """In every how many bars a piece comes."""

    @property
    def on_a_motif(self) -> bool:
        """Whether the same piece is to come again and again."""

    def flows(self, plays: int) -> bool:
        """Whether what plays over a chord, by its number, is a line that runs on unbroken."""

    def colour_cost(self, timeline: Timeline, window: Window) -> int:
        """What a piece costs over a window for its tones outside of the chord."""

    @property
    def tables(self) -> CostTables:
        """What joins cost."""

    def own_cost(self, way: Candidate) -> int:
        """What a way costs by itself, in points."""

    def stops(self, timeline: Timeline, plays: Sequence[int]) -> tuple[Stop, dict[int, Stop]]:
        """The stop of the recipe's own line, and one for each piece."""

    def ways(self, stops: Mapping[int, Stop], window: Window, *, begins: bool) -> Sequence[Way]:
        """The ways of a piece over its window."""

    def own_ways(self, stop: Stop, chord: int, *, begins: bool, plays: int) -> Sequence[Way]:
        """The ways of the recipe's own line over a chord."""


class Walk:
    """One composition over one timeline."""

    def __init__(
        self,
        composer: Composing,
        timeline: Timeline,
        plays: Sequence[int],
        windows: Sequence[Sequence[Window]],
        pinned: Mapping[int, Window],
    ) -> None:
        self._composer, self._timeline, self._plays = composer, timeline, plays
        self._windows, self._pinned = windows, pinned
        self._plain, self._stops = composer.stops(timeline, plays)
        self._dice = self._thrown()
        etude, bar, lead_in = composer.etude, composer.bar, timeline.lead_in
        self._bars = [int((due.start - lead_in) // bar) for due in timeline.due]
        last = timeline.due[-1]
        self._last_bar = int(-(-(last.start + last.length - lead_in) // bar))
        self._groups = [number // composer.every for number in self._bars]
        self._misses = self._where_missed()
        self._memory = _Memory(self._bars, 0 if composer.on_a_motif else etude.variety)

    def best(self) -> Label:
        """The cheapest label at the end."""
        count = len(self._timeline.due)
        labels: list[dict[int, Label]] = [{} for _ in range(count + 1)]
        labels[0][0] = Label(0, None, 0, -1, 0)
        for number in range(count):
            kept = sorted(labels[number].values(), key=lambda label: label.cost)[:_KEPT]
            begins = all(label.last is None for label in kept)
            pinned = self._pinned.get(number)
            if pinned is None:
                self._go_on(number, kept, labels[number + 1], begins=begins)
            for window in [pinned] if pinned else filter(self._free, self._windows[number]):
                ways = self._composer.ways(self._stops, window, begins=begins)
                fresh = kept if pinned else [label for label in kept if label.served < self._groups[number]]
                self._play(window, ways, fresh, labels[window.chords.stop])
        return min(labels[count].values(), key=lambda label: label.cost)

    def _go_on(self, number: int, kept: Sequence[Label], found: dict[int, Label], *, begins: bool) -> None:
        """Every label goes on with the recipe's own line over one chord."""
        plays = self._plays[number]
        ways = (
            []
            if self._timeline.due[number].sound is None
            else self._composer.own_ways(self._plain, number, begins=begins, plays=plays)
        )
        near = _Near(ways, flows=self._composer.flows(plays))
        cost_of, own = self._composer.tables.cost, {id(way): self._composer.own_cost(way.candidate) for way in ways}
        for label in kept:
            missed = _MISSED if self._misses[number] and label.served < self._groups[number] else 0
            recent = self._memory.after(label.recent, number + 1)
            group = self._memory.group(label.served, recent)
            if not ways:
                after = label._replace(cost=label.cost + missed, recent=recent, before=label, window=None)
                _keep(found, group + _state(label.last, label.arrives), after)
                continue
            for way in near.of(label.last):
                last, arrives = way.candidate.last, way.candidate.arrives
                cost = label.cost + missed + own[id(way)]
                if label.last is not None:
                    cost += cost_of(label.last, label.arrives, way.candidate)
                key = group + _state(last, arrives)
                known = found.get(key)
                if known is None or cost < known[0]:
                    found[key] = Label(cost, last, arrives, label.served, recent, label)

    def _play(self, window: Window, ways: Sequence[Way], kept: Sequence[Label], found: dict[int, Label]) -> None:
        """Every label goes on with a piece over its window."""
        first, piece = window.chords.start, window.piece
        served, end = self._groups[first], (piece, self._bars[window.chords[-1]])
        density = self._density(piece, self._bars[first])
        dice = self._dice[piece][first] if self._dice else 0
        tension = self._composer.colour_cost(self._timeline, window)
        priced = [
            (way.candidate, self._composer.own_cost(way.candidate), _state(way.candidate.last, way.candidate.arrives))
            for way in ways
        ]
        cost_of = self._composer.tables.cost
        for label in kept:
            so_far, last, arrives = label.cost, label.last, label.arrives
            variety = _VARIETY if self._memory.holds(label.recent, piece) else 0
            recent = self._memory.after(label.recent, window.chords.stop, end)
            group = self._memory.group(max(label.served, served), recent)
            so_far += variety + density + dice + tension
            for candidate, own, state in priced:
                joins = own if last is None else own + cost_of(last, arrives, candidate)
                known = found.get(group + state)
                if known is None or so_far + joins < known[0]:
                    costs = (joins, variety, density, dice, tension)
                    found[group + state] = Label(
                        so_far + joins, candidate.last, candidate.arrives, max(label.served, served), recent, label,
                        window, costs,
                    )  # fmt: skip

    def _free(self, window: Window) -> bool:
        """Whether no pinned piece begins inside a window."""
        return not any(number in self._pinned for number in window.chords)

    def _where_missed(self) -> list[bool]:
        """For each chord whether the bars end with it that could have a piece."""
        found = []
        for number, group in enumerate(self._groups):
            over = number + 1 == len(self._groups) or self._groups[number + 1] != group
            found.append(over and any(self._windows[n] for n, other in enumerate(self._groups) if other == group))
        return found

    def _density(self, piece: int, bar: int) -> int:
        target = self._composer.etude.denser
        if not target:
            return 0
        near = 1 - Fraction(abs(bar + 1 - target), max(1, self._last_bar))
        return round(_DENSITY * abs(self._composer.fittings[piece].notes_in_beat - (1 + 2 * near)))

    def _thrown(self) -> list[list[int]]:
        """For every piece and chord the points that the seed throws; none without a seed."""
        seed = self._composer.etude.seed
        if not seed:
            return []
        # Not for secrets: the seed stands in the recipe, so that the same recipe gives the same etude.
        chance = random.Random(seed)  # noqa: S311
        count = len(self._timeline.due)
        return [[chance.randrange(_DICE) for _ in range(count)] for _ in self._composer.etude.pieces]


class _Near:
    """The ways of the recipe's own line; one that flows goes on from where the line is."""

    def __init__(self, ways: Sequence[Way], *, flows: bool) -> None:
        self._ways = sorted(ways, key=lambda way: way.candidate.first) if flows else ways
        self._firsts = [way.candidate.first for way in self._ways] if flows else []
        self._near: dict[int, Sequence[Way]] = {}

    def of(self, last: int | None) -> Sequence[Way]:
        """Those that go on from a height, or all of them."""
        if last is None or not self._firsts:
            return self._ways
        if last not in self._near:
            low, high = bisect_left(self._firsts, last - _NEAR), bisect_right(self._firsts, last + _NEAR)
            near = [way for way in self._ways[low:high] if way.candidate.first != last]
            self._near[last] = near or self._ways
        return self._near[last]


def _state(last: int | None, arrives: int) -> int:
    return -1 if last is None else 3 * last + arrives


def _keep(found: dict[int, Label], key: int, label: Label) -> None:
    known = found.get(key)
    if known is None or label.cost < known.cost:
        found[key] = label


_Recent = tuple[tuple[int, int], ...]  # pieces, each with its last bar
_STATES = 1000  # more than there are states of a line: a group's labels have numbers of their own
_NOTHING: tuple[int, int] = (-1, -1)


class _Memory:
    """What labels remember of the last pieces, by number, so that it is worked out and compared once."""

    def __init__(self, bars: Sequence[int], variety: int) -> None:
        self._bars, self._variety = bars, variety
        self._all: list[_Recent] = [()]
        self._pieces: list[frozenset[int]] = [frozenset()]
        self._numbers: dict[_Recent, int] = {(): 0}
        self._after: dict[tuple[int, int, tuple[int, int]], int] = {}
        self._groups: dict[tuple[int, int], int] = {}

    def holds(self, number: int, piece: int) -> bool:
        """Whether a piece was played in the bars of variety."""
        return piece in self._pieces[number]

    def after(self, number: int, chord: int, played: tuple[int, int] = _NOTHING) -> int:
        """What is remembered when a chord begins and a piece (with its last bar) was played meanwhile."""
        key = (number, chord, played)
        found = self._after.get(key)
        if found is None:
            recent = self._all[number] if played is _NOTHING else (*self._all[number], played)
            found = self._after[key] = self._number(self._still_counting(recent, chord))
        return found

    def group(self, served: int, number: int) -> int:
        """A number for what a label remembers, far enough from the next to be added to its state."""
        return self._groups.setdefault((served, number), _STATES * (len(self._groups) + 1))

    def _still_counting(self, recent: _Recent, chord: int) -> _Recent:
        if chord >= len(self._bars):
            return ()
        since = self._bars[chord] - self._variety
        return tuple(one for one in recent if one[1] >= since)

    def _number(self, recent: _Recent) -> int:
        if recent not in self._numbers:
            self._numbers[recent] = len(self._all)
            self._all.append(recent)
            self._pieces.append(frozenset(piece for piece, _ in recent))
        return self._numbers[recent]


def came(label: Label | None) -> Iterator[Label]:
    """The labels that led to one, in order."""
    found = []
    while label is not None:
        found.append(label)
        label = label.before
    yield from reversed(found)
