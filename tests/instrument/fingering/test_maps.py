"""Maps against charts typed by hand, and every place against the pitch it has on the instrument."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree

from dodecant.engraving.maps import MapShows, map_svg, map_text, on_paper
from dodecant.exercise.hand_maps import map_of, maps_of_strips
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.fingering import FINGERINGS, FingeringPart, OnFrets, OnHarp, OnKeys, OnSlide, OnValves
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.instrument.fingering.maps import InstrumentMap
from dodecant.instrument.profile import Instrument
from dodecant.music.core.pitch import NoteName
from dodecant.tables import load_tables

TABLES = load_tables()
MAPPED = [one for one in TABLES.instruments.instruments if one.fingering.family is not None]


def mapped(instrument: str, part: FingeringPart, tonic: str, scale: str = "ionian") -> tuple[InstrumentMap, Sound]:
    sound = Sound(NoteName.parse(tonic), TABLES.scales.get(scale))
    profile = part.fit(TABLES.instruments.get(instrument))
    return map_of(part, profile, sound, TABLES.weights, TABLES.books), sound


# Written out by hand from charts: a neck, a position, two hands, a harp with bends, a slide, valves.
@pytest.mark.parametrize(
    ("instrument", "part", "key", "told"),
    [
        ("electric-bass", OnFrets(way="position", low=2), "C",
         "G: A 2 (1), B 4 (3), C 5 (4); D: E 2 (1), F 3 (2), G 5 (4); A: B 2 (1), C 3 (2), D 5 (4); "
         "E: F 1 (1), G 3 (2), A 5 (4)"),
        ("electric-bass", OnFrets(), "C minor-pentatonic",
         "G: G 0, B♭ 3, C 5, E♭ 8, F 10, G 12; D: E♭ 1, F 3, G 5, B♭ 8, C 10; "
         "A: B♭ 1, C 3, E♭ 6, F 8, G 10; E: F 1, G 3, B♭ 6, C 8, E♭ 11"),
        ("piano", OnKeys(), "F",
         "C, D, E, F (1), G (2), A (3), B♭ (4), C (1), D (2), E (3), F (4), G, A, B♭"),
        ("harmonica", OnHarp(), "G minor-pentatonic",
         "bent by 2: B♭ 10 (10↑’’); blow: C 1 (1↑), G 3 (3↑), C 4 (4↑), G 6 (6↑), C 7 (7↑), G 9 (9↑), "
         "C 10 (10↑); draw: D 1 (1↓), G 2 (2↓), D 4 (4↓), F 5 (5↓), D 8 (8↓), F 9 (9↓); bent by 1: B♭ 3 (3↓’); "
         "bent by 2: F 2 (2↓’’)"),
    ],
)  # fmt: skip
def test_maps_as_charts_have_them(instrument: str, part: FingeringPart, key: str, told: str) -> None:
    tonic, _, scale = key.partition(" ")
    found, sound = mapped(instrument, part, tonic, scale or "ionian")
    assert map_text(found, sound) == told


def test_a_slide_and_valves_by_their_usual_chart() -> None:
    """The first partials of B♭ major on a trombone; what a trumpeter learns first."""
    found, sound = mapped("trombone", OnSlide(), "B♭")
    told = dict(row.split(": ") for row in map_text(found, sound).split("; "))
    assert told["partial 4"] == "F 6 (6), G 4 (4), A 2 (2), B♭ 1 (1)"
    assert told["partial 5"].split(", ")[-1] == "D 1 (1)"
    found, sound = mapped("trumpet", OnValves(), "C")
    told = dict(row.split(": ") for row in map_text(found, sound).split("; "))
    assert told["partial 4"].endswith("C 0 (0)")
    assert {"E 12 (12)", "F 1 (1)", "G 0 (0)", "D 13 (13*)"} <= {
        one for row in (told["partial 3"], told["partial 4"], told["partial 6"]) for one in row.split(", ")
    }


PARTS = st.sampled_from(MAPPED).flatmap(
    lambda one: st.tuples(
        st.just(one),
        st.just(next(kind.fresh() for kind in FINGERINGS.by_name.values() if kind.family == one.fingering.family)),
    )
)


@given(
    PARTS,
    st.sampled_from(["C", "A♭", "F♯"]),
    st.sampled_from(["ionian", "altered", "minor-blues", "whole-half"]),
    st.sampled_from(["numbers", "names", "fingers"]),
)
def test_every_place_sounds_its_tone_and_is_drawn(
    pair: tuple[Instrument, FingeringPart], tonic: str, scale: str, shows: MapShows
) -> None:
    instrument, part = pair
    found, sound = mapped(instrument.id, part, tonic, scale)
    tones = {(sound.tonic.pitch_class + degree.half_steps) % 12 for degree in sound.scale.degrees}
    assert {place.height % 12 for place in found.places} == tones
    strings = [pitch.midi for pitch in instrument.fingering.strings]
    for place in found.places:
        assert 0 <= place.column < len(found.columns)
        assert 0 <= place.row < len(found.rows)
        if found.kind == "neck":
            assert strings[place.row] + found.first + place.column == place.height
    picture = etree.fromstring(on_paper(map_svg(found, sound, shows)))
    _, _, wide, high = map(float, picture.get("viewBox", "").split())
    circles = [(float(c.get("cx")), float(c.get("cy"))) for c in picture.iter("{*}circle")]
    assert circles
    assert all(0 < x < wide and 0 < y < high for x, y in circles)
    assert b"currentColor" not in etree.tostring(picture)


def test_what_has_no_map_is_told() -> None:
    with pytest.raises(RecipeError, match="no map of this kind for the clarinet"):
        mapped("clarinet", OnKeys(), "C")
    with pytest.raises(RecipeError, match="no position at fret 18"):
        mapped("electric-bass", OnFrets(way="position", low=18), "C")


def test_an_exercise_has_a_map_for_each_sound_and_place() -> None:
    document = {"player": {"instrument": "guitar"}, "fingering": {"kind": "fretted", "way": "positions"},
                "keys": {"order": "picked", "picked": ["C", "C"]}, "spelling": {"maps": "fingers"}}  # fmt: skip
    made = press(read_recipe(document), TABLES)
    assert [one.heading.split()[-1] for one in made.maps] == ["II", "V", "VII", "IX", "XII"]
    changes = {"kind": "changes", "changes": {"text": "key: C\n| Dm7 | G7 | Cmaj7 | % |"}}
    over = press(read_recipe({"sounds": changes, "keys": document["keys"], "spelling": {"maps": "names"}}), TABLES)
    assert [one.heading for one in over.maps] == ["D Dorian", "G Mixolydian", "C Ionian"]
    reed = {"player": {"instrument": "clarinet"}, "spelling": {"maps": "names"}}
    assert press(read_recipe(reed), TABLES).maps == ()
    assert maps_of_strips(made.recipe, made.instrument, made.strips[:1], TABLES.weights, TABLES.books) == made.maps[:1]
