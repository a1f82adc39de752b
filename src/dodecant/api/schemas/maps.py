"""Maps of a sound on an instrument: what is asked and answered."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field

from dodecant.api.schemas.sounds import SoundIn
from dodecant.engraving.maps import MapShows, map_svg, map_text
from dodecant.exercise.hand_maps import map_of
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.recipe.fingering import AnyFingering, OnFrets
from dodecant.exercise.recipe.problems import at_field
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.instrument.fingering.areas import positions_of
from dodecant.instrument.fingering.fretted import Neck
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName
from dodecant.tables import load_tables


class MapIn(SoundIn):
    """A sound as it is read on an instrument, with the hand as a fingering asks, by numbers, names or fingers."""

    instrument: Annotated[str, Field(max_length=80)]
    fingering: AnyFingering
    shows: MapShows = "numbers"


class MapOut(BaseModel):
    """The picture, what it shows in words, and the positions of a neck that suit the sound, by their fret."""

    picture: str
    words: str
    positions: list[int]


def sound_map(wanted: MapIn) -> MapOut:
    """Draw a map; raises RecipeError for an unknown instrument or one that has no such map."""
    tables = load_tables()
    try:
        instrument = tables.instruments.get(wanted.instrument)
    except MusicError as error:
        raise at_field("/instrument", error) from None
    part = wanted.fingering
    if part.family == instrument.fingering.family:
        instrument = part.fit(instrument)
    sound = Sound(NoteName.parse(wanted.tonic), chosen_scale(wanted.scale, tables.scales, "/scale"))
    found = map_of(part, instrument, sound, tables.weights, tables.books)
    positions: tuple[int, ...] = ()
    if isinstance(part, OnFrets):
        positions = positions_of(Neck.of(instrument), sound.pitch_classes)
    return MapOut(picture=map_svg(found, sound, wanted.shows), words=map_text(found, sound), positions=list(positions))
