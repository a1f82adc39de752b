"""The form one improvises over: bar by bar its chords and what may be played on each, as the player reads them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from dodecant.exercise.harmony.timeline import Sound, TimedChord
from dodecant.exercise.notation.score import Strip
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.metre import Metre
from dodecant.practice.improvised.rule import sound_read


class FormChord(NamedTuple):
    """A chord by its symbol (N.C. is none), on which beat of its bar it comes (quarter notes from 0), and what is
    played on it: its sound, or the chosen ones in the order of the choruses.
    """

    symbol: str
    beat: float
    sounds: tuple[str, ...]


class FormBar(NamedTuple):
    """A bar by its number (from 1), the section that begins in it, and the chords that come in it: none where the one
    before stays.
    """

    number: int
    section: str
    chords: tuple[FormChord, ...]


def form_of(strip: Strip, chosen: Sequence[Sound], metre: Metre) -> tuple[FormBar, ...]:
    """The bars of a strip; without chords where it has no changes."""
    sections = strip.stop.timeline.sections if strip.stop.timeline else ()
    bar, found, held = metre.quarters, list[FormBar](), None
    for number in range(int(strip.begin // bar), int(-(-strip.end // bar))):
        begin, end = number * bar, (number + 1) * bar
        section = next((name for start, name in sections if begin <= start < end), "")
        chords = []
        for over in strip.stop.chords_written:
            if not begin <= over.start < end:
                continue
            if over.chord != held or section or not found:
                chords.append(
                    FormChord(print_chord(over.chord), float(over.start - begin), _played_on(strip, over, chosen))
                )
            held = over.chord
        found.append(FormBar(number + 1, section, tuple(chords)))
    return tuple(found)


def _played_on(strip: Strip, over: TimedChord, chosen: Sequence[Sound]) -> tuple[str, ...]:
    """What is played on a chord, chorus by chorus until they come round; nothing on N.C."""
    if over.sound is None:
        return ()
    return tuple(sound_read(strip, chosen, time, over.start).text for time in range(1, max(1, len(chosen)) + 1))
