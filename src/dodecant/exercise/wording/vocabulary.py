"""Where a piece of vocabulary fits, in words."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from dodecant.exercise.recipe.etude.where import ChordRole, QualityFamily
from dodecant.exercise.recipe.figures import with_signs
from dodecant.exercise.recipe.lick_text import length_text
from dodecant.exercise.wording.choices import label, phrase
from dodecant.exercise.wording.small_words import listed

_STEPS = ("I", "♭II", "II", "♭III", "III", "IV", "♯IV", "V", "♭VI", "VI", "♭VII", "VII")
_FAMILIES = 8
_SIGNS = {
    "major": "maj7",
    "minor": "m7",
    "dominant": "7",
    "half-diminished": "m7♭5",
    "diminished": "dim7",
    "sus": "7sus4",
    "minor-major": "m(maj7)",
    "augmented": "maj7♯5",
}


def fits_text(
    families: Sequence[QualityFamily],
    chords: Sequence[tuple[QualityFamily, int]],
    beats: Fraction,
    ends: tuple[str, str],
    level: int,
    role: ChordRole = "any",
) -> str:
    """Where it fits: 'Over minor chords of 2 beats and more, from 1 to 5, level 2.'"""
    length = f"{length_text(beats)} beat{'s' * (beats != 1)}"
    if chords:
        where = f"over {pattern_text(chords)}, {length}"
    elif len(families) >= _FAMILIES:
        where = f"over any chord of {length} or more"
    elif not families:
        where = "over no chord by itself; say which"
    else:
        names = [label("Where.quality", family) for family in families]
        where = f"over {listed(names)} chords of {length} or more"
    if role != "any":
        where += f", as a {phrase('Where.role', role)}"
    first, last = (with_signs(end) for end in ends)
    return f"{where[0].upper()}{where[1:]}, from {first} to {last}, level {level}."


def pattern_text(chords: Sequence[tuple[QualityFamily, int]]) -> str:
    """Chords by their roots above the first one, as numerals of the key they lead to.

    >>> pattern_text([("minor", 0), ("dominant", 5), ("major", 10)])
    'IIm7 V7 Imaj7'
    """
    last = chords[-1][1]
    # The last chord is the I, unless it is a dominant, which is then the V.
    home = (last + (5 if chords[-1][0] in ("dominant", "sus") else 0)) % 12
    if len({root for _, root in chords}) == 1:
        home = last
    return " ".join(f"{_STEPS[(root - home) % 12]}{_SIGNS[family]}" for family, root in chords)
