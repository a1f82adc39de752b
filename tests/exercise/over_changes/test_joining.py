"""Joins: the line that is taken costs least, by name, against trying every line there is."""

from __future__ import annotations

from fractions import Fraction
from itertools import pairwise, product
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.explain import explain_join
from dodecant.exercise.over_changes.joining import Candidate, alternatives, cheapest_candidates, join_costs, total_cost
from dodecant.exercise.recipe.document import Joins, read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.tables import Tables
from tests.exercise.test_placement import pressed
from tests.generated import examples

directions = st.sampled_from([-1, 0, 1])
heights = st.integers(48, 84)
ways = st.builds(Candidate, heights, heights, directions, directions, st.booleans(), st.integers(0, 12))
weights = st.builds(
    Joins, **{name: st.integers(0, 10) for name in ("leap", "repeat", "direction_change", "strong", "range")}
)


def by_hand(line: tuple[Candidate, ...], joins: Joins) -> int:
    """The costs as the documentation counts them, written out anew."""
    total = sum(joins.strong * way.foreign + joins.range * way.outside + way.shape for way in line)
    for one, other in pairwise(line):
        step = other.first - one.last
        far = sum(3 if n > 12 else 1 for n in range(3, abs(step) + 1))
        total += joins.leap * far + (joins.repeat if step == 0 else 0)
        if step:
            way = 1 if step > 0 else -1
            total += joins.direction_change * ([one.arrives, other.sets_out].count(-way))
    return total


@given(st.lists(st.lists(ways, min_size=1, max_size=4), min_size=1, max_size=4), weights)
@examples(800)
def test_the_line_costs_no_more_than_any_other(steps: list[list[Candidate]], joins: Joins) -> None:
    taken = cheapest_candidates(steps, joins)
    line = tuple(step[number] for step, number in zip(steps, taken, strict=True))
    assert total_cost(line, joins) == by_hand(line, joins) == min(by_hand(other, joins) for other in product(*steps))
    assert taken == cheapest_candidates(steps, joins)


@given(st.lists(st.lists(ways, min_size=1, max_size=4), min_size=1, max_size=5), weights, st.data())
def test_what_is_taken_costs_least_at_every_join(
    steps: list[list[Candidate]], joins: Joins, data: st.DataObject
) -> None:
    taken = cheapest_candidates(steps, joins)
    place = data.draw(st.integers(0, len(steps) - 1))
    found = alternatives(steps, taken, place, joins)
    line = [step[number] for step, number in zip(steps, taken, strict=True)]
    here = total_cost(line, joins)
    for one in found:
        changed = total_cost([*line[:place], steps[place][one.number], *line[place + 1 :]], joins)
        assert changed - here == one.total - found[0].total
    assert [one.taken for one in found] == [True, *[False] * (len(found) - 1)]


@pytest.mark.parametrize(
    ("before", "after", "wanted"),
    [
        (Candidate(60, 64, 1, 1), Candidate(65, 69, 1, 1), (0, 0, 0)),  # on, by step
        (Candidate(60, 64, 1, 1), Candidate(66, 69, 1, 1), (0, 0, 0)),
        (Candidate(60, 64, 1, 1), Candidate(67, 69, 1, 1), (2, 0, 0)),  # a half step beyond a whole step
        (Candidate(60, 64, 1, 1), Candidate(62, 60, -1, -1), (0, 0, 1)),  # turns at the join
        (Candidate(60, 64, 1, 1), Candidate(62, 65, 1, 1), (0, 0, 2)),  # down into a line that goes up: both turn
        (Candidate(60, 64, 1, 1), Candidate(64, 65, 1, 1), (0, 3, 0)),  # struck again
        (Candidate(60, 72, 1, 1), Candidate(48, 50), (92, 0, 1)),
    ],
)
def test_what_a_join_costs(before: Candidate, after: Candidate, wanted: tuple[int, int, int]) -> None:
    assert tuple(join_costs(before, after, Joins()).values()) == wanted


# Worked out by hand: quarters over two-five-ones, with what the joins may do.
ARPEGGIO = {"ladder": {"kind": "arpeggio"}, "path": {"high": {"step": 7, "octave": 1}, "direction": "up"}}
FREE = {"begin": "any"}


@pytest.mark.parametrize(
    ("text", "more", "joins", "notes"),
    [
        # From the root each time; the third chord lies below, as near as it can.
        ("| Dm7 | G7 | Cmaj7 |", ARPEGGIO, {}, "D4 F4 A4 C5 G4 B4 D5 F5 C5 E5 G5 B5"),
        # Inverted: every chord goes on from the tone next to the last one.
        ("| Dm7 | G7 | Cmaj7 |", ARPEGGIO, FREE, "D4 F4 A4 C5 B4 D5 F5 G5 E5 G5 B5 C6"),
        # In either direction there is a way that leaps nowhere and turns once.
        ("| Dm7 | G7 | Cmaj7 |", ARPEGGIO, {**FREE, "direction": "either"}, "F5 D5 C5 A4 G4 F4 D4 B3 C4 E4 G4 B4"),
    ],
)
def test_arpeggios_go_through_the_form(text: str, more: Any, joins: Any, notes: str) -> None:
    found = pressed({"value": "quarter"}, sounds={"kind": "changes", "changes": {"text": f"key: C\n{text}"}},
                    joins=joins, **more)  # fmt: skip
    assert " ".join(note.tone.written.text for note in found.strips[0].notes) == notes


CELL = {"figure": {"kind": "cell", "text": "1 2 3"}, "path": {"span": "once"}}


@pytest.mark.parametrize(
    ("leftover", "value", "where"),
    [
        ("cut", "eighth", "D4:1/2 E4:1/2 F4:1/2 D4:1/2 G4:1/2 A4:1/2 B4:1/2 G4:1/2"),
        ("held", "eighth", "D4:1/2 E4:1/2 F4:1 G4:1/2 A4:1/2 B4:1"),
        ("held", "quarter", "D4:1 E4:1 G4:1 A4:1"),  # too short for a whole figure: it is cut all the same
    ],
)
def test_what_becomes_of_a_figure_that_does_not_fit(leftover: str, value: str, where: str) -> None:
    found = pressed({"value": value}, sounds={"kind": "changes", "changes": {"text": "key: C\n| Dm7 G7 |"}},
                    joins={"leftover": leftover}, **CELL)  # fmt: skip
    assert " ".join(f"{note.tone.written.text}:{note.length}" for note in found.strips[0].notes) == where


def recipe_over(figure: Any, text: str = "| Dm7 | G7 | Cmaj7 |", **more: Any) -> Any:
    changes = {"kind": "changes", "changes": {"text": f"key: C\n{text}"}}
    return read_recipe({"sounds": changes, "figure": figure, "keys": {"order": "picked", "picked": ["C"]},
                        "placement": {"value": "quarter"}, **more})  # fmt: skip


@pytest.mark.parametrize(
    ("figure", "beat", "chord", "taken", "costs"),
    [
        ({"kind": "guide-tones", "begin": "seventh"}, 4, "G7", ("B4",), {"motion": 1}),
        ({"kind": "unbroken"}, 4, "G7", ("A5",), {"motion": 2, "direction_change": 0, "range": 0}),
        ({"kind": "run"}, 4, "G7", ("G4", "A4", "B4", "C5"), {"leap": 0, "repeat": 6, "direction_change": 0}),
    ],
)
def test_why_a_join_is_as_it_is(
    tables: Tables, figure: Any, beat: int, chord: str, taken: tuple[str, ...], costs: dict[str, int]
) -> None:
    found = explain_join(recipe_over(figure), tables, 0, Fraction(beat))
    assert found.chord == chord
    (way,) = [one for one in found.ways if one.taken]
    assert way.notes == taken
    assert costs.items() <= way.costs.items()
    assert way.total == min(one.total for one in found.ways)


@pytest.mark.parametrize(
    ("recipe", "strip", "beat"),
    [(read_recipe({}), 0, 0), (recipe_over({"kind": "run"}), 9, 0), (recipe_over({"kind": "run"}), 0, 99),
     (recipe_over({"kind": "lick", "text": "1 2 3"}), 0, 0)],
)  # fmt: skip
def test_where_nothing_is_joined_there_is_nothing_to_ask(tables: Tables, recipe: Any, strip: int, beat: int) -> None:
    with pytest.raises(RecipeError):
        explain_join(recipe, tables, strip, Fraction(beat))
