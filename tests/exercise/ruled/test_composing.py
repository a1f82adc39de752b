"""Vocabulary and etudes: where pieces fit, typed by hand; what is composed, pinned, refused and told."""

from __future__ import annotations

from fractions import Fraction
from itertools import groupby, pairwise, product
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.explain import etude_choices
from dodecant.exercise.melody.lick_phrases import cut_into_phrases
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.over_changes.ruled.fitting_in import on_the_shelf
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Player, Recipe, read_recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.fingering import OnFrets
from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.variation import patched
from dodecant.music.core.metre import Metre
from dodecant.tables import load_tables
from tests.generated import examples

TABLES = load_tables()
SHIPPED = {piece.name: piece.model_dump(mode="json") for piece in TABLES.vocabulary}
EVERY = "any"
FORM = "key: C\n| Dm7 | G7 | Cmaj7 | A7 |\n| Dm7 | G7 | Em7b5 | A7 |\n| Fmaj7 | Fm6 | Em7 A7 | Dm7 G7 |"
BLUES = "key: F\n| F7 | Bb7 | F7 | Cm7 F7 |\n| Bb7 | Bdim7 | F7 | Am7b5 D7 |\n| Gm7 | C7 | F7 D7 | Gm7 C7 |"


@pytest.mark.parametrize(
    ("name", "families", "beats", "first", "last", "level"),
    [
        # A plain number is the scale's own, so that a plain cell fits any chord; a ♭3 wants a minor third.
        ("Four from the root", EVERY, "2", "1", "5", 1), ("Four down to the root", EVERY, "2", "5", "1", 1),
        ("Minor four", "minor half-diminished diminished minor-major", "2", "1", "5", 2),
        ("Altered triad pair", "dominant", "3", "1", "♭7", 1), ("Lydian triad pair", "major", "3", "1", "6", 1),
        ("Half and whole steps", "dominant", "2", "1", "3", 2), ("Pentatonic on the fifth", "minor", "2", "5", "2", 1),
        ("Suspended four down", "sus", "2", "5", "1", 1), ("Enclosed third", EVERY, "2", "3", "1", 1),
        ("Triad in triplets", EVERY, "1", "1", "5", 2), ("Blue third from above", "dominant", "4", "5", "1", 2),
        ("Minor two five in one bar", "half-diminished", "8", "1", "♭3", 2),
    ],
)  # fmt: skip
def test_where_pieces_fit(name: str, families: str, beats: str, first: str, last: str, level: int) -> None:
    found = on_the_shelf(read_part(VocabularyPiece, SHIPPED[name]), TABLES.scales)
    wanted = 8 if families == EVERY else families.split()
    assert (len(found.families) if families == EVERY else list(found.families)) == wanted
    assert (str(found.beats), found.first, found.last, found.level) == (beats, first, last, level)


def test_what_the_owner_says_goes_first() -> None:
    piece = read_part(VocabularyPiece, {**SHIPPED["Minor four"], "families": ["sus"], "beats": 4, "level": 5})
    found = on_the_shelf(piece, TABLES.scales)
    assert (found.families, int(found.beats), found.level) == (("sus",), 4, 5)


def test_two_dozen_pieces_ship_and_cover_the_usual_chords() -> None:
    found = [on_the_shelf(piece, TABLES.scales) for piece in TABLES.vocabulary]
    assert len(found) >= 24
    assert {family for one in found for family in one.families} == set(found[-1].families)  # all eight
    chains = {tuple((chord.families[0], chord.root) for chord in one.chords) for one in found if one.chords}
    assert (("minor", 0), ("dominant", 5), ("major", 10)) in chains
    assert (("half-diminished", 0), ("dominant", 5), ("minor", 10)) in chains
    assert (("major", 0), ("dominant", 9), ("minor", 2), ("dominant", 7)) in chains


def recipe(names: list[str], changes: str = FORM, keys: list[str] | None = None, **etude: Any) -> Recipe:
    return read_recipe(
        {
            "sounds": {"kind": "changes", "changes": {"text": changes}}, "figure": {"kind": "unbroken"},
            "keys": {"order": "picked", "picked": keys or ["C"]}, "player": {"instrument": "tenor-saxophone"},
            "etude": {"pieces": [SHIPPED[name] for name in names], **etude},
        }
    )  # fmt: skip


def begins(exercise: Exercise) -> list[tuple[int, str]]:
    """The bar in which each piece begins, and its name."""
    return [(int(start // 4) + 1, name) for start, name in exercise.strips[0].labels]


def test_an_etude_by_hand() -> None:
    """One piece in every two bars, each where it fits: the minor two five over its own chords alone."""
    exercise = press(
        recipe(["Minor two five in one bar", "Four from the root"], "key: C\n| Dm7 | G7 | Dm7b5 G7 | Cm6 |"), TABLES
    )
    assert begins(exercise)[-1] == (3, "Minor two five in one bar")
    assert len(begins(exercise)) == 2
    names = [note.tone.sounding.name.text for note in exercise.strips[0].notes if 8 <= note.start < 13]
    assert names == ["D", "F", "A♭", "C", "B", "A♭", "G", "F", "E♭"]


BLUES_IN_C = "key: C\n| C7 | F7 | C7 | % | F7 | % | C7 | A7 | Dm7 | G7 | C7 | % |"
BLUES_IN_F = "key: F\n| F7 | Bb7 | F7 | % | Bb7 | % | F7 | D7 | Gm7 | C7 | F7 | % |"


@pytest.mark.parametrize(
    ("changes", "notes"),
    [
        (BLUES_IN_C, "D F A C E C A F B D B G F D E F E G E C"),
        (BLUES_IN_F, "G B♭ D F A F D B♭ E G E C B♭ G A B♭ A C A F"),
    ],
)
def test_a_two_five_one_comes_home_to_the_seventh_chord_of_a_blues(changes: str, notes: str) -> None:
    home = press(recipe(["Up the ninth, down the fifth"], changes, [changes[5]]), TABLES).strips[0]
    assert home.pieces == ((9, 0),)
    played = [note.tone.sounding.name.text for note in home.notes if 32 <= note.start < 44]
    assert played[: len(notes.split())] == notes.split()


@pytest.mark.parametrize(("over", "text", "fits"), [
    ("Dm7 | G7 | Cmaj7", "1:1 ♭3 5 1 | 1 3 5 1 | 7:2 r:2", False),  # B is not in C7
    ("Dm7 | G7 | Cmaj7", "1:1 ♭3 5 1 | 1 3 5 1 | 6:2 r:2", True),
    ("Dm7 | G7 | Cm7", "1:1 ♭3 5 1 | 1 3 5 1 | 5:2 r:2", False),  # E♭ or E is heard
    ("Dm7 | Gmaj7 | Cmaj7", "1:1 ♭3 5 1 | 1 3 5 1 | 6:2 r:2", False),  # only what one comes home to
])  # fmt: skip
def test_what_it_comes_home_to_must_not_deny_it(over: str, text: str, fits: bool) -> None:
    lick = {"kind": "lick", "over": over, "text": text}
    piece = read_part(VocabularyPiece, {"name": "x", "what": {"kind": "play", "figure": lick}})
    wanted = recipe(["Four from the root"], BLUES_IN_C).model_dump(mode="json")
    wanted["etude"]["pieces"] = [piece.model_dump(mode="json"), SHIPPED["Four from the root"]]
    choices = etude_choices(read_recipe(wanted), TABLES, 9)
    assert (0 in {choice.piece for choice in choices}) is fits


pieces = st.lists(st.sampled_from(sorted(SHIPPED)), min_size=1, max_size=6, unique=True)


@given(
    pieces, st.sampled_from([FORM, BLUES]), st.sampled_from([1, 2, 4]), st.integers(0, 3), st.sampled_from([0, 2, 4])
)
@examples(24)
def test_etudes_keep_their_promises(names: list[str], changes: str, every: int, seed: int, breath: int) -> None:
    wanted = recipe(names, changes, ["C", "E♭", "A"], every=every, seed=seed, breath=breath)
    try:
        exercise = press(wanted, TABLES)
    except RecipeError as error:
        assert "None of the chosen pieces fits a chord" in error.problems[0].message
        return
    again = press(wanted, TABLES)
    assert [strip.notes for strip in again.strips] == [strip.notes for strip in exercise.strips]
    groups = [(bar - 1) // every for bar, _ in begins(exercise)]
    assert len(set(groups)) == len(groups)  # one in every so many bars
    home, *others = exercise.strips
    for strip in others:  # the same etude in every key
        assert [note.start for note in strip.notes] == [note.start for note in home.notes]
        if not any(remark.kind in ("folded", "comfort") for remark in exercise.remarks):
            both = zip(home.notes, strip.notes, strict=True)
            assert len({there.tone.written.midi - here.tone.written.midi for here, there in both}) == 1
    bars = range(breath, len(home.bars) + 1, breath) if breath else ()
    for bar in bars:  # a beat of silence, and perhaps a note or two that lead on
        if any(first < bar < past for first, past in _over_barlines(home)):
            continue  # a lick of several bars goes on there
        begin, end = Fraction(4 * bar - 4), Fraction(4 * bar)
        edges = [(begin, begin), *((note.start, note.start + note.length) for note in home.notes), (end, end)]
        assert max(min(end, after[0]) - max(begin, before[1]) for before, after in pairwise(edges)) >= 1, bar


def _over_barlines(strip: Strip) -> list[tuple[int, int]]:
    """The bars (from 0) in which each piece begins, and the one after its last."""
    form = strip.stop.form
    spans = [(number, list(chords)) for number, chords in groupby(range(len(form.due)), lambda n: form.plays[n])]
    return [(form.due[chords[0]].bar, form.due[chords[-1]].bar + 1) for _, chords in spans]


@given(pieces, st.integers(1, 12), st.data())
@examples(15)
def test_what_is_pinned_stays(names: list[str], bar: int, data: st.DataObject) -> None:
    wanted = recipe(names)
    try:
        choices = etude_choices(wanted, TABLES, bar)
    except RecipeError:
        return
    if not choices:
        return
    assert [choice.more for choice in choices] == sorted(choice.more for choice in choices)
    piece = data.draw(st.sampled_from(choices)).piece
    seed = data.draw(st.integers(0, 5))
    pinned = recipe(names, pins=[{"bar": bar, "piece": piece}], seed=seed)
    assert (bar, names[piece]) in begins(press(pinned, TABLES))


@pytest.mark.parametrize("low", [1, 5, 9])
def test_in_a_position_of_a_route_the_choices_are_those_of_that_position(low: int) -> None:
    names = ["Four from the root", "Four down to the root", "Seventh chord up", "Lydian triad pair", "Minor four"]
    form = "key: C\n| Dm7 | G7 | Cmaj7 | A7 |\n| Em7 | A7 | Dm7 | G7 |"
    routed, alone = (
        recipe(names, form).model_copy(update={"player": Player(instrument="guitar"), "fingering": hand})
        for hand in (OnFrets(way="positions", positions=(low,)), OnFrets(way="position", low=low))
    )
    printed = press(routed, TABLES).strips[0].pieces
    assert printed
    for bar, piece in printed:
        choices = etude_choices(routed, TABLES, bar)
        assert [one.piece for one in choices if one.taken] == [piece]
        assert choices == etude_choices(alone, TABLES, bar)


def test_the_cheapest_of_all_etudes_is_composed() -> None:
    """Every way to pin the four bars of a form, compared: none costs less than what is composed without pins."""
    names = ["Four from the root", "Four down to the root", "Seventh chord up"]
    form = "key: C\n| Dm7 | G7 | Cmaj7 | A7 |"
    best = min(
        choice.more
        for one in product(range(3), repeat=2)
        for choice in etude_choices(
            recipe(names, form, pins=[{"bar": 1, "piece": one[0]}, {"bar": 3, "piece": one[1]}]), TABLES, 3
        )
        if choice.piece == one[1]
    )
    assert best == 0
    free = etude_choices(recipe(names, form), TABLES, 1)
    assert min(choice.more for choice in free) == 0


def test_variety_shape_and_density() -> None:
    varied = begins(
        press(recipe(["Four from the root", "Four down to the root", "Seventh chord up"], every=1, variety=1), TABLES)
    )
    assert all(one != other or there - here > 1 for (here, one), (there, other) in pairwise(varied))
    high = press(recipe(["Four from the root"], peak=9), TABLES).strips[0]
    top = max(high.notes, key=lambda note: note.tone.written.midi)
    assert int(top.start // 4) + 1 == 9
    for peak, rest, words in (
        (2, "open", "Bar 2 is silent: the highest note is in bar {}."),
        (40, "own", "There is no bar 40: the highest note is in bar {}."),
    ):
        exercise = press(recipe(["Four from the root"], every=4, rest=rest, peak=peak), TABLES)
        top = max(exercise.strips[0].notes, key=lambda note: note.tone.written.midi)
        (remark,) = (one for one in exercise.remarks if one.pointer == "/etude/peak")
        assert remark.text == words.format(int(top.start // 4) + 1)
        mended = press(patched(exercise.recipe, remark.cures[0].patch), TABLES)
        assert "/etude/peak" not in {one.pointer for one in mended.remarks}
    assert "/etude/peak" not in {one.pointer for one in press(recipe(["Four from the root"], peak=9), TABLES).remarks}
    dense = begins(
        press(
            recipe(["Triad in triplets", "Stacked fourths"], "key: C\n" + "| Dm7 " * 8 + "|", denser=8, variety=0),
            TABLES,
        )
    )
    assert (dense[0][1], dense[-1][1]) == ("Stacked fourths", "Triad in triplets")


@pytest.mark.parametrize(
    ("etude", "pointer", "words"),
    [
        ({"pieces": []}, "/etude/pieces", "There are too few entries here. Give at least 1."),
        ({"pieces": [SHIPPED["Minor four"]] * 500}, "/etude/pieces",
         "There are too many entries here. Give at most 60."),
        ({"pieces": [SHIPPED["Suspended four down"]]}, "/etude/pieces",
         "None of the chosen pieces fits a chord of these changes. Choose pieces for "
         "chords that are dominant or major or minor."),
        ({"pins": [{"bar": 1, "piece": 5}]}, "/etude",
         "Bar 1 is pinned to a piece that is not among the chosen ones. Choose the piece again, or remove the pin."),
        ({"pins": [{"bar": 1, "piece": 0}, {"bar": 1, "piece": 1}]}, "/etude",
         "Bar 1 is pinned to two pieces. Keep one of them."),
        ({"pins": [{"bar": 2, "piece": 0}]}, "/etude/pins/0",
         "“Minor four” does not fit G7 in bar 2. Here fit Four from the root."),
        ({"pins": [{"bar": 9, "piece": 0}]}, "/etude/pins/0", "There is no bar 9. Pin bars from 1 to 3."),
    ],
)  # fmt: skip
def test_what_cannot_be_composed_is_told(etude: dict[str, Any], pointer: str, words: str) -> None:
    document = {
        "sounds": {"kind": "changes", "changes": {"text": "key: C\n| Dm7 | G7 | Cmaj7 |"}},
        "etude": {"pieces": [SHIPPED["Minor four"], SHIPPED["Four from the root"]], **etude},
    }
    with pytest.raises(RecipeError) as raised:
        press(read_recipe(document), TABLES)
    problem = raised.value.problems[0]
    assert (problem.pointer, f"{problem.message} {problem.cure}") == (pointer, words)


@pytest.mark.parametrize("instrument", ["alto-saxophone", "tenor-saxophone", "trumpet", "clarinet", "trombone"])
def test_a_figure_is_moved_whole_before_it_is_folded(instrument: str) -> None:
    """3 5 7 9 over Dm7♭5 and Cm6 rises in every key; on the alto Cm6 is C E G♯ B as it reads A minor."""
    own = SHIPPED["Four from the root"]
    own = {**own, "name": "Up", "what": {**own["what"], "figure": {**own["what"]["figure"], "text": "3 5 7 9"}}}
    exercise = press(
        read_recipe({
            "sounds": {"kind": "changes", "changes": {"text": "key: C minor\n| Dm7b5 | G7 | Cm6 |"}},
            "figure": {"kind": "unbroken"}, "etude": {"pieces": [own], "line": "unbroken"},
            "player": {"instrument": instrument},
        }), TABLES,
    )  # fmt: skip
    assert len(exercise.strips) == 12
    assert not any(remark.kind == "folded" for remark in exercise.remarks)
    for strip in exercise.strips:
        for bar in (0, 8):
            heights = [note.tone.written.midi for note in strip.notes if bar <= note.start < bar + 2]
            assert heights == sorted(heights), strip.heading
    if instrument == "alto-saxophone":
        names = [note.tone.written.name.text for note in exercise.strips[0].notes if note.start >= 8]
        assert names == ["C", "E", "G♯", "B"] * 2


@pytest.mark.parametrize(
    ("symbol", "fits"),
    [("G7", True), ("G13", True), ("G7#11", True), ("G7b13", True), ("G7b9", False), ("G7#9", False), ("G7alt", False),
     ("G7#5", False), ("G13b9", False)],
)  # fmt: skip
def test_no_piece_has_a_tone_that_the_symbol_denies(symbol: str, fits: bool) -> None:
    """1 2 3 5 of Mixolydian has the plain 9 and 5, and neither 11 nor 13."""
    own = SHIPPED["Four from the root"]
    own = {**own, "name": "Own", "what": {**own["what"], "scale": {"scale": "mixolydian"}}}
    changes = {"kind": "changes", "changes": {"text": f"key: C\n| {symbol} | Cmaj7 |"}}
    pieces = [own, SHIPPED["Lydian triad pair"]]
    found = press(
        read_recipe({
            "sounds": changes, "figure": {"kind": "unbroken"}, "keys": {"order": "picked", "picked": ["C", "A♭"]},
            "etude": {"pieces": pieces},
        }), TABLES,
    )  # fmt: skip
    assert ((1, "Own") in begins(found)) == fits


def test_a_chord_that_no_piece_fits_is_told_with_one_that_would() -> None:
    found = [
        r
        for r in press(recipe(["Minor four"], "key: C\n| Dm7 | G7 | Cmaj7 |"), TABLES).remarks
        if r.pointer == "/etude/pieces"
    ]
    assert [remark.text for remark in found] == [
        "No chosen piece fits G7, Cmaj7; the line of the recipe goes on there."
    ]
    added: Any = found[0].cures[0].patch
    assert len(added["etude"]["pieces"]) == 2


@pytest.mark.parametrize(
    ("text", "over", "phrases"),
    [
        # Cut at a rest of a beat; each phrase counts from the barline before it.
        ("1:1 2 3 r | r:2 5:1 3", "C | F", [("1:1 2 3", "C"), ("r:2 5:1 3", "F")]),
        # A short rest does not cut; what begins on the last beat of a bar leads into the next one.
        ("1:½ r 2 3 4 5 r:1 | r:3 5:1 | 3:4", "C | F | G7", [("1:½ r 2 3 4 5", "C"), ("5:1 | 3:4", "G7")]),
        # A long one is cut after two bars, and the chords come round again.
        ("1:4 | 2 | 3 | 4 | 5", "C | F", [("1:4 | 2", "C | F"), ("3:4 | 4", "C | F"), ("5:4", "C")]),
        ("C4:½ D4 E4:1 r:2 | Eb4:2 r", "Cm7", [("C4:½ D4 E4:1", "Cm7"), ("E♭4:2", "Cm7")]),
    ],
)  # fmt: skip
def test_a_chorus_is_cut_into_phrases(text: str, over: str, phrases: list[tuple[str, str]]) -> None:
    found = cut_into_phrases(text, over, Metre(4, 4))
    assert [(one.text, one.over) for one in found] == phrases
    for one in found:  # and each can be kept
        what = {"kind": "play", "figure": {"kind": "lick", "text": one.text, "over": one.over}}
        on_the_shelf(read_part(VocabularyPiece, {"name": "Kept", "what": what}), TABLES.scales)
