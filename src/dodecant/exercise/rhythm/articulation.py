"""How the notes of a strip are struck and joined: articulations and slurs, counted by notes, slots or figures."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from itertools import chain, cycle, repeat
from typing import Literal

from dodecant.exercise.recipe.rhythm.placement import Mark, MarkKind, Placement, Slurs
from dodecant.exercise.rhythm.timing import Span

Slur = Literal["", "start", "stop"]
Articulations = tuple[MarkKind, ...]
_WHOLE = 10_000  # notes: more than any figure has


def marks_of(
    placement: Placement, spans: Sequence[Span], begins: Sequence[bool], slot: Fraction
) -> list[Articulations]:
    """The marks of each note; `begins` tells which begin a figure, a `slot` is so many beats; time is in bars' beats.

    >>> marks_of(Placement(marks=(Mark(every=2),)), [(Fraction(n), Fraction(1)) for n in range(3)], [], Fraction(1))
    [('accent',), (), ('accent',)]
    """
    columns = [_marked(mark, spans, begins, slot) for mark in placement.marks]
    kinds = [mark.kind for mark in placement.marks]
    rows = zip(*columns, strict=True) if columns else repeat((), len(spans))
    return [tuple(dict.fromkeys(kind for kind, there in zip(kinds, row, strict=True) if there)) for row in rows]


def _marked(mark: Mark, spans: Sequence[Span], begins: Sequence[bool], slot: Fraction) -> list[bool]:
    if mark.by == "notes":
        return [place % mark.every == 0 for place in range(len(spans))]
    if mark.by == "slots":
        return [start / slot + 1 in mark.places for start, _ in spans]
    return [place in mark.places for place in _places(begins)]


def _places(begins: Sequence[bool]) -> Iterator[int]:
    """The place of each note in its figure, from 1; the first note begins one."""
    place = 0
    for begin in begins:
        place = 1 if begin else place + 1
        yield place


def slurs_of(slurs: Slurs, spans: Sequence[Span], begins: Sequence[bool]) -> list[Slur]:
    """Where slurs start and stop: groups in turn; one is over at a rest, and one note alone has none.

    >>> slurs_of(Slurs(groups=(2, 1)), [(Fraction(n), Fraction(1)) for n in range(5)], [])
    ['start', 'stop', '', 'start', 'stop']
    """
    found: list[Slur] = [""] * len(spans)
    first = 0
    for after in _ends(slurs, spans, begins):
        if after - first > 1:
            found[first], found[after - 1] = "start", "stop"
        first = after
    return found


def _ends(slurs: Slurs, spans: Sequence[Span], begins: Sequence[bool]) -> Iterator[int]:
    """The place after each group."""
    sizes = _sizes(slurs)
    left = next(sizes)
    for place, (start, _) in enumerate(spans):
        anew = slurs.by == "figure" and place > 0 and begins[place]
        rested = place > 0 and sum(spans[place - 1]) != start
        if anew:
            sizes = _sizes(slurs)
        if anew or rested or left == 0:
            yield place
            left = next(sizes)
        left -= 1
    yield len(spans)


def _sizes(slurs: Slurs) -> Iterator[int]:
    """The sizes of the groups in turn, after the notes that come before them."""
    if not slurs.groups:
        return chain(repeat(1, slurs.after), repeat(_WHOLE))
    return chain(repeat(1, slurs.after), cycle(slurs.groups))
