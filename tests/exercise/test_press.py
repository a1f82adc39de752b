"""The press as a whole: hand-made tables, and laws that hold for every recipe."""

from __future__ import annotations

from fractions import Fraction
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import assume, given

from dodecant.exercise.notation.score import Strip, WrittenSign
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.rhythm.timing import note_value
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.json.exercise import to_json
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.core.tonics import USUAL
from dodecant.tables import load_tables
from tests.bars import fill_their_bars
from tests.generated import examples
from tests.patching import patched
from tests.strategies import recipes


def one_key(key: str, **document: Any) -> Recipe:
    return read_recipe({"keys": {"order": "picked", "picked": [key]}, **document})


def written(strip: Strip) -> str:
    return " ".join(note.tone.written.text for note in strip.notes)


def cell(text: str, **more: str) -> dict[str, str]:
    return {"kind": "cell", "text": text, **more}


UP_FIFTH = {"high": {"step": 5, "octave": 1}, "direction": "up"}
ONE = {"kind": "one", "scale": "lydian"}


# Written out by hand: pitches as read, in one key.
@pytest.mark.parametrize(
    ("key", "document", "notes"),
    [
        ("C", {"path": UP_FIFTH}, "C4 D4 E4 F4 G4"),
        ("A♭", {"sounds": ONE, "path": UP_FIFTH}, "A♭4 B♭4 C5 D5 E♭5"),
        ("A♭", {"sounds": ONE, "path": UP_FIFTH, "player": {"instrument": "clarinet"}}, "B♭4 C5 D5 E5 F5"),
        ("A♭", {"sounds": ONE, "path": UP_FIFTH, "player": {"instrument": "clarinet", "named_key": "written"}},
         "A♭4 B♭4 C5 D5 E♭5"),
        ("C♯", {"sounds": {"kind": "one", "scale": "aeolian"}, "player": {"instrument": "alto-saxophone"},
         "path": UP_FIFTH}, "B♭4 C5 D♭5 E♭5 F5"),
        ("F♯", {"path": UP_FIFTH, "spelling": {"major": ["G♭"], "plain": "all"}}, "F♯4 G♯4 A♯4 B4 C♯5"),
        ("G♭", {"path": UP_FIFTH, "spelling": {"plain": "all"}}, "G♭4 A♭4 B♭4 B4 D♭5"),
        ("A", {"sounds": {"kind": "one", "scale": "melodic-minor-classical"}, "path": {"low": {"step": 4}}},
         "D4 E4 F♯4 G♯4 A4 G4 F4 E4 D4"),
        ("D", {"sounds": {"kind": "one", "scale": "chromatic"}, "path": {"low": {"step": 5}}},
         "A4 A♯4 B4 C5 C♯5 D5 C♯5 C5 B4 B♭4 A4"),
        ("C", {"sounds": {"kind": "one", "scale": "composite-blues"}, "path": {"high": {"step": 7, "octave": 1},
         "direction": "up"}}, "C4 D4 E♭4 E4 F4 G♭4 G4 A4 B♭4"),
        ("E♭", {"sounds": {"kind": "one", "scale": {"name": "quay", "degrees": "1 2 b3 3 4 5 6 b7 7"}}, "path":
         {"high": {"step": 7, "octave": 1}, "direction": "up"}}, "E♭4 F4 G♭4 G4 A♭4 B♭4 C5 D♭5 D5"),
        ("B♭", {"sounds": {"kind": "one", "scale": "bebop-dominant"}, "figure": cell("8 7 5 3"), "path":
         {"high": {"step": 2, "octave": 1}, "direction": "up"}}, "B♭4 A♭4 F4 D4 C5 A4 G4 E♭4"),
        ("C", {"path": UP_FIFTH, "player": {"instrument": "trombone"}}, "C3 D3 E3 F3 G3"),
        ("C", {"path": UP_FIFTH, "player": {"instrument": "trombone", "tessitura": "high"}}, "C4 D4 E4 F4 G4"),
        ("C", {"path": UP_FIFTH, "player": {"instrument": "piano", "tessitura": "low"}}, "C4 D4 E4 F4 G4"),
        ("E", {"path": UP_FIFTH, "player": {"instrument": "trumpet", "lowest": "E4", "named_key": "written"}},
         "E4 F♯4 G♯4 A4 B4"),
        ("D", {"figure": cell("5 3 2 1"), "path": {**UP_FIFTH, "by": "third"}, "player": {"instrument": "guitar"}},
         "A4 F♯4 E4 D4 C♯5 A4 G4 F♯4 E5 C♯5 B4 A4"),
    ],
)  # fmt: skip
def test_pitches_as_read(tables: Tables, key: str, document: dict[str, Any], notes: str) -> None:
    (strip,) = press(one_key(key, **document), tables).strips
    assert written(strip) == notes


@pytest.mark.parametrize("order", [(0, 1), (1, 0)])
def test_a_chromatic_sound_does_not_lend_its_plain_signs_to_another(tables: Tables, order: tuple[int, int]) -> None:
    """Only the chromatic scale writes G for F double sharp on its own, whichever of two sounds on C♯ comes first."""
    heard = {"lydian": "C♯4 D♯4 E♯4 F𝄪4 G♯4 A♯4 B♯4 C♯5", "chromatic": "C♯4 D4 D♯4 E4 E♯4 F♯4 G4 G♯4"}
    names = [list(heard)[n] for n in order]
    choices = [{"chord": n, "sounds": [{"scale": name}]} for n, name in enumerate(names)]
    changes = {"text": "key: C#\n| C#maj7 | C#7 |", "choices": choices}
    sounds = {"kind": "changes", "changes": changes}
    document = {"sounds": sounds, "path": {"direction": "up"}, "spelling": {"plain": "never"}}
    (strip,) = press(one_key("C♯", **document), tables).strips
    first, second = strip.notes[:8], strip.notes[8:]
    assert " ".join(note.tone.written.text for note in first) == heard[names[0]]
    assert [note.tone.written.name for note in second] == [Pitch.parse(one).name for one in heard[names[1]].split()]


# What is done when the line does not fit: the full range, a shorter path, single notes folded.
@pytest.mark.parametrize(
    ("document", "kind", "low", "high", "notes"),
    [
        ({"player": {"instrument": "trumpet", "named_key": "written"}, "path": {"high": {"octave": 3}}},
         "comfort", "C4", "C6", 29),
        ({"player": {"instrument": "trumpet", "named_key": "written"},
          "path": {"high": {"octave": 4}, "direction": "up"}},
         "shortened", "C4", "D6", 16),
        ({"player": {"instrument": "trombone", "highest": "C4", "lowest": "C3"}, "path": {"high": {"octave": 3}}},
         "shortened", "C3", "C4", 15),
        ({"player": {"instrument": "trombone", "highest": "C4", "lowest": "C3"}, "figure": cell("1 9 5--"),
          "path": UP_FIFTH}, "folded", "C3", "C4", 15),
    ],
)  # fmt: skip
def test_a_line_too_long_for_the_player(
    tables: Tables, document: dict[str, Any], kind: str, low: str, high: str, notes: int
) -> None:
    exercise = press(one_key("C", **document), tables)
    (remark,) = (one for one in exercise.remarks if one.kind not in ("leap", "repeat", "seam", "bar"))
    pitches = sorted(exercise.strips[0].notes, key=lambda note: note.tone.written.midi)
    assert (remark.kind, remark.strip, len(pitches)) == (kind, 0, notes)
    assert (pitches[0].tone.written.text, pitches[-1].tone.written.text) == (low, high)
    assert "Take an octave less" in {cure.label for cure in remark.cures} or kind == "folded"


def test_cures_cure(tables: Tables) -> None:
    pentatonic = {"kind": "one", "scale": "minor-pentatonic"}
    for document in (
        {"sounds": pentatonic, "figure": cell("1 2 3 5")},
        {"sounds": pentatonic, "path": {"low": {"step": 2}}},
        {"player": {"instrument": "trumpet"}, "path": {"high": {"octave": 4}}},
    ):
        recipe = one_key("C", **document)
        remark = press(recipe, tables).remarks[0]
        assert remark.cures
        for cure in remark.cures:
            cured = press(read_recipe(patched(recipe.model_dump(mode="json"), cure.patch)), tables)
            assert remark.text not in {other.text for other in cured.remarks}, cure.label


@pytest.mark.parametrize(
    ("document", "words"),
    [
        ({}, "Take a straight run through C Ionian, up an octave and back, in eighths, through all "
             "twelve keys by fourths, on concert piano, at 96."),
        ({"figure": cell("5 b3  1"), "sounds": ONE, "keys": {"start": "Ab", "order": "shuffle", "seed": 3},
          "path": {"low": {"step": 5}, "high": {"step": 3, "octave": 2}, "direction": "down", "by": "third"},
          "placement": {"value": "triplet", "metre": "3/4"}, "player": {"instrument": "trumpet"}, "tempo": 60},
         "Take 5 ♭3 1 through A♭ Lydian, down in thirds from 3 in the second octave to 5, in eighth triplets in 3/4, "
         "through all twelve keys shuffled (no. 3), on trumpet (concert key), at 60."),
        ({"sounds": {"kind": "family", "parent": "melodic-minor"}, "keys": {"order": "picked", "picked": ["C♯", "A"]}},
         "Take a straight run through all modes of C♯ melodic minor, up an octave and back, in "
         "eighths, through C♯ and A, every scale in one key first, on concert piano, at 96."),
        ({"sounds": {"kind": "several", "scales": ["dorian", "aeolian", "phrygian"]}, "outer": "sounds"},
         "Take a straight run through C Dorian, Aeolian and Phrygian, up an octave and back, in "
         "eighths, through all twelve keys by fourths, every key in one scale first, on concert piano, at 96."),
    ],
)  # fmt: skip
def test_the_sentence(tables: Tables, document: dict[str, Any], words: str) -> None:
    assert sentence_text(press(read_recipe(document), tables).sentence) == words


def test_the_weights_of_ink(tables: Tables) -> None:
    # The usual teaching: the 4 in Ionian and Mixolydian, the ♭6 in Aeolian and the ♭2 and ♭6 in Phrygian need care.
    care = {"ionian": "4", "mixolydian": "4", "aeolian": "♭6", "phrygian": "♭2 ♭6", "locrian": "♭2", "lydian": "",
            "dorian": "", "melodic-minor": "", "major-pentatonic": "", "minor-pentatonic": ""}  # fmt: skip
    for scale, wanted in care.items():
        run = press(one_key("C", sounds={"kind": "one", "scale": scale}, path={"direction": "up"}), tables)
        tones = [note.tone for note in run.strips[0].notes]
        assert " ".join(tone.number for tone in tones if tone.role == "care") == wanted
        assert {tone.degree.number for tone in tones if tone.role == "chord"} <= {1, 3, 5, 7}
    chromatic = press(one_key("C", figure=cell("1 ♭5"), path=UP_FIFTH), tables).strips[0].notes[1].tone
    assert (chromatic.role, chromatic.step, chromatic.number) == ("outside", None, "♭5")


@given(recipes)
@examples(30)
def test_laws_of_every_exercise(recipe: Recipe) -> None:
    tables = load_tables()
    exercise = press(recipe, tables)
    beats, value = exercise.metre.quarters, note_value(recipe)
    even = recipe.figure.kind != "lick" and getattr(recipe.figure, "rhythm", "even") == "even"
    even = even and recipe.placement.call is None
    ending = recipe.placement.ending
    kinds = ("comfort", "shortened", "folded")
    told = {strip for r in exercise.remarks if r.kind in kinds for strip in (r.strip, *r.also)}
    tonics: dict[int, set[NoteName]] = {}
    for strip in exercise.strips:
        assert ending == "on" or fill_their_bars(strip, exercise.metre)
        assert sum(piece.length for bar in strip.bars for piece in bar.pieces) == strip.end - strip.begin
        assert 0 <= strip.notes[0].start < beats
        assert all(n.length > 0 for n in strip.notes)
        assert all(n.start + n.length <= later.start for n, later in pairwise(strip.notes))
        if even:
            assert all(n.start + n.length == later.start for n, later in pairwise(strip.notes))
            # Stages begin on barlines: where the value does not fill a bar, the last note of each is held to its end.
            held = recipe.course.kind in ("build-up", "grow") and beats % value != 0
            ends = (n.start + n.length for n in strip.notes[:-1])
            assert all(
                n.length % value == 0 or (held and end % beats == 0)
                for n, end in zip(strip.notes[:-1], ends, strict=True)
            )
            assert strip.notes[0].start in (0, strip.begin) or recipe.enclosure is not None
        written: dict[int | None, list[WrittenSign]] = {}
        for piece in (piece for bar in strip.bars for piece in bar.pieces):
            written.setdefault(piece.note, []).append(piece)
        for index, note in enumerate(strip.notes):
            pieces = written[index]
            assert sum(piece.length for piece in pieces) == note.length
            assert [piece.tied_to for piece in pieces] == [True] * (len(pieces) - 1) + [False]
        end = strip.notes[-1].start + strip.notes[-1].length
        assert ending == "rest" or end == strip.end or not even
        tones = [note.tone for note in strip.notes]
        heights = [tone.written.midi for tone in tones]
        instrument = exercise.instrument
        inside = instrument.comfortable if recipe.player.reach == "comfortable" else instrument.full
        assert instrument.full.holds(min(heights), max(heights))
        assert inside.holds(min(heights), max(heights)) or strip.stop.index in told or instrument.two_staves
        assert all(tone.sounding.midi - tone.written.midi == instrument.sounds_half_steps for tone in tones)
        for tone in tones:
            natural = tone.degree.name_above(strip.stop.written.tonic)
            assert natural.pitch_class == tone.written.midi % 12
            assert abs(tone.written.alteration) <= 2
            if recipe.spelling.plain == "never" and abs(natural.alteration) <= 2:
                assert tone.written.name in (natural, natural.plain())  # chromatic tones are plain
        if recipe.sounds.kind != "family":
            tonics.setdefault(strip.stop.key, set()).add(strip.stop.written.tonic)
    assert all(len(names) == 1 for names in tonics.values())
    again = press(recipe, tables)
    assert (to_json(again), to_midi(again), to_musicxml(again)) == (
        to_json(exercise), to_midi(exercise), to_musicxml(exercise)
    )  # fmt: skip


@given(recipes)
@examples(30)
def test_a_key_is_the_same_whatever_came_before_it(recipe: Recipe) -> None:
    """What is worked out once for all keys leaves no trace in any, unless strips are asked to mind their neighbours."""
    assume(recipe.joins.keys == "each" and recipe.player.key_register == "each" and recipe.placement.ending != "on")
    tables = load_tables()

    def strips(*order: str) -> dict[str, list[Strip]]:
        found: dict[str, list[Strip]] = {}
        keys = recipe.keys.model_copy(update={"order": "picked", "picked": order})
        for strip in press(recipe.model_copy(update={"keys": keys}), tables).strips:
            found.setdefault(strip.stop.heading, []).append(strip)
        return found

    def heard(every: list[Strip]) -> list[object]:
        return [(strip.notes, strip.bars, strip.companions) for strip in every]

    one, other = strips("C", "F♯", "D♭"), strips("D♭", "F♯", "C")
    assert one.keys() == other.keys()
    for heading in one:
        assert heard(one[heading]) == heard(other[heading])


@given(recipes)
@examples(25)
def test_transposing_the_recipe_transposes_what_sounds_and_nothing_else(recipe: Recipe) -> None:
    """On a keyboard, where everything fits, the same recipe a whole step higher."""
    tables = load_tables()
    free = recipe.model_copy(
        update={
            "player": recipe.player.model_copy(update={"instrument": "piano", "reach": "full", "tessitura": "low"}),
            "path": recipe.path.model_copy(update={"span": "ends"}),
        }
    )
    up = {name: NoteName.parse(name).pitch_class + 2 for name in (free.keys.start, *free.keys.picked)}
    moved = {name: USUAL["major"][pitch_class % 12] for name, pitch_class in up.items()}
    keys = free.keys.model_copy(
        update={"start": moved[free.keys.start], "picked": tuple(moved[name] for name in free.keys.picked)}
    )
    pairs = zip(press(free, tables).strips, press(free.model_copy(update={"keys": keys}), tables).strips, strict=True)
    for strip, higher in pairs:
        assert [(n.start, n.length, n.tone.degree, n.tone.step, n.tone.role) for n in strip.notes] == [
            (n.start, n.length, n.tone.degree, n.tone.step, n.tone.role) for n in higher.notes
        ]
        differences = {
            new.tone.sounding.midi - old.tone.sounding.midi for old, new in zip(strip.notes, higher.notes, strict=True)
        }
        assert len(differences) == 1
        assert differences.pop() % 12 == 2


def test_the_facts_add_up(tables: Tables) -> None:
    exercise = press(read_recipe({"tempo": 120}), tables)
    assert (len(exercise.strips), exercise.bars, exercise.seconds) == (12, 24, Fraction(48))
