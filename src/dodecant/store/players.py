"""Players as they are kept: added, changed, archived and brought back."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Any, NamedTuple

from dodecant.practice.studio.profile import PlayerProfile

_COLUMNS = "name, instrument, lowest, highest, level, tunes, reading, value_names, numbers, fingering, minutes, notes"


class KeptPlayer(NamedTuple):
    """A player by number, with the revision the profile has, and whether they are archived."""

    id: int
    revision: int
    archived: bool
    profile: PlayerProfile


def players(connection: sqlite3.Connection, *, archived: bool = False) -> list[KeptPlayer]:
    """Everyone who practises, oneself first; those who are archived only if asked for."""
    which = "" if archived else " WHERE archived_at IS NULL"
    rows = connection.execute(
        f"SELECT id, revision, archived_at, {_COLUMNS} FROM player{which} ORDER BY id <> 1, name, id"  # noqa: S608
    )
    return [_read(row) for row in rows]


def player(connection: sqlite3.Connection, number: int) -> KeptPlayer | None:
    """A player who is not archived; None where there is none."""
    row = connection.execute(
        f"SELECT id, revision, archived_at, {_COLUMNS} FROM player WHERE id = ? AND archived_at IS NULL",  # noqa: S608
        (number,),
    ).fetchone()
    return None if row is None else _read(row)


def add_player(connection: sqlite3.Connection, profile: PlayerProfile, now: datetime) -> int:
    """Add a player; their number."""
    marks = ",".join("?" * (_COLUMNS.count(",") + 2))
    found = connection.execute(
        f"INSERT INTO player ({_COLUMNS}, created_at) VALUES ({marks})",  # noqa: S608
        (*_row(profile), now.astimezone(UTC).isoformat()),
    )
    return int(found.lastrowid or 0)


def change_player(connection: sqlite3.Connection, number: int, profile: PlayerProfile, revision: int) -> bool:
    """Change a player from a revision on; False where they were changed meanwhile, or are not there."""
    put = ", ".join(f"{name} = ?" for name in _COLUMNS.split(", "))
    done = connection.execute(
        f"UPDATE player SET {put}, revision = revision + 1 WHERE id = ? AND revision = ? AND archived_at IS NULL",  # noqa: S608
        (*_row(profile), number, revision),
    )
    return done.rowcount == 1


def archive_player(connection: sqlite3.Connection, number: int, now: datetime) -> bool:
    """Archive a player (never oneself): plan and logbook stay. Whether they were there."""
    done = connection.execute(
        "UPDATE player SET archived_at = ? WHERE id = ? AND id <> 1 AND archived_at IS NULL",
        (now.astimezone(UTC).isoformat(), number),
    )
    return done.rowcount == 1


def bring_player_back(connection: sqlite3.Connection, number: int) -> bool:
    """Undo that; whether they were archived."""
    done = connection.execute(
        "UPDATE player SET archived_at = NULL WHERE id = ? AND archived_at IS NOT NULL", (number,)
    )
    return done.rowcount == 1


def _row(profile: PlayerProfile) -> tuple[Any, ...]:
    kept = profile.model_dump(mode="json")
    return (
        profile.name, profile.instrument, profile.lowest, profile.highest, profile.level,
        json.dumps(kept["tunes"], ensure_ascii=False), profile.reading, profile.values, profile.numbers,
        json.dumps(kept["fingering"], ensure_ascii=False), profile.minutes, profile.notes,
    )  # fmt: skip


def _read(row: Sequence[Any]) -> KeptPlayer:
    number, revision, archived_at, *values = row
    kept = dict(zip(_COLUMNS.split(", "), values, strict=True))
    kept["instrument"] = kept["instrument"] or "piano"  # who was there before anything was known of them
    kept["values"] = kept.pop("value_names")
    lists = {name: json.loads(kept[name]) for name in ("tunes", "fingering")}
    profile = PlayerProfile(**{**kept, **lists})
    return KeptPlayer(int(number), int(revision), archived_at is not None, profile)
