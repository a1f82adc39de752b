"""A sound laid open, found, heard, and made from others."""

from __future__ import annotations

from dodecant.api.schemas.maps import MapIn, MapOut, sound_map
from dodecant.api.schemas.sounds import (
    FindIn,
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
from dodecant.music.scales.making import StepError, as_degrees, joined
from dodecant.music.scales.neighbours import chain_through
from dodecant.music.scales.scale import Scale, ScaleCatalogue, own_scale
from dodecant.tables import load_tables

router = offloading_router("sounds")
_MOST_FOUND = 40
_A_SCALE = 5  # notes that are meant as a scale, not as some of its notes


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


@router.post("/sounds/found")
@offloaded
def find_sounds(wanted: FindIn) -> list[FoundOut]:
    """Sounds found by any name, by notes they hold, or by a chord they serve (best first); one's own among them.

    Where no scale has five notes or more alone, they are offered as a scale of their own.
    """
    tables, text = load_tables(), wanted.text
    if not text.strip():
        return []
    own = {scale: one for one in wanted.own if (scale := _own(one)) is not None}
    catalogue = ScaleCatalogue((*own, *tables.scales.scales))
    if wanted.by == "name":
        found = by_name(text, catalogue)
        return [found_sound(one.scale, None, exact=one.match == "name", own=own.get(one.scale)) for one in found]
    try:
        if wanted.by == "chord":
            chord = parse_chord(text)
            if chord is None:
                return []
            ranked = fit(chord, Place(), tables.scales, most=_MOST_FOUND)
            return [found_sound(one.scale, one.tonic, why=reason(one, chord, Place())) for one in ranked]
        names = [NoteName.parse(word) for word in text.replace(",", " ").split()]
    except MusicError as error:
        raise at_field("/text", error) from None
    sounds = holding(names, catalogue)
    held = [found_sound(scale, tonic, own=own.get(scale)) for tonic, scale in sounds[:_MOST_FOUND]]
    heights = {name.pitch_class for name in names}
    alone = as_degrees(names)
    known = any(len(scale) == len(heights) for _, scale in sounds)
    if alone is None or known or (sounds and len(alone) < _A_SCALE):
        return held
    kept = OwnScale(name="my scale", degrees=" ".join(degree.text for degree in alone))
    why = "No scale has these notes alone: lay them open, and save them as your own."
    return [found_sound(own_scale(kept.name, kept.degrees), names[0], why=why, own=kept), *held]


def _own(one: OwnScale) -> Scale | None:
    """A scale of one's own; None for one that cannot be read any more."""
    try:
        return own_scale(one.name, one.degrees)
    except MusicError:
        return None


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
