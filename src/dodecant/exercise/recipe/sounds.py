"""The part of a recipe that says what is sounded: scales, a chord, or changes."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from dodecant.exercise.recipe.changes_document import ChangesDocument
from dodecant.exercise.recipe.part import Part, readable
from dodecant.exercise.recipe.scale_choice import ScaleChoice
from dodecant.music.core.chord_symbol import parse_quality
from dodecant.music.scales.scale import chord_scale


class OneSound(Part):
    """A single scale."""

    kind: Literal["one"] = "one"
    scale: ScaleChoice


class SeveralSounds(Part):
    """Several scales, one after another, on one tonic."""

    kind: Literal["several"] = "several"
    scales: Annotated[tuple[ScaleChoice, ...], Field(min_length=2, max_length=12)]


class MorphingSounds(Part):
    """One sound turning into the next inside a strip, on one tonic; each is played `repeats` times without a gap.

    A `closed` chain comes back to its first sound. After the first sound the `whole` line comes each time, or only what
    has `changed`: the altered tones with the tone before and after each.
    """

    kind: Literal["morph"] = "morph"
    scales: Annotated[tuple[ScaleChoice, ...], Field(min_length=2, max_length=12)]
    repeats: Annotated[int, Field(ge=1, le=8)] = 1
    closed: bool = False
    part: Literal["whole", "changed"] = "whole"


class FamilyOfSounds(Part):
    """All modes of one parent, each on its own step of the parent."""

    kind: Literal["family"] = "family"
    parent: ScaleChoice


def _ladder_of_chord(text: str) -> object:
    return chord_scale(parse_quality(text.strip()))


class ChordSound(Part):
    """The tones of one chord: what stands after its root, such as m7 or 7(♭9)."""

    kind: Literal["chord"] = "chord"
    quality: Annotated[str, Field(max_length=40), readable(_ladder_of_chord)] = ""


class ChangesSounds(Part):
    """A whole progression: over each chord its own sound, the form played through once or more.

    Each key of the route takes the whole form, or only the next `bars_in_key` bars of it, so that one chorus goes
    through several keys. The score shows `phrases` of so many bars; 0 shows none.
    """

    kind: Literal["changes"] = "changes"
    changes: ChangesDocument
    choruses: Annotated[int, Field(ge=1, le=8)] = 1
    bars_in_key: Annotated[int, Field(ge=0, le=32)] = 0
    phrases: Literal[0, 2, 4] = 4


Sounds = Annotated[
    OneSound | SeveralSounds | MorphingSounds | FamilyOfSounds | ChordSound | ChangesSounds, Field(discriminator="kind")
]
