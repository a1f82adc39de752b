"""Etudes that breathe: phrases, rhythms, motifs, the ending and the course, typed by hand; and what holds in all."""

from __future__ import annotations

from collections import Counter
from fractions import Fraction
from itertools import pairwise
from typing import Any

import pytest

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.over_changes.phrases.course import PhraseBar, course_over
from dodecant.exercise.over_changes.phrases.plan import PhrasePlan, plan_over
from dodecant.exercise.over_changes.phrases.tables import read_etude_tables
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.wording.etudes import etude_rows, etude_text
from dodecant.music.core.metre import Metre
from dodecant.tables import load_tables

TABLES = load_tables()
PIECES = [piece.model_dump(mode="json") for piece in TABLES.vocabulary]
BY_NAME = {piece["name"]: piece for piece in PIECES}
PLAYERS = ("tenor-saxophone", "trumpet", "guitar", "piano", "trombone")


def etude(changes: str, keys: list[str], player: str = "piano", **wanted: Any) -> Exercise:
    return press(
        read_recipe({
            "sounds": {"kind": "changes", "changes": {"text": changes}}, "figure": {"kind": "unbroken"},
            "keys": {"order": "picked", "picked": keys}, "player": {"instrument": player},
            "etude": {"pieces": PIECES, **wanted},
        }), TABLES,
    )  # fmt: skip


def plan(strip: Strip, metre: Metre, **wanted: Any) -> PhrasePlan:
    made = Etude(pieces=(VocabularyPiece(),), **wanted)
    timeline = strip.stop.timeline
    assert isinstance(timeline, Timeline)
    return plan_over(timeline, metre, made, TABLES.etudes, ties=True)


def silences(strip: Strip) -> list[tuple[Fraction, Fraction]]:
    notes = sorted(strip.notes, key=lambda note: note.start)
    ends = [strip.begin, *(note.start + note.length for note in notes)]
    starts = [*(note.start for note in notes), strip.end]
    return [(end, start) for end, start in zip(ends, starts, strict=True) if start > end]


@pytest.mark.parametrize(
    ("bars", "wanted"),
    [
        # A quarter of the way up to begin with; the height at three quarters; home with each phrase, and at the end.
        ([(0, 4), (1, 4), (2, 4), (3, 4)], (25, 58, 100, 0)),
        ([(0, 2), (1, 2)] * 2, (50, 23, 100, 0)),
        ([(0, 1)], (0,)),
    ],
)
def test_the_course_by_hand(bars: list[tuple[int, int]], wanted: tuple[int, ...]) -> None:
    assert course_over([PhraseBar(*bar) for bar in bars], TABLES.etudes.course) == wanted


def test_a_dominant_that_resolves_is_tense_and_the_height_moves() -> None:
    four = [PhraseBar(place, 4) for place in range(4)]
    tense = course_over([four[0], four[1]._replace(resolves=True), *four[2:]], TABLES.etudes.course)
    assert tense == (25, 78, 100, 0)
    course = course_over([PhraseBar(n % 4, 4) for n in range(12)], TABLES.etudes.course, 3)
    assert course.index(max(course)) == 2


def test_phrases_of_a_form() -> None:
    """Sections begin phrases; what is left over is a phrase; the same seed gives the same plan."""
    sections = "key: C\nsection: A\n| C6 | % | Dm7 | G7 | C6 | % |\nsection: B\n| F7 | % | C6 |"
    strip = etude(sections, ["C"]).strips[0]
    found = plan(strip, Metre(4, 4))
    begins = [number for number, bar in enumerate(found.bars) if bar.within.place == 0]
    assert {0, 6} <= set(begins)
    assert all(other - one <= 4 for one, other in pairwise([*begins, 9]))
    for breath in (2, 4):
        lengths = [bar.within.of for bar in plan(strip, Metre(4, 4), breath=breath).bars[:6]]
        assert lengths == {2: [2] * 6, 4: [4] * 4 + [2] * 2}[breath]
    assert plan(strip, Metre(4, 4), seed=5) == plan(strip, Metre(4, 4), seed=5)
    assert len({plan(strip, Metre(4, 4), seed=seed).bars for seed in range(6)}) > 1


@pytest.mark.parametrize("metre", ["4/4", "3/4", "5/4", "6/4", "7/4", "2/4", "6/8"])
def test_bars_are_filled_in_every_metre(metre: str) -> None:
    chords = "| Dm7 | G7 | Cmaj7 | Am7 | Dm7 | G7 | Cmaj7 | % |"
    strip = etude(f"key: C\nmetre: {metre}\n{chords}", ["C"]).strips[0]
    wanted = Metre.parse(metre)
    bars = plan(strip, wanted, level=3).bars
    assert all(bar.slots for bar in bars) == (wanted.unit == 4)
    assert len(silences(strip)) >= 2
    last = strip.notes[-1]
    assert last.start.denominator == 1
    assert last.tone.role == "chord"


# In D for an instrument in C: 1 2 3 5 of each chord, in the rhythm of its phrase.
@pytest.mark.parametrize(
    ("motif", "bars"),
    [
        (["Four from the root"], {1: "D E F A", 2: "D B A G", 3: "C D E G", 4: None}),
        (["Four from the root", "Four down to the root"], {1: "D E F A", 2: "D B A G"}),
    ],
)
@pytest.mark.parametrize(("key", "up"), [("C", 0), ("E♭", 3)])
def test_a_motif_by_hand(motif: list[str], bars: dict[int, str | None], key: str, up: int) -> None:
    names = [BY_NAME[name] for name in motif]
    made = etude(
        "key: C\n| Dm7 | G7 | Cmaj7 | A7 |\n| Dm7 | G7 | Cmaj7 | % |", [key], pieces=names, breath=2, level=1,
        motif=list(range(len(names))), tension=False,
    )  # fmt: skip
    strip = made.strips[0]
    roles = [words for _, words in strip.labels]
    assert roles[:4] == ["stated", "answered", "stated", "answered"]
    home = etude("key: C\n| Dm7 | G7 | Cmaj7 | A7 |\n| Dm7 | G7 | Cmaj7 | % |", ["C"], pieces=names, breath=2, level=1,
                 motif=list(range(len(names))), tension=False).strips[0]  # fmt: skip
    for bar, wanted in bars.items():
        if wanted is None:
            continue
        played = [note.tone.sounding.name.text for note in home.notes if 4 * bar - 4 <= note.start < 4 * bar]
        assert played[:4] == wanted.split(), bar
    above = {
        (there.tone.sounding.midi - here.tone.sounding.midi) % 12
        for here, there in zip(home.notes, strip.notes, strict=True)
    }
    assert above == {up}


@pytest.mark.parametrize(
    ("wanted", "words"),
    [
        ({}, "an etude of two pieces, one in every two bars, in phrases"),
        ({"line": "unbroken", "breath": 4},
         "an etude of two pieces, one in every two bars, a breath after every four bars"),
        ({"breath": 4, "level": 1, "every": 1},
         "an etude of two pieces, one in every bar, in phrases of four bars on the beats"),
        ({"motif": [1], "level": 3, "peak": 9},
         "an etude on “B”, in phrases with ties over the barline and triplets, highest in bar 9"),
        ({"motif": [0, 1]}, "an etude on “A” and “B”, in phrases"),
    ],
)  # fmt: skip
def test_how_it_is_said(wanted: dict[str, Any], words: str) -> None:
    pieces = (VocabularyPiece(name="A"), VocabularyPiece(name="B"))
    assert etude_text(Etude(pieces=pieces, **wanted)) == words


@pytest.mark.parametrize(
    ("rhythms", "message"),
    [
        ('begins = ["sss"]\nends = []\nphrase = []', "sss does not fill a bar of 4/4"),
        ('begins = []\nends = ["ssssssss"]\nphrase = []', "ssssssss does not end with a beat of rest"),
        ('begins = []\nends = []\nphrase = ["ssssssrr"]', "is not two bars"),
    ],
)
def test_a_rhythm_that_does_not_fill_its_bars_is_refused(rhythms: str, message: str) -> None:
    with pytest.raises(ValueError, match=message):
        read_etude_tables(f'[[rhythm]]\nmetre = "4/4"\nlevel = 1\ngoes_on = []\n{rhythms}', "")


def test_two_dozen_rhythms_of_one_and_two_bars_ship() -> None:
    rows = [TABLES.etudes.rhythms["4/4", level] for level in (1, 2, 3)]
    texts = [text for row in rows for text in (*row.begins, *row.goes_on, *row.ends, *row.phrase)]
    assert len(texts) >= 24
    assert any("|h" in text for row in rows[2:] for text in row.phrase)  # tied over the barline
    assert all("(" not in text and not text.startswith("r") for text in rows[0].begins)


FORMS = [form for form in TABLES.forms if len(form.changes_in(form.key).bars) >= 8][:12]


def test_a_dozen_forms_breathe_end_and_do_not_repeat_themselves() -> None:
    """Over twelve forms, seeds and instruments: rests, repeats, the ending, the range; figures as they are told."""
    counted: Counter[str] = Counter()
    for number, form in enumerate(FORMS):
        for seed in (number,):
            made = etude(form.text_in(form.key), ["C"], PLAYERS[(number + seed) % 5], seed=seed)
            (strip,) = made.strips
            notes = sorted(strip.notes, key=lambda note: note.start)
            heights = [note.tone.sounding.midi for note in notes]
            reach = made.instrument.full
            assert all(reach.holds(note.tone.written.midi, note.tone.written.midi) for note in notes)
            last = notes[-1]
            assert last.start.denominator == 1
            assert last.tone.role == "chord"
            home = strip.stop.chords_written[-1]
            assert last.length >= min(Fraction(1), home.length)
            silent = sum((end - start for start, end in silences(strip)), Fraction(0))
            counted += Counter(
                beats=int(strip.end), silent=int(silent), notes=len(notes),
                again=sum(one == other for one, other in pairwise(heights)),
            )  # fmt: skip
            halves: dict[int, list[int]] = {}
            for note in notes:
                halves.setdefault(int(note.start // (made.metre.quarters / 2)), []).append(note.tone.sounding.midi)
            twice = sum(len(half) > 1 and halves.get(place - 1) == half for place, half in halves.items())
            counted += Counter(halves=len(halves), twice=twice)
            rows = {row.label: row.value for row in etude_rows(strip, made.recipe, made.metre)}
            assert rows["Silent beats, in 100"] == str(round(100 * silent / strip.end))
            assert rows["Half bars played twice, in 100"] == str(round(100 * twice / len(halves)))
            top = {
                int(note.start // made.metre.quarters) + 1 for note in notes if note.tone.sounding.midi == max(heights)
            }
            assert int(rows["Highest note"].removeprefix("bar ")) in top
    assert 8 * counted["beats"] <= 100 * counted["silent"] <= 30 * counted["beats"]
    assert 100 * counted["twice"] < 2 * counted["halves"]
    assert 100 * counted["again"] < 2 * counted["notes"]


def test_what_is_told_to_be_open_and_ruled_keeps_its_place() -> None:
    """A rule over the last chord plays there; open bars stay open, but for the ending."""
    changes = "key: C\n| Dm7 | G7 | Cmaj7 | A7 | Dm7 | G7 | Cmaj7 | C6 |"
    ruled = read_recipe({
        "sounds": {"kind": "changes", "changes": {"text": changes}}, "figure": {"kind": "unbroken"},
        "keys": {"order": "picked", "picked": ["C"]}, "etude": {"pieces": PIECES, "rest": "open", "every": 4},
        "rules": [{"where": {"bars": "8"},
                   "what": {"kind": "play", "figure": {"kind": "cell", "text": "5 3 2 1"}, "value": "quarter"}}],
    })  # fmt: skip
    strip = press(ruled, TABLES).strips[0]
    assert [note.tone.sounding.name.text for note in strip.notes if note.start >= 28] == ["G", "E", "D", "C"]
    alone = press(ruled.model_copy(update={"rules": ()}), TABLES).strips[0]
    assert [note.tone.role for note in alone.notes if note.start >= 28] == ["chord"]


def test_an_unbroken_line_knows_no_motif() -> None:
    changes = "key: C\n| Dm7 | G7 | Cmaj7 | A7 |\n| Dm7 | G7 | Cmaj7 | % |"
    plain, told = (etude(changes, ["C"], line="unbroken", motif=motif).strips[0] for motif in ((), (0,)))
    assert plain.pieces == told.pieces
    assert [note.tone.written for note in plain.notes] == [note.tone.written for note in told.notes]
    assert not told.course
