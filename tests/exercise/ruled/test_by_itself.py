"""What a piece of vocabulary sounds like by itself, written out by hand."""

from __future__ import annotations

import pytest

from dodecant.exercise.over_changes.ruled.by_itself import recipe_of
from dodecant.exercise.press import press
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.part import read_part
from dodecant.tables import load_tables

TABLES = load_tables()


def cell(text: str, **more: object) -> VocabularyPiece:
    return read_part(VocabularyPiece, {"what": {"kind": "play", "figure": {"kind": "cell", "text": text}}, **more})


def lick(text: str, over: str) -> VocabularyPiece:
    figure = {"kind": "lick", "text": text, "over": over, "fit": "sound"}
    return read_part(VocabularyPiece, {"what": {"kind": "play", "figure": figure}})


@pytest.mark.parametrize(
    ("piece", "notes"),
    [
        (cell("1 2 3 5", families=["minor"]), "C D E♭ G"),
        (cell("1 3 5 7", families=["dominant"]), "C E G B♭"),
        (cell("1 3 5 7", families=["half-diminished"]), "C E♭ G♭ B♭"),
        (cell("1 3 5 7", families=["minor-major"]), "C E♭ G B"),
        (cell("1 3 5 7", families=["major"]), "C E G B"),
        (lick("D4:½ F4 A4 C5", "Dm7"), "D F A C"),
        (lick("G4:½ B♭4 D5 F5", "Gm7"), "G B♭ D F"),
        (lick("B3:½ D4 F4 A♭4:1 G4:½ E♭4 C4", "G7(b9) Cm7"), "B D F A♭ G E♭ C"),
    ],
)
def test_a_piece_sounds_as_it_was_made(piece: VocabularyPiece, notes: str) -> None:
    first, *_ = press(recipe_of(piece, TABLES.scales), TABLES).strips
    assert " ".join(note.tone.written.name.text for note in first.notes) == notes


def test_every_piece_that_is_included_keeps_to_its_own_notes() -> None:
    for piece in TABLES.vocabulary:
        strips = press(recipe_of(piece, TABLES.scales), TABLES).strips
        assert len(strips) == 12, piece.name
