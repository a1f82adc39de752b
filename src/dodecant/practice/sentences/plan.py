"""A plan and its goals as sentences."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import date
from typing import Final

from dodecant.exercise.wording.small_words import count, listed, nth
from dodecant.practice.planning.days import MONTHS, WEEKDAYS, day_text
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.sentences.phrase import FormPhrase, keys_text, minutes_text
from dodecant.practice.words import PRACTICE_WORDS

_FAR: Final = 300  # days on which a date is said with its year
_MOST_NAMED: Final = 3
_RUN: Final = 3  # weekdays in a row that are said from the first to the last


def goal_phrases(goal: Goal, document: PlanDocument) -> tuple[FormPhrase, ...]:
    """A goal of a plan; each phrase is named after its field.

    >>> from dodecant.practice.sentences.phrase import form_sentence
    >>> goal = Goal(title="Long tones", keys=("C", "F"), minutes=4)
    >>> form_sentence(goal_phrases(goal, PlanDocument(start=date(2026, 12, 1), goals=(goal,))))
    'Bring Long tones to 96 in C and F, 4 minutes each, as many keys a day as it takes.'
    """
    return tuple(_of_goal(goal, document))


def _of_goal(goal: Goal, document: PlanDocument) -> Iterator[FormPhrase]:
    yield FormPhrase("title", "what is practised", "Bring", goal.title)
    yield FormPhrase("tempo", "the tempo", "to", str(goal.tempo))
    yield FormPhrase("keys", "the keys", "in", keys_text(goal.keys))
    each = " each" * (len(goal.keys) > 1)
    yield FormPhrase("minutes", "the minutes of a key", ",", f"{minutes_text(goal.minutes)}{each}")
    pace = PRACTICE_WORDS["Goal.pace"][goal.pace]
    yield FormPhrase("pace", "the pace", ",", f"all keys in {_days(goal.days)}" if goal.pace == "in-days" else pace)
    order = PRACTICE_WORDS["Goal.order"][goal.order]
    yield FormPhrase("order", "the order of the keys", ",", order, goal.order != "as-listed")
    by = "" if goal.by is None else day_text(goal.by) + f" {goal.by.year}" * ((goal.by - document.start).days > _FAR)
    yield FormPhrase("by", "a date to finish by", ", by", by, goal.by is not None)
    if goal.kind == "recipe" and goal.saved:
        weeks = goal.version_weeks
        every = "every week" if weeks == 1 else f"every {count(weeks)} weeks"
        yield FormPhrase("version_weeks", "a variation every few weeks", ", varied", every, weeks > 0)
    month = f"{nth(goal.month or 1)} month of the plan"
    yield FormPhrase("month", "a month of the plan", ", in the", month, goal.month > 0)
    if len(document.goals) > 1:
        after = f"“{document.goals[goal.after].title}”" if goal.after >= 0 else ""
        yield FormPhrase("after", "another goal to wait for", ", after", after, goal.after >= 0)


def plan_phrases(document: PlanDocument) -> tuple[FormPhrase, ...]:
    """What a plan has for every goal: minutes, days off, keys of tunes, how a key comes back, time for slips."""
    off, slips = document.days_off, document.mending
    mending = f"{slips} of 100 minutes are for slips" if slips else "no time is set aside for slips"
    return (
        FormPhrase("minutes", "the minutes of each weekday", "Practise", weekdays_text(document.minutes)),
        FormPhrase("days_off", "days off", *_days_off(off), said=bool(off)),
        FormPhrase("tunes", "keys of current tunes", ", the tunes being in", listed(document.tunes or ("",)),
                   bool(document.tunes)),
        FormPhrase("school", "how a key comes back", "; a key comes",
                   PRACTICE_WORDS["PlanDocument.school"][document.school]),
        FormPhrase("mending", "the time for slips", ", and", mending),
    )  # fmt: skip


def weekdays_text(minutes: Sequence[int]) -> str:
    """The minutes of the weekdays, from Monday.

    >>> weekdays_text((20, 20, 20, 20, 20, 30, 0))
    '20 minutes from Monday to Friday, 30 on Saturday'
    """
    if len(set(minutes)) == 1 and minutes[0]:
        return f"{minutes_text(minutes[0])} every day"
    groups: dict[int, list[int]] = {}
    for day, some in enumerate(minutes):
        if some:
            groups.setdefault(some, []).append(day)
    amounts = [minutes_text(some) if place == 0 else str(some) for place, some in enumerate(groups)]
    said = [f"{amount} {_on_weekdays(days)}" for amount, days in zip(amounts, groups.values(), strict=True)]
    return ", ".join(said) if said else "on no day yet"


def _on_weekdays(days: Sequence[int]) -> str:
    if len(days) >= _RUN and days[-1] - days[0] == len(days) - 1:
        return f"from {WEEKDAYS[days[0]]} to {WEEKDAYS[days[-1]]}"
    return f"on {listed([WEEKDAYS[day] for day in days])}"


def _days_off(days: Sequence[date]) -> tuple[str, str]:
    """The words before, and the days."""
    if len(days) > _MOST_NAMED:
        return ", with", f"{count(len(days))} days off"
    return ", but not on", listed([f"{day.day} {MONTHS[day.month - 1]}" for day in sorted(days)] or [""])


def _days(days: int) -> str:
    return f"{count(days)} day{'s' * (days > 1)}"
