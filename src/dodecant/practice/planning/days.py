"""Days in words."""

from __future__ import annotations

from datetime import date
from typing import Final

FIRST_DAY, LAST_DAY = date(1970, 1, 2), date(2199, 12, 31)  # what calendars and data files hold
WEEKDAYS: Final = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
MONTHS: Final = (
    "January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November",
    "December",
)  # fmt: skip


def day_text(day: date) -> str:
    """A day in words.

    >>> day_text(date(2026, 12, 8))
    'Tuesday 8 December'
    """
    return f"{WEEKDAYS[day.weekday()]} {day.day} {MONTHS[day.month - 1]}"
