"""The triad pairs inside a sound: which chords they serve together, and which other sounds hold them."""

from __future__ import annotations

from dataclasses import dataclass

from dodecant.music.chord_scale_fit.serving import Served, chords_served
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import TonicNames
from dodecant.music.scales.finding import holders
from dodecant.music.scales.scale import Scale, ScaleCatalogue
from dodecant.music.scales.stacks import TriadPair, triad_pairs

_MOST_PAIRS = 8
_MOST_CHORDS = 4
_MOST_HOLDERS = 6
_ACCEPTED = 2.6  # six tones leave more out than a whole scale does


@dataclass(frozen=True)
class PairInside:
    """A pair, the chords on the tonic it serves, and common sounds of seven tones that hold it, by name."""

    pair: TriadPair
    serves: tuple[Served, ...]
    held_by: tuple[str, ...]


def pairs_inside(root: NoteName, scale: Scale, catalogue: ScaleCatalogue) -> tuple[PairInside, ...]:
    """The pairs of a sound, ranked."""
    found = []
    for pair in triad_pairs(root, scale)[:_MOST_PAIRS]:
        tones = tuple(degree for degree in scale.degrees if (root.pitch_class + degree.half_steps) % 12 in pair.heights)
        six = Scale("pair", "pair", tones, "pair", 1)
        serves = chords_served(root, six, catalogue, accepted=_ACCEPTED)[:_MOST_CHORDS]
        found.append(PairInside(pair, serves, _held_by(pair.heights, scale, root, catalogue)))
    return tuple(found)


def _held_by(heights: frozenset[int], scale: Scale, root: NoteName, catalogue: ScaleCatalogue) -> tuple[str, ...]:
    """Other sounds in daily or usual use that hold six tones, named as players would on their tonic."""
    found = [
        f"{TonicNames().for_degrees(tonic, other.degrees, other.colour).text} {other.name}"
        for tonic, other in holders(heights, catalogue)
        if len(other) == 7 and other.seldom < 2 and (other.id, tonic) != (scale.id, root.pitch_class)
    ]
    return tuple(found[:_MOST_HOLDERS])
