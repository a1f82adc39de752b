"""The workers: what takes long is done apart from the server, in a few processes that are warm from the start.

A piece of work that takes too long is stopped, and its process is replaced. One whose asker has gone away is not begun,
or ends at its next part; its process is replaced only where that takes longer than a moment, since a new one takes
seconds to begin on a busy machine. When more wait than can be served soon, the next is refused.
"""

from __future__ import annotations

import asyncio
import os
from collections import deque
from collections.abc import Awaitable, Callable
from concurrent.futures import CancelledError, Future
from functools import partial
from multiprocessing import get_context
from threading import RLock, Thread
from typing import Any, Protocol

from fastapi import Request
from pebble import ProcessExpired, ProcessPool, ThreadPool

from dodecant.api.workers.worker import NUMBERS, GoneError, begin_process, do, is_costly, wanted

LONGEST = 120.0  # seconds
MOST_WAITING = 40
TASKS_OF_A_PROCESS = 5000  # then another takes its place, and what it remembered is given back
_MOMENT = 2.0  # seconds that work which nobody wants any more may take to end by itself
_LOOK = 0.25  # seconds between two looks whether anybody still waits


class BusyError(RuntimeError):
    """More wait than can be served soon."""


class TooLongError(RuntimeError):
    """The work took longer than it may, or its process ended under it."""


class Work:
    """A piece of work under way. `place` is where its numbers begin."""

    _stopped = False

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
        done, of = self._progress[self.place : self.place + 2]
        return done, of

    def result(self) -> Any:
        """What was worked out; raises what the work raised, or TooLongError where it was stopped."""
        if self._stopped:
            raise TooLongError
        try:
            return self._done.result()
        except (TimeoutError, ProcessExpired, CancelledError, asyncio.CancelledError) as error:
            raise TooLongError from error

    def stop(self) -> None:
        """Nobody wants it any more."""
        if not self._stopped and not self.done:
            self._stopped = True
            self._progress[self.place + 3] = 1
            asyncio.get_running_loop().call_later(_MOMENT, self._end)

    def _end(self) -> None:
        """End it by force, once it has begun: what is only about to begin sees for itself that nobody wants it."""
        if self.done:
            return
        if self._progress[self.place + 2]:
            self._future.cancel()
        else:
            asyncio.get_running_loop().call_later(_MOMENT, self._end)


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


class WorkerPool(Protocol):
    """Where work is done. `patience`: seconds until it becomes a job."""

    patience: float

    def begin(self, work: Callable[..., Any], /, *plain: Any, **named: Any) -> Work:
        """Begin with some work; raises BusyError. Of `costly` work, one piece at a time is done."""

    def close(self) -> None:
        """Stop whatever is still done."""


class _Places:
    """Where the numbers of each piece of work under way stand."""

    def __init__(self, progress: Any) -> None:
        self.progress = progress
        self._free = list(range(0, len(progress), NUMBERS))

    def begun(self, start: Callable[[int], Future[Any]]) -> Work:
        """Start some work at a free place; raises BusyError where there is none."""
        if not self._free:
            raise BusyError
        place = self._free.pop()
        self.progress[place : place + NUMBERS] = [0] * NUMBERS
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
        self._places = _Places([0] * (NUMBERS * MOST_WAITING))

    def begin(self, work: Callable[..., Any], /, *plain: Any, **named: Any) -> Work:
        """See `WorkerPool`."""

        def start(place: int) -> Future[Any]:
            return self._pool.schedule(lambda: wanted(self._places.progress, place, work, plain, named))

        return self._places.begun(start)

    def close(self) -> None:
        """Nothing to stop."""
        self._pool.stop()  # type: ignore[no-untyped-call]


class InProcesses:
    """Work in processes of its own, as many as there are cores, two at the least and four at the most. Each begins with
    the `warm_up` of a module, if one is named; the name is enough, so that they begin while the server is still read.
    """

    patience = 2.0

    def __init__(self, size: int | None = None, *, warm: str = "") -> None:
        context = get_context("forkserver")
        context.set_forkserver_preload([warm] if warm else [])
        progress = context.Array("i", NUMBERS * MOST_WAITING, lock=False)
        self._places = _Places(progress)
        self._pool = ProcessPool(
            max_workers=size or max(2, min(4, os.cpu_count() or 2)),
            max_tasks=TASKS_OF_A_PROCESS,
            initializer=begin_process,
            initargs=(progress, warm),
            context=context,
        )
        self._costly = _OneByOne()
        Thread(target=self._begin, daemon=True).start()  # the processes take a second to begin

    def _begin(self) -> None:
        self._pool.schedule(int)  # with the first piece of work, whatever it is, all of them begin

    def begin(self, work: Callable[..., Any], /, *plain: Any, **named: Any) -> Work:
        """See `WorkerPool`."""
        said = (work.__module__, work.__qualname__, plain, named)

        def start(place: int) -> Future[Any]:
            return self._pool.schedule(do, args=(place, *said), timeout=LONGEST)

        if not is_costly(work, plain, named):
            return self._places.begun(start)
        return self._places.begun(lambda place: self._costly.after_the_others(lambda: start(place)))

    def close(self) -> None:
        """Stop whatever is still done."""
        self._pool.stop()  # type: ignore[no-untyped-call]
        self._pool.join(timeout=1)
