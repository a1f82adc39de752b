"""Older documents: fields that were renamed, so that every version that was ever written keeps loading.

`docs/recipe.md` shows the same table. Documents are parsed JSON; what is no object is left for the validator to refuse.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, Final

# Version 1 of the recipe: where (a path of parts, then the kind it holds for), the old name, the new one.
RENAMED: Final[tuple[tuple[str, str, str], ...]] = (
    ("figure:intervals", "way", "direction"),
    ("figure:pairs", "way", "direction"),
    ("figure:unbroken", "way", "direction"),
    ("joins", "way", "direction"),
    ("joins", "turn", "direction_change"),
    ("player", "lies", "tessitura"),
    ("player", "keyed", "named_key"),
    ("placement", "poured", "rhythm_restarts"),
    ("placement", "swings", "swung_value"),
    ("sounds:morph", "part", "after_first"),
)
RENAMED_VALUES: Final[Mapping[tuple[str, str], str]] = {("rhythm_restarts", "stream"): "never"}
RENAMED_IN_CHANGES: Final = (("turn", "next_sound"),)


def upgraded_recipe(document: Any) -> Any:
    """A recipe of version 1 (or of none) as version 2 has it; the same object where nothing is old.

    >>> upgraded_recipe({"version": 1, "player": {"lies": "high"}})
    {'version': 2, 'player': {'tessitura': 'high'}}
    """
    if not _is_version_1(document):
        return document
    found = {**document, "version": 2} if "version" in document else dict(document)
    for place, old, new in RENAMED:
        name, _, kind = place.partition(":")
        part = found.get(name)
        if isinstance(part, dict) and (not kind or part.get("kind") == kind):
            found[name] = _renamed(part, old, new)
    placement = found.get("placement")
    if isinstance(placement, dict) and "accents" in placement:
        found["placement"] = _accents_as_marks(placement)
    return found


def upgraded_changes(document: Any) -> Any:
    """The same for changes."""
    if not _is_version_1(document):
        return document
    found = {**document, "version": 2} if "version" in document else dict(document)
    for old, new in RENAMED_IN_CHANGES:
        found = _renamed(found, old, new)
    return found


def _is_version_1(document: Any) -> bool:
    version = document.get("version", 1) if isinstance(document, dict) else None
    return version == 1 and not isinstance(version, bool)


def _renamed(part: dict[str, Any], old: str, new: str) -> dict[str, Any]:
    if old not in part or new in part:
        return part
    value = part[old]
    if isinstance(value, str):
        value = RENAMED_VALUES.get((new, value), value)
    return {new if name == old else name: value if name == old else one for name, one in part.items()}


def _accents_as_marks(placement: dict[str, Any]) -> dict[str, Any]:
    """Early recipes said `accents`: 4 for an accent on every fourth note."""
    others = {name: value for name, value in placement.items() if name != "accents"}
    every = placement["accents"]
    return {**others, "marks": [{"kind": "accent", "every": every}]} if every else others
