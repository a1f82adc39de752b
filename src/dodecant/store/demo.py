"""Demo data: the recipes of an evening class, put into a data file made for that alone."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from importlib.resources import files
from importlib.resources.abc import Traversable
from pathlib import Path

from dodecant.formats.recipe_json import from_json
from dodecant.store.database import Database, DataFileError, atomic
from dodecant.store.recipes import add_recipe

_CLASS_NIGHT = datetime(2026, 10, 6, 18, 30, tzinfo=UTC)


def prepare_demo(path: Path) -> Database:
    """A data file with the demo in it; raises DataFileError for a file that was not made for the demo."""
    database = Database(path)
    existed = path.exists()
    database.prepare()
    with database.connection() as connection:
        marked = connection.execute("SELECT value FROM about WHERE key = 'demo'").fetchone()
        if marked:
            return database
        if existed:
            raise DataFileError(f"{path} was not made for the demo. Choose a new file for it.")
        for evening, item in enumerate(reversed(_recipe_files())):
            add_recipe(connection, from_json(item.read_bytes()), _CLASS_NIGHT + timedelta(minutes=evening))
        with atomic(connection):
            connection.execute("INSERT INTO about (key, value) VALUES ('demo', '1')")
    return database


def _recipe_files() -> list[Traversable]:
    found = (item for item in (files("dodecant") / "demo").iterdir() if item.name.endswith(".json"))
    return sorted(found, key=lambda item: item.name)
