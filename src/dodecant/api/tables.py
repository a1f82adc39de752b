"""What can be chosen: sounds, instruments, key names."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import BaseModel

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.figures import PAIR_ORDERS
from dodecant.exercise.recipe.note_values import NAMES
from dodecant.exercise.wording.figures import COURSES, ENCLOSURES, LADDERS
from dodecant.music.core.chord_symbol import print_quality
from dodecant.music.core.tonics import USUAL
from dodecant.tables import load_tables

router = APIRouter(prefix="/api", tags=["tables"])


class ScaleOut(BaseModel):
    """A scale of the catalogue: degrees as text (coming down too, where that differs), whether it counts as major or
    minor for key names, the chord qualities it serves, and a line on its use."""

    id: str
    name: str
    aliases: list[str]
    degrees: list[str]
    down: list[str]
    family: str
    colour: str
    serves: list[str]
    use: str


class InstrumentOut(BaseModel):
    """An instrument; pitches are written pitches. `transposes` tells whether read and sounding keys differ."""

    id: str
    name: str
    transposes: bool
    comfortable: str
    full: str


class FormTableOut(BaseModel):
    """A generic form: its group, the colour of its key, and a line on its use."""

    id: str
    name: str
    group: str
    colour: str
    use: str


class WordsOut(BaseModel):
    """What kinds of figures' surroundings, orders and note values are called, by kind; note values in two ways."""

    ladders: dict[str, str]
    enclosures: dict[str, str]
    courses: dict[str, str]
    pair_orders: dict[str, str]
    values: dict[str, dict[str, str]]


class TablesOut(BaseModel):
    """Everything a recipe can choose from, and the recipe one starts with."""

    scales: list[ScaleOut]
    instruments: list[InstrumentOut]
    forms: list[FormTableOut]
    major_keys: list[str]
    minor_keys: list[str]
    words: WordsOut
    blank: Recipe


@router.get("/tables")
def tables() -> TablesOut:
    """Sounds, instruments, the twelve key names (from C) and a blank recipe."""
    loaded = load_tables()
    return TablesOut(
        scales=[
            ScaleOut(
                id=scale.id,
                name=scale.name,
                aliases=list(scale.aliases),
                degrees=[degree.text for degree in scale.degrees],
                down=[degree.text for degree in scale.down or ()],
                family=scale.family,
                colour=scale.colour,
                serves=[print_quality(quality) or "major triad" for quality in scale.serves],
                use=scale.use,
            )
            for scale in loaded.scales.scales
        ],
        instruments=[
            InstrumentOut(
                id=instrument.id,
                name=instrument.name,
                transposes=instrument.sounds_half_steps % 12 != 0,
                comfortable=instrument.comfortable.text,
                full=instrument.full.text,
            )
            for instrument in loaded.instruments.instruments
        ],
        forms=[
            FormTableOut(id=form.id, name=form.name, group=form.group, colour=form.key.colour, use=form.use)
            for form in loaded.forms
        ],
        major_keys=list(USUAL["major"]),
        minor_keys=list(USUAL["minor"]),
        words=WordsOut(
            ladders=dict(LADDERS),
            enclosures=dict(ENCLOSURES),
            courses=dict(COURSES),
            pair_orders=dict(PAIR_ORDERS),
            values={school: dict(names) for school, names in NAMES.items()},
        ),
        blank=Recipe(),
    )
