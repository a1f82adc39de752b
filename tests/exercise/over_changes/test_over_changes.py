"""Exercises over changes: hand-made lines, and laws for every progression, key and instrument."""

from __future__ import annotations

from fractions import Fraction
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from lxml import etree
from music21 import converter, harmony

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.chord_sounds import harmony as worked_harmony
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.json.exercise import to_json
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.music.core.chord_symbol import print_chord
from dodecant.tables import load_tables
from tests.bars import fill_their_bars
from tests.generated import examples
from tests.patching import patched
from tests.strategies import INSTRUMENTS, KEYS, figures, paths, roomy

TWO_FIVE = "title: Quay\nkey: C\n| Dm7 G7 | Cmaj7 |"
UP = {"direction": "up"}


def pressed(
    text: str, *, choices: Any = (), next_sound: str = "chorus", choruses: int = 1, **document: Any
) -> Exercise:
    changes = {"text": text, "choices": list(choices), "next_sound": next_sound}
    sounds = {"kind": "changes", "changes": changes, "choruses": choruses}
    keys = {"keys": {"order": "picked", "picked": document.pop("picked", ["C"])}}
    return press(read_recipe({"sounds": sounds, **keys, **document}), load_tables())


def line(exercise: Exercise, strip: int = 0) -> str:
    return " ".join(note.tone.written.text for note in exercise.strips[strip].notes)


# Pitches as read, worked out by hand: each sound from its root, in the octave nearest to where the line was.
@pytest.mark.parametrize(
    ("text", "document", "notes"),
    [
        (TWO_FIVE, {"path": UP, "placement": {"value": "quarter"}}, "D4 E4 G4 A4 C5 D5 E5 F5"),
        (TWO_FIVE, {"path": UP}, "D4 E4 F4 G4 G4 A4 B4 C5 C5 D5 E5 F5 G5 A5 B5 C6"),
        (TWO_FIVE, {"path": UP, "picked": ["E♭"], "placement": {"value": "quarter"}}, "F4 G4 B♭4 C5 E♭5 F5 G5 A♭5"),
        (TWO_FIVE, {"path": UP, "placement": {"value": "quarter"}, "player": {"instrument": "clarinet"}},
         "E4 F♯4 A4 B4 D5 E5 F♯5 G5"),
        (TWO_FIVE, {"figure": {"kind": "cell", "text": "1 2 3 5"}, "path": UP},
         "D4 E4 F4 A4 G4 A4 B4 D5 C5 D5 E5 G5 D5 E5 F5 A5"),
        ("key: C\n| C | N.C. | F |", {"path": UP, "placement": {"value": "quarter"}}, "C4 D4 E4 F4 F4 G4 A4 B4"),
        ("key: C minor\n| Dm7b5 G7 |", {"path": UP, "placement": {"value": "quarter"}}, "D4 E♭4 G4 A♭4"),
        ("key: C\nmetre: 3/4\n| C | / Am / |", {"placement": {"value": "quarter"}, "path": UP},
         "C4 D4 E4 C4 A3 B3"),
    ],
)  # fmt: skip
def test_lines_over_changes(text: str, document: dict[str, Any], notes: str) -> None:
    assert line(pressed(text, **document)) == notes


def test_chosen_sounds_are_taken_in_turn_and_keep_their_degree() -> None:
    sounds = [{"scale": "altered"}, {"scale": "major-pentatonic", "root": "b5"}, {"scale": {"degrees": "1 b2 3 5"}}]
    choice = {"chord": 1, "symbol": "G7", "sounds": sounds}
    quarters: dict[str, Any] = {"path": UP, "placement": {"value": "quarter"}, "picked": ["C", "D♭"]}
    found = pressed(TWO_FIVE, choices=[choice], choruses=3, **quarters)
    over = [o.sound.text for o in found.strips[0].stop.chords_written if o.sound]
    assert over[1::3] == ["G altered", "D♭ major pentatonic", "G own scale"]
    assert [o.sound.text for o in found.strips[1].stop.chords_written if o.sound][1::3] == [
        "A♭ altered", "D major pentatonic", "A♭ own scale",
    ]  # fmt: skip
    assert "three times" in sentence_text(found.sentence)
    phrase = pressed("key: C\n|: G7 :|", choices=[{**choice, "chord": 0}], next_sound="phrase", **quarters)
    assert [o.sound.text for o in phrase.strips[0].stop.chords_written if o.sound] == [
        "G altered",
        "D♭ major pentatonic",
    ]


@pytest.mark.parametrize(
    ("every", "wanted"),
    [
        (
            "four-bars",
            [(1, "Dorian"), (5, "minor pentatonic"), (9, "Dorian"), (11, "Dorian"), (13, "minor pentatonic")],
        ),
        ("eight-bars", [(1, "Dorian"), (9, "minor pentatonic"), (11, "minor pentatonic")]),
        ("section", [(1, "Dorian"), (9, "minor pentatonic"), (11, "minor pentatonic")]),
        ("chorus", [(1, "Dorian"), (11, "Dorian")]),
    ],
)
@pytest.mark.parametrize(("key", "tonic"), [("C", "D"), ("E♭", "F")])
def test_several_sounds_inside_a_chorus(every: str, wanted: list[tuple[int, str]], key: str, tonic: str) -> None:
    """A vamp with a chord of its own in bar 10: each sound is named where it begins, and where it is taken up again."""
    text = "key: C\nsection: A\n" + "| Dm7 " * 8 + "|\nsection: B\n| Dm7 | G7 |" + " Dm7 |" * 6
    sounds = [{"scale": "dorian"}, {"scale": "minor-pentatonic"}]
    choices = [{"chord": n, "symbol": "Dm7", "sounds": sounds} for n in (*range(9), *range(10, 16))]
    found = pressed(text, choices=choices, next_sound=every, picked=[key], placement={"value": "quarter"})
    named = [(int(start // 4) + 1, words) for start, words in found.strips[0].labels]
    assert named == [(bar, f"{tonic} {name}") for bar, name in wanted]


def test_a_choice_finds_its_chord_again_after_an_edit(tables: Tables) -> None:
    choices = [{"chord": 1, "symbol": "G7", "sounds": [{"scale": "altered"}]}]
    for text, wanted in [
        ("| Dm7 | G7 | C |", "G altered"), ("| C | Am7 | Dm7 | G7 | C |", "G altered"), ("| G7 |", "G altered"),
        ("| Dm7 | C |", None), ("| Dm7 | Gm7 | G7 | G7 |", "G altered"),
    ]:  # fmt: skip
        found = worked_harmony(read_part(ChangesDocument, {"text": text, "choices": choices}), tables.scales)
        chosen = [one.sounds[0].text for one in found.chords if one.chosen]
        assert chosen == ([wanted] if wanted else [])


@pytest.mark.parametrize(
    ("text", "symbol", "number"),
    [
        ("key: Gb\n| Abm7 | Db7 | Gbmaj7 |", "Gbmaj7", 2), ("| G♭maj7 |", "Gbmaj7", 0), ("| GbΔ7 |", "G♭maj7", 0),
        ("| Dm7 | F#m7b5 |", "F♯ø", 1), ("| C-7 | F7 |", "Cmin7", 0), ("| C | G13b9 |", "G13(♭9)", 1),
        ("key: C minor\n| iiø7 | V7 | i |", "D-7b5", 0), ("| C | D7/F# |", "D7/F♯", 1),
        # What sounds alike under another name is another chord.
        ("| F#maj7 |", "Gbmaj7", None), ("| C7 |", "Cmaj7", None), ("| C | N.C. |", "N.C.", None),
    ],
)  # fmt: skip
def test_a_choice_finds_its_chord_by_any_spelling(tables: Tables, text: str, symbol: str, number: int | None) -> None:
    for written_at in (0, 1, 7):
        choice = {"chord": written_at, "symbol": symbol, "sounds": [{"scale": "chromatic"}]}
        found = worked_harmony(read_part(ChangesDocument, {"text": text, "choices": [choice]}), tables.scales)
        assert [n for n, one in enumerate(found.chords) if one.chosen] == ([] if number is None else [number])


@pytest.mark.parametrize(
    ("symbol", "told"),
    [
        ("G♭7", "G♭ altered was chosen for G♭7; these changes have no G♭7."),
        ("Gb7(b9)", "G♭ altered was chosen for G♭7(♭9); these changes have no G♭7(♭9)."),
        ("G7", None), ("quay", "altered was chosen for “quay”, which names no chord."),
        ("", "altered was chosen for chord 9; these changes have 3."),
    ],
)  # fmt: skip
def test_a_choice_that_finds_no_chord_is_told_and_let_go(tables: Tables, symbol: str, told: str | None) -> None:
    lost = {"chord": 8, "symbol": symbol, "sounds": [{"scale": "altered"}]}
    kept = {"chord": 2, "symbol": "CΔ7", "sounds": [{"scale": "lydian"}]}
    found = pressed(TWO_FIVE, choices=[kept, lost])
    remarks = [remark for remark in found.remarks if remark.kind == "choices"]
    assert [(remark.text, remark.pointer) for remark in remarks] == (
        [(told, "/sounds/changes/choices/1")] if told else []
    )
    for remark in remarks:
        cured = press(read_recipe(patched(found.recipe.model_dump(mode="json"), remark.cures[0].patch)), tables)
        assert "choices" not in {one.kind for one in cured.remarks}
        assert [over.sound.text for over in cured.strips[0].stop.chords_written if over.sound][2] == "C Lydian"


def test_one_chord_takes_one_choice(tables: Tables) -> None:
    twice = [{"chord": 4, "symbol": "G7", "sounds": [{"scale": s}]} for s in ("altered", "half-whole")]
    (remark,) = [one for one in pressed(TWO_FIVE, choices=twice).remarks if one.kind == "choices"]
    assert remark.text == "G half-whole diminished was chosen for G7; these changes have no other G7."


def test_a_repeated_chord_is_placed_by_where_it_goes_on(tables: Tables) -> None:
    text = "key: C\n|: Dm7 | G7 | 1. Em7 A7 :| 2. Cmaj7 |"
    found = worked_harmony(read_part(ChangesDocument, {"text": text}), tables.scales)
    assert [one.sounds[0].text for one in found.chords] == [
        "D Dorian", "G Mixolydian", "E Phrygian", "A Mixolydian ♭6", "C Ionian",
    ]  # fmt: skip
    assert [print_chord(one.place.next) for one in found.chords] == ["G7", "Cmaj7", "A7", "Dm7", "Dm7"]


# A sound laid over chords it does not stand on: its notes have one spelling, whatever the chord, in every key.
@pytest.mark.parametrize(
    ("text", "roots", "scale"),
    [
        ("| Ebm7 | Ab7 | B7 |", ["1", "5", "b4"], "minor-pentatonic"), ("| C | F#7 | C |", ["1", "#4", "1"], "lydian"),
        ("| Am7 | D7 | Gmaj7 |", ["1", "5", "2"], "minor-pentatonic"), ("| Bb7 | E7 |", ["1", "b5"], "mixolydian"),
        ("| C7 | F7 | Db7 |", ["1", "5", "7"], "minor-blues"), ("| Fm7 | Db7 | E7 |", ["1", "3", "#1"], "dorian"),
    ],
)  # fmt: skip
def test_one_sound_over_many_chords_keeps_its_names(text: str, roots: list[str], scale: str) -> None:
    choices = [{"chord": n, "sounds": [{"scale": scale, "root": root}]} for n, root in enumerate(roots)]
    found = pressed(f"key: C\n{text}", choices=choices, picked=KEYS, figure={"kind": "run"}, path=UP)
    for strip in found.strips:
        names: dict[int, set[str]] = {}
        for note in strip.notes:
            names.setdefault(note.tone.written.midi % 12, set()).add(note.tone.written.name.text)
        assert all(len(spelled) == 1 for spelled in names.values()), (strip.stop.heading, names)


@pytest.mark.parametrize(
    ("sounds", "pointer", "words"),
    [
        ({"text": "| Dm7 | Gx7 |"}, "/sounds/changes/text", "cannot be read"),
        ({"text": ""}, "/sounds/changes/text", "no bar yet"),
        ({"text": "metre: 11/8\n| C |"}, "/sounds/changes/text", "in one metre: 2/4"),
        ({"text": "| C |\nmetre: 3/4\n| F |"}, "/sounds/changes/text", "3/4, 4/4"),
        ({"text": "| N.C. |"}, "/sounds/changes/text", "no chord to play"),
        ({"text": "| C |", "choices": [{"chord": 0, "sounds": [{"scale": "dorain"}]}]},
         "/sounds/changes/choices/0/sounds/0/scale", "no sound called"),
        ({"text": "| C |", "choices": [{"chord": 0, "sounds": [{"scale": {"degrees": "1 5"}}]}]},
         "/sounds/changes/choices/0/sounds/0/scale/degrees", "has 2 tones"),
        ({"text": "| C |", "choices": [{"chord": 0, "sounds": []}]}, "/sounds/changes/choices/0/sounds", "at least 1"),
    ],
)  # fmt: skip
def test_a_fault_in_the_changes_is_told_at_its_field(sounds: dict[str, Any], pointer: str, words: str) -> None:
    with pytest.raises(RecipeError) as caught:
        press(read_recipe({"sounds": {"kind": "changes", "changes": sounds}}), load_tables())
    (problem,) = caught.value.problems
    assert problem.pointer == pointer
    assert words in f"{problem.message} {problem.cure}"


REST = {"course": {"kind": "plain"}, "ladder": {"kind": "scale"}}
TEXTS = [
    TWO_FIVE,
    "key: F\n| F7 | Bb7 / B°7 / | C7 N.C. | % |",
    "key: A minor\nmetre: 3/4\n|: Am7 | 1. Bm7b5 E7alt / :| 2. F7 |",
    "key: E\nmetre: 5/4\n| Emaj7 / / C#m(maj7) / | F#13sus4 |",
    "metre: 7/4\n| C / / F / / G |",
    "metre: 2/4\n| C F | G7 |",
]


@given(
    text=st.sampled_from(TEXTS), figure=figures, path=paths(),
    picked=st.lists(st.sampled_from(KEYS), min_size=1, max_size=2),
    instrument=st.sampled_from(INSTRUMENTS), value=st.sampled_from(["quarter", "eighth", "triplet", "sixteenth"]),
    numbers=st.sampled_from(["major", "chord", "steps", "none"]),
)  # fmt: skip
@examples(150)
def test_every_line_over_changes_keeps_time_range_and_sound(
    text: str, figure: Any, path: Any, picked: list[str], instrument: str, value: str, numbers: str
) -> None:
    figure, path = (roomy({"figure": figure, "path": path, **REST})[part] for part in ("figure", "path"))
    assume(figure["kind"] != "lick")  # a lick brings its own silences
    document = {"figure": figure, "path": path, "picked": picked, "numbers": numbers}
    found = pressed(text, **document, placement={"value": value}, player={"instrument": instrument})
    assert to_json(found) == to_json(
        pressed(text, **document, placement={"value": value}, player={"instrument": instrument})
    )
    comfortable, full = found.instrument.comfortable, found.instrument.full
    told = {strip for r in found.remarks if r.kind in ("comfort", "folded") for strip in (r.strip, *r.also)}
    for strip in found.strips:
        assert fill_their_bars(strip, found.metre)
        end = strip.stop.chords_written[-1].start + strip.stop.chords_written[-1].length
        assert len(strip.bars) * found.metre.quarters == end
        now = Fraction(0)
        for over in strip.stop.chords_written:
            assert over.start == now
            now += over.length
            notes = [note for note in strip.notes if over.start <= note.start < now]
            assert bool(notes) == (over.chord is not None)
            if notes:
                assert notes[0].start == over.start
                assert notes[-1].start + notes[-1].length == now
                assert over.sound is not None
                own = {degree.name_above(over.sound.tonic).pitch_class for degree in over.sound.scale.tones}
                for note in notes:
                    inside = note.tone.written.name.pitch_class in own
                    assert inside or note.tone.role in ("outside", "chord")
        for note in strip.notes:
            height = note.tone.written.midi
            assert full.holds(height, height)
            assert comfortable.holds(height, height) or strip.stop.index in told or found.instrument.two_staves
            heard = found.instrument.sounds_half_steps
            assert note.tone.sounding.midi == note.tone.written.midi + heard


@pytest.mark.parametrize(
    ("bars", "own", "scales"),
    [
        ("| Dm7 | % | % | G7 |", {}, "phrygian phrygian phrygian mixolydian"),
        ("| Dm7 G7 | % | Dm7 | G7 |", {}, "phrygian mixolydian phrygian mixolydian dorian mixolydian"),
        ("| Dm7 | Dm7 | G7 |", {}, "phrygian dorian mixolydian"),  # written out it is another chord
        ("| Dm7 | % | % |", {1: "aeolian"}, "phrygian aeolian aeolian"),  # its own choice goes first, and on
    ],
)
def test_a_repeated_bar_has_the_sound_that_was_chosen_for_it(bars: str, own: dict[int, str], scales: str) -> None:
    chosen = [{"chord": at, "sounds": [{"scale": scale}]} for at, scale in {0: "phrygian", **own}.items()]
    strip = pressed(f"key: C\n{bars}", choices=chosen).strips[0]
    assert " ".join(over.sound.scale.id for over in strip.stop.chords_written if over.sound) == scales


@given(text=st.sampled_from(TEXTS), key=st.sampled_from(KEYS))
@examples(12)
def test_the_toolkit_reads_the_chords_where_they_stand(schema: etree.XMLSchema, text: str, key: str) -> None:
    found = pressed(text, picked=[key], placement={"value": "quarter"})
    data = to_musicxml(found)
    assert schema.validate(etree.fromstring(data)), schema.error_log
    score = converter.parseData(data.decode(), format="musicxml")
    theirs = [
        (Fraction(symbol.getOffsetInHierarchy(score)), symbol.root().pitchClass)
        for symbol in score.recurse().getElementsByClass(harmony.ChordSymbol)
        if not isinstance(symbol, harmony.NoChord)
    ]
    ours, said = [], None
    for over in found.strips[0].stop.chords_written:
        if over.chord is not None and over.chord != said:
            ours.append((over.start, over.chord.root.pitch_class))
        said = over.chord
    assert theirs == ours
