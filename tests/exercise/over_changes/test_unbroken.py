"""Lines that never stop: hand-made ones, and what holds for each of them."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.tables import load_tables
from tests.exercise.over_changes.test_over_changes import TEXTS
from tests.formats.test_oracle import check
from tests.generated import examples
from tests.strategies import INSTRUMENTS, KEYS

TWO_FIVE = "key: C\n| Dm7 G7 | Cmaj7 |"


def pressed(text: str = TWO_FIVE, key: str = "C", way: str = "up", step: int = 1, **more: Any) -> Exercise:
    figure = {"kind": "unbroken", "direction": way, "step": step}
    document = {"figure": figure, "keys": {"order": "picked", "picked": [key]}}
    return press(
        read_recipe({"sounds": {"kind": "changes", "changes": {"text": text}}, **document, **more}), load_tables()
    )


# On C4 to C5, where the line has to turn: D Dorian, G Mixolydian, C Ionian.
@pytest.mark.parametrize(
    ("more", "notes"),
    [
        ({}, "D4 E4 F4 G4 A4 B4 C5 B4 A4 G4 F4 E4 D4 C4 D4 E4"),
        ({"way": "down"}, "D4 C4 D4 E4 F4 G4 A4 B4 C5 B4 A4 G4 F4 E4 D4 C4"),
        ({"step": 5, "placement": {"value": "quarter"}}, "A4 B4 C5 B4 A4 G4 F4 E4"),
        ({"ladder": {"kind": "chord-tones"}}, "D4 F4 A4 C5 B4 G4 F4 D4 C4 E4 G4 B4 C5 B4 G4 E4"),
        ({"text": "key: C\n| Cmaj7 / N.C. / | Abmaj7 |", "placement": {"value": "quarter"}}, "C4 D4 E♭4 F4 G4 A♭4"),
        ({"placement": {"value": "eighth", "slots": "srrs srrs"}}, "D4 E4 F4 G4 A4 B4 C5 B4"),
    ],
)
def test_lines_worked_out_by_hand(more: dict[str, Any], notes: str) -> None:
    found = pressed(player={"lowest": "C4", "highest": "C5"}, **more)
    assert " ".join(note.tone.written.text for note in found.strips[0].notes) == notes
    check(found)


@given(st.sampled_from(TEXTS), st.sampled_from(KEYS), st.sampled_from(INSTRUMENTS), st.sampled_from(["up", "down"]),
       st.integers(1, 7), st.sampled_from(["quarter", "eighth", "triplet", "sixteenth"]),
       st.sampled_from([{"kind": "scale"}, {"kind": "chord-tones"}]))  # fmt: skip
@examples(100)
def test_it_never_stops_never_leaps_and_turns_only_where_it_must(
    text: str, key: str, instrument: str, way: str, step: int, value: str, ladder: Any
) -> None:
    more = {"ladder": ladder, "placement": {"value": value}, "player": {"instrument": instrument}}
    found = pressed(text, key, way, step, **more)
    (strip,) = found.strips
    reach, heights = found.instrument.comfortable, [note.tone.written.midi for note in strip.notes]
    assert all(reach.holds(height, height) for height in heights)
    silent = any(over.chord is None for over in strip.stop.chords_written)
    if not silent:
        assert all(one.start + one.length == other.start for one, other in pairwise(strip.notes))
    moves = [other - one for one, other in pairwise(heights)]
    assert all(0 < abs(move) <= (4 if ladder["kind"] == "scale" else 9) for move in moves)
    edge = 4 if ladder["kind"] == "scale" else 9
    for (one, other), height in zip(pairwise(moves), heights[1:-1], strict=True):
        turned = (one > 0) != (other > 0)
        assert not turned or height - reach.low.midi < edge or reach.high.midi - height < edge


def test_it_is_said_and_needs_chords() -> None:
    assert sentence_text(pressed(way="down", step=3).sentence).startswith(
        "Take an unbroken line, down first from 3, through the changes of Changes, beginning in C major, in eighths,"
    )
    with pytest.raises(RecipeError) as caught:
        press(read_recipe({"figure": {"kind": "unbroken"}}), load_tables())
    assert caught.value.problems[0].pointer == "/sounds"
