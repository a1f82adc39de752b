"""Small words that several phrases need: counts, ordinals, lists."""

from __future__ import annotations

from collections.abc import Sequence

COUNTS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight")
ORDINALS = ("first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth",
            "eleventh", "twelfth", "thirteenth", "fourteenth")  # fmt: skip


def count(number: int) -> str:
    """'three', or '9' where numbers grow large."""
    return COUNTS[number] if 0 <= number < len(COUNTS) else str(number)


def often(times: int) -> str:
    """'once', 'twice', 'three times', '12 times'."""
    return {1: "once", 2: "twice"}.get(times, f"{count(times)} times")


def plural(number: int, noun: str) -> str:
    """'one note', '12 notes'."""
    return f"{count(number)} {noun}{'s' * (number != 1)}"


def nth(number: int) -> str:
    """'third', '16th'."""
    return ORDINALS[number - 1] if number <= len(ORDINALS) else f"{number}th"


def listed(names: Sequence[str]) -> str:
    """'a, b and c'."""
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
