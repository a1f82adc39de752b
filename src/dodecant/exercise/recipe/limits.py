"""How large and how long the fields of documents may be, read off the documents themselves."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cache
from typing import Any

from pydantic import TypeAdapter

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.rhythm.placement import OwnRhythm
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale

_KEPT = {"minimum": "least", "maximum": "most", "minItems": "fewest", "maxItems": "most", "maxLength": "longest"}


@cache
def limits(*more: type) -> Mapping[str, Mapping[str, int]]:
    """By part and field ("Call.bars"): the least and the most of a number or a list, the longest of a text; of recipes,
    what is kept beside them, and `more` documents.

    >>> sorted(limits()["Call.bars"].items())
    [('least', 1), ('most', 8)]
    """
    found: dict[str, Mapping[str, int]] = {}
    models: tuple[type, ...] = (Recipe, OwnRhythm, OwnScale, *more)
    for model in models:
        schema = TypeAdapter(model).json_schema()
        for part, described in {model.__name__: schema, **schema.get("$defs", {})}.items():
            for field, of_field in described.get("properties", {}).items():
                kept = _of(of_field)
                if kept:
                    found[f"{part}.{field}"] = kept
    return found


def _of(described: Mapping[str, Any]) -> dict[str, int]:
    """The limits of a field, or of the one form of it that is not null."""
    forms = [described, *described.get("anyOf", ())]
    return {name: form[key] for form in forms for key, name in _KEPT.items() if key in form}
