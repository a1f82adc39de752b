"""What one keeps playing: figures that come again in an improvisation, by their degrees or by their shape."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import accumulate, pairwise
from typing import Final, Literal, NamedTuple

from dodecant.music.core.degree import Degree
from dodecant.practice.improvised.rule import BREATH, PlacedNote

_SIZES: Final = range(8, 3, -1)  # notes, the longest first
_OFTEN: Final = 3
_MOST: Final = 4  # figures that are told


class Habit(NamedTuple):
    """A figure that came again: by the degrees of its notes, or by its shape alone; those degrees where it came first,
    the half steps from note to note, how often, and on which beats since the beginning.
    """

    by: Literal["degrees", "shape"]
    degrees: tuple[str, ...]
    half_steps: tuple[int, ...]
    at: tuple[float, ...]

    @property
    def cell(self) -> str:
        """The figure as a cell: its degrees, an octave higher where it goes beyond them.

        >>> Habit("degrees", ("5", "1", "3"), (5, 4), (0.0,)).cell
        '5 8 10'
        """
        degrees = [Degree.parse(text) for text in self.degrees]
        heights = list(accumulate(self.half_steps, initial=degrees[0].half_steps))
        octaves = [(height - degree.half_steps) // 12 for height, degree in zip(heights, degrees, strict=True)]
        return " ".join(
            Degree(degree.number + 7 * (octave - min(octaves)), degree.alteration).text
            for octave, degree in zip(octaves, degrees, strict=True)
        )

    @property
    def times(self) -> int:
        """How often it came."""
        return len(self.at)


def habits_of(notes: Sequence[PlacedNote]) -> tuple[Habit, ...]:
    """The figures of four to eight notes that came three times or more, those first that took the most notes; no note
    is of two of them. What comes on the same degrees is one by degrees, what only has the same steps one by shape.
    """
    taken: set[int] = set()
    found: list[Habit] = []
    for by in ("degrees", "shape"):
        for size in _SIZES:
            groups: dict[tuple[object, ...], list[int]] = {}
            for start in _starts(notes, size):
                groups.setdefault(_key(notes[start : start + size], by), []).append(start)
            for starts in sorted(groups.values(), key=len, reverse=True):
                apart = _apart(starts, size, taken)
                if len(apart) >= _OFTEN:
                    taken |= {place for start in apart for place in range(start, start + size)}
                    found.append(_habit(notes, apart, size, by))
    return tuple(sorted(found, key=lambda one: -one.times * len(one.degrees))[:_MOST])


def _starts(notes: Sequence[PlacedNote], size: int) -> Iterator[int]:
    """Where so many notes follow each other without a breath, and not all on one pitch."""
    breaths = {place for place, (one, two) in enumerate(pairwise(notes), start=1) if two.begin - one.end >= BREATH}
    for start in range(len(notes) - size + 1):
        breath = next((place for place in range(start + size - 1, start, -1) if place in breaths), None)
        if breath is None and len({note.pitch for note in notes[start : start + size]}) > 1:
            yield start


def _key(run: Sequence[PlacedNote], by: str) -> tuple[object, ...]:
    steps = tuple(two.pitch - one.pitch for one, two in pairwise(run))
    return (*steps, *(note.degree for note in run)) if by == "degrees" else steps


def _apart(starts: Sequence[int], size: int, taken: set[int]) -> list[int]:
    found: list[int] = []
    for start in starts:
        own = range(start, start + size)
        if not taken.intersection(own) and (not found or start >= found[-1] + size):
            found.append(start)
    return found


def _habit(notes: Sequence[PlacedNote], starts: Sequence[int], size: int, by: str) -> Habit:
    run = notes[starts[0] : starts[0] + size]
    return Habit(
        "degrees" if by == "degrees" else "shape",
        tuple(note.degree.text for note in run),
        tuple(two.pitch - one.pitch for one, two in pairwise(run)),
        tuple(notes[start].begin for start in starts),
    )
