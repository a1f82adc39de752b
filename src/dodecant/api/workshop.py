"""The workshop: what takes long is done apart from the server, in a few processes that are warm from the start.

A piece of work that takes too long is stopped, and so is one whose asker has gone away; its process is replaced. When
more wait than can be served soon, the next is refused.
"""

from __future__ import annotations

import asyncio
import ctypes
import os
from collections import deque
from collections.abc import Awaitable, Callable
from concurrent.futures import CancelledError, Future
from contextlib import suppress
from functools import partial
from importlib import import_module
from multiprocessing import get_context
from threading import RLock, Thread
from typing import Any, Protocol

from fastapi import Request
from pebble import ProcessExpired, ProcessPool, ThreadPool

from dodecant.engraving.progress import telling

LONGEST = 120.0  # seconds
MOST_WAITING = 40
TASKS_OF_A_PROCESS = 5000  # then another takes its place, and what it remembered is given back
_TASKS_TO_TIDY = 10
_NICE = 10  # the server itself, which only takes in and sends, goes first
_LOOK = 0.25  # seconds between two looks whether anybody still waits


class BusyError(RuntimeError):
    """More wait than can be served soon."""


class TooLongError(RuntimeError):
    """The work took longer than it may, or its process ended under it."""


class GoneError(RuntimeError):
    """Nobody waits for the answer any more."""


class Work:
    """A piece of work under way. `place` is where it writes how far it has come."""

    def __init__(self, future: Future[Any], progress: Any, place: int, ended: Callable[[Work], None]) -> None:
        self.place = place
        self._future, self._progress = future, progress
        self._done = asyncio.ensure_future(asyncio.wrap_future(future))
        self._done.add_done_callback(_seen)
        self._done.add_done_callback(lambda _: ended(self))

    async def done_within(self, seconds: float, request: Request | None = None) -> bool:
        """Wait for the end; raises GoneError, and stops the work, as soon as the asker has gone away."""
        left = seconds
        while left > 0 and not self.done:
            await asyncio.wait({self._done}, timeout=min(_LOOK, left))
            left -= _LOOK
            if request is not None and not self.done and await request.is_disconnected():
                self.stop()
                raise GoneError
        return self.done

    @property
    def done(self) -> bool:
        """Whether it has ended, in whatever way."""
        return bool(self._done.done())

    @property
    def so_far(self) -> tuple[int, int]:
        """So many parts done of so many; 0 of 0 while that is not known."""
        return self._progress[2 * self.place], self._progress[2 * self.place + 1]

    def result(self) -> Any:
        """What was worked out; raises what the work raised, or TooLongError."""
        try:
            return self._done.result()
        except (TimeoutError, ProcessExpired, CancelledError, asyncio.CancelledError) as error:
            raise TooLongError from error

    def stop(self) -> None:
        """Nobody wants it any more."""
        self._future.cancel()


def _seen(done: asyncio.Future[Any]) -> None:
    """A fault that nobody collects is no news."""
    if not done.cancelled():
        done.exception()


class WorkAndThen(Work):
    """Some work, and what is done in the server with its result when it has ended well."""

    def __init__(self, first: Work, then: Callable[[Any], Awaitable[Any]]) -> None:
        self._first = first
        self._done = asyncio.ensure_future(self._both(then))
        self._done.add_done_callback(_seen)

    async def _both(self, then: Callable[[Any], Awaitable[Any]]) -> Any:
        await asyncio.wait({self._first._done})
        return await then(self._first.result())

    @property
    def so_far(self) -> tuple[int, int]:
        """How far the work has come."""
        return self._first.so_far

    def stop(self) -> None:
        """Stop the work; what comes after it is then not done."""
        self._first.stop()


class Workshop(Protocol):
    """Where work is done. `patience`: seconds until it becomes a job."""

    patience: float

    def begin(self, work: Callable[..., Any], /, *plain: Any, **named: Any) -> Work:
        """Begin with some work; raises BusyError. Of `costly` work, one piece at a time is done."""

    def close(self) -> None:
        """Stop whatever is still done."""


class _Places:
    """Where each piece of work under way writes how far it has come: two numbers for each."""

    def __init__(self, progress: Any) -> None:
        self.progress = progress
        self._free = list(range(len(progress) // 2))

    def begun(self, start: Callable[[int], Future[Any]]) -> Work:
        """Start some work at a free place; raises BusyError where there is none."""
        if not self._free:
            raise BusyError
        place = self._free.pop()
        self.progress[2 * place : 2 * place + 2] = [0, 0]
        return Work(start(place), self.progress, place, self._ended)

    def _ended(self, work: Work) -> None:
        self._free.append(work.place)


class _OneByOne:
    """A row of work of which one piece is done at a time, so that it never takes every process."""

    def __init__(self) -> None:
        self._row: deque[tuple[Future[Any], Callable[[], Future[Any]]]] = deque()
        self._lock = RLock()
        self._free = True

    def after_the_others(self, start: Callable[[], Future[Any]]) -> Future[Any]:
        """What the work will give, once it has had its turn; given up, it is stopped or never begun."""
        promised: Future[Any] = Future()
        with self._lock:
            self._row.append((promised, start))
            self._next()
        return promised

    def _next(self) -> None:
        with self._lock:
            while self._free and self._row:
                promised, start = self._row.popleft()
                if promised.cancelled():
                    continue
                self._free = False
                begun = start()
                promised.add_done_callback(partial(_given_up, begun))
                begun.add_done_callback(partial(self._ended, promised))

    def _ended(self, promised: Future[Any], done: Future[Any]) -> None:
        if not done.cancelled() and promised.set_running_or_notify_cancel():
            error = done.exception()
            promised.set_exception(error) if error else promised.set_result(done.result())
        elif not promised.done():
            promised.cancel()
        with self._lock:
            self._free = True
            self._next()


def _given_up(begun: Future[Any], promised: Future[Any]) -> None:
    if promised.cancelled():
        begun.cancel()


class InThreads:
    """Work in the server's own threads: for tests, and for development."""

    patience = LONGEST

    def __init__(self) -> None:
        self._pool = ThreadPool(max_workers=4)
        self._places = _Places([0] * (2 * MOST_WAITING))

    def begin(self, work: Callable[..., Any], /, *plain: Any, **named: Any) -> Work:
        """See `Workshop`."""

        def start(place: int) -> Future[Any]:
            def told(done: int, of: int) -> None:
                self._places.progress[2 * place : 2 * place + 2] = [done, of]

            def run() -> Any:
                with telling(told):
                    return work(*plain, **named)

            return self._pool.schedule(run)

        return self._places.begun(start)

    def close(self) -> None:
        """Nothing to stop."""
        self._pool.stop()  # type: ignore[no-untyped-call]


class InProcesses:
    """Work in processes of its own, as many as there are cores, two at the least and four at the most."""

    patience = 2.0

    def __init__(self, size: int | None = None) -> None:
        context = get_context("forkserver")
        context.set_forkserver_preload(["dodecant.api.warm"])
        progress = context.Array("i", 2 * MOST_WAITING, lock=False)
        self._places = _Places(progress)
        self._pool = ProcessPool(
            max_workers=size or max(2, min(4, os.cpu_count() or 2)),
            max_tasks=TASKS_OF_A_PROCESS,
            initializer=_begin_process,
            initargs=(progress,),
            context=context,
        )
        self._costly = _OneByOne()
        Thread(target=self._begin, daemon=True).start()  # the processes take a second to begin

    def _begin(self) -> None:
        for _ in range(2):
            self._pool.schedule(_warm)

    def begin(self, work: Callable[..., Any], /, *plain: Any, **named: Any) -> Work:
        """See `Workshop`."""
        said = (work.__module__, work.__qualname__, plain, named)

        def start(place: int) -> Future[Any]:
            return self._pool.schedule(_do, args=(place, *said), timeout=LONGEST)

        if not _costly(work, plain, named):
            return self._places.begun(start)
        return self._places.begun(lambda place: self._costly.after_the_others(lambda: start(place)))

    def close(self) -> None:
        """Stop whatever is still done."""
        self._pool.stop()  # type: ignore[no-untyped-call]
        self._pool.join(timeout=1)


_progress: Any = None  # in a process of the workshop: the numbers it shares with the server


def _begin_process(progress: Any) -> None:
    global _progress
    _progress = progress
    os.nice(_NICE)
    _warm()


def _warm() -> None:
    import_module("dodecant.api.warm").warm_up()


def _do(place: int, module: str, name: str, plain: tuple[Any, ...], named: dict[str, Any]) -> Any:
    """In a process of the workshop: the marked work itself."""

    def told(done: int, of: int) -> None:
        _progress[2 * place : 2 * place + 2] = [done, of]

    work = getattr(import_module(module), name)
    work = getattr(work, "done_apart", work)
    try:
        with telling(told):
            return work(*plain, **named)
    finally:
        _tidy(at_once=_costly(work, plain, named))


def _costly(work: Callable[..., Any], plain: tuple[Any, ...], named: dict[str, Any]) -> bool:
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
