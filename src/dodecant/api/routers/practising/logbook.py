"""The logbook: entries added, corrected with a trace, deleted and brought back; what they add up to; files."""

# No postponed annotations here: the connection is a dependency of the routes.
import sqlite3
from collections.abc import Sequence
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import Annotated, Literal

from fastapi import APIRouter, Query, Response
from pydantic import StringConstraints
from starlette.exceptions import HTTPException

from dodecant.api.files import UploadedBytes, as_attachment
from dodecant.api.routers.shelf import Connection
from dodecant.api.routers.studio.players import known_player
from dodecant.api.schemas.bounds import AfterRow, PlayerId, RowId, Today
from dodecant.api.schemas.practising.logbook import (
    EntriesOut,
    EntryIn,
    EntryOut,
    MatrixOut,
    NextOut,
    OverviewOut,
    ReadLogbookOut,
    RowOut,
    SideOut,
    SlipCountOut,
    SoundDoneOut,
    TempoOut,
    WeekOut,
    cell_out,
)
from dodecant.api.schemas.practising.planning import TakenDay
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.formats import logbook_files
from dodecant.formats.calendar import zone_of
from dodecant.practice.planning.coverage import (
    Done,
    dial,
    holes,
    key_names,
    next_keys,
    readiness,
    twins,
    wanted_cells,
    yet_to_begin,
)
from dodecant.store import assignments, coverage, logbook
from dodecant.store.arrivals import take_in
from dodecant.store.database import atomic
from dodecant.tables import load_tables

router = APIRouter(prefix="/api/players/{player}", tags=["logbook"], responses={404: {"model": ProblemsOut}})
_PAGE = 50
_WEEKS = 26
Tempo = Annotated[int, Query(ge=20, le=320)]
SoundName = Annotated[str, StringConstraints(min_length=1, max_length=120)]
RecipeId = Annotated[str, Query(min_length=1, max_length=80)]
Zone = Annotated[str, Query(min_length=1, max_length=60)]


@router.post("/entries", status_code=201)
def add(player: PlayerId, wanted: list[EntryIn], connection: Connection) -> list[int]:
    """Add entries; their numbers."""
    known_player(connection, player)
    for place, one in enumerate(wanted):
        _known_assignment(connection, one, f"/{place}")
    with atomic(connection):
        return logbook.add(connection, [one.entry(player) for one in wanted])


@router.get("/entries")
def page(player: PlayerId, connection: Connection, day: Today | None = None, number: AfterRow = 0) -> EntriesOut:
    """Entries, the latest first; from before a day and a number on."""
    found = logbook.page(connection, player, None if day is None else (day, number), _PAGE + 1)
    return EntriesOut(entries=[EntryOut.of(entry) for entry in found[:_PAGE]], more=len(found) > _PAGE)


@router.put("/entries/{number}")
def correct(player: PlayerId, number: RowId, wanted: EntryIn, connection: Connection) -> EntryOut:
    """Put a corrected entry in the place of another, which stays in the trace."""
    _of_player(connection, player, number)
    _known_assignment(connection, wanted, "")
    with atomic(connection):
        new = logbook.correct(connection, number, wanted.entry(player))
    found = None if new is None else logbook.one(connection, new)
    if found is None:
        raise _missing()
    return EntryOut.of(found)


@router.get("/entries/{number}/trace")
def trace(player: PlayerId, number: RowId, connection: Connection) -> list[EntryOut]:
    """What an entry was before it was corrected, the latest first."""
    _of_player(connection, player, number)
    return [EntryOut.of(entry) for entry in logbook.trace(connection, number)]


@router.delete("/entries/{number}", status_code=204)
def delete(player: PlayerId, number: RowId, connection: Connection) -> None:
    """Delete an entry; it can be brought back."""
    _of_player(connection, player, number)
    logbook.delete(connection, number, datetime.now(UTC))


@router.post("/entries/{number}/brought-back", status_code=204)
def bring_back(player: PlayerId, number: RowId, connection: Connection) -> None:
    """Undo the deletion of an entry."""
    if not logbook.bring_back(connection, player, number):
        raise _missing()


@router.get("/taken")
def taken(player: PlayerId, recipe: RecipeId, connection: Connection) -> list[TakenDay]:
    """How long a recipe took on its last days, and how many of its strips were played, the latest last."""
    found = logbook.taken(connection, player, recipe)
    return [TakenDay(minutes=minutes, strips=strips) for minutes, strips in found]


@router.get("/overview")
def overview(
    player: PlayerId,
    connection: Connection,
    today: Today,
    tempo: Tempo = 96,
    sound: Annotated[str, Query(max_length=120)] = "",
    value: Annotated[str, Query(max_length=40)] = "",
    first: Annotated[int, Query(ge=1, le=7)] = 1,
) -> OverviewOut:
    """What the entries add up to, and the dial of a sound (the one practised most, if none is named); weeks begin on
    the `first` day (1 Monday, 7 Sunday).
    """
    done = coverage.cells(connection, player)
    sounds = _sounds(done)
    chosen = sound or (sounds[0].sound if sounds else "")
    catalogue = load_tables().scales
    names, sides = key_names(chosen, catalogue), dial(done, chosen, tempo, value)
    since = today - timedelta(weeks=_WEEKS)
    return OverviewOut(
        sounds=sounds,
        sound=chosen,
        sides=[SideOut.of(side, names) for side in sides],
        following=[NextOut.of(one) for one in next_keys(sides, today, names)] if chosen else [],
        weeks=[WeekOut.of(week) for week in coverage.weeks(connection, player, since, first)],
        tempos=[TempoOut(day=day, tempo=best) for day, best in coverage.tempos(connection, player, chosen, since)],
        slips=[
            SlipCountOut.of(slip, key_names(slip.sound, catalogue))
            for slip in coverage.slips(connection, player, since)[:24]
        ],
        forms=twins(chosen, catalogue),
    )


@router.get("/matrix")
def matrix(
    player: PlayerId,
    connection: Connection,
    tempo: Tempo = 96,
    sounds: Annotated[list[SoundName], Query(max_length=24)] = [],  # noqa: B006 - never changed
    positions: Annotated[list[SoundName], Query(max_length=24)] = [],  # noqa: B006 - never changed
    values: Annotated[list[SoundName], Query(max_length=12)] = [],  # noqa: B006 - never changed
) -> MatrixOut:
    """Every sound, position and note value practised, by key, with its holes; and what is yet to be begun: `sounds`,
    and of these (of all, where none is named) every one of the `positions` and note `values`.
    """
    done = coverage.cells(connection, player)
    begun = sorted({one.cell[1:] for one in done})
    rows = [_row(*cell, done, tempo) for cell in [*begun, *yet_to_begin(begun, sounds, positions, values)]]
    wanted = [cell for row in rows for cell in wanted_cells([row.sound], [row.position], [row.value])]
    return MatrixOut(rows=rows, holes=len(holes(done, wanted)))


def _row(sound: str, position: str, value: str, done: Sequence[Done], tempo: int) -> RowOut:
    names = key_names(sound, load_tables().scales)
    cells = [cell_out(one, readiness(one, tempo)) for one in done if one.cell[1:] == (sound, position, value)]
    return RowOut(sound=sound, position=position, value=value, names=[names[key] for key in range(12)], cells=cells)


@router.post("/entry-files")
def read_file(
    player: PlayerId, data: UploadedBytes, connection: Connection, zone: Zone = "UTC", take: bool = False
) -> ReadLogbookOut:
    """Read a CSV or JSON file sent as it is: what it holds, which entries are there already, which rows are at fault;
    and `take` all that is new.
    """
    known_player(connection, player)
    local = zone_of(zone)
    read = logbook_files.read_logbook(data, local, player, datetime.now(local).date() + timedelta(days=1))
    given = {line.id for line in assignments.assignments(connection, player)}
    entries = [one if one.assignment in given else replace(one, assignment=None) for one in read.entries]
    read = read._replace(entries=tuple(entries))
    known = logbook.known(connection, read.entries)
    new = [entry for entry, there in zip(read.entries, known, strict=True) if not there]
    if take:
        take_in(connection, new, lambda: datetime.now(UTC))
    return ReadLogbookOut.of(read, known, len(new) if take else 0)


@router.get("/entry-files/{kind}", response_class=Response)
def write_file(player: PlayerId, kind: Literal["csv", "json"], connection: Connection) -> Response:
    """All entries as a file."""
    entries = logbook.every(connection, player)
    title = f"Logbook - {known_player(connection, player).profile.name}"
    if kind == "csv":
        return as_attachment(logbook_files.to_csv(entries), title, ".csv", "text/csv; charset=utf-8")
    return as_attachment(logbook_files.to_json(entries), title, ".logbook.json", "application/json")


def _sounds(done: Sequence[Done]) -> list[SoundDoneOut]:
    """Every sound practised, the oftenest first."""
    times: dict[str, int] = {}
    keys: dict[str, set[int]] = {}
    for one in done:
        times[one.cell.sound] = times.get(one.cell.sound, 0) + one.times
        keys.setdefault(one.cell.sound, set()).add(one.cell.key)
    order = sorted(times, key=lambda name: (-times[name], name))
    return [SoundDoneOut(sound=name, keys=len(keys[name]), times=times[name]) for name in order]


def _of_player(connection: sqlite3.Connection, player: int, number: int) -> None:
    found = logbook.one(connection, number)
    if found is None or found.player != player:
        raise _missing()


def _known_assignment(connection: sqlite3.Connection, one: EntryIn, at: str) -> None:
    if one.assignment is not None and assignments.assignment(connection, one.assignment) is None:
        message = "There is no such assignment."
        raise RecipeError([Problem(f"{at}/assignment", message, "Leave it out, or give the assignment again.")])


def _missing() -> HTTPException:
    return HTTPException(404, "There is no such entry.")
