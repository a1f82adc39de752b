"""The part of a recipe that says what leads into the tones a figure begins on."""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal

from pydantic import AfterValidator, Field, WithJsonSchema
from pydantic_core import PydanticCustomError

from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.recipe.part import Part, readable

# What is played before the target: scale tones ("up", "down") or half steps (1 and 2 above, -1 and -2 below it). The
# words are the usual ones: above and below without more are a scale tone above and a half step below.
ENCLOSURES: Final[dict[str, tuple[str | int, ...]]] = {
    "below": (-1,),
    "above": ("up",),
    "above-below": ("up", -1),
    "below-above": (-1, "up"),
    "half-above-below": (1, -1),
    "half-below-above": (-1, 1),
    "scale-above-below": ("up", "down"),
    "two-below": (-2, -1),
    "two-above": (2, 1),
    "above-two-below": ("up", -2, -1),
    "below-two-above": (-1, 2, 1),
    "double": ("up", 1, "down", -1),
}


def _known(kind: str) -> str:
    if kind in ENCLOSURES:
        return kind
    listed = [f"'{name}'" for name in ENCLOSURES]
    expected: dict[str, Any] = {"expected": f"{', '.join(listed[:-1])} or {listed[-1]}"}
    raise PydanticCustomError("literal_error", "Input should be {expected}", expected)


EnclosureKind = Annotated[
    str, AfterValidator(_known), WithJsonSchema({"type": "string", "enum": list(ENCLOSURES), "title": "Kind"})
]


class Enclosure(Part):
    """Notes that surround a target and lead into it.

    `targets` are the tones a figure begins on: all of them, chord tones, thirds and sevenths, or chosen degrees.
    `landing` puts every target on a beat, after a pickup where one is needed, or lets the line flow.
    """

    kind: EnclosureKind = "above-below"
    targets: Literal["all", "chord", "thirds-sevenths", "chosen"] = "all"
    degrees: Annotated[str, Field(max_length=80), readable(parse_degrees)] = "1 3 5 7"
    landing: Literal["beat", "flow"] = "beat"
