"""Why something comes on a day, in one clause made from what is known."""

from __future__ import annotations

from datetime import date

from dodecant.exercise.wording.small_words import count, often
from dodecant.practice.planning.days import WEEKDAYS, day_text
from dodecant.practice.planning.history import Slipping
from dodecant.practice.planning.learning import KeyMemory
from dodecant.practice.planning.queues import Session


def look(key: str, memory: KeyMemory, day: date, early: bool) -> str:
    """Why a key that was reached comes for a look, when it is due or because there is time."""
    assert memory.last is not None  # noqa: S101 - it was reached
    if early:
        return f"{key} once more: there is time"
    return f"{key}: {_ago((day - memory.last).days)}, to see whether it holds"


def again(session: Session, memory: KeyMemory, day: date) -> str:
    """Why a key comes back that is not reached."""
    assert memory.last is not None  # noqa: S101 - it was played
    when = _on(memory.last, day)
    at = f" at {memory.tempo}" if memory.tempo else ""
    if memory.clean is None:
        return f"{session.key} again: you did not say how it went {when}"
    if memory.clean:
        return f"{session.key}: clean{at} {when}, now {session.tempo}"
    if memory.slips:
        return f"{session.key}: slipped {often(memory.slips)}{at} {when}"
    return f"{session.key}: a push{at} {when}"


def mend(key: str, slip: Slipping, day: date) -> str:
    """Why a degree that slips comes."""
    return (
        f"{slip.degree} slipped {often(slip.times)} in {key}, {'last ' if slip.times > 1 else ''}{_on(slip.last, day)}"
    )


def _ago(days: int) -> str:
    """
    >>> _ago(1), _ago(3), _ago(7), _ago(21)
    ('yesterday', 'three days ago', 'a week ago', 'three weeks ago')
    """
    if days <= 1:
        return "yesterday" if days else "today"
    if days % 7 == 0:
        return "a week ago" if days == 7 else f"{count(days // 7)} weeks ago"
    return f"{count(days)} days ago"


def _on(then: date, day: date) -> str:
    days = (day - then).days
    if days <= 1:
        return "yesterday" if days else "today"
    return f"on {WEEKDAYS[then.weekday()]}" if days < 7 else f"on {day_text(then)}"
