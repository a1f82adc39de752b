"""What the hands do for every note of a strip, as the recipe asks; the optimiser itself is the instrument's."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache
from itertools import pairwise
from typing import Any, Final

from dodecant.exercise.notation.score import FingerMark, Strip
from dodecant.exercise.pinned import Pins
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.fingering import (
    FingeringPart,
    OnChromaticHarp,
    OnFrets,
    OnHarp,
    OnKeys,
    OnSlide,
    OnValves,
)
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.routes.stops import key_order
from dodecant.exercise.under_the_hand import placed_fingers
from dodecant.instrument.fingering.books import BookRow, book_of
from dodecant.instrument.fingering.fretted import ROMAN, Fretted, Neck, Stopped, arrivals
from dodecant.instrument.fingering.hands import Finger, Hands
from dodecant.instrument.fingering.harmonica import ChromaticHarp, DiatonicHarp
from dodecant.instrument.fingering.keyboard import Keyboard, KeyFinger, crosses
from dodecant.instrument.fingering.optimiser import Alternative, Family, Optimiser, Struck
from dodecant.instrument.fingering.slide import Slide
from dodecant.instrument.fingering.valves import Valves
from dodecant.instrument.fingering.weights import Weights
from dodecant.instrument.profile import Instrument
from dodecant.music.core.metre import Metre


class StripHands:
    """Fingers the strips of one recipe; hands that are the same know what they have worked out."""

    def __init__(
        self, recipe: Recipe, instrument: Instrument, weights: Weights, books: tuple[BookRow, ...], metre: Metre
    ) -> None:
        self._instrument, self._weights, self._books = instrument, weights, books
        self._part, self._other = parts_of(_in_keys(recipe))
        self._bar = metre.quarters
        self._hands: dict[tuple[FingeringPart, BookRow | None], Hands] = {}
        self._pins = Pins(self._part) if self._part else None
        self._idea: tuple[Finger | None, ...] = ()

    def fingered(self, strip: Strip) -> Strip:
        """The strip with its fingers; as it is where the recipe shows none.

        Raises RecipeError for a pin that cannot be where it is to be (see `Pins.of`).
        """
        part = self._part
        if part is None or self._pins is None:
            return strip
        groups = self._in_bars(strip)
        heights = [height for group in groups for height in group]
        pinned = self._pins.of(strip, self.hands_for(strip, part), heights)
        fingers, marks = self._played(strip, part, groups, pinned)
        if self._other is not None:
            _, others = self._played(strip, self._other, groups, {})
            marks = tuple(one and one._replace(other=other) for one, other in zip(marks, others, strict=True))
        return replace(strip, fingers=marks, labels=tuple(sorted((*strip.labels, *self._positions(strip, fingers)))))

    def _played(
        self, strip: Strip, part: FingeringPart, groups: list[list[Struck]], pinned: Mapping[int, Finger]
    ) -> tuple[list[Finger | None], tuple[FingerMark | None, ...]]:
        """What one hand does for a strip, and what of that is shown; pinned notes win over a figure's place."""
        idea = self._idea if part.carries and len(self._idea) == len(strip.notes) else ()
        places = {} if idea else _in_place(strip, part)
        fingers = self.hands_for(strip, part).line(groups, {**places, **pinned}, idea)
        self._idea = self._idea or tuple(fingers)
        return fingers, _places_told(_marks(part, fingers), strip, places)

    def why(self, first: Strip, strip: Strip, note: int) -> list[Alternative[Any]]:
        """Every way to play a note (from 0) of a fingered strip, each with the best line round it: the taken one first.
        Where the way of the `first` strip is carried, the best line keeps as much of that as it can.

        Raises RecipeError where no finger is shown at it.
        """
        if self._part is None or self._pins is None or note >= len(strip.notes):
            message = f"No finger is shown at note {note + 1}."
            raise RecipeError([Problem("/note", message, f"The strip has {len(strip.fingers)} notes with one.")])
        taken = [mark.finger if mark else None for mark in strip.fingers]
        heights = [height for group in self._in_bars(strip) for height in group]
        hands = self.hands_for(strip, self._part)
        carries = self._part.carries and strip is not first and len(first.fingers) == len(taken)
        idea = [mark.finger if mark else None for mark in first.fingers] if carries else []
        return hands.why(heights, taken, note, self._pins.of(strip, hands, heights), idea)

    def hands_for(self, strip: Strip, part: FingeringPart) -> Hands:
        """The hands that play a strip: on a keyboard by the book of its arpeggio or its scale."""
        book = None
        if isinstance(part, OnKeys) and part.school == "books" and not strip.stop.chords_written:
            book = self._book(strip)
        part = part.in_place(strip.stop.place)
        if (part, book) not in self._hands:
            optimiser = optimiser_of(part.model_copy(update=_ANY_WAY), self._instrument, self._weights, book)
            self._hands[part, book] = Hands(optimiser, same=part.same, seed=part.seed)
        return self._hands[part, book]

    def _book(self, strip: Strip) -> BookRow | None:
        """The row of what the line plays, where that is an arpeggio; of its sound, where it plays more of it."""
        sound = strip.stop.written
        played = frozenset(note.tone.written.midi % 12 for note in strip.notes)
        whole = sound.pitch_classes if len(played) > _ARPEGGIO else played
        return book_of(whole, sound.tonic.pitch_class, self._books)

    def _in_bars(self, strip: Strip) -> list[list[Struck]]:
        """The MIDI numbers of its notes, and of what is struck together, bar by bar."""
        groups: dict[int, list[Struck]] = {}
        for note in strip.notes:
            height = note.tone.written.midi
            lower = sorted((tone.written.midi for tone in note.tone.lower_tones), reverse=True)
            groups.setdefault(note.start // self._bar, []).append((height, *lower) if lower else height)
        return list(groups.values())

    def _positions(self, strip: Strip, fingers: Sequence[Finger | None]) -> Iterator[tuple[Fraction, str]]:
        """Over a fretted line the hand's position in Roman numerals, where it comes there."""
        if not isinstance(self._part, OnFrets) or self._part.fingers == "none":
            return
        for note, comes in zip(strip.notes, arrivals(fingers), strict=True):
            if comes:
                yield note.start, ROMAN[comes]


def _in_place(strip: Strip, part: FingeringPart) -> dict[int, KeyFinger]:
    """On a keyboard the fingers of what lies under the hand, by the place of the note."""
    if not isinstance(part, OnKeys) or part.hand == "both":
        return {}
    fingers = placed_fingers(strip.notes, strip.group, part.hand)
    return {
        place: KeyFinger(finger, strip.notes[place].tone.written.midi) for place, finger in enumerate(fingers) if finger
    }


def _places_told(
    marks: tuple[FingerMark | None, ...], strip: Strip, places: Mapping[int, KeyFinger]
) -> tuple[FingerMark | None, ...]:
    """Where fingers stand at crossings only, also the first of each figure that has a place of its own."""
    if strip.group <= _SEVERAL or len(places) < len(marks) - 1:  # the last note may stand by itself
        return marks
    return tuple(
        mark._replace(text=mark.finger.text) if mark and number % strip.group == 0 else mark
        for number, mark in enumerate(marks)
    )


def _in_keys(recipe: Recipe) -> FingeringPart | None:
    """The fingering of a recipe; through several keys without open strings, unless they are welcome."""
    part = recipe.fingering
    if isinstance(part, OnFrets) and part.open_strings == "seldom" and len(key_order(recipe.keys)) > 1:
        return part.model_copy(update={"open_strings": "none"})
    return part


def parts_of(part: FingeringPart | None) -> tuple[FingeringPart | None, FingeringPart | None]:
    """What one hand does, and what the other, where both play."""
    if isinstance(part, OnKeys) and part.hand == "both":
        left = part.model_copy(update={"hand": "left", "pins": ()})
        return part.model_copy(update={"hand": "right"}), left
    return part, None


def _marks(part: FingeringPart, fingers: Sequence[Finger | None]) -> tuple[FingerMark | None, ...]:
    texts = SHOWN[type(part)](part, fingers)
    found = zip(fingers, texts, strict=True)
    return tuple(None if finger is None else FingerMark(finger, text) for finger, text in found)


def leaves_its_place(strip: Strip) -> bool:
    """Whether a note of a strip lies outside the position or the area that the hand is in."""
    return any(mark and isinstance(mark.finger, Stopped) and mark.finger.outside for mark in strip.fingers)


_ARPEGGIO: Final = 4  # tones: a line with no more of them is an arpeggio
_SEVERAL: Final = 2  # notes: with more a figure may have a place of its own
# What states and costs do not depend on.
_ANY_WAY: Final[dict[str, Any]] = {"same": True, "seed": 0, "pins": ()}


@lru_cache(maxsize=24)
def optimiser_of(part: FingeringPart, instrument: Instrument, weights: Weights, book: BookRow | None) -> Optimiser[Any]:
    """What fingers lines on an instrument, as a part of a recipe asks: it remembers what it worked out.

    Raises RecipeError for another instrument's part.
    """
    if part.family != instrument.fingering.family:
        message = f"This is no fingering of the {instrument.name}."
        raise RecipeError([Problem("/fingering", message, "Choose its own, or show none.")])
    return Optimiser(FAMILIES[type(part)](part, instrument, weights, book))


def _frets(part: Any, instrument: Instrument, weights: Weights, book: BookRow | None) -> Family[Any]:
    neck = Neck.of(instrument)
    if part.way in ("position", "area") and part.low > neck.frets:
        message = f"There is no fret {part.low} on the {instrument.name}."
        raise RecipeError([Problem("/fingering/low", message, f"It has {neck.frets}.")])
    return Fretted(
        neck,
        weights["fretted"],
        part.way,
        low=part.low,
        high=part.high,
        per_string=part.per_string,
        school=part.school,
        open_strings=part.open_strings,
    )


def _keys(part: Any, instrument: Instrument, weights: Weights, book: BookRow | None) -> Family[Any]:
    printed = book.fingers(part.hand) if book else None
    return Keyboard(weights["keyboard"], part.hand, printed, chords=part.school == "books")


def _slide(part: Any, instrument: Instrument, weights: Weights, book: BookRow | None) -> Family[Any]:
    return Slide(weights["slide"], part.way, trigger=instrument.fingering.trigger, sevenths=part.sevenths)


def _valves(part: Any, instrument: Instrument, weights: Weights, book: BookRow | None) -> Family[Any]:
    fundamental = instrument.fingering.fundamental
    assert fundamental is not None  # noqa: S101 - the table of instruments is checked for it
    return Valves(fundamental.midi, weights["valves"])


FAMILIES: Final[Mapping[type[FingeringPart], Callable[..., Family[Any]]]] = {
    OnFrets: _frets,
    OnKeys: _keys,
    OnSlide: _slide,
    OnValves: _valves,
    OnHarp: lambda part, instrument, weights, book: DiatonicHarp(
        weights["harmonica"], part.above_c, overblows=part.overblows
    ),
    OnChromaticHarp: lambda part, instrument, weights, book: ChromaticHarp(weights["harmonica"]),
}


def _plainly(part: Any, fingers: Sequence[Finger | None]) -> list[str]:
    return ["" if finger is None else finger.text for finger in fingers]


def _on_frets(part: Any, fingers: Sequence[Finger | None]) -> list[str]:
    """Fingers, with + and - where one stretches; everywhere or where the hand shifts."""
    if part.fingers == "none":
        return [""] * len(fingers)
    found = []
    for finger, comes in zip(fingers, arrivals(fingers), strict=True):
        text = ""
        if isinstance(finger, Stopped):
            stretch = ("+" if finger.fret > finger.position else "-") if finger.stretched else ""
            text = finger.text + stretch if part.fingers == "all" or comes else ""
        found.append(text)
    return found


def _on_keys(part: Any, fingers: Sequence[Finger | None]) -> list[str]:
    """Fingers everywhere, or at the ends of a line, where it turns and where it crosses."""
    if part.numbers == "all":
        return _plainly(part, fingers)
    keyed = [finger if isinstance(finger, KeyFinger) else None for finger in fingers]
    told = {0, len(keyed) - 1}
    for place, (before, after) in enumerate(pairwise(keyed)):
        if before and after and crosses(before, after, part.hand):
            told |= {place, place + 1}
    return [finger.text if finger and place in told else "" for place, finger in enumerate(keyed)]


def _on_harps(part: Any, fingers: Sequence[Finger | None]) -> list[str]:
    """Hole and breath with arrows, or with a plus for blown and a minus for drawn."""
    if part.signs == "arrows":
        return _plainly(part, fingers)
    return [text.replace("↑", "+").replace("↓", "-") for text in _plainly(part, fingers)]


SHOWN: Final[Mapping[type[FingeringPart], Callable[[Any, Sequence[Finger | None]], list[str]]]] = {
    OnFrets: _on_frets,
    OnKeys: _on_keys,
    OnSlide: _plainly,
    OnValves: _plainly,
    OnHarp: _on_harps,
    OnChromaticHarp: _on_harps,
}
