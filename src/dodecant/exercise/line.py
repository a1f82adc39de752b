"""A strip's line before it is written: tones in segments, each on the sound it belongs to."""

from __future__ import annotations

from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Literal

from dodecant.exercise.figure import FigureTone
from dodecant.exercise.route import Sound
from dodecant.instrument.profile import Reach
from dodecant.instrument.range import folded
from dodecant.music.chord import Chord
from dodecant.music.pitch import Pitch

Measure = Literal["none", "full", "shortened", "folded"]


@dataclass(frozen=True)
class Segment:
    """Tones over one sound. `shift` moves all of them by octaves; `fold_into` then brings single ones into a reach.

    Over changes a segment lies under a chord: from `start` for `length` beats. Without a chord it has no tones. Where
    sounds turn into each other, `before` is the sound it turned from.
    """

    tones: tuple[FigureTone, ...]
    written: Sound
    sounding: Sound
    chord: Chord | None = None
    start: Fraction = Fraction(0)
    length: Fraction | None = None
    shift: int = 0
    fold_into: Reach | None = None
    before: Sound | None = None

    def pitch(self, tone: FigureTone) -> Pitch:
        """Where a tone of the segment is written."""
        pitch = tone.pitch
        moved = Pitch(pitch.letter, pitch.alteration, pitch.octave + self.shift)
        return folded(moved, self.fold_into) if self.fold_into else moved

    @property
    def span(self) -> tuple[int, int]:
        """Lowest and highest MIDI number before any shift."""
        return span(self.tones)


@dataclass(frozen=True)
class Line:
    """The tones of a strip, where the player can play them, and what had to be done for that.

    `octaves_open` counts the octaves in which the whole line lies inside the wanted reach; `left_out` the tones the
    path lost at its upper end; `pickup` the note values before the first bar; `group` how many a figure has where all
    have as many (else 0); `lacks` the cell's numbers and
    `ends_lack` the path's ends that the sound lacks (over changes `lacking` names the sounds that do).
    """

    segments: tuple[Segment, ...]
    measure: Measure = "none"
    lacks: tuple[int, ...] = ()
    lacking: str = ""
    ends_lack: tuple[tuple[str, int], ...] = ()
    octaves_open: int = 0
    left_out: int = 0
    pickup: int = 0
    group: int = 0

    @property
    def size(self) -> int:
        """How many notes it has."""
        return sum(len(segment.tones) for segment in self.segments)

    @property
    def span(self) -> tuple[int, int]:
        """Lowest and highest MIDI number before any shift."""
        return span(tuple(tone for segment in self.segments for tone in segment.tones))

    def pitches(self) -> list[Pitch]:
        """Its different pitches, from low to high."""
        found = {segment.pitch(tone) for segment in self.segments for tone in segment.tones}
        return sorted(found, key=lambda pitch: pitch.midi)

    def placed(self, **changes: object) -> Line:
        """The same line with its segments changed."""
        return replace(self, segments=tuple(replace(one, **changes) for one in self.segments))  # type: ignore[arg-type]


def span(tones: tuple[FigureTone, ...]) -> tuple[int, int]:
    """Lowest and highest MIDI number of some tones; each tone is one object however often it comes."""
    heights = [pitch.midi for pitch in {id(tone): tone.pitch for tone in tones}.values()]
    return min(heights), max(heights)
