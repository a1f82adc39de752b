"""Ways through a sound and through the keys that a teacher asks for in words: typed by hand."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.tables import load_tables
from tests.generated import examples
from tests.strategies import INSTRUMENTS


def pressed(*keys: str, **document: Any) -> Exercise:
    order = {"order": "picked", "picked": list(keys or ("C",))}
    return press(read_recipe({"keys": order, **document}), load_tables())


def line(found: Exercise, strip: int = 0) -> str:
    return " ".join(note.tone.written.text for note in found.strips[strip].notes)


FIFTH = {"low": {"step": 1}, "high": {"step": 5, "octave": 1}}
OVER = {"low": {"step": 5}, "high": {"step": 3, "octave": 2}}


@pytest.mark.parametrize(
    ("path", "wanted"),
    [
        ({**OVER, "direction": "round"}, "C5 D5 E5 D5 C5 B4 A4 G4 A4 B4 C5"),
        ({**OVER, "direction": "round-down"}, "C5 B4 A4 G4 A4 B4 C5 D5 E5 D5 C5"),
        ({**FIFTH, "direction": "round"}, "C4 D4 E4 F4 G4 F4 E4 D4 C4"),
        ({**FIFTH, "direction": "round-down"}, "C4 D4 E4 F4 G4 F4 E4 D4 C4"),
        ({**FIFTH, "direction": "round", "overshoot": True}, "C4 D4 E4 F4 G4 A4 G4 F4 E4 D4 C4 B3 C4"),
        ({**OVER, "direction": "round", "overshoot": True}, "C5 D5 E5 F5 E5 D5 C5 B4 A4 G4 F4 G4 A4 B4 C5"),
        ({**FIFTH, "direction": "up-and-back", "overshoot": True}, "C4 D4 E4 F4 G4 A4 G4 F4 E4 D4 C4 B3 C4"),
        ({**FIFTH, "direction": "up", "close": "turn"}, "C4 D4 E4 F4 G4 A4 G4 F4 G4"),
        ({**FIFTH, "direction": "up", "close": "mirrored-turn"}, "C4 D4 E4 F4 G4 A4 G4 F4 G4"),
        ({**FIFTH, "direction": "down", "close": "turn"}, "G4 F4 E4 D4 C4 D4 C4 B3 C4"),
        ({**FIFTH, "direction": "down", "close": "mirrored-turn"}, "G4 F4 E4 D4 C4 B3 C4 D4 C4"),
        ({**FIFTH, "direction": "up", "close": "own", "closing_up": "1 3 2 1"}, "C4 D4 E4 F4 G4 B4 A4 G4"),
        ({**FIFTH, "direction": "down", "close": "own", "closing_down": "2 1 7- 1"}, "G4 F4 E4 D4 C4 D4 C4 B3 C4"),
        ({**FIFTH, "direction": "up-and-back", "close": "own", "closing_down": "1 5 3 1"},
         "C4 D4 E4 F4 G4 F4 E4 D4 C4 G4 E4 C4"),
        ({**FIFTH, "direction": "down-and-back", "close": "own", "closing_up": "3 1"},
         "G4 F4 E4 D4 C4 D4 E4 F4 G4 B4 G4"),
    ],
)  # fmt: skip
def test_paths_by_hand(path: Any, wanted: str) -> None:
    found = line(pressed(path=path, player={"reach": "full"}))
    first, mine = wanted.split()[0], found.split()[0]
    octaves = int(mine[-1]) - int(first[-1])
    assert found == " ".join(f"{name[:-1]}{int(name[-1]) + octaves}" for name in wanted.split())


def test_a_run_to_the_ninth_with_its_arpeggio_has_25_notes() -> None:
    path = {"high": {"step": 2, "octave": 2}, "direction": "up-and-back"}
    found = pressed(path=path, figure={"kind": "run", "tail": "arpeggio"}).strips[0]
    assert len(found.notes) == 25
    assert not any(a.tone.written == b.tone.written for a, b in pairwise(found.notes))


@given(st.sampled_from(INSTRUMENTS), st.sampled_from(["C", "F♯", "B♭", "E"]), st.sampled_from(["round", "up", "down"]))
@examples(40)
def test_a_closing_turn_takes_no_note_away_from_the_range(instrument: str, key: str, direction: str) -> None:
    path, player = {"span": "range", "direction": direction}, {"instrument": instrument}
    plain = pressed(key, path=path, player=player)
    turned = pressed(key, path={**path, "close": "turn"}, player=player)
    heights = [{note.tone.written.midi for note in found.strips[0].notes} for found in (plain, turned)]
    assert heights[0] == heights[1]
    assert all(plain.instrument.comfortable.holds(height, height) for height in heights[1])
    if direction == "round":
        tonic = plain.strips[0].stop.written.tonic
        assert plain.strips[0].notes[0].tone.written.name == plain.strips[0].notes[-1].tone.written.name == tonic


# Keys C and D, Ionian and Dorian, eighths and triplets: the strips in order.
@pytest.mark.parametrize(
    ("outer", "turn", "wanted"),
    [
        ("keys", "innermost", "CIe CIt CDe CDt DIe DIt DDe DDt"),
        ("keys", "between", "CIe CDe CIt CDt DIe DDe DIt DDt"),
        ("keys", "outermost", "CIe CDe DIe DDe CIt CDt DIt DDt"),
        ("sounds", "innermost", "CIe CIt DIe DIt CDe CDt DDe DDt"),
        ("sounds", "between", "CIe DIe CIt DIt CDe DDe CDt DDt"),
        ("sounds", "outermost", "CIe DIe CDe DDe CIt DIt CDt DDt"),
    ],
)  # fmt: skip
def test_routes_nest_in_any_order(outer: str, turn: str, wanted: str) -> None:
    found = pressed(
        "C", "D", sounds={"kind": "several", "scales": ["ionian", "dorian"]}, outer=outer, values_turn=turn,
        placement={"route": ["eighth", "triplet"]},
    )  # fmt: skip
    stops = [strip.stop for strip in found.strips]
    assert " ".join(f"{s.written.tonic.text}{s.written.scale.name[0]}{(s.value or '?')[0]}" for s in stops) == wanted


@pytest.mark.parametrize(
    ("key", "roots", "headings"),
    [
        ("C", ["1", "6"], "C major pentatonic, A minor pentatonic"),
        ("G♭", ["1", "6"], "G♭ major pentatonic, E♭ minor pentatonic"),
        ("B♭", ["1", "6"], "B♭ major pentatonic, G minor pentatonic"),
        ("A♭", ["1", "b3"], "A♭ major pentatonic, B minor pentatonic"),
        ("E", [], "E major pentatonic, E minor pentatonic"), ("E", ["5"], "B major pentatonic, E minor pentatonic"),
    ],
)  # fmt: skip
def test_each_sound_may_have_a_root_of_its_own(key: str, roots: list[str], headings: str) -> None:
    sounds = {"kind": "several", "scales": ["major-pentatonic", "minor-pentatonic"], "roots": roots}
    found = pressed(key, sounds=sounds)
    assert ", ".join(strip.heading for strip in found.strips) == headings
    if roots and roots[0] == "1":
        assert f"through {' and '.join(headings.split(', '))}," in sentence_text(found.sentence)


@given(st.sampled_from(INSTRUMENTS), st.sampled_from(["half-steps-up", "half-steps-down"]))
@examples(25)
def test_neighbouring_keys_lie_side_by_side(instrument: str, order: str) -> None:
    document = {
        "keys": {"order": order}, "player": {"instrument": instrument, "key_register": "side-by-side", "reach": "full"},
        "path": {"high": {"step": 5, "octave": 1}},
    }  # fmt: skip
    found = press(read_recipe(document), load_tables())
    lowest = [min(note.tone.written.midi for note in strip.notes) for strip in found.strips]
    jumps = [abs(b - a) for a, b in pairwise(lowest) if abs(b - a) > 6]
    assert len(jumps) <= 1
    assert all(found.instrument.full.holds(low, low + 7) for low in lowest)


def test_a_large_route_fits() -> None:
    sounds = {"kind": "several", "scales": ["ionian"] * 12}
    found = press(
        read_recipe({"sounds": sounds, "placement": {"route": ["eighth", "triplet", "sixteenth"]}}), load_tables()
    )
    assert len(found.strips) == 12 * 12 * 3
