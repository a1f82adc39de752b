"""Making scales from others: by union, or with a leading tone below a step."""

from __future__ import annotations

from collections.abc import Sequence

from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import Scale

_FEWEST, _MOST = 3, 12  # tones of a scale


def union(scales: Sequence[Scale]) -> tuple[Degree, ...]:
    """All tones of some scales on one tonic; of two spellings of one tone the first scale's stays.

    >>> from dodecant.music.scales.scale import own_scale
    >>> both = [own_scale("minor", "1 b3 4 5 b7"), own_scale("major", "1 2 3 5 6")]
    >>> " ".join(degree.text for degree in union(both))
    '1 2 ♭3 3 4 5 6 ♭7'
    """
    found: dict[int, Degree] = {}
    for scale in scales:
        for degree in scale.degrees:
            found.setdefault(degree.half_steps, degree)
    return tuple(found[height] for height in sorted(found))


def joined(scales: Sequence[Scale], leading: Sequence[int]) -> tuple[Degree, ...]:
    """The union of some scales with leading tones below chosen steps of it (1-based); raises StepError.

    >>> from dodecant.music.scales.scale import own_scale
    >>> " ".join(degree.text for degree in joined([own_scale("x", "1 2 3 5 6")], [4, 2]))
    '1 ♯1 2 3 ♯4 5 6'
    """
    degrees = union(scales)
    name = " and ".join(scale.name for scale in scales)
    for number in sorted(leading, reverse=True):  # so that a tone put in does not move the steps still to come
        degrees = with_leading_tone(Scale("made", name, degrees, "own", 1), number)
    return degrees


class StepError(MusicError):
    """A step (1-based) that no leading tone can be put below."""

    def __init__(self, step: int, message: str, cure: str) -> None:
        super().__init__(message, cure=cure)
        self.step = step


def with_leading_tone(scale: Scale, number: int) -> tuple[Degree, ...]:
    """The scale with a tone a half step below one of its steps (1-based), on the letter below.

    Raises StepError for a step it does not have, and where that tone is there already.

    >>> from dodecant.music.scales.scale import own_scale
    >>> " ".join(d.text for d in with_leading_tone(own_scale("x", "1 2 3 5 6"), 4))
    '1 2 3 ♯4 5 6'
    """
    if not 1 <= number <= len(scale):
        raise StepError(number, f"{scale.name} has no step {number}.", f"Choose a step from 1 to {len(scale)}.")
    step = scale.degrees[number - 1]
    letter = Degree(step.number - 1) if step.number > 1 else Degree(7)
    added = Degree(letter.number, (step.half_steps - 1) % 12 - letter.half_steps)
    if added.half_steps in scale.pitch_classes:
        message = f"{scale.name} already has a tone a half step below its {step.text}."
        raise StepError(number, message, "Choose another step.")
    return tuple(sorted((*scale.degrees, added), key=lambda degree: degree.half_steps))


def as_degrees(names: Sequence[NoteName]) -> tuple[Degree, ...] | None:
    """Some notes as the degrees of a scale on the first of them, in order; None for fewer than 3 or more than 12.

    >>> [degree.text for degree in as_degrees([NoteName.parse(name) for name in ("C", "E", "D♭", "G")]) or ()]
    ['1', '♭2', '3', '5']
    """
    found = {name.pitch_class: Degree.between(names[0], name) for name in reversed(names)}
    degrees = sorted(found.values(), key=lambda degree: degree.half_steps % 12)
    return tuple(degrees) if _FEWEST <= len(degrees) <= _MOST else None
