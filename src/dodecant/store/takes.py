"""Takes as they are kept: added, listed by what was played, deleted and brought back."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Any

_COLUMNS = "id, recipe, title, strip, tempo, notes, slips, seconds, sentences, events, taken_at"


@dataclass(frozen=True)
class KeptTake:
    """A take: which recipe (its id on the shelf, or nothing) and strip (its heading), tempo in BPM, how many notes were
    due and slips made, how many seconds it lasted, what was told of it, its events (seconds, MIDI number, length).
    """

    recipe: str
    title: str
    strip: str
    tempo: int
    notes: int
    slips: int
    seconds: float
    sentences: tuple[str, ...]
    events: tuple[tuple[float, int, float], ...]
    taken_at: datetime
    id: int = 0


def keep(connection: sqlite3.Connection, take: KeptTake) -> int:
    """Add a take; returns its number."""
    values = (
        take.recipe, take.title, take.strip, take.tempo, take.notes, take.slips, take.seconds,
        json.dumps(take.sentences), json.dumps(take.events), take.taken_at.astimezone(UTC).isoformat(),
    )  # fmt: skip
    columns = _COLUMNS.removeprefix("id, ")
    found = connection.execute(f"INSERT INTO take ({columns}) VALUES (?,?,?,?,?,?,?,?,?,?)", values)  # noqa: S608
    return int(found.lastrowid or 0)


def takes(connection: sqlite3.Connection, strip: str, most: int = 20) -> list[KeptTake]:
    """The last takes of a strip, the latest first."""
    rows = connection.execute(
        f"SELECT {_COLUMNS} FROM take WHERE strip = ? AND deleted_at IS NULL ORDER BY taken_at DESC, id DESC LIMIT ?",  # noqa: S608
        (strip, most),
    )
    return [_read(row) for row in rows]


def take(connection: sqlite3.Connection, number: int) -> KeptTake | None:
    """A take by its number; None where there is none, or it was deleted."""
    row = connection.execute(
        f"SELECT {_COLUMNS} FROM take WHERE id = ? AND deleted_at IS NULL",  # noqa: S608
        (number,),
    ).fetchone()
    return _read(row) if row else None


def delete(connection: sqlite3.Connection, number: int, now: datetime) -> bool:
    """Delete a take, so that it can be brought back; whether it was there."""
    done = connection.execute(
        "UPDATE take SET deleted_at = ? WHERE id = ? AND deleted_at IS NULL", (now.astimezone(UTC).isoformat(), number)
    )
    return done.rowcount == 1


def bring_back(connection: sqlite3.Connection, number: int) -> bool:
    """Undo a deletion; whether there was one."""
    done = connection.execute("UPDATE take SET deleted_at = NULL WHERE id = ? AND deleted_at IS NOT NULL", (number,))
    return done.rowcount == 1


def _read(row: Sequence[Any]) -> KeptTake:
    number, recipe, title, strip, tempo, notes, slips, seconds, sentences, events, taken_at = row
    told = tuple(json.loads(sentences))
    played = tuple((at, pitch, length) for at, pitch, length in json.loads(events))
    when = datetime.fromisoformat(taken_at)
    return KeptTake(recipe, title, strip, tempo, notes, slips, seconds, told, played, when, number)
