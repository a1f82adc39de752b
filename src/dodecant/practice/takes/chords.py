"""Struck chords in a take: each by its highest note, its other tones beside that."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final, NamedTuple

from dodecant.practice.takes.alignment import Pair, Played
from dodecant.practice.takes.due import DueNote
from dodecant.practice.takes.slip import Slip

_AT_ONCE: Final = 0.06  # seconds between the first and the last tone of a chord
_BESIDE: Final = 2  # half steps: a tone so near was played instead


class StruckTake(NamedTuple):
    """What was played: the highest notes of what was struck together, and the tones below them."""

    highest: list[Played]
    below: list[Played]


def heard(due: Sequence[DueNote], played: Sequence[Played]) -> StruckTake:
    """A take in the order of time; where no chords are due each note is for itself."""
    if not any(note.under for note in due):
        return StruckTake(sorted(played), [])
    found: list[list[Played]] = []
    for note in sorted(played):
        if found and note.at - found[-1][0].at < _AT_ONCE:
            found[-1].append(note)
        else:
            found.append([note])
    highest = [max(chord, key=lambda one: one.pitch) for chord in found]
    return StruckTake(
        highest, [note for chord, top in zip(found, highest, strict=True) for note in chord if note is not top]
    )


def without_lower_tones(
    due: Sequence[DueNote], take: StruckTake, pairs: Sequence[Pair]
) -> tuple[list[Pair], list[Slip], list[Slip]]:
    """The pairs without the lower tones that came by themselves, within half of the time to the next note; the slips of
    tones that belong to no chord; and those of chords that were not whole.
    """
    alone = [pair.played for pair in pairs if pair.due is None and pair.played is not None]
    left = [*((note, None) for note in take.below), *((take.highest[number], number) for number in alone)]
    used: set[int | None] = set()
    lacking: list[Slip] = []
    for note, other in pairs:
        if note is None or other is None:
            continue
        at, near = take.highest[other].at, due[note].gap / 2
        beside = [one for one in left if abs(one[0].at - at) < near]
        wanting = []
        for pitch in due[note].under:
            same = [one for one in beside if one[0].pitch == pitch]
            if same:
                taken = min(same, key=lambda one: abs(one[0].at - at))
                _take(taken, left, beside, used)
            else:
                wanting.append(pitch)
        for pitch in wanting:
            nearest = min(beside, key=lambda one: abs(one[0].pitch - pitch), default=None)
            instead = nearest is not None and abs(nearest[0].pitch - pitch) <= _BESIDE
            if instead and nearest is not None:
                _take(nearest, left, beside, used)
            lacking.append(Slip("tone-left-out", note, nearest[0].pitch if instead and nearest else None))
    kept = [pair for pair in pairs if pair.due is not None or pair.played not in used]
    return kept, list(_strays(due, [note for note, number in left if number is None])), lacking


def _take(
    one: tuple[Played, int | None],
    left: list[tuple[Played, int | None]],
    beside: list[tuple[Played, int | None]],
    used: set[int | None],
) -> None:
    left.remove(one)
    beside.remove(one)
    if one[1] is not None:
        used.add(one[1])


def _strays(due: Sequence[DueNote], notes: Sequence[Played]) -> Iterator[Slip]:
    for note in notes:
        following = next((place for place, one in enumerate(due) if one.at > note.at), len(due) - 1)
        yield Slip("added", following, note.pitch)
