"""Which of our files a file is, from what it holds: its name may say anything."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Final, Literal

from pydantic import BaseModel

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.placement import OwnRhythm
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale
from dodecant.exercise.recipe.sounding.sounds import OwnSounds
from dodecant.formats.json.documents import json_value
from dodecant.formats.logbook_files import text_of
from dodecant.formats.musicxml.source import score_root
from dodecant.practice.planning.routine import Routine
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.worksheets.worksheet import WorksheetSetting

FileKind = Literal[
    "recipes", "changes", "scales", "sound-lists", "rhythms", "vocabulary", "routines", "styles", "worksheets",
    "lick", "logbook", "archive",
]  # fmt: skip

_DOCUMENTS: Final[Mapping[FileKind, type[BaseModel]]] = {
    "recipes": Recipe,
    "changes": ChangesDocument,
    "scales": OwnScale,
    "sound-lists": OwnSounds,
    "rhythms": OwnRhythm,
    "vocabulary": VocabularyPiece,
    "routines": Routine,
    "styles": HandoutLayout,
    "worksheets": WorksheetSetting,
}
_ARCHIVE: Final = b"manifest.json"  # the first name inside
_DAY: Final = re.compile(r"(?i)^\W*(day|date)\W*([,;\t]|$)|[,;\t]\W*(day|date)\W*([,;\t]|$)")


def kinds_of(data: bytes) -> tuple[FileKind, ...]:
    """What a file can be taken for, the likeliest first; of a packed file the beginning is enough. A score with notes
    is a lick, with chord symbols changes, with both either. Raises RecipeError where it is none of ours.

    >>> kinds_of(b"title: Slipway\\nDm7 | G7 | Cmaj7")
    ('changes',)
    >>> kinds_of(b'"day","what","minutes"')
    ('logbook',)
    """
    head = data.lstrip(b"\xef\xbb\xbf \r\n\t")
    if data.startswith(b"MThd"):
        return ("lick",)
    if data.startswith(b"PK") and _ARCHIVE in data[:100]:
        return ("archive",)
    if data.startswith(b"PK") or head.startswith(b"<"):
        return _of_score(data)
    if head.startswith((b"{", b"[")):
        return (_of_json(json_value(data)),)
    text = text_of(data)
    first = next((line for line in text.splitlines() if line.strip()), "")
    return ("logbook",) if _DAY.search(first) else ("changes",)


def _of_score(data: bytes) -> tuple[FileKind, ...]:
    root = score_root(data)
    notes = any(note.find("rest") is None for note in root.iter("note"))
    chords = next(root.iter("harmony"), None) is not None
    found: dict[FileKind, bool] = {"lick": notes, "changes": chords}
    return tuple(kind for kind, holds in found.items() if holds) or ("lick",)


def _of_json(value: object) -> FileKind:
    names = set(value) if isinstance(value, dict) else set()
    if isinstance(value, list) or "entries" in names:
        return "logbook"
    strange = {kind: len(names - set(model.model_fields)) for kind, model in _DOCUMENTS.items()}
    known = {kind: len(names) - many for kind, many in strange.items()}
    best = max(_DOCUMENTS, key=lambda kind: (known[kind] - strange[kind], known[kind]))
    if known[best] == 0 or strange[best] >= known[best]:
        message = "This file holds nothing that Dodecant reads."
        cure = "Choose a recipe, changes, MusicXML, MIDI, a logbook (CSV or JSON) or an archive."
        raise RecipeError([Problem("", message, cure)])
    return best
