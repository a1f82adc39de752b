"""Assignments as they are kept: given, changed, archived; opened, practised, asked about and answered."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterable, Sequence
from datetime import UTC, date, datetime
from typing import NamedTuple

from dodecant.exercise.recipe.part import read_part
from dodecant.formats.json.documents import json_value, to_json
from dodecant.practice.studio.assignment import Assignment
from dodecant.store.coverage import COMFORTABLE

_OPEN = "SELECT count(*) FROM question WHERE question.assignment = assignment.id AND answer = ''"


class KeptAssignment(NamedTuple):
    """An assignment by number, with its revision and the moment it was given."""

    id: int
    revision: int
    given_at: datetime
    document: Assignment


class AssignmentLine(NamedTuple):
    """A line of the list: to how many it was given, how many opened and practised it, questions without answer."""

    id: int
    title: str
    due: date | None
    given_at: datetime
    players: int
    opened: int
    practised: int
    open_questions: int


class Given(NamedTuple):
    """To whom it is given: what was made simpler, and when they first opened it."""

    player: int
    simpler: tuple[str, ...]
    opened_at: datetime | None


class Progress(NamedTuple):
    """What came back from a player: minutes, the last day, notes and slips of takes, for each key (pitch class) the
    best comfortable tempo (BPM; none yet), and the degrees that slipped most, with how often.
    """

    player: int
    minutes: float
    last: date
    notes: int
    slips: int
    keys: tuple[tuple[int, int | None, int | None], ...]
    slipped: tuple[tuple[str, int], ...]


class Question(NamedTuple):
    """A question that came back, and the answer, if there is one."""

    id: int
    assignment: int
    player: int
    asked_at: datetime
    text: str
    answer: str


def give(connection: sqlite3.Connection, given: Assignment, to: Iterable[int], now: datetime) -> int:
    """Give an assignment to players; its number."""
    values = (given.title, to_json(given).decode(), given.due and given.due.isoformat(), _moment(now))
    found = connection.execute("INSERT INTO assignment (title, document, due, given_at) VALUES (?, ?, ?, ?)", values)
    number = int(found.lastrowid or 0)
    give_to(connection, number, to, now)
    return number


def give_to(connection: sqlite3.Connection, number: int, to: Iterable[int], now: datetime) -> None:
    """Let it be given to just these; from others it is taken back, and what came back from them stays."""
    wanted = set(to)
    connection.executemany(
        "UPDATE assignment_player SET taken_back_at = ? WHERE assignment = ? AND player = ?",
        [(_moment(now), number, one.player) for one in given_to(connection, number) if one.player not in wanted],
    )
    connection.executemany(
        "INSERT INTO assignment_player (assignment, player) VALUES (?, ?)"
        " ON CONFLICT DO UPDATE SET taken_back_at = NULL",
        [(number, player) for player in sorted(wanted)],
    )


def change(connection: sqlite3.Connection, number: int, given: Assignment, revision: int) -> bool:
    """Change an assignment from a revision on; False where it was changed meanwhile, or is not there."""
    done = connection.execute(
        "UPDATE assignment SET title = ?, document = ?, due = ?, revision = revision + 1"
        " WHERE id = ? AND revision = ? AND archived_at IS NULL",
        (given.title, to_json(given).decode(), given.due and given.due.isoformat(), number, revision),
    )
    return done.rowcount == 1


def archive(connection: sqlite3.Connection, number: int, now: datetime) -> bool:
    """Put an assignment away, so that it can be brought back; whether it was there."""
    done = connection.execute(
        "UPDATE assignment SET archived_at = ? WHERE id = ? AND archived_at IS NULL", (_moment(now), number)
    )
    return done.rowcount == 1


def bring_back(connection: sqlite3.Connection, number: int) -> bool:
    """Undo that; whether it was put away."""
    done = connection.execute(
        "UPDATE assignment SET archived_at = NULL WHERE id = ? AND archived_at IS NOT NULL", (number,)
    )
    return done.rowcount == 1


def assignment(connection: sqlite3.Connection, number: int) -> KeptAssignment | None:
    """An assignment that was not put away; None where there is none."""
    row = connection.execute(
        "SELECT id, revision, given_at, document FROM assignment WHERE id = ? AND archived_at IS NULL", (number,)
    ).fetchone()
    if row is None:
        return None
    document = read_part(Assignment, json_value(row[3].encode()))
    return KeptAssignment(int(row[0]), int(row[1]), datetime.fromisoformat(row[2]), document)


def assignments(connection: sqlite3.Connection, player: int | None = None) -> list[AssignmentLine]:
    """All assignments (of a player), what is due last first, what is due on no day at the end."""
    of = "" if player is None else " AND id IN (SELECT given.assignment FROM given WHERE given.player = ?)"
    rows = connection.execute(
        "SELECT id, title, due, given_at,"  # noqa: S608
        " (SELECT count(*) FROM given WHERE given.assignment = assignment.id),"
        " (SELECT count(opened_at) FROM given WHERE given.assignment = assignment.id),"
        " (SELECT count(DISTINCT player) FROM entry WHERE entry.assignment = assignment.id AND current = 1),"
        f" ({_OPEN}) FROM assignment WHERE archived_at IS NULL{of} ORDER BY due IS NULL, due DESC, id DESC",
        () if player is None else (player,),
    )
    return [
        AssignmentLine(number, title, due and date.fromisoformat(due), datetime.fromisoformat(given_at), *counts)
        for number, title, due, given_at, *counts in rows
    ]


def given_to(connection: sqlite3.Connection, number: int, player: int | None = None) -> list[Given]:
    """To whom (or whether to a player) an assignment is given, in the order of their numbers."""
    rows = connection.execute(
        "SELECT player, simpler, opened_at FROM given WHERE assignment = ? AND player = ifnull(?, player)"
        " ORDER BY player",
        (number, player),
    )
    return [
        Given(player, tuple(json.loads(simpler)), datetime.fromisoformat(opened) if opened else None)
        for player, simpler, opened in rows
    ]


def make_simpler(connection: sqlite3.Connection, number: int, player: int, simpler: Sequence[str]) -> bool:
    """Keep what is made simpler for a player, by the names of the proposals; whether it is given to them."""
    done = connection.execute(
        "UPDATE assignment_player SET simpler = ? WHERE assignment = ? AND player = ?",
        (json.dumps(list(simpler)), number, player),
    )
    return done.rowcount == 1


def opened(connection: sqlite3.Connection, number: int, player: int, now: datetime) -> None:
    """Note when a player first opened an assignment."""
    connection.execute(
        "UPDATE assignment_player SET opened_at = ? WHERE assignment = ? AND player = ? AND opened_at IS NULL",
        (_moment(now), number, player),
    )


def progress(connection: sqlite3.Connection, number: int, player: int | None = None) -> list[Progress]:
    """What came back from each player (or one) who practised it."""
    of = (number, player)
    keys: dict[int, list[tuple[int, int | None, int | None]]] = {}
    for who, key, tempo, best in connection.execute(
        f"SELECT player, key, max({COMFORTABLE}), max(tempo) FROM entry WHERE assignment = ? AND current = 1"  # noqa: S608
        " AND player = ifnull(?, player) AND key IS NOT NULL GROUP BY player, key ORDER BY player, key",
        of,
    ):
        keys.setdefault(who, []).append((key, tempo, best))
    slipped: dict[int, list[tuple[str, int]]] = {}
    for who, degree, times in connection.execute(
        "SELECT player, degree, sum(times) AS often FROM entry JOIN entry_slip ON entry = entry.id"
        " WHERE assignment = ? AND current = 1 AND player = ifnull(?, player)"
        " GROUP BY player, degree ORDER BY player, often DESC, degree",
        of,
    ):
        slipped.setdefault(who, []).append((degree, times))
    rows = connection.execute(
        "SELECT player, sum(minutes), max(day), sum(notes), sum(slips) FROM entry"
        " WHERE assignment = ? AND current = 1 AND player = ifnull(?, player) GROUP BY player ORDER BY player",
        of,
    )
    return [
        Progress(
            who, float(minutes), date.fromisoformat(last), notes, slips,
            tuple(keys.get(who, ())), tuple(slipped.get(who, ())[:3]),
        )
        for who, minutes, last, notes, slips in rows
    ]  # fmt: skip


def days_practised(connection: sqlite3.Connection, number: int, player: int, before: date) -> int:
    """On how many days before a day a player practised an assignment."""
    row = connection.execute(
        "SELECT count(DISTINCT day) FROM entry WHERE assignment = ? AND player = ? AND current = 1 AND day < ?",
        (number, player, before.isoformat()),
    ).fetchone()
    return int(row[0])


def ask(connection: sqlite3.Connection, number: int, player: int, text: str, now: datetime) -> int:
    """Keep a question; its number."""
    found = connection.execute(
        "INSERT INTO question (assignment, player, asked_at, text) VALUES (?, ?, ?, ?)",
        (number, player, _moment(now), text),
    )
    return int(found.lastrowid or 0)


def answer(connection: sqlite3.Connection, number: int, question: int, text: str, now: datetime) -> bool:
    """Answer a question about an assignment (again); whether there is one."""
    done = connection.execute(
        "UPDATE question SET answer = ?, answered_at = ? WHERE id = ? AND assignment = ?",
        (text, _moment(now), question, number),
    )
    return done.rowcount == 1


def questions(connection: sqlite3.Connection, number: int, player: int | None = None) -> list[Question]:
    """The questions about an assignment (of a player), the latest last."""
    rows = connection.execute(
        "SELECT id, assignment, player, asked_at, text, answer FROM question"
        " WHERE assignment = ? AND player = ifnull(?, player) ORDER BY id",
        (number, player),
    )
    return [Question(one, about, of, datetime.fromisoformat(at), text, said) for one, about, of, at, text, said in rows]


def _moment(now: datetime) -> str:
    return now.astimezone(UTC).isoformat(timespec="seconds")
