"""What has been done and how well, added up by SQLite: by key and sound, by week, by degree, by tempo."""

from __future__ import annotations

import sqlite3
from datetime import date

from dodecant.practice.planning.coverage import CoverageCell, Done, SlipCount, Week

# The tempo of an entry, where it was comfortable.
COMFORTABLE = "CASE WHEN word <> 'pushing' AND (word <> '' OR slips = 0) THEN tempo END"


def cells(connection: sqlite3.Connection, player: int) -> list[Done]:
    """For each key, sound, position and note value: times, the best comfortable tempo, the best, the last day."""
    rows = connection.execute(
        "SELECT sound, key, position, value, times, comfortable, best, last FROM entry_cell WHERE player = ?", (player,)
    )
    return [
        Done(CoverageCell(key, sound, position, value), times, comfortable, best, date.fromisoformat(day))
        for sound, key, position, value, times, comfortable, best, day in rows
    ]


def weeks(connection: sqlite3.Connection, player: int, since: date, first: int = 1) -> list[Week]:
    """Minutes of each week, from a day on; weeks begin on a Monday (1) or another day (7: Sunday)."""
    rows = connection.execute(
        "SELECT date(day, '-6 days', ?), sum(minutes), count(DISTINCT day)"
        " FROM entry INDEXED BY entry_minutes WHERE player = ? AND current = 1 AND day >= ? GROUP BY 1 ORDER BY 1",
        (f"weekday {first % 7}", player, since.isoformat()),
    )
    return [Week(date.fromisoformat(day), minutes, days) for day, minutes, days in rows]


def minutes_of_days(connection: sqlite3.Connection, player: int, since: date) -> dict[date, float]:
    """Minutes of each day, from a day on."""
    rows = connection.execute(
        "SELECT day, sum(minutes) FROM entry INDEXED BY entry_minutes WHERE player = ? AND current = 1 AND day >= ?"
        " GROUP BY day",
        (player, since.isoformat()),
    )
    return {date.fromisoformat(day): minutes for day, minutes in rows}


def tempos(connection: sqlite3.Connection, player: int, sound: str, since: date) -> list[tuple[date, int]]:
    """The best tempo of each day in a sound, from a day on."""
    rows = connection.execute(
        "SELECT day, max(tempo) FROM entry INDEXED BY entry_tempos"
        " WHERE player = ? AND current = 1 AND sound = ? AND tempo IS NOT NULL AND day >= ? GROUP BY day ORDER BY day",
        (player, sound, since.isoformat()),
    )
    return [(date.fromisoformat(day), tempo) for day, tempo in rows]


def slips(connection: sqlite3.Connection, player: int, since: date) -> list[SlipCount]:
    """How often each degree of each sound slipped, from a day on, the oftenest first."""
    rows = connection.execute(
        "SELECT sound, degree, kind, sum(times) AS often, ifnull(group_concat(DISTINCT key), ''), max(tempo)"
        " FROM entry JOIN entry_slip ON entry = entry.id WHERE player = ? AND current = 1 AND day >= ?"
        " GROUP BY sound, degree, kind ORDER BY often DESC, sound, degree",
        (player, since.isoformat()),
    )
    return [
        SlipCount(sound, degree, kind, times, tuple(sorted(map(int, keys.split(",")))) if keys else (), tempo)
        for sound, degree, kind, times, keys, tempo in rows
    ]
