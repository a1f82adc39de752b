"""What is said of every answer that is not a success."""

from __future__ import annotations

from pydantic import BaseModel


class ProblemOut(BaseModel):
    """What is wrong: JSON pointer into the body, message, cure, and the character it is at."""

    pointer: str
    message: str
    cure: str
    where: int | None


class ProblemsOut(BaseModel):
    """The body of every answer that is not a success."""

    problems: list[ProblemOut]
