"""Routines and plans: their minutes and days, what to leave out, shapes, new versions."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.part import KeyName
from dodecant.exercise.recipe.sounding.scale_choice import ScaleChoice
from dodecant.exercise.recipe.variation import LEVELS
from dodecant.practice.ladder import TempoLadder
from dodecant.practice.planning.goals import PlanDocument
from dodecant.practice.planning.on_stand import OnStand
from dodecant.practice.planning.plan import Comes, Plan, PlanDay, PlanItem, title_of
from dodecant.practice.planning.routine import RecipeStep, Routine
from dodecant.practice.planning.shortfalls import Shortfall
from dodecant.practice.sentences.phrase import FormPhrase
from dodecant.practice.sentences.plan import goal_phrases, plan_phrases


class TakenDay(BaseModel):
    """A day on which a recipe was practised: for how many minutes, and how many of its strips."""

    minutes: Annotated[float, Field(gt=0, le=1440, allow_inf_nan=False)]
    strips: Annotated[int, Field(ge=0, le=100_000)]


class RoutineIn(BaseModel):
    """A routine, and how long its recipes really took before, by their id, the latest day last; with the `level` of a
    player, the minutes are for practising it, not for once through.
    """

    routine: Routine
    level: Annotated[int, Field(ge=1, le=LEVELS)] | None = None
    taken: Annotated[dict[str, Annotated[list[TakenDay], Field(max_length=100)]], Field(max_length=100)] = {}


class StepOut(BaseModel):
    """The minutes of a step as the music says, as it will really be, and how they come about; the step as a sentence,
    phrase by phrase.
    """

    music: float
    minutes: float
    words: str
    sentence: tuple[FormPhrase, ...]


class LeftOutOut(BaseModel):
    """Something to leave out of a step (by its place): in words, the minutes it saves, the step without it."""

    step: int
    words: str
    saves: float
    without: RecipeStep


class RoutineMinutesOut(BaseModel):
    """The minutes of each step and of all, with breaks; over the cap, what to leave out, in a teacher's order."""

    steps: list[StepOut]
    minutes: float
    over: bool
    leave_out: list[LeftOutOut]


class FillingIn(BaseModel):
    """What a shape is filled with: a scale, keys by their tonics (none: those the shape begins with), an instrument by
    its id.
    """

    scale: ScaleChoice = "dorian"
    keys: Annotated[tuple[KeyName, ...], Field(max_length=12)] = ()
    instrument: Annotated[str, Field(min_length=1, max_length=80)] = "piano"


class ItemOut(BaseModel):
    """Something to do on a day: the goal by its place, its title, its sound and what it is, the key, minutes, tempo
    (BPM), why, the version; whether it is new, comes again or for a look, or mends a degree.
    """

    goal: int
    title: str
    kind: Literal["recipe", "routine"]
    version: int
    saved: str
    key: str
    minutes: float
    tempo: int
    why: str
    comes: Comes
    degree: str
    sound: str

    @classmethod
    def of(cls, item: PlanItem, document: PlanDocument) -> ItemOut:
        """From the core's value."""
        goal = document.goals[item.goal]
        return cls(
            goal=item.goal, title=title_of(item, document), saved=goal.saved, key=item.key, minutes=item.minutes,
            tempo=item.tempo, why=item.why, kind=goal.kind, version=item.version, comes=item.comes, degree=item.degree,
            sound=goal.sound,
        )  # fmt: skip


class PlanDayOut(BaseModel):
    """A day of a plan: what is to be done, its minutes and the most there are, whether it is set by hand, a caution."""

    day: date
    items: list[ItemOut]
    minutes: float
    cap: float
    pinned: bool
    caution: str

    @classmethod
    def of(cls, day: PlanDay, document: PlanDocument) -> PlanDayOut:
        """From the core's value."""
        return cls(
            day=day.day, items=[ItemOut.of(item, document) for item in day.items], minutes=day.minutes, cap=day.cap,
            pinned=day.pinned, caution=day.caution,
        )  # fmt: skip


class ShortfallOut(BaseModel):
    """A goal that cannot be met: in numbers, and what would make it fit."""

    goal: int
    words: str
    cures: list[str]

    @classmethod
    def of(cls, short: Shortfall) -> ShortfallOut:
        """From the core's value."""
        return cls(goal=short.goal, words=short.words, cures=list(short.cures))


class GivenDueOut(BaseModel):
    """An assignment that is open for a player: its number and title, for when in words, the minutes practised of it."""

    assignment: int
    title: str
    due_words: str
    minutes: float


class PlanOut(BaseModel):
    """A plan as it is kept (revision 0: not kept yet), its days from today on, goals that cannot be met, what is given
    to the player, minutes done today; the plan and each of its goals as a sentence, phrase by phrase.
    """

    document: PlanDocument
    revision: int
    days: list[PlanDayOut]
    short: list[ShortfallOut]
    given: list[GivenDueOut]
    done_today: float
    sentence: tuple[FormPhrase, ...]
    goal_sentences: list[tuple[FormPhrase, ...]]

    @classmethod
    def of(
        cls, document: PlanDocument, revision: int, plan: Plan, given: list[GivenDueOut], done_today: float
    ) -> PlanOut:
        """From the core's value."""
        return cls(
            document=document, revision=revision, days=[PlanDayOut.of(day, document) for day in plan.days],
            short=[ShortfallOut.of(short) for short in plan.short], given=given, done_today=round(done_today, 1),
            sentence=plan_phrases(document),
            goal_sentences=[goal_phrases(goal, document) for goal in document.goals],
        )  # fmt: skip


class PlanIn(BaseModel):
    """A plan to keep, and the revision it was changed from (0: there was none)."""

    document: PlanDocument
    revision: Annotated[int, Field(ge=0)] = 0


class PlanItemIn(BaseModel):
    """An item of a plan, by its goal (place), its key, and whether it comes as new, again, for a look or to mend."""

    goal: Annotated[int, Field(ge=0, le=200)]
    key: KeyName
    comes: Comes = "new"
    degree: Annotated[str, Field(max_length=8)] = ""


class OnStandOut(BaseModel):
    """What goes on the stand: a recipe or a routine with its id on the shelf, how it was varied (in words), the tempos
    it climbs, if it does.
    """

    recipe: Recipe | None
    routine: Routine | None
    saved: str
    version: str
    ladder: TempoLadder | None

    @classmethod
    def of(cls, found: OnStand, saved: str) -> OnStandOut:
        """From the core's value."""
        return cls(saved=saved, **found._asdict())


class MendingIn(BaseModel):
    """A degree of a sound (by its name) that slipped in some keys at a tempo (BPM), and the recipe it slipped in."""

    sound: Annotated[str, Field(min_length=1, max_length=120)]
    degree: Annotated[str, Field(min_length=1, max_length=8)]
    keys: Annotated[list[KeyName], Field(min_length=1, max_length=12)]
    tempo: Annotated[int, Field(ge=20, le=320)]
    recipe: Recipe | None = None


class VersionIn(BaseModel):
    """A recipe, how many versions on, what changed in its versions so far, the latest last; and the player's level, if
    what is too hard for it is left out.
    """

    recipe: Recipe
    level: Annotated[int, Field(ge=1, le=LEVELS)] | None = None
    times: Annotated[int, Field(ge=1, le=52)] = 1
    history: Annotated[list[Annotated[str, Field(max_length=40)]], Field(max_length=200)] = []


class VersionOut(BaseModel):
    """A new version: what changed last, in words, the recipe, and all that changed since the first, in words."""

    change: str
    words: str
    recipe: Recipe
    changes: list[str]
