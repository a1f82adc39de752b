"""Degrees: a number with an alteration, read against a root. The major scale is the measure (1 2 3 4 5 6 7)."""

from __future__ import annotations

import re
from dataclasses import dataclass

from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import ACCIDENTAL, LETTER_SEMITONES, NoteName, Pitch, alteration_of, alteration_text

_DEGREE = re.compile(rf"({ACCIDENTAL})([1-9]\d?)")

# Half steps of an unaltered number above the root, by number (0 is no degree).
NATURAL_HALF_STEPS = (0, *(12 * (n // 7) + LETTER_SEMITONES[n % 7] for n in range(99)))


@dataclass(frozen=True, slots=True, order=True)
class Degree:
    """A number from 1 up and an alteration in half steps against the major scale on the root.

    >>> Degree.parse("b7").half_steps, Degree.parse("#11").text
    (10, '♯11')
    """

    number: int
    alteration: int = 0

    @classmethod
    def parse(cls, text: str) -> Degree:
        """Read '♭3', 'b3', '#11' or '5'; raises MusicError for anything else."""
        match = _DEGREE.fullmatch(text.strip())
        if match is None:
            raise MusicError(f"“{text}” is not a degree", cure="Write a number with ♭ or ♯ before it: ♭3, ♯4, 5.")
        return cls(int(match[2]), alteration_of(match[1]))

    @classmethod
    def between(cls, root: NoteName, pitch: NoteName) -> Degree:
        """The degree (1 to 7) that a note is above a root.

        >>> Degree.between(NoteName.parse("A"), NoteName.parse("C")).text
        '♭3'
        """
        steps = (pitch.letter - root.letter) % 7
        half_steps = (pitch.pitch_class - root.pitch_class - LETTER_SEMITONES[steps] + 6) % 12 - 6
        return cls(steps + 1, half_steps)

    @property
    def steps(self) -> int:
        """Staff steps above the root: 0 for 1, 8 for 9."""
        return self.number - 1

    @property
    def within_octave(self) -> Degree:
        """The degree however it is numbered, as one within the octave.

        >>> Degree.parse("♭13").within_octave.text
        '♭6'
        """
        return Degree((self.number - 1) % 7 + 1, self.alteration)

    @property
    def half_steps(self) -> int:
        """Half steps above the root."""
        return NATURAL_HALF_STEPS[self.number] + self.alteration

    @property
    def text(self) -> str:
        """The degree as a musician writes it: '♭3'."""
        return f"{alteration_text(self.alteration)}{self.number}"

    def above(self, root: Pitch) -> Pitch:
        """The pitch this degree is above a root, spelled by its number.

        >>> Degree.parse("b3").above(Pitch.parse("C4")).text
        'E♭4'
        """
        return root.moved(self.steps, self.half_steps)

    def name_above(self, root: NoteName) -> NoteName:
        """The same without an octave."""
        octave, letter = divmod(root.letter + self.steps, 7)
        natural = 12 * octave + LETTER_SEMITONES[letter] - LETTER_SEMITONES[root.letter]
        return NoteName(letter, root.alteration + self.half_steps - natural)
