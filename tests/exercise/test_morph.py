"""Sounds that turn into each other inside a strip: joined without a gap, the altered note marked."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from lxml import etree
from music21 import articulations, converter

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.music.core.tonics import USUAL
from dodecant.tables import load_tables

FIFTH = {"high": {"step": 5, "octave": 1}}
CHAIN = ["lydian", "ionian", "mixolydian", "dorian", "aeolian", "phrygian", "locrian"]


def morphed(
    scales: list[Any], *keys: str, path: dict[str, Any] = FIFTH, stages: str = "stream", **sounds: Any
) -> Exercise:
    document = {"sounds": {"kind": "morph", "scales": scales, **sounds}, "path": path, "placement": {"stages": stages}}
    return press(read_recipe({**document, "keys": {"order": "picked", "picked": keys or ["C"]}}), load_tables())


# Notes, an accent on each that the sound before did not have.
@pytest.mark.parametrize(
    ("scales", "more", "notes"),
    [
        (["lydian", "ionian"], {}, "C4 D4 E4 F♯4 G4 F♯4 E4 D4 C4 D4 E4 F4> G4 F4> E4 D4 C4"),
        (["ionian", "dorian"], {"path": {**FIFTH, "direction": "up"}}, "C4 D4 E4 F4 G4 C4 D4 E♭4> F4 G4"),
        (["ionian", "lydian"], {"repeats": 2, "path": {**FIFTH, "direction": "up"}},
         "C4 D4 E4 F4 G4 C4 D4 E4 F4 G4 C4 D4 E4 F♯4> G4 C4 D4 E4 F♯4 G4"),
        (["ionian", "lydian"], {"closed": True, "path": {**FIFTH, "direction": "up"}},
         "C4 D4 E4 F4 G4 C4 D4 E4 F♯4> G4 C4 D4 E4 F4> G4"),
        (["ionian", {"degrees": "1 2 b3 3 5"}], {"path": {**FIFTH, "direction": "up"}},
         "C4 D4 E4 F4 G4 C4 D4 E♭4> E4 G4"),
        (["ionian", "lydian"], {"after_first": "changed", "repeats": 2, "path": {**FIFTH, "direction": "up"}},
         "C4 D4 E4 F4 G4 C4 D4 E4 F4 G4 E4 F♯4> G4 E4 F♯4 G4"),
        (["lydian", "ionian", "mixolydian"],
         {"after_first": "changed", "path": {"high": {"octave": 2}, "direction": "up"}},
         "C4 D4 E4 F♯4 G4 A4 B4 C5 E4 F4> G4 A4 B♭4> C5"),
    ],
)  # fmt: skip
def test_a_chain_of_sounds(scales: list[Any], more: dict[str, Any], notes: str) -> None:
    (strip,) = morphed(scales, **more).strips
    found = [f"{note.tone.written.text}{'>' if note.tone.changed else ''}" for note in strip.notes]
    assert " ".join(found) == notes
    assert all(later.start == note.start + note.length for note, later in pairwise(strip.notes))


def test_seven_modes_turn_one_into_the_next_by_one_note_in_every_key(schema: etree.XMLSchema) -> None:
    found = morphed(CHAIN, *USUAL["major"], path={"high": {"step": 1, "octave": 2}, "direction": "up"}, closed=True)
    assert len(found.strips) == 12
    for strip in found.strips:
        assert [text for _, text in strip.labels] == [sound.scale.name for sound, _ in strip.stop.chain]
        changed = [note.tone.degree.text for note in strip.notes if note.tone.changed]
        assert changed == ["4", "♭7", "♭3", "♭6", "♭2", "♭5", "2", "3", "♯4", "5", "6", "7"]
        assert len({sound.tonic for sound, _ in strip.stop.chain}) == 1
    data = to_musicxml(found)
    assert schema.validate(etree.fromstring(data)), schema.error_log
    score = converter.parseData(data.decode(), format="musicxml")
    accented = [
        note for note in score.flatten().notes if any(isinstance(a, articulations.Accent) for a in note.articulations)
    ]
    assert len(accented) == 12 * 12


def test_what_a_chain_is_called() -> None:
    found = morphed(["lydian", "ionian", "dorian"], "A♭", repeats=2, closed=True)
    assert found.strips[0].heading == "A♭ Lydian → Ionian → Dorian"
    assert "through A♭ Lydian turning into Ionian, Dorian and Lydian, twice each," in sentence_text(found.sentence)
