"""The plan of a player: its days worked out from goals, rules and what was done; as a calendar."""

# No postponed annotations here: the connection is a dependency of the routes.
import sqlite3
from contextlib import suppress
from datetime import UTC, date, datetime, time, timedelta
from typing import Annotated, Any, NamedTuple

from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from starlette.exceptions import HTTPException

from dodecant.api.files import as_attachment
from dodecant.api.pressed import within
from dodecant.api.routers.shelf import Connection
from dodecant.api.routers.studio.players import known_player
from dodecant.api.schemas.bounds import PlayerId, Today
from dodecant.api.schemas.practising.planning import GivenDueOut, OnStandOut, PlanDayOut, PlanIn, PlanItemIn, PlanOut
from dodecant.api.workers.offloaded import A_JOB, as_json, offload
from dodecant.engraving.pages.practice_pages import keys_pdf, week_pdf
from dodecant.exercise.recipe.document import Recipe
from dodecant.formats.calendar import to_icalendar
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import USUAL
from dodecant.practice.planning.coverage import dial
from dodecant.practice.planning.days import day_text
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.planning.history import DoneSession, PlayerHistory, Slipping, sessions
from dodecant.practice.planning.on_stand import item_on_stand
from dodecant.practice.planning.plan import Plan, PlanItem, planned
from dodecant.practice.planning.routine import Routine
from dodecant.practice.studio.handout import Paper
from dodecant.store import assignments, coverage, logbook, plans, players
from dodecant.store.database import Database, atomic
from dodecant.store.shelf import DamagedDocumentError, UnknownDocumentError
from dodecant.store.shelves import RECIPES, ROUTINES
from dodecant.tables import load_tables

router = APIRouter(prefix="/api/players", tags=["plan"])
_WEEK = 7
_SLIPS_OF = timedelta(days=28)  # what slipped before that is not mended, and what was due is over


@router.get("/{player}/plan")
def plan(player: PlayerId, connection: Connection, today: Today) -> PlanOut:
    """The plan as it is kept, and its days from a day on."""
    document, revision = _kept(connection, player, today)
    return _answer(connection, player, document, revision, today)


@router.post("/{player}/plan/tried")
def try_out(player: PlayerId, document: PlanDocument, connection: Connection, today: Today) -> PlanOut:
    """What a plan would be, without keeping it."""
    return _answer(connection, player, document, 0, today)


@router.post("/{player}/plan/items", responses=A_JOB)
async def take(player: PlayerId, wanted: PlanItemIn, request: Request, today: Today) -> OnStandOut:
    """What an item of the plan puts on the stand."""
    answer: Any = await taken_from(request, player, wanted, today)
    return answer  # type: ignore[no-any-return]


@router.put("/{player}/plan")
def keep(player: PlayerId, wanted: PlanIn, connection: Connection, today: Today) -> PlanOut:
    """Keep a plan; one that was changed meanwhile is refused."""
    known_player(connection, player)
    with atomic(connection):
        if not plans.keep_plan(connection, player, wanted.document, wanted.revision, datetime.now(UTC)):
            raise HTTPException(409, "This plan was changed somewhere else. Open it again.")
    return _answer(connection, player, wanted.document, wanted.revision + 1, today)


@router.get("/{player}/plan.ics", response_class=Response)
def calendar(
    player: PlayerId,
    connection: Connection,
    today: Today,
    zone: Annotated[str, Query(max_length=60)] = "UTC",
    begin: time = time(18, 30),
) -> Response:
    """The days of the plan as a calendar; each day keeps its id."""
    document, _ = _kept(connection, player, today)
    found = _planned(connection, player, document, today)
    data = to_icalendar(document, found.days, player, zone, begin, datetime.now(UTC))
    name = known_player(connection, player).profile.name
    return as_attachment(data, f"Plan - {name}", ".ics", "text/calendar; charset=utf-8")


@router.get("/{player}/week.pdf", response_class=Response)
def week(player: PlayerId, connection: Connection, today: Today, paper: Paper = "a4") -> Response:
    """The next seven days of the plan, to be printed."""
    document, _ = _kept(connection, player, today)
    found = _planned(connection, player, document, today)
    name = known_player(connection, player).profile.name
    return as_attachment(
        week_pdf(document, found.days, name, paper), f"Week - {name} {today:%Y-%m-%d}", ".pdf", "application/pdf"
    )


@router.get("/{player}/keys.pdf", response_class=Response)
def keys(player: PlayerId, connection: Connection, paper: Paper = "a4") -> Response:
    """A grid of twelve keys to tick, with the tempos that were comfortable so far, to be printed."""
    rows: dict[str, dict[int, str]] = {}
    for one in coverage.cells(connection, player):
        reached = rows.setdefault(one.cell.sound, {})
        if one.comfortable is not None and one.comfortable >= int(reached.get(one.cell.key, "0")):
            reached[one.cell.key] = str(one.comfortable)
    data = keys_pdf("Twelve keys", list(rows.items()) or [("", {})], USUAL["major"], paper)
    return as_attachment(
        data, f"Twelve keys - {known_player(connection, player).profile.name}", ".pdf", "application/pdf"
    )


def _kept(connection: sqlite3.Connection, player: int, today: date) -> tuple[PlanDocument, int]:
    """The plan of a player and its revision; where none is kept, one that begins with what is known of them."""
    kept = plans.plan_of(connection, player)
    if kept is not None:
        return kept
    who = players.player(connection, player)
    if who is None:
        return PlanDocument(start=today), 0
    return PlanDocument(start=today, minutes=(who.profile.minutes,) * 7, tunes=who.profile.tunes), 0


def _answer(connection: sqlite3.Connection, player: int, document: PlanDocument, revision: int, today: date) -> PlanOut:
    known = _known(connection, player, document, today)
    done = known.minutes.get(today, 0.0)
    return PlanOut.of(document, revision, planned(document, today, known), _given(connection, player, today), done)


class _Taken(NamedTuple):
    """An item, its goal, the goal's document as it is kept now, and the player's level."""

    item: PlanItem
    goal: Goal
    document: Recipe | Routine | None
    level: int


async def taken_from(request: Request, player: int, wanted: PlanItemIn, today: date) -> Any:
    """What an item of a player's plan puts on the stand, worked out in the workers."""

    def look() -> _Taken:
        database: Database = request.app.state.database
        with database.connection() as connection:
            return _taken(connection, player, wanted, today)

    return await offload(request, taken_apart, await run_in_threadpool(look), then=as_json)


def taken_apart(taken: _Taken) -> OnStandOut:
    """What an item puts on the stand, in the workers."""
    found = item_on_stand(taken.item, taken.goal, taken.document, load_tables(), within(taken.level))
    return OnStandOut.of(found, "" if taken.item.comes == "mend" else taken.goal.saved)


def _taken(connection: sqlite3.Connection, player: int, wanted: PlanItemIn, today: date) -> _Taken:
    document, _ = _kept(connection, player, today)
    who = known_player(connection, player).profile
    asked = wanted.goal, wanted.key, wanted.comes, wanted.degree
    for day in _planned(connection, player, document, today).days:
        for item in day.items:
            if (item.goal, item.key, item.comes, item.degree) == asked:
                goal = document.goals[item.goal]
                return _Taken(item, goal, _document(connection, goal), who.level)
    raise HTTPException(409, "The plan has changed. Open it again.")


def _document(connection: sqlite3.Connection, goal: Goal) -> Recipe | Routine | None:
    with suppress(UnknownDocumentError, DamagedDocumentError):
        shelf: Any = ROUTINES if goal.kind == "routine" else RECIPES
        found: Recipe | Routine = shelf.get(connection, goal.saved).document
        return found
    return None


def week_of(connection: sqlite3.Connection, player: int, today: date) -> tuple[list[PlanDayOut], float]:
    """The next seven days of a player's plan, and the minutes done today."""
    document, _ = _kept(connection, player, today)
    known = _known(connection, player, document, today)
    days = planned(document, today, known).days[:_WEEK]
    return [PlanDayOut.of(day, document) for day in days], round(known.minutes.get(today, 0.0), 1)


def _given(connection: sqlite3.Connection, player: int, today: date) -> list[GivenDueOut]:
    """What is given to a player and not over, soonest first: due today or later, on no day, or lately and not begun."""
    found = []
    for line in sorted(assignments.assignments(connection, player), key=lambda line: line.due or date.max):
        if line.due is not None and line.due < today - _SLIPS_OF:
            continue
        late = line.due is not None and line.due < today
        minutes = sum(done.minutes for done in assignments.progress(connection, line.id, player))
        if late and minutes:
            continue
        words = "For no day" if line.due is None else f"{'It was for' if late else 'For'} {day_text(line.due)}"
        found.append(GivenDueOut(assignment=line.id, title=line.title, due_words=words, minutes=round(minutes, 1)))
    return found


def _planned(connection: sqlite3.Connection, player: int, document: PlanDocument, today: date) -> Plan:
    return planned(document, today, _known(connection, player, document, today))


def _known(connection: sqlite3.Connection, player: int, document: PlanDocument, today: date) -> PlayerHistory:
    """What the logbook tells a planner: sessions of each goal since the plan began, minutes, readiness, what slips."""
    since = min(document.start, today) - timedelta(days=1)
    done: list[DoneSession] = []
    slipping: dict[tuple[str, int, str], Slipping] = {}  # a degree of a sound is mended under one goal
    ready, best = {}, {}
    cells = coverage.cells(connection, player)
    for place, goal in enumerate(document.goals):
        done += sessions(place, logbook.lines_of(connection, player, goal.saved, goal.title, document.start))
        if not goal.sound:
            continue
        keys = {NoteName.parse(key).pitch_class for key in goal.keys}
        for key, degree, times, last, clean in logbook.slipping(connection, player, goal.sound, today - _SLIPS_OF):
            if key in keys:
                slipping.setdefault((goal.sound, key, degree), Slipping(place, key, degree, times, last, clean))
        for side in dial(cells, goal.sound, goal.tempo):
            ready[place, side.key] = side.ready
            if side.tempo is not None:
                best[place, side.key] = side.tempo
    return PlayerHistory(
        done, coverage.minutes_of_days(connection, player, since), ready, best, tuple(slipping.values())
    )
