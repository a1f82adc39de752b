"""The part of a recipe that says what is sounded: scales, a chord, or changes."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any, ClassVar, Final, Literal

from pydantic import Field

from dodecant.exercise.recipe.kinds import KindPart, Kinds
from dodecant.exercise.recipe.part import Part, readable
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale, ScaleChoice
from dodecant.music.core.chord_symbol import parse_quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.key import Key
from dodecant.music.core.numeral import parse_numeral
from dodecant.music.scales.scale import chord_scale


class SoundsPart(KindPart):
    """What is sounded. `in_turn`: there is a route of sounds beside the route of keys, and one of them is outer."""

    in_turn: ClassVar[bool] = False

    @property
    def named(self) -> tuple[str | OwnScale, ...]:
        """The scales it names by themselves, by their place in the catalogue or as one's own."""
        return ()


SOUNDS: Final = Kinds[SoundsPart]()
Sounds = Annotated[SoundsPart, SOUNDS]


@SOUNDS.register
class OneSound(SoundsPart):
    """A single scale."""

    kind: Literal["one"] = "one"
    fresh_values: ClassVar[Mapping[str, Any]] = {"scale": "ionian"}
    scale: ScaleChoice

    @property
    def named(self) -> tuple[str | OwnScale, ...]:
        """The one."""
        return (self.scale,)


@SOUNDS.register
class SeveralSounds(SoundsPart):
    """Several scales, one after another, on one tonic, or each on a root of its own: a degree of the key."""

    kind: Literal["several"] = "several"
    in_turn: ClassVar[bool] = True
    fresh_values: ClassVar[Mapping[str, Any]] = {"scales": ("ionian", "dorian")}
    scales: Annotated[tuple[ScaleChoice, ...], Field(min_length=2, max_length=12)]
    roots: Annotated[tuple[Annotated[str, Field(max_length=4), readable(Degree.parse)], ...], Field(max_length=12)] = ()

    @property
    def named(self) -> tuple[str | OwnScale, ...]:
        """All of them."""
        return self.scales


class OwnSounds(Part):
    """A list of scales that is kept under a name, as this month's twelve; on the tonic, or each on a degree."""

    name: Annotated[str, Field(min_length=1, max_length=40)] = "My scales"
    scales: Annotated[tuple[ScaleChoice, ...], Field(min_length=2, max_length=12)]
    roots: Annotated[tuple[Annotated[str, Field(max_length=4), readable(Degree.parse)], ...], Field(max_length=12)] = ()


# A key's whole family: its modes, its two pentatonics and its two blues scales, those in minor on the sixth.
KEY_FAMILY: Final = SeveralSounds(
    scales=("ionian", "dorian", "phrygian", "lydian", "mixolydian", "aeolian", "locrian",
            "major-pentatonic", "minor-pentatonic", "major-blues", "minor-blues"),
    roots=("1", "2", "3", "4", "5", "6", "7", "1", "6", "1", "6"),
)  # fmt: skip


@SOUNDS.register
class MorphingSounds(SoundsPart):
    """One sound turning into the next inside a strip, on one tonic; each is played `repeats` times without a gap.

    A `closed` chain comes back to its first sound. `after_first` sound the `whole` line comes each time, or only what
    has `changed`: the altered tones with the tone before and after each.
    """

    kind: Literal["morph"] = "morph"
    fresh_values: ClassVar[Mapping[str, Any]] = {"scales": ("ionian", "lydian")}
    scales: Annotated[tuple[ScaleChoice, ...], Field(min_length=2, max_length=12)]
    repeats: Annotated[int, Field(ge=1, le=8)] = 1
    closed: bool = False
    after_first: Literal["whole", "changed"] = "whole"

    @property
    def named(self) -> tuple[str | OwnScale, ...]:
        """All of them."""
        return self.scales


@SOUNDS.register
class FamilyOfSounds(SoundsPart):
    """All modes of one parent, each on its own step of the parent."""

    kind: Literal["family"] = "family"
    in_turn: ClassVar[bool] = True
    fresh_values: ClassVar[Mapping[str, Any]] = {"parent": "ionian"}
    parent: ScaleChoice

    @property
    def named(self) -> tuple[str | OwnScale, ...]:
        """Their parent."""
        return (self.parent,)


def _ladder_of_chord(text: str) -> object:
    return chord_scale(parse_quality(text.strip()))


@SOUNDS.register
class ChordSound(SoundsPart):
    """The tones of one chord: what stands after its root, such as m7 or 7(♭9)."""

    kind: Literal["chord"] = "chord"
    fresh_values: ClassVar[Mapping[str, Any]] = {"quality": "m7"}
    quality: Annotated[str, Field(max_length=40), readable(_ladder_of_chord)] = ""


def _chord_of_key(text: str) -> object:
    return parse_numeral(text.strip(), Key.parse("C"))


@SOUNDS.register
class KeyChordSound(SoundsPart):
    """A chord of the key, as a numeral against the major scale, with the scale that fits it there, or another one."""

    kind: Literal["key-chord"] = "key-chord"
    fresh_values: ClassVar[Mapping[str, Any]] = {"numeral": "IIm7"}
    numeral: Annotated[str, Field(min_length=1, max_length=40), readable(_chord_of_key)]
    colour: Literal["major", "minor"] = "major"
    scale: ScaleChoice | None = None

    @property
    def named(self) -> tuple[str | OwnScale, ...]:
        """The one over the chord, where it is chosen."""
        return () if self.scale is None else (self.scale,)


@SOUNDS.register
class ChangesSounds(SoundsPart):
    """A whole progression: over each chord its own sound, the form played through once or more.

    Each key of the route takes the whole form, or only the next `bars_in_key` bars of it, so that one chorus goes
    through several keys. The score shows `phrases` of so many bars; 0 shows none.
    """

    kind: Literal["changes"] = "changes"
    fresh_values: ClassVar[Mapping[str, Any]] = {
        "changes": {"text": "title: Two five one\nkey: C major\n| Dm7 | G7 | Cmaj7 | % |\n"}
    }
    changes: ChangesDocument
    choruses: Annotated[int, Field(ge=1, le=8)] = 1
    bars_in_key: Annotated[int, Field(ge=0, le=32)] = 0
    phrases: Literal[0, 2, 4] = 4
