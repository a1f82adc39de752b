"""Enclosures across the barline: on the time of one chord into the first tone of the next."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.melody.enclosure import Encloser
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.melody.line import Segment, Tones
from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.rhythm.text import Rhythm
from dodecant.exercise.rhythm.timing import Pace, Span, Timing, fill_rhythm, lay_out, one_grid, slots_between
from dodecant.instrument.profile import Reach
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch

_C = NoteName(0)


def on_c(pitch: Pitch, sound: Sound) -> FigureTone:
    """A pitch as a segment of its sound carries it: as it would stand on C."""
    moved = sound.on_c(pitch)
    degree = Degree.between(_C, moved.name)
    places = [place for place, own in enumerate(sound.scale.degrees) if own.half_steps % 12 == degree.half_steps % 12]
    return FigureTone(moved, degree, places[0] if places else None)


def led_across(held: Segment, notes: Sequence[Pitch], pace: Pace, reach: Reach) -> list[Segment]:
    """A chord's segment whose last note values lead into the next chord's first tone, in two parts.

    Where not all the leading notes lie in reach, or there is no room for them after a first tone, it stays as it is. In
    a rhythm of one's own the last slots are theirs. What they cut is dropped, with enclosures that would be left open.
    A first note that sounds already is held.
    """
    assert held.length is not None  # noqa: S101 - a chord has a length
    value, rhythm = pace
    spans = _spans(held, pace)
    end = held.start + held.length
    slots = [] if rhythm is None else slots_between(rhythm, held.start, end)
    begin = _last(len(notes), slots, held.start) if rhythm else end - len(notes) * value
    kept = [tone for tone, (start, _) in zip(held.tones, spans, strict=True) if start < begin]
    while kept and kept[-1].leads:
        kept.pop()
    if not notes or not kept or not all(reach.holds(pitch.midi, pitch.midi) for pitch in notes):
        return [held]
    kept[-1] = _until(kept[-1], spans[len(kept) - 1][0], begin, value, rhythm)
    if held.pitch(kept[-1]).midi == notes[0].midi:  # it stays instead of being struck again
        notes = notes[1:]
        timing = kept[-1].timing
        kept[-1] = replace(kept[-1], timing=timing._replace(units=timing.units + timing.rest + 1, rest=0))
        begin = _last(len(notes), slots, end) if rhythm else end - len(notes) * value
    tones = held._replace(on_c=Tones.of(kept), length=begin - held.start)
    plain = [replace(on_c(pitch, held.written), timing=Timing(1), leads=True) for pitch in notes]
    leading = held._replace(on_c=Tones.of(plain), start=begin, length=end - begin, shift=0, fold_into=None)
    return [tones, leading] if plain else [tones]


def leading_into(enclosure: Enclosure, after: Segment) -> list[Pitch]:
    """What an enclosure plays before the first tone of a segment; nothing where that tone is no target."""
    first, sound = after.tones[0], after.written
    notes = Encloser(enclosure, sound.scale, Ladder(_C, sound.scale), 1).before(first, None)
    moved = after.pitch(first).midi - after._replace(fold_into=None).pitch(first).midi
    there = after._replace(fold_into=None, shift=after.shift + moved // 12)
    return [there.pitch(note) for note in notes]


def cut_short(held: Segment, end: Fraction, pace: Pace) -> Segment:
    """A segment whose tones are over at a beat, because something begins there; without an enclosure left open.

    A beat is divided one way: a tone that shares the beat with what begins, on another grid, is dropped.
    """
    value, rhythm = pace
    spans = _spans(held, pace)
    kept = [
        tone
        for tone, (start, _) in zip(held.tones, spans, strict=True)
        if start < end and (start // 1 < end // 1 or one_grid(start, end))
    ]
    while kept and kept[-1].leads:
        kept.pop()
    if not kept:
        return held._replace(on_c=Tones(()), length=max(Fraction(0), end - held.start))
    kept[-1] = _until(kept[-1], spans[len(kept) - 1][0], end, value, rhythm)
    return held._replace(on_c=Tones.of(kept), length=end - held.start)


def _last(count: int, slots: Sequence[Fraction], otherwise: Fraction) -> Fraction:
    """Where so many of the last slots begin; `otherwise` where there are not so many, or none are asked for."""
    return slots[-count] if 0 < count <= len(slots) else otherwise


def _spans(held: Segment, pace: Pace) -> list[Span]:
    value, rhythm = pace
    timings = [tone.timing for tone in held.tones]
    return fill_rhythm(timings, held.start, rhythm) if rhythm else lay_out(timings, held.start, value)[0]


def _until(tone: FigureTone, start: Fraction, end: Fraction, value: Fraction, rhythm: Rhythm | None) -> FigureTone:
    """The last tone that is kept, no longer than until the leading notes begin."""
    longest = (end - start) / value
    if rhythm or tone.timing.units <= longest:
        return tone
    return replace(tone, timing=tone.timing._replace(units=longest, rest=0))
