"""Composing an etude: which piece plays where, chosen by dynamic programming over labels (Bellman 1957).

A label is a way to have come to a chord: what sounds last, the pieces of the last bars, and whether the bars here have
had theirs. From each one every piece that fits goes on, in every octave and direction, and so does the line of the
recipe. The costs are those of joins, strong beats and range, by the recipe's weights, and these points:

- variety: a piece that comes again within the bars of variety
- density: for each quarter of a note in a beat that a piece is denser or calmer than its place wants
- missed: where the bars pass that were to have a piece
- dice: up to so many points, thrown with the seed; none without one
- shape: see `shape.py`

Of labels at a chord that end alike only the cheapest is kept, and of all of them the best `_KEPT`; with fewer than that
nothing that could be composed costs less.
"""

from __future__ import annotations

import random
from bisect import bisect_left, bisect_right
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.over_changes.joining import Candidate, CostTables, own_cost
from dodecant.exercise.over_changes.ruled.fitting_in import fitting
from dodecant.exercise.over_changes.ruled.lines import RuledLines, home_stop
from dodecant.exercise.over_changes.ruled.ways import Passage, Way
from dodecant.exercise.over_changes.ruled.what_plays import WhatPlays
from dodecant.exercise.over_changes.ruled.windows import Window, pinned_windows, windows_over
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.recipe.figures import Unbroken
from dodecant.exercise.routes.stops import Stop
from dodecant.music.scales.scale import ScaleCatalogue

_KEPT = 120  # labels at a chord
_VARIETY, _MISSED, _DICE = 80, 120, 14  # points
_DENSITY = 4  # points for a note in a beat more or less
_NEAR = 3  # half steps that an unbroken line goes on by


class _Step(NamedTuple):
    """One step of a composition: a window, or None for the recipe's own line on one chord, and its costs by name."""

    window: Window | None
    chords: range
    costs: Mapping[str, int]


class _Label(NamedTuple):
    """A way to have come to a chord; see the module's text."""

    cost: int
    last: Candidate | None
    served: int
    recent: tuple[tuple[int, int], ...]
    before: _Label | None
    step: _Step | None


@dataclass(frozen=True)
class Composition:
    """The windows of an etude in order, what each costs by name, and what all of it costs."""

    windows: tuple[Window, ...]
    costs: tuple[Mapping[str, int], ...]
    total: int
    unfitted: tuple[int, ...]


def composer(catalogue: ScaleCatalogue) -> Callable[[WhatPlays, Timeline, Sequence[int]], Sequence[int]]:
    """What puts pieces into what plays; made once for a recipe."""
    made: list[Composer] = []

    def plays(what: WhatPlays, timeline: Timeline, before: Sequence[int]) -> Sequence[int]:
        if not made:
            made.append(Composer(what, catalogue))
        return made[0].plays(timeline, before)

    return plays


class Composer:
    """Composes over a timeline, what its rules leave free."""

    def __init__(self, what: WhatPlays, catalogue: ScaleCatalogue) -> None:
        etude = what.recipe.etude
        assert etude is not None  # noqa: S101 - made for recipes with one
        self._what, self._etude, self._catalogue = what, etude, catalogue
        base = what.all[0].work.recipe
        self.fittings = [fitting(piece, base, what.metre, catalogue) for piece in etude.pieces]
        self._numbers = [what.add(playing) for playing in what.pieces]
        self._lines = RuledLines(what, what.player)
        self._tables = CostTables(what.recipe.joins)
        self._flows = isinstance(what.all[0].work.recipe.figure, Unbroken)

    def plays(self, timeline: Timeline, plays: Sequence[int]) -> list[int]:
        """What plays over each chord, the pieces put where they are composed; each window has a number of its own."""
        found = list(plays)
        for window in self.composed(timeline, plays).windows:
            number = self._what.add(self._what.pieces[window.piece])
            found[window.chords.start : window.chords.stop] = [number] * len(window.chords)
        return found

    def composed(self, timeline: Timeline, plays: Sequence[int]) -> Composition:
        """The best composition; raises RecipeError where nothing fits, or a pin does not."""
        windows = windows_over(timeline, plays, self.fittings)
        pinned = pinned_windows(timeline, windows, self._etude, self.bar)
        walk = _Walk(self, timeline, plays, windows, pinned)
        best = walk.best()
        steps = list(_steps(best))
        taken = [step for step in steps if step.window is not None]
        covered = {number for several in windows for window in several for number in window.chords}
        unfitted = tuple(
            number
            for number, due in enumerate(timeline.due)
            if due.sound is not None and plays[number] == 0 and number not in covered
        )
        return Composition(
            tuple(step.window for step in taken if step.window),
            tuple(step.costs for step in taken),
            best.cost,
            unfitted,
        )

    def ways(self, stops: Mapping[int, Stop], window: Window, *, begins: bool) -> Sequence[Way]:
        """The ways of a piece over its window."""
        stop = stops[window.piece]
        return self._lines.ways(stop, Passage(self._numbers[window.piece], window.chords, begins=begins))

    def own_ways(self, stop: Stop, chord: int, *, begins: bool, plays: int) -> Sequence[Way]:
        """The ways of whatever else plays over a chord."""
        if self._what.all[plays].silent:
            return ()
        return self._lines.ways(stop, Passage(plays, range(chord, chord + 1), begins=begins))

    def stops(self, timeline: Timeline, plays: Sequence[int]) -> tuple[Stop, dict[int, Stop]]:
        """The home key as it is, and as it sounds with each piece's own scale."""
        plain = home_stop(self._what.sounds_of(timeline, plays))
        found: dict[int, Stop] = {}
        by_scale: dict[object, Stop] = {}
        for piece, number in enumerate(self._numbers):
            scale = self._what.all[number].scale
            if scale not in by_scale:
                heard = self._what.sounds_of(timeline, [number] * len(timeline.due)) if scale else None
                by_scale[scale] = home_stop(heard) if heard else plain
            found[piece] = by_scale[scale]
        return plain, found

    def join_cost(self, before: Candidate | None, after: Candidate) -> int:
        """What going over from one way to another costs in all."""
        return 0 if before is None else self._tables.cost(before, after)

    def own_cost(self, way: Candidate) -> int:
        """What a way costs by itself."""
        return own_cost(way, self._what.recipe.joins)

    @property
    def etude(self) -> Etude:
        """What is asked for."""
        return self._etude

    @property
    def bar(self) -> Fraction:
        """Beats in a bar."""
        return self._what.metre.quarters

    @property
    def flows(self) -> bool:
        """Whether the recipe's own line goes on from wherever it is."""
        return self._flows


class _Walk:
    """One composition over one timeline."""

    def __init__(
        self,
        composer: Composer,
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
        self._groups = [number // etude.every for number in self._bars]

    def best(self) -> _Label:
        """The cheapest label at the end."""
        count = len(self._timeline.due)
        labels: list[dict[tuple[object, ...], _Label]] = [{} for _ in range(count + 1)]
        labels[0][()] = _Label(0, None, -1, (), None, None)
        for number in range(count):
            kept = sorted(labels[number].values(), key=lambda label: label.cost)[:_KEPT]
            for after, end in self._onward(number, kept):
                key = (after.last and (after.last.last, after.last.arrives), after.served, after.recent)
                known = labels[end].get(key)
                if known is None or after.cost < known.cost:
                    labels[end][key] = after
        return min(labels[count].values(), key=lambda label: label.cost)

    def _onward(self, number: int, kept: Sequence[_Label]) -> Iterator[tuple[_Label, int]]:
        """Every label that follows on those at a chord, and the chord it comes to."""
        pinned = self._pinned.get(number)
        begins = all(label.last is None for label in kept)
        windows = [pinned] if pinned else [window for window in self._windows[number] if self._free(window)]
        ways = [(window, self._composer.ways(self._stops, window, begins=begins)) for window in windows]
        due = self._timeline.due[number]
        own: Sequence[Way] = ()
        if due.sound is not None and pinned is None:
            own = self._composer.own_ways(self._plain, number, begins=begins, plays=self._plays[number])
        near = _Near(own) if self._composer.flows and self._plays[number] == 0 else None
        for label in kept:
            if pinned is None:
                for way in (near.of(label.last) if near else own) or (None,):
                    yield self._with_own(label, number, way), number + 1
            for window, several in ways:
                if pinned is None and label.served >= self._groups[number]:
                    continue
                for way in several:
                    yield self._with_piece(label, window, way), window.chords.stop

    def _free(self, window: Window) -> bool:
        """Whether no pinned piece begins inside a window."""
        return not any(number in self._pinned for number in window.chords)

    def _with_own(self, label: _Label, number: int, way: Way | None) -> _Label:
        cost = label.cost
        if way is not None:
            cost += self._composer.join_cost(label.last, way.candidate) + self._composer.own_cost(way.candidate)
        missed = self._missed(label, number)
        step = _Step(None, range(number, number + 1), {})
        last = label.last if way is None else way.candidate
        return _Label(cost + missed, last, label.served, self._recent(label, number + 1), label, step)

    def _with_piece(self, label: _Label, window: Window, way: Way) -> _Label:
        number = window.chords.start
        bar = self._bars[number]
        costs = {
            "joins": self._composer.join_cost(label.last, way.candidate) + self._composer.own_cost(way.candidate),
            "variety": _VARIETY * any(piece == window.piece for piece, _ in label.recent),
            "density": self._density(window.piece, bar),
            "dice": self._dice[window.piece][number] if self._dice else 0,
        }
        end = window.chords[-1]
        recent = (*label.recent, (window.piece, self._bars[end]))
        served = max(label.served, self._groups[number])
        after = _Label(
            label.cost + sum(costs.values()), way.candidate, served, recent, label, _Step(window, window.chords, costs)
        )
        return after._replace(recent=self._recent(after, window.chords.stop))

    def _missed(self, label: _Label, number: int) -> int:
        """Points where the last chord of some bars passes without a piece though one could have begun there."""
        group = self._groups[number]
        over = number + 1 == len(self._groups) or self._groups[number + 1] != group
        could = any(self._windows[n] for n in range(len(self._groups)) if self._groups[n] == group) if over else False
        return _MISSED if over and could and label.served < group else 0

    def _recent(self, label: _Label, number: int) -> tuple[tuple[int, int], ...]:
        """The pieces that still count when a chord begins."""
        if number >= len(self._bars):
            return ()
        variety = self._composer.etude.variety
        bar = self._bars[number]
        return tuple((piece, end) for piece, end in label.recent if bar - end <= variety)

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
    """The ways of an unbroken line by where they begin."""

    def __init__(self, ways: Sequence[Way]) -> None:
        self._ways = sorted(ways, key=lambda way: way.candidate.first)
        self._firsts = [way.candidate.first for way in self._ways]

    def of(self, last: Candidate | None) -> Sequence[Way]:
        """Those that go on from a height, or all of them."""
        if last is None:
            return self._ways
        low, high = (bisect_left(self._firsts, last.last - _NEAR), bisect_right(self._firsts, last.last + _NEAR))
        return [way for way in self._ways[low:high] if way.candidate.first != last.last] or self._ways


def _steps(label: _Label | None) -> Iterator[_Step]:
    """The steps that led to a label, in order."""
    found = []
    while label is not None and label.step is not None:
        found.append(label.step)
        label = label.before
    yield from reversed(found)
