"""Share links of assignments and of students, and class sets whose pages have them as codes."""

# No postponed annotations here: the connection is a dependency of the routes.
import sqlite3
from collections.abc import Sequence
from datetime import UTC, datetime
from importlib.resources import files

import segno
from fastapi import APIRouter, Request, Response
from fastapi.concurrency import run_in_threadpool
from starlette.exceptions import HTTPException

from dodecant.api.access.visitors import Sharing
from dodecant.api.files import as_attachment
from dodecant.api.pressed import pressed
from dodecant.api.routers.shelf import Connection
from dodecant.api.routers.studio.assignments import known_assignment
from dodecant.api.routers.studio.players import known_player
from dodecant.api.schemas.bounds import PlayerId, RowId
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.api.schemas.studio.pages import ClassSetIn
from dodecant.api.schemas.studio.sharing import NewShareOut, ShareOut, SharesIn, StudentShareIn
from dodecant.api.workers.offloaded import A_JOB, costly, offload
from dodecant.engraving.pages.class_set import class_set
from dodecant.exports.pack import pack_html
from dodecant.practice.studio.assignment import Assignment
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.sheets import Recipient
from dodecant.store import assignments, players, shares
from dodecant.store.database import Database, atomic
from dodecant.tables import load_tables

of_students = APIRouter(prefix="/api/players/{player}/shares", tags=["shares"], responses={404: {"model": ProblemsOut}})
router = APIRouter(prefix="/api/assignments/{number}", tags=["shares"], responses={404: {"model": ProblemsOut}})


@router.get("/shares")
def links(number: RowId, connection: Connection) -> list[ShareOut]:
    """The links of an assignment, the latest first."""
    known_assignment(connection, number)
    return [ShareOut.of(one) for one in shares.shares(connection, number)]


@router.post("/shares", status_code=201)
def share(number: RowId, wanted: SharesIn, request: Request, connection: Connection) -> list[NewShareOut]:
    """Make links for players of an assignment. Their addresses are told only now; only hashes are kept."""
    known_assignment(connection, number)
    on = _sharing(request)
    given = {one.player for one in assignments.given_to(connection, number)}
    there = {one.id: one.profile.name for one in players.players(connection)}
    found = []
    with atomic(connection):
        for player in dict.fromkeys(wanted.players):
            if player not in given or player not in there:
                raise HTTPException(404, "This assignment is not given to that player.")
            found.append(_new_link(connection, number, player, there[player], on, wanted.days))
    return found


@router.delete("/shares/{share_id}", status_code=204)
def revoke(number: RowId, share_id: RowId, connection: Connection) -> None:
    """Let a link open nothing any more."""
    if not shares.revoke(connection, number, share_id, datetime.now(UTC)):
        raise _nothing_to_revoke()


@router.post("/class-set", response_class=Response, responses=A_JOB)
async def every_page(number: RowId, wanted: ClassSetIn, request: Request) -> Response:
    """Everyone's own pages and one file of all, as a ZIP. Where the server is shared, each page has its code."""
    on: Sharing | None = request.app.state.sharing if wanted.layout.code else None
    given, recipients = await run_in_threadpool(
        _recipients, request.app.state.database, number, on=on, days=wanted.days
    )

    def then(data: bytes) -> Response:
        return as_attachment(data, given.title, ".zip", "application/zip")

    return await offload(request, set_apart, given, recipients, wanted.layout, then=then)


@router.post("/packs/{player}", response_class=Response, responses=A_JOB)
async def pack(number: RowId, player: PlayerId, request: Request) -> Response:
    """A player's practice pack: one HTML file that works offline; its logbook comes back as a file."""
    given, recipients = await run_in_threadpool(_recipients, request.app.state.database, number, player)

    def then(data: bytes) -> Response:
        return as_attachment(data, f"{recipients[0].profile.name} {given.title}", ".html", "text/html; charset=utf-8")

    return await offload(request, pack_apart, given, recipients[0], number, then=then)


@costly(lambda *_: True)
def pack_apart(given: Assignment, seat: Recipient, number: int) -> bytes:
    """A practice pack, worked out in the workers."""
    page = files("dodecant") / "static" / "pack" / "pack.html"
    if not page.is_file():
        raise HTTPException(404, "The page of a practice pack is not built yet: run “make build”.")
    return pack_html(
        page.read_text("utf-8"), given, seat.profile, load_tables(), pressed, number=number, simpler=seat.simpler
    )


@costly(lambda *_: True)
def set_apart(given: Assignment, recipients: Sequence[Recipient], layout: HandoutLayout) -> bytes:
    """A class set, worked out in the workers."""
    return class_set(given, recipients, layout, load_tables(), pressed)


@of_students.get("")
def links_of(player: PlayerId, connection: Connection) -> list[ShareOut]:
    """The links that open all that is given to a player, the latest first."""
    known_player(connection, player)
    return [ShareOut.of(one) for one in shares.shares_of(connection, player)]


@of_students.post("", status_code=201)
def share_all(player: PlayerId, wanted: StudentShareIn, request: Request, connection: Connection) -> NewShareOut:
    """Make a link to all that is given to a player. Its address is told only now; only its hash is kept."""
    on = _sharing(request)
    name = known_player(connection, player).profile.name
    with atomic(connection):
        return _new_link(connection, None, player, name, on, wanted.days)


@of_students.delete("/{share_id}", status_code=204)
def revoke_all(player: PlayerId, share_id: RowId, connection: Connection) -> None:
    """Let such a link open nothing any more."""
    if not shares.revoke_of(connection, player, share_id, datetime.now(UTC)):
        raise _nothing_to_revoke()


def _sharing(request: Request) -> Sharing:
    on: Sharing | None = request.app.state.sharing
    if on is None:
        raise HTTPException(
            409, "Sharing is off. Turn it on in the studio, or start the program with: dodecant serve --share"
        )
    return on


def _new_link(
    connection: sqlite3.Connection, number: int | None, player: int, name: str, on: Sharing, days: int
) -> NewShareOut:
    """A new link as it is told, once, with its code."""
    made, address = _made(connection, number, player, on, days)
    code = segno.make(address, error="m").svg_inline(border=2, scale=4)
    return NewShareOut(id=made, player=player, name=name, address=address, code=code)


def _nothing_to_revoke() -> HTTPException:
    return HTTPException(404, "There is no such link, or it opens nothing already.")


def _recipients(
    database: Database, number: int, player: int | None = None, *, on: Sharing | None = None, days: int = 0
) -> tuple[Assignment, list[Recipient]]:
    """To whom an assignment is given (or the one player), each with a new link for so many days where that is `on`."""
    with database.connection() as connection, atomic(connection):
        kept = known_assignment(connection, number)
        there = {one.id: one.profile for one in players.players(connection)}
        given = [one for one in assignments.given_to(connection, number, player) if one.player in there]
        if not given:
            raise HTTPException(409, "This assignment is given to nobody yet. Choose players first.")
        recipients = []
        for one in given:
            address = _made(connection, number, one.player, on, days)[1] if on else ""
            recipients.append(Recipient(there[one.player], one.simpler, address))
    return kept.document, recipients


def _made(connection: sqlite3.Connection, number: int | None, player: int, on: Sharing, days: int) -> tuple[int, str]:
    """A new link: its number and its address. The token stands behind the #, so that no log ever holds it."""
    made, token = shares.make_share(connection, number, player, datetime.now(UTC), days)
    return made, f"{on.address}/ticket#{token}"
