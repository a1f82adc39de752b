"""What can be chosen and what it is called."""

from __future__ import annotations

from functools import cache
from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel

from dodecant.api.schemas.tables import TablesOut
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.recipe.rhythm.shapes import rhythm_shapes
from dodecant.music.core.metre import Metre, MetreName
from dodecant.tables import load_tables

router = APIRouter(prefix="/api", tags=["tables"])


class RhythmShapeOut(BaseModel):
    """A rhythm by name, as slots of a metre; empty where every slot sounds."""

    name: str
    slots: str


@router.get("/tables")
def tables() -> TablesOut:
    """Sounds, instruments, key names, words, limits, fresh documents, kinds of files, and a blank recipe."""
    return _tables()


@cache
def _tables() -> TablesOut:
    return TablesOut.of(load_tables())


@router.get("/rhythm-shapes")
def shapes(metre: MetreName = "4/4", value: Annotated[NoteValue, Query()] = "eighth") -> list[RhythmShapeOut]:
    """Rhythms that fit any metre, as slots of a note value."""
    return [RhythmShapeOut(name=name, slots=slots) for name, slots in rhythm_shapes(Metre.parse(metre), value)]
