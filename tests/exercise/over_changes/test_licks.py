"""Licks: read, analysed by hand-made tables, carried to other sounds, keys and changes."""

from __future__ import annotations

from fractions import Fraction
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.melody.lick import Lean, read_against
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.lick_text import length_text, print_lick, read_lick
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.music.core.errors import MusicError
from dodecant.music.core.metre import Metre
from dodecant.music.core.pitch import Pitch
from dodecant.music.core.tonics import USUAL
from dodecant.tables import load_tables
from tests.bars import fill_their_bars
from tests.exercise.over_changes.test_over_changes import TEXTS
from tests.generated import examples
from tests.strategies import INSTRUMENTS, KEYS, licks

ONCE = {"span": "once"}
DORIAN = "D4:½ F4 A4 C5 B♭4 G♯4 A4 F♯4"  # Dm7 up, an enclosure of its fifth, a passing F♯


def pressed(
    text: str, over: str = "C", *, keys: Any = ("C",), path: Any = ONCE, fit: str = "sound", **more: Any
) -> Exercise:
    figure = {"kind": "lick", "text": text, "over": over, "fit": fit}
    routed = {"keys": {"order": "picked", "picked": list(keys)}, "path": path}
    return press(read_recipe({"figure": figure, "spelling": {"plain": "never"}, **routed, **more}), load_tables())


def one(scale: str) -> dict[str, Any]:
    return {"kind": "one", "scale": scale}


def over_changes(text: str) -> dict[str, Any]:
    return {"kind": "changes", "changes": {"text": text}}


@pytest.mark.parametrize(
    ("text", "lengths", "bars"),
    [
        ("5 3 2 1", "1/2 1/2 1/2 1/2", []),
        ("5:1 3 r:½ 1:1½ | 2:3/4 1:¼ 1:3", "1 1 1/2 3/2 3/4 1/4 3", [4]),
        ("1:⅓, 2 3; 4:2/3 5:1/3 6:0.5 7 1+:2½", "1/3 1/3 1/3 2/3 1/3 1/2 1/2 5/2", []),
    ],
)
def test_lengths_hold_until_another_is_written(text: str, lengths: str, bars: list[int]) -> None:
    found = read_lick(text)
    assert " ".join(str(sign.length) for sign in found.signs) == lengths
    assert [count for count, _ in found.bars] == bars


@pytest.mark.parametrize(
    ("text", "where", "words"),
    [
        ("", 0, "no note yet"), ("r r:1", 0, "no note yet"), ("1 H4", 2, "“H4” \\(sign 2\\)"),
        ("1:x", 2, "not a length"), ("1 2:0", 4, "not a length"), ("1:1/5", 2, "not a length"),
        ("1:17", 2, "not a length"), ("C-2", 0, "cannot be read"), ("~", 0, "cannot be read"),
        ("1 b3b", 2, "cannot be read"), (" ".join(["1"] * 401), 800, "more than 400"),
    ],
)  # fmt: skip
def test_what_cannot_be_read_is_told_at_its_place(text: str, where: int, words: str) -> None:
    with pytest.raises(MusicError, match=words) as caught:
        read_lick(text)
    assert caught.value.where == where


# Degrees and functions worked out by ear and pencil: c chord tone, s scale tone, a approach, e enclosure, o outside.
@pytest.mark.parametrize(
    ("text", "over", "degrees", "functions"),
    [
        (DORIAN, "Dm7", "1 ♭3 5 ♭7 ♭6 ♯4 5 3", "c c c c e e c o"),
        ("C4 D4 E4 F4 G4", "C", "1 2 3 4 5", "c s c s c"),
        ("D♯4 F4 E4 C4", "C", "♯2 4 3 1", "e e c c"),
        ("B♭3 B3 C4", "C", "♭7 7 1", "a c c"),
        ("1 b3 3 1", "C", "1 ♭3 3 1", "c a c c"),
        ("1 b3 n3 1", "Dm7", "1 ♭3 3 1", "c c o c"),
        ("~7- 1", "C", "7 1", "a c"),
        ("b3 1 5", "C", "♭3 1 5", "o c c"),  # a third away: no step into it
        ("A4 G4:1 F4", "Dm7 | G7", "5 4 ♭3", "c s c"),
    ],
)
def test_every_note_is_told_by_hand(text: str, over: str, degrees: str, functions: str) -> None:
    lick = read_against(text, over, Metre(4, 4), load_tables().scales)
    assert " ".join(tone.was.text for tone in lick.tones) == degrees
    assert " ".join(tone.function[0] for tone in lick.tones) == functions


def test_a_note_held_into_a_chord_belongs_to_it() -> None:
    """D, F and A under Dm7; the B is struck half a beat early and held: the third of G7."""
    lick = read_against("D4:1 F4 A4:1½ B4:1 G4:½ F4:3", "Dm7 | G7", Metre(4, 4), load_tables().scales)
    assert [(tone.over, tone.was.text) for tone in lick.tones] == [
        (0, "1"), (0, "♭3"), (0, "5"), (1, "3"), (1, "1"), (1, "♭7")
    ]  # fmt: skip


# From a text over a chord to notes in C on another sound, degree, fit.
@pytest.mark.parametrize(
    ("text", "over", "more", "notes"),
    [
        ("1 2 3 5", "C", {"sounds": one("dorian")}, "C4 D4 E♭4 G4"),
        ("D4 F4 A4 C5", "Dm7", {"sounds": one("lydian")}, "C4 E4 G4 B4"),
        (DORIAN, "Dm7", {"sounds": one("dorian")}, "C4 E♭4 G4 B♭4 A♭4 F♯4 G4 E4"),
        (DORIAN, "Dm7", {"sounds": one("altered")}, "C4 E4 G♭4 B♭4 A𝄫4 F4 G♭4 E4"),
        ("♯4 5 4 3", "C", {"sounds": one("lydian")}, "F♯4 G4 F♯4 E4"),
        ("♯4 5 4 3", "C", {"sounds": one("lydian"), "fit": "exact"}, "F♯4 G4 F4 E4"),
        ("=4 3", "C", {"sounds": one("lydian")}, "F4 E4"),
        ("C4 E4 G4", "C", {"path": {"span": "once", "low": {"step": 2}}}, "D4 F4 A4"),
        ("C4 E4 D♯4 E4", "C", {"path": {"span": "once", "low": {"step": 2}}}, "D4 F4 E4 F4"),
        ("C4 E4 G4", "C", {"path": {"span": "once", "low": {"step": 2}}, "fit": "exact"}, "D4 F♯4 A4"),
        ("C4:1 E4:3", "C", {"path": {"high": {"step": 3, "octave": 1}, "direction": "up"}}, "C4 E4 D4 F4 E4 G4"),
        # Where a sound has one tone for two numbers, the one that is no chord tone goes a step farther: neighbours stay
        # apart, unless the step is taken by the next one.
        ("1 4 3 1", "C", {"sounds": one("major-pentatonic")}, "C4 G4 E4 C4"),
        ("5 4 2 1", "C7", {"sounds": one("altered")}, "G♭4 E4 D♭4 C4"),
        ("5 4 3 1", "C7", {"sounds": one("altered")}, "G♭4 F♯4 E4 C4"),
        ("D4:1 F4 A4 C5 | B4 D5 F5 E5", "Dm7 | G7", {"sounds": over_changes("key: C\n| Dm7 | G7 |")},
         "D4 F4 A4 C5 B4 D5 F5 E5"),
        ("D4:1 F4 A4 C♯5 | B4 G4:3", "Dm7 | G7", {"sounds": over_changes("key: C\n| Dm7b5 | G7alt |")},
         "D4 F4 A♭4 C♯5 B4 G4"),
        ("D4:1 F4 A4 C♯5 | D5 G4:3", "Dm7 | G7", {"sounds": over_changes("key: C\n| Em7 | Am7 |")},
         "E4 G4 B4 D♯5 E5 A4"),
        ("1 3 5:3", "C", {"sounds": over_changes("key: C\n| C | F | Bb7 / / G7 |")},
         "C4 E4 G4 F4 A4 C5 B♭3 D4 F4 G3 B3"),
        ("1:1 3 5:2", "C", {"sounds": over_changes("key: C\n| C Am |")}, "C4 E4 A3 C4"),
    ],
)  # fmt: skip
def test_carried_over_by_hand(text: str, over: str, more: dict[str, Any], notes: str) -> None:
    (strip,) = pressed(text, over, player={"reach": "full"}, **more).strips
    found = [note.tone.written for note in strip.notes]
    shift = found[0].octave - Pitch.parse(notes.split()[0]).octave
    assert [f"{pitch.name.text}{pitch.octave - shift}" for pitch in found] == notes.split()


@pytest.mark.parametrize(
    ("text", "more", "spans"),
    [
        ("1:1 3:3", {}, "0:1 1:3"),
        ("1:½ 2 | 3:1 5:3", {}, "3:1/2 7/2:1/2 4:1 5:3"),  # a pickup
        ("r:½ 5 3:1 1:2", {}, "1/2:1/2 1:1 2:2"),
        ("1:⅓ 2 3 5:1", {}, "0:1/3 1/3:1/3 2/3:1/3 1:1"),
        (
            "1:½ | 3:3",
            {"path": {"high": {"step": 2, "octave": 1}, "direction": "up"}},
            "7/2:1/2 4:3 15/2:1/2 8:3",
        ),  # the second time its pickup fills the bar
        ("1:½ | 3:4", {"path": {"high": {"step": 2, "octave": 1}, "direction": "up"}}, "7/2:1/2 4:4 23/2:1/2 12:4"),
        ("1:½ | 3:1 1:1", {"sounds": over_changes("| C | F |")}, "7/2:1/2 4:1 5:1 15/2:1/2 8:1 9:1"),
    ],
)
def test_when_its_notes_sound(text: str, more: dict[str, Any], spans: str) -> None:
    (strip,) = pressed(text, **more).strips
    assert " ".join(f"{note.start}:{note.length}" for note in strip.notes) == spans


@pytest.mark.parametrize(
    ("figure", "pointer", "where", "words"),
    [
        ({"text": "1:1 2 | 3:1 2 1 | 1:4"}, "/figure/text", 16, "has 3 beats; 4 are right"),
        ({"text": "1:¼ 2:⅓ 3:2"}, "/figure/text", 4, "not divided into two, three or four"),
        ({"text": "1:1/6 2 3:2"}, "/figure/text", 0, "not divided"),
        ({"text": "1", "over": "Dx7"}, "/figure/over", 1, "cannot be read"),
        ({"text": "1", "over": "N.C."}, "/figure/over", None, "no chord the lick came from"),
        ({"text": "1", "over": "metre: 3/4\nC"}, "/figure/over", None, "not in bars of 4"),
        ({"text": " ".join(["1:4"] * 33)}, "/figure/text", 128, "longer than 32 bars"),
    ],
)
def test_faults_are_told_at_their_field(figure: dict[str, Any], pointer: str, where: int | None, words: str) -> None:
    with pytest.raises(RecipeError) as caught:
        press(read_recipe({"figure": {"kind": "lick", **figure}}), load_tables())
    (problem,) = caught.value.problems
    assert (problem.pointer, problem.where) == (pointer, where)
    assert words in f"{problem.message} {problem.cure}"


def test_it_is_said_and_what_it_became_is_remarked() -> None:
    found = pressed(DORIAN, "Dm7", sounds=one("lydian"), keys=("C", "F"))
    assert sentence_text(found.sentence).startswith(
        "Take a lick of 8 notes through C Lydian, once, from the root, in its own rhythm, through C and F,"
    )
    told = [(remark.text, remark.cures[0].patch) for remark in found.remarks if remark.kind == "fitted"]
    words = "C Lydian: ♭3 becomes 3, ♭7 becomes 7; likewise in F Lydian."
    assert told == [(words, {"figure": {"fit": "exact"}})]
    assert not [r for r in pressed(DORIAN, "Dm7", sounds=one("lydian"), fit="exact").remarks if r.kind == "fitted"]


HOMES = st.sampled_from(["C", "Dm7", "G7(b9)", "Am7b5", "Ebmaj7#11"])


@given(licks(HOMES), st.lists(st.sampled_from(KEYS), min_size=1, max_size=3))
@examples(60)
def test_kept_as_it_is_its_intervals_are_the_same_in_every_key(figure: dict[str, Any], keys: list[str]) -> None:
    player = {"reach": "full"}
    found = pressed(figure["text"], figure["over"], keys=keys, fit="exact", player=player)
    lick = read_against(figure["text"], figure["over"], Metre(4, 4), load_tables().scales, exact=True)
    wanted = [other.pitch.midi - tone.pitch.midi for tone, other in pairwise(lick.tones)]
    for strip in found.strips:
        heights = [note.tone.written.midi for note in strip.notes]
        assert [other - height for height, other in pairwise(heights)] == wanted
        assert [note.length for note in strip.notes] == [tone.timing.units for tone in lick.tones]


@given(licks(HOMES))
@examples(60)
def test_fitted_to_where_it_came_from_it_is_itself(figure: dict[str, Any]) -> None:
    """Over its own chord in its own key nothing changes; every tone that leans still does."""
    tables = load_tables()
    lick = read_against(figure["text"], figure["over"], Metre(4, 4), tables.scales)
    home = lick.chords[0].sound
    found = pressed(
        figure["text"], figure["over"], keys=[home.tonic.text], sounds=one(home.scale.id), player={"reach": "full"}
    )
    heights = [note.tone.written.midi for note in found.strips[0].notes]
    assert {height - tone.pitch.midi for height, tone in zip(heights, lick.tones, strict=True)} <= {-24, -12, 0, 12, 24}
    assert len({height - tone.pitch.midi for height, tone in zip(heights, lick.tones, strict=True)}) == 1
    for tone in lick.tones:
        if isinstance(tone.move, Lean):
            assert lick.tones[tone.move.target].pitch.midi + tone.move.half_steps == tone.pitch.midi


PROGRESSION = "| Dm7 | G7 | Cmaj7 |"


@given(licks(st.just(PROGRESSION)), st.sampled_from(USUAL["major"]))
@examples(60)
def test_over_its_own_chords_in_every_key_it_is_itself(figure: dict[str, Any], key: str) -> None:
    """The chords it came from, carried to a key: all intervals are kept, as far as the form lasts."""
    text = f"key: C\n{PROGRESSION}"
    lick = read_against(figure["text"], PROGRESSION, Metre(4, 4), load_tables().scales)
    found = pressed(figure["text"], PROGRESSION, keys=[key], sounds=over_changes(text), player={"reach": "full"})
    notes = found.strips[0].notes
    count = min(len(notes), len(lick.tones))
    heights = [note.tone.sounding.midi for note in notes[:count]]
    wanted = [tone.pitch.midi for tone in lick.tones[:count]]
    assert len({(height - own) for height, own in zip(heights, wanted, strict=True)}) == 1
    assert (heights[0] - wanted[0]) % 12 == Pitch.parse(f"{key}4").midi % 12
    assert all(one.start + one.length <= other.start for one, other in pairwise(notes))


@given(st.lists(st.sampled_from([Fraction(n, d) for d in (1, 2, 3, 4) for n in range(1, 9)]), min_size=1, max_size=20))
def test_what_is_printed_reads_back(lengths: list[Fraction]) -> None:
    names = ["C4", "E♭5", "F♯3", "r"]
    text = " ".join(f"{names[n % 4]}:{length_text(length)}" for n, length in enumerate(lengths))
    signs = read_lick(text).signs
    again = read_lick(print_lick(signs, 4))
    assert [(sign.length, sign.pitch) for sign in again.signs] == [(sign.length, sign.pitch) for sign in signs]


@given(licks(), st.sampled_from(TEXTS), st.sampled_from(KEYS), st.sampled_from(INSTRUMENTS))
@examples(120)
def test_any_lick_over_any_changes_can_be_written_and_played(figure: Any, text: str, key: str, instrument: str) -> None:
    found = pressed(figure["text"], figure["over"], keys=[key], sounds=over_changes(text), fit=figure["fit"],
                    player={"instrument": instrument, "reach": "full"})  # fmt: skip
    (strip,) = found.strips
    end = strip.stop.chords_written[-1].start + strip.stop.chords_written[-1].length
    assert len(strip.bars) * found.metre.quarters == end
    assert fill_their_bars(strip, found.metre)
    assert all(one.start + one.length <= other.start for one, other in pairwise(strip.notes))
    for note in strip.notes:
        assert found.instrument.full.holds(note.tone.written.midi, note.tone.written.midi)
        over = [one for one in strip.stop.chords_written if one.start <= note.start][-1]
        assert over.sound is not None or over.start + over.length - note.start <= 2  # a pickup, an early note
