"""Keys: a tonic with a major or minor colour, and how names sit in them."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from functools import lru_cache

from dodecant.music.core.chord import Colour
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName

_KEY = re.compile(r"(?P<tonic>[A-Ga-g](?:[♭b♯#])?)\s*(?P<colour>major|minor|maj|min|m)?", re.IGNORECASE)
_MOST_SIGNS = 7
_FIFTHS_OF_LETTER = (0, 2, 4, -1, 1, 3, 5)  # C D E F G A B
_IN_KEY = {
    "major": frozenset({0, 2, 4, 5, 7, 9, 11}),
    # The minor key owns both forms of its sixth and seventh steps (harmonic and melodic minor).
    "minor": frozenset({0, 2, 3, 5, 7, 8, 9, 10, 11}),
}


@dataclass(frozen=True, slots=True)
class Key:
    """A tonic and its colour.

    >>> Key.parse("Bb minor").text, Key.parse("F#m").fifths
    ('B♭ minor', 3)
    """

    tonic: NoteName
    colour: Colour = "major"

    @classmethod
    def parse(cls, text: str) -> Key:
        """Read 'F minor', 'Fm', 'B♭ major' or 'Bb'; raises MusicError for anything else."""
        match = _KEY.fullmatch(text.strip())
        if match is None:
            raise MusicError(f"“{text[:20]}” is not a key.", cure="Write a tonic, then major or minor: F minor.")
        word = match["colour"] or ""
        minor = word == "m" or word.lower() in ("minor", "min")
        return cls(NoteName.parse(match["tonic"]), "minor" if minor else "major")

    @property
    def text(self) -> str:
        """'B♭ minor'."""
        return f"{self.tonic.text} {self.colour}"

    @property
    def fifths(self) -> int:
        """Sharps (positive) or flats (negative) of its signature; beyond seven for keys nobody writes."""
        return tonic_fifths(self.tonic) - (3 if self.colour == "minor" else 0)

    def read_in(self, home: Key) -> Key:
        """This key as the part of a piece in a home key is written.

        Where it would need eight signs, or a major key seven in a piece that is not nearly there, it takes the name
        with fewer: in A major C♯ major is D♭ major, in D♭ major its minor is C♯ minor.

        >>> Key.parse("A#").read_in(Key.parse("F#")).text
        'B♭ major'
        """
        near = abs(self.fifths) <= abs(home.fifths) + 1 or (self.colour == "minor" and self.fifths * home.fifths > 0)
        if self == home or abs(self.fifths) <= (_MOST_SIGNS if near else _MOST_SIGNS - 1):
            return self
        names = (self.tonic, *self.tonic.enharmonics())
        return min((replace(self, tonic=name) for name in names), key=lambda key: abs(key.fifths))

    @property
    def pitch_classes(self) -> frozenset[int]:
        """The pitch classes that belong to it; a minor key has both sixths and both sevenths."""
        return _tones_of(self.tonic.pitch_class, self.colour)

    def sensible(self, name: NoteName) -> NoteName:
        """The spelling a chord symbol takes in this key.

        A root of the key keeps its letter even on a white key (C♭ in G♭ major). Elsewhere a double accidental or a
        white-key flat or sharp becomes the plain name, as lead sheets write it.

        >>> Key.parse("Gb").sensible(NoteName.parse("Cb")).text, Key.parse("Eb").sensible(NoteName.parse("Fb")).text
        ('C♭', 'E')
        """
        in_key = name.pitch_class in self.pitch_classes and abs(name.alteration) < 2
        return name if in_key else name.plain()


@lru_cache(maxsize=24)
def _tones_of(pitch_class: int, colour: Colour) -> frozenset[int]:
    return frozenset((pitch_class + n) % 12 for n in _IN_KEY[colour])


def tonic_fifths(tonic: NoteName) -> int:
    """Sharps (positive) or flats of the major key on a tonic."""
    return _FIFTHS_OF_LETTER[tonic.letter] + 7 * tonic.alteration


def moved(name: NoteName, source: NoteName, target: NoteName) -> NoteName:
    """A name carried from one tonic to another, keeping its degree.

    >>> moved(NoteName.parse("Ab"), NoteName.parse("C"), NoteName.parse("E")).text
    'C'
    """
    return Degree.between(source, name).name_above(target)
