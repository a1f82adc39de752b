"""What a line may stand on, made from a sound: its scale, its chord tones, an arpeggio, a triad pair, all twelve tones.

A ladder is an ordered set of degrees on the sound's tonic, so that cells, paths and ranges work on all of them alike.
"""

from __future__ import annotations

from functools import lru_cache

from dodecant.exercise.recipe.figures import Ladders
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import Scale
from dodecant.music.scales.stacks import Stack, triad_pairs

_ROOT = NoteName(0)
_SHARPS = tuple(map(Degree.parse, ("1", "#1", "2", "#2", "3", "4", "#4", "5", "#5", "6", "#6", "7")))
_FLATS = tuple(map(Degree.parse, ("1", "b2", "2", "b3", "3", "4", "b5", "5", "b6", "6", "b7", "7")))


@lru_cache(maxsize=1024)
def ladder_scale(part: Ladders, scale: Scale) -> Scale:
    """The degrees of a ladder on a sound, both ways; raises RecipeError where the sound has no such ladder.

    >>> from dodecant.exercise.recipe.figures import ArpeggioLadder
    >>> from dodecant.music.scales.scale import own_scale
    >>> major = own_scale("major", "1 2 3 4 5 6 7")
    >>> " ".join(degree.text for degree in ladder_scale(ArpeggioLadder(step=2, size=3), major).degrees)
    '2 4 6'
    """
    if part.kind == "scale":
        return scale
    up = _degrees(part, scale, scale.degrees, _SHARPS)
    down = _degrees(part, scale, scale.down or scale.degrees, _FLATS)
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
    return _on_root(pair.first, scale), _on_root(pair.second, scale)


def _on_root(stack: Stack, scale: Scale) -> frozenset[Degree]:
    heights = {name.pitch_class for name in stack.names}
    return frozenset(degree for degree in scale.degrees if degree.half_steps % 12 in heights)


def _degrees(
    part: Ladders, scale: Scale, degrees: tuple[Degree, ...], outside: tuple[Degree, ...]
) -> tuple[Degree, ...]:
    if part.kind == "chord-tones":
        heights = {degree.half_steps for degree in scale.frame}
        return tuple(degree for degree in degrees if degree.half_steps in heights)
    if part.kind == "arpeggio":
        if part.step > len(degrees):
            cure = f"Choose a step from 1 to {len(degrees)}."
            raise RecipeError([Problem("/ladder/step", f"{scale.name} has no step {part.step}.", cure)])
        every = 2 if part.stacked == "thirds" else 3
        tones = {degrees[(part.step - 1 + every * n) % len(degrees)] for n in range(part.size)}
        return tuple(degree for degree in degrees if degree in tones)
    if part.kind == "pair":
        first, second = pair_triads(scale, part.rank, "/ladder/rank")
        return tuple(degree for degree in degrees if degree in first | second)
    own = {degree.half_steps: degree for degree in reversed(degrees)}
    return tuple(own.get(degree.half_steps, degree) for degree in outside)
