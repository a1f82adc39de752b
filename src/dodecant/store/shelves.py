"""The shelves there are."""

from __future__ import annotations

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.rhythm.placement import OwnRhythm
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument, retitled
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale
from dodecant.exercise.recipe.sounding.sounds import OwnSounds
from dodecant.formats.json.documents import (
    changes_from_json,
    from_json,
    piece_from_json,
    rhythm_from_json,
    routine_from_json,
    scale_from_json,
    sounds_from_json,
    style_from_json,
    to_json,
    worksheet_from_json,
)
from dodecant.music.progressions.changes_text import read_changes
from dodecant.practice.planning.routine import Routine
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.worksheets.worksheet import WorksheetSetting
from dodecant.store.shelf import Shelf

RECIPES = Shelf[Recipe](
    "recipe", from_json, to_json, lambda recipe: recipe.title, lambda r, title: r.model_copy(update={"title": title})
)
CHANGES = Shelf[ChangesDocument](
    "changes", changes_from_json, to_json, lambda changes: read_changes(changes.text).changes.title, retitled
)
SCALES = Shelf[OwnScale](
    "scale",
    scale_from_json,
    to_json,
    lambda scale: scale.name,
    lambda scale, title: scale.model_copy(update={"name": title[:40]}),
)
SOUNDS = Shelf[OwnSounds](
    "sound-list",
    sounds_from_json,
    to_json,
    lambda sounds: sounds.name,
    lambda sounds, title: sounds.model_copy(update={"name": title[:40]}),
)
RHYTHMS = Shelf[OwnRhythm](
    "rhythm",
    rhythm_from_json,
    to_json,
    lambda rhythm: rhythm.name,
    lambda rhythm, title: rhythm.model_copy(update={"name": title[:40]}),
)
VOCABULARY = Shelf[VocabularyPiece](
    "vocabulary",
    piece_from_json,
    to_json,
    lambda piece: piece.name,
    lambda piece, title: piece.model_copy(update={"name": title[:60]}),
)
ROUTINES = Shelf[Routine](
    "routine",
    routine_from_json,
    to_json,
    lambda routine: routine.title,
    lambda routine, title: routine.model_copy(update={"title": title}),
)
STYLES = Shelf[HandoutLayout](
    "handout-style",
    style_from_json,
    to_json,
    lambda style: style.name,
    lambda style, title: style.model_copy(update={"name": title[:60]}),
)
WORKSHEETS = Shelf[WorksheetSetting](
    "worksheet",
    worksheet_from_json,
    to_json,
    lambda sheet: sheet.title,
    lambda sheet, title: sheet.model_copy(update={"title": title}),
)
