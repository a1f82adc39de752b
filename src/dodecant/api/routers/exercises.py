"""Working recipes out: the exercise, its pictures, its files, and others made from it."""

from __future__ import annotations

from threading import RLock
from typing import Annotated

from cachetools import LRUCache, cached
from fastapi import Query, Response

from dodecant.api.files import UploadedBytes, attachment, uploads
from dodecant.api.pressed import file_title_of, pressed, strip_of
from dodecant.api.schemas.exercises import BenchOut, PictureOut, StripsIn, SurpriseIn, VariationIn, VariationOut, Width
from dodecant.api.workers.offloaded import costly, offloaded, offloading_router
from dodecant.engraving.line_breaks import side_by_side
from dodecant.engraving.strip_svg import SCREEN_WIDTH, strip_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.variation import surprise, varied
from dodecant.exports.registry import ENGRAVED, OF_EXERCISES
from dodecant.formats.json.documents import from_json
from dodecant.formats.json.exercise import exercise_document, json_bytes
from dodecant.tables import load_tables

router = offloading_router("exercises")

_ON_SCREEN = [SCREEN_WIDTH]


@router.post("/exercises", response_model=BenchOut)
@offloaded
def work_out(recipe: Recipe, width: Annotated[list[Width], Query(min_length=1, max_length=4)] = _ON_SCREEN) -> Response:
    """Work a recipe out and engrave its first strip.

    Several widths (CSS pixels) are those of one, two, three and four strips side by side: as many stand so as have
    their notes on one line.
    """
    return Response(_bench(recipe, tuple(width)), media_type="application/json")


@router.post("/strips")
@offloaded
def engrave_strips(wanted: StripsIn) -> list[PictureOut]:
    """Engrave some strips of a recipe."""
    exercise = pressed(wanted.recipe)
    for place, index in enumerate(wanted.indexes):
        strip_of(exercise, index, f"/indexes/{place}")
    return [_picture(exercise, index, wanted.width) for index in wanted.indexes]


@router.post("/variations")
@offloaded
def vary(wanted: VariationIn) -> VariationOut:
    """One step harder or easier: one phrase changes."""
    found = varied(wanted.recipe, load_tables().levels, wanted.way)
    return VariationOut(recipe=found.recipe, phrase=found.phrase, words=found.words)


@router.post("/surprises")
@offloaded
def surprise_me(wanted: SurpriseIn) -> Recipe:
    """A sensible recipe nobody thought of; the same seed gives the same one."""
    return surprise(wanted.seed, wanted.level, load_tables().levels, wanted.player)


@router.post("/files/{kind}", response_class=Response)
@offloaded
@costly(lambda kind, **_: kind in ENGRAVED)
def write_file(kind: str, recipe: Recipe) -> Response:
    """The exercise as a file to download; /api/tables lists the kinds there are."""
    return attachment(OF_EXERCISES, kind, lambda: pressed(recipe), file_title_of)


@router.post("/recipe-files", openapi_extra=uploads())
@offloaded
def read_file(data: UploadedBytes) -> Recipe:
    """Read a recipe file sent as it is; the answer is the recipe, checked to the last field."""
    recipe = from_json(data)
    pressed(recipe)
    return recipe


@cached(LRUCache(4_000_000, getsizeof=len), lock=RLock())
def _bench(recipe: Recipe, widths: tuple[int, ...]) -> bytes:
    """The answer as it is sent: written once, not checked again on its way out."""
    exercise = pressed(recipe)
    columns = side_by_side(exercise, widths)
    first = _picture(exercise, 0, widths[columns - 1])
    return json_bytes(BenchOut(exercise=exercise_document(exercise), first=first, columns=columns))


def _picture(exercise: Exercise, index: int, width: int) -> PictureOut:
    return PictureOut(index=index, width=width, svg=strip_svg(exercise, exercise.strips[index], width))
