"""Entries, assignments, steps and players as sentences, written by hand."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest

from dodecant.exercise.recipe.part import read_part
from dodecant.practice.planning.entries import Practised
from dodecant.practice.planning.routine import Routine
from dodecant.practice.sentences.assignment import assignment_phrases
from dodecant.practice.sentences.entry import entry_phrases
from dodecant.practice.sentences.layout import layout_phrases
from dodecant.practice.sentences.phrase import form_sentence
from dodecant.practice.sentences.player import player_phrases
from dodecant.practice.sentences.step import step_phrases
from dodecant.practice.studio.assigned_practice import AssignedPractice
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.profile import PlayerProfile

QUIET = {"harmony": "none", "time": "none", "click": "none"}
ILSE_AND_SEFA = ["Ilse Varga", "Sefa Odell"]
LESSONS = [
    {"day": f"2026-12-{day}", "keys": keys} for day, keys in (("08", ["C", "F"]), ("15", ["B♭"]), ("22", ["E♭"]))
]


@pytest.mark.parametrize(
    ("entry", "said"),
    [
        ({"what": "long tones", "minutes": 15, "word": "comfortable"},
         "I practised long tones for 15 minutes; it was comfortable."),
        ({"what": "cells", "minutes": 0.5, "key": 3, "sound": "Lydian", "tempo": 96, "word": "pushing"},
         "I practised cells in E♭ Lydian for 0.5 minutes at 96; it was hard."),
        ({"what": "cells", "minutes": 1, "sound": "Lydian"}, "I practised cells in Lydian for 1 minute."),
        ({"what": "cells", "minutes": 1, "key": 0}, "I practised cells in C for 1 minute."),
    ],
)  # fmt: skip
def test_an_entry_is_a_sentence(entry: dict[str, Any], said: str) -> None:
    assert form_sentence(entry_phrases(Practised(**entry))) == said


@pytest.mark.parametrize(
    ("title", "names", "practice", "said"),
    [
        ("Slipway", [], None, "Give Slipway to nobody yet, practised as they like."),
        ("Over the drone", ILSE_AND_SEFA, None,
         "Give Slipway as “Over the drone” to Ilse Varga and Sefa Odell, practised as they like."),
        ("", ILSE_AND_SEFA * 2, {"backing": {"harmony": "drone", "click": "none", "time": "none"}},
         "Give Slipway to Ilse Varga, Sefa Odell, Ilse Varga and Sefa Odell, practised like this: over a drone on 1"
         " with its fifth."),
        ("", [*ILSE_AND_SEFA, "A", "B", "C"],
         {"backing": {"harmony": "none", "time": "none", "click": "fading"}, "curtain": "nothing", "curtain_from": 3,
          "gate": {"kind": "takes", "takes": 1}, "listens": True, "repeats": 2, "rule": {"kind": "phrases"}},
         "Give Slipway to five players, practised like this: improvising by the rule “phrases with breaths”, without a"
         " band, the click fading away bar by bar, each key twice in a row, the page hidden from the third day, the"
         " stand listening, until there is one clean take of each key."),
        ("", ["Ilse"],
         {"backing": {"harmony": "none", "time": "ride", "click": "bars", "every": 4},
          "ladder": {"begin": 60, "top": 84, "by": 6, "after": 1}, "curtain": "numbers", "lessons": LESSONS[:2]},
         "Give Slipway to Ilse, practised like this: with a ride, the click on the first beat of every four bars, from"
         " 60 to 84, the stand showing numbers only, C and F by Tuesday 8 December, B♭ by Tuesday 15 December."),
        ("", ["Ilse"],
         {"backing": {"harmony": "none", "time": "none", "click": "off-beats"}, "lessons": LESSONS,
          "ladder": {"way": "one", "begin": 60, "top": 84}},
         "Give Slipway to Ilse, practised like this: without a band, the click on 2 and 4, at 60, as long as it takes,"
         " keys by three lessons."),
    ],
)  # fmt: skip
def test_an_assignment_is_a_sentence(title: str, names: list[str], practice: Any, said: str) -> None:
    told = None if practice is None else read_part(AssignedPractice, practice)
    assert form_sentence(assignment_phrases("Slipway", title, names, None, told, ["eighth"])) == said


def test_a_due_day_is_said_and_everything_else_can_be_added() -> None:
    phrases = assignment_phrases("Slipway", "Slipway", ["Ilse"], date(2026, 12, 8), AssignedPractice(), ["eighth"])
    assert "due Tuesday 8 December" in form_sentence(phrases)
    unsaid = [one.id for one in phrases if not one.said]
    assert unsaid == ["title", "ladder", "repeats", "curtain", "listens", "gate", "lessons"]
    assert all(one.name for one in phrases)


def test_the_steps_of_a_routine_say_themselves_how_they_are_practised() -> None:
    phrases = assignment_phrases("Warm-up", "", ["Ilse"], None, None, ["eighth"], routine=True)
    assert form_sentence(phrases) == "Give Warm-up to Ilse."


@pytest.mark.parametrize(
    ("step", "said"),
    [
        ({"title": "Numbers only", "curtain": "numbers", "gate": {"kind": "takes"}, "repeats": 2, "backing": QUIET},
         "Play Numbers only at 96, each key twice in a row, without a band, the stand showing numbers only, until"
         " there are two clean takes of each key."),
        ({"ladder": {"begin": 60, "top": 84}, "tempo": 72, "recipe": {"title": "Slipway"}, "backing": QUIET},
         "Play Slipway, from 60 to 84, without a band."),
        ({"tempo": 72, "backing": QUIET, "listens": True},
         "Play a recipe at 72, without a band, the stand listening."),
        ({"kind": "task", "title": "Sing", "minutes": 1}, "Sing, for 1 minute."),
    ],
)  # fmt: skip
def test_a_step_is_a_sentence(step: dict[str, Any], said: str) -> None:
    routine = read_part(Routine, {"title": "x", "steps": [{"kind": "recipe", **step}]})
    assert form_sentence(step_phrases(routine.steps[0])) == said


@pytest.mark.parametrize(
    ("profile", "said"),
    [
        ({}, "Ilse plays flute from notes, at level 3: plays along, 20 minutes a day."),
        ({"lowest": "D4", "highest": "A5", "level": 2, "reading": "ear", "numbers": "none", "values": "british",
          "minutes": 1},
         "Ilse plays flute by ear, between D4 and A5, at level 2, 1 minute a day, no numbers, note values British:"
         " crotchets, quavers."),
        ({"highest": "A5", "numbers": "chord", "fingering": {"kind": "keyboard"}, "tunes": ["B♭"]},
         "Ilse plays flute from notes, up to A5, at level 3: plays along, 20 minutes a day, with tunes in B♭, numbers"
         " as the chord hears it (1 9 ♭3), with fingers shown."),
    ],
)  # fmt: skip
def test_a_player_is_a_sentence(profile: dict[str, Any], said: str) -> None:
    known = read_part(PlayerProfile, {"name": "Ilse", **profile})
    assert form_sentence(player_phrases("Ilse", known, "flute", fingered=True)) == said
    unnamed = player_phrases("", known, "flute", fingered=False)
    assert form_sentence(unnamed).startswith("Somebody plays flute")
    assert "fingering" not in [one.id for one in unnamed]


@pytest.mark.parametrize(
    ("layout", "said"),
    [
        ({}, "Print every strip, as many in a row as fit, on A4, with a line for name and date, the sentence, words,"
             " listening and links, the key to the numbers and the code that opens the stand."),
        ({"strips": "first", "columns": 2, "paper": "us-letter", "words": False, "legend": False, "code": False,
          "maps": "names", "blank": 2, "large": True},
         "Print one key and the formula, two in a row, on Letter, with a line for name and date and the sentence, maps"
         " with names, and two blank staves, in large print."),
        ({"strips": "none", "name_line": False, "sentence": False, "words": False, "legend": False, "code": False,
          "blank": 1}, "Print no strips, on A4, with nothing else, and one blank staff."),
        ({"name_line": False, "sentence": False, "words": False, "legend": False, "code": False, "grid": True},
         "Print every strip, as many in a row as fit, on A4, with a grid of keys to tick, the tempos to tick being"
         " three up to its own."),
        ({"name_line": False, "sentence": False, "words": False, "legend": False, "code": False, "grid": True,
          "tempos": [60, 72]},
         "Print every strip, as many in a row as fit, on A4, with a grid of keys to tick, the tempos to tick being 60"
         " and 72."),
    ],
)  # fmt: skip
def test_a_layout_is_a_sentence(layout: dict[str, Any], said: str) -> None:
    assert form_sentence(layout_phrases(read_part(HandoutLayout, layout))) == said
