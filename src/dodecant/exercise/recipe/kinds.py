"""Parts of a recipe that come in kinds: told apart by their `kind`, each registered where its class stands."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from contextlib import contextmanager
from typing import Any, ClassVar, Generic, Self, TypeVar

from pydantic import GetCoreSchemaHandler, GetJsonSchemaHandler
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema, core_schema

from dodecant.exercise.recipe.part import Part
from dodecant.exercise.recipe.problems import TAG


class KindPart(Part):
    """A part that comes in kinds."""

    kind: str
    fresh_values: ClassVar[Mapping[str, Any]] = {}

    @classmethod
    def fresh(cls) -> Self:
        """How it begins where it is newly chosen."""
        return cls.model_validate(dict(cls.fresh_values))


KindT = TypeVar("KindT", bound=KindPart)


class Kinds(Generic[KindT]):
    """The kinds of one part. As an annotation (`Annotated[Base, kinds]`) it reads whichever kind a document names.

    >>> from dodecant.exercise.recipe.courses import COURSES
    >>> list(COURSES.by_name)
    ['plain', 'return', 'build-up', 'grow']
    """

    def __init__(self) -> None:
        self.by_name: dict[str, type[KindT]] = {}

    def register(self, kind: type[KindT]) -> type[KindT]:
        """Add a kind; a decorator of its class."""
        self.by_name[kind.model_fields["kind"].default] = kind
        return kind

    @contextmanager
    def with_one_more(self, kind: type[KindT]) -> Iterator[None]:
        """For trying a kind out: models built meanwhile read it too."""
        self.register(kind)
        try:
            yield
        finally:
            del self.by_name[kind.model_fields["kind"].default]

    def __get_pydantic_core_schema__(self, source: object, handler: GetCoreSchemaHandler) -> CoreSchema:
        choices = {f"{TAG}{name}": handler.generate_schema(kind) for name, kind in self.by_name.items()}
        return core_schema.tagged_union_schema(choices, discriminator=_tag)

    def __get_pydantic_json_schema__(self, schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        found = handler(schema)
        mapping = {name: one["$ref"] for name, one in zip(self.by_name, found["oneOf"], strict=True)}
        return {**found, "discriminator": {"propertyName": "kind", "mapping": mapping}}


def _tag(value: Any) -> str | None:
    kind = value.get("kind") if isinstance(value, dict) else getattr(value, "kind", None)
    return None if kind is None else f"{TAG}{kind}"
