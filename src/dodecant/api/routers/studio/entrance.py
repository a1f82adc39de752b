"""The ways in: who asks, the teacher's passphrase, a guest's token. Whoever tries in vain waits a moment, and then
longer.

A token that is unknown, expired or revoked gets the same answer, after the same time.
"""

# No postponed annotations here: the connection is a dependency of the routes.
import asyncio
from datetime import UTC, datetime

from fastapi import APIRouter, Request, Response
from fastapi.concurrency import run_in_threadpool
from starlette.exceptions import HTTPException

from dodecant.api.access import passphrase
from dodecant.api.access.network import Network
from dodecant.api.access.visitors import SESSION, SESSION_HOURS, TICKET, RateLimiter, Sharing, Visitor, cookie
from dodecant.api.routers.shelf import Connection
from dodecant.api.schemas.studio.sharing import PassphraseIn, SessionIn, SharingIn, SharingOut, TokenIn, VisitorOut
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.store import shares
from dodecant.store.database import Database, atomic

router = APIRouter(prefix="/api", tags=["entrance"])
SLOWED = 0.6  # seconds that a try in vain takes longer
_LONGEST_TICKET = 180 * 24 * 3600  # seconds that a browser keeps one


@router.get("/visitor")
def visitor(request: Request) -> VisitorOut:
    """Who asks."""
    found: Visitor = request.state.visitor
    return VisitorOut(kind=found.kind, shared=request.app.state.sharing is not None)


@router.get("/sharing")
def sharing(request: Request, connection: Connection) -> SharingOut:
    """Whether others can reach the server, and whether there is a passphrase."""
    on: Sharing | None = request.app.state.sharing
    there = shares.passphrase_hash(connection) is not None
    return SharingOut(
        on=on is not None, address=on.address if on else "", addresses=list(on.addresses) if on else [],
        changes=request.app.state.network is not None, passphrase=there,
    )  # fmt: skip


@router.put("/sharing", status_code=204)
async def share(wanted: SharingIn, request: Request) -> Response:
    """Let others on the network in, or shut them out. Whoever turns it on stays in, as the teacher."""
    network: Network | None = request.app.state.network
    if network is None:
        raise HTTPException(409, "This is decided where the program is started: with --share, or without it.")
    if not wanted.on:
        request.app.state.sharing = None
        network.shut_out()
        return Response(status_code=204)
    name = await run_in_threadpool(_session, _database(request))
    if name is None:
        raise RecipeError([Problem("/on", "There is no passphrase yet.", "Set one first; it opens your screens.")])
    try:
        request.app.state.sharing = await network.let_in(request.app)
    except OSError as error:
        raise HTTPException(409, f"Others cannot be let in: {(error.strerror or str(error)).lower()}.") from error
    return _with_cookie(request, SESSION, name, SESSION_HOURS * 3600)


@router.put("/passphrase", status_code=204)
def set_passphrase(wanted: PassphraseIn, request: Request, connection: Connection) -> None:
    """Set the passphrase; where the server is shared, the present one has to be told. Every session ends."""
    kept = shares.passphrase_hash(connection)
    if request.app.state.sharing is not None and kept and not passphrase.holds(wanted.present, kept):
        raise RecipeError([Problem("/present", "This is not the present passphrase.", "Type the one that holds now.")])
    new = passphrase.hashed(wanted.passphrase)
    with atomic(connection):
        shares.keep_passphrase(connection, new, datetime.now(UTC))


@router.post("/sessions", status_code=204)
async def come_in(wanted: SessionIn, request: Request) -> Response:
    """Come in as the teacher."""

    def try_it() -> str | None:
        with _database(request).connection() as connection:
            kept = shares.passphrase_hash(connection)
            if kept is None or not passphrase.holds(wanted.passphrase, kept):
                return None
            with atomic(connection):
                return shares.begin_session(connection, datetime.now(UTC), SESSION_HOURS)

    await _not_too_often(request)
    name = await run_in_threadpool(try_it)
    if name is None:
        raise await _in_vain(request, 401, "This is not the passphrase.")
    return _with_cookie(request, SESSION, name, SESSION_HOURS * 3600)


@router.delete("/sessions", status_code=204)
def go_out(request: Request, connection: Connection) -> Response:
    """Go out: the session ends."""
    name = cookie(request.scope, SESSION)
    if name is not None:
        shares.end_session(connection, name)
    answer = Response(status_code=204)
    answer.delete_cookie(SESSION)
    return answer


@router.post("/tickets", status_code=204)
async def open_ticket(wanted: TokenIn, request: Request) -> Response:
    """Open a share link by its token."""

    def try_it() -> shares.Ticket | None:
        with _database(request).connection() as connection:
            return shares.ticket_of(connection, wanted.token, datetime.now(UTC))

    await _not_too_often(request)
    found = await run_in_threadpool(try_it)
    if found is None:
        raise await _in_vain(request, 404, "This link opens nothing.")
    left = int((found.expires_at - datetime.now(UTC)).total_seconds())
    return _with_cookie(request, TICKET, wanted.token, min(left, _LONGEST_TICKET))


def _session(database: Database) -> str | None:
    """A session of the teacher's; None where there is no passphrase."""
    with database.connection() as connection:
        if shares.passphrase_hash(connection) is None:
            return None
        with atomic(connection):
            return shares.begin_session(connection, datetime.now(UTC), SESSION_HOURS)


def _database(request: Request) -> Database:
    found: Database = request.app.state.database
    return found


def _address(request: Request) -> str:
    return request.client.host if request.client else ""


async def _not_too_often(request: Request) -> None:
    tries: RateLimiter = request.app.state.tries
    if tries.spent(_address(request)):
        await asyncio.sleep(SLOWED)
        raise HTTPException(429, "That was tried too often. Wait a minute, then try again.", {"Retry-After": "60"})


async def _in_vain(request: Request, status: int, message: str) -> HTTPException:
    """What is answered to a try in vain, after a moment."""
    request.app.state.tries.failed(_address(request))
    await asyncio.sleep(SLOWED)
    return HTTPException(status, message)


def _with_cookie(request: Request, name: str, value: str, seconds: int) -> Response:
    on: Sharing | None = request.app.state.sharing
    answer = Response(status_code=204)
    secure = on is not None and on.secure
    answer.set_cookie(name, value, max_age=seconds, httponly=True, samesite="strict", secure=secure)
    return answer
