"""The same line in the other clef: note for note, whole octaves away."""

from __future__ import annotations

from typing import Any

import pytest

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.practice.studio.other_clef import in_other_clef
from dodecant.tables import load_tables

TABLES = load_tables()
TWO = {"order": "picked", "picked": ["C", "E♭"]}


@pytest.mark.parametrize(
    ("document", "clef", "firsts"),
    [
        ({"player": {"instrument": "trombone"}}, "treble", ["C4", "E♭4"]),
        ({"player": {"instrument": "flute"}}, "bass", ["C3", "E♭3"]),
        ({"player": {"instrument": "tenor-saxophone"}}, "bass", ["D2", "F2"]),  # as they are read
        ({"player": {"instrument": "piano"}, "path": {"high": {"octave": 4}}}, "bass", ["C2", "E♭2"]),
        ({"player": {"instrument": "guitar"}, "fingering": {"kind": "fretted"}}, "bass", ["C3", "E♭3"]),
        ({"player": {"instrument": "piano"}, "figure": {"kind": "arpeggios", "rhythm": "struck"},
          "companions": [{"kind": "voicings"}]}, "bass", None),
    ],
)  # fmt: skip
def test_it_is_the_same_line_note_for_note(document: dict[str, Any], clef: str, firsts: list[str] | None) -> None:
    exercise = press(read_recipe({"keys": TWO, **document}), TABLES)
    other = in_other_clef(exercise, TABLES.instruments)
    assert other.instrument.clef == clef != exercise.instrument.clef
    moved = set()
    for strip, there in zip(exercise.strips, other.strips, strict=True):
        assert [(n.start, n.length, n.accidental, n.tone.number) for n in there.notes] == [
            (n.start, n.length, n.accidental, n.tone.number) for n in strip.notes
        ]
        for note, again in zip(strip.notes, there.notes, strict=True):
            for one, two in zip(
                (note.tone, *note.tone.lower_tones), (again.tone, *again.tone.lower_tones), strict=True
            ):
                assert one.written.name == two.written.name
                moved.add(two.written.midi - one.written.midi)
        assert not there.fingers
    assert len(moved) == 1
    assert moved.pop() % 12 == 0
    if firsts:
        assert [strip.notes[0].tone.written.text for strip in other.strips] == firsts
