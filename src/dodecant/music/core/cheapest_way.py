"""The cheapest way through several steps, by dynamic programming (Bellman 1957)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import TypeVar

T = TypeVar("T")


def cheapest_way(steps: Sequence[Sequence[T]], own: Callable[[T], int], between: Callable[[T, T], int]) -> list[int]:
    """The number of the one to take at each step, so that own costs and costs between neighbours are least together.

    Of equals the first is taken.

    >>> cheapest_way([[3], [9, 5], [6, 1]], own=lambda n: 0, between=lambda a, b: abs(a - b))
    [0, 1, 0]
    """
    best = [own(one) for one in steps[0]] if steps else []
    came: list[list[int]] = []
    for before, here in pairwise(steps):
        ways = [[cost + between(one, other) for cost, one in zip(best, before, strict=True)] for other in here]
        came.append([costs.index(min(costs)) for costs in ways])
        best = [min(costs) + own(other) for costs, other in zip(ways, here, strict=True)]
    taken = [best.index(min(best))] if steps else []
    for places in reversed(came):
        taken.append(places[taken[-1]])
    return taken[::-1]
