"""Enclosures resolve: across barlines, under any chord, at any end; and land on the beat where that is asked."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.melody.fitting import LinesOnOneSound
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.anew_on_each_chord import LinesAnewOnEachChord
from dodecant.exercise.player import resolved_player
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.enclosures import ENCLOSURES
from dodecant.tables import load_tables
from tests.generated import examples
from tests.strategies import INSTRUMENTS

IN_C = {"order": "picked", "picked": ["C"]}
UP = {"direction": "up"}


SEVENTHS = {"kind": "arpeggios", "tones": "seventh"}


def cell(text: str) -> dict[str, Any]:
    return {"figure": {"kind": "cell", "text": text}}


def over(text: str) -> dict[str, Any]:
    return {"kind": "changes", "changes": {"text": f"title: Ebb\nkey: C\n{text}"}}


# Chords, the enclosure, what is played: the line in eighths, by hand. Notes before a stroke lead across the barline.
@pytest.mark.parametrize(
    ("text", "enclosure", "document", "wanted"),
    [
        ("| Dm7 | G7 |", {"kind": "half-above-below", "targets": "chord"}, cell("1 2 3 5"),
         "D4 E4 F4 A4 E4 F4 A♭4 F♯4 G4 A4 B4 D5 A4 B4 C5 E5"),
        ("| Dm7 | G7 |", {"kind": "above-below", "targets": "chord"}, {"figure": SEVENTHS},
         "D4 F4 A4 C5 E4 G4 A4 F♯4 G4 B4 D5 F5 A4 C5 E5 G5"),
        ("| Dm7 | G7 |", {"kind": "below", "targets": "thirds-sevenths"}, cell("3 1"),
         "F4 D4 G4 E4 A4 F4 B4 A♯4 B4 G4 C5 A4 D5 B4 E5 C5"),
        ("| C | F |", {"kind": "double", "targets": "all"}, cell("1 3 5 3"),
         "C4 E4 G4 E4 D4 G4 G♭4 E4 F4 A4 C5 A4 G4 B4 D5 B4"),
        ("| C F | C |", {"kind": "double", "targets": "chord"}, cell("1 3 5 3"),
         "C4 G4 G♭4 E4 F4 D5 D♭5 B4 C5 E5 G5 E5 D5 F5 A5 F5"),
        ("| C F | C |", {"kind": "double", "targets": "chord"}, {"placement": {"value": "quarter"}},
         "C4 D4 F4 G4 C5 D5 E5 F5"),
    ],
)  # fmt: skip
def test_lines_by_hand(text: str, enclosure: Any, document: Any, wanted: str) -> None:
    recipe = {"sounds": over(text), "enclosure": enclosure, "path": UP, "keys": IN_C, **document}
    (strip,) = press(read_recipe(recipe), load_tables()).strips
    assert " ".join(note.tone.written.text for note in strip.notes) == wanted


# A tone that leads, with a double sign by its letter: what it is called, the same in every key, and how it is read.
@pytest.mark.parametrize(
    ("scale", "kind", "plain", "numbers", "in_c", "in_e_flat"),
    [
        ("aeolian", "half-above-below", "doubles", "6 5 ♭6", "A4 G4 A♭4", "C5 B♭4 C♭5"),
        ("aeolian", "half-above-below", "all", "6 5 ♭6", "A4 G4 A♭4", "C5 B♭4 B4"),
        ("aeolian", "half-above-below", "never", "𝄫7 5 ♭6", "B𝄫4 G4 A♭4", "D𝄫5 B♭4 C♭5"),
        ("altered", "below", "doubles", "2 ♯2", "D4 D♯4", "E♯4 F♯4"),
        ("lydian-augmented", "below", "doubles", "5 ♯5", "G4 G♯4", "A♯4 B4"),
        ("whole-half", "below", "doubles", "♭6 𝄫7", "A♭4 A4", "C♭5 C5"),
    ],
)
def test_what_leads_is_called_as_it_sounds(
    scale: str, kind: str, plain: str, numbers: str, in_c: str, in_e_flat: str
) -> None:
    recipe = {
        "sounds": {"kind": "one", "scale": scale}, "keys": {"order": "picked", "picked": ["C", "E♭"]},
        "enclosure": {"kind": kind}, "path": UP, "spelling": {"plain": plain},
    }  # fmt: skip
    for strip, read in zip(press(read_recipe(recipe), load_tables()).strips, (in_c, in_e_flat), strict=True):
        tones = [note.tone for note in strip.notes]
        called = " ".join(tone.number for tone in tones)
        assert numbers in called
        begin = called[: called.index(numbers)].count(" ")
        assert " ".join(tone.written.text for tone in tones[begin:][: len(numbers.split())]) == read


def test_a_scale_tone_beside_a_target_stands_on_another_letter() -> None:
    """Above the E♭ of F♯dim7 its scale has E♯, which is read as F."""
    recipe = {
        "sounds": {"kind": "one", "scale": "whole-half"}, "keys": {"order": "picked", "picked": ["F♯"]},
        "enclosure": {"kind": "above-below", "targets": "thirds-sevenths"}, "path": {"direction": "up"},
    }  # fmt: skip
    tones = [note.tone for note in press(read_recipe(recipe), load_tables()).strips[0].notes]
    names = [tone.written.name.text for tone in tones]
    assert "D F D E♭" in " ".join(names)


FIGURES = st.sampled_from(
    [
        {"kind": "run"}, {"kind": "cell", "text": "1 2 3 5"}, {"kind": "cell", "text": "5 3 1"}, {"kind": "intervals"},
        SEVENTHS, {"kind": "arpeggios", "order": "up-down"}, {"kind": "pairs"},
    ]
)  # fmt: skip
ENCLOSED = st.fixed_dictionaries(
    {
        "kind": st.sampled_from(sorted(ENCLOSURES)),
        "targets": st.sampled_from(["all", "chord", "thirds-sevenths"]),
        "landing": st.sampled_from(["beat", "flow"]),
    }
)
PARTS = st.fixed_dictionaries(
    {
        "figure": FIGURES, "enclosure": ENCLOSED, "path": st.sampled_from([UP, {"direction": "up-and-back"}]),
        "keys": st.builds(
            lambda key: {"order": "picked", "picked": [key]}, st.sampled_from(["C", "E♭", "F♯", "A", "B♭"])
        ),
        "player": st.sampled_from(INSTRUMENTS).map(lambda name: {"instrument": name}),
    }
)  # fmt: skip


def led_runs(tones: list[Any]) -> None:
    """No leading note is the last one, and every last one of a run stands next to its target."""
    assert not tones[-1].leads
    for tone, following in pairwise(tones):
        if tone.leads and not following.leads:
            assert 0 < abs(tone.pitch.midi - following.pitch.midi) <= 2


@given(
    PARTS,
    st.sampled_from(["| Dm7 | G7 | Cmaj7 | % |", "| Dm7 G7 | C6 A7alt |", "| C | Am7 / D7 / | G7 |", "| Ebm7 | Ab7 |"]),
    st.sampled_from(["cut", "held"]),
    st.sampled_from(["eighth", "quarter", "sixteenth", "triplet"]),
    st.sampled_from(["", "srss"]),
)
@examples(120)
def test_none_is_left_open_over_changes(parts: Any, text: str, leftover: str, value: str, slots: str) -> None:
    slots = slots * 2 if value in ("eighth", "quarter") else ""
    document = {**parts, "joins": {"leftover": leftover}, "placement": {"value": value, "slots": slots}}
    recipe, tables = read_recipe({"sounds": over(text), **document}), load_tables()
    exercise = press(recipe, tables)
    stop = exercise.strips[0].stop
    line = LinesAnewOnEachChord(LineWork.of(recipe, resolved_player(recipe, tables.instruments))).line(stop)
    tones = [tone for segment in line.segments for tone in segment.tones]
    pitches = [segment.pitch(tone).midi for segment in line.segments for tone in segment.tones]
    assert not tones[-1].leads
    for number, (tone, following) in enumerate(pairwise(tones)):
        if tone.leads and not following.leads:
            assert 0 < abs(pitches[number] - pitches[number + 1]) <= 2
        if tone.leads and not following.leads and recipe.enclosure and recipe.enclosure.landing == "beat" and not slots:
            assert exercise.strips[0].notes[number + 1].start % 1 == 0


@given(PARTS, st.sampled_from(["hold", "full", "rest"]), st.integers(-3, 7), st.sampled_from(["eighth", "sixteenth"]))
@examples(80)
def test_on_one_sound_every_target_lands_on_a_beat(parts: Any, ending: str, start: int, value: str) -> None:
    parts["enclosure"]["landing"] = "beat"
    placement = {"ending": ending, "start": start, "value": value}
    recipe, tables = read_recipe({**parts, "placement": placement}), load_tables()
    exercise = press(recipe, tables)
    builder = LinesOnOneSound(LineWork.of(recipe, resolved_player(recipe, tables.instruments)))
    line = builder.line(exercise.strips[0].stop)
    tones = [tone for segment in line.segments for tone in segment.tones]
    led_runs(tones)
    for number, (tone, following) in enumerate(pairwise(tones)):
        if tone.leads and not following.leads:
            assert exercise.strips[0].notes[number + 1].start % 1 == 0
    if ending == "full":
        places = {segment.pitch(tone) for segment in line.segments for tone in segment.tones if not tone.leads}
        assert exercise.strips[0].notes[-1].tone.written in places
