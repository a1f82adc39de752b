"""Tones upside down: what rose now falls, by as many rungs of the ladder."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from dodecant.exercise.melody.figure_tone import FigureTone, ToneMaker
from dodecant.music.core.degree import Degree


def upside_down(tones: Sequence[FigureTone], maker: ToneMaker) -> list[FigureTone]:
    """The tones mirrored round the first one that stands on a rung; one that leads keeps its half steps, the other way.

    Tones struck together stay as they are.
    """
    on_rungs = [tone.rung for tone in tones if tone.rung is not None]
    if not on_rungs or any(tone.lower_tones for tone in tones):
        return list(tones)
    axis = 2 * on_rungs[0]
    found: list[FigureTone] = []
    for place, tone in enumerate(tones):
        if tone.rung is not None:
            found.append(_as_was(maker.rung(axis - tone.rung), tone))
            continue
        near = next(one for one in (*tones[place:], *reversed(tones[:place])) if one.rung is not None)
        there = maker.rung(axis - (near.rung or 0)).pitch
        steps, half_steps = near.pitch.position - tone.pitch.position, near.pitch.midi - tone.pitch.midi
        pitch = there.moved(steps, half_steps)
        found.append(_as_was(FigureTone(pitch, Degree.between(maker.ladder.tonic, pitch.name), None), tone))
    return found


def _as_was(mirrored: FigureTone, tone: FigureTone) -> FigureTone:
    """A mirrored tone in the time of the one it comes from."""
    if tone.timing == mirrored.timing and tone.leads == mirrored.leads:
        return mirrored
    return replace(mirrored, timing=tone.timing, leads=tone.leads)
