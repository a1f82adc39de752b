"""A search over everything: what is answered."""

from __future__ import annotations

from pydantic import BaseModel

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.wording.findable import Findable, Group


class FindableOut(BaseModel):
    """Something found: the place of the web application where it is opened, and the recipe to begin with there."""

    group: Group
    title: str
    text: str
    place: str
    begin: Recipe | None

    @classmethod
    def of(cls, one: Findable) -> FindableOut:
        """From the value."""
        return cls(group=one.group, title=one.title, text=one.text, place=one.place, begin=one.begin)


class SearchOut(BaseModel):
    """What was found, the best first; where nothing was, a title that is spelled nearly so."""

    found: list[FindableOut]
    instead: str


class HelpOut(BaseModel):
    """A word to look up, its other words, and where it is opened."""

    title: str
    also: list[str]
    text: str
    place: str
    begin: Recipe | None
