"""What is played in a phrase: a piece, or the recipe's own figure, in the rhythm of its bars, going on or answering.

A figure does not stand in its bar twice: it goes on from the next third (its next inversion on a ladder of its own) or
is answered, backwards. With a motif each bar says what becomes of the idea there. The last chord has one tone of its own.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from fractions import Fraction
from typing import Any, Final

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.phrases.plan import PhrasePlan, cycled, plan_over
from dodecant.exercise.over_changes.phrases.tables import EtudeTables
from dodecant.exercise.over_changes.ruled.fitting_in import Fitting
from dodecant.exercise.over_changes.ruled.rule_assignments import Form, MotifRole, Playing, RuleAssignments
from dodecant.exercise.over_changes.ruled.windows import Window
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.recipe.figures import Arpeggios, Cell, FigurePart, GuideTones, Intervals, Pairs, Turned
from dodecant.exercise.recipe.path import Path, PathEnd
from dodecant.exercise.recipe.rhythm.note_values import BEATS
from dodecant.exercise.rhythm.timing import pace_of, slots_between

_BEAT = Fraction(1)
# What becomes of a motif in the bars of a phrase of so many; a longer one goes on in fours.
_ROLES: Final[dict[int, Sequence[MotifRole]]] = {
    1: ("stated",),
    2: ("stated", "answered"),
    3: ("stated", "moved", "varied"),
    4: ("stated", "moved", "turned", "varied"),
}
_DEGREES = ("1", "2", "3", "4", "5", "6", "7")


class Development:
    """The playings of an etude in phrases, each made once."""

    def __init__(self, what: RuleAssignments, etude: Etude, tables: EtudeTables) -> None:
        self._what, self._etude, self._tables = what, etude, tables
        recipe = what.all[0].work.recipe
        self._ties = recipe.placement.anticipated == "no"
        self._made: dict[tuple[object, ...], int] = {}

    def plan(self, timeline: Timeline) -> PhrasePlan:
        """The phrases of a timeline."""
        return plan_over(timeline, self._what.metre, self._etude, self._tables, ties=self._ties)

    def allowed(
        self, timeline: Timeline, windows: Sequence[Sequence[Window]], fittings: Sequence[Fitting], pinned: set[Window]
    ) -> list[list[Window]]:
        """The windows that leave the ending free (or are one), have room for their piece, and follow the motif."""
        plan = self.plan(timeline)

        def fits(window: Window) -> bool:
            piece = fittings[window.piece]
            if plan.home is not None and plan.home in window.chords and not piece.ends:
                return False
            if self._etude.motif and self.motif_in(plan, timeline, window.chords)[0] != window.piece:
                return False
            return piece.notes <= self._notes_in(plan, timeline, window)

        return [[window for window in here if window in pinned or fits(window)] for here in windows]

    def motif_in(self, plan: PhrasePlan, timeline: Timeline, chords: range) -> tuple[int, MotifRole]:
        """The piece that the motif has in the bar of some chords, and what becomes of it."""
        within = plan.bars[plan.at(timeline.due[chords.start].start)].within
        roles = _ROLES[min(4, within.of)]
        role = roles[within.place % len(roles)]
        answers = role in ("answered", "varied") and len(self._etude.motif) > 1
        return self._etude.motif[-1 if answers else 0], role

    def piece(self, playing: Playing, timeline: Timeline, chords: range) -> int:
        """The number of a piece over its window."""
        plan = self.plan(timeline)
        role: MotifRole | None = None
        if self._etude.motif and playing.piece in self._etude.motif:
            role = self.motif_in(plan, timeline, chords)[1]
        return self._in_rhythm(playing, plan, timeline, chords, role)

    def own(self, timeline: Timeline, chord: int) -> int:
        """The number of the recipe's own figure over a chord."""
        return self._in_rhythm(self._what.all[0], self.plan(timeline), timeline, range(chord, chord + 1), None)

    def home(self, timeline: Timeline, chord: int) -> int:
        """The number of the ending: one tone of the chord, held."""
        own = replace(self._what.all[0], silent=False, is_own=False, home=True)
        return self._in_rhythm(own, self.plan(timeline), timeline, range(chord, chord + 1), None)

    def tension(self, timeline: Timeline, window: Window) -> int | None:
        """How tense the first bar of a window is, from 0 to 100; None where no course is followed."""
        plan = self.plan(timeline)
        return plan.bars[plan.at(timeline.due[window.chords.start].start)].tension if self._etude.tension else None

    def colour_cost(self, timeline: Timeline, window: Window, colour: Fraction) -> int:
        """The points for tones outside of the chord, more or fewer than the course wants."""
        tension, reach = self.tension(timeline, window), self._tables.reach
        if tension is None:
            return 0
        wanted = reach.calm_colour + (reach.tense_colour - reach.calm_colour) * tension / 100
        return round(reach.colour_points * abs(float(colour) - wanted))

    def _notes_in(self, plan: PhrasePlan, timeline: Timeline, window: Window) -> int:
        """How many notes begin in a window."""
        playing = self._what.all[self.piece(self._what.pieces[window.piece], timeline, window.chords)]
        pace = pace_of(playing.work.recipe)
        first, last = timeline.due[window.chords.start], timeline.due[window.chords[-1]]
        begin, end = first.start - playing.early, last.start + last.length - playing.breathes
        if pace.rhythm is None:
            return 10_000
        return len(slots_between(pace.rhythm, begin, end)) - playing.leads

    def _in_rhythm(
        self, playing: Playing, plan: PhrasePlan, timeline: Timeline, chords: range, role: MotifRole | None
    ) -> int:
        first, last = timeline.due[chords.start], timeline.due[chords[-1]]
        begin, end = plan.at(first.start), plan.at(last.start + last.length - Fraction(1, 1000))
        recipe = playing.work.recipe
        value = recipe.placement.value
        planned = not (recipe.figure.brings_rhythm or recipe.placement.slots or isinstance(recipe.figure, GuideTones))
        bars = plan.bars[begin : end + 1]
        slots, early, breathes, leads = "", Fraction(0), Fraction(0), 0
        if not planned:
            breathes = min(_BEAT, bars[-1].rest) if bars[-1].within.ends and not playing.home else breathes
        elif value == "eighth" and bars[0].slots:
            slots, early = cycled(plan, begin, end), bars[0].early
            leads = bars[-1].pickup
            breathes = plan.bars[end + 1].early if end + 1 < len(plan.bars) else breathes
        else:
            slots = _plain(plan, begin, end, BEATS[value])
        top = None if not self._etude.tension or playing.home else self._top(bars[0].tension)
        key = (playing.piece, playing.home, slots, early, breathes, leads, role, top)
        if key not in self._made:
            if planned:
                placement = recipe.placement.model_copy(update={"slots": slots, "value": value, "route": ()})
                recipe = recipe.model_copy(update={"placement": placement})
            forms = [_form(playing, one, mirrored) for one, mirrored in self._forms(playing, recipe, role, planned)]
            made = replace(
                playing, work=forms[0].work, mirrored=forms[0].mirrored, forms=tuple(forms[1:]), early=early,
                breathes=breathes, leads=leads, role=role, top=top,
            )  # fmt: skip
            self._made[key] = self._what.add(made)
        return self._made[key]

    def _top(self, tension: int) -> int:
        """The height (MIDI) that the highest note is to have."""
        low, high = self._what.player.reach.low.midi, self._what.player.reach.high.midi
        reach = self._tables.reach
        share = reach.calm_height + (reach.tense_height - reach.calm_height) * tension / 100
        return round(low + (high - low) * share)

    @staticmethod
    def _forms(
        playing: Playing, recipe: Recipe, role: MotifRole | None, planned: bool
    ) -> Iterator[tuple[Recipe, bool]]:
        """The recipes of every form it may take, and whether upside down."""
        figure = recipe.figure
        if playing.home:
            once = {"path": Path(span="once"), "enclosure": None}
            for degree in _DEGREES:
                yield recipe.model_copy(update={**once, "figure": Cell(text=degree, lacking="drop")}), False
            return
        if not planned or playing.is_own or recipe.path.span != "once":
            yield recipe, role == "turned"
            return
        rising, falling = (recipe.model_copy(update={"path": _onward(recipe, falling=down)}) for down in (False, True))
        if role is not None:
            other = {"answered": _backwards, "varied": _ending_otherwise}.get(role)
            for one in (rising, falling):
                changed = other(figure) if other else figure
                yield one.model_copy(update={"figure": changed}), role == "turned" or (other is not None and not changed)
            return
        yield rising, False
        yield falling, False
        yield rising.model_copy(update={"figure": _answering(figure)}), False


def _form(playing: Playing, recipe: Recipe, mirrored: bool) -> Form:  # noqa: FBT001 - a part of a pair
    return Form(LineWork.of(recipe, playing.work.player, playing.work.lick), mirrored)


def _plain(plan: PhrasePlan, first: int, last: int, value: Fraction) -> str:
    """Every note of a value, but for the rests at the ends of phrases; the bar that begins at the first stands in place."""
    texts = []
    for one in plan.bars[first : last + 1]:
        size = int(plan.bar / value)
        silent = min(size - 1, -int(-one.rest // value)) if one.within.ends else 0
        texts.append("s" * (size - silent) + "r" * silent)
    by = (first + int(plan.lead_in / plan.bar)) % len(texts)
    return "".join(texts[-by:] + texts[:-by]) if by else "".join(texts)


def _onward(recipe: Recipe, *, falling: bool) -> Path:
    """From where the figure stands once, on to its neighbours: by thirds, or by steps of a ladder of its own."""
    low = recipe.path.low
    high = PathEnd(step=low.step, octave=min(8, low.octave + 1))
    by = "step" if recipe.figure.own_ladder is not None else "third"
    direction = "down" if falling else "up"
    changed: dict[str, Any] = {"span": "ends", "high": high, "by": by, "direction": direction, "close": "none"}
    return recipe.path.model_copy(update=changed)


def _answering(figure: FigurePart) -> FigurePart:
    """A figure whose second half answers the first."""
    match figure:
        case Cell():
            return figure.model_copy(update={"turned": Turned(when="every-second")})
        case Arpeggios():
            return figure.model_copy(update={"order": {"up": "up-down", "down": "down-up"}.get(figure.order, "up")})
        case Intervals():
            return figure.model_copy(update={"direction": "alternating"})
        case Pairs():
            return figure.model_copy(update={"direction": "opposite"})
        case _:
            return figure


def _backwards(figure: FigurePart) -> FigurePart:
    """A figure from its end to its beginning."""
    match figure:
        case Cell():
            return figure.model_copy(update={"text": " ".join(reversed(figure.text.replace(",", " ").split()))})
        case Arpeggios() | Intervals() | Pairs():
            name = "order" if isinstance(figure, Arpeggios) else "direction"
            now = getattr(figure, name)
            return figure.model_copy(update={name: {"up": "down", "down": "up"}.get(now, now)})
        case _:
            return figure


def _ending_otherwise(figure: FigurePart) -> FigurePart:
    """A cell that comes back to its first tone; what is no cell ends where its rhythm does."""
    if not isinstance(figure, Cell):
        return figure
    numbers = figure.text.replace(",", " ").split()
    ending = numbers[0] if numbers[0] != numbers[-1] else numbers[len(numbers) // 2]
    return figure.model_copy(update={"text": " ".join([*numbers[:-1], ending])})
