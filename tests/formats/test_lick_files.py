"""Licks from files that a general-purpose toolkit wrote, and from what no program should write."""

from __future__ import annotations

import io
import random
import zipfile
from fractions import Fraction
from typing import Any

import mido
import pytest
from hypothesis import given
from hypothesis import strategies as st
from music21 import chord, harmony, key, meter, note, stream, tie
from music21.instrument import AltoSaxophone
from music21.musicxml.m21ToXml import GeneralObjectExporter

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.lick_text import read_lick
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.formats.licks.files import lick_from_file
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.music.progressions.changes_text import parse_changes
from dodecant.tables import load_tables
from tests.generated import examples


def score(*items: Any, metre: str = "4/4") -> bytes:
    part = stream.Part([meter.TimeSignature(metre), *items])
    return bytes(GeneralObjectExporter(stream.Score([part])).parse())


def n(name: str, length: Any, **more: Any) -> note.Note:
    return note.Note(name, quarterLength=length, **more)


def midi(
    *notes: tuple[int, int, int], ticks: int = 480, markers: tuple[tuple[int, str], ...] = (), beats: int = 4
) -> bytes:
    """Notes as start, end (in ticks) and MIDI number."""
    song = mido.MidiFile(ticks_per_beat=ticks)
    events = [(at, mido.MetaMessage("marker", text=text)) for at, text in markers]
    for start, end, number in notes:
        events.append((start, mido.Message("note_on", note=number, velocity=80)))
        events.append((end, mido.Message("note_off", note=number, velocity=0)))
    track = mido.MidiTrack([mido.MetaMessage("time_signature", numerator=beats, denominator=4)])
    now = 0
    for at, message in sorted(events, key=lambda event: (event[0], event[1].type != "note_off")):
        track.append(message.copy(time=at - now))
        now = at
    song.tracks.append(track)
    out = io.BytesIO()
    song.save(file=out)
    return out.getvalue()


def test_a_score_with_chords_a_pickup_ties_and_triplets() -> None:
    first = n("A4", 1)
    first.tie = tie.Tie("start")
    last = n("A4", 0.5)
    last.tie = tie.Tie("stop")
    third = Fraction(1, 3)
    pickup = stream.Measure([meter.TimeSignature("4/4"), n("G#4", 0.5)], number=0)
    bar = stream.Measure(
        [
            harmony.ChordSymbol("Dm7"),
            first,
            last,
            n("C5", 0.5),
            n("F4", third),
            n("E4", third),
            n("D4", third),
            note.Rest(quarterLength=1),
        ],
        number=1,
    )
    bars = [pickup, bar, stream.Measure([harmony.ChordSymbol("G7"), n("B-4", 4)], number=2)]
    pickup.padAsAnacrusis(useInitialRests=False)
    data = bytes(GeneralObjectExporter(stream.Score([stream.Part(bars)])).parse())
    found = lick_from_file(data)
    assert found.text == "G♯4:½ | A4:1½ C5:½ F4:⅓ E4 D4 r:1 | B♭4:4"
    assert [slot.typed for slot in parse_changes(found.over).slots] == ["Dm7", "G7"]
    assert (found.beats, found.adjustments) == (4, ())


def test_what_was_done_to_a_score_is_told() -> None:
    fast = [n(name, 0.125) for name in ("C4", "D4")] + [n("E4", 0.75)]
    found = lick_from_file(score(key.KeySignature(-3), chord.Chord(["E-4", "G4"], quarterLength=1), *fast, n("C5", 2)))
    assert found.text.startswith("G4:1 ")
    assert found.over == "E♭"
    assert len(found.adjustments) == 3
    assert "highest" in found.adjustments[1]
    assert "moved to the nearest sixteenth" in found.adjustments[2]


def test_a_transposing_part_is_read_as_it_sounds() -> None:
    part = stream.Part([AltoSaxophone(), meter.TimeSignature("4/4"), n("C5", 4)])
    part.atSoundingPitch = True
    data = bytes(GeneralObjectExporter(stream.Score([part])).parse())
    assert b"<step>A</step>" in data  # as the player reads it
    assert lick_from_file(data).text == "C5:4"


def test_a_played_midi_file_is_brought_on_the_grid() -> None:
    played = midi(
        (3, 236, 62), (245, 470, 65), (476, 720, 69), (722, 950, 72),
        (958, 1110, 71), (1121, 1275, 70), (1282, 1430, 69), (1925, 2870, 67),
        markers=((0, "Dm7"), (1920, "G7")),
    )  # fmt: skip
    found = lick_from_file(played)
    assert found.text == "D4:½ F4 A4 C5 B4:⅓ B♭4 A4 r:1 | G4:2"
    assert found.over == "| Dm7 | G7 |"
    assert "were moved" in found.adjustments[0]


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "neither MusicXML nor MIDI"), (b"{}", "neither"), (b"MThd", "cannot be read"),
        (b"MThd\x00\x00\x00\x06\x00\x01\x00\x01\xe7\x28MTrk\x00\x00\x00\x04\x00\xff\x2f\x00", "counted in beats"),
        (midi(), "no note"), (midi((0, 480, 60), beats=9), "metre"), (b"<a/>", "partwise"), (b"<a", "not MusicXML"),
        (b"PK\x03\x04", "holds no score"), (score(n("C4", 1), metre="6/8"), "one metre"),
        (score(note.Rest(quarterLength=4)), "no note"),
        (b'<!DOCTYPE a [<!ENTITY b "c">]><score-partwise>&b;</score-partwise>', "not MusicXML"),
    ],
)  # fmt: skip
def test_what_is_no_lick_is_refused(data: bytes, words: str) -> None:
    with pytest.raises(RecipeError) as caught:
        lick_from_file(data)
    assert words in str(caught.value)


notes_and_rests = st.lists(
    st.tuples(
        st.integers(48, 84), st.sampled_from([Fraction(1, 2), Fraction(1), Fraction(3, 2), Fraction(2)]), st.booleans()
    ),
    min_size=1, max_size=20,
)  # fmt: skip


@given(notes_and_rests)
@examples(30)
def test_what_the_toolkit_writes_is_read_note_for_note(line: list[tuple[int, Fraction, bool]]) -> None:
    items = [
        note.Rest(quarterLength=length) if rest else note.Note(number, quarterLength=length)
        for number, length, rest in line
    ]
    wanted = [(number, length) for number, length, rest in line if not rest]
    if not wanted:
        return
    found = lick_from_file(score(*items))
    got = [(sign.pitch.midi, sign.length) for sign in read_lick(found.text).signs if sign.pitch]
    assert got == wanted
    assert sum(sign.length for sign in read_lick(found.text).signs if sign.length) >= sum(
        length for _, length in wanted
    )


@given(
    st.lists(st.sampled_from(["C4", "E♭4", "F♯5", "B♭3", "A4"]), min_size=2, max_size=12),
    st.sampled_from(["½", "1", "⅓", "¼"]),
)
@examples(30)
def test_our_own_files_come_back(names: list[str], length: str) -> None:
    """A lick written as MusicXML and as MIDI, read again."""
    text = f"{names[0]}:{length} {' '.join(names[1:])}"
    recipe = {
        "figure": {"kind": "lick", "text": text, "over": "C", "fit": "exact"}, "path": {"span": "once"},
        "keys": {"order": "picked", "picked": ["C"]}, "player": {"reach": "full"}, "numbers": "none",
    }  # fmt: skip
    exercise = press(read_recipe(recipe), load_tables())
    wanted = [(tone.tone.sounding.midi, tone.length) for tone in exercise.strips[0].notes]
    for data in (to_musicxml(exercise), to_midi(exercise)):
        got = [(sign.pitch.midi, sign.length) for sign in read_lick(lick_from_file(data).text).signs if sign.pitch]
        assert got == wanted


@given(st.integers(0, 10_000))
@examples(150)
def test_broken_files_are_refused_and_nothing_else(seed: int) -> None:
    chance = random.Random(seed)
    data = bytearray(chance.choice([midi((0, 480, 60), (480, 960, 62)), score(n("C4", 2), n("D4", 2))]))
    if chance.random() < 0.2:
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as packed:
            packed.writestr("score.xml", bytes(data))
        data = bytearray(out.getvalue())
    for _ in range(chance.randint(1, 12)):
        data[chance.randrange(len(data))] = chance.randrange(256)
    try:
        found = lick_from_file(bytes(data[: chance.randint(1, len(data))] if chance.random() < 0.3 else data))
    except RecipeError as error:
        assert error.problems[0].cure
    else:
        read_lick(found.text)
