"""Rhythms by name that fit any metre: ours, and few, because the grid makes all others."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from fractions import Fraction
from typing import Final

from dodecant.exercise.recipe.rhythm.note_values import BEATS, NoteValue
from dodecant.music.core.metre import Metre

# Whether a slot sounds, by its number in the bar (from 0) and how many slots a beat has.
_SHAPES: Final[Mapping[str, Callable[[int, int], bool]]] = {
    "every slot": lambda slot, in_beat: True,
    "off the beat only": lambda slot, in_beat: slot % in_beat != 0,
    "on the beat only": lambda slot, in_beat: slot % in_beat == 0,
    "gangway: two and a rest": lambda slot, in_beat: slot % 3 != 2,
    "lapping water: three, two, three": lambda slot, in_beat: slot % 8 in (0, 1, 2, 4, 5, 7),
    "late ferry: the first slot silent": lambda slot, in_beat: slot != 0,
}


def rhythm_shapes(metre: Metre, value: NoteValue) -> tuple[tuple[str, str], ...]:
    """Name and slots of each; no slots where all of them sound, none would, or the bar is no whole number of them.

    >>> dict(rhythm_shapes(Metre(3, 4), "eighth"))["gangway: two and a rest"]
    'ssrssr'
    """
    in_bar, beat = metre.quarters / BEATS[value], Fraction(4, metre.unit) / BEATS[value]
    count = int(in_bar) if in_bar.denominator == 1 else 0
    in_beat = int(beat) if beat.denominator == 1 else 1
    found = []
    for name, sounds in _SHAPES.items():
        slots = "".join("s" if sounds(slot, in_beat) else "r" for slot in range(count))
        found.append((name, slots if "s" in slots and "r" in slots else ""))
    return tuple(found)
