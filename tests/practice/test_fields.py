"""What the fields of the practising documents may hold, and what they are where nothing is said; typed by hand."""

from __future__ import annotations

from typing import Any

import pytest
from pydantic import TypeAdapter, ValidationError

from dodecant.backing.setting import Backing
from dodecant.practice.ear import EarSetting
from dodecant.practice.improvised.rule import FreeRule
from dodecant.practice.ladder import TempoLadder
from dodecant.practice.planning.entries import Practised
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.planning.routine import FreeTask, Routine
from dodecant.practice.rounds import Rounds
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.profile import PlayerProfile

GOAL = {"title": "x", "keys": ["C"]}
NAME, LINE = 80, 120  # letters
WHOLE: dict[type, dict[str, Any]] = {
    Goal: GOAL, PlanDocument: {"start": "2026-11-02"}, FreeTask: {"kind": "task", "title": "x"}, Routine: {},
    PlayerProfile: {"name": "x"}, HandoutLayout: {}, Backing: {}, TempoLadder: {}, Rounds: {}, FreeRule: {},
    EarSetting: {}, Practised: {"what": "x", "minutes": 1},
}  # fmt: skip
NUMBERS: list[tuple[type, str, float, float]] = [  # the least and the most
    (Goal, "tempo", 20, 320), (Goal, "days", 1, 366), (Goal, "version_weeks", 0, 26), (Goal, "month", 0, 12),
    (PlanDocument, "mending", 0, 20), (FreeTask, "minutes", 1, 240),
    (PlayerProfile, "minutes", 0, 600), (HandoutLayout, "columns", 0, 4), (HandoutLayout, "blank", 0, 12),
    (Backing, "every", 1, 16), (Backing, "line", 0, 100), (Backing, "band", 0, 100), (Backing, "clicks", 0, 100),
    (Backing, "drone", 0, 100), (Backing, "seed", 0, 2**31 - 1),
    (TempoLadder, "begin", 0, 120), (TempoLadder, "by", 1, 40), (TempoLadder, "after", 1, 10),
    (TempoLadder, "down_after", 1, 10), (TempoLadder, "top", 20, 320),  # begins at its top at most
    (Rounds, "first_bar", 0, 10_000), (Rounds, "repeats", 1, 16), (Rounds, "root_every", 0, 16),
    (FreeRule, "unit", 1, 8), (FreeRule, "choruses", 1, 12), (EarSetting, "questions", 1, 40),
    (EarSetting, "notes", 1, 8), (EarSetting, "seed", 0, 2**31 - 1),
    (Practised, "key", 0, 11), (Practised, "tempo", 10, 400), (Practised, "notes", 0, 100_000),
    (Practised, "slips", 0, 100_000), (Practised, "assignment", 1, 2**53),
]  # fmt: skip
TEXTS: list[tuple[type, str, int, int]] = [  # the shortest and the longest
    (Goal, "title", 1, LINE), (Goal, "saved", 0, NAME), (Goal, "sound", 0, LINE), (FreeTask, "title", 1, LINE),
    (FreeTask, "rule", 0, 600), (Routine, "title", 0, LINE), (PlayerProfile, "name", 1, NAME),
    (PlayerProfile, "instrument", 1, NAME), (PlayerProfile, "notes", 0, 4000), (HandoutLayout, "name", 0, 60),
    (Practised, "what", 1, LINE), (Practised, "sound", 0, LINE), (Practised, "value", 0, 40),
    (Practised, "recipe", 0, NAME), (Practised, "version", 0, LINE), (Practised, "position", 0, LINE),
]  # fmt: skip
USUAL: dict[type, dict[str, Any]] = {
    Goal: {"tempo": 96, "minutes": 5.0, "by": None, "pace": "as-needed", "order": "as-listed", "version_weeks": 0,
           "month": 0, "after": -1, "kind": "recipe"},
    PlanDocument: {"minutes": (20,) * 7, "school": "until-it-holds", "mending": 20, "goals": (), "tunes": ()},
    PlayerProfile: {"instrument": "piano", "level": 3, "reading": "notes", "minutes": 20, "numbers": "major",
                    "values": "american"},
    HandoutLayout: {"paper": "a4", "large": False, "name_line": True, "sentence": True, "words": True,
                    "cautions": False, "legend": True, "strips": "all", "columns": 0, "both_clefs": False,
                    "derivation": False, "grid": False, "orders": False, "blank": 0, "code": True},
    Backing: {"bass": "walking", "chords": "comping", "time": "ride", "click": "none", "count_in": "one-bar",
              "line": 80, "band": 80, "clicks": 70, "drone": 60, "seed": 1},
    TempoLadder: {"way": "takes", "begin": 0, "by": 4, "after": 2, "down_after": 2, "top": 120},
    Rounds: {"first_bar": 0, "last_bar": 0, "repeats": 1, "root_every": 0},
    FreeRule: {"unit": 2, "choruses": 2}, EarSetting: {"questions": 10, "notes": 3},
    Practised: {"key": None, "tempo": None, "word": "", "notes": 0, "slips": 0, "source": "hand", "assignment": None},
}  # fmt: skip


def taken(document: type, **changes: Any) -> bool:
    try:
        TypeAdapter(document).validate_python({**WHOLE[document], **changes})
    except ValidationError:
        return False
    return True


@pytest.mark.parametrize(("document", "field", "least", "most"), NUMBERS)
def test_how_large_a_number_may_be(document: type, field: str, least: float, most: float) -> None:
    assert [taken(document, **{field: n}) for n in (least - 1, least, most, most + 1)] == [False, True, True, False]


@pytest.mark.parametrize(("document", "field", "least", "most"), TEXTS)
def test_how_long_a_text_may_be(document: type, field: str, least: int, most: int) -> None:
    lengths = [n for n in (least - 1, least, most, most + 1) if n >= 0]
    assert [taken(document, **{field: "x" * n}) for n in lengths] == [least <= n <= most for n in lengths]


@pytest.mark.parametrize("document", USUAL, ids=lambda one: one.__name__)
def test_what_is_usual(document: type) -> None:
    made: Any = TypeAdapter(document).validate_python(WHOLE[document])
    assert {name: getattr(made, name) for name in USUAL[document]} == USUAL[document]


@pytest.mark.parametrize(
    ("day", "may"), [("1970-01-01", False), ("1970-01-02", True), ("2199-12-31", True), ("2200-01-01", False)]
)
def test_which_days_a_plan_may_name(day: str, may: bool) -> None:
    assert taken(PlanDocument, start=day) == may
    assert taken(PlanDocument, days_off=[day]) == may
