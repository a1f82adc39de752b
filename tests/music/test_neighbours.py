"""One altered note away: known chains of the theory books, and the laws of a map."""

from __future__ import annotations

from itertools import pairwise

import pytest

from dodecant.exercise.tables import Tables
from dodecant.music.scales.neighbours import chain, derivation, neighbours


@pytest.mark.parametrize(
    ("scale", "wanted"),
    [
        ("ionian", "lydian 4→♯4, mixolydian 7→♭7, melodic-minor 3→♭3, harmonic-major 6→♭6, ionian-augmented 5→♯5"),
        ("dorian", "mixolydian ♭3→3, aeolian 6→♭6, melodic-minor ♭7→7, dorian-flat-2 2→♭2, dorian-sharp-4 4→♯4, "
                   "dorian-flat-5 5→♭5"),
        ("minor-pentatonic", "minor-sixth-pentatonic ♭7→6, minor-flat-5-pentatonic 5→♭5"),
    ],
)  # fmt: skip
def test_what_lies_next_to_the_common_sounds(tables: Tables, scale: str, wanted: str) -> None:
    steps = neighbours(tables.scales.get(scale), tables.scales)
    found = {f"{step.scale.id} {step.before.text}→{step.after.text}" for step in steps}
    assert set(wanted.split(", ")) <= found


def test_the_map_is_symmetric_and_each_step_moves_one_note(tables: Tables) -> None:
    for scale in tables.scales.scales:
        for step in neighbours(scale, tables.scales):
            back = {again.scale.id for again in neighbours(step.scale, tables.scales)}
            assert scale.id in back
            assert len(scale.pitch_classes ^ step.scale.pitch_classes) == 2
            assert len(scale) == len(step.scale)


def test_the_modes_from_bright_to_dark_are_one_note_apart(tables: Tables) -> None:
    order = ["lydian", "ionian", "mixolydian", "dorian", "aeolian", "phrygian", "locrian"]
    way = chain(tables.scales.get("lydian"), tables.scales.get("locrian"), tables.scales)
    assert way is not None
    assert len(way) == len(order) - 1  # each mode one flat more: no shorter way can add six flats
    for one, other in pairwise(order):
        assert other in {step.scale.id for step in neighbours(tables.scales.get(one), tables.scales)}


def test_chains_are_shortest(tables: Tables) -> None:
    """Against distances found by squaring the map, a different algorithm."""
    ids = [scale.id for scale in tables.scales.scales]
    far = 99
    distance = {(a, b): 0 if a == b else far for a in ids for b in ids}
    for scale in tables.scales.scales:
        for step in neighbours(scale, tables.scales):
            distance[scale.id, step.scale.id] = 1
    for middle in ids:
        for a in ids:
            if distance[a, middle] < far:
                for b in ids:
                    distance[a, b] = min(distance[a, b], distance[a, middle] + distance[middle, b])
    for a in ids[::5]:
        for b in ids[::3]:
            way = chain(tables.scales.get(a), tables.scales.get(b), tables.scales)
            assert (far if way is None else len(way)) == distance[a, b]


@pytest.mark.parametrize(
    ("scale", "words"),
    [
        ("ionian", "the major scale itself"), ("lydian", "raise 4"), ("super-locrian", "lower 2, 3, 4, 5, 6 and 7"),
        ("melodic-minor", "lower 3"), ("lydian-sharp-2", "raise 2 and 4"),
        ("minor-pentatonic", "lower 3 and 7, leave out 2 and 6"),
        ("altered-double-flat-7", "lower 2, 3, 4, 5 and 6, lower twice 7"), ("major-blues", "take 1 2 ♭3 3 5 6"),
        ("lydian-dominant", "raise 4, lower 7"),
    ],
)  # fmt: skip
def test_how_a_scale_is_made_from_the_major_scale(tables: Tables, scale: str, words: str) -> None:
    assert derivation(tables.scales.get(scale)) == words
