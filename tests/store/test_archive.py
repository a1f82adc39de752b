"""Moving house: everything arrives, nothing is replaced unless all is well, nothing in an archive is ever run."""

from __future__ import annotations

import io
import json
import random
import sqlite3
import zipfile
from collections.abc import Callable
from contextlib import suppress
from datetime import UTC, datetime
from hashlib import sha256
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from dodecant.exercise.recipe.problems import RecipeError
from dodecant.store import archive, shares
from dodecant.store.database import Database
from dodecant.store.demo import prepare_demo

NOW = datetime(2026, 12, 1, 18, 30, tzinfo=UTC)


@pytest.fixture(scope="module")
def house(tmp_path_factory: pytest.TempPathFactory) -> Database:
    return prepare_demo(tmp_path_factory.mktemp("house") / "demo.db", NOW)


@pytest.fixture(scope="module")
def packed(house: Database) -> bytes:
    with house.connection() as connection:
        shares.keep_passphrase(connection, "of the old house", NOW)
        shares.begin_session(connection, NOW, 12)
    return archive.archive_of(house, NOW)


def lines(database: Database) -> list[str]:
    with database.connection() as connection:
        return sorted(line for line in connection.iterdump() if "passphrase" not in line and "session" not in line)


def test_everything_arrives_and_the_passphrase_stays(
    database: Database, house: Database, packed: bytes, tmp_path: Path
) -> None:
    with database.connection() as connection:
        shares.keep_passphrase(connection, "of this house", NOW)
    looked = archive.looked_at(database, packed)
    assert (looked.written_at, looked.replaces["documents"], looked.replaces["players"]) == (NOW, 0, 1)
    assert looked.holds["documents"] > 40
    before = lines(database)
    assert archive.take(database, packed, NOW) == looked
    assert lines(database) == lines(house) != before
    with database.connection() as connection:
        assert shares.passphrase_hash(connection) == "of this house"
        assert connection.execute("SELECT count(*) FROM session").fetchone()[0] == 0
    (aside,) = tmp_path.glob("data.db.*.backup")
    assert lines(Database(aside)) == before
    assert archive.looked_at(database, archive.archive_of(database, NOW)).holds == looked.holds
    assert b"of the old house" not in packed


def test_a_browser_sees_what_came(packed: bytes, client: TestClient) -> None:
    assert client.get("/api/recipes").json()["found"] == 0
    assert client.post("/api/archive/looked-at", content=packed).json()["holds"]["players"] >= 3
    assert client.get("/api/recipes").json()["found"] == 0
    assert client.post("/api/archive/taken", content=packed).status_code == 200
    assert client.get("/api/recipes").json()["found"] > 40
    again = client.get("/api/archive")
    assert ".dodecant.zip" in again.headers["content-disposition"]
    assert client.post("/api/archive/taken", content=again.content).status_code == 200
    assert client.post("/api/archive/taken", content=b"x").status_code == 422


def repacked(data: bytes, change: Callable[[sqlite3.Connection], object], folder: Path, **manifest: object) -> bytes:
    """The archive with its data changed, and a manifest that agrees with it."""
    with zipfile.ZipFile(io.BytesIO(data)) as source:
        held, said = source.read("dodecant.db"), json.loads(source.read("manifest.json"))
    path = folder / "changed.db"
    path.write_bytes(held)
    connection = sqlite3.connect(path, isolation_level=None)
    change(connection)
    connection.close()
    held = path.read_bytes()
    return zipped({**said, "sha256": sha256(held).hexdigest(), **manifest}, held)


def zipped(manifest: object, data: bytes, more: str = "") -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made:
        made.writestr("manifest.json", json.dumps(manifest))
        made.writestr("dodecant.db", data)
        if more:
            made.writestr(more, b"x")
    return out.getvalue()


TRIGGER = "CREATE TRIGGER evil AFTER INSERT ON entry BEGIN DELETE FROM document; END"
GOOD = {"format": "dodecant-archive", "version": 1, "form": 1, "written_at": "2026-12-01T00:00:00+00:00", "sha256": "x"}


def locked(data: bytes) -> bytes:
    """The same, said to be locked with a password (bit 0 of the flags of each file: APPNOTE 4.4.4)."""
    found = bytearray(data)
    for sign, flags in ((b"PK\x03\x04", 6), (b"PK\x01\x02", 8)):
        found[found.find(sign) + flags] |= 1
    return bytes(found)


def test_one_bit_turned_anywhere_is_refused_in_words_or_does_not_matter(database: Database, packed: bytes) -> None:
    """In the names, flags and sizes of its files, and in what is packed; the whole one is taken as it is."""
    chance, whole = random.Random(4), archive.looked_at(database, packed)
    ends = [*range(60), *range(len(packed) - 160, len(packed))]
    for place in (*ends, *chance.sample(range(len(packed)), 100)):
        turned = bytearray(packed)
        turned[place] ^= 1 << chance.randrange(8)
        with suppress(RecipeError):
            assert archive.looked_at(database, bytes(turned)).holds == whole.holds


@pytest.mark.parametrize(
    ("made", "words"),
    [
        (lambda data, folder: b"PK nothing", "cannot be read as an archive"),
        (lambda data, folder: data[: len(data) // 2], "cannot be read as an archive"),
        (lambda data, folder: zipped({}, b""), "no archive of Dodecant"),
        (lambda data, folder: locked(data), "cannot be read as an archive"),
        (lambda data, folder: zipped(GOOD, b"\0" * 20_000_000), "larger than one can be"),
        (lambda data, folder: zipped({**GOOD, "written_at": "yesterday"}, b""), "cannot be read as an archive"),
        (lambda data, folder: zipped(GOOD, b"", "../../evil.py"), "no archive of Dodecant"),
        (lambda data, folder: zipped(GOOD, b"no database"), "changed or damaged"),
        (lambda data, folder: zipped({**GOOD, "sha256": sha256(b"x").hexdigest()}, b"x"), "not made by"),
        (lambda data, folder: zipped({**GOOD, "version": 2}, b""), "newer Dodecant"),
        (lambda data, folder: repacked(data, lambda c: None, folder, form=99), "newer Dodecant (form 99"),
        (lambda data, folder: repacked(data, lambda c: c.execute("PRAGMA user_version = 99"), folder), "by a newer"),
        (lambda data, folder: repacked(data, lambda c: c.execute(TRIGGER), folder), "not made by Dodecant"),
        (lambda data, folder: repacked(data, lambda c: c.execute("CREATE VIEW v AS SELECT 1"), folder), "not made by"),
        (lambda data, folder: repacked(data, lambda c: c.execute(
            "UPDATE entry SET player = 999 WHERE id = 1"), folder), "damaged: broken reference in entry"),
    ],
)  # fmt: skip
def test_what_cannot_be_taken_is_told_and_changes_nothing(
    made: Callable[[bytes, Path], bytes], words: str, packed: bytes, database: Database, tmp_path: Path
) -> None:
    before = lines(database)
    for do in (archive.looked_at, lambda database, data: archive.take(database, data, NOW)):
        with pytest.raises(RecipeError) as refused:
            do(database, made(packed, tmp_path))
        assert words in refused.value.problems[0].message
        assert str(tmp_path) not in refused.value.problems[0].message
    assert lines(database) == before
    assert not list(tmp_path.glob("*.backup"))
