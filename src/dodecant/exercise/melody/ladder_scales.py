"""What a line may stand on, made from a sound: its scale, its chord tones, an arpeggio, a triad pair, all twelve tones.

A ladder is an ordered set of degrees on the sound's tonic, so that cells, paths and ranges work on all of them alike.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from functools import lru_cache
from typing import Any, NamedTuple

from dodecant.exercise.recipe.ladders import (
    ArpeggioLadder,
    ChordLadder,
    ChromaticLadder,
    LadderPart,
    PairLadder,
    ScaleLadder,
)
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import IN_KEY, Chromatic, Scale
from dodecant.music.scales.stacks import Stack, triad_pairs

_ROOT = NoteName(0)
_SHARPS = tuple(map(Degree.parse, ("1", "#1", "2", "#2", "3", "4", "#4", "5", "#5", "6", "#6", "7")))
_FLATS = tuple(map(Degree.parse, ("1", "b2", "2", "b3", "3", "4", "b5", "5", "b6", "6", "b7", "7")))


@lru_cache(maxsize=1024)
def ladder_scale(part: LadderPart, scale: Scale, pointer: str = "/ladder", chromatic: Chromatic = "both-ways") -> Scale:
    """The degrees of a ladder on a sound, both ways, all twelve spelled as is asked; raises RecipeError where the sound
    has no such ladder.

    >>> from dodecant.music.scales.scale import own_scale
    >>> major = own_scale("major", "1 2 3 4 5 6 7")
    >>> " ".join(degree.text for degree in ladder_scale(ArpeggioLadder(step=2, size=3), major).degrees)
    '2 4 6'
    """
    if isinstance(part, ScaleLadder):
        return scale
    degrees_of = DEGREES[type(part)]
    rising, falling = (IN_KEY, IN_KEY) if chromatic == "key" else (_SHARPS, _FLATS)
    up = degrees_of(part, _Side(scale, scale.degrees, rising, pointer))
    down = degrees_of(part, _Side(scale, scale.down or scale.degrees, falling, pointer))
    return Scale(
        id=f"{scale.id}/{part.kind}",
        name=scale.name,
        degrees=up,
        family=scale.family,
        mode=scale.mode,
        down=down if down != up and len(down) == len(up) else None,
        serves=scale.serves,
    )


def pair_triads(scale: Scale, rank: int, pointer: str) -> tuple[frozenset[Degree], frozenset[Degree]]:
    """The degrees of the two triads of a pair; raises RecipeError at the pointer where there are fewer pairs."""
    pairs = triad_pairs(_ROOT, scale)
    if rank > len(pairs):
        count = f"{len(pairs)} triad pair{'' if len(pairs) == 1 else 's'}" if pairs else "no triad pair"
        cure = (
            f"Choose one of the first {len(pairs)}." if pairs else "Choose a sound with two triads that share no tone."
        )
        raise RecipeError([Problem(pointer, f"{scale.name} holds {count}.", cure)])
    pair = pairs[rank - 1]
    return _on_root(pair.first), _on_root(pair.second)


def _on_root(stack: Stack) -> frozenset[Degree]:
    """The degrees of a triad, in its own letters."""
    return frozenset(Degree.between(_ROOT, name) for name in stack.names)


class _Side(NamedTuple):
    """A sound one way, up or down: its degrees, how all twelve tones are spelled, and where a problem is told."""

    scale: Scale
    degrees: tuple[Degree, ...]
    twelve: tuple[Degree, ...]
    pointer: str


def _chord_tones(part: LadderPart, side: _Side) -> tuple[Degree, ...]:
    heights = {degree.half_steps for degree in side.scale.frame}
    return tuple(degree for degree in side.degrees if degree.half_steps in heights)


def _arpeggio(part: ArpeggioLadder, side: _Side) -> tuple[Degree, ...]:
    count = len(side.degrees)
    if part.step > count:
        message = f"{side.scale.name} has no step {part.step}."
        raise RecipeError([Problem(f"{side.pointer}/step", message, f"Choose a step from 1 to {count}.")])
    every = 2 if part.stacked == "thirds" else 3
    tones = {side.degrees[(part.step - 1 + every * n) % count] for n in range(part.size)}
    return tuple(degree for degree in side.degrees if degree in tones)


def _pair(part: PairLadder, side: _Side) -> tuple[Degree, ...]:
    first, second = pair_triads(side.scale, part.rank, f"{side.pointer}/rank")
    own = {degree.half_steps % 12: degree for degree in first | second}
    return tuple(own[degree.half_steps] for degree in side.degrees if degree.half_steps in own)


def _all_twelve(part: LadderPart, side: _Side) -> tuple[Degree, ...]:
    own = {degree.half_steps: degree for degree in reversed(side.degrees)}
    return tuple(own.get(degree.half_steps, degree) for degree in side.twelve)


DEGREES: Mapping[type[LadderPart], Callable[[Any, _Side], tuple[Degree, ...]]] = {
    ScaleLadder: lambda part, side: side.degrees,
    ChordLadder: _chord_tones,
    ArpeggioLadder: _arpeggio,
    PairLadder: _pair,
    ChromaticLadder: _all_twelve,
}
