"""Jobs: work that takes longer than a moment. It is asked for, stopped and collected by its name.

A job that nobody asks about for a while is stopped and forgotten: whoever began it has gone away.
"""

from __future__ import annotations

import asyncio
import uuid

from fastapi import Response
from fastapi.responses import JSONResponse

from dodecant.api.schemas.jobs import JobOut
from dodecant.api.workers.pool import BusyError, Work

FORGOTTEN_AFTER = 30.0  # seconds without a question: a page that is not looked at asks seldom
MOST_KEPT = 40


class UnknownJobError(LookupError):
    """There is no such job, or nobody has asked about it for too long."""


class Jobs:
    """The jobs that are under way or wait to be collected."""

    def __init__(self) -> None:
        self._all: dict[str, tuple[Work, asyncio.TimerHandle]] = {}

    def kept(self, work: Work) -> Response:
        """Keep some work as a job; the answer tells its name. Raises BusyError when too many are kept."""
        if len(self._all) >= MOST_KEPT:
            work.stop()
            raise BusyError
        name = uuid.uuid4().hex
        self._all[name] = (work, self._timer(name))
        told = self.told(name)
        return JSONResponse(told.model_dump(), 202, {"Location": f"/api/jobs/{name}"})

    def told(self, name: str) -> JobOut:
        """How far a job has come; raises UnknownJobError."""
        work = self._found(name)
        done, parts = work.so_far
        return JobOut(job=name, state="done" if work.done else "working", parts_done=done, parts=parts)

    def answer(self, name: str) -> Response:
        """What a job worked out, given once; raises what the work raised, or UnknownJobError.

        While it is still worked out, the answer tells how far it has come.
        """
        work = self._found(name)
        if not work.done:
            return JSONResponse(self.told(name).model_dump(), 202)
        self._drop(name)
        found: Response = work.result()
        return found

    def stop(self, name: str) -> None:
        """Stop a job and forget it; raises UnknownJobError."""
        self._found(name)
        self._drop(name)

    def _found(self, name: str) -> Work:
        if name not in self._all:
            raise UnknownJobError
        work, timer = self._all[name]
        timer.cancel()
        self._all[name] = (work, self._timer(name))
        return work

    def _timer(self, name: str) -> asyncio.TimerHandle:
        return asyncio.get_running_loop().call_later(FORGOTTEN_AFTER, self._drop, name)

    def _drop(self, name: str) -> None:
        work, timer = self._all.pop(name)
        timer.cancel()
        work.stop()
