"""Maps: every place that the tones of a sound have on an instrument, with what plays them."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from typing import Final, Literal, NamedTuple

from dodecant.instrument.fingering.fretted import Fretted
from dodecant.instrument.fingering.harmonica import SOLO_BLOW, ChromaticHarp, DiatonicHarp
from dodecant.instrument.fingering.keyboard import KeyFinger
from dodecant.instrument.fingering.optimiser import Optimiser
from dodecant.instrument.fingering.slide import PARTIALS as SLIDE_PARTIALS
from dodecant.instrument.fingering.slide import Slide
from dodecant.instrument.fingering.valves import COMBINATIONS, Valves
from dodecant.instrument.fingering.valves import PARTIALS as VALVE_PARTIALS

MapKind = Literal["neck", "keys", "grid"]
_WHOLE_NECK: Final = 12  # frets
_KEYS_FROM, _KEYS = 48, 24  # MIDI number of the lowest key, and how many there are: two octaves
_HARP_ROWS: Final = ("over", "bent by 2", "bent by 1", "blow", "draw", "bent by 1", "bent by 2", "bent by 3", "over")
_CHROMATIC_ROWS: Final = ("blow, slide in", "blow", "draw", "draw, slide in")


class MapPlace(NamedTuple):
    """A place (column and row, from 0) that has a note: its MIDI number as written, and what plays it there."""

    column: int
    row: int
    height: int
    finger: str


@dataclass(frozen=True)
class InstrumentMap:
    """A map: the names of its columns (frets, keys, holes, positions) and rows (strings, breaths, partials); places.

    `counts` is what the columns count. `first` is the fret that a neck begins with.
    """

    kind: MapKind
    columns: tuple[str, ...]
    rows: tuple[str, ...]
    places: tuple[MapPlace, ...]
    counts: str = ""
    first: int = 0

    @property
    def wide(self) -> bool:
        """Whether it wants the width of a page."""
        return self.kind == "neck" and len(self.columns) > _WHOLE_NECK // 2


def neck_map(names: Sequence[str], tones: Collection[int], hand: Fretted) -> InstrumentMap:
    """Every place of the tones (pitch classes) up to the twelfth fret; in a position or an area those that lie inside.

    `names` are those of the strings, from the highest. Fingers are told where the hand has one finger for each place.
    """
    neck, stays = hand.neck, hand.way in ("position", "area")
    found: dict[tuple[int, int], MapPlace] = {}
    for height in range(min(neck.strings), max(neck.strings) + neck.frets + 1):
        if height % 12 not in tones:
            continue
        if not stays:
            for string, fret in neck.places(height):
                if fret <= _WHOLE_NECK:
                    found[string, fret] = MapPlace(fret, string - 1, height, "")
            continue
        for state in hand.states(height):
            if not state.outside:
                finger = state.text if hand.way == "position" else ""
                found[state.string, state.fret] = MapPlace(state.fret, state.string - 1, height, finger)
    first = min((place.column for place in found.values()), default=0) if stays else 0
    last = max((place.column for place in found.values()), default=4) if stays else min(_WHOLE_NECK, neck.frets)
    moved = (place._replace(column=place.column - first) for _, place in sorted(found.items()))
    frets = tuple(str(fret) for fret in range(first, last + 1))
    return InstrumentMap("neck", frets, tuple(names), tuple(moved), "fret", first)


def keys_map(tones: Sequence[int], hand: Optimiser[KeyFinger]) -> InstrumentMap:
    """Two octaves of keys from C; fingers of one hand for the sound's octave up from its tonic, the first tone."""
    tonic = tones[0]
    low = _KEYS_FROM + tonic
    run = [low + (tone - tonic) % 12 for tone in tones] + [low + 12]
    fingers = dict(zip(run, hand.cheapest(run), strict=True))
    places = [
        MapPlace(key, 0, _KEYS_FROM + key, one.text if (one := fingers.get(_KEYS_FROM + key)) else "")
        for key in range(_KEYS)
        if key % 12 in tones
    ]
    return InstrumentMap("keys", ("",) * _KEYS, ("",), tuple(places))


def harp_map(harp: DiatonicHarp, tones: Collection[int]) -> InstrumentMap:
    """Ten holes: reeds in the middle, bends beside the reed they bend, what is blown or drawn over outside them."""
    places = []
    for height in harp.heights:
        if height % 12 not in tones:
            continue
        for note in harp.states(height):
            row = (0 if note.over else 3 - note.bend) if note.breath == "blow" else 8 if note.over else 4 + note.bend
            places.append(MapPlace(note.hole - 1, row, height, note.text))
    used = [row for row in range(len(_HARP_ROWS)) if row not in (0, 8) or any(one.row == row for one in places)]
    kept = tuple(one._replace(row=used.index(one.row)) for one in places)
    return InstrumentMap("grid", _numbers(10), tuple(_HARP_ROWS[row] for row in used), kept, "hole")


def chromatic_harp_map(harp: ChromaticHarp, tones: Collection[int]) -> InstrumentMap:
    """Twelve holes, with the slide out and in."""
    rows = {("blow", True): 0, ("blow", False): 1, ("draw", False): 2, ("draw", True): 3}
    places = [
        MapPlace(note.hole - 1, rows[note.breath, note.slide], height, note.text)
        for height in range(SOLO_BLOW[0], SOLO_BLOW[-1] + 4)
        if height % 12 in tones
        for note in harp.states(height)
    ]
    return InstrumentMap("grid", _numbers(12), _CHROMATIC_ROWS, tuple(places), "hole")


def slide_map(slide: Slide, low: int, high: int, tones: Collection[int], *, trigger: bool) -> InstrumentMap:
    """Positions of the slide against partials, the highest on top; with a trigger its own positions beside them."""
    partials = [partial for partial in sorted(SLIDE_PARTIALS, reverse=True) if partial > 1]
    places = [
        MapPlace(one.position - 1 + 7 * one.trigger, partials.index(one.partial), height, one.text)
        for height in range(low, high + 1)
        if height % 12 in tones
        for one in slide.states(height)
        if one.partial in partials
    ]
    columns = _numbers(7) + (tuple(f"T{position}" for position in range(1, 7)) if trigger else ())
    rows = tuple(f"partial {partial}" for partial in partials)
    return InstrumentMap("grid", columns, rows, tuple(places), "position")


def valve_map(valves: Valves, low: int, high: int, tones: Collection[int]) -> InstrumentMap:
    """Combinations of valves against partials, the highest on top."""
    columns, partials = tuple(COMBINATIONS), sorted(VALVE_PARTIALS, reverse=True)
    places = [
        MapPlace(columns.index(one.valves), partials.index(one.partial), height, one.text)
        for height in range(low, high + 1)
        if height % 12 in tones
        for one in valves.states(height)
    ]
    used = sorted({place.row for place in places})
    kept = tuple(one._replace(row=used.index(one.row)) for one in places)
    return InstrumentMap("grid", columns, tuple(f"partial {partials[row]}" for row in used), kept, "valves")


def _numbers(most: int) -> tuple[str, ...]:
    return tuple(str(number) for number in range(1, most + 1))
