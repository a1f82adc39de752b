"""A new kind is one place a layer: toys are registered and played with everything; every table knows every kind."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from itertools import product
from typing import Any, ClassVar, Literal, get_args

import pytest
from hypothesis import find
from pydantic import TypeAdapter, ValidationError

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.melody.course import ORDERED, Groups, WalkedPath
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.figures import TONES
from dodecant.exercise.melody.figures.base import Figure
from dodecant.exercise.melody.ladder_scales import DEGREES
from dodecant.exercise.melody.path import Anchor
from dodecant.exercise.press import press
from dodecant.exercise.recipe.companions import COMPANIONS
from dodecant.exercise.recipe.courses import COURSES, CoursePart
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.enclosures import ENCLOSURES
from dodecant.exercise.recipe.figures import FIGURES, AnyFigure, FigurePart
from dodecant.exercise.recipe.kinds import Kinds
from dodecant.exercise.recipe.ladders import LADDERS, LadderPart
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.sounding.sounds import SOUNDS
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording import companions as companion_words
from dodecant.exercise.wording import figures as words
from dodecant.exercise.wording.sentence import sentence_text
from tests import strategies


class Rocking(FigurePart):
    """A toy: the anchor, so many rungs above it, the anchor."""

    kind: Literal["rocking"] = "rocking"
    far: int = 1


class RockingTones(Figure[Any]):
    def tones_on(self, anchor: Anchor, place: int = 0) -> list[FigureTone]:
        return [self.rung(anchor.rung), self.rung(anchor.rung + 2), self.rung(anchor.rung)]


class UpperLadder(LadderPart):
    """A toy: all degrees but the root."""

    kind: Literal["upper"] = "upper"


class TwiceCourse(CoursePart):
    """A toy: every figure twice."""

    kind: Literal["twice"] = "twice"
    repeats_notes: ClassVar[bool] = True


def _twice(course: CoursePart, walked: WalkedPath) -> Groups:
    return [group for group in walked.groups() for _ in range(2)]


@pytest.fixture
def toys(monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    """One place a layer: the document, the tones, the words."""
    rows: list[tuple[Any, Any, Any]] = [
        (TONES, Rocking, RockingTones),
        (words.FIGURES_SAID, Rocking, words.FigureWords("Rocking", lambda figure, first: "a rocking")),
        (DEGREES, UpperLadder, lambda part, side: side.degrees[1:]),
        (words.LADDERS, "upper", "all but the root"),
        (ORDERED, TwiceCourse, _twice),
        (words.COURSES, "twice", "each twice"),
        (ENCLOSURES, "both-whole", (2, -2)),
        (words.ENCLOSURES, "both-whole", "whole steps above and below"),
    ]
    for table, name, row in rows:
        monkeypatch.setitem(table, name, row)
    with FIGURES.with_one_more(Rocking), LADDERS.with_one_more(UpperLadder), COURSES.with_one_more(TwiceCourse):
        Recipe.model_rebuild(force=True)
        yield
    Recipe.model_rebuild(force=True)


ROCKING = {"kind": "rocking"}
UP_THREE = {"high": {"step": 3, "octave": 1}, "direction": "up"}
QUARTERS = {"placement": {"value": "quarter"}, "keys": {"order": "picked", "picked": ["C"]}}
CHANGES = {"kind": "changes", "changes": {"text": "key: C\n| Dm7 | G7 | Cmaj7 | % |"}}
PLACES: list[dict[str, Any]] = [
    {"path": UP_THREE}, {"path": {"span": "range"}}, {"path": {"span": "once"}},
    {"path": {**UP_THREE, "direction": "down-and-back", "close": "turn"}},
    {"sounds": CHANGES}, {"sounds": CHANGES, "joins": {"begin": "any", "direction": "either"}},
    {"sounds": CHANGES, "path": {"span": "range"}}, {"sounds": {"kind": "family", "parent": "ionian"}},
    {"sounds": {"kind": "morph", "scales": ["ionian", "lydian"]}}, {"sounds": {"kind": "chord", "quality": "m7"}},
]  # fmt: skip


def notes(found: Exercise) -> str:
    return " ".join(note.tone.written.text for note in found.strips[0].notes)


@pytest.mark.usefixtures("toys")
@pytest.mark.parametrize(
    ("document", "line", "said"),
    [
        ({"figure": ROCKING}, "C4 E4 C4 D4 F4 D4 E4 G4 E4", "Take a rocking through C Ionian"),
        # A path from the root begins on the seventh, the nearest tone.
        ({"ladder": {"kind": "upper"}}, "B3 D4 E4", "on all but the root"),
        ({"course": {"kind": "twice"}}, "C4 C4 D4 D4 E4 E4", "each twice"),
        ({"enclosure": {"kind": "both-whole"}}, "D4 B♭3 C4 E4 C4 D4 F♯4 D4 E4", "by whole steps above and below"),
    ],
)
def test_a_toy_is_played_and_said(tables: Tables, document: Any, line: str, said: str) -> None:
    one_octave = {"player": {"lowest": "B♭3", "highest": "B4"}}
    found = press(read_recipe({**document, "path": UP_THREE, **QUARTERS, **one_octave}), tables)
    assert notes(found) == line
    assert said in sentence_text(found.sentence)


@pytest.mark.usefixtures("toys")
def test_toys_are_played_with_everything(tables: Tables) -> None:
    refused = 0
    for ladder, course, enclosure, place in product(LADDERS.by_name, COURSES.by_name, (None, "both-whole"), PLACES):
        leading = None if enclosure is None else {"kind": enclosure}
        parts = {"figure": ROCKING, "ladder": {"kind": ladder}, "course": {"kind": course}, "enclosure": leading}
        try:
            found = press(read_recipe({**QUARTERS, **parts, **place}), tables)
        except RecipeError as error:
            refused += 1
            assert all(problem.message.endswith(".") and problem.pointer for problem in error.problems)
            continue
        assert all(strip.notes and strip.bars for strip in found.strips)
        assert "a rocking" in sentence_text(found.sentence)
    assert refused < 60  # of 600: what is too long over the whole range or for a triad pair


@pytest.mark.usefixtures("toys")
def test_a_fault_inside_a_toy_is_told_at_its_field() -> None:
    with pytest.raises(RecipeError) as caught:
        read_recipe({"figure": {**ROCKING, "far": "no"}})
    assert [problem.pointer for problem in caught.value.problems] == ["/figure/far"]


@pytest.mark.parametrize(
    ("kinds", "table"),
    [
        (FIGURES, TONES), (FIGURES, words.FIGURES_SAID), (LADDERS, DEGREES), (COURSES, ORDERED),
        (COMPANIONS, companion_words.COMPANIONS_SAID),
    ],
)  # fmt: skip
def test_every_kind_has_its_row(kinds: Kinds[Any], table: dict[type, object]) -> None:
    assert set(kinds.by_name.values()) == set(table)


def test_every_name_has_its_words() -> None:
    assert set(words.LADDERS) == set(LADDERS.by_name)
    assert set(words.COURSES) == set(COURSES.by_name)
    assert set(words.ENCLOSURES) == set(ENCLOSURES)


@pytest.mark.parametrize("kinds", [FIGURES, LADDERS, COURSES, SOUNDS, COMPANIONS])
def test_the_schema_lists_every_kind(kinds: Kinds[Any]) -> None:
    for name, kind in kinds.by_name.items():
        assert get_args(kind.model_fields["kind"].annotation) == (name,)
    field = {FIGURES: "figure", LADDERS: "ladder", COURSES: "course", SOUNDS: "sounds"}.get(kinds)
    if field:
        schema = Recipe.model_json_schema()["properties"][field]
        assert set(schema["discriminator"]["mapping"]) == set(kinds.by_name)


def test_kinds_refuse_what_they_are_not() -> None:
    with pytest.raises(ValidationError, match="union_tag_invalid"):
        TypeAdapter(AnyFigure).validate_python(ROCKING)


def _is(name: str, document: Any) -> bool:
    return bool(document["kind"] == name)


@pytest.mark.parametrize("part", strategies.KINDS)
def test_the_strategies_know_every_kind(part: str) -> None:
    names, strategy = strategies.KINDS[part]
    for name in names:
        assert find(strategy, partial(_is, name))["kind"] == name
