"""A plan as an iCalendar file (RFC 5545): one event a day, local with its zone, with ids that stay."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, time, timedelta
from zoneinfo import ZoneInfo, ZoneInfoNotFoundError

from icalendar import Calendar, Event

from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.practice.planning.goals import PlanDocument
from dodecant.practice.planning.plan import PlanDay, title_of


def to_icalendar(
    document: PlanDocument, days: Sequence[PlanDay], player: int, zone: str, begin: time, stamp: datetime
) -> bytes:
    """The days of a plan that hold something, each from `begin` on in a time zone (IANA name).

    An id names the player and the day, so that a file taken in again brings each day up to date. Raises RecipeError
    for a zone there is not.
    """
    local = zone_of(zone)
    calendar = Calendar()
    calendar.add("prodid", "-//Dodecant//plan//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", "Practice")
    for day in days:
        if not day.items:
            continue
        event = Event()
        start = datetime.combine(day.day, begin, local)
        event.add("uid", f"plan-{player}-{day.day.isoformat()}@dodecant")
        event.add("dtstamp", stamp)
        event.add("dtstart", start)
        event.add("duration", timedelta(minutes=max(1, round(day.minutes))))
        titles = dict.fromkeys(title_of(item, document) for item in day.items)
        event.add("summary", f"{', '.join(item.key for item in day.items)}: {', '.join(titles)}")
        lines = [f"{title_of(item, document)}, {item.key}: {item.minutes:g} min. {item.why}." for item in day.items]
        event.add("description", "\n".join([*lines, *([day.caution] if day.caution else [])]))
        calendar.add_component(event)
    if days:  # the zone's rules around these days are enough
        year = timedelta(days=366)
        calendar.add_missing_timezones(first_date=days[0].day - year, last_date=days[-1].day + year)
    return bytes(calendar.to_ical())


def zone_of(name: str) -> ZoneInfo:
    """A time zone by its IANA name; raises RecipeError for one there is not."""
    try:
        return ZoneInfo(name)
    except (ZoneInfoNotFoundError, ValueError, OSError):
        message = f"There is no time zone “{name[:60]}”."
        raise RecipeError([Problem("/zone", message, "Write one such as Europe/Lisbon.")]) from None
