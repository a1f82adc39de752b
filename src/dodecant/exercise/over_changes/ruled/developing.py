"""What is played in a phrase: a piece, or the recipe's own figure, in the rhythm of its bars, going on or answering.

A figure does not stand in its bar twice: it goes on from the next third (its next inversion on a ladder of its own) or
is answered, backwards. With a motif each bar says what becomes of the idea. The last chord has one tone.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from fractions import Fraction
from typing import Any, Final

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.phrases.plan import PhrasePlan, cycled, in_place, plan_over, ties_in
from dodecant.exercise.over_changes.phrases.tables import EtudeTables
from dodecant.exercise.over_changes.ruled.fitting_in import Fitting
from dodecant.exercise.over_changes.ruled.rule_assignments import MotifRole, OtherForm, Playing, RuleAssignments
from dodecant.exercise.over_changes.ruled.windows import Window
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.recipe.figures import (
    Arpeggios,
    Cell,
    ChordVoicings,
    FigurePart,
    GuideTones,
    Intervals,
    Pairs,
    Turned,
)
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

    def __init__(self, what: RuleAssignments, etude: Etude, tables: EtudeTables, fittings: Sequence[Fitting]) -> None:
        self._what, self._etude, self._tables, self._fittings = what, etude, tables, fittings
        self._ties = ties_in(what.recipe)
        self._made: dict[tuple[object, ...], int] = {}
        self._plans: dict[Timeline, PhrasePlan] = {}

    def plan(self, timeline: Timeline) -> PhrasePlan:
        """The phrases of a timeline."""
        found = self._plans.get(timeline)
        if found is None:
            room = max((self._fittings[piece].notes for piece in self._etude.motif), default=0)
            found = plan_over(timeline, self._what.metre, self._etude, self._tables, ties=self._ties, room=room)
            self._plans[timeline] = found
        return found

    def allowed(
        self, timeline: Timeline, windows: Sequence[Sequence[Window]], pinned: set[Window]
    ) -> list[list[Window]]:
        """The windows that leave the ending free (or are one), have room for their piece, and follow the motif."""
        plan = self.plan(timeline)

        def fits(window: Window) -> bool:
            piece = self._fittings[window.piece]
            if plan.home is not None and plan.home in window.chords and not piece.ends:
                return False
            if self._etude.motif and self.motif_in(plan, timeline, window.chords)[0] != window.piece:
                return False
            playing = self._what.all[self.piece(self._what.pieces[window.piece], timeline, window.chords)]
            notes = _notes_in(playing, timeline, window.chords)
            return notes is None or piece.notes <= notes

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

    def _in_rhythm(
        self, playing: Playing, plan: PhrasePlan, timeline: Timeline, chords: range, role: MotifRole | None
    ) -> int:
        first, last = timeline.due[chords.start], timeline.due[chords[-1]]
        begin, end = plan.at(first.start), plan.at(last.start + last.length - Fraction(1, 1000))
        recipe = playing.work.recipe
        value = recipe.placement.value
        held = isinstance(recipe.figure, ChordVoicings | GuideTones)
        planned = not (recipe.figure.brings_rhythm or recipe.placement.slots or held)
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
            made = replace(playing, early=early, breathes=breathes, leads=leads, role=role, top=top)
            made = replace(made, work=LineWork.of(recipe, playing.work.player, playing.work.lick))
            forms = [*self._forms(made, timeline, chords)] if planned else [OtherForm(made.work, role == "turned")]
            made = replace(made, work=forms[0].work, mirrored=forms[0].mirrored, forms=tuple(forms[1:]))
            self._made[key] = self._what.add(made)
        return self._made[key]

    def _top(self, tension: int) -> int:
        """The height (MIDI) that the highest note is to have."""
        low, high = self._what.player.reach.low.midi, self._what.player.reach.high.midi
        reach = self._tables.reach
        share = reach.calm_height + (reach.tense_height - reach.calm_height) * tension / 100
        return round(low + (high - low) * share)

    def _forms(self, playing: Playing, timeline: Timeline, chords: range) -> Iterator[OtherForm]:
        """Every form it may take in its rhythm."""
        recipe, role = playing.work.recipe, playing.role
        if playing.home:
            for degree in _DEGREES:
                once = {"path": Path(span="once"), "enclosure": None, "figure": Cell(text=degree, lacking="drop")}
                yield _form(playing, once)
            return
        if playing.is_own or recipe.path.span != "once" or playing.piece is None:
            yield OtherForm(playing.work, role == "turned")
            return
        figure = recipe.figure
        notes = _notes_in(playing, timeline, chords)
        stands_once = notes is not None and notes <= self._fittings[playing.piece].notes
        rising, falling = ({"path": _onward(recipe, falling=down)} for down in (False, True))
        if role is not None:
            alone = len(self._etude.motif) == 1  # another idea answers as it is
            other = {"answered": _backwards if alone else None, "varied": _ending_otherwise}.get(role)
            changed = other(figure) if other else figure
            turned = role == "turned" or (role == "answered" and alone and changed == figure)
            for one in (rising,) if stands_once else (rising, falling):
                yield _form(playing, {**one, "figure": changed}, mirrored=turned)
            return
        yield _form(playing, rising)
        if not stands_once:
            yield _form(playing, falling)
            yield _form(playing, {**rising, "figure": _answering(figure)})


def _notes_in(playing: Playing, timeline: Timeline, chords: range) -> int | None:
    """How many notes begin in a window but for those that lead on; None where they have no rhythm but their own."""
    pace = pace_of(playing.work.recipe)
    first, last = timeline.due[chords.start], timeline.due[chords[-1]]
    if pace.rhythm is None:
        return None
    begin, end = first.start - playing.early, last.start + last.length - playing.breathes
    return len(slots_between(pace.rhythm, begin, end)) - playing.leads


def _form(playing: Playing, changed: dict[str, Any], *, mirrored: bool = False) -> OtherForm:
    recipe = playing.work.recipe.model_copy(update=changed)
    return OtherForm(LineWork.of(recipe, playing.work.player, playing.work.lick), mirrored)


def _plain(plan: PhrasePlan, first: int, last: int, value: Fraction) -> str:
    """Every note of a value, but for the rests at the ends of phrases; each bar stands where it sounds."""
    texts = []
    for one in plan.bars[first : last + 1]:
        size = int(plan.bar / value)
        silent = min(size - 1, -int(-one.rest // value)) if one.within.ends else 0
        texts.append("s" * (size - silent) + "r" * silent)
    return in_place(texts, first, plan)


def _onward(recipe: Recipe, *, falling: bool) -> Path:
    """From where the figure stands once, on to its neighbours: by thirds, or by steps of a ladder of its own.

    On the way down it comes from two octaves above by every second tone, so that it begins on the same one.
    """
    low = PathEnd(step=recipe.path.low.step, octave=1)
    high = PathEnd(step=low.step, octave=3)
    by = "step" if recipe.figure.own_ladder is not None else "skip" if falling else "third"
    direction = "down" if falling else "up"
    changed: dict[str, Any] = {
        "span": "ends",
        "low": low,
        "high": high,
        "by": by,
        "direction": direction,
        "close": "none",
    }
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
