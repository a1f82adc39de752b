"""Chords that the line takes before their beat."""

from __future__ import annotations

from dataclasses import replace

from dodecant.exercise.harmony.timeline import anticipated
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.rhythm.note_values import BEATS
from dodecant.exercise.rhythm.timing import note_value
from dodecant.exercise.routes.stops import Stop


def with_chords_early(recipe: Recipe, stop: Stop) -> Stop:
    """The stop with its chords anticipated, as the line takes them; in tuplets by whole notes of them.

    A rhythm that a figure brings begins on the beat.
    """
    kind = recipe.placement.anticipated
    if kind == "no" or not stop.chords_written or recipe.figure.brings_rhythm:
        return stop
    by, value = BEATS[kind], note_value(recipe)
    if (8 * value).denominator > 1:
        by = max(1, by // value) * value
    read, heard = (anticipated(chords, by) for chords in (stop.chords_written, stop.chords_sounding))
    return replace(stop, chords_written=read, chords_sounding=heard)
