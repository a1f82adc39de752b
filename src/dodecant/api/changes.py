"""Changes: read as they are typed, the sounds that fit, the fewest sounds, one sound over all, other keys, files."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Query, Request, Response
from pydantic import BaseModel

from dodecant.api.changes_answers import (
    FewestOut,
    GridRowOut,
    HouseName,
    WorkedOut,
    fewest_answer,
    grid_answer,
    worked_answer,
)
from dodecant.api.files import attachment
from dodecant.exercise.harmony.chord_sounds import settled
from dodecant.exercise.recipe.changes_document import ChangesDocument, ChangesDraft, ChordChoice
from dodecant.exercise.recipe.part import KeyName
from dodecant.exercise.recipe.problems import Problem, RecipeError, at_field
from dodecant.exercise.recipe.scale_choice import ScaleChoice, chosen_scale
from dodecant.formats.json.documents import changes_from_json, to_json
from dodecant.formats.musicxml.changes import changes_from_musicxml, changes_to_musicxml
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.errors import MusicError
from dodecant.music.core.key import Key
from dodecant.music.core.pitch import NoteName
from dodecant.music.progressions.changes import transposed
from dodecant.music.progressions.changes_text import LONGEST, parse_changes, print_changes
from dodecant.tables import load_tables

router = APIRouter(prefix="/api", tags=["changes"])
ChangesFileKind = Literal["musicxml", "text", "json"]


class WorkedIn(BaseModel):
    """Changes as typed, and the house style in which chord symbols are printed."""

    draft: ChangesDraft
    house: HouseName = "words"


@router.post("/changes/worked")
def work_out_changes(wanted: WorkedIn) -> WorkedOut:
    """Read a text as far as it goes: bars, faults, the sounds of each chord, and what is heard when it is played."""
    return worked_answer(wanted.draft, wanted.house)


class FewestIn(BaseModel):
    """Changes, and how good a sound must be for a chord; the chords with chosen sounds keep the first of them."""

    draft: ChangesDocument
    accepted: Literal["strict", "usual", "easy"] = "usual"


@router.post("/changes/fewest")
def fewest(wanted: FewestIn) -> FewestOut:
    """The fewest sounds that serve the whole progression, and where they change."""
    return fewest_answer(wanted.draft, wanted.accepted)


class GridIn(BaseModel):
    """Changes, and one sound laid over all of them."""

    draft: ChangesDocument
    tonic: KeyName
    scale: ScaleChoice


@router.post("/changes/grid")
def grid(wanted: GridIn) -> list[GridRowOut]:
    """What each note of one sound becomes over each chord."""
    scale = chosen_scale(wanted.scale, load_tables().scales, "/scale")
    return grid_answer(wanted.draft, NoteName.parse(wanted.tonic), scale)


class TransposedIn(BaseModel):
    """Changes, the tonic they shall stand on, and whether in letters or in numerals."""

    draft: ChangesDocument
    tonic: KeyName | None = None
    numerals: bool = False


@router.post("/changes/transposed")
def transpose(wanted: TransposedIn) -> ChangesDocument:
    """The changes carried to another key, the chosen sounds with them."""
    before = parse_changes(wanted.draft.text)
    after = before if wanted.tonic is None else transposed(before, NoteName.parse(wanted.tonic))
    choices = tuple(
        ChordChoice(chord=number, symbol=print_chord(after.slots[number].chord), sounds=choice.sounds)
        for number, choice in sorted(settled(before, wanted.draft.choices).items())
    )
    text = print_changes(after, numerals=wanted.numerals)
    return wanted.draft.model_copy(update={"text": text, "choices": choices})


@router.post("/changes/files/{kind}", response_class=Response)
def write_changes(kind: ChangesFileKind, document: ChangesDocument) -> Response:
    """The changes as a file to download."""
    changes = parse_changes(document.text)
    title = changes.title or "Changes"
    if kind == "musicxml":
        data, media = changes_to_musicxml(changes), "application/vnd.recordare.musicxml+xml"
        return attachment(data, title, ".musicxml", media)
    if kind == "text":
        return attachment(print_changes(changes).encode(), title, ".changes.txt", "text/plain; charset=utf-8")
    return attachment(to_json(document), title, ".changes.json", "application/json")


@router.post("/changes/readings", openapi_extra={"requestBody": {"content": {"application/octet-stream": {}}}})
async def read_changes_file(request: Request) -> ChangesDraft:
    """Read a file of changes: MusicXML with chord symbols (packed or not), our JSON, or plain text."""
    data = await request.body()
    if data.startswith(b"PK") or data.lstrip(b"\xef\xbb\xbf \r\n\t").startswith(b"<"):
        return ChangesDraft(text=print_changes(changes_from_musicxml(data)))
    if data.lstrip(b"\xef\xbb\xbf \r\n\t").startswith(b"{"):
        return changes_from_json(data)
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        problem = Problem("", "This file holds no changes.", "Choose MusicXML, a text file in UTF-8 or our own JSON.")
        raise RecipeError([problem]) from None
    if len(text) > LONGEST or "\0" in text:
        raise RecipeError([Problem("", "This text is too long for changes.", f"Keep it to {LONGEST} characters.")])
    return ChangesDraft(text=text)


class FormOut(BaseModel):
    """A generic form as a text of changes."""

    text: str


@router.get("/forms/{form_id}")
def write_form(form_id: str, key: Annotated[str, Query(max_length=8)] = "C") -> FormOut:
    """A generic form in a key of its own colour."""
    form = next((form for form in load_tables().forms if form.id == form_id), None)
    if form is None:
        raise RecipeError([Problem("/form", f"There is no form called “{form_id[:40]}”.", "Choose one of the list.")])
    try:
        tonic = Key.parse(key).tonic
    except MusicError as error:
        raise at_field("/key", error) from None
    changes = transposed(form.changes_in(form.key), tonic)
    return FormOut(text=print_changes(changes))
