"""Stages that begin at barlines, repeat signs, and how they sound."""

from __future__ import annotations

from fractions import Fraction
from io import BytesIO
from typing import Any

import mido
import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree
from music21 import converter

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.tables import load_tables
from tests.generated import examples

UP = {"direction": "up"}
BUILD_UP = {"course": {"kind": "build-up"}}
GROW: Any = {"course": {"kind": "grow"}, "path": {**UP, "high": {"step": 3, "octave": 1}}}
CHAIN: Any = {
    "sounds": {"kind": "morph", "scales": ["ionian", "lydian"]}, "path": {**UP, "high": {"step": 5, "octave": 1}}
}  # fmt: skip


def pressed(document: Any, **placement: Any) -> Exercise:
    keys = {"keys": {"order": "picked", "picked": ["C"]}}
    return press(read_recipe({**keys, **document, "placement": placement}), load_tables())


def repeated(times: int) -> dict[str, Any]:
    return {**CHAIN, "sounds": {**CHAIN["sounds"], "repeats": times}}


@pytest.mark.parametrize(
    ("scale", "school", "names"),
    [
        ("dorian", "major", "1 ♭3 5 ♭7 | + 2 | + 4 | + 6 | + 8"),
        ("dorian", "chord", "1 ♭3 5 ♭7 | + 9 | + 11 | + 13 | + 8"),
        ("dorian", "steps", "1 3 5 7 | + 2 | + 4 | + 6 | + 8"),
        ("altered", "chord", "1 3 ♯11 ♭13 ♭7 | + ♭9 | + ♯9 | + 8"),
        ("altered", "steps", "1 4 5 6 7 | + 2 | + 3 | + 8"),
        ("altered", "none", "1 3 ♯4 ♭6 ♭7 | + ♭2 | + ♯2 | + 8"),
    ],
)
def test_stages_are_numbered_as_their_notes_are(scale: str, school: str, names: str) -> None:
    found = pressed({**BUILD_UP, "path": UP, "sounds": {"kind": "one", "scale": scale}, "numbers": school})
    strip = found.strips[0]
    assert " | ".join(text for _, text in strip.labels) == names
    under = {note.tone.number for note in strip.notes}
    assert (
        school == "none"
        or {one for text in names.split(" | ")[:-1] for one in text.removeprefix("+ ").split()} == under
    )


@pytest.mark.parametrize(
    ("document", "placement", "labels"),
    [
        ({**BUILD_UP, "path": UP}, {}, "0 1 3 5 7 | 4 + 2 | 8 + 4 | 12 + 6 | 16 + 8"),
        ({**BUILD_UP, "path": UP}, {"stages": "stream"}, "0 1 3 5 7 | 2 + 2 | 5 + 4 | 17/2 + 6 | 25/2 + 8"),
        (GROW, {}, "0 the first | 4 the first 2 | 8 the first 3"),
        ({"course": {"kind": "build-up", "order": "1 3 5"}, "path": UP}, {}, "0 1 3 5 | 4 + 8"),
        (CHAIN, {}, "0 Ionian | 4 Lydian"), (CHAIN, {"stages": "stream"}, "0 Ionian | 5/2 Lydian"),
        (CHAIN, {"ending": "on"}, "0 Ionian | 5/2 Lydian"), (repeated(3), {}, "0 Ionian | 4 Lydian"),
    ],
)  # fmt: skip
def test_stages_begin_at_barlines_with_their_names(document: Any, placement: Any, labels: str) -> None:
    found = pressed(document, **placement).strips[0].labels
    assert " | ".join(f"{start} {text}" for start, text in found) == labels


# What sounds, in passages from beat to beat.
@pytest.mark.parametrize(
    ("document", "placement", "played", "seconds"),
    [
        (CHAIN, {}, "0-8", 5), (repeated(2), {}, "0-4 0-4 4-8 4-8", 10), (repeated(3), {"times": 2}, "0-24 0-24", 30),
        (CHAIN, {"times": 3}, "0-8 0-8 0-8", 15), ({"path": UP}, {"times": 2}, "0-4 0-4", 5),
        ({"path": UP}, {"start": -2, "times": 2}, "3-8 3-8", Fraction(25, 4)),
        (repeated(2), {"stages": "stream"}, "0-12", Fraction(15, 2)),
    ],
)  # fmt: skip
def test_what_is_repeated(document: Any, placement: Any, played: str, seconds: Any) -> None:
    found = pressed({"tempo": 96, **document}, **placement)
    assert " ".join(f"{start}-{end}" for start, end in found.strips[0].played) == played
    assert found.seconds == seconds


@pytest.mark.parametrize(
    ("text", "twice", "played"),
    [
        ("| Dm7 | G7 | C | C |", True, "0-8 0-8 8-16 8-16"), ("| Dm7 | G7 | C | C |", False, "0-16"),
        ("| Dm7 | G7 | C |", True, "0-8 0-8 8-12 8-12"),
    ],
)  # fmt: skip
def test_calls_over_changes_come_again_under_repeat_signs(text: str, twice: bool, played: str) -> None:
    sounds = {"kind": "changes", "changes": {"text": f"key: C\n{text}"}}
    found = pressed({"sounds": sounds}, call={"bars": 1, "open": 1, "twice": twice})
    assert " ".join(f"{start}-{end}" for start, end in found.strips[0].played) == played
    assert ("each call twice" in sentence_text(found.sentence)) == twice


def test_it_is_said() -> None:
    assert "in eighths, stages without a gap, three times, through" in sentence_text(
        pressed(CHAIN, times=3, stages="stream").sentence
    )


@given(
    st.sampled_from([CHAIN, repeated(2), repeated(4), BUILD_UP, {"path": UP}]), st.integers(1, 4), st.integers(-3, 3),
    st.sampled_from([[], [{"kind": "drone", "written": True}], [{"kind": "fifths"}]]),
)  # fmt: skip
@examples(20)
def test_the_toolkit_plays_the_repeats_as_the_sound_does(
    schema: etree.XMLSchema, document: Any, times: int, start: int, beside: Any
) -> None:
    found = press(
        read_recipe(
            {
                **document,
                "keys": {"order": "picked", "picked": ["D", "A♭"]},
                "companions": beside,
                "placement": {"times": times, "start": start},
            }
        ),
        load_tables(),
    )
    data = to_musicxml(found)
    assert schema.validate(etree.fromstring(data)), schema.error_log
    line = converter.parseData(data.decode(), format="musicxml", forceSource=True).parts[0].expandRepeats()
    heard = [note.pitch.midi for note in line.flatten().notes if note.tie is None or note.tie.type == "start"]
    song = mido.MidiFile(file=BytesIO(to_midi(found)))
    assert heard == [one.note for one in song.tracks[1] if one.type == "note_on" and one.velocity]
    beats = sum(one.time for one in song.tracks[1]) / song.ticks_per_beat
    assert beats == float(sum(strip.beats for strip in found.strips)) == float(line.duration.quarterLength)
