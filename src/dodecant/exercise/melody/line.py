"""A strip's line before it is written: tones in segments, each on the sound it belongs to."""

from __future__ import annotations

from collections.abc import Hashable, Iterable, Mapping
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import cached_property
from typing import Literal, NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.rhythm.timing import Pace, Units
from dodecant.instrument.profile import Reach
from dodecant.instrument.range import folded
from dodecant.music.core.chord import Chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import LETTER_SEMITONES, Pitch

FitAction = Literal["none", "full", "shortened", "folded"]


@dataclass(frozen=True, eq=False)
class Tones:
    """Tones as they stand on the tonic C, with their lowest and highest MIDI number there; told by their identity."""

    all: tuple[FigureTone, ...]
    low: int = 0
    high: int = 0

    @cached_property
    def refitted(self) -> Mapping[Degree, Degree]:
        """The degrees of a lick that became others, and what they became."""
        return {
            tone.was: tone.degree for tone in self.all if tone.was not in (None, tone.degree) and tone.rung is not None
        }

    @classmethod
    def of(cls, tones: Iterable[FigureTone]) -> Tones:
        """Each tone is one object however often it comes."""
        every = tuple(tones)
        different = {id(tone): tone for tone in every}.values()
        heights = [one.pitch.midi for tone in different for one in (tone, *tone.lower_tones)]
        return cls(every, min(heights), max(heights)) if heights else cls(())


SILENCE = Tones(())


class Shape(NamedTuple):
    """One form of the figure under a chord as it stands on C: its tones, and what its joins depend on."""

    tones: Tones
    first: int
    last: int
    sets_out: int
    arrives: int
    foreign: bool


class Segment(NamedTuple):
    """Tones over one sound, which carries them to its tonic. `shift` moves them by octaves; `fold_into` single ones.

    Over changes a segment lies under a chord: from `start` for `length` beats, its last tone `held` to its end. Without
    a chord it has no tones. Where sounds turn into each other, `before` is the sound it turned from; it is
    played so many `times`. Under a rule it may have a `pace` of its own.
    """

    on_c: Tones
    written: Sound
    sounding: Sound
    chord: Chord | None = None
    start: Fraction = Fraction(0)
    length: Fraction | None = None
    held: bool = True
    shift: int = 0
    fold_into: Reach | None = None
    before: Sound | None = None
    times: int = 1
    pace: Pace | None = None

    @property
    def tones(self) -> tuple[FigureTone, ...]:
        """Its tones in order, as they stand on C."""
        return self.on_c.all

    def pitch(self, tone: FigureTone) -> Pitch:
        """Where a tone of the segment is written."""
        tonic = self.written.tonic
        letter, alteration, octave = tone.pitch
        alteration += LETTER_SEMITONES[letter] + LETTER_SEMITONES[tonic.letter] + tonic.alteration
        letter += tonic.letter
        if letter > 6:
            letter, octave, alteration = letter - 7, octave + 1, alteration - 12
        found = Pitch(letter, alteration - LETTER_SEMITONES[letter], octave + self.shift)
        return folded(found, self.fold_into) if self.fold_into else found

    @property
    def half_steps(self) -> int:
        """How far its tonic lies above C."""
        return self.written.above_c

    @property
    def span(self) -> tuple[int, int]:
        """Lowest and highest MIDI number, with its shift."""
        up = self.half_steps + 12 * self.shift
        return self.on_c.low + up, self.on_c.high + up


@dataclass(frozen=True)
class Line:
    """The tones of a strip, where the player can play them, and what had to be done for that.

    `octaves_open` counts the octaves in which the whole line lies inside the wanted reach; `left_out` the tones the
    path lost at its upper end; `pickup` the note values before the first bar; `group` how many a figure has where all
    have as many (else 0); `missing` the cell's numbers and `missing_ends` the path's ends that the sound lacks (over
    changes `missing_on` names the sounds). Lines of one recipe that are `alike` have the same rhythm; None is not
    known. Spans of time that are left `open`, in beats, are for an answer. `missing_in_rules` are numbers that
    sounds lack under a rule: its number, the numbers, the sounds.
    """

    segments: tuple[Segment, ...]
    fitted_by: FitAction = "none"
    missing: tuple[int, ...] = ()
    missing_on: str = ""
    missing_ends: tuple[tuple[str, int], ...] = ()
    octaves_open: int = 0
    left_out: int = 0
    pickup: Units = 0
    group: Units = 0
    alike: Hashable = None
    open: tuple[tuple[Fraction, Fraction], ...] = ()
    missing_in_rules: tuple[tuple[int, tuple[int, ...], str], ...] = ()

    @property
    def size(self) -> int:
        """How many notes it has."""
        return sum(len(segment.tones) for segment in self.segments)

    @property
    def span(self) -> tuple[int, int]:
        """Lowest and highest MIDI number as its segments are shifted."""
        spans = [segment.span for segment in self.segments if segment.tones]
        return min(low for low, _ in spans), max(high for _, high in spans)

    def pitches(self) -> list[Pitch]:
        """Its different pitches, from low to high."""
        found = {
            segment.pitch(one)
            for segment in self.segments
            for tone in segment.tones
            for one in (tone, *tone.lower_tones)
        }
        return sorted(found, key=lambda pitch: pitch.midi)

    def moved(self, octaves: int) -> Line:
        """The same line some octaves higher."""
        if octaves == 0:
            return self
        return replace(self, segments=tuple(one._replace(shift=one.shift + octaves) for one in self.segments))

    def folded(self, reach: Reach) -> Line:
        """The same line with every note that lies outside a reach brought into it by octaves."""
        segments = tuple(one._replace(fold_into=reach) for one in self.segments)
        return replace(self, segments=segments, fitted_by="folded")
