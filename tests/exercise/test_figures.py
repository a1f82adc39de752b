"""Every figure, ladder, enclosure and course, worked out by hand from its definition and written down as notes."""

from __future__ import annotations

from typing import Any

import pytest

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.music.core.pitch import Pitch
from dodecant.music.core.tonics import USUAL
from dodecant.tables import load_tables
from tests.bars import fill_their_bars


def to(step: int, octave: int = 1, **more: Any) -> dict[str, Any]:
    """A path up from the root."""
    return {"high": {"step": step, "octave": octave}, "direction": "up", **more}


def run(**more: Any) -> dict[str, Any]:
    return {"kind": "run", **more}


def cell(text: str, when: str = "never", how: str = "backwards", **more: Any) -> dict[str, Any]:
    return {"kind": "cell", "text": text, "turned": {"when": when, "how": how}, **more}


def thirds(way: str, size: int = 3) -> dict[str, Any]:
    return {"kind": "intervals", "size": size, "direction": way}


def chords(tones: str, order: str = "up", **more: Any) -> dict[str, Any]:
    return {"kind": "arpeggios", "tones": tones, "order": order, **more}


def pairs(**more: Any) -> dict[str, Any]:
    return {"kind": "pairs", **more}


def around(kind: str, **more: Any) -> dict[str, Any]:
    return {"kind": kind, "landing": "flow", **more}


ALTERED = {"kind": "one", "scale": "super-locrian"}
UP = {"direction": "up"}
AND_BACK = {"direction": "up-and-back"}
RUNGS = {"reading": "rungs"}
CHORD, TWELVE = {"kind": "chord-tones"}, {"kind": "chromatic"}
BACK = {"kind": "return"}
MINOR = {"kind": "one", "scale": "minor-pentatonic"}

# What is asked for, and the notes it gives in C (a path up one octave where none is named).
TABLE: list[tuple[dict[str, Any], str]] = [
    # Runs.
    ({}, "C4 D4 E4 F4 G4 A4 B4 C5"),
    ({"path": AND_BACK}, "C4 D4 E4 F4 G4 A4 B4 C5 B4 A4 G4 F4 E4 D4 C4"),
    ({"path": {"direction": "down"}}, "C5 B4 A4 G4 F4 E4 D4 C4"),
    ({"path": {**to(3), "direction": "down-and-back"}}, "E4 D4 C4 D4 E4"),
    ({"path": to(5)}, "C4 D4 E4 F4 G4"),
    ({"path": {"low": {"step": 5}, "high": {"step": 5, "octave": 2}, "direction": "up"}}, "G4 A4 B4 C5 D5 E5 F5 G5"),
    ({"path": {"overshoot": True, **AND_BACK}}, "C4 D4 E4 F4 G4 A4 B4 C5 D5 C5 B4 A4 G4 F4 E4 D4 C4 B3 C4"),
    ({"path": to(3, overshoot=True)}, "C4 D4 E4 F4 E4"),
    ({"path": {**to(3, overshoot=True), "direction": "down"}}, "E4 D4 C4 B3 C4"),
    ({"path": to(5, by="skip")}, "C4 E4 G4"),
    ({"path": to(3), "figure": run(roots="repeat")}, "C4 C4 D4 E4"),
    (
        {"path": {**to(2, 2), **AND_BACK}, "figure": run(tail="arpeggio")},
        "C4 D4 E4 F4 G4 A4 B4 C5 D5 C5 B4 A4 G4 F4 E4 D4 C4 E4 G4 B4 D5 B4 G4 E4 C4",
    ),
    # Cells and their turns.
    ({"path": to(3), "figure": cell("1 2 3 5")}, "C4 D4 E4 G4 D4 E4 F4 A4 E4 F4 G4 B4"),
    ({"path": to(2), "figure": cell("5 3 2 1")}, "G4 E4 D4 C4 A4 F4 E4 D4"),
    ({"path": to(2), "figure": cell("1 3 2")}, "C4 E4 D4 D4 F4 E4"),
    ({"path": {**to(2), **AND_BACK}, "figure": cell("1 2 3", "falling")}, "C4 D4 E4 D4 E4 F4 E4 D4 C4"),
    ({"path": to(3), "figure": cell("1 3", "every-second")}, "C4 E4 F4 D4 E4 G4"),
    ({"path": to(3), "figure": cell("1 2 3", "every-second", "upside-down")}, "C4 D4 E4 D4 C4 B3 E4 F4 G4"),
    ({"path": {**to(2), **AND_BACK}, "figure": cell("1 2 4", "falling", "upside-down")}, "C4 D4 F4 D4 E4 G4 C4 B3 G3"),
    ({"path": to(5, by="third"), "figure": cell("1 2 3")}, "C4 D4 E4 E4 F4 G4 G4 A4 B4"),
    # Intervals.
    ({"path": to(4), "figure": thirds("up")}, "C4 E4 D4 F4 E4 G4 F4 A4"),
    ({"path": to(4), "figure": thirds("down")}, "E4 C4 F4 D4 G4 E4 A4 F4"),
    ({"path": to(4), "figure": thirds("alternating")}, "C4 E4 F4 D4 E4 G4 A4 F4"),
    ({"path": to(3), "figure": thirds("there-and-back")}, "C4 E4 C4 D4 F4 D4 E4 G4 E4"),
    ({"path": {**to(3), "direction": "down"}, "figure": thirds("up")}, "E4 G4 D4 F4 C4 E4"),
    ({"path": to(3), "figure": thirds("up", 2)}, "C4 D4 D4 E4 E4 F4"),
    ({"path": to(3), "figure": thirds("up", 4)}, "C4 F4 D4 G4 E4 A4"),
    ({"path": to(2), "figure": thirds("down", 5)}, "G4 C4 A4 D4"),
    ({"path": to(2), "figure": thirds("up", 6)}, "C4 A4 D4 B4"),
    ({"path": to(2), "figure": thirds("alternating", 7)}, "C4 B4 C5 D4"),
    ({"path": to(2), "figure": thirds("up", 8)}, "C4 C5 D4 D5"),
    ({"path": to(2), "figure": thirds("up", 9)}, "C4 D5 D4 E5"),
    ({"path": to(2), "figure": thirds("down", 10)}, "E5 C4 F5 D4"),
    ({"path": to(5), "figure": thirds("up"), "sounds": MINOR}, "C4 F4 E♭4 G4 F4 B♭4 G4 C5"),
    # Arpeggios on each tone.
    ({"path": to(3), "figure": chords("triad")}, "C4 E4 G4 D4 F4 A4 E4 G4 B4"),
    ({"path": to(3), "figure": chords("triad", "down")}, "G4 E4 C4 A4 F4 D4 B4 G4 E4"),
    ({"path": to(3), "figure": chords("triad", "up-down")}, "C4 E4 G4 A4 F4 D4 E4 G4 B4"),
    ({"path": to(3), "figure": chords("triad", "down-up")}, "G4 E4 C4 D4 F4 A4 B4 G4 E4"),
    ({"path": to(2), "figure": chords("triad", "from-fifth-down")}, "G4 E4 C4 A4 F4 D4"),
    ({"path": to(2), "figure": chords("seventh", "from-fifth-down")}, "G4 E4 C4 A4 F4 D4"),
    ({"path": to(2), "figure": chords("triad", rotation=1)}, "E4 G4 C5 F4 A4 D5"),
    ({"path": to(2), "figure": chords("triad", rotation=2)}, "G4 C5 E5 A4 D5 F5"),
    ({"path": to(2), "figure": chords("triad", pivot=True)}, "C5 E4 G4 D5 F4 A4"),
    ({"path": to(2), "figure": chords("seventh")}, "C4 E4 G4 B4 D4 F4 A4 C5"),
    ({"path": to(2), "figure": chords("seventh", "down")}, "B4 G4 E4 C4 C5 A4 F4 D4"),
    ({"path": to(2), "figure": chords("seventh", rotation=1)}, "E4 G4 B4 C5 F4 A4 C5 D5"),
    ({"path": to(2), "figure": chords("seventh", "down", rotation=3)}, "G5 E5 C5 B4 A5 F5 D5 C5"),
    ({"path": to(2), "figure": chords("seventh", pivot=True)}, "C5 E4 G4 B4 D5 F4 A4 C5"),
    ({"path": to(2), "figure": chords("ninth")}, "C4 E4 G4 B4 D5 D4 F4 A4 C5 E5"),
    ({"path": to(2), "figure": chords("shell")}, "C4 E4 B4 D4 F4 C5"),
    ({"path": to(2), "figure": chords("fourths")}, "C4 F4 B4 D4 G4 C5"),
    ({"path": {**to(3), "direction": "down"}, "figure": chords("triad", "up-down")}, "E4 G4 B4 A4 F4 D4 C4 E4 G4"),
    # Triad pairs: F and G are the first of C major, D minor and E minor among the next.
    ({"path": to(5), "figure": pairs()}, "C4 F4 A4 D4 G4 B4 F4 A4 C5 G4 B4 D5"),
    ({"path": to(4), "figure": pairs(direction="down")}, "A4 F4 C4 B4 G4 D4 C5 A4 F4"),
    ({"path": to(5), "figure": pairs(direction="opposite")}, "C4 F4 A4 B4 G4 D4 F4 A4 C5 D5 B4 G4"),
    ({"path": to(4), "figure": pairs(group="fours")}, "C4 F4 A4 C5 D4 G4 B4 D5 F4 A4 C5 F5"),
    ({"path": to(2), "figure": pairs(order="213")}, "F4 C4 A4 G4 D4 B4"),
    ({"path": to(2), "figure": pairs(order="132")}, "C4 A4 F4 D4 B4 G4"),
    ({"path": to(2), "figure": pairs(order="321", direction="down")}, "C4 F4 A4 D4 G4 B4"),
    ({"path": to(2), "figure": pairs(order="312", group="fours")}, "A4 C4 F4 C5 B4 D4 G4 D5"),
    ({"path": {**to(2), "direction": "down"}, "figure": pairs()}, "D4 G4 B4 C4 F4 A4"),
    # Played once, a pair is both its triads: F and G of C major, in fours and coming down too.
    ({"path": {"span": "once"}, "figure": pairs()}, "C4 F4 A4 D4 G4 B4"),
    ({"path": {"span": "once"}, "figure": pairs(group="fours")}, "C4 F4 A4 C5 D4 G4 B4 D5"),
    ({"path": {"span": "once", "direction": "down"}, "figure": pairs(direction="down")}, "A4 F4 C4 G4 D4 B3"),
    # Ladders.
    ({"ladder": CHORD}, "C4 E4 G4 B4 C5"),
    ({"ladder": CHORD, "path": to(5), "figure": cell("1 2 3", **RUNGS)}, "C4 E4 G4 E4 G4 B4 G4 B4 C5"),
    ({"ladder": CHORD, "path": to(5), "figure": cell("3 2 1 2", **RUNGS)}, "G4 E4 C4 E4 B4 G4 E4 G4 C5 B4 G4 B4"),
    ({"ladder": CHORD, "path": to(3), "figure": cell("1 3 5")}, "C4 E4 G4 E4 G4 B4"),
    ({"ladder": {"kind": "arpeggio", "size": 3}}, "C4 E4 G4 C5"),
    ({"ladder": {"kind": "arpeggio", "size": 5}}, "C4 D4 E4 G4 B4 C5"),
    ({"ladder": {"kind": "arpeggio", "size": 3, "step": 2}}, "D4 F4 A4 D5"),
    ({"ladder": {"kind": "arpeggio", "size": 4, "stacked": "fourths"}}, "C4 E4 F4 B4 C5"),
    ({"ladder": {"kind": "arpeggio", "size": 3, "stacked": "fourths", "step": 2}, "path": to(2, 2)}, "C4 D4 G4 C5 D5"),
    ({"ladder": {"kind": "pair"}}, "C4 D4 F4 G4 A4 B4 C5"),
    ({"ladder": {"kind": "pair"}, "path": to(2), "figure": cell("1 2 3 4", **RUNGS)}, "C4 D4 F4 G4 D4 F4 G4 A4"),
    ({"ladder": TWELVE, "path": to(3)}, "C4 C♯4 D4 D♯4 E4"),
    ({"ladder": TWELVE, "path": {**to(3), **AND_BACK}}, "C4 C♯4 D4 D♯4 E4 E♭4 D4 D♭4 C4"),
    ({"ladder": TWELVE, "path": to(2), "figure": cell("1 4 3 2", **RUNGS)}, "C4 D♯4 D4 C♯4 C♯4 E4 D♯4 D4 D4 F4 E4 D♯4"),
    ({"ladder": CHORD, "sounds": {"kind": "one", "scale": "dorian"}}, "C4 E♭4 G4 B♭4 C5"),
    # On all twelve tones the chord of the root goes along by half steps, spelled from its own root.
    (
        {"ladder": TWELVE, "path": to(3), "figure": chords("triad")},
        "C4 E4 G4 D♭4 F4 A♭4 D4 F♯4 A4 E♭4 G4 B♭4 E4 G♯4 B4",
    ),
    (
        {"ladder": TWELVE, "path": to(2), "figure": chords("triad", order="from-fifth-down")},
        "G4 E4 C4 A♭4 F4 D♭4 A4 F♯4 D4",
    ),
    ({"ladder": TWELVE, "path": to(2), "figure": chords("triad", rotation=1)}, "E4 G4 C5 F4 A♭4 D♭5 F♯4 A4 D5"),
    ({"ladder": TWELVE, "path": to(2), "figure": chords("ninth")}, "C4 E4 G4 B4 D5 D♭4 F4 A♭4 C5 E♭5 D4 F♯4 A4 C♯5 E5"),
    ({"ladder": TWELVE, "path": to(2), "figure": chords("fourths")}, "C4 F4 B4 D♭4 G♭4 C5 D4 G4 C♯5"),
    (
        {"ladder": TWELVE, "path": to(3), "figure": chords("seventh"), "sounds": {"kind": "one", "scale": "dorian"}},
        "C4 E♭4 G4 B♭4 C♯4 E4 G♯4 B4 D4 F4 A4 C5 E♭4 G♭4 B♭4 D♭5",
    ),
    ({"ladder": TWELVE, "sounds": {"kind": "one", "scale": "aeolian"}, "path": to(3)}, "C4 C♯4 D4 E♭4"),
    # Enclosures and approaches, flowing; a note that would only repeat the one before is left out.
    ({"path": {**to(3), **AND_BACK, "again": True}}, "C4 D4 E4 E4 D4 C4"),
    ({"path": {**to(3), "direction": "down-and-back", "again": True}}, "E4 D4 C4 C4 D4 E4"),
    ({"path": {**to(3), **AND_BACK, "again": True, "overshoot": True}}, "C4 D4 E4 F4 E4 E4 D4 C4 B3 C4"),
    (
        {"path": {"low": {"step": 6}, "high": {"step": 2, "octave": 2}, "direction": "round", "again": True}},
        "C5 D5 D5 C5 B4 A4 A4 B4 C5",
    ),
    (
        {"path": {"low": {"step": 6}, "high": {"step": 2, "octave": 2}, "direction": "round-down", "again": True}},
        "C5 B4 A4 A4 B4 C5 D5 D5 C5",
    ),
    ({"path": {**to(3), "direction": "round", "again": True}}, "C4 D4 E4 E4 D4 C4"),
    (
        {"path": {**to(2), **AND_BACK, "again": True}, "figure": {"kind": "intervals", "size": 3}},
        "C4 E4 D4 F4 D4 F4 C4 E4",
    ),
    ({"path": to(3), "enclosure": around("below")}, "B3 C4 C♯4 D4 D♯4 E4"),
    ({"path": to(3), "enclosure": around("above")}, "D4 C4 E4 D4 F4 E4"),
    ({"path": to(3), "enclosure": around("above-below")}, "D4 B3 C4 E4 C♯4 D4 F4 D♯4 E4"),
    ({"path": to(3), "enclosure": around("below-above")}, "B3 D4 C4 C♯4 E4 D4 D♯4 F4 E4"),
    ({"path": to(3), "enclosure": around("half-above-below")}, "D♭4 B3 C4 E♭4 C♯4 D4 F4 D♯4 E4"),
    ({"path": to(3), "enclosure": around("half-below-above")}, "B3 D♭4 C4 C♯4 E♭4 D4 D♯4 F4 E4"),
    ({"path": to(3), "enclosure": around("scale-above-below")}, "D4 B3 C4 E4 C4 D4 F4 D4 E4"),
    ({"path": to(3), "enclosure": around("two-below")}, "B♭3 B3 C4 C♯4 D4 D♯4 E4"),
    ({"path": to(3), "enclosure": around("two-above")}, "D4 D♭4 C4 E4 E♭4 D4 F♯4 F4 E4"),
    ({"path": to(2), "enclosure": around("above-two-below")}, "D4 B♭3 B3 C4 E4 C4 C♯4 D4"),
    ({"path": to(2), "enclosure": around("below-two-above")}, "B3 D4 D♭4 C4 C♯4 E4 E♭4 D4"),
    ({"path": to(3), "enclosure": around("double")}, "D4 D♭4 B3 C4 E4 E♭4 C4 C♯4 D4 F4 D4 D♯4 E4"),
    ({"path": to(4), "enclosure": around("below", targets="chord")}, "B3 C4 D4 D♯4 E4 F4"),
    ({"path": to(4), "enclosure": around("below", targets="thirds-sevenths")}, "C4 D4 D♯4 E4 F4"),
    (
        {"path": to(5), "enclosure": around("above-below", targets="chosen", degrees="2 5")},
        "C4 E4 C♯4 D4 E4 F4 A4 F♯4 G4",
    ),
    ({"path": to(4), "enclosure": around("below", targets="chosen", degrees="4")}, "C4 D4 E4 F4"),
    ({"path": to(2), "figure": chords("triad"), "enclosure": around("below")}, "B3 C4 E4 G4 C♯4 D4 F4 A4"),
    ({"path": to(4), "ladder": {"kind": "pair"}, "enclosure": around("below")}, "B3 C4 C♯4 D4 E4 F4"),
    ({"path": to(2), "figure": pairs(), "enclosure": around("above-below")}, "D4 B3 C4 F4 A4 E4 C♯4 D4 G4 B4"),
    # Courses.
    ({"path": to(3), "course": BACK}, "C4 D4 C4 E4 C4"),
    ({"path": to(3), "course": {**BACK, "degree": "5"}}, "G3 C4 G3 D4 G3 E4 G3"),
    ({"path": to(4), "course": {**BACK, "every": 2}}, "C4 D4 C4 E4 F4 C4"),
    ({"path": to(2), "figure": thirds("up"), "course": BACK}, "C4 E4 C4 D4 F4 C4"),
    (
        {"course": {"kind": "build-up"}},
        "C4 E4 G4 B4 C4 D4 E4 G4 B4 C4 D4 E4 F4 G4 B4 C4 D4 E4 F4 G4 A4 B4 C4 D4 E4 F4 G4 A4 B4 C5",
    ),
    ({"course": {"kind": "build-up", "order": "1 5 3 2"}}, "C4 E4 G4 C4 D4 E4 G4 C4 D4 E4 G4 C5"),
    (
        {"path": AND_BACK, "course": {"kind": "build-up", "order": "1 3 5 4"}},
        "C4 E4 G4 E4 C4 C4 E4 F4 G4 F4 E4 C4 E4 F4 G4 C5 G4 F4 E4 C4",
    ),
    ({"path": to(3), "course": {"kind": "grow"}}, "C4 C4 D4 C4 D4 E4"),
    ({"path": to(3), "figure": cell("1 3"), "course": {"kind": "grow"}}, "C4 E4 C4 E4 D4 F4 C4 E4 D4 F4 E4 G4"),
    ({"path": to(2), "figure": chords("triad"), "course": {"kind": "grow"}}, "C4 E4 G4 C4 E4 G4 D4 F4 A4"),
    # A path that stays, and one that closes with a turn.
    ({"path": {"span": "once"}, "figure": cell("5 3 2 1")}, "G4 E4 D4 C4"),
    ({"path": {"span": "once", "low": {"step": 3}}, "figure": chords("seventh")}, "E4 G4 B4 D5"),
    ({"path": {"span": "once", "low": {"step": 2}}, "figure": cell("1 3"), "ladder": CHORD}, "C4 E4"),
    ({"path": to(3, close="turn")}, "C4 D4 E4 F4 E4 D4 E4"),
    ({"path": {**to(3), **AND_BACK, "close": "turn"}}, "C4 D4 E4 D4 C4 D4 C4 B3 C4"),
    ({"path": to(2, close="turn"), "figure": pairs()}, "C4 F4 A4 D4 G4 B4 E4 D4 C4 D4"),
    ({"path": to(4, close="turn"), "figure": thirds("up"), "sounds": MINOR}, "C4 F4 E♭4 G4 F4 B♭4 G4 F4 E♭4 F4"),
    ({"path": to(3, close="turn"), "ladder": CHORD}, "C4 E4 F4 E4 D4 E4"),
    # Leading notes, each before an arpeggio whose first three tones are a triplet.
    ({"path": to(2), "figure": chords("triad", rhythm="led-triplets")}, "B3 C4 E4 G4 C♯4 D4 F4 A4"),
    ({"path": to(2), "figure": chords("triad", "down", rhythm="led-triplets")}, "F♯4 G4 E4 C4 G♯4 A4 F4 D4"),
    ({"path": to(2), "figure": chords("seventh", rhythm="led-triplets")}, "B3 C4 E4 G4 B4 C♯4 D4 F4 A4 C5"),
]


def pressed(document: dict[str, Any], *keys: str) -> Exercise:
    path = {"direction": "up", **document.get("path", {})}
    routed = {"keys": {"order": "picked", "picked": keys or ["C"]}, "player": {"reach": "full", "tessitura": "middle"}}
    return press(read_recipe({**routed, **document, "path": path}), load_tables())


def test_the_table_has_its_hundred_rows() -> None:
    assert len(TABLE) >= 100


def moved(notes: str, octaves: int) -> list[int]:
    return [Pitch.parse(name).midi + 12 * octaves for name in notes.split()]


@pytest.mark.parametrize(("document", "notes"), TABLE)
def test_what_is_asked_for_is_what_is_written(document: dict[str, Any], notes: str) -> None:
    (strip,) = pressed(document).strips
    found = [note.tone.written for note in strip.notes]
    shift = found[0].octave - Pitch.parse(notes.split()[0]).octave  # a long line may lie an octave away
    assert [f"{pitch.name.text}{pitch.octave - shift}" for pitch in found] == notes.split()


@pytest.mark.parametrize(("document", "notes"), TABLE)
def test_it_is_the_same_in_twelve_keys(document: dict[str, Any], notes: str) -> None:
    found = pressed(document, *USUAL["major"])
    first = [note.tone.sounding.midi for note in found.strips[0].notes]
    for half_steps, strip in enumerate(found.strips):
        heights = [note.tone.sounding.midi for note in strip.notes]
        assert (heights[0] - first[0] - half_steps) % 12 == 0
        assert [high - heights[0] for high in heights] == [high - first[0] for high in first]
        assert fill_their_bars(strip, found.metre)
    assert {remark.kind for remark in found.remarks} <= {"leap", "repeat", "seam", "signs", "bar"}


@pytest.mark.parametrize(
    ("key", "notes"),
    [
        ("E♭", "E♭4 G4 B♭4 E4 G♯4 B4 F4 A4 C5 F♯4 A♯4 C♯5 G4 B4 D5"),
        ("B", "B3 D♯4 F♯4 C4 E4 G4 D♭4 F4 A♭4 D4 F♯4 A4 E♭4 G4 B♭4"),
        ("D♭", "D♭4 F4 A♭4 D4 F♯4 A4 E♭4 G4 B♭4 E4 G♯4 B4 F4 A4 C5"),
    ],
)
def test_chords_on_twelve_tones_are_spelled_as_chords_in_every_key(key: str, notes: str) -> None:
    (strip,) = pressed({"ladder": TWELVE, "path": to(3), "figure": chords("triad")}, key).strips
    assert [note.tone.written.text for note in strip.notes] == notes.split()


def lengths(document: dict[str, Any]) -> str:
    """Where each note starts and how long it is, in eighths."""
    (strip,) = pressed(document).strips
    return " ".join(f"{note.start * 2}:{note.length * 2}" for note in strip.notes)


@pytest.mark.parametrize(
    ("document", "wanted"),
    [
        ({"path": to(3), "figure": run(roots="hold")}, "0:2 2:1 3:5"),
        ({"path": {**to(3), **AND_BACK, "pause": True}}, "0:1 1:1 2:2 4:1 5:3"),
        ({"path": {**to(3), **AND_BACK, "again": True}}, "0:1 1:1 2:1 3:1 4:1 5:3"),
        (
            {"course": {"kind": "build-up", "order": "1 3 5 7"}},
            "0:1 1:1 2:6 8:1 9:1 10:1 11:5 16:1 17:1 18:1 19:1 20:4",
        ),
        # Targets on the beat: a pickup, and the tone before a longer enclosure is held.
        ({"path": to(3), "enclosure": {"kind": "below"}}, "7:1 8:1 9:1 10:1 11:1 12:4"),
        # The only leading note sounds already (E before F, B before C): the target waits for the beat all the same.
        ({"path": to(4), "enclosure": {"kind": "below"}}, "7:1 8:1 9:1 10:1 11:1 12:2 14:2"),
        (
            {"path": {}, "ladder": {"kind": "arpeggio"}, "enclosure": {"kind": "below"}},
            "7:1 8:1 9:1 10:1 11:1 12:1 13:1 14:2 16:8",
        ),
        (
            {"path": to(4), "enclosure": {"kind": "below"}, "sounds": {"kind": "one", "scale": "dorian"}},
            "7:1 8:1 9:1 10:2 12:1 13:1 14:2",
        ),
        ({"path": to(3), "enclosure": {"kind": "above-below"}}, "6:1 7:1 8:2 10:1 11:1 12:2 14:1 15:1 16:8"),
        ({"path": to(2), "enclosure": {"kind": "above-two-below"}}, "5:1 6:1 7:1 8:1 9:1 10:1 11:1 12:4"),
        ({"path": to(4), "enclosure": {"kind": "below", "targets": "thirds-sevenths"}}, "0:1 1:2 3:1 4:1 5:3"),
        # The leading note on the last eighth before the beat; what is left of a beat is silent.
        (
            {"path": to(2), "figure": chords("triad", rhythm="led-triplets")},
            "7:1 8:2/3 26/3:2/3 28/3:2/3 11:1 12:2/3 38/3:2/3 40/3:8/3",
        ),
        (
            {"path": to(2), "figure": chords("seventh", rhythm="led-triplets")},
            "7:1 8:2/3 26/3:2/3 28/3:2/3 10:1 11:1 12:2/3 38/3:2/3 40/3:2/3 14:2",
        ),
    ],
)
def test_how_long_the_notes_are(document: dict[str, Any], wanted: str) -> None:
    assert lengths(document) == wanted


@pytest.mark.parametrize("kind", ["below", "above-below", "double", "above-two-below", "two-above"])
@pytest.mark.parametrize("value", ["quarter", "eighth", "triplet", "sixteenth"])
def test_every_target_lands_on_a_beat(kind: str, value: str) -> None:
    document = {"path": AND_BACK, "enclosure": {"kind": kind, "targets": "chord"}, "placement": {"value": value}}
    (strip,) = pressed(document).strips
    before = None
    for note in strip.notes:
        led = before is not None and before.step is None
        if led and note.tone.step is not None and note.tone.role == "chord":
            assert note.start % 1 == 0, (note.start, note.tone.written.text)
        before = note.tone


@pytest.mark.parametrize("instrument", ["trumpet", "trombone", "electric-bass", "clarinet"])
@pytest.mark.parametrize("figure", [run(), thirds("up"), chords("seventh", "up-down"), cell("5 3 2 1")])
def test_the_whole_range_is_used_and_never_left(instrument: str, figure: dict[str, Any]) -> None:
    player = {"instrument": instrument, "reach": "full"}
    found = pressed({"path": {"span": "range"}, "figure": figure, "player": player}, "C", "F♯", "A♭")
    reach = found.instrument.full
    for strip in found.strips:
        heights = [note.tone.written.midi for note in strip.notes]
        assert reach.holds(min(heights), max(heights))
        if figure == run():
            tones = {note.tone.written.midi % 12 for note in strip.notes}
            usable = [height for height in range(reach.low.midi, reach.high.midi + 1) if height % 12 in tones]
            assert heights == usable


@pytest.mark.parametrize(
    ("document", "pointer", "words"),
    [
        ({"sounds": {"kind": "one", "scale": "minor-pentatonic"}, "figure": pairs()}, "/figure/rank", "no triad pair"),
        ({"sounds": {"kind": "one", "scale": "major-hexatonic"}, "figure": pairs(rank=12)}, "/figure/rank",
         "triad pair"),
        ({"ladder": {"kind": "pair", "rank": 12}, "sounds": {"kind": "one", "scale": "major-hexatonic"}},
         "/ladder/rank", "triad pair"),
        ({"ladder": {"kind": "arpeggio", "step": 6}, "sounds": {"kind": "one", "scale": "minor-pentatonic"}},
         "/ladder/step", "no step 6"),
        ({"course": {"kind": "build-up", "order": "1 3 ♭5"}}, "/course/order", "no ♭5"),
        ({"course": {"kind": "build-up", "order": "1 3"}}, "/course/order", "three tones"),
        ({"course": {"kind": "build-up", "order": "1 x"}}, "/course", "not a degree"),
        ({"course": {"kind": "return", "degree": "q"}}, "/course/degree", "not a degree"),
        ({"enclosure": {"kind": "sideways"}}, "/enclosure/kind", "not one of the choices"),
        ({"enclosure": {"degrees": "1 2 y"}}, "/enclosure/degrees", "not a degree"),
        ({"figure": {"kind": "intervals", "size": 11}}, "/figure/size", "too large"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_told_at_its_field(document: dict[str, Any], pointer: str, words: str) -> None:
    with pytest.raises(RecipeError) as caught:
        pressed(document)
    problem = caught.value.problems[0]
    assert problem.pointer == pointer
    assert words in problem.message


@pytest.mark.parametrize(
    ("document", "wanted"),
    [
        ({"figure": thirds("alternating", 6)}, "Take sixths one up and the next down through C Ionian, up an octave"),
        ({"figure": chords("seventh", "down", rotation=1)}, "Take seventh arpeggios down, first inversion through C"),
        ({"figure": pairs(group="fours")}, "Take the triads F and G in fours up through C Ionian"),
        ({"ladder": CHORD}, "Take a straight run on the chord tones through C Ionian"),
        ({"enclosure": {"kind": "below", "targets": "chord"}},
         "Take a straight run, approached by a half step below before chord tones, through C Ionian"),
        ({"course": BACK}, "Take a straight run, back to the root after every one, through C Ionian"),
        ({"path": {"span": "range", "overshoot": True}}, "up through the whole range, a step beyond each end"),
        ({"figure": cell("1 b3", "falling")}, "Take 1 ♭3 (turned backwards coming down) through"),
    ],
)  # fmt: skip
def test_the_sentence_says_it(document: dict[str, Any], wanted: str) -> None:
    assert wanted in sentence_text(pressed(document).sentence)


@pytest.mark.parametrize(
    ("document", "kind", "text"),
    [
        ({"figure": cell("1 2 3 4 5")}, "bar", "Groups of 5 against 8 in a bar: they meet the barline again after "
                                                "5 bars."),
        ({"figure": cell("1 2 3 4 5"), "path": to(3)}, "bar", "Groups of 5 against 8 in a bar: they meet the barline "
                                                             "not before the strip ends."),
        ({"figure": chords("triad")}, "bar", "Groups of 3 against 8 in a bar: they meet the barline again after 3 "
                                             "bars."),
        ({"figure": chords("triad"), "placement": {"value": "triplet"}}, "bar", None),
        ({"figure": cell("1 2 3 5")}, "bar", None),
        ({"figure": thirds("up", 10), "path": to(3)}, "leap", "C Ionian: a leap of more than an octave from C4 to E5, "
                                                              "and 4 more like it."),
        ({"figure": thirds("up", 8)}, "leap", None),
        ({"sounds": {"kind": "one", "scale": "aeolian"}, "path": AND_BACK}, "signs", None),
        ({"sounds": ALTERED, "path": {**to(7), **AND_BACK, "low": {"step": 2}}}, "signs",
         "C super-Locrian: 9 accidentals in 11 notes."),
        ({"sounds": ALTERED, "path": {**UP, "low": {"step": 2}, "high": {"step": 2, "octave": 2}}}, "signs",
         "C super-Locrian: 7 accidentals in 8 notes."),
        ({"sounds": ALTERED, "path": {**UP, "low": {"step": 2}, "high": {"step": 1, "octave": 2}}}, "signs", None),
    ],
)  # fmt: skip
def test_what_a_teacher_would_remark(document: dict[str, Any], kind: str, text: str | None) -> None:
    found = [remark.text for remark in pressed(document).remarks if remark.kind == kind]
    assert found == ([text] if text else [])
