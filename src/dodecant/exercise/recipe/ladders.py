"""The part of a recipe that says what a line stands on."""

from __future__ import annotations

from typing import Annotated, ClassVar, Final, Literal

from pydantic import Field

from dodecant.exercise.recipe.kinds import KindPart, Kinds


class LadderPart(KindPart):
    """What a line stands on.

    `all_degrees` tells that it has every step of the sound, `chromatic` that tones from outside the sound are its own.
    """

    all_degrees: ClassVar[bool] = False
    chromatic: ClassVar[bool] = False


LADDERS: Final = Kinds[LadderPart]()
AnyLadder = Annotated[LadderPart, LADDERS]


@LADDERS.register
class ScaleLadder(LadderPart):
    """The line stands on all tones of the sound."""

    kind: Literal["scale"] = "scale"
    all_degrees: ClassVar[bool] = True


@LADDERS.register
class ChordLadder(LadderPart):
    """It stands on the sound's chord tones."""

    kind: Literal["chord-tones"] = "chord-tones"


@LADDERS.register
class ArpeggioLadder(LadderPart):
    """It stands on an arpeggio: `size` tones from a step of the sound, in thirds or in fourths (counted in steps)."""

    kind: Literal["arpeggio"] = "arpeggio"
    step: Annotated[int, Field(ge=1, le=12)] = 1
    size: Annotated[int, Field(ge=3, le=6)] = 4
    stacked: Literal["thirds", "fourths"] = "thirds"


@LADDERS.register
class PairLadder(LadderPart):
    """It stands on a triad pair of the sound: the first, second, … of those ranked."""

    kind: Literal["pair"] = "pair"
    rank: Annotated[int, Field(ge=1, le=12)] = 1


@LADDERS.register
class ChromaticLadder(LadderPart):
    """It stands on all twelve tones; those outside the sound go up in sharps and down in flats."""

    kind: Literal["chromatic"] = "chromatic"
    chromatic: ClassVar[bool] = True
