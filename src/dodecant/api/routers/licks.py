"""Licks of one's own: read from files, and analysed for correction."""

from __future__ import annotations

from dodecant.api.files import UploadedBytes, uploads
from dodecant.api.schemas.licks import AnalysedIn, LickNoteOut, ReadLickOut, notes_of
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.exercise.melody.lick import read_against
from dodecant.formats.licks.files import lick_from_file
from dodecant.music.core.metre import Metre
from dodecant.tables import load_tables

router = offloading_router("licks")


@router.post("/licks/readings", openapi_extra=uploads())
@offloaded
def read_lick_file(data: UploadedBytes) -> ReadLickOut:
    """Read a lick from a MusicXML or MIDI file sent as it is."""
    found = lick_from_file(data)
    return ReadLickOut(
        text=found.text,
        over=found.over,
        metre=found.metre,
        tonic=found.tonic,
        adjustments=list(found.adjustments),
    )


@router.post("/licks/analysed")
@offloaded
def analyse(wanted: AnalysedIn) -> list[LickNoteOut]:
    """Every note against the chords it came from."""
    figure = wanted.figure
    return notes_of(
        figure.text, read_against(figure.text, figure.over, Metre.parse(wanted.metre), load_tables().scales)
    )
