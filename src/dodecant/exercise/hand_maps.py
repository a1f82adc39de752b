"""Which map an instrument has of a sound, with the hand as a recipe's fingering asks."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from typing import Any, Final, NamedTuple

from dodecant.exercise.hands import optimiser_of, parts_of
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
from dodecant.instrument.fingering.maps import (
    InstrumentMap,
    chromatic_harp_map,
    harp_map,
    keys_map,
    neck_map,
    slide_map,
    valve_map,
)
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
            names = (stop.written.text, stop.place.text if stop.place else "")
            found.setdefault((stop.written, stop.place), " · ".join(filter(None, names)))
    return tuple(
        SoundMap(heading, sound, map_of(part.in_place(place), instrument, sound, weights, books))
        for (sound, place), heading in list(found.items())[:MOST_MAPS]
    )


_Maker = Callable[[Any, Instrument, list[int]], InstrumentMap]


def map_of(
    part: FingeringPart, instrument: Instrument, sound: Sound, weights: Weights, books: tuple[BookRow, ...]
) -> InstrumentMap:
    """Every place of a sound on an instrument as its part fits it; in a position or an area that alone.

    Raises RecipeError for a part of another instrument, and for a position that the neck does not have.
    """
    if part.family != instrument.fingering.family:
        message = f"There is no map of this kind for the {instrument.name}."
        raise RecipeError([Problem("/fingering", message, "Choose its own fingering.")])
    root, book = sound.tonic.pitch_class, None
    tones = [(root + degree.half_steps) % 12 for degree in sound.scale.degrees]
    if isinstance(part, OnFrets) and part.way in ("position", "area") and part.low > instrument.fingering.frets - 3:
        message = f"There is no position at fret {part.low} of the {instrument.name}."
        raise RecipeError([Problem("/fingering/low", message, f"It has {instrument.fingering.frets} frets.")])
    if isinstance(part, OnSlide):
        part = part.model_copy(update={"sevenths": True})  # a chart shows them all
    if isinstance(part, OnKeys) and part.school == "books":
        book = book_of(sound.pitch_classes, root, books)
    own, _ = parts_of(part)
    assert own is not None  # noqa: S101 - of a part there is one
    return MAPS[type(part)](optimiser_of(own, instrument, weights, book), instrument, tones)


def _neck(hands: Any, instrument: Instrument, tones: list[int]) -> InstrumentMap:
    return neck_map([pitch.name.text for pitch in instrument.fingering.strings], tones, hands.family)


def _slide(hands: Any, instrument: Instrument, tones: list[int]) -> InstrumentMap:
    reach = instrument.full
    return slide_map(hands.family, reach.low.midi, reach.high.midi, tones, trigger=instrument.fingering.trigger)


def _valves(hands: Any, instrument: Instrument, tones: list[int]) -> InstrumentMap:
    return valve_map(hands.family, instrument.full.low.midi, instrument.full.high.midi, tones)


MAPS: Final[Mapping[type[FingeringPart], _Maker]] = {
    OnFrets: _neck,
    OnKeys: lambda hands, instrument, tones: keys_map(tones, hands),
    OnSlide: _slide,
    OnValves: _valves,
    OnHarp: lambda hands, instrument, tones: harp_map(hands.family, tones),
    OnChromaticHarp: lambda hands, instrument, tones: chromatic_harp_map(hands.family, tones),
}
