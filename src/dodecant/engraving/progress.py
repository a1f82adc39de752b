"""How far a long piece of work has come, for whoever wants to be told; nobody is told unless somebody listens."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from typing import TypeVar

T = TypeVar("T")
Told = Callable[[int, int], None]  # so many done, of so many

_TOLD: ContextVar[Told | None] = ContextVar("told", default=None)


def each(items: Sequence[T]) -> Iterator[T]:
    """The items one by one; whoever listens is told before each how many are done."""
    told = _TOLD.get()
    for done, item in enumerate(items):
        if told is not None:
            told(done, len(items))
        yield item
    if told is not None:
        told(len(items), len(items))


@contextmanager
def telling(told: Told) -> Iterator[None]:
    """Have what is worked out meanwhile tell how far it has come."""
    before = _TOLD.set(told)
    try:
        yield
    finally:
        _TOLD.reset(before)
