"""What a player would stumble over, cures that have been tried, and orders of tones as a set."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.remarks.on_joins import leaps, repeats
from dodecant.music.core.tonics import USUAL
from dodecant.tables import load_tables
from tests.generated import examples
from tests.patching import patched
from tests.strategies import few_keys


def pressed(*keys: str, **document: Any) -> Exercise:
    return press(read_recipe({"keys": {"order": "picked", "picked": keys or ["C"]}, **document}), load_tables())


UP = {"high": {"step": 3, "octave": 1}, "direction": "up"}
WIDE = {"figure": {"kind": "cell", "text": "1 10"}, "path": UP}


@pytest.mark.parametrize(
    ("document", "kind", "words", "cures"),
    [
        (WIDE, "leap", "C: a leap of more than an octave from C4 to E5, and 4 more like it.", []),
        (
            {"figure": {"kind": "cell", "text": "1 3 2"}, "path": UP},
            "repeat", "C: D4 is struck twice in a row, and 1 more like it.",
            ["Turn every second one round", "Walk in thirds"],
        ),
        (
            {"figure": {"kind": "intervals", "size": 2}, "path": UP},
            "repeat", "C: D5 is struck twice in a row, and 1 more like it.",
            ["One up, the next down", "Walk in thirds"],
        ),
        (
            {"figure": {"kind": "cell", "text": "8 1"}, "path": {**UP, "high": {"octave": 2}, "by": "third"}},
            "leap", "C: a leap of more than an octave from C4 to E5, and 2 more like it.",
            ["Turn every second one round"],
        ),
        ({"path": {"high": {"octave": 3}, "direction": "up"}}, "seam",
         "C: played again, it leaps from C6 to C4.", ["Go there and back"]),
    ],
)  # fmt: skip
def test_what_is_told(document: dict[str, Any], kind: str, words: str, cures: list[str]) -> None:
    found = [remark for remark in pressed(**document).remarks if remark.kind == kind]
    assert found[0].text.replace(" Ionian", "") == words
    assert [cure.label for cure in found[0].cures] == cures


def test_remarks_are_said_once_with_their_keys_the_most_important_first() -> None:
    high = {"path": {"high": {"octave": 4}, "direction": "up"}, "figure": {"kind": "intervals", "size": 10}}
    found = pressed("C", "G", "D", "A", "E", "B", **high, player={"instrument": "clarinet"}).remarks
    told = [(remark.kind, remark.pointer) for remark in found]
    assert len(set(told)) == len(told)
    assert [kind for kind, _ in told] == ["shortened", "leap", "seam", "seam", "signs"]
    (leap,) = (remark for remark in found if remark.kind == "leap")
    assert leap.text.endswith("; likewise in all 6 strips.")
    (some,) = (r for r in pressed("C", "G", "D", **high).remarks if r.kind == "leap")
    assert some.text.endswith("; likewise in G Ionian and D Ionian.")
    assert (some.strip, some.also) == (0, (1, 2))


@pytest.mark.parametrize("start", [0, 1, 2, 3])
def test_a_leap_over_a_bar_of_rest_is_none(start: int) -> None:
    """Two octaves up in quarters: fifteen notes leave a beat of the fourth bar, less the later they start."""
    path, player = {"high": {"octave": 3}, "direction": "up"}, {"reach": "full"}
    placement = {"value": "quarter", "ending": "rest", "start": start}
    found = pressed("C", "D♭", path=path, player=player, placement=placement)
    silence = (1 - start) % 4 + start
    assert bool([r for r in found.remarks if r.pointer == "/keys"]) == (silence < 4)


def test_a_pianist_has_all_of_the_piano() -> None:
    path = {"low": {"step": 1}, "high": {"octave": 5}, "direction": "up"}
    assert "comfort" not in {remark.kind for remark in pressed("C", path=path).remarks}
    assert "comfort" in {
        r.kind for r in pressed("C", path={"high": {"octave": 3}}, player={"instrument": "trumpet"}).remarks
    }


def test_the_seam_between_two_strips_is_told_once() -> None:
    found = pressed("C", "D♭", path={"high": {"octave": 3}, "direction": "up"}, player={"reach": "full"})
    assert [remark.text for remark in found.remarks if remark.pointer == "/keys"] == [
        "From C Ionian to D♭ Ionian it leaps from C5 to D♭3."
    ]
    wide = {
        "path": {"low": {"octave": 1}, "high": {"step": 5, "octave": 2}},
        "figure": {"kind": "cell", "text": "1 8+"},
    }
    for keys, label in ((("C", "D♭"), "Keep neighbouring keys side by side"), (("C", "F♯"), None)):
        told = [r for r in pressed(*keys, **wide, player={"instrument": "clarinet"}).remarks if r.pointer == "/keys"]
        assert [cure.label for remark in told for cure in remark.cures] == ([label] if told and label else [])


@pytest.mark.parametrize(
    "document",
    [
        {"figure": {"kind": "run", "roots": "repeat"}},
        {"figure": {"kind": "lick", "text": "1:1 1 2 3"}, "path": {"span": "once"}},
        {"figure": {"kind": "lick", "text": "1:1 r 10 3"}, "path": {"span": "once"}},
    ],
)
def test_what_is_meant_is_not_remarked(document: dict[str, Any]) -> None:
    assert not [remark for remark in pressed(**document).remarks if remark.kind in ("leap", "repeat")]


@given(few_keys)
@examples(40)
def test_every_cure_offered_for_a_join_mends_it(recipe: Recipe) -> None:
    tables = load_tables()
    exercise = press(recipe, tables)
    for kind, found in (("leap", leaps), ("repeat", repeats)):
        told = [remark for remark in exercise.remarks if remark.kind == kind]
        where = {strip for remark in told for strip in (remark.strip, *remark.also)}
        if kind == "leap":
            assert where == {strip.stop.index for strip in exercise.strips if found(strip.notes)}
        for cure in told[0].cures if told else ():
            mended = press(read_recipe(patched(recipe.model_dump(mode="json"), cure.patch)), tables)
            here = exercise.strips[told[0].strip or 0].stop
            same = [
                strip for strip in mended.strips if (strip.stop.written, strip.stop.key) == (here.written, here.key)
            ]
            assert not found(same[0].notes)


def test_all_orders_are_a_set_of_strips() -> None:
    path = {"high": {"step": 2, "octave": 1}, "direction": "up"}
    found = pressed("C", "F", figure={"kind": "pairs", "order": "each"}, path=path)
    assert len(found.strips) == 12
    assert [strip.stop.index for strip in found.strips] == list(range(12))
    assert [strip.heading for strip in found.strips[:2]] == [
        "C Ionian · low, middle, high", "C Ionian · low, high, middle"
    ]  # fmt: skip
    assert [" ".join(n.tone.written.name.text for n in strip.notes[:3]) for strip in found.strips[:6]] == [
        "C F A", "C A F", "F C A", "F A C", "A C F", "A F C"
    ]  # fmt: skip
    cells = pressed("C", figure={"kind": "cell", "text": "1 2 3 5", "order": "each"}, path={"span": "once"})
    assert len({tuple(n.tone.number for n in strip.notes) for strip in cells.strips}) == 24
    over = {"kind": "changes", "changes": {"text": "| Dm7 | G7 |"}}
    through = pressed("C", figure={"kind": "cell", "text": "1 2 3", "order": "each"}, sounds=over)
    assert [" ".join(str(n.tone.step) for n in strip.notes[:3]) for strip in through.strips] == [
        "1 2 3", "1 3 2", "2 1 3", "2 3 1", "3 1 2", "3 2 1"
    ]  # fmt: skip
    with pytest.raises(RecipeError) as caught:
        pressed(figure={"kind": "cell", "text": "1 2 3 4 5 6", "order": "each"})
    assert caught.value.problems[0].pointer == "/figure/order"
    with pytest.raises(RecipeError, match="1000 are the most"):
        pressed(*USUAL["major"], figure={"kind": "cell", "text": "1 2 3 4 5", "order": "each"})
