"""What is wrong with a recipe, said at the field."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any, Final

from dodecant.music.core.errors import MusicError

TAG: Final = "kind="  # before the kind in a validator's places, so that pointers can leave it out


@dataclass(frozen=True)
class Problem:
    """One fault: a JSON pointer to the field, what is wrong, what would be right, and the character it is at."""

    pointer: str
    message: str
    cure: str = ""
    where: int | None = None


class RecipeError(ValueError):
    """Raised for a recipe that cannot be worked out; holds every problem found."""

    def __init__(self, problems: Iterable[Problem]) -> None:
        self.problems = tuple(problems)
        super().__init__("; ".join(f"{p.pointer or '/'}: {p.message} {p.cure}".strip() for p in self.problems))

    def __reduce__(self) -> tuple[type[RecipeError], tuple[tuple[Problem, ...]]]:
        """So that it goes from process to process with its problems."""
        return RecipeError, (self.problems,)


def at_field(pointer: str, error: MusicError) -> RecipeError:
    """What the ground floor could not read, told at a field of the recipe."""
    return RecipeError([Problem(pointer, error.message, error.cure, error.where)])


def problems_from(errors: Iterable[Mapping[str, Any]], *, skip: int = 0) -> tuple[Problem, ...]:
    """Turn Pydantic's error list into problems in a musician's words; `skip` drops leading parts of the place."""
    found = list(errors)
    # A list one of whose entries is at fault is also reported as too short; the entry is what counts.
    places = [error["loc"] for error in found]
    return tuple(
        _problem(error, skip)
        for error in found
        if error["type"] != "too_short" or not any(_below(place, error["loc"]) for place in places)
    )


def _below(place: tuple[str | int, ...], other: tuple[str | int, ...]) -> bool:
    return len(place) > len(other) and place[: len(other)] == other


def _problem(error: Mapping[str, Any], skip: int) -> Problem:
    pointer = _pointer(error["loc"][skip:])
    context = error.get("ctx") or {}
    kind = error["type"]
    if kind == "music":
        return Problem(pointer + context["below"], context["message"], context["cure"], context["where"])
    where = error["loc"][-1] if kind == "json_invalid" else None
    if where is not None:
        pointer = ""
    if kind not in _WORDS:
        return Problem(pointer, str(error["msg"]), "", where)
    message, cure = _WORDS[kind]
    given = {"input": _short(error.get("input")), **context}
    if kind == "union_tag_invalid":
        given = {
            "input": f"“{context['tag'].removeprefix(TAG)}”",
            "expected_tags": context["expected_tags"].replace(TAG, ""),
        }
    return Problem(pointer, message.format(**given), cure.format(**given), where)


_WORDS: dict[str, tuple[str, str]] = {
    "missing": ("Something is missing here.", "Add it."),
    "extra_forbidden": ("There is no field of this name here.", "Remove it, or check its spelling."),
    "literal_error": ("{input} is not one of the choices.", "Choose {expected}."),
    "union_tag_invalid": ("{input} is not one of the kinds.", "Choose {expected_tags}."),
    "union_tag_not_found": ("The kind is missing.", "Add a “kind”."),
    "greater_than_equal": ("{input} is too small.", "Use {ge} or more."),
    "less_than_equal": ("{input} is too large.", "Use {le} or less."),
    "int_parsing": ("{input} is not a whole number.", "Write digits only."),
    "int_type": ("{input} is not a whole number.", "Write digits only."),
    "int_from_float": ("{input} is not a whole number.", "Write a number without a fraction."),
    "string_unicode": ("This text holds a broken character.", "Type it again."),
    "string_type": ("{input} is not text.", "Write it in quotation marks."),
    "bool_type": ("{input} is neither true nor false.", "Write true or false."),
    "too_short": ("There are too few entries here.", "Give at least {min_length}."),
    "too_long": ("There are too many entries here.", "Give at most {max_length}."),
    "string_too_long": ("This text is too long.", "Keep it to {max_length} characters."),
    "string_too_short": ("This is empty.", "Write at least {min_length} character."),
    "model_type": ("{input} is nothing that has fields.", "Write an object in braces."),
    "model_attributes_type": ("{input} is nothing that has fields.", "Write an object in braces."),
    "tuple_type": ("{input} is not a list.", "Write a list in square brackets."),
    "json_invalid": ("This is not JSON: {error}.", "Export a recipe to see the form it has."),
}


def _pointer(place: tuple[str | int, ...]) -> str:
    """A JSON pointer (RFC 6901), without the kinds that a validator puts in between."""
    parts = (str(part) for part in place if not str(part).startswith(TAG))
    return "".join(f"/{part.replace('~', '~0').replace('/', '~1')}" for part in parts)


def _short(value: object) -> str:
    """A value as it was given, short and printable (a lone surrogate is not)."""
    text = f"“{value}”" if isinstance(value, str) else str(value)
    text = text.encode("utf-8", "replace").decode()
    return text if len(text) <= 60 else f"{text[:57]}…"
