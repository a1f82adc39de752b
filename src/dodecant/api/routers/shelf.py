"""The same addresses for every shelf of saved documents: list, open, save, copy, delete and bring back."""

# No postponed annotations here: the routes' types are made for each shelf when its router is built.
import sqlite3
from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from datetime import UTC, datetime
from threading import RLock
from typing import Annotated, Literal

from cachetools import LRUCache, cached
from fastapi import APIRouter, Depends, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from orjson import Fragment
from pydantic import SkipValidation, StringConstraints

from dodecant.api.files import as_attachment
from dodecant.api.schemas.documents import (
    ChangeIn,
    DamagedOut,
    DocumentT,
    FilterOptionOut,
    FilterOut,
    PageOut,
    SavedOut,
)
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.api.workers.offloaded import A_JOB, offload, read_body
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.wording.traits import TRAITS, Trait
from dodecant.formats.json.exercise import json_bytes
from dodecant.store.database import Database
from dodecant.store.shelf import Saved, Shelf, ShelfEntry


def _connection(request: Request) -> Iterator[sqlite3.Connection]:
    database: Database = request.app.state.database
    with database.connection() as connection:
        yield connection


_WRITTEN = 4_000_000  # bytes of documents as they are sent, each with the line about it
_TRAITED = 20_000  # documents whose traits are remembered
_TO_FORGET: list[Callable[[], None]] = []
TraitText = Annotated[str, StringConstraints(max_length=100, pattern="^[a-z]+:")]
Connection = Annotated[sqlite3.Connection, Depends(_connection)]


def shelf_router(
    prefix: str,
    shelf: Shelf[DocumentT],
    model: type[DocumentT],
    fit_to_keep: Callable[[DocumentT, str], None],
    about: Callable[[DocumentT], str],
    traits: Callable[[DocumentT], Sequence[Trait]] = lambda document: (),
) -> APIRouter:
    """The routes of one shelf. `fit_to_keep` raises RecipeError, at a pointer, for what is not to be kept; by their
    `traits` documents are sorted out."""
    router = APIRouter(
        prefix=f"/api/{prefix}",
        tags=[prefix],
        responses={status: {"model": ProblemsOut} for status in (404, 409, 422)},
    )
    saved_model = SavedOut[model]  # type: ignore[valid-type]

    @cached(LRUCache(_WRITTEN, getsizeof=len), key=lambda saved: (saved.id, saved.revision), lock=RLock())
    def written(saved: Saved[DocumentT]) -> bytes:
        """As it is sent, alone and in a list."""
        out = saved_model(
            id=saved.id,
            document=saved.document,
            title=saved.title,
            revision=saved.revision,
            changed_at=saved.changed_at,
            about=_told(about, saved.document),
        )
        return out.model_dump_json().encode()

    known = LRUCache[tuple[str, int], frozenset[Trait]](_TRAITED)
    lock = RLock()
    _TO_FORGET.extend((written.cache_clear, known.clear))

    def traits_of(entries: Sequence[ShelfEntry], connection: sqlite3.Connection) -> list[frozenset[Trait]]:
        """What each document is sorted out by; each is read once for that."""
        with lock:
            unknown = [entry for entry in entries if (entry.id, entry.revision) not in known]
            read = {saved.id: saved for saved in shelf.read_some(connection, [entry.id for entry in unknown])}
            for entry in unknown:  # what cannot be read is sorted out by nothing
                found = read.get(entry.id)
                known[entry.id, entry.revision] = frozenset(traits(found.document) if found else ())
            return [known.get((entry.id, entry.revision), frozenset()) for entry in entries]

    def answer(saved: Saved[DocumentT], status: int = 200) -> Response:
        return Response(written(saved), status, media_type="application/json")

    def stored(request: Request, write: Callable[[sqlite3.Connection], Saved[DocumentT]], status: int) -> Response:
        database: Database = request.app.state.database
        with database.connection() as connection:
            return answer(write(connection), status)

    @router.get("", response_model=PageOut[model])  # type: ignore[valid-type]
    def list_some(  # type: ignore[no-untyped-def]
        connection: Connection,
        search: Annotated[str, Query(max_length=200)] = "",
        start: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
        count: Annotated[int, Query(ge=1, le=200)] = 50,
        order: Literal["changed", "title"] = "changed",
        having: Annotated[list[TraitText], Query(max_length=8)] = [],  # noqa: B006 - FastAPI copies it
    ):
        """A page of those whose title holds the words of the search and that have all the traits (`figure:Cell`)."""
        wanted = frozenset(Trait(*text.split(":", 1)) for text in having)
        entries = shelf.entries(connection, search)
        held = [
            (entry, having)
            for entry, having in zip(entries, traits_of(entries, connection), strict=True)
            if wanted <= having
        ]
        page = shelf.page(connection, [entry for entry, _ in held], start, count, by_title=order == "title")
        some = {
            "found": page.found,
            "filters": filters([traits for _, traits in held]),
            "documents": [Fragment(written(saved)) for saved in page.documents],
            "damaged": [DamagedOut(id=one.id, title=one.title, why=one.why) for one in page.damaged],
        }
        return Response(json_bytes(some), media_type="application/json")

    @router.get("/{document_id}/stored", response_class=Response)
    def as_stored(document_id: str, connection: Connection) -> Response:
        """One of them as it is stored, whether it can be read or not."""
        title, data = shelf.raw(connection, document_id)
        return as_attachment(data, title, ".json", "application/json")

    @router.post("", status_code=201, response_model=saved_model, responses=A_JOB)
    async def add(document: Annotated[model, SkipValidation], request: Request):  # type: ignore[no-untyped-def,valid-type]
        """Save a new one."""

        def then(read: DocumentT) -> Response:
            return stored(request, lambda connection: shelf.add(connection, read, _now()), 201)

        return await offload(request, _read_and_fit, model, document, fit_to_keep, then=then)

    @router.get("/{document_id}", response_model=saved_model)
    def get(document_id: str, connection: Connection):  # type: ignore[no-untyped-def]
        """One of them."""
        return answer(shelf.get(connection, document_id))

    @router.put("/{document_id}", response_model=saved_model, responses=A_JOB)
    async def change(document_id: str, changed: Annotated[ChangeIn[model], SkipValidation], request: Request):  # type: ignore[no-untyped-def,valid-type]
        """Save a changed one; 409 when it was changed elsewhere meanwhile."""

        def then(read: tuple[DocumentT, int]) -> Response:
            return stored(request, lambda connection: shelf.change(connection, document_id, *read, _now()), 200)

        return await offload(request, _read_and_fit_change, model, changed, fit_to_keep, then=then)

    @router.delete("/{document_id}", status_code=204)
    def delete(document_id: str, connection: Connection) -> None:
        """Delete one; it can be brought back."""
        shelf.delete(connection, document_id, _now())

    @router.post("/{document_id}/restoration", response_model=saved_model)
    def restore(document_id: str, connection: Connection):  # type: ignore[no-untyped-def]
        """Bring a deleted one back."""
        return answer(shelf.restore(connection, document_id))

    @router.post("/{document_id}/copies", status_code=201, response_model=saved_model, responses=A_JOB)
    async def copy(document_id: str, connection: Connection, request: Request):  # type: ignore[no-untyped-def]
        """Save a second one like this one; what is not to be kept is not to be copied."""
        copied = await run_in_threadpool(shelf.copied, connection, document_id)

        def then(read: DocumentT) -> Response:
            return stored(request, lambda connection: shelf.add(connection, read, _now()), 201)

        return await offload(request, _read_and_fit, model, copied, fit_to_keep, then=then)

    return router


def forget_all() -> None:
    """Forget what is remembered of documents by their names: the data file was replaced as a whole."""
    for forget in _TO_FORGET:
        forget()


def filters(held: Sequence[frozenset[Trait]]) -> list[FilterOut]:
    """What can be sorted out further: of each kind of trait its names, with how many have it, in the alphabet."""
    counts = Counter(trait for one in held for trait in one)
    return [
        FilterOut(
            kind=kind,
            label=label,
            options=[
                FilterOptionOut(name=trait.name, count=count)
                for trait, count in sorted(counts.items(), key=lambda one: one[0].name.casefold())
                if trait.kind == kind
            ],
        )
        for kind, label in TRAITS.items()
        if any(trait.kind == kind for trait in counts)
    ]


def _read_and_fit(model: type[DocumentT], body: object, fit_to_keep: Callable[[DocumentT, str], None]) -> DocumentT:
    document = read_body(model, body)
    fit_to_keep(document, "")
    return document


def _read_and_fit_change(
    model: type[DocumentT], body: object, fit_to_keep: Callable[[DocumentT, str], None]
) -> tuple[DocumentT, int]:
    changed = read_body(ChangeIn[model], body)  # type: ignore[valid-type]
    fit_to_keep(changed.document, "/document")
    return changed.document, changed.revision


def _told(about: Callable[[DocumentT], str], document: DocumentT) -> str:
    """The line about a document; of one that cannot be worked out (any more), why."""
    try:
        return about(document)
    except RecipeError as error:
        return " ".join(f"{one.message} {one.cure}".strip() for one in error.problems)


def _now() -> datetime:
    return datetime.now(UTC)
