"""What the documents are built of: frozen parts, and texts that must be readable but are kept as typed."""

from __future__ import annotations

from collections.abc import Callable
from typing import Annotated, TypeVar

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, ValidationError
from pydantic_core import PydanticCustomError

from dodecant.exercise.recipe.problems import RecipeError, problems_from
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName, Pitch


class Part(BaseModel):
    """A frozen part of a document that takes no unknown fields."""

    model_config = ConfigDict(frozen=True, extra="forbid", json_schema_serialization_defaults_required=True)


PartT = TypeVar("PartT", bound=Part)


def read_part(kind: type[PartT], document: object) -> PartT:
    """Check a parsed JSON document against a kind of part; raises RecipeError with every problem found."""
    try:
        return kind.model_validate(document)
    except ValidationError as error:
        raise RecipeError(problems_from(error.errors())) from None


def readable(parse: Callable[[str], object]) -> AfterValidator:
    """A check that a text can be read, keeping it as it was typed."""

    def check(text: str) -> str:
        try:
            parse(text)
        except MusicError as error:
            raise refused(error) from None
        return text

    return AfterValidator(check)


def refused(error: MusicError) -> PydanticCustomError:
    """What could not be read, in the form in which a validator reports it."""
    context = {"message": error.message, "cure": error.cure, "where": error.where}
    return PydanticCustomError("music", "{message} {cure}", context)


def _key_name(text: str) -> None:
    if abs(NoteName.parse(text).alteration) > 1:
        raise MusicError(f"{text} cannot name a key.", cure="Use a tonic with at most one ♭ or ♯.")


KeyName = Annotated[str, Field(max_length=8), readable(_key_name)]
PitchText = Annotated[str, Field(max_length=8), readable(Pitch.parse)]
