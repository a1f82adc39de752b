"""The sentence of any recipe is plain English; how chords are joined is said in words written by hand."""

from __future__ import annotations

import re
from typing import Any

import pytest
from hypothesis import given

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.tables import load_tables
from tests.generated import examples
from tests.strategies import everything

OVER_II_V = {
    "sounds": {"kind": "changes", "changes": {"text": "key: C\n| Dm7 | G7 |"}},
    "keys": {"order": "picked", "picked": ["C"]},
    "path": {"direction": "up-and-back"},
}


@pytest.mark.parametrize(
    ("joins", "words"),
    [
        ({"begin": "any"}, ", each chord begun on any tone, in eighths"),
        ({"direction": "either"}, ", each chord in either direction, in eighths"),
        ({"leftover": "held"}, ", each chord in whole figures only, in eighths"),
        ({"begin": "any", "direction": "either"}, ", each chord begun on any tone and in either direction, in eighths"),
        ({"leap": 3}, ", with leaps weighed differently, in eighths"),
        ({"leap": 3, "repeat": 0}, ", with leaps and repeated notes weighed differently, in eighths"),
        (
            {"begin": "any", "direction": "either", "leftover": "held", "direction_change": 5},
            ", each chord begun on any tone, in either direction and in whole figures only, with turns weighed "
            "differently",
        ),
        ({}, "up an octave and back, in eighths"),
    ],
)
def test_how_chords_are_joined(tables: Tables, joins: dict[str, Any], words: str) -> None:
    document = {**OVER_II_V, "joins": joins}
    said = sentence_text(press(read_recipe(document), tables).sentence)
    assert words in said


# On few tones the second tone up is no third: what is said is what is played, note by note.
@pytest.mark.parametrize(
    ("scale", "ladder", "size", "words", "notes"),
    [
        ("ionian", "scale", 3, "Take thirds up through", "C E D F"),
        ("minor-pentatonic", "scale", 3, "Take leaps over one tone up through", "C F E♭ G"),
        ("minor-pentatonic", "scale", 4, "Take leaps over two tones up through", "C G E♭ B♭"),
        ("major-pentatonic", "scale", 2, "Take neighbouring tones up through", "C D D E"),
        ("minor-pentatonic", "scale", 8, "Take octaves up through", "C C E♭ E♭"),
        ("minor-pentatonic", "scale", 10, "Take leaps of an octave and two tones up through", "C F E♭ G"),
        ("dorian", "chord-tones", 3, "Take leaps over one tone up on the chord tones through", "C G E♭ B♭"),
        ("minor-blues", "scale", 8, "Take octaves up through", "C C E♭ E♭"),
        ("dorian", "chromatic", 3, "Take thirds up on all twelve tones through", "C E♭ C♯ E"),
        ("ionian", "chromatic", 8, "Take octaves up on all twelve tones through", "C C C♯ C♯"),
    ],
)
def test_what_an_interval_is_called_on_few_tones(
    tables: Tables, scale: str, ladder: str, size: int, words: str, notes: str
) -> None:
    document = {
        "sounds": {"kind": "one", "scale": scale}, "ladder": {"kind": ladder}, "path": {"direction": "up"},
        "figure": {"kind": "intervals", "size": size}, "keys": {"order": "picked", "picked": ["C"]},
    }  # fmt: skip
    exercise = press(read_recipe(document), tables)
    assert sentence_text(exercise.sentence).startswith(words)
    assert [note.tone.written.name.text for note in exercise.strips[0].notes[:4]] == notes.split()


# Sounds on roots of their own are named as they sound: the fifth and sixth of D, of E♭, and as a clarinet reads G.
@pytest.mark.parametrize(
    ("key", "player", "words"),
    [
        ("D", {}, "through A Mixolydian and B Aeolian,"), ("E♭", {}, "through B♭ Mixolydian and C Aeolian,"),
        ("G", {"instrument": "clarinet", "named_key": "sounding"}, "through D Mixolydian and E Aeolian,"),
    ],
)  # fmt: skip
def test_sounds_on_roots_are_named_as_they_sound(tables: Tables, key: str, player: dict[str, Any], words: str) -> None:
    sounds = {"kind": "several", "scales": ["mixolydian", "aeolian"], "roots": ["5", "6"]}
    found = press(
        read_recipe({"sounds": sounds, "keys": {"order": "picked", "picked": [key]}, "player": player}), tables
    )
    assert words in sentence_text(found.sentence)
    heard = [f"{strip.stop.sounding.tonic.text} {strip.stop.sounding.scale.name}" for strip in found.strips]
    assert all(one in sentence_text(found.sentence) for one in heard)


# What no sentence has: code's words, a gap where a word is missing, the same word or sign twice.
WRONG = re.compile(
    r"_|None(?! of)|True|False|[{}<>]|\s\s|\s[,.]|,,|\(\)|, \.|\band,|\b(and|with|in|through|each chord|the) \1\b"
)


@given(everything())
@examples(50)
def test_any_recipe_is_said_in_english(document: dict[str, Any]) -> None:
    try:
        found = press(read_recipe(document), load_tables())
    except RecipeError as refused:
        said = [text for problem in refused.problems for text in (problem.message, problem.cure)]
    else:
        said = [sentence_text(found.sentence), *(remark.text for remark in found.remarks)]
        assert re.match(r"(Take|Over) .*\.$", said[0])
    for text in said:
        assert WRONG.search(text) is None, text
