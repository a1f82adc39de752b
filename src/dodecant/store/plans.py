"""The plan of a player: one document each, with the revision it has."""

from __future__ import annotations

import sqlite3
from datetime import UTC, datetime

from dodecant.exercise.recipe.part import read_part
from dodecant.formats.json.documents import json_value, to_json
from dodecant.practice.planning.goals import PlanDocument


def plan_of(connection: sqlite3.Connection, player: int) -> tuple[PlanDocument, int] | None:
    """The plan of a player and its revision; None where there is none."""
    row = connection.execute("SELECT document, revision FROM plan WHERE player = ?", (player,)).fetchone()
    return None if row is None else (read_part(PlanDocument, json_value(row[0].encode())), int(row[1]))


def keep_plan(connection: sqlite3.Connection, player: int, plan: PlanDocument, revision: int, now: datetime) -> bool:
    """Keep a plan that was changed from a revision (0: there was none); False where it was changed meanwhile."""
    values = (to_json(plan).decode(), now.astimezone(UTC).isoformat(), player, revision)
    if revision == 0:
        done = connection.execute(
            "INSERT INTO plan (document, changed_at, player, revision) VALUES (?, ?, ?, ? + 1) ON CONFLICT DO NOTHING",
            values,
        )
    else:
        done = connection.execute(
            "UPDATE plan SET document = ?, changed_at = ?, revision = revision + 1 WHERE player = ? AND revision = ?",
            values,
        )
    return done.rowcount == 1
