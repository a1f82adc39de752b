"""A search over everything there is: what ships with the program, and what is saved."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache
from typing import Annotated, Any

from fastapi import APIRouter, Query

from dodecant.api.routers.shelf import Connection
from dodecant.api.schemas.search import FindableOut, HelpOut, SearchOut
from dodecant.exercise.wording.findable import Findable, findables, look_up, nearest_word
from dodecant.store.shelf import Shelf
from dodecant.store.shelves import CHANGES, RECIPES, VOCABULARY
from dodecant.tables import load_tables

router = APIRouter(prefix="/api", tags=["search"])
_MOST = 24
_SAVED: Sequence[tuple[Shelf[Any], str, str]] = (
    (RECIPES, "bench/{}", "A recipe of yours."),
    (CHANGES, "changes/{}", "Changes of yours."),
    (VOCABULARY, "vocabulary", "In your vocabulary."),
)


@router.get("/search")
def search(connection: Connection, words: Annotated[str, Query(max_length=200)] = "") -> SearchOut:
    """Everything whose name or description holds the words, one's own first."""
    yours = [
        Findable("yours", entry.title, (), told, place.format(entry.id))
        for shelf, place, told in _SAVED
        for entry in shelf.entries(connection)
    ]
    among = (*yours, *_shipped())
    found = look_up(words, among, _MOST)
    instead = "" if found or not words.strip() else nearest_word(words, among)
    return SearchOut(found=[FindableOut.of(one) for one in found], instead=instead)


@router.get("/help")
def words() -> list[HelpOut]:
    """Every word that can be looked up."""
    return [
        HelpOut(title=one.title, also=list(one.also), text=one.text, place=one.place, begin=one.begin)
        for one in _shipped()
        if one.group == "help"
    ]


@cache
def _shipped() -> tuple[Findable, ...]:
    tables = load_tables()
    return findables(
        tables.helps,
        tables.scales.scales,
        tables.forms,
        tables.vocabulary,
        tables.instruments.instruments,
        tables.explanations,
    )
