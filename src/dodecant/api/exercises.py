"""Working recipes out: the exercise, its pictures, its files."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from typing import Annotated, Literal

from fastapi import APIRouter, Request, Response
from pydantic import BaseModel, Field
from typing_extensions import TypedDict

from dodecant.api.files import attachment
from dodecant.engraving.handout import handout_pdf
from dodecant.engraving.strip_svg import sheet_svg, strip_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Player, Recipe
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.variation import LEVELS, HarderOrEasier, surprise, varied
from dodecant.formats.json.documents import from_json
from dodecant.formats.json.documents import to_json as recipe_to_json
from dodecant.formats.json.exercise import ExerciseOut, exercise_document, json_bytes, to_json
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.tables import load_tables

router = APIRouter(prefix="/api", tags=["exercises"])

FileKind = Literal["json", "musicxml", "midi", "swung-midi", "svg", "pdf", "recipe"]
WRITERS: dict[FileKind, tuple[str, str, Callable[[Exercise], bytes]]] = {
    "json": (".exercise.json", "application/json", to_json),
    "musicxml": (".musicxml", "application/vnd.recordare.musicxml+xml", to_musicxml),
    "midi": (".mid", "audio/midi", to_midi),
    "swung-midi": (".swung.mid", "audio/midi", lambda exercise: to_midi(exercise, swinging=True)),
    "svg": (".svg", "image/svg+xml", sheet_svg),
    "pdf": (".pdf", "application/pdf", handout_pdf),
    "recipe": (".recipe.json", "application/json", lambda exercise: recipe_to_json(exercise.recipe)),
}


class PictureOut(TypedDict):
    """An engraved strip."""

    index: int
    svg: str


class BenchOut(TypedDict):
    """A recipe worked out, with the picture of its first strip."""

    exercise: ExerciseOut
    first: PictureOut


class StripsIn(BaseModel):
    """Which strips of which recipe to engrave."""

    recipe: Recipe
    indexes: Annotated[list[Annotated[int, Field(ge=0)]], Field(min_length=1, max_length=24)]


@router.post("/exercises", response_model=BenchOut)
def work_out(recipe: Recipe) -> Response:
    """Work a recipe out and engrave its first strip."""
    return Response(_bench(recipe), media_type="application/json")


@router.post("/strips")
def engrave_strips(wanted: StripsIn) -> list[PictureOut]:
    """Engrave some strips of a recipe."""
    exercise = _pressed(wanted.recipe)
    for place, index in enumerate(wanted.indexes):
        if index >= len(exercise.strips):
            last = len(exercise.strips) - 1
            raise RecipeError([Problem(f"/indexes/{place}", f"There is no strip {index}.", f"The last is {last}.")])
    return [_picture(exercise, index) for index in wanted.indexes]


class VariationIn(BaseModel):
    """A recipe to be made one step harder or easier."""

    recipe: Recipe
    way: HarderOrEasier


class VariationOut(BaseModel):
    """The changed recipe, the phrase that changed, and what it is now."""

    recipe: Recipe
    phrase: str
    words: str


@router.post("/variations")
def vary(wanted: VariationIn) -> VariationOut:
    """One step harder or easier: one phrase changes."""
    found = varied(wanted.recipe, load_tables().levels, wanted.way)
    return VariationOut(recipe=found.recipe, phrase=found.phrase, words=found.words)


class SurpriseIn(BaseModel):
    """A level from 1 (easy) to 5, a seed, and who plays."""

    level: Annotated[int, Field(ge=1, le=LEVELS)] = 3
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
    player: Player = Player()


@router.post("/surprises")
def surprise_me(wanted: SurpriseIn) -> Recipe:
    """A sensible recipe nobody thought of; the same seed gives the same one."""
    return surprise(wanted.seed, wanted.level, load_tables().levels, wanted.player)


@router.post("/files/{kind}", response_class=Response)
def write_file(kind: FileKind, recipe: Recipe) -> Response:
    """The exercise as a file to download."""
    ending, media, write = WRITERS[kind]
    return attachment(write(_pressed(recipe)), recipe.title, ending, media)


@router.post(
    "/recipe-files",
    openapi_extra={"requestBody": {"content": {"application/octet-stream": {"schema": {"type": "string"}}}}},
)
async def read_file(request: Request) -> Recipe:
    """Read a recipe file sent as it is; the answer is the recipe, checked to the last field."""
    recipe = from_json(await request.body())
    _pressed(recipe)
    return recipe


@lru_cache(maxsize=64)
def _pressed(recipe: Recipe) -> Exercise:
    return press(recipe, load_tables())


@lru_cache(maxsize=64)
def _bench(recipe: Recipe) -> bytes:
    """The answer as it is sent: written once, not checked again on its way out."""
    exercise = _pressed(recipe)
    return json_bytes(BenchOut(exercise=exercise_document(exercise), first=_picture(exercise, 0)))


def _picture(exercise: Exercise, index: int) -> PictureOut:
    return PictureOut(index=index, svg=strip_svg(exercise, exercise.strips[index]))
