"""Players: added, changed, archived and brought back; recipes fitted to them."""

# No postponed annotations here: the connection is a dependency of the routes.

from dataclasses import replace
from datetime import UTC, datetime

from fastapi import APIRouter
from starlette.exceptions import HTTPException

from dodecant.api.pressed import pressed
from dodecant.api.routers.shelf import Connection
from dodecant.api.schemas.bounds import PlayerId
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.api.schemas.studio.players import FitIn, FittedOut, PlayerIn, PlayerOut
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.exercise.player import resolved_player
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.practice.studio.fit import Fitted, fitted, fitted_player
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.store import players
from dodecant.store.database import atomic
from dodecant.tables import load_tables

router = APIRouter(prefix="/api/players", tags=["players"], responses={404: {"model": ProblemsOut}})
fits = offloading_router("players")
_MOST_REMARKS = 4


@router.get("")
def everyone(connection: Connection, archived: bool = False) -> list[PlayerOut]:
    """Everyone who practises, oneself first; those who are archived only if asked for."""
    return [PlayerOut.of(one) for one in players.players(connection, archived=archived)]


@router.post("", status_code=201)
def add(wanted: PlayerIn, connection: Connection) -> PlayerOut:
    """Add a player."""
    _fit_to_keep(wanted.profile)
    with atomic(connection):
        number = players.add_player(connection, wanted.profile, datetime.now(UTC))
    return _out(connection, number)


@router.put("/{player}")
def change(player: PlayerId, wanted: PlayerIn, connection: Connection) -> PlayerOut:
    """Change a player; one that was changed meanwhile is refused."""
    _fit_to_keep(wanted.profile)
    known_player(connection, player)
    with atomic(connection):
        if not players.change_player(connection, player, wanted.profile, wanted.revision):
            raise HTTPException(409, "This player was changed somewhere else. Open them again.")
    return _out(connection, player)


@router.delete("/{player}", status_code=204)
def archive(player: PlayerId, connection: Connection) -> None:
    """Archive a player; plan and logbook stay, and they can be brought back. Oneself stays."""
    if player == 1:
        raise HTTPException(409, "You cannot archive yourself.")
    if not players.archive_player(connection, player, datetime.now(UTC)):
        raise _missing()


@router.post("/{player}/brought-back", status_code=204)
def bring_back(player: PlayerId, connection: Connection) -> None:
    """Undo that."""
    if not players.bring_player_back(connection, player):
        raise _missing()


@fits.post("/fits")
@offloaded
def fit(wanted: FitIn) -> FittedOut:
    """A recipe as a player gets it, with the reason for every change."""
    return told(fitted(wanted.recipe, wanted.profile, load_tables(), wanted.simpler))


def told(found: Fitted) -> FittedOut:
    """A fit with what a teacher would remark about it, as far as the player's range and hands go."""
    remarks = [one.text for one in pressed(found.recipe).remarks if one.kind not in ("choices", "bar")]
    return FittedOut.of(found, remarks[:_MOST_REMARKS])


def known_player(connection: Connection, player: int) -> players.KeptPlayer:
    """The player; refused where there is none."""
    found = players.player(connection, player)
    if found is None:
        raise _missing()
    return found


def _fit_to_keep(profile: PlayerProfile) -> None:
    """Raises RecipeError for limits that are not on the instrument, or an instrument there is not."""
    try:
        resolved_player(Recipe(player=fitted_player(profile)), load_tables().instruments)
    except RecipeError as error:
        told = (replace(one, pointer=one.pointer.replace("/player", "/profile", 1)) for one in error.problems)
        raise RecipeError(told) from None


def _out(connection: Connection, number: int) -> PlayerOut:
    return PlayerOut.of(known_player(connection, number))


def _missing() -> HTTPException:
    return HTTPException(404, "There is no such player.")
