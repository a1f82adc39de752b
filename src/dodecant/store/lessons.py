"""Lessons as they are kept: what was written down, the day of the next one, and what was done between two of them."""

from __future__ import annotations

import sqlite3
from datetime import date
from typing import NamedTuple

from dodecant.practice.studio.lesson import LessonNotes
from dodecant.store.coverage import COMFORTABLE


class KeptLesson(NamedTuple):
    """A lesson by its day, with the revision its notes have."""

    day: date
    revision: int
    notes: LessonNotes


class KeyProgress(NamedTuple):
    """A key (pitch class as read) of a sound that was played since a day: the best comfortable tempo (BPM) before, and
    now; none where there is none.
    """

    sound: str
    key: int
    before: int | None
    now: int | None


def lesson(connection: sqlite3.Connection, player: int, day: date) -> KeptLesson | None:
    """The lesson of a day; None where nothing is kept of it."""
    return _read(
        connection.execute(
            "SELECT day, revision, notes, next_day FROM lesson WHERE player = ? AND day = ?", (player, day.isoformat())
        ).fetchone()
    )


def lesson_before(connection: sqlite3.Connection, player: int, day: date) -> KeptLesson | None:
    """The last lesson before a day."""
    return _read(
        connection.execute(
            "SELECT day, revision, notes, next_day FROM lesson WHERE player = ? AND day < ? ORDER BY day DESC LIMIT 1",
            (player, day.isoformat()),
        ).fetchone()
    )


def keep_lesson(connection: sqlite3.Connection, player: int, day: date, kept: LessonNotes, revision: int) -> bool:
    """Keep the notes of a lesson from a revision on (0: there were none); False where they were changed meanwhile."""
    next_day = kept.next_day and kept.next_day.isoformat()
    if revision == 0:
        done = connection.execute(
            "INSERT INTO lesson (player, day, notes, next_day) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING",
            (player, day.isoformat(), kept.notes, next_day),
        )
    else:
        done = connection.execute(
            "UPDATE lesson SET notes = ?, next_day = ?, revision = revision + 1"
            " WHERE player = ? AND day = ? AND revision = ?",
            (kept.notes, next_day, player, day.isoformat(), revision),
        )
    return done.rowcount == 1


def keys_since(connection: sqlite3.Connection, player: int, since: date) -> list[KeyProgress]:
    """Every key that was played since a day, by sound, with its best comfortable tempo before that day and now."""
    rows = connection.execute(
        f"SELECT sound, key, max(CASE WHEN day < ? THEN {COMFORTABLE} END), max({COMFORTABLE})"  # noqa: S608
        " FROM entry WHERE player = ? AND current = 1 AND key IS NOT NULL AND sound <> ''"
        " GROUP BY sound, key HAVING max(day) >= ? ORDER BY sound, key",
        (since.isoformat(), player, since.isoformat()),
    )
    return [KeyProgress(*row) for row in rows]


def _read(row: tuple[str, int, str, str | None] | None) -> KeptLesson | None:
    if row is None:
        return None
    day, revision, notes, next_day = row
    found = LessonNotes(notes=notes, next_day=next_day and date.fromisoformat(next_day))
    return KeptLesson(date.fromisoformat(day), revision, found)
