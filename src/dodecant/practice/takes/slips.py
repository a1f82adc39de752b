"""Slips: what was not as it was due in a take, by kind and place, named by its degree."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import accumulate, pairwise
from statistics import median
from typing import Final, NamedTuple

from dodecant.practice.takes.alignment import Pair, Played, aligned
from dodecant.practice.takes.chords import heard, without_lower_tones
from dodecant.practice.takes.due import DueNote
from dodecant.practice.takes.shifts import Shift, shifts_of
from dodecant.practice.takes.slip import Slip, SlipKind
from dodecant.practice.takes.swing import as_swung
from dodecant.practice.takes.together import gathered
from dodecant.practice.takes.untangling import untangled

_TOLERANCE: Final = 0.1  # seconds: less is an accent of time, not a slip
_SHARE: Final = 0.35  # of the time to the nearest other note, where notes are far apart
_MOST_OF_GAP: Final = 0.6
_LONGEST: Final = 0.16  # seconds: more is heard beside the longest notes too
_IN_TIME: Final = ("early", "late", "struck-twice")
_NEAR: Final = 4  # notes on each side
_BEGUN: Final = 0.25  # seconds: who begins so late or early may have begun a beat late
_FEWEST: Final = 3  # notes that tell when one began
_CERTAIN: Final = 0.6  # of what was played must fit the line
_ANEW: Final = 3  # times that a take is laid beside what was due, at most
_OCTAVE: Final = 12


class Judged(NamedTuple):
    """A take judged: its slips in order; how far off in time each due note was played (None where it was not); from
    which notes on everything came later or sooner, and by how much; and what it was judged by: what was due, with its
    off-beats where they were played, if the line swung otherwise all through.
    """

    slips: tuple[Slip, ...]
    offsets: tuple[float | None, ...]
    shifts: tuple[Shift, ...] = ()
    grid: tuple[DueNote, ...] = ()
    swung: tuple[float | None, ...] = ()

    @property
    def steady(self) -> tuple[float | None, ...]:
        """How far off in time the notes were that are no slips in time, from where the line went on each time: what
        tells how time was kept.
        """
        out = {slip.note for slip in self.slips if slip.kind in _IN_TIME}
        by = {shift.note: shift.by for shift in self.shifts}
        moved = accumulate(by.get(place, 0.0) for place in range(len(self.offsets)))
        return tuple(
            None if off is None or place in out else off - shifted
            for place, (off, shifted) in enumerate(zip(self.swung, moved, strict=True))
        )


def judged(
    due: Sequence[DueNote], played: Sequence[Played], *, octave_free: bool = False, every_tone: bool = False
) -> Judged:
    """Judge a take of a line; chords struck are judged by their highest note, or by `every_tone` of them.

    Time is judged against the notes around: what is off all through, or goes on elsewhere after a slip, is no slip of
    each note. Where nothing is due yet, nothing slips, whatever was struck before.
    """
    if not due:
        return Judged((), ())
    take = heard(due, played)
    pairs, timed, offsets, shifts = _laid(due, take.highest, octave_free)
    grid, swung = as_swung(due, offsets), offsets
    if grid is not due:
        pairs, timed, swung, shifts = _laid(grid, take.highest, octave_free)
        moves = [note.at - other.at for note, other in zip(grid, due, strict=True)]
        offsets = [None if off is None else off + by for off, by in zip(swung, moves, strict=True)]
    pairs, strays, lacking = without_lower_tones(due, take, pairs)
    found = [*_slips(grid, timed, pairs, _around(swung, shifts), octave_free), *strays]
    moved = [
        Slip("waited" if shift.by > 0 else "hurried", shift.note, None, shift.by) for shift in shifts if shift.alone
    ]
    told = [*gathered(due, found), *moved, *(lacking if every_tone else [])]
    slips = tuple(sorted(told, key=lambda slip: slip.note))
    return Judged(slips, tuple(offsets), tuple(shifts), tuple(grid), tuple(swung))


def _laid(
    due: Sequence[DueNote], played: Sequence[Played], octave_free: bool
) -> tuple[list[Pair], list[Played], list[float | None], list[Shift]]:
    """A take beside what was due, its notes without what it was shifted by, how far off each due note was, and where
    the line went on later or sooner.

    Where it did, the take is laid anew with its times from there on moved by as much: what follows a slip is measured
    from there.
    """
    begun = _begun(due, played, octave_free)
    timed = [note._replace(at=note.at - begun) for note in played]
    shifts: list[Shift] = []
    for _ in range(_ANEW):
        pairs = untangled(due, timed, aligned(due, timed, octave_free=octave_free))
        offsets: list[float | None] = [None] * len(due)
        for note, other in pairs:
            if note is not None and other is not None:
                offsets[note] = played[other].at - due[note].at
        before, shifts = shifts, shifts_of(due, offsets, _near(due, pairs))
        if shifts == before:
            break
        timed = _moved(played, pairs, shifts, begun)
    return pairs, timed, offsets, shifts


def _near(due: Sequence[DueNote], pairs: Sequence[Pair]) -> set[int]:
    """The due notes that were left out, or before which one was added."""
    found, following = set[int](), len(due)
    for note, other in reversed(pairs):
        following = following if note is None else note
        if note is None or other is None:
            found.add(following)
    return found


def _begun(due: Sequence[DueNote], played: Sequence[Played], octave_free: bool) -> float:
    """How many seconds late the whole began, as its first note did, if it fits the line better so."""
    late = played[0].at - due[0].at if played else 0.0
    if abs(late) < _BEGUN:
        return 0.0

    def fitting(by: float) -> list[bool]:
        """Which notes fit, one after the other, with the take moved."""
        timed = [note._replace(at=note.at - by) for note in played]
        pairs = aligned(due, timed, octave_free=octave_free)
        return [
            note is not None
            and other is not None
            and (timed[other].pitch - due[note].pitch) % (_OCTAVE if octave_free else 128) == 0
            for note, other in pairs
        ]

    there, here = fitting(late), fitting(0.0)
    certain = there.count(True) >= max(_FEWEST, _CERTAIN * len(played))
    return late if certain and _amiss(there) < _amiss(here) else 0.0


def _amiss(fits: Sequence[bool]) -> tuple[int, int]:
    """How many notes do not fit, and how often one begins not to."""
    return fits.count(False), sum(one and not other for one, other in pairwise(fits))


def _moved(played: Sequence[Played], pairs: Sequence[Pair], shifts: Sequence[Shift], begun: float) -> list[Played]:
    """The notes as they would have come without the shifts before them."""
    by = {shift.note: shift.by for shift in shifts}
    found, moved = list(played), begun
    for note, other in pairs:
        moved += by.get(note, 0.0) if note is not None else 0.0
        if other is not None:
            found[other] = played[other]._replace(at=played[other].at - moved)
    return found


def _slips(
    due: Sequence[DueNote],
    played: Sequence[Played],
    pairs: Sequence[Pair],
    offs: Sequence[float],
    octave_free: bool,
) -> Iterator[Slip]:
    before: tuple[int, int] | None = None
    for number, (note, other) in enumerate(pairs):
        if note is None and other is not None:
            following = next((pair.due for pair in pairs[number:] if pair.due is not None), len(due) - 1)
            kind, place = _added(due, played, before, following, other)
            yield Slip(kind, place, played[other].pitch)
        elif other is None and note is not None:
            yield Slip("left-out", note, None)
        elif note is not None and other is not None:
            before = note, other
            off = offs[note]
            away = played[other].pitch - due[note].pitch
            if away and not (octave_free and away % _OCTAVE == 0):
                yield Slip("octave" if away % _OCTAVE == 0 else "wrong", note, played[other].pitch, off)
            elif abs(off) > tolerance(due[note]):
                yield Slip("early" if off < 0 else "late", note, played[other].pitch, off)


def _around(offsets: Sequence[float | None], shifts: Sequence[Shift]) -> list[float]:
    """How far each is off from those around it, between two shifts of the line."""
    ends = [0, *(shift.note for shift in shifts), len(offsets)]
    found = [0.0] * len(offsets)
    for low, high in pairwise(ends):
        there = [(place, off) for place, off in enumerate(offsets[low:high], start=low) if off is not None]
        for number, (place, off) in enumerate(there):
            near = there[max(0, number - _NEAR) : number + _NEAR + 1]
            found[place] = off - median(other for _, other in near)
    return found


def tolerance(note: DueNote) -> float:
    """How far off in time, in seconds, a note may be without a slip."""
    return min(max(_TOLERANCE, _SHARE * note.gap), _LONGEST, _MOST_OF_GAP * note.gap)


def _added(
    due: Sequence[DueNote], played: Sequence[Played], before: tuple[int, int] | None, following: int, other: int
) -> tuple[SlipKind, int]:
    """A note that is struck again right after itself, or right before, was struck twice; at which due note."""
    pitch = played[other].pitch
    if before is not None and played[before[1]].pitch == pitch == due[before[0]].pitch:
        return "struck-twice", before[0]
    soon = due[following].at - played[other].at
    return "struck-twice" if pitch == due[following].pitch and 0 < soon < due[following].gap else "added", following
