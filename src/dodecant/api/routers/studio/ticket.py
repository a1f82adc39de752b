"""What a guest sees and writes: one player's own assignment. Nothing here takes a number of a player or an assignment:
both come from the ticket, which was looked up as the request came in.
"""

# No postponed annotations here: the connection is a dependency of the routes.
import sqlite3
from dataclasses import replace
from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, Depends, Request
from pydantic import Field
from starlette.exceptions import HTTPException

from dodecant.api.access.visitors import Visitor
from dodecant.api.routers.shelf import Connection
from dodecant.api.schemas.bounds import RowId, Today
from dodecant.api.schemas.practising.logbook import EntryIn
from dodecant.api.schemas.studio.assignments import BlockOut, KeyDoneOut, QuestionOut
from dodecant.api.schemas.studio.sharing import LinkOut, QuestionIn, TicketOut
from dodecant.practice.planning.days import day_text
from dodecant.practice.planning.entries import Entry
from dodecant.practice.studio.assigned_practice import DayOfPractice
from dodecant.practice.studio.assignment import own_assignment
from dodecant.practice.studio.fit import CURTAINS
from dodecant.store import assignments, logbook, players
from dodecant.store.assignments import KeptAssignment
from dodecant.store.database import atomic
from dodecant.store.players import KeptPlayer
from dodecant.store.shares import Ticket
from dodecant.tables import load_tables

router = APIRouter(prefix="/api/ticket", tags=["ticket"])
_MOST_QUESTIONS = 40  # of a player about an assignment
_Entries = Annotated[list[EntryIn], Field(max_length=50)]


def _ticket(request: Request) -> Ticket:
    """What the guest's ticket opens; refused without one."""
    visitor: Visitor = request.state.visitor
    if visitor.ticket is None:
        raise HTTPException(401, "Open the link you were given.")
    return visitor.ticket


OwnTicket = Annotated[Ticket, Depends(_ticket)]


@router.get("")
def own(ticket: OwnTicket, connection: Connection, today: Today) -> TicketOut:
    """The assignment as its player gets it on a day."""
    kept, who = _found(connection, ticket)
    given = kept.document
    mine = next(iter(assignments.given_to(connection, kept.id, ticket.player)), None)
    on = DayOfPractice(today, assignments.days_practised(connection, kept.id, ticket.player, today))
    fits = own_assignment(given, who.profile, load_tables(), mine.simpler if mine else (), on)
    if mine and mine.opened_at is None:
        assignments.opened(connection, kept.id, ticket.player, datetime.now(UTC))
    done = next(iter(assignments.progress(connection, kept.id, ticket.player)), None)
    return TicketOut(
        title=given.title, player=who.profile.name, due=given.due,
        due_words=f"For {day_text(given.due)}" if given.due else "",
        words=BlockOut.all(given.page_words), listening=given.listening,
        links=[LinkOut(name=link.name, address=link.address) for link in given.links],
        recipes=[fit.recipe for fit in fits.fits], routine=fits.routine, curtain=CURTAINS[who.profile.reading],
        saved=given.saved, minutes=done.minutes if done else 0,
        keys=KeyDoneOut.all(done, given),
        questions=[QuestionOut.of(one) for one in assignments.questions(connection, kept.id, ticket.player)],
        expires_at=ticket.expires_at,
    )  # fmt: skip


@router.post("/entries", status_code=201)
def write_down(wanted: _Entries, ticket: OwnTicket, connection: Connection) -> list[int]:
    """Write what was practised into the player's own logbook; the numbers of the entries."""
    kept, _ = _found(connection, ticket)
    with atomic(connection):
        return logbook.add(connection, [_own_entry(one, ticket, kept) for one in wanted])


@router.put("/entries/{number}", status_code=204)
def correct(number: RowId, wanted: EntryIn, ticket: OwnTicket, connection: Connection) -> None:
    """Say how it went: correct an entry that was written for this assignment."""
    kept, _ = _found(connection, ticket)
    there = logbook.one(connection, number)
    if there is None or (there.player, there.assignment) != (ticket.player, ticket.assignment):
        raise HTTPException(404, "There is no such entry.")
    with atomic(connection):
        logbook.correct(connection, number, _own_entry(wanted, ticket, kept))


@router.post("/questions", status_code=201)
def ask(wanted: QuestionIn, ticket: OwnTicket, connection: Connection) -> QuestionOut:
    """Ask the teacher something."""
    with atomic(connection):
        asked = assignments.questions(connection, ticket.assignment, ticket.player)
        if len(asked) >= _MOST_QUESTIONS:
            raise HTTPException(409, "That is enough to ask here; ask the rest when you meet.")
        number = assignments.ask(connection, ticket.assignment, ticket.player, wanted.text, datetime.now(UTC))
        found = assignments.questions(connection, ticket.assignment, ticket.player)
    return next(QuestionOut.of(one) for one in found if one.id == number)


def _found(connection: sqlite3.Connection, ticket: Ticket) -> tuple[KeptAssignment, KeptPlayer]:
    kept = assignments.assignment(connection, ticket.assignment)
    who = players.player(connection, ticket.player)
    if kept is None or who is None:
        raise HTTPException(401, "Open the link you were given.")
    return kept, who


def _own_entry(one: EntryIn, ticket: Ticket, kept: KeptAssignment) -> Entry:
    entry = one.entry(ticket.player)
    return replace(entry, assignment=ticket.assignment, recipe=kept.document.saved)
