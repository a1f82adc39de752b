"""The press: recipe -> stops -> ladder -> figure -> path -> range -> placement -> bars, with remarks."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction

from dodecant.exercise.companions.written import beside
from dodecant.exercise.harmony.chord_sounds import metre_of_changes
from dodecant.exercise.harmony.timeline import Timeline, anticipated
from dodecant.exercise.melody.fitting import fit_line
from dodecant.exercise.melody.lick import Lick, read_against
from dodecant.exercise.melody.line import Line
from dodecant.exercise.melody.setting import Settings
from dodecant.exercise.notation.score import Remark, Strip
from dodecant.exercise.notation.strip_writer import StripWriter
from dodecant.exercise.over_changes.anew_on_each_chord import fit_over_changes
from dodecant.exercise.over_changes.explain_join import Why, why_at
from dodecant.exercise.over_changes.guide_tones import fit_guide_tones
from dodecant.exercise.over_changes.lick_over_changes import LickPlan, fit_lick_over
from dodecant.exercise.over_changes.lick_timing import lick_form
from dodecant.exercise.over_changes.unbroken import fit_unbroken
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.note_values import BEATS, NoteValue
from dodecant.exercise.recipe.placement import OF_EIGHTHS
from dodecant.exercise.recipe.problems import Problem, RecipeError, at_field
from dodecant.exercise.recipe.sounds import ChangesSounds
from dodecant.exercise.recipe.variation import Stair
from dodecant.exercise.remarks.on_joins import remarks_on_joins
from dodecant.exercise.remarks.on_lines import (
    remarks_on_bar,
    remarks_on_fitting,
    remarks_on_ladder,
    remarks_on_range,
    remarks_on_signs,
)
from dodecant.exercise.rhythm.timing import note_value, rhythm_in
from dodecant.exercise.routes.stops import Stop, stops
from dodecant.exercise.wording.explanations import Explanations
from dodecant.exercise.wording.sentence import Phrase, sentence, sentence_text
from dodecant.instrument.profile import Instrument, InstrumentTable, Reach
from dodecant.music.core.errors import MusicError
from dodecant.music.core.metre import Metre
from dodecant.music.core.pitch import Pitch
from dodecant.music.core.tonics import TonicNames
from dodecant.music.progressions.form import Form
from dodecant.music.scales.scale import ScaleCatalogue

MOST_NOTES = 600  # in one strip: some three minutes of eighths at an easy tempo
MOST_STRIPS = 400


@dataclass(frozen=True)
class Tables:
    """The data files, read once at the edge of the program."""

    scales: ScaleCatalogue
    forms: tuple[Form, ...]
    stairs: tuple[Stair, ...]
    explanations: Explanations
    instruments: InstrumentTable


@dataclass(frozen=True)
class Exercise:
    """A recipe worked out: its sentence, its strips in order and the remarks on them."""

    recipe: Recipe
    instrument: Instrument
    sentence: tuple[Phrase, ...]
    strips: tuple[Strip, ...]
    remarks: tuple[Remark, ...]
    metre: Metre

    @property
    def bars(self) -> int:
        """Bars in all strips together."""
        return int(-(-sum(strip.end - strip.begin for strip in self.strips) // self.metre.quarters))

    @property
    def seconds(self) -> Fraction:
        """Playing time at the recipe's tempo (BPM), each strip once."""
        beats = sum((strip.end - strip.begin for strip in self.strips), start=Fraction(0))
        return beats / self.metre.pulse * 60 / self.recipe.tempo


def press(recipe: Recipe, tables: Tables) -> Exercise:
    """Work a recipe out. The same recipe gives the same exercise; raises RecipeError for what cannot be done."""
    worked = _worked(recipe, tables)
    strips = tuple(strip for strip, _ in worked.strips)
    remarks: list[Remark] = []
    for strip, line in worked.strips:
        remarks += remarks_on_ladder(recipe, strip.stop, line)
        remarks += remarks_on_fitting(recipe, strip.stop, line)
        remarks += remarks_on_range(recipe, strip.stop, line, worked.instrument)
        remarks += remarks_on_signs(recipe, strip)
    first, line = worked.strips[0]
    remarks += remarks_on_bar(with_value(recipe, first.stop.value), line.group, worked.metre, len(first.bars))
    remarks += remarks_on_joins(recipe, strips, lambda other: [strip for strip, _ in _worked(other, tables).strips])
    phrases = sentence(recipe, first.stop, tables.scales, worked.instrument)
    return Exercise(recipe, worked.instrument, phrases, strips, tuple(remarks), worked.metre)


@dataclass(frozen=True)
class _Worked:
    """The strips of a recipe with the lines they were written from."""

    instrument: Instrument
    metre: Metre
    strips: list[tuple[Strip, Line]]


def _places(recipe: Recipe, tables: Tables, instrument: Instrument, lick: Lick | None) -> tuple[Stop, ...]:
    """The stops of a recipe; a lick's pickup needs a bar before the changes."""
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    lead_in = metre_of(recipe).quarters if lick and lick.lead > 0 else Fraction(0)
    return stops(recipe, tables.scales, tonics, instrument, lead_in)


def why_here(recipe: Recipe, tables: Tables, strip: int, beat: Fraction) -> Why:
    """Why the line goes on as it does under the chord at a beat of a strip; raises RecipeError without a join."""
    instrument, reach, _ = _player(recipe, tables)
    places = _places(recipe, tables, instrument, None) if recipe.figure.kind != "lick" else ()
    if strip >= len(places) or not places[strip].over_written:
        message = "Only a line over changes is joined from chord to chord."
        raise RecipeError([Problem("/strip", message, "Choose changes as the sound.")])
    recipe = with_value(recipe, places[strip].value)
    return why_at(recipe, _early(recipe, places[strip]), Settings(recipe, None), reach, beat)


def _worked(recipe: Recipe, tables: Tables) -> _Worked:
    instrument, reach, own_limits = _player(recipe, tables)
    metre = metre_of(recipe)
    _check_metre(recipe, metre)
    lick = _lick(recipe, tables, metre)
    places = _places(recipe, tables, instrument, lick)
    if len(places) > MOST_STRIPS:
        raise RecipeError(
            [Problem("/keys", f"This makes {len(places)} strips; {MOST_STRIPS} are the most.", "Pick fewer keys.")]
        )
    ways = {value: _Way(with_value(recipe, value), lick, instrument, metre) for value in recipe.placement.values}
    strips: list[tuple[Strip, Line]] = []
    for stop in places:
        way = ways[stop.value or recipe.placement.value]
        line = _line(way, stop, instrument, reach, own_limits=own_limits)
        if line.size > MOST_NOTES:
            message = f"A strip would have {line.size} notes; {MOST_NOTES} are the most."
            raise RecipeError([Problem("/path", message, "Shorten the path or the cell.")])
        goes_on = strips and recipe.placement.ending == "on"
        place = strips[-1][0].end % metre.quarters if goes_on else None
        strip = way.writer.strip(stop, line, place)
        strips.append((replace(strip, beside=beside(way.recipe, strip, metre)) if recipe.companions else strip, line))
    return _Worked(instrument, metre, strips)


def _line(way: _Way, stop: Stop, instrument: Instrument, reach: Reach, *, own_limits: bool) -> Line:
    """The line of one stop, by the way that is for its figure and its sounds."""
    recipe, settings = way.recipe, way.settings
    if way.lick is not None and stop.timeline is not None:
        plan = way.plan(stop.timeline, way.lick)
        return fit_lick_over(recipe, stop, plan, settings, instrument, reach, own_limits=own_limits)
    stop = _early(recipe, stop)
    if recipe.figure.kind == "guide-tones":
        return fit_guide_tones(recipe, recipe.figure, stop, reach)
    if recipe.figure.kind == "unbroken":
        return fit_unbroken(recipe, recipe.figure, stop, settings, reach)
    if stop.over_written:
        return fit_over_changes(recipe, stop, settings, reach)
    return fit_line(recipe, stop, settings, instrument, reach, own_limits=own_limits)


def _early(recipe: Recipe, stop: Stop) -> Stop:
    """The stop with its chords anticipated, as the line takes them; in tuplets by whole notes of them."""
    kind = recipe.placement.anticipated
    if kind == "no" or not stop.over_written:
        return stop
    by, value = BEATS[kind], note_value(recipe)
    if rhythm_in(recipe) is None and (8 * value).denominator > 1:
        by = max(1, by // value) * value
    read, heard = (anticipated(over, by) for over in (stop.over_written, stop.over_sounding))
    return replace(stop, over_written=read, over_sounding=heard)


class _Way:
    """A recipe with one note value, and what works its strips out."""

    def __init__(self, recipe: Recipe, lick: Lick | None, instrument: Instrument, metre: Metre) -> None:
        self.recipe, self.lick = recipe, lick
        self.settings, self.writer = Settings(recipe, lick), StripWriter(recipe, instrument, metre)
        self._plans: dict[Timeline, LickPlan] = {}

    def plan(self, timeline: Timeline, lick: Lick) -> LickPlan:
        """What is the same in every key, where the chords come at the same times."""
        if timeline not in self._plans:
            self._plans[timeline] = LickPlan(lick_form(timeline, lick))
        return self._plans[timeline]


def with_value(recipe: Recipe, value: NoteValue | None) -> Recipe:
    """The recipe with one note value of its route."""
    if value is None or not recipe.placement.route:
        return recipe
    placement = recipe.placement.model_copy(update={"value": value, "route": ()})
    return recipe.model_copy(update={"placement": placement})


def _check_metre(recipe: Recipe, metre: Metre) -> None:
    """Refuse what divides a beat as a metre of eighths does not; raises RecipeError."""
    if metre.unit != 8:
        return
    figure, placement = recipe.figure, recipe.placement
    cure = "Choose quarters, eighths or sixteenths, or a metre of quarters."
    if figure.kind == "arpeggios" and figure.rhythm == "led-triplets":
        message = f"There are no triplets in {metre.text}."
        raise RecipeError([Problem("/figure/rhythm", message, "Play every tone alike, or take a metre of quarters.")])
    if figure.kind != "lick" and ("(" in placement.slots or not OF_EIGHTHS.issuperset(placement.values)):
        raise RecipeError([Problem("/placement", f"In {metre.text} beats are not divided so.", cure)])


def _lick(recipe: Recipe, tables: Tables, metre: Metre) -> Lick | None:
    figure = recipe.figure
    if figure.kind != "lick":
        return None
    return read_against(figure.text, figure.over, metre, tables.scales, exact=figure.fit == "exact")


def say(recipe: Recipe, tables: Tables) -> str:
    """The recipe's sentence alone, without working its strips out; raises RecipeError for an unknown name."""
    instrument, _, _ = _player(recipe, tables)
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    first = stops(recipe, tables.scales, tonics, instrument)[0]
    return sentence_text(sentence(recipe, first, tables.scales, instrument))


def _player(recipe: Recipe, tables: Tables) -> tuple[Instrument, Reach, bool]:
    """The instrument, the reach to stay in, and whether the player set limits of their own."""
    player = recipe.player
    try:
        instrument = tables.instruments.get(player.instrument)
    except MusicError as error:
        raise at_field("/player/instrument", error) from None
    reach = instrument.comfortable if player.reach == "comfortable" else instrument.full
    low = Pitch.parse(player.lowest) if player.lowest else reach.low
    high = Pitch.parse(player.highest) if player.highest else reach.high
    for pitch, field in ((low, "lowest"), (high, "highest")):
        if not instrument.full.holds(pitch.midi, pitch.midi):
            raise RecipeError(
                [
                    Problem(
                        f"/player/{field}",
                        f"{pitch.text} is not on the {instrument.name}.",
                        f"It reads {instrument.full.text}.",
                    )
                ]
            )
    if high.midi - low.midi < 12:
        raise RecipeError(
            [
                Problem(
                    "/player/lowest" if player.lowest else "/player/highest",
                    f"{low.text} to {high.text} is less than an octave.",
                    "Leave at least an octave to play in.",
                )
            ]
        )
    if recipe.figure.kind == "arpeggios" and recipe.figure.rhythm == "struck" and not instrument.chords:
        message = f"The {instrument.name} sounds one note at a time."
        raise RecipeError([Problem("/figure/rhythm", message, "Play the tones one after another.")])
    return instrument, Reach(low, high), bool(player.lowest or player.highest)


def metre_of(recipe: Recipe) -> Metre:
    """The metre of an exercise: the recipe's, or that of the changes."""
    sounds = recipe.sounds
    if not isinstance(sounds, ChangesSounds):
        return Metre.parse(recipe.placement.metre)
    return metre_of_changes(sounds.changes)
