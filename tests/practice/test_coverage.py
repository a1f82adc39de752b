"""Coverage by hand: what is ready, what fills the dial, what comes next, where the holes are."""

from __future__ import annotations

from datetime import date, timedelta

import pytest

from dodecant.practice.planning.coverage import (
    CoverageCell,
    Done,
    dial,
    holes,
    key_names,
    next_keys,
    readiness,
    wanted_cells,
)
from dodecant.tables import load_tables

TODAY = date(2026, 11, 28)
SCALES = load_tables().scales


def done(key: int, comfortable: int | None, best: int | None, day: int = 20, sound: str = "Dorian") -> Done:
    return Done(CoverageCell(key, sound, "", "eighth"), 3, comfortable, best, date(2026, 11, day))


@pytest.mark.parametrize(
    ("comfortable", "best", "ready"),
    [(96, 96, 1.0), (120, 120, 1.0), (48, 48, 0.5), (None, 96, 0.5), (72, 96, 0.75), (24, 96, 0.5), (None, None, 0.0)],
)
def test_readiness(comfortable: int | None, best: int | None, ready: float) -> None:
    """Comfortable counts whole, pushed to counts half."""
    assert readiness(done(0, comfortable, best), 96) == ready


def test_a_dial_fills_key_by_key_and_tells_what_comes_next() -> None:
    history = [done(0, 96, 96, 1), done(5, 72, 80), done(10, None, 60), done(0, 60, 60, 25)]
    history.append(done(3, 90, 90, sound="Lydian"))
    sides = dial(history, "Dorian", 96)
    assert [(side.key, round(side.ready, 2), side.tempo) for side in sides if side.last] == [
        (0, 1.0, 96), (5, 0.75, 72), (10, 0.31, None)
    ]  # fmt: skip
    assert sides[0].last == date(2026, 11, 25)
    names = key_names("Dorian", SCALES)
    assert (names[1], names[6]) == ("C♯", "F♯")
    assert [one.why for one in next_keys(sides, TODAY, names)] == [
        "C♯: not begun yet", "D: not begun yet", "E♭: not begun yet"
    ]  # fmt: skip
    begun = dial([done(key, 60 + key, 60 + key) for key in range(12)], "Dorian", 66)
    assert [one.why for one in next_keys(begun, TODAY, names)] == [
        "C: the weakest at 60", "C♯: the weakest at 61", "D: the weakest at 62"
    ]  # fmt: skip
    old = dial(
        [Done(CoverageCell(key, "Dorian", "", ""), 1, 96, 96, date(2026, 10, 1)) for key in range(12)], "Dorian", 96
    )
    assert next_keys(old, TODAY, names, 1)[0].why == "C: ready, but 58 days ago"
    assert dial(history, "Dorian", 96, "triplet")[0].ready == 0


@pytest.mark.parametrize(("days", "rusty"), [(27, 0), (28, 12)])
def test_what_is_ready_wants_to_be_played_again_after_four_weeks(days: int, rusty: int) -> None:
    last = TODAY - timedelta(days=days)
    sides = dial([Done(CoverageCell(key, "Dorian", "", ""), 1, 96, 96, last) for key in range(12)], "Dorian", 96)
    assert len(next_keys(sides, TODAY, key_names("Dorian", SCALES), 99)) == rusty


def test_forty_eight_holes_for_four_minor_forms_in_twelve_keys() -> None:
    wanted = wanted_cells(["Aeolian", "harmonic minor", "melodic minor", "Dorian"], values=["eighth"])
    assert len(holes([], wanted)) == 48
    assert len(holes([done(0, 60, 60), done(7, None, 50)], wanted)) == 46
    assert CoverageCell(0, "Dorian", "", "eighth") not in holes([done(0, 60, 60)], wanted)
