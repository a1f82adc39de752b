"""What a plan is made of: minutes for each weekday, days off, goals with their rules, days set by hand."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.part import KeyName, Part, refused
from dodecant.exercise.wording.small_words import listed
from dodecant.music.core.errors import MusicError

_Day = Annotated[date, Field(ge=date(1970, 1, 2), le=date(2199, 12, 31))]
_MINUTES_A_DAY = Annotated[int, Field(ge=0, le=600)]


class Goal(Part):
    """What is to be reached: a recipe or routine by its id on the shelf, in `keys`, at a `tempo` (BPM), `by` a day.

    `minutes` is what one key takes. The `pace` says how keys come: as many a day as it takes; one a day, a half step
    on; one a week; all in so many `days`. They come as `order`ed: as they stand, those of tunes in hand first, or the
    weakest first. Every so many weeks there is a new version (`version_weeks`, 0: never). It may belong to a `month` of
    the plan (from 1; 0: any), and wait until another goal is done (`after`, by its place; -1: none).
    """

    title: Annotated[str, Field(min_length=1, max_length=120)]
    saved: Annotated[str, Field(max_length=80)] = ""
    kind: Literal["recipe", "routine"] = "recipe"
    sound: Annotated[str, Field(max_length=120)] = ""
    keys: Annotated[tuple[KeyName, ...], Field(min_length=1, max_length=24)]
    tempo: Annotated[int, Field(ge=20, le=320)] = 96
    minutes: Annotated[float, Field(gt=0, le=240, allow_inf_nan=False)] = 5.0
    by: _Day | None = None
    pace: Literal["as-needed", "half-step-a-day", "key-a-week", "in-days"] = "as-needed"
    days: Annotated[int, Field(ge=1, le=366)] = 12
    order: Literal["as-listed", "tunes-first", "weakest-first"] = "as-listed"
    version_weeks: Annotated[int, Field(ge=0, le=26)] = 0
    month: Annotated[int, Field(ge=0, le=12)] = 0
    after: Annotated[int, Field(ge=-1, le=40)] = -1


class DayItem(Part):
    """A goal (by its place) in a key."""

    goal: Annotated[int, Field(ge=0, le=40)]
    key: KeyName


class DayPin(Part):
    """A day set by hand: its items, or other minutes; the rest is planned round it."""

    day: _Day
    minutes: _MINUTES_A_DAY | None = None
    items: Annotated[tuple[DayItem, ...], Field(max_length=40)] | None = None


class PlanDocument(Part):
    """Minutes for each weekday from Monday, days off, goals, days set by hand, keys of tunes in hand.

    In the school `until-it-holds` a key comes back until it was clean at its tempo, and after that now and then for a
    look; in `once-each` every key comes as often as its goal says, and then the next. Up to so many of 100 minutes go
    to what slips (`mending`).
    """

    start: _Day
    minutes: Annotated[tuple[_MINUTES_A_DAY, ...], Field(min_length=7, max_length=7)] = (20,) * 7
    days_off: Annotated[tuple[_Day, ...], Field(max_length=400)] = ()
    goals: Annotated[tuple[Goal, ...], Field(max_length=40)] = ()
    pins: Annotated[tuple[DayPin, ...], Field(max_length=400)] = ()
    tunes: Annotated[tuple[KeyName, ...], Field(max_length=12)] = ()
    school: Literal["until-it-holds", "once-each"] = "until-it-holds"
    mending: Annotated[int, Field(ge=0, le=20)] = 20

    @model_validator(mode="after")
    def _can_wait(self) -> Self:
        for place, goal in enumerate(self.goals):
            after, by = f"/goals/{place}/after", f"/goals/{place}/by"
            if goal.after >= len(self.goals) or goal.after == place:
                error = MusicError(f"“{goal.title}” waits for a goal there is not.", cure="Choose another.")
                raise refused(error, after)
            others = self._waits_for(place)
            if place in others:
                named = listed([f"“{self.goals[other].title}”" for other in sorted(others)])
                error = MusicError(f"{named} wait for each other.", cure="Let one of them begin at once.")
                raise refused(error, after)
            if goal.by is not None and goal.by < self.start:
                error = MusicError(f"“{goal.title}” is due before the plan begins.", cure="Give a later day.")
                raise refused(error, by)
        return self

    def _waits_for(self, place: int) -> set[int]:
        """The goals (by place) that one waits for, those that these wait for included."""
        found: set[int] = set()
        following = self.goals[place].after
        while 0 <= following < len(self.goals) and following not in found:
            found.add(following)
            following = self.goals[following].after
        return found
