"""Who is asking: the teacher, a guest with a share link, or a stranger; and where each may go.

On one's own machine everybody is the teacher. As soon as the server can be reached from other machines, the teacher's
session or a guest's ticket is looked up with every request, here and nowhere else. Where it is not shared, whoever
comes by another address than this machine's own is a stranger. What a guest may ask is a short list; everything else is
refused, so that a new address is closed until it is put there.
"""

from __future__ import annotations

import re
from datetime import UTC, datetime
from http.cookies import CookieError, SimpleCookie
from ipaddress import ip_address
from typing import Final, Literal, NamedTuple

from fastapi.concurrency import run_in_threadpool
from limits import RateLimitItemPerMinute
from limits.storage import MemoryStorage
from limits.strategies import MovingWindowRateLimiter
from starlette.datastructures import Headers
from starlette.responses import JSONResponse
from starlette.types import ASGIApp, Receive, Scope, Send

from dodecant.api.errors import answer
from dodecant.exercise.recipe.problems import Problem
from dodecant.store.database import Database
from dodecant.store.shares import Ticket, session_holds, ticket_of

SESSION, TICKET = "dodecant-session", "dodecant-ticket"  # names of cookies
SESSION_HOURS = 12
_A_GUEST: Final = RateLimitItemPerMinute(600)  # requests a minute of one ticket
_TRIES: Final = RateLimitItemPerMinute(10)  # tokens and passphrases that one address may try in vain
_ALL_TRIES: Final = RateLimitItemPerMinute(120)  # and all addresses together
_NOT_OPEN: Final = Problem("", "This is not open to everybody.", "Open the link you were given, or the passphrase.")
_ANOTHERS: Final = Problem("", "This link does not open that.", "It opens what one player was given.")
_TOO_MUCH: Final = Problem("", "That was very much at once.", "Wait a minute, and go on.")

# What anybody may ask: the pages themselves hold nothing of anybody, and the ways in.
_OPEN: Final = re.compile(r"(?!/api/).*|/api/(?:visitor|sessions|tickets)")
# What a guest may ask besides: the words and choices of the screens, recipes worked out (which reads and keeps
# nothing), and what the ticket is for.
_A_GUESTS: Final = re.compile(
    r"/api/(?:tables|exercises|strips|upgrades|ticket(?:/[a-z]+(?:/[0-9]{1,16})?)?|jobs/[0-9a-f]{32}(?:/answer)?"
    r"|stand/(?:bands|judged|mendings|simulated|rungs|improvised|forms|ear|sung|latency|sounds/[a-z]+|scores/[a-z]+))"
)


class Sharing(NamedTuple):
    """The server as others reach it: the names it is served under, the address that links begin with, and all the
    addresses that can be given.
    """

    hosts: frozenset[str]
    address: str
    addresses: tuple[str, ...] = ()

    @property
    def secure(self) -> bool:
        """Whether cookies are sent over TLS only."""
        return self.address.startswith("https://")


class Visitor(NamedTuple):
    """Who asks: the teacher, or a guest with what their ticket opens, or neither."""

    kind: Literal["teacher", "guest", "stranger"]
    ticket: Ticket | None = None


TEACHER: Final = Visitor("teacher")
_STRANGER: Final = Visitor("stranger")


class Access:
    """Looks who asks, and lets them where they may go; `scope["state"]["visitor"]` tells the routes."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Serve one request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        state = scope["app"].state
        if state.sharing is None:
            visitor = TEACHER if _at_home(scope) else _STRANGER
        else:
            visitor = await _visitor(scope, state.database)
        scope.setdefault("state", {})["visitor"] = visitor
        refused = _refusal(visitor, scope["path"], state.tries)
        await (refused or self._app)(scope, receive, send)


def _at_home(scope: Scope) -> bool:
    """Whether a request came by an address that only this machine reaches."""
    host = (scope.get("server") or ("", 0))[0]
    if host == "localhost":
        return True
    try:
        return ip_address(host).is_loopback
    except ValueError:
        return False


async def _visitor(scope: Scope, database: Database) -> Visitor:
    if not scope["path"].startswith("/api/"):
        return _STRANGER
    session, token = cookie(scope, SESSION), cookie(scope, TICKET)
    if session is None and token is None:
        return _STRANGER
    as_guest = scope["path"].startswith("/api/ticket")
    return await run_in_threadpool(_looked_up, database, session, token, as_guest=as_guest)


def _looked_up(database: Database, session: str | None, token: str | None, *, as_guest: bool) -> Visitor:
    """The teacher, unless what a guest alone can ask is asked; else whom the ticket is for."""
    now = datetime.now(UTC)
    with database.connection() as connection:
        if session is not None and not as_guest and session_holds(connection, session, now):
            return TEACHER
        ticket = None if token is None else ticket_of(connection, token, now)
    return _STRANGER if ticket is None else Visitor("guest", ticket)


def _refusal(visitor: Visitor, path: str, tries: RateLimiter) -> JSONResponse | None:
    if visitor.kind == "teacher" or _OPEN.fullmatch(path):
        return None
    if visitor.ticket is None:
        return answer(401, _NOT_OPEN)
    if not _A_GUESTS.fullmatch(path):
        return answer(403, _ANOTHERS)
    if tries.too_many_of(visitor.ticket):
        return answer(429, _TOO_MUCH, after=60)
    return None


class RateLimiter:
    """Counts requests by ticket, and tokens and passphrases tried in vain by address and altogether, so that nobody can
    guess on and on.
    """

    def __init__(self) -> None:
        self._limiter = MovingWindowRateLimiter(MemoryStorage())

    def spent(self, address: str) -> bool:
        """Whether an address has to wait."""
        limiter = self._limiter
        return not (limiter.test(_TRIES, "tries", address) and limiter.test(_ALL_TRIES, "tries", "all"))

    def too_many_of(self, ticket: Ticket) -> bool:
        """Count a request of a ticket; whether it was one too many."""
        return not self._limiter.hit(_A_GUEST, "guest", str(ticket.share))

    def failed(self, address: str) -> None:
        """Count a try in vain."""
        self._limiter.hit(_TRIES, "tries", address)
        self._limiter.hit(_ALL_TRIES, "tries", "all")


def cookie(scope: Scope, name: str) -> str | None:
    """A cookie of a request; None for what cannot be read."""
    try:
        found = SimpleCookie(Headers(scope=scope).get("cookie", "")).get(name)
    except CookieError:
        return None
    return found.value if found is not None and found.value else None
