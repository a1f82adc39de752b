"""The part of a recipe that says what is played or sounds beside the line."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any, ClassVar, Final, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.recipe.figures import VoicingForm
from dodecant.exercise.recipe.kinds import KindPart, Kinds
from dodecant.exercise.recipe.part import PitchText, readable, refused
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import Pitch
from dodecant.music.progressions.changes_text import parse_changes

Early = Literal["no", "eighth", "sixteenth"]
_ROOM_NEEDED = 24  # half steps: with fewer, some chord has no place


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
    """Root and fifth of the chord or sound, struck in every bar; or the fifth in turn with the sixth on every beat.

    A new chord comes on its beat, or early.
    """

    kind: Literal["fifths"] = "fifths"
    moving: bool = False
    anticipated: Early = "no"
    written: bool = True


@COMPANIONS.register
class Drone(Companion):
    """A tone of the key held from beginning to end, with its fifth if wanted; or struck with each chord, early."""

    kind: Literal["drone"] = "drone"
    degree: Annotated[str, Field(max_length=4), readable(parse_degrees)] = "1"
    fifth: bool = False
    anticipated: Early = "no"
    written: bool = False


@COMPANIONS.register
class Voicings(Companion):
    """The chords, each as near as it can be to the one before.

    A `shell` is root, third and seventh, in either order or always in one. Without the root there are third, fifth (the
    thirteenth of a dominant), seventh and ninth, standing on the third, on the seventh, or on whichever is nearer. An
    `open` voicing is ninth, third, eleventh and seventh. They lie where the left hand plays them, or the right, or
    between a `lowest` and `highest` sounding pitch of one's own; each comes on its beat, or early.
    """

    kind: Literal["voicings"] = "voicings"
    form: VoicingForm = "rootless"
    hand: Literal["left", "right"] = "left"
    lowest: PitchText | None = None
    highest: PitchText | None = None
    anticipated: Early = "no"
    written: bool = True

    @model_validator(mode="after")
    def _has_room(self) -> Self:
        if self.lowest and self.highest:
            low, high = Pitch.parse(self.lowest).midi, Pitch.parse(self.highest).midi
            if high - low < _ROOM_NEEDED:
                message = f"{self.lowest} to {self.highest} is too narrow for voicings."
                raise refused(MusicError(message, cure="Leave two octaves or more."))
        return self


@COMPANIONS.register
class Vamp(Companion):
    """Chords of one's own under an exercise on a sound, again and again: as numerals of its root, or as if that were C.

    A bar lasts a bar in eighths, twice as long in quarters, and so on: each tone of a scale meets the same chord. They
    are voiced as voicings of changes are.
    """

    kind: Literal["vamp"] = "vamp"
    text: Annotated[str, Field(max_length=400), readable(parse_changes)] = "Imaj7 | IVmaj7"
    form: VoicingForm = "rootless"
    hand: Literal["left", "right"] = "left"
    fresh_values: ClassVar[Mapping[str, Any]] = {"text": "Imaj7 | IVmaj7"}
