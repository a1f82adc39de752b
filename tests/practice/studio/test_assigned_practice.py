"""How an assignment is practised: said as the band plays it, and kept on the day it was said for."""

from __future__ import annotations

from datetime import date
from itertools import product
from typing import Any, get_args

import pytest

from dodecant.backing.band import BandPart, band
from dodecant.backing.setting import BassWay, ChordWay, ClickWay, Harmony, TimeWay
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.tables import Tables
from dodecant.practice.studio.assigned_practice import AssignedPractice, DayOfPractice, practice_words
from dodecant.practice.studio.assignment import Assignment, own_assignment
from dodecant.practice.studio.profile import PlayerProfile

RECIPE = {"keys": {"order": "fourths"}, "placement": {"value": "quarter"}}
TUESDAYS = [date(2026, 12, 1), date(2026, 12, 8), date(2026, 12, 15)]
LESSONS = [{"day": "2026-12-08", "keys": ["C", "F"]}, {"day": "2026-12-15", "keys": ["B♭", "E♭", "A♭"]}]
QUIET = {"harmony": "none", "time": "none"}


@pytest.mark.parametrize(
    ("practice", "words"),
    [
        ({"backing": QUIET}, ["Without a band."]),
        ({}, ["With a walking bass, comping and a ride."]),
        ({"backing": {"harmony": "two-chords", "first": "ii", "second": "V7", "bass": "two-feel", "chords": "held",
                      "time": "brushes"}},
         ["With a bass in two, held chords and brushes over ii and V7 in turn."]),
        ({"backing": {"harmony": "drone", "degree": "5", "time": "none"}}, ["Over a drone on 5 with its fifth."]),
        ({"backing": {"harmony": "drone", "fifth": False, "click": "off-beats"}},
         ["Over a drone on 1.", "With a ride.", "The click sounds on 2 and 4."]),
        ({"backing": {**QUIET, "click": "bars", "every": 4}},
         ["Without a band.", "The click sounds on the first beat of every four bars."]),
        ({"backing": QUIET, "ladder": {"begin": 60, "top": 84, "by": 6, "after": 1}, "repeats": 2},
         ["Without a band.", "From 60 to 84; up by 6 after one clean take, down again after two with slips.",
          "Each key twice in a row."]),
        ({"backing": QUIET, "rule": {"kind": "phrases"}}, ["Improvise: phrases with breaths.", "Without a band."]),
        ({"backing": QUIET, "curtain": "numbers", "listens": True, "gate": {"kind": "takes", "takes": 1}},
         ["Without a band.", "The stand shows numbers only.", "The stand listens.",
          "It is done with one clean take of each key."]),
        ({"backing": QUIET, "curtain": "nothing", "curtain_from": 3, "lessons": LESSONS},
         ["Without a band.", "The page is hidden from the third day of practising it.",
          "By Tuesday 8 December: C and F.", "By Tuesday 15 December: B♭, E♭ and A♭."]),
    ],
)  # fmt: skip
def test_it_is_said_in_words(practice: dict[str, Any], words: list[str]) -> None:
    assert list(practice_words(read_part(AssignedPractice, practice), Recipe())) == words


def test_whoever_is_named_plays_and_nobody_else(tables: Tables) -> None:
    exercise = press(read_recipe({**RECIPE, "keys": {"order": "picked", "picked": ["C"]}}), tables)
    named: dict[BandPart, str] = {"bass": "bass", "chords": "comping|held chords", "time": "ride|brushes|sixteenths",
                                  "click": "click", "drone": "drone"}  # fmt: skip
    ways = product(*map(get_args, (Harmony, BassWay, ChordWay, TimeWay, ClickWay)))
    for harmony, bass, chords, time, click in list(ways)[::7]:
        backing = {"harmony": harmony, "bass": bass, "chords": chords, "time": time, "click": click}
        practice = read_part(AssignedPractice, {"backing": backing})
        events = band(exercise.strips[0], practice.backing, exercise.metre, tables)
        said = " ".join(practice_words(practice, exercise.recipe))
        assert {event.part for event in events} == {
            part for part, words in named.items() if any(word in said for word in words.split("|"))
        }, backing


def given(**practice: Any) -> Assignment:
    return read_part(Assignment, {"title": "Slipway", "recipe": RECIPE, "saved": "r1", "practice": practice})


@pytest.mark.parametrize(
    ("day", "keys"),
    [
        (TUESDAYS[0], ["C", "F"]), (TUESDAYS[1], ["C", "F"]), (date(2026, 12, 9), ["B♭", "E♭", "A♭"]),
        (TUESDAYS[2], ["B♭", "E♭", "A♭"]), (date(2026, 12, 16), None), (None, None),
    ],
)  # fmt: skip
@pytest.mark.parametrize("instrument", ["piano", "alto-saxophone"])
def test_the_keys_of_the_next_lesson_are_on_the_stand(
    tables: Tables, day: date | None, keys: list[str] | None, instrument: str
) -> None:
    on = None if day is None else DayOfPractice(day, 0)
    profile = PlayerProfile(name="Teo Marr", instrument=instrument)
    own = own_assignment(given(lessons=LESSONS), profile, tables, (), on)
    assert own.routine is not None
    (step,) = own.routine.steps
    assert step.kind == "recipe"
    assert step.recipe == own.fits[0].recipe
    sounding = [strip.stop.sounding.tonic.text for strip in press(step.recipe, tables).strips]
    assert sounding == keys if keys else len(sounding) == 12


@pytest.mark.parametrize(("reading", "own"), [("notes", "all"), ("contour", "contour")])
@pytest.mark.parametrize(("before", "drawn"), [(0, False), (1, False), (2, True), (9, True)])
def test_the_curtain_is_drawn_on_its_day(tables: Tables, reading: Any, own: str, before: int, drawn: bool) -> None:
    profile = PlayerProfile(name="Teo Marr", instrument="piano", reading=reading)
    practice = {"curtain": "nothing", "curtain_from": 3, "listens": True, "repeats": 3}
    found = own_assignment(given(**practice), profile, tables, (), DayOfPractice(TUESDAYS[0], before))
    assert found.routine is not None
    (step,) = found.routine.steps
    assert step.kind == "recipe"
    assert (step.curtain, step.listens, step.repeats) == ("nothing" if drawn else own, True, 3)
    assert (found.routine.title, step.saved) == ("Slipway", "r1")
    plain = own_assignment(given().model_copy(update={"practice": None}), profile, tables)
    assert plain.routine is None


def test_what_cannot_be_is_refused_at_its_field() -> None:
    lessons = [LESSONS[1], LESSONS[0]]
    routine = {"steps": [{"kind": "recipe"}]}
    for document, pointer, words in (
        ({"recipe": RECIPE, "practice": {"lessons": lessons}}, "/practice", "Two lessons are not in order."),
        ({"recipe": RECIPE, "practice": {"lessons": [LESSONS[0]] * 2}}, "/practice", "Two lessons are not in order."),
        ({"recipe": RECIPE, "practice": {"lessons": [{"day": "2026-12-08", "keys": ["H"]}]}},
         "/practice/lessons/0/keys/0", "H"),
        ({"routine": routine, "practice": {}}, "", "The steps of a routine say how they are practised."),
    ):  # fmt: skip
        with pytest.raises(RecipeError) as refused:
            read_part(Assignment, {"title": "Slipway", **document})
        assert [(one.pointer, words in one.message) for one in refused.value.problems] == [(pointer, True)], document
