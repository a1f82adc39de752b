"""One tonic name per key: which of two spellings a key goes by."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from types import MappingProxyType
from typing import Final

from dodecant.music.core.chord import Colour
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName

# The usual names, C upwards. Fewest accidentals in the major key, and in the minor key; where both spellings
# need six (F♯/G♭ major, E♭/D♯ minor) or usage is split (A♭/G♯ minor), a teacher's preference overrides the row. For
# a scale that is none of these the name with the fewest signs is taken, and this table where there are as many.
USUAL: Mapping[Colour, tuple[str, ...]] = MappingProxyType(
    {
        "major": ("C", "D♭", "D", "E♭", "E", "F", "G♭", "G", "A♭", "A", "B♭", "B"),
        "minor": ("C", "C♯", "D", "E♭", "E", "F", "F♯", "G", "G♯", "A", "B♭", "B"),
    }
)
BY_FOURTHS: Final = tuple(USUAL["major"][5 * turn % 12] for turn in range(12))


@dataclass(frozen=True)
class TonicNames:
    """Twelve names for major sounds and twelve for minor ones, never fifteen.

    >>> TonicNames.preferring(minor=["A♭"]).name(8, "minor").text
    'A♭'
    """

    major: tuple[NoteName, ...] = field(default=tuple(map(NoteName.parse, USUAL["major"])))
    minor: tuple[NoteName, ...] = field(default=tuple(map(NoteName.parse, USUAL["minor"])))
    wished: frozenset[tuple[Colour, int]] = frozenset()

    @classmethod
    def preferring(cls, major: Iterable[str] = (), minor: Iterable[str] = ()) -> TonicNames:
        """The usual table with some names replaced; raises MusicError for a name with a double accidental."""
        wishes: tuple[tuple[Colour, tuple[str, ...]], ...] = (("major", tuple(major)), ("minor", tuple(minor)))
        wished = {(colour, NoteName.parse(name).pitch_class) for colour, names in wishes for name in names}
        return cls(_replaced("major", wishes[0][1]), _replaced("minor", wishes[1][1]), frozenset(wished))

    def name(self, pitch_class: int, colour: Colour) -> NoteName:
        """The tonic's name for a pitch class (0 = C) and a colour of sound."""
        return (self.minor if colour == "minor" else self.major)[pitch_class % 12]

    def for_degrees(self, pitch_class: int, degrees: Sequence[Degree], colour: Colour) -> NoteName:
        """The name under which degrees take the fewest signs; where two take as many, or a name is wished, the table's.

        >>> phrygian_dominant = [Degree.parse(word) for word in "1 b2 3 4 5 b6 b7".split()]
        >>> TonicNames().for_degrees(1, phrygian_dominant, "major").text
        'C♯'
        """
        usual = self.name(pitch_class, colour)
        if (colour, pitch_class % 12) in self.wished or not usual.alteration:
            return usual
        names = (usual, *(name for name in usual.enharmonics() if abs(name.alteration) == 1))
        return min(names, key=lambda name: signs_on(name, degrees))


def signs_on(tonic: NoteName, degrees: Sequence[Degree]) -> int:
    """How many sharps and flats degrees take on a tonic; a double sign counts two."""
    return sum(abs(degree.name_above(tonic).alteration) for degree in degrees)


def _replaced(colour: Colour, preferred: Iterable[str]) -> tuple[NoteName, ...]:
    names = [NoteName.parse(text) for text in USUAL[colour]]
    for text in preferred:
        name = NoteName.parse(text)
        if abs(name.alteration) > 1:
            raise MusicError(f"{name.text} cannot name a key", cure="Use a tonic with at most one ♭ or ♯.")
        names[name.pitch_class] = name
    return tuple(names)
