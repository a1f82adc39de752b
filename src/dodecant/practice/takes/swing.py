"""Eighths on and off the beat: which share of the beat the first one took, as due and as played."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from statistics import median
from typing import Final

from dodecant.practice.takes.due import DueNote, with_gaps

_HALF: Final = Fraction(1, 2)
_FEWEST: Final = 6  # pairs, to say that the line swings otherwise
OTHER_SWING: Final = 0.08  # of the beat: a difference that is heard
_ALIKE: Final = 0.7  # of the pairs lie nearer to what is played than to what is due


def ratios(due: Sequence[DueNote], offsets: Sequence[float | None]) -> Iterator[tuple[int, float]]:
    """Each off-beat eighth (by its place) and the share of its beat before it (0 to 1)."""
    for place in range(len(due) - 2):
        on, off, following = due[place : place + 3]
        times = [
            note.at + one
            for note, one in zip((on, off, following), offsets[place : place + 3], strict=True)
            if one is not None
        ]
        on_beats = on.place.denominator == following.place.denominator == 1 and off.place.denominator == 2
        if on_beats and off.place - on.place == _HALF and len(times) == 3 and times[2] > times[0]:
            yield place + 1, (times[1] - times[0]) / (times[2] - times[0])


def as_swung(due: Sequence[DueNote], offsets: Sequence[float | None]) -> Sequence[DueNote]:
    """What is due with its off-beats where they were played, if they swing otherwise all through; else as it is."""
    played = dict(ratios(due, offsets))
    plain = dict(ratios(due, [None if off is None else 0.0 for off in offsets]))
    if len(played) < _FEWEST:
        return due
    swing = median(played.values())
    wanted = median(plain[place] for place in played)
    nearer = sum(abs(share - swing) < abs(share - plain[place]) for place, share in played.items())
    if abs(swing - wanted) < OTHER_SWING or nearer < _ALIKE * len(played):
        return due
    beat = median(due[place + 1].at - due[place - 1].at for place in played)
    moved = (swing - wanted) * beat
    return with_gaps([note._replace(at=note.at + moved * (note.place % 1 == _HALF)) for note in due])
