"""The first bars of a recipe as a small picture that stands alone, to know it by in a list."""

from __future__ import annotations

from lxml import etree

from dodecant.engraving.engraver import engrave_start
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.recipe.document import Recipe
from dodecant.formats.musicxml.score import strip_musicxml

_BARS = 2
_WIDTH = 600  # CSS pixels, at most
_SIZE = 0.62  # of a strip on the bench


def beginning(recipe: Recipe) -> Recipe:
    """The recipe in its first key, without anything but its notes: what the picture shows."""
    keys = {"order": "picked", "picked": recipe.keys.picked[:1] or (recipe.keys.start,)}
    plain = {"rules": False, "remarks_on_page": False}
    return recipe.model_copy(
        update={
            "numbers": "none",
            "keys": recipe.keys.model_copy(update=keys),
            "spelling": recipe.spelling.model_copy(update=plain),
        }
    )


def first_bars_svg(exercise: Exercise) -> bytes:
    """The first two bars of the first strip, in black, as large as they are shown."""
    score = strip_musicxml(exercise, exercise.strips[0], frozenset())
    root = etree.fromstring(engrave_start(score, _WIDTH, _BARS).encode(), etree.XMLParser(huge_tree=True))
    wide, high = (float(length) * _SIZE for length in root.get("viewBox", "0 0 0 0").split()[2:])
    root.set("width", f"{wide:.0f}")
    root.set("height", f"{high:.0f}")
    return bytes(etree.tostring(root))
