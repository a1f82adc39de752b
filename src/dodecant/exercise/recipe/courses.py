"""The part of a recipe that says how figures follow on each other."""

from __future__ import annotations

from typing import Annotated, ClassVar, Final, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.recipe.kinds import KindPart, Kinds
from dodecant.exercise.recipe.part import readable, refused
from dodecant.music.core.errors import MusicError


class CoursePart(KindPart):
    """How figures follow on each other.

    `one_by_one` courses play each figure once, in order, so that no more of a path is walked than there is time for;
    `repeats_notes` tells that the same note right after itself is meant.
    """

    one_by_one: ClassVar[bool] = False
    repeats_notes: ClassVar[bool] = False


COURSES: Final = Kinds[CoursePart]()
AnyCourse = Annotated[CoursePart, COURSES]


@COURSES.register
class PlainCourse(CoursePart):
    """From one end of the path to the other."""

    kind: Literal["plain"] = "plain"
    one_by_one: ClassVar[bool] = True


@COURSES.register
class ReturnCourse(CoursePart):
    """Home after every figure (or every second, third, …): to the root, or to any other degree."""

    kind: Literal["return"] = "return"
    degree: Annotated[str, Field(max_length=4), readable(parse_degrees)] = "1"
    every: Annotated[int, Field(ge=1, le=16)] = 1


@COURSES.register
class BuildUpCourse(CoursePart):
    """Chord tones first, then one more tone each time at its place inside the run, held; the octave root last.

    `order` is the order in which tones join; left empty it is the chord tones, then the others from low to high.
    """

    kind: Literal["build-up"] = "build-up"
    repeats_notes: ClassVar[bool] = True
    order: Annotated[str, Field(max_length=80)] = ""

    @model_validator(mode="after")
    def _reads(self) -> Self:
        if self.order.strip():
            try:
                parse_degrees(self.order)
            except MusicError as error:
                raise refused(error) from None
        return self


@COURSES.register
class GrowCourse(CoursePart):
    """The first figure, then the first two, then three, until all are joined."""

    kind: Literal["grow"] = "grow"
    repeats_notes: ClassVar[bool] = True
