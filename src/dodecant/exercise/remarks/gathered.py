"""Remarks as they are told: the most important first, each said once with the keys it holds for."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import replace

from dodecant.exercise.notation.score import Remark, RemarkKind, Strip

# What keeps a player from playing it at all comes first, what only makes it harder to read last.
_ORDER: tuple[RemarkKind, ...] = (
    "choices", "hands", "lacks", "folded", "shortened", "comfort", "leap", "seam", "bar", "repeat", "fitted", "signs",
)  # fmt: skip
_NAMED = 3  # keys that are told by name


def gathered(remarks: Iterable[Remark], strips: Sequence[Strip]) -> tuple[Remark, ...]:
    """Remarks of one kind on one phrase, with the same cures, become one: it tells the first and names the others."""
    groups: dict[tuple[object, ...], list[Remark]] = {}
    for remark in remarks:
        about = (remark.kind, remark.pointer, tuple(cure.label for cure in remark.cures), remark.strip is None)
        key = about if remark.strip is not None else (*about, remark.text)
        groups.setdefault(key, []).append(remark)
    found = [_one(group, strips) for group in groups.values()]
    return tuple(sorted(found, key=lambda remark: _ORDER.index(remark.kind)))


def _one(group: Sequence[Remark], strips: Sequence[Strip]) -> Remark:
    first, *others = group
    places = tuple(dict.fromkeys(one.strip for one in others if one.strip is not None and one.strip != first.strip))
    if not places:
        return first
    if len(places) + 1 == len(strips) > _NAMED:
        where = f"all {len(strips)} strips"
    else:
        home = strips[first.strip or 0]
        names = [name for name in dict.fromkeys(_name(strips[place], home) for place in places) if name][:_NAMED]
        more = len(places) - len(names)
        *before, last = [*names, f"{more} more"] if more > 0 else names
        where = f"{', '.join(before)} and {last}" if before else last
    return replace(first, text=f"{first.text.removesuffix('.')}; likewise in {where}.", also=places)


def _name(strip: Strip, home: Strip) -> str:
    """The key alone, or key and sound where there are several sounds; in one key and sound the variant."""
    if strip.stop.written == home.stop.written and not strip.stop.title:
        return strip.stop.variant
    return strip.stop.written.tonic.text if strip.stop.title else strip.stop.written.text
