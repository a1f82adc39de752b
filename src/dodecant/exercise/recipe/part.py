"""What the documents are built of: frozen parts, and texts that must be readable but are kept as typed."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Annotated, TypeVar

from pydantic import AfterValidator, BaseModel, ConfigDict, Field, ValidationError, field_validator
from pydantic_core import PydanticCustomError

from dodecant.exercise.recipe.problems import RecipeError, problems_from
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName, Pitch

# Control signs but for tabs and ends of lines, and code points that are no characters: no font shows them, and XML
# (https://www.w3.org/TR/xml/#charsets) does not hold them.
_UNSHOWABLE = re.compile("[\x00-\x08\x0b\x0c\x0e-\x1f\x7f-\x84\x86-\x9f\ud800-\udfff\ufdd0-\ufdef\ufffe\uffff]")
_LAST_OF_PLANE = 0xFFFE  # and the one after it, in every plane


class Part(BaseModel):
    """A frozen part of a document that takes no unknown fields, and only text that can be shown."""

    model_config = ConfigDict(frozen=True, extra="forbid", json_schema_serialization_defaults_required=True)

    @field_validator("*", mode="before")
    @classmethod
    def _can_be_shown(cls, value: object) -> object:
        """Every text of every document, also those in lists."""
        for text in value if isinstance(value, list | tuple) else (value,):
            where = _unshowable(text) if isinstance(text, str) else None
            if where is not None:
                message = "This text holds a sign that cannot be shown."
                raise refused(MusicError(message, cure="Remove it, or type the text again.", where=where))
        return value


def _unshowable(text: str) -> int | None:
    """Where a text holds what is no character to show."""
    found = _UNSHOWABLE.search(text)
    if found is not None:
        return found.start()
    if text.isascii() or max(map(ord, text)) <= _LAST_OF_PLANE:
        return None
    return next((place for place, sign in enumerate(text) if ord(sign) & _LAST_OF_PLANE == _LAST_OF_PLANE), None)


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


def refused(error: MusicError, below: str = "") -> PydanticCustomError:
    """What could not be read, in the form in which a validator reports it; `below` points to the field from where the
    validator stands.
    """
    context = {"message": error.message, "cure": error.cure, "where": error.where, "below": below}
    return PydanticCustomError("music", "{message} {cure}", context)


def _key_name(text: str) -> None:
    if abs(NoteName.parse(text).alteration) > 1:
        raise MusicError(f"{text} cannot name a key.", cure="Use a tonic with at most one ♭ or ♯.")


KeyName = Annotated[str, Field(max_length=8), readable(_key_name)]
PitchText = Annotated[str, Field(max_length=8), readable(Pitch.parse)]
