"""The data file: connections, migrations, backup, integrity check."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from importlib.resources import files
from pathlib import Path

_OURS = 0x444F4443  # PRAGMA application_id: "DODC" (https://www.sqlite.org/pragma.html#pragma_application_id)
_READABLE_BY_ITS_OWNER = 0o600


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
        with closing(self._opened()) as connection:
            connection.row_factory = sqlite3.Row
            connection.execute("PRAGMA synchronous = FULL")
            connection.execute("PRAGMA foreign_keys = ON")
            yield connection

    def _opened(self) -> sqlite3.Connection:
        """A connection with the write-ahead log; where nothing can be written there, one to read with."""
        try:
            connection = sqlite3.connect(self.path, timeout=5, isolation_level=None, check_same_thread=False)
            connection.execute("PRAGMA journal_mode = WAL")
        except sqlite3.OperationalError:
            if not self.path.is_file():
                raise
            address = f"{self.path.absolute().as_uri()}?mode=ro&immutable=1"
            return sqlite3.connect(address, uri=True, isolation_level=None, check_same_thread=False)
        return connection

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
        try:
            self.path.parent.mkdir(parents=True, exist_ok=True)
            self._look(scripts[-1].number)
            self.path.touch(_READABLE_BY_ITS_OWNER)
            with self.connection() as connection, atomic(connection):
                # Read inside the transaction: of two that start at once, the second sees what the first one did.
                version = int(connection.execute("PRAGMA user_version").fetchone()[0])
                pending = [script for script in scripts if script.number > version]
                if pending and version:
                    self.copy_aside(now or datetime.now(UTC))
                for script in pending:
                    _apply(connection, script)
                if fill and not version:
                    fill(connection)
                if pending:
                    connection.execute(f"PRAGMA application_id = {_OURS}")
        except sqlite3.DatabaseError as error:
            raise DataFileError(f"{self.path} cannot be used as a data file: {error}.") from error
        except OSError as error:
            reason = (error.strerror or "it cannot be opened").lower()
            message = f"{self.path} cannot be used as a data file: {reason}. Choose another place with --data."
            raise DataFileError(message) from error

    def _look(self, newest: int) -> None:
        """Refuse another program's file, and a newer one, before anything in it is changed; raises DataFileError."""
        if not self.path.is_file() or self.path.stat().st_size == 0:
            return
        with closing(sqlite3.connect(f"{self.path.absolute().as_uri()}?mode=ro", uri=True, timeout=5)) as reading:
            whose = int(reading.execute("PRAGMA application_id").fetchone()[0])
            version = int(reading.execute("PRAGMA user_version").fetchone()[0])
            tables = {str(row[0]) for row in reading.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
        # Files of our first forms do not say whose they are.
        if whose not in (0, _OURS) or (whose == 0 and version == 0 and tables):
            raise DataFileError(f"{self.path} belongs to another program. Choose another data file with --data.")
        if version > newest:
            raise DataFileError(
                f"{self.path} was written by a newer Dodecant (form {version}; this one knows {newest}). "
                "Update the program or choose another data file."
            )

    def problems(self) -> list[str]:
        """What SQLite's own check finds wrong with the file; empty when all is well."""
        try:
            with self.connection() as connection:
                found = [str(row[0]) for row in connection.execute("PRAGMA integrity_check")]
                found += [f"broken reference in {row[0]}" for row in connection.execute("PRAGMA foreign_key_check")]
        except sqlite3.DatabaseError as error:
            return [str(error)]
        return [line for line in found if line != "ok"]

    def copy_aside(self, now: datetime) -> None:
        """Copy the file as it is, before it is changed altogether: whole or not at all."""
        target = self.path.with_name(f"{self.path.name}.{now:%Y%m%dT%H%M%S}.backup")
        begun = target.with_name(f"{target.name}.begun")
        begun.unlink(missing_ok=True)
        begun.touch(_READABLE_BY_ITS_OWNER)
        with closing(sqlite3.connect(self.path, timeout=5)) as source, closing(sqlite3.connect(begun)) as copy:
            source.backup(copy)
        begun.replace(target)


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
