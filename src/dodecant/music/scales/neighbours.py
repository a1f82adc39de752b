"""Which sounds lie one altered note away, and the shortest way between two by one note at a time."""

from __future__ import annotations

from collections import deque
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise, permutations

from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale, ScaleCatalogue


@dataclass(frozen=True, slots=True)
class Alteration:
    """A scale on the same tonic, reached by moving one tone by a half step."""

    before: Degree
    after: Degree
    scale: Scale

    @property
    def raises(self) -> bool:
        """Whether the tone moves up."""
        return self.after.half_steps > self.before.half_steps


@lru_cache(maxsize=512)
def neighbours(scale: Scale, catalogue: ScaleCatalogue) -> tuple[Alteration, ...]:
    """All scales of the catalogue one altered note away, in the catalogue's order.

    The tone keeps its place and moves by a half step; forms coming down are left aside.
    """
    found = []
    for other in catalogue.scales:
        left, gained = scale.pitch_classes - other.pitch_classes, other.pitch_classes - scale.pitch_classes
        if len(left) != 1 or len(gained) != 1:
            continue
        before, after = _tone(scale, left), _tone(other, gained)
        if abs(before.half_steps - after.half_steps) == 1:
            found.append(Alteration(before, after, other))
    return tuple(found)


def chain(start: Scale, goal: Scale, catalogue: ScaleCatalogue) -> tuple[Alteration, ...] | None:
    """The shortest way from one scale to another by one altered note each, or None when there is none.

    Breadth-first search; of several shortest ways the first in the catalogue's order.
    """
    # Scales are told apart by their tones: one of one's own has no name in the catalogue.
    ways: dict[frozenset[int], tuple[Alteration, ...]] = {start.pitch_classes: ()}
    waiting = deque([start])
    while waiting:
        scale = waiting.popleft()
        if scale.pitch_classes == goal.pitch_classes:
            return ways[scale.pitch_classes]
        for step in neighbours(scale, catalogue):
            if step.scale.pitch_classes not in ways:
                ways[step.scale.pitch_classes] = (*ways[scale.pitch_classes], step)
                waiting.append(step.scale)
    return None


def chain_through(scales: Sequence[Scale], catalogue: ScaleCatalogue) -> tuple[Alteration, ...] | None:
    """The shortest way from the first scale through all the others, in whatever order is shortest.

    Every order of the others is tried (they are few); None where one cannot be reached.
    """
    start, *others = scales
    ways = {
        (one.pitch_classes, other.pitch_classes): chain(one, other, catalogue) for one in scales for other in others
    }
    best: tuple[Alteration, ...] | None = None
    for order in permutations(others):
        parts = [ways[one.pitch_classes, other.pitch_classes] for one, other in pairwise((start, *order))]
        way = tuple(step for part in parts if part is not None for step in part)
        if None not in parts and (best is None or len(way) < len(best)):
            best = way
    return best


def derivation(scale: Scale) -> str:
    """How to make the scale from the major scale on its tonic: 'lower 3 and 7'.

    >>> from dodecant.music.scales.scale import own_scale
    >>> derivation(own_scale("Dorian", "1 2 b3 4 5 6 b7")), derivation(own_scale("x", "1 2 3 5 6"))
    ('lower 3 and 7', 'leave out 4 and 7')
    """
    numbers = [degree.number for degree in scale.degrees]
    if len(set(numbers)) < len(numbers):
        return f"take {' '.join(degree.text for degree in scale.degrees)}"
    ways = (
        ("raise", [d.number for d in scale.degrees if d.alteration > 0]),
        ("lower", [d.number for d in scale.degrees if d.alteration == -1]),
        ("lower twice", [d.number for d in scale.degrees if d.alteration < -1]),
        ("leave out", [n for n in range(1, 8) if n not in numbers]),
    )
    said = [f"{verb} {_listed(places)}" for verb, places in ways if places]
    return ", ".join(said) or "the major scale itself"


def _tone(scale: Scale, classes: frozenset[int]) -> Degree:
    return next(degree for degree in scale.degrees if degree.half_steps % 12 in classes)


def _listed(numbers: list[int]) -> str:
    words = [str(number) for number in numbers]
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}"
