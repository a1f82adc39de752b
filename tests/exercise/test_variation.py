"""Harder, easier, and surprises: one phrase at a time, always a recipe that works."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Player, Recipe, read_recipe
from dodecant.exercise.recipe.figures import Cell
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.variation import LEVELS, read_levels, surprise, varied
from dodecant.exercise.tables import Tables
from dodecant.music.core.errors import MusicError
from dodecant.tables import load_tables
from tests.generated import examples
from tests.strategies import INSTRUMENTS

TABLES = load_tables()


def differing(one: Recipe, other: Recipe) -> set[str]:
    return {field for field in Recipe.model_fields if getattr(one, field) != getattr(other, field)}


@given(st.integers(0, 999), st.integers(1, LEVELS), st.sampled_from(INSTRUMENTS))
@examples(60)
def test_a_surprise_works_and_comes_again(seed: int, level: int, instrument: str) -> None:
    player = Player(instrument=instrument)
    found = surprise(seed, level, TABLES.levels, player)
    assert found == surprise(seed, level, TABLES.levels, player)
    assert found.player == player
    assert press(found, TABLES).strips


def test_levels_grow_and_seeds_differ() -> None:
    easy, hard = ([surprise(n, level, TABLES.levels, Player()) for n in range(30)] for level in (1, LEVELS))
    assert max(recipe.tempo for recipe in easy) < min(recipe.tempo for recipe in hard)
    assert {recipe.placement.value for recipe in easy} <= {"quarter", "eighth"}
    assert {recipe.placement.value for recipe in hard} <= {"triplet", "sixteenth"}
    assert len({recipe.model_dump_json() for recipe in hard}) > 20


@given(st.integers(0, 200), st.integers(1, LEVELS), st.lists(st.sampled_from(["harder", "easier"]), max_size=6))
@examples(40)
def test_each_step_changes_one_phrase_and_says_which(seed: int, level: int, ways: list[str]) -> None:
    recipe = surprise(seed, level, TABLES.levels, Player())
    for way in ways:
        try:
            found = varied(recipe, TABLES.levels, way)  # type: ignore[arg-type]
        except RecipeError as error:
            assert error.problems[0].cure
            continue
        assert differing(recipe, found.recipe) == {found.phrase}
        assert found.words
        recipe = found.recipe


def test_harder_and_harder_reaches_the_top_and_easier_leads_back(tables: Tables) -> None:
    recipe, seen = Recipe(), []
    with pytest.raises(RecipeError, match="as hard as it gets"):
        while True:
            found = varied(recipe, tables.levels, "harder")
            recipe = found.recipe
            seen.append(found.phrase)
    assert set(seen) == {"path", "figure", "placement", "keys", "sounds", "tempo"}
    with pytest.raises(RecipeError, match="as easy as it gets"):
        while True:
            recipe = varied(recipe, tables.levels, "easier").recipe
    assert (recipe.figure.kind, recipe.placement.value, recipe.keys.order) == ("run", "quarter", "picked")


def test_the_teachers_own_phrases_are_left_alone(tables: Tables) -> None:
    own = read_recipe({"figure": {"kind": "cell", "text": "7- 1 4"}, "sounds": {"kind": "one", "scale": "augmented"}})
    for _ in range(8):
        own = varied(own, tables.levels, "harder").recipe
    assert own.figure == Cell(text="7- 1 4")


def test_a_step_no_recipe_can_take_is_refused() -> None:
    with pytest.raises(MusicError, match="Levels of path, sideways"):
        read_levels('[[levels]]\nphrase="path"\nlevels=[{words="sideways", value={direction="sideways"}}]')


def test_the_hands_get_harder_by_themselves_and_keep_their_settings() -> None:
    document = {
        "player": {"instrument": "guitar"},
        "figure": {"kind": "cell", "text": "1 2 4"},
        "fingering": {"kind": "fretted", "way": "position", "low": 5, "tuning": "D3 A3 D4 G4 B4 E5"},
    }
    levels = [phrase for phrase in TABLES.levels if phrase.phrase == "fingering"]
    recipe, said = read_recipe(document), []
    for _ in range(4):
        found = varied(recipe, levels, "harder")
        assert differing(recipe, found.recipe) == {"fingering"}
        recipe = found.recipe
        said.append(found.words)
        assert press(recipe, TABLES).strips
    assert said[-1] == "along one string"
    assert recipe.fingering == read_recipe(document).fingering.model_copy(update={"way": "one-string"})  # type: ignore[union-attr]
    assert all(surprise(seed, 5, TABLES.levels, Player()).fingering is None for seed in range(20))
