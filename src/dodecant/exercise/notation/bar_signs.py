"""The written signs of one bar: values, dots, tuplets and beams.

The rules are those of standard engraving practice: a sign never hides a beat (or a group of a compound metre) that it
does not start on, but for what every player reads at a glance inside two beats: a dotted quarter, an eighth with a
quarter or a dotted quarter after it. The middle of a 4/4 bar stays visible, eighths are beamed in half bars of 4/4 and
otherwise by the beat or group, and what divides a beat into other than halves stands in a tuplet of that beat, or of
two.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from fractions import Fraction
from functools import lru_cache
from itertools import accumulate, groupby
from typing import Literal, NamedTuple

from dodecant.music.core.metre import Metre

WrittenValue = Literal["whole", "half", "quarter", "eighth", "16th"]
BeamState = Literal["begin", "continue", "end", "forward hook", "backward hook"]
Ratio = tuple[int, int]  # so many in the time of so many
PLAIN: Ratio = (1, 1)
BarPart = tuple[Fraction, Fraction, bool]  # start in the bar, length, whether it is a rest

# Written lengths in quarters.
_VALUES: Mapping[Fraction, tuple[WrittenValue, int]] = {
    Fraction(6): ("whole", 1),
    Fraction(4): ("whole", 0),
    Fraction(3): ("half", 1),
    Fraction(2): ("half", 0),
    Fraction(3, 2): ("quarter", 1),
    Fraction(1): ("quarter", 0),
    Fraction(3, 4): ("eighth", 1),
    Fraction(1, 2): ("eighth", 0),
    Fraction(1, 4): ("16th", 0),
}
# What may be written from the beginning of a beat or group on, longest first, by metre and place in eighths. Longer
# metres show their groups: 5/4 is 3 and 2, 6/4 is 3 and 3, 7/4 is 4 and 3.
_LONG: Mapping[str, Mapping[int, str]] = {
    "2/4": {0: "2 1", 2: "1"},
    "3/4": {0: "3 2 1", 2: "2 1", 4: "1"},
    "4/4": {0: "4 3 2 1", 2: "1", 4: "2 1", 6: "1"},
    "5/4": {0: "3 2 1", 2: "2 1", 4: "1", 6: "2 1", 8: "1"},
    "6/4": {0: "6 3 2 1", 2: "2 1", 4: "1", 6: "3 2 1", 8: "2 1", 10: "1"},
    "7/4": {0: "4 3 2 1", 2: "1", 4: "2 1", 6: "1", 8: "3 2 1", 10: "2 1", 12: "1"},
    "3/8": {0: "3/2"},
    "5/8": {0: "1", 2: "3/2"},
    "6/8": {0: "3 3/2", 3: "3/2"},
    "7/8": {0: "2 1", 2: "1", 4: "3/2"},
    "9/8": {0: "3 3/2", 3: "3 3/2", 6: "3/2"},
    "12/8": {0: "6 3 3/2", 3: "3/2", 6: "3 3/2", 9: "3/2"},
}
# Two beats inside which a note may hide a beat, by their beginnings in quarters.
_PAIRS: Mapping[str, tuple[int, ...]] = {
    "2/4": (0,), "3/4": (0, 1), "4/4": (0, 2), "5/4": (0, 1, 3), "6/4": (0, 1, 3, 4), "7/4": (0, 2, 4, 5),
}  # fmt: skip
_EIGHTH, _QUARTER, _DOTTED = Fraction(1, 2), Fraction(1), Fraction(3, 2)
_INSIDE = [length for length in _VALUES if length <= 1]
_BEAMS = {"eighth": 1, "16th": 2}


class BarSign(NamedTuple):
    """A written sign: which part of the bar it belongs to, and whether the part begins and ends with it."""

    start: Fraction
    length: Fraction
    value: WrittenValue
    dots: int
    ratio: Ratio
    part: int
    first: bool
    last: bool


class BeamsAndTuplet(NamedTuple):
    """Its beams, and where a tuplet starts (in brackets where no beam holds it together) and stops."""

    beams: tuple[BeamState, ...]
    tuplet: Literal["start", "stop"] | None
    bracket: bool


class _Frame(NamedTuple):
    """A beat or group of the bar, or two beats in a broad tuplet: nothing inside it is written across its edge."""

    start: Fraction
    end: Fraction
    ratio: Ratio


@lru_cache(maxsize=4096)
def bar_signs(parts: tuple[BarPart, ...], metre: Metre) -> tuple[tuple[BarSign, BeamsAndTuplet], ...]:
    """The signs of a bar that the parts fill without a gap.

    >>> beat = (Fraction(0), Fraction(3, 2), False), (Fraction(3, 2), Fraction(1, 2), False)
    >>> [sign.value for sign, _ in bar_signs(beat, Metre(2, 4))]
    ['quarter', 'eighth']
    """
    edges = [start for start, _, _ in parts] + [parts[-1][0] + parts[-1][1]]
    frames = list(_frames(edges, metre))
    signs: list[BarSign] = []
    rests: list[bool] = []
    for number, (start, length, rest) in enumerate(parts):
        found = list(_split(start, start + length, rest, frames, metre))
        for place, sign in enumerate(found):
            signs.append(BarSign(*sign, number, place == 0, place == len(found) - 1))
            rests.append(rest)
    beams = _beams(signs, rests, frames, metre)
    return tuple(
        zip(signs, map(BeamsAndTuplet, beams, *zip(*_tuplets(signs, beams, frames), strict=True)), strict=True)
    )


@lru_cache(maxsize=64)
def _long(metre: Metre) -> Mapping[Fraction, tuple[Fraction, ...]]:
    return {
        Fraction(place, 2): tuple(Fraction(length) for length in lengths.split())
        for place, lengths in _LONG[metre.text].items()
    }


def _frames(edges: Iterable[Fraction], metre: Metre) -> Iterator[_Frame]:
    """The beats of a bar as its edges divide them; two beats are one frame where quarters are their thirds."""
    inside = sorted(edges)
    bounds = list(accumulate(metre.groups, initial=Fraction(0)))
    number = 0
    while number < len(bounds) - 1:
        start, end = bounds[number], bounds[number + 1]
        broad = start + 2
        within = [edge - start for edge in inside if start < edge < broad]
        fits = metre.unit == 4 and broad in bounds and Fraction(2) in _long(metre)[start]
        if fits and Fraction(4, 3) in within and all(edge % Fraction(2, 3) == 0 for edge in within):
            yield _Frame(start, broad, (3, 2))
            number += 2
            continue
        yield _Frame(start, end, _ratio([edge for edge in within if edge < end - start]))
        number += 1


def _ratio(edges: Sequence[Fraction]) -> Ratio:
    """What divides a beat at such places."""
    divided = {edge.denominator for edge in edges}
    if any(number % 5 == 0 for number in divided):
        return 5, 4
    if 6 in divided:
        return 6, 4
    return (3, 2) if 3 in divided else PLAIN


def _split(
    start: Fraction, end: Fraction, rest: bool, frames: Sequence[_Frame], metre: Metre
) -> Iterator[tuple[Fraction, Fraction, WrittenValue, int, Ratio]]:
    """The signs of one part of the bar."""
    now = start
    while now < end:
        frame = next(one for one in frames if one.start <= now < one.end)
        ratio = frame.ratio
        length = _long_sign(now, end - now, rest, metre) if ratio == PLAIN else None
        if not rest and (length is None or length < _DOTTED):
            length = _over_a_beat(now, end - now, frames, metre) or length
        if length is None:
            length = _inside(now - frame.start, min(end, frame.end) - now, rest, frame)
        value, dots = _VALUES[length * Fraction(*ratio)]
        yield now, length, value, dots, ratio
        now += length


def _long_sign(place: Fraction, room: Fraction, rest: bool, metre: Metre) -> Fraction | None:
    """The longest sign from a beat on; rests of 4/4 take no dot, so that both halves of the bar show."""
    lengths = _long(metre).get(place, ())
    dotless = rest and metre.text == "4/4"
    return next((one for one in lengths if one <= room and not (dotless and _VALUES[one][1])), None)


def _over_a_beat(place: Fraction, room: Fraction, frames: Sequence[_Frame], metre: Metre) -> Fraction | None:
    """A dotted quarter on the first of two beats, or what comes an eighth after it, as long as it ends inside them."""
    if (2 * place).denominator > 1 or (2 * room).denominator > 1:
        return None
    for first in _PAIRS.get(metre.text, ()):
        end = Fraction(first + 2)
        plain = all(one.ratio == PLAIN for one in frames if one.start < end and one.end > first)
        for length in (_DOTTED, _QUARTER):
            starts = (0, _EIGHTH) if length == _DOTTED else (_EIGHTH,)
            if plain and length <= room and place - first in starts and place + length <= end:
                return length
    return None


def _inside(place: Fraction, room: Fraction, rest: bool, frame: _Frame) -> Fraction:
    """The longest sign inside a frame; a rest of a compound group never hides its second eighth."""
    ratio = Fraction(*frame.ratio)
    lengths = [Fraction(2), *_INSIDE] if frame.end - frame.start == 2 else _INSIDE
    compound = frame.end - frame.start == Fraction(3, 2)
    for written in lengths:
        hides = compound and rest and written > Fraction(1, 2) and place % Fraction(3, 2) != 0
        if written <= room * ratio and not hides:
            return written / ratio
    raise ValueError(f"no written value fits {room} of a beat at {place}")


def _beams(
    bar: Sequence[BarSign], rests: Sequence[bool], frames: Sequence[_Frame], metre: Metre
) -> list[tuple[BeamState, ...]]:
    eighths_only = metre.text == "4/4" and all(
        sign.value != "16th" and sign.ratio == PLAIN and not (sign.value == "eighth" and sign.dots) for sign in bar
    )
    starts = [Fraction(0), Fraction(2)] if eighths_only else [frame.start for frame in frames]

    def group_of(place: int) -> tuple[bool, int]:
        sign = bar[place]
        return not rests[place] and sign.value in _BEAMS, sum(start <= sign.start for start in starts)

    done: list[tuple[BeamState, ...]] = [()] * len(bar)
    for (beamable, _), members in groupby(range(len(bar)), key=group_of):
        places = list(members)
        if not beamable or len(places) < 2:
            continue
        levels = [_BEAMS[bar[place].value] for place in places]
        for i, place in enumerate(places):
            done[place] = tuple(_beam_state(levels, i, n) for n in range(1, levels[i] + 1))
    return done


def _beam_state(levels: Sequence[int], i: int, level: int) -> BeamState:
    before = i > 0 and levels[i - 1] >= level
    after = i + 1 < len(levels) and levels[i + 1] >= level
    if before and after:
        return "continue"
    if after:
        return "begin"
    if before:
        return "end"
    return "forward hook" if i == 0 else "backward hook"


def _tuplets(
    bar: Sequence[BarSign], beams: Sequence[tuple[BeamState, ...]], frames: Sequence[_Frame]
) -> list[tuple[Literal["start", "stop"] | None, bool]]:
    done: list[tuple[Literal["start", "stop"] | None, bool]] = [(None, False)] * len(bar)
    for frame in frames:
        if frame.ratio == PLAIN:
            continue
        places = [place for place, sign in enumerate(bar) if frame.start <= sign.start < frame.end]
        ends = [beams[place][:1] for place in (places[0], places[-1])]
        joined = ends == [("begin",), ("end",)] and all(beams[place] for place in places)
        done[places[0]], done[places[-1]] = ("start", not joined), ("stop", False)
    return done
