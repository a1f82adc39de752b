"""Marks, slurs, anticipation, endings and routes of note values: tables worked out by hand, and laws."""

from __future__ import annotations

from fractions import Fraction as F
from io import BytesIO
from typing import Any

import mido
import pytest
from hypothesis import given
from hypothesis import strategies as st
from lxml import etree

from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.rhythm.placement import Slurs
from dodecant.exercise.rhythm.articulation import slurs_of
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from tests.exercise.test_placement import pressed, spans, written
from tests.formats.test_oracle import check

SHORT = {"": ".", "accent": ">", "staccato": "'", "tenuto": "-", "marcato": "^"}
CELL = {"kind": "cell", "text": "1 2 3"}
CHANGES = {"sounds": {"kind": "changes", "changes": {"text": "| Dm7 G7 | Cmaj7 |"}}}


def marked(placement: dict[str, Any], **more: Any) -> str:
    """Each note's marks, and ( or ) where a slur starts or stops."""
    notes = pressed({**placement, "ending": "rest"}, **more).strips[0].notes
    return " ".join(
        "(" * (n.slur == "start") + ("".join(SHORT[m] for m in n.marks) or ".") + ")" * (n.slur == "stop")
        for n in notes
    )


@pytest.mark.parametrize(
    ("placement", "more", "wanted", "words"),
    [
        ({"marks": [{"every": 2}]}, {}, "> . > . >", "every second note accented"),
        ({"accents": 3}, {}, "> . . > .", "every third note accented"),
        ({"accents": 0}, {}, ". . . . .", "in eighths,"),
        ({"marks": [{"kind": "staccato", "every": 1}, {"kind": "accent", "by": "slots", "places": [1, 4]}]}, {},
         "'> ' ' '> '", "every note short, slots 1 and 4 accented"),
        ({"marks": [{"kind": "tenuto", "by": "figure", "places": [1, 3]}]},
         {"figure": CELL, "path": {"high": {"step": 2, "octave": 1}, "direction": "up"}},
         "- . - - . -", "the first and third note of each figure held full"),
        ({"marks": [{"kind": "marcato", "by": "slots", "places": [2]}], "start": 1}, {}, "^ . . . .",
         "slot 2 accented hard"),
        ({"slurs": {"groups": [2]}}, {}, "(. .) (. .) .", "slurred in groups of two"),
        ({"slurs": {"groups": [2], "after": 1}}, {}, ". (. .) (. .)", "slurred in groups of two after one"),
        ({"slurs": {"groups": [3, 1]}}, {}, "(. . .) . .", "slurred in groups of three and one"),
        ({"slurs": {"groups": [3]}, "slots": "ssrs ssss"}, {}, "(. .) (. . .)", ""),
        ({"slurs": {"by": "figure", "groups": []}}, {"figure": CELL, "path": {"high": {"step": 2, "octave": 1},
          "direction": "up"}}, "(. . .) (. . .)", "each figure slurred"),
        ({"slurs": {"by": "figure", "groups": [2]}}, {"figure": CELL, "path": {"high": {"step": 2, "octave": 1},
          "direction": "up"}}, "(. .) . (. .) .", "slurred in groups of two in each figure"),
    ],
)  # fmt: skip
def test_how_notes_are_struck_and_joined(
    schema: etree.XMLSchema, placement: dict[str, Any], more: dict[str, Any], wanted: str, words: str
) -> None:
    assert marked(placement, **more) == wanted
    found = pressed({**placement, "ending": "rest"}, **more)
    assert words in sentence_text(found.sentence)
    document = etree.fromstring(to_musicxml(found))
    assert schema.validate(document), schema.error_log
    slurs = [slur.get("type") for slur in document.iter("slur")]
    assert slurs == ["start", "stop"] * wanted.count("(")


@given(
    st.builds(Slurs, by=st.sampled_from(["line", "figure"]), groups=st.lists(st.integers(1, 5), min_size=1, max_size=4),
              after=st.integers(0, 3)),
    st.lists(st.tuples(st.booleans(), st.booleans()), min_size=1, max_size=30),
)  # fmt: skip
def test_slurs_pair_up_and_never_go_over_a_rest(slurs: Slurs, line: list[tuple[bool, bool]]) -> None:
    starts = [F(n + sum(rest for rest, _ in line[:n])) for n in range(len(line))]
    begins = [number == 0 or begin for number, (_, begin) in enumerate(line)]
    found = slurs_of(slurs, [(start, F(1)) for start in starts], begins)
    inside = False
    for number, mark in enumerate(found):
        if inside:
            assert starts[number] == starts[number - 1] + 1
            assert not (slurs.by == "figure" and begins[number])
        assert mark != ("start" if inside else "stop")
        inside = mark == "start" or (inside and mark != "stop")
    assert not inside


def ticks(found: Any, *, swinging: bool = False) -> list[tuple[int, int]]:
    now, sounding, done = 0, {}, []
    for message in mido.MidiFile(file=BytesIO(to_midi(found, swinging=swinging))).tracks[1]:
        now += message.time
        if message.type == "note_on":
            sounding[message.note] = now
        elif message.type == "note_off":
            done.append((sounding.pop(message.note), now))
    return done


@pytest.mark.parametrize(
    ("figure", "placement", "starts"),
    [
        ({"kind": "guide-tones"}, {"anticipated": "eighth"}, [0, 720, 1680]),
        ({"kind": "guide-tones"}, {"anticipated": "sixteenth"}, [0, 840, 1800]),
        ({"kind": "guide-tones"}, {"anticipated": "eighth", "swing": 66}, [0, 797, 1757]),
        ({"kind": "run"}, {"value": "quarter", "anticipated": "eighth"},
         [0, 480, 720, 1200, 1680, 2160, 2640, 3120, 3600]),
        ({"kind": "unbroken"}, {"value": "half", "anticipated": "eighth"}, [0, 720, 1680, 2640, 3600]),
    ],
)  # fmt: skip
def test_a_chord_is_anticipated_to_the_tick(
    figure: dict[str, Any], placement: dict[str, Any], starts: list[int]
) -> None:
    found = pressed(placement, figure=figure, **CHANGES)
    assert [on for on, _ in ticks(found, swinging=True)] == starts
    symbols = [over.start for over in found.strips[0].stop.chords_written]
    assert symbols == [0, 2, 4], "the chords are written where they are"
    check(found)


def test_a_short_note_sounds_for_half_its_length() -> None:
    short = ticks(pressed({"marks": [{"kind": "staccato"}], "value": "quarter", "ending": "rest"}))
    assert short == [(480 * n, 480 * n + 240) for n in range(5)]


def test_strips_go_straight_on() -> None:
    """Five eighths, then the next key from the sixth eighth of the bar on; the bars add up across the strips."""
    found = pressed({"ending": "on"}, keys={"order": "picked", "picked": ["C", "F", "B♭"]})
    assert [(strip.begin, strip.end) for strip in found.strips] == [(0, F(5, 2)), (F(5, 2), 5), (1, F(7, 2))]
    assert [str(strip.notes[0].start) for strip in found.strips] == ["0", "5/2", "1"]
    assert [on for on, _ in ticks(found)] == [240 * n for n in range(15)]
    assert (found.bars, found.seconds) == (2, F(15, 2) * 60 / 96)
    check(found)


def test_a_route_of_note_values_gives_a_strip_for_each() -> None:
    found = pressed({"route": ["quarter", "triplet", "sixteenth"], "ending": "rest"},
                    keys={"order": "picked", "picked": ["C", "G"]})  # fmt: skip
    assert [strip.heading for strip in found.strips[:3]] == [
        "C Ionian · quarters", "C Ionian · eighth triplets", "C Ionian · sixteenths"]  # fmt: skip
    assert [len(strip.bars) for strip in found.strips] == [2, 1, 1, 2, 1, 1]
    names = [[note.tone.written.name.text for note in strip.notes] for strip in found.strips]
    assert names[0] == names[1] == names[2] != names[3]
    assert "in quarters, eighth triplets and sixteenths, a strip for each," in sentence_text(found.sentence)
    assert spans(found) == "0:1 1:1 2:1 3:1 4:1"
    check(found)


@pytest.mark.parametrize(
    ("placement", "more", "wanted"),
    [
        ({"call": {"bars": 1, "open": 1}}, CHANGES, "4 4 8 8 8 8 | r1"),
        ({"call": {"bars": 1, "open": 1, "twice": True}}, CHANGES, "4 4 8 8 8 8 | r1"),
    ],
)
def test_open_bars_over_changes_let_the_form_go_on(placement: Any, more: Any, wanted: str) -> None:
    found = pressed({**placement, "slots": "shshssss"}, **more)
    assert written(found) == wanted
    assert found.strips[0].open_bars == {1}


@pytest.mark.parametrize(
    ("metre", "tempo", "seconds", "mark"),
    [("4/4", 60, 4, "quarter"), ("6/8", 60, 2, "dotted"), ("12/8", 120, 2, "dotted"), ("7/8", 70, 3, "quarter")],
)
def test_what_the_tempo_counts(metre: str, tempo: int, seconds: int, mark: str) -> None:
    found = pressed({"metre": metre, "ending": "rest"}, tempo=tempo, path={"high": {"step": 2, "octave": 1}})
    assert found.seconds == seconds
    document = etree.fromstring(to_musicxml(found))
    assert (document.find(".//beat-unit-dot") is not None) == (mark == "dotted")
    conductor = mido.MidiFile(file=BytesIO(to_midi(found))).tracks[0]
    change = next(message for message in conductor if message.type == "set_tempo")
    quarters = {"dotted": F(3, 2), "quarter": F(1)}[mark] * tempo
    assert round(60_000_000 / change.tempo) == quarters
    sign = next(message for message in conductor if message.type == "time_signature")
    assert f"{sign.numerator}/{sign.denominator}" == metre


def test_an_older_recipe_says_its_accents() -> None:
    old = read_recipe({"placement": {"accents": 4}})
    assert old.placement.marks[0].every == 4
    assert read_recipe(old.model_dump(mode="json")) == old
    assert Recipe().placement.marks == ()
