"""Whatever is asked for together is worked out, or refused in words; what is worked out can be written and read."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from lxml import etree

from dodecant.engraving.strip_svg import strip_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.explain import explain_join
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.formats.json.exercise import to_json
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.tables import load_tables
from tests.generated import examples
from tests.strategies import everything


def bars_add_up(found: Exercise) -> None:
    for strip in found.strips:
        full = found.metre.quarters
        lengths = [sum(piece.length for piece in bar.pieces) for bar in strip.bars]
        assert sum(lengths) == strip.end - strip.begin
        assert all(length == full for length in lengths[1:-1])
        for beside in strip.companions:
            assert [sum(piece.length for piece in bar.pieces) for bar in beside.bars] == lengths
        slurred = [note.slur for note in strip.notes if note.slur]
        assert slurred == ["start", "stop"] * (len(slurred) // 2)


_TWO_FIVE = {"kind": "changes", "changes": {"text": "key: F\n| Gm7 C7 | Fmaj7 |"}}
_IN_THREE = {"kind": "changes", "changes": {"text": "metre: 3/4\n| Fm9 Bb13 / | Eb6 |"}}
_IN_SEVEN = {"kind": "changes", "changes": {"text": "metre: 7/8\n| C7#11 | F7 | Bdim7 |"}}
_IN_C = {"order": "picked", "picked": ["C"]}
_PLAYS_EIGHTHS = {"where": {"bars": "1"}, "what": {"kind": "play", "figure": {"kind": "cell", "text": "1 2 3 5"}}}


# Where beats are divided in two ways at once, or wait for what never comes: the first note of each, and how many.
@pytest.mark.parametrize(
    ("document", "notes"),
    [
        ({"sounds": _TWO_FIVE, "figure": {"kind": "guide-tones"},
          "placement": {"value": "quintuplet", "slots": "ssrsrshsssssrsrshsss", "anticipated": "eighth"}},
         "0 8/5 18/5"),
        ({"sounds": _IN_THREE, "figure": {"kind": "arpeggios", "rhythm": "led-triplets"},
          "placement": {"anticipated": "eighth"}}, "0 1/3 2/3 1 4/3 5/3 3 10/3 11/3 9/2 5 16/3 17/3"),
        ({"sounds": _TWO_FIVE, "figure": {"kind": "guide-tones"}, "enclosure": {"kind": "below"},
          "placement": {"slots": "srsrssss"}}, "0 1 2 7/2 4"),
        ({"sounds": _IN_SEVEN, "figure": {"kind": "guide-tones"}, "enclosure": {},
          "placement": {"value": "quarter", "slots": "sshhhrssshhh"}}, None),
        ({"sounds": _TWO_FIVE, "figure": {"kind": "pairs", "order": "each"}, "etude": {"pieces": [{}]}}, None),
        ({"sounds": _TWO_FIVE, "placement": {"value": "sextuplet", "slots": "srhsrh" * 4, "anticipated": "sixteenth"},
          "rules": [_PLAYS_EIGHTHS]}, None),
        ({"enclosure": {}, "path": {"high": {"step": 2}, "direction": "up"}, "keys": _IN_C,
          "placement": {"metre": "7/4", "slots": "ssrhsrsrssrhsr", "rhythm_restarts": "each-figure"}},
         "0 1/2 2 7 15/2 9"),
        ({"figure": {"kind": "arpeggios", "rhythm": "led-triplets"}, "enclosure": {"kind": "below"},
          "path": {"span": "once"}, "keys": _IN_C, "placement": {"value": "quintuplet"}}, "7/2 4 13/3 14/3"),
    ],
)  # fmt: skip
def test_two_divisions_meet(document: dict[str, Any], notes: str | None) -> None:
    found = press(read_recipe(document), load_tables())
    bars_add_up(found)
    assert to_midi(found).startswith(b"MThd")
    starts = " ".join(str(note.start) for note in found.strips[0].notes)
    assert notes is None or starts == notes


@given(document=everything())
@examples(40)
def test_it_is_worked_out_or_refused_in_words(schema: etree.XMLSchema, document: dict[str, Any]) -> None:
    tables = load_tables()
    try:
        found = press(read_recipe(document), tables)
    except RecipeError as error:
        assert all(problem.message.endswith(".") and problem.pointer for problem in error.problems)
        return
    bars_add_up(found)
    assert to_json(found) == to_json(press(read_recipe(document), tables))
    score = etree.fromstring(to_musicxml(found))
    assert schema.validate(score), schema.error_log
    assert to_midi(found, swinging=True).startswith(b"MThd")
    recipe = found.recipe
    if recipe.sounds.kind == "changes" and recipe.figure.kind != "lick":
        assert explain_join(recipe, tables, 0, found.strips[0].notes[0].start).rule
    if len(found.strips[0].notes) < 40:
        assert strip_svg(found, found.strips[0]).startswith("<svg")
