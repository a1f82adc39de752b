"""Work that a browser kept from an older version."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from fastapi import APIRouter
from pydantic import BaseModel, Field

from dodecant.exercise.recipe.upgrade import upgraded_changes, upgraded_recipe

router = APIRouter(prefix="/api", tags=["upgrades"])


class OlderIn(BaseModel):
    """An unsaved document of an older version; it may be unfinished."""

    shelf: Literal["recipes", "changes"]
    document: Annotated[dict[str, Any], Field(max_length=40)]


@router.post("/upgrades")
def upgrade(older: OlderIn) -> dict[str, Any]:
    """The document under today's names; what cannot be read yet stays as it is."""
    found = (upgraded_recipe if older.shelf == "recipes" else upgraded_changes)(older.document)
    sounds = found.get("sounds")
    if isinstance(sounds, dict) and "changes" in sounds:
        found = {**found, "sounds": {**sounds, "changes": upgraded_changes(sounds["changes"])}}
    return dict(found)
