"""A hand is a place: a figure that lies under five fingers keeps it, whatever the scale around it."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise
from typing import Final

from dodecant.exercise.notation.score import Note
from dodecant.instrument.fingering.books import Hand
from dodecant.music.core.pitch import Pitch

_FIFTH: Final = 4  # steps from the thumb to the little finger
_THIRD, _SEVENTH = 3, 11  # half steps
_OF_SEVENTH: Final = {"right": (1, 2, 3, 5), "left": (5, 3, 2, 1)}  # the four tones of a seventh chord, from the lowest
_FIGURES: Final = range(3, 9)  # notes of a figure that may be one place


def placed_fingers(notes: Sequence[Note], group: int, hand: Hand) -> tuple[int, ...]:
    """The finger of each note where the whole line, or each of its figures of `group` notes, lies under the hand;
    nothing where it does not; 0 for a note by itself.

    Within a fifth each step has its finger; the four tones of a seventh chord have all but the fourth (in the left hand
    but the fourth too).
    """
    if not notes or any(note.tone.lower_tones for note in notes):
        return ()
    pitches = [note.tone.written for note in notes]
    whole = _place(pitches, hand)
    if whole or group not in _FIGURES:
        return whole
    found: list[int] = []
    for start in range(0, len(pitches), group):
        figure = pitches[start : start + group]
        fingers = _place(figure, hand) if len(figure) > 1 else (0,)
        if not fingers:
            return ()
        found += fingers
    return tuple(found)


def _place(pitches: Sequence[Pitch], hand: Hand) -> tuple[int, ...]:
    """The fingers of a figure in one place.

    >>> _place([Pitch.parse(name) for name in ("C4", "D4", "E4", "G4")], "left")
    (5, 4, 3, 1)
    """
    low = min(pitch.position for pitch in pitches)
    wide = max(pitch.position for pitch in pitches) - low
    tones = sorted({pitch.midi for pitch in pitches})
    if wide <= _FIFTH and len({pitch.position for pitch in pitches}) == len(tones):
        return tuple(
            1 + (pitch.position - low if hand == "right" else low + wide - pitch.position) for pitch in pitches
        )
    thirds = all(upper - lower >= _THIRD for lower, upper in pairwise(tones))
    if thirds and len(tones) == len(_OF_SEVENTH["right"]) and tones[-1] - tones[0] <= _SEVENTH:
        return tuple(_OF_SEVENTH[hand][tones.index(pitch.midi)] for pitch in pitches)
    return ()
