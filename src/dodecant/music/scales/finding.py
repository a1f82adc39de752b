"""Finding sounds: by any name, and by the notes they hold."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import TonicNames
from dodecant.music.scales.scale import Scale, ScaleCatalogue

Match = Literal["name", "start", "word", "part"]
_ORDER: tuple[Match, ...] = ("name", "start", "word", "part")


@dataclass(frozen=True, slots=True)
class Found:
    """A scale and how the search found it: by a whole name, its start, a word in it, or a part."""

    scale: Scale
    match: Match


def by_name(text: str, catalogue: ScaleCatalogue) -> tuple[Found, ...]:
    """Every scale with a name or alias that answers to a text, or whose degrees are typed; the best match first.

    One scale found by its whole name is the answer; several found by a word (“blues”, “diminished”) are a question.

    >>> from dodecant.tables import load_tables
    >>> [found.scale.name for found in by_name("blues", load_tables().scales)]
    ['minor blues', 'major blues', 'composite blues']
    """
    wanted = _plain(text)
    if not wanted:
        return ()
    found = _answering(wanted, catalogue)
    shorter = wanted.removesuffix(" scale").removesuffix(" mode")
    return found if found or shorter == wanted else _answering(shorter, catalogue)


def _answering(wanted: str, catalogue: ScaleCatalogue) -> tuple[Found, ...]:
    found = []
    for scale in catalogue.scales:
        names = [_plain(name) for name in (scale.name, *scale.aliases)]
        names.append(_plain(" ".join(degree.text for degree in scale.degrees)))
        matches = [match for name in names if (match := _match(wanted, name))]
        if matches:
            found.append(Found(scale, min(matches, key=_ORDER.index)))
    return tuple(sorted(found, key=lambda one: _ORDER.index(one.match)))


def holders(heights: frozenset[int], catalogue: ScaleCatalogue) -> tuple[tuple[int, Scale], ...]:
    """Every sound that holds some pitch classes: the tonic's pitch class and the scale, fewest other tones first."""
    return tuple(
        sorted(
            (
                (tonic, scale)
                for scale in catalogue.scales
                for tonic in range(12)
                if heights <= {(tonic + height) % 12 for height in scale.pitch_classes}
            ),
            key=lambda found: (len(found[1]), found[1].seldom),
        )
    )


def holding(names: Sequence[NoteName], catalogue: ScaleCatalogue) -> tuple[tuple[NoteName, Scale], ...]:
    """Sounds that hold some notes, the fewest other tones first, those on the first note before others.

    A tonic among the notes keeps its spelling.
    """
    spelled = {name.pitch_class: name for name in names}
    found = sorted(
        holders(frozenset(spelled), catalogue),
        key=lambda one: (len(one[1]), one[0] != names[0].pitch_class, one[1].seldom),
    )
    return tuple(
        (spelled.get(tonic) or TonicNames().for_degrees(tonic, scale.degrees, scale.colour), scale)
        for tonic, scale in found
    )


def _match(wanted: str, name: str) -> Match | None:
    if wanted == name:
        return "name"
    if name.startswith(wanted):
        return "start"
    if f" {wanted}" in f" {name}":
        return "word"
    if len(wanted) > 2 and wanted in name:
        return "part"
    words = wanted.split()
    return "part" if len(words) > 1 and set(words) <= set(name.split()) else None


_SIGNS = {"flat": "b", "sharp": "#", "natural": "n"}
_SAME = str.maketrans({"♭": "b", "♯": "#", "♮": "n", "-": " ", ",": " "})


def _plain(text: str) -> str:
    """Without the ways to type it: 'Lydian flat 7', 'lydian b7' and 'Lydian ♭7' are one."""
    same = " ".join(text.casefold().replace("𝄫", "bb").translate(_SAME).split())
    return re.sub(r"\b(flat|sharp|natural) (?=\d)", lambda sign: _SIGNS[sign[1]], same)
