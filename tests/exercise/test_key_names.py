"""What keys are called: typed names, the fewest signs, two names that correspond; and plain chromatic tones."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.music.core.tonics import TonicNames, signs_on
from dodecant.tables import load_tables
from tests.generated import examples
from tests.strategies import INSTRUMENTS

SCALES = load_tables().scales


def strips(scale: str, keys: Any, **more: Any) -> Any:
    return press(
        read_recipe({"sounds": {"kind": "one", "scale": scale}, "keys": keys, "path": {"direction": "up"}, **more}),
        load_tables(),
    ).strips


def picked(*names: str) -> dict[str, Any]:
    return {"order": "picked", "picked": list(names)}


@pytest.mark.parametrize(
    ("typed", "scale", "notes"),
    [
        ("A♭", "aeolian", "A♭ B♭ C♭ D♭ E♭ F♭ G♭ A♭"), ("G♯", "aeolian", "G♯ A♯ B C♯ D♯ E F♯ G♯"),
        ("D♯", "dorian", "D♯ E♯ F♯ G♯ A♯ B♯ C♯ D♯"), ("E♭", "dorian", "E♭ F G♭ A♭ B♭ C D♭ E♭"),
        ("F♯", "ionian", "F♯ G♯ A♯ B C♯ D♯ E♯ F♯"), ("C♭", "ionian", "C♭ D♭ E♭ F♭ G♭ A♭ B♭ C♭"),
        ("C♯", "ionian", "C♯ D♯ E♯ F♯ G♯ A♯ B♯ C♯"),
    ],
)  # fmt: skip
def test_a_typed_tonic_keeps_its_name(typed: str, scale: str, notes: str) -> None:
    for keys in (picked(typed), {"order": "half-steps-up", "start": typed}):
        strip = strips(scale, keys)[0]
        assert " ".join(note.tone.written.name.text for note in strip.notes) == notes


# A black key, a scale, and the name with the fewest signs.
@pytest.mark.parametrize(
    ("key", "scale", "name"),
    [
        (1, "ionian", "D♭"), (1, "aeolian", "C♯"), (1, "phrygian-dominant", "C♯"), (1, "lydian", "D♭"),
        (1, "dorian", "C♯"), (1, "mixolydian", "D♭"), (1, "altered", "D♭"), (1, "minor-pentatonic", "C♯"),
        (3, "ionian", "E♭"), (3, "phrygian", "D♯"), (3, "locrian", "D♯"), (3, "dorian", "E♭"), (3, "aeolian", "E♭"),
        (3, "phrygian-dominant", "E♭"), (3, "lydian", "E♭"), (6, "ionian", "G♭"), (6, "lydian", "G♭"),
        (6, "mixolydian", "F♯"), (6, "dorian", "F♯"), (6, "aeolian", "F♯"), (6, "phrygian-dominant", "F♯"),
        (6, "lydian-dominant", "G♭"), (8, "ionian", "A♭"), (8, "mixolydian", "A♭"), (8, "lydian", "A♭"),
        (8, "dorian", "G♯"), (8, "aeolian", "G♯"), (8, "phrygian-dominant", "G♯"), (10, "ionian", "B♭"),
        (10, "locrian", "A♯"), (10, "phrygian", "B♭"), (10, "aeolian", "B♭"), (10, "altered", "B♭"),
        (0, "altered", "C"),
    ],
)  # fmt: skip
def test_other_keys_have_the_name_with_the_fewest_signs(key: int, scale: str, name: str) -> None:
    by_key = {strip.key: strip for strip in (one.stop for one in strips(scale, {"order": "half-steps-up"}))}
    assert by_key[key].written.tonic.text == name


@given(st.integers(0, 11), st.sampled_from([scale.id for scale in SCALES.scales]))
def test_no_other_name_takes_fewer_signs(key: int, scale_id: str) -> None:
    scale = SCALES.get(scale_id)
    name = TonicNames().for_degrees(key, scale.degrees, scale.colour)
    others = [other for other in name.enharmonics() if abs(other.alteration) < 2 and name.alteration]
    assert all(signs_on(name, scale.degrees) <= signs_on(other, scale.degrees) for other in others)


# An instrument, who names the key, the key as named, the scale: what is read, and what sounds.
@pytest.mark.parametrize(
    ("instrument", "named", "key", "scale", "read", "heard"),
    [
        ("clarinet", "written", "B♭", "aeolian", "B♭", "A♭"), ("tenor-saxophone", "sounding", "E", "ionian", "F♯", "E"),
        ("clarinet", "sounding", "A♭", "ionian", "B♭", "A♭"), ("alto-saxophone", "sounding", "E", "ionian", "C♯", "E"),
        ("alto-saxophone", "sounding", "A", "ionian", "F♯", "A"), ("trumpet", "written", "E♭", "dorian", "E♭", "D♭"),
        ("trumpet", "sounding", "F♯", "dorian", "G♯", "F♯"), ("clarinet", "written", "D", "ionian", "D", "C"),
        ("guitar", "sounding", "A♭", "aeolian", "A♭", "A♭"),
    ],
)  # fmt: skip
def test_what_is_read_and_what_sounds_correspond(
    instrument: str, named: str, key: str, scale: str, read: str, heard: str
) -> None:
    stop = strips(scale, picked(key), player={"instrument": instrument, "named_key": named})[0].stop
    if (instrument, key) == ("alto-saxophone", "E"):  # seven sharps are not read where five flats will do
        read = "D♭"
    assert (stop.written.tonic.text, stop.sounding.tonic.text) == (read, heard)


@given(
    st.sampled_from(INSTRUMENTS), st.sampled_from(["written", "sounding"]),
    st.sampled_from(["ionian", "dorian", "aeolian", "lydian-dominant", "phrygian-dominant"]),
)  # fmt: skip
@examples(30)
def test_twelve_keys_in_order_never_fifteen(instrument: str, named: str, scale: str) -> None:
    found = [strip.stop for strip in strips(scale, {}, player={"instrument": instrument, "named_key": named})]
    assert len({stop.written.tonic for stop in found}) == len({stop.sounding.tonic for stop in found}) == 12
    moved = load_tables().instruments.get(instrument).sounds_half_steps
    for stop in found:
        assert (stop.written.tonic.pitch_class + moved - stop.sounding.tonic.pitch_class) % 12 == 0
        assert all(abs(degree.name_above(stop.sounding.tonic).alteration) < 2 for degree in stop.sounding.scale.degrees)


@pytest.mark.parametrize(
    ("key", "sounds", "ladder", "up", "down"),
    [
        ("E", "chromatic", "scale", "E F F♯ G G♯ A A♯ B C C♯ D D♯ E", "D♯ D C♯ C B B♭ A G♯ G F♯ F E"),
        ("E♭", "chromatic", "scale", "E♭ E F F♯ G A♭ A B♭ B C C♯ D E♭", "D D♭ C B B♭ A A♭ G G♭ F E E♭"),
        ("E", "ionian", "chromatic", "E F F♯ G G♯ A A♯ B C C♯ D D♯ E", "D♯ D C♯ C B B♭ A G♯ G F♯ F E"),
        ("B", "dorian", "chromatic", "B C C♯ D D♯ E F F♯ G G♯ A A♯ B", "A♯ A G♯ G F♯ F E D♯ D C♯ C B"),
    ],
)  # fmt: skip
def test_chromatic_tones_are_plain(key: str, sounds: str, ladder: str, up: str, down: str) -> None:
    (strip,) = strips(
        sounds, picked(key), ladder={"kind": ladder}, path={}, spelling={"plain": "never"}, player={"reach": "full"}
    )
    names = [note.tone.written.name for note in strip.notes]
    assert " ".join(name.text for name in names[:13]) == up
    assert all(abs(name.alteration) < 2 and name == name.plain() for name in names)
    assert " ".join(name.text for name in names[13:]) == down


def test_double_signs_are_plain_unless_theory_is_wanted() -> None:
    for plain, wanted in (("doubles", "A"), ("never", "B𝄫"), ("all", "A")):
        (strip,) = strips("whole-half", picked("C"), spelling={"plain": plain})
        assert strip.notes[6].tone.written.name.text == wanted
    (strip,) = strips("whole-half", picked("C"))
    assert strip.notes[6].tone.written.name.text == "A"
