"""Saved documents: what is asked and answered."""

from __future__ import annotations

from typing import Annotated, Generic, TypeVar

from pydantic import BaseModel, Field

from dodecant.exercise.recipe.part import Part

DocumentT = TypeVar("DocumentT", bound=Part)


class SavedOut(BaseModel, Generic[DocumentT]):
    """A saved document with a line about it; send `revision` back when you change it."""

    id: str
    document: DocumentT
    title: str
    revision: int
    changed_at: str
    about: str


class DamagedOut(BaseModel):
    """A stored document that cannot be read, and why."""

    id: str
    title: str
    why: str


class FilterOptionOut(BaseModel):
    """A name to sort out by, and how many of those that are left have it."""

    name: str
    count: int


class FilterOut(BaseModel):
    """What documents can be sorted out by; asked for as `kind:name`."""

    kind: str
    label: str
    options: list[FilterOptionOut]


class PageOut(BaseModel, Generic[DocumentT]):
    """Some of the documents of a shelf, of how many, and what they can be sorted out by; those that cannot be read
    stand apart."""

    found: int
    filters: list[FilterOut]
    documents: list[SavedOut[DocumentT]]
    damaged: list[DamagedOut]


class ChangeIn(BaseModel, Generic[DocumentT]):
    """A changed document and the revision it was read with."""

    document: DocumentT
    revision: Annotated[int, Field(ge=1, le=2**53)]
