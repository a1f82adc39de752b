"""Lines on one sound or a chain of them, fitted to a player: shift by octaves, then shorten the path, fold last."""

from __future__ import annotations

from dataclasses import replace

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.melody.line import Line, Segment, Tones
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.melody.recipe_on_scale import PathTones, RecipeOnScale
from dodecant.exercise.player import ResolvedPlayer
from dodecant.exercise.recipe.sounding.sounds import MorphingSounds
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.range import chosen_shift, octave_shifts


class LinesOnOneSound:
    """A line builder for a stop with a sound or a chain of sounds, without chords."""

    def __init__(self, work: LineWork) -> None:
        self._work = work
        sounds = work.recipe.sounds
        placement = work.recipe.placement
        self._at_barlines = placement.stages_at_barlines
        # A sound that comes several times is written once, under repeat signs, but where the whole strip is repeated.
        self._written_once = self._at_barlines and placement.times == 1
        self._only_changed = isinstance(sounds, MorphingSounds) and sounds.after_first == "changed"

    def line(self, stop: Stop) -> Line:
        """Work out the line of one stop and put it in reach, in the order the module's first line tells.

        Raises RecipeError when the figure leaves no tone at all.
        """
        player = self._work.player
        first = self._on(stop, stop.written)
        line = self._line(stop, first, 0)
        if self._work.recipe.path.takes_range and player.reach.holds(*line.span):
            return line
        found = in_reach(line, player)
        if found is not None:
            return found
        for shorter_by in range(1, len({anchor.rung for anchor in first.anchors})):
            kept = self._line(stop, first, shorter_by)
            shift = chosen_shift(*kept.span, player.widest, player.tessitura)
            if shift is not None:
                return replace(kept.moved(shift), fitted_by="shortened", left_out=shorter_by)
        return line.folded(player.widest)

    def _on(self, stop: Stop, sound: Sound) -> RecipeOnScale:
        scales, reach = self._work.scales, self._work.player.reach
        room = (reach.low.midi - sound.above_c, reach.high.midi - sound.above_c) if scales.takes_all else None
        return scales.on(sound.scale, stop.figure, room)

    def _line(self, stop: Stop, first: RecipeOnScale, shorter_by: int) -> Line:
        """The line before it is put in reach: one segment, or one for each sound of a chain, joined without a gap.

        In a stream a sound that would only strike again the tone the one before ended on goes on from there.
        """

        def path_on(scale: RecipeOnScale) -> PathTones:
            return scale.tones_of_path(shorter_by) if shorter_by else scale.whole

        begin = path_on(first)
        following = begin.tones
        segments = [Segment(following, stop.written, stop.sounding)]
        for (read, heard), (before, _) in zip(stop.chain[1:], stop.chain, strict=False):
            if self._written_once and read.scale == before.scale:
                segments[-1] = segments[-1]._replace(times=segments[-1].times + 1)
                continue
            if not self._only_changed:
                following = path_on(self._on(stop, read)).tones
            elif read.scale != before.scale:
                following = _around_changes(path_on(self._on(stop, read)).tones, before)
            if not following.all:
                continue
            struck = not self._at_barlines and following.all[0].pitch == segments[-1].tones[-1].pitch
            joined = Tones.of(following.all[1:]) if struck and len(following.all) > 1 else following
            segments.append(Segment(joined, read, heard, before=before))
        return Line(
            tuple(segments),
            missing=first.missing,
            missing_ends=first.missing_ends,
            pickup=begin.pickup,
            group=begin.group,
        )


def in_reach(line: Line, player: ResolvedPlayer) -> Line | None:
    """The whole line shifted into the reach, or into the widest one, where it fits.

    What does not fit under a hand that stays in one place lies as near to it as it can.
    """
    low, high = line.span
    shift = chosen_shift(low, high, player.reach, player.tessitura)
    if shift is not None:
        return replace(line.moved(shift), octaves_open=len(octave_shifts(low, high, player.reach)))
    if player.reach != player.own and (shifts := octave_shifts(low, high, player.own)):
        middle = player.reach.low.midi + player.reach.high.midi
        return line.moved(min(shifts, key=lambda shift: abs(low + high + 24 * shift - middle)))
    shift = chosen_shift(low, high, player.widest, player.tessitura)
    return None if shift is None else replace(line.moved(shift), fitted_by="full")


def beside(before: Line, line: Line, player: ResolvedPlayer) -> Line:
    """A line in the octave nearest to the line before it, where it fits; a line that was folded stays.

    Near are the lowest tones of both: so neighbouring keys lie side by side until the reach ends.
    """
    reach = player.reach if player.reach.holds(*line.span) else player.widest
    shifts = octave_shifts(*line.span, reach)
    if line.fitted_by == "folded" or not shifts:
        return line
    wanted = before.span[0]
    return line.moved(min(shifts, key=lambda shift: (abs(line.span[0] + 12 * shift - wanted), shift)))


def _around_changes(tones: Tones, before: Sound) -> Tones:
    """The tones that the sound before did not have, each with the tone before and after it."""
    new = [tone.degree not in before.scale.tones for tone in tones.all]
    near = [any(new[max(0, place - 1) : place + 2]) for place in range(len(new))]
    return Tones.of(tone for tone, kept in zip(tones.all, near, strict=True) if kept)
