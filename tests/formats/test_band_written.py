"""The band written out: notation that is valid and reads back as it sounds, MIDI that holds every event."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import mido
import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree
from music21 import converter, harmony

from dodecant.backing.band import band
from dodecant.backing.setting import Backing
from dodecant.backing.written import band_parts
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.formats.midi import TICKS, to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.music.core.pitch import NoteName
from dodecant.tables import load_tables
from tests.generated import examples
from tests.strategies import INSTRUMENTS

TABLES = load_tables()
TEXTS = [
    "", "key: F\n| Gm7 C7 | Fmaj7 | Bm7b5 E7alt | Am6 |", "key: A minor\n| Bm7b5 | E7b9 | Am(maj7) | N.C. |",
    "key: Gb\n| Abm7 Db7 | Gbmaj7 |", "metre: 3/4\nkey: D\n| Em7 | A7sus4 / A7 | D6 |",
    "metre: 6/8\nkey: B\n| C#m7 | F#7 | Bmaj7 |", "metre: 5/4\nkey: C\n| Cm9 | F13 |",
]  # fmt: skip


@given(
    text=st.sampled_from(TEXTS), bass=st.sampled_from(["walking", "two-feel", "pedal", "none"]),
    chords=st.sampled_from(["held", "comping", "none"]), harmony_=st.sampled_from(["own", "two-chords", "drone"]),
    instrument=st.sampled_from(INSTRUMENTS), signature=st.booleans(), swing=st.sampled_from([50, 66]),
    ending=st.sampled_from(["hold", "rest", "full", "on"]),
)  # fmt: skip
@examples(15)
def test_it_reads_back(
    schema: etree.XMLSchema, text: str, bass: str, chords: str, harmony_: str, instrument: str, signature: bool,
    swing: int, ending: str,
) -> None:  # fmt: skip
    sounds = {"kind": "changes", "changes": {"text": text}} if text else {"kind": "one", "scale": "dorian"}
    exercise = press(
        read_recipe({"sounds": sounds, "keys": {"order": "picked", "picked": ["E♭", "C"]}, "tempo": 96,
                     "player": {"instrument": instrument}, "spelling": {"signature": signature},
                     "placement": {"swing": swing, "ending": ending}}),
        TABLES,
    )  # fmt: skip
    backing = read_part(Backing, {"harmony": harmony_, "bass": bass, "chords": chords})
    events = {one.stop.index: band(one, backing, exercise.metre, TABLES) for one in exercise.strips}

    data = to_musicxml(exercise, events)
    assert schema.validate(etree.fromstring(data)), schema.error_log
    names = [part.get("id") for part in etree.fromstring(data).iterfind("part")]
    read_parts = converter.parse(data, format="musicxml").toSoundingPitch().parts
    parts = dict(zip(reversed(names), reversed(list(read_parts)), strict=False))  # two staves of one part are two
    for name, kind in (("P3", "bass"), ("P4", "chords")):
        due = [event.pitch for found in events.values() for event in found if event.part == kind]
        read = [] if name not in parts else [
            pitch.midi for element in parts[name].recurse().notes if not isinstance(element, harmony.Harmony)
            for pitch in sorted(element.pitches) if element.tie is None or element.tie.type == "start"
        ]  # fmt: skip
        assert read == due

    song = mido.MidiFile(file=BytesIO(to_midi(exercise, band=events)))
    for kind in ("bass", "chords", "drone", "time", "click"):
        struck = sorted(
            (round((at + barline + event.start) * TICKS), event.pitch)
            for at, strip in zip(_begins(exercise), exercise.strips, strict=True)
            for barline, begin, end in strip.passages
            for event in events[strip.stop.index]
            if event.part == kind and begin <= event.start < end
        )
        (track,) = [track for track in song.tracks if track.name == kind] or [mido.MidiTrack()]
        now, heard, sounding = 0, [], set()
        for message in track:
            now += message.time
            if message.type == "note_on":
                heard.append((now, message.note))
                sounding.add(message.note)
            elif message.type == "note_off":
                sounding.discard(message.note)
        assert sorted(heard) == struck
        assert not sounding


def _begins(exercise: Any) -> list[Any]:
    found = [0]
    for strip in exercise.strips:
        found.append(found[-1] + strip.beats)
    return found[:-1]


@pytest.mark.parametrize(
    ("text", "names"),
    [
        # What leads by a half step stands on the letter beside its goal; chord tones are those of their chord.
        ("key: Gb\n| Abm7 | Db7 | Gbmaj7 | % |", "G♭ A♭ B♭ C♭ D♭ E♭ F"),
        ("key: E\n| F#m7 | B7 | Emaj7 | % |", "E F♯ G♯ A B C♯ D♯"),
    ],
)
def test_the_bass_is_spelled_in_its_key(text: str, names: str) -> None:
    recipe = {
        "sounds": {"kind": "changes", "changes": {"text": text}},
        "keys": {"order": "picked", "picked": [names.split()[0]]},
    }
    exercise = press(read_recipe(recipe), TABLES)
    for seed in range(12):
        events = {0: band(exercise.strips[0], Backing(seed=seed, time="none", chords="none"), exercise.metre, TABLES)}
        root = etree.fromstring(to_musicxml(exercise, events))
        signs = {"-1": "♭", "0": "", "1": "♯", None: ""}
        found = {
            f"{pitch.findtext('step')}{signs[pitch.findtext('alter')]}"
            for pitch in root.iterfind("part[@id='P3']//pitch")
        }
        own = set(names.split())
        assert len(found - own) <= 3  # chromatic ones on the way
        assert not any(name[1:] == ("♯" if "♭" in names else "♭") for name in found)


@pytest.mark.parametrize(
    ("chord", "names"),
    [("Db7", "D♭ F A♭ C♭"), ("F#m7b5", "F♯ A C E"), ("Ebm7", "E♭ G♭ B♭ D♭"), ("B7", "B D♯ F♯ A")],
)
def test_a_chord_from_elsewhere_is_spelled_as_itself(chord: str, names: str) -> None:
    """In C: whatever the key has, a tone of the chord is named as the chord names it."""
    own = {NoteName.parse(name).pitch_class: name for name in names.split()}
    changes = {"kind": "changes", "changes": {"text": f"key: C\n| {chord} | % |"}}
    exercise = press(read_recipe({"sounds": changes, "keys": {"order": "picked", "picked": ["C"]}}), TABLES)
    strip = exercise.strips[0]
    for seed in range(6):
        parts = band_parts(exercise, strip, band(strip, Backing(seed=seed), exercise.metre, TABLES))
        named = [pitch for part in parts for struck in part.chords for pitch in struck.pitches]
        assert {own.get(pitch.midi % 12, pitch.name.text) == pitch.name.text for pitch in named} == {True}
