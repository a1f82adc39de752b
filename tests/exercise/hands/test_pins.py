"""Notes that are pinned: by place or by degree, for one key or for all, and carried to the other keys as an idea."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.keyboard import KeyFinger
from tests.exercise.hands.test_on_strips import played, texts
from tests.generated import examples

ALL = "C D♭ D E♭ E F G♭ G A♭ A B♭ B"


def keys(pins: list[dict[str, Any]], hold: str = "idea", **more: Any) -> dict[str, Any]:
    return {"kind": "keyboard", "pins": pins, "pins_hold": hold, **more}


def told(made: Exercise) -> list[str]:
    return [remark.text for remark in made.remarks if remark.kind == "hands"]


def places(made: Exercise, strip: int) -> str:
    fingers = [mark.finger for mark in made.strips[strip].fingers if mark]
    return " ".join(f"{one.string}/{one.fret}" for one in fingers if isinstance(one, Stopped))


def test_one_finger_in_c_gives_twelve_keys_with_the_same_crossing() -> None:
    """Books print 1 2 3 1 2 3 4 5 for C and thumbs on white keys elsewhere; the thumb on the fifth wins over both."""
    made = played("piano", keys([{"note": 5, "finger": "1"}]), ALL)
    assert {texts(made, strip) for strip in range(12)} == {"1 2 3 4 1 3 4 5"}
    (thumbs,) = told(made)
    # Of the roots and fifths those of D♭, E♭, G♭, A♭ and B♭ are black, and the fifth of B.
    assert thumbs == (
        "D♭ Ionian: the thumb is on a black key at D♭4 and A♭4, as carried from C Ionian; "
        "likewise in E♭ Ionian, G♭ Ionian, A♭ Ionian and 2 more."
    )
    words = {phrase.id: phrase.text for phrase in made.sentence}["fingering"]
    assert words == "in the right hand, one note pinned and carried to every key"


def test_where_pins_hold() -> None:
    pin = [{"note": 5, "finger": "1"}]
    own = texts(played("piano", keys([]), "C E♭"), 1)
    assert own == "3 1 2 3 4 1 2 3"  # as books print it
    first = played("piano", keys(pin, "first-key"), "C E♭")
    assert [texts(first, strip) for strip in (0, 1)] == ["1 2 3 4 1 3 4 5", own]
    typed = texts(played("piano", keys(pin, "every-key"), "C E♭"), 1).split()
    assert (typed[4], typed[0]) == ("1", "3")  # the pin alone, the rest as books print it
    # A pin for one key holds there alone, and wins over what is carried.
    both = keys([*pin, {"note": 5, "finger": "4", "key": "E♭"}])
    made = played("piano", both, "C E♭ B")
    assert [texts(made, strip).split()[4] for strip in range(3)] == ["1", "4", "1"]
    alone = played("piano", keys([{"note": 1, "finger": "2", "key": "E♭"}]), "C E♭")
    assert (texts(alone, 0), texts(alone, 1).split()[0]) == ("1 2 3 1 2 3 4 5", "2")
    assert "carried" not in str(alone.sentence)


def test_a_degree_is_pinned_wherever_it_comes() -> None:
    up_and_back = {"path": {"direction": "up-and-back"}}
    made = played("piano", keys([{"degree": "5", "finger": "1"}]), "C F", **up_and_back)
    for strip in made.strips:
        fingers = [(note.tone.number, mark.text) for note, mark in zip(strip.notes, strip.fingers, strict=True) if mark]
        assert {text for number, text in fingers if number == "5"} == {"1"}
    blank = played("piano", keys([{"note": 3, "finger": "5", "degree": " ", "key": " "}]), "C F")
    assert [texts(blank, strip).split()[2] for strip in (0, 1)] == ["5", "5"]  # blanks name neither degree nor key
    minor = {"sounds": {"kind": "one", "scale": "dorian"}}
    for typed in ("3", "b3", "♭3"):
        assert texts(played("piano", keys([{"degree": typed, "finger": "5"}]), "C", **minor)).split()[2] == "5"


SHAPE = "5/3 5/5 4/2 4/3 4/5 3/2 3/4 3/5"  # C with its root under the second finger on the fifth string


def test_a_shape_on_a_neck_goes_with_the_root_or_to_other_strings() -> None:
    pin = {"kind": "fretted", "pins_hold": "idea", "pins": [{"note": 1, "string": 5, "finger": "2"}]}
    made = played("guitar", pin, "C D♭ E G A B♭")
    assert places(made, 0) == SHAPE
    for strip, up in ((1, 1), (2, 4), (3, 7)):
        moved = [one.split("/") for one in SHAPE.split()]
        assert places(made, strip) == " ".join(f"{string}/{int(fret) + up}" for string, fret in moved)
    # A and B♭ lie below the fifth string: the same fingers begin on the sixth, three frets below C's and two.
    assert places(made, 4) == "6/5 6/7 5/4 5/5 5/7 4/4 4/6 4/7"
    assert {texts(made, strip) for strip in range(6)} == {"2 4 1 2 4 1 3 4"}
    assert told(made) == ["A Ionian: the same fingers on other strings; likewise in B♭ Ionian."]
    # In one position the hand goes with the root too.
    fixed = {**pin, "way": "position", "low": 5, "pins": [{"note": 3, "string": 5, "finger": "3"}]}
    made = played("guitar", fixed, "C D B")
    assert [places(made, strip).split()[0] for strip in range(3)] == ["6/8", "6/10", "6/7"]
    assert len({texts(made, strip) for strip in range(3)}) == 1


def test_where_an_idea_cannot_be_carried_it_is_told() -> None:
    # On the lowest string F's shape begins at the first fret: E would begin below it.
    low = {"kind": "fretted", "pins_hold": "idea", "pins": [{"note": 1, "string": 4, "finger": "2"}]}
    made = played("electric-bass", low, "G F", player={"instrument": "electric-bass", "tessitura": "low"})
    assert places(made, 0).startswith("4/3 4/5 3/2")
    assert told(made)[0].startswith("F Ionian: the way of G Ionian cannot be carried to F")
    assert told(made)[0].endswith(", played as near as can be.")
    # Twelve keys over a whole range have not the same number of notes.
    over_all = played("piano", keys([{"note": 1, "finger": "2"}]), "C B♭", path={"span": "range", "direction": "up"})
    if len(over_all.strips[0].notes) != len(over_all.strips[1].notes):
        assert "B♭ Ionian has another number of notes than C Ionian and is fingered by itself." in told(over_all)


@pytest.mark.parametrize(
    ("instrument", "fingering", "pointer", "cure"),
    [
        ("piano", keys([{"note": 2, "finger": "1"}, {"note": 2, "finger": "3"}]), "/fingering/pins/1/note", "one of"),
        ("piano", keys([{"finger": "1"}]), "/fingering/pins/0/degree", "or a degree"),
        ("piano", keys([{"degree": "♭3", "finger": "1"}]), "/fingering/pins/0/degree", "1, 2, 3, 4, 5, 6, 7"),
        ("piano", keys([{"degree": "x", "finger": "1"}]), "/fingering/pins/0/degree", "♭3"),
        ("piano", keys([{"note": 1, "finger": "1", "key": "H"}]), "/fingering/pins/0/key", ""),
        ("trumpet", {"kind": "valves", "pins_hold": "idea"}, "/fingering/pins_hold", ""),
    ],
)
def test_pins_that_cannot_be_are_refused_at_their_field(
    instrument: str, fingering: dict[str, Any], pointer: str, cure: str
) -> None:
    with pytest.raises(RecipeError) as error:
        played(instrument, fingering, "C")
    assert error.value.problems[0].pointer == pointer
    assert cure in error.value.problems[0].cure


def test_signs_are_typed_in_any_usual_way() -> None:
    high = {"player": {"instrument": "trombone", "tessitura": "high"}}
    for typed in ("♯2", "#2", " #2"):
        slide = {"kind": "slide", "sevenths": True, "pins": [{"note": 8, "finger": typed}]}
        assert texts(played("trombone", slide, "G", **high)).split()[7] == "♯2", typed


@given(
    st.sampled_from(["ionian", "dorian", "altered", "major-blues", "minor-pentatonic"]),
    st.sampled_from(["books", "effort"]),
    st.lists(st.tuples(st.integers(1, 8), st.integers(1, 5)), min_size=1, max_size=3, unique_by=lambda pin: pin[0]),
    st.sampled_from(["right", "left"]),
    st.sampled_from([{"direction": "up"}, {"direction": "down"}, {"direction": "up-and-back"}]),
)
@examples(25)
def test_what_has_the_same_steps_has_the_same_fingers(
    scale: str, school: str, pins: list[tuple[int, int]], hand: str, path: dict[str, str]
) -> None:
    """A keyboard's keys are all within reach as in the first key; only black and white differ, and an idea wins."""
    part = keys([{"note": note, "finger": str(finger)} for note, finger in pins], school=school, hand=hand)
    sounds = {"kind": "one", "scale": scale}
    lengths = len(played("piano", keys([]), "C", sounds=sounds, path=path).strips[0].notes)
    part["pins"] = [pin for pin in part["pins"] if pin["note"] <= lengths] or [{"note": 1, "finger": "3"}]
    made = played("piano", part, "C F♯ B♭ E", sounds=sounds, path=path)
    steps = [
        [after.tone.written.midi - before.tone.written.midi for before, after in pairwise(strip.notes)]
        for strip in made.strips
    ]
    for number, strip in enumerate(made.strips):
        fingers = [mark.finger.finger for mark in strip.fingers if mark and isinstance(mark.finger, KeyFinger)]
        assert len(fingers) == len(strip.notes)
        if steps[number] == steps[0]:
            assert texts(made, number) == texts(made, 0)
    for pin in part["pins"]:
        assert texts(made).split()[pin["note"] - 1] == pin["finger"]
