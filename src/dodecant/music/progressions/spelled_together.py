"""Chords that lead to each other are spelled in one way.

Chord by chord, lead sheets write the plain name of a root that lies outside the key (B7 in D♭, where theory has C♭7)
and leave a root of the key as it is. Side by side that tears pairs apart: G♭m7 B7, or G♭7 Bmaj7. So the names of a
progression are chosen together: those that tear least, and of them the most usual, by dynamic programming (Bellman
1957).
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise, zip_longest
from typing import NamedTuple

from dodecant.music.core.chord import Chord
from dodecant.music.core.key import Key
from dodecant.music.core.pitch import NoteName

# What it costs where a fourth is not spelled as one, by what leads; and where one root changes its name.
_MINOR_TO_DOMINANT, _DOMINANT_HOME, _DOMINANT_ON, _OTHER_FOURTH, _SAME_ROOT = 4.0, 2.0, 1.5, 1.0, 2.0
# What it costs to leave the usual name, for the one on the next letter or the one theory has.
_NEXT_LETTER, _OUT_OF_KEY, _BY_THEORY = 1.0, 0.5, 1.25  # the next letter of what is out of the key costs less
_HARD = 1.0  # several double signs in a chord


class _Run(NamedTuple):
    """Slots in a row with one root and kind of chord: the first, and its root's name by theory and in use."""

    slots: list[int]
    chord: Chord
    theory: NoteName
    usage: NoteName
    key: Key

    def leads_to(self, other: _Run | None) -> bool:
        """Whether it is a dominant, or a minor chord before its own."""
        if self.chord.quality.dominant or other is None:
            return self.chord.quality.dominant
        return self.chord.quality.colour == "minor" and other.chord.quality.dominant and _up_a_fourth(self, other)

    def names(self, after: _Run | None) -> Iterator[tuple[float, NoteName]]:
        """The names its root may have, the usual one first, and what each costs; only what leads changes letter."""
        yield self._hard_to_read(self.usage), self.usage
        beside = [name for name in self.usage.enharmonics() if name == name.plain()] if self.leads_to(after) else []
        cost = _NEXT_LETTER if self.usage.pitch_class in self.key.pitch_classes else _OUT_OF_KEY
        yield from ((cost, name) for name in beside)
        if self.theory not in (self.usage, *beside) and not self._hard_to_read(self.theory):
            yield _BY_THEORY, self.theory

    def _hard_to_read(self, root: NoteName) -> float:
        tones = {root, *(degree.name_above(root) for degree in self.chord.quality.frame)}
        doubles = sum(abs(tone.alteration) > 1 for tone in tones)
        return _HARD if abs(root.alteration) > 1 or doubles > 1 else 0


def spelled_together(
    chords: Sequence[Chord | None],
    theory: Sequence[NoteName | None],
    usage: Sequence[NoteName | None],
    keys: Sequence[Key],
) -> list[NoteName | None]:
    """The names of roots, chosen from those by theory, those in use, and their plain neighbours.

    `chords` may stand in any key, `keys` are those of the names; None is a slot without a chord.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> name = NoteName.parse
    >>> found = spelled_together(
    ...     [parse_chord("Fm7"), parse_chord("Bb7"), parse_chord("Ebmaj7")],
    ...     [name("G♭"), name("C♭"), name("F♭")], [name("G♭"), name("B"), name("E")], [Key.parse("E♭")] * 3,
    ... )
    >>> [one.text for one in found]
    ['F♯', 'B', 'E']
    """
    names = list(usage)
    runs = list(_runs(chords, theory, usage, keys))
    if all(_fits(one.usage, other.usage) or not _torn(one, other) for one, other in pairwise(runs)):
        return names  # as in most keys
    ways = [list(run.names(after)) for run, after in zip_longest(runs, runs[1:])]
    best = [cost for cost, _ in ways[0]] if ways else []
    came: list[list[int]] = []
    for (one, before), (other, here) in pairwise(zip(runs, ways, strict=True)):
        torn = _torn(one, other)
        sources = [(number, so_far, name) for number, (so_far, (_, name)) in enumerate(zip(best, before, strict=True))]
        steps = [
            min((so_far + torn * (not _fits(name, to)), number) for number, so_far, name in sources) for _, to in here
        ]
        best = [cost + own for (cost, _), (own, _) in zip(steps, here, strict=True)]
        came.append([place for _, place in steps])
    place = best.index(min(best)) if best else 0
    for number in range(len(runs) - 1, -1, -1):
        for slot in runs[number].slots:
            names[slot] = ways[number][place][1]
        place = came[number - 1][place] if number else 0
    return names


def _runs(
    chords: Sequence[Chord | None],
    theory: Sequence[NoteName | None],
    usage: Sequence[NoteName | None],
    keys: Sequence[Key],
) -> Iterator[_Run]:
    run: _Run | None = None
    for slot, (chord, by_theory, name, key) in enumerate(zip(chords, theory, usage, keys, strict=True)):
        if chord is None or by_theory is None or name is None:
            continue
        if run and run.usage == name and _kind(run.chord) == _kind(chord):
            run.slots.append(slot)
            continue
        if run:
            yield run
        run = _Run([slot], chord, by_theory, name, key)
    if run:
        yield run


def _kind(chord: Chord) -> tuple[str, bool]:
    return chord.quality.colour, chord.quality.dominant


def _torn(one: _Run, other: _Run) -> float:
    """What it costs where two chords in a row are not spelled as they belong together; 0 where they do not."""
    if one.usage.pitch_class == other.usage.pitch_class:
        return _SAME_ROOT
    if not _up_a_fourth(one, other):
        return 0
    if one.chord.quality.dominant:
        return _DOMINANT_ON if other.chord.quality.dominant else _DOMINANT_HOME
    return _MINOR_TO_DOMINANT if one.leads_to(other) else _OTHER_FOURTH


def _up_a_fourth(one: _Run, other: _Run) -> bool:
    return (other.usage.pitch_class - one.usage.pitch_class) % 12 == 5


def _fits(one: NoteName, other: NoteName) -> bool:
    """Whether two names are one, or their letters a fourth apart."""
    return one == other or (other.letter - one.letter) % 7 == 3
