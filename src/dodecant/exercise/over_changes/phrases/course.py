"""The course of tension over a form: it rises to a height, comes home with each phrase, and ends at rest."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import NamedTuple

from dodecant.exercise.over_changes.phrases.tables import CourseWeights


class PhraseBar(NamedTuple):
    """A bar's place (from 0) in a phrase of so many bars, and whether a dominant resolves there."""

    place: int
    of: int
    resolves: bool = False

    @property
    def ends(self) -> bool:
        """Whether its phrase ends with it."""
        return self.place + 1 == self.of


def course_over(bars: Sequence[PhraseBar], weights: CourseWeights, height_in: int = 0) -> tuple[int, ...]:
    """How tense each bar is, from 0 to 100; the height lies in the bar `height_in` (from 1), if that is told.

    >>> from dodecant.tables import load_tables
    >>> course_over([PhraseBar(n % 4, 4) for n in range(8)], load_tables().etudes.course)
    (25, 39, 79, 33, 82, 96, 82, 0)
    """
    last = max(1, len(bars) - 1)
    height = Fraction(height_in - 1, last) if height_in else Fraction(str(weights.height_at))
    height = min(max(height, Fraction(1, 100)), Fraction(99, 100))
    found = []
    for number, bar in enumerate(bars):
        at = Fraction(number, last)
        begins, ends = Fraction(str(weights.begins)), Fraction(str(weights.ends))
        arch = begins + (1 - begins) * at / height if at <= height else 1 - (1 - ends) * (at - height) / (1 - height)
        near = weights.home if bar.ends else weights.before_the_target if bar.place + 2 == bar.of else weights.inside
        more = Fraction(str(near)) + (Fraction(str(weights.resolving)) if bar.resolves and not bar.ends else 0)
        found.append(round(100 * min(Fraction(1), max(Fraction(0), arch + more))))
    return (*found[:-1], round(100 * weights.ends)) if found else ()
