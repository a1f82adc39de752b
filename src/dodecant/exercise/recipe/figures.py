"""The part of a recipe that says what is played on every tone of the path.

A new kind of figure is a class here with what it can and needs, its tones in `melody/figures/`, and its row of words in
`wording/`; everything else asks the class.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from itertools import permutations
from typing import Annotated, Any, ClassVar, Final, Literal, Self

from pydantic import Field

from dodecant.exercise.recipe.cell import parse_cell
from dodecant.exercise.recipe.kinds import KindPart, Kinds
from dodecant.exercise.recipe.ladders import LadderPart, PairLadder
from dodecant.exercise.recipe.lick_text import LONGEST as LONGEST_LICK
from dodecant.exercise.recipe.lick_text import read_lick
from dodecant.exercise.recipe.part import Part, readable
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.music.core.metre import Metre
from dodecant.music.progressions.changes_text import parse_changes

Surrounding = Literal["ladder", "enclosure", "course", "path"]
Change = tuple[str, Mapping[str, Any]]  # what it is called, and a JSON merge patch (RFC 7396) for the figure
_MOST_IN_ORDERS = 5  # numbers of a cell: 120 orders


class FigurePart(KindPart):
    """What every kind of figure is asked for.

    `leaves_out` are the parts of a recipe that mean nothing to it, `leaves_out_over_changes` those that mean nothing
    once it runs over changes, because it goes where the chords go. `needs_changes`: without chords there is nothing to
    play. `counts_beats`: its lengths are beats, whatever the note value. `stands_once`: it is a phrase with an end, no
    drill that comes round, and stands once on its root where it is newly chosen (with `fresh_values`). `smoother` lists
    what a teacher would try where it leaps or strikes a note twice. Over changes it may have joins that can be
    explained (`explains_joins`). It takes `anchors_once` neighbouring anchors to be whole where it is played once.
    """

    leaves_out: ClassVar[frozenset[Surrounding]] = frozenset()
    leaves_out_over_changes: ClassVar[frozenset[Surrounding]] = frozenset()
    needs_changes: ClassVar[bool] = False
    counts_beats: ClassVar[bool] = False
    stands_once: ClassVar[bool] = False
    anchors_once: ClassVar[int] = 1
    explains_joins: ClassVar[bool] = True
    smoother: ClassVar[tuple[Change, ...]] = ()

    def takes(self, part: Surrounding, *, over_changes: bool) -> bool:
        """Whether a part of the recipe means something to it."""
        return part not in self.leaves_out and not (over_changes and part in self.leaves_out_over_changes)

    @property
    def own_value(self) -> NoteValue | None:
        """What its lengths are counted in, whatever the note value; None where it takes that."""
        return "quarter" if self.counts_beats else None

    @property
    def brings_rhythm(self) -> bool:
        """Whether its notes have lengths of their own, so that none are poured into slots."""
        return self.own_value is not None

    @property
    def repeats_notes(self) -> bool:
        """Whether the same note right after itself is meant."""
        return False

    @property
    def needs_chords_struck(self) -> bool:
        """Whether it needs an instrument that strikes several tones together."""
        return False

    @property
    def lies_low(self) -> bool:
        """Whether on keys it lies where the left hand plays, and is read in its clef."""
        return False

    @property
    def makes_chords(self) -> bool:
        """Whether each figure is a chord that can be named."""
        return False

    @property
    def inverts_chords(self) -> bool:
        """Whether the lowest tone of its chords need not be the root."""
        return True

    @property
    def usually_named(self) -> bool:
        """Whether the names of its chords stand over it if nobody says otherwise."""
        return self.needs_chords_struck

    @property
    def carried_to_fit(self) -> bool:
        """Whether its own degrees become others on another sound (and could be kept just as they are)."""
        return False

    @property
    def instead_of_missing(self) -> Literal["nearest", "chromatic", "drop"]:
        """What is played for a number that the ladder does not have."""
        return "nearest"

    @property
    def own_ladder(self) -> LadderPart | None:
        """The ladder it stands on, whatever the recipe's is."""
        return None

    def inversions(self) -> Sequence[Self]:
        """The inversions that joins may choose from, where it stands once; itself alone where it has none."""
        return (self,)

    def orders(self) -> Sequence[tuple[str, Self]]:
        """Every order of its tones that was asked for, each with a name; nothing for one order alone."""
        return ()

    def in_one_order(self) -> Self:
        """The first of its orders, or itself."""
        orders = self.orders()
        return orders[0][1] if orders else self

    def check_metre(self, metre: Metre) -> None:
        """Raise RecipeError where its own rhythm divides a beat as the metre does not."""


FIGURES: Final = Kinds[FigurePart]()
AnyFigure = Annotated[FigurePart, FIGURES]


@FIGURES.register
class Run(FigurePart):
    """The ladder's tones one by one, as the path walks.

    `roots` may be held twice as long or struck twice; `tail` adds the arpeggio (every second rung) up and back.
    """

    kind: Literal["run"] = "run"
    roots: Literal["plain", "hold", "repeat"] = "plain"
    tail: Literal["none", "arpeggio"] = "none"

    @property
    def repeats_notes(self) -> bool:
        """Roots struck twice, or the turn into the arpeggio."""
        return self.roots == "repeat" or self.tail == "arpeggio"


class Turned(Part):
    """Which settings of a figure are turned round, and how: backwards, or upside down."""

    when: Literal["never", "falling", "every-second"] = "never"
    how: Literal["backwards", "upside-down"] = "backwards"


@FIGURES.register
class Cell(FigurePart):
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
    fresh_values: ClassVar[Mapping[str, Any]] = {"text": "5 3 2 1"}
    smoother: ClassVar[tuple[Change, ...]] = (("Turn every second one round", {"turned": {"when": "every-second"}}),)

    @property
    def instead_of_missing(self) -> Literal["nearest", "chromatic", "drop"]:
        """As the recipe says."""
        return self.lacking

    def orders(self) -> Sequence[tuple[str, Self]]:
        """Each order of the numbers once; raises RecipeError for a cell of too many.

        >>> [words for words, _ in Cell(text="1 2 2", order="each").orders()]
        ['1 2 2', '2 1 2', '2 2 1']
        """
        if self.order == "written":
            return ()
        numbers = self.text.replace(",", " ").split()
        if len(numbers) > _MOST_IN_ORDERS:
            message = f"A cell of {len(numbers)} numbers has too many orders."
            raise RecipeError([Problem("/figure/order", message, f"Take {_MOST_IN_ORDERS} numbers at the most.")])
        texts = dict.fromkeys(" ".join(order) for order in permutations(numbers))
        return [(with_signs(text), self.model_copy(update={"text": text, "order": "written"})) for text in texts]


def with_signs(text: str) -> str:
    """A typed cell with the signs a musician reads, one space between numbers."""
    return " ".join(text.replace("b", "♭").replace("#", "♯").replace("n", "♮").replace(",", " ").split())


@FIGURES.register
class Intervals(FigurePart):
    """An interval on every tone: up, down, one up and the next down, or there and back."""

    kind: Literal["intervals"] = "intervals"
    size: Annotated[int, Field(ge=2, le=10)] = 3
    direction: Literal["up", "down", "alternating", "there-and-back"] = "up"
    smoother: ClassVar[tuple[Change, ...]] = (("One up, the next down", {"direction": "alternating"}),)


# Rungs above the anchor, on a ladder of seven tones: every second rung is a third, every fourth tone a fourth.
STACKED: Final[Mapping[str, tuple[int, ...]]] = {
    "triad": (0, 2, 4),
    "seventh": (0, 2, 4, 6),
    "ninth": (0, 2, 4, 6, 8),
    "shell": (0, 2, 6),
    "fourths": (0, 3, 6),
}


@FIGURES.register
class Arpeggios(FigurePart):
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
    smoother: ClassVar[tuple[Change, ...]] = (
        ("Leave out the octave leap", {"pivot": False}),
        ("One up, the next down", {"order": "up-down"}),
    )

    def takes(self, part: Surrounding, *, over_changes: bool) -> bool:
        """No enclosures where leading notes come with the rhythm."""
        led = part == "enclosure" and self.rhythm == "led-triplets"
        return not led and super().takes(part, over_changes=over_changes)

    @property
    def own_value(self) -> NoteValue | None:
        """Eighths, for a leading note before a triplet."""
        return "eighth" if self.rhythm == "led-triplets" else None

    @property
    def needs_chords_struck(self) -> bool:
        """Where its tones are struck together."""
        return self.rhythm == "struck"

    @property
    def makes_chords(self) -> bool:
        """Unless a shell leaves its fifth out, or fourths are stacked."""
        return self.tones not in ("shell", "fourths")

    @property
    def inverts_chords(self) -> bool:
        """Where the lowest tones are raised, or all but the first dropped."""
        return self.rotation > 0 or self.pivot

    def inversions(self) -> Sequence[Self]:
        """Every rotation."""
        return [self.model_copy(update={"rotation": turn}) for turn in range(len(STACKED[self.tones]))]

    def check_metre(self, metre: Metre) -> None:
        """There are no triplets in metres of eighths."""
        if self.rhythm == "led-triplets" and metre.unit == 8:
            cure = "Play every tone alike, or take a metre of quarters."
            raise RecipeError([Problem("/figure/rhythm", f"There are no triplets in {metre.text}.", cure)])


PAIR_ORDERS: Final[Mapping[str, str]] = {
    "123": "low, middle, high",
    "132": "low, high, middle",
    "213": "middle, low, high",
    "231": "middle, high, low",
    "312": "high, low, middle",
    "321": "high, middle, low",
}


@FIGURES.register
class Pairs(FigurePart):
    """The two triads of a pair in turn, in every inversion as the path walks over their six tones; played once, both.

    In fours the first tone comes again an octave higher. `order` plays the three tones in any order: 1 is the lowest;
    `each` is all six orders one after another, a strip for each.
    """

    kind: Literal["pairs"] = "pairs"
    rank: Annotated[int, Field(ge=1, le=12)] = 1
    group: Literal["threes", "fours"] = "threes"
    direction: Literal["up", "down", "opposite"] = "up"
    order: Literal["123", "132", "213", "231", "312", "321", "each"] = "123"
    leaves_out: ClassVar[frozenset[Surrounding]] = frozenset({"ladder"})
    smoother: ClassVar[tuple[Change, ...]] = (("One up, one down", {"direction": "opposite"}),)
    anchors_once: ClassVar[int] = 2  # neighbours on the ladder of six tones belong to one triad and the other

    @property
    def makes_chords(self) -> bool:
        """Two triads."""
        return True

    @property
    def usually_named(self) -> bool:
        """For one reads which of the two it is."""
        return True

    @property
    def own_ladder(self) -> LadderPart | None:
        """The six tones of the pair."""
        return PairLadder(rank=self.rank)

    def orders(self) -> Sequence[tuple[str, Self]]:
        """All six orders of three tones."""
        if self.order != "each":
            return ()
        return [(words, self.model_copy(update={"order": order})) for order, words in PAIR_ORDERS.items()]


@FIGURES.register
class OwnLick(FigurePart):
    """A lick of one's own, in its own rhythm, with the chords it was played over (as a text of changes).

    Carried to another sound it is fitted to it, or kept exactly as it is.
    """

    kind: Literal["lick"] = "lick"
    text: Annotated[str, Field(max_length=LONGEST_LICK), readable(read_lick)]
    over: Annotated[str, Field(max_length=2000), readable(parse_changes)] = "C"
    fit: Literal["sound", "exact"] = "sound"
    leaves_out_over_changes: ClassVar[frozenset[Surrounding]] = frozenset({"enclosure", "course", "path"})
    fresh_values: ClassVar[Mapping[str, Any]] = {"text": "1:½ 2 3 5 ♯4 5 3:1"}
    counts_beats: ClassVar[bool] = True
    stands_once: ClassVar[bool] = True
    explains_joins: ClassVar[bool] = False

    @property
    def repeats_notes(self) -> bool:
        """As it was written."""
        return True

    @property
    def carried_to_fit(self) -> bool:
        """Unless it is kept exactly."""
        return self.fit == "sound"


@FIGURES.register
class GuideTones(FigurePart):
    """The thirds and sevenths of the chords of changes, as one line with the least motion.

    It begins on the third or the seventh of the first chord, or on whichever moves less.
    """

    kind: Literal["guide-tones"] = "guide-tones"
    begin: Literal["nearest", "third", "seventh"] = "nearest"
    leaves_out: ClassVar[frozenset[Surrounding]] = frozenset({"ladder", "course"})
    leaves_out_over_changes: ClassVar[frozenset[Surrounding]] = frozenset({"path"})
    needs_changes: ClassVar[bool] = True

    @property
    def repeats_notes(self) -> bool:
        """A common tone stays."""
        return True


VoicingForm = Literal["shell", "shell-3-7", "shell-7-3", "rootless", "rootless-on-3", "rootless-on-7", "open"]


@FIGURES.register
class ChordVoicings(FigurePart):
    """The chords of changes struck, each as near as it can be to the one before: held, or in a rhythm.

    The forms are those of the voicings beside a line. On keys they lie where the left or the right hand plays them.
    """

    kind: Literal["voicings"] = "voicings"
    form: VoicingForm = "rootless"
    hand: Literal["left", "right"] = "left"
    leaves_out: ClassVar[frozenset[Surrounding]] = frozenset({"ladder", "enclosure", "course"})
    leaves_out_over_changes: ClassVar[frozenset[Surrounding]] = frozenset({"path"})
    needs_changes: ClassVar[bool] = True
    explains_joins: ClassVar[bool] = False

    @property
    def repeats_notes(self) -> bool:
        """A common tone stays, and a rhythm strikes a chord again."""
        return True

    @property
    def needs_chords_struck(self) -> bool:
        """They are chords."""
        return True

    @property
    def lies_low(self) -> bool:
        """In the left hand."""
        return self.hand == "left"


@FIGURES.register
class Unbroken(FigurePart):
    """A line over changes that never stops: it keeps its direction until the range turns it.

    It begins on a step of the first sound, upwards or downwards, and stands on the ladder.
    """

    kind: Literal["unbroken"] = "unbroken"
    direction: Literal["up", "down"] = "up"
    step: Annotated[int, Field(ge=1, le=7)] = 1
    leaves_out: ClassVar[frozenset[Surrounding]] = frozenset({"enclosure", "course"})
    leaves_out_over_changes: ClassVar[frozenset[Surrounding]] = frozenset({"path"})
    needs_changes: ClassVar[bool] = True
