"""Every file that we write or read is known for what it is, whatever its name says."""

from __future__ import annotations

import io
import json
import zipfile
from datetime import UTC, datetime
from typing import Any

import pytest

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.rhythm.placement import OwnRhythm
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale
from dodecant.exports.registry import OF_CHANGES, OF_EXERCISES
from dodecant.formats.json.documents import to_json
from dodecant.formats.logbook_files import to_csv
from dodecant.formats.logbook_files import to_json as logbook_to_json
from dodecant.formats.recognised import kinds_of
from dodecant.practice.planning.routine import Routine
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.worksheets.worksheet import WorksheetSetting
from dodecant.store import archive, shelves
from dodecant.store.database import Database
from dodecant.store.shelf import Shelf
from dodecant.tables import load_tables

SHELVES: dict[str, Shelf[Any]] = {
    "recipes": shelves.RECIPES,
    "changes": shelves.CHANGES,
    "vocabulary": shelves.VOCABULARY,
    "routines": shelves.ROUTINES,
}
CHORD = "<harmony><root><root-step>D</root-step></root><kind>minor-seventh</kind></harmony>"
NOTE = "<note><pitch><step>D</step><octave>4</octave></pitch><duration>4</duration></note>"
REST = "<note><rest/><duration>4</duration></note>"


def score(*inside: str) -> bytes:
    bar = f"<measure number='1'><attributes><divisions>1</divisions></attributes>{''.join(inside)}</measure>"
    return f"\n<score-partwise><part id='P1'>{bar}</part></score-partwise>".encode()


def packed(name: str, data: bytes) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as archive_file:
        archive_file.writestr(name, data)
    return out.getvalue()


def test_every_document_of_the_demo(demo: Database) -> None:
    with demo.connection() as connection:
        for kind, shelf in SHELVES.items():
            found = shelf.page(connection, shelf.entries(connection)).documents
            assert found or kind == "routines", kind
            assert {kinds_of(shelf.write(saved.document)) for saved in found} <= {(kind,)}, kind
    assert kinds_of(archive.archive_of(demo, datetime(2026, 11, 3, tzinfo=UTC))[:1000]) == ("archive",)


def test_documents_that_the_demo_lacks() -> None:
    written = {
        "scales": OwnScale(name="Quay", degrees="1 2 ♭3 5"),
        "rhythms": OwnRhythm(name="Bollard", slots="s r s s s r s r"),
        "styles": HandoutLayout(name="large"),
        "worksheets": WorksheetSetting(),
        "routines": Routine(title="Evening"),
    }
    assert {kind: kinds_of(to_json(one)) for kind, one in written.items()} == {kind: (kind,) for kind in written}


def test_what_an_exercise_and_changes_are_written_as() -> None:
    exercise = press(Recipe(), load_tables())
    assert [kinds_of(OF_EXERCISES[kind].write(exercise)) for kind in ("musicxml", "midi")] == [("lick",), ("lick",)]
    changes = ChangesDocument(text="Dm7 | G7 | Cmaj7")
    assert {kinds_of(export.write(changes)) for export in OF_CHANGES.values()} == {("changes",)}


@pytest.mark.parametrize(
    ("data", "kinds"),
    [
        (score(NOTE), ("lick",)),
        (score(CHORD, NOTE), ("lick", "changes")),
        (score(CHORD, REST), ("changes",)),
        (score(REST), ("lick",)),
        (packed("tune.xml", score(CHORD, REST)), ("changes",)),
        (b"\xef\xbb\xbftitle: Slipway\nDm7 | G7", ("changes",)),
        (b"Dm7 G7 | day", ("changes",)),
        (b"Date;What;Minutes\n2026-11-03;Thirds;10", ("logbook",)),
        ("what\tday\tminutes\nThirds\t2026-11-03\t10".encode("utf-16"), ("logbook",)),
        (to_csv([]), ("logbook",)),
        (logbook_to_json([]), ("logbook",)),
        (b"[]", ("logbook",)),
        (json.dumps({"version": 1, "title": "", "figure": {}, "path": {}, "old": 1}).encode(), ("recipes",)),
    ],
)
def test_by_hand(data: bytes, kinds: tuple[str, ...]) -> None:
    assert kinds_of(data) == kinds


@pytest.mark.parametrize(
    "data",
    [
        b"{}",
        b'{"a": 1}',
        b'{"name": "x", "size": 3, "colour": 2}',
        b"<html></html>",
        b"PK\x03\x04",
        b"\xff\xd8\xff\x00",
        b"{",
    ],
)
def test_none_of_ours_is_refused_with_a_cure(data: bytes) -> None:
    with pytest.raises(RecipeError) as refused:
        kinds_of(data)
    assert all(problem.message and problem.cure for problem in refused.value.problems)
