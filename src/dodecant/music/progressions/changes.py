"""Changes: a chord progression as bars, with sections, repeats and endings, and the order in which it is played."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace
from functools import cached_property

from dodecant.music.core.chord import Chord
from dodecant.music.core.key import Key, moved
from dodecant.music.core.metre import Metre
from dodecant.music.core.numeral import step_of
from dodecant.music.core.pitch import NoteName
from dodecant.music.progressions.spelled_together import spelled_together

_C = NoteName(0)
MOST_PLAYED = 2000  # bars


@dataclass(frozen=True, slots=True)
class Slot:
    """A chord (None for N.C.) on some beats of a bar, in the metre's own beats.

    `where` and `typed` are the place in the text it was read from; they do not tell two slots apart.
    """

    chord: Chord | None
    start: int
    beats: int
    where: int = field(default=0, compare=False)
    typed: str = field(default="", compare=False)
    faulty: bool = field(default=False, compare=False)


@dataclass(frozen=True, slots=True)
class Bar:
    """A written bar. `opens` and `closes` are repeat signs; `endings` the passes it is played in (none: all)."""

    slots: tuple[Slot, ...]
    metre: Metre
    key: Key
    section: str = ""
    opens: bool = False
    closes: bool = False
    endings: tuple[int, ...] = ()


@dataclass(frozen=True)
class Changes:
    """A whole progression. `order` names the sections in the order they are played, when it is not as written."""

    bars: tuple[Bar, ...]
    title: str = ""
    order: tuple[str, ...] = ()

    @property
    def key(self) -> Key:
        """The key it begins in."""
        return self.bars[0].key if self.bars else Key(NoteName(0))

    @cached_property
    def on_c(self) -> tuple[Chord | None, ...]:
        """The chord of each slot, if any, as its step in the key of its bar would be named on C."""
        chords = [slot.chord for slot in self.slots]
        there = list(zip(chords, self.slot_keys, strict=True))
        roots = [None if chord is None else step_of(chord, key).name_above(_C) for chord, key in there]
        names = spelled_together(chords, roots, roots, [Key(_C, key.colour) for key in self.slot_keys])
        return tuple(_moved_chord(chord, name) for chord, name in zip(chords, names, strict=True))

    @cached_property
    def _in_keys(self) -> dict[NoteName, tuple[Chord | None, ...]]:
        """The chords as they were named on other tonics."""
        return {}

    def chords_on(self, tonic: NoteName) -> tuple[Chord | None, ...]:
        """The chords of all slots as they are named with the changes on a tonic; on their own, as written."""
        if tonic == self.key.tonic:
            return tuple(slot.chord for slot in self.slots)
        if tonic not in self._in_keys:
            self._in_keys[tonic] = _named_in(self, tonic)
        return self._in_keys[tonic]

    @cached_property
    def slots(self) -> tuple[Slot, ...]:
        """All chords as written; a chord's place in this list is its number everywhere."""
        return tuple(slot for bar in self.bars for slot in bar.slots)

    @cached_property
    def slot_keys(self) -> tuple[Key, ...]:
        """The key of the bar that each chord stands in."""
        return tuple(bar.key for bar in self.bars for _ in bar.slots)

    @cached_property
    def slot_numbers(self) -> tuple[tuple[int, ...], ...]:
        """For each written bar the numbers of its slots."""
        numbers, first = [], 0
        for bar in self.bars:
            numbers.append(tuple(range(first, first + len(bar.slots))))
            first += len(bar.slots)
        return tuple(numbers)

    @cached_property
    def sections(self) -> tuple[tuple[str, range], ...]:
        """The sections as written: label and bar numbers."""
        found: list[tuple[str, range]] = []
        for number, bar in enumerate(self.bars):
            if found and found[-1][0] == bar.section:
                found[-1] = (bar.section, range(found[-1][1].start, number + 1))
            else:
                found.append((bar.section, range(number, number + 1)))
        return tuple(found)

    @cached_property
    def played(self) -> tuple[int, ...]:
        """The numbers of the written bars in the order they sound, repeats and endings followed."""
        if not self.order:
            return tuple(_unrolled(self.bars, range(len(self.bars))))
        spans: dict[str, range] = {}
        for label, span in self.sections:
            spans.setdefault(label, span)
        return tuple(bar for label in self.order for bar in _unrolled(self.bars, spans[label]))

    @property
    def written_out(self) -> tuple[Bar, ...]:
        """The bars as played, without repeat signs."""
        return tuple(replace(self.bars[n], opens=False, closes=False, endings=()) for n in self.played)

    @cached_property
    def chords_played(self) -> tuple[int, ...]:
        """The numbers of the slots in the order they sound, each bar's chords once a pass."""
        return tuple(number for bar in self.played for number in self.slot_numbers[bar])


def _unrolled(bars: Sequence[Bar], span: range) -> Iterator[int]:
    """Follow repeat signs and endings; a repeat without an opening sign goes back to where the last one ended."""
    begin = span.start
    number = span.start
    while number < span.stop:
        if bars[number].opens and number > begin:
            yield from range(begin, number)
            begin = number
        if not bars[number].closes:
            number += 1
            continue
        end = number + 1
        while end < span.stop and bars[end].endings and not bars[end].opens:
            end += 1
        passes = max((ending for place in range(begin, end) for ending in bars[place].endings), default=2)
        for turn in range(1, max(2, passes) + 1):
            yield from (n for n in range(begin, end) if not bars[n].endings or turn in bars[n].endings)
        begin = number = end
    yield from range(begin, span.stop)


def transposed(changes: Changes, tonic: NoteName) -> Changes:
    """The changes carried to another tonic, with the spellings lead sheets use there.

    Every root keeps its step in the key; see `Key.sensible` and `spelled_together` for the names it takes.
    """
    if tonic == changes.key.tonic:
        return changes
    named = _renamed(changes, changes.chords_on(tonic))
    bars = (replace(bar, key=carried_key(bar.key, changes.key, tonic)) for bar in named.bars)
    return replace(named, bars=tuple(bars))


def named_anew(changes: Changes, which: Callable[[Slot], bool]) -> Changes:
    """The changes with the chords of some slots named as they would be if they came from another key."""
    if not any(map(which, changes.slots)):
        return changes
    named = zip(changes.slots, _named_in(changes, changes.key.tonic), strict=True)
    return _renamed(changes, [new if which(slot) else slot.chord for slot, new in named])


def _renamed(changes: Changes, chords: Iterable[Chord | None]) -> Changes:
    """The changes with these chords in their slots."""
    found = iter(chords)
    bars = (replace(bar, slots=tuple(replace(slot, chord=next(found)) for slot in bar.slots)) for bar in changes.bars)
    return replace(changes, bars=tuple(bars))


def _named_in(changes: Changes, tonic: NoteName) -> tuple[Chord | None, ...]:
    targets = {key: carried_key(key, changes.key, tonic) for key in set(changes.slot_keys)}
    chords = [slot.chord for slot in changes.slots]
    keys = [targets[key] for key in changes.slot_keys]
    roots = [None if chord is None else chord.root for chord in changes.on_c]
    places = list(zip(roots, keys, strict=True))
    theory = {(root, key): root and moved(root, _C, key.tonic) for root, key in set(places)}
    usage = {(root, key): name and key.sensible(name) for (root, key), name in theory.items()}
    names = spelled_together(chords, [theory[place] for place in places], [usage[place] for place in places], keys)
    return tuple(_moved_chord(chord, name) for chord, name in zip(chords, names, strict=True))


def carried_key(key: Key, home: Key, tonic: NoteName) -> Key:
    """The key of a part of a piece, which keeps its step when the piece goes from its home key to another tonic.

    >>> carried_key(Key.parse("E"), Key.parse("C"), NoteName.parse("F#")).text
    'B♭ major'
    """
    if tonic == home.tonic:
        return key
    return replace(key, tonic=moved(key.tonic, home.tonic, tonic)).read_in(replace(home, tonic=tonic))


def _moved_chord(chord: Chord | None, root: NoteName | None) -> Chord | None:
    if chord is None or root is None:
        return None
    bass = None if chord.bass is None else moved(chord.bass, chord.root, root).without_doubles()
    return Chord(root, chord.quality, bass)
