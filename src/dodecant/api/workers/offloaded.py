"""Addresses whose work is done in the workers: reading the body, the work itself, and writing the answer.

Mark the function of such an address `offloaded` and put it in a router made by `offloading_router`. What is not done
after a moment becomes a job.
"""

from __future__ import annotations

import inspect
from collections.abc import Awaitable, Callable
from functools import wraps
from typing import Annotated, Any, ParamSpec, TypeVar, cast, get_type_hints

from fastapi import APIRouter, Request, Response
from fastapi.concurrency import run_in_threadpool
from fastapi.routing import APIRoute
from pydantic import BaseModel, SkipValidation, TypeAdapter, ValidationError

from dodecant.api.schemas.jobs import JobOut
from dodecant.api.workers.jobs import Jobs
from dodecant.api.workers.pool import Work, WorkAndThen, WorkerPool
from dodecant.exercise.recipe.problems import RecipeError, problems_from

A_JOB: dict[int | str, dict[str, Any]] = {202: {"model": JobOut}}
P = ParamSpec("P")
T = TypeVar("T")
ModelT = TypeVar("ModelT", bound=BaseModel)


def offloaded(serve: Callable[P, T]) -> Callable[P, Awaitable[T]]:
    """Mark the function of an address to be done in the workers.

    The server passes a body on as it came; its checks are part of the work, so that a long text keeps nobody waiting.
    """
    hints = get_type_hints(serve, include_extras=True)
    answers = hints.pop("return")
    bodies = {name: hint for name, hint in hints.items() if isinstance(hint, type) and issubclass(hint, BaseModel)}

    def work(**arguments: Any) -> Response:
        for name, model in bodies.items():
            arguments[name] = read_body(model, arguments[name])
        result = cast("Callable[..., T]", serve)(**arguments)
        if isinstance(result, Response):
            return result
        return Response(TypeAdapter(answers).dump_json(result), media_type="application/json")

    work.__module__, work.__qualname__ = serve.__module__, serve.__qualname__
    work.costly = getattr(serve, "costly", None)  # type: ignore[attr-defined]

    @wraps(serve)
    async def served(*, request: Request, **arguments: Any) -> Any:
        return await _answer_or_job(request, request.app.state.workers.begin(work, **arguments))

    own = inspect.signature(serve)
    asking = inspect.Parameter("request", inspect.Parameter.KEYWORD_ONLY, annotation=Request)
    parameters = [
        one.replace(
            kind=inspect.Parameter.KEYWORD_ONLY,
            annotation=Annotated[bodies[name], SkipValidation] if name in bodies else hints[name],
        )
        for name, one in own.parameters.items()
    ]
    served.__signature__ = own.replace(  # type: ignore[attr-defined]
        parameters=[*parameters, asking], return_annotation=answers
    )
    served.offloaded_work = work  # type: ignore[attr-defined]
    return cast("Callable[P, Awaitable[T]]", served)


def costly(when: Callable[..., bool]) -> Callable[[Callable[P, T]], Callable[P, T]]:
    """Mark, under `offloaded`, with which arguments the work always takes long: one such piece is done at a time."""

    def mark(serve: Callable[P, T]) -> Callable[P, T]:
        serve.costly = when  # type: ignore[attr-defined]
        return serve

    return mark


async def offload(
    request: Request, work: Callable[..., Any], *arguments: Any, then: Callable[[Any], Response]
) -> Response:
    """What `then` answers to what a function of a module, called so, gives; after a moment it becomes a job.

    `then` is called in a thread of the server.
    """
    workers: WorkerPool = request.app.state.workers
    begun = WorkAndThen(workers.begin(work, *arguments), lambda result: run_in_threadpool(then, result))
    return await _answer_or_job(request, begun)


def as_json(found: BaseModel) -> Response:
    """A value as the answer of an address."""
    return Response(found.model_dump_json(), media_type="application/json")


async def _answer_or_job(request: Request, begun: Work) -> Response:
    workers: WorkerPool = request.app.state.workers
    jobs: Jobs = request.app.state.jobs
    if await begun.done_within(workers.patience, request):
        answer: Response = begun.result()
        return answer
    return jobs.kept(begun)


def offloading_router(tag: str) -> APIRouter:
    """A router for addresses whose work is offloaded."""
    return APIRouter(prefix="/api", tags=[tag], route_class=OffloadedRoute)


class OffloadedRoute(APIRoute):
    """A route that says in the API's description that it may answer with a job."""

    def __init__(self, path: str, endpoint: Callable[..., Any], **options: Any) -> None:
        if hasattr(endpoint, "offloaded_work"):
            options["responses"] = {**(options.get("responses") or {}), **A_JOB}
        super().__init__(path, endpoint, **options)


def read_body(model: type[ModelT], value: Any) -> ModelT:
    """A body as its model; raises RecipeError as the server would for a body."""
    try:
        return model.model_validate(value)
    except ValidationError as error:
        raise RecipeError(problems_from(error.errors())) from None
