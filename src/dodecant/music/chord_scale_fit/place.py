"""The place of a chord: the key of the moment and where the chord goes, and what that makes welcome."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.key import Key

# Half steps above the root, as bits.
_LYDIAN_DOMINANT = 1 << 2 | 1 << 6 | 1 << 9
BLUES_DOMINANT = 1 << 2 | 1 << 3 | 1 << 5 | 1 << 6 | 1 << 9
_WHOLE_STEPS_ABOVE = 1 << 2 | 1 << 5 | 1 << 8 | 1 << 11
_ALTERED_NINTHS = 1 << 1 | 1 << 3 | 1 << 6
# A dominant one expects in a key without being told where it goes: V, and what leads to II, V, VI, III or IV.
_EXPECTED_ON = frozenset({7, 9, 2, 4, 11, 0})


@dataclass(frozen=True, slots=True)
class Place:
    """The key a chord stands in (None when nothing is known) and the chord it goes to.

    `blues` is true where dominants are at rest, as on the I7 and IV7 of a blues. `moment` is the key heard here where
    the chords on both sides tell it (`progression.py`); `without` are pitch classes of that key that are not taken,
    because the neighbours have the other sixth or seventh.
    """

    key: Key | None = None
    next: Chord | None = None
    blues: bool = False
    moment: Key | None = None
    without: frozenset[int] = frozenset()

    def falls(self, chord: Chord) -> bool:
        """Whether the chord goes down a fifth."""
        return self.next is not None and (chord.root.pitch_class - self.next.root.pitch_class) % 12 == 7

    def welcome(self, chord: Chord) -> int:
        """The tones that belong here besides the chord's own, as bits of half steps above its root."""
        quality = chord.quality
        if quality.seventh == "diminished":
            return _WHOLE_STEPS_ABOVE
        if self.rests(chord):
            return _with_altered_tensions(BLUES_DOMINANT, quality)
        if self.sideways(chord):
            return _with_altered_tensions(_LYDIAN_DOMINANT, quality)
        key = self.key_of_the_moment(chord)
        tones = _bits_above(chord, key.pitch_classes - self.without)
        if quality.dominant:
            if key.colour == "minor" and not self.without:
                tones &= ~_bits_above(chord, [self._other_sixth(key)])
            return _with_altered_tensions(tones, quality)
        return tones | self._borrowed(chord, key)

    def against(self, chord: Chord) -> int:
        """The tones that the chords around speak against, as bits of half steps above its root.

        They are the sixth or seventh of a minor key that the neighbours have otherwise, and over a dominant the major
        third of the minor chord it falls to.
        """
        tones = set(self.without)
        if self.next is not None and chord.quality.dominant and self._falls_to_minor(chord):
            tones.add((self.next.root.pitch_class + 4) % 12)
        return _bits_above(chord, tones - chord.pitch_classes)

    def key_of_the_moment(self, chord: Chord) -> Key:
        """The key heard here.

        It is what the chords around tell, else where a dominant or a two-five leads, else the key of the piece, else
        what the chord suggests alone (m7 as II of major, m7♭5 as II of minor, 7 as V, a raised fifth as III of minor,
        anything else as I). A minor chord with a major seventh is a tonic wherever it stands.
        """
        quality, following = chord.quality, self.next
        if self.moment is not None:
            return self.moment
        if following is not None and self.falls(chord):
            leaves = self._falls_to_minor(chord) or not (self.key and inside(chord, self.key))
            if quality.dominant and leaves:
                return Key(following.root, following.quality.colour)
            if quality.two and following.quality.dominant and not self._bothinside(chord, following):
                return Key(Degree(4).name_above(following.root), "minor" if -1 in quality.fifths else "major")
        if quality.third == "minor" and quality.seventh == "major":
            return Key(chord.root, "minor")
        if quality.seventh != "minor" and quality.fifths == (1,):
            return Key(Degree(6).name_above(chord.root), "minor")
        return self.key or _suggested(chord)

    def _borrowed(self, chord: Chord, key: Key) -> int:
        """The tones of the minor key (and its ♭2), under a chord of a major key that is borrowed from there."""
        if self.key != key or key.colour == "minor" or inside(chord, key):
            return 0
        lent = Key(key.tonic, "minor").pitch_classes | {(key.tonic.pitch_class + 1) % 12}
        return _bits_above(chord, lent) if chord.pitch_classes <= lent else 0

    def rests(self, chord: Chord) -> bool:
        """Whether it is a dominant at rest: the I7 or IV7 of a blues."""
        if not self.blues or not chord.quality.dominant:
            return False
        return self.key is None or (chord.root.pitch_class - self.key.tonic.pitch_class) % 12 in (0, 5)

    def _falls_to_minor(self, chord: Chord) -> bool:
        return self.falls(chord) and self.next is not None and self.next.quality.third == "minor"

    def _bothinside(self, chord: Chord, following: Chord) -> bool:
        return self.key is not None and inside(chord, self.key) and inside(following, self.key)

    def sideways(self, chord: Chord) -> bool:
        """Whether it is a dominant that does not fall a fifth, or stands where none falls from (♭VII, ♭II, ♭VI)."""
        if not chord.quality.dominant or self.rests(chord) or self.moment is not None:
            return False
        if self.key is None:
            return self.next is not None and not self.falls(chord)
        step = (chord.root.pitch_class - self.key.tonic.pitch_class) % 12
        if self.next is None:
            return step not in _EXPECTED_ON
        return step != 7 and not self.falls(chord)

    def _other_sixth(self, moment: Key) -> int:
        """The sixth of a minor key that a dominant leading there does not take: it follows the key of the piece."""
        raised = (moment.tonic.pitch_class + 9) % 12
        lowered = (raised - 1) % 12
        if self.key is None or self.key == moment:
            return raised
        inside = self.key.pitch_classes
        return lowered if raised in inside and lowered not in inside else raised


def inside(chord: Chord, key: Key) -> bool:
    """Whether all tones of a chord belong to a key."""
    return chord.pitch_classes <= key.pitch_classes


def _suggested(chord: Chord) -> Key:
    quality = chord.quality
    if quality.dominant:
        return Key(Degree(4).name_above(chord.root), "major")
    if quality.third == "minor" and quality.seventh == "minor":
        return Key(Degree(7, -1).name_above(chord.root), "minor" if -1 in quality.fifths else "major")
    return Key(chord.root, quality.colour)


def _bits_above(chord: Chord, pitch_classes: Iterable[int]) -> int:
    return sum(1 << (pitch_class - chord.root.pitch_class) % 12 for pitch_class in pitch_classes)


def _with_altered_tensions(tones: int, quality: Quality) -> int:
    """A tension stated altered takes the natural one's place; an altered ninth brings its fellows."""
    stated = {degree.half_steps % 12 for degree in quality.tensions}
    if stated & {1, 3}:
        tones = (tones & ~(1 << 2)) | _ALTERED_NINTHS
    if 6 in stated or -1 in quality.fifths:
        tones = (tones & ~(1 << 5)) | 1 << 6
    if 8 in stated or 1 in quality.fifths:
        tones &= ~(1 << 9)
    if quality.fifths == (1,):
        tones = (tones & ~(1 << 7)) | 1 << 6
    return tones
