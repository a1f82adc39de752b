"""A step of a routine as a sentence."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from dodecant.practice.planning.routine import FreeTask, RecipeStep, Step, tempo_of
from dodecant.practice.sentences.phrase import FormPhrase, minutes_text
from dodecant.practice.sentences.stand import STAND_NAMES, stand_said

_ORDER: Final = ("ladder", "repeats", "backing", "rule", "curtain", "listens", "gate")


def step_phrases(step: Step) -> tuple[FormPhrase, ...]:
    """A recipe and how the stand is set for it, or something else to do.

    >>> from dodecant.practice.sentences.phrase import form_sentence
    >>> form_sentence(step_phrases(FreeTask(title="Long tones", rule="softly")))
    'Long tones: softly, for 5 minutes.'
    """
    return tuple(_of_task(step) if isinstance(step, FreeTask) else _of_recipe(step))


def _of_task(task: FreeTask) -> Iterator[FormPhrase]:
    yield FormPhrase("title", "what is done", "", task.title)
    yield FormPhrase("rule", "its rule", ":", task.rule, bool(task.rule))
    yield FormPhrase("minutes", "the minutes", ", for", minutes_text(task.minutes))


def _of_recipe(step: RecipeStep) -> Iterator[FormPhrase]:
    yield FormPhrase("title", "the step", "Play", step.title or step.recipe.title or "a recipe")
    yield FormPhrase("tempo", "the tempo", "at", str(tempo_of(step)), step.ladder is None)
    said = {one.field: one.phrase for one in stand_said(step, step.recipe.placement.values)}
    for field in _ORDER:
        if field in said or field != "rule":
            yield FormPhrase(field, STAND_NAMES[field], ",", said.get(field, ""), field in said)
