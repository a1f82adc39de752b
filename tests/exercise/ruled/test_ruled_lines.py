"""Lines with mixed figures: the cheapest of all, bars full, enclosures landed; what cannot be is told at its place."""

from __future__ import annotations

from fractions import Fraction
from itertools import product
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.explain import explain_join
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.joining import cheapest_candidates, total_cost
from dodecant.exercise.over_changes.ruled.lines import RuledLines
from dodecant.exercise.over_changes.ruled.rule_assignments import RuleAssignments
from dodecant.exercise.player import resolved_player
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.routes.stops import stops
from dodecant.music.core.metre import Metre
from dodecant.music.core.tonics import TonicNames
from dodecant.tables import load_tables
from tests.generated import examples

TABLES = load_tables()
FORMS = [
    "key: C\n| Dm7 | G7 | Cmaj7 |", "key: C minor\n| Dm7b5 G7 | Cm7 |", "key: F\n| F7 | Bb7 | C7 F7 |",
    "key: G\n| Bm7b5 | E7b9 | Am7 D7 |",
]  # fmt: skip
OWN = [
    {"kind": "unbroken"}, {"kind": "guide-tones"}, {"kind": "cell", "text": "1 2 3 5"},
    {"kind": "arpeggios", "tones": "seventh"}, {"kind": "lick", "text": "5:½ ♭3 2 1:1 r:1½", "over": "Cm7"},
]  # fmt: skip
PLAYED: list[dict[str, Any]] = [
    *({"kind": "play", "figure": figure} for figure in OWN),
    {"kind": "play", "figure": {"kind": "cell", "text": "3 2 1"}, "value": "triplet"},
    {"kind": "play", "figure": {"kind": "pairs"}, "scale": {"scale": "altered"}},
    {"kind": "play", "figure": {"kind": "run"}, "path": {"span": "ends"}, "value": "quarter", "slots": "srss"},
    {"kind": "play", "figure": {"kind": "lick", "text": "5:½ | 3:1 5 1:2", "over": "C"}},
    {"kind": "play", "figure": {"kind": "cell", "text": "3 5 1"}, "enclosure": {"kind": "above-below"}},
    {"kind": "play", "enclosure": {"kind": "half-below-above", "targets": "chord"}},
    {"kind": "upside-down"}, {"kind": "open"},
]  # fmt: skip
places = st.sampled_from(
    [{"step": "II"}, {"step": "V"}, {"step": "I"}, {"role": "dominant"}, {"quality": "minor"}, {"bars": "2"}, {}]
)
rules = st.lists(st.fixed_dictionaries({"where": places, "what": st.sampled_from(PLAYED)}), min_size=1, max_size=3)


@st.composite
def recipes(draw: st.DrawFn, keys: tuple[str, ...] = ("C",)) -> Recipe:
    """Small forms with mixed figures, on several instruments."""
    return read_recipe(
        {
            "sounds": {"kind": "changes", "changes": {"text": draw(st.sampled_from(FORMS))}},
            "figure": draw(st.sampled_from(OWN)), "rules": draw(rules), "path": {"span": "once"},
            "keys": {"order": "picked", "picked": list(keys)},
            "player": {"instrument": draw(st.sampled_from(["trumpet", "clarinet", "electric-bass"]))},
            "joins": {
                "direction": draw(st.sampled_from(["path", "either"])), "leap": draw(st.integers(0, 5)),
                "repeat": draw(st.integers(0, 5)), "strong": draw(st.integers(0, 5)),
                "keys": draw(st.sampled_from(["each", "same"])),
            },
        }
    )  # fmt: skip


def pressed(recipe: Recipe) -> Exercise | None:
    """The exercise; None where every bar is left open."""
    try:
        return press(recipe, TABLES)
    except RecipeError as error:
        assert all(problem.message and problem.cure for problem in error.problems)
        return None


@given(recipes())
@examples(250)
def test_no_way_through_the_form_costs_less(recipe: Recipe) -> None:
    player = resolved_player(recipe, TABLES.instruments)
    metre = Metre(4, 4)
    lines = RuledLines(RuleAssignments(LineWork.of(recipe, player, _lick(recipe)), TABLES.scales, metre), player)
    names = TonicNames.preferring((), ())
    stop = lines.what.stop(stops(recipe, TABLES.scales, names, player.instrument)[0])
    try:
        plan = lines.plan(stop)
    except RecipeError:
        return
    assert plan.taken == tuple(cheapest_candidates(plan.steps, recipe.joins))
    few = [step[:5] for step in plan.steps]  # every combination of the first ways over each passage
    taken = cheapest_candidates(few, recipe.joins)
    cost = total_cost([step[number] for step, number in zip(few, taken, strict=True)], recipe.joins)
    assert cost == min(total_cost(line, recipe.joins) for line in product(*few))
    whole = total_cost([step[number] for step, number in zip(plan.steps, plan.taken, strict=True)], recipe.joins)
    assert whole <= cost


def _lick(recipe: Recipe) -> Any:
    from dodecant.exercise.melody.lick import read_against

    figure: Any = recipe.figure
    return read_against(figure.text, figure.over, Metre(4, 4), TABLES.scales) if figure.kind == "lick" else None


@given(recipes(("C", "G♭", "A")))
@examples(100)
def test_bars_are_full_and_lines_in_reach_or_told(recipe: Recipe) -> None:
    exercise = pressed(recipe)
    if exercise is None:
        return
    full = exercise.instrument.full
    for strip in exercise.strips:
        for bar in strip.bars:
            assert sum((piece.length for piece in bar.pieces), start=Fraction(0)) == 4
        ends = [note.start + note.length for note in strip.notes]
        assert all(end <= after.start for end, after in zip(ends, strip.notes[1:], strict=False))
        assert all(full.holds(note.tone.written.midi, note.tone.written.midi) for note in strip.notes)


@given(recipes(("C", "E♭", "B")))
@examples(100)
def test_one_line_for_all_keys_is_the_same_line(recipe: Recipe) -> None:
    exercise = pressed(recipe)
    if (
        exercise is None
        or recipe.joins.keys == "each"
        or any(r.kind in ("folded", "comfort") for r in exercise.remarks)
    ):
        return
    home = [note.tone.written.midi for note in exercise.strips[0].notes]
    for strip in exercise.strips[1:]:
        there = [note.tone.written.midi for note in strip.notes]
        assert len({b - a for a, b in zip(home, there, strict=True)}) == 1


@pytest.mark.parametrize(
    ("what", "notes"),
    [
        # The half step below and the tone above E, then E: on the time of G7, whatever is played there.
        ({"kind": "play", "figure": {"kind": "cell", "text": "3 5 3 1"}, "enclosure": {"kind": "above-below"}},
         "G A B D | G A F D♯ | E G E C"),
        ({"kind": "play", "figure": {"kind": "guide-tones", "begin": "third"}, "enclosure": {"kind": "below"}},
         "G A B D | G A B D♯ | E"),
    ],
)  # fmt: skip
def test_enclosures_aim_at_the_first_note_of_whatever_comes_next(what: dict[str, Any], notes: str) -> None:
    recipe = read_recipe(
        {
            "sounds": {"kind": "changes", "changes": {"text": "key: C\n| G7 | G7 | Cmaj7 |"}},
            "figure": {"kind": "cell", "text": "1 2 3 5"}, "path": {"span": "once"}, "placement": {"value": "quarter"},
            "keys": {"order": "picked", "picked": ["C"]}, "rules": [{"where": {"step": "I"}, "what": what}],
        }
    )  # fmt: skip
    strip = press(recipe, TABLES).strips[0]
    bars: list[list[str]] = [[], [], []]
    for note in strip.notes:
        bars[int(note.start // 4)].append(note.tone.written.name.text)
    assert " | ".join(" ".join(bar) for bar in bars) == notes


def test_a_lick_begins_on_the_time_of_the_chord_before() -> None:
    """Its pickup cuts the line short, and nothing sounds together."""
    recipe = read_recipe(
        {
            "sounds": {"kind": "changes", "changes": {"text": "key: C\n| G7 | Cmaj7 |"}},
            "figure": {"kind": "unbroken"},
            "keys": {"order": "picked", "picked": ["C"]},
            "rules": [{"where": {"step": "I"}, "what": PLAYED[8]}],
        }
    )
    notes = press(recipe, TABLES).strips[0].notes
    assert [(str(note.start), note.tone.written.name.text) for note in notes if note.start >= 3] == [
        ("3", "F"), ("7/2", "G"), ("4", "E"), ("5", "G"), ("6", "C"),
    ]  # fmt: skip


@given(recipes(), st.integers(0, 11))
@examples(60)
def test_every_join_is_explained(recipe: Recipe, beat: int) -> None:
    exercise = pressed(recipe)
    if exercise is None:
        return
    try:
        found = explain_join(recipe, TABLES, 0, Fraction(beat))
    except RecipeError:
        return  # nothing is played there
    assert found.ways
    assert sum(way.taken for way in found.ways) == 1


@pytest.mark.parametrize(
    ("rule", "pointer", "words"),
    [
        ({"where": {"bars": "9"}}, "/rules/0/where/bars", "The form has 3 bars. Write bars from 1 to 3."),
        ({"where": {"choruses": "2"}}, "/rules/0/where/choruses",
         "The form is played once. Write choruses from 1 to 1."),
        ({"where": {"section": "C"}}, "/rules/0/where/section",
         "The form has no section C. Name sections in the changes."),
        ({"where": {"bars": "0-2"}}, "/rules/0/where/bars", "“0-2” is no number or span. Write 1-4, 7."),
        ({"where": {"step": "X"}}, "/rules/0/where/step", "“X” is no step of a key. Write II, V, ♭VII or ♯IV."),
        ({"where": {"phrase": 4}}, "/rules/0/where",
         "A place in the phrase needs both. Say how many bars a phrase has, and which of them."),
        ({"where": {"phrase": 2, "phrase_bars": "3"}}, "/rules/0/where",
         "A phrase of 2 bars has no bar 3. Write bars from 1 to 2."),
        ({"what": {"kind": "open"}}, "/rules", "Every bar is left open. Let something be played over a chord."),
        ({"what": {"kind": "play", "value": "eighth", "slots": "sss"}}, "/rules/0/what/slots",
         "3 slots do not fill bars of 4/4. Write 8 or 16 slots, or choose another note value."),
        ({"what": {"kind": "play", "slots": "sss"}}, "/rules/0/what",
         "A rhythm needs its note value. Choose what a slot is: an eighth."),
        ({"what": {"kind": "play", "scale": {"scale": "nowhere"}}}, "/rules/0/what/scale/scale", None),
        ({"what": {"kind": "play", "figure": {"kind": "arpeggios", "rhythm": "struck"}}}, "/rules/0/what/figure/rhythm",
         "The trumpet sounds one note at a time. Play the tones one after another."),
        ({"what": {"kind": "play", "figure": {"kind": "lick", "text": "1:½ 2:⅓ 3 4:½", "over": "C"}}},
         "/rules/0/what/figure/text", None),
    ],
)  # fmt: skip
def test_what_cannot_be_is_told_at_its_place(rule: dict[str, Any], pointer: str, words: str | None) -> None:
    document = {
        "sounds": {"kind": "changes", "changes": {"text": FORMS[0]}}, "rules": [rule],
        "player": {"instrument": "trumpet"},
    }  # fmt: skip
    with pytest.raises(RecipeError) as raised:
        press(read_recipe(document), TABLES)
    problem = raised.value.problems[0]
    assert problem.pointer == pointer
    assert words is None or f"{problem.message} {problem.cure}" == words


@pytest.mark.parametrize(
    ("rules", "text"),
    [
        ([{"where": {"step": "bVI"}, "what": {"kind": "open"}}],
         "Rule 1 never plays: these changes have no such chord."),
        ([{"where": {"step": "V"}, "what": {"kind": "open"}}, {"where": {"role": "dominant"},
         "what": {"kind": "open"}}],
         "Rule 2 never plays: where it holds, others tell more exactly where, or stand before it."),
    ],
)  # fmt: skip
def test_rules_that_never_play_are_told(rules: Any, text: str) -> None:
    document = {"sounds": {"kind": "changes", "changes": {"text": FORMS[0]}}, "rules": rules}
    remarks = [remark for remark in press(read_recipe(document), TABLES).remarks if remark.pointer.startswith("/rules")]
    assert [remark.text for remark in remarks] == [text]
    assert len(remarks[0].cures[0].patch["rules"]) == len(rules) - 1  # type: ignore[arg-type]


def test_the_sentence_says_what_is_played_where() -> None:
    document = {
        "sounds": {"kind": "changes", "changes": {"text": "title: Ticket Hall Blues\nkey: F\n| F7 | Gm7 | C7 |"}},
        "figure": {"kind": "unbroken"},
        "rules": [
            {"where": {"step": "II"}, "what": PLAYED[2]}, {"where": {"step": "V"}, "what": PLAYED[6]},
            {"where": {"bars": "1-2"}, "what": {"kind": "open"}},
            {"where": {"quality": "minor", "choruses": "1"}, "what": {"kind": "upside-down"}},
        ],
    }  # fmt: skip
    from dodecant.exercise.wording.sentence import sentence_text

    said = sentence_text(press(read_recipe(document), TABLES).sentence)
    assert said.startswith(
        "Over Ticket Hall Blues, beginning in C major, take 1 2 3 5 on every II, a triad pair in threes up from the "
        "altered scale on every V, open bars in bars 1 to 2, same, inverted on every minor chord in chorus 1, "
        "and an unbroken line elsewhere, up first, in eighths"
    )
