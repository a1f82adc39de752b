"""The catalogue, key names and numbering. Interval spellings are typed here from the theory books."""

from __future__ import annotations

import pytest
from music21 import interval as m21_interval
from music21 import pitch as m21_pitch

from dodecant.exercise.press import Tables
from dodecant.exercise.route import Sound
from dodecant.exercise.signature import fifths_for, signature_alterations
from dodecant.music.degree import Degree
from dodecant.music.errors import MusicError
from dodecant.music.numbering import School, number_text
from dodecant.music.pitch import NoteName
from dodecant.music.scale import read_catalogue
from dodecant.music.tonics import TonicNames

INTERVALS = {
    "ionian": "P1 M2 M3 P4 P5 M6 M7",
    "dorian": "P1 M2 m3 P4 P5 M6 m7",
    "phrygian": "P1 m2 m3 P4 P5 m6 m7",
    "lydian": "P1 M2 M3 A4 P5 M6 M7",
    "mixolydian": "P1 M2 M3 P4 P5 M6 m7",
    "aeolian": "P1 M2 m3 P4 P5 m6 m7",
    "locrian": "P1 m2 m3 P4 d5 m6 m7",
    "melodic-minor": "P1 M2 m3 P4 P5 M6 M7",
    "major-pentatonic": "P1 M2 M3 P5 M6",
    "minor-pentatonic": "P1 m3 P4 P5 m7",
}


def m21(name: NoteName) -> m21_pitch.Pitch:
    return m21_pitch.Pitch(name.text.replace("♭", "-").replace("♯", "#") + "4")


def spelled(pitch: m21_pitch.Pitch) -> str:
    return str(pitch.name.replace("--", "𝄫").replace("##", "𝄪").replace("-", "♭").replace("#", "♯"))


def test_every_scale_is_spelled_as_its_intervals_say_on_every_tonic(tables: Tables) -> None:
    assert {scale.id for scale in tables.scales.scales} == set(INTERVALS)
    for scale in tables.scales.scales:
        for pitch_class in range(12):
            tonic = TonicNames().name(pitch_class, scale.colour)
            found = [degree.name_above(tonic).text for degree in scale.degrees]
            wanted = [
                spelled(m21_interval.Interval(word).transposePitch(m21(tonic))) for word in INTERVALS[scale.id].split()
            ]
            assert found == wanted, f"{tonic.text} {scale.name}"


def test_a_seven_tone_scale_uses_each_letter_once(tables: Tables) -> None:
    for scale in tables.scales.scales:
        if len(scale) == 7:
            assert [degree.number for degree in scale.degrees] == list(range(1, 8))


def test_families_turn_into_each_other(tables: Tables) -> None:
    by_family: dict[str, list[str]] = {}
    for scale in tables.scales.scales:
        by_family.setdefault(scale.family, []).append(scale.id)
    assert [mode.id for mode in tables.scales.modes_of(tables.scales.get("ionian"))] == by_family["major"]
    assert [mode.id for mode in tables.scales.modes_of(tables.scales.get("dorian"))][:2] == ["dorian", "phrygian"]
    major_pentatonic = tables.scales.modes_of(tables.scales.get("major-pentatonic"))
    assert [mode.name for mode in major_pentatonic][3:] == ["mode 4 of major pentatonic", "minor pentatonic"]
    assert [degree.text for degree in major_pentatonic[1].degrees] == ["1", "2", "4", "5", "♭7"]


@pytest.mark.parametrize(
    ("rows", "message"),
    [
        ('id="x"\nname="X"\ndegrees="1 3"\nfamily="f"\nmode=1', "3 to 12"),
        ('id="x"\nname="X"\ndegrees="1 4 3"\nfamily="f"\nmode=1', "rise"),
        ('id="x"\nname="X"\ndegrees="2 3 4"\nfamily="f"\nmode=1', "rise from 1"),
        ('id="x"\nname="X"\ndegrees="1 2 q"\nfamily="f"\nmode=1', "not a degree"),
        ('id="x"\nname="X"\ndegrees="1 2 3"\nfamily="f"\nmode=1\naliases=["x"]', "unique"),
    ],
)
def test_a_wrong_row_of_the_catalogue_is_refused(rows: str, message: str) -> None:
    with pytest.raises(MusicError, match=message):
        read_catalogue(f"[[scale]]\n{rows}\n")


def test_there_are_twelve_key_names_and_a_preference_changes_one() -> None:
    names = TonicNames.preferring(major=["F♯"], minor=["Ab", "D#"])
    for colour in ("major", "minor"):
        assert [names.name(n, colour).pitch_class for n in range(12)] == list(range(12))
    assert [names.name(n, "minor").text for n in (1, 3, 8)] == ["C♯", "D♯", "A♭"]
    assert [names.name(n, "major").text for n in (1, 3, 6, 8)] == ["D♭", "E♭", "F♯", "A♭"]
    with pytest.raises(MusicError, match="cannot name a key"):
        TonicNames.preferring(major=["Bbb"])


# As players count them; the third column keeps a tone from outside against the step of its own number.
@pytest.mark.parametrize(
    ("scale", "degrees", "school", "numbers"),
    [
        ("dorian", "1 2 b3 4 5 6 b7", "major", "1 2 ♭3 4 5 6 ♭7"),
        ("dorian", "1 2 b3 4 5 6 b7", "chord", "1 9 ♭3 11 5 13 ♭7"),
        ("dorian", "1 2 b3 4 5 6 b7", "steps", "1 2 3 4 5 6 7"),
        ("phrygian", "b2 b6", "chord", "♭9 ♭13"),
        ("lydian", "4 #4", "steps", "♭4 4"),
        ("mixolydian", "b3 3", "chord", "♯9 3"),
        ("minor-pentatonic", "1 b3 4 5 b7", "steps", "1 2 3 4 5"),
        ("minor-pentatonic", "2 3", "steps", "♯♯1 ♯2"),
        ("locrian", "b5 5", "chord", "♭5 5"),
    ],
)
def test_three_schools_of_numbering(tables: Tables, scale: str, degrees: str, school: School, numbers: str) -> None:
    found = [number_text(Degree.parse(word), tables.scales.get(scale), school) for word in degrees.split()]
    assert [text.replace("𝄪", "♯♯") for text in found] == numbers.split()


@pytest.mark.parametrize(
    ("tonic", "scale", "fifths"),
    [
        ("C", "ionian", 0), ("A♭", "lydian", -3), ("F♯", "dorian", 4), ("B", "locrian", 0), ("D", "aeolian", -1),
        ("C", "melodic-minor", -3), ("G", "major-pentatonic", 1), ("E", "minor-pentatonic", 1), ("G♭", "lydian", -5),
        ("C♯", "phrygian", 3), ("F", "mixolydian", -2), ("A♭", "aeolian", -7),
    ],
)  # fmt: skip
def test_key_signatures(tables: Tables, tonic: str, scale: str, fifths: int) -> None:
    sound = Sound(NoteName.parse(tonic), tables.scales.get(scale))
    assert fifths_for(sound) == fifths
    if scale not in ("melodic-minor",):
        altered = signature_alterations(fifths)
        names = [degree.name_above(sound.tonic) for degree in sound.scale.degrees]
        assert all(altered[name.letter] == name.alteration for name in names)
