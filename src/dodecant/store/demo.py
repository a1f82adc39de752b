"""Demo data: what an evening class keeps on every shelf, put into a data file made for that alone."""

from __future__ import annotations

import sqlite3
from datetime import UTC, datetime, timedelta
from importlib.resources import files
from importlib.resources.abc import Traversable
from itertools import count
from pathlib import Path

from dodecant.formats.json.documents import (
    changes_from_json,
    from_json,
    piece_from_json,
    rhythm_from_json,
    scale_from_json,
)
from dodecant.store.database import Database, DataFileError
from dodecant.store.demo_practice import fill_practice
from dodecant.store.shelves import CHANGES, RECIPES, RHYTHMS, SCALES, VOCABULARY

_CLASS_NIGHT = datetime(2026, 10, 6, 18, 30, tzinfo=UTC)


def prepare_demo(path: Path, now: datetime | None = None) -> Database:
    """A data file with the demo in it, as if it had been practised until now; raises DataFileError for a file that was
    not made for the demo.
    """
    database = Database(path)
    database.prepare(fill=lambda connection: _fill(connection, now or datetime.now(UTC)))
    with database.connection() as connection:
        if connection.execute("SELECT value FROM about WHERE key = 'demo'").fetchone() is None:
            raise DataFileError(f"{path} was not made for the demo. Choose a new file for it.")
    return database


def _fill(connection: sqlite3.Connection, now: datetime) -> None:
    evening = iter(_CLASS_NIGHT + timedelta(minutes=n) for n in count())
    for item in reversed(_files(".recipe.json")):
        RECIPES.add(connection, from_json(item.read_bytes()), next(evening))
    for item in reversed(_files(".changes.json")):
        CHANGES.add(connection, changes_from_json(item.read_bytes()), next(evening))
    for item in reversed(_files(".scale.json")):
        SCALES.add(connection, scale_from_json(item.read_bytes()), next(evening))
    for item in reversed(_files(".rhythm.json")):
        RHYTHMS.add(connection, rhythm_from_json(item.read_bytes()), next(evening))
    for item in reversed(_files(".piece.json")):
        VOCABULARY.add(connection, piece_from_json(item.read_bytes()), next(evening))
    fill_practice(connection, now)
    connection.execute("INSERT INTO about (key, value) VALUES ('demo', '1')")


def _files(ending: str) -> list[Traversable]:
    found = (item for item in (files("dodecant") / "demo").iterdir() if item.name.endswith(ending))
    return sorted(found, key=lambda item: item.name)
