"""The same addresses for every shelf of saved documents: list, open, save, copy, delete and bring back."""

# No postponed annotations here: the routes' types are made for each shelf when its router is built.
import sqlite3
from collections.abc import Callable, Iterator
from datetime import UTC, datetime
from threading import RLock
from typing import Annotated

from cachetools import LRUCache, cached
from fastapi import APIRouter, Depends, Query, Request, Response
from fastapi.concurrency import run_in_threadpool

from dodecant.api.apart import done_apart
from dodecant.api.files import as_attachment
from dodecant.api.schemas.documents import ChangeIn, DamagedOut, DocumentT, PageOut, SavedOut
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.store.database import Database
from dodecant.store.shelf import Saved, Shelf


def _connection(request: Request) -> Iterator[sqlite3.Connection]:
    database: Database = request.app.state.database
    with database.connection() as connection:
        yield connection


_TOLD = 2000  # lines about documents that are remembered, a few hundred bytes each
Connection = Annotated[sqlite3.Connection, Depends(_connection)]


def shelf_router(
    prefix: str,
    shelf: Shelf[DocumentT],
    model: type[DocumentT],
    fit_to_keep: Callable[[DocumentT, str], None],
    about: Callable[[DocumentT], str],
) -> APIRouter:
    """The routes of one shelf. `fit_to_keep` raises RecipeError, at a pointer, for what is not to be kept."""
    router = APIRouter(
        prefix=f"/api/{prefix}",
        tags=[prefix],
        responses={status: {"model": ProblemsOut} for status in (404, 409, 422)},
    )
    saved_model = SavedOut[model]  # type: ignore[valid-type]

    def out(saved: Saved[DocumentT]) -> SavedOut[DocumentT]:
        return saved_model(
            id=saved.id,
            document=saved.document,
            title=saved.title,
            revision=saved.revision,
            changed_at=saved.changed_at,
            about=told(saved),
        )

    @cached(LRUCache(_TOLD), key=lambda saved: (saved.id, saved.revision), lock=RLock())
    def told(saved: Saved[DocumentT]) -> str:
        return _told(about, saved.document)

    async def fit(document: model, request: Request) -> DocumentT:  # type: ignore[valid-type]
        await done_apart(request, fit_to_keep, document, "")
        return document

    async def fit_change(document_id: str, changed: ChangeIn[model], request: Request) -> ChangeIn[DocumentT]:  # type: ignore[valid-type]
        await done_apart(request, fit_to_keep, changed.document, "/document")
        return changed

    async def fit_copy(document_id: str, connection: Connection, request: Request) -> DocumentT:
        copied = await run_in_threadpool(shelf.copied, connection, document_id)
        await done_apart(request, fit_to_keep, copied, "")
        return copied

    @router.get("", response_model=PageOut[model])  # type: ignore[valid-type]
    def list_some(  # type: ignore[no-untyped-def]
        connection: Connection,
        search: Annotated[str, Query(max_length=200)] = "",
        start: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
        count: Annotated[int, Query(ge=1, le=200)] = 50,
    ):
        """A page of those whose title holds the words of the search, the last changed first."""
        page = shelf.page(connection, search, start, count)
        return {
            "found": page.found,
            "documents": [out(saved) for saved in page.documents],
            "damaged": [DamagedOut(id=one.id, title=one.title, why=one.why) for one in page.damaged],
        }

    @router.get("/{document_id}/stored", response_class=Response)
    def stored(document_id: str, connection: Connection) -> Response:
        """One of them as it is stored, whether it can be read or not."""
        title, data = shelf.raw(connection, document_id)
        return as_attachment(data, title, ".json", "application/json")

    @router.post("", status_code=201, response_model=saved_model)
    def add(document: Annotated[DocumentT, Depends(fit)], connection: Connection):  # type: ignore[no-untyped-def]
        """Save a new one."""
        return out(shelf.add(connection, document, _now()))

    @router.get("/{document_id}", response_model=saved_model)
    def get(document_id: str, connection: Connection):  # type: ignore[no-untyped-def]
        """One of them."""
        return out(shelf.get(connection, document_id))

    @router.put("/{document_id}", response_model=saved_model)
    def change(  # type: ignore[no-untyped-def]
        document_id: str, changed: Annotated[ChangeIn[DocumentT], Depends(fit_change)], connection: Connection
    ):
        """Save a changed one; 409 when it was changed elsewhere meanwhile."""
        return out(shelf.change(connection, document_id, changed.document, changed.revision, _now()))

    @router.delete("/{document_id}", status_code=204)
    def delete(document_id: str, connection: Connection) -> None:
        """Delete one; it can be brought back."""
        shelf.delete(connection, document_id, _now())

    @router.post("/{document_id}/restoration", response_model=saved_model)
    def restore(document_id: str, connection: Connection):  # type: ignore[no-untyped-def]
        """Bring a deleted one back."""
        return out(shelf.restore(connection, document_id))

    @router.post("/{document_id}/copies", status_code=201, response_model=saved_model)
    def copy(document: Annotated[DocumentT, Depends(fit_copy)], connection: Connection):  # type: ignore[no-untyped-def]
        """Save a second one like this one; what is not to be kept is not to be copied."""
        return out(shelf.add(connection, document, _now()))

    return router


def _told(about: Callable[[DocumentT], str], document: DocumentT) -> str:
    """The line about a document; of one that cannot be worked out (any more), why."""
    try:
        return about(document)
    except RecipeError as error:
        return " ".join(f"{one.message} {one.cure}".strip() for one in error.problems)


def _now() -> datetime:
    return datetime.now(UTC)
