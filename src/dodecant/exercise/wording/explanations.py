"""What a phrase means: a sentence from the data file, and a short example of this phrase alone."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from typing import Any, get_args

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.wording.sentence import PhraseId
from dodecant.music.core.errors import MusicError

Explanations = Mapping[tuple[str, str], str]
_SHORT = {"low": {"step": 1, "octave": 1}, "high": {"step": 3, "octave": 1}, "direction": "up"}
_TWO_FIVE_ONE = "key: C\n| Dm7 | G7 | Cmaj7 |"
_PARTS = ("figure", "ladder", "enclosure", "course")  # what an example is of; the others show the sound itself


def read_explanations(text: str) -> Explanations:
    """Read and check the data file (TOML): every phrase is explained, and nothing else."""
    found = {(row["phrase"], row["kind"]): row["text"] for row in tomllib.loads(text)["explanation"]}
    phrases = {phrase for phrase, _ in found}
    if phrases != set(get_args(PhraseId)):
        raise MusicError(f"Explained are {', '.join(sorted(phrases))}.", cure="Explain every phrase once.")
    return found


def explanation(recipe: Recipe, phrase: PhraseId, texts: Explanations) -> str:
    """What the phrase means as it stands in the recipe."""
    part = getattr(recipe, phrase, None)
    kind = getattr(part, "kind", "") if (phrase, "") not in texts else ""
    return texts[phrase, kind]


def example(recipe: Recipe, phrase: PhraseId) -> Recipe | None:
    """A short recipe that shows the phrase alone, in the first key on the bench; None where notes would not help.

    >>> example(Recipe(tempo=60), "tempo") is None
    True
    """
    if phrase in ("keys", "outer", "player", "tempo", "joins", "companions", "rules", "etude"):
        return None
    document = recipe.model_dump(mode="json")
    short: dict[str, Any] = {part: document[part] for part in ("player", "spelling", "numbers", "placement")}
    short["sounds"] = document["sounds"] if phrase == "sounds" else _one_sound(document["sounds"])
    short["keys"] = {"order": "picked", "picked": document["keys"]["picked"][:1] or [document["keys"]["start"]]}
    if phrase == "figure" and recipe.figure.needs_changes:
        changes = {"kind": "changes", "changes": {"text": _TWO_FIVE_ONE}}
        short["sounds"] = document["sounds"] if recipe.over_changes else changes
    if phrase in _PARTS:
        short[phrase] = document[phrase]
        short["path"] = {**_SHORT, "span": "once"} if recipe.figure.stands_once else _SHORT
    if phrase == "course":
        short["path"] = {**_SHORT, "high": {"step": 1, "octave": 2}}
    if phrase == "fingering":
        short[phrase] = document[phrase]
    if phrase == "path":
        short["path"] = document["path"]
    return read_part(Recipe, short)


def _one_sound(sounds: dict[str, Any]) -> dict[str, Any]:
    """The first of several sounds; over changes a plain one."""
    if sounds["kind"] in ("several", "morph"):
        return {"kind": "one", "scale": sounds["scales"][0]}
    if sounds["kind"] == "family":
        return {"kind": "one", "scale": sounds["parent"]}
    return {"kind": "one", "scale": "ionian"} if sounds["kind"] == "changes" else sounds
