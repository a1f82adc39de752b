"""A minor chord and the dominant it leads to are spelled in one way.

Chord by chord, lead sheets write the plain name of a root that lies outside the key (B7 in D♭, where theory has C♭7)
and leave a root of the key as it is. Side by side the two would tear a pair apart: G♭m7 B7. Then both are named as
theory has them (G♭m7 C♭7), where that holds more with the chords before and after and makes no one read many double
signs; else both plainly (F♯m7 B7 before Emaj7).
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise

from dodecant.music.core.chord import Chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName

_FOURTH, _FIFTH = Degree(4), Degree(5)
_MOST_DOUBLES = 1  # in a chord that is named as theory has it


@dataclass
class _Run:
    """Slots in a row with one root and third: that chord as written, and its root's name by theory and by usage."""

    slots: list[int]
    chord: Chord
    theory: NoteName
    name: NoteName

    def leads_to(self, other: _Run) -> bool:
        """Whether the two are such a pair."""
        return self.chord.quality.colour == "minor" and other.chord.quality.dominant and _up_a_fourth(self, other)


def with_one_step(roots: Sequence[NoteName | None], chords: Sequence[Chord | None]) -> list[NoteName | None]:
    """Roots as they stand on C, where a minor chord that is written plainly goes with the dominant it leads to: the
    F♯m7 before the B7 of ♭VI in E♭ is ♭III.
    """
    found = list(roots)
    runs = list(_runs(chords, roots, roots))
    for one, other in pairwise(runs):
        if one.leads_to(other) and _FOURTH.name_above(one.name) != other.name:
            for slot in one.slots:
                found[slot] = _FIFTH.name_above(other.name)
    return found


def spelled_together(
    chords: Sequence[Chord | None], theory: Sequence[NoteName | None], usage: Sequence[NoteName | None]
) -> list[NoteName | None]:
    """The names of roots, from those by theory and those by usage; `chords` stand in a key where all is well.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> name = NoteName.parse
    >>> found = spelled_together(
    ...     [parse_chord("Fm7"), parse_chord("Bb7"), parse_chord("Ebmaj7")],
    ...     [name("G♭"), name("C♭"), name("F♭")], [name("G♭"), name("B"), name("E")],
    ... )
    >>> [one.text for one in found]
    ['F♯', 'B', 'E']
    """
    names = list(usage)
    runs = list(_runs(chords, theory, usage))
    for place, (one, other) in enumerate(pairwise(runs)):
        if not one.leads_to(other) or _FOURTH.name_above(one.name) == other.name:
            continue
        before, after = runs[place - 1] if place else None, runs[place + 2] if place + 2 < len(runs) else None
        one.name, other.name = _best_pair(before, one, other, after)
        for run in (one, other):
            for slot in run.slots:
                names[slot] = run.name
    return names


def _runs(
    chords: Sequence[Chord | None], theory: Sequence[NoteName | None], usage: Sequence[NoteName | None]
) -> Iterator[_Run]:
    run: _Run | None = None
    for slot, (chord, by_theory, name) in enumerate(zip(chords, theory, usage, strict=True)):
        if chord is None or by_theory is None or name is None:
            continue
        same = run is not None and run.name == name
        if run is not None and same and run.chord.quality.colour == chord.quality.colour:
            run.slots.append(slot)
            continue
        if run is not None:
            yield run
        run = _Run([slot], chord, by_theory, name)
    if run is not None:
        yield run


def _best_pair(before: _Run | None, one: _Run, other: _Run, after: _Run | None) -> tuple[NoteName, NoteName]:
    plain = one.name, _FOURTH.name_above(one.name)
    if other.name != other.theory:
        plain = _FIFTH.name_above(other.name), other.name
    exact = one.theory, other.theory
    readable = all(_doubles(run) <= _MOST_DOUBLES for run in (one, other))

    def holds(pair: tuple[NoteName, NoteName]) -> int:
        """With how many of its neighbours a pair is named in one way."""
        with_first = before is not None and _hangs_together(before, before.name, one, pair[0])
        with_last = after is not None and _hangs_together(other, pair[1], after, after.name)
        return with_first + with_last

    return exact if readable and holds(exact) > holds(plain) else plain


def _doubles(run: _Run) -> int:
    tones = [run.theory, *(degree.name_above(run.theory) for degree in run.chord.quality.frame)]
    return sum(abs(tone.alteration) > 1 for tone in set(tones))


def _up_a_fourth(one: _Run, other: _Run) -> bool:
    return (other.name.pitch_class - one.name.pitch_class) % 12 == _FOURTH.half_steps


def _hangs_together(one: _Run, name: NoteName, other: _Run, other_name: NoteName) -> bool:
    """Whether two chords on one root have one name for it, or two that lead on by a fourth are spelled so."""
    if one.name.pitch_class == other.name.pitch_class:
        return name == other_name
    return _up_a_fourth(one, other) and _FOURTH.name_above(name) == other_name
