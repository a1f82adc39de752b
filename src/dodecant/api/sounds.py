"""A sound laid open: its notes, numbers, modes and neighbours."""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated

from fastapi import APIRouter, Query
from pydantic import BaseModel

from dodecant.engraving.strip_svg import LESSON_WIDTH, strip_svg
from dodecant.exercise.press import press
from dodecant.exercise.problems import at_field
from dodecant.exercise.recipe import KeyRoute, Path, PathEnd, Recipe, Spelling
from dodecant.exercise.sounds import OneSound
from dodecant.formats.exercise_json import ExerciseOut, exercise_document
from dodecant.music.errors import MusicError
from dodecant.music.neighbours import derivation, neighbours
from dodecant.music.numbering import School, number_text
from dodecant.music.pitch import NoteName
from dodecant.music.scale import Scale
from dodecant.music.tonics import TonicNames
from dodecant.tables import load_tables

router = APIRouter(prefix="/api", tags=["sounds"])
_SCHOOLS: tuple[School, ...] = ("major", "chord", "steps")


class ModeOut(BaseModel):
    """A mode of the sound's family; `scale` is null where it has no name of its own in the catalogue."""

    tonic: str
    name: str
    scale: str | None


class NeighbourOut(BaseModel):
    """A sound on the same tonic, one altered note away."""

    scale: str
    name: str
    before: str
    after: str


class LaidOpenOut(BaseModel):
    """Everything there is to say about a sound on a tonic. `numbers` holds the three schools, note by note."""

    scale: str
    tonic: str
    name: str
    notes: list[str]
    numbers: dict[School, list[str]]
    half_steps: list[int]
    derivation: str
    chord_tones: list[str]
    care: list[str]
    colour: list[str]
    modes: list[ModeOut]
    neighbours: list[NeighbourOut]
    twins: list[str]
    exercise: ExerciseOut
    picture: str


@router.get("/sounds/{scale_id}")
def lay_open(scale_id: str, tonic: Annotated[str, Query(max_length=8)] = "C") -> LaidOpenOut:
    """Lay a sound open on a tonic; the tonic's spelling follows the table of key names."""
    tables = load_tables()
    try:
        scale = tables.scales.get(scale_id)
    except MusicError as error:
        raise at_field("/scale", error) from None
    exercise = press(_run(scale, tonic), tables)
    (strip,) = exercise.strips
    root = strip.stop.written.tonic
    steps = [degree.half_steps for degree in scale.degrees] + [12]
    return LaidOpenOut(
        scale=scale.id,
        tonic=root.text,
        name=scale.name,
        notes=[degree.name_above(root).text for degree in scale.degrees],
        numbers={school: [number_text(degree, scale, school) for degree in scale.degrees] for school in _SCHOOLS},
        half_steps=[high - low for low, high in pairwise(steps)],
        derivation=derivation(scale),
        chord_tones=[degree.text for degree in sorted(scale.frame)],
        care=[degree.text for degree in sorted(scale.care)],
        colour=[degree.text for degree in scale.colour_tones],
        modes=_modes(scale, root),
        neighbours=[
            NeighbourOut(scale=step.scale.id, name=step.scale.name, before=step.before.text, after=step.after.text)
            for step in neighbours(scale, tables.scales)
        ],
        twins=[TonicNames().name(root.pitch_class + n, scale.colour).text for n in scale.twins],
        exercise=exercise_document(exercise),
        picture=strip_svg(exercise, strip, LESSON_WIDTH),
    )


def _run(scale: Scale, tonic: str) -> Recipe:
    """The sound up and down once: what is engraved, heard, and sent to the bench."""
    try:
        key = TonicNames().name(NoteName.parse(tonic).pitch_class, scale.colour).text
    except MusicError as error:
        raise at_field("/tonic", error) from None
    return Recipe(
        sounds=OneSound(scale=scale.id),
        path=Path(high=PathEnd(octave=2)),
        keys=KeyRoute(order="picked", picked=(key,), start=key),
        spelling=Spelling(cautionary=False),
    )


def _modes(scale: Scale, root: NoteName) -> list[ModeOut]:
    catalogue = load_tables().scales
    return [
        ModeOut(tonic=degree.name_above(root).text, name=mode.name, scale=mode.id if mode.id in catalogue else None)
        for mode, degree in zip(catalogue.modes_of(scale), scale.degrees, strict=True)
    ]
