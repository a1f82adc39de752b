"""The data file: connections, migrations, backup, integrity check."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from importlib.resources import files
from pathlib import Path


class DataFileError(RuntimeError):
    """The data file cannot be used; the message says why and what to do."""


@dataclass(frozen=True)
class Migration:
    """A numbered SQL script."""

    number: int
    name: str
    sql: str


def migrations() -> tuple[Migration, ...]:
    """All migrations that ship with the program, in order."""
    scripts = sorted(
        (item for item in (files("dodecant") / "store" / "migrations").iterdir() if item.name.endswith(".sql")),
        key=lambda item: item.name,
    )
    return tuple(Migration(int(s.name[:4]), s.name, s.read_text("utf-8")) for s in scripts)


@dataclass(frozen=True)
class Database:
    """A data file, opened anew for each piece of work."""

    path: Path

    @contextmanager
    def connection(self) -> Iterator[sqlite3.Connection]:
        """A connection with foreign keys on, write-ahead log, and a sync at every commit.

        One request uses it at a time, though the server may move a request from thread to thread.
        """
        opened = sqlite3.connect(self.path, timeout=5, isolation_level=None, check_same_thread=False)
        with closing(opened) as connection:
            connection.row_factory = sqlite3.Row
            connection.execute("PRAGMA journal_mode = WAL")
            connection.execute("PRAGMA synchronous = FULL")
            connection.execute("PRAGMA foreign_keys = ON")
            yield connection

    def prepare(
        self,
        scripts: tuple[Migration, ...] | None = None,
        *,
        now: datetime | None = None,
        fill: Callable[[sqlite3.Connection], None] | None = None,
    ) -> None:
        """Create or bring up to date; an existing file is copied aside before it is changed.

        A new file is filled by `fill`, if given, in the transaction that makes its tables: it has both or neither.
        Raises DataFileError when the file is no data file, is newer than the program, or a migration fails.
        """
        scripts = migrations() if scripts is None else scripts
        self.path.parent.mkdir(parents=True, exist_ok=True)
        try:
            with self.connection() as connection:
                version = int(connection.execute("PRAGMA user_version").fetchone()[0])
                newest = scripts[-1].number
                if version > newest:
                    raise DataFileError(
                        f"{self.path} was written by a newer Dodecant (form {version}; this one knows {newest}). "
                        "Update the program or choose another data file."
                    )
                pending = [script for script in scripts if script.number > version]
                if pending and version:
                    self._back_up(connection, now or datetime.now(UTC))
                with atomic(connection):
                    for script in pending:
                        _apply(connection, script)
                    if fill and not version:
                        fill(connection)
        except sqlite3.DatabaseError as error:
            raise DataFileError(f"{self.path} cannot be used as a data file: {error}.") from error

    def problems(self) -> list[str]:
        """What SQLite's own check finds wrong with the file; empty when all is well."""
        try:
            with self.connection() as connection:
                found = [str(row[0]) for row in connection.execute("PRAGMA integrity_check")]
                found += [f"broken reference in {row[0]}" for row in connection.execute("PRAGMA foreign_key_check")]
        except sqlite3.DatabaseError as error:
            return [str(error)]
        return [line for line in found if line != "ok"]

    def _back_up(self, connection: sqlite3.Connection, now: datetime) -> None:
        target = self.path.with_name(f"{self.path.name}.{now:%Y%m%dT%H%M%S}.backup")
        with closing(sqlite3.connect(target)) as copy:
            connection.backup(copy)


@contextmanager
def atomic(connection: sqlite3.Connection) -> Iterator[None]:
    """All or nothing: what is done inside is kept when it ends well, and taken back when anything is raised.

    Inside another one it is a savepoint of that: what was done before it stays either way.
    """
    inside = connection.in_transaction
    connection.execute("SAVEPOINT inner" if inside else "BEGIN IMMEDIATE")
    try:
        yield
    except BaseException:
        if connection.in_transaction:
            connection.execute("ROLLBACK TO inner" if inside else "ROLLBACK")
        raise
    connection.execute("RELEASE inner" if inside else "COMMIT")


def _apply(connection: sqlite3.Connection, script: Migration) -> None:
    with atomic(connection):
        for statement in _statements(script.sql):
            connection.execute(statement)
        # PRAGMA takes no bound values; the number is our own integer.
        connection.execute(f"PRAGMA user_version = {int(script.number)}")


def _statements(sql: str) -> Iterator[str]:
    """The statements of a script one by one (executescript would commit in between)."""
    statement = ""
    for line in sql.splitlines(keepends=True):
        statement += line
        if sqlite3.complete_statement(statement):
            yield statement
            statement = ""
    if statement.strip():
        yield statement
