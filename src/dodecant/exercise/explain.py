"""Why it is so: the other ways at a join, at a note for the hand, and in a bar of an etude."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.hands import StripHands
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.over_changes.explain_join import JoinExplanation, explain_join_at, explain_ruled_join
from dodecant.exercise.over_changes.ruled.composing import composing_over
from dodecant.exercise.over_changes.ruled.lines import RuledLines, narrowed
from dodecant.exercise.over_changes.ruled.rule_assignments import RuleAssignments
from dodecant.exercise.prepared import prepare
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.etude import PiecePin
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.tables import Tables
from dodecant.instrument.fingering.optimiser import Alternative


def explain_join(recipe: Recipe, tables: Tables, strip: int, beat: Fraction) -> JoinExplanation:
    """Why the line goes on as it does under the chord at a beat of a strip; raises RecipeError without a join."""
    prepared = prepare(recipe, tables)
    places = prepared.stops if recipe.explains_joins else ()
    if strip >= len(places) or not places[strip].chords_written:
        message = "Only a line over changes is joined from chord to chord."
        raise RecipeError([Problem("/strip", message, "Choose changes as the sound.")])
    work = prepared.work_at(places[strip])
    what = prepared.rules_at(work)
    if what is not None:
        return explain_ruled_join(RuledLines(what, work.player), what.stop(places[strip]), beat)
    return explain_join_at(work, places[strip], beat)


def explain_finger(exercise: Exercise, tables: Tables, strip: Strip, note: int) -> list[Alternative[Any]]:
    """The ways to play a note (from 0) of a strip, each with the best line round it; raises RecipeError where none is
    shown.
    """
    hands = StripHands(exercise.recipe, exercise.instrument, tables.weights, tables.books, exercise.metre)
    return hands.why(exercise.strips[0], strip, note)


@dataclass(frozen=True)
class EtudeChoice:
    """A piece that can begin in a bar of an etude; how much `more` the whole then costs than the best one does."""

    piece: int
    name: str
    more: int
    costs: Mapping[str, int]
    taken: bool


def etude_choices(recipe: Recipe, tables: Tables, bar: int) -> list[EtudeChoice]:
    """The pieces that could begin in a bar (from 1) of an etude, the best first; each is composed with and compared.

    Raises RecipeError for a recipe without an etude, and for a bar that is past its end.
    """
    etude = recipe.etude
    if etude is None or recipe.over_changes is None:
        message = "Only an etude over changes is composed of pieces."
        raise RecipeError([Problem("/recipe/etude", message, "Choose changes and pieces.")])
    prepared = prepare(recipe, tables)
    metre, stop = prepared.metre, prepared.stops[0]
    timeline = stop.form
    others = tuple(pin for pin in etude.pins if pin.bar != bar)

    work = prepared.work_at(stop)
    what = RuleAssignments(replace(work, player=narrowed(work.player)), tables.scales, metre)
    composed = composing_over(what, tables.scales, tables.etudes, timeline)
    now = composed(etude.pins)
    found = []
    for piece in now.could_begin(bar, metre.quarters):
        other = composed((*others, PiecePin(bar=bar, piece=piece)))
        taken = now.begins_with(bar, metre.quarters) == piece
        costs = other.costs_in(bar, metre.quarters)
        found.append(EtudeChoice(piece, etude.pieces[piece].name, other.total - now.total, costs, taken))
    return sorted(found, key=lambda choice: (choice.more, choice.name))
