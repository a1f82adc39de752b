"""The part of a recipe that says what is played or sounds beside the line."""

from __future__ import annotations

from typing import Annotated, Final, Literal

from pydantic import Field

from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.recipe.kinds import KindPart, Kinds
from dodecant.exercise.recipe.part import readable


class Companion(KindPart):
    """What goes beside the line: `written` on a second staff, or only sounding."""

    written: bool = True


COMPANIONS: Final = Kinds[Companion]()
AnyCompanion = Annotated[Companion, COMPANIONS]


@COMPANIONS.register
class Doubling(Companion):
    """The line again, some octaves lower (or higher), as the other hand plays it."""

    kind: Literal["octaves"] = "octaves"
    octaves: Literal[-2, -1, 1, 2] = -1
    written: bool = True


@COMPANIONS.register
class Fifths(Companion):
    """Root and fifth of the chord or sound, struck in every bar; or the fifth in turn with the sixth on every beat."""

    kind: Literal["fifths"] = "fifths"
    moving: bool = False
    written: bool = True


@COMPANIONS.register
class Drone(Companion):
    """A tone of the key held from beginning to end, with its fifth if wanted."""

    kind: Literal["drone"] = "drone"
    degree: Annotated[str, Field(max_length=4), readable(parse_degrees)] = "1"
    fifth: bool = False
    written: bool = False


@COMPANIONS.register
class Voicings(Companion):
    """The chords, each as near as it can be to the one before: root, third and seventh as a shell; or without the root
    third, fifth (the thirteenth of a dominant), seventh and ninth.

    They lie where the left hand plays them, or the right; each comes on its beat, or early.
    """

    kind: Literal["voicings"] = "voicings"
    form: Literal["shell", "rootless"] = "rootless"
    hand: Literal["left", "right"] = "left"
    anticipated: Literal["no", "eighth", "sixteenth"] = "no"
    written: bool = True
