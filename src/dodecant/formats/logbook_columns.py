"""How each column of the logbook is written into a file and read out of one: from its type and limits."""

from __future__ import annotations

import re
import types
from collections.abc import Mapping
from dataclasses import MISSING, dataclass, fields
from typing import Annotated, Any, Final, Literal, Union, get_args, get_origin, get_type_hints

from pydantic.fields import FieldInfo

from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import USUAL
from dodecant.practice.planning.entries import Practised, Tonic

_NOT_IN_FILES: Final = {"source"}  # what comes out of a file was in a file
_LEAST: Final = 0.01  # where it has to be more than nothing
_MOST_TIMES: Final = 100_000
# What a row does not say that lacks a column it needs.
_LACKING: Final = {"what": "what was practised", "minutes": "how long"}
_SLIP: Final = re.compile(r"(?P<degree>\S{1,8}) (?P<kind>[^\s;]{1,24})(?: (?P<times>[0-9]{1,6}))?")


class UnreadableError(ValueError):
    """Something in a row that cannot be taken, and what would be right."""

    def __init__(self, message: str, cure: str) -> None:
        super().__init__(message, cure)


@dataclass(frozen=True)
class Column:
    """A column of a file: its name, what it holds, its limits, and the value where a row says nothing."""

    name: str
    kind: type | str
    choices: tuple[str, ...]
    least: float
    most: float
    longest: int
    default: Any

    @property
    def needed(self) -> bool:
        """Whether every row has to say it."""
        return self.default is MISSING

    def read(self, text: str) -> Any:
        """The value of a row's text (stripped); raises UnreadableError, or MusicError for what is no note."""
        if not text:
            if self.needed:
                message = f"It does not say {_LACKING[self.name]}."
                raise UnreadableError(message, f"Write something under “{self.name}”.")
            return self.default
        if self.kind == "tonic":
            return NoteName.parse(text).pitch_class
        if self.choices and text not in self.choices:
            words = ", ".join(choice for choice in self.choices if choice)
            raise UnreadableError(f"“{text[:40]}” is no word for how it went.", f"Write {words}, or nothing.")
        if self.kind is str:
            return text[: self.longest]
        number = self._number(text)
        return int(number) if self.kind is int else number

    def write(self, value: Any) -> Any:
        """A value as a file shows it: a key by its name, nothing as nothing."""
        if value is None:
            return ""
        return USUAL["major"][value] if self.kind == "tonic" else value

    def _number(self, text: str) -> float:
        try:
            number = float(text.replace(",", "."))
        except ValueError:
            raise UnreadableError(f"“{text[:40]}” is no number of {self.name}.", "Write a number.") from None
        if not self.least <= number <= self.most:
            cure = f"Write from {self.least:g} to {self.most:g}."
            raise UnreadableError(f"{text[:40]} {self.name} cannot be.", cure)
        return number


def _column(name: str, hint: Any, default: Any) -> Column:
    if get_origin(hint) in (Union, types.UnionType):  # with None
        hint = next(part for part in get_args(hint) if part is not type(None))
    kind: type | str = "tonic" if hint == Tonic else hint
    limits: list[Any] = []
    choices: tuple[str, ...] = ()
    if get_origin(hint) is Annotated:
        inner, *notes = get_args(hint)
        limits = [limit for note in notes if isinstance(note, FieldInfo) for limit in note.metadata]
        kind = kind if kind == "tonic" else inner
    elif get_origin(hint) is Literal:
        kind, choices = str, get_args(hint)
    least, most, longest = _limit(limits, "ge", _LEAST), _limit(limits, "le", 0), _limit(limits, "max_length", 40)
    return Column(name, kind, choices, least, most, longest, default)


def _limit(limits: list[Any], name: str, otherwise: float) -> Any:
    return next((getattr(limit, name) for limit in limits if hasattr(limit, name)), otherwise)


COLUMNS: Final = tuple(
    _column(one.name, get_type_hints(Practised, include_extras=True)[one.name], one.default)
    for one in fields(Practised)
    if one.name not in _NOT_IN_FILES
)


def written_slips(slipped: Mapping[tuple[str, str], int]) -> str:
    """What slipped as a file shows it, by degree, kind and how often.

    >>> written_slips({("♭7", "wrong"): 2, ("6", "late"): 1})
    '♭7 wrong 2; 6 late 1'
    """
    return "; ".join(f"{degree} {kind} {times}" for (degree, kind), times in slipped.items())


def read_slips(value: object) -> dict[tuple[str, str], int]:
    """What slipped, out of a file: such a text, or a list of degree, kind and how often; raises UnreadableError.

    >>> read_slips("♭7 wrong 2; 6 late")
    {('♭7', 'wrong'): 2, ('6', 'late'): 1}
    """
    if isinstance(value, list):
        pieces = [" ".join(map(str, one)) if isinstance(one, list) else str(one) for one in value]
    else:
        pieces = str(value or "").split(";")
    slipped: dict[tuple[str, str], int] = {}
    for piece in filter(None, map(str.strip, pieces)):
        found = _SLIP.fullmatch(piece)
        times = int((found and found["times"]) or 1)
        if found is None or not 1 <= times <= _MOST_TIMES:
            raise UnreadableError(
                f"“{piece[:40]}” is no slip.", "Write a degree, what it was, and how often: ♭7 wrong 2."
            )
        slipped[found["degree"], found["kind"]] = times
    return slipped
