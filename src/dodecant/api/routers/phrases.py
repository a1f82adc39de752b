"""What helps in choosing: a phrase explained, and what each choice would play."""

from __future__ import annotations

from dodecant.api.schemas.phrases import ExplainedIn, ExplainedOut, PreviewNoteOut, PreviewOut, PreviewsIn
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.engraving.strip_svg import LESSON_WIDTH, strip_svg
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.wording.explanations import example, explanation
from dodecant.exercise.wording.fingering import fingers_told
from dodecant.tables import load_tables

router = offloading_router("phrases")
_MOST_NOTES = 16


@router.post("/explanations")
@offloaded
def explain(wanted: ExplainedIn) -> ExplainedOut:
    """A phrase explained, with an example in the first key on the bench."""
    tables = load_tables()
    text = explanation(wanted.recipe, wanted.phrase, tables.explanations)
    short = example(wanted.recipe, wanted.phrase)
    if short is None:
        return ExplainedOut(text=text, notes="", svg="")
    exercise = press(short, tables)
    strip = exercise.strips[0]
    names = " ".join(note.tone.written.name.text for note in strip.notes[:_MOST_NOTES])
    more = " …" if len(strip.notes) > _MOST_NOTES else ""
    return ExplainedOut(
        text=text, notes=f"{strip.heading}: {names}{more}", svg=strip_svg(exercise, strip, LESSON_WIDTH)
    )


@router.post("/previews")
@offloaded
def preview(wanted: PreviewsIn) -> list[PreviewOut]:
    """What each of several recipes begins with."""
    return [_preview(recipe) for recipe in wanted.recipes]


def _preview(recipe: Recipe) -> PreviewOut:
    keys = recipe.keys.model_copy(update={"order": "picked", "picked": recipe.keys.picked[:1] or (recipe.keys.start,)})
    try:
        strip = press(recipe.model_copy(update={"keys": keys}), load_tables()).strips[0]
    except RecipeError:
        return PreviewOut(names="", fingers="", notes=[])
    shown = strip.notes[:_MOST_NOTES]
    notes = [
        PreviewNoteOut(start=float(note.start), length=float(note.length), midi=note.tone.written.midi)
        for note in shown
    ]
    names = " ".join(note.tone.written.name.text for note in shown)
    return PreviewOut(names=names, fingers=fingers_told(strip, _MOST_NOTES), notes=notes)
