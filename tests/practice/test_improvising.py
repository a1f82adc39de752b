"""Improvising under rules, the ear, latency: what is told, typed by hand from what was played."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.music.core.pitch import NoteName
from dodecant.practice.ear import EarSetting, ear_questions, sung_back
from dodecant.practice.improvised.report import improvising_report, phrases_of
from dodecant.practice.improvised.rule import FreeRule, begins, free_passages, placed, sounds_of
from dodecant.practice.latency import latency_of
from dodecant.practice.rounds import Rounds, passages
from dodecant.practice.takes.alignment import Played
from dodecant.practice.takes.due import due_notes, so_far
from dodecant.tables import load_tables

TABLES = load_tables()
MADE = press(
    read_recipe({
        "sounds": {"kind": "changes", "changes": {"text": "key: C\n| Dm7 | G7 | Cmaj7 | % |"}},
        "keys": {"order": "picked", "picked": ["C"]}, "figure": {"kind": "cell", "text": "1 2 3 5"},
    }),
    TABLES,
)  # fmt: skip
STRIP, METRE = MADE.strips[0], MADE.metre


def told(rule: dict[str, Any], notes: list[tuple[float, int]], length: float = 0.45) -> tuple[str, ...]:
    """Notes by beat and MIDI number, at 60, so that a beat is a second."""
    wanted = read_part(FreeRule, rule)
    gone, chosen = free_passages(STRIP, METRE, wanted), sounds_of(wanted, STRIP, TABLES.scales)
    played = [Played(at, pitch, length) for at, pitch in notes]
    return improvising_report(STRIP, placed(STRIP, gone, chosen, 1.0, played), gone, METRE, wanted, chosen).sentences


EIGHTHS = [(n / 2, [62, 64, 65, 67][n % 4]) for n in range(32)]  # D E F G: in D Dorian, G Mixolydian, C major


@pytest.mark.parametrize(
    ("rule", "notes", "sentences"),
    [
        ({"kind": "constant", "choruses": 1}, EIGHTHS,
         ("No gap: 32 eighths in a row.", "Every note is in the sounds.")),
        # Bar 2 from its second beat on is silent for a beat and a half; the end of bar 4 for a beat.
        ({"kind": "constant", "choruses": 1}, [one for one in EIGHTHS if not 5 <= one[0] < 6.5 and one[0] < 15],
         ("Two gaps: in bar 2 (1½ beats), in bar 4 (one beat).", "The longest run: 17 notes.",
          "Every note is in the sounds.")),
        # Of any values: E held over two beats is no gap, the silence after it is one.
        ({"kind": "constant", "value": "any", "choruses": 1},
         [one for one in EIGHTHS if not 5 <= one[0] < 6.5 and one[0] < 15],
         ("Two gaps: in bar 2 (1½ beats), in bar 4 (one beat).", "The longest run: 17 notes.",
          "Every note is in the sounds.")),
        ({"kind": "phrases", "choruses": 1}, [one for one in EIGHTHS if one[0] % 8 < 4],
         ("Two phrases; you played 49 % of the time and left the rest to the band.",
          "The section held two statements.", "Every note is in the sounds.")),
        ({"kind": "phrases", "choruses": 1}, EIGHTHS,
         ("One phrase; you played 100 % of the time and left the rest to the band.",
          "The section held one statement.", "One ran over in bar 1.",
          "No breath in the two bars from bar 1 and bar 3.", "Every note is in the sounds.")),
        ({"kind": "phrases", "unit": 1, "choruses": 1}, EIGHTHS,
         ("One phrase; you played 100 % of the time and left the rest to the band.",
          "The section held one statement.", "One ran over in bar 1.",
          "No breath in bar 1, bar 2, bar 3 and bar 4.", "Every note is in the sounds.")),
        # Over Dm7 C♯ leads to D, and B♭ goes nowhere.
        ({"kind": "sound", "choruses": 1}, [(0, 61), (1, 62), (2, 70), (3, 65)],
         ("2 of 4 notes are in the sound; of the two outside, one led back into it.", "Left standing: ♭6 in bar 1.")),
        # Over Dm7 E♭ is a half step from E; A♭ is three half steps from B, and leads nowhere.
        ({"kind": "sound", "choruses": 1}, [(0, 63), (1, 64), (2, 68), (3, 71)],
         ("2 of 4 notes are in the sound; of the two outside, one led back into it.", "Left standing: ♯4 in bar 1.")),
        # F♯ is three half steps from A: too far to lead there.
        ({"kind": "sound", "choruses": 1}, [(0, 66), (1, 69)],
         ("1 of 2 notes is in the sound; the one outside never led back into it.", "Left standing: 3 in bar 1.")),
        # An enclosure of the third of Cmaj7: F above, D♯ below, E.
        ({"kind": "sound", "choruses": 1}, [(8, 65), (8.5, 63), (9, 64)],
         ("2 of 3 notes are in the sound; the one outside led back into it.",)),
        # Anticipated by an eighth: B belongs to G7, and B♭ to nothing.
        ({"kind": "sound", "choruses": 1}, [(3.5, 71), (4, 74)], ("Every note is in the sound.",)),
        ({"kind": "sounds", "sounds": ["dorian", "altered"], "choruses": 2},
         [(0, 62), (1, 64), (16, 61), (17, 64), (18, 62)],
         # D Dorian and D altered over Dm7; there C♯ leads to D, and E does too.
         ("3 of 5 notes are in the sounds; of the two outside, two led back into them.",)),
        ({"kind": "trading", "unit": 2, "choruses": 1},
         [(8, 62), (9, 64), (24, 62), (25, 65), (40, 67), (56, 67), (56.5, 69)],
         ("You answered 4 of 4 calls.", "Of two calls that came twice, you answered one the same way both times.",
          "Every note is in the sounds.")),
        ({"kind": "trading", "unit": 2, "choruses": 1}, [(n, 62) for n in range(8)],
         ("You answered 0 of 4 calls.", "You played into the call in bar 1.", "Every note is in the sounds.")),
        ({"kind": "constant"}, [], ("Nothing of it was heard.",)),
    ],
)  # fmt: skip
def test_what_became_of_the_rule(
    rule: dict[str, Any], notes: list[tuple[float, int]], sentences: tuple[str, ...]
) -> None:
    assert told(rule, notes) == sentences


def test_a_phrase_is_of_the_chorus_that_it_begins_in() -> None:
    wanted = read_part(FreeRule, {"kind": "phrases", "choruses": 2})
    gone, chosen = free_passages(STRIP, METRE, wanted), sounds_of(wanted, STRIP, TABLES.scales)
    played = [Played(at, 62, 0.45) for at in (2, 16, 24)]
    report = improvising_report(STRIP, placed(STRIP, gone, chosen, 1.0, played), gone, METRE, wanted, chosen)
    assert [chorus.phrases for chorus in report.choruses] == [1, 2]


def test_passages_by_hand() -> None:
    """Four bars: a call of two, its answer, both again, then the other two; bars 2 to 3 twice, the root after each."""
    gone = free_passages(STRIP, METRE, FreeRule(kind="trading", choruses=1))
    assert [(one.role, int(one.start), int(one.end)) for one in gone] == [
        *[("call", 0, 8), ("answer", 0, 8)] * 2, *[("call", 8, 16), ("answer", 8, 16)] * 2
    ]  # fmt: skip
    assert begins(gone)[-1] == 64
    some = list(passages(STRIP, METRE, Rounds(first_bar=2, last_bar=3, repeats=2, root_every=1)))
    assert [(one.role, int(one.start), int(one.end), one.time) for one in some] == [
        ("line", 4, 12, 1), ("root", 4, 8, 1), ("line", 4, 12, 2), ("root", 4, 8, 2)
    ]  # fmt: skip
    assert some[1].held == 60 - 12 * (STRIP.notes[0].tone.sounding.midi < 60)
    assert next(passages(STRIP, METRE, Rounds(first_bar=90)))[:2] == (STRIP.begin, STRIP.end)
    with pytest.raises(RecipeError, match="before the first"):
        read_part(Rounds, {"first_bar": 3, "last_bar": 2})
    with pytest.raises(RecipeError, match="No sound is chosen"):
        read_part(FreeRule, {"kind": "sounds"})


def test_some_bars_are_due_from_their_beginning() -> None:
    whole, some = due_notes(MADE, STRIP, 60), due_notes(MADE, STRIP, 60, Rounds(first_bar=2, last_bar=3))
    assert [note.id for note in some] == [note.id for note in whole if note.bar in (2, 3)]
    assert [note.at for note in some] == pytest.approx([note.at - 4 for note in whole if note.bar in (2, 3)])
    half = so_far(whole, 4.0)
    assert half == whole[: len(half)]
    assert 5 <= len(half) <= 7  # of eight in the first four beats: the last ones are waited for


@given(
    st.lists(st.tuples(st.floats(-2, 70), st.integers(30, 90)), max_size=40), st.sampled_from(["phrases", "trading"])
)
def test_whatever_is_played_is_told(events: list[tuple[float, int]], kind: str) -> None:
    rule = read_part(FreeRule, {"kind": kind})
    gone = free_passages(STRIP, METRE, rule)
    notes = placed(STRIP, gone, (), 1.0, [Played(at, pitch) for at, pitch in events])
    assert sum(phrase.notes for phrase in phrases_of(notes)) == len(notes) <= len(events)
    found = improvising_report(STRIP, notes, gone, METRE, rule)
    assert found.sentences
    assert all(0 <= one.filled <= 1 and one.inside <= one.notes for one in found.choruses)


PHRYGIAN = Sound(NoteName.parse("E"), TABLES.scales.get("phrygian"))


def test_questions_for_the_ear() -> None:
    asked = ear_questions(PHRYGIAN, EarSetting(questions=40), TABLES.scales)
    assert asked == ear_questions(PHRYGIAN, EarSetting(questions=40), TABLES.scales)
    assert {one.options for one in asked} == {("1", "♭2", "♭3", "4", "5", "♭6", "♭7")}
    for one in asked:
        assert one.answer is not None
        right = one.options[one.answer]
        height = {"1": 0, "♭2": 1, "♭3": 3, "4": 5, "5": 7, "♭6": 8, "♭7": 10}[right]
        assert (one.notes[0].pitch - 52) % 12 == height  # above E
        assert one.drone == 52
        assert one.told[one.answer] == f"{right} it is."
    assert all(one.answer != two.answer for one, two in pairwise(asked))
    often = ear_questions(PHRYGIAN, EarSetting(questions=40, missed=("♭2",) * 20), TABLES.scales)
    assert sum(one.answer == 1 for one in often) > 12 > sum(one.answer == 1 for one in asked)
    fifth = next(one for one in asked if one.options[one.answer or 0] == "5")
    assert fifth.told[3] == "It was 5, two half steps higher than 4."


def test_which_of_these_sounds_it_is() -> None:
    setting = EarSetting(kind="sound", sounds=("phrygian", "aeolian"), questions=8)
    asked = ear_questions(PHRYGIAN, setting, TABLES.scales)
    assert {one.answer for one in asked} == {0, 1}
    phrygian = next(one for one in asked if one.answer == 0)
    assert phrygian.options == ("Phrygian", "Aeolian")
    assert phrygian.told[1] == "It was Phrygian: ♭2 where Aeolian has 2."
    assert {(note.pitch - 52) % 12 for note in phrygian.notes} == {0, 1, 3, 5, 7, 8, 10}
    near = ear_questions(PHRYGIAN, EarSetting(kind="sound", questions=1), TABLES.scales)[0]
    assert near.options[0] == "Phrygian"
    assert len(near.options) == 4
    with pytest.raises(RecipeError, match="no sound called"):
        ear_questions(PHRYGIAN, EarSetting(kind="sound", sounds=("none",)), TABLES.scales)


@pytest.mark.parametrize(
    ("played", "right", "words"),
    [
        ([64, 65, 67], (True, True, True), "All of it."), ([52, 77, 67], (True, True, True), "All of it."),
        ([64, 66, 67], (True, False, True), "2 for ♭2, the note number 2."),
        ([64], (True, False, False), "Right as far as it went; ♭2 was next."),
        ([64, 65, 67, 69], (True, True, True), "All of it, and more than was asked for."),
        ([], (False, False, False), "Nothing was heard."),
    ],
)  # fmt: skip
def test_a_phrase_sung_back(played: list[int], right: tuple[bool, ...], words: str) -> None:
    found = sung_back(PHRYGIAN, [64, 65, 67], [Played(float(n), pitch) for n, pitch in enumerate(played)])
    assert found == (right, words)


def test_phrases_to_sing_lie_in_the_sound() -> None:
    for one in ear_questions(PHRYGIAN, EarSetting(kind="sing", notes=5, questions=20), TABLES.scales):
        pitches = [note.pitch for note in one.notes]
        assert len(pitches) == 5
        assert all(PHRYGIAN.degree_of(pitch) is not None and 64 <= pitch <= 85 for pitch in pitches)
        assert all(before != after for before, after in pairwise(pitches))


def test_latency_is_the_middle_of_what_was_met() -> None:
    clicks = [n * 0.6 for n in range(8)]
    jitter = [0.0, 0.01, -0.01, 0.02, -0.02, 0.0, 0.3, 0.0]
    found = latency_of(clicks, [Played(at + 0.07 + off, 60) for at, off in zip(clicks, jitter, strict=True)])
    assert (found.ms, found.spread) == (70, 10)
    assert latency_of(clicks, [Played(0.1, 60)]).words == "Only one of 8 clicks was met. Play one note on each."
    wild = [Played(at + 0.25 * (n % 2), 60) for n, at in enumerate(clicks)]
    assert latency_of(clicks, wild).words == "Too uneven to tell. Play one short note on each click."
