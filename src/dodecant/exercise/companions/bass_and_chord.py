"""Simple voicings: a bass and up to four tones above it, each chord as near as it can be to the one before.

The tones are those a pianist's left hand keeps: third and seventh first, then tensions or an altered fifth, the plain
fifth last (usual teaching on shell voicings). Which octave each takes is decided by the least movement.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import pairwise, product

from dodecant.music.core.chord import Chord
from dodecant.music.core.degree import Degree

BASS = range(40, 52)  # MIDI numbers E2 to D♯3
UPPER = range(55, 73)  # G3 to C5
_MOST_UPPER = 4


@dataclass(frozen=True, slots=True)
class Voicing:
    """MIDI numbers: the bass, and the tones above it from low to high."""

    bass: int
    upper: tuple[int, ...]

    @property
    def pitches(self) -> tuple[int, ...]:
        """All of them, low to high."""
        return (self.bass, *self.upper)


def voicings(chords: Iterable[Chord | None]) -> tuple[Voicing | None, ...]:
    """A voicing for each chord in turn; None for N.C.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> [voicing.pitches for voicing in voicings(map(parse_chord, ["Dm7", "G7", "Cmaj7"])) if voicing]
    [(50, 57, 60, 65), (43, 59, 62, 65), (48, 59, 64, 67)]
    """
    found: list[Voicing | None] = []
    before: Voicing | None = None
    for chord in chords:
        voicing = None if chord is None else _voicing(chord, before)
        found.append(voicing)
        before = voicing or before
    return tuple(found)


def _voicing(chord: Chord, before: Voicing | None) -> Voicing:
    bass_class = (chord.bass or chord.root).pitch_class
    bass = next(number for number in BASS if number % 12 == bass_class)
    tones = [(chord.root.pitch_class + degree.half_steps) % 12 for degree in _kept(chord)]
    places = [[number for number in UPPER if number % 12 == tone] for tone in tones]
    target = before.upper if before else (57, 60, 65)
    upper = min(
        (tuple(sorted(choice)) for choice in product(*places)),
        key=lambda choice: (_clash(choice), _movement(choice, target), choice),
    )
    return Voicing(bass, upper)


def _kept(chord: Chord) -> list[Degree]:
    quality = chord.quality
    wanted = [degree for degree in quality.frame if degree.number not in (1, 5)]
    wanted += list(quality.tensions)[: _MOST_UPPER - len(wanted)]
    fifths = [Degree(5, alteration) for alteration in quality.fifths]
    if len(wanted) < _MOST_UPPER and (len(wanted) < 3 or any(fifth.alteration for fifth in fifths)):
        wanted += fifths[:1]
    if len(wanted) < 3:
        wanted.append(Degree(1))
    return wanted[:_MOST_UPPER]


def _movement(choice: Sequence[int], target: Sequence[int]) -> int:
    """Squares of the half steps to the nearest tone of the voicing before, and back; the span as a last resort."""
    there = sum(min(abs(number - other) for other in target) ** 2 for number in choice)
    back = sum(min(abs(number - other) for other in choice) ** 2 for number in target)
    return (there + back) * 16 + choice[-1] - choice[0]


def _clash(choice: Sequence[int]) -> int:
    """Half steps between neighbours at the bottom, which sound muddy there."""
    return sum(high - low < 2 for low, high in pairwise(choice))
