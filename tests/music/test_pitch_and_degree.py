"""Pitches and degrees against the general-purpose toolkit, and by their own laws."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from music21 import interval as m21_interval
from music21 import pitch as m21_pitch

from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName, Pitch

pitches = st.builds(Pitch, st.integers(0, 6), st.integers(-2, 2), st.integers(1, 7))
degrees = st.builds(Degree, st.integers(1, 13), st.integers(-1, 1))


def oracle(pitch: Pitch) -> m21_pitch.Pitch:
    return m21_pitch.Pitch(pitch.text.replace("𝄫", "--").replace("𝄪", "##").replace("♭", "-").replace("♯", "#"))


@given(pitches)
def test_midi_number_and_text_agree_with_the_oracle(pitch: Pitch) -> None:
    assert pitch.midi == oracle(pitch).ps
    assert Pitch.parse(pitch.text) == pitch
    assert NoteName.parse(pitch.name.text) == pitch.name


@given(pitches, degrees)
def test_a_degree_above_a_root_is_the_oracles_interval(root: Pitch, degree: Degree) -> None:
    found = degree.above(root)
    generic = m21_interval.GenericInterval(degree.number)
    step = generic.transposePitch(oracle(root))
    assert (found.name.text[0], found.octave) == (step.step, step.octave)
    assert found.midi - root.midi == degree.half_steps
    assert Degree.between(root.name, found.name) == Degree((degree.number - 1) % 7 + 1, degree.alteration)


@given(pitches, st.booleans())
def test_the_plain_note_sounds_the_same_and_is_plain(pitch: Pitch, white_keys_too: bool) -> None:
    plain = pitch.plain(white_keys_too=white_keys_too)
    assert plain.midi == pitch.midi
    assert abs(plain.alteration) <= 1
    if white_keys_too:
        assert plain.name.text not in {"C♭", "F♭", "E♯", "B♯"}
    elif abs(pitch.alteration) <= 1:
        assert plain == pitch


@pytest.mark.parametrize(
    ("text", "steps", "half_steps", "result"),
    [("B3", 1, 1, "C4"), ("E♯4", 2, 4, "G𝄪4"), ("C4", -1, -1, "B3"), ("F♯3", -8, -14, "E2"), ("G♭2", 6, 11, "F3")],
)
def test_moving_keeps_the_letters(text: str, steps: int, half_steps: int, result: str) -> None:
    assert Pitch.parse(text).moved(steps, half_steps) == Pitch.parse(result)


@pytest.mark.parametrize("text", ["", "H", "c##b", "♭B", "4", "C♭♭♭♭", "é"])
def test_what_is_no_note_is_told(text: str) -> None:
    with pytest.raises(MusicError, match="not a note name") as caught:
        NoteName.parse(text)
    assert caught.value.cure


@pytest.mark.parametrize("text", ["", "C", "C10", "C4.5", "Cn"])
def test_what_is_no_pitch_is_told(text: str) -> None:
    with pytest.raises(MusicError, match="not a pitch"):
        Pitch.parse(text)


@pytest.mark.parametrize("text", ["", "0", "b", "3b", "♭♭♭♭3", "100"])
def test_what_is_no_degree_is_told(text: str) -> None:
    with pytest.raises(MusicError, match="not a degree"):
        Degree.parse(text)


@pytest.mark.parametrize(
    ("typed", "text"), [("C", "C"), ("Ab", "A♭"), ("F###", "F♯𝄪"), ("Bbbb", "B♭𝄫"), ("Dbb", "D𝄫"), ("G##", "G𝄪")]
)
def test_signs_are_written_as_they_are_printed(typed: str, text: str) -> None:
    assert NoteName.parse(typed).text == text
