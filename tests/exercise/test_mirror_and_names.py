"""The way back as a mirror, names over chords of a scale, and numbers over the octave: typed by hand, in two keys."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.notation.score import Strip
from dodecant.exercise.press import press, say
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.path import PathEnd
from dodecant.formats.musicxml.score import strip_musicxml
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.scales.scale import Chromatic
from dodecant.practice.studio.worksheets.worksheet import WorksheetSetting, made_worksheet
from dodecant.tables import load_tables
from tests.generated import examples

TABLES = load_tables()


def recipe(scale: str, key: str, **more: Any) -> Recipe:
    return read_recipe(
        {"sounds": {"kind": "one", "scale": scale}, "keys": {"order": "picked", "picked": [key]}, **more}
    )


def strip_of(scale: str, key: str, **more: Any) -> Strip:
    return press(recipe(scale, key, **more), TABLES).strips[0]


def names(strip: Strip) -> str:
    return " ".join(note.tone.written.name.text for note in strip.notes)


ALTERNATE = {"kind": "arpeggios", "order": "up-down"}
THIRDS = {"figure": {"kind": "cell", "text": "1 3"}}


@pytest.mark.parametrize(
    ("scale", "key", "more", "notes"),
    [
        ("ionian", "C", THIRDS, "C E D F E G F A G B A C B D C E C D B C A B G A F G E F D E C"),
        ("ionian", "E♭", THIRDS, "E♭ G F A♭ G B♭ A♭ C B♭ D C E♭ D F E♭ G E♭ F D E♭ C D B♭ C A♭ B♭ G A♭ F G E♭"),
        # One up, the next down; at the top it begins afresh: down, up.
        ("ionian", "C", {"figure": ALTERNATE, "path": {"high": {"step": 5, "octave": 1}}},
         "C E G A F D E G B C A F G B D B G F A C B G E D F A G E C"),
        ("dorian", "D", {"figure": ALTERNATE, "path": {"high": {"step": 3, "octave": 1}}},
         "D F A B G E F A C A F E G B A F D"),
        # Classical melodic minor comes down as natural minor.
        ("melodic-minor-classical", "C", {"figure": {"kind": "run"}}, "C D E♭ F G A B C B♭ A♭ G F E♭ D C"),
    ],
)  # fmt: skip
def test_the_way_back_mirrors_the_way_out(scale: str, key: str, more: dict[str, Any], notes: str) -> None:
    strip = strip_of(scale, key, **{**more, "path": {**more.get("path", {}), "mirrored": True}})
    assert names(strip) == notes


@given(
    st.sampled_from(["ionian", "minor-blues", "half-whole", "minor-pentatonic", "altered"]), st.integers(1, 7),
    st.sampled_from(["1 3", "1 2 3 5", "5 3 2 1", "1 4 2"]), st.sampled_from(["up-and-back", "down-and-back"]),
)  # fmt: skip
@examples(25)
def test_a_mirror_of_the_mirror_is_the_line(scale: str, top: int, cell: str, way: str) -> None:
    path = {"mirrored": True, "direction": way, "high": {"step": top, "octave": 2}, "again": True}
    strip = strip_of(scale, "F", figure={"kind": "cell", "text": cell}, path=path)
    heights = [note.tone.written.midi for note in strip.notes]
    assert heights == heights[::-1]
    assert ", mirrored on the way back" in say(recipe(scale, "F", path=path), TABLES)


TRIADS, SEVENTHS = {"figure": {"kind": "arpeggios"}}, {"figure": {"kind": "arpeggios", "tones": "seventh"}}
UP = {"path": {"direction": "up"}}


@pytest.mark.parametrize(
    ("scale", "key", "more", "chords"),
    [
        ("ionian", "C", TRIADS, "C Dm Em F G Am Bdim C"),
        ("ionian", "A♭", TRIADS, "A♭ B♭m Cm D♭ E♭ Fm Gdim A♭"),
        ("dorian", "D", SEVENTHS, "Dm7 Em7 Fmaj7 G7 Am7 Bm7♭5 Cmaj7 Dm7"),
        ("harmonic-minor", "E", SEVENTHS, "Em(maj7) F♯m7♭5 Gmaj7(♯5) Am7 B7 Cmaj7 D♯dim7 Em(maj7)"),
        ("ionian", "C", {"figure": {"kind": "arpeggios", "tones": "seventh", "rotation": 2}},
         "Cmaj7 Dm7 Em7 Fmaj7 G7 Am7 Bm7♭5 Cmaj7"),
        ("whole-tone", "C", TRIADS, "Caug Daug Eaug F♯aug G♯aug B♭aug Caug"),
        ("ionian", "G", {**TRIADS, "enclosure": {"kind": "below"}}, "G Am Bm C D Em F♯dim G"),
        ("melodic-minor", "C", {"figure": {"kind": "arpeggios", "tones": "ninth"}},
         "Cm(maj9) Dm7(♭9) E♭maj9(♯5) F9 G9 Am9(♭5) Bm7♭5(♭9) Cm(maj9)"),
        ("lydian", "C", {"figure": {"kind": "pairs"}}, "C D C D C D C"),
        ("lydian", "G", {"figure": {"kind": "pairs", "group": "fours"}}, "G A G A G A G"),
    ],
)  # fmt: skip
def test_chords_of_a_scale_have_names(scale: str, key: str, more: dict[str, Any], chords: str) -> None:
    strip = strip_of(scale, key, spelling={"chords": "symbols"}, **UP, **more)
    assert [print_chord(chord) for _, chord in strip.chord_names] == chords.split()
    begins = {note.start for note in strip.notes}
    assert {start for start, _ in strip.chord_names} <= begins


@pytest.mark.parametrize(
    ("figure", "wanted", "words"),
    [
        ({"kind": "arpeggios"}, "usual", ""),
        ({"kind": "arpeggios"}, "steps", "I ii iii IV V vi vii° I"),
        ({"kind": "arpeggios", "tones": "seventh"}, "steps", "Imaj7 ii7 iii7 IVmaj7 V7 vi7 viiø7 Imaj7"),
        ({"kind": "arpeggios", "tones": "shell"}, "symbols", ""),
        ({"kind": "pairs"}, "none", ""),
        ({"kind": "run"}, "symbols", ""),
    ],
)
def test_what_is_asked_for_stands_over_the_staff(figure: dict[str, Any], wanted: str, words: str) -> None:
    made = press(recipe("ionian", "C", figure=figure, spelling={"chords": wanted}, **UP), TABLES)
    score = strip_musicxml(made, made.strips[0])
    found = [part.split("<")[0] for part in score.split("<words>")[1:]]
    assert found == words.split()
    assert "<harmony>" not in score


@pytest.mark.parametrize(
    ("scale", "numbers", "formula"),
    [
        ("dorian", "1 ♭3 5 ♭7 9 11 13", "1 ♭3 5 ♭7 9 11 13"),
        ("lydian", "1 3 5 7 9 ♯11 13", "1 3 5 7 9 ♯11 13"),
        ("phrygian", "1 ♭3 5 ♭7 ♭9 11 ♭13", "1 ♭3 5 ♭7 ♭9 11 ♭13"),
    ],
)
@pytest.mark.parametrize("key", ["C", "B♭"])
def test_what_lies_over_the_octave_is_nine_eleven_thirteen(scale: str, numbers: str, formula: str, key: str) -> None:
    path = {"direction": "up", "by": "third", "high": {"step": 13}}
    strip = strip_of(scale, key, path=path, numbers="ninths")
    assert [note.tone.number for note in strip.notes] == numbers.split()
    assert strip.formula == formula
    assert "up a thirteenth in thirds" in say(recipe(scale, key, path=path), TABLES)


@pytest.mark.parametrize(("typed", "step", "octave"), [(7, 7, 1), (8, 1, 2), (9, 2, 2), (13, 6, 2), (14, 7, 2)])
def test_a_ninth_may_be_typed(typed: int, step: int, octave: int) -> None:
    assert PathEnd.model_validate({"step": typed}) == PathEnd(step=step, octave=octave)


@pytest.mark.parametrize(
    ("key", "ladder", "notes"),
    [
        ("C", "scale", "C D♭ D E♭ E F F♯ G A♭ A B♭ B C B B♭ A A♭ G F♯ F E E♭ D D♭ C"),
        ("E♭", "scale", "E♭ E F G♭ G A♭ A B♭ B C D♭ D E♭ D D♭ C B B♭ A A♭ G G♭ F E E♭"),
        ("A", "chromatic", "A B♭ B C C♯ D D♯ E F F♯ G G♯ A G♯ G F♯ F E D♯ D C♯ C B B♭ A"),
    ],
)
def test_the_chromatic_scale_as_its_key_spells_it(key: str, ladder: str, notes: str) -> None:
    scale = "chromatic" if ladder == "scale" else "ionian"
    strip = strip_of(scale, key, ladder={"kind": ladder}, spelling={"chromatic": "key"})
    assert names(strip) == notes
    usual = names(strip_of(scale, key, ladder={"kind": ladder}))
    assert usual != notes


@pytest.mark.parametrize(("chromatic", "words"), [("both-ways", "in sharps"), ("key", "major spells it")])
def test_worksheets_spell_it_the_same(chromatic: Chromatic, words: str) -> None:
    setting = WorksheetSetting(kinds=("chromatic",), each=8, level=4, chromatic=chromatic)
    (section,) = made_worksheet(setting, TABLES)
    for item in section.items:
        assert words in item.ask
        written = [note.name.text for note in item.solved[0].notes]
        strip = strip_of("chromatic", written[0], spelling={"chromatic": chromatic})
        assert written == names(strip).split()


@pytest.mark.parametrize(
    ("scale", "school", "step", "words"),
    [
        ("altered", "chord", 2, "from ♭9"), ("lydian", "chord", 4, "from ♯11"), ("dorian", "chord", 6, "from 13"),
        ("dorian", "major", 3, "from ♭3"), ("dorian", "steps", 3, "from 3"), ("dorian", "none", 3, "from 3"),
        ("dorian", "ninths", 5, "from 5"),
    ],
)  # fmt: skip
def test_where_a_path_begins_is_said_in_the_school_of_numbers(scale: str, school: str, step: int, words: str) -> None:
    path = {"low": {"step": step}, "high": {"step": step, "octave": 2}, "direction": "up"}
    made = press(recipe(scale, "C", path=path, numbers=school), TABLES)
    assert f"up an octave {words}," in say(made.recipe, TABLES)
    if school != "none":
        assert made.strips[0].notes[0].tone.number == words.removeprefix("from ")
