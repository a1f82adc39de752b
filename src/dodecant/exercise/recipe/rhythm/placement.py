"""The part of a recipe that says when notes sound, and how they are struck and joined."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.part import Part, readable, refused
from dodecant.exercise.recipe.rhythm.note_values import BEATS, NoteValue
from dodecant.exercise.recipe.rhythm.text import read_slots, rhythm_of
from dodecant.music.core.errors import MusicError
from dodecant.music.core.metre import Metre, MetreName

MarkKind = Literal["accent", "staccato", "tenuto", "marcato"]
OF_EIGHTHS: frozenset[NoteValue] = frozenset({"quarter", "eighth", "sixteenth"})
MOST_BARS = 4


def rhythm_fault(text: str, value: NoteValue, metre: Metre) -> MusicError | None:
    """What is wrong with slots that do not fill one to four bars, or divide what the metre does not."""
    try:
        slots = read_slots(text)
        if metre.unit == 8 and ("(" in slots or value not in OF_EIGHTHS):
            cure = "Choose quarters, eighths or sixteenths, or a metre of quarters."
            return MusicError(f"In {metre.text} beats are not divided so.", cure=cure)
        if not slots:
            return None
        length = rhythm_of(slots, value).length
    except MusicError as error:
        return error
    if length % metre.quarters:
        in_bar = metre.quarters / BEATS[value]
        bars = f"{in_bar} or {2 * in_bar}" if in_bar.denominator == 1 else f"{2 * in_bar}"
        count = sum(slots.count(sign) for sign in "srh")
        cure = f"Write {bars} slots, or choose another note value."
        return MusicError(f"{count} slots do not fill bars of {metre.text}.", cure=cure)
    if length > MOST_BARS * metre.quarters:
        return MusicError("The rhythm is longer than four bars.", cure="Shorten it.")
    return None


def check_rhythm(text: str, value: NoteValue, metre: MetreName) -> None:
    """Raise a problem for a rhythm that has a fault."""
    fault = rhythm_fault(text, value, Metre.parse(metre))
    if fault is not None:
        raise refused(fault)


class OwnRhythm(Part):
    """A rhythm of one's own that is kept: its name, and slots of a note value that fill bars of a metre."""

    name: Annotated[str, Field(min_length=1, max_length=40)]
    value: NoteValue = "eighth"
    metre: MetreName = "4/4"
    slots: Annotated[str, Field(min_length=1, max_length=200), readable(read_slots)]

    @model_validator(mode="after")
    def _fills_bars(self) -> Self:
        if not read_slots(self.slots):
            raise refused(MusicError("The rhythm has no slots.", cure="Write s where a note begins, r for a rest."))
        check_rhythm(self.slots, self.value, self.metre)
        return self


class Mark(Part):
    """An articulation on certain notes.

    `by` counts them: `notes` along the line, every `every`-th from the first; `slots` of the bar, each one note value;
    or notes of each `figure`. `places` (from 1) are which slots, or which notes of the figure.
    """

    kind: MarkKind = "accent"
    by: Literal["notes", "slots", "figure"] = "notes"
    every: Annotated[int, Field(ge=1, le=16)] = 1
    places: Annotated[tuple[Annotated[int, Field(ge=1, le=48)], ...], Field(max_length=16)] = (1,)

    @model_validator(mode="after")
    def _marks_something(self) -> Self:
        if self.by != "notes" and not self.places:
            raise refused(MusicError("No note is marked.", cure="Write which: 1, or 2 4."))
        return self


class Slurs(Part):
    """Notes joined under slurs: groups of such sizes in turn (1 is a note by itself), after so many notes before them.

    `by` lets the groups run along the line, or begin anew with each figure; with no groups the whole figure is one.
    A group is over at a rest.
    """

    by: Literal["line", "figure"] = "line"
    groups: Annotated[tuple[Annotated[int, Field(ge=1, le=32)], ...], Field(max_length=16)] = (2,)
    after: Annotated[int, Field(ge=0, le=16)] = 0

    @model_validator(mode="after")
    def _joins(self) -> Self:
        if not self.groups and self.by == "line":
            raise refused(MusicError("No group is slurred.", cure="Write how many notes: 2, or 3 1."))
        return self


class Call(Part):
    """So many bars are played and so many left open for an answer; each call comes once, or twice.

    Over changes the form goes on while the bars are open; a call that comes twice is repeated with them.
    """

    bars: Annotated[int, Field(ge=1, le=8)] = 2
    open: Annotated[int, Field(ge=1, le=8)] = 2
    twice: bool = False


class Placement(Part):
    """Rhythm: the note value, the metre, where the line starts, which slots sound, and how a strip ends its last bar.

    `route` is a strip for each of several note values instead of one. `slots` is a rhythm of one to four bars: s
    sounds, r is a rest, h holds on, each a note value; (sss) divides one beat; empty, every slot sounds. Notes fill
    it in one stream, or it `rhythm_restarts` with each figure. `start` is so many note values after the
    barline, or before it. Over changes a chord may be `anticipated`. A strip ends with its last note held, a rest, more
    of the line until the bar is full, or straight on into the next; it is played so many `times`, under repeat signs.
    The stages of a build-up and the sounds of a chain begin at barlines, or run on in a stream; left to the ending,
    they run on where strips do. `swing` is the share of a beat (or half a beat)
    that the first of two notes of the `swung_value` takes, in hundredths, in sound only.
    """

    value: NoteValue = "eighth"
    route: Annotated[tuple[NoteValue, ...], Field(max_length=8)] = ()
    metre: MetreName = "4/4"
    slots: Annotated[str, Field(max_length=200), readable(read_slots)] = ""
    rhythm_restarts: Literal["never", "each-figure"] = "never"
    start: Annotated[int, Field(ge=-16, le=32)] = 0
    anticipated: Literal["no", "eighth", "sixteenth"] = "no"
    ending: Literal["hold", "rest", "full", "on"] = "hold"
    times: Annotated[int, Field(ge=1, le=16)] = 1
    stages: Literal["by-ending", "barlines", "stream"] = "by-ending"
    call: Call | None = None
    marks: Annotated[tuple[Mark, ...], Field(max_length=4)] = ()
    slurs: Slurs | None = None
    swing: Annotated[int, Field(ge=50, le=80)] = 50
    swung_value: Literal["eighth", "sixteenth"] = "eighth"

    @model_validator(mode="after")
    def _fills_bars(self) -> Self:
        slots = read_slots(self.slots)
        if self.route and slots:
            cure = "Empty the rhythm, or the route of note values."
            raise refused(MusicError("A rhythm has its own note value; a route takes several.", cure=cure))
        for value in self.values:
            check_rhythm(slots, value, self.metre)
        return self

    @property
    def stages_at_barlines(self) -> bool:
        """Whether stages and sounds begin at barlines."""
        return self.stages == "barlines" or (self.stages == "by-ending" and self.ending != "on")

    @property
    def values(self) -> tuple[NoteValue, ...]:
        """The note values of its strips: the route's, or the one."""
        return self.route or (self.value,)
