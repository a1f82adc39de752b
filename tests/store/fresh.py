"""Data files with nothing in them, copied from one that was made once: making their tables takes its time."""

from __future__ import annotations

import shutil
from functools import cache
from pathlib import Path
from tempfile import TemporaryDirectory

from dodecant.store.database import Database


@cache
def _made() -> tuple[TemporaryDirectory[str], Path]:
    folder = TemporaryDirectory()  # it goes when the tests end
    database = Database(Path(folder.name) / "data.db")
    database.prepare()
    return folder, database.path


def fresh(folder: str | Path) -> Database:
    """A data file of its own in a folder."""
    return Database(Path(shutil.copy(_made()[1], Path(folder) / "data.db")))
