"""An assignment: a recipe or a routine given to players, with a due day, the teacher's words, listening and links."""

from __future__ import annotations

from collections.abc import Collection
from datetime import date
from typing import Annotated, NamedTuple, Self
from urllib.parse import urlsplit

from pydantic import Field, model_validator

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.part import Part, readable, refused
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.tables import Tables
from dodecant.music.core.errors import MusicError
from dodecant.practice.planning.routine import RecipeStep, Routine, Step, tempo_of
from dodecant.practice.studio.fit import Fitted, fitted
from dodecant.practice.studio.profile import PlayerProfile

FIRST, LAST = date(1970, 1, 2), date(2199, 12, 31)


def _web_address(text: str) -> None:
    try:
        parts = urlsplit(text)
    except ValueError:
        parts = urlsplit("")
    if parts.scheme not in ("http", "https") or not parts.hostname:
        raise MusicError("This is no address of a web page.", cure="It begins with https:// or http://.")


class AssignmentLink(Part):
    """A page on the web, by a name."""

    name: Annotated[str, Field(max_length=120)] = ""
    address: Annotated[str, Field(max_length=500), readable(_web_address)]


class Assignment(Part):
    """What is given: a `recipe`, or a `routine`, by its `title`; its id on the shelf (`saved`), if it is kept there.

    `words` are the teacher's, with simple formatting; `listening` names what to listen to. It is `due` on a day.
    """

    title: Annotated[str, Field(min_length=1, max_length=120)]
    recipe: Recipe | None = None
    routine: Routine | None = None
    saved: Annotated[str, Field(max_length=80)] = ""
    words: Annotated[str, Field(max_length=4000)] = ""
    listening: Annotated[str, Field(max_length=1000)] = ""
    links: Annotated[tuple[AssignmentLink, ...], Field(max_length=8)] = ()
    due: Annotated[date, Field(ge=FIRST, le=LAST)] | None = None

    @property
    def tempo(self) -> int:
        """The tempo that is asked for (BPM): the recipe's, or that of a routine's first recipe."""
        steps = self.routine.steps if self.routine is not None else ()
        tempos = [tempo_of(step) for step in steps if isinstance(step, RecipeStep)]
        return self.recipe.tempo if self.recipe is not None else tempos[0]

    @model_validator(mode="after")
    def _gives_one_thing(self) -> Self:
        if (self.recipe is None) == (self.routine is None):
            raise refused(MusicError("An assignment gives one thing.", cure="Choose a recipe or a routine."))
        if self.routine is not None and not any(isinstance(step, RecipeStep) for step in self.routine.steps):
            raise refused(MusicError("This routine has no recipe in it.", cure="Add a step that is a recipe."))
        return self


class OwnAssignment(NamedTuple):
    """What one player gets of an assignment: its recipes fitted to them (one, or those of the routine's steps), and the
    routine with them in it.
    """

    fits: tuple[Fitted, ...]
    routine: Routine | None


def own_assignment(
    given: Assignment, profile: PlayerProfile, tables: Tables, simpler: Collection[str] = ()
) -> OwnAssignment:
    """An assignment as one player gets it. Raises RecipeError, naming the player, where it cannot be fitted."""
    try:
        if given.recipe is not None:
            titled = given.recipe.model_copy(update={"title": given.title})
            return OwnAssignment((fitted(titled, profile, tables, simpler),), None)
        assert given.routine is not None  # noqa: S101 - it gives one thing
        fits: list[Fitted] = []
        steps: list[Step] = []
        for step in given.routine.steps:
            if isinstance(step, RecipeStep):
                own = fitted(step.recipe, profile, tables, simpler)
                fits.append(own)
                curtain = own.curtain if step.curtain == "all" else step.curtain
                steps.append(step.model_copy(update={"recipe": own.recipe, "full": None, "curtain": curtain}))
            else:
                steps.append(step)
        return OwnAssignment(tuple(fits), given.routine.model_copy(update={"steps": tuple(steps)}))
    except RecipeError as error:
        told = (Problem(one.pointer, f"{profile.name}: {one.message}", one.cure, one.where) for one in error.problems)
        raise RecipeError(told) from None
