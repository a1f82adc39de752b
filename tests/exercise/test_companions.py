"""What goes beside a line: worked out by hand, against laws of voice leading, and read back by the toolkit."""

from __future__ import annotations

from fractions import Fraction
from io import BytesIO
from itertools import pairwise, product
from statistics import fmean
from typing import Any

import mido
import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree
from music21 import chord as toolkit_chord
from music21 import harmony

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.json.exercise import exercise_document
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.music.core.cheapest_way import cheapest_way
from dodecant.music.core.chord_symbol import print_chord
from dodecant.tables import load_tables
from tests.exercise.test_placement import pressed
from tests.formats.test_oracle import parsed
from tests.generated import examples
from tests.strategies import CHANGES_TEXTS, COMPANION_EXAMPLES, calls

FORM = "key: C\n| Dm7 | G7 | Cmaj7 |"


def over(*companions: dict[str, Any], text: str = FORM, **more: Any) -> Exercise:
    changes = {"kind": "changes", "changes": {"text": text}}
    return pressed(
        {"value": "quarter", **more.pop("placement", {})}, sounds=changes, companions=list(companions), **more
    )


def told(exercise: Exercise, number: int = 0) -> str:
    """Every chord struck: where, how long, its tones from low to high."""
    struck = exercise.strips[0].companions[number].chords
    return " | ".join(f"{one.start}:{one.length} {' '.join(pitch.text for pitch in one.pitches)}" for one in struck)


@pytest.mark.parametrize(
    ("companion", "wanted"),
    [
        ({"kind": "voicings"}, "0:4 F3 A3 C4 E4 | 4:4 F3 A3 B3 E4 | 8:4 E3 G3 B3 D4"),
        ({"kind": "voicings", "form": "shell"}, "0:4 D3 F3 C4 | 4:4 G2 F3 B3 | 8:4 C3 E3 B3"),
        ({"kind": "voicings", "anticipated": "eighth"},
         "0:7/2 F3 A3 C4 E4 | 7/2:4 F3 A3 B3 E4 | 15/2:9/2 E3 G3 B3 D4"),
        ({"kind": "voicings", "anticipated": "sixteenth", "form": "shell"},
         "0:15/4 D3 F3 C4 | 15/4:4 G2 F3 B3 | 31/4:17/4 C3 E3 B3"),
        ({"kind": "voicings", "form": "shell", "hand": "right"}, "0:4 D4 F4 C5 | 4:4 G3 F4 B4 | 8:4 C4 E4 B4"),
        ({"kind": "fifths"}, "0:4 D2 A2 | 4:4 G2 D3 | 8:4 C2 G2"),
        ({"kind": "fifths", "moving": True},
         "0:1 D2 A2 | 1:1 D2 B2 | 2:1 D2 A2 | 3:1 D2 B2 | 4:1 G2 D3 | 5:1 G2 E3 | 6:1 G2 D3 | 7:1 G2 E3"
         " | 8:1 C2 G2 | 9:1 C2 A2 | 10:1 C2 G2 | 11:1 C2 A2"),
        ({"kind": "drone"}, "0:12 C2"),
        ({"kind": "drone", "degree": "5", "fifth": True}, "0:12 G2 D3"),
    ],
)  # fmt: skip
def test_what_goes_beside_changes(companion: dict[str, Any], wanted: str) -> None:
    found = over(companion)
    assert told(found) == wanted


def test_a_chord_that_stays_is_struck_once_from_where_it_begins() -> None:
    text = "key: C\n| Dm7 | % | G7 |"
    assert told(over({"kind": "voicings"}, text=text)) == "0:8 F3 A3 C4 E4 | 8:4 F3 A3 B3 E4"
    assert told(over({"kind": "fifths"}, text=text)) == "0:4 D2 A2 | 4:4 D2 A2 | 8:4 G2 D3"


@pytest.mark.parametrize(
    ("chord", "scale", "root", "sixth"),
    [
        ("Cm", "dorian", "1", "A2"), ("Cm", "aeolian", "1", "A♭2"), ("Cm", "minor-blues", "1", "A2"),
        # A sound on another tonic: E♭ major has A♭, D♭ Lydian dominant has A♭, F major has A.
        ("Cm", "ionian", "b3", "A♭2"), ("C7", "lydian-dominant", "b2", "A♭2"), ("C7", "ionian", "4", "A2"),
        ("C7", "altered", "1", "A♭2"), ("C7", "major-pentatonic", "b7", "A2"),
    ],
)  # fmt: skip
def test_moving_fifths_take_the_sixth_of_the_sound(chord: str, scale: str, root: str, sixth: str) -> None:
    choice = {"chord": 0, "symbol": chord, "sounds": [{"scale": scale, "root": root}]}
    changes = {"kind": "changes", "changes": {"text": f"| {chord} |", "choices": [choice]}}
    found = pressed({"value": "quarter"}, sounds=changes, companions=[{"kind": "fifths", "moving": True}])
    assert {pitch.text for one in found.strips[0].companions[0].chords for pitch in one.pitches} >= {"C2", sixth}


@given(
    text=st.sampled_from(CHANGES_TEXTS), key=st.sampled_from(["C", "F♯", "A♭"]),
    place=st.sampled_from([("shell", "left", 40, 64), ("shell", "right", 52, 76), ("rootless", "left", 48, 69),
                           ("rootless", "right", 58, 81)]),
)  # fmt: skip
@examples(40)
def test_a_voicing_lies_where_its_hand_does(text: str, key: str, place: tuple[str, str, int, int]) -> None:
    form, hand, lowest, highest = place
    voicings = {"kind": "voicings", "form": form, "hand": hand}
    found = over(voicings, text=text, keys={"order": "picked", "picked": [key]})
    for one in found.strips[0].companions[0].chords:
        heights = [pitch.midi for pitch in one.pitches]
        assert lowest <= min(heights)
        assert max(heights) <= highest


@pytest.mark.parametrize(
    ("text", "wanted"),
    [
        ("key: C\n| G7 | C |", {"G7": "B E F A", "C": "E G C D"}),  # a dominant has its thirteenth
        ("key: C minor\n| G7b9 | Cm6 |", {"G7b9": "B E♭ F A♭", "Cm6": "E♭ G A D"}),
        ("key: C\n| Bm7b5 |", {"Bm7b5": "D F A B"}),
        ("key: C\n| G7#5 |", {"G7#5": "B D♯ F A"}),
        ("key: C\n| Gsus4 |", {"Gsus4": "C D G A"}),  # the fourth for the third, the root for a seventh
        ("key: C\n| G7sus4 |", {"G7sus4": "C D F A"}),
        ("key: C\n| Asus2 |", {"Asus2": "B E A"}),
    ],
)
def test_rootless_voicings_hold_the_tones_they_should(text: str, wanted: dict[str, str]) -> None:
    names = [
        {pitch.name.text for pitch in one.pitches}
        for one in over({"kind": "voicings"}, text=text).strips[0].companions[0].chords
    ]
    assert names == [set(tones.split()) for tones in wanted.values()]


@pytest.mark.parametrize(
    ("companion", "clef"),
    [
        ({"kind": "fifths"}, "bass"),
        ({"kind": "drone", "degree": "5"}, "bass"),
        ({"kind": "voicings", "form": "shell"}, "bass"),
        ({"kind": "voicings", "hand": "right"}, "treble"),
        ({"kind": "octaves", "octaves": 1}, "treble"),
        ({"kind": "octaves", "octaves": -2}, "bass"),
    ],
)
def test_a_companion_is_read_in_the_clef_its_tones_lie_in(companion: dict[str, Any], clef: str) -> None:
    (part,) = over(companion).strips[0].companions
    assert part.clef == clef


def test_a_doubling_is_the_line_an_octave_away_whatever_the_instrument_reads() -> None:
    found = pressed({}, companions=[{"kind": "octaves", "octaves": -1}], player={"instrument": "clarinet"})
    (doubled,) = found.strips[0].companions
    assert [one.pitches[0].midi for one in doubled.chords] == [n.tone.sounding.midi - 12 for n in found.strips[0].notes]
    assert [one.pitches[0].name for one in doubled.chords] == [n.tone.sounding.name for n in found.strips[0].notes]
    assert [(one.start, one.length) for one in doubled.chords] == [(n.start, n.length) for n in found.strips[0].notes]


OVER_CHANGES = [one for one in COMPANION_EXAMPLES if one["kind"] != "vamp"]


@given(
    companion=st.sampled_from(OVER_CHANGES), text=st.sampled_from([*CHANGES_TEXTS, ""]),
    key=st.sampled_from(["C", "F♯", "B♭", "A♭", "E"]),
    instrument=st.sampled_from(["piano", "clarinet", "trombone"]), signature=st.booleans(), call=st.none() | calls,
)  # fmt: skip
@examples(24)
def test_two_staves_read_back(
    schema: etree.XMLSchema, companion: Any, text: str, key: str, instrument: str, signature: bool, call: Any
) -> None:
    sounds = {"kind": "changes", "changes": {"text": text}} if text else {"kind": "one", "scale": "dorian"}
    found = press(
        read_recipe({"sounds": sounds, "companions": [companion], "keys": {"order": "picked", "picked": [key, "C"]},
                     "player": {"instrument": instrument}, "spelling": {"signature": signature},
                     "placement": {"call": call, "ending": "rest"}}),
        load_tables(),
    )  # fmt: skip
    data = to_musicxml(found)
    document = etree.fromstring(data)
    assert schema.validate(document), schema.error_log
    score = parsed(data)
    line, beside = score.parts
    assert len(document.findall("part")) == 2 - found.instrument.two_staves
    bar = found.metre.quarters
    for part in (line, beside):
        measures = list(part.getElementsByClass("Measure"))
        assert len(measures) == sum(len(strip.bars) for strip in found.strips)
        assert all(measure.duration.quarterLength == bar for measure in measures)
    struck: list[tuple[tuple[int, ...], Fraction]] = []
    for element in (one for one in beside.recurse().notes if not isinstance(one, harmony.Harmony)):
        pitches = tuple(sorted(pitch.midi for pitch in element.pitches))
        tied = element.tie is not None and element.tie.type in ("stop", "continue")
        if isinstance(element, toolkit_chord.Chord):
            tied = all(note.tie is not None and note.tie.type in ("stop", "continue") for note in element.notes)
        if tied:
            struck[-1] = (pitches, struck[-1][1] + Fraction(element.duration.quarterLength))
        else:
            struck.append((pitches, Fraction(element.duration.quarterLength)))
    wanted = [one for strip in found.strips for one in strip.companions[0].chords]
    assert struck == [(tuple(sorted(pitch.midi for pitch in one.pitches)), one.length) for one in wanted]
    song = mido.MidiFile(file=BytesIO(to_midi(found)))
    ons = [message.note for message in song.tracks[2] if message.type == "note_on"]
    assert sorted(ons) == sorted(
        pitch.midi
        for strip in found.strips
        for start, end in strip.played
        for one in strip.companions[0].chords
        for pitch in one.pitches
        if one.start < end and start < one.start + one.length
    )
    told_notes = exercise_document(found)["strips"][0]["companions"][0]["chords"]
    assert [one["length"] for one in told_notes] == [str(one.length) for one in found.strips[0].companions[0].chords]


@given(st.lists(st.lists(st.integers(0, 30), min_size=1, max_size=4), min_size=1, max_size=5))
def test_the_cheapest_way_is_the_cheapest(steps: list[list[int]]) -> None:
    def cost(line: tuple[int, ...] | list[int]) -> int:
        return sum(n % 3 for n in line) + sum(abs(one - other) for one, other in pairwise(line))

    taken = cheapest_way(steps, own=lambda n: n % 3, between=lambda one, other: abs(one - other))
    found = [step[number] for step, number in zip(steps, taken, strict=True)]
    assert cost(found) == min(cost(line) for line in product(*steps))


def test_a_fault_of_a_companion_is_told_at_its_field() -> None:
    with pytest.raises(RecipeError) as caught:
        over({"kind": "voicings"}, {"kind": "drone", "degree": "q"})
    assert [problem.pointer for problem in caught.value.problems] == ["/companions/1/degree"]
    with pytest.raises(RecipeError) as caught:
        over({"kind": "choir"})
    assert caught.value.problems[0].pointer == "/companions/0"


def test_one_companion_is_written_and_all_are_told() -> None:
    with pytest.raises(RecipeError) as caught:
        over({"kind": "voicings"}, {"kind": "fifths"})
    assert "Only one part can have a staff" in caught.value.problems[0].message
    found = over({"kind": "voicings"}, {"kind": "drone"}, {"kind": "octaves", "written": False})
    assert [beside.written for beside in found.strips[0].companions] == [True, False, False]
    assert len(mido.MidiFile(file=BytesIO(to_midi(found))).tracks) == 5


STRUCK: dict[str, Any] = {"kind": "arpeggios", "rhythm": "struck"}


@pytest.mark.parametrize(
    ("figure", "more", "wanted"),
    [
        ({"tones": "triad"}, {}, "C4 E4 G4 | D4 F4 A4 | E4 G4 B4"),
        ({"tones": "seventh", "rotation": 1}, {}, "E4 G4 B4 C5 | F4 A4 C5 D5 | G4 B4 D5 E5"),
        ({"tones": "shell"}, {}, "C4 E4 B4 | D4 F4 C5 | E4 G4 D5"),
        ({"tones": "fourths"}, {"sounds": {"kind": "one", "scale": "dorian"}}, "C4 F4 B♭4 | D4 G4 C5 | E♭4 A4 D5"),
    ],
)
def test_voicings_are_struck_through_the_steps_of_a_sound(figure: Any, more: Any, wanted: str) -> None:
    found = pressed({"value": "half"}, figure={**STRUCK, **figure}, path={"high": {"step": 3, "octave": 1},
                    "direction": "up"}, **more)  # fmt: skip
    chords = [[*note.tone.lower_tones, note.tone] for note in found.strips[0].notes]
    assert " | ".join(" ".join(tone.written.text for tone in struck) for struck in chords) == wanted
    sounding = (one for one in parsed(to_musicxml(found)).recurse().notes if "ChordSymbol" not in one.classes)
    read = [tuple(pitch.midi for pitch in element.pitches) for element in sounding]
    assert [tuple(sorted(pitches)) for pitches in read if len(pitches) > 1][:3] == [
        tuple(tone.written.midi for tone in struck) for struck in chords
    ]


def test_voicings_are_struck_over_changes_with_least_motion_and_signs_where_they_are_needed() -> None:
    text = "key: C\n| Dm7 | G7 | C7 | Fm7 |"
    found = over(text=text, figure={**STRUCK, "tones": "seventh"}, path={"span": "once"}, joins={"begin": "any"},
                 placement={"value": "half", "slots": "sh"})  # fmt: skip
    struck = [[tone.written.midi for tone in (*note.tone.lower_tones, note.tone)] for note in found.strips[0].notes]
    assert all(abs(one[-1] - other[-1]) <= 3 for one, other in pairwise(struck))
    chords = [{2, 5, 9, 0}, {7, 11, 2, 5}, {0, 4, 7, 10}, {5, 8, 0, 3}]
    assert [{height % 12 for height in heights} for heights in struck] == chords, "each is an inversion of its chord"
    tones = [tone for note in found.strips[0].notes for tone in (note.tone, *note.tone.lower_tones)]
    altered = {tone.written.text for tone in tones if tone.written.alteration}
    document = etree.fromstring(to_musicxml(found))
    assert len(document.findall(".//accidental")) >= len(altered) > 0


def test_who_sounds_one_note_at_a_time_strikes_no_chords() -> None:
    with pytest.raises(RecipeError) as caught:
        pressed({}, figure=STRUCK, player={"instrument": "clarinet"})
    assert caught.value.problems[0].pointer == "/figure/rhythm"


@pytest.mark.parametrize("keys", ["fourths", "half-steps-down"])
def test_a_second_staff_keeps_one_clef_through_all_keys(keys: str) -> None:
    """Voicings about middle C: in some keys they lie above it and in others below, in all they have the same clef."""
    beside = {"kind": "voicings", "lowest": "B2", "highest": "E5"}
    changes = {"text": "key: C\n| Dm7 | G7 | Cmaj7 | % |"}
    sounds = {"kind": "changes", "changes": changes}
    exercise = pressed({}, sounds=sounds, companions=[beside], keys={"order": keys})
    heights = [
        fmean(pitch.midi for one in strip.companions[0].chords for pitch in one.pitches) for strip in exercise.strips
    ]
    assert min(heights) < 60 < max(heights)
    (clef,) = {strip.companions[0].clef for strip in exercise.strips}
    assert clef == ("bass" if fmean(heights) < 60 else "treble")


@pytest.mark.parametrize(
    ("value", "key", "spans", "chords"),
    [
        # In eighths a bar lasts a bar, in quarters two, in halves four; N.C. is silent.
        ("eighth", "D", [(0, 4), (4, 2), (8, 4), (12, 2)], "Dm7 G7 Dm7 G7"),
        ("quarter", "D", [(0, 8), (8, 4), (16, 8), (24, 4)], "Dm7 G7 Dm7 G7"),
        ("half", "F", [(0, 16), (16, 8), (32, 16), (48, 8)], "Fm7 B♭7 Fm7 B♭7"),
        ("triplet", "F", [(0, 4), (4, 2), (8, 4)], "Fm7 B♭7 Fm7"),
    ],
)
def test_a_vamp_of_ones_own_stretches_with_the_note_value(
    value: str, key: str, spans: list[tuple[int, int]], chords: str
) -> None:
    vamp = {"kind": "vamp", "text": "Im7 | IV7 N.C.", "form": "shell-3-7"}
    found = pressed({"value": value}, sounds={"kind": "one", "scale": "dorian"}, path={"high": {"octave": 3}},
                    companions=[vamp], keys={"order": "picked", "picked": [key]})  # fmt: skip
    strip = found.strips[0]
    part = strip.companions[0]
    wanted = [(start, min(length, int(strip.end) - start)) for start, length in spans if start < strip.end]
    assert [(int(one.start), int(one.length)) for one in part.chords] == wanted
    assert [print_chord(chord) for _, chord in strip.chord_names] == chords.split()[: len(wanted)]
    root, *others = [pitch.midi for pitch in part.chords[0].pitches]
    assert (root - strip.stop.sounding.above_c) % 12 == 0
    assert [other - root for other in others] == [3, 10]
    assert "a vamp of Im7 IV7 N.C. in shells" in sentence_text(found.sentence)


def test_a_vamp_is_refused_over_changes() -> None:
    with pytest.raises(RecipeError, match="Over changes the chords are those of the changes"):
        pressed({}, sounds={"kind": "changes", "changes": {"text": "| C |"}}, companions=[{"kind": "vamp"}])


@pytest.mark.parametrize(
    ("scale", "text", "words"),
    [
        ("dorian", "Im7 | IV7", []),
        ("ionian", "Imaj7 | IVmaj7", []),
        ("ionian", "Im7 | IV7", ["Cm7 has E♭ and B♭, F7 has E♭: not in C Ionian."]),
    ],
)
def test_a_vamp_that_rubs_is_told(scale: str, text: str, words: list[str]) -> None:
    path = {"high": {"octave": 3}}
    found = pressed({}, sounds={"kind": "one", "scale": scale}, companions=[{"kind": "vamp", "text": text}], path=path)
    told = [remark for remark in found.remarks if remark.pointer == "/companions/0/text"]
    assert [remark.text for remark in told] == words
