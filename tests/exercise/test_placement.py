"""Rhythms: slots poured full of notes, where a line starts, swing, accents, and how all of it is written."""

from __future__ import annotations

from fractions import Fraction
from io import BytesIO
from itertools import pairwise
from typing import Any

import mido
import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.rhythm.note_values import BEATS, NoteValue
from dodecant.exercise.recipe.rhythm.text import rhythm_of
from dodecant.exercise.rhythm.timing import rhythm_notes, swung
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.tables import load_tables
from tests.bars import fill_their_bars
from tests.formats.test_oracle import check
from tests.generated import examples
from tests.strategies import ladders, rhythms, sounds

TUPLETS = {(1, 1): "", (3, 2): "t", (5, 4): "q", (6, 4): "x"}
UP = {"high": {"step": 5, "octave": 1}, "direction": "up"}


def pressed(placement: dict[str, Any], **more: Any) -> Exercise:
    document = {"path": UP, "keys": {"order": "picked", "picked": ["C"]}, "placement": placement, **more}
    return press(read_recipe(document), load_tables())


def spans(exercise: Exercise) -> str:
    return " ".join(f"{note.start}:{note.length}" for note in exercise.strips[0].notes)


def written(exercise: Exercise) -> str:
    """Every sign: value, dots, r for a rest, ~ for a tie to the next; bars between lines."""
    names = {"whole": "1", "half": "2", "quarter": "4", "eighth": "8", "16th": "16"}
    return " | ".join(
        " ".join(
            f"{'r' if p.note is None else ''}{names[p.value]}{'.' * p.dots}{TUPLETS[p.ratio]}{'~' * p.tied_to}"
            for p in bar.pieces
        )
        for bar in exercise.strips[0].bars
    )


# Worked out by hand: where the five notes C D E F G sound, in beats, and the signs they are written with.
@pytest.mark.parametrize(
    ("placement", "where", "signs"),
    [
        ({"value": "half"}, "0:2 2:2 4:2 6:2 8:4", "2 2 | 2 2 | 1"),
        ({"value": "half", "metre": "3/4"}, "0:2 2:2 4:2 6:2 8:4", "2 4~ | 4 2 | 2 4~ | 2."),
        ({"value": "quarter", "metre": "5/4"}, "0:1 1:1 2:1 3:1 4:1", "4 4 4 4 4"),
        ({"value": "quarter", "metre": "2/4"}, "0:1 1:1 2:1 3:1 4:2", "4 4 | 4 4 | 2"),
        ({"slots": "rsrsrsrs", "ending": "rest"}, "1/2:1/2 3/2:1/2 5/2:1/2 7/2:1/2 9/2:1/2",
         "r8 8 r8 8 r8 8 r8 8 | r8 8 r4 r2"),
        ({"slots": "shsshsrs"}, "0:1 1:1/2 3/2:1 5/2:1/2 7/2:1/2", "4 8 8~ 8 8 r8 8"),
        ({"slots": "shhh hhss", "ending": "rest"}, "0:3 3:1/2 7/2:1/2 4:3 7:1/2", "2. 8 8 | 2. 8 r8"),
        ({"value": "sixteenth", "slots": "srrs rrsr rrsr srrr", "ending": "rest"},
         "0:1/4 3/4:1/4 3/2:1/4 5/2:1/4 3:1/4", "16 r8 16 r8 16 r16 r8 16 r16 16 r8."),
        ({"value": "triplet", "slots": "srs srs srs srs", "ending": "rest"},
         "0:1/3 2/3:1/3 1:1/3 5/3:1/3 2:1/3", "8t r8t 8t 8t r8t 8t 8t r4t r4"),
        ({"value": "quarter", "metre": "3/4", "slots": "rss"}, "1:1 2:1 4:1 5:1 7:2", "r4 4 4 | r4 4 4 | r4 2"),
        ({"value": "quarter", "slots": "srhs", "ending": "rest"}, "0:1 3:1 4:1 7:1 8:1",
         "4 r4 r4 4 | 4 r4 r4 4 | 4 r4 r2"),
        ({"start": 3, "ending": "rest"}, "3/2:1/2 2:1/2 5/2:1/2 3:1/2 7/2:1/2", "r4 r8 8 8 8 8 8"),
        ({"start": -1, "ending": "rest"}, "7/2:1/2 4:1/2 9/2:1/2 5:1/2 11/2:1/2", "8 | 8 8 8 8 r2"),
        ({"start": 9, "ending": "rest"}, "9/2:1/2 5:1/2 11/2:1/2 6:1/2 13/2:1/2", "r1 | r8 8 8 8 8 8 r4"),
        ({"start": 2, "slots": "ssrrssrr", "ending": "rest"}, "2:1/2 5/2:1/2 4:1/2 9/2:1/2 6:1/2",
         "r2 8 8 r4 | 8 8 r4 8 r8 r4"),
        # Tuplets: of a beat, or of two; a held slot inside one.
        ({"value": "quarter-triplet", "ending": "rest"}, "0:2/3 2/3:2/3 4/3:2/3 2:2/3 8/3:2/3", "4t 4t 4t 4t 4t r4t"),
        ({"value": "quarter-triplet", "metre": "3/4", "ending": "rest"}, "0:2/3 2/3:2/3 4/3:2/3 2:2/3 8/3:2/3",
         "4t 4t 4t 4t 8t~ | 8t r4t r2"),
        ({"value": "quintuplet", "metre": "2/4", "ending": "rest"}, "0:1/5 1/5:1/5 2/5:1/5 3/5:1/5 4/5:1/5",
         "16q 16q 16q 16q 16q r4"),
        ({"value": "quintuplet", "metre": "2/4", "slots": "shssr shhhs", "ending": "rest"},
         "0:2/5 2/5:1/5 3/5:1/5 1:4/5 9/5:1/5", "8q 16q 16q r16q 4q 16q"),
        ({"value": "sextuplet", "metre": "2/4", "slots": "ssshss shhhhh", "ending": "rest"},
         "0:1/6 1/6:1/6 1/3:1/3 2/3:1/6 5/6:1/6", "16x 16x 8x 16x 16x r4"),
        ({"value": "eighth", "metre": "2/4", "slots": "ss(srs)", "ending": "rest"}, "0:1/2 1/2:1/2 1:1/3 5/3:1/3 2:1/2",
         "8 8 8t r8t 8t | 8 r8 r4"),
        ({"value": "quarter", "slots": "(shs)hs(sshss)"}, "0:2/3 2/3:4/3 2:1 3:1/5 16/5:4/5", "4t 8t~ 4 4 16q 4q"),
        # Metres of eighths show their groups.
        ({"metre": "6/8", "ending": "rest"}, "0:1/2 1/2:1/2 1:1/2 3/2:1/2 2:1/2", "8 8 8 8 8 r8"),
        ({"metre": "6/8", "value": "quarter"}, "0:1 1:1 2:1 3:1 4:2", "4 8~ 8 4 | 4 8~ 4."),
        ({"metre": "6/8", "slots": "shshhh", "ending": "rest"}, "0:1 1:2 3:1 4:2 6:1", "4 8~ 4. | 4 8~ 4. | 4 r8 r4."),
        ({"metre": "6/8", "slots": "srsrrs", "ending": "rest"}, "0:1/2 1:1/2 5/2:1/2 3:1/2 4:1/2",
         "8 r8 8 r4 8 | 8 r8 8 r4."),
        ({"metre": "7/8", "ending": "hold"}, "0:1/2 1/2:1/2 1:1/2 3/2:1/2 2:3/2", "8 8 8 8 4."),
        ({"metre": "7/8", "slots": "shshhss", "ending": "rest"}, "0:1 1:3/2 5/2:1/2 3:1/2 7/2:1",
         "4 4~ 8 8 8 | 4 r4 r4."),
        ({"metre": "12/8", "slots": "shhhhh hhhsss"}, "0:9/2 9/2:1/2 5:1/2 11/2:1/2 6:6", "2.~ 4. 8 8 8 | 1."),
        ({"metre": "9/8", "value": "sixteenth"}, "0:1/4 1/4:1/4 1/2:1/4 3/4:1/4 1:7/2", "16 16 16 16 8~ 2."),
        ({"metre": "5/8", "value": "quarter"}, "0:1 1:1 2:1 3:1 4:1", "4 4 8~ | 8 8~ 8 4"),
        # How a strip ends; calls and open bars.
        ({"value": "quarter", "ending": "full"}, "0:1 1:1 2:1 3:1 4:1 5:1 6:1 7:1", "4 4 4 4 | 4 4 4 4"),
        ({"ending": "on"}, "0:1/2 1/2:1/2 1:1/2 3/2:1/2 2:1/2", "8 8 8 8 8"),
        ({"value": "quarter", "call": {"bars": 1, "open": 1}}, "0:1 1:1 2:1 3:1 8:4", "4 4 4 4 | r1 | 1 | r1"),
        ({"value": "quarter", "call": {"bars": 1, "open": 1, "twice": True}, "metre": "3/4"},
         "0:1 1:1 2:1 6:1 7:1 8:1 12:1 13:2 18:1 19:2",
         "4 4 4 | r2. | 4 4 4 | r2. | 4 2 | r2. | 4 2 | r2."),
        ({"value": "half", "metre": "3/4", "call": {"bars": 1, "open": 2}}, "0:2 2:1 10:2 18:2 20:1",
         "2 4 | r2. | r2. | r4 2 | r2. | r2. | 2 4 | r2. | r2."),
    ],
)  # fmt: skip
def test_where_notes_sound_and_how_they_are_written(placement: dict[str, Any], where: str, signs: str) -> None:
    found = pressed(placement)
    assert (spans(found), written(found)) == (where, signs)
    check(found)


@pytest.mark.parametrize(
    ("placement", "pointer", "words"),
    [
        ({"slots": "sxs"}, "/placement/slots", "“x” is no slot"),
        ({"slots": "rrrr rrrr"}, "/placement/slots", "No slot sounds"),
        ({"slots": "sr rs | rs sh", "metre": "3/4"}, "/placement", "8 slots do not fill bars of 3/4"),
        ({"slots": "sss"}, "/placement", "3 slots do not fill bars of 4/4. Write 8 or 16 slots"),
        ({"slots": "s" * 40}, "/placement", "longer than four bars"),
        ({"start": -17}, "/placement/start", "too small"),
        ({"metre": "6/7"}, "/placement/metre", "not one of the choices"),
        ({"metre": "6/8", "value": "triplet"}, "/placement", "In 6/8 beats are not divided so"),
        ({"metre": "6/8", "slots": "ssss(ss)"}, "/placement", "In 6/8 beats are not divided so"),
        ({"slots": "s(sss)sssss"}, "/placement", "A divided beat begins between beats"),
        ({"slots": "ss(sss"}, "/placement/slots", "left open"),
        ({"slots": "ss)ss"}, "/placement/slots", "no partner"),
        ({"slots": "(s(s))"}, "/placement/slots", "no partner"),
        ({"slots": "()ss"}, "/placement/slots", "not divided so"),
        ({"slots": "ssssssss", "route": ["eighth", "triplet"]}, "/placement", "a route takes several"),
        ({"slurs": {"groups": []}}, "/placement/slurs", "No group is slurred"),
        ({"swing": 90}, "/placement/swing", "too large"),
    ],
)
def test_faults_are_told(placement: dict[str, Any], pointer: str, words: str) -> None:
    with pytest.raises(RecipeError) as caught:
        pressed(placement)
    (problem,) = caught.value.problems
    assert problem.pointer == pointer
    assert words in f"{problem.message} {problem.cure}"


@pytest.mark.parametrize(
    ("placement", "words"),
    [
        ({"slots": "rsrsrsrs"}, "in eighths on the and of 1, the and of 2, the and of 3 and the and of 4,"),
        ({"slots": "s" * 16}, "in eighths in a rhythm of two bars,"),
        ({"start": 3}, "in eighths from the and of 2,"),
        ({"start": -3, "value": "sixteenth"}, "in sixteenths with an upbeat of three,"),
        ({"accents": 3, "swing": 66}, "in eighths, every third note accented, swung,"),
        ({"value": "half", "metre": "5/4"}, "in half notes in 5/4,"),
    ],
)
def test_the_sentence_says_it(placement: dict[str, Any], words: str) -> None:
    assert words in sentence_text(pressed(placement).sentence)


@pytest.mark.parametrize(
    ("value", "words"),
    [("half", "minims"), ("quarter", "crotchets"), ("eighth", "quavers"), ("triplet", "quaver triplets"),
     ("sixteenth", "semiquavers")],
)  # fmt: skip
def test_note_values_have_british_names_on_request(value: str, words: str) -> None:
    assert f"in {words}," in sentence_text(pressed({"value": value}, spelling={"values": "british"}).sentence)


def test_held_roots_take_two_sounding_slots_and_a_silent_chord_is_left_open() -> None:
    held = pressed({"slots": "ssrs ssrs", "ending": "rest"}, figure={"kind": "run", "roots": "hold"})
    assert spans(held).startswith("0:1 3/2:1/2 2:1/2 5/2:1/2")
    over = pressed(
        {"value": "quarter", "slots": "ssrr"}, sounds={"kind": "changes", "changes": {"text": "| C F | G |"}}
    )
    assert spans(over) == "0:1 1:1 4:1 5:1"
    assert written(over) == "4 4 r2 | 4 4 r2"


def test_accents_are_seen_and_heard() -> None:
    found = pressed({"accents": 3})
    assert [note.loud for note in found.strips[0].notes] == [True, False, False, True, False]
    root = etree.fromstring(to_musicxml(found))
    assert [note.find(".//accent") is not None for note in root.iter("note")][:5] == [True, False, False, True, False]
    song = mido.MidiFile(file=BytesIO(to_midi(found)))
    loud = [m.velocity for m in song.tracks[1] if m.type == "note_on"]
    assert [velocity == max(loud) for velocity in loud] == [True, False, False, True, False]


@pytest.mark.parametrize(
    ("level", "swing", "value", "ticks"),
    [
        ("eighth", 50, "eighth", [0, 240, 480, 720, 960]),
        ("eighth", 75, "eighth", [0, 360, 480, 840, 960]),
        ("eighth", 60, "triplet", [0, 160, 320, 480, 640]),
        ("eighth", 60, "sixteenth", [0, 144, 288, 384, 480]),
        ("sixteenth", 60, "sixteenth", [0, 144, 240, 384, 480]),
    ],
)
def test_swing_to_the_tick(schema: etree.XMLSchema, level: str, swing: int, value: NoteValue, ticks: list[int]) -> None:
    """Written straight, in the file as it is written; swung on request."""
    found = pressed({"swing": swing, "swung_value": level, "value": value})
    for swinging, wanted in ((True, ticks), (False, [int(n * BEATS[value] * 480) for n in range(5)])):
        now, starts = 0, []
        for message in mido.MidiFile(file=BytesIO(to_midi(found, swinging=swinging))).tracks[1]:
            now += message.time
            if message.type == "note_on":
                starts.append(now)
        assert starts == wanted
    document = etree.fromstring(to_musicxml(found))
    assert schema.validate(document), schema.error_log
    assert (document.find(".//swing") is not None) == (swing > 50)
    assert spans(found) == spans(pressed({"value": value}))


@given(st.fractions(0, 20, max_denominator=12), st.fractions(0, 20, max_denominator=12), st.integers(50, 80))
def test_swing_keeps_order_and_beats(one: Fraction, other: Fraction, swing: int) -> None:
    grid = [Fraction(round(place * 4), 4) for place in (one, other)]
    moved = [swung(place, swing, "eighth") for place in grid]
    assert (grid[0] < grid[1]) == (moved[0] < moved[1])
    assert all(swung(place, swing, "eighth") == place for place in map(Fraction, range(5)))


@given(st.text("srh", min_size=1, max_size=16).filter(lambda text: "s" in text), st.integers(-5, 20))
def test_poured_notes_never_overlap_and_stand_on_sounding_slots(slots: str, begin: int) -> None:
    notes = rhythm_notes(rhythm_of(slots, "quarter"), Fraction(begin))
    found = [next(notes) for _ in range(12)]
    assert all(slots[int(start) % len(slots)] == "s" for start, _ in found)
    assert all(start + length <= following for (start, length), (following, _) in pairwise(found))
    assert found[0][0] - begin < len(slots)


@given(rhythms(), sounds, ladders, st.sampled_from([None, {"kind": "above-below"}, {"kind": "double"}]))
@examples(120)
def test_every_rhythm_fills_its_bars_and_can_be_written(
    placement: Any, sound: Any, ladder: Any, enclosure: Any
) -> None:
    found = pressed(placement, sounds=sound, ladder=ladder, enclosure=enclosure)
    for strip in found.strips:
        if placement["ending"] != "on":
            assert fill_their_bars(strip, found.metre)
        assert sum(piece.length for bar in strip.bars for piece in bar.pieces) == strip.end - strip.begin
        ends = [note.start + note.length for note in strip.notes]
        assert all(end <= note.start for end, note in zip(ends[:-1], strip.notes[1:], strict=True))
        if placement["slots"] and not placement["call"]:
            rhythm = rhythm_of(placement["slots"], placement["value"])
            sounding = {start for start, _ in rhythm.notes}
            assert all(note.start % rhythm.length in sounding for note in strip.notes)


@given(rhythms(), st.sampled_from([[], ["accent"]]))
@examples(25)
def test_the_toolkit_reads_every_rhythm(placement: Any, more: list[str]) -> None:
    check(pressed({**placement, "accents": 3 if more else 0}))


SIX_EIGHT = {"kind": "changes", "changes": {"text": "metre: 6/8\n| C |"}}


@pytest.mark.parametrize(
    ("more", "placement", "pointer"),
    [
        ({"sounds": SIX_EIGHT}, {"value": "triplet"}, "/placement"),
        ({"sounds": SIX_EIGHT}, {"slots": "ss(sss)ssss"}, "/placement"),
        ({"figure": {"kind": "arpeggios", "rhythm": "led-triplets"}}, {"metre": "6/8"}, "/figure/rhythm"),
        ({"figure": {"kind": "lick", "text": "1:⅓ 2 3"}}, {"metre": "6/8"}, "/figure/text"),
    ],
)  # fmt: skip
def test_what_a_metre_of_eighths_does_not_divide_is_refused(more: Any, placement: Any, pointer: str) -> None:
    with pytest.raises(RecipeError) as caught:
        pressed(placement, **more)
    (problem,) = caught.value.problems
    assert problem.pointer == pointer
    assert problem.cure
