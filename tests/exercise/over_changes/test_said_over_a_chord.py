"""What cells, arpeggios and enclosures say over altered, diminished and plain chords: notes typed by hand."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.music.core.pitch import NoteName
from dodecant.tables import load_tables
from tests.generated import examples

ONCE = {"span": "once", "direction": "up"}
NAMES = ("C", "D♭", "D", "E♭", "E", "F", "F♯", "G", "A♭", "A", "B♭", "B")


def notes(sounds: Any, figure: Any, key: str = "C", **more: Any) -> list[str]:
    document = {
        "sounds": sounds, "figure": figure, "path": ONCE, "keys": {"order": "picked", "picked": [key]},
        "placement": {"value": "quarter"}, "spelling": {"plain": "never"}, **more,
    }  # fmt: skip
    strip = press(read_recipe(document), load_tables()).strips[0]
    return [note.tone.written.name.text for note in strip.notes]


def scale(name: str) -> dict[str, str]:
    return {"kind": "one", "scale": name}


def chord(quality: str) -> dict[str, str]:
    return {"kind": "chord", "quality": quality}


def cell(text: str) -> dict[str, str]:
    return {"kind": "cell", "text": text}


def stack(tones: str, **more: Any) -> dict[str, Any]:
    return {"kind": "arpeggios", "tones": tones, **more}


# A tonic, a scale (or a chord in brackets), what is asked for, and the notes.
BY_HAND = """
C altered            | 1 3 5 7        | C E G♭ B♭
C altered            | seventh        | C E G♭ B♭
C altered            | triad          | C E G♭
C altered            | shell          | C E B♭
C altered            | 7 5 3 1        | B♭ G♭ E C
C altered            | 3 7            | E B♭
C altered            | 1 2 3 5        | C D♭ E G♭
C altered            | 1 ♯2 3 7      | C D♯ E B♭
C altered            | 1 b9 3 7       | C D♭ E B♭
G altered            | 1 3 5 7        | G B D♭ F
G altered            | seventh        | G B D♭ F
E♭ altered           | 1 3 5 7        | E♭ G B𝄫 D♭
A altered            | seventh        | A C♯ E♭ G
B altered            | 1 3 5 7        | B D♯ F A
C super-locrian      | 1 3 5 7        | C F♭ G♭ B♭
C super-locrian      | seventh        | C F♭ G♭ B♭
C half-whole         | 1 3 5 7        | C E G B♭
C half-whole         | seventh        | C E G B♭
C half-whole         | ninth          | C E G B♭ D♭
G half-whole         | seventh        | G B D F
C whole-half         | 1 3 5 7        | C E♭ G♭ B𝄫
C whole-half         | seventh        | C E♭ G♭ B𝄫
C♯ whole-half        | seventh        | C♯ E G B♭
B whole-half         | 1 3 5 7        | B D F A♭
F♯ whole-half        | seventh        | F♯ A C E♭
C whole-tone         | 1 3 5 7        | C E G♯ B♭
C whole-tone         | seventh        | C E G♯ B♭
C lydian-dominant    | seventh        | C E G B♭
C lydian-dominant    | 1 3 4 5        | C E F♯ G
C phrygian-dominant  | seventh        | C E G B♭
C phrygian-dominant  | ninth          | C E G B♭ D♭
C mixolydian-flat-6  | 1 3 5 6 7      | C E G A♭ B♭
C mixolydian         | seventh        | C E G B♭
C phrygian-flat-4    | 1 3 5 7        | C F♭ G B♭
C bebop-dominant     | seventh        | C E G B♭
C bebop-dominant     | 1 3 5 7        | C E G B♭
C bebop-major        | seventh        | C E G B
C dorian             | seventh        | C E♭ G B♭
C locrian            | seventh        | C E♭ G♭ B♭
C melodic-minor      | seventh        | C E♭ G B
C lydian-augmented   | seventh        | C E G♯ B
C [m7]               | seventh        | C E♭ G B♭
C [m7]               | triad          | C E♭ G
C [m7]               | shell          | C E♭ B♭
C [m9]               | ninth          | C E♭ G B♭ D
C [m9]               | seventh        | C E♭ G B♭
C [maj7]             | seventh        | C E G B
C [6]                | seventh        | C E G A
C [m6]               | seventh        | C E♭ G A
C [7]                | seventh        | C E G B♭
C [7]                | ninth          | C E G B♭ C
C [7(b9)]            | ninth          | C E G B♭ D♭
C [7(#9)]            | ninth          | C E G B♭ D♯
C [7(#11)]           | ninth          | C E G B♭ F♯
C [13]               | ninth          | C E G B♭ D
C [m7b5]             | seventh        | C E♭ G♭ B♭
C [dim7]             | seventh        | C E♭ G♭ B𝄫
C [7sus4]            | seventh        | C F G B♭
C [9sus4]            | ninth          | C F G B♭ D
C [maj9]             | ninth          | C E G B D
C []                 | triad          | C E G
C []                 | seventh        | C E G C
C [m(maj7)]          | seventh        | C E♭ G B
E♭ [m7]              | seventh        | E♭ G♭ B♭ D♭
F♯ [m7b5]            | seventh        | F♯ A C E
"""
ROWS = [tuple(cell.strip() for cell in line.split("|")) for line in BY_HAND.strip().splitlines()]
STACKS = ("triad", "seventh", "ninth", "shell")


@pytest.mark.parametrize(("sound", "asked", "wanted"), ROWS)
def test_chord_degrees_mean_the_chords(sound: str, asked: str, wanted: str) -> None:
    key, _, name = sound.partition(" ")
    sounds = chord(name[1:-1]) if name.startswith("[") else scale(name)
    figure = stack(asked) if asked in STACKS else cell(asked)
    assert " ".join(notes(sounds, figure, key)) == wanted


# The first notes of what stands on other tones than the root, on the way up.
@pytest.mark.parametrize(
    ("sounds", "figure", "wanted"),
    [
        (scale("altered"), stack("triad"), "C E G♭ D♭ E A♭ D♯ F♯ B♭ E A♭ C"),
        (scale("altered"), cell("1 2 3"), "C D♭ E D♭ D♯ E D♯ E F♯ E F♯ A♭"),
        (scale("dorian"), stack("seventh"), "C E♭ G B♭ D F A C E♭ G B♭ D F A C E♭"),
        (chord("m7"), stack("seventh"), "C E♭ G B♭ E♭ G B♭ C G B♭ C E♭ B♭ C E♭ G"),
        (chord("6"), stack("triad"), "C E G E G A G A C A C E"),
        (scale("half-whole"), stack("seventh"), "C E G B♭ D♭ E G B♭ D♯ F♯ A C E G B♭ D♭"),
    ],
)
def test_on_every_tone_of_the_path(sounds: Any, figure: Any, wanted: str) -> None:
    found = notes(sounds, figure, path={"direction": "up"})
    assert " ".join(found[: len(wanted.split())]) == wanted


# Pairs of triads are spelled as triads.
@pytest.mark.parametrize(
    ("key", "name", "wanted"),
    [
        ("G", "altered", "D♭ F A♭ / E♭ G B♭"), ("C", "altered", "G♭ B♭ D♭ / A♭ C E♭"),
        ("C", "lydian", "C E G / D F♯ A"), ("C", "lydian-dominant", "C E G / D F♯ A"), ("D", "dorian", "F A C / G B D"),
        ("C", "half-whole", "E♭ G B♭ / A C♯ E"), ("C", "mixolydian", "B♭ D F / C E G"),
    ],
)  # fmt: skip
def test_triads_of_a_pair_are_spelled_as_triads(key: str, name: str, wanted: str) -> None:
    found = notes(scale(name), {"kind": "pairs"}, key, path={"direction": "up"})
    triads = {frozenset(found[n : n + 3]) for n in range(0, len(found) - 2, 3)}
    assert triads == {frozenset(side.split()) for side in wanted.split(" / ")}


@given(
    st.sampled_from(NAMES),
    st.sampled_from(["altered", "half-whole", "whole-tone", "lydian-dominant", "phrygian-dominant", "bebop-dominant"]),
    st.sampled_from([stack("seventh"), cell("1 3 5 7"), cell("1 3 7"), stack("seventh", rotation=1)]),
)
@examples(60)
def test_over_a_dominant_its_third_and_seventh_are_always_there(key: str, name: str, figure: Any) -> None:
    found = {NoteName.parse(note).pitch_class for note in notes(scale(name), figure, key)}
    root = NoteName.parse(key).pitch_class
    assert {(root + 4) % 12, (root + 10) % 12} <= found


@pytest.mark.parametrize(
    ("name", "targets", "wanted"),
    [
        ("altered", "thirds-sevenths", "E B♭"), ("super-locrian", "thirds-sevenths", "F♭ B♭"),
        ("half-whole", "thirds-sevenths", "E B♭"), ("whole-half", "thirds-sevenths", "E♭ B𝄫"),
        ("altered", "chord", "C E F♯ A♭ B♭"), ("mixolydian", "chord", "C E G B♭"), ("dorian", "chord", "C E♭ G B♭"),
    ],
)  # fmt: skip
def test_enclosures_lead_into_the_chords_tones(name: str, targets: str, wanted: str) -> None:
    document = {
        "sounds": scale(name), "enclosure": {"kind": "half-above-below", "targets": targets},
        "path": {"direction": "down"}, "keys": {"order": "picked", "picked": ["C"]}, "spelling": {"plain": "never"},
    }  # fmt: skip
    tones = [note.tone for note in press(read_recipe(document), load_tables()).strips[0].notes]
    led = {after.written.name.text for before, after in pairwise(tones) if before.step is None and after.step}
    assert led == set(wanted.split())
