"""Who plays, as a teacher knows them: what is needed to fit a recipe to them."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.document import Player
from dodecant.exercise.recipe.fingering import AnyFingering
from dodecant.exercise.recipe.part import KeyName, Part, PitchText
from dodecant.music.scales.numbering import NumberingSchool

Reading = Literal["notes", "numbers", "contour", "ear"]
Level = Annotated[int, Field(ge=1, le=5)]


class PlayerProfile(Part):
    """A player: instrument, the lowest and highest note today (as read), level (1 to 5), keys of tunes in hand.

    `reading` says what they play from: notes, numbers, the contour, or by ear. Note `values` are named the American or
    the British way, `numbers` by a school. `fingering` holds their wishes for the family of their instrument. They have
    so many `minutes` a day; `notes` are the teacher's own, and nobody else reads them.
    """

    name: Annotated[str, Field(min_length=1, max_length=80)]
    instrument: Annotated[str, Field(min_length=1, max_length=80)] = "piano"
    lowest: PitchText | None = None
    highest: PitchText | None = None
    level: Level = 3
    tunes: Annotated[tuple[KeyName, ...], Field(max_length=12)] = ()
    reading: Reading = "notes"
    values: Literal["american", "british"] = "american"
    numbers: NumberingSchool | Literal["none"] = "major"
    fingering: AnyFingering | None = None
    minutes: Annotated[int, Field(ge=0, le=600)] = 20
    notes: Annotated[str, Field(max_length=4000)] = ""

    @model_validator(mode="after")
    def _holds_an_octave(self) -> Self:
        Player(lowest=self.lowest, highest=self.highest)  # says so in its own words, if it does not
        return self
