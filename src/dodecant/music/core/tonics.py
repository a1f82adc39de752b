"""One tonic name per key: which of two spellings a key goes by."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from types import MappingProxyType

from dodecant.music.core.chord import Colour
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName

# The usual names, C upwards. Fewest accidentals in the major key, and in the minor key; where both spellings
# need six (F♯/G♭ major, E♭/D♯ minor) or usage is split (A♭/G♯ minor), a teacher's preference overrides the row.
USUAL: Mapping[Colour, tuple[str, ...]] = MappingProxyType(
    {
        "major": ("C", "D♭", "D", "E♭", "E", "F", "G♭", "G", "A♭", "A", "B♭", "B"),
        "minor": ("C", "C♯", "D", "E♭", "E", "F", "F♯", "G", "G♯", "A", "B♭", "B"),
    }
)


@dataclass(frozen=True)
class TonicNames:
    """Twelve names for major sounds and twelve for minor ones, never fifteen.

    >>> TonicNames.preferring(minor=["A♭"]).name(8, "minor").text
    'A♭'
    """

    major: tuple[NoteName, ...] = field(default=tuple(map(NoteName.parse, USUAL["major"])))
    minor: tuple[NoteName, ...] = field(default=tuple(map(NoteName.parse, USUAL["minor"])))

    @classmethod
    def preferring(cls, major: Iterable[str] = (), minor: Iterable[str] = ()) -> TonicNames:
        """The usual table with some names replaced; raises MusicError for a name with a double accidental."""
        return cls(_replaced("major", major), _replaced("minor", minor))

    def name(self, pitch_class: int, colour: Colour) -> NoteName:
        """The tonic's name for a pitch class (0 = C) and a colour of sound."""
        return (self.minor if colour == "minor" else self.major)[pitch_class % 12]


def _replaced(colour: Colour, preferred: Iterable[str]) -> tuple[NoteName, ...]:
    names = [NoteName.parse(text) for text in USUAL[colour]]
    for text in preferred:
        name = NoteName.parse(text)
        if abs(name.alteration) > 1:
            raise MusicError(f"{name.text} cannot name a key", cure="Use a tonic with at most one ♭ or ♯.")
        names[name.pitch_class] = name
    return tuple(names)
