"""What a worksheet is made of: staves, items with their answers, and the sounds and keys that suit a level."""

from __future__ import annotations

import random
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Final, NamedTuple

from dodecant.exercise.recipe.variation import suits
from dodecant.exercise.tables import Tables
from dodecant.instrument.profile import Clef
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.core.tonics import TonicNames, signs_on
from dodecant.music.scales.scale import Chromatic, Scale, ScaleCatalogue

MOST_SIGNS: Final = (1, 3, 4, 6, 7)  # on a scale, by level
_WHOLE: Final = 7
_EVERYDAY: Final = {"ionian": "major", "aeolian": "natural minor"}
_LOWEST_LETTER: Final = {"treble": 0, "alto": 4, "bass": 4}  # tonics begin there and go on to the letter below it
_OCTAVE: Final = {"treble": 4, "alto": 3, "bass": 2}


class Staff(NamedTuple):
    """Notes on a staff, of which the first so many are `shown` (all, where it is none); with their accidentals, unless
    the `signs` are to be put in; a label under each note.
    """

    clef: Clef
    notes: tuple[Pitch, ...]
    shown: int | None = None
    signs: bool = True
    labels: tuple[str, ...] = ()


class Item(NamedTuple):
    """A question: what is asked, what stands on the page, what can be ticked; the answer on staves and in words, and
    why.
    """

    ask: str
    given: tuple[Staff, ...]
    solved: tuple[Staff, ...]
    said: str
    why: str
    choices: tuple[str, ...] = ()


def letters_once(scale: Scale) -> bool:
    """Whether its degrees are 1 to 7, once each."""
    return [degree.number for degree in scale.degrees] == list(range(1, _WHOLE + 1))


def spoken(scale: Scale) -> str:
    """The everyday word for a scale, where a class has one."""
    return _EVERYDAY.get(scale.id, scale.name)


@dataclass(frozen=True)
class Lesson:
    """What items are made from: the tables, a level from 1 to 5, the clef, chance, the chromatic scale's spelling."""

    tables: Tables
    level: int
    clef: Clef
    chance: random.Random
    chromatic: Chromatic = "both-ways"

    def sound(self, fits: Callable[[Scale], bool] = letters_once) -> tuple[NoteName, Scale]:
        """A sound that suits the level (with each letter once, unless told otherwise), on a tonic that gives it few
        enough signs.
        """
        return self.chance.choice(_sounds(self.tables.scales, self._names, MOST_SIGNS[self.level - 1], fits))

    def tonic(self, scale: Scale) -> NoteName:
        """A tonic for a scale that need not suit the level; the plainest, where none gives it few enough signs."""
        found = [tonic for tonic in _tonics(scale) if _signs(tonic, scale) <= MOST_SIGNS[self.level - 1]]
        return self.chance.choice(found or [min(_tonics(scale), key=lambda tonic: _signs(tonic, scale))])

    def low(self, tonic: NoteName, clef: Clef | None = None) -> Pitch:
        """A tonic as a pitch, low enough for an octave above it to stand in the staff."""
        where = clef or self.clef
        return Pitch(tonic.letter, tonic.alteration, _OCTAVE[where] + (tonic.letter < _LOWEST_LETTER[where]))

    @property
    def scales(self) -> tuple[Scale, ...]:
        """The scales that suit the level."""
        return tuple(self.tables.scales.get(name) for name in self._names)

    @property
    def _names(self) -> tuple[str, ...]:
        return suits("sounds", "scale", self.level, self.tables.levels)


def up(scale: Scale, tonic: Pitch) -> tuple[Pitch, ...]:
    """A scale over an octave, from the tonic to the tonic."""
    return (*(degree.above(tonic) for degree in scale.degrees), tonic.moved(7, 12))


def named(notes: Sequence[Pitch]) -> str:
    """The names of notes in order."""
    return " ".join(note.name.text for note in notes)


@lru_cache(maxsize=64)
def _sounds(
    catalogue: ScaleCatalogue, names: tuple[str, ...], most: int, fits: Callable[[Scale], bool]
) -> list[tuple[NoteName, Scale]]:
    scales = [scale for scale in map(catalogue.get, names) if fits(scale)]
    return [(tonic, scale) for scale in scales for tonic in _tonics(scale) if _signs(tonic, scale) <= most]


def _tonics(scale: Scale) -> list[NoteName]:
    """Twelve tonics of a scale, without those that would need a triple sign or have a double one themselves."""
    names = [TonicNames().for_degrees(key, scale.degrees, scale.colour) for key in range(12)]
    return [name for name in names if all(abs(one.name_above(name).alteration) <= 2 for one in scale.degrees)]


def _signs(tonic: NoteName, scale: Scale) -> int:
    return signs_on(tonic, scale.degrees)
