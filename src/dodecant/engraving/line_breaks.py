"""Where the lines of a strip break: a form in fours and at its sections, and no bar alone on the last line."""

from __future__ import annotations

import re
from collections.abc import Sequence
from itertools import accumulate

from dodecant.engraving.engraver import engrave
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.formats.musicxml.score import strip_musicxml

_BARS = 4  # on a line of a form
_ROOM_FOR_A_NOTE = 24  # CSS pixels
_ROOM_FOR_A_NUMBER = 23
_ROOM_ON_A_LINE = 22
_ROOM_FOR_A_SIGN = 5
_ROOM_FOR_A_BARLINE = 14
_BEGINNING = 64  # clef and metre
_LINE, _BAR = re.compile(r'class="system"'), re.compile(r'class="measure"')


def breaks_of_a_form(exercise: Exercise, strip: Strip, width: int) -> frozenset[int]:
    """The bars (from 0) that begin a new line over changes; none elsewhere.

    A line has four bars (two, where they are full of notes), and a section begins a line.
    """
    return _of_a_form(exercise, strip, width) if strip.stop.timeline is not None else frozenset()


def breaks_seen(picture: str) -> frozenset[int]:
    """The bars that had better begin a new line in an engraved picture; none where its lines break well by themselves.

    A last line of one bar is filled up from those before it.
    """
    bars = [len(_BAR.findall(line)) for line in _LINE.split(picture)[1:]]
    if len(bars) < 2 or bars[-1] > 1:
        return frozenset()
    whole, more = divmod(sum(bars), len(bars))
    sizes = [whole + (number < more) for number in range(len(bars))]
    return frozenset(accumulate(sizes[:-1]))


def side_by_side(exercise: Exercise, widths: Sequence[int]) -> int:
    """How many strips stand side by side, where one, two, three have so many CSS pixels each.

    As many as have their notes on one line, and no more than there are.
    """
    wanted = _width_on_one_line(exercise)
    fitting = [count for count, width in enumerate(widths[: len(exercise.strips)], 1) if width >= wanted]
    return max(fitting, default=1)


def _width_on_one_line(exercise: Exercise) -> int:
    """CSS pixels in which every strip has its notes on one line, roughly."""
    return max(
        _BEGINNING
        + _ROOM_ON_A_LINE * len(strip.notes)
        + _ROOM_FOR_A_SIGN * sum(bool(note.accidental) for note in strip.notes)
        + _ROOM_FOR_A_SIGN * abs(strip.fifths)
        + _ROOM_FOR_A_BARLINE * len(strip.bars)
        for strip in exercise.strips
    )


def room_for_numbers(exercise: Exercise, width: int) -> int:
    """The width in which numbers under the fullest line do not touch: half as much again at most."""
    if exercise.recipe.numbers == "none":
        return width
    strip = max(exercise.strips, key=lambda one: len(one.notes))
    picture = engrave(strip_musicxml(exercise, strip), width)
    counts, bar, fullest = _notes_in_bars(strip), 0, 0
    for line in _LINE.split(picture)[1:]:
        bars = len(_BAR.findall(line))
        fullest = max(fullest, sum(counts[bar : bar + bars]))
        bar += bars
    return min(max(width, fullest * _ROOM_FOR_A_NUMBER), width * 3 // 2)


def _notes_in_bars(strip: Strip) -> list[int]:
    return [sum(piece.note is not None for piece in bar.pieces) for bar in strip.bars]


def _of_a_form(exercise: Exercise, strip: Strip, width: int) -> frozenset[int]:
    timeline, full = strip.stop.form, exercise.metre.quarters
    pickup = int(timeline.lead_in > 0)
    sections = {int(start // full) for start, _ in timeline.sections}
    sections |= {pickup}
    counts = _notes_in_bars(strip)
    most = max((sum(counts[n : n + _BARS]) for n in range(len(counts))), default=0)
    size = _BARS if most * _ROOM_FOR_A_NOTE <= width else _BARS // 2
    found = set()
    since = 0
    for bar in range(pickup, len(strip.bars)):
        if bar in sections:
            since = bar
        if (bar - since) % size == 0:
            found.add(bar)
    return frozenset(found - {0, pickup})
