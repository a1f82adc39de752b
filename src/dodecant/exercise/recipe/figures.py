"""The parts of a recipe that say what is played: ladder, figure, enclosure, course."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.cell import parse_cell, parse_degrees
from dodecant.exercise.recipe.lick_text import LONGEST as LONGEST_LICK
from dodecant.exercise.recipe.lick_text import read_lick
from dodecant.exercise.recipe.part import Part, readable, refused
from dodecant.music.core.errors import MusicError
from dodecant.music.progressions.changes_text import parse_changes

DegreesText = Annotated[str, Field(max_length=80), readable(parse_degrees)]


class ScaleLadder(Part):
    """The line stands on all tones of the sound."""

    kind: Literal["scale"] = "scale"


class ChordLadder(Part):
    """It stands on the sound's chord tones."""

    kind: Literal["chord-tones"] = "chord-tones"


class ArpeggioLadder(Part):
    """It stands on an arpeggio: `size` tones from a step of the sound, in thirds or in fourths (counted in steps)."""

    kind: Literal["arpeggio"] = "arpeggio"
    step: Annotated[int, Field(ge=1, le=12)] = 1
    size: Annotated[int, Field(ge=3, le=6)] = 4
    stacked: Literal["thirds", "fourths"] = "thirds"


class PairLadder(Part):
    """It stands on a triad pair of the sound: the first, second, … of those ranked."""

    kind: Literal["pair"] = "pair"
    rank: Annotated[int, Field(ge=1, le=12)] = 1


class ChromaticLadder(Part):
    """It stands on all twelve tones; those outside the sound go up in sharps and down in flats."""

    kind: Literal["chromatic"] = "chromatic"


Ladders = Annotated[
    ScaleLadder | ChordLadder | ArpeggioLadder | PairLadder | ChromaticLadder, Field(discriminator="kind")
]


class Run(Part):
    """The ladder's tones one by one, as the path walks.

    `roots` may be held twice as long or struck twice; `tail` adds the arpeggio (every second rung) up and back.
    """

    kind: Literal["run"] = "run"
    roots: Literal["plain", "hold", "repeat"] = "plain"
    tail: Literal["none", "arpeggio"] = "none"


class Turned(Part):
    """Which settings of a figure are turned round, and how: backwards, or upside down."""

    when: Literal["never", "falling", "every-second"] = "never"
    how: Literal["backwards", "upside-down"] = "backwards"


class Cell(Part):
    """A typed cell, set on every tone the path walks over.

    `reading` says whether numbers mean degrees (1 2 3 5 6) or rungs (1 2 3 4 5) where a ladder has gaps; `lacking` what
    becomes of a degree the ladder does not have. `order` plays the numbers as written, or each order of them in turn, a
    strip for each.
    """

    kind: Literal["cell"] = "cell"
    text: Annotated[str, Field(max_length=400), readable(parse_cell)]
    order: Literal["written", "each"] = "written"
    reading: Literal["degrees", "rungs"] = "degrees"
    lacking: Literal["nearest", "chromatic", "drop"] = "nearest"
    turned: Turned = Turned()


class Intervals(Part):
    """An interval on every tone: up, down, one up and the next down, or there and back."""

    kind: Literal["intervals"] = "intervals"
    size: Annotated[int, Field(ge=2, le=10)] = 3
    way: Literal["up", "down", "alternating", "there-and-back"] = "up"


class Arpeggios(Part):
    """An arpeggio on every tone, of tones of the ladder.

    `rotation` raises so many of its lowest tones by an octave; `pivot` drops all but the first by an octave. `rhythm`
    may be a leading note, a half step below on the last eighth before the beat, and the first three tones as a triplet
    on the beat; further tones are eighths, and a rest fills up until the next leading note. Or all tones are struck
    together, as a voicing.
    """

    kind: Literal["arpeggios"] = "arpeggios"
    tones: Literal["triad", "seventh", "ninth", "shell", "fourths"] = "triad"
    order: Literal["up", "down", "up-down", "down-up", "from-fifth-down"] = "up"
    rotation: Annotated[int, Field(ge=0, le=4)] = 0
    pivot: bool = False
    rhythm: Literal["even", "led-triplets", "struck"] = "even"


class Pairs(Part):
    """The two triads of a pair in turn, in every inversion as the path walks over their six tones.

    In fours the first tone comes again an octave higher. `order` plays the three tones in any order: 1 is the lowest;
    `each` is all six orders one after another, a strip for each.
    """

    kind: Literal["pairs"] = "pairs"
    rank: Annotated[int, Field(ge=1, le=12)] = 1
    group: Literal["threes", "fours"] = "threes"
    way: Literal["up", "down", "opposite"] = "up"
    order: Literal["123", "132", "213", "231", "312", "321", "each"] = "123"


class OwnLick(Part):
    """A lick of one's own, in its own rhythm, with the chords it was played over (as a text of changes).

    Carried to another sound it is fitted to it, or kept exactly as it is.
    """

    kind: Literal["lick"] = "lick"
    text: Annotated[str, Field(max_length=LONGEST_LICK), readable(read_lick)]
    over: Annotated[str, Field(max_length=2000), readable(parse_changes)] = "C"
    fit: Literal["sound", "exact"] = "sound"


class GuideTones(Part):
    """The thirds and sevenths of the chords of changes, as one line with the least motion.

    It begins on the third or the seventh of the first chord, or on whichever moves less.
    """

    kind: Literal["guide-tones"] = "guide-tones"
    begin: Literal["nearest", "third", "seventh"] = "nearest"


class Unbroken(Part):
    """A line over changes that never stops: it keeps its direction until the range turns it.

    It begins on a step of the first sound, upwards or downwards, and stands on the ladder.
    """

    kind: Literal["unbroken"] = "unbroken"
    way: Literal["up", "down"] = "up"
    step: Annotated[int, Field(ge=1, le=7)] = 1


Figures = Annotated[
    Run | Cell | Intervals | Arpeggios | Pairs | OwnLick | GuideTones | Unbroken, Field(discriminator="kind")
]

EnclosureKind = Literal[
    "below",
    "above",
    "above-below",
    "below-above",
    "half-above-below",
    "half-below-above",
    "scale-above-below",
    "two-below",
    "two-above",
    "above-two-below",
    "below-two-above",
    "double",
]


class Enclosure(Part):
    """Notes that surround a target and lead into it.

    `targets` are the tones a figure begins on: all of them, chord tones, thirds and sevenths, or chosen degrees.
    `landing` puts every target on a beat, after a pickup where one is needed, or lets the line flow.
    """

    kind: EnclosureKind = "above-below"
    targets: Literal["all", "chord", "thirds-sevenths", "chosen"] = "all"
    degrees: DegreesText = "1 3 5 7"
    landing: Literal["beat", "flow"] = "beat"


class PlainCourse(Part):
    """From one end of the path to the other."""

    kind: Literal["plain"] = "plain"


class ReturnCourse(Part):
    """Home after every figure (or every second, third, …): to the root, or to any other degree."""

    kind: Literal["return"] = "return"
    degree: Annotated[str, Field(max_length=4), readable(parse_degrees)] = "1"
    every: Annotated[int, Field(ge=1, le=16)] = 1


class BuildUpCourse(Part):
    """Chord tones first, then one more tone each time at its place inside the run, held; the octave root last.

    `order` is the order in which tones join; left empty it is the chord tones, then the others from low to high.
    """

    kind: Literal["build-up"] = "build-up"
    order: Annotated[str, Field(max_length=80)] = ""

    @model_validator(mode="after")
    def _reads(self) -> Self:
        if self.order.strip():
            try:
                parse_degrees(self.order)
            except MusicError as error:
                raise refused(error) from None
        return self


class GrowCourse(Part):
    """The first figure, then the first two, then three, until all are joined."""

    kind: Literal["grow"] = "grow"


Courses = Annotated[PlainCourse | ReturnCourse | BuildUpCourse | GrowCourse, Field(discriminator="kind")]
