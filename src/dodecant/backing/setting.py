"""What sounds under a player, as it is chosen: harmony, bass, chords, time, click, count-in."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.recipe.part import Part, readable
from dodecant.music.core.key import Key
from dodecant.music.core.numeral import parse_numeral
from dodecant.music.core.pitch import NoteName

Harmony = Literal["own", "chord", "two-chords", "drone", "none"]
BassWay = Literal["walking", "two-feel", "pedal", "none"]
ChordWay = Literal["held", "comping", "none"]
TimeWay = Literal["ride", "brushes", "sixteenths", "none"]
ClickWay = Literal["all", "off-beats", "bars", "fading", "none"]
CountIn = Literal["one-bar", "two-bars", "two-beats", "none"]
Level = Annotated[int, Field(ge=0, le=100)]


def _numeral(text: str) -> object:
    return parse_numeral(text.strip(), Key(NoteName(0), "major"))


Numeral = Annotated[str, Field(min_length=1, max_length=20), readable(_numeral)]


class Backing(Part):
    """A small band, or less.

    Its `harmony` is the exercise's `own` (the changes, or the chord its sound is taught over), one chord, two chords in
    turn (`first` and `second`, as numerals of the key), a drone on a `degree`, with its fifth if wanted, or none. Bass,
    chords and time each play in a way of their own or rest; the `click` sounds on every beat, on two and four, on the
    first beat of each `every` bars, or fades away bar by bar. `levels` are those of line, band, click and drone, from 0
    to 100. What is left to chance hangs on the `seed`.
    """

    harmony: Harmony = "own"
    first: Numeral = "I"
    second: Numeral = "IV"
    degree: Annotated[str, Field(min_length=1, max_length=4), readable(parse_degrees)] = "1"
    fifth: bool = True
    bass: BassWay = "walking"
    chords: ChordWay = "comping"
    time: TimeWay = "ride"
    click: ClickWay = "none"
    every: Annotated[int, Field(ge=1, le=16)] = 2
    count_in: CountIn = "one-bar"
    line: Level = 80
    band: Level = 80
    clicks: Level = 70
    drone: Level = 60
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
