"""What rules play, on small forms: every note typed by hand from theory, and the same in all keys by transposition."""

from __future__ import annotations

from typing import Any

import pytest

from dodecant.exercise.notation.score import Strip
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.tables import load_tables

TABLES = load_tables()
UP, DOWN = "1 2 3 5", "5 3 2 1"
TWO_FIVE = "key: C\n| Dm7 | G7 | Cmaj7 |"
MINOR = "key: C minor\n| Dm7b5 | G7 | Cm7 |"
BLUES = "key: C\n| C7 | F7 | C7 | Gm7 C7 |\n| F7 | F#dim7 | C7 | Em7b5 A7 |\n| Dm7 | G7 | C7 A7 | Dm7 G7 |"
ABA = "key: C\nsection: A\n| C6 | F6 |\nsection: B\n| G7 | C6 |"
FOUR = "key: C\n| C6 | C6 | C6 | C6 |"


def cell(text: str, **more: Any) -> dict[str, Any]:
    return {"kind": "play", "figure": {"kind": "cell", "text": text}, **more}


OPEN, FLIP = {"kind": "open"}, {"kind": "upside-down"}
LICK = {"kind": "play", "figure": {"kind": "lick", "text": "5:1 3 2 1", "over": "C"}}
PAIR = {"kind": "play", "figure": {"kind": "pairs"}, "scale": {"scale": "altered"}}

MIXOLYDIAN = cell(UP, scale={"scale": "mixolydian"})

# What it shows, the changes, the recipe's own cell, the rules (where, what), the notes of each bar in quarters.
ROWS: list[tuple[str, str, str, list[tuple[dict[str, Any], Any]], str]] = [
    ("step two", TWO_FIVE, "1 3 5 7", [({"step": "II"}, cell(UP))], "D E F A | G B D F | C E G B"),
    ("step five", TWO_FIVE, "1 3 5 7", [({"step": "V"}, cell(DOWN))], "D F A C | D B A G | C E G B"),
    ("step one", TWO_FIVE, "1 3 5 7", [({"step": "I"}, cell("7 5 3 1"))], "D F A C | G B D F | B G E C"),
    ("small numerals are the same step", TWO_FIVE, "1 3 5 7", [({"step": "ii"}, cell(UP))],
     "D E F A | G B D F | C E G B"),
    ("each its own", TWO_FIVE, "1", [({"step": "II"}, cell(UP)), ({"step": "V"}, cell(DOWN)), ({"step": "I"},
     cell("3 5 7 9"))],
     "D E F A | D B A G | E G B D"),
    ("a step that is not there", TWO_FIVE, "1 3 5 7", [({"step": "bVI"}, cell(UP))], "D F A C | G B D F | C E G B"),
    ("minor two", MINOR, "1 3 5 7", [({"step": "II"}, cell("7 5 3 1"))], "C Ab F D | G B D F | C Eb G Bb"),
    ("the four of a blues", "key: C\n| C7 | F7 | C7 | G7 |", "1 3 5 7", [({"step": "IV"}, cell(DOWN))],
     "C E G Bb | C A G F | C E G Bb | G B D F"),
    ("a blues tonic is a I", "key: C\n| C7 | F7 | C7 | G7 |", "1 3 5 7", [({"step": "I"}, cell(DOWN))],
     "G E D C | F A C Eb | G E D C | G B D F"),
    ("secondary dominant is a V", "key: C\n| A7 | Dm7 | G7 | C6 |", "1 3 5 6", [({"step": "V"}, cell(DOWN))],
     "E C# B A | D F A B | D B A G | C E G A"),
    ("flat two", "key: C\n| Dm7 | Db7 | Cmaj7 |", "1 3 5 7", [({"step": "bII"}, cell("7 5 3 1"))],
     "D F A C | Cb Ab F Db | C E G B"),
    ("any dominant", "key: C\n| D7 | G7 | Cmaj7 |", "1 3 5 7", [({"role": "dominant"}, cell("7 5 3 1"))],
     "C A F# D | F D B G | C E G B"),
    ("a dominant that resolves to minor", "key: C\n| A7 | Dm7 | G7 | C6 |", "1 3 5 1",
     [({"role": "dominant-to-minor"}, cell("7 5 3 1"))],
     "G E C# A | D F A D | G B D G | C E G C"),
    ("a dominant that resolves to major", "key: C\n| A7 | Dm7 | G7 | C6 |", "1 3 5 1",
     [({"role": "dominant-to-major"}, cell("7 5 3 1"))],
     "A C# E A | D F A D | F D B G | C E G C"),
    ("a dominant that resolves", "key: C\n| C7 | F7 | C7 | G7 |", "1 3 5 1", [({"role": "dominant-resolving"},
     cell("7 5 3 1"))],
     "C E G C | F A C F | C E G C | F D B G"),
    ("a minor tonic", MINOR, "1 3 5 1", [({"role": "tonic-minor"}, cell("5 3 1 5"))], "D F Ab D | G B D G | G Eb C G"),
    ("a major tonic", TWO_FIVE, "1 3 5 1", [({"role": "tonic-major"}, cell("5 3 1 5"))], "D F A D | G B D G | G E C G"),
    ("minor chords", TWO_FIVE, "1 3 5 1", [({"quality": "minor"}, cell("5 3 1 5"))], "A F D A | G B D G | C E G C"),
    ("half-diminished chords", MINOR, "1 3 5 1", [({"quality": "half-diminished"}, cell("7 5 3 1"))],
     "C Ab F D | G B D G | C Eb G C"),
    ("suspended chords", "key: C\n| G7sus4 | G7 | C6 |", "1 3 5 1", [({"quality": "sus"}, cell("5 4 2 1"))],
     "D C A G | G B D G | C E G C"),
    ("diminished chords", "key: C\n| C6 | C#dim7 | Dm7 |", "1 3 5 1", [({"quality": "diminished"}, cell("7 5 3 1"))],
     "C E G C | Bb G E C# | D F A D"),
    ("bars", FOUR, "1 3 5 1", [({"bars": "2, 4"}, cell(DOWN))], "C E G C | G E D C | C E G C | G E D C"),
    ("a span of bars", FOUR, "1 3 5 1", [({"bars": "2-3"}, cell(DOWN))], "C E G C | G E D C | G E D C | C E G C"),
    ("bars of every two", FOUR, "1 3 5 1", [({"phrase": 2, "phrase_bars": "2"}, cell(DOWN))],
     "C E G C | G E D C | C E G C | G E D C"),
    ("a section", ABA, "1 3 5 1", [({"section": "B"}, cell(DOWN))], "C E G C | F A C F | D B A G | G E D C"),
    ("section and step", ABA, "1 3 5 1", [({"section": "b", "step": "I"}, cell(DOWN))],
     "C E G C | F A C F | G B D G | G E D C"),
    ("a pressed chord", FOUR, "1 3 5 1", [({"chords": [{"chord": 2, "symbol": "C6"}]}, cell(DOWN))],
     "C E G C | C E G C | G E D C | C E G C"),
    ("a pressed chord that moved", "key: C\n| F6 | Dm7 | C6 |", "1 3 5 1", [({"chords": [{"chord": 0,
     "symbol": "Dm7"}]}, cell(DOWN))],
     "F A C F | A F E D | C E G C"),
    ("bars before step", TWO_FIVE, "1", [({"step": "II"}, cell(UP)), ({"bars": "1"}, cell(DOWN))],
     "A F E D | G G G G | C C C C"),
    ("step before role before quality", TWO_FIVE, "1",
     [({"quality": "dominant"}, cell("1 3")), ({"role": "dominant"}, cell("1 5")), ({"step": "V"}, cell("1 7"))],
     "D D D D | G F G F | C C C C"),
    ("of equals the first", TWO_FIVE, "1", [({"step": "V"}, cell("1 3")), ({"step": "V"}, cell("1 5"))],
     "D D D D | G B G B | C C C C"),
    ("a scale for its chords", TWO_FIVE, "1 2 3 5", [({"step": "V"}, {"kind": "play",
     "scale": {"scale": "mixolydian-flat-6"}})],
     "D E F A | G A B D | C D E G"),
    ("a scale on another root", TWO_FIVE, "1 2 3 5",
     [({"step": "II"}, cell("1 2 3 4", scale={"scale": "aeolian", "root": "5"}))], "A B C D | G A B D | C D E G"),
    ("a pair of the altered scale", TWO_FIVE, "1 3 5 1", [({"step": "V"}, PAIR)], "D F A D | G Bb Eb Ab | C E G C"),
    ("a lick", TWO_FIVE, "1 3 5 1", [({"step": "I"}, LICK)], "D F A D | G B D G | G E D C"),
    ("open bars", TWO_FIVE, "1 3 5 1", [({"step": "V"}, OPEN)], "D F A D | | C E G C"),
    ("upside down", TWO_FIVE, "1 2 3 5", [({"step": "V"}, FLIP)], "D E F A | G F E C | C D E G"),
    ("upside down of a rule", TWO_FIVE, "1 1 1 1", [({"step": "II"}, cell(UP)), ({"step": "V"}, FLIP)],
     "D E F A | G F E C | C C C C"),
    ("a note value of its own", TWO_FIVE, "1 3 5 1", [({"step": "I"}, cell("1 2 3 5", value="half"))],
     "D F A D | G B D G | C D"),
    ("a rhythm of its own", TWO_FIVE, "1 3 5 1", [({"step": "I"}, cell("1 2 3 5", value="quarter", slots="srss"))],
     "D F A D | G B D G | C D E"),
    ("its own sound", "key: C\n| Dm7 | G7 | Cm6 |", "1 3 5 1", [({"step": "V"}, MIXOLYDIAN)],
     "D F A D | G A B D | C Eb G C"),
    ("but nothing that the symbol denies", "key: C\n| Dm7 | G7b9 | Cm6 |", "1 3 5 1", [({"step": "V"}, MIXOLYDIAN)],
     "D F A D | G Ab B D | C Eb G C"),
    ("nor in an altered chord", "key: C\n| Dm7 | G7alt | Cm6 |", "1 3 5 1", [({"step": "V"}, MIXOLYDIAN)],
     "D F A D | G Ab B Db | C Eb G C"),
    ("nor a plain eleventh", "key: C\n| D7#11 | G7 | C6 |", "1 3 5 1", [({"bars": "1"}, cell("1 3 4 5",
     scale={"scale": "mixolydian"}))], "D F# G# A | G B D G | C E G C"),
    ("two chords in a bar", "key: C\n| Dm7 G7 | Cmaj7 |", "1 3", [({"step": "V"}, cell("5 3"))], "D F D B | C E C E"),
]  # fmt: skip


def recipe(changes: str, own: str, rules: list[tuple[dict[str, Any], Any]], keys: list[str], **more: Any) -> Any:
    return read_recipe(
        {
            "sounds": {"kind": "changes", "changes": {"text": changes}}, "figure": {"kind": "cell", "text": own},
            "path": {"span": "once"}, "placement": {"value": "quarter"}, "keys": {"order": "picked", "picked": keys},
            "spelling": {"plain": "never"}, "rules": [{"where": where, "what": what} for where, what in rules], **more,
        }
    )  # fmt: skip


def by_bars(strip: Strip) -> str:
    """The names of the notes that begin in each bar, by letters and b or #."""
    bars: list[list[str]] = [[] for _ in strip.bars]
    for note in strip.notes:
        bars[int(note.start // 4)].append(note.tone.written.name.text.replace("♭", "b").replace("♯", "#"))
    return " | ".join(" ".join(bar) for bar in bars).replace("|  |", "| |")


@pytest.mark.parametrize(("changes", "own", "rules", "notes"), [row[1:] for row in ROWS], ids=[row[0] for row in ROWS])
def test_notes_by_hand(changes: str, own: str, rules: Any, notes: str) -> None:
    home = "C"
    exercise = press(recipe(changes, own, rules, [home]), TABLES)
    assert by_bars(exercise.strips[0]) == notes


def test_a_sound_that_is_kept_is_told() -> None:
    rules = [({"step": "V"}, MIXOLYDIAN)]
    remarks = press(recipe("key: C\n| Dm7 | G7b9 | Cm6 |", "1 3 5 1", rules, ["C", "E♭"]), TABLES).remarks
    assert [one.text for one in remarks if one.pointer == "/rules/0/what/scale"] == [
        "Rule 1: G7(♭9) keeps its own sound, since Mixolydian has A."
    ]
    plain = press(recipe("key: C\n| Dm7 | G13 | Cm6 |", "1 3 5 1", rules, ["C"]), TABLES).remarks
    assert not any(one.pointer == "/rules/0/what/scale" for one in plain)


# The pair of the altered scale is the triads on its ♭6 and its ♯4 or ♭5: E♭ and D♭ over G7, A♭ and G♭ over C7.
@pytest.mark.parametrize(("key", "notes"), [("C", "G Bb Eb Ab Db F G Bb"), ("F", "C Eb Ab Db Gb Bb C Eb")])
def test_a_pair_is_both_its_triads_in_turn(key: str, notes: str) -> None:
    exercise = press(recipe(TWO_FIVE, "1 3 5 1", [({"step": "V"}, PAIR)], [key], placement={"value": "eighth"}), TABLES)
    assert by_bars(exercise.strips[0]).split(" | ")[1] == notes


@pytest.mark.parametrize(("changes", "own", "rules", "notes"), [row[1:] for row in ROWS], ids=[row[0] for row in ROWS])
def test_the_same_in_every_key_by_transposition(changes: str, own: str, rules: Any, notes: str) -> None:
    keys = ["C", "D♭", "D", "E♭", "E", "F", "G♭", "G", "A♭", "A", "B♭", "B"]
    exercise = press(recipe(changes, own, rules, keys), TABLES)
    home = exercise.strips[0]
    for up, strip in enumerate(exercise.strips):
        assert [note.start for note in strip.notes] == [note.start for note in home.notes]
        assert [(note.tone.written.midi - up) % 12 for note in strip.notes] == [
            note.tone.written.midi % 12 for note in home.notes
        ]
