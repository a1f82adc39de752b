"""Rules over changes: where -> what is played there.

A new kind of what is a class here, its ways over a passage in `over_changes/ruled.py`, and its words.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any, ClassVar, Final, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.etude.where import Where
from dodecant.exercise.recipe.figures import AnyFigure
from dodecant.exercise.recipe.kinds import KindPart, Kinds
from dodecant.exercise.recipe.ladders import AnyLadder, ScaleLadder
from dodecant.exercise.recipe.part import Part, readable, refused
from dodecant.exercise.recipe.path import Path
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.recipe.rhythm.text import read_slots
from dodecant.exercise.recipe.sounding.changes_document import SoundChoice
from dodecant.music.core.errors import MusicError

MOST_RULES = 24


class WhatPart(KindPart):
    """What a rule has played. `silent`: nothing; `mirrors`: what would go on, upside down."""

    silent: ClassVar[bool] = False
    mirrors: ClassVar[bool] = False


WHATS: Final = Kinds[WhatPart]()
AnyWhat = Annotated[WhatPart, WHATS]


@WHATS.register
class Play(WhatPart):
    """A figure with its ladder, enclosure and path; without one, the recipe's own figure.

    A `scale` replaces the chord's own. `slots` are a rhythm of its own (of the note value `value`, which may stand
    alone); without either the recipe's holds. An enclosure may be laid on the recipe's own figure.
    """

    kind: Literal["play"] = "play"
    figure: AnyFigure | None = None
    ladder: AnyLadder = ScaleLadder()
    enclosure: Enclosure | None = None
    path: Path = Path(span="once")
    scale: SoundChoice | None = None
    value: NoteValue | None = None
    slots: Annotated[str, Field(max_length=200), readable(read_slots)] = ""
    fresh_values: ClassVar[Mapping[str, Any]] = {"figure": {"kind": "cell", "text": "1 2 3 5"}}

    @model_validator(mode="after")
    def _has_its_value(self) -> Self:
        if self.slots and self.value is None:
            raise refused(MusicError("A rhythm needs its note value.", cure="Choose what a slot is: an eighth."))
        return self


@WHATS.register
class Open(WhatPart):
    """Nothing: the bars are left open."""

    kind: Literal["open"] = "open"
    silent: ClassVar[bool] = True


@WHATS.register
class UpsideDown(WhatPart):
    """What was played on the chord before goes on here, upside down."""

    kind: Literal["upside-down"] = "upside-down"
    mirrors: ClassVar[bool] = True


class Rule(Part):
    """Where -> what. Of several that hold the one that tells more exactly where plays; of equals the first."""

    where: Where = Where()
    what: AnyWhat = Play()
