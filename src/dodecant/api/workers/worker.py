"""What is done inside a process of the pool."""

from __future__ import annotations

import ctypes
import os
from collections.abc import Callable
from contextlib import suppress
from importlib import import_module
from typing import Any

from dodecant.engraving.progress import telling

NUMBERS = 4  # that the server shares with each piece of work: parts done, of so many; begun; not wanted any more
_TASKS_TO_TIDY = 10
_NICE = 5  # the server itself, which only takes in and sends, goes first
_progress: Any = None  # the numbers it shares with the server


class GoneError(RuntimeError):
    """Nobody waits for the answer any more."""


def begin_process(progress: Any, warm: str) -> None:
    """Get ready, before the first piece of work: `warm` names a module whose `warm_up` is called, if any."""
    global _progress
    _progress = progress
    os.nice(_NICE)
    if warm:
        import_module(warm).warm_up()


def do(place: int, module: str, name: str, plain: tuple[Any, ...], named: dict[str, Any]) -> Any:
    """The marked work itself; `place` is where its numbers begin."""
    work = getattr(import_module(module), name)
    work = getattr(work, "offloaded_work", work)
    try:
        return wanted(_progress, place, work, plain, named)
    finally:
        _tidy(at_once=is_costly(work, plain, named))


def wanted(progress: Any, place: int, work: Callable[..., Any], plain: tuple[Any, ...], named: dict[str, Any]) -> Any:
    """What the work gives; it tells how far it has come. Raises GoneError as soon as nobody wants it any more."""

    def told(done: int, of: int) -> None:
        if progress[place + 3]:
            raise GoneError
        progress[place : place + 3] = [done, of, 1]

    told(0, 0)
    with telling(told):
        return work(*plain, **named)


def is_costly(work: Callable[..., Any], plain: tuple[Any, ...], named: dict[str, Any]) -> bool:
    """Whether the work always takes long with these arguments."""
    when = getattr(work, "costly", None)
    return when is not None and bool(when(*plain, **named))


_since_tidied = 0


def _tidy(*, at_once: bool) -> None:
    """Give memory that is free back to the machine: the C library keeps it, by hundreds of megabytes after printing."""
    global _since_tidied
    _since_tidied += 1
    if at_once or _since_tidied >= _TASKS_TO_TIDY:
        _since_tidied = 0
        with suppress(OSError, AttributeError):  # only glibc does
            ctypes.CDLL(None).malloc_trim(0)
