"""The values an exercise is made of. Time is in beats (a quarter note is 1), as exact fractions."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from fractions import Fraction
from itertools import zip_longest
from typing import Literal, NamedTuple

from dodecant.exercise.notation.bar_signs import BeamState, WrittenValue
from dodecant.exercise.recipe.rhythm.placement import MarkKind
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.hands import Finger
from dodecant.instrument.fingering.keyboard import KeyFinger
from dodecant.instrument.profile import Clef
from dodecant.music.core.chord import Chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import Pitch

Role = Literal["chord", "tension", "care", "outside"]


class Tone(NamedTuple):
    """What a note is: its pitch as read and as heard, and its place in the sound.

    `step` is its place in the sound (1-based), or None for a tone from outside. `number` is the degree in the
    recipe's school of numbering. `role` gives its weight of ink. `changed` marks a tone that the sound before did not
    have, where sounds turn into each other. `lower_tones` are struck with it, low to high.
    """

    written: Pitch
    sounding: Pitch
    degree: Degree
    step: int | None
    number: str
    role: Role
    changed: bool = False
    lower_tones: tuple[Tone, ...] = ()


@dataclass(frozen=True, slots=True)
class Accidental:
    """An accidental printed at a note; `cautionary` ones stand in brackets."""

    alteration: int
    cautionary: bool = False


class Note(NamedTuple):
    """A tone in time: start and length in beats from the strip's first barline; the accidental it needs; its marks,
    whether a slur starts or stops with it, and the accidentals of the tones struck under it.
    """

    start: Fraction
    length: Fraction
    tone: Tone
    accidental: Accidental | None
    marks: tuple[MarkKind, ...] = ()
    slur: Literal["", "start", "stop"] = ""
    lower_accidentals: tuple[Accidental | None, ...] = ()

    @property
    def loud(self) -> bool:
        """Whether it is accented: by a mark, or as a tone that the sound before did not have."""
        return self.tone.changed or "accent" in self.marks or "marcato" in self.marks

    @property
    def short(self) -> bool:
        """Whether it sounds for half its length only."""
        return "staccato" in self.marks


class FingerMark(NamedTuple):
    """What the hand does for a note, and what of that is written over it; nothing, where the text is empty.

    What the `other` hand does, where both play the line, is written on its own staff.
    """

    finger: Finger
    text: str
    other: FingerMark | None = None

    @property
    def under(self) -> tuple[FingerMark, ...]:
        """What plays the tones struck under it, the highest first; shown as it is."""
        if not isinstance(self.finger, Stopped | KeyFinger):
            return ()
        lower = (FingerMark(one, one.text if self.text else "") for one in self.finger.each[1:])
        others = self.other.under if self.other else ()
        return tuple(one._replace(other=other) for one, other in zip_longest(lower, others) if one)


class WrittenSign(NamedTuple):
    """One written sign: a note, part of a tied note (`note` is its index in the strip), or a rest (None).

    `start` is in beats from the barline. `ratio` is the tuplet it stands in: (3, 2) is three in the time of two. A
    tuplet that starts has a `bracket` where no beam holds it together.
    """

    start: Fraction
    length: Fraction
    value: WrittenValue
    dots: int
    ratio: tuple[int, int]
    note: int | None
    tied_from: bool = False
    tied_to: bool = False
    beams: tuple[BeamState, ...] = ()
    tuplet: Literal["start", "stop"] | None = None
    bracket: bool = False


@dataclass(frozen=True, slots=True)
class WrittenBar:
    """A bar, numbered from 1 within its strip."""

    number: int
    pieces: tuple[WrittenSign, ...]


class CompanionChord(NamedTuple):
    """Tones struck together beside the line, low to high, at sounding pitch; time as in notes."""

    start: Fraction
    length: Fraction
    pitches: tuple[Pitch, ...]


@dataclass(frozen=True, slots=True)
class CompanionPart:
    """What goes beside a strip, in the same bars: only sounding, or `written` on its own staff (in `fifths`).

    `signs` are the accidentals of each tone struck, `fingers` what plays them, where that is shown; pieces count what
    is struck as they count notes.
    """

    kind: str
    written: bool
    clef: Clef
    chords: tuple[CompanionChord, ...]
    bars: tuple[WrittenBar, ...]
    signs: tuple[tuple[Accidental | None, ...], ...]
    fifths: int
    fingers: tuple[tuple[FingerMark, ...], ...] = ()


@dataclass(frozen=True, slots=True)
class Cure:
    """A change that mends what a remark tells: its name and a JSON merge patch (RFC 7396) for the recipe."""

    label: str
    patch: dict[str, object]


RemarkKind = Literal[
    "comfort",
    "shortened",
    "folded",
    "lacks",
    "leap",
    "repeat",
    "seam",
    "fitted",
    "signs",
    "bar",
    "choices",
    "hands",
]


@dataclass(frozen=True, slots=True)
class Remark:
    """A judgement: where (strip index, or None for the whole; JSON pointer to the phrase), why, and cures.

    `also` are further strips it holds for.
    """

    kind: RemarkKind
    strip: int | None
    pointer: str
    text: str
    cures: tuple[Cure, ...] = ()
    also: tuple[int, ...] = ()


class Repeat(NamedTuple):
    """Music under repeat signs, from one barline to another, in beats; it sounds so many times."""

    start: Fraction
    end: Fraction
    times: int


@dataclass(frozen=True, slots=True)
class Strip:
    """The music of one stop. `fifths` is its key signature (0 when accidentals stand at the notes).

    `labels` name the sounds of a chain, or of a chord that has several in turn, where each begins, in beats. It lasts
    from `begin` to `end`, in beats from its first barline: whole bars, unless strips go straight on. `open_bars` (from
    0) are left for an answer; `beside` it go its companions; `repeats` are under repeat signs. `pieces` of
    an etude begin in bars (from 1): the bar, and the piece by its number. `fingers` are those of the notes, where they
    are shown; `left_hand` is the same line in a pianist's left hand, where both play it. `group` is how many notes each
    figure of the line has, 0 where they differ. `course` is how tense each bar of an etude is, from 0 to 100.
    `chord_names` are the chords that its figures make, where each begins. With `ninths` what lies over the octave has
    numbers of its own.
    """

    stop: Stop
    notes: tuple[Note, ...]
    bars: tuple[WrittenBar, ...]
    fifths: int
    octaves_open: int
    labels: tuple[tuple[Fraction, str], ...] = ()
    begin: Fraction = Fraction(0)
    end: Fraction = Fraction(0)
    open_bars: frozenset[int] = frozenset()
    companions: tuple[CompanionPart, ...] = ()
    repeats: tuple[Repeat, ...] = ()
    pieces: tuple[tuple[int, int], ...] = ()
    fingers: tuple[FingerMark | None, ...] = ()
    group: int = 0
    left_hand: CompanionPart | None = None
    course: tuple[int, ...] = ()
    chord_names: tuple[tuple[Fraction, Chord], ...] = ()
    ninths: bool = False

    @property
    def formula(self) -> str:
        """The numbers of its sound in order, each tone once, as they first stand under its notes; a 9 after the 7."""
        numbers: dict[int, str] = {}
        for tone in (note.tone for note in self.notes if note.tone.step is not None):
            over = 12 * (self.ninths and tone.number.lstrip("♭♯♮") in ("9", "11", "13"))
            numbers.setdefault(tone.degree.half_steps % 12 + over, tone.number)
        return " ".join(numbers[height] for height in sorted(numbers))

    @property
    def played(self) -> tuple[tuple[Fraction, Fraction], ...]:
        """What sounds, in order: from one place to another, repeats followed."""
        found, now = [], self.begin
        for repeat in self.repeats:
            if now < repeat.start:
                found.append((now, repeat.start))
            found += [(repeat.start, repeat.end)] * repeat.times
            now = repeat.end
        return tuple(found) if found and now == self.end else (*found, (now, self.end))

    @property
    def passages(self) -> Iterator[tuple[Fraction, Fraction, Fraction]]:
        """What sounds, repeats followed: the beat, counted from when it begins to sound, that its first barline would
        fall on; from which place to which.
        """
        now = Fraction(0)
        for start, end in self.played:
            yield now - start, start, end
            now += end - start

    @property
    def beats(self) -> Fraction:
        """How long it sounds."""
        return sum((end - start for start, end in self.played), start=Fraction(0))

    @property
    def heading(self) -> str:
        """What stands above it: its key and sound."""
        return self.stop.heading

    def note_id(self, index: int) -> str:
        """The name of a note, unique in the exercise; scores and pictures carry it."""
        return f"s{self.stop.index}n{index}"
