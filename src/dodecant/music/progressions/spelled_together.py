"""Chords that lead to each other are spelled in one way: by a fourth, and diminished ones by a half step.

Chord by chord, lead sheets write the plain name of a root that lies outside the key (B7 in D♭, where theory has C♭7)
and leave a root of the key as it is. Side by side that tears pairs apart: G♭m7 B7, or G♭7 Bmaj7. So the names of a
progression are chosen together: those that tear least, and of them the most usual.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import lru_cache
from itertools import pairwise, zip_longest
from typing import NamedTuple

from dodecant.music.core.cheapest_way import cheapest_way
from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.key import Key
from dodecant.music.core.pitch import NoteName

# What it costs where a fourth is not spelled as one, by what leads; and where one root changes its name.
_MINOR_TO_DOMINANT, _DOMINANT_HOME, _DOMINANT_ON, _OTHER_FOURTH, _SAME_ROOT = 16, 9, 6, 4, 8
_DIMINISHED = 3  # where a diminished seventh chord and the one a half step away have one letter
# What it costs to leave the usual name, for the one on the next letter or the one theory has.
_NEXT_LETTER, _OUT_OF_KEY, _BY_THEORY = 4, 2, 5  # the next letter of what is out of the key costs less
_HARD = 4  # several double signs in a chord
_FOURTH = 5  # half steps
_FAR = 10  # a major chord that its dominant makes a key of its own, which nobody writes


class _SpelledRun(NamedTuple):
    """Slots in a row with one root and kind of chord: the first, and its root's name by theory and in use."""

    slots: list[int]
    chord: Chord
    theory: NoteName
    usage: NoteName
    key: Key

    def leads_to(self, other: _SpelledRun | None) -> bool:
        """Whether it is a dominant, a minor chord before its own, or a diminished one a half step away."""
        if self.chord.quality.dominant or other is None:
            return self.chord.quality.dominant
        if self.chord.quality.seventh == "diminished":
            return _up(self, other) in (1, 11)
        return self.chord.quality.colour == "minor" and other.chord.quality.dominant and _up(self, other) == _FOURTH

    @property
    def read_as(self) -> NoteName:
        """Its root as that of a major key of its own would be written here; the root in use where it is no such key."""
        quality = self.chord.quality
        if quality.dominant or quality.colour != "major":
            return self.usage
        return Key(self.usage).read_in(self.key).tonic

    def ways(self, before: _SpelledRun | None, after: _SpelledRun | None) -> list[_Way]:
        """The names its root may have, the usual one first."""
        in_key = self.usage.pitch_class in self.key.pitch_classes
        names = dict(_names(self.chord.quality, self.theory, self.usage, self.leads_to(after), in_key))
        read_as = self.read_as
        if read_as != self.usage:
            reached = before is not None and before.chord.quality.dominant and _up(before, self) == _FOURTH
            names |= {self.usage: _FAR, read_as: 0} if reached else {read_as: _OUT_OF_KEY}
        return [_Way(self, name, cost) for name, cost in names.items()]


class _Way(NamedTuple):
    """A name for the root of a run, and what it costs by itself."""

    run: _SpelledRun
    name: NoteName
    cost: int


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
    usual = [_Way(run, run.usage, 0) for run in (*runs, *runs[:1])]  # the last chord leads to the first
    torn = any(_between(one, other) for one, other in pairwise(usual))
    if not torn and all(run.read_as == run.usage for run in runs):
        return names  # as in most keys
    ways = [run.ways(before, after) for before, run, after in zip_longest([None, *runs[:-1]], runs, runs[1:])]
    taken = cheapest_way([*ways, usual[-1:]], own=lambda way: way.cost, between=_between)
    for run, here, place in zip(runs, ways, taken, strict=False):
        for slot in run.slots:
            names[slot] = here[place].name
    return names


def _between(one: _Way, other: _Way) -> int:
    """What it costs where two chords in a row are not spelled as they belong together; 0 where they do not."""
    letters, cost = _belong(one.run, other.run)
    return 0 if (other.name.letter - one.name.letter) % 7 == letters else cost


def _runs(
    chords: Sequence[Chord | None],
    theory: Sequence[NoteName | None],
    usage: Sequence[NoteName | None],
    keys: Sequence[Key],
) -> Iterator[_SpelledRun]:
    run: _SpelledRun | None = None
    for slot, (chord, by_theory, name, key) in enumerate(zip(chords, theory, usage, keys, strict=True)):
        if chord is None or by_theory is None or name is None:
            continue
        if run and run.usage == name and _kind(run.chord) == _kind(chord):
            run.slots.append(slot)
            continue
        if run:
            yield run
        run = _SpelledRun([slot], chord, by_theory, name, key)
    if run:
        yield run


@lru_cache(maxsize=1024)
def _names(
    quality: Quality, theory: NoteName, usage: NoteName, leads: bool, in_key: bool
) -> tuple[tuple[NoteName, int], ...]:
    """The names a root may have, the usual one first, and what each costs; only what leads changes letter."""
    beside = [name for name in usage.enharmonics() if name == name.plain()] if leads else []
    found = [(usage, _hard_to_read(quality, usage))]
    found += [(name, _NEXT_LETTER if in_key else _OUT_OF_KEY) for name in beside]
    if theory not in (usage, *beside) and not _hard_to_read(quality, theory):
        found.append((theory, _BY_THEORY))
    return tuple(found)


def _hard_to_read(quality: Quality, root: NoteName) -> int:
    tones = {root, *(degree.name_above(root) for degree in quality.frame)}
    doubles = sum(abs(tone.alteration) > 1 for tone in tones)
    return _HARD if abs(root.alteration) > 1 or doubles > 1 else 0


def _kind(chord: Chord) -> tuple[str, bool]:
    return chord.quality.colour, chord.quality.dominant


def _belong(one: _SpelledRun, other: _SpelledRun) -> tuple[int, int]:
    """How many letters up two chords in a row belong, and what it costs where they stand otherwise."""
    up = _up(one, other)
    if up == 0:
        return 0, _SAME_ROOT
    if up == _FOURTH:
        return 3, _cost_of_a_fourth(one, other)
    if one.chord.quality.seventh == "diminished" and up in (1, 11):
        return (1 if up == 1 else 6), _DIMINISHED
    return 0, 0


def _cost_of_a_fourth(one: _SpelledRun, other: _SpelledRun) -> int:
    if one.chord.quality.dominant:
        return _DOMINANT_ON if other.chord.quality.dominant else _DOMINANT_HOME
    return _MINOR_TO_DOMINANT if one.leads_to(other) else _OTHER_FOURTH


def _up(one: _SpelledRun, other: _SpelledRun) -> int:
    """Half steps from one root up to the next."""
    return (other.usage.pitch_class - one.usage.pitch_class) % 12
