"""What the choices of a band are called."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

BACKING_WORDS: Final[Mapping[str, Mapping[str, str]]] = {
    "Backing.harmony": {
        "own": "its own chords",
        "chord": "one chord",
        "two-chords": "two chords in turn",
        "drone": "a drone",
        "none": "none",
    },
    "Backing.bass": {"walking": "walking", "two-feel": "in two", "pedal": "on a pedal", "none": "none"},
    "Backing.chords": {"held": "held", "comping": "comping", "none": "none"},
    "Backing.time": {"ride": "ride", "brushes": "brushes", "sixteenths": "straight sixteenths", "none": "none"},
    "Backing.click": {
        "all": "on every beat",
        "off-beats": "on 2 and 4",
        "bars": "on the first beat of every so many bars",
        "fading": "fading away bar by bar",
        "none": "none",
    },
    "Backing.count_in": {
        "one-bar": "one bar",
        "two-bars": "two bars",
        "two-beats": "the last two beats",
        "none": "none",
    },
}
