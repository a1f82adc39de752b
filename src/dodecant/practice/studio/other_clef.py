"""The same line for a reader of the other clef: note for note as it is written, moved by octaves onto that staff."""

from __future__ import annotations

from dataclasses import replace
from typing import Final

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip, Tone
from dodecant.instrument.profile import InstrumentTable
from dodecant.music.core.pitch import Pitch

_MIDDLE: Final = {"part-c-treble": Pitch.parse("B4"), "part-c-bass": Pitch.parse("D3")}  # the middle lines
_STAFF: Final = 4  # steps from the middle line to the outer ones
_FARTHEST: Final = 4  # octaves


def in_other_clef(exercise: Exercise, instruments: InstrumentTable) -> Exercise:
    """All its strips in the other clef, moved by the same octaves: as far as needs the fewest ledger lines, and of
    equals the least. Without fingers, tablature and what goes beside the line.
    """
    part = "part-c-treble" if exercise.instrument.clef == "bass" else "part-c-bass"
    middle = _MIDDLE[part].position
    places = [note.tone.written.position - middle for strip in exercise.strips for note in strip.notes]

    def beyond(octaves: int) -> int:
        return sum(max(0, abs(place + 7 * octaves) - _STAFF) for place in places)

    octaves = min(range(-_FARTHEST, _FARTHEST + 1), key=lambda one: (beyond(one), abs(one)))
    recipe = exercise.recipe.model_copy(update={"fingering": None, "companions": ()})
    strips = tuple(_moved(strip, octaves) for strip in exercise.strips)
    return replace(exercise, recipe=recipe, instrument=instruments.get(part), strips=strips, maps=())


def _moved(strip: Strip, octaves: int) -> Strip:
    notes = tuple(note._replace(tone=_higher(note.tone, octaves)) for note in strip.notes)
    return replace(strip, notes=notes, companions=(), fingers=(), left_hand=None)


def _higher(tone: Tone, octaves: int) -> Tone:
    written, sounding = (one.moved(7 * octaves, 12 * octaves) for one in (tone.written, tone.sounding))
    lower = tuple(_higher(one, octaves) for one in tone.lower_tones)
    return tone._replace(written=written, sounding=sounding, lower_tones=lower)
