"""Where a rule turns over: the last case on one side and the first on the other, worked out by hand."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

import pytest

from dodecant.exercise.harmony.timeline import Sound, TimedChord, anticipated
from dodecant.exercise.melody.lick import chord_under
from dodecant.exercise.notation.signature import fifths_for
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.variation import HarderOrEasier, varied
from dodecant.exercise.tables import Tables
from dodecant.music.core.pitch import NoteName


# C4 to C5, and a path from the root to the ninth: so many tones stay.
@pytest.mark.parametrize(
    ("key", "tones", "left_out"),
    [
        ("C", "C4 D4 E4 F4 G4 A4 B4 C5", 1),
        ("D", "D4 E4 F♯4 G4 A4 B4", 3),
        ("E♭", "E♭4 F4 G4 A♭4 B♭4 C5", 3),
        ("B", "B4", 8),
    ],
)
def test_a_path_is_shortened_by_as_little_as_it_takes(tables: Tables, key: str, tones: str, left_out: int) -> None:
    document = {
        "path": {"high": {"step": 2, "octave": 2}, "direction": "up"},
        "player": {"lowest": "C4", "highest": "C5"},
        "keys": {"order": "picked", "picked": [key]},
    }
    found = press(read_recipe(document), tables)
    assert " ".join(note.tone.written.text for note in found.strips[0].notes) == tones
    (told,) = (remark.text for remark in found.remarks if remark.kind == "shortened")
    assert f"stops {left_out} tone{'s' * (left_out > 1)} early" in told


# Of the signatures in which a scale with gaps needs no sign, the one nearest to the key of its tonic and colour.
@pytest.mark.parametrize(
    ("tonic", "scale", "fifths"),
    [
        ("C", "major-pentatonic", 0), ("D", "major-pentatonic", 2), ("E♭", "major-pentatonic", -3),
        ("F♯", "major-pentatonic", 6), ("A", "minor-pentatonic", 0), ("C", "minor-pentatonic", -3),
        ("F♯", "minor-pentatonic", 3), ("B♭", "minor-pentatonic", -5), ("C", "dorian", -2), ("C", "lydian", 1),
        ("C", "whole-tone", 0), ("D", "harmonic-minor", -1),
    ],
)  # fmt: skip
def test_the_signature_of_a_sound(tables: Tables, tonic: str, scale: str, fifths: int) -> None:
    assert fifths_for(Sound(NoteName.parse(tonic), tables.scales.get(scale))) == fifths


@pytest.mark.parametrize(
    ("lengths", "by", "starts"),
    [
        ("4 4", "1/2", "0 7/2"),
        ("1 1 1", "1/2", "0 1/2 3/2"),
        ("1/2 1/2 1", "1/2", "0 1/2 1"),  # the second cannot come early, nor can the third before it has begun
        ("1/4 4", "1/2", "0 1/4"),  # it would come before the first
        ("1/2 4", "1/2", "0 1/2"),  # it would leave the first no time
        ("3/4 4", "1/2", "0 1/4"),
    ],
)
def test_a_chord_is_early_where_the_one_before_keeps_time(lengths: str, by: str, starts: str) -> None:
    chords, now = [], Fraction(0)
    for length in map(Fraction, lengths.split()):
        chords.append(TimedChord(now, length, None, None))
        now += length
    found = anticipated(chords, Fraction(by))
    assert " ".join(str(one.start) for one in found) == starts
    assert [one.start + one.length for one in found] == [*(one.start for one in found[1:]), now]


@pytest.mark.parametrize(
    ("start", "length", "under"),
    [
        ("7/2", "1", 1), ("7/2", "1/2", 0), ("13/4", "1", 0), ("15/4", "1/2", 1), ("4", "1", 1), ("0", "8", 0),
        ("23/6", "1/3", 1), ("31/4", "1", 1), ("-1/2", "1", 0),
    ],
)  # fmt: skip
def test_a_note_struck_half_a_beat_early_and_held_belongs_to_the_next_chord(
    start: str, length: str, under: int
) -> None:
    assert chord_under(Fraction(start), Fraction(length), [Fraction(0), Fraction(4)]) == under


@pytest.mark.parametrize(
    ("way", "phrases"),
    [
        # Shares of their levels: path 2/5, figure 0/8, placement 1/3, keys 1/4, sounds 0/7.
        ("harder", "figure sounds figure sounds figure keys sounds placement"),
        ("easier", "path placement keys path tempo"),
    ],
)
def test_what_is_farthest_behind_moves_first(tables: Tables, way: HarderOrEasier, phrases: str) -> None:
    recipe, moved = Recipe(), []
    for _ in phrases.split():
        found = varied(recipe, tables.levels, way)
        recipe = found.recipe
        moved.append(found.phrase)
    assert " ".join(moved) == phrases


@pytest.mark.parametrize(
    ("document", "octaves"),
    [({"lowest": "C4", "highest": "C6"}, 2), ({"lowest": "C4", "highest": "B5"}, 1), ({"lowest": "D4"}, 1)],
)
def test_both_octaves_are_offered_where_both_fit(tables: Tables, document: dict[str, Any], octaves: int) -> None:
    keys = {"order": "picked", "picked": ["C"]}
    path = {"high": {"step": 1, "octave": 2}}
    player = {"instrument": "trumpet", "named_key": "written", "reach": "full", "highest": "D6", **document}
    (strip,) = press(read_recipe({"path": path, "keys": keys, "player": player}), tables).strips
    assert strip.octaves_open == octaves
