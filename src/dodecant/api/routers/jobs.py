"""Work that takes longer: how far it is, its answer, its end."""

from __future__ import annotations

from fastapi import APIRouter, Request, Response

from dodecant.api.schemas.jobs import JobOut
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.api.workers.jobs import Jobs

router = APIRouter(prefix="/api/jobs", tags=["jobs"], responses={404: {"model": ProblemsOut}})


def _jobs(request: Request) -> Jobs:
    jobs: Jobs = request.app.state.jobs
    return jobs


@router.get("/{job}")
async def how_far(job: str, request: Request) -> JobOut:
    """How far the work is."""
    return _jobs(request).told(job)


@router.get("/{job}/answer", response_class=Response, responses={202: {"model": JobOut}})
async def answer(job: str, request: Request) -> Response:
    """What was asked for, once: the answer of the address that began the work; 202 while it is still under way."""
    return _jobs(request).answer(job)


@router.delete("/{job}", status_code=204)
async def stop(job: str, request: Request) -> None:
    """Stop the work."""
    _jobs(request).stop(job)
