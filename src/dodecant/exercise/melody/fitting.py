"""Fitting a line to a player: shift by octaves first, then shorten the path, fold single notes last."""

from __future__ import annotations

from dataclasses import replace

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.melody.line import Line, Segment, Tones
from dodecant.exercise.melody.setting import Laid, Room, Setting, Settings
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Instrument, Reach
from dodecant.instrument.range import Lie, chosen_shift, octave_shifts


def fit_line(
    recipe: Recipe, stop: Stop, settings: Settings, instrument: Instrument, reach: Reach, *, own_limits: bool
) -> Line:
    """Work out the line of one stop and put it in reach, in the order the module's first line tells.

    A player's own limits are never left; the comfortable reach may be left for the full one, with a remark.
    Raises RecipeError when the cell leaves no tone at all.
    """
    first = _on(settings, stop, stop.written, reach)
    changed = recipe.sounds.kind == "morph" and recipe.sounds.part == "changed"
    line = _line(stop, settings, first, reach, 0, only_changed=changed)
    if recipe.path.span == "range" and reach.holds(*line.span):
        return line
    lies = recipe.player.lies
    widest = reach if own_limits else instrument.full
    found = in_reach(line, reach, widest, lies)
    if found is not None:
        return found
    for shorter_by in range(1, len({anchor.rung for anchor in first.anchors})):
        kept = _line(stop, settings, first, reach, shorter_by, only_changed=changed)
        shift = chosen_shift(*kept.span, widest, lies)
        if shift is not None:
            return replace(kept.moved(shift), measure="shortened", left_out=shorter_by)
    return line.folded(widest)


def in_reach(line: Line, reach: Reach, widest: Reach, lies: Lie) -> Line | None:
    """The whole line shifted into the reach, or into the widest one, where it fits."""
    shift = chosen_shift(*line.span, reach, lies)
    if shift is not None:
        return replace(line.moved(shift), octaves_open=len(octave_shifts(*line.span, reach)))
    shift = chosen_shift(*line.span, widest, lies)
    return None if shift is None else replace(line.moved(shift), measure="full")


def _on(settings: Settings, stop: Stop, sound: Sound, reach: Reach) -> Setting:
    return settings.on(sound.scale, stop.figure, _room(sound, reach) if settings.takes_all else None)


def _room(sound: Sound, reach: Reach) -> Room:
    """The reach as seen from C."""
    return reach.low.midi - sound.above_c, reach.high.midi - sound.above_c


def _line(stop: Stop, settings: Settings, first: Setting, reach: Reach, shorter_by: int, *, only_changed: bool) -> Line:
    """The line before it is put in reach: one segment, or one for each sound of a chain, joined without a gap.

    Where a sound would only strike again the tone the one before ended on, it goes on from there.
    """

    def laid(setting: Setting) -> Laid:
        return setting.laid(shorter_by) if shorter_by else setting.whole

    begin = laid(first)
    following = begin.tones
    segments = [Segment(following, stop.written, stop.sounding)]
    for (read, heard), (before, _) in zip(stop.chain[1:], stop.chain, strict=False):
        if not only_changed:
            following = laid(_on(settings, stop, read, reach)).tones
        elif read.scale != before.scale:
            following = _around_changes(laid(_on(settings, stop, read, reach)).tones, before)
        if not following.all:
            continue
        struck = following.all[0].pitch == segments[-1].tones[-1].pitch
        joined = Tones.of(following.all[1:]) if struck and len(following.all) > 1 else following
        segments.append(Segment(joined, read, heard, before=before))
    return Line(tuple(segments), lacks=first.lacks, ends_lack=first.ends_lack, pickup=begin.pickup, group=first.group)


def _around_changes(tones: Tones, before: Sound) -> Tones:
    """The tones that the sound before did not have, each with the tone before and after it."""
    new = [tone.degree not in before.scale.tones for tone in tones.all]
    near = [any(new[max(0, place - 1) : place + 2]) for place in range(len(new))]
    return Tones.of(tone for tone, kept in zip(tones.all, near, strict=True) if kept)
