"""Whatever is asked for together is worked out, or refused in words; what is worked out can be written and read."""

from __future__ import annotations

from typing import Any

from hypothesis import given, settings
from lxml import etree

from dodecant.engraving.strip_svg import strip_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import explain_join, press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.formats.json.exercise import to_json
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.tables import load_tables
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


@given(document=everything())
@settings(max_examples=150, deadline=None)
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
