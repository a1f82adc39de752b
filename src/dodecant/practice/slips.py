"""Slips: what was not as it was due in a take, by kind and place, named by its degree."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from statistics import median
from typing import Final, Literal, NamedTuple

from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale, ScaleCatalogue
from dodecant.practice.aligned import Pair, Played, aligned
from dodecant.practice.due import DueNote, turning_points

SlipKind = Literal["wrong", "octave", "left-out", "added", "struck-twice", "turned-early", "early", "late"]
_TOLERANCE: Final = 0.1  # seconds: less is an accent of time, not a slip
_SHARE: Final = 0.35  # of the time to the nearest other note, where notes are far apart
_MOST_OF_GAP: Final = 0.6
_NEAR: Final = 4  # notes on each side
_OCTAVE: Final = 12


class Slip(NamedTuple):
    """Something that went wrong: its kind, the due note (by its place, or the one after what was added), the MIDI
    number that was played, if any, and how far off in time it was, in seconds (before is negative).
    """

    kind: SlipKind
    note: int
    played: int | None
    off: float = 0.0


class Judged(NamedTuple):
    """A take judged: its slips in order; how far off in time each due note was played (None where it was not)."""

    slips: tuple[Slip, ...]
    offsets: tuple[float | None, ...]

    @property
    def steady(self) -> tuple[float | None, ...]:
        """How far off in time the notes were that are no slips in time: what tells how time was kept."""
        out = {slip.note for slip in self.slips if slip.kind in ("early", "late", "struck-twice")}
        return tuple(None if place in out else off for place, off in enumerate(self.offsets))


def judged(due: Sequence[DueNote], played: Sequence[Played], *, octave_free: bool = False) -> Judged:
    """Judge a take of a line; chords struck are judged by their highest note.

    Time is judged against the notes around: what is off all through, or goes on elsewhere after a slip, is no slip of
    each note.
    """
    heard = _highest(due, sorted(played))
    pairs = aligned(due, heard, octave_free=octave_free)
    together = [(one.due, one.played) for one in pairs if one.due is not None and one.played is not None]
    offsets: list[float | None] = [None] * len(due)
    for note, other in together:
        offsets[note] = heard[other].at - due[note].at
    found = list(_slips(due, heard, pairs, _around(offsets), octave_free))
    return Judged(tuple(_turned_early(due, found)), tuple(offsets))


def _highest(due: Sequence[DueNote], played: list[Played]) -> list[Played]:
    """What was played without the lower tones of struck chords, where they came near their time."""
    left = list(played)
    for note in due:
        for pitch in note.under:
            near = [one for one in left if one.pitch == pitch and abs(one.at - note.at) < note.gap / 2]
            if near:
                left.remove(min(near, key=lambda one: abs(one.at - note.at)))
    return left


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


def _around(offsets: Sequence[float | None]) -> list[float]:
    """How far each is off from those around it."""
    there = [(place, one) for place, one in enumerate(offsets) if one is not None]
    found = [0.0] * len(offsets)
    for number, (place, one) in enumerate(there):
        near = there[max(0, number - _NEAR) : number + _NEAR + 1]
        found[place] = one - median(other for _, other in near)
    return found


def tolerance(note: DueNote) -> float:
    """How far off in time, in seconds, a note may be without a slip."""
    return min(max(_TOLERANCE, _SHARE * note.gap), _MOST_OF_GAP * note.gap)


def _added(
    due: Sequence[DueNote], played: Sequence[Played], before: tuple[int, int] | None, following: int, other: int
) -> tuple[SlipKind, int]:
    """A note that is struck again right after itself, or right before, was struck twice; at which due note."""
    pitch = played[other].pitch
    if before is not None and played[before[1]].pitch == pitch == due[before[0]].pitch:
        return "struck-twice", before[0]
    soon = due[following].at - played[other].at
    return "struck-twice" if pitch == due[following].pitch and 0 < soon < due[following].gap else "added", following


def _turned_early(due: Sequence[DueNote], found: list[Slip]) -> Iterator[Slip]:
    """Notes left out round a turning point, the ones beside them played: the line turned a step early."""
    turns = turning_points(tuple(due))
    out = {slip.note for slip in found if slip.kind == "left-out"}
    told: set[int] = set()
    for slip in found:
        if slip.kind == "left-out" and slip.note not in told:
            run = [slip.note]
            while run[-1] + 1 in out:
                run.append(run[-1] + 1)
            top = next((note for note in run if note in turns), None)
            if top is not None and len(run) == 2 and run[0] > 0 and run[-1] + 1 < len(due):
                told |= set(run)
                yield Slip("turned-early", top, None)
                continue
        if slip.note not in told or slip.kind != "left-out":
            yield slip


def degree_played(due: DueNote, pitch: int) -> Degree:
    """What was played instead of a note, as a degree of its sound: of the sound itself, else the due number altered.

    The number nearest in height is taken, so that C for C♯ is the same number with another sign.
    """
    own = due.sound.degree_of(pitch)
    if own is not None:
        return own
    above = (pitch - due.sound.tonic.pitch_class) % _OCTAVE
    away = (above - due.degree.half_steps + 6) % _OCTAVE - 6
    if abs(away) <= 2:
        return Degree(due.degree.number, due.degree.alteration + away)
    plain = {0: (1, 0), 1: (2, -1), 2: (2, 0), 3: (3, -1), 4: (3, 0), 5: (4, 0), 6: (4, 1), 7: (5, 0), 8: (6, -1),
             9: (6, 0), 10: (7, -1), 11: (7, 0)}  # fmt: skip
    return Degree(*plain[above])


def sound_of(due: DueNote, played: Degree, catalogue: ScaleCatalogue) -> Scale | None:
    """The common scale that has what was played instead of what was due, all else alike."""
    wanted = {degree.half_steps % _OCTAVE for degree in due.sound.scale.degrees if degree != due.degree}
    wanted.add(played.half_steps % _OCTAVE)
    if len(wanted) != len(due.sound.scale.degrees):
        return None
    return next((one for one in catalogue.scales if one.pitch_classes == wanted), None)
