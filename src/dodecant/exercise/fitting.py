"""Fitting a line to a player: shift by octaves first, then shorten the path, fold single notes last."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from dodecant.exercise.figure import Figure, FigureTone
from dodecant.exercise.ladder import Ladder
from dodecant.exercise.path import Anchor, lacking_ends, walk
from dodecant.exercise.problems import Problem, RecipeError
from dodecant.exercise.recipe import Recipe
from dodecant.exercise.route import Sound
from dodecant.instrument.profile import Instrument, Reach
from dodecant.instrument.range import chosen_shift, folded, octave_shifts
from dodecant.music.pitch import Pitch

Measure = Literal["none", "full", "shortened", "folded"]
MOST_ANCHORS = 400


@dataclass(frozen=True)
class Line:
    """The tones of a strip, where the player can play them, and what had to be done for that.

    `shift` moves every tone by octaves; `fold_into` then brings single notes into a reach. `octaves_open` counts
    the octaves in which the whole line lies inside the wanted reach; `left_out` the tones the path lost at its
    upper end; `lacks` the cell's numbers and `ends_lack` the path's ends that the sound lacks.
    """

    tones: tuple[FigureTone, ...]
    measure: Measure
    shift: int
    lacks: tuple[int, ...]
    ends_lack: tuple[tuple[str, int], ...]
    octaves_open: int = 0
    left_out: int = 0
    fold_into: Reach | None = None

    def pitch(self, tone: FigureTone) -> Pitch:
        """Where a tone of the line is written."""
        pitch = tone.pitch
        moved = Pitch(pitch.letter, pitch.alteration, pitch.octave + self.shift)
        return folded(moved, self.fold_into) if self.fold_into else moved


def fit_line(recipe: Recipe, sound: Sound, instrument: Instrument, reach: Reach, *, own_limits: bool) -> Line:
    """Work out the line of one stop and put it in reach, in the order the module's first line tells.

    A player's own limits are never left; the comfortable reach may be left for the full one, with a remark.
    Raises RecipeError when the cell leaves no tone at all.
    """
    ladder = Ladder(sound.tonic, sound.scale)
    figure = Figure(recipe.figure, ladder)
    falling = Ladder(sound.tonic, sound.scale, coming_down=True)
    figures = (figure, Figure(recipe.figure, falling) if sound.scale.down else figure)
    anchors = walk(recipe.path, ladder)
    if len(anchors) > MOST_ANCHORS:
        raise RecipeError([Problem("/path", f"The path visits {len(anchors)} tones.", "Shorten it.")])
    tones = _tones(figures, anchors)
    if not tones:
        raise RecipeError(
            [Problem("/figure/text", f"{sound.text} has none of these tones.", "Take the nearest tones instead.")]
        )
    line = Line(tones, "none", 0, figure.lacks, lacking_ends(recipe.path, ladder))
    low, high = _span(tones)
    lies = recipe.player.lies
    shift = chosen_shift(low, high, reach, lies)
    if shift is not None:
        return replace(line, shift=shift, octaves_open=len(octave_shifts(low, high, reach)))
    widest = reach if own_limits else instrument.full
    shift = chosen_shift(low, high, widest, lies)
    if shift is not None:
        return replace(line, measure="full", shift=shift)
    for shorter_by in range(1, len({anchor.rung for anchor in anchors})):
        kept = _tones(figures, walk(recipe.path, ladder, shorter_by=shorter_by))
        shift = chosen_shift(*_span(kept), widest, lies)
        if shift is not None:
            return replace(line, tones=kept, measure="shortened", shift=shift, left_out=shorter_by)
    return replace(line, measure="folded", fold_into=widest)


def _tones(figures: tuple[Figure, Figure], anchors: tuple[Anchor, ...]) -> tuple[FigureTone, ...]:
    """The figure on every anchor; on the way down it stands on the sound's form coming down."""
    return tuple(tone for anchor in anchors for tone in figures[anchor.falling].tones_on(anchor.rung))


def _span(tones: tuple[FigureTone, ...]) -> tuple[int, int]:
    heights = [pitch.midi for pitch in {id(tone): tone.pitch for tone in tones}.values()]
    return min(heights), max(heights)
