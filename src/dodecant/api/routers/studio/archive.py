"""Moving house: everything in one file, and back."""

from __future__ import annotations

from datetime import UTC, datetime

from fastapi import APIRouter, Request, Response

from dodecant.api.files import UploadedBytes, as_attachment, uploads
from dodecant.api.routers.shelf import forget_all
from dodecant.api.schemas.studio.archive import ArchiveOut
from dodecant.store import archive
from dodecant.store.database import Database

router = APIRouter(prefix="/api/archive", tags=["archive"])


@router.get("", response_class=Response)
def write(request: Request) -> Response:
    """Everything in one file."""
    now = datetime.now(UTC)
    data = archive.archive_of(_database(request), now)
    return as_attachment(data, f"dodecant {now:%Y-%m-%d}", ".dodecant.zip", "application/zip")


@router.post("/looked-at", openapi_extra=uploads())
def look(data: UploadedBytes, request: Request) -> ArchiveOut:
    """What an archive holds and what it would replace, after all checks; nothing is changed."""
    return ArchiveOut.of(archive.looked_at(_database(request), data))


@router.post("/taken", openapi_extra=uploads())
def take(data: UploadedBytes, request: Request) -> ArchiveOut:
    """Replace everything by what an archive holds; what was there is copied aside first."""
    taken = archive.take(_database(request), data, datetime.now(UTC))
    forget_all()
    return ArchiveOut.of(taken)


def _database(request: Request) -> Database:
    found: Database = request.app.state.database
    return found
