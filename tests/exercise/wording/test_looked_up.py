"""What can be looked up: everything has a name of its own, opens somewhere, and begins with a recipe that works."""

from __future__ import annotations

import pytest

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.findable import Findable, findables, look_up, nearest_word, read_help
from dodecant.exercise.wording.traits import Trait, traits
from dodecant.music.core.errors import MusicError


def everything(tables: Tables) -> tuple[Findable, ...]:
    return findables(
        tables.helps,
        tables.scales.scales,
        tables.forms,
        tables.vocabulary,
        tables.instruments.instruments,
        tables.explanations,
    )


def test_all_that_begins_something_begins_it(tables: Tables) -> None:
    found = everything(tables)
    assert len({(one.group, one.title) for one in found}) == len(found)
    for one in found:
        assert one.text or one.group == "piece", one.title
        assert (one.begin is not None) == one.place.startswith("bench/")
        if one.begin is not None:
            assert press(one.begin, tables).strips, one.title


@pytest.mark.parametrize(
    ("words", "group", "title"),
    [
        ("enclosure", "help", "Enclosure"),
        ("surround", "help", "Enclosure"),
        ("BEBOP dom", "scale", "bebop dominant"),
        ("lydian", "scale", "Lydian"),
        ("lydian b7", "scale", "Lydian dominant"),
        ("♭7 lydian", "scale", "Lydian dominant"),
        ("triad pair", "bench", "Triad pair"),
        ("guide", "bench", "Guide tones"),
        ("clar", "instrument", "clarinet"),
        ("II V I in minor", "form", "II V I in minor"),
        ("transpose", "help", "Keys in order"),
        ("doctor", "help", "Practising safely"),
        ("pdf", "help", "Print and export"),
    ],
)
def test_a_newcomers_word_finds_it_first(tables: Tables, words: str, group: str, title: str) -> None:
    first, *_ = look_up(words, everything(tables), 24)
    assert (first.group, first.title) == (group, title)


@pytest.mark.parametrize(
    ("words", "instead"), [("enclousure", "Enclosure"), ("mixolidian", "Mixolydian"), ("zzzz", "")]
)
def test_a_word_spelled_nearly_so_is_offered(tables: Tables, words: str, instead: str) -> None:
    assert look_up(words, everything(tables), 24) == ()
    assert nearest_word(words, everything(tables)) == instead


@pytest.mark.parametrize("words", ["", "  ", "?!", "\u0301", "a " * 100])
def test_any_text_can_be_looked_up(tables: Tables, words: str) -> None:
    assert len(look_up(words, everything(tables), 5)) <= 5


def test_a_place_that_is_none_is_refused() -> None:
    with pytest.raises(MusicError, match="no place"):
        read_help('[[help]]\ntitle = "A"\nalso = []\ntext = "B"\nopens = "cellar"\n')


def test_traits_are_what_a_recipe_names(tables: Tables) -> None:
    recipe = read_recipe(
        {
            "tags": ["Tuesday", "Tuesday"],
            "figure": {"kind": "cell", "text": "1 2"},
            "sounds": {"kind": "several", "scales": ["dorian", {"name": "mine", "degrees": "1 2 3"}, "unknown"]},
            "player": {"instrument": "nobody plays it"},
        }
    )
    assert traits(recipe, tables.scales, tables.instruments) == (
        Trait("scale", "Dorian"),
        Trait("scale", "mine"),
        Trait("figure", "Cell"),
        Trait("tag", "Tuesday"),
    )
