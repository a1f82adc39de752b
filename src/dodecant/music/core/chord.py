"""Chords as values: a root, what stands above it, and a bass."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import Final, Literal

from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName

Colour = Literal["major", "minor"]
Third = Literal["major", "minor", "sus4", "sus2", "none"]
Seventh = Literal["none", "major", "minor", "diminished"]

_THIRDS: dict[Third, tuple[Degree, ...]] = {
    "major": (Degree(3),),
    "minor": (Degree(3, -1),),
    "sus4": (Degree(4),),
    "sus2": (Degree(2),),
    "none": (),
}
_SEVENTHS: dict[Seventh, tuple[Degree, ...]] = {
    "none": (),
    "major": (Degree(7),),
    "minor": (Degree(7, -1),),
    "diminished": (Degree(7, -2),),
}


_PLAIN: Final = {9: 2, 11: 5, 13: 9}  # half steps
_FIFTH: Final = 7


@dataclass(frozen=True, slots=True)
class Quality:
    """What stands above the root.

    `fifths` holds the alterations of the fifth (two of them in an altered chord, none when it is left out); `sixth` is
    the added 6 of a sixth chord; `tensions` are all other tones as degrees 9 to 13 (and ♭6 of a minor chord).
    """

    third: Third = "major"
    fifths: tuple[int, ...] = (0,)
    seventh: Seventh = "none"
    sixth: bool = False
    tensions: tuple[Degree, ...] = ()
    rootless: bool = False

    @property
    def frame(self) -> tuple[Degree, ...]:
        """Root, third, fifth and seventh (or sixth): the tones that make the chord what it is.

        >>> [degree.text for degree in Quality(third="minor", seventh="minor", tensions=(Degree(9),)).frame]
        ['1', '♭3', '5', '♭7']
        """
        fifths = tuple(Degree(5, alteration) for alteration in self.fifths)
        sixth = (Degree(6),) if self.sixth else ()
        root = () if self.rootless else (Degree(1),)
        return root + _THIRDS[self.third] + fifths + sixth + _SEVENTHS[self.seventh]

    @property
    def degrees(self) -> tuple[Degree, ...]:
        """All tones, from the root up."""
        return tuple(sorted((*self.frame, *self.tensions), key=lambda degree: (degree.half_steps, degree.number)))

    @property
    def denied(self) -> frozenset[int]:
        """The plain tones that the symbol takes back by stating altered ones in their place, in half steps above the
        root: a ♭9 denies the 9, a ♯11 the 11; an altered chord has no plain 9, 5 or 13.

        >>> sorted(Quality(seventh="minor", tensions=(Degree(9, -1),)).denied)
        [2]
        """
        altered = {degree.number for degree in self.tensions if degree.alteration}
        plain = {degree.number for degree in self.tensions if not degree.alteration}
        found = {_PLAIN[number] for number in altered - plain if number in _PLAIN}
        if self.fifths and 0 not in self.fifths:
            found.add(_FIFTH)
        if set(self.fifths) == {-1, 1}:
            found.add(_PLAIN[13])
        return frozenset(found)

    @classmethod
    def of(cls, degrees: Iterable[Degree]) -> Quality:
        """The quality that has these degrees, the other way round from `degrees`.

        A 4 or 2 without a third suspends it; a 5 left out is a fifth left out.

        >>> Quality.of(Quality(third="sus4", seventh="minor", tensions=(Degree(13),)).degrees).third
        'sus4'
        """
        left = set(degrees)
        third: Third = next((name for name, tones in _THIRDS.items() if left.intersection(tones)), "none")
        left -= {*_THIRDS[third]}
        seventh: Seventh = next((name for name, tones in _SEVENTHS.items() if left.intersection(tones)), "none")
        left -= {*_SEVENTHS[seventh]}
        fifths = tuple(sorted(degree.alteration for degree in left if degree.number == 5))
        rest = (degree for degree in left if degree.number != 5 and degree not in (Degree(1), Degree(6)))
        return cls(third, fifths, seventh, Degree(6) in left, tuple(sorted(rest)), Degree(1) not in left)

    @property
    def colour(self) -> Colour:
        """'minor' with a minor third, else 'major'."""
        return "minor" if self.third == "minor" else "major"

    @property
    def dominant(self) -> bool:
        """A minor seventh without a minor third: a dominant, suspended ones too."""
        return self.seventh == "minor" and self.third != "minor"

    def rubs(self, height: int) -> bool:
        """Whether a tone so many half steps above the root needs care over this chord.

        It lies a half step above a chord tone and the chord has no use for it as a tension (usual teaching on "avoid
        notes"): a dominant bears all but its 11, a raised fifth takes the sixth above it.
        """
        return height in _rubbing(self)

    @property
    def two(self) -> bool:
        """What may stand as the II of a two-five: minor, without a major or diminished seventh."""
        return self.third == "minor" and self.seventh in ("minor", "none")


@lru_cache(maxsize=1024)
def _rubbing(quality: Quality) -> frozenset[int]:
    own = {degree.half_steps % 12 for degree in quality.degrees}
    above = {(tone.half_steps + 1) % 12 for tone in quality.frame if tone != Degree(5, 1)} - own
    return frozenset(above & {5} if quality.dominant else above)


@dataclass(frozen=True, slots=True)
class Chord:
    """A quality on a root over a bass; the bass is None where it is the root."""

    root: NoteName
    quality: Quality
    bass: NoteName | None = None

    @property
    def names(self) -> tuple[NoteName, ...]:
        """The spelled tones above the root, in the order of `Quality.degrees`."""
        return tuple(degree.name_above(self.root) for degree in self.quality.degrees)

    @property
    def pitch_classes(self) -> frozenset[int]:
        """The pitch classes of its tones above the root."""
        return _pitch_classes(self.root.pitch_class, self.quality)

    @property
    def heard(self) -> Chord:
        """The chord that is meant: a major chord over the tone a whole step up, or a minor one over its fourth, is a
        suspended dominant on the bass (usual lead sheet practice); any other chord is itself.

        >>> from dodecant.music.core.chord_symbol import parse_chord, print_chord
        >>> [print_chord(parse_chord(name).heard) for name in ("F/G", "Dm7/G", "C/E")]
        ['G9sus4', 'G9sus4', 'C/E']
        """
        return _suspended(self) or self if self.bass is not None else self


@lru_cache(maxsize=1024)
def _pitch_classes(root: int, quality: Quality) -> frozenset[int]:
    return frozenset((root + degree.half_steps) % 12 for degree in quality.degrees)


@lru_cache(maxsize=512)
def _suspended(chord: Chord) -> Chord | None:
    """The suspended dominant on a chord's bass, if it is one: fourth and seventh are there, and no third."""
    assert chord.bass is not None  # noqa: S101 - asked for by its only caller
    heights = {(tone - chord.bass.pitch_class) % 12 for tone in chord.pitch_classes}
    suspends = {10, 5} <= heights <= {0, 2, 5, 7, 9, 10} and heights & {2, 9}
    if not suspends or chord.bass.pitch_class == chord.root.pitch_class:
        return None
    tensions = tuple(Degree(number) for number, height in ((9, 2), (13, 9)) if height in heights)
    return Chord(chord.bass, Quality("sus4", (0,), "minor", tensions=tensions))


def guide_degrees(chord: Chord) -> tuple[Degree, Degree]:
    """The third and the seventh of a chord, or what stands in for them.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> [degree.text for name in ("Dm7", "C6", "G7sus4", "F") for degree in guide_degrees(parse_chord(name))]
    ['♭3', '♭7', '3', '6', '4', '♭7', '3', '1']
    """
    return _guides(chord.quality)


@lru_cache(maxsize=512)
def _guides(quality: Quality) -> tuple[Degree, Degree]:
    own = {degree.number: degree for degree in reversed(quality.degrees)}
    third = own.get(3) or own.get(4) or own.get(2) or Degree(1)
    return third, own.get(7) or own.get(6) or Degree(1)
