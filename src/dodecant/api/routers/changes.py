"""Changes: read as they are typed, the sounds that fit, the fewest sounds, one sound over all, other keys, files."""

from __future__ import annotations

from typing import Annotated

from fastapi import Query, Response

from dodecant.api.files import UploadedBytes, attachment, uploads
from dodecant.api.schemas.changes import (
    FewestIn,
    FewestOut,
    FormOut,
    GridIn,
    GridRowOut,
    LaidIn,
    StretchOut,
    TransposedIn,
    WorkedIn,
    WorkedOut,
    worked_answer,
)
from dodecant.api.workers.offloaded import offloaded, offloading_router, read_body
from dodecant.exercise.harmony.chord_sounds import harmony, settled
from dodecant.exercise.harmony.over_chords import fewest, laid_over, over_every_chord
from dodecant.exercise.recipe.problems import Problem, RecipeError, at_field
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument, ChangesDraft
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.exports.registry import OF_CHANGES
from dodecant.formats.json.documents import changes_from_json
from dodecant.formats.musicxml.changes import changes_from_musicxml
from dodecant.music.chord_scale_fit.serving import ACCEPTANCE
from dodecant.music.core.errors import MusicError
from dodecant.music.core.key import Key
from dodecant.music.core.pitch import NoteName
from dodecant.music.progressions.changes import transposed
from dodecant.music.progressions.changes_text import LONGEST, parse_changes, print_changes
from dodecant.tables import load_tables

router = offloading_router("changes")


@router.post("/changes/worked")
@offloaded
def work_out_changes(wanted: WorkedIn) -> WorkedOut:
    """Read a text as far as it goes: bars, faults, the sounds of each chord, and what is heard when it is played."""
    return worked_answer(wanted.draft, wanted.house)


@router.post("/changes/fewest")
@offloaded
def count_fewest(wanted: FewestIn) -> FewestOut:
    """The fewest sounds that serve the whole progression, and where they change."""
    catalogue, draft = load_tables().scales, wanted.draft
    worked = harmony(draft, catalogue, pointer="/draft")
    chords = [one.chord for one in worked.chords]
    stretches = [StretchOut.of(one, chords) for one in fewest(worked, catalogue, wanted.accepted, draft.school)]
    return FewestOut(accepted=ACCEPTANCE[wanted.accepted], stretches=stretches)


@router.post("/changes/grid")
@offloaded
def grid(wanted: GridIn) -> list[GridRowOut]:
    """What each note of one sound becomes over each chord."""
    catalogue, tonic = load_tables().scales, NoteName.parse(wanted.tonic)
    scale = chosen_scale(wanted.scale, catalogue, "/scale")
    worked = harmony(wanted.draft, catalogue, pointer="/draft")
    return [GridRowOut.of(row, tonic, scale) for row in over_every_chord(worked, tonic, scale, wanted.draft.school)]


@router.post("/changes/laid")
@offloaded
def lay_across(wanted: LaidIn) -> ChangesDocument:
    """The changes with one sound chosen for some of their chords."""
    catalogue = load_tables().scales
    scale = chosen_scale(wanted.scale, catalogue, "/scale")
    worked = harmony(wanted.draft, catalogue, pointer="/draft")
    return laid_over(wanted.draft, worked, wanted.chords, (NoteName.parse(wanted.tonic), scale), catalogue)


@router.post("/changes/transposed")
@offloaded
def transpose(wanted: TransposedIn) -> ChangesDocument:
    """The changes carried to another key, the chosen sounds with them."""
    before = parse_changes(wanted.draft.text)
    after = before if wanted.tonic is None else transposed(before, NoteName.parse(wanted.tonic))
    choices = settled(before, wanted.draft.choices).in_order(after)
    text = print_changes(after, numerals=wanted.numerals)
    return wanted.draft.model_copy(update={"text": text, "choices": choices})


@router.post("/changes/files/{kind}", response_class=Response)
@offloaded
def write_changes(kind: str, document: ChangesDocument) -> Response:
    """The changes as a file to download; /api/tables lists the kinds there are."""
    return attachment(OF_CHANGES, kind, lambda: document, lambda one: parse_changes(one.text).title or "Changes")


@router.post("/changes/readings", openapi_extra=uploads())
@offloaded
def read_changes_file(data: UploadedBytes) -> ChangesDraft:
    """Read a file of changes: MusicXML with chord symbols (packed or not), our JSON, or plain text."""
    if data.startswith(b"PK") or data.lstrip(b"\xef\xbb\xbf \r\n\t").startswith(b"<"):
        return read_body(ChangesDraft, {"text": print_changes(changes_from_musicxml(data))})
    if data.lstrip(b"\xef\xbb\xbf \r\n\t").startswith(b"{"):
        return changes_from_json(data)
    try:
        text = data.decode("utf-8-sig")
    except UnicodeDecodeError:
        problem = Problem("", "This file holds no changes.", "Choose MusicXML, a text file in UTF-8 or our own JSON.")
        raise RecipeError([problem]) from None
    if len(text) > LONGEST:
        raise RecipeError([Problem("", "This text is too long for changes.", f"Keep it to {LONGEST} characters.")])
    return read_body(ChangesDraft, {"text": text})


@router.get("/forms/{form_id}")
@offloaded
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
