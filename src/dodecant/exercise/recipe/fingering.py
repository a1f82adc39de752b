"""How a line is played on the player's instrument, and what of that is shown: a kind for each family of instruments."""

from __future__ import annotations

from collections.abc import Collection
from typing import Annotated, ClassVar, Final, Literal, NamedTuple, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.kinds import KindPart, Kinds
from dodecant.exercise.recipe.part import KeyName, Part, readable, refused
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.instrument.fingering.areas import positions_of, window
from dodecant.instrument.fingering.books import Hand
from dodecant.instrument.fingering.fretted import ROMAN, FretWay, Neck, OpenStrings, School
from dodecant.instrument.fingering.slide import SlideWay
from dodecant.instrument.profile import FingeringFamily, Instrument, read_tuning
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName

_OCTAVE, _UNDER_THE_HAND = 12, 3  # frets: of an octave, and beside the first finger's
_FIRST_SHAPE = 2  # fret: below it a shape would have open strings
_HIGHEST_UPWARD = 6  # half steps: harps from D♭ to F♯ lie above the one in C, the others below
FretRoute = FretWay | Literal["smallest-area", "positions", "shape"]
Fret = Annotated[int, Field(ge=1, le=24)]


class HandPlace(NamedTuple):
    """Frets the hand stays in, from one to another; as one position of the hand, or moving inside."""

    low: int
    high: int
    position: bool = True

    @classmethod
    def at(cls, low: int) -> HandPlace:
        """One position of the hand, its first finger in the fret `low`."""
        return cls(low, low + _UNDER_THE_HAND)

    @property
    def text(self) -> str:
        """'position V'; nothing for an area."""
        return f"position {ROMAN[self.low]}" if self.position else ""


class FingerPin(Part):
    """A note (by its place in the strip, from 1), or each note of a `degree`, that is played as it is said: on a
    fretted string the string and the finger, else the finger, the position, the valves or the hole; in the strips of
    one `key` only, as it is read, or wherever the recipe's pins hold.
    """

    note: Annotated[int, Field(ge=0, le=4000)] = 0
    degree: Annotated[str, Field(max_length=6), readable(lambda text: text.strip() and Degree.parse(text))] = ""
    string: Annotated[int, Field(ge=0, le=8)] = 0
    finger: Annotated[str, Field(min_length=1, max_length=4)]
    key: Annotated[str, Field(max_length=8), readable(lambda text: text.strip() and NoteName.parse(text))] = ""

    @property
    def each(self) -> Degree | None:
        """The degree each note of which it is for, if it is for one."""
        return Degree.parse(self.degree) if self.degree.strip() else None

    @property
    def tonic(self) -> int | None:
        """The key it is for (a pitch class), if it is for one by name."""
        return NoteName.parse(self.key).pitch_class if self.key.strip() else None

    @property
    def what(self) -> tuple[int, Degree | None, int | None]:
        """What it is for: two pins for the same contradict each other."""
        return (0 if self.each else self.note), self.each, self.tonic

    @model_validator(mode="after")
    def _for_a_note(self) -> Self:
        if not self.note and self.each is None:
            none = MusicError("This pin is for no note.", cure="Name a note by its place, or a degree.")
            raise refused(none, "/degree")
        return self


PinsHold = Literal["every-key", "idea", "first-key"]


class FingeringPart(KindPart):
    """What all have: whether the `same` notes have the same fingers where they come again, the `seed` of another good
    way, and the notes that are pinned.
    """

    family: ClassVar[FingeringFamily]
    same: bool = True
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 0
    pins: Annotated[tuple[FingerPin, ...], Field(max_length=40)] = ()

    @property
    def hold(self) -> PinsHold:
        """Where pins hold that are for no key by name."""
        return "every-key"

    @property
    def carries(self) -> bool:
        """Whether the way of the first strip is carried to the others."""
        return self.hold == "idea" and any(pin.tonic is None for pin in self.pins)

    @model_validator(mode="after")
    def _no_pin_twice(self) -> Self:
        first: dict[object, int] = {}
        for number, pin in enumerate(self.pins):
            if first.setdefault(pin.what, number) != number:
                message = f"Pin {number + 1} is for the same note as pin {first[pin.what] + 1}."
                raise refused(MusicError(message, cure="Keep one of them."), below=f"/pins/{number}/note")
        return self

    def fit(self, instrument: Instrument) -> Instrument:
        """The player's own instrument of its kind: another size, other strings."""
        return instrument

    def in_place(self, place: HandPlace | None) -> Self:
        """With the hand where a strip has it."""
        return self

    def window(self, instrument: Instrument) -> tuple[int, int] | None:
        """The lowest and highest written MIDI number under a hand that stays in one place."""
        return None


class CarriedPart(FingeringPart):
    """What has an idea that other keys have too: pins hold in every key as they are typed, in the first one only, or
    there, with its whole way carried to the others (which fingers cross where, which string, which partial).
    """

    pins_hold: PinsHold = "every-key"

    @property
    def hold(self) -> PinsHold:
        """As it is chosen."""
        return self.pins_hold


def _tuned(text: str) -> object:
    return read_tuning(text) if text.strip() else None


FINGERINGS: Final = Kinds[FingeringPart]()
AnyFingering = Annotated[FingeringPart, FINGERINGS]


@FINGERINGS.register
class OnFrets(CarriedPart):
    """String, fret and finger: moving as little as can be, in one position, in an area from one fret to another, in the
    smallest area that holds all strips, along one string, or so many notes on each string; or a route of `positions`,
    a strip in each: those that are named by their fret, else every one that suits the sound; or one `shape` for every
    key, which goes up and down the neck with the root.

    Open strings are played seldom, and not in lines through several keys; or they are welcome; or there are none. In
    the first position, and for the lowest notes, which have no other place, there always are. A `tuning` names other
    open strings, from the lowest. `tablature` stands below the staff; fingers above it, or not.
    """

    kind: Literal["fretted"] = "fretted"
    family: ClassVar[FingeringFamily] = "fretted"
    way: FretRoute = "free"
    positions: Annotated[tuple[Fret, ...], Field(max_length=12)] = ()
    low: Fret = 5
    high: Fret = 9
    per_string: Annotated[int, Field(ge=2, le=4)] = 3
    open_strings: OpenStrings = "seldom"
    school: School = "finger-a-fret"
    tuning: Annotated[str, Field(max_length=60), readable(_tuned)] = ""
    tablature: bool = True
    fingers: Literal["all", "shifts", "none"] = "all"

    def fit(self, instrument: Instrument) -> Instrument:
        """Its strings as they are tuned."""
        return instrument.tuned(read_tuning(self.tuning)) if self.tuning.strip() else instrument

    def in_place(self, place: HandPlace | None) -> Self:
        """In the position or the area of a strip."""
        if place is None:
            return self
        way = "position" if place.position else "area"
        return self.model_copy(update={"way": way, "low": place.low, "high": place.high, "positions": ()})

    def window(self, instrument: Instrument) -> tuple[int, int] | None:
        """From the lowest string to the highest, in a position or an area."""
        if self.way not in ("position", "area"):
            return None
        return window(
            Neck.of(instrument), self.low, self.low + _UNDER_THE_HAND if self.way == "position" else self.high
        )

    def positions_for(self, instrument: Instrument, tones: Collection[int]) -> tuple[HandPlace, ...]:
        """The positions of its route on an instrument, for the tones of a sound (pitch classes); none without one.

        Raises RecipeError for one that the neck does not have.
        """
        if self.way != "positions":
            return ()
        neck = Neck.of(instrument)
        for number, position in enumerate(self.positions):
            if position > neck.frets:
                message = f"There is no fret {position} on the {instrument.name}."
                raise RecipeError([Problem(f"/fingering/positions/{number}", message, f"It has {neck.frets}.")])
        return tuple(HandPlace.at(low) for low in self.positions or positions_of(neck, tones))

    @property
    def moves_with_key(self) -> bool:
        """Whether the hand goes up and down the neck with the root: in a shape, and where the way of one position is
        carried to other keys.
        """
        return self.way == "shape" or (self.way == "position" and self.carries and self.low >= _FIRST_SHAPE)

    def shape_for(self, instrument: Instrument, up: int) -> HandPlace:
        """Where the hand has its shape for a root so many half steps above the first: as many frets up or down the
        neck, within an octave of frets from the second on.

        Raises RecipeError for a position that the neck does not have.

        >>> from dodecant.tables import load_tables
        >>> guitar = load_tables().instruments.get("guitar")
        >>> [OnFrets(way="shape", low=10).shape_for(guitar, up).low for up in (0, 2, 5)]
        [10, 12, 3]
        """
        highest = Neck.of(instrument).frets - _UNDER_THE_HAND
        if self.low > highest:
            message = f"There is no position at fret {self.low} on the {instrument.name}."
            raise RecipeError([Problem("/fingering/low", message, f"The highest is at fret {highest}.")])
        first = max(_FIRST_SHAPE, self.low - _OCTAVE + 1)
        return HandPlace.at(first + (self.low + up - first) % _OCTAVE)

    @model_validator(mode="after")
    def _shape_moves(self) -> Self:
        if self.way == "shape" and self.low < _FIRST_SHAPE:
            message = "A shape of open strings does not move with the key."
            raise refused(MusicError(message, cure="Begin at the second fret or higher."))
        return self

    @model_validator(mode="after")
    def _area_is_an_area(self) -> Self:
        if self.way == "area" and self.high < self.low + 3:
            message = f"From the {self.low}. to the {self.high}. fret is no area."
            raise refused(MusicError(message, cure="Let it be four frets wide at least."))
        return self


@FINGERINGS.register
class OnKeys(CarriedPart):
    """One hand's fingers or both hands', as scale books print them or by least effort; numbers everywhere or at the
    crossings only. With both the left hand plays the line too, an octave or two lower.
    """

    kind: Literal["keyboard"] = "keyboard"
    family: ClassVar[FingeringFamily] = "keyboard"
    hand: Hand | Literal["both"] = "right"
    school: Literal["books", "effort"] = "books"
    numbers: Literal["all", "crossings"] = "all"


@FINGERINGS.register
class OnSlide(CarriedPart):
    """Positions of the slide. `sevenths` are the raised second and third position, where there is another way too."""

    kind: Literal["slide"] = "slide"
    family: ClassVar[FingeringFamily] = "slide"
    way: SlideWay = "first-choice"
    sevenths: bool = False


@FINGERINGS.register
class OnValves(FingeringPart):
    """Valves, and the slide that is pushed out."""

    kind: Literal["valves"] = "valves"
    family: ClassVar[FingeringFamily] = "valves"


@FINGERINGS.register
class OnHarp(FingeringPart):
    """A diatonic harmonica in a key: hole, breath and bends; `overblows` only where they are allowed."""

    kind: Literal["diatonic-harmonica"] = "diatonic-harmonica"
    family: ClassVar[FingeringFamily] = "diatonic-harmonica"
    harp: KeyName = "C"
    overblows: bool = False
    signs: Literal["arrows", "signs"] = "arrows"

    @property
    def above_c(self) -> int:
        """Half steps from a harp in C to this one: down for G, A♭, A, B♭ and B."""
        height = NoteName.parse(self.harp).pitch_class
        return height if height <= _HIGHEST_UPWARD else height - 12

    def fit(self, instrument: Instrument) -> Instrument:
        """The range of the harp, as far from the one in C as its key."""
        letter = NoteName.parse(self.harp).letter
        return instrument.raised(letter if self.above_c >= 0 and letter < 6 else letter - 7, self.above_c)


@FINGERINGS.register
class OnChromaticHarp(FingeringPart):
    """A chromatic harmonica: hole, breath and slide."""

    kind: Literal["chromatic-harmonica"] = "chromatic-harmonica"
    family: ClassVar[FingeringFamily] = "chromatic-harmonica"
    signs: Literal["arrows", "signs"] = "arrows"
