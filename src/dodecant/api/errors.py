"""One place that turns errors into answers, by class. Every answer has the same form: a list of problems."""

from __future__ import annotations

import sqlite3

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException

from dodecant.api.schemas.problems import ProblemOut
from dodecant.api.workers.jobs import UnknownJobError
from dodecant.api.workers.pool import LONGEST, BusyError, TooLongError
from dodecant.api.workers.worker import GoneError
from dodecant.exercise.recipe.problems import Problem, RecipeError, problems_from
from dodecant.store.shelf import DamagedDocumentError, StaleRevisionError, UnknownDocumentError


def install(app: FastAPI) -> None:
    """Register the handlers."""
    app.add_exception_handler(RequestValidationError, _invalid)
    app.add_exception_handler(RecipeError, _recipe)
    app.add_exception_handler(UnknownDocumentError, _unknown)
    app.add_exception_handler(UnknownJobError, _unknown_job)
    app.add_exception_handler(StaleRevisionError, _stale)
    app.add_exception_handler(DamagedDocumentError, _damaged)
    app.add_exception_handler(sqlite3.Error, _data_file)
    app.add_exception_handler(BusyError, _busy)
    app.add_exception_handler(TooLongError, _too_long)
    app.add_exception_handler(GoneError, _busy)  # it is sent to nobody
    app.add_exception_handler(HTTPException, _http)


def answer(status: int, *problems: Problem, after: int = 0) -> JSONResponse:
    """An answer in our own form: the problems as JSON; `after` so many seconds one may ask again."""
    listed = [
        ProblemOut(pointer=p.pointer, message=p.message, cure=p.cure, where=p.where).model_dump() for p in problems
    ]
    return JSONResponse({"problems": listed}, status, {"Retry-After": str(after)} if after else None)


def _invalid(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)  # noqa: S101 - registered for this class
    return answer(422, *problems_from(error.errors(), skip=1))


def _recipe(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RecipeError)  # noqa: S101 - registered for this class
    return answer(422, *error.problems)


def _unknown(request: Request, error: Exception) -> JSONResponse:
    return answer(
        404, Problem("", "There is nothing of this kind here.", "It may have been deleted; look in the list.")
    )


def _unknown_job(request: Request, error: Exception) -> JSONResponse:
    return answer(404, Problem("", "This is not worked out any more.", "Ask for it again."))


def _stale(request: Request, error: Exception) -> JSONResponse:
    return answer(
        409,
        Problem(
            "/revision",
            "This was changed in another window since you opened it.",
            "Save yours as a copy, or load the other one.",
        ),
    )


def _damaged(request: Request, error: Exception) -> JSONResponse:
    cure = "Save it as it is stored, from the list, and delete it there."
    return answer(422, Problem("", f"What is stored here cannot be read: {error}", cure))


# What SQLite says (https://www.sqlite.org/rescode.html), and what that means for whoever asked.
_DATA_FILE = {
    "SQLITE_FULL": ("The disk is full.", "Free some space, then save again."),
    "SQLITE_READONLY": ("The data file cannot be written.", "Let it be written, then save again."),
    "SQLITE_BUSY": ("Another program holds the data file.", "Close that one, then try again."),
    "SQLITE_LOCKED": ("Another program holds the data file.", "Close that one, then try again."),
    "SQLITE_CANTOPEN": ("The data file cannot be opened.", "See whether its folder is still there."),
    "SQLITE_CORRUPT": ("The data file is damaged.", "Stop the program and run: dodecant check."),
    "SQLITE_NOTADB": ("The data file is damaged.", "Stop the program and run: dodecant check."),
}


def _data_file(request: Request, error: Exception) -> JSONResponse:
    """The data file could not be used: nothing of the request was stored."""
    assert isinstance(error, sqlite3.Error)  # noqa: S101 - registered for this class
    name = "_".join(getattr(error, "sqlite_errorname", "").split("_")[:2])
    message, cure = _DATA_FILE.get(name, ("The data file could not be used.", "Try again."))
    stored = "" if request.method in ("GET", "HEAD") else " Nothing was stored; your work stays in this window."
    return answer(503, Problem("", f"{message}{stored}", cure))


def _busy(request: Request, error: Exception) -> JSONResponse:
    return answer(503, Problem("", "Too much is being worked out at once.", "Try again in a moment."), after=2)


def _too_long(request: Request, error: Exception) -> JSONResponse:
    cure = "Ask for fewer keys, a shorter form, or fewer strips at once."
    return answer(503, Problem("", f"This takes longer than {LONGEST / 60:.0f} minutes, and was stopped.", cure))


def _http(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)  # noqa: S101 - registered for this class
    if error.status_code == 400:  # a body that is no JSON at all
        return answer(422, Problem("", "This cannot be read as JSON.", "Send JSON in UTF-8."))
    answered = answer(error.status_code, Problem("", str(error.detail)))
    answered.headers.update(error.headers or {})
    return answered
