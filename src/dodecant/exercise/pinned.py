"""Notes that are pinned: what of it holds in which strip, and how the first strip's way is carried to the others."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.fingering import FingeringPart, FingerPin
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.hands import Finger, Hands, alike, strings_lower
from dodecant.instrument.fingering.optimiser import Struck

_SIGNS: Final = str.maketrans({"#": "♯", "♮": "", "*": "", " ": ""})


class Pins:
    """The pins of one recipe."""

    def __init__(self, part: FingeringPart) -> None:
        self._part = part
        self._home: int | None = None

    def of(self, strip: Strip, hands: Hands, heights: Sequence[Struck]) -> dict[int, Finger]:
        """What is pinned in a strip, by the place of the note (from 0).

        Raises RecipeError for a pin that cannot be in the first strip, or in the key it is for; in others it is left
        out.
        """
        key, first = strip.stop.written.tonic.pitch_class, strip.stop.index == 0
        self._home = key if first else self._home
        found: dict[int, Finger] = {}
        for number, pin in enumerate(self._part.pins):
            own = pin.tonic is not None
            holds = pin.tonic == key if own else self._holds(key, first=first)
            if holds:
                found |= dict(_placed(number, pin, strip, hands, heights, told=first or own))
        return found

    def _holds(self, key: int, *, first: bool) -> bool:
        """Whether the pins that are for no key by name are taken literally in a strip."""
        hold = self._part.hold
        return first or hold == "every-key" or (hold == "first-key" and key == self._home)


def _placed(
    number: int, pin: FingerPin, strip: Strip, hands: Hands, heights: Sequence[Struck], *, told: bool
) -> Iterator[tuple[int, Finger]]:
    """The notes of a strip that one pin holds, with what it says; raises RecipeError for what cannot be, if `told`."""
    places = _places(pin, strip)
    if not places and told:
        raise RecipeError([_not_there(number, pin, strip)])
    for place in places:
        states = hands.states(heights[place])
        fitting = [state for state in states if _is_pinned(state, pin)]
        if fitting:
            yield place, fitting[0]
        elif told:
            ways = ", ".join(dict.fromkeys(_said(state) for state in states))
            message = f"Note {place + 1} is not played so."
            cure = f"It is played {ways}." if ways else "The instrument does not have it."
            raise RecipeError([Problem(f"/fingering/pins/{number}/finger", message, cure)])


def _places(pin: FingerPin, strip: Strip) -> list[int]:
    """The notes of a strip that a pin is for: one by its place, or each of a degree.

    A number without a sign is also the degree of the sound that has this number, whatever its sign.
    """
    wanted = pin.each
    if wanted is None:
        return [pin.note - 1] if 0 < pin.note <= len(strip.notes) else []
    exactly = [place for place, note in enumerate(strip.notes) if note.tone.degree == wanted]
    if exactly or wanted.alteration:
        return exactly
    return [place for place, note in enumerate(strip.notes) if note.tone.degree.number == wanted.number]


def _not_there(number: int, pin: FingerPin, strip: Strip) -> Problem:
    where = f"/fingering/pins/{number}"
    if pin.each:
        degrees = ", ".join(dict.fromkeys(note.tone.degree.text for note in strip.notes))
        return Problem(f"{where}/degree", f"There is no {pin.each.text} in the strip.", f"It has {degrees}.")
    return Problem(f"{where}/note", f"There is no note {pin.note}.", f"The strip has {len(strip.notes)} notes.")


def _is_pinned(state: Finger, pin: FingerPin) -> bool:
    """Whether a way is what was typed: signs may be written in any usual way."""
    if isinstance(state, Stopped):
        return state.text == pin.finger and pin.string in (0, state.string)
    return state.text.translate(_SIGNS) == pin.finger.translate(_SIGNS)


def _said(state: Finger) -> str:
    """A way to play a note, to be named."""
    if isinstance(state, Stopped):
        return f"by finger {state.finger} on string {state.string}"
    return f"as {state.text}"


def not_carried(first: Strip, strip: Strip) -> tuple[list[int], int]:
    """The notes (from 0) that are fingered otherwise than those of the first strip, all where there are others; and how
    many strings lower the rest lies.
    """
    ideas, ways = ([mark.finger if mark else None for mark in one.fingers] for one in (first, strip))
    if len(ideas) != len(ways):
        return list(range(len(ways))), 0
    strings = strings_lower(ideas, [[way] if way else [] for way in ways])
    pairs = enumerate(zip(ideas, ways, strict=True))
    return [place for place, (one, other) in pairs if one and not (other and alike(one, other, strings))], strings
