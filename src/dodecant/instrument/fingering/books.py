"""Scale books: which finger plays which tone of a scale or an arpeggio, as they print it."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from typing import Final, Literal, NamedTuple

from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName

Hand = Literal["right", "left"]
HALF_STEPS: Final[Mapping[str, tuple[int, ...]]] = {
    "major": (0, 2, 4, 5, 7, 9, 11),
    "natural minor": (0, 2, 3, 5, 7, 8, 10),
    "harmonic minor": (0, 2, 3, 5, 7, 8, 11),
    "melodic minor": (0, 2, 3, 5, 7, 9, 11),
    "chromatic": tuple(range(12)),
    "major arpeggio": (0, 4, 7),
    "minor arpeggio": (0, 3, 7),
    "major seventh arpeggio": (0, 4, 7, 11),
    "dominant seventh arpeggio": (0, 4, 7, 10),
    "minor seventh arpeggio": (0, 3, 7, 10),
    "half-diminished seventh arpeggio": (0, 3, 6, 10),
    "diminished seventh arpeggio": (0, 3, 6, 9),
    "minor with major seventh arpeggio": (0, 3, 7, 11),
    "augmented seventh arpeggio": (0, 4, 8, 10),
    "sixth arpeggio": (0, 4, 7, 9),
    "minor sixth arpeggio": (0, 3, 7, 9),
    "minor blues": (0, 3, 5, 6, 7, 10),
    "minor pentatonic": (0, 3, 5, 7, 10),
}


class BookRow(NamedTuple):
    """One scale of the books: its kind, its tonic (pitch class), and the fingers of both hands up one octave."""

    kind: str
    tonic: int
    right: str
    left: str

    @property
    def pitch_classes(self) -> frozenset[int]:
        """The tones of the scale."""
        return frozenset((self.tonic + above) % 12 for above in HALF_STEPS[self.kind])

    def fingers(self, hand: Hand) -> dict[int, tuple[int, ...]]:
        """For each pitch class the finger where the line goes on, and after it one for where it begins or ends.

        The tonic has the thumb inside a line that begins on it (another finger only where it ends), else the finger of
        the octave's joint.
        """
        text = self.right if hand == "right" else self.left
        thumb, far = (text[0], text[-1]) if hand == "right" else (text[-1], text[0])
        inside, other = (thumb, far) if thumb == "1" else (text[-1], text[0])
        found = {
            (self.tonic + above) % 12: (int(finger),)
            for above, finger in zip(HALF_STEPS[self.kind], text, strict=False)
        }
        return {**found, self.tonic: tuple(dict.fromkeys((int(inside), int(other))))}


def read_books(text: str) -> tuple[BookRow, ...]:
    """Read and check the data file (TOML); raises MusicError naming the row that is wrong."""
    rows = []
    for table in tomllib.loads(text)["fingers"]:
        kind = table.pop("kind")
        count = len(HALF_STEPS[kind]) + 1
        for tonic, (right, left) in table.items():
            if any(len(hand) != count or not set(hand) <= set("12345") for hand in (right, left)):
                raise MusicError(f"{tonic} {kind}: {count} fingers for each hand")
            rows.append(BookRow(kind, NoteName.parse(tonic).pitch_class, right, left))
    return tuple(rows)


def book_of(pitch_classes: frozenset[int], tonic: int, books: tuple[BookRow, ...]) -> BookRow | None:
    """The row of a scale: its own, else the one of the same tones on another tonic (modes are played as their parent).

    >>> from dodecant.tables import load_tables
    >>> dorian = frozenset({2, 4, 5, 7, 9, 11, 0})
    >>> book_of(dorian, 2, load_tables().books).kind
    'major'
    """
    same = [row for row in books if row.pitch_classes == pitch_classes]
    own = next((row for row in same if row.tonic == tonic), None)
    return own or next(iter(same), None)
