"""The press: recipe -> stops -> ladder -> figure -> path -> range -> placement -> bars, with remarks."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from dodecant.exercise.explaining import Explanations
from dodecant.exercise.fitting import fit_line, fit_over_changes
from dodecant.exercise.guide_tones import fit_guide_tones
from dodecant.exercise.harmony import metre_of_changes
from dodecant.exercise.joins import remarks_on_joins
from dodecant.exercise.lick import Lick, read_against
from dodecant.exercise.lick_form import lick_form
from dodecant.exercise.lick_over import LickPlan, fit_lick_over
from dodecant.exercise.line import Line
from dodecant.exercise.problems import Problem, RecipeError, at_field
from dodecant.exercise.recipe import Recipe
from dodecant.exercise.remarks import (
    remarks_on_bar,
    remarks_on_fitting,
    remarks_on_ladder,
    remarks_on_range,
    remarks_on_signs,
)
from dodecant.exercise.route import stops
from dodecant.exercise.score import Remark, Strip
from dodecant.exercise.sentence import Phrase, sentence, sentence_text
from dodecant.exercise.setting import Settings
from dodecant.exercise.sounds import ChangesSounds
from dodecant.exercise.unbroken import fit_unbroken
from dodecant.exercise.variation import Stair
from dodecant.exercise.writing import StripWriter
from dodecant.instrument.profile import Instrument, InstrumentTable, Reach
from dodecant.music.errors import MusicError
from dodecant.music.form import Form
from dodecant.music.pitch import Pitch
from dodecant.music.scale import ScaleCatalogue
from dodecant.music.tonics import TonicNames

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
    beats: int  # quarter notes in a bar

    @property
    def bars(self) -> int:
        """Bars in all strips together."""
        return sum(len(strip.bars) for strip in self.strips)

    @property
    def seconds(self) -> Fraction:
        """Playing time at the recipe's tempo (BPM), each strip once."""
        return Fraction(self.bars * self.beats * 60, self.recipe.tempo)


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
    remarks += remarks_on_bar(recipe, line.group, worked.beats, len(first.bars))
    remarks += remarks_on_joins(recipe, strips, lambda other: [strip for strip, _ in _worked(other, tables).strips])
    phrases = sentence(recipe, first.stop, tables.scales, worked.instrument)
    return Exercise(recipe, worked.instrument, phrases, strips, tuple(remarks), worked.beats)


@dataclass(frozen=True)
class _Worked:
    """The strips of a recipe with the lines they were written from."""

    instrument: Instrument
    beats: int
    strips: list[tuple[Strip, Line]]


def _worked(recipe: Recipe, tables: Tables) -> _Worked:
    instrument, reach, own_limits = _player(recipe, tables)
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    beats = bar_beats(recipe)
    lick = _lick(recipe, tables, beats)
    lead_in = Fraction(beats if lick and lick.lead > 0 else 0)
    places = stops(recipe, tables.scales, tonics, instrument, lead_in)
    if len(places) > MOST_STRIPS:
        raise RecipeError(
            [Problem("/keys", f"This makes {len(places)} strips; {MOST_STRIPS} are the most.", "Pick fewer keys.")]
        )
    settings, writer = Settings(recipe, lick), StripWriter(recipe, instrument, beats)
    plan: LickPlan | None = None
    strips: list[tuple[Strip, Line]] = []
    for stop in places:
        if recipe.figure.kind == "guide-tones":
            line = fit_guide_tones(recipe, recipe.figure, stop, reach)
        elif recipe.figure.kind == "unbroken":
            line = fit_unbroken(recipe, recipe.figure, stop, settings, reach)
        elif stop.timeline is not None and lick is not None:
            plan = plan or LickPlan(lick_form(stop.timeline, lick))  # the chords come at the same times in every key
            line = fit_lick_over(recipe, stop, plan, settings, instrument, reach, own_limits=own_limits)
        elif stop.over_written:
            line = fit_over_changes(recipe, stop, settings, reach)
        else:
            line = fit_line(recipe, stop, settings, instrument, reach, own_limits=own_limits)
        if line.size > MOST_NOTES:
            message = f"A strip would have {line.size} notes; {MOST_NOTES} are the most."
            raise RecipeError([Problem("/path", message, "Shorten the path or the cell.")])
        strips.append((writer.strip(stop, line), line))
    return _Worked(instrument, beats, strips)


def _lick(recipe: Recipe, tables: Tables, beats: int) -> Lick | None:
    figure = recipe.figure
    if figure.kind != "lick":
        return None
    return read_against(figure.text, figure.over, beats, tables.scales, exact=figure.fit == "exact")


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
    return instrument, Reach(low, high), bool(player.lowest or player.highest)


def bar_beats(recipe: Recipe) -> int:
    """Quarter notes in a bar: the recipe's, or those of the changes."""
    sounds = recipe.sounds
    if not isinstance(sounds, ChangesSounds):
        return int(recipe.placement.metre[0])
    return metre_of_changes(sounds.changes).beats
