"""Goals and plans as sentences, written by hand; and what a sentence says is what the goal has."""

from __future__ import annotations

from datetime import date

import pytest

from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.sentences.phrase import form_sentence, keys_text
from dodecant.practice.sentences.plan import goal_phrases, plan_phrases

START = date(2026, 12, 1)
TWELVE = ("C", "F", "B♭", "E♭", "A♭", "D♭", "G♭", "B", "E", "A", "D", "G")
FIRST = Goal(title="Thirds in Dorian", keys=TWELVE)


@pytest.mark.parametrize(
    ("goal", "said"),
    [
        (
            {"title": "5 3 2 1 in Lydian", "minutes": 4, "pace": "half-step-a-day", "version_weeks": 2, "saved": "x"},
            "Bring 5 3 2 1 in Lydian to 96 in all twelve keys, 4 minutes each, one key a day, up by half steps, varied"
            " every two weeks.",
        ),
        (
            {"tempo": 104, "order": "weakest-first", "by": date(2026, 12, 26), "version_weeks": 2},
            "Bring Cells to 104 in all twelve keys, 5 minutes each, as many keys a day as it takes, weakest first,"
            " spaced, by Saturday 26 December.",
        ),
        (
            {"keys": TWELVE[:4], "pace": "key-a-week", "month": 2, "after": 0, "minutes": 2.5},
            "Bring Cells to 96 in C, F, B♭ and E♭, 2.5 minutes each, one key a week, in the second month of the plan,"
            " after “Thirds in Dorian”.",
        ),
        (
            {"keys": ("F♯",), "pace": "in-days", "days": 12, "minutes": 1, "by": date(2027, 12, 1)},
            "Bring Cells to 96 in F♯, 1 minute, all keys in 12 days, by Wednesday 1 December 2027.",
        ),
        (
            {"kind": "routine", "saved": "x", "version_weeks": 1, "keys": TWELVE[:10], "pace": "in-days", "days": 1},
            "Bring Cells to 96 in all keys but D and G, 5 minutes each, all keys in one day.",
        ),
    ],
)  # fmt: skip
def test_a_goal_is_a_sentence(goal: dict[str, object], said: str) -> None:
    goals = FIRST, Goal.model_validate({"title": "Cells", "keys": TWELVE, **goal})
    document = PlanDocument(start=START, goals=goals)
    assert form_sentence(goal_phrases(goals[1], document)) == said


@pytest.mark.parametrize(
    ("plan", "said"),
    [
        ({}, "Practise 20 minutes every day; a key comes back until it holds, and 20 of 100 minutes are for slips."),
        (
            {"minutes": (20, 20, 0, 20, 20, 30, 0), "tunes": ("F", "B♭"), "school": "once-each", "mending": 0},
            "Practise 20 minutes on Monday, Tuesday, Thursday and Friday, 30 on Saturday, the tunes being in F and B♭;"
            " a key comes once, then the next, and no time is set aside for slips.",
        ),
        (
            {"minutes": (1,) * 5 + (0, 0), "days_off": (date(2026, 12, 25), date(2026, 12, 24))},
            "Practise 1 minute from Monday to Friday, but not on 24 December and 25 December; a key comes back until it"
            " holds, and 20 of 100 minutes are for slips.",
        ),
        (
            {"minutes": (0,) * 7, "days_off": tuple(date(2026, 12, day) for day in range(24, 28))},
            "Practise on no day yet, with four days off; a key comes back until it holds, and 20 of 100 minutes are for"
            " slips.",
        ),
    ],
)  # fmt: skip
def test_a_plan_is_a_sentence(plan: dict[str, object], said: str) -> None:
    assert form_sentence(plan_phrases(PlanDocument.model_validate({"start": START, **plan}))) == said


def test_what_is_not_said_can_be_added_and_is_as_usual() -> None:
    goal = Goal(title="Cells", keys=TWELVE)
    alone = goal_phrases(goal, PlanDocument(start=START, goals=(goal,)))
    assert [one.id for one in alone if not one.said] == ["order", "by", "month"]
    both = goal_phrases(goal.model_copy(update={"saved": "x"}), PlanDocument(start=START, goals=(goal, FIRST)))
    assert [one.id for one in both if not one.said] == ["order", "by", "version_weeks", "month", "after"]
    assert all(one.id in Goal.model_fields and one.name for one in both)


@pytest.mark.parametrize("missing", range(12))
def test_keys_are_named_in_full_or_by_what_is_missing(missing: int) -> None:
    """Names on both sides of the threshold: what is read back from the text are the keys."""
    keys = TWELVE[missing:]
    text = keys_text(keys)
    assert text == "all twelve keys" or text.startswith("all keys but ") == (len(keys) > 8)
    named = set(text.removeprefix("all keys but ").replace(" and ", ", ").split(", "))
    expected = set(TWELVE) if missing == 0 else set(TWELVE[:missing]) if len(keys) > 8 else set(keys)
    assert named == expected or (missing == 0 and text == "all twelve keys")
