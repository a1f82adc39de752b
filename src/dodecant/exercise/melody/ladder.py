"""The ladder a line stands on: a scale on a tonic, unrolled over all octaves. Its notes are rungs."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.scales.scale import Scale


@dataclass(frozen=True)
class Ladder:
    """Rung 0 is the tonic in octave 4; rungs count up and down from there without end.

    >>> from dodecant.music.scales.scale import Scale
    >>> major = Scale("ionian", "Ionian", tuple(Degree(n) for n in range(1, 8)), "major", 1)
    >>> Ladder(NoteName.parse("D"), major).pitch(-1).text
    'C♯4'
    """

    tonic: NoteName
    scale: Scale
    coming_down: bool = False

    @property
    def degrees(self) -> tuple[Degree, ...]:
        """The degrees of one octave: the scale's own, or those of its form coming down."""
        return (self.coming_down and self.scale.down) or self.scale.degrees

    def place(self, rung: int) -> tuple[int, int]:
        """Octave and place (0-based) in the scale of a rung."""
        return divmod(rung, len(self.scale))

    def degree(self, rung: int) -> Degree:
        """The degree (1 to 7) of a rung."""
        return self.degrees[self.place(rung)[1]]

    def pitch(self, rung: int) -> Pitch:
        """The spelled pitch of a rung."""
        octave, place = self.place(rung)
        first = self._first_octave[place]
        return Pitch(first.letter, first.alteration, first.octave + octave)

    @cached_property
    def _first_octave(self) -> tuple[Pitch, ...]:
        root = Pitch(self.tonic.letter, self.tonic.alteration, 4)
        return tuple(degree.above(root) for degree in self.degrees)

    def rung_at(self, number: int) -> int | None:
        """The rung of a number counted from the tonic (9 is the 2 an octave up), or None if the sound lacks it."""
        octave, step = divmod(number - 1, 7)
        place = self.scale.index_of(step + 1)
        return None if place is None else place + octave * len(self.scale)

    def name_for(self, number: int) -> Degree | None:
        """How the chord spells the tone of a number that no degree of the ladder has, or None."""
        return self.scale.chord_tone((number - 1) % 7 + 1)

    def nearest_rung(self, number: int) -> int:
        """The rung nearest in half steps to a number of the major scale; the lower one of two."""
        wanted = Degree(number).half_steps
        octave = (number - 1) // 7
        size = len(self.scale)
        around = range((octave - 1) * size, (octave + 2) * size)
        return min(around, key=lambda rung: (abs(self._height(rung) - wanted), rung))

    def next_to(self, midi: int, *, above: bool) -> int:
        """The rung next above or below a height (MIDI number)."""
        size = len(self.scale)
        first = (midi - self.pitch(0).midi) // 12 * size
        around = range(first - size, first + 2 * size + 1)
        if above:
            return min(rung for rung in around if self.pitch(rung).midi > midi)
        return max(rung for rung in around if self.pitch(rung).midi < midi)

    def third_above(self, rung: int) -> int:
        """The next rung at least two letters higher; on a scale of seven tones that is the third."""
        start = self.pitch(rung).position
        higher = rung + 1
        while self.pitch(higher).position - start < 2:
            higher += 1
        return higher

    def _height(self, rung: int) -> int:
        octave, place = self.place(rung)
        return 12 * octave + self.degrees[place].half_steps
