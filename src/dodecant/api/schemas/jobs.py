"""Jobs: work that was not done in a moment."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel


class JobOut(BaseModel):
    """Work under way: ask for it at /api/jobs/{job} until it is done, then for its answer at /api/jobs/{job}/answer.

    `parts_done` of `parts` are done; both are 0 while that is not known.
    """

    job: str
    state: Literal["working", "done"]
    parts_done: int
    parts: int
