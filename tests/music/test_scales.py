"""The catalogue, key names and numbering. Interval spellings are typed here from the theory books."""

from __future__ import annotations

import pytest
from music21 import interval as m21_interval
from music21 import pitch as m21_pitch

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.signature import fifths_for, signature_alterations
from dodecant.exercise.tables import Tables
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import TonicNames
from dodecant.music.scales.numbering import NumberingSchool, number_text
from dodecant.music.scales.scale import read_catalogue

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


# Half steps from tone to tone, from the theory books, for every scale of the catalogue.
STEPS = dict(
    line.split()
    for line in """
ionian 2212221 | dorian 2122212 | phrygian 1222122 | lydian 2221221 | mixolydian 2212212 | aeolian 2122122
locrian 1221222 | melodic-minor 2122221 | dorian-flat-2 1222212 | lydian-augmented 2222121
lydian-dominant 2221212 | mixolydian-flat-6 2212122 | locrian-natural-2 2121222 | altered 1212222
super-locrian 1212222 | melodic-minor-classical 2122221 | harmonic-minor 2122131 | locrian-natural-6 1221312
ionian-augmented 2213121 | dorian-sharp-4 2131212 | phrygian-dominant 1312122 | lydian-sharp-2 3121221
altered-double-flat-7 1212213 | harmonic-major 2212131 | dorian-flat-5 2121312 | phrygian-flat-4 1213122
lydian-minor 2131221 | mixolydian-flat-2 1312212 | lydian-augmented-sharp-2 3122121
locrian-double-flat-7 1221213 | whole-tone 222222 | half-whole 12121212 | whole-half 21212121 | augmented 313131
chromatic 111111111111 | major-pentatonic 22323 | suspended-pentatonic 23232 | minor-pentatonic 32232
dominant-pentatonic 22332 | minor-sixth-pentatonic 32223 | major-flat-6-pentatonic 22314
major-flat-2-pentatonic 13323 | minor-flat-5-pentatonic 32142 | major-seventh-pentatonic 22341
minor-six-nine-pentatonic 21423 | major-hexatonic 223221 | minor-hexatonic 212232 | dominant-hexatonic 223212
suspended-hexatonic 232212 | minor-blues 321132 | major-blues 211323 | composite-blues 211111212
bebop-dominant 22122111 | bebop-major 22121121 | bebop-dorian 21112212 | bebop-melodic-minor 21221121
bebop-half-diminished 12211122 | double-harmonic 1312131 | lydian-sharp-2-sharp-6 3121311
phrygian-flat-4-double-flat-7 1213113 | hungarian-minor 2131131 | mixolydian-flat-2-flat-5 1311312
ionian-sharp-2-sharp-5 3113121 | locrian-double-flat-3-double-flat-7 1131213
""".replace("\n", " | ").split("|")
    if line.strip()
)


def m21(name: NoteName) -> m21_pitch.Pitch:
    return m21_pitch.Pitch(name.text.replace("♭", "-").replace("♯", "#") + "4")


def spelled(pitch: m21_pitch.Pitch) -> str:
    return str(pitch.name.replace("--", "𝄫").replace("##", "𝄪").replace("-", "♭").replace("#", "♯"))


def test_every_scale_is_spelled_as_its_intervals_say_on_every_tonic(tables: Tables) -> None:
    for scale in map(tables.scales.get, INTERVALS):
        for pitch_class in range(12):
            tonic = TonicNames().name(pitch_class, scale.colour)
            found = [degree.name_above(tonic).text for degree in scale.degrees]
            wanted = [
                spelled(m21_interval.Interval(word).transposePitch(m21(tonic))) for word in INTERVALS[scale.id].split()
            ]
            assert found == wanted, f"{tonic.text} {scale.name}"


def test_every_scale_has_the_steps_of_the_books_on_every_tonic(tables: Tables) -> None:
    assert [scale.id for scale in tables.scales.scales] == list(STEPS)
    assert len(STEPS) >= 60
    for scale in tables.scales.scales:
        wanted = [sum(map(int, STEPS[scale.id][:n])) for n in range(len(scale))]
        for pitch_class in range(12):
            tonic = TonicNames().name(pitch_class, scale.colour)
            names = [degree.name_above(tonic) for degree in scale.degrees]
            assert [(name.pitch_class - pitch_class) % 12 for name in names] == wanted, scale.id
            assert [(name.letter - tonic.letter) % 7 + 1 for name in names] == [d.number for d in scale.degrees]


def test_a_seven_tone_scale_uses_each_letter_once(tables: Tables) -> None:
    for scale in tables.scales.scales:
        if len(scale) == 7 and scale.id != "altered":  # which is spelled by its tensions
            assert [degree.number for degree in scale.degrees] == list(range(1, 8))


def test_every_mode_of_seven_tones_is_its_parent_turned(tables: Tables) -> None:
    parents = {scale.family: scale for scale in reversed(tables.scales.scales) if scale.mode == 1}
    for scale in tables.scales.scales:
        if len(scale) == 7 and scale.id != "altered":
            assert scale.degrees == parents[scale.family].rotated(scale.mode), scale.id


def test_the_data_of_each_scale_agree_with_its_tones(tables: Tables) -> None:
    for scale in tables.scales.scales:
        assert scale.use.endswith(".")
        assert set(scale.colour_tones) <= scale.tones, scale.id
        assert not scale.care & scale.frame
        if scale.serves:
            lacking = {d.half_steps % 12 for d in scale.serves[0].frame} - {d.half_steps % 12 for d in scale.tones}
            assert len(lacking) <= 1, scale.id  # a scale with gaps may leave one chord tone out


# Usual teaching: a half step above a chord tone needs care, but ♭9, ♯9 and ♭13 are a dominant's tensions.
@pytest.mark.parametrize(
    ("scale", "frame", "care"),
    [
        ("bebop-dominant", "1 3 5 ♭7", "4"), ("minor-blues", "1 ♭3 5 ♭7", ""), ("major-blues", "1 3 5", ""),
        ("half-whole", "1 3 5 ♭7", ""), ("phrygian-dominant", "1 3 5 ♭7", "4"), ("altered", "1 3 ♯4 ♭6 ♭7", ""),
        ("super-locrian", "1 ♭4 ♭5 ♭6 ♭7", ""),
        ("whole-half", "1 ♭3 ♭5 𝄫7", ""), ("locrian-natural-2", "1 ♭3 ♭5 ♭7", ""), ("dorian-flat-2", "1 4 5 ♭7", ""),
        ("harmonic-minor", "1 ♭3 5 7", "♭6"), ("bebop-major", "1 3 5 7", "4 ♯5"),
        ("chromatic", "1 3 5 7", "♯1 ♭2 4 ♯5 ♭6"),
        ("suspended-pentatonic", "1 4 5 ♭7", ""), ("ionian-augmented", "1 3 ♯5 7", "4"),
    ],
)  # fmt: skip
def test_chord_tones_and_care(tables: Tables, scale: str, frame: str, care: str) -> None:
    found = tables.scales.get(scale)
    assert [degree.text for degree in sorted(found.frame)] == frame.split()
    assert [degree.text for degree in sorted(found.care)] == care.split()


def test_symmetric_scales_name_their_twins(tables: Tables) -> None:
    symmetric = {"whole-tone": 5, "half-whole": 3, "whole-half": 3, "augmented": 2, "chromatic": 11}
    assert {scale.id: len(scale.twins) for scale in tables.scales.scales if scale.twins} == symmetric


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
        ('id="x"\nname="X"\ndegrees="1 3"\nfamily="f"\nmode=1', "has 2 tones"),
        ('id="x"\nname="X"\ndegrees="1 4 3"\nfamily="f"\nmode=1', "does not rise"),
        ('id="x"\nname="X"\ndegrees="2 3 4"\nfamily="f"\nmode=1', "begin on 1"),
        ('id="x"\nname="X"\ndegrees="1 2 q"\nfamily="f"\nmode=1', "not a degree"),
        ('id="x"\nname="X"\ndegrees="1 2 3"\nfamily="f"\nmode=1\naliases=["x"]', "unique"),
        ('id="x"\nname="X"\ndegrees="1 2 3"\ndown="1 2 3 4"\nfamily="f"\nmode=1', "as many tones"),
        ('id="x"\nname="X"\ndegrees="1 2 3"\nfamily="f"\nmode=1\nserves=["m8"]', "cannot be read"),
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
        ("altered", "1 b2 #2 3 #4 b6 b7", "chord", "1 ♭9 ♯9 3 ♯11 ♭13 ♭7"),
        ("super-locrian", "1 b2 b3 b4 b5 b6 b7", "chord", "1 ♭9 ♯9 3 ♭5 ♭13 ♭7"),
        ("minor-blues", "1 b3 4 b5 5 b7", "steps", "1 2 3 4 5 6"),
        ("melodic-minor-classical", "b6 b7", "steps", "6 7"),
    ],
)
def test_three_schools_of_numbering(
    tables: Tables, scale: str, degrees: str, school: NumberingSchool, numbers: str
) -> None:
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
