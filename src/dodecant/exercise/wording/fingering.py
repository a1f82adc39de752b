"""How a line is played, in the sentence: 'in the fifth position', 'with the slide going out'."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any, Final, NamedTuple

from dodecant.exercise.notation.score import Strip
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
from dodecant.exercise.wording.choices import phrase
from dodecant.exercise.wording.small_words import count, listed, nth
from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.hands import Finger
from dodecant.instrument.fingering.harmonica import HarpNote
from dodecant.instrument.fingering.keyboard import KeyFinger
from dodecant.instrument.fingering.slide import SlidePosition
from dodecant.instrument.fingering.valves import ValveFingering
from dodecant.instrument.profile import read_tuning
from dodecant.music.core.pitch import NoteName


class FingeringWords(NamedTuple):
    """A kind of fingering in words: what it is called in a list, and its phrase."""

    label: str
    phrase: Callable[[Any], str]


def fingering_text(recipe: Recipe) -> str:
    """The phrase of the sentence.

    >>> fingering_text(Recipe(fingering=OnFrets(way="position", low=5)))
    'in the fifth position'
    """
    part = recipe.fingering
    if part is None:
        return ""
    again = "" if part.seed == 0 else f" (way no. {part.seed})"
    on_route = isinstance(part, OnFrets) and part.way == "positions"
    turning = phrase("Recipe.positions_turn", recipe.positions_turn) if on_route else ""
    return f"{FINGERINGS_SAID[type(part)].phrase(part)}{turning}{again}{_pins(part)}"


def _pins(part: FingeringPart) -> str:
    """', two notes and each ♭7 pinned and carried to every key'."""
    notes = sum(pin.each is None for pin in part.pins)
    degrees = [f"each {pin.each.text}" for pin in part.pins if pin.each]
    told = [f"{count(notes)} note{'s' * (notes > 1)}"] * bool(notes) + list(dict.fromkeys(degrees))
    hold = phrase("OnFrets.pins_hold", part.hold) if any(pin.tonic is None for pin in part.pins) else ""
    return f", {listed(told)} pinned{hold}" if told else ""


def _frets(part: OnFrets) -> str:
    words = {
        "free": "with the hand moving as little as it can",
        "position": f"in the {nth(part.low)} position",
        "positions": _positions(part),
        "smallest-area": "in the smallest area of frets that holds every strip",
        "area": f"between the {nth(part.low)} and the {nth(part.high)} fret",
        "one-string": "along one string",
        "per-string": f"{count(part.per_string)} notes on a string",
        "shape": f"in one shape, from the {nth(part.low)} fret in the first key",
    }
    school = phrase("OnFrets.school", part.school)
    tuned = (
        "".join(f" {pitch.name.text}" for pitch in reversed(read_tuning(part.tuning))) if part.tuning.strip() else ""
    )
    tuning = f", tuned{tuned}" if tuned else ""
    opens = phrase("OnFrets.open_strings", part.open_strings)
    return f"{words[part.way]}{opens}{tuning}{school}{'' if part.tablature else ', without tablature'}"


def _positions(part: OnFrets) -> str:
    if not part.positions:
        return "in every position of the neck"
    many = "s" if len(part.positions) > 1 else ""
    return f"in the {listed([nth(low) for low in part.positions])} position{many}"


def _keys(part: OnKeys) -> str:
    said = (("hand", part.hand), ("school", part.school), ("numbers", part.numbers))
    return "".join(phrase(f"OnKeys.{field}", value) for field, value in said)


def _slide(part: OnSlide) -> str:
    raised = ", raised positions allowed" if part.sevenths else ""
    return f"{phrase('OnSlide.way', part.way)}{raised}"


def _harp(part: OnHarp) -> str:
    over = ", overblown where it must be" if part.overblows else ""
    return f"on a harp in {NoteName.parse(part.harp).text}{over}"


FINGERINGS_SAID: Final[Mapping[type[FingeringPart], FingeringWords]] = {
    OnFrets: FingeringWords("String, fret and finger", _frets),
    OnKeys: FingeringWords("Fingers of a hand", _keys),
    OnSlide: FingeringWords("Positions of the slide", _slide),
    OnValves: FingeringWords("Valves", lambda part: "with its valves"),
    OnHarp: FingeringWords("Holes of a harp", _harp),
    OnChromaticHarp: FingeringWords("Holes and slide", lambda part: "with its holes and slide"),
}


# What each cost of a finger is called, where it is asked why.
FINGER_COSTS: Final[Mapping[str, str]] = {
    "shift": "the hand moves",
    "stretch": "stretch",
    "crossing": "over strings",
    "skip": "strings skipped",
    "barre": "one finger over several strings",
    "roll": "one finger rolled over",
    "little": "little finger",
    "open": "open string",
    "high": "high on the neck",
    "outside": "outside",
    "string_count": "another number on the string",
    "relaxed": "not at rest",
    "beyond": "beyond the hand",
    "thumb_on_black": "thumb on a black key",
    "little_on_black": "little finger on a black key",
    "weak": "weak finger",
    "third_and_fourth": "third and fourth together",
    "fourth_on_black": "fourth on a black key beside the third",
    "pass_under": "thumb under or finger over",
    "pass_level": "thumb up to a black key",
    "same_finger": "one finger on two keys",
    "book": "not as books print it",
    "travel": "travel of the slide",
    "alternate": "not the first choice",
    "tuning": "off in tuning",
    "trigger": "trigger",
    "back": "comes back while rising",
    "valves": "valves that move",
    "bend": "bend",
    "over": "blown over",
    "breath": "turn of the breath",
    "holes": "holes moved over",
    "slide": "slide",
}


def fingers_told(strip: Strip, most: int) -> str:
    """The first fingers of a strip: 'string/fret 5/3 5/5 4/2', '1 2 3 1'; nothing where none are shown."""
    return ways_told([mark.finger if mark else None for mark in strip.fingers[:most]])


def ways_told(fingers: Sequence[Finger | None]) -> str:
    """Fingers one after the other: 'string/fret 5/3 5/5 4/2', '1 2 3 1'."""
    there = [finger for finger in fingers if finger is not None]
    frets = [f"{one.string}/{one.fret}" for one in there if isinstance(one, Stopped)]
    return " ".join(["string/fret", *frets] if frets else [one.text for one in there])


def finger_said(finger: Finger) -> str:
    """A way to play a note: 'finger 4 in fret 8 of string 6, hand in fret 5', 'position 4', 'valves 13'."""
    if isinstance(finger, Stopped):
        if finger.under:
            return "; ".join(finger_said(one) for one in finger.each)
        if finger.finger == 0:
            return f"open string {finger.string}"
        return f"finger {finger.finger} in fret {finger.fret} of string {finger.string}, hand in fret {finger.position}"
    if isinstance(finger, SlidePosition):
        return f"position {finger.text}, partial {finger.partial}"
    if isinstance(finger, ValveFingering):
        return f"valves {finger.text}" if finger.valves != "0" else "no valve"
    if isinstance(finger, HarpNote):
        return f"hole {finger.text}"
    if isinstance(finger, KeyFinger) and finger.under:
        return f"fingers {' '.join(one.text for one in reversed(finger.each))}"
    return f"finger {finger.text}"
