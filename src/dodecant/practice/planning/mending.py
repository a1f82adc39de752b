"""An exercise for a degree that slips: led into from below and from above, in the keys where it slipped, slower."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from dodecant.exercise.recipe.document import KeyRoute, Recipe
from dodecant.exercise.recipe.figures import Cell
from dodecant.exercise.recipe.path import Path
from dodecant.exercise.recipe.rhythm.placement import Placement
from dodecant.exercise.recipe.sounding.sounds import OneSound
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale

MENDED: Final = ("wrong", "left-out")  # kinds of slips: one in time, or by an octave, is none of a degree
SLOWER: Final = 0.6  # of the tempo at which it slipped
_LEAST_TEMPO: Final = 40  # BPM
_TIMES: Final = 4
_VALUES: Final = ("eighth", "triplet", "sixteenth", "quarter")


def mending_cell(scale: Scale, degree: Degree) -> str:
    """The degree between the two tones below it and the two above it, as a cell of eight that comes round; the degree
    falls on two and on four. However it is numbered (9, ♭13), it lies within the octave.

    >>> from dodecant.tables import load_tables
    >>> mending_cell(load_tables().scales.get("mixolydian"), Degree.parse("♭7"))
    '5 6 ♭7 1+ 2+ 1+ ♭7 6'
    """
    rungs = sorted(
        (tone.half_steps % 12 + 12 * octave, _number(scale, tone) + ("+" if octave > 0 else "-") * abs(octave))
        for tone in scale.degrees
        for octave in (-1, 0, 1)
    )
    height = degree.half_steps % 12
    degree = degree.within_octave
    below = [number for at, number in rungs if at < height][-2:]
    above = [number for at, number in rungs if at > height][:2]
    own = _number(scale, degree)
    return " ".join([*below, own, *above, above[0], own, below[-1]])


def _number(scale: Scale, degree: Degree) -> str:
    """A degree as a cell says it, a natural one insisted on where the scale has another of its number."""
    twice = any(tone.number == degree.number and tone != degree for tone in scale.degrees)
    return f"♮{degree.text}" if twice and degree.alteration == 0 else degree.text


def mending_title(degree: str, sound: str) -> str:
    """What the exercise is called."""
    return f"Mend {degree} of {sound}"


def mending(scale: Scale, degree: Degree, keys: Sequence[str], tempo: int, played: Recipe | None = None) -> Recipe:
    """The exercise as a recipe, in keys as the player reads them, for what slipped at a tempo (BPM); the player, the
    metre, the note value and the numbers are those of what was `played`, if that is known.
    """
    usual = played or Recipe()
    value = usual.placement.value if usual.placement.value in _VALUES else "eighth"
    return Recipe(
        title=mending_title(degree.within_octave.text, scale.name),
        sounds=OneSound(scale=scale.id),
        figure=Cell(text=mending_cell(scale, degree), lacking="chromatic"),
        path=Path(span="once"),
        placement=Placement(value=value, metre=usual.placement.metre, times=_TIMES, swing=usual.placement.swing),
        keys=KeyRoute(order="picked", picked=tuple(keys)),
        player=usual.player.model_copy(update={"named_key": "written"}),
        numbers=usual.numbers,
        spelling=usual.spelling,
        tempo=max(_LEAST_TEMPO, round(SLOWER * tempo)),
    )
