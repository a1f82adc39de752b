"""What slips becomes an exercise: its notes by hand in two keys, and what holds for every degree of every sound."""

from __future__ import annotations

import pytest

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.music.core.degree import Degree
from dodecant.practice.planning.mending import mending
from dodecant.tables import load_tables

TABLES = load_tables()


@pytest.mark.parametrize(
    ("scale", "degree", "key", "notes"),
    [
        ("mixolydian", "♭7", "C", "G A B♭ C D C B♭ A"),
        ("mixolydian", "♭7", "D♭", "A♭ B♭ C♭ D♭ E♭ D♭ C♭ B♭"),
        ("dorian", "1", "D", "B C D E F E D C"),
        ("dorian", "1", "F♯", "D♯ E F♯ G♯ A G♯ F♯ E"),
        ("minor-pentatonic", "4", "A", "A C D E G E D C"),
        ("minor-blues", "5", "C", "F G♭ G B♭ C B♭ G G♭"),
        ("bebop-dominant", "7", "G", "E F F♯ G A G F♯ F"),  # beside its ♭7
        ("dorian", "♯4", "C", "E♭ F F♯ G A G F♯ F"),  # a tone from outside, as in an enclosure
        ("lydian", "9", "C", "B C D E F♯ E D C"),  # however it is numbered
        ("lydian", "♯11", "D", "E F♯ G♯ A B A G♯ F♯"),
        ("altered", "♭13", "G", "B C♯ E♭ F G F E♭ C♯"),
        ("dorian", "13", "C", "F G A B♭ C B♭ A G"),
    ],
)
def test_a_degree_is_led_into_from_both_sides(scale: str, degree: str, key: str, notes: str) -> None:
    recipe = mending(TABLES.scales.get(scale), Degree.parse(degree), (key,), 100)
    assert recipe.tempo == 60
    (strip,) = press(recipe, TABLES).strips
    assert " ".join(note.tone.written.name.text for note in strip.notes) == notes


def test_every_degree_of_every_sound_falls_on_two_and_on_four() -> None:
    for scale in TABLES.scales.scales:
        for degree in scale.degrees:
            (strip,) = press(mending(scale, degree, ("E♭",), 90), TABLES).strips
            assert [note.start for note in strip.notes if note.tone.degree == degree] == [1, 3], (scale.id, degree.text)


@pytest.mark.parametrize("school", ["major", "steps", "chord", "none"])
def test_a_slip_is_mended_at_the_very_note_whatever_the_numbers(school: str) -> None:
    for scale in TABLES.scales.scales[::3]:
        sounds, keys = {"kind": "one", "scale": scale.id}, {"order": "picked", "picked": ["E♭"]}
        (shown,) = press(read_part(Recipe, {"sounds": sounds, "keys": keys, "numbers": school}), TABLES).strips
        for note in shown.notes[: len(scale.degrees)]:
            degree = Degree.parse(note.tone.degree.within_octave.text)  # as the logbook keeps it
            (strip,) = press(mending(scale, degree, ("E♭",), 90), TABLES).strips
            assert {one.tone.written.name.pitch_class for one in strip.notes if one.start in (1, 3)} == {
                note.tone.written.name.pitch_class
            }, (scale.id, degree.text)


def test_it_is_for_the_player_who_slipped_in_the_key_they_read() -> None:
    """A tenor saxophone read D; so it reads D now, in its own metre and value."""
    played = {"player": {"instrument": "tenor-saxophone"}, "placement": {"value": "triplet", "metre": "3/4"}}
    recipe = mending(TABLES.scales.get("lydian"), Degree.parse("♯4"), ("D",), 50, read_part(Recipe, played))
    exercise = press(recipe, TABLES)
    assert exercise.strips[0].heading.startswith("D Lydian")
    assert (recipe.tempo, recipe.title) == (40, "Mend ♯4 of Lydian")  # never under 40
    assert (recipe.placement.value, recipe.placement.metre) == ("triplet", played["placement"]["metre"])
