"""The logbook as it is kept: entries added, corrected by new ones, deleted and brought back; what is asked of them."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator, Sequence
from dataclasses import replace
from datetime import UTC, date, datetime
from typing import Any

from dodecant.practice.planning.entries import COLUMNS, Entry
from dodecant.practice.planning.history import PlayedLine
from dodecant.practice.planning.mending import MENDED
from dodecant.store.database import atomic

_NAMES = ("day", "at", "zone", *COLUMNS, "player", "corrects")
_COLUMNS = ", ".join(_NAMES)
_KNOWN = "SELECT 1 FROM entry WHERE player = ? AND at = ? AND what = ? AND key IS ? AND current = 1"


def add(connection: sqlite3.Connection, entries: Sequence[Entry]) -> list[int]:
    """Add entries with their slips, within a transaction; their numbers. One that corrects another takes its place."""
    first = _next(connection)
    numbers = range(first, first + len(entries))
    marks = ",".join("?" * (1 + len(_NAMES)))
    connection.executemany(
        f"INSERT INTO entry (id, {_COLUMNS}) VALUES ({marks})",  # noqa: S608
        ((number, *_row(entry)) for number, entry in zip(numbers, entries, strict=True)),
    )
    connection.executemany("INSERT INTO entry_slip VALUES (?, ?, ?, ?)", _slip_rows(first, entries))
    return list(numbers)


def stage(connection: sqlite3.Connection, entries: Sequence[Entry], first: int) -> None:
    """Write entries that are to have the numbers from `first` beside the data file, which nobody has to wait for."""
    marks = ",".join("?" * (1 + len(_NAMES)))
    connection.execute("BEGIN")
    with connection:  # it ends, well or not, with what was begun
        connection.execute(f"CREATE TEMP TABLE staged AS SELECT id, {_COLUMNS} FROM entry LIMIT 0")  # noqa: S608
        connection.execute("CREATE TEMP TABLE staged_slip AS SELECT * FROM entry_slip LIMIT 0")
        connection.execute("CREATE INDEX staged_slip_entry ON staged_slip (entry)")
        rows = ((number, *_row(entry)) for number, entry in enumerate(entries, first))
        connection.executemany(f"INSERT INTO staged VALUES ({marks})", rows)  # noqa: S608
        connection.executemany("INSERT INTO staged_slip VALUES (?, ?, ?, ?)", _slip_rows(first, entries))


def add_staged(connection: sqlite3.Connection, start: int, end: int) -> None:
    """Add the staged entries from one place (from 0) up to another, within a transaction."""
    places = "FROM staged WHERE rowid > ? AND rowid <= ?"
    connection.execute(f"INSERT INTO entry (id, {_COLUMNS}) SELECT * {places}", (start, end))
    picked = f"SELECT * FROM staged_slip WHERE entry IN (SELECT id {places})"  # noqa: S608
    connection.execute(f"INSERT INTO entry_slip {picked}", (start, end))


def _slip_rows(first: int, entries: Sequence[Entry]) -> Iterator[tuple[int, str, str, int]]:
    for number, entry in enumerate(entries, first):
        for (degree, kind), times in entry.slipped.items():
            yield number, degree, kind, times


def reserved(connection: sqlite3.Connection, many: int, now: datetime) -> int:
    """Reserve numbers for entries that come in portions; the first of them."""
    with atomic(connection):
        first = _next(connection)
        values = (first, first + many - 1, now.astimezone(UTC).isoformat())
        connection.execute("INSERT INTO arriving VALUES (?, ?, ?)", values)
    return first


def _next(connection: sqlite3.Connection) -> int:
    found = connection.execute("SELECT 1 + max((SELECT ifnull(max(id), 0) FROM entry), "
                               "(SELECT ifnull(max(last), 0) FROM arriving))")  # fmt: skip
    return int(found.fetchone()[0])


def correct(connection: sqlite3.Connection, number: int, entry: Entry) -> int | None:
    """Put a new entry in the place of a current one; its number, or None where there is none to correct."""
    old = one(connection, number)
    if old is None:
        return None
    slipped = {(row[0], row[1]): row[2] for row in _slips(connection, number)}
    connection.execute("UPDATE entry SET current = 0 WHERE id = ?", (number,))
    (new,) = add(connection, [replace(entry, corrects=number, player=old.player, slipped=slipped)])
    return new


def delete(connection: sqlite3.Connection, number: int, now: datetime) -> bool:
    """Delete a current entry, so that it can be brought back; whether it was there."""
    values = (now.astimezone(UTC).isoformat(), number)
    done = connection.execute("UPDATE entry SET deleted_at = ?, current = 0 WHERE id = ? AND current = 1", values)
    return done.rowcount == 1


def bring_back(connection: sqlite3.Connection, player: int, number: int) -> bool:
    """Undo the deletion of a player's entry; whether there was one."""
    done = connection.execute(
        "UPDATE entry SET deleted_at = NULL, current = 1 WHERE id = ? AND player = ? AND deleted_at IS NOT NULL",
        (number, player),
    )
    return done.rowcount == 1


def one(connection: sqlite3.Connection, number: int) -> Entry | None:
    """A current entry by its number."""
    row = connection.execute(f"SELECT id, {_COLUMNS} FROM entry WHERE id = ? AND current = 1", (number,)).fetchone()  # noqa: S608
    return _read(row) if row else None


def trace(connection: sqlite3.Connection, number: int) -> list[Entry]:
    """What an entry was before it was corrected, the latest first."""
    rows = connection.execute(
        f"WITH RECURSIVE before (id) AS (SELECT corrects FROM entry WHERE id = ? UNION ALL"  # noqa: S608
        f" SELECT entry.corrects FROM entry JOIN before ON entry.id = before.id)"
        f" SELECT id, {_COLUMNS} FROM entry WHERE id IN (SELECT id FROM before WHERE id IS NOT NULL) ORDER BY id DESC",
        (number,),
    )
    return [_read(row) for row in rows]


def page(connection: sqlite3.Connection, player: int, before: tuple[date, int] | None, most: int) -> list[Entry]:
    """Current entries, the latest day first, from before a day and number on."""
    day, number = before or (date.max, 1 << 62)
    rows = connection.execute(
        f"SELECT id, {_COLUMNS} FROM entry WHERE player = ? AND current = 1 AND (day, id) < (?, ?)"  # noqa: S608
        " ORDER BY day DESC, id DESC LIMIT ?",
        (player, day.isoformat(), number, most),
    )
    return [_read(row) for row in rows]


def every(connection: sqlite3.Connection, player: int) -> list[Entry]:
    """All current entries of a player in the order of their days, with their slips."""
    slips: dict[int, dict[tuple[str, str], int]] = {}
    rows = connection.execute(
        "SELECT entry, degree, kind, times FROM entry_slip JOIN entry ON entry.id = entry"
        " WHERE player = ? AND current = 1",
        (player,),
    )
    for entry, degree, kind, times in rows:
        slips.setdefault(entry, {})[degree, kind] = times
    found = connection.execute(
        f"SELECT id, {_COLUMNS} FROM entry WHERE player = ? AND current = 1 ORDER BY day, id",  # noqa: S608
        (player,),
    )
    return [replace(_read(row), slipped=slips.get(row[0], {})) for row in found]


def known(connection: sqlite3.Connection, entries: Sequence[Entry]) -> list[bool]:
    """Of each entry whether it is there already: the same moment, thing and key."""
    return [
        connection.execute(_KNOWN, (entry.player, _moment(entry), entry.what, entry.key)).fetchone() is not None
        for entry in entries
    ]


def _moment(entry: Entry) -> str:
    return entry.at.astimezone(UTC).isoformat(timespec="seconds")


def _row(entry: Entry) -> tuple[Any, ...]:
    kept = {**vars(entry), "day": entry.day.isoformat(), "at": _moment(entry)}
    return tuple(kept[name] for name in _NAMES)


def _slips(connection: sqlite3.Connection, number: int) -> list[Any]:
    return connection.execute("SELECT degree, kind, times FROM entry_slip WHERE entry = ?", (number,)).fetchall()


def _read(row: Sequence[Any]) -> Entry:
    number, *values = row
    kept = dict(zip(_NAMES, values, strict=True))
    kept["day"], kept["at"] = date.fromisoformat(kept["day"]), datetime.fromisoformat(kept["at"])
    return Entry(id=number, **kept)


def lines_of(connection: sqlite3.Connection, player: int, recipe: str, what: str, since: date) -> list[PlayedLine]:
    """What was played of something, in any key, from a day on: by its recipe's id, or by its name (a routine's stands
    before what was played of it, with a colon).
    """
    rows = connection.execute(
        "SELECT key, day, minutes, tempo, notes, slips, word FROM entry"
        " WHERE player = ? AND current = 1 AND day >= ? AND key IS NOT NULL"
        " AND (what = ? OR substr(what, 1, ?) = ? OR (recipe <> '' AND recipe = ?)) ORDER BY day, id",
        (player, since.isoformat(), what, len(what) + 2, f"{what}: ", recipe),
    )
    return [PlayedLine(key, date.fromisoformat(day), *more) for key, day, *more in rows]


def slipping(
    connection: sqlite3.Connection, player: int, sound: str, since: date
) -> list[tuple[int, str, int, date, int]]:
    """What slipped in takes of a sound from a day on, that can be mended: the key, the degree, how often, the last day,
    and on how many later days takes of that key were without it.
    """
    kinds = ",".join("?" * len(MENDED))
    rows = connection.execute(
        "WITH slip AS (SELECT key, degree, sum(times) AS times, max(day) AS last FROM entry"  # noqa: S608
        f" JOIN entry_slip ON entry_slip.entry = entry.id AND kind IN ({kinds})"
        " WHERE player = ? AND current = 1 AND sound = ? AND day >= ? AND key IS NOT NULL GROUP BY key, degree)"
        " SELECT key, degree, times, last, (SELECT count(DISTINCT day) FROM entry WHERE player = ? AND current = 1"
        " AND sound = ? AND key = slip.key AND day > slip.last AND notes > 0) FROM slip ORDER BY key, degree",
        (*MENDED, player, sound, since.isoformat(), player, sound),
    )
    return [(key, degree, times, date.fromisoformat(last), clean) for key, degree, times, last, clean in rows]


def taken(connection: sqlite3.Connection, player: int, recipe: str, most: int = 30) -> list[tuple[float, int]]:
    """On its last days, the latest last: how many minutes a recipe took, and how many of its strips were played."""
    rows = connection.execute(
        "SELECT minutes, strips FROM (SELECT day, sum(minutes) AS minutes,"
        " count(DISTINCT key || ' ' || sound || ' ' || position || ' ' || value) AS strips FROM entry"
        " WHERE player = ? AND current = 1 AND recipe = ? AND recipe <> '' GROUP BY day ORDER BY day DESC LIMIT ?)"
        " ORDER BY day",
        (player, recipe, most),
    )
    return [(float(minutes), int(strips)) for minutes, strips in rows]
