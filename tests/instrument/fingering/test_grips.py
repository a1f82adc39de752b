"""Chords under one hand: as they are taught, never what a hand cannot hold, written with every string."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree

from dodecant.formats.json.exercise import exercise_document
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.instrument.fingering.books import Hand
from dodecant.instrument.fingering.fretted import Fretted, Neck, Stopped
from dodecant.instrument.fingering.grips import grips
from dodecant.instrument.fingering.keyboard import Keyboard, key_grips
from dodecant.instrument.fingering.optimiser import Optimiser
from dodecant.music.core.pitch import LETTER_SEMITONES, LETTERS, Pitch
from dodecant.tables import load_tables
from tests.exercise.hands.test_on_strips import played

WEIGHTS = load_tables().weights
GUITAR = Neck((76, 71, 67, 62, 57, 52), 22)
STRUCK = {"figure": {"kind": "arpeggios", "rhythm": "struck"}}


def heights(names: str) -> tuple[int, ...]:
    return tuple(Pitch.parse(name).midi for name in names.split())


# As triads are taught: in root position and second inversion 1 3 5, the second finger beside the fourth.
@pytest.mark.parametrize(
    ("hand", "chord", "fingers"),
    [
        ("right", "G4 E4 C4", "5 3 1"), ("right", "C5 G4 E4", "5 2 1"), ("right", "E5 C5 G4", "5 3 1"),
        ("left", "G3 E3 C3", "1 3 5"), ("left", "C4 G3 E3", "1 3 5"), ("left", "E4 C4 G3", "1 2 5"),
        ("right", "F5 D5 B4", "5 3 1"), ("right", "F♯4 C♯4 A♯3", "5 2 1"),
    ],
)  # fmt: skip
def test_triads_under_a_hand(hand: Hand, chord: str, fingers: str) -> None:
    (found,) = Optimiser(Keyboard(WEIGHTS["keyboard"], hand, chords=True)).cheapest([heights(chord)])
    assert found is not None
    assert " ".join(str(one.finger) for one in found.each) == fingers
    assert tuple(one.height for one in found.each) == heights(chord)


# Shapes every guitarist knows: an open C, a barre at the third fret, a close triad; and what no hand holds.
@pytest.mark.parametrize(
    ("chord", "shape"),
    [
        ("E5 C5 G4 E4 C4", "1/0/0 2/1/1 3/0/0 4/2/2 5/3/3"),
        ("G5 D5 B4 G4 D4 G3", "1/3/1 2/3/1 3/4/2 4/5/4 5/5/3 6/3/1"),
        ("A4 F4 C4", "3/2/1 4/3/3 5/3/2"),
        ("E4 D4 C4", None), ("B3 G3 F3 E3", None),
    ],
)  # fmt: skip
def test_shapes_on_a_guitar(chord: str, shape: str | None) -> None:
    (found,) = Optimiser(Fretted(GUITAR, WEIGHTS["fretted"])).cheapest([heights(chord)])
    told = None if found is None else " ".join(f"{one.string}/{one.fret}/{one.finger}" for one in found.each)
    assert told == shape


@given(st.lists(st.integers(52, 88), min_size=2, max_size=6, unique=True), st.none() | st.integers(1, 12))
def test_a_grip_is_what_a_hand_can_hold(notes: list[int], position: int | None) -> None:
    chord = tuple(sorted(notes, reverse=True))
    for low, held in grips(GUITAR.strings, GUITAR.frets, chord, position):
        assert [GUITAR.strings[string - 1] + fret for string, fret, _ in held] == list(chord)
        assert all(one < other for (one, _, _), (other, _, _) in pairwise(held))
        stopped = [(fret, finger) for _, fret, finger in held if fret]
        assert all(1 <= finger <= 4 for _, finger in stopped)
        assert all(0 <= fret - low <= 4 for fret, _ in stopped)
        for (fret, finger), (other, further) in pairwise(sorted(stopped)):
            assert finger <= further
            assert fret == other or finger < further
        under = [(finger, string, fret) for string, fret, finger in held if finger]
        for finger in {one for one, _, _ in under}:
            strings = [string for one, string, _ in under if one == finger]
            between = range(min(strings), max(strings) + 1)
            assert not any(string in between and fret == 0 for string, fret, _ in held)


@given(st.lists(st.integers(48, 84), min_size=2, max_size=6, unique=True), st.sampled_from(["right", "left"]))
def test_a_hand_on_keys_spans_what_it_strikes(notes: list[int], hand: Hand) -> None:
    chord = tuple(sorted(notes, reverse=True))
    for found in key_grips(chord, hand):
        fingers = [found.finger, *found.under]
        assert fingers == sorted(fingers, reverse=hand == "right")
        assert chord[0] - chord[-1] <= 15
    assert len(notes) < 6 or not list(key_grips(chord, hand))


def test_struck_chords_are_written_with_every_string(schema: etree.XMLSchema) -> None:
    made = played("guitar", {"kind": "fretted"}, "C F♯", **STRUCK)
    text = to_musicxml(made)
    score = etree.fromstring(text)
    assert schema.validate(score), schema.error_log
    strings = made.instrument.fingering.strings
    for measure in score.findall("part")[1].iter("measure"):
        for note in measure.iter("note"):
            if note.find("rest") is None:
                string, fret = (int(note.findtext(f".//{name}") or 0) for name in ("string", "fret"))
                written = note.findtext("pitch/step") or "", note.findtext("pitch/alter"), note.findtext("pitch/octave")
                step = LETTER_SEMITONES[LETTERS.index(written[0])]
                assert strings[string - 1].midi + fret == step + int(written[1] or 0) + 12 * (int(written[2] or 0) + 1)
    # F♯3 A♯3 C♯4 is not held: no string lies low enough for its middle one.
    held = [mark for strip in made.strips for mark in strip.fingers if mark]
    assert len(held) == 15
    assert len(score.findall(".//string")) == 3 * len(held)
    fingering = exercise_document(made)["strips"][0]["bars"][0]["notes"][0]["fingering"]
    assert fingering is not None
    assert len(fingering["under"]) == 2


def test_what_cannot_be_struck_is_told_with_a_way_out() -> None:
    close = {"kind": "one", "scale": {"name": "close", "degrees": "1 b2 2 b3 3"}}
    made = played("guitar", {"kind": "fretted"}, "C", figure={"kind": "arpeggios", "rhythm": "struck"}, sounds=close)
    told = [remark for remark in made.remarks if "struck together" in remark.text]
    assert [cure.label for cure in told[0].cures] == ["Play the tones one after another"]
    assert all(isinstance(mark.finger, Stopped) for mark in made.strips[0].fingers if mark)
