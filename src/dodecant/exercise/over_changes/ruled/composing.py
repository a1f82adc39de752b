"""Composing an etude: which piece plays where, at the least cost (`walk.py`), and what that is for the line."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.harmony.what_holds import rules_over
from dodecant.exercise.over_changes.joining import Candidate, CostTables, own_cost
from dodecant.exercise.over_changes.phrases.tables import EtudeTables
from dodecant.exercise.over_changes.ruled.developing import Development
from dodecant.exercise.over_changes.ruled.fitting_in import NOWHERE, fitting
from dodecant.exercise.over_changes.ruled.lines import RuledLines, home_stop
from dodecant.exercise.over_changes.ruled.passages import at_peak, in_phrase
from dodecant.exercise.over_changes.ruled.rule_assignments import RuleAssignments
from dodecant.exercise.over_changes.ruled.walk import COST_NAMES, Walk, came
from dodecant.exercise.over_changes.ruled.ways import RuledPassage, Way
from dodecant.exercise.over_changes.ruled.windows import Window, chord_at, pinned_windows, windows_over
from dodecant.exercise.recipe.etude.etude import Etude, PiecePin
from dodecant.exercise.recipe.figures import Unbroken
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.routes.stops import Stop
from dodecant.music.scales.scale import ScaleCatalogue


@dataclass(frozen=True)
class Composition:
    """The windows of an etude in order, what each costs by name, and what all of it costs; and what there was.

    `could` are for each chord of the timeline the windows that can begin there, `unfitted` the chords no piece fits.
    """

    timeline: Timeline
    windows: tuple[Window, ...]
    costs: tuple[Mapping[str, int], ...]
    total: int
    could: Sequence[Sequence[Window]]
    unfitted: tuple[int, ...]

    def could_begin(self, bar: int, beats: Fraction) -> list[int]:
        """The pieces that can begin in a bar (from 1) of so many beats."""
        found = [window.piece for number in self._chords(bar, beats) for window in self.could[number]]
        return list(dict.fromkeys(found))

    def begins_with(self, bar: int, beats: Fraction) -> int | None:
        """The piece that begins in a bar."""
        chords = self._chords(bar, beats)
        return next((window.piece for window in self.windows if window.chords.start in chords), None)

    def costs_in(self, bar: int, beats: Fraction) -> Mapping[str, int]:
        """What the piece that begins in a bar costs, by name."""
        chords = self._chords(bar, beats)
        rows = zip(self.windows, self.costs, strict=True)
        return next((costs for window, costs in rows if window.chords.start in chords), {})

    def _chords(self, bar: int, beats: Fraction) -> list[int]:
        """The chord that sounds on the first beat of a bar; raises RecipeError for a bar there is not."""
        start = self.timeline.lead_in + (bar - 1) * beats
        found = [n for n, due in enumerate(self.timeline.due) if due.start <= start < due.start + due.length]
        if not found:
            raise RecipeError([Problem("/bar", f"There is no bar {bar}.", "Choose one that is played.")])
        return found


def composer(
    catalogue: ScaleCatalogue, tables: EtudeTables
) -> Callable[[RuleAssignments, Timeline, Sequence[int]], Sequence[int]]:
    """What puts pieces into what plays; made once for a recipe."""
    made: list[Composer] = []

    def plays(what: RuleAssignments, timeline: Timeline, before: Sequence[int]) -> Sequence[int]:
        if not made:
            made.append(Composer(what, catalogue, tables))
        return made[0].plays(timeline, before)

    return plays


def composing_over(
    what: RuleAssignments, catalogue: ScaleCatalogue, tables: EtudeTables, timeline: Timeline
) -> Callable[[tuple[PiecePin, ...]], Composition]:
    """Composes over a timeline by itself, with any pins; raises RecipeError where nothing fits, or a pin does not."""
    held = rules_over(timeline, tuple(rule.where for rule in what.recipe.rules))
    plays = [0 if rule is None else rule + 1 for rule in held]
    made = Composer(what, catalogue, tables)
    return lambda pins: made.composed(timeline, plays, pins)


class Composer:
    """Composes over a timeline, what its rules leave free."""

    def __init__(self, what: RuleAssignments, catalogue: ScaleCatalogue, tables: EtudeTables) -> None:
        self._ways: dict[tuple[object, ...], Sequence[Way]] = {}
        etude = what.recipe.etude
        assert etude is not None  # noqa: S101 - made for recipes with one
        self._what, self._etude, self._catalogue = what, etude, catalogue
        base = what.all[0].work.recipe
        self.fittings = [
            NOWHERE if number in what.left_out else fitting(piece, base, what.metre, catalogue)
            for number, piece in enumerate(etude.pieces)
        ]
        self._numbers = [what.add(playing) for playing in what.pieces]
        self._lines = RuledLines(what, what.player)
        self._tables = CostTables(what.recipe.joins)
        self._flows = isinstance(what.all[0].work.recipe.figure, Unbroken)
        self._phrases = Development(what, etude, tables, self.fittings) if etude.line == "phrases" else None

    def plays(self, timeline: Timeline, plays: Sequence[int]) -> list[int]:
        """What plays over each chord, the pieces put where they are composed; each window has a number of its own."""
        found = self._own(timeline, plays)
        composition = self.composed(timeline, plays)
        self._what.unfitted += [chord for n in composition.unfitted if (chord := chord_at(timeline, n))]
        for window in composition.windows:
            number = self._what.add(self._what.all[self._number(timeline, window)])
            found[window.chords.start : window.chords.stop] = [number] * len(window.chords)
        return found

    def composed(
        self, timeline: Timeline, plays: Sequence[int], pins: tuple[PiecePin, ...] | None = None
    ) -> Composition:
        """The best composition, with other pins if they are given; raises RecipeError where nothing fits, or a pin does
        not.
        """
        windows = windows_over(timeline, plays, self.fittings)
        pinned = pinned_windows(timeline, windows, self._etude.pins if pins is None else pins, self._etude, self.bar)
        covered = {number for several in windows for window in several for number in window.chords}
        if self._phrases is not None:
            windows = self._phrases.allowed(timeline, windows, set(pinned.values()))
        walk = Walk(self, timeline, self._own(timeline, plays), windows, pinned)
        best = walk.best()
        taken = [label for label in came(best) if label.window is not None]
        unfitted = tuple(
            number
            for number, due in enumerate(timeline.due)
            if due.sound is not None and plays[number] == 0 and number not in covered
        )
        return Composition(
            timeline,
            tuple(label.window for label in taken if label.window),
            tuple(dict(zip(COST_NAMES, label.costs, strict=True)) for label in taken),
            best.cost,
            windows,
            unfitted,
        )

    def _own(self, timeline: Timeline, plays: Sequence[int]) -> list[int]:
        """What plays without any piece: in phrases the recipe's own figure in their rhythm, and the ending."""
        phrases = self._phrases
        if phrases is None:
            return list(plays)
        home = phrases.plan(timeline).home
        return [
            rule
            if rule or timeline.due[chord].sound is None
            else phrases.home(timeline, chord)
            if chord == home
            else phrases.own(timeline, chord)
            for chord, rule in enumerate(plays)
        ]

    def _number(self, timeline: Timeline, window: Window) -> int:
        """The number of a piece as it plays over a window."""
        if self._phrases is None:
            return self._numbers[window.piece]
        return self._phrases.piece(self._what.pieces[window.piece], timeline, window.chords)

    def ways(self, stops: Mapping[int, Stop], window: Window, *, begins: bool) -> Sequence[Way]:
        """The ways of a piece over its window."""
        stop = stops[window.piece]
        key = (stop.timeline and stop.timeline.harmony, window, begins)
        if key not in self._ways:
            peak = at_peak(self._what, stop, window.chords)
            number = self._number(stop.form, window)
            passage = RuledPassage(number, window.chords, begins=begins and peak is None, peak=peak)
            self._ways[key] = self._lines.ways(stop, in_phrase(self._what, stop, passage))
        return self._ways[key]

    def own_ways(self, stop: Stop, chord: int, *, begins: bool, plays: int) -> Sequence[Way]:
        """The ways of whatever else plays over a chord."""
        if self._what.all[plays].silent:
            return ()
        key = (stop.timeline and stop.timeline.harmony, plays, chord, begins)
        if key not in self._ways:
            chords = range(chord, chord + 1)
            peak = at_peak(self._what, stop, chords)
            passage = RuledPassage(plays, chords, begins=begins and peak is None, peak=peak)
            self._ways[key] = self._lines.ways(stop, in_phrase(self._what, stop, passage))
        return self._ways[key]

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

    @property
    def tables(self) -> CostTables:
        """What going over costs."""
        return self._tables

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
    def every(self) -> int:
        """In every how many bars a piece comes: of a motif in each."""
        return 1 if self.on_a_motif else self._etude.every

    @property
    def on_a_motif(self) -> bool:
        """Whether the same piece is to come again and again."""
        return self._phrases is not None and bool(self._etude.motif)

    def flows(self, plays: int) -> bool:
        """Whether what plays over a chord is a line that goes on from wherever it is."""
        return self._flows and self._what.all[plays].is_own

    def colour_cost(self, timeline: Timeline, window: Window) -> int:
        """What a piece costs over a window for being tenser or calmer than the course is there."""
        if self._phrases is None:
            return 0
        return self._phrases.colour_cost(timeline, window, self.fittings[window.piece].colour)
