"""Fingering on strips: as a player would write it in, read back from notation, told where it fails."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree
from music21 import articulations, converter, stream

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.tables import Tables
from dodecant.formats.json.exercise import exercise_document
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.slide import Slide, SlidePosition, comes_back, fewest_back
from dodecant.music.core.pitch import Pitch
from dodecant.tables import load_tables
from tests.generated import examples
from tests.strategies import FINGERINGS


def played(instrument: str, fingering: dict[str, Any], keys: str, **more: Any) -> Exercise:
    document = {
        "player": {"instrument": instrument},
        "fingering": fingering,
        "keys": {"order": "picked", "picked": keys.split()},
        "path": {"direction": "up"},
        **more,
    }
    return press(read_recipe(document), load_tables())


def texts(exercise: Exercise, strip: int = 0) -> str:
    return " ".join(mark.text or "." if mark else "x" for mark in exercise.strips[strip].fingers)


# Written in by hand, as a player of each would.
@pytest.mark.parametrize(
    ("instrument", "fingering", "key", "said"),
    [
        ("guitar", {"kind": "fretted", "way": "position", "low": 5}, "C", "4 1 3 4 1 3 1- 1"),
        ("guitar", {"kind": "fretted", "way": "position", "low": 5, "fingers": "none"}, "C", ". . . . . . . ."),
        ("electric-bass", {"kind": "fretted", "way": "position", "low": 2}, "C", "2 4 1 2 4 1 3 4"),
        ("piano", {"kind": "keyboard"}, "C", "1 2 3 1 2 3 4 5"),
        ("piano", {"kind": "keyboard"}, "F", "1 2 3 4 1 2 3 4"),
        ("piano", {"kind": "keyboard", "hand": "left"}, "D♭", "3 2 1 4 3 2 1 3"),
        ("piano", {"kind": "keyboard", "numbers": "crossings"}, "E♭", "3 1 . . 4 1 . 3"),
        ("piano", {"kind": "keyboard", "hand": "both"}, "A♭", "3 4 1 2 3 1 2 3"),
        ("trombone", {"kind": "slide"}, "B♭", "1 6 4 3 1 4 2 1"),
        ("trumpet", {"kind": "valves"}, "B♭", "0 13* 12 1 0 12 2 0"),
        ("tuba", {"kind": "valves"}, "B♭", "0 13* 12 1 0 12 2 0"),
        ("harmonica", {"kind": "diatonic-harmonica"}, "C", "4↑ 4↓ 5↑ 5↓ 6↑ 6↓ 7↓ 7↑"),
        ("harmonica", {"kind": "diatonic-harmonica", "harp": "G"}, "G", "4↑ 4↓ 5↑ 5↓ 6↑ 6↓ 7↓ 7↑"),
        ("harmonica", {"kind": "diatonic-harmonica", "signs": "signs"}, "C", "4+ 4- 5+ 5- 6+ 6- 7- 7+"),
        ("chromatic-harmonica", {"kind": "chromatic-harmonica"}, "D♭", "5↑• 5↓• 6↑• 6↓• 7↑• 7↓• 8↓• 8↑•"),
    ],
)
def test_a_scale_as_a_player_writes_it_in(instrument: str, fingering: dict[str, Any], key: str, said: str) -> None:
    assert texts(played(instrument, fingering, key)) == said


@pytest.mark.parametrize("instrument", ["electric-bass", "electric-bass-5", "guitar"])
@pytest.mark.parametrize(
    "figure", [{"kind": "run"}, {"kind": "cell", "text": "1 2 3 5"}, {"kind": "intervals", "size": 6}]
)
def test_no_open_string_from_high_up_the_neck(instrument: str, figure: dict[str, Any]) -> None:
    """Nobody jumps from the ninth fret to an open string and back; the lowest notes have no other place."""
    document = {"keys": {"order": "half-steps-up"}, "player": {"instrument": instrument, "reach": "full"},
                "fingering": {"kind": "fretted"}, "figure": figure}  # fmt: skip
    exercise = press(read_recipe(document), load_tables())
    lowest = min(pitch.midi for pitch in exercise.instrument.fingering.strings)
    for strip in exercise.strips:
        fingers = [mark.finger for mark in strip.fingers if mark and isinstance(mark.finger, Stopped)]
        for place, (before, after) in enumerate(pairwise(fingers)):
            opened, stopped = (before, after) if before.fret == 0 else (after, before)
            here = strip.notes[place if opened is before else place + 1].tone.written.midi
            assert opened.fret or stopped.position <= 4 or here == lowest, (strip.heading, place)


def test_tablature_counts_triplets_as_the_staff_does(schema: etree.XMLSchema) -> None:
    """Without the tuplet the engraver takes its notes for plain eighths, and they run away from the staff."""
    bass = played("electric-bass", {"kind": "fretted"}, "C", placement={"value": "triplet"})
    score = etree.fromstring(to_musicxml(bass))
    assert schema.validate(score), schema.error_log
    staff, tablature = ([mark.get("type") for mark in part.iter("tuplet")] for part in score.iter("part"))
    assert staff == tablature
    assert len(staff) > 4


def test_both_hands_and_arpeggios_by_the_book(schema: etree.XMLSchema) -> None:
    """The left hand has a staff of its own; a line of three tones has an arpeggio's fingers, not its scale's."""
    both = played("piano", {"kind": "keyboard", "hand": "both"}, "C")
    left = [mark.other.text for mark in both.strips[0].fingers if mark and mark.other]
    assert "".join(left) == "54321321"
    score = etree.fromstring(to_musicxml(both))
    assert schema.validate(score), schema.error_log
    marks = {
        staff: [(mark.get("placement"), mark.text) for one in score.iter("note") if one.findtext("staff") == staff
                for mark in one.iter("fingering")]
        for staff in "12"
    }  # fmt: skip
    assert marks["1"] == [("above", finger) for finger in "12312345"]
    assert marks["2"] == [("below", finger) for finger in "54321321"]
    wide = {"ladder": {"kind": "arpeggio", "size": 3}, "path": {"direction": "up", "high": {"octave": 3}}}
    for key, right, lefts in (("C", "1231235", "5421421"), ("E♭", "4124124", "2142142"), ("B♭", "4124124", "3213213")):
        hands = {
            hand: texts(played("piano", {"kind": "keyboard", "hand": hand}, key, **wide)) for hand in ("right", "left")
        }
        assert hands == {"right": " ".join(right), "left": " ".join(lefts)}


@pytest.mark.parametrize(
    ("key", "more", "lowest", "clefs"),
    [
        ("C", {}, ["C3", "D3", "E3"], "GF"), ("E♭", {}, ["E♭3", "F3", "G3"], "GF"),
        ("C", {"path": {"direction": "up", "high": {"octave": 3}}}, ["C2", "D2", "E2"], "GF"),
        ("E♭", {"figure": {"kind": "arpeggios", "rhythm": "struck"}, "path": {"direction": "up"}},
         ["E♭2 G2 B♭2", "F2 A♭2 C3", "G2 B♭2 D3"], "GF"),
    ],
)  # fmt: skip
def test_the_left_hand_plays_the_line_on_its_own_staff(
    key: str, more: dict[str, Any], lowest: list[str], clefs: str, schema: etree.XMLSchema
) -> None:
    exercise = played("piano", {"kind": "keyboard", "hand": "both"}, key, **more)
    score = etree.fromstring(to_musicxml(exercise))
    assert schema.validate(score), schema.error_log
    assert "".join(sign.text or "" for sign in score.iter("sign")) == clefs
    part = exercise.strips[0].left_hand
    assert part is not None
    assert [" ".join(pitch.text for pitch in chord.pitches) for chord in part.chords[:3]] == lowest
    upper, lower = ([one for one in score.iter("note") if one.findtext("staff") == staff] for staff in "12")
    assert [one.findtext("duration") for one in upper] == [one.findtext("duration") for one in lower]
    steps = [sorted(one.findtext("pitch/step", "") for one in hand) for hand in (upper, lower)]
    assert steps[0] == steps[1]
    fingers = [len(list(one.iter("fingering"))) for one in lower if one.find("pitch") is not None]
    assert set(fingers) == {1}


@pytest.mark.parametrize(
    ("companion", "left"), [({"kind": "octaves"}, "54321321"), ({"kind": "octaves", "octaves": 1}, ""),
                            ({"kind": "fifths"}, "")],
)  # fmt: skip
def test_one_staff_has_one_hands_fingers(companion: dict[str, Any], left: str, schema: etree.XMLSchema) -> None:
    """What doubles the line below it is the left hand's, with its fingers; what else the other hand plays has none."""
    both = played("piano", {"kind": "keyboard", "hand": "both"}, "C", companions=[{**companion, "written": True}])
    score = etree.fromstring(to_musicxml(both))
    assert schema.validate(score), schema.error_log
    for staff, placement, fingers in (("1", "above", "12312345"), ("2", "below", left)):
        there = [mark for one in score.iter("note") if one.findtext("staff") == staff for mark in one.iter("fingering")]
        assert [(mark.get("placement"), mark.text) for mark in there] == [(placement, finger) for finger in fingers]


# What teachers write in for figures under one hand, and what method books print for sevenths and blues over octaves:
# the document, the key, the right hand and the left.
def to(step: int) -> dict[str, Any]:
    return {"path": {"direction": "up", "high": {"step": step, "octave": 1}}}


ONCE: Any = {"path": {"span": "once"}}
SEVENTH = {"figure": {"kind": "arpeggios", "tones": "seventh"}}
CELL = {"figure": {"kind": "cell", "text": "1 2 3 5"}}
UNDER_ONE_HAND: list[tuple[dict[str, Any], str, str, str]] = [
    *((to(5), key, "12345", "54321") for key in ("C", "E♭", "F♯", "B♭", "D♭")),
    ({"path": {"high": {"step": 5, "octave": 1}, "direction": "up-and-back"}}, "E", "123454321", "543212345"),
    *(({**CELL, **ONCE}, key, "1235", "5431") for key in ("C", "E♭", "F♯")),
    ({"figure": {"kind": "cell", "text": "5 3 2 1"}, **ONCE}, "A♭", "5321", "1345"),
    ({**CELL, **to(3)}, "C", "123512351235", "543154315431"),
    ({"figure": {"kind": "arpeggios"}, **to(3)}, "D", "135135135", "531531531"),
    ({**SEVENTH, **to(2)}, "C", "12351235", "53215321"),
    ({**SEVENTH, **ONCE, "sounds": {"kind": "chord", "quality": "dim7"}}, "C", "1235", "5321"),
]
OVER_TWO = {"path": {"direction": "up", "high": {"octave": 3}}}
BY_THE_BOOK = [
    ("maj7", "C", "123412345", "543214321"), ("7", "D", "123412345", "543214321"),
    ("m7", "E♭", "123412345", "543214321"),
    ("7", "D♭", "412341234", "214321432"), ("7", "B♭", "412341234", "321432143"), ("7", "F♯", "234123412", "432143214"),
    ("maj7", "A♭", "412341234", "214321432"), ("m7", "B♭", "341234123", "321432143"), ("dim7", "B", "123412345",
     "543214321"), ("m7♭5", "F♯", "412341234", "432143214"), ("6", "E♭", "412341234", "214321432"),
    ("m(maj7)", "C", "123412345", "543214321"),
]  # fmt: skip


@pytest.mark.parametrize(("document", "key", "right", "left"), UNDER_ONE_HAND)
@pytest.mark.parametrize("school", ["books", "effort"])
def test_a_hand_is_a_place(document: dict[str, Any], key: str, right: str, left: str, school: str) -> None:
    for hand, fingers in (("right", right), ("left", left)):
        part = {"kind": "keyboard", "hand": hand, "school": school}
        assert texts(played("piano", part, key, **document)).replace(" ", "") == fingers, hand


def test_numbers_at_crossings_tell_where_each_figure_has_its_place() -> None:
    part = {"kind": "keyboard", "numbers": "crossings"}
    (strip,) = played("piano", part, "C", **CELL, **to(3)).strips
    assert [mark.text for mark in strip.fingers if mark] == ["1", "", "", "", "1", "", "", "", "1", "", "", "5"]
    (strip,) = played("piano", part, "C", **to(5)).strips  # all of it in one place
    assert [mark.text for mark in strip.fingers if mark] == ["1", "", "", "", "5"]


@pytest.mark.parametrize(("quality", "key", "right", "left"), BY_THE_BOOK)
def test_sevenths_over_octaves_by_the_book(quality: str, key: str, right: str, left: str) -> None:
    """Down is up read backwards."""
    for hand, fingers in (("right", right), ("left", left)):
        for way, wanted in (("up", fingers), ("down", fingers[::-1])):
            path = {**OVER_TWO["path"], "direction": way}
            found = played("piano", {"kind": "keyboard", "hand": hand}, key, path=path,
                           sounds={"kind": "chord", "quality": quality})  # fmt: skip
            assert texts(found).replace(" ", "") == wanted, (hand, way)


@pytest.mark.parametrize(
    ("scale", "key", "right", "left"),
    [
        ("minor-blues", "G", "1234121234123", "5432121432121"),
        ("minor-blues", "C", "1234121234123", "5432121432121"),
        ("minor-blues", "A", "1234121234123", "5432121432121"),
        ("minor-blues", "F", "1231231231234", "4321321321321"),
        ("minor-pentatonic", "G", "12312123123", "43212132121"),
        ("minor-pentatonic", "C", "12312123123", "43212132121"),
        ("major-blues", "C", "2341212341212", ""), ("major-pentatonic", "B♭", "23121231212", ""),
    ],
)  # fmt: skip
def test_blues_and_pentatonics_are_the_same_in_each_octave(scale: str, key: str, right: str, left: str) -> None:
    for hand, fingers in (("right", right), ("left", left)):
        found = played(
            "piano", {"kind": "keyboard", "hand": hand}, key, sounds={"kind": "one", "scale": scale}, **OVER_TWO
        )
        assert not fingers or texts(found).replace(" ", "") == fingers, hand


def test_the_sentence_and_its_phrase() -> None:
    for fingering, words in (
        ({"kind": "fretted", "way": "position", "low": 5}, "in the fifth position"),
        ({"kind": "fretted", "way": "area", "low": 2, "high": 6}, "between the second and the sixth fret"),
        ({"kind": "fretted", "seed": 4, "pins": [{"note": 1, "string": 5, "finger": "3"}]},
         "with the hand moving as little as it can (way no. 4), one note pinned"),
    ):  # fmt: skip
        sentence = {phrase.id: phrase.text for phrase in played("guitar", fingering, "C").sentence}
        assert sentence["fingering"] == words


@pytest.mark.parametrize(
    ("instrument", "fingering", "pointer", "cure"),
    [
        ("clarinet", {"kind": "fretted"}, "/fingering", "show none"),
        ("electric-bass", {"kind": "fretted", "way": "position", "low": 22}, "/fingering/low", "20"),
        ("guitar", {"kind": "fretted", "way": "area", "low": 5, "high": 7}, "/fingering", "four frets"),
        ("guitar", {"kind": "fretted", "low": 0}, "/fingering/low", ""),
        ("guitar", {"kind": "fretted", "tuning": "E3 A3"}, "/fingering/tuning", "three to eight"),
        ("guitar", {"kind": "fretted", "tuning": "E3 D3 A3"}, "/fingering/tuning", "lowest to the highest"),
        ("guitar", {"kind": "fretted", "tuning": "E3 H3 A3"}, "/fingering/tuning", ""),
        ("piano", {"kind": "keyboard", "pins": [{"note": 99, "finger": "1"}]}, "/fingering/pins/0/note", "8 notes"),
        ("piano", {"kind": "keyboard", "pins": [{"note": 1, "finger": "6"}]}, "/fingering/pins/0/finger", "as 1, as 2"),
        ("trumpet", {"kind": "valves", "pins": [{"note": 1, "finger": "2"}]}, "/fingering/pins/0/finger", "as 0"),
        ("harmonica", {"kind": "diatonic-harmonica", "harp": "H"}, "/fingering/harp", ""),
    ],
)
def test_what_cannot_be_is_told_at_its_field(
    instrument: str, fingering: dict[str, Any], pointer: str, cure: str
) -> None:
    with pytest.raises(RecipeError) as error:
        played(instrument, fingering, "B♭" if instrument == "trumpet" else "C")
    (problem,) = error.value.problems
    assert problem.pointer == pointer
    assert cure in problem.cure


def test_a_pin_is_kept_and_where_a_key_lacks_it_left_out() -> None:
    pinned = {"kind": "keyboard", "school": "effort", "pins": [{"note": 3, "finger": "5"}]}
    assert texts(played("piano", pinned, "C")).split()[2] == "5"
    guitar = {"kind": "fretted", "pins": [{"note": 1, "string": 6, "finger": "4"}]}
    made = played("guitar", guitar, "C E")
    first = made.strips[0].fingers[0]
    assert first is not None
    assert isinstance(first.finger, Stopped)
    assert (first.finger.string, first.finger.fret, first.finger.finger) == (6, 8, 4)
    assert made.strips[1].fingers[0] is not None  # an open string has no fourth finger


def test_remarks_tell_once_what_cannot_be_played() -> None:
    def told(exercise: Exercise) -> list[str]:
        return [remark.text for remark in exercise.remarks if remark.kind == "hands"]

    one = played("harmonica", {"kind": "diatonic-harmonica"}, "F")
    assert told(one) == ["F Ionian: B♭5 cannot be played on a harp in C (one in F has it)."]
    assert [cure.label for cure in one.remarks[0].cures] == ["Take a harp in F", "Allow overblown notes"]
    many = told(played("harmonica", {"kind": "diatonic-harmonica"}, "C F B♭ E♭"))
    assert len(many) == 1
    assert many[0].endswith("(one in F has it); likewise in B♭ Ionian and E♭ Ionian.")
    assert told(played("harmonica", {"kind": "diatonic-harmonica", "overblows": True}, "F")) == []
    # Four frets under strings a fourth apart lack a note in five: B♭, E♭ and A♭ between the second and the fifth.
    area = played("electric-bass", {"kind": "fretted", "way": "area", "low": 2, "high": 5}, "B♭")
    assert told(area) == ["B♭ Ionian: outside the area lie B♭2 and E♭3, shown where nearest."]
    slide = told(played("trombone", {"kind": "slide", "way": "outward"}, "B♭"))
    assert "the slide comes back while the line rises from C3 to D3" in slide[0]
    slurred = {"placement": {"value": "quarter", "slurs": {}}}
    smeared = told(played("trombone", {"kind": "slide"}, "F", **slurred))
    assert any("smears" in text for text in smeared)


@pytest.mark.parametrize(
    ("instrument", "fingering", "key", "more", "told", "cures"),
    [
        # From D♭ in the ninth fret and G♭ in the ninth: the fourth finger reaches out for both, up and down.
        ("guitar", {"kind": "fretted", "way": "position", "low": 5}, "D♭", {"path": {}},
         "D♭ Ionian: 4 of 15 notes need a stretch.", ["Let the hand move"]),
        ("trombone", {"kind": "slide", "sevenths": True, "pins": [{"note": 8, "finger": "♯2"}]}, "G",
         {"player": {"instrument": "trombone", "tessitura": "high"}},
         "G Ionian: G4 (−31 cents) is off in tuning; bring the slide in or out by ear.",
         ["Leave raised positions out"]),
        # Each pinned note is some frets from the one before: there, back, there, and on to where the rest lies.
        ("electric-bass", {"kind": "fretted", "pins": [{"note": 2, "string": 4, "finger": "1"},
                                                       {"note": 3, "string": 3, "finger": "1"},
                                                       {"note": 4, "string": 4, "finger": "1"}]}, "G", {},
         "G Ionian: the hand moves 4 times in 1 bar.", ["Stay in one position"]),
    ],
)  # fmt: skip
def test_what_a_teacher_of_the_instrument_would_say(
    instrument: str, fingering: dict[str, Any], key: str, more: dict[str, Any], told: str, cures: list[str]
) -> None:
    made = played(instrument, fingering, key, **more)
    found = {remark.text: [cure.label for cure in remark.cures] for remark in made.remarks if remark.kind == "hands"}
    assert found.get(told) == cures, found


def test_bars_that_come_again_are_played_alike() -> None:
    changes = {"kind": "changes", "changes": {"text": "key: C\n| Dm7 | G7 | Cmaj7 | % |"}, "choruses": 3}
    strip = played(
        "guitar", {"kind": "fretted"}, "C", sounds=changes, figure={"kind": "cell", "text": "1 2 3 5"}
    ).strips[0]
    bars: dict[tuple[int, ...], set[tuple[object, ...]]] = {}
    for bar in strip.bars:
        places = [piece.note for piece in bar.pieces if piece.note is not None and not piece.tied_from]
        heights = tuple(strip.notes[place].tone.written.midi for place in places)
        bars.setdefault(heights, set()).add(tuple(strip.fingers[place] for place in places))
    assert all(len(ways) == 1 for ways in bars.values())


FAMILIES = [(name, fingering) for name, several in FINGERINGS.items() for fingering in several]


@given(st.sampled_from(FAMILIES), st.sampled_from(["C", "F♯", "B♭"]), st.sampled_from(["eighth", "triplet"]))
@examples(24)
def test_another_program_reads_the_same_fingers(
    schema: etree.XMLSchema, family: tuple[str, dict[str, Any]], key: str, value: str
) -> None:
    """An independent reader finds every finger at its note, and strings and frets that sound the line."""
    instrument, fingering = family
    made = played(instrument, fingering, key, placement={"value": value})
    text = to_musicxml(made)
    assert schema.validate(etree.fromstring(text)), schema.error_log
    score = converter.parse(text, format="musicxml")
    written = [[str(one.fingerNumber) for one in note.articulations if isinstance(one, articulations.Fingering)]
               for note in score.parts[0].recurse().notes if note.tie is None or note.tie.type == "start"]  # fmt: skip
    shown = [mark.text if mark else "" for strip in made.strips for mark in strip.fingers]
    assert [texts[0] if texts else "" for texts in written] == shown
    if fingering["kind"] == "fretted" and fingering.get("tablature", True):
        assert frets_sound(score.parts[1], made) == [
            note.tone.written.midi for strip in made.strips for note in strip.notes
        ]


def frets_sound(part: stream.Part, made: Exercise) -> list[int]:
    strings = made.instrument.fingering.strings
    found = []
    for note in part.recurse().notes:
        marks = {type(one): one.number for one in note.articulations
                 if isinstance(one, articulations.StringIndication | articulations.FretIndication)}  # fmt: skip
        found.append(strings[marks[articulations.StringIndication] - 1].midi + marks[articulations.FretIndication])
    return found


@pytest.mark.parametrize(("instrument", "fingering"), FAMILIES)
def test_it_is_valid_notation_and_a_typed_document(
    schema: etree.XMLSchema, instrument: str, fingering: dict[str, Any]
) -> None:
    made = played(instrument, fingering, "E♭ A")
    assert schema.validate(etree.fromstring(to_musicxml(made))), schema.error_log
    notes = [note for strip in exercise_document(made)["strips"] for bar in strip["bars"] for note in bar["notes"]]
    shown = [note["fingering"] for note in notes]
    assert {one["kind"] for one in shown if one} == {fingering["kind"]}
    if fingering["kind"] == "fretted":
        strings = made.instrument.fingering.strings
        for note, one in zip(notes, shown, strict=True):
            assert one is not None
            assert strings[one["string"] - 1].midi + one["fret"] == note["written"]["midi"]


def test_another_tuning_moves_the_range_and_the_frets(tables: Tables) -> None:
    low = {"path": {"low": {"step": 1}, "direction": "up"}, "player": {"instrument": "guitar", "tessitura": "low"}}
    made = played("guitar", {"kind": "fretted", "tuning": "D3 A3 D4 G4 B4 E5"}, "D", **low)
    first = made.strips[0].fingers[0]
    assert made.instrument.full.low == Pitch.parse("D3")
    assert made.strips[0].notes[0].tone.written.text == "D3"
    assert first is not None
    assert isinstance(first.finger, Stopped)
    assert (first.finger.string, first.finger.fret) == (6, 0)
    assert ", tuned D A D G B E" in "".join(phrase.text for phrase in made.sentence)
    assert b"<tuning-step>D</tuning-step><tuning-octave>2</tuning-octave>" in to_musicxml(made)
    for instrument in tables.instruments.instruments:
        for tuning in instrument.fingering.tunings:
            assert played(instrument.id, {"kind": "fretted", "tuning": tuning.text}, "C").strips[0].fingers


def test_a_harp_in_another_key_has_another_range(tables: Tables) -> None:
    for harp, low in (("C", "C4"), ("G", "G3"), ("B♭", "B♭3"), ("D♭", "D♭4"), ("F♯", "F♯4"), ("B", "B3")):
        made = played("harmonica", {"kind": "diatonic-harmonica", "harp": harp}, harp)
        assert made.instrument.full.low == Pitch.parse(low)
        assert "x" not in texts(made)


def backs(exercise: Exercise, way: Any) -> int:
    """How often the slide of the first strip comes back."""
    states = [mark.finger for mark in exercise.strips[0].fingers if mark and isinstance(mark.finger, SlidePosition)]
    return sum(comes_back(*pair, way) for pair in pairwise(states))


@pytest.mark.parametrize("key", ["C", "D♭", "D", "E♭", "E", "F", "F♯", "G", "A♭", "A", "B♭", "B"])
@pytest.mark.parametrize("way", ["outward", "strictly-outward"])
def test_another_way_out_is_named_where_there_is_one(key: str, way: Any) -> None:
    """The cure is tried, an octave is searched, and none is left out where it is said that there is none."""
    figure = {"kind": "arpeggios"}
    plain = played("trombone", {"kind": "slide", "way": way}, key, figure=figure)
    raised = played("trombone", {"kind": "slide", "way": way, "sevenths": True}, key, figure=figure)
    told = [(remark.text, remark.cures) for remark in plain.remarks if remark.pointer == "/fingering/way"]
    assert bool(told) == bool(backs(plain, way))
    for text, cures in told:
        better = backs(raised, way) < backs(plain, way)
        assert better == ("; raised positions have a better way." in text)
        assert better == (cures[0].patch == {"fingering": {"sevenths": True}})
        heights = [note.tone.written.midi for note in plain.strips[0].notes]
        reach = plain.instrument.full
        moved = [[height + up for height in heights] for up in (-12, 12)]
        there = [line for line in moved if reach.holds(min(line), max(line))]
        fewer = [fewest_back(line, Slide({}, way, sevenths=True)) < backs(plain, way) for line in there]
        assert text.endswith("there is no other way.") == (not better and not any(fewer)), text
