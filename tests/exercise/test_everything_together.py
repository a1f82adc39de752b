"""Whatever is asked for together is worked out, or refused in words; what is worked out can be written and read."""

from __future__ import annotations

from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st
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
from tests.exercise.test_companions import COMPANIONS, TEXTS
from tests.exercise.test_placement import placements
from tests.strategies import courses, enclosures, figures, ladders, marks, paths, slurs

FORM = "key: F\nsection: A\n| Gm7 C7 | Fmaj7 |\nsection: B\n|: Bbm7 Eb7 | 1. Am7b5 D7alt :| 2. F6 N.C. |"
changes = st.builds(
    lambda text, choruses, bars, phrases, choices: {
        "kind": "changes", "choruses": choruses, "bars_in_key": bars, "phrases": phrases,
        "changes": {"text": text, "choices": choices},
    },
    st.sampled_from([*TEXTS, FORM]), st.integers(1, 2), st.sampled_from([0, 0, 1, 3]), st.sampled_from([0, 2, 4]),
    st.sampled_from([[], [{"chord": 0, "sounds": [{"scale": "dorian"}, {"scale": "major-pentatonic", "root": "b3"}]}]]),
)  # fmt: skip
sounds = st.one_of(
    changes, changes,
    st.sampled_from([
        {"kind": "one", "scale": "altered"}, {"kind": "one", "scale": "minor-pentatonic"},
        {"kind": "chord", "quality": "m9"},
        {"kind": "morph", "scales": ["ionian", "lydian", "mixolydian"], "repeats": 2, "after_first": "changed"},
        {"kind": "several", "scales": ["dorian", "whole-tone"]}, {"kind": "family", "parent": "melodic-minor"},
    ]),
)  # fmt: skip
more_figures = st.one_of(
    figures,
    st.sampled_from([
        {"kind": "guide-tones"}, {"kind": "unbroken", "direction": "down", "step": 3},
        {"kind": "pairs", "order": "each"},
        {"kind": "arpeggios", "tones": "seventh", "rhythm": "struck"},
        {"kind": "cell", "text": "1 2 3", "order": "each"},
    ]),
)  # fmt: skip
joins = st.fixed_dictionaries(
    {
        "begin": st.sampled_from(["path", "any"]),
        "direction": st.sampled_from(["path", "either"]),
        "leftover": st.sampled_from(["cut", "held"]),
        "leap": st.integers(0, 10),
        "repeat": st.integers(0, 10),
    }
)


@st.composite
def everything(draw: st.DrawFn) -> dict[str, Any]:
    companions = draw(st.lists(st.sampled_from(COMPANIONS), max_size=2))
    placed = {
        **draw(placements()),
        "marks": draw(st.lists(marks, max_size=2)),
        "slurs": draw(st.none() | slurs),
        "anticipated": draw(st.sampled_from(["no", "eighth", "sixteenth"])),
        "swing": draw(st.sampled_from([50, 66])),
    }
    if not placed["slots"]:
        placed["route"] = draw(st.lists(st.sampled_from(["quarter", "eighth", "sixteenth"]), max_size=2))
    return {
        "sounds": draw(sounds), "figure": draw(more_figures), "ladder": draw(ladders), "enclosure": draw(enclosures),
        "course": draw(courses), "path": draw(paths()), "joins": draw(joins), "placement": placed,
        "companions": [{**one, "written": number == 0} for number, one in enumerate(companions)],
        "keys": {"order": "picked", "picked": draw(st.sampled_from([["C"], ["F♯", "A♭"]]))},
        "player": {"instrument": draw(st.sampled_from(["piano", "clarinet", "trombone", "electric-bass"]))},
        "spelling": {"signature": draw(st.booleans()), "plain": draw(st.sampled_from(["never", "all"]))},
    }  # fmt: skip


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
        over = next(one for one in found.strips[0].stop.chords_written if one.sound)
        assert explain_join(recipe, tables, 0, over.start).rule
    if len(found.strips[0].notes) < 40:
        assert strip_svg(found, found.strips[0]).startswith("<svg")
