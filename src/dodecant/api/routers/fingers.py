"""Why a note is played as it is."""

from __future__ import annotations

from dodecant.api.pressed import pressed, strip_of
from dodecant.api.schemas.fingers import FingerIn, FingerWayOut, ways_out
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.exercise.explain import explain_finger
from dodecant.tables import load_tables

router = offloading_router("fingers")
_MOST = 12


@router.post("/fingers")
@offloaded
def why(wanted: FingerIn) -> list[FingerWayOut]:
    """The ways to play a note, each with the best fingers for the rest of its strip: the taken one first.

    A pin of the first strip is for no key by name; one of another strip is for its key.
    """
    exercise = pressed(wanted.recipe)
    strip = strip_of(exercise, wanted.strip)
    found = explain_finger(exercise, load_tables(), strip, wanted.note - 1)
    bars = [note.start // exercise.metre.quarters for note in strip.notes]
    own = bars[wanted.note - 1]
    bar = slice(bars.index(own), len(bars) - bars[::-1].index(own))
    return ways_out(found[:_MOST], wanted.note, bar, strip.stop.written.tonic.text if wanted.strip else "")
