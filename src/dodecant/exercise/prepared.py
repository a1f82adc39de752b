"""A recipe resolved once: its player, metre, lick and stops, for all that works on it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any

from dodecant.exercise.harmony.chord_sounds import metre_of_changes
from dodecant.exercise.melody.lick import Lick, read_against
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.ruled.composing import composer
from dodecant.exercise.over_changes.ruled.lines import narrowed
from dodecant.exercise.over_changes.ruled.rule_assignments import RuleAssignments
from dodecant.exercise.player import ResolvedPlayer, resolved_player
from dodecant.exercise.recipe.companions import Vamp
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.figures import OwnLick
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.routes.stops import Stop, stops
from dodecant.exercise.tables import Tables
from dodecant.instrument.profile import Instrument
from dodecant.music.core.metre import Metre
from dodecant.music.core.tonics import TonicNames


@dataclass(frozen=True)
class Prepared:
    """A recipe with what it names looked up: the player, the metre, the lick (if its figure is one), the stops."""

    recipe: Recipe
    tables: Tables
    player: ResolvedPlayer
    metre: Metre
    lick: Lick | None
    stops: tuple[Stop, ...]

    @property
    def instrument(self) -> Instrument:
        """What the strips are written for."""
        return self.player.instrument

    def work_at(self, stop: Stop) -> LineWork:
        """What lines are built from at a stop: the recipe as it is there, and what the player reaches there."""
        own = recipe_at(self.recipe, stop)
        player = self.player if own is self.recipe else resolved_player(own, self.tables.instruments)
        return LineWork.of(own, player, self.lick)

    def rules_at(self, work: LineWork) -> RuleAssignments | None:
        """What is played where, for a recipe over changes that says so, or takes one line to every key."""
        recipe = work.recipe
        if not recipe.ruled:
            return None
        if recipe.one_line_for_all_keys:
            work = replace(work, player=narrowed(work.player))
        scales = self.tables.scales
        return RuleAssignments(work, scales, self.metre, composer(scales, self.tables.etudes) if recipe.etude else None)


def prepare(recipe: Recipe, tables: Tables) -> Prepared:
    """Look up what a recipe names; raises RecipeError for what there is not."""
    if recipe.spelling.chromatic == "key":
        tables = replace(tables, scales=tables.scales.with_chromatic_in_key)
    for place, companion in enumerate(recipe.companions if recipe.over_changes else ()):
        if isinstance(companion, Vamp):
            message, cure = "Over changes the chords are those of the changes.", "Take voicings of the chords instead."
            raise RecipeError([Problem(f"/companions/{place}", message, cure)])
    player = resolved_player(recipe, tables.instruments)
    metre = metre_of(recipe)
    figure = recipe.figure
    lick = None
    if isinstance(figure, OwnLick):
        lick = read_against(figure.text, figure.over, metre, tables.scales, exact=not figure.carried_to_fit)
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    lead_in = (
        metre.quarters if lick and lick.lead > 0 else Fraction(0)
    )  # a lick's pickup needs a bar before the changes
    places = stops(recipe, tables.scales, tonics, player.instrument, lead_in)
    return Prepared(recipe, tables, player, metre, lick, places)


def recipe_at(recipe: Recipe, stop: Stop) -> Recipe:
    """The recipe as it is at a stop: in one note value of its route, with the hand in one position."""
    changed: dict[str, Any] = {}
    if stop.value is not None and recipe.placement.route:
        changed["placement"] = recipe.placement.model_copy(update={"value": stop.value, "route": ()})
    if stop.place is not None and recipe.fingering is not None:
        changed["fingering"] = recipe.fingering.in_place(stop.place)
    return recipe.model_copy(update=changed) if changed else recipe


def metre_of(recipe: Recipe) -> Metre:
    """The metre of an exercise: the recipe's, or that of the changes."""
    sounds = recipe.over_changes
    return Metre.parse(recipe.placement.metre) if sounds is None else metre_of_changes(sounds.changes)
