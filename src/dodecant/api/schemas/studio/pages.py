"""Pages to hand out: what is put on them, and what they look like."""

from __future__ import annotations

from base64 import b64encode
from collections.abc import Sequence
from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.api.schemas.studio.players import SimplerNames
from dodecant.practice.studio.assignment import Assignment
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.profile import PlayerProfile

MOST_SHOWN = 12  # pages


class HandoutIn(BaseModel):
    """What is given, to whom (nobody: as the recipe stands), what is made simpler, and the layout."""

    given: Assignment
    profile: PlayerProfile | None = None
    simpler: SimplerNames = []
    layout: HandoutLayout = HandoutLayout()


class PagesOut(BaseModel):
    """Pages to be looked at before they are printed: how many, and the first of them as PNG (data addresses)."""

    count: int
    shown: list[str]

    @classmethod
    def of(cls, pages: Sequence[bytes]) -> PagesOut:
        """From pictures."""
        shown = [f"data:image/png;base64,{b64encode(page).decode()}" for page in pages[:MOST_SHOWN]]
        return cls(count=len(pages), shown=shown)


class ClassSetIn(BaseModel):
    """The layout of a class set; whether each page gets a code that opens its player's stand, for so many days."""

    layout: HandoutLayout = HandoutLayout()
    days: Annotated[int, Field(ge=1, le=366)] = 30
