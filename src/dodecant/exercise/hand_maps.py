"""Which map an instrument has of a sound, with the hand as a recipe's fingering asks."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from typing import Any, Final, NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.fingering import (
    FINGERINGS,
    FingeringPart,
    HandPlace,
    OnChromaticHarp,
    OnFrets,
    OnHarp,
    OnKeys,
    OnSlide,
    OnValves,
)
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.instrument.fingering.books import BookRow, book_of
from dodecant.instrument.fingering.fretted import ROMAN, Fretted, Neck
from dodecant.instrument.fingering.harmonica import BLOW, ChromaticHarp, DiatonicHarp
from dodecant.instrument.fingering.maps import (
    InstrumentMap,
    chromatic_harp_map,
    harp_map,
    keys_map,
    neck_map,
    slide_map,
    valve_map,
)
from dodecant.instrument.fingering.slide import Slide
from dodecant.instrument.fingering.valves import Valves
from dodecant.instrument.fingering.weights import Weights
from dodecant.instrument.profile import Instrument

MOST_MAPS: Final = 48


class SoundMap(NamedTuple):
    """The map of a sound, under the heading of its strip or its own name."""

    heading: str
    sound: Sound
    map: InstrumentMap


def maps_of_strips(
    recipe: Recipe, instrument: Instrument, strips: Iterable[Strip], weights: Weights, books: tuple[BookRow, ...]
) -> tuple[SoundMap, ...]:
    """A map for each sound that strips stand on, once for each place of the hand, in their order; at most `MOST_MAPS`.

    As the recipe's fingering asks, or plainly where it shows none; no map where the instrument has none.
    """
    family = instrument.fingering.family
    if family is None:
        return ()
    part = recipe.fingering
    if part is None:
        part = next(kind.fresh() for kind in FINGERINGS.by_name.values() if kind.family == family)
    found: dict[tuple[Sound, HandPlace | None], str] = {}
    for strip in strips:
        stop = strip.stop
        if stop.chords_written:
            for chord in stop.chords_written:
                if chord.sound is not None:
                    found.setdefault((chord.sound, stop.place), chord.sound.text)
        else:
            place = f" · position {ROMAN[stop.place.low]}" if stop.place and stop.place.position else ""
            found.setdefault((stop.written, stop.place), f"{stop.written.text}{place}")
    return tuple(
        SoundMap(heading, sound, map_of(part.in_place(place), instrument, sound, weights, books))
        for (sound, place), heading in list(found.items())[:MOST_MAPS]
    )


_Maker = Callable[[Any, Instrument, list[int], Weights, tuple[BookRow, ...]], InstrumentMap]


def map_of(
    part: FingeringPart, instrument: Instrument, sound: Sound, weights: Weights, books: tuple[BookRow, ...]
) -> InstrumentMap:
    """Every place of a sound on an instrument as its part fits it; in a position or an area that alone.

    Raises RecipeError for a part of another instrument, and for a position that the neck does not have.
    """
    if part.family != instrument.fingering.family:
        message = f"There is no such map of the {instrument.name}."
        raise RecipeError([Problem("/fingering", message, "Choose its own fingering.")])
    root = sound.tonic.pitch_class
    tones = [(root + degree.half_steps) % 12 for degree in sound.scale.degrees]
    return MAPS[type(part)](part, instrument, tones, weights, books)


def _neck(
    part: OnFrets, instrument: Instrument, tones: list[int], weights: Weights, _: tuple[BookRow, ...]
) -> InstrumentMap:
    neck = Neck.of(instrument)
    if part.way in ("position", "area") and part.low > neck.frets - 3:
        message = f"There is no position at fret {part.low} of the {instrument.name}."
        raise RecipeError([Problem("/fingering/low", message, f"It has {neck.frets} frets.")])
    way = part.way if part.way in ("position", "area") else "free"
    hand = Fretted(neck, weights["fretted"], way, low=part.low, high=part.high, school=part.school)
    return neck_map(neck, [pitch.name.text for pitch in instrument.fingering.strings], tones, hand)


def _keys(
    part: OnKeys, instrument: Instrument, tones: list[int], weights: Weights, books: tuple[BookRow, ...]
) -> InstrumentMap:
    book = book_of(frozenset(tones), tones[0], books) if part.school == "books" else None
    hand = "right" if part.hand == "both" else part.hand
    return keys_map(tones, weights["keyboard"], book, hand)


def _slide(
    part: OnSlide, instrument: Instrument, tones: list[int], weights: Weights, _: tuple[BookRow, ...]
) -> InstrumentMap:
    slide = Slide(weights["slide"], part.way, trigger=instrument.fingering.trigger, sevenths=True)
    reach = instrument.full
    return slide_map(slide, reach.low.midi, reach.high.midi, tones, trigger=instrument.fingering.trigger)


def _valves(
    part: OnValves, instrument: Instrument, tones: list[int], weights: Weights, _: tuple[BookRow, ...]
) -> InstrumentMap:
    fundamental = instrument.fingering.fundamental
    assert fundamental is not None  # noqa: S101 - the table of instruments is checked for it
    valves = Valves(fundamental.midi, weights["valves"])
    return valve_map(valves, instrument.full.low.midi, instrument.full.high.midi, tones)


def _harp(
    part: OnHarp, instrument: Instrument, tones: list[int], weights: Weights, _: tuple[BookRow, ...]
) -> InstrumentMap:
    harp = DiatonicHarp(weights["harmonica"], part.above_c, overblows=part.overblows)
    return harp_map(harp, BLOW[0] + part.above_c, tones)


MAPS: Final[Mapping[type[FingeringPart], _Maker]] = {
    OnFrets: _neck,
    OnKeys: _keys,
    OnSlide: _slide,
    OnValves: _valves,
    OnHarp: _harp,
    OnChromaticHarp: lambda part, instrument, tones, weights, books: chromatic_harp_map(
        ChromaticHarp(weights["harmonica"]), tones
    ),
}
