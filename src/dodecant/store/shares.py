"""Share links, the teacher's passphrase, and the sessions opened with it. Of tokens only hashes are kept (SHA-256)."""

from __future__ import annotations

import hmac
import secrets
import sqlite3
from contextlib import suppress
from datetime import UTC, datetime, timedelta
from hashlib import sha256
from typing import Final, NamedTuple

_BYTES: Final = 24  # of a token: 192 random bits
_LETTERS: Final = 200  # of what may be offered as one
_SEEN: Final = timedelta(minutes=1)  # how exactly it is known when a link was last used


class Ticket(NamedTuple):
    """What a link opens: one assignment of a player, or (none is named) all that is given to them."""

    share: int
    assignment: int | None
    player: int
    expires_at: datetime


class KeptShare(NamedTuple):
    """A link as it is listed: for whom, until when, when it was last used, whether it was revoked."""

    id: int
    assignment: int | None
    player: int
    made_at: datetime
    expires_at: datetime
    revoked_at: datetime | None
    used_at: datetime | None


def make_share(
    connection: sqlite3.Connection, assignment: int | None, player: int, now: datetime, days: int
) -> tuple[int, str]:
    """Make a link that opens an assignment of a player (none: all that is given to them) for so many days; its number,
    and its token, which is told only now.
    """
    token = secrets.token_urlsafe(_BYTES)
    found = connection.execute(
        "INSERT INTO share (hash, assignment, player, made_at, expires_at) VALUES (?, ?, ?, ?, ?)",
        (_hashed(token), assignment, player, _moment(now), _moment(now + timedelta(days=days))),
    )
    return int(found.lastrowid or 0), token


def ticket_of(connection: sqlite3.Connection, token: str, now: datetime) -> Ticket | None:
    """What a token opens now; None for one that is unknown, expired, revoked, or whose assignment or player is away, or
    whose player was taken off the assignment.

    The moment it was used is noted.
    """
    wanted = _hashed(token)
    row = connection.execute(
        "SELECT share.id, share.hash, share.assignment, share.player, share.expires_at, share.used_at FROM share"
        " JOIN player ON player.id = share.player AND player.archived_at IS NULL"
        " WHERE share.hash = ? AND share.revoked_at IS NULL AND share.expires_at > ?"
        " AND (share.assignment IS NULL OR EXISTS (SELECT 1 FROM given JOIN assignment ON assignment = assignment.id"
        " WHERE assignment = share.assignment AND given.player = share.player AND assignment.archived_at IS NULL))",
        (wanted, _moment(now)),
    ).fetchone()
    if row is None or not hmac.compare_digest(row[1], wanted):
        return None
    if row[5] is None or now - datetime.fromisoformat(row[5]) > _SEEN:
        with suppress(sqlite3.OperationalError):  # where it can only be read, the link opens all the same
            connection.execute("UPDATE share SET used_at = ? WHERE id = ?", (_moment(now), row[0]))
    return Ticket(row[0], row[2], row[3], datetime.fromisoformat(row[4]))


_OF_ASSIGNMENT: Final = "assignment = ?"
_OF_STUDENT: Final = "assignment IS NULL AND player = ?"  # those that open all that is given to one


def shares(connection: sqlite3.Connection, assignment: int) -> list[KeptShare]:
    """The links of an assignment, the latest first."""
    return _listed(connection, _OF_ASSIGNMENT, assignment)


def shares_of(connection: sqlite3.Connection, player: int) -> list[KeptShare]:
    """The links that open all that is given to a player, the latest first."""
    return _listed(connection, _OF_STUDENT, player)


def revoke(connection: sqlite3.Connection, assignment: int, share: int, now: datetime) -> bool:
    """Let a link of an assignment open nothing any more; whether it did."""
    return _revoked(connection, _OF_ASSIGNMENT, assignment, share, now)


def revoke_of(connection: sqlite3.Connection, player: int, share: int, now: datetime) -> bool:
    """The same of a link that opens all that is given to a player."""
    return _revoked(connection, _OF_STUDENT, player, share, now)


def _listed(connection: sqlite3.Connection, which: str, number: int) -> list[KeptShare]:
    rows = connection.execute(
        f"SELECT id, assignment, player, made_at, expires_at, revoked_at, used_at FROM share WHERE {which}"  # noqa: S608
        " ORDER BY id DESC",
        (number,),
    )
    return [KeptShare(*row[:3], *(one and datetime.fromisoformat(one) for one in row[3:])) for row in rows]


def _revoked(connection: sqlite3.Connection, which: str, number: int, share: int, now: datetime) -> bool:
    done = connection.execute(
        f"UPDATE share SET revoked_at = ? WHERE {which} AND id = ? AND revoked_at IS NULL",  # noqa: S608
        (_moment(now), number, share),
    )
    return done.rowcount == 1


def passphrase_hash(connection: sqlite3.Connection) -> str | None:
    """The hash of the teacher's passphrase; None where there is none yet."""
    row = connection.execute("SELECT hash FROM passphrase").fetchone()
    return None if row is None else str(row[0])


def keep_passphrase(connection: sqlite3.Connection, hashed: str, now: datetime) -> None:
    """Keep a new passphrase's hash; every session ends."""
    connection.execute(
        "INSERT INTO passphrase (id, hash, changed_at) VALUES (1, ?, ?)"
        " ON CONFLICT DO UPDATE SET hash = excluded.hash, changed_at = excluded.changed_at",
        (hashed, _moment(now)),
    )
    connection.execute("DELETE FROM session")


def begin_session(connection: sqlite3.Connection, now: datetime, hours: int) -> str:
    """Begin a session of the teacher's; its name, which is told only now. Old ones are forgotten."""
    name = secrets.token_urlsafe(_BYTES)
    connection.execute("DELETE FROM session WHERE expires_at <= ?", (_moment(now),))
    connection.execute(
        "INSERT INTO session (hash, begun_at, expires_at) VALUES (?, ?, ?)",
        (_hashed(name), _moment(now), _moment(now + timedelta(hours=hours))),
    )
    return name


def session_holds(connection: sqlite3.Connection, name: str, now: datetime) -> bool:
    """Whether a session was begun and has not ended."""
    wanted = _hashed(name)
    row = connection.execute(
        "SELECT hash FROM session WHERE hash = ? AND expires_at > ?", (wanted, _moment(now))
    ).fetchone()
    return row is not None and hmac.compare_digest(row[0], wanted)


def end_session(connection: sqlite3.Connection, name: str) -> None:
    """End a session."""
    connection.execute("DELETE FROM session WHERE hash = ?", (_hashed(name),))


def _hashed(token: str) -> bytes:
    return sha256(token[:_LETTERS].encode("utf-8", "replace")).digest()


def _moment(now: datetime) -> str:
    return now.astimezone(UTC).isoformat(timespec="seconds")
