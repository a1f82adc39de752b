"""The band: bass lines that walk as taught, chords and time where they belong, the same for the same seed."""

from __future__ import annotations

from fractions import Fraction
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.backing.band import CLICK, FOOT, HAT, RIDE, STRONG_CLICK, BandEvent, band, counted_in, read_comping
from dodecant.backing.bass import HIGHEST, LOWEST, BassNote, bass_line
from dodecant.backing.held import HeldChord, held_chords
from dodecant.backing.setting import Backing
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.music.core.chord_symbol import parse_chord, print_chord
from dodecant.music.core.errors import MusicError
from dodecant.music.core.metre import Metre
from dodecant.tables import load_tables
from tests.generated import examples

TABLES = load_tables()
FORMS = [form.text_in(form.key) for form in TABLES.forms]
NAMES = ["Dm7", "G7", "Cmaj7", "A7b9", "Bm7b5", "E7alt", "F#dim7", "C/E", "Bb13"]
EIGHTH = Fraction(1, 2)


def held(text: str, beats: int = 4) -> list[HeldChord]:
    chords = [parse_chord(name) for name in text.split()]
    return [
        HeldChord(Fraction(beats * n), Fraction(beats), chord, chord.pitch_classes)
        for n, chord in enumerate(chords)
        if chord is not None
    ]


def made(document: dict[str, Any]) -> Exercise:
    return press(read_recipe({"keys": {"order": "picked", "picked": ["C"]}, **document}), TABLES)


def played(exercise: Exercise, **setting: Any) -> list[BandEvent]:
    backing = read_part(Backing, setting)
    return list(band(exercise.strips[0], backing, exercise.metre, TABLES))


def walks(chords: list[HeldChord], line: tuple[BassNote, ...], metre: Metre) -> None:
    """Each rule of walking, checked from outside."""
    by_start = {note.start: note for note in line}
    assert all(LOWEST <= note.pitch <= HIGHEST for note in line)
    assert all(abs(other.pitch - one.pitch) <= 12 for one, other in pairwise(line))
    for one, other in pairwise(line):
        assert one.start + one.length == other.start or one.start + one.length in {c.start + c.length for c in chords}
    for place, chord in enumerate(chords):
        root = (chord.chord.bass or chord.chord.root).pitch_class
        assert by_start[chord.start].pitch % 12 == root
        inside = [note for note in line if chord.start < note.start < chord.start + chord.length]
        frame = {(chord.chord.root.pitch_class + tone.half_steps) % 12 for tone in chord.chord.quality.frame}
        for note in inside[:-1]:
            if note.start % metre.quarters == 0 or note.start % metre.quarters == metre.quarters / 2:
                assert note.pitch % 12 in frame
        if inside and place + 1 < len(chords):
            following = (chords[place + 1].chord.bass or chords[place + 1].chord.root).pitch_class
            assert (inside[-1].pitch - following) % 12 in (1, 2, 10, 11, 7)


@pytest.mark.parametrize("form", FORMS)
def test_walking_over_every_form_in_every_key(form: str) -> None:
    document = {"sounds": {"kind": "changes", "changes": {"text": form}}, "figure": {"kind": "guide-tones"}}
    exercise = press(read_recipe(document), TABLES)
    assert len(exercise.strips) == 12
    for strip in exercise.strips:
        chords = list(held_chords(strip, Backing(), exercise.metre, TABLES.scales, EIGHTH))
        walks(chords, bass_line(chords, exercise.metre, "walking", strip.stop.index), exercise.metre)


@given(
    st.lists(st.sampled_from(NAMES), min_size=1, max_size=8),
    st.sampled_from([4, 3, 2]),
    st.integers(0, 99),
)
@examples(60)
def test_any_chords_are_walked_through(names: list[str], beats: int, seed: int) -> None:
    metre = Metre(3, 4) if beats == 3 else Metre()
    chords = held(" ".join(names), beats)
    line = bass_line(chords, metre, "walking", seed)
    assert line == bass_line(chords, metre, "walking", seed)
    assert sum(note.length for note in line) == beats * len(names)
    walks(chords, line, metre)


# By hand: two-feel has the root on one and a note on three; a pedal keeps its tone; in three, first and last.
@pytest.mark.parametrize(
    ("way", "metre", "starts"),
    [("two-feel", Metre(), "0 2 4 6"), ("pedal", Metre(), "0 4"), ("two-feel", Metre(3, 4), "0 2 3 5")],
)  # fmt: skip
def test_other_basses(way: Any, metre: Metre, starts: str) -> None:
    line = bass_line(held("Dm7 G7", metre.beats), metre, way, 1, pedal=2)
    assert " ".join(str(note.start) for note in line) == starts
    assert {note.pitch % 12 for note in line if way == "pedal"} <= {2}
    assert bass_line((), metre, way, 1) == bass_line(held("Dm7"), metre, "none", 1) == ()


@pytest.mark.parametrize(
    ("document", "setting", "chords"),
    [
        ({"sounds": {"kind": "one", "scale": "dorian"}}, {}, "Cm7@0"),
        ({"sounds": {"kind": "one", "scale": "mixolydian"}}, {}, "C7@0"),
        ({"sounds": {"kind": "one", "scale": "lydian"}}, {"harmony": "chord", "first": "Imaj7#11"}, "Cmaj7(♯11)@0"),
        ({}, {"harmony": "two-chords", "first": "IIm7", "second": "V7"}, "Dm7@0 G7@4"),
        ({"sounds": {"kind": "changes", "changes": {"text": "key: C\n| Dm7 G7 | C | % | N.C. |"}}}, {},
         "Dm7@0 G7@2 C@4"),
        # The same chord goes on over a barline, and begins anew after a silence.
        ({"sounds": {"kind": "changes", "changes": {"text": "key: C\n| C | C | N.C. | C |"}}}, {}, "C@0 C@12"),
        ({}, {"harmony": "drone"}, ""),
    ],
)  # fmt: skip
def test_which_chords_are_held(document: dict[str, Any], setting: dict[str, Any], chords: str) -> None:
    exercise = made(document)
    found = held_chords(exercise.strips[0], read_part(Backing, setting), exercise.metre, TABLES.scales, EIGHTH)
    assert " ".join(f"{print_chord(one.chord)}@{one.start}" for one in found) == chords


@given(st.integers(0, 999))
@examples(40)
def test_comping_changes_from_bar_to_bar_and_ends_with_the_strip(seed: int) -> None:
    """In bars of four no bar is struck as the one before, and nothing rings past the last barline."""
    exercise = made({"sounds": {"kind": "changes", "changes": {"text": "key: C\n| Dm7 | G7 | C | A7 | Dm7 | G7 |"}}})
    strip = exercise.strips[0]
    struck = [one for one in played(exercise, bass="none", time="none", seed=seed) if one.part == "chords"]
    assert max(one.start + one.length for one in struck) <= strip.end
    bars = [{(one.start % 4, one.length) for one in struck if one.start // 4 == n} for n in range(int(strip.end // 4))]
    assert all(one != other for one, other in pairwise(bars))
    short = made({"path": {"span": "once"}, "figure": {"kind": "cell", "text": "1 2 3"}, "placement": {"ending": "on"}})
    end = short.strips[0].end
    assert end % 4 == Fraction(3, 2)  # straight on, in the middle of a bar
    assert all(one.start + one.length <= end for one in played(short, bass="none", time="none", seed=seed))


def test_two_chords_follow_the_pace_of_the_line() -> None:
    exercise = made({"path": {"high": {"octave": 3}}})
    backing = read_part(Backing, {"harmony": "two-chords"})
    lengths = {
        value: held_chords(exercise.strips[0], backing, exercise.metre, TABLES.scales, value)[0].length
        for value in (Fraction(1), EIGHTH, Fraction(1, 4))
    }
    assert lengths == {Fraction(1): 8, EIGHTH: 4, Fraction(1, 4): 2}


def test_time_click_and_drone_stand_where_they_should() -> None:
    exercise = made({"path": {"high": {"octave": 3}}})  # four bars
    ride = [(event.start, event.pitch) for event in played(exercise, time="ride", chords="none", bass="none")]
    assert ride[:6] == [(0, RIDE), (1, FOOT), (1, RIDE), (Fraction(3, 2), RIDE), (2, RIDE), (3, FOOT)]
    quiet = {"time": "none", "chords": "none", "bass": "none", "harmony": "none"}

    def clicks(**setting: Any) -> list[BandEvent]:
        return [event for event in played(exercise, **quiet, **setting) if event.part == "click"]

    assert [event.start for event in clicks(click="off-beats")][:4] == [1, 3, 5, 7]
    assert [event.start for event in clicks(click="bars", every=2)] == [0, 8]
    assert {event.pitch for event in clicks(click="all")} == {STRONG_CLICK, CLICK}
    faded = [event.loud for event in clicks(click="fading")]
    assert faded == sorted(faded, reverse=True)
    assert faded[0] > faded[-1]
    drone = played(exercise, **{**quiet, "harmony": "drone"}, degree="5")
    assert [(event.pitch, event.length == exercise.strips[0].end) for event in drone] == [(43, True), (50, True)]


def test_comping_strikes_what_is_held_and_anticipates() -> None:
    text = "key: C\n" + "| Dm7 | G7 | Cmaj7 | A7 |" * 4
    exercise = made({"sounds": {"kind": "changes", "changes": {"text": text}}, "figure": {"kind": "guide-tones"}})
    events = [event for event in played(exercise, time="none", bass="none", seed=3) if event.part == "chords"]
    assert events == [event for event in played(exercise, time="none", bass="none", seed=3) if event.part == "chords"]
    chords = list(held_chords(exercise.strips[0], Backing(), exercise.metre, TABLES.scales, EIGHTH))
    for event in events:
        early = event.start % 1 == EIGHTH
        at = event.start + (EIGHTH if early else 0)
        (sounding,) = [one for one in chords if one.start <= at < one.start + one.length] or [chords[-1]]
        assert event.pitch % 12 in {
            (sounding.chord.root.pitch_class + tone.half_steps) % 12 for tone in sounding.chord.quality.degrees
        }
    assert len({event.start % 4 for event in events}) > 4
    assert all(len(pattern) == 8 and set(pattern) <= set("xo-") for pattern in TABLES.comping)


@pytest.mark.parametrize(
    "bars", ["| Dm7 G7 | Em7 A7 |", "| Dm7 G7 Cmaj7 A7 | Dm7 / / G7 |", "| Fmaj7 | Bm7b5 E7 | N.C. | Am7 D7 |"]
)
@pytest.mark.parametrize("seed", range(6))
def test_what_comps_is_of_the_chord_that_sounds_or_of_the_next_half_a_beat_early(bars: str, seed: int) -> None:
    """At every eighth; also where the chords change in the middle of a bar."""
    exercise = made({"sounds": {"kind": "changes", "changes": {"text": f"key: C\n{bars * 4}"}},
                     "figure": {"kind": "guide-tones"}})  # fmt: skip
    strip = exercise.strips[0]
    events = [one for one in played(exercise, time="none", bass="none", seed=seed) if one.part == "chords"]

    def tones(at: Fraction) -> set[int]:
        over = [one.chord for one in strip.stop.chords_sounding if one.start <= at < one.start + one.length]
        return {
            (chord.root.pitch_class + degree.half_steps) % 12
            for chord in over
            if chord is not None
            for degree in chord.quality.degrees
        }

    assert any(event.start % 1 == EIGHTH for event in events)
    for event in events:
        for half in range(int(event.length // EIGHTH) or 1):
            at = event.start + half * EIGHTH
            held = tones(at) | (tones(at + EIGHTH) if half == 0 and at % 1 == EIGHTH else set())
            assert event.pitch % 12 in held, (bars, event, at)
    # Half a beat before a change on a beat it is the new chord, never the old one.
    for at in {event.start for event in events if event.start % 1 == EIGHTH}:
        new, old = tones(at + EIGHTH), tones(at)
        struck = {event.pitch % 12 for event in events if event.start == at}
        assert not new or new == old or struck <= new


def test_a_pattern_that_is_none_is_told() -> None:
    for text in ('patterns = ["o---"]', 'patterns = ["abcdefgh"]'):
        with pytest.raises(MusicError, match="is no pattern"):
            read_comping(text)


def test_a_setting_that_cannot_be_is_told_at_its_field() -> None:
    for setting, pointer in (({"first": "H7"}, "/first"), ({"degree": "x"}, "/degree"), ({"every": 0}, "/every")):
        with pytest.raises(RecipeError) as error:
            read_part(Backing, setting)
        assert error.value.problems[0].pointer == pointer


def test_drums_are_those_of_general_midi() -> None:
    """Ride cymbal 1, pedal and closed hi-hat (General MIDI 1, percussion key map)."""
    assert (RIDE, FOOT, HAT) == (51, 44, 42)


@pytest.mark.parametrize(
    ("metre", "count_in", "quarters"),
    [(Metre(4, 4), "two-bars", 8), (Metre(3, 4), "one-bar", 3), (Metre(4, 4), "two-beats", 2),
     (Metre(6, 8), "two-bars", 6), (Metre(4, 4), "none", 0)],
)  # fmt: skip
def test_how_long_it_is_counted_in(metre: Metre, count_in: Any, quarters: int) -> None:
    assert counted_in(metre, Backing(count_in=count_in)) == quarters
