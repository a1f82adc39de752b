"""Fingering charts, typed by hand from what method books print, against what is worked out."""

from __future__ import annotations

import re
from math import log2

import pytest

from dodecant.exercise.tables import Tables
from dodecant.instrument.fingering.books import HALF_STEPS, book_of
from dodecant.instrument.fingering.fretted import Fretted, Neck
from dodecant.instrument.fingering.harmonica import POSITIONS, ChromaticHarp, DiatonicHarp
from dodecant.instrument.fingering.keyboard import SPANS, Keyboard
from dodecant.instrument.fingering.optimiser import Optimiser
from dodecant.instrument.fingering.slide import PARTIALS, Slide
from dodecant.instrument.fingering.valves import Valves
from dodecant.music.core.pitch import NoteName, Pitch

TRUMPET = """
F♯3 123* G3 13* G♯3 23 A3 12 B♭3 1 B3 2 C4 0 C♯4 123* D4 13* E♭4 23 E4 12 F4 1 F♯4 2 G4 0 G♯4 23 A4 12 B♭4 1 B4 2 C5 0
C♯5 12 D5 1 E♭5 2 E5 0 F5 1 F♯5 2 G5 0 G♯5 23 A5 12 B♭5 1 B5 2 C6 0
"""
HORN = """
C4 0 D4 1 E4 0 F4 1 F♯4 2 G4 0 A♭4 23 A4 12 B♭4 1 B4 2 C5 0 C♯5 2 E5 0 F5 1 F♯5 2 G5 0 A♭5 23 A5 12 B♭5 1 B5 2 C6 0
"""
EUPHONIUM = (
    "E2 123* F2 13* G2 12 A2 2 B♭2 0 C3 13* D3 12 E♭3 1 E3 2 F3 0 G3 12 A3 2 B♭3 0 C4 1 C♯4 2 D4 0 E♭4 1 F4 0 B♭4 0"
)
TROMBONE = """
E2 7 F2 6 F♯2 5 G2 4 G♯2 3 A2 2 B♭2 1 B2 7 C3 6 C♯3 5 D3 4 E♭3 3 E3 2 F3 1 F♯3 5 G3 4 A♭3 3 A3 2 B♭3 1 B3 4 C4 3 C♯4 2
D4 1 E♭4 3 E4 2 F4 1 F♯4 5 G4 4 A♭4 3 A4 2 B♭4 1 B4 2 C5 1 C♯5 2 D5 1 E♭5 3 E5 2 F5 1
"""
TRIGGER = "C2 T6 C♯2 T5 D2 T4 E♭2 T3 E2 7 F2 6 B2 7 C3 6 F3 1"
# Hole by hole: blow, its bends; draw, its bends.
HARP_IN_C = """
1 C4 - D4 C♯4 | 2 E4 - G4 F♯4 F4 | 3 G4 - B4 B♭4 A4 G♯4 | 4 C5 - D5 C♯5 | 5 E5 - F5 | 6 G5 - A5 G♯5 |
7 C6 - B5 | 8 E6 E♭6 - D6 | 9 G6 F♯6 - F6 | 10 C7 B6 B♭6 - A6
"""
NOT_ON_A_HARP = "E♭4 E♭5 F♯5 B♭5 C♯6 A♭6"
CHROMATIC_HARP = """
C4 1↑ C♯4 1↑• D4 1↓ E♭4 1↓• E4 2↑ F4 2↓ F♯4 2↓• G4 3↑ G♯4 3↑• A4 3↓ B♭4 3↓• B4 4↓ C5 4↑ C6 8↑ D6 9↓ B6 12↓ C7 12↑
C♯7 12↑•
"""


def chart(text: str) -> list[tuple[int, str]]:
    words = text.split()
    return [(Pitch.parse(note).midi, said) for note, said in zip(words[::2], words[1::2], strict=True)]


@pytest.mark.parametrize(
    ("instrument", "text"), [("trumpet", TRUMPET), ("flugelhorn", TRUMPET), ("horn", HORN), ("euphonium", EUPHONIUM)]
)
def test_valves(tables: Tables, instrument: str, text: str) -> None:
    fundamental = tables.instruments.get(instrument).fingering.fundamental
    assert fundamental is not None
    valves = Valves(fundamental.midi, tables.weights["valves"])
    for height, said in chart(text):
        assert valves.states(height)[0].text == said, height


def test_a_slide_for_low_d_and_none_an_octave_higher(tables: Tables) -> None:
    valves = Valves(Pitch.parse("C3").midi, tables.weights["valves"])
    assert [valves.states(Pitch.parse(name).midi)[0].sharp for name in ("D4", "C♯4", "D5", "C♯5")] == [
        True,
        True,
        False,
        False,
    ]


def test_slide(tables: Tables) -> None:
    for text, trigger in ((TROMBONE, False), (TRIGGER, True)):
        optimiser = Optimiser(Slide(tables.weights["slide"], trigger=trigger))
        for height, said in chart(text):
            (found,) = optimiser.cheapest([height])
            assert found is not None
            assert found.text == said, height


def test_with_the_trigger_the_slide_has_six_positions(tables: Tables) -> None:
    slide = Slide(tables.weights["slide"], trigger=True)
    assert [one.text for one in slide.states(Pitch.parse("C2").midi)] == ["T6"]
    assert not slide.states(Pitch.parse("B1").midi)


# A guitar's neck as it is written, and one tuned in fifths, on which two places can be equally near.
@pytest.mark.parametrize(
    ("strings", "position", "note", "places"),
    [
        ("E5 B4 G4 D4 A3 E3", 1, "E5", "1:0:0 2:5:4"),  # the open string, and the little finger a fret up
        ("E5 B4 G4 D4 A3 E3", 2, "E5", "2:5:4"),  # from the second position on none is open
        ("E5 B4 G4 D4 A3 E3", 5, "C♯6", "1:9:4"),
        ("E5 B4 G4 D4 A3 E3", 5, "D6", "1:10:0 out"),
        ("E5 A4 D4 G3", 7, "A5", "1:5:0 out 2:12:0 out"),  # two frets below the hand, and two above it
        ("E5 A4 D4 G3", 7, "A♭5", "2:11:4"),
    ],
)
def test_a_position_has_its_four_frets_and_one_on_each_side(
    tables: Tables, strings: str, position: int, note: str, places: str
) -> None:
    neck = Neck(tuple(Pitch.parse(one).midi for one in strings.split()), 22)
    hand = Fretted(neck, tables.weights["fretted"], "position", low=position)
    found = {
        f"{one.string}:{one.fret}:{0 if one.outside else one.finger}{' out' if one.outside else ''}"
        for one in hand.states(Pitch.parse(note).midi)
    }
    assert " ".join(sorted(found)) == places


def test_every_hole_and_bend_of_a_harp(tables: Tables) -> None:
    harp, wanted = DiatonicHarp(tables.weights["harmonica"]), set[tuple[int, int, str, int]]()
    for row in re.split(r"\s*\|\s*", HARP_IN_C.strip()):
        hole, rest = row.split(maxsplit=1)
        for breath, notes in zip(("blow", "draw"), rest.split("-"), strict=True):
            for bend, note in enumerate(notes.split()):
                wanted.add((Pitch.parse(note).midi, int(hole), breath, bend))
    found = {(one.height, one.hole, one.breath, one.bend) for height in range(55, 100) for one in harp.states(height)}
    assert found == wanted
    for note in NOT_ON_A_HARP.split():
        assert not harp.states(Pitch.parse(note).midi)
        (over,) = DiatonicHarp(tables.weights["harmonica"], overblows=True).states(Pitch.parse(note).midi)
        assert over.over
    in_g = DiatonicHarp(tables.weights["harmonica"], -5)
    assert in_g.states(Pitch.parse("G3").midi)[0].text == "1↑"


def test_every_note_of_a_chromatic_harp(tables: Tables) -> None:
    harp = ChromaticHarp(tables.weights["harmonica"])
    for height, said in chart(CHROMATIC_HARP):
        assert said in [one.text for one in harp.states(height)], height
    assert all(harp.states(height) for height in range(60, 98))


def test_scales_as_books_print_them(tables: Tables) -> None:
    """Up one octave and no farther, for both hands, through the optimiser: the printed line, to the top finger."""
    rows = [row for row in tables.books if row.kind != "chromatic"]
    assert len(rows) == 199  # 7 kinds less the chromatic, 9 of sevenths and sixths, 10 blues and 9 pentatonics
    for row in tables.books:
        heights = [60 + row.tonic + above for above in (*HALF_STEPS[row.kind], 12)]
        for hand, printed in (("right", row.right), ("left", row.left)):
            keyboard = Keyboard(tables.weights["keyboard"], hand, row.fingers(hand))  # type: ignore[arg-type]
            found = Optimiser(keyboard).cheapest(heights)
            assert "".join(one.text for one in found if one) == printed, (row.kind, row.tonic, hand)


@pytest.mark.parametrize(
    ("tonic", "kind", "hand", "printed"),
    [
        ("C", "major", "right", "1231234 1231234 5"),
        ("C", "major", "left", "5432132 1432132 1"),
        ("B♭", "major", "right", "4123123 4123123 4"),
        ("F", "major", "right", "1234123 1234123 4"),
        ("D♭", "major", "left", "3214321 3214321 3"),
        ("F♯", "harmonic minor", "right", "3412312 3412312 3"),
        ("B♭", "natural minor", "right", "2123123 4123123 4"),
        ("B", "major", "left", "4321432 1321432 1"),
        ("C", "chromatic", "right", "131312313131 231312313131 2"),
    ],
)
def test_two_octaves_join(tables: Tables, tonic: str, kind: str, hand: str, printed: str) -> None:
    row = next(row for row in tables.books if row.kind == kind and row.tonic == NoteName.parse(tonic).pitch_class)
    heights = [48 + row.tonic + 12 * octave + above for octave in (0, 1) for above in HALF_STEPS[kind]]
    heights.append(72 + row.tonic)
    keyboard = Keyboard(tables.weights["keyboard"], hand, row.fingers(hand))  # type: ignore[arg-type]
    found = Optimiser(keyboard).cheapest([*heights, *reversed(heights[:-1])])
    up = "".join(one.text for one in found if one)
    assert up[: len(heights)] == printed.replace(" ", "")
    assert up == up[::-1]  # down as it went up


def test_a_mode_is_played_as_its_parent(tables: Tables) -> None:
    dorian = frozenset({2, 4, 5, 7, 9, 11, 0})
    row = book_of(dorian, 2, tables.books)
    assert row is not None
    assert (row.kind, row.tonic) == ("major", 0)
    assert book_of(frozenset({0, 1, 2}), 0, tables.books) is None


def test_c_major_on_a_guitar_in_the_fifth_position(tables: Tables) -> None:
    """From A on the lowest string to the high C: the frets that the hand has there, as any book of positions shows."""
    neck = Neck(tuple(Pitch.parse(name).midi for name in ("E5", "B4", "G4", "D4", "A3", "E3")), 22)
    fretted = Fretted(neck, tables.weights["fretted"], "position", low=5)
    names = ["A3", "B3", "C4", "D4", "E4", "F4", "G4", "A4", "B4", "C5", "D5", "E5", "F5", "G5", "A5", "B5", "C6"]
    found = Optimiser(fretted).cheapest([Pitch.parse(name).midi for name in names])
    shown = [(one.string, one.fret, one.finger) for one in found if one]
    assert shown == [
        (6, 5, 1), (6, 7, 3), (6, 8, 4), (5, 5, 1), (5, 7, 3), (5, 8, 4), (4, 5, 1), (4, 7, 3), (3, 4, 1),
        (3, 5, 1), (3, 7, 3), (2, 5, 1), (2, 6, 2), (2, 8, 4), (1, 5, 1), (1, 7, 3), (1, 8, 4),
    ]  # fmt: skip
    assert [one.stretched for one in found if one].count(True) == 1  # the first finger goes back for B


def test_triads_of_c_major_in_one_area_of_a_bass(tables: Tables) -> None:
    """Triads between the second and the fifth fret: what the four strings do not have there is told."""
    neck = Neck(tuple(Pitch.parse(name).midi for name in ("G3", "D3", "A2", "E2")), 20)
    fretted = Fretted(neck, tables.weights["fretted"], "area", low=2, high=5)
    scale = ["C3", "D3", "E3", "F3", "G3", "A3", "B3", "C4", "D4", "E4", "F4"]
    outside = {}
    for step in range(7):
        triad = [Pitch.parse(scale[step + third]).midi for third in (0, 2, 4)]
        found = Optimiser(fretted).cheapest(triad)
        outside[scale[step]] = [one.fret for one in found if one and one.outside]
    # C is A3 D2 D5, D is A5 D3 G2, E is D2 D5 G4, F is D3 G2 G5; from G on what is left
    # lies higher on the first string.
    assert outside == {"C3": [], "D3": [], "E3": [], "F3": [], "G3": [7], "A3": [9], "B3": [7, 10]}


def test_partials_are_where_acoustics_has_them() -> None:
    assert set(PARTIALS) == {*range(1, 11), 12}  # the eleventh is of no use
    for partial, (half_steps, cents) in PARTIALS.items():
        assert 100 * half_steps + cents == round(1200 * log2(partial)), partial


def test_positions_of_a_harp_go_up_by_fifths() -> None:
    assert {7 * n % 12: n + 1 for n in range(12)} == POSITIONS


def test_how_far_two_fingers_reach() -> None:
    """The table of R. Parncutt and others, "An ergonomic model of keyboard fingering for melodic fragments", Music
    Perception 14, 1997: least that is practical, comfortable and relaxed, then most that is relaxed and so on.
    """
    published = """
    1-2 -5 -3 1 5 8 10 · 1-3 -4 -2 3 7 10 12 · 1-4 -3 -1 5 9 12 14 · 1-5 -1 1 7 10 13 15 · 2-3 1 1 1 2 3 5
    2-4 1 1 3 4 5 7 · 2-5 2 2 5 6 8 10 · 3-4 1 1 1 2 2 4 · 3-5 1 1 3 4 5 7 · 4-5 1 1 1 2 3 5"""
    rows = [row.split() for row in published.replace("·", "\n").splitlines() if row.strip()]
    table = {(int(pair[0]), int(pair[2])): tuple(map(int, numbers)) for pair, *numbers in rows}
    assert table == dict(SPANS)
