"""What can be written of an exercise and of changes: kind, label, extension, media type, writer."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Final, Generic, TypeVar

from dodecant.engraving.pages.class_set import MOST_ENGRAVED
from dodecant.engraving.pages.handout import handout_pdf
from dodecant.engraving.strip_svg import sheet_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.formats.json.documents import to_json as document_to_json
from dodecant.formats.json.exercise import to_json as exercise_to_json
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.changes import changes_to_musicxml
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.music.progressions.changes_text import parse_changes, print_changes

T = TypeVar("T")
_MUSICXML = "application/vnd.recordare.musicxml+xml"


@dataclass(frozen=True)
class Export(Generic[T]):
    """A kind of file: its name in addresses, its label in lists, how its name ends, its media type, its writer."""

    kind: str
    label: str
    extension: str
    media_type: str
    write: Callable[[T], bytes]


def _fit(exercise: Exercise) -> Exercise:
    """The exercise, if it can be engraved as a whole; raises RecipeError with what would fit."""
    notes = sum(len(strip.notes) for strip in exercise.strips)
    if notes > MOST_ENGRAVED:
        fit = MOST_ENGRAVED * len(exercise.strips) // notes
        message = f"On paper that would be {notes:,} notes; about {fit} of its {len(exercise.strips)} strips would fit."
        raise RecipeError([Problem("/keys", message, "Pick fewer keys or sounds; print the others apart.")])
    return exercise


def _by_kind(*exports: Export[T]) -> Mapping[str, Export[T]]:
    return {export.kind: export for export in exports}


OF_EXERCISES: Final[Mapping[str, Export[Exercise]]] = _by_kind(
    Export("pdf", "Handout to print (PDF)", ".pdf", "application/pdf", lambda exercise: handout_pdf(_fit(exercise))),
    Export("musicxml", "Notation (MusicXML)", ".musicxml", _MUSICXML, to_musicxml),
    Export("midi", "Sound (MIDI)", ".mid", "audio/midi", to_midi),
    Export(
        "swung-midi",
        "Sound as it swings (MIDI)",
        ".swung.mid",
        "audio/midi",
        lambda exercise: to_midi(exercise, swinging=True),
    ),
    Export("svg", "Picture (SVG)", ".svg", "image/svg+xml", lambda exercise: sheet_svg(_fit(exercise))),
    Export(
        "recipe",
        "Recipe (JSON)",
        ".recipe.json",
        "application/json",
        lambda exercise: document_to_json(exercise.recipe),
    ),
    Export("json", "Exercise worked out (JSON)", ".exercise.json", "application/json", exercise_to_json),
)

ENGRAVED: Final = frozenset({"pdf", "svg"})  # whose writing takes long

OF_CHANGES: Final[Mapping[str, Export[ChangesDocument]]] = _by_kind(
    Export(
        "musicxml",
        "Chord symbols (MusicXML)",
        ".musicxml",
        _MUSICXML,
        lambda document: changes_to_musicxml(parse_changes(document.text)),
    ),
    Export(
        "text",
        "Plain text",
        ".changes.txt",
        "text/plain; charset=utf-8",
        lambda document: print_changes(parse_changes(document.text)).encode(),
    ),
    Export("json", "With the chosen sounds (JSON)", ".changes.json", "application/json", document_to_json),
)
