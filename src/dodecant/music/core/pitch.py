"""Spelled notes: a letter, an alteration and, for a pitch, an octave.

Numbers follow the MIDI standard (C4 = 60, middle C) and octaves change at C (scientific pitch notation).
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import NamedTuple

from dodecant.music.core.errors import MusicError

LETTERS = "CDEFGAB"
LETTER_SEMITONES = (0, 2, 4, 5, 7, 9, 11)
ALTERATION_SIGNS = {-3: "♭𝄫", -2: "𝄫", -1: "♭", 0: "", 1: "♯", 2: "𝄪", 3: "♯𝄪"}
_SIGN_VALUES = {"♭": -1, "b": -1, "♯": 1, "#": 1, "♮": 0, "n": 0, "𝄫": -2, "𝄪": 2, "x": 2}
ACCIDENTAL = r"(?:♮|n|[♭b𝄫]{0,3}|[♯#x𝄪]{0,3})"
_PLAIN_NAMES = ((0, 0), (0, 1), (1, 0), (2, -1), (2, 0), (3, 0), (3, 1), (4, 0), (5, -1), (5, 0), (6, -1), (6, 0))
_NAME = re.compile(rf"([A-Ga-g])({ACCIDENTAL})")
_PITCH = re.compile(rf"([A-Ga-g])({ACCIDENTAL})(-?\d)")


def alteration_of(signs: str) -> int:
    """Read accidental signs, Unicode or ASCII, as half steps: `alteration_of("bb")` is -2."""
    return sum(_SIGN_VALUES[sign] for sign in signs)


def alteration_text(alteration: int) -> str:
    """Print an alteration in half steps as signs: `alteration_text(-1)` is '♭'."""
    if alteration in ALTERATION_SIGNS:
        return ALTERATION_SIGNS[alteration]
    return ("♯" if alteration > 0 else "♭") * abs(alteration)


@dataclass(frozen=True, slots=True, order=True)
class NoteName:
    """A letter (0 = C … 6 = B) with an alteration in half steps, without an octave.

    >>> NoteName.parse("Bb").text, NoteName.parse("Bb").pitch_class
    ('B♭', 10)
    """

    letter: int
    alteration: int = 0

    @classmethod
    def parse(cls, text: str) -> NoteName:
        """Read 'A♭', 'Ab' or 'F#'; raises MusicError for anything else."""
        match = _NAME.fullmatch(text.strip())
        if match is None:
            raise MusicError(
                f"“{text}” is not a note name", cure="Write a letter A to G, then ♭ or ♯ if needed: A♭, F♯."
            )
        return cls(LETTERS.index(match[1].upper()), alteration_of(match[2]))

    @property
    def pitch_class(self) -> int:
        """Half steps above C, 0 to 11."""
        return (LETTER_SEMITONES[self.letter] + self.alteration) % 12

    @property
    def text(self) -> str:
        """The name as a musician writes it: 'A♭'."""
        return LETTERS[self.letter] + alteration_text(self.alteration)

    def plain(self) -> NoteName:
        """The same sound without a double accidental and without C♭, F♭, E♯, B♯."""
        return Pitch(self.letter, self.alteration, 4).plain(white_keys_too=True).name

    def enharmonics(self) -> tuple[NoteName, ...]:
        """The names on the letters beside it that sound the same, with at most two signs.

        >>> [name.text for name in NoteName.parse("F♯").enharmonics()]
        ['E𝄪', 'G♭']
        """
        beside = (((self.letter + way) % 7) for way in (-1, 1))
        names = (NoteName(n, (self.pitch_class - LETTER_SEMITONES[n] + 6) % 12 - 6) for n in beside)
        return tuple(name for name in names if abs(name.alteration) <= 2)

    def without_doubles(self) -> NoteName:
        """The same sound without a double accidental; a name that has none stays, C♭ and E♯ too.

        >>> NoteName.parse("Bbb").without_doubles().text, NoteName.parse("Cb").without_doubles().text
        ('A', 'C♭')
        """
        return self if abs(self.alteration) < 2 else self.plain()


class Pitch(NamedTuple):
    """A spelled note. B♯3 and C4 share a MIDI number and are different pitches.

    >>> Pitch.parse("B#3").midi, Pitch.parse("C4").midi, Pitch.parse("B#3") == Pitch.parse("C4")
    (60, 60, False)
    """

    letter: int
    alteration: int
    octave: int

    @classmethod
    def parse(cls, text: str) -> Pitch:
        """Read 'E♭4', 'Eb4' or 'F#3'; raises MusicError for anything else."""
        match = _PITCH.fullmatch(text.strip())
        if match is None:
            raise MusicError(
                f"“{text}” is not a pitch", cure="Write a note name and an octave: E3, B♭4 (middle C is C4)."
            )
        return cls(LETTERS.index(match[1].upper()), alteration_of(match[2]), int(match[3]))

    @classmethod
    def on_staff(cls, position: int, alteration: int = 0) -> Pitch:
        """Build a pitch from its staff position (7 x octave + letter)."""
        return cls(position % 7, alteration, position // 7)

    @classmethod
    def plainly(cls, midi: int) -> Pitch:
        """The pitch of a MIDI number, as it is named where no key tells: C♯ F♯, E♭ A♭ B♭.

        >>> Pitch.plainly(70).text
        'B♭4'
        """
        return cls(*_PLAIN_NAMES[midi % 12], midi // 12 - 1)

    @classmethod
    def named(cls, name: NoteName, midi: int) -> Pitch:
        """The pitch of a name that sounds a MIDI number.

        >>> Pitch.named(NoteName.parse("B♯"), 60).text, Pitch.named(NoteName.parse("C♭"), 59).text
        ('B♯3', 'C♭4')
        """
        return cls(name.letter, name.alteration, (midi - cls(name.letter, name.alteration, 0).midi) // 12)

    @property
    def name(self) -> NoteName:
        """The pitch without its octave."""
        return NoteName(self.letter, self.alteration)

    @property
    def position(self) -> int:
        """Staff position: 7 x octave + letter, so a step of the staff is 1."""
        return 7 * self.octave + self.letter

    @property
    def midi(self) -> int:
        """MIDI number (C4 = 60)."""
        return 12 * (self.octave + 1) + LETTER_SEMITONES[self.letter] + self.alteration

    @property
    def text(self) -> str:
        """Name and octave: 'E♭4'."""
        return f"{self.name.text}{self.octave}"

    def moved(self, steps: int, half_steps: int) -> Pitch:
        """Move by an interval given in staff steps and half steps, keeping the spelling.

        >>> Pitch.parse("D4").moved(2, 3).text
        'F4'
        """
        octaves, letter = divmod(self.letter + steps, 7)
        natural = 12 * octaves + LETTER_SEMITONES[letter] - LETTER_SEMITONES[self.letter]
        return Pitch(letter, self.alteration + half_steps - natural, self.octave + octaves)

    def plain(self, *, white_keys_too: bool) -> Pitch:
        """Respell a double accidental and, if asked, C♭ F♭ B♯ E♯, plainly; a flat stays one.

        >>> Pitch.parse("Bbb3").plain(white_keys_too=False).text, Pitch.parse("Cb4").plain(white_keys_too=True).text
        ('A3', 'B3')
        >>> [Pitch.parse(text).plain(white_keys_too=False).text for text in ("Cbb4", "Fbb4", "E##4", "B##4")]
        ['B♭3', 'E♭4', 'F♯4', 'C♯5']
        """
        alteration = self.alteration
        on_white_key = white_keys_too and alteration and self.name.pitch_class in LETTER_SEMITONES
        if abs(alteration) >= 2 or on_white_key:
            step = 1 if self.alteration > 0 else -1
            near = [Pitch.on_staff(self.position + step * n) for n in (1, 2, 3)]
            found = sorted(
                (abs(self.midi - pitch.midi), step * (pitch.midi - self.midi), pitch.position, self.midi - pitch.midi)
                for pitch in near
                if abs(self.midi - pitch.midi) <= 1
            )
            *_, position, alteration = found[0]
            return Pitch.on_staff(position, alteration)
        return self
