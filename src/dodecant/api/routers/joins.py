"""Why a line over changes goes on as it does."""

from __future__ import annotations

from dodecant.api.schemas.joins import JoinIn, JoinOut, read_beat
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.exercise.explain import explain_join
from dodecant.tables import load_tables

router = offloading_router("joins")


@router.post("/joins")
@offloaded
def why(wanted: JoinIn) -> JoinOut:
    """Why the line goes on as it does under the chord at a beat."""
    return JoinOut.of(explain_join(wanted.recipe, load_tables(), wanted.strip, read_beat(wanted.beat)))
