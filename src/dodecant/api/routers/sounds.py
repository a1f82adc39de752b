"""A sound laid open, found, heard, and made from others."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import Query

from dodecant.api.schemas.maps import MapIn, MapOut, sound_map
from dodecant.api.schemas.sounds import (
    FoundOut,
    LaidOpenOut,
    ListeningIn,
    MakingIn,
    NeighbourOut,
    SoundIn,
    SoundingOut,
    WayIn,
    found_sound,
    laid_open,
    step_answer,
)
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.backing.listening import listening
from dodecant.exercise.recipe.problems import Problem, RecipeError, at_field
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale, chosen_scale
from dodecant.music.chord_scale_fit.fit import fit
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.chord_scale_fit.reason import reason
from dodecant.music.chord_scale_fit.serving import chords_served
from dodecant.music.core.chord_symbol import parse_chord
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.finding import by_name, holding
from dodecant.music.scales.making import StepError, joined
from dodecant.music.scales.neighbours import chain_through
from dodecant.tables import load_tables

router = offloading_router("sounds")
_MOST_FOUND = 40


@router.post("/sounds/laid-open")
@offloaded
def lay_open(wanted: SoundIn) -> LaidOpenOut:
    """Everything there is to say about a sound."""
    return laid_open(
        chosen_scale(wanted.scale, load_tables().scales, "/scale"), wanted.scale, NoteName.parse(wanted.tonic)
    )


@router.post("/sounds/listening")
@offloaded
def listen(wanted: ListeningIn) -> list[SoundingOut]:
    """What is played for one way of hearing a sound."""
    tables = load_tables()
    scale = chosen_scale(wanted.scale, tables.scales, "/scale")
    tonic = NoteName.parse(wanted.tonic)
    chords = [served.chord for served in chords_served(tonic, scale, tables.scales)[:3]]
    return [
        SoundingOut(start=event.start, length=event.length, pitches=list(event.pitches), step=event.step)
        for event in listening(tonic, scale, chords, wanted.way)
    ]


@router.post("/sounds/maps")
@offloaded
def draw_map(wanted: MapIn) -> MapOut:
    """Every place of a sound on an instrument."""
    return sound_map(wanted)


@router.get("/sounds/found")
@offloaded
def find_sounds(by: Literal["name", "notes", "chord"], text: Annotated[str, Query(max_length=80)]) -> list[FoundOut]:
    """Sounds found by any name, by notes they hold, or by a chord they serve (best first)."""
    catalogue = load_tables().scales
    if not text.strip():
        return []
    if by == "name":
        return [found_sound(one.scale, None, exact=one.match == "name") for one in by_name(text, catalogue)]
    try:
        if by == "chord":
            chord = parse_chord(text)
            if chord is None:
                return []
            ranked = fit(chord, Place(), catalogue, most=_MOST_FOUND)
            return [found_sound(one.scale, one.tonic, why=reason(one, chord, Place())) for one in ranked]
        names = [NoteName.parse(word) for word in text.replace(",", " ").split()]
    except MusicError as error:
        raise at_field("/text", error) from None
    return [found_sound(scale, tonic) for tonic, scale in holding(names, catalogue)[:_MOST_FOUND]]


@router.post("/sounds/ways")
@offloaded
def find_way(wanted: WayIn) -> list[NeighbourOut]:
    """The shortest way from the first scale through the others by one altered note each."""
    catalogue = load_tables().scales
    scales = [chosen_scale(choice, catalogue, f"/scales/{place}") for place, choice in enumerate(wanted.scales)]
    way = chain_through(scales, catalogue)
    if way is None:
        message = "No chain of one altered note each leads through all of these."
        raise RecipeError([Problem("/scales", message, "Choose sounds with as many tones as the first.")])
    return [step_answer(step) for step in way]


@router.post("/sounds/makings")
@offloaded
def make_scale(wanted: MakingIn) -> OwnScale:
    """A scale of one's own: the union of others, with leading tones below chosen steps."""
    catalogue = load_tables().scales
    scales = [chosen_scale(choice, catalogue, f"/scales/{place}") for place, choice in enumerate(wanted.scales)]
    name = wanted.name.strip() or " and ".join(scale.name for scale in scales)[:40]
    try:
        degrees = joined(scales, wanted.leading)
    except StepError as error:
        raise at_field(f"/leading/{wanted.leading.index(error.step)}", error) from None
    return OwnScale(name=name, degrees=" ".join(degree.text for degree in degrees))
