"""Moving house: everything in one file, and back; checked before anything is replaced.

The archive is a ZIP with `manifest.json` (what it is, how it was written, a SHA-256, what it holds) and `dodecant.db`,
the data file as SQLite keeps it (https://www.sqlite.org/fileformat.html). The passphrase and open sessions stay at
home.
"""

from __future__ import annotations

import io
import json
import lzma
import sqlite3
import struct
import tempfile
import zipfile
import zlib
from collections.abc import Iterator
from contextlib import closing, contextmanager
from dataclasses import replace
from datetime import UTC, datetime
from hashlib import sha256
from pathlib import Path
from typing import Any, Final, NamedTuple

from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.store.database import Database, DataFileError, atomic, migrations

FORMAT: Final = "dodecant-archive"
VERSION: Final = 1
MOST_UNPACKED: Final = 1_000_000_000
_DATA, _MANIFEST = "dodecant.db", "manifest.json"
_MOST_MANIFEST = 100_000
_MOST_TIMES = 100  # what was packed is at most so many times smaller: data files of ours are some ten times
# What the reader of ZIP files and those of its packings raise; a locked file is a RuntimeError there.
_UNREADABLE: Final = (
    zipfile.BadZipFile, zlib.error, lzma.LZMAError, struct.error, OSError, ValueError, RuntimeError, EOFError, KeyError,
)  # fmt: skip
_STAYS: Final = ("session", "passphrase")
_COUNTED: Final = {  # what is told of an archive, and how it is counted
    "documents": "SELECT count(*) FROM document WHERE deleted_at IS NULL",
    "players": "SELECT count(*) FROM player WHERE archived_at IS NULL",
    "assignments": "SELECT count(*) FROM assignment WHERE archived_at IS NULL",
    "entries": "SELECT count(*) FROM entry WHERE current = 1",
    "takes": "SELECT count(*) FROM take WHERE deleted_at IS NULL",
}


class ArchiveInspection(NamedTuple):
    """What an archive holds, when it was written, and what there is here now that it would replace."""

    written_at: datetime
    holds: dict[str, int]
    replaces: dict[str, int]


def archive_of(database: Database, now: datetime) -> bytes:
    """Everything in one file."""
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder) / _DATA
        with database.connection() as source, closing(sqlite3.connect(copy, isolation_level=None)) as target:
            source.backup(target)
            for table in _STAYS:
                target.execute(f"DELETE FROM {table}")  # noqa: S608 - names of ours
            target.execute("PRAGMA journal_mode = DELETE")
            target.execute("VACUUM")
            holds, form = _counts(target), int(target.execute("PRAGMA user_version").fetchone()[0])
        data = copy.read_bytes()
    manifest = {
        "format": FORMAT, "version": VERSION, "form": form, "written_at": now.astimezone(UTC).isoformat(),
        "sha256": sha256(data).hexdigest(), "holds": holds,
    }  # fmt: skip
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        archive.writestr(_MANIFEST, json.dumps(manifest, indent=1))
        archive.writestr(_DATA, data)
    return out.getvalue()


def looked_at(database: Database, data: bytes) -> ArchiveInspection:
    """What an archive holds, after all checks. Raises RecipeError, in words, for one that cannot be taken."""
    with _checked(database, data) as (manifest, found), database.connection() as here, found.connection() as there:
        return _looked(manifest, there, here)


def take(database: Database, data: bytes, now: datetime) -> ArchiveInspection:
    """Replace everything by what an archive holds; what was there is copied aside first, and the passphrase stays."""
    with _checked(database, data) as (manifest, found):
        with database.connection() as here, found.connection() as there:
            looked = _looked(manifest, there, here)
            with atomic(there):
                for table in _STAYS:
                    rows = [tuple(row) for row in here.execute(f"SELECT * FROM {table}")]  # noqa: S608
                    there.execute(f"DELETE FROM {table}")  # noqa: S608
                    for row in rows:
                        there.execute(f"INSERT INTO {table} VALUES ({','.join('?' * len(row))})", row)  # noqa: S608
            database.copy_aside(now)
            there.backup(here)
        return looked


def _looked(manifest: dict[str, Any], there: sqlite3.Connection, here: sqlite3.Connection) -> ArchiveInspection:
    return ArchiveInspection(datetime.fromisoformat(manifest["written_at"]), _counts(there), _counts(here))


def _counts(connection: sqlite3.Connection) -> dict[str, int]:
    return {name: int(connection.execute(sql).fetchone()[0]) for name, sql in _COUNTED.items()}


@contextmanager
def _checked(database: Database, data: bytes) -> Iterator[tuple[dict[str, Any], Database]]:
    """The archive's own data file, beside ours, brought up to date and found sound."""
    manifest, held = _unpacked(data)
    with tempfile.TemporaryDirectory(dir=database.path.parent) as folder:
        path = Path(folder) / _DATA
        path.write_bytes(held)
        try:
            _same_making(path)
            found = replace(database, path=path)
            found.prepare()
            wrong = found.problems()
        except (DataFileError, sqlite3.DatabaseError) as error:
            raise _refused(f"The data in this archive cannot be used: {error}".replace(str(path), "it")) from None
        if wrong:
            raise _refused(f"The data in this archive is damaged: {wrong[0]}.")
        yield manifest, found


def _unpacked(data: bytes) -> tuple[dict[str, Any], bytes]:
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            sizes = {info.filename: info.file_size for info in archive.infolist()}
            if set(sizes) != {_MANIFEST, _DATA} or len(archive.infolist()) != len(sizes):
                raise _refused("This is no archive of Dodecant.")
            if sizes[_MANIFEST] > _MOST_MANIFEST or sizes[_DATA] > min(MOST_UNPACKED, _MOST_TIMES * len(data)):
                raise _refused("This archive is larger than one can be.")
            manifest = json.loads(archive.read(_MANIFEST))
            _fits(manifest)
            held = archive.read(_DATA)
    except _UNREADABLE as error:
        if isinstance(error, RecipeError):
            raise
        raise _refused("This file cannot be read as an archive.") from None
    if sha256(held).hexdigest() != manifest["sha256"]:
        raise _refused("This archive was changed or damaged since it was written.")
    return manifest, held


def _fits(manifest: Any) -> None:
    """Raises RecipeError for what is no manifest of ours, or of a newer version."""
    if (
        not isinstance(manifest, dict)
        or manifest.get("format") != FORMAT
        or not isinstance(manifest.get("sha256"), str)
    ):
        raise _refused("This is no archive of Dodecant.")
    version, form = manifest.get("version"), manifest.get("form")
    newest = migrations()[-1].number
    if not isinstance(version, int) or not isinstance(form, int):
        raise _refused("This is no archive of Dodecant.")
    if version > VERSION or form > newest:
        message = f"This archive was written by a newer Dodecant (form {form}; this one knows {newest})."
        raise _refused(message, "Update the program, then take it.")
    written = datetime.fromisoformat(str(manifest.get("written_at")))
    if written.tzinfo is None:
        raise _refused("This is no archive of Dodecant.")


def _same_making(path: Path) -> None:
    """Refuse a data file with tables, triggers or views that no migration of ours makes: nothing of it shall run."""
    with closing(sqlite3.connect(f"{path.as_uri()}?mode=ro", uri=True, isolation_level=None)) as theirs:
        theirs.execute("PRAGMA trusted_schema = OFF")
        version = int(theirs.execute("PRAGMA user_version").fetchone()[0])
        made = _making(theirs)
    with tempfile.TemporaryDirectory() as folder:
        fresh = Database(Path(folder) / _DATA)
        fresh.prepare(tuple(one for one in migrations() if one.number <= version) or migrations()[:1])
        with fresh.connection() as ours:
            if made != _making(ours):
                raise _refused("The data in this archive was not made by Dodecant.")


def _making(connection: sqlite3.Connection) -> set[tuple[str, str, str]]:
    rows = connection.execute(
        "SELECT type, name, ifnull(sql, '') FROM sqlite_master WHERE name NOT LIKE 'sqlite_stat%'"
    )
    return {(str(kind), str(name), str(sql)) for kind, name, sql in rows}


def _refused(message: str, cure: str = "Choose a file that Dodecant wrote as a backup.") -> RecipeError:
    return RecipeError([Problem("", message, cure)])
