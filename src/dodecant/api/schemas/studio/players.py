"""Players, and recipes fitted to them."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BaseModel, Field

from dodecant.exercise.recipe.document import Recipe
from dodecant.practice.planning.routine import Curtain
from dodecant.practice.studio.fit import Fitted, Proposal
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.store.players import KeptPlayer

SimplerNames = Annotated[list[Annotated[str, Field(min_length=1, max_length=40)]], Field(max_length=12)]


class PlayerOut(BaseModel):
    """A player by number; the first one is oneself."""

    id: int
    revision: int
    archived: bool
    profile: PlayerProfile

    @classmethod
    def of(cls, kept: KeptPlayer) -> PlayerOut:
        """From the core's value."""
        return cls(id=kept.id, revision=kept.revision, archived=kept.archived, profile=kept.profile)


class PlayerIn(BaseModel):
    """A player's profile, and the revision it was changed from."""

    profile: PlayerProfile
    revision: Annotated[int, Field(ge=1, le=2**53)] = 1


class FitIn(BaseModel):
    """A recipe, a player, and what is made simpler for them, by name."""

    recipe: Recipe
    profile: PlayerProfile
    simpler: SimplerNames = []


class ProposalOut(BaseModel):
    """A way to make it simpler: its name, what it does, a JSON merge patch, whether it was taken."""

    name: str
    words: str
    patch: dict[str, Any]
    taken: bool

    @classmethod
    def of(cls, one: Proposal) -> ProposalOut:
        """From the core's value."""
        return cls(name=one.name, words=one.words, patch=one.patch, taken=one.taken)


class FittedOut(BaseModel):
    """The player's own recipe, what was changed and why, what would make it simpler, what the stand shows, and what a
    teacher would remark about it.
    """

    recipe: Recipe
    reasons: list[str]
    proposals: list[ProposalOut]
    curtain: Curtain
    remarks: list[str]

    @classmethod
    def of(cls, fit: Fitted, remarks: list[str]) -> FittedOut:
        """From the core's value."""
        return cls(
            recipe=fit.recipe, reasons=list(fit.reasons), proposals=[ProposalOut.of(one) for one in fit.proposals],
            curtain=fit.curtain, remarks=remarks,
        )  # fmt: skip
