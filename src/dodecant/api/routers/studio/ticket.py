"""What a guest sees and writes: one assignment of a player, or all that is given to them. The player comes from the
ticket, which was looked up as the request came in; an assignment is one that the ticket opens.
"""

# No postponed annotations here: the connection is a dependency of the routes.
import sqlite3
from collections.abc import Iterator
from contextlib import suppress
from dataclasses import replace
from datetime import UTC, date, datetime
from typing import Annotated, Any

from fastapi import APIRouter, Depends, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import Field
from starlette.exceptions import HTTPException

from dodecant.api.access.visitors import Visitor
from dodecant.api.files import as_attachment
from dodecant.api.pressed import pressed
from dodecant.api.routers.practising.plans import taken_from, week_of
from dodecant.api.routers.shelf import Connection
from dodecant.api.routers.studio.shares import pack_apart
from dodecant.api.schemas.bounds import RowId, Today
from dodecant.api.schemas.practising.logbook import EntryIn
from dodecant.api.schemas.practising.planning import OnStandOut, PlanItemIn
from dodecant.api.schemas.studio.assignments import BlockOut, KeyDoneOut, QuestionOut
from dodecant.api.schemas.studio.sharing import DoneOut, GuestPageOut, GuestWeekOut, LinkOut, QuestionIn, TicketOut
from dodecant.api.workers.offloaded import A_JOB, costly, offload
from dodecant.engraving.pages.class_set import set_for
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.practice.planning.days import day_text
from dodecant.practice.planning.entries import Entry
from dodecant.practice.studio.assigned_practice import DayOfPractice
from dodecant.practice.studio.assignment import Assignment, own_assignment
from dodecant.practice.studio.fit import CURTAINS
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.sheets import Recipient
from dodecant.store import assignments, logbook, players
from dodecant.store.assignments import Given, KeptAssignment
from dodecant.store.database import Database, atomic
from dodecant.store.players import KeptPlayer
from dodecant.store.shares import Ticket
from dodecant.tables import load_tables

router = APIRouter(prefix="/api/ticket", tags=["ticket"])
_NO_ASSIGNMENT = "There is no such assignment."
_MOST_DONE = 12  # entries
_MOST_QUESTIONS = 40  # of a player about an assignment
_Entries = Annotated[list[EntryIn], Field(max_length=50)]


def _ticket(request: Request) -> Ticket:
    """What the guest's ticket opens; refused without one."""
    visitor: Visitor = request.state.visitor
    if visitor.ticket is None:
        raise HTTPException(401, "Open the link you were given.")
    return visitor.ticket


def _whole_ticket(request: Request) -> Ticket:
    """The same, of a link that opens all that is given to its player."""
    ticket = _ticket(request)
    if ticket.assignment is not None:
        raise HTTPException(403, "This link opens one assignment, and nothing else.")
    return ticket


OwnTicket = Annotated[Ticket, Depends(_ticket)]
WholeTicket = Annotated[Ticket, Depends(_whole_ticket)]


@router.get("")
def own(ticket: OwnTicket, connection: Connection, today: Today) -> GuestPageOut:
    """What the link opens, as its player gets it on a day."""
    who = _player(connection, ticket)
    return GuestPageOut(
        player=who.profile.name, whole=ticket.assignment is None, expires_at=ticket.expires_at,
        assignments=list(_tickets(connection, ticket, who, today)),
    )  # fmt: skip


@router.get("/week")
def week(ticket: WholeTicket, connection: Connection, today: Today) -> GuestWeekOut:
    """The player's own plan from a day on, and what they did last."""
    _player(connection, ticket)
    days, done_today = week_of(connection, ticket.player, today)
    last = logbook.page(connection, ticket.player, None, _MOST_DONE)
    return GuestWeekOut(days=days, done_today=done_today, done=[DoneOut.of(entry) for entry in last])


@router.post("/items", responses=A_JOB)
async def take(wanted: PlanItemIn, ticket: WholeTicket, request: Request, today: Today) -> OnStandOut:
    """What an item of the player's plan puts on the stand."""
    answer: Any = await taken_from(request, ticket.player, wanted, today)
    return answer  # type: ignore[no-any-return]


@router.post("/handouts/{number}", response_class=Response, responses=A_JOB)
async def handout(number: RowId, ticket: OwnTicket, request: Request) -> Response:
    """The player's own page of an assignment, to print."""

    def then(data: bytes) -> Response:
        return as_attachment(data, f"{seat.profile.name} {given.title}", ".pdf", "application/pdf")

    given, seat = await run_in_threadpool(_seat, request, ticket, number)
    return await offload(request, page_apart, given, seat, then=then)


@router.post("/packs/{number}", response_class=Response, responses=A_JOB)
async def pack(number: RowId, ticket: OwnTicket, request: Request) -> Response:
    """The player's own practice pack of an assignment."""

    def then(data: bytes) -> Response:
        return as_attachment(data, f"{seat.profile.name} {given.title}", ".html", "text/html; charset=utf-8")

    given, seat = await run_in_threadpool(_seat, request, ticket, number)
    return await offload(request, pack_apart, given, seat, number, then=then)


@costly(lambda *_: True)
def page_apart(given: Assignment, seat: Recipient) -> bytes:
    """A player's page, set in the workers."""
    return set_for(given, seat, HandoutLayout(code=False), load_tables(), pressed).pdf


@router.post("/entries", status_code=201)
def write_down(wanted: _Entries, ticket: OwnTicket, connection: Connection) -> list[int]:
    """Write what was practised into the player's own logbook; the numbers of the entries."""
    _player(connection, ticket)
    with atomic(connection):
        return logbook.add(connection, [_own_entry(connection, one, ticket) for one in wanted])


@router.put("/entries/{number}", status_code=204)
def correct(number: RowId, wanted: EntryIn, ticket: OwnTicket, connection: Connection) -> None:
    """Say how it went: correct an entry that the link could have written."""
    _player(connection, ticket)
    there = logbook.one(connection, number)
    if there is None or there.player != ticket.player or not _could_write(connection, ticket, there.assignment):
        raise HTTPException(404, "There is no such entry.")
    with atomic(connection):
        logbook.correct(connection, number, _own_entry(connection, wanted, ticket))


@router.post("/questions", status_code=201)
def ask(wanted: QuestionIn, ticket: OwnTicket, connection: Connection) -> QuestionOut:
    """Ask the teacher something about an assignment."""
    about = wanted.assignment if ticket.assignment is None else ticket.assignment
    if about is None:
        raise HTTPException(404, _NO_ASSIGNMENT)
    _opened(connection, ticket, about)
    with atomic(connection):
        asked = assignments.questions(connection, about, ticket.player)
        if len(asked) >= _MOST_QUESTIONS:
            raise HTTPException(409, "That is enough to ask here; ask the rest when you meet.")
        number = assignments.ask(connection, about, ticket.player, wanted.text, datetime.now(UTC))
        found = assignments.questions(connection, about, ticket.player)
    return next(QuestionOut.of(one) for one in found if one.id == number)


def _player(connection: sqlite3.Connection, ticket: Ticket) -> KeptPlayer:
    who = players.player(connection, ticket.player)
    if who is None:
        raise HTTPException(401, "Open the link you were given.")
    return who


def _opened(connection: sqlite3.Connection, ticket: Ticket, number: int) -> tuple[KeptAssignment, Given]:
    """An assignment that the link opens, as it is given to its player; refused where it opens none of that number."""
    found = _if_opened(connection, ticket, number)
    if found is None:
        raise HTTPException(404, _NO_ASSIGNMENT)
    return found


def _if_opened(connection: sqlite3.Connection, ticket: Ticket, number: int) -> tuple[KeptAssignment, Given] | None:
    """The same; None where it opens none of that number."""
    if ticket.assignment not in (None, number):
        return None
    mine = next(iter(assignments.given_to(connection, number, ticket.player)), None)
    kept = assignments.assignment(connection, number)
    return None if mine is None or kept is None else (kept, mine)


def _could_write(connection: sqlite3.Connection, ticket: Ticket, assignment: int | None) -> bool:
    """Whether the link writes entries of an assignment; one to everything also those that are of none."""
    if assignment is None:
        return ticket.assignment is None
    return _if_opened(connection, ticket, assignment) is not None


def _tickets(connection: sqlite3.Connection, ticket: Ticket, who: KeptPlayer, today: date) -> Iterator[TicketOut]:
    """What the link opens; of several, one that cannot be fitted any more is the teacher's to mend."""
    if ticket.assignment is not None:
        yield _ticket_of(connection, ticket, who, ticket.assignment, today)
        return
    for line in assignments.assignments(connection, ticket.player):
        with suppress(RecipeError):
            yield _ticket_of(connection, ticket, who, line.id, today)


def _ticket_of(connection: sqlite3.Connection, ticket: Ticket, who: KeptPlayer, number: int, today: date) -> TicketOut:
    kept, mine = _opened(connection, ticket, number)
    given = kept.document
    on = DayOfPractice(today, assignments.days_practised(connection, number, who.id, today))
    fits = own_assignment(given, who.profile, load_tables(), mine.simpler, on)
    if mine.opened_at is None:
        assignments.opened(connection, number, who.id, datetime.now(UTC))
    done = next(iter(assignments.progress(connection, number, who.id)), None)
    return TicketOut(
        id=number, title=given.title, due=given.due, due_words=f"For {day_text(given.due)}" if given.due else "",
        words=BlockOut.all(given.page_words), listening=given.listening,
        links=[LinkOut(name=link.name, address=link.address) for link in given.links],
        recipes=[fit.recipe for fit in fits.fits], routine=fits.routine, curtain=CURTAINS[who.profile.reading],
        saved=given.saved, minutes=done.minutes if done else 0,
        keys=KeyDoneOut.all(done, given, who.profile.instrument),
        questions=[QuestionOut.of(one) for one in assignments.questions(connection, number, who.id)],
    )  # fmt: skip


def _seat(request: Request, ticket: Ticket, number: int) -> tuple[Assignment, Recipient]:
    database: Database = request.app.state.database
    with database.connection() as connection:
        who = _player(connection, ticket)
        kept, mine = _opened(connection, ticket, number)
    return kept.document, Recipient(who.profile, mine.simpler)


def _own_entry(connection: sqlite3.Connection, one: EntryIn, ticket: Ticket) -> Entry:
    """An entry of the link's player: of its assignment, where it opens just one; else of one that is given, or none."""
    entry = one.entry(ticket.player)
    about = entry.assignment if ticket.assignment is None else ticket.assignment
    if about is None:
        return entry
    kept, _ = _opened(connection, ticket, about)
    return replace(entry, assignment=about, recipe=kept.document.saved)
