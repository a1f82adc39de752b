"""The changes as a document: the text as typed, and which sounds were chosen for its chords."""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal

from pydantic import Field, ValidationError

from dodecant.exercise.parts import Part, readable
from dodecant.exercise.problems import Problem, RecipeError, problems_from
from dodecant.exercise.scale_choice import ScaleChoice
from dodecant.music.changes_text import LONGEST, parse_changes
from dodecant.music.degree import Degree

FORMAT: Final = "dodecant-changes"
VERSION: Final = 1


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


class ChangesDocument(Part):
    """The changes, version 1.

    `school` says how sounds are ranked where nothing is chosen; `turn` whether a chord with several sounds takes the
    next one in every chorus or every time it comes round.
    """

    format: Literal["dodecant-changes"] = FORMAT
    version: Literal[1] = VERSION
    text: Annotated[str, Field(max_length=LONGEST), readable(parse_changes)]
    school: Literal["key", "colour"] = "key"
    turn: Literal["chorus", "phrase"] = "chorus"
    choices: Annotated[tuple[ChordChoice, ...], Field(max_length=400)] = ()


def read_changes_document(document: Any) -> ChangesDocument:
    """Check a parsed JSON document; raises RecipeError with every problem found."""
    if not isinstance(document, dict):
        raise RecipeError([Problem("", "Changes are a JSON object in braces.", "Export some to see their form.")])
    try:
        return ChangesDocument.model_validate(document)
    except ValidationError as error:
        raise RecipeError(problems_from(error.errors())) from None
