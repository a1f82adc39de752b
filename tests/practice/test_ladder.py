"""Ladders: where the takes lead, tried by hand and against a plain model."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.practice.ladder import TakeAt, TempoLadder, rung


@pytest.mark.parametrize(
    ("ladder", "takes", "tempo"),
    [
        ({"begin": 60}, "", 60),
        ({"begin": 60}, "60+", 60),
        ({"begin": 60}, "60+ 60+", 64),
        ({"begin": 60}, "60+ 60- 60+ 60+", 64),  # clean ones in a row
        ({"begin": 60}, "60+ 60+ 64- 64-", 60),
        ({"begin": 60}, "60- 60-", 60),  # not below its beginning
        ({"begin": 60, "top": 62}, "60+ 60+ 62+", 62),
        ({"begin": 60}, "60+ 72+ 60+", 64),  # one for fun at another tempo does not count
        ({"way": "fixed"}, "60+ 60+ 70+ 70+", 80),
        ({"way": "one", "begin": 66, "after": 1}, "66+ 66+", 66),
    ],
)
def test_where_takes_lead(ladder: dict[str, object], takes: str, tempo: int) -> None:
    played = [TakeAt(int(one[:-1]), one.endswith("+")) for one in takes.split()]
    assert rung(read_part(TempoLadder, ladder), played, ["eighth"]).tempo == tempo


def test_it_begins_as_the_hardest_value_wants_and_says_its_rule() -> None:
    assert [rung(TempoLadder(), [], [value]).tempo for value in ("eighth", "triplet", "sixteenth")] == [72, 60, 52]
    assert rung(TempoLadder(), [], ["eighth", "sixteenth"]).tempo == 52
    found = rung(TempoLadder(begin=60, by=5, top=80), [], ["eighth"])
    assert found.words == "From 60 to 80; up by 5 after two clean takes, down again after two with slips."
    done = rung(TempoLadder(way="fixed", fixed=(60,), after=1), [TakeAt(60, True)], ["eighth"])
    assert (done.done, done.words) == (True, "At 60; on after one clean take, back after two with slips.")
    with pytest.raises(RecipeError, match="begins above its top"):
        read_part(TempoLadder, {"begin": 130, "top": 120})


@given(st.lists(st.booleans(), max_size=60), st.integers(1, 4), st.integers(1, 4), st.integers(1, 30))
def test_it_stays_between_its_ends_and_moves_a_step_at_a_time(
    clean: list[bool], after: int, down: int, by: int
) -> None:
    ladder = TempoLadder(begin=60, by=by, after=after, down_after=down, top=110)
    takes: list[TakeAt] = []
    for one in clean:
        here = rung(ladder, takes, ["eighth"]).tempo
        takes.append(TakeAt(here, one))
        there = rung(ladder, takes, ["eighth"]).tempo
        assert 60 <= there <= 110
        assert abs(there - here) <= by
        assert there <= here or one
        assert there >= here or not one
