"""Plans lived by a few simulated learners; `bench/` tells it of many."""

from __future__ import annotations

from bench.learners import KINDS, TEMPO, Learner, held


def test_until_it_holds_leaves_more_keys_that_hold() -> None:
    plan, once, rotation = (held(way, KINDS[2], 15, range(1)) for way in ("until-it-holds", "once-each", "rotation"))
    assert plan > rotation > once


def test_the_model_learns_and_forgets() -> None:
    learner = Learner(KINDS[1], 1)
    key = learner.key((0, 0))
    begun = key.at(0)
    for day in (0, 1, 2):
        learner.practise((0, 0), day, 10, key.at(day))
    reached, stable = key.at(2), key.stable
    assert begun < key.at(300) < key.at(30) < reached  # a part is kept for good
    learner.practise((0, 0), 12, 0, 1.0)
    assert key.stable / stable > stable / KINDS[1].stable / 1.3  # a longer gap makes it more stable than two short ones
    assert learner.practise((0, 0), 20, 5, key.at(20) - 0.4)
    assert not learner.practise((0, 0), 20, 5, key.at(20) + 0.4)
    assert learner.session((0, 0), 21, 5, TEMPO * 2).clean is False
