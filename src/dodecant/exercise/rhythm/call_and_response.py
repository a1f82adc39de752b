"""Call and answer: bars that are played and bars left open, in turn."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from itertools import groupby

from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.placement import Call
from dodecant.exercise.rhythm.timing import Span

_Played = tuple[Fraction, Fraction, int]  # start, length, the tone's number


def answered(
    call: Call, spans: Sequence[Span], order: Sequence[int], bar: Fraction, end: Fraction | None
) -> tuple[list[Span], list[int], frozenset[int], Fraction]:
    """The spans and numbers of what is played, the open bars (from 0), and the end, in beats.

    Over changes (which have an `end`) the open bars take the place of what would have been played; else they come
    between, and a call may come twice. A note stops where its call does.

    >>> spans = [(Fraction(n), Fraction(1)) for n in range(8)]
    >>> [int(start) for start, _ in answered(Call(bars=1, open=1), spans, range(8), Fraction(4), None)[0]]
    [0, 1, 2, 3, 8, 9, 10, 11]
    """
    played, waited = call.bars * bar, call.open * bar
    whole = played + waited
    kept: list[_Played] = []
    if end is not None:
        kept += (
            (start, min(length, start // whole * whole + played - start), tone)
            for (start, length), tone in zip(spans, order, strict=True)
            if start % whole < played
        )
    else:
        times, calls = 1 + call.twice, 0
        for number, several in groupby(zip(spans, order, strict=True), key=lambda one: int(one[0][0] // played)):
            notes, till = list(several), (number + 1) * played
            for time in range(times):
                later = (number * times + time) * whole - number * played
                kept += [(start + later, min(length, till - start), tone) for (start, length), tone in notes]
            calls = number + 1
        end = calls * times * whole
    if not kept:
        message = "No note falls into the bars that are played."
        raise RecipeError([Problem("/placement/call", message, "Play more bars, or start earlier.")])
    bars = int(-(-end // bar))
    opened = frozenset(number for number in range(bars) if number % (call.bars + call.open) >= call.bars)
    return [(start, length) for start, length, _ in kept], [tone for _, _, tone in kept], opened, end
