"""A small band under a strip: bass, chords, time, drone and click, as events in time."""

from __future__ import annotations

import random
import tomllib
from collections.abc import Iterator, Sequence
from fractions import Fraction
from typing import Final, Literal, NamedTuple

from dodecant.backing.bass import bass_line
from dodecant.backing.held import HeldChord, at_beats, chord_at, held_chords
from dodecant.backing.setting import Backing
from dodecant.exercise.companions.bass_and_chord import voicings
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.tables import Tables
from dodecant.music.core.errors import MusicError
from dodecant.music.core.metre import Metre

BandPart = Literal["bass", "chords", "time", "click", "drone"]
RIDE, FOOT, HAT, BRUSH, TAP = 51, 44, 42, 39, 38  # keys of General MIDI percussion
STRONG_CLICK, CLICK = 76, 77
_EIGHTH: Final = Fraction(1, 2)
_EIGHTHS: Final = 8  # in a bar of four
_SHORT: Final = Fraction(2, 5)
_DRONE_FROM: Final = 43  # MIDI number: a drone's root lies in the octave from G2
_FADED: Final = 8  # bars until a fading click is gone


class BandEvent(NamedTuple):
    """Something that sounds: who plays, start and length in quarter notes from the strip's first barline, the MIDI
    number (for time and click the key of General MIDI percussion), and how loud from 0 to 1.
    """

    part: BandPart
    start: Fraction
    length: Fraction
    pitch: int
    loud: float


def band(
    strip: Strip, backing: Backing, metre: Metre, tables: Tables, value: Fraction | None = None
) -> tuple[BandEvent, ...]:
    """What the band plays under a strip, in the order it sounds; the same setting gives the same events.

    `value` is the length of the line's notes in quarter notes, an eighth where it is not said.
    """
    chords = held_chords(strip, backing, metre, tables.scales, value or _EIGHTH)
    pedal = strip.stop.sounding.tonic.pitch_class
    bass = bass_line(chords, metre, backing.bass, backing.seed + strip.stop.index, pedal)
    found = [
        *(BandEvent("bass", note.start, note.length, note.pitch, 0.8) for note in bass),
        *_chords(chords, backing, metre, strip, tables.comping),
        *_time(strip, backing, metre),
        *_click(strip, backing, metre),
        *_drone(strip, backing),
    ]
    return tuple(sorted(found, key=lambda event: (event.start, event.part, event.pitch)))


def counted_in(metre: Metre, backing: Backing) -> Fraction:
    """How long it is counted in, in quarter notes.

    >>> str(counted_in(Metre(6, 8), Backing(count_in="two-beats")))
    '3'
    """
    bar = metre.quarters
    beats = {"none": Fraction(0), "one-bar": bar, "two-bars": 2 * bar, "two-beats": sum(metre.groups[-2:], Fraction(0))}
    return beats[backing.count_in]


def early_by(metre: Metre, at: Fraction) -> Fraction:
    """How soon after a strike the chord comes that it is of: one on the last half of a beat is of the next beat's.

    >>> [str(early_by(Metre(), Fraction(at, 2))) for at in (3, 4, 7)]
    ['1/2', '0', '1/2']
    """
    return _EIGHTH if metre == Metre() and at % 1 == _EIGHTH else Fraction(0)


def read_comping(text: str) -> tuple[str, ...]:
    """Read and check the data file of comping patterns (TOML); raises MusicError for one that is none."""
    patterns = tuple(tomllib.loads(text)["patterns"])
    for pattern in patterns:
        if len(pattern) != _EIGHTHS or not set(pattern) <= set("xo-"):
            raise MusicError(f"“{pattern}” is no pattern", cure="Write eight signs of x, o and -.")
    return patterns


def _chords(
    chords: Sequence[HeldChord], backing: Backing, metre: Metre, strip: Strip, patterns: tuple[str, ...]
) -> Iterator[BandEvent]:
    if backing.chords == "none" or not chords:
        return
    voiced = dict(zip(chords, voicings(one.chord for one in chords), strict=True))
    strikes = [(one.start, one.length, one, 0.55) for one in chords]
    if backing.chords == "comping":
        strikes = list(_comping(chords, metre, strip, random.Random(backing.seed), patterns))  # noqa: S311
    for start, length, held, loud in strikes:
        voicing = voiced[held]
        if voicing is not None:
            for pitch in voicing.pitches if backing.bass == "none" else voicing.upper:
                yield BandEvent("chords", start, length, pitch, loud)


def _comping(
    chords: Sequence[HeldChord], metre: Metre, strip: Strip, chance: random.Random, patterns: Sequence[str]
) -> Iterator[tuple[Fraction, Fraction, HeldChord, float]]:
    """Struck by the patterns in bars of four, on the beats in others; never twice the same pattern in a row.

    A strike half a beat before a change is of the new chord, and nothing rings into the next one.
    """
    bar, last = strip.begin // metre.quarters, ""
    while bar * metre.quarters < strip.end:
        begin = Fraction(bar * metre.quarters)
        bar += 1
        if metre != Metre():
            beats = at_beats(metre, begin, begin + metre.quarters)
            struck = [(at, length * _SHORT) for at, number, length in beats if number]
        else:
            last = chance.choice([one for one in patterns if one != last])
            struck = list(_struck(last, begin))
        for at, length in struck:
            held = chord_at(chords, at + early_by(metre, at)) or chord_at(chords, at)
            if held is not None and strip.begin <= at < strip.end:
                yield at, min(length, min(strip.end, held.start + held.length) - at), held, 0.5


def _struck(pattern: str, begin: Fraction) -> Iterator[tuple[Fraction, Fraction]]:
    for place, sign in enumerate(pattern):
        if sign == "x":
            yield begin + place * _EIGHTH, _SHORT
        elif sign == "o":
            rest = pattern[place + 1 :]
            yield begin + place * _EIGHTH, (len(rest) - len(rest.lstrip("-")) + 1) * _EIGHTH


def _time(strip: Strip, backing: Backing, metre: Metre) -> Iterator[BandEvent]:
    """Ride with a foot on the weak beats, brushes, or straight sixteenths."""
    if backing.time == "none":
        return
    for at, number, length in at_beats(metre, strip.begin, strip.end):
        weak = number % 2 == 1
        if backing.time == "sixteenths":
            for part in range(int(length * 4)):
                yield BandEvent("time", at + Fraction(part, 4), Fraction(1, 8), HAT, 0.6 if part == 0 else 0.35)
            continue
        key, loud = (RIDE, 0.6) if backing.time == "ride" else (BRUSH, 0.4)
        yield BandEvent("time", at, _SHORT, key, loud)
        if weak:
            yield BandEvent("time", at, _SHORT, FOOT if backing.time == "ride" else TAP, 0.5)
            if backing.time == "ride" and length == 1:
                yield BandEvent("time", at + _EIGHTH, _SHORT, RIDE, 0.45)


def _click(strip: Strip, backing: Backing, metre: Metre) -> Iterator[BandEvent]:
    first = strip.begin // metre.quarters
    for at, number, _ in at_beats(metre, strip.begin, strip.end):
        bar = at // metre.quarters - first
        loud = {
            "all": 0.8,
            "off-beats": 0.8 * (number % 2 == 1),
            "bars": 0.8 * (number == 0 and bar % backing.every == 0),
            "fading": max(0.0, 0.8 * (1 - bar / _FADED)),
            "none": 0.0,
        }[backing.click]
        if loud:
            strong = number == 0 and backing.click != "off-beats"
            yield BandEvent("click", at, Fraction(1, 8), STRONG_CLICK if strong else CLICK, round(loud, 3))


def _drone(strip: Strip, backing: Backing) -> Iterator[BandEvent]:
    if backing.harmony != "drone":
        return
    (degree,) = parse_degrees(backing.degree)
    root = strip.stop.sounding.tonic.pitch_class + degree.half_steps
    low = _DRONE_FROM + (root - _DRONE_FROM) % 12
    length = strip.end - strip.begin
    yield BandEvent("drone", strip.begin, length, low, 0.5)
    if backing.fifth:
        yield BandEvent("drone", strip.begin, length, low + 7, 0.4)
