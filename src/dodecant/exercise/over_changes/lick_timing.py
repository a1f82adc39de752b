"""Where a lick sounds over changes, whatever the key: its notes in groups under each chord.

A lick that came from one chord begins anew on every chord; one that came from several runs through the form, its bars
against the form's bars.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import cached_property, lru_cache
from itertools import accumulate, groupby

from dodecant.exercise.harmony.timeline import TimedChord, Timeline
from dodecant.exercise.melody.lick import Lean, Lick, chord_under
from dodecant.exercise.rhythm.timing import Timing, one_grid


@dataclass(frozen=True)
class PlacedLickNote:
    """One note of the lick where it sounds: its index, its statement, the chord it is under, start and end in beats."""

    note: int
    statement: int
    over: int
    start: Fraction
    end: Fraction


@dataclass(frozen=True, eq=False)
class LickInTime:
    """The notes of a lick over a timeline, in groups under each chord, with their times.

    A note is firm, or it leans into another that sounds. `anchors` tells for each group its first firm note, and the
    firm note whose step to it is kept: the last one of the same statement before it, or the very first. `where` finds
    the note of a statement: its group and its place there.
    """

    lick: Lick
    groups: tuple[tuple[PlacedLickNote, ...], ...]
    spans: tuple[tuple[Fraction, Fraction], ...]
    timings: tuple[tuple[Timing, ...], ...]
    firsts: tuple[int, ...]
    where: Mapping[tuple[int, int], tuple[int, int]]

    @cached_property
    def anchors(self) -> list[tuple[int, tuple[int, int] | None] | None]:
        """For each group its first firm note, and the one whose step to it is kept."""
        return list(self._anchors())

    @cached_property
    def steps(self) -> list[int]:
        """For each group how many half steps its first firm note lies above the one whose step to it is kept."""
        return [self._step(number, anchor) for number, anchor in enumerate(self.anchors)]

    def _step(self, number: int, anchor: tuple[int, tuple[int, int] | None] | None) -> int:
        if anchor is None or anchor[1] is None:
            return 0
        place, (group, before) = anchor[0], anchor[1]
        one, other = self.groups[group][before], self.groups[number][place]
        return self.lick.tones[other.note].pitch.midi - self.lick.tones[one.note].pitch.midi

    def leans(self, event: PlacedLickNote) -> Lean | None:
        """What the event's note leans into, where that sounds."""
        move = self.lick.tones[event.note].move
        return move if isinstance(move, Lean) and (event.statement, move.target) in self.where else None

    def _anchors(self) -> Iterator[tuple[int, tuple[int, int] | None] | None]:
        first: tuple[int, int] | None = None
        last: dict[int, tuple[int, int]] = {}
        for number, group in enumerate(self.groups):
            firm = [place for place, event in enumerate(group) if self.leans(event) is None]
            yield (firm[0], last.get(group[firm[0]].statement, first)) if firm else None
            for place in firm:
                last[group[place].statement] = (number, place)
            first = first or ((number, firm[0]) if firm else None)


@lru_cache(maxsize=128)
def lick_in_time(timeline: Timeline, lick: Lick) -> LickInTime:
    """Lay a lick over a timeline."""
    groups = tuple(tuple(group) for _, group in groupby(_events(timeline, lick), key=lambda event: event.over))
    last = timeline.in_home_key[-1]
    ends = [*(group[0].start for group in groups[1:]), last.start + last.length]
    return LickInTime(
        lick,
        groups,
        spans=tuple((group[0].start, end - group[0].start) for group, end in zip(groups, ends, strict=False)),
        timings=tuple(_timings(group) for group in groups),
        firsts=tuple(accumulate((len(group) for group in groups), initial=0)),
        where={
            (event.statement, event.note): (number, place)
            for number, group in enumerate(groups)
            for place, event in enumerate(group)
        },
    )


def _events(timeline: Timeline, lick: Lick) -> Sequence[PlacedLickNote]:
    """The notes in order; each ends where the next one begins at the latest."""
    over, lead_in = timeline.in_home_key, timeline.lead_in
    found: list[PlacedLickNote] = []
    end_of_form = over[-1].start + over[-1].length
    begins = [one.start for one in over]
    first = int(lead_in > 0)  # a pickup belongs to the first chord
    statements = list(_statements(over, lick, lead_in))
    pickups = [begin - max(Fraction(0), lick.lead) for begin, _, _ in statements[1:]]
    for number, ((begin, last, chord), pickup) in enumerate(zip(statements, [*pickups, end_of_form], strict=True)):
        end = min(last, pickup)
        for index, tone in enumerate(lick.tones):
            start = begin + tone.start
            if 0 <= start < end:
                under = max(chord_under(start, Fraction(tone.timing.units), begins), first) if chord is None else chord
                if over[under].sound is not None:
                    found.append(
                        PlacedLickNote(index, number, under, start, min(start + tone.timing.units, end_of_form))
                    )
    kept: list[PlacedLickNote] = []
    for event in found:
        _make_room(kept, event.start)
        kept.append(event)
    return kept


def _make_room(kept: list[PlacedLickNote], start: Fraction) -> None:
    """End the note before where another begins, so that their beat is divided one way; one that cannot is left out."""
    if not kept:
        return
    last, beat = kept[-1], start // 1
    clash = last.end > beat and last.end != start and not one_grid(last.end, start)
    if last.end > start or clash:
        kept[-1] = replace(last, end=start)
    if last.start > beat and not one_grid(last.start, start):
        kept.pop()
        _make_room(kept, start)


def _statements(
    over: Sequence[TimedChord], lick: Lick, lead_in: Fraction
) -> Iterator[tuple[Fraction, Fraction, int | None]]:
    """Where the lick begins, where it is cut off at the latest, and its chord where it has a single one."""
    end_of_form = over[-1].start + over[-1].length
    if len(lick.chords) > 1:
        begin = lead_in
        while begin < end_of_form:
            yield begin, end_of_form, None
            begin += lick.length
        return
    for _, same in groupby(enumerate(over), key=lambda item: (item[1].chord, item[1].sound)):
        span = list(same)
        number, first = span[0]
        begin, end = first.start, span[-1][1].start + span[-1][1].length
        while first.sound is not None and begin < end:
            yield begin, end, number
            begin += lick.length


def _timings(group: Sequence[PlacedLickNote]) -> tuple[Timing, ...]:
    """Lengths in beats, and the silences up to the next note under the same chord."""
    ends = [event.start for event in group[1:]] + [group[-1].end]
    return tuple(
        Timing(one.end - one.start, max(Fraction(0), end - one.end)) for one, end in zip(group, ends, strict=True)
    )
