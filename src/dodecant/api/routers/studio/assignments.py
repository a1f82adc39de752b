"""Assignments: given to players, changed, put away; what came back; questions answered."""

# No postponed annotations here: the connection is a dependency of the routes.
import sqlite3
from datetime import UTC, datetime
from typing import Any

from fastapi import APIRouter, Request
from fastapi.concurrency import run_in_threadpool
from starlette.exceptions import HTTPException

from dodecant.api.routers.shelf import Connection
from dodecant.api.routers.studio.players import told
from dodecant.api.schemas.bounds import PlayerId, RowId, Today
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.api.schemas.studio.assignments import (
    AnswerIn,
    AssignmentIn,
    AssignmentLineOut,
    AssignmentOut,
    GivenOut,
    OwnAssignmentOut,
    SimplerIn,
)
from dodecant.api.workers.offloaded import A_JOB, as_json, offload
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.practice.studio.assigned_practice import DayOfPractice
from dodecant.practice.studio.assignment import Assignment, own_assignment
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.store import assignments, players
from dodecant.store.database import Database, atomic
from dodecant.tables import load_tables

router = APIRouter(prefix="/api/assignments", tags=["assignments"], responses={404: {"model": ProblemsOut}})


@router.get("")
def every(connection: Connection) -> list[AssignmentLineOut]:
    """All assignments; what is due last first."""
    return [AssignmentLineOut.of(line) for line in assignments.assignments(connection)]


@router.post("", status_code=201)
def give(wanted: AssignmentIn, connection: Connection) -> AssignmentOut:
    """Give an assignment to players."""
    _fits_all(connection, wanted.document, wanted.players)
    with atomic(connection):
        number = assignments.give(connection, wanted.document, wanted.players, datetime.now(UTC))
    return _out(connection, number)


@router.get("/{number}")
def one(number: RowId, connection: Connection) -> AssignmentOut:
    """An assignment, and what came back from everyone."""
    return _out(connection, number)


@router.put("/{number}")
def change(number: RowId, wanted: AssignmentIn, connection: Connection) -> AssignmentOut:
    """Change what is given, and to whom; one that was changed meanwhile is refused."""
    known_assignment(connection, number)
    _fits_all(connection, wanted.document, wanted.players)
    with atomic(connection):
        if not assignments.change(connection, number, wanted.document, wanted.revision):
            raise HTTPException(409, "This assignment was changed somewhere else. Open it again.")
        assignments.give_to(connection, number, wanted.players, datetime.now(UTC))
    return _out(connection, number)


@router.delete("/{number}", status_code=204)
def archive(number: RowId, connection: Connection) -> None:
    """Put an assignment away; it can be brought back. Its links open nothing meanwhile."""
    if not assignments.archive(connection, number, datetime.now(UTC)):
        raise _missing()


@router.post("/{number}/brought-back", status_code=204)
def bring_back(number: RowId, connection: Connection) -> None:
    """Undo that."""
    if not assignments.bring_back(connection, number):
        raise _missing()


@router.get("/{number}/players/{player}", responses=A_JOB)
async def own(number: RowId, player: PlayerId, request: Request, today: Today) -> OwnAssignmentOut:
    """An assignment as one player gets it on a day, with the reason for every change."""

    def kept() -> tuple[Assignment, PlayerProfile, tuple[str, ...], DayOfPractice]:
        database: Database = request.app.state.database
        with database.connection() as connection:
            found = known_assignment(connection, number)
            given = [one for one in assignments.given_to(connection, number) if one.player == player]
            who = players.player(connection, player)
            before = assignments.days_practised(connection, number, player, today)
        if not given or who is None:
            raise _missing()
        return found.document, who.profile, given[0].simpler, DayOfPractice(today, before)

    answer: Any = await offload(request, fitted_apart, *await run_in_threadpool(kept), then=as_json)
    return answer  # type: ignore[no-any-return]


def fitted_apart(
    given: Assignment, profile: PlayerProfile, simpler: tuple[str, ...], on: DayOfPractice
) -> OwnAssignmentOut:
    """An assignment fitted, in the workers."""
    found = own_assignment(given, profile, load_tables(), simpler, on)
    return OwnAssignmentOut(fits=[told(fit) for fit in found.fits], routine=found.routine)


@router.put("/{number}/players/{player}/simpler", status_code=204)
def make_simpler(number: RowId, player: PlayerId, wanted: SimplerIn, connection: Connection) -> None:
    """Make it simpler for one player, by the names of proposals."""
    if not assignments.make_simpler(connection, number, player, wanted.simpler):
        raise _missing()


@router.put("/{number}/questions/{question}", status_code=204)
def answer(number: RowId, question: RowId, wanted: AnswerIn, connection: Connection) -> None:
    """Answer a question that came back."""
    if not assignments.answer(connection, number, question, wanted.text, datetime.now(UTC)):
        raise _missing()


def known_assignment(connection: sqlite3.Connection, number: int) -> assignments.KeptAssignment:
    """The assignment; refused where there is none."""
    found = assignments.assignment(connection, number)
    if found is None:
        raise _missing()
    return found


def _fits_all(connection: sqlite3.Connection, given: Assignment, to: list[int]) -> None:
    """Raises RecipeError, naming the player, where it cannot be fitted to everyone."""
    there = {kept.id: kept.profile for kept in players.players(connection)}
    for place, number in enumerate(to):
        if number not in there:
            raise RecipeError([Problem(f"/players/{place}", "There is no such player.", "Choose from the class.")])
        own_assignment(given, there[number], load_tables())


def _out(connection: sqlite3.Connection, number: int) -> AssignmentOut:
    kept = known_assignment(connection, number)
    everyone = {one.id: one for one in players.players(connection, archived=True)}
    done = {one.player: one for one in assignments.progress(connection, number)}
    questions = assignments.questions(connection, number)
    given = [
        GivenOut.of(one, everyone[one.player], kept.document, done.get(one.player), questions)
        for one in assignments.given_to(connection, number)
        if not everyone[one.player].archived
    ]
    return AssignmentOut.of(kept, given)


def _missing() -> HTTPException:
    return HTTPException(404, "There is no such assignment, or nothing of this kind in it.")
