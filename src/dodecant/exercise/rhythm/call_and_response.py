"""Call and answer: bars that are played and bars left open, in turn."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction

from dodecant.exercise.recipe.placement import Call
from dodecant.exercise.recipe.problems import Problem, RecipeError
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
    if end is not None:
        kept = list(_cut(spans, order, whole, played))
    else:
        times = 1 + call.twice
        calls = int(spans[-1][0] // played) + 1
        kept = [
            (start + (number * times + time) * whole - number * played, length, tone)
            for number in range(calls)
            for time in range(times)
            for start, length, tone in _within(spans, order, number * played, (number + 1) * played)
        ]
        end = calls * times * whole
    if not kept:
        message = "No note falls into the bars that are played."
        raise RecipeError([Problem("/placement/call", message, "Play more bars, or start earlier.")])
    bars = int(-(-end // bar))
    opened = frozenset(number for number in range(bars) if number % (call.bars + call.open) >= call.bars)
    return [(start, length) for start, length, _ in kept], [tone for _, _, tone in kept], opened, end


def _cut(spans: Sequence[Span], order: Sequence[int], whole: Fraction, played: Fraction) -> Iterator[_Played]:
    for (start, length), tone in zip(spans, order, strict=True):
        till = start // whole * whole + played
        if start < till:
            yield start, min(length, till - start), tone


def _within(spans: Sequence[Span], order: Sequence[int], first: Fraction, till: Fraction) -> Iterator[_Played]:
    for (start, length), tone in zip(spans, order, strict=True):
        if first <= start < till:
            yield start, min(length, till - start), tone
