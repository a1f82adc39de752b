"""What is typed, where the anchor walks, and the order of keys: tables worked out by hand."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.melody.figures import figure_on
from dodecant.exercise.melody.figures.base import Grounds
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.melody.path import Anchor, walk
from dodecant.exercise.press import press
from dodecant.exercise.recipe.cell import CellTone, parse_cell
from dodecant.exercise.recipe.document import KeyRoute, read_recipe
from dodecant.exercise.recipe.figures import Cell
from dodecant.exercise.recipe.path import Path
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.routes.stops import key_order
from dodecant.exercise.tables import Tables
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName
from tests.strategies import KEYS


def test_a_cell_is_read() -> None:
    assert parse_cell(" 5, b3  ♯4+ 7-- ♮2 10 ") == (
        CellTone(5), CellTone(3, -1), CellTone(4, 1, 1), CellTone(7, None, -2), CellTone(2, 0), CellTone(10)
    )  # fmt: skip


@pytest.mark.parametrize(
    ("text", "where", "message"),
    [
        ("", 0, "empty"),
        ("   ", 0, "empty"),
        ("5 x 2", 2, "“x” \\(number 2\\)"),
        ("5 3 0", 4, "0 \\(number 3\\) is outside"),
        ("5 16", 2, "outside 1 to 15"),
        ("1 2++++", 2, "too far"),
        ("3b", 0, "cannot be read"),
        ("1 +2", 2, "cannot be read"),
        ("1+-", 0, "cannot be read"),
        ("bbbb3", 0, "cannot be read"),
        (" ".join(["1"] * 200), 128, "200 numbers"),
        ("99999999999999999999", 0, "outside"),
    ],
)
def test_a_cell_that_cannot_be_read_is_told_with_its_place(text: str, where: int, message: str) -> None:
    with pytest.raises(MusicError, match=message) as caught:
        parse_cell(text)
    assert caught.value.where == where
    assert caught.value.cure


@given(st.text(max_size=60))
def test_no_text_breaks_the_reader(text: str) -> None:
    try:
        tones = parse_cell(text)
    except MusicError as error:
        assert error.where is not None
        assert 0 <= error.where <= len(text)
    else:
        assert 1 <= len(tones) <= 64


def ladder(tables: Tables, tonic: str, scale: str) -> Ladder:
    return Ladder(NoteName.parse(tonic), tables.scales.get(scale))


# Rungs are counted from the tonic (0); a pentatonic has five to the octave.
@pytest.mark.parametrize(
    ("scale", "low", "high", "direction", "by", "rungs"),
    [
        ("ionian", (1, 1), (1, 2), "up", "step", "0 1 2 3 4 5 6 7"),
        ("ionian", (1, 1), (5, 1), "up-and-back", "step", "0 1 2 3 4 3 2 1 0"),
        ("ionian", (5, 1), (3, 2), "down", "step", "9 8 7 6 5 4"),
        ("ionian", (1, 1), (1, 2), "up", "third", "0 2 4 6"),
        ("ionian", (1, 1), (1, 2), "down-and-back", "third", "6 4 2 0 2 4 6"),
        ("ionian", (2, 1), (1, 2), "up", "skip", "1 3 5 7"),
        ("minor-pentatonic", (1, 1), (1, 2), "up", "step", "0 1 2 3 4 5"),
        ("minor-pentatonic", (1, 1), (1, 2), "up", "skip", "0 2 4"),
        ("major-pentatonic", (1, 1), (1, 2), "up", "third", "0 2 3 5"),  # C E G C: G to B is a third, but there is no B
        ("major-pentatonic", (4, 1), (1, 2), "up", "step", "2 3 4 5"),  # no 4: the path starts on the 3 below it
        ("minor-pentatonic", (3, 1), (7, 2), "up-and-back", "skip", "1 3 5 7 9 7 5 3 1"),
    ],
)
def test_paths(
    tables: Tables, scale: str, low: tuple[int, int], high: tuple[int, int], direction: Any, by: Any, rungs: str
) -> None:
    ends = [{"step": step, "octave": octave} for step, octave in (low, high)]
    path = Path.model_validate({"low": ends[0], "high": ends[1], "direction": direction, "by": by})
    assert " ".join(str(anchor.rung) for anchor in walk(path, ladder(tables, "C", scale))) == rungs


@pytest.mark.parametrize(
    ("tonic", "scale", "cell", "anchors", "notes"),
    [
        ("C", "ionian", "5 3 2 1", "0 1", "G4 E4 D4 C4 A4 F4 E4 D4"),
        ("C", "ionian", "9 8 1+ 7-", "0", "D5 C5 C5 B3"),
        ("A♭", "lydian", "1 4 5 7", "0 4", "A♭4 D5 E♭5 G5 E♭5 A♭5 B♭5 D6"),
        ("C", "dorian", "3 ♮3 ♭3 ♭2", "0 1", "E♭4 E4 E♭4 D♭4 F4 F♯4 F4 E♭4"),  # exact above the anchor
        ("D", "mixolydian", "♮7- 1", "0 1 2 6", "C♯4 D4 D♯4 E4 E♯4 F♯4 B4 C5"),
        ("A", "minor-pentatonic", "1 3 5 4", "0 1", "A4 C5 E5 D5 C5 D5 G5 E5"),
        ("G", "major-pentatonic", "4 7", "0", "B4 G5"),  # the nearest tones: 3 and 1
    ],
)
def test_cells_on_degrees(tables: Tables, tonic: str, scale: str, cell: str, anchors: str, notes: str) -> None:
    rungs = ladder(tables, tonic, scale)
    figure = figure_on(Cell(text=cell), Grounds(rungs, rungs.scale))
    found = [tone.pitch.text for anchor in anchors.split() for tone in figure.tones_on(Anchor(int(anchor), False))]
    assert " ".join(found) == notes


@pytest.mark.parametrize(
    ("reading", "lacking", "notes", "lacks"),
    [
        ("degrees", "nearest", "A4 E5 G5 A5", (6,)),
        ("degrees", "chromatic", "A4 E5 F♯5 A5", (6,)),
        ("degrees", "drop", "A4 E5 A5", (6,)),
        ("rungs", "nearest", "A4 G5 A5 D6", ()),
    ],
)
def test_a_number_the_sound_lacks(tables: Tables, reading: Any, lacking: Any, notes: str, lacks: object) -> None:
    rungs = ladder(tables, "A", "minor-pentatonic")
    figure = figure_on(Cell(text="1 5 6 8", reading=reading, lacking=lacking), Grounds(rungs, rungs.scale))
    assert " ".join(tone.pitch.text for tone in figure.tones_on(Anchor(0, False))) == notes
    assert figure.missing == lacks


@pytest.mark.parametrize(
    ("order", "start", "keys"),
    [
        ("fourths", "C", "C F B♭ E♭ A♭ D♭ F♯ B E A D G"),
        ("fifths", "E♭", "E♭ B♭ F C G D A E B F♯ D♭ A♭"),
        ("half-steps-up", "B", "B C D♭ D E♭ E F F♯ G A♭ A B♭"),
        ("half-steps-down", "D", "D D♭ C B B♭ A A♭ G F♯ F E E♭"),
        ("whole-steps-up", "C", "C D E F♯ A♭ B♭ D♭ E♭ F G A B"),
        ("whole-steps-down", "A♭", "A♭ F♯ E D C B♭ G F E♭ D♭ B A"),
    ],
)
def test_key_routes(order: Any, start: str, keys: str) -> None:
    found = key_order(KeyRoute(order=order, start=start))
    assert [KEYS[key] for key in found] == keys.split()


def test_shuffles_hold_all_keys_and_come_again() -> None:
    routes = [key_order(KeyRoute(order="shuffle", start="A", seed=seed)) for seed in range(20)]
    assert all(route[0] == 9 and sorted(route) == list(range(12)) for route in routes)
    assert len(set(routes)) == 20
    assert routes[7] == key_order(KeyRoute(order="shuffle", start="A", seed=7))


@pytest.mark.parametrize(
    ("outer", "headings"),
    [
        ("keys", "F Lydian, F Dorian, B♭ Lydian, B♭ Dorian"),
        ("sounds", "F Lydian, B♭ Lydian, F Dorian, B♭ Dorian"),
    ],
)
def test_routes_nest_either_way_round(tables: Tables, outer: str, headings: str) -> None:
    recipe = read_recipe(
        {
            "sounds": {"kind": "several", "scales": ["lydian", "dorian"]},
            "keys": {"order": "picked", "picked": ["F", "Bb"]},
            "outer": outer,
        }
    )
    assert ", ".join(strip.heading for strip in press(recipe, tables).strips) == headings


@pytest.mark.parametrize(
    ("parent", "key", "roots"),
    [
        ("ionian", "E♭", "E♭ Ionian, F Dorian, G Phrygian, A♭ Lydian, B♭ Mixolydian, C Aeolian, D Locrian"),
        ("aeolian", "C♯", "C♯ Aeolian, D♯ Locrian, E Ionian, F♯ Dorian, G♯ Phrygian, A Lydian, B Mixolydian"),
        ("minor-pentatonic", "A", "A minor pentatonic, C major pentatonic, D suspended pentatonic, "
         "E mode 4 of minor pentatonic, G mode 5 of minor pentatonic"),
    ],
)  # fmt: skip
def test_a_family_walks_through_its_parent(tables: Tables, parent: str, key: str, roots: str) -> None:
    recipe = read_recipe({"sounds": {"kind": "family", "parent": parent}, "keys": {"order": "picked", "picked": [key]}})
    exercise = press(recipe, tables)
    assert ", ".join(strip.stop.written.text for strip in exercise.strips) == roots
    classes = [{note.tone.written.midi % 12 for note in strip.notes} for strip in exercise.strips]
    assert all(found == classes[0] for found in classes)


@pytest.mark.parametrize(
    ("document", "pointer", "message"),
    [
        ({"sounds": {"kind": "one", "scale": "hypo"}}, "/sounds/scale", "no sound called"),
        ({"sounds": {"kind": "several", "scales": ["ionian", "x"]}}, "/sounds/scales/1", "no sound called"),
        ({"sounds": {"kind": "family", "parent": "x"}}, "/sounds/parent", "no sound called"),
        ({"player": {"instrument": "kazoo"}}, "/player/instrument", "no instrument called"),
        ({"player": {"instrument": "trumpet", "lowest": "C2"}}, "/player/lowest", "not on the trumpet"),
        ({"player": {"instrument": "trumpet", "highest": "C4"}}, "/player/highest", "less than an octave"),
        ({"figure": {"kind": "cell", "text": "4", "lacking": "drop"}, "sounds": {"kind": "one", "scale":
         "major-pentatonic"}}, "/figure/text", "none of these tones"),
        ({"figure": {"kind": "cell", "text": "1 " * 64}, "path": {"high": {"octave": 8}}}, "/path", "1600 are"),
        ({"keys": {"order": "picked", "picked": ["C"] * 48}, "sounds": {"kind": "several", "scales": ["ionian"] * 12},
          "placement": {"route": ["eighth", "triplet"]}}, "/keys", "1152 strips"),
    ],
)  # fmt: skip
def test_what_cannot_be_done_is_told_at_its_field(
    tables: Tables, document: dict[str, Any], pointer: str, message: str
) -> None:
    with pytest.raises(RecipeError, match=message) as caught:
        press(read_recipe(document), tables)
    (problem,) = caught.value.problems
    assert problem.pointer == pointer
    assert problem.cure
