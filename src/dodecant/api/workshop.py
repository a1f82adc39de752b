"""The workshop: what takes long is done apart from the server, in a few processes that are warm from the start.

An address whose function is marked `apart` is served so. A function that takes too long is stopped, and so is one whose
asker has gone away; its process is replaced. When more wait than can be served soon, the answer is 503.
"""

from __future__ import annotations

import asyncio
import inspect
import os
from collections.abc import Awaitable, Callable
from concurrent.futures import CancelledError
from functools import wraps
from importlib import import_module
from multiprocessing import get_context
from typing import Any, ParamSpec, Protocol, TypeVar, cast

from fastapi import Request
from fastapi.concurrency import run_in_threadpool
from pebble import ProcessExpired, ProcessPool

P = ParamSpec("P")
T = TypeVar("T")

LONGEST = 30.0  # seconds
MOST_WAITING = 40
_LOOK = 0.25  # seconds between two looks whether anybody still waits


class BusyError(RuntimeError):
    """More wait than can be served soon."""


class TooLongError(RuntimeError):
    """The work took longer than it may, or its process ended under it."""


class GoneError(RuntimeError):
    """Nobody waits for the answer any more."""


class Workshop(Protocol):
    """Where work is done."""

    async def do(self, request: Request, work: Callable[..., Any], arguments: dict[str, Any]) -> Any:
        """The result of some work for a request; raises what the work raises, BusyError or TooLongError."""

    def close(self) -> None:
        """Stop whatever is still done."""


class InThreads:
    """Work in the server's own threads: for tests, and for development."""

    async def do(self, request: Request, work: Callable[..., Any], arguments: dict[str, Any]) -> Any:
        """See `Workshop`."""
        return await run_in_threadpool(work, **arguments)

    def close(self) -> None:
        """Nothing to stop."""


class InProcesses:
    """Work in processes of its own, as many as there are cores, two at the least and four at the most."""

    def __init__(self, size: int | None = None) -> None:
        context = get_context("forkserver")
        context.set_forkserver_preload(["dodecant.api.warm"])
        self._pool = ProcessPool(
            max_workers=size or max(2, min(4, os.cpu_count() or 2)), initializer=_warm, context=context
        )
        self._waiting = 0
        for _ in range(2):
            self._pool.schedule(_warm)

    async def do(self, request: Request, work: Callable[..., Any], arguments: dict[str, Any]) -> Any:
        """See `Workshop`."""
        if self._waiting >= MOST_WAITING:
            raise BusyError
        self._waiting += 1
        task = self._pool.schedule(_do, args=(work.__module__, work.__qualname__, arguments), timeout=LONGEST)
        done = asyncio.wrap_future(task)
        try:
            while not (await asyncio.wait({done}, timeout=_LOOK))[0]:
                if await request.is_disconnected():
                    raise GoneError
            return done.result()
        except (TimeoutError, ProcessExpired) as error:
            raise TooLongError from error
        except CancelledError as error:
            raise TooLongError from error
        finally:
            task.cancel()  # type: ignore[no-untyped-call]
            self._waiting -= 1

    def close(self) -> None:
        """Stop whatever is still done."""
        self._pool.stop()  # type: ignore[no-untyped-call]
        self._pool.join(timeout=1)


def _warm() -> None:
    import_module("dodecant.api.warm").warm_up()


def _do(module: str, name: str, arguments: dict[str, Any]) -> Any:
    """In a process of the workshop: the marked function itself."""
    return getattr(import_module(module), name).__wrapped__(**arguments)


def apart(serve: Callable[P, T]) -> Callable[P, Awaitable[T]]:
    """Mark the function of an address to be done in the workshop."""

    @wraps(serve)
    async def served(*, request: Request, **arguments: Any) -> Any:
        workshop: Workshop = request.app.state.workshop
        return await workshop.do(request, serve, arguments)

    own = inspect.signature(serve)
    asking = inspect.Parameter("request", inspect.Parameter.KEYWORD_ONLY, annotation=Request)
    parameters = [one.replace(kind=inspect.Parameter.KEYWORD_ONLY) for one in own.parameters.values()]
    served.__signature__ = own.replace(parameters=[*parameters, asking])  # type: ignore[attr-defined]
    return cast("Callable[P, Awaitable[T]]", served)
