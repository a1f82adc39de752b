"""Changes in time: every chord of a form in the order it sounds, with its sound, carried to any key.

A timeline is told by its identity, so that what follows from it alone is worked out once for all keys and recipes.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import cached_property, lru_cache
from typing import NamedTuple

from dodecant.exercise.harmony.chord_sounds import Harmony, Turns
from dodecant.music.chord_scale_fit.fit import Fit
from dodecant.music.core.chord import Chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.key import moved
from dodecant.music.core.pitch import LETTER_SEMITONES, NoteName, Pitch
from dodecant.music.scales.scale import CHORD_FAMILY, Scale


@dataclass(frozen=True, slots=True)
class Sound:
    """A scale on a tonic; `parent` is the tonic of the family it was taken from, if any."""

    tonic: NoteName
    scale: Scale
    parent: NoteName | None = None

    @property
    def above_c(self) -> int:
        """How many half steps its tonic lies above C."""
        return LETTER_SEMITONES[self.tonic.letter] + self.tonic.alteration

    @property
    def pitch_classes(self) -> frozenset[int]:
        """The pitch classes of its tones, 0 for C.

        >>> from dodecant.music.scales.scale import own_scale
        >>> sorted(Sound(NoteName.parse("E♭"), own_scale("", "1 2 3")).pitch_classes)
        [3, 5, 7]
        """
        return frozenset((self.tonic.pitch_class + height) % 12 for height in self.scale.pitch_classes)

    def degree_of(self, midi: int) -> Degree | None:
        """What a tone (a MIDI number, or a pitch class) is of its own degrees; None for another.

        >>> from dodecant.music.scales.scale import own_scale
        >>> Sound(NoteName.parse("E♭"), own_scale("", "1 2 3")).degree_of(65)
        Degree(number=2, alteration=0)
        """
        above = (midi - self.tonic.pitch_class) % 12
        return next((degree for degree in self.scale.degrees if degree.half_steps % 12 == above), None)

    def on_c(self, pitch: Pitch, octaves: int = 0) -> Pitch:
        """A pitch of the sound, some octaves up, as it would stand on the tonic C."""
        return pitch.moved(-self.tonic.letter - 7 * octaves, -self.above_c - 12 * octaves)

    def from_c(self, pitch: Pitch, octaves: int = 0) -> Pitch:
        """A pitch on the tonic C carried to the sound's own tonic, and some octaves up.

        >>> from dodecant.music.scales.scale import own_scale
        >>> Sound(NoteName.parse("E♭"), own_scale("", "1 2 3")).from_c(Pitch.parse("E4")).text
        'G4'
        """
        return pitch.moved(self.tonic.letter + 7 * octaves, self.above_c + 12 * octaves)

    @property
    def text(self) -> str:
        """'A♭ Lydian', or for the tones of a chord 'A♭m7'."""
        if self.scale.family == CHORD_FAMILY:
            return f"{self.tonic.text}{' ' * (self.scale.name == 'major')}{self.scale.name}"
        return f"{self.tonic.text} {self.scale.name}"


class TimedChord(NamedTuple):
    """A chord of the changes in time (beats from the strip's beginning) with its sound; N.C. has neither."""

    start: Fraction
    length: Fraction
    chord: Chord | None
    sound: Sound | None


class DueChord(NamedTuple):
    """A chord's number where it is due (in beats), and its sound; its bar and chorus as played, from 0, and section."""

    start: Fraction
    length: Fraction
    number: int | None
    sound: Fit | None
    bar: int = 0
    chorus: int = 0
    section: str = ""


@dataclass(frozen=True, eq=False)
class Timeline:
    """Every chord in the order it sounds, whatever the key; `lead_in` beats come before the first.

    `sections` are the letters of the form, each at the beat where its section begins. Under rules, `plays` are the
    numbers of what is played over each chord.
    """

    harmony: Harmony
    due: tuple[DueChord, ...]
    lead_in: Fraction
    sections: tuple[tuple[Fraction, str], ...] = ()
    choruses: int = 1
    plays: tuple[int, ...] = ()

    @property
    def several(self) -> tuple[tuple[Fraction, int], ...]:
        """Where a chord comes that has several sounds in turn: the beat, and the chord's place in the timeline."""
        chords = self.harmony.chords
        return tuple(
            (due.start, place)
            for place, due in enumerate(self.due)
            if due.number is not None and len(chords[due.number].sounds) > 1
        )

    @cached_property
    def in_home_key(self) -> tuple[TimedChord, ...]:
        """In the key the changes are written in."""
        return chords_in_key(self, self.harmony.changes.key.tonic)


@lru_cache(maxsize=32)
def timeline_of(worked: Harmony, choruses: int, lead_in: Fraction, bars: range | None = None) -> Timeline:
    """So many choruses of a form, each chord with the sound whose turn it is; or some `bars` of them alone."""
    changes = worked.changes
    found = [DueChord(Fraction(0), lead_in, None, None)] if lead_in else []
    now = lead_in
    times: Counter[int] = Counter()
    sections: list[tuple[Fraction, str]] = []
    every = [(chorus, bar) for chorus in range(choruses) for bar in changes.played]
    section = -1
    for place, (chorus, bar) in enumerate(every):
        wanted = bars is None or place in bars
        label = changes.bars[bar].section
        begins = place == 0 or changes.bars[every[place - 1][1]].section != label or bar == 0
        section += begins
        if wanted and label and begins:
            sections.append((now, label))
        for number in changes.slot_numbers[bar]:
            length = changes.slots[number].beats * Fraction(4, changes.bars[bar].metre.unit)
            if wanted:
                sound = worked.sound(number, Turns(chorus, times[number], place, section))
                found.append(DueChord(now, length, number, sound, place % len(changes.played), chorus, label))
                now += length
            times[number] += 1
    return Timeline(worked, tuple(found), lead_in, tuple(sections), choruses)


def without_lead_in(timeline: Timeline) -> Timeline:
    """The timeline with its first chord at once: nothing is played before it after all."""
    early = timeline.lead_in
    return replace(
        timeline,
        due=tuple(one._replace(start=one.start - early) for one in timeline.due[1:]),
        lead_in=Fraction(0),
        sections=tuple((start - early, label) for start, label in timeline.sections),
        plays=timeline.plays[1:],
    )


@lru_cache(maxsize=256)
def chords_in_key(timeline: Timeline, tonic: NoteName) -> tuple[TimedChord, ...]:
    """The timeline carried to a key; each sound keeps its degree above its chord's root.

    A sound laid over several chords keeps one name: that of the chord it stands on, else the first with fewest signs.
    """
    changes = timeline.harmony.changes
    chords, slots = changes.chords_on(tonic), changes.slots
    sounds: dict[tuple[int, int], Sound] = {}
    found: list[TimedChord] = []
    for start, length, number, best, *_ in timeline.due:
        chord = None if number is None else chords[number]
        sound = None
        if number is not None and best is not None and chord is not None:
            key = (number, id(best))  # the fits live in the timeline
            sound = sounds.get(key)
            if sound is None:
                sound = sounds[key] = _carried(best, slots[number].chord, chord)
        found.append(TimedChord(start, length, chord, sound))
    return _named_alike(found)


def _named_alike(chords: list[TimedChord]) -> tuple[TimedChord, ...]:
    """Chords whose sound stands on another tone than their root take one name for it wherever it comes."""
    elsewhere = [one for one in chords if one.sound and one.chord and one.sound.tonic != one.chord.heard.root]
    if not elsewhere:
        return tuple(chords)
    names: dict[tuple[int, Scale], Sound] = {}
    at_home = [one for one in chords if one.sound and one.chord and one.sound.tonic == one.chord.heard.root]
    for one in [*at_home, *sorted(elsewhere, key=lambda one: abs(one.sound.tonic.alteration) if one.sound else 0)]:
        if one.sound is not None:
            names.setdefault((one.sound.tonic.pitch_class, one.sound.scale), one.sound)
    changed = {id(one) for one in elsewhere}
    return tuple(
        one._replace(sound=names[one.sound.tonic.pitch_class, one.sound.scale])
        if id(one) in changed and one.sound is not None
        else one
        for one in chords
    )


def anticipated(over: Sequence[TimedChord], by: Fraction) -> tuple[TimedChord, ...]:
    """The same chords, each but the first so many beats early; one that would leave no time for the last one is not.

    >>> C = TimedChord(Fraction(0), Fraction(4), None, None)
    >>> [str(one.length) for one in anticipated([C, C._replace(start=Fraction(4))], Fraction(1, 2))]
    ['7/2', '9/2']
    """
    found: list[TimedChord] = []
    for number, one in enumerate(over):
        early = number > 0 and one.start - by > found[-1].start
        start = one.start - by if early else one.start
        if early:
            found[-1] = found[-1]._replace(length=start - found[-1].start)
        found.append(one._replace(start=start, length=one.start + one.length - start))
    return tuple(found)


def _carried(best: Fit, original: Chord | None, chord: Chord) -> Sound:
    """A chord's sound where the chord is carried to: its tonic keeps its degree above the root."""
    if original is not None and best.tonic == original.root:
        return Sound(chord.root, best.scale)
    tonic = moved(best.tonic, original.root, chord.root) if original else best.tonic
    return Sound(tonic.without_doubles(), best.scale)
