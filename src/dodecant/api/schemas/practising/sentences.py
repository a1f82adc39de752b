"""Forms as sentences, while they are filled in: what is not said yet may be missing."""

from __future__ import annotations

from datetime import date
from typing import Annotated

from pydantic import BaseModel, Field
from pydantic.dataclasses import dataclass

from dodecant.exercise.recipe.rhythm.placement import Placement
from dodecant.practice.planning.entries import Practised
from dodecant.practice.sentences.phrase import FormPhrase
from dodecant.practice.studio.assigned_practice import AssignedPractice
from dodecant.practice.studio.profile import PlayerProfile

_Title = Annotated[str, Field(max_length=120)]


@dataclass(frozen=True, kw_only=True)
class EntrySaidIn(Practised):
    """An entry that is written; what was practised may still be missing."""

    what: _Title = ""


class AssignmentSaidIn(BaseModel):
    """An assignment that is written: the title of its recipe or `routine`, its own, the names of players, the day it is
    due, how it is practised, and the rhythm of the recipe.
    """

    thing: _Title = ""
    routine: bool = False
    title: _Title = ""
    names: Annotated[list[Annotated[str, Field(max_length=80)]], Field(max_length=500)] = []
    due: date | None = None
    practice: AssignedPractice | None = None
    placement: Placement | None = None


class PlayerSaidIn(PlayerProfile):
    """A player that is written; the name may still be missing."""

    name: Annotated[str, Field(max_length=80)] = ""


class FormSaidOut(BaseModel):
    """A form as a sentence, phrase by phrase."""

    phrases: tuple[FormPhrase, ...]
