"""One place that turns errors into answers, by class. Every answer has the same form: a list of problems."""

from __future__ import annotations

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException

from dodecant.api.schemas.problems import ProblemOut
from dodecant.exercise.recipe.problems import Problem, RecipeError, problems_from
from dodecant.store.shelf import StaleRevisionError, UnknownDocumentError


def install(app: FastAPI) -> None:
    """Register the handlers."""
    app.add_exception_handler(RequestValidationError, _invalid)
    app.add_exception_handler(RecipeError, _recipe)
    app.add_exception_handler(UnknownDocumentError, _unknown)
    app.add_exception_handler(StaleRevisionError, _stale)
    app.add_exception_handler(HTTPException, _http)


def _answer(status: int, *problems: Problem) -> JSONResponse:
    listed = [
        ProblemOut(pointer=p.pointer, message=p.message, cure=p.cure, where=p.where).model_dump() for p in problems
    ]
    return JSONResponse({"problems": listed}, status)


def _invalid(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)  # noqa: S101 - registered for this class
    return _answer(422, *problems_from(error.errors(), skip=1))


def _recipe(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RecipeError)  # noqa: S101 - registered for this class
    return _answer(422, *error.problems)


def _unknown(request: Request, error: Exception) -> JSONResponse:
    return _answer(
        404, Problem("", "There is nothing of this kind here.", "It may have been deleted; look in the list.")
    )


def _stale(request: Request, error: Exception) -> JSONResponse:
    return _answer(
        409,
        Problem(
            "/revision",
            "This was changed in another window since you opened it.",
            "Save yours as a copy, or load the other one.",
        ),
    )


def _http(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, HTTPException)  # noqa: S101 - registered for this class
    return _answer(error.status_code, Problem("", str(error.detail)))
