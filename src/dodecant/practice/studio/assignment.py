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
from dodecant.practice.planning.days import FIRST_DAY, LAST_DAY
from dodecant.practice.planning.routine import RecipeStep, Routine, StandWish, Step, tempo_of
from dodecant.practice.studio.assigned_practice import (
    AssignedPractice,
    DayOfPractice,
    for_the_day,
    is_drawn,
    practice_words,
)
from dodecant.practice.studio.fit import Fitted, fitted
from dodecant.practice.studio.profile import PlayerProfile


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
    `practice` says how a recipe is practised; without it the player chooses. The steps of a routine say it themselves.
    """

    title: Annotated[str, Field(min_length=1, max_length=120)]
    recipe: Recipe | None = None
    routine: Routine | None = None
    saved: Annotated[str, Field(max_length=80)] = ""
    words: Annotated[str, Field(max_length=4000)] = ""
    listening: Annotated[str, Field(max_length=1000)] = ""
    links: Annotated[tuple[AssignmentLink, ...], Field(max_length=8)] = ()
    due: Annotated[date, Field(ge=FIRST_DAY, le=LAST_DAY)] | None = None
    practice: AssignedPractice | None = None

    @property
    def tempo(self) -> int:
        """The tempo that is asked for (BPM): the recipe's, or that of a routine's first recipe."""
        steps = self.routine.steps if self.routine is not None else ()
        tempos = [tempo_of(step) for step in steps if isinstance(step, RecipeStep)]
        return self.recipe.tempo if self.recipe is not None else tempos[0]

    @property
    def page_words(self) -> str:
        """The teacher's words and how it is practised, as they stand on the ticket and on every page."""
        if self.practice is None or self.recipe is None:
            return self.words
        how = "\n".join(f"- {said}" for said in practice_words(self.practice, self.recipe))
        return f"{self.words}\n\n{how}".strip()

    @model_validator(mode="after")
    def _gives_one_thing(self) -> Self:
        if (self.recipe is None) == (self.routine is None):
            raise refused(MusicError("An assignment gives one thing.", cure="Choose a recipe or a routine."))
        if self.routine is not None and not any(isinstance(step, RecipeStep) for step in self.routine.steps):
            raise refused(MusicError("This routine has no recipe in it.", cure="Add a step that is a recipe."))
        if self.routine is not None and self.practice is not None:
            cure = "Change its steps under “Routines”."
            raise refused(MusicError("The steps of a routine say how they are practised.", cure=cure))
        return self


class OwnAssignment(NamedTuple):
    """What one player gets of an assignment: its recipes fitted to them (one, or those of the routine's steps), and the
    routine with them in it. A recipe that says how it is practised is a routine of one step.
    """

    fits: tuple[Fitted, ...]
    routine: Routine | None


def own_assignment(
    given: Assignment,
    profile: PlayerProfile,
    tables: Tables,
    simpler: Collection[str] = (),
    on: DayOfPractice | None = None,
) -> OwnAssignment:
    """An assignment as one player gets it (on a day). Raises RecipeError, naming the player, where it cannot be fitted.

    On a day it is in the keys of the next lesson, and the curtain is drawn from the day that was said.
    """
    try:
        if given.recipe is not None:
            titled = given.recipe.model_copy(update={"title": given.title})
            if given.practice is None:
                return OwnAssignment((fitted(titled, profile, tables, simpler),), None)
            own = fitted(for_the_day(titled, given.practice, on), profile, tables, simpler)
            return OwnAssignment((own,), _one_step(given, given.practice, own, on))
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


def _one_step(given: Assignment, practice: AssignedPractice, own: Fitted, on: DayOfPractice | None) -> Routine:
    """The stand as the teacher set it, as a routine of one step."""
    wished = {name: getattr(practice, name) for name in StandWish.model_fields}
    wished["curtain"] = practice.curtain if is_drawn(practice, on) else own.curtain
    return Routine(title=given.title, steps=(RecipeStep(recipe=own.recipe, saved=given.saved, **wished),))
