"""Takes that are kept: added after they were judged, listed by strip, deleted and brought back."""

# No postponed annotations here: the connection is a dependency of the routes.
from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, Query
from starlette.exceptions import HTTPException

from dodecant.api.routers.shelf import Connection
from dodecant.api.schemas.bounds import RowId
from dodecant.api.schemas.practising.takes import KeptTakeOut, TakeToKeepIn, TakeWithEventsOut
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.store import takes
from dodecant.store.database import atomic

router = APIRouter(prefix="/api/takes", tags=["takes"], responses={404: {"model": ProblemsOut}})


@router.post("", status_code=201)
def keep(wanted: TakeToKeepIn, connection: Connection) -> KeptTakeOut:
    """Keep a take: its events and what was told of it, never its sound."""
    take = wanted.take(datetime.now(UTC))
    with atomic(connection):
        number = takes.keep(connection, take)
    return KeptTakeOut.of(take, number)


@router.get("")
def of_strip(strip: Annotated[str, Query(min_length=1, max_length=400)], connection: Connection) -> list[KeptTakeOut]:
    """The last takes of what stands under a heading, the latest first."""
    return [KeptTakeOut.of(take, take.id) for take in takes.takes(connection, strip)]


@router.get("/{number}")
def one(number: RowId, connection: Connection) -> TakeWithEventsOut:
    """A take with what was played, so that it can be judged again beside another."""
    found = takes.take(connection, number)
    if found is None:
        raise _missing()
    return TakeWithEventsOut.of_events(found)


@router.delete("/{number}", status_code=204)
def delete(number: RowId, connection: Connection) -> None:
    """Delete a take; it can be brought back."""
    _done(found=takes.delete(connection, number, datetime.now(UTC)))


@router.post("/{number}/brought-back", status_code=204)
def bring_back(number: RowId, connection: Connection) -> None:
    """Undo the deletion of a take."""
    _done(found=takes.bring_back(connection, number))


def _done(*, found: bool) -> None:
    if not found:
        raise _missing()


def _missing() -> HTTPException:
    return HTTPException(404, "There is no such take.")
