"""Small pictures of what is saved."""

from __future__ import annotations

from fastapi import APIRouter, Request, Response
from fastapi.concurrency import run_in_threadpool

from dodecant.api.routers.shelf import Connection
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.api.workers.offloaded import A_JOB, offload
from dodecant.engraving.first_bars import beginning, first_bars_svg
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe
from dodecant.store.shelves import RECIPES
from dodecant.tables import load_tables

router = APIRouter(prefix="/api", tags=["pictures"], responses={404: {"model": ProblemsOut}})
# An address names the revision too, so that what it answers never changes.
_KEPT = {"Cache-Control": "private, max-age=31536000, immutable"}


@router.get("/recipes/{document_id}/first-bars", response_class=Response, responses=A_JOB)
async def first_bars(document_id: str, connection: Connection, request: Request) -> Response:
    """The first bars of a saved recipe, as a picture (SVG)."""
    saved = await run_in_threadpool(RECIPES.get, connection, document_id)

    def then(svg: bytes) -> Response:
        return Response(svg, media_type="image/svg+xml", headers=_KEPT)

    return await offload(request, _drawn, saved.document, then=then)


def _drawn(recipe: Recipe) -> bytes:
    return first_bars_svg(press(beginning(recipe), load_tables()))
