"""Putting a line where a player can play it: octave shifts of the whole, and folding of single notes."""

from __future__ import annotations

from typing import Literal

from dodecant.instrument.profile import Reach
from dodecant.music.core.pitch import Pitch

Register = Literal["low", "middle", "high"]


def octave_shifts(low: int, high: int, reach: Reach) -> tuple[int, ...]:
    """All shifts in octaves that bring a span of written MIDI numbers into a reach, lowest first.

    >>> octave_shifts(60, 72, Reach(Pitch.parse("E3"), Pitch.parse("C6")))
    (0, 1)
    """
    lowest = -((low - reach.low.midi) // 12)
    highest = (reach.high.midi - high) // 12
    return tuple(range(lowest, highest + 1))


def chosen_shift(low: int, high: int, reach: Reach, lies: Register) -> int | None:
    """The shift that lays the span low, in the middle or high in the reach, or None when no shift fits.

    The middle is the shift that brings the span's centre nearest to the reach's; of two equals the lower.
    """
    shifts = octave_shifts(low, high, reach)
    if not shifts:
        return None
    if lies == "low":
        return shifts[0]
    if lies == "high":
        return shifts[-1]
    centre = reach.low.midi + reach.high.midi
    return min(shifts, key=lambda shift: (abs(low + high + 24 * shift - centre), shift))


def folded(pitch: Pitch, reach: Reach) -> Pitch:
    """The pitch moved by octaves into a reach of an octave or more, by as few as possible."""
    octaves = 0
    if pitch.midi < reach.low.midi:
        octaves = -((pitch.midi - reach.low.midi) // 12)
    elif pitch.midi > reach.high.midi:
        octaves = (reach.high.midi - pitch.midi) // 12
    return Pitch(pitch.letter, pitch.alteration, pitch.octave + octaves)
