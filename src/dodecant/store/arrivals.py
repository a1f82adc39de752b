"""Long logbook files: their entries come in portions, with room between them for other people's saves."""

from __future__ import annotations

import sqlite3
import time
from collections.abc import Callable, Sequence
from datetime import UTC, datetime, timedelta
from typing import Final

from dodecant.practice.planning.entries import Entry
from dodecant.store import logbook
from dodecant.store.database import atomic

_PORTION: Final = 2_500  # entries: some 150 ms of writing
_PAUSE: Final = 0.03  # seconds: SQLite lets nobody queue, who waits asks again every now and then
_LOST: Final = timedelta(minutes=2)  # without a portion: it comes no more


def take_in(
    connection: sqlite3.Connection,
    entries: Sequence[Entry],
    clock: Callable[[], datetime],
    *,
    portion: int = _PORTION,
    pause: Callable[[], None] = lambda: time.sleep(_PAUSE),
) -> None:
    """Add all entries of a file, or none: where it breaks off, those that came are taken out again."""
    take_out_lost(connection, clock())
    if len(entries) <= portion:
        with atomic(connection):
            logbook.add(connection, entries)
        return
    first = logbook.reserved(connection, len(entries), clock())
    try:
        logbook.stage(connection, entries, first)
        for start in range(0, len(entries), portion):
            with atomic(connection):
                logbook.add_staged(connection, start, start + portion)
                latest = clock().astimezone(UTC).isoformat()
                connection.execute("UPDATE arriving SET latest_at = ? WHERE first = ?", (latest, first))
            pause()
    except BaseException:
        _take_out(connection, first)
        raise
    connection.execute("DELETE FROM arriving WHERE first = ?", (first,))


def take_out_lost(connection: sqlite3.Connection, now: datetime) -> None:
    """Take out what came of files that broke off with the program itself."""
    since = (now.astimezone(UTC) - _LOST).isoformat()
    for row in connection.execute("SELECT first FROM arriving WHERE latest_at < ?", (since,)).fetchall():
        _take_out(connection, row[0])


def _take_out(connection: sqlite3.Connection, first: int) -> None:
    with atomic(connection):
        found = connection.execute("SELECT last FROM arriving WHERE first = ?", (first,)).fetchone()
        if found is None:  # another took it out meanwhile
            return
        between = (first, found[0])
        connection.execute("UPDATE entry SET current = 0 WHERE id BETWEEN ? AND ?", between)  # cells are counted anew
        connection.execute("DELETE FROM entry_slip WHERE entry BETWEEN ? AND ?", between)
        connection.execute("DELETE FROM entry WHERE id BETWEEN ? AND ?", between)
        connection.execute("DELETE FROM arriving WHERE first = ?", (first,))
