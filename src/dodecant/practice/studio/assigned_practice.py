"""How an assignment is practised: the band, the curtain and from when, ladder, gate, and which keys by which lesson."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import date
from itertools import pairwise
from typing import Annotated, Final, NamedTuple, Self

from pydantic import Field, model_validator

from dodecant.backing.setting import Backing
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.part import KeyName, Part, refused
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.wording.small_words import count, listed, nth
from dodecant.music.core.errors import MusicError
from dodecant.practice.ladder import rung
from dodecant.practice.planning.days import FIRST_DAY, LAST_DAY, day_text
from dodecant.practice.planning.routine import Curtain, StandWish
from dodecant.practice.words import PRACTICE_WORDS

MOST_LESSONS: Final = 12
_FEW_LESSONS: Final = 2
_BASS: Final = {"walking": "a walking bass", "two-feel": "a bass in two", "pedal": "a bass on a pedal"}
_CHORDS: Final = {"held": "held chords", "comping": "comping"}
_TIME: Final = {"ride": "a ride", "brushes": "brushes", "sixteenths": "straight sixteenths"}


class KeysByLesson(Part):
    """Which keys are to be ready by a day, named as the recipe names its keys."""

    day: Annotated[date, Field(ge=FIRST_DAY, le=LAST_DAY)]
    keys: Annotated[tuple[KeyName, ...], Field(min_length=1, max_length=12)]


class AssignedPractice(StandWish):
    """How the stand is set for an assignment, from the first day on; the curtain is drawn on the day of practising that
    `curtain_from` counts. `lessons` say which keys come by which day, in order.
    """

    curtain_from: Annotated[int, Field(ge=1, le=30)] = 1
    lessons: Annotated[tuple[KeysByLesson, ...], Field(max_length=MOST_LESSONS)] = ()

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if any(later.day <= one.day for one, later in pairwise(self.lessons)):
            raise refused(MusicError("Two lessons are not in order.", cure="Let each be on a later day."))
        return self


class DayOfPractice(NamedTuple):
    """A day on which an assignment is practised, and how many days it was practised on before."""

    day: date
    before: int


def for_the_day(recipe: Recipe, practice: AssignedPractice, on: DayOfPractice | None) -> Recipe:
    """The recipe in the keys of the next lesson; in all of its own when no lesson is left, or no day is said."""
    lesson = next((one for one in practice.lessons if on is not None and on.day <= one.day), None)
    if lesson is None:
        return recipe
    keys = recipe.keys.model_copy(update={"order": "picked", "picked": lesson.keys})
    return recipe.model_copy(update={"keys": keys})


def is_drawn(practice: AssignedPractice, on: DayOfPractice | None) -> bool:
    """Whether the curtain is drawn on a day, or (no day is said) ever."""
    return practice.curtain != "all" and (on is None or on.before + 1 >= practice.curtain_from)


class PracticePart(NamedTuple):
    """A part of it in words, by its field: a phrase of a longer sentence, and sentences of its own."""

    field: str
    phrase: str
    sentences: tuple[str, ...]


def practice_words(practice: AssignedPractice, recipe: Recipe) -> tuple[str, ...]:
    """How it is practised, as a teacher would write it down, a sentence each.

    >>> practice_words(AssignedPractice(curtain="nothing", curtain_from=3, listens=True), Recipe())[1:]
    ('The page is hidden from the third day of practising it.', 'The stand listens.')
    """
    parts = practice_said(practice, recipe.placement.values)
    return tuple(sentence for part in parts for sentence in part.sentences)


def practice_said(practice: AssignedPractice, values: Sequence[NoteValue]) -> Iterator[PracticePart]:
    """What there is to say of it, part by part; the note `values` of the recipe say where a ladder begins.

    >>> practice = AssignedPractice(curtain="nothing", curtain_from=3, listens=True)
    >>> [part.phrase for part in practice_said(practice, ["eighth"])][1:]
    ['the page hidden from the third day', 'the stand listening']
    """
    if practice.rule is not None:
        rule = PRACTICE_WORDS["FreeRule.kind"][practice.rule.kind]
        yield PracticePart("rule", f"improvising by the rule “{rule}”", (f"Improvise: {rule}.",))
    yield _of_band(practice.backing)
    if practice.ladder is not None:
        words = rung(practice.ladder, (), values).words
        tempos = words.removesuffix(".").partition(";")[0]
        yield PracticePart("ladder", tempos[0].lower() + tempos[1:], (words,))
    if practice.repeats > 1:
        times = f"ach key {count(practice.repeats)} times in a row"
        yield PracticePart("repeats", f"e{times}", (f"E{times}.",))
    if practice.curtain != "all":
        yield _of_curtain(practice.curtain, practice.curtain_from)
    if practice.listens:
        yield PracticePart("listens", "the stand listening", ("The stand listens.",))
    if practice.gate.kind == "takes":
        several = practice.gate.takes > 1
        takes = f"{count(practice.gate.takes)} clean take{'s' * several} of each key"
        yield PracticePart("gate", f"until there {'are' if several else 'is'} {takes}", (f"It is done with {takes}.",))
    if practice.lessons:
        yield _of_lessons(practice.lessons)


def _of_curtain(curtain: Curtain, day: int) -> PracticePart:
    shown = PRACTICE_WORDS["curtain"][curtain]
    since = f" from the {nth(day)} day" if day > 1 else ""
    page, says = (
        ("the page hidden", "The page is hidden")
        if curtain == "nothing"
        else (f"the stand showing {shown}", f"The stand shows {shown}")
    )
    practising = " of practising it" * (day > 1)
    return PracticePart("curtain", f"{page}{since}", (f"{says}{since}{practising}.",))


def _of_lessons(lessons: Sequence[KeysByLesson]) -> PracticePart:
    each = [f"{listed(lesson.keys)} by {day_text(lesson.day)}" for lesson in lessons]
    phrase = ", ".join(each) if len(each) <= _FEW_LESSONS else f"keys by {count(len(each))} lessons"
    return PracticePart("lessons", phrase, tuple(f"By {day_text(one.day)}: {listed(one.keys)}." for one in lessons))


def _of_band(backing: Backing) -> PracticePart:
    """Who plays along, as `band` has them play: bass and chords rest where there are no chords."""
    chords = backing.harmony not in ("drone", "none")
    players = [
        *([_BASS[backing.bass]] if chords and backing.bass != "none" else []),
        *([_CHORDS[backing.chords]] if chords and backing.chords != "none" else []),
        *([_TIME[backing.time]] if backing.time != "none" else []),
    ]
    over = {"chord": f" over {backing.first}", "two-chords": f" over {backing.first} and {backing.second} in turn"}
    parts = []
    if backing.harmony == "drone":
        parts.append(f"over a drone on {backing.degree}{' with its fifth' if backing.fifth else ''}")
    if players:
        parts.append(f"with {listed(players)}{over.get(backing.harmony, '')}")
    elif backing.harmony != "drone":
        parts.append("without a band")
    sentences = [f"{part[0].upper()}{part[1:]}." for part in parts]
    if backing.click != "none":
        where = _clicks(backing)
        parts.append(f"the click {where}")
        sentences.append(f"The click sounds {where.replace('fading', 'and fades')}.")
    return PracticePart("backing", ", ".join(parts), tuple(sentences))


def _clicks(backing: Backing) -> str:
    bars = f" of every {count(backing.every)} bars" if backing.every > 1 else ""
    where = {
        "all": "on every beat", "off-beats": "on 2 and 4", "fading": "fading away bar by bar",
        "bars": f"on the first beat{bars}",
    }  # fmt: skip
    return where[backing.click]
