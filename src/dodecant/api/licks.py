"""Licks of one's own: read from files, and analysed for correction."""

from __future__ import annotations

from fastapi import APIRouter, Request
from pydantic import BaseModel

from dodecant.exercise.melody.lick import Function, read_against
from dodecant.exercise.recipe.figures import OwnLick
from dodecant.exercise.recipe.lick_text import length_text
from dodecant.exercise.wording.licks import said_of
from dodecant.formats.licks.files import lick_from_file
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.metre import Metre, MetreName
from dodecant.tables import load_tables

router = APIRouter(prefix="/api", tags=["licks"])


class ReadLickOut(BaseModel):
    """A lick and its chords as text, beats in its bars, and what had to be done to read it."""

    text: str
    over: str
    beats: int
    told: list[str]


@router.post(
    "/licks/readings",
    openapi_extra={"requestBody": {"content": {"application/octet-stream": {"schema": {"type": "string"}}}}},
)
async def read_lick_file(request: Request) -> ReadLickOut:
    """Read a lick from a MusicXML or MIDI file sent as it is."""
    found = lick_from_file(await request.body())
    return ReadLickOut(text=found.text, over=found.over, beats=found.beats, told=list(found.told))


class AnalysedIn(BaseModel):
    """A lick, and the metre it is played in."""

    figure: OwnLick
    metre: MetreName = "4/4"


class LickNoteOut(BaseModel):
    """A note of a lick: its place and length in the text, its name and length in beats, the chord and sound it belongs
    to, its degree there, what it is and does, in words."""

    where: int
    size: int
    name: str
    length: str
    chord: str
    sound: str
    degree: str
    function: Function
    words: str


@router.post("/licks/analysed")
def analyse(wanted: AnalysedIn) -> list[LickNoteOut]:
    """Every note against the chords it came from."""
    text = wanted.figure.text
    lick = read_against(text, wanted.figure.over, Metre.parse(wanted.metre), load_tables().scales)
    found = []
    for tone in lick.tones:
        over = lick.chords[tone.over]
        found.append(
            LickNoteOut(
                where=tone.where,
                size=len(text[tone.where :].replace("|", " ").split(maxsplit=1)[0]),
                name=tone.pitch.text,
                length=length_text(tone.timing.units)
                if not isinstance(tone.timing.units, int)
                else str(tone.timing.units),
                chord=print_chord(over.chord),
                sound=over.sound.text,
                degree=tone.was.text,
                function=tone.function,
                words=said_of(lick, tone),
            )
        )
    return found
