"""Licks: what is asked and answered."""

from __future__ import annotations

from pydantic import BaseModel

from dodecant.exercise.melody.lick import Lick, LickFunction
from dodecant.exercise.recipe.figures import OwnLick
from dodecant.exercise.recipe.lick_text import length_text
from dodecant.exercise.wording.licks import said_of
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.metre import MetreName


class ReadLickOut(BaseModel):
    """A lick and its chords as text, the metre of its bars, the tonic of its chords, and what was done to read it."""

    text: str
    over: str
    metre: MetreName
    tonic: str
    adjustments: list[str]


class AnalysedIn(BaseModel):
    """A lick, and the metre it is played in."""

    figure: OwnLick
    metre: MetreName = "4/4"


class LickNoteOut(BaseModel):
    """A note of a lick: its place and length in the text, its name and length in beats, the chord and sound it belongs
    to, its degree there, what it is and does, in words."""

    where: int
    size: int
    name: str
    length: str
    chord: str
    sound: str
    degree: str
    function: LickFunction
    words: str


def notes_of(text: str, lick: Lick) -> list[LickNoteOut]:
    """Every note of an analysed lick."""
    found = []
    for tone in lick.tones:
        over, units = lick.chords[tone.over], tone.timing.units
        found.append(
            LickNoteOut(
                where=tone.where,
                size=len(text[tone.where :].replace("|", " ").split(maxsplit=1)[0]),
                name=tone.pitch.text,
                length=str(units) if isinstance(units, int) else length_text(units),
                chord=print_chord(over.chord),
                sound=over.sound.text,
                degree=tone.was.text,
                function=tone.function,
                words=said_of(lick, tone),
            )
        )
    return found
