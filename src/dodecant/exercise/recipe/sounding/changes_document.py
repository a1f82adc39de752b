"""The changes as a document: the text as typed, and which sounds were chosen for its chords."""

from __future__ import annotations

import re
from typing import Annotated, Any, Final, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.part import Part, readable
from dodecant.exercise.recipe.sounding.scale_choice import ScaleChoice
from dodecant.exercise.recipe.upgrade import upgraded_changes
from dodecant.music.core.degree import Degree
from dodecant.music.progressions.changes_text import LONGEST, parse_changes

FORMAT: Final = "dodecant-changes"
VERSION: Final = 2


NextSound = Literal["chorus", "phrase", "four-bars", "eight-bars", "section"]


class SoundChoice(Part):
    """A scale for a chord; `root` is the sound's tonic as a degree above the chord's root."""

    scale: ScaleChoice
    root: Annotated[str, Field(max_length=4), readable(Degree.parse)] = "1"


class ChordChoice(Part):
    """The sounds chosen for one chord, taken in turn.

    `chord` is its number as written, from 0; `symbol` its printed symbol, by which a choice finds its chord again when
    bars were put in or taken out.
    """

    chord: Annotated[int, Field(ge=0, le=10_000)]
    symbol: Annotated[str, Field(max_length=40)] = ""
    sounds: Annotated[tuple[SoundChoice, ...], Field(min_length=1, max_length=4)]


class ChangesDraft(Part):
    """The changes, version 2, while they are being written: the text may have faults.

    `school` says how sounds are ranked where nothing is chosen; `next_sound` whether a chord with several sounds
    takes the next one in every chorus, every time it comes round, or every so many bars or section of what is played.
    """

    format: Literal["dodecant-changes"] = FORMAT
    version: Literal[2] = VERSION
    text: Annotated[str, Field(max_length=LONGEST)]
    school: Literal["key", "colour"] = "key"
    next_sound: NextSound = "chorus"
    choices: Annotated[tuple[ChordChoice, ...], Field(max_length=400)] = ()

    @classmethod
    def fresh(cls) -> Self:
        """Where one begins to write."""
        return cls(text="title: \nkey: C major\n\n| Dm7 | G7 | Cmaj7 | % |\n")

    @model_validator(mode="before")
    @classmethod
    def _reads_version_1(cls, document: Any) -> Any:
        return upgraded_changes(document)


class ChangesDocument(ChangesDraft):
    """The changes, version 2: what is kept and what recipes hold."""

    text: Annotated[str, Field(max_length=LONGEST), readable(parse_changes)]


_TITLE = re.compile(r"^\s*title[ \t]*:.*$", re.IGNORECASE | re.MULTILINE)


def retitled(document: ChangesDocument, title: str) -> ChangesDocument:
    """The same changes under another title.

    >>> retitled(ChangesDocument(text="| C |"), "Quay").text
    'title: Quay\\n| C |'
    """
    line = f"title: {title}"
    text = document.text
    renamed = _TITLE.sub(lambda _: line, text, count=1) if _TITLE.search(text) else f"{line}\n{text}"
    return document.model_copy(update={"text": renamed})
