"""Long logbook files come in portions: all of them or nothing, and nobody waits."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from dataclasses import replace
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest

from dodecant.practice.planning.entries import Entry
from dodecant.store import logbook
from dodecant.store.arrivals import take_in, take_out_lost
from dodecant.store.database import Database, atomic
from tests.store.fresh import fresh
from tests.store.test_logbook import NOW

ROW = Entry(day=NOW.date(), at=NOW, zone="UTC", what="Thirds", minutes=2.0, key=3, sound="Dorian", tempo=80,
            word="comfortable", slips=1, slipped={("6", "wrong"): 2})  # fmt: skip
FILE = [replace(ROW, key=number % 12, tempo=60 + number) for number in range(25)]
OURS = replace(ROW, what="Ours", slipped={})


@pytest.fixture
def database(tmp_path: Path) -> Database:
    return fresh(tmp_path)


@pytest.fixture
def connection(database: Database) -> Iterator[sqlite3.Connection]:
    with database.connection() as connection:
        yield connection


def everything(connection: sqlite3.Connection) -> tuple[Any, ...]:
    """All that the logbook holds, as it is read and as it is kept in sums."""
    cells = connection.execute("SELECT * FROM entry_cell ORDER BY player, sound, key, position, value").fetchall()
    slips = connection.execute("SELECT * FROM entry_slip ORDER BY entry, degree, kind").fetchall()
    return logbook.every(connection, 1), [tuple(row) for row in cells], [tuple(row) for row in slips]


@pytest.mark.parametrize("portion", [1, 7, 25, 100])
def test_in_portions_or_at_once_the_same_arrives(database: Database, tmp_path: Path, portion: int) -> None:
    (tmp_path / "other").mkdir()
    with database.connection() as one, fresh(tmp_path / "other").connection() as other:
        take_in(one, FILE, lambda: NOW, portion=portion, pause=lambda: None)
        with atomic(other):
            logbook.add(other, FILE)
        assert everything(one) == everything(other)
        assert one.execute("SELECT count(*) FROM arriving").fetchone()[0] == 0


@pytest.mark.parametrize("breaks_after", [1, 2, 3, 4])
def test_a_file_that_breaks_off_leaves_nothing(
    database: Database, connection: sqlite3.Connection, breaks_after: int
) -> None:
    with atomic(connection):
        logbook.add(connection, [replace(ROW, tempo=70)])
    before, pauses = everything(connection), 0

    def pause() -> None:
        nonlocal pauses
        pauses += 1
        with database.connection() as other, atomic(other):  # another's save finds the file open, and its own number
            logbook.add(other, [OURS])
        if pauses == breaks_after:
            raise OSError("the disk is full")

    with pytest.raises(OSError, match="full"):
        take_in(connection, FILE, lambda: NOW, portion=6, pause=pause)
    for entry in logbook.every(connection, 1):
        if entry.what == "Ours":
            logbook.delete(connection, entry.id, NOW)
    assert everything(connection)[0] == before[0]
    assert [row for row in everything(connection)[1] if row[5]] == before[1]
    assert everything(connection)[2] == before[2]


def test_a_slow_file_is_not_taken_for_a_broken_one(database: Database, connection: sqlite3.Connection) -> None:
    """Each portion takes 90 seconds; somebody else clears up in between, by the same clock."""
    now = NOW

    def pause() -> None:
        nonlocal now
        now += timedelta(seconds=90)
        with database.connection() as other:
            take_out_lost(other, now)

    take_in(connection, FILE, lambda: now, portion=6, pause=pause)
    assert len(logbook.every(connection, 1)) == len(FILE)


def test_what_a_stopped_program_left_is_taken_out_later_and_nothing_else(
    database: Database, connection: sqlite3.Connection
) -> None:
    first = logbook.reserved(connection, len(FILE), NOW)
    logbook.stage(connection, FILE, first)
    with atomic(connection):
        logbook.add_staged(connection, 0, 10)
        (ours,) = logbook.add(connection, [OURS])
    assert ours == first + len(FILE)
    with database.connection() as later:
        take_out_lost(later, NOW + timedelta(minutes=1))
        assert len(logbook.every(later, 1)) == 11
        take_out_lost(later, NOW + timedelta(minutes=3))
        assert [entry.what for entry in logbook.every(later, 1)] == ["Ours"]
        take_in(later, FILE, lambda: NOW, portion=10, pause=lambda: None)
        assert len(logbook.every(later, 1)) == 1 + len(FILE)
