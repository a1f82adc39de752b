"""What to give next: each proposal typed by hand, and its reason true of what it plays."""

from __future__ import annotations

import re
from datetime import date
from typing import Any

import pytest

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.tables import Tables
from dodecant.practice.planning.coverage import SlipCount
from dodecant.practice.studio.fit import fitted
from dodecant.practice.studio.lesson import GivenWork, LessonProposal, proposals
from dodecant.practice.studio.profile import PlayerProfile

CELL = {"sounds": {"kind": "one", "scale": "lydian"}, "figure": {"kind": "cell", "text": "5 3 2 1"}, "tempo": 96}
FEW = {"keys": {"order": "picked", "picked": ["C", "F"]}}
DUE = date(2026, 12, 8)
SLIPS = (
    SlipCount("Mixolydian", "♭7", "late", 9, (0,), 100), SlipCount("Mixolydian", "♭7", "wrong", 3, (1, 8), 100),
    SlipCount("Dorian", "6", "left-out", 2, (2,), 50), SlipCount("Dorian", "4", "wrong", 1, (2,), 90),
    SlipCount("of my own", "2", "wrong", 8, (2,), 90),
)  # fmt: skip


def work(
    tables: Tables, profile: PlayerProfile, tempos: dict[int, int | None], *, played: bool = True, **more: Any
) -> GivenWork:
    own = fitted(read_recipe({**CELL, **more, "title": "Slipway"}), profile, tables).recipe
    return GivenWork("Slipway", own, "r1", DUE, played, tempos)


def reads(recipe: Recipe, tables: Tables) -> list[str]:
    return [strip.stop.written.tonic.text for strip in press(recipe, tables).strips]


def proposed(tables: Tables, instrument: str, **wanted: Any) -> tuple[LessonProposal, ...]:
    profile = PlayerProfile(name="Sefa Odell", instrument=instrument, **wanted.pop("profile", {}))
    given = [work(tables, profile, **one) for one in wanted.pop("given", [])]
    works = wanted.pop("works", lambda *_: True)
    return proposals(profile, wanted.get("slips", ()), given, wanted.get("sounds", ()), tables, works)


def test_what_slips_comes_first_and_slowly(tables: Tables) -> None:
    first, second, _ = proposed(tables, "clarinet", slips=SLIPS, sounds=["Ionian"])
    assert (first.title, first.why) == (
        "Mend ♭7 of Mixolydian", "♭7 of Mixolydian slipped three times in D♭ and A♭.",
    )  # fmt: skip
    assert first.practice is not None
    assert first.practice.ladder is not None
    assert (first.recipe.tempo, first.practice.ladder.begin, first.practice.ladder.top) == (60, 60, 100)
    assert reads(first.recipe, tables) == ["D♭", "A♭"]
    assert (second.title, second.recipe.tempo) == ("Mend 6 of Dorian", 40)


@pytest.mark.parametrize(
    ("instrument", "tempos", "keys", "begin", "why"),
    [  # keys in the order of the exercise: C F B♭ E♭ A♭ D♭ …, as a clarinet reads them D G C F B♭ E♭ …
        ("clarinet", {2: 96, 7: 80}, ["G", "C", "F", "B♭"], 67, "G is at 80; C, F and B♭ are not begun. 96 is asked."),
        ("piano", {0: 60, 5: None, 9: 95, **dict.fromkeys((1, 2, 3, 4, 6, 7, 8, 10), 99)}, ["F", "C", "A", "B"], 60,
         "F is not comfortable at any tempo yet; C is at 60; A is at 95; B is not begun. 96 is asked."),
        ("piano", {0: 60, **dict.fromkeys((1, 2, 3, 4, 6, 7, 8, 9, 10, 11), 99)}, ["C", "F"], 60,
         "C is at 60; F is not begun. 96 is asked."),
        ("piano", {**dict.fromkeys(range(12), 96), 9: 95}, ["A"], 95, "A is at 95. 96 is asked."),
    ],
)  # fmt: skip
def test_the_weakest_keys_come_up_to_their_tempo(
    tables: Tables, instrument: str, tempos: dict[int, int | None], keys: list[str], begin: int, why: str
) -> None:
    first, *_ = proposed(tables, instrument, given=[{"tempos": tempos}])
    assert (first.title, first.why, first.saved) == ("Slipway", why, "r1")
    assert reads(first.recipe, tables) == keys
    assert first.practice is not None
    assert first.practice.ladder is not None
    assert (first.practice.ladder.begin, first.practice.ladder.top) == (begin, 96)


def test_what_holds_changes_in_one_thing(tables: Tables) -> None:
    done = {"tempos": dict.fromkeys((0, 5), 96), **FEW}
    first, *_ = proposed(tables, "piano", given=[done])
    assert (first.title, first.why) == (
        "Slipway: accents in threes", "Both keys are comfortable at 96; one thing changes.",
    )  # fmt: skip
    assert reads(first.recipe, tables) == ["C", "F"]
    assert not any("Slipway" in one.title for one in proposed(tables, "piano", given=[done], works=lambda *_: False))


@pytest.mark.parametrize(
    ("tunes", "keys", "words"),
    [((), ["C", "F", "G"], "three keys"), (("B♭", "E♭"), ["B♭", "E♭"], "the keys of tunes in hand")],
)
def test_what_was_not_played_comes_in_fewer_keys_and_slower(
    tables: Tables, tunes: tuple[str, ...], keys: list[str], words: str
) -> None:
    first, *_ = proposed(tables, "piano", profile={"tunes": tunes}, given=[{"tempos": {}, "played": False}])
    assert first.why == f"Given for Tuesday 8 December and not played yet: {words}, at 77."
    assert (reads(first.recipe, tables), first.recipe.tempo) == (keys, 77)


def test_there_are_three_for_whoever_comes_with_nothing(tables: Tables) -> None:
    for level, titles in ((1, ["Ionian", "Mixolydian", "Dorian"]), (4, ["Ionian in thirds", "Dorian in thirds",
                                                                       "Minor pentatonic"])):  # fmt: skip
        found = proposed(tables, "trumpet", profile={"level": level}, sounds=["Mixolydian"] if level > 1 else [])
        assert [one.title for one in found] == titles
        assert all(press(one.recipe, tables).strips for one in found)
        assert {one.recipe.tempo for one in found} == {48 + 12 * level}


@pytest.mark.parametrize("instrument", ["piano", "alto-saxophone", "clarinet", "trombone", "guitar", "double-bass"])
def test_every_key_that_is_named_is_played_and_no_other(tables: Tables, instrument: str) -> None:
    given = [{"tempos": {key: 50 + 5 * key for key in range(0, 12, step)}} for step in (2, 5)]
    for found in proposed(tables, instrument, slips=SLIPS, given=given):
        said = re.findall(r"(?<![♭♯\w])[A-G][♭♯]?(?![\w♭♯])", found.why)
        try:
            played = reads(found.recipe, tables)
        except RecipeError:
            pytest.fail(f"{found.title} cannot be played")
        assert sorted(said) == sorted(played) or "not begun yet" in found.why
