"""The documents one keeps as files: recipes, changes, scales, lists of them, rhythms, vocabulary; JSON, UTF-8."""

from __future__ import annotations

import json

from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.part import Part, read_part
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.placement import OwnRhythm
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale
from dodecant.exercise.recipe.sounding.sounds import OwnSounds
from dodecant.practice.planning.routine import Routine
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.worksheets.worksheet import WorksheetSetting


def from_json(data: bytes) -> Recipe:
    """Read a recipe file; raises RecipeError, also for what is no JSON at all."""
    return read_recipe(json_value(data))


def json_value(data: bytes) -> object:
    """Parse JSON of any kind; raises RecipeError naming line and column."""
    try:
        return json.loads(data.decode("utf-8-sig"))
    except UnicodeDecodeError:
        raise RecipeError([Problem("", "This file is not text in UTF-8.", "Choose a recipe file (JSON).")]) from None
    except json.JSONDecodeError as error:
        place = f"line {error.lineno}, column {error.colno}"
        raise RecipeError(
            [Problem("", f"This is not JSON ({place}).", "Choose a recipe file (JSON).", error.pos)]
        ) from None
    except (RecursionError, ValueError):
        raise RecipeError([Problem("", "This JSON is too deep or holds a number too long.", "")]) from None


def changes_from_json(data: bytes) -> ChangesDocument:
    """Read a file of changes; raises RecipeError."""
    return read_part(ChangesDocument, json_value(data))


def scale_from_json(data: bytes) -> OwnScale:
    """Read a scale of one's own; raises RecipeError."""
    return read_part(OwnScale, json_value(data))


def sounds_from_json(data: bytes) -> OwnSounds:
    """Read a list of scales; raises RecipeError."""
    return read_part(OwnSounds, json_value(data))


def rhythm_from_json(data: bytes) -> OwnRhythm:
    """Read a rhythm of one's own; raises RecipeError."""
    return read_part(OwnRhythm, json_value(data))


def piece_from_json(data: bytes) -> VocabularyPiece:
    """Read a piece of vocabulary; raises RecipeError."""
    return read_part(VocabularyPiece, json_value(data))


def routine_from_json(data: bytes) -> Routine:
    """Read a routine; raises RecipeError."""
    return read_part(Routine, json_value(data))


def style_from_json(data: bytes) -> HandoutLayout:
    """Read the style of a handout; raises RecipeError."""
    return read_part(HandoutLayout, json_value(data))


def worksheet_from_json(data: bytes) -> WorksheetSetting:
    """Read what a worksheet is made of; raises RecipeError."""
    return read_part(WorksheetSetting, json_value(data))


def to_json(document: Part) -> bytes:
    """A document as indented JSON with every field, so that a file says all it means."""
    text = json.dumps(document.model_dump(mode="json"), ensure_ascii=False, indent=2)
    return f"{text}\n".encode()
