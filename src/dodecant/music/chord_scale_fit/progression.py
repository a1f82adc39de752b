"""The places of a whole progression: what the chords on both sides of each one tell about the key heard there.

All are the usual teaching of functional harmony. A chord reached by its own dominant (or the one a tritone away) is the
tonic, and its key holds while the chords belong to it. A two-five belongs together, and so does a chain of them. Like
minor chords a step apart, a minor chord that rocks with the dominant a fourth above, and suspended chords in a row are
modal: each has the same sound. In a minor key the sixth and seventh are those of the chords around.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import takewhile

from dodecant.music.chord_scale_fit.place import Place, inside
from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.key import Key
from dodecant.music.core.pitch import NoteName

_STEP_APART = frozenset({1, 2, 10, 11})
_ERRANDS = 16  # chords in a row that only sharpen each other
_NEAR = 2  # chords on either side that tell the sixth and seventh of a minor key


def places(chords: Sequence[Chord | None], keys: Sequence[Key]) -> tuple[Place, ...]:
    """The place of every chord of a progression, read as a ring: the last goes on to the first.

    A chord that is repeated, or only sharpened by tensions, goes where the last of them goes.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> found = places([parse_chord(name) for name in ("G7", "Cmaj7")], [Key.parse("Ab")] * 2)
    >>> found[1].moment.text
    'C major'
    """
    sounding = [(number, chord.heard) for number, chord in enumerate(chords) if chord is not None]
    ring = _Ring([chord for _, chord in sounding], [keys[number] for number, _ in sounding])
    found = [Place(key) for key in keys]
    for (number, _), place in zip(sounding, ring.places(), strict=True):
        found[number] = place
    return tuple(found)


class _Ring:
    """The chords that sound, each with the next and the last one that is another."""

    def __init__(self, chords: Sequence[Chord], keys: Sequence[Key]) -> None:
        self.chords, self.keys = chords, keys
        self.after = self._others(1)
        self.before = self._others(-1)
        self.blues = self._is_blues()

    def places(self) -> list[Place]:
        """The places of its chords."""
        moments = [self._modal(n) or self._in_two_five(n) or self._reached(n) for n in range(len(self.chords))]
        self._let_keys_last(moments)
        return [self._place(number, moment) for number, moment in enumerate(moments)]

    def _place(self, number: int, moment: Key | None) -> Place:
        chord = self.chords[number]
        place = Place(self.keys[number], self._chord(self.after[number]), self.blues, moment)
        if place.rests(chord):
            return replace(place, moment=None)
        heard = place.key_of_the_moment(chord)
        return replace(place, without=self._not_taken(number, heard)) if heard.colour == "minor" else place

    def _others(self, way: int) -> list[int | None]:
        """For each chord the next one that way which is another."""
        different = self._different(way)
        found: list[int | None] = []
        for number, chord in enumerate(self.chords):
            other = different[number]
            for _ in range(_ERRANDS):
                if other is None or other == number:
                    other = None
                    break
                first, second = (chord, self.chords[other]) if way > 0 else (self.chords[other], chord)
                if not _same_errand(first, second):
                    break
                other = different[other]
            found.append(other)
        return found

    def _different(self, way: int) -> list[int | None]:
        """For each chord the next one that way which is not the very same chord, round the ring."""
        count = len(self.chords)
        found: list[int | None] = [None] * count
        for step in range(2 * count):  # twice round: at the end of the first time what comes next is known
            number = (-step if way > 0 else step) % count
            beside = (number + way) % count
            found[number] = beside if self.chords[beside] != self.chords[number] else found[beside]
        return found

    def _chord(self, number: int | None) -> Chord | None:
        return None if number is None else self.chords[number]

    def _is_blues(self) -> bool:
        """Dominants on the tonic and on the fourth step, which comes home at once or over a diminished chord."""
        for number, (chord, key) in enumerate(zip(self.chords, self.keys, strict=True)):
            home = self._chord(self.after[number])
            if home is not None and home.quality.seventh == "diminished":
                home = self._chord(self.after[self.after[number] or 0])
            on_four = chord.quality.dominant and _above(key.tonic.pitch_class, chord) == 5
            if on_four and home is not None and home.quality.dominant and _above(key.tonic.pitch_class, home) == 0:
                return True
        return False

    def _reached(self, number: int) -> Key | None:
        """The chord's own key, where its own dominant or the one a half step above led to it."""
        chord, before = self.chords[number], self._chord(self.before[number])
        if before is None or not before.quality.dominant or not _may_be_tonic(chord.quality):
            return None
        if _above(chord.root.pitch_class, before) not in (7, 1) or self._leads_on(number):
            return None
        return Key(chord.root, chord.quality.colour)

    def _leads_on(self, number: int) -> bool:
        """Whether a chord is the II or the plain V of what follows rather than a place of rest."""
        chord, following = self.chords[number], self._chord(self.after[number])
        if following is None:
            return False
        down = (chord.root.pitch_class - following.root.pitch_class) % 12
        if chord.quality.two and following.quality.dominant:
            return down in (7, 1)
        plain = chord.quality.third == "major" and chord.quality.seventh == "none" and not chord.quality.sixth
        return plain and down == 7 and inside(chord, self.keys[number])

    def _in_two_five(self, number: int) -> Key | None:
        """The key of a two-five that the chord belongs to, where it is more than the next chord that tells it."""
        after, before = self.after[number], self.before[number]
        if after is not None and self._two_five(number, after):
            return self._key_of_two(number, after)
        if before is not None and self._two_five(before, number):
            return self._key_of_five(before, number)
        return None

    def _two_five(self, two: int, five: int) -> bool:
        first, second = self.chords[two], self.chords[five]
        falls = (first.root.pitch_class - second.root.pitch_class) % 12 == 7
        return falls and first.quality.two and second.quality.dominant

    def _falls_to_minor(self, five: int) -> bool:
        goal = self._chord(self.after[five])
        if goal is None or goal.quality.third != "minor" or -1 in goal.quality.fifths:
            return False
        return _above(goal.root.pitch_class, self.chords[five]) == 7

    def _key_of_two(self, two: int, five: int) -> Key:
        """Where it leads; before a minor chord of the piece's key, as III of III VI II V, it stays in that key."""
        tonic, key, goal = Degree(4).name_above(self.chords[five].root), self.keys[two], self._chord(self.after[five])
        if -1 in self.chords[two].quality.fifths:
            return Key(tonic, "minor")
        if goal is None or not self._falls_to_minor(five):
            return Key(tonic)
        return key if inside(self.chords[two], key) and inside(goal, key) else Key(tonic, "minor")

    def _key_of_five(self, two: int, five: int) -> Key | None:
        """The key of its II; one that goes on to the next two-five keeps it, one that slides to a tonic does not."""
        tonic, goal = Degree(4).name_above(self.chords[five].root), self._chord(self.after[five])
        if -1 in self.chords[two].quality.fifths or self._falls_to_minor(five):
            return Key(tonic, "minor")
        down = 0 if goal is None else (self.chords[five].root.pitch_class - goal.root.pitch_class) % 12
        return None if down in (1, 7, 10) else Key(tonic)

    def _modal(self, number: int) -> Key | None:
        """The key whose second or fifth step a modal chord is."""
        chord = self.chords[number]
        beside = [self.chords[other] for other in (self.before[number], self.after[number]) if other is not None]
        in_a_row = _suspended(chord.quality) and any(_suspended(other.quality) for other in beside)
        if in_a_row and not self._falls_to_minor(number):
            return Key(Degree(4).name_above(chord.root))
        if self._rocks(number, self.after[number]) or self._rocks(self.before[number], number):
            return Key(Degree(4).name_above(chord.root) if chord.quality.dominant else _step_below(chord))
        moved = (other for other in beside if other.quality == chord.quality and _apart(chord, other) in _STEP_APART)
        planing = (
            chord.quality.two
            and chord.quality.fifths == (0,)
            and any(
                not (_diatonic(chord, self.keys[number]) and _diatonic(other, self.keys[number])) for other in moved
            )
        )
        return Key(_step_below(chord)) if planing else None

    def _rocks(self, minor: int | None, dominant: int | None) -> bool:
        """Whether a minor chord and the dominant a fourth above it go to and fro."""
        if minor is None or dominant is None or not self._two_five(minor, dominant):
            return False
        first, home = self.chords[minor], self._chord(self.after[dominant])
        plain = first.quality.fifths == (0,) and self.chords[dominant].quality.third == "major"
        return plain and home is not None and home.root == first.root and home.quality.two

    def _let_keys_last(self, moments: list[Key | None]) -> None:
        """A key far from the written one holds from its tonic on, as long as the chords belong to it."""
        holding: Key | None = None
        for number, (chord, key) in enumerate(zip(self.chords, self.keys, strict=True)):
            if moments[number] is not None and self._reached(number) and not inside(chord, key):
                holding = moments[number]
            elif holding is not None and inside(chord, holding):
                moments[number] = moments[number] or holding
            elif inside(chord, key):
                holding = None

    def _not_taken(self, number: int, key: Key) -> frozenset[int]:
        """The sixth and seventh of a minor key that the chord and its neighbours speak against."""
        chord = self.chords[number]
        if not inside(chord, key):
            return frozenset()
        low_6, high_6, low_7, high_7 = ((key.tonic.pitch_class + n) % 12 for n in (8, 9, 10, 11))
        five = chord.quality.dominant and _above(key.tonic.pitch_class, chord) == 7
        two = self.before[number]
        if five:
            if two is None or not self._two_five(two, number):
                return frozenset()
            return frozenset({high_6 if -1 in self.chords[two].quality.fifths else low_6})
        found = set()
        held = self._held(number, key, (low_6, high_6))
        if len(held) == 1:
            found |= {low_6, high_6} - held
        if chord.root == key.tonic and high_6 in chord.pitch_classes:
            return frozenset(found)  # a tonic with its raised sixth may have either seventh
        own = chord.pitch_classes & {low_7, high_7}
        if low_7 in (own or self._held(number, key, (low_7,))):
            found.add(high_7)
        elif own == {high_7}:
            found.add(low_7)
        return frozenset(found)

    def _held(self, number: int, key: Key, steps: tuple[int, ...]) -> set[int]:
        """Which of some tones of a key the chord has, else its neighbours, else the neighbours of the same chord
        elsewhere where it is a tonic that was just reached.
        """
        own = self.chords[number].pitch_classes & set(steps)
        held = set(own) or self._held_beside(number, key, steps)
        if held or not self._just_reached(number, key):
            return held
        same = (other for other, chord in enumerate(self.chords) if chord == self.chords[number])
        return next(filter(None, (self._held_beside(other, key, steps) for other in same)), set())

    def _held_beside(self, number: int, key: Key, steps: tuple[int, ...]) -> set[int]:
        """Which of some tones of a key its neighbours have. A tonic that was just reached looks on, not back."""
        back, on = self._neighbours(number, self.before), self._neighbours(number, self.after)
        if self._just_reached(number, key):
            back, on = [], list(takewhile(lambda n: not self._cadence(n, key), on))
        for near in range(_NEAR):
            there = [self.chords[row[near]] for row in (back, on) if near < len(row)]
            held = {tone for chord in there if inside(chord, key) for tone in chord.pitch_classes & set(steps)}
            if held:
                return held
        return set()

    def _just_reached(self, number: int, key: Key) -> bool:
        """Whether a chord is the tonic of a key and came after a dominant."""
        before = self._chord(self.before[number])
        return before is not None and before.quality.dominant and self.chords[number].root == key.tonic

    def _cadence(self, number: int, key: Key) -> bool:
        """Whether a chord is the V of a key, or the II before it."""
        after, above = self.after[number], _above(key.tonic.pitch_class, self.chords[number])
        if above == 7:
            return self.chords[number].quality.dominant
        return above == 2 and after is not None and self._two_five(number, after)

    def _neighbours(self, number: int, way: Sequence[int | None]) -> list[int]:
        found: list[int] = []
        following = way[number]
        while following is not None and len(found) < _NEAR:
            found.append(following)
            following = way[following]
        return found


def _may_be_tonic(quality: Quality) -> bool:
    return quality.third in ("major", "minor") and quality.fifths == (0,) and not quality.dominant


def _suspended(quality: Quality) -> bool:
    return quality.dominant and quality.third == "sus4" and not any(tone.alteration for tone in quality.tensions)


def _same_errand(chord: Chord, other: Chord) -> bool:
    if chord.root != other.root:
        return False
    return chord.quality == other.quality or (chord.quality.dominant and other.quality.dominant)


def _above(pitch_class: int, chord: Chord) -> int:
    """How far a chord's root lies above a pitch class, in half steps."""
    return (chord.root.pitch_class - pitch_class) % 12


def _apart(chord: Chord, other: Chord) -> int:
    return _above(chord.root.pitch_class, other)


def _step_below(chord: Chord) -> NoteName:
    """The tonic of the major key whose second step is the chord's root."""
    return Degree(7, -1).name_above(chord.root)


def _diatonic(chord: Chord, key: Key) -> bool:
    """Whether a chord belongs to a key as its signature has it."""
    plain = key if key.colour == "major" else Key(Degree(3, -1).name_above(key.tonic))
    return inside(chord, plain)
