"""Printed pages of practising: a week of the plan, and a grid of twelve keys to tick with their tempos."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Final

from dodecant.engraving.pages.typeset import typeset
from dodecant.practice.planning.days import day_text
from dodecant.practice.planning.goals import PlanDocument
from dodecant.practice.planning.plan import PlanDay, title_of
from dodecant.practice.studio.handout import Paper

_WEEK: Final = 7


def week_pdf(document: PlanDocument, days: Sequence[PlanDay], player: str, paper: Paper = "a4") -> bytes:
    """The first seven days of a plan: each its keys, minutes and reasons, with a box to tick and room for a tempo."""
    rows = [
        {
            "day": day_text(day.day),
            "minutes": f"{day.minutes:g} of {day.cap:g} min" if day.items else "",
            "off": day.cap == 0,
            "caution": day.caution,
            "items": [
                {"title": title_of(item, document), "key": item.key, "minutes": f"{item.minutes:g} min",
                 "tempo": str(item.tempo), "why": item.why}
                for item in day.items
            ],
        }
        for day in days[:_WEEK]
    ]  # fmt: skip
    return typeset("week", {"title": "A week of practice", "player": player, "days": rows, "paper": paper})


def keys_pdf(
    title: str, rows: Sequence[tuple[str, Mapping[int, str]]], names: Sequence[str], paper: Paper = "a4"
) -> bytes:
    """A grid of twelve keys to tick, a row for each thing practised, with the tempos that were reached."""
    table = [{"title": name, "reached": [reached.get(key, "") for key in range(12)]} for name, reached in rows]
    return typeset("keys", {"title": title, "keys": list(names), "rows": table, "paper": paper})


def lesson_pdf(lesson: Mapping[str, object], paper: Paper = "a4") -> bytes:
    """A lesson to print: what was done, what to give next, what was written down, with room for more."""
    return typeset("lesson", {**lesson, "paper": paper})
