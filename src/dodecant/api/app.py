"""The application: routers, handlers and the built web pages, put together."""

from __future__ import annotations

import json
from collections.abc import Iterator
from contextlib import suppress
from functools import partial
from pathlib import Path
from typing import Any

from fastapi import FastAPI
from fastapi.responses import FileResponse
from starlette.exceptions import HTTPException
from starlette.responses import Response
from starlette.staticfiles import StaticFiles

from dodecant.api import errors
from dodecant.api.access.guard import Guard
from dodecant.api.access.network import Network
from dodecant.api.access.visitors import Access, RateLimiter, Sharing
from dodecant.api.compressed import Compressed
from dodecant.api.description import describe
from dodecant.api.routers import (
    changes,
    exercises,
    file_kinds,
    fingers,
    jobs,
    joins,
    licks,
    phrases,
    pictures,
    saved,
    search,
    sounds,
    tables,
    upgrades,
    vocabulary,
)
from dodecant.api.routers.practising import ear, logbook, plans, routines, sentences, stand, takes
from dodecant.api.routers.studio import archive, assignments, entrance, lessons, pages, players, shares, ticket
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.api.workers.jobs import Jobs
from dodecant.api.workers.pool import InThreads, WorkerPool
from dodecant.store.database import Database

STATIC = Path(__file__).parent.parent / "static"


def create_app(
    database: Database,
    workers: WorkerPool | None = None,
    sharing: Sharing | None = None,
    network: Network | None = None,
) -> FastAPI:
    """The application over a prepared data file; without a worker pool all work is done in its own threads. With
    `sharing` it can be reached from other machines, and asks who is there; a `network` lets them in later.
    """
    app = FastAPI(
        title="Dodecant",
        version="0.1.0",
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        responses={status: {"model": ProblemsOut} for status in (401, 403, 413, 422, 429, 500, 503)},
    )
    equip(app, database, workers, sharing, network)
    for router in (
        tables.router,
        sounds.router,
        exercises.router,
        joins.router,
        fingers.router,
        stand.router,
        ear.router,
        players.router,
        players.fits,
        assignments.router,
        pages.router,
        shares.router,
        ticket.router,
        entrance.router,
        archive.router,
        logbook.router,
        plans.router,
        lessons.router,
        shares.of_students,
        routines.router,
        sentences.router,
        takes.router,
        phrases.router,
        file_kinds.router,
        licks.router,
        changes.router,
        upgrades.router,
        vocabulary.router,
        search.router,
        pictures.router,
        jobs.router,
        *saved.routers,
    ):
        app.include_router(router)
    app.openapi = partial(describe, app)  # type: ignore[method-assign]
    errors.install(app)
    app.add_middleware(Compressed)
    app.add_middleware(Access)
    app.add_middleware(Guard)
    app.mount("/assets", Assets(directory=STATIC / "assets", check_dir=False), name="assets")
    app.add_api_route("/{place:path}", _page, include_in_schema=False, response_class=Response)
    return app


def equip(
    app: FastAPI,
    database: Database,
    workers: WorkerPool | None = None,
    sharing: Sharing | None = None,
    network: Network | None = None,
) -> None:
    """Give an application its data file and all else that it keeps between requests, begun anew: its routes and its
    checks of access look nowhere else. By a `network` others are let in, and shut out again.
    """
    app.state.database = database
    app.state.workers = workers or InThreads()
    app.state.jobs = Jobs()
    app.state.sharing = sharing
    app.state.network = network
    app.state.tries = RateLimiter()


class Assets(StaticFiles):
    """Files whose names change with what they hold: a browser need not ask for one again."""

    def file_response(self, *args: Any, **kwargs: Any) -> Response:
        """The file, to be kept for a year."""
        answer = super().file_response(*args, **kwargs)
        answer.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return answer


def _page(place: str) -> Response:
    """Every place of the web application is the same page; it finds its own way from the address."""
    if place.startswith("api/") or "." in place.rsplit("/", 1)[-1]:
        raise HTTPException(404, "There is nothing at this address.")
    index = STATIC / "index.html"
    if not index.exists():
        raise HTTPException(404, "The web pages are not built yet: run “make build”.")
    needed = ", ".join(_needed_at(place))
    return FileResponse(index, headers={"Cache-Control": "no-cache", **({"Link": needed} if needed else {})})


def _needed_at(place: str) -> Iterator[str]:
    """What a place of the web application needs besides what all need, so that it comes without being asked for."""
    screen = place.split("/")[0].title()
    with suppress(OSError, ValueError, KeyError):
        found = json.loads((STATIC / "pieces.json").read_bytes())[f"src/screens/{screen}/{screen}Page.tsx"]
        yield f"</{found['file']}>; rel=modulepreload"
        yield from (f"</{style}>; rel=preload; as=style; crossorigin" for style in found.get("css", ()))
