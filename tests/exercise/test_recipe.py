"""The document: what is refused, where, and in which words."""

from __future__ import annotations

import json
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.recipe.document import VERSION, Recipe, read_recipe
from dodecant.exercise.recipe.figures import Unbroken
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.formats.json.documents import from_json, to_json
from tests.strategies import recipes


@given(recipes)
def test_a_recipe_survives_its_file(recipe: Recipe) -> None:
    assert from_json(to_json(recipe)) == recipe
    assert to_json(from_json(to_json(recipe))) == to_json(recipe)


@pytest.mark.parametrize(
    ("document", "pointer", "words"),
    [
        ([], "", "JSON object"),
        ({"format": "other"}, "/format", "not a Dodecant recipe"),
        ({"version": 3}, "/version", "newer Dodecant"),
        ({"version": "new"}, "/version", "not one of the choices"),
        ({"tempo": 9999}, "/tempo", "Use 320 or less"),
        ({"tempo": 19}, "/tempo", "Use 20 or more"),
        ({"figure": {"kind": "unbroken", "step": 0}}, "/figure/step", "Use 1 or more"),
        ({"figure": {"kind": "unbroken", "step": 8}}, "/figure/step", "Use 7 or less"),
        ({"tempo": "fast"}, "/tempo", "not a whole number"),
        ({"tempo": 90.5}, "/tempo", "not a whole number"),
        ({"temp": 90}, "/temp", "no field of this name"),
        ({"figure": {"kind": "cell", "text": "5 x 2"}}, "/figure/text", "Write numbers with spaces"),
        ({"figure": {"kind": "cell"}}, "/figure/text", "missing"),
        ({"figure": {"kind": "tune"}}, "/figure", "not one of the kinds"),
        ({"figure": {}}, "/figure", "Add a “kind”"),
        ({"sounds": {"kind": "several", "scales": ["ionian"]}}, "/sounds/scales", "at least 2"),
        ({"sounds": {"kind": "one", "scale": {"degrees": "1 5"}}}, "/sounds/scale/degrees", "has 2 tones"),
        (
            {"sounds": {"kind": "several", "scales": ["dorian", {"degrees": "2 3 5"}]}},
            "/sounds/scales/1/degrees",
            "Begin with 1",
        ),
        (
            {"sounds": {"kind": "family", "parent": {"degrees": "1 3 b3"}}},
            "/sounds/parent/degrees",
            "♭3 does not rise above 3",
        ),
        ({"sounds": {"kind": "one", "scale": {"degrees": "1 3 9"}}}, "/sounds/scale/degrees", "inside the octave"),
        ({"sounds": {"kind": "one", "scale": {"degrees": "1 q 9"}}}, "/sounds/scale/degrees", "not a degree"),
        ({"path": {"low": {"step": 5}, "high": {"step": 5}}}, "/path", "must lie above"),
        ({"path": {"high": {"octave": 9}}}, "/path/high/octave", "Use 8 or less"),
        ({"keys": {"order": "picked"}}, "/keys", "No key is picked"),
        ({"keys": {"start": "H"}}, "/keys/start", "not a note name"),
        ({"keys": {"start": "Bbb"}}, "/keys/start", "cannot name a key"),
        ({"keys": {"order": "picked", "picked": ["C", 5]}}, "/keys/picked/1", "not text"),
        ({"player": {"lowest": "C4", "highest": "F4"}}, "/player", "less than an octave"),
        ({"player": {"lowest": "low"}}, "/player/lowest", "not a pitch"),
        ({"title": "x" * 121}, "/title", "120 characters"),
        ({"spelling": {"signature": "maybe"}}, "/spelling/signature", ""),
    ],
)
def test_a_fault_is_told_at_its_field(document: Any, pointer: str, words: str) -> None:
    with pytest.raises(RecipeError) as caught:
        read_recipe(document)
    (problem,) = caught.value.problems
    assert problem.pointer == pointer
    assert words in f"{problem.message} {problem.cure}"
    assert "_" not in problem.message


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "not JSON"),
        (b'{"tempo": 90', "line 1, column 13"),
        (b"\xff\xfe", "UTF-8"),
        (b"[" * 100_000, "too deep"),
        (b'{"tempo": ' + b"9" * 5000 + b"}", "too long"),
        (b'"text"', "JSON object"),
    ],
)
def test_a_file_that_is_no_recipe(data: bytes, words: str) -> None:
    with pytest.raises(RecipeError, match=words):
        from_json(data)


json_values = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats() | st.text(max_size=8),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.sampled_from([*Recipe.model_fields, "kind"]), inner),
    max_leaves=12,
)


@given(json_values)
def test_no_document_breaks_the_reader(document: Any) -> None:
    try:
        recipe = read_recipe(document)
    except RecipeError as error:
        assert all(problem.message for problem in error.problems)
    else:
        assert json.loads(to_json(recipe))["version"] == VERSION


VERSION_1 = {
    "version": 1,
    "figure": {"kind": "pairs", "way": "opposite"},
    "joins": {"way": "either", "turn": 7},
    "player": {"lies": "high", "keyed": "written"},
    "placement": {"poured": "stream", "swings": "sixteenth", "accents": 3},
    "sounds": {"kind": "changes", "changes": {"version": 1, "text": "| C |", "turn": "phrase"}},
}
VERSION_2 = {
    "version": 2,
    "figure": {"kind": "pairs", "direction": "opposite"},
    "joins": {"direction": "either", "direction_change": 7},
    "player": {"tessitura": "high", "named_key": "written"},
    "placement": {
        "rhythm_restarts": "never", "swung_value": "sixteenth", "marks": [{"kind": "accent", "every": 3}],
    },
    "sounds": {"kind": "changes", "changes": {"version": 2, "text": "| C |", "next_sound": "phrase"}},
}  # fmt: skip


def test_version_1_is_read_for_good() -> None:
    before = json.dumps(VERSION_1)
    assert read_recipe(VERSION_1) == read_recipe(VERSION_2)
    assert json.dumps(VERSION_1) == before
    assert read_recipe({**VERSION_1, "figure": {"kind": "unbroken", "way": "down"}}).figure == Unbroken(
        direction="down"
    )
    morph = {"kind": "morph", "scales": ["ionian", "lydian"]}
    old, new = ({"sounds": {**morph, field: "changed"}} for field in ("part", "after_first"))
    assert read_recipe(old) == read_recipe(new)


@pytest.mark.parametrize(
    ("document", "pointer"),
    [
        ({"version": 2, "player": {"lies": "high"}}, "/player/lies"),
        ({"version": 1, "player": {"lies": "high", "tessitura": "low"}}, "/player/lies"),
        ({"version": 1, "joins": {"turn": 11}}, "/joins/direction_change"),
        ({"version": 1, "figure": {"kind": "cell", "text": "1", "way": "up"}}, "/figure/way"),
        ({"version": True}, "/version"),
    ],
)
def test_old_names_hold_in_old_recipes_alone(document: Any, pointer: str) -> None:
    with pytest.raises(RecipeError) as caught:
        read_recipe(document)
    assert [problem.pointer for problem in caught.value.problems] == [pointer]
