"""Chord-scale fit: which sounds serve a chord where it stands, ranked by costs that can be told in words.

The rules are the usual teaching. Chord tones that are missing cost, the third and seventh most. A tone a half step
above a chord tone rubs, unless the chord wants it as a tension. A tone foreign to the key of the moment costs; which
key that is follows from where the chord goes. Two schools weigh the last two differently: `key` stays in the key and
bears a tone to handle with care, `colour` leaves the key to avoid it (Lydian on a tonic major, a natural 9 on a
half-diminished chord). In a blues the blues scale of the key holds over every chord.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal, NamedTuple

from dodecant.music.chord_scale_fit.place import BLUES_DOMINANT, Place
from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.hearing import heard_degree
from dodecant.music.scales.scale import Scale, ScaleCatalogue

FitSchool = Literal["key", "colour"]
CostName = Literal["missing", "care", "foreign", "against", "gaps", "extra", "seldom", "taught", "elsewhere", "blues"]

_MISSING = {"root": 1.5, "third": 6.0, "fifth": 0.8, "altered fifth": 5.0, "seventh": 4.0, "tension": 4.0}
_CARE = {"key": 0.5, "colour": 1.6}
_CARE_ON_DOMINANT = {"key": 0.5, "colour": 0.9}  # the 11 passes more easily there
_FOREIGN = {"key": 1.5, "colour": 0.7}
_AGAINST = 2.0  # what the chords around speak against, in either school
_GAP = 0.7  # for each tone fewer than seven
_EXTRA = 0.7  # for each tone more than seven: passing tones
_SELDOM = 0.45
_TAUGHT = (-0.4, -0.2)  # the catalogue names this very chord first, or among others
_ELSEWHERE = 0.3  # a sound whose tonic is not the chord's root
_BLUES = 0.8  # the blues scale of the key, over any chord of a blues
_BLUES_FAMILY = "blues"
_BLUES_CHORDS = (0, 7, 5)  # the tonic above the root of I, IV and V, in half steps


@dataclass(frozen=True, slots=True)
class Cost:
    """One part of the score: what it is, how much, and the tones it is about as the chord hears them."""

    name: CostName
    amount: float
    tones: tuple[Degree, ...] = ()


@dataclass(frozen=True, slots=True)
class Fit:
    """A sound for a chord: its tonic, its scale and the score (the lower, the better)."""

    tonic: NoteName
    scale: Scale
    score: float

    @property
    def text(self) -> str:
        """'D Dorian'."""
        return f"{self.tonic.text} {self.scale.name}"


@dataclass(frozen=True, slots=True)
class Need:
    """What a chord in its place asks for, as bits of half steps above its root (bit 0 is the root).

    `care` are the tones that rub and `care_cost` what each costs: little where the neighbours in a minor key leave no
    other. `against` are tones the chords around speak against. `blues` is the tonic of the blues it stands in, in half
    steps above the chord's root, or None.
    """

    missing: tuple[tuple[int, float], ...]
    chord: int
    care: int
    care_cost: float
    welcome: int
    against: int
    quality: Quality
    school: FitSchool
    blues: int | None


def need_of(chord: Chord, place: Place, school: FitSchool = "key") -> Need:
    """What a chord asks for where it stands."""
    chord = chord.heard
    quality, blues = chord.quality, None
    altered = quality.fifths != (0,) or any(degree.alteration for degree in quality.tensions)
    if place.blues and place.key and quality.dominant and not altered:
        above = (place.key.tonic.pitch_class - chord.root.pitch_class) % 12
        blues = above if above in _BLUES_CHORDS else None
    return _need(quality, place.welcome(chord), place.against(chord), school, blues)


def fit(
    chord: Chord,
    place: Place,
    catalogue: ScaleCatalogue,
    *,
    school: FitSchool = "key",
    elsewhere: bool = False,
    families: Iterable[str] = (),
    most: int | None = None,
) -> tuple[Fit, ...]:
    """The sounds of the catalogue for a chord, the best first, `most` of them at the most.

    Sounds stand on the chord's root (in a blues, blues scales on the tonic of the key too); `elsewhere` adds those on
    all other tonics. `families` keeps to some families of scales.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> from dodecant.music.core.key import Key
    >>> from dodecant.tables import load_tables
    >>> chord, scales = parse_chord("Dm7"), load_tables().scales
    >>> fit(chord, Place(Key.parse("C")), scales)[0].text
    'D Dorian'
    """
    wanted, chord = frozenset(families), chord.heard
    scored = _scored(need_of(chord, place, school), catalogue, elsewhere)
    kept = [one for one in scored if one[2].family in wanted] if wanted else scored
    return tuple(Fit(tonic_above(chord.root, turn), scale, score) for score, turn, scale in kept[:most])


def weigh(tonic: NoteName, scale: Scale, chord: Chord, place: Place, school: FitSchool = "key") -> Fit:
    """The score of one sound for a chord, whether or not the catalogue has it."""
    chord = chord.heard
    turn = (tonic.pitch_class - chord.root.pitch_class) % 12
    taught = {} if turn else {0: _taught(chord.quality, scale)}
    (score,) = _sums(need_of(chord, place, school), [_row(scale)], taught, turn)
    return Fit(tonic, scale, score)


def costs(found: Fit, chord: Chord, place: Place, school: FitSchool = "key") -> tuple[Cost, ...]:
    """The parts a score is made of; they add up to it."""
    turn = (found.tonic.pitch_class - chord.heard.root.pitch_class) % 12
    return tuple(_costs(need_of(chord, place, school), found.scale, turn))


@lru_cache(maxsize=4096)
def _need(quality: Quality, welcome: int, against: int, school: FitSchool, blues: int | None) -> Need:
    missing: dict[int, float] = {}
    for degree in quality.degrees:
        missing[degree.half_steps % 12] = _MISSING[_part(degree, quality)]
    chord = sum(1 << height for height in missing)
    triad = quality.seventh == "none" and not quality.sixth and not quality.tensions
    told = against and (triad or (quality.third == "minor" and quality.fifths == (0,)))
    care_school: FitSchool = "key" if told else school
    care = (_CARE_ON_DOMINANT if quality.dominant else _CARE)[care_school]
    return Need(
        tuple(missing.items()), chord, _rubbing(welcome, quality), care, welcome, against, quality, school, blues
    )


def _part(degree: Degree, quality: Quality) -> str:
    if degree.number == 1:
        return "root"
    if degree in quality.tensions:
        return "tension"
    if degree.number == 5:
        return "fifth" if degree.alteration == 0 else "altered fifth"
    return "seventh" if degree.number in (6, 7) else "third"


def _rubbing(welcome: int, quality: Quality) -> int:
    """The tones that rub, as bits; a dominant at rest in a blues bears its 11 too."""
    rubbing = sum(1 << height for height in range(12) if quality.rubs(height))
    at_rest = quality.dominant and welcome & BLUES_DOMINANT == BLUES_DOMINANT
    return 0 if at_rest else rubbing


@lru_cache(maxsize=4096)
def _scored(need: Need, catalogue: ScaleCatalogue, elsewhere: bool) -> tuple[tuple[float, int, Scale], ...]:
    scales = catalogue.scales
    turns = tuple(range(12)) if elsewhere else (0,)
    found = [(score, turn, place) for turn in turns for place, score in enumerate(scores(need, catalogue, turn))]
    if need.blues and not elsewhere:
        there = scores(need, catalogue, need.blues)
        found += [(there[n], need.blues, n) for n, scale in enumerate(scales) if scale.family == _BLUES_FAMILY]
    found.sort()
    return tuple((score, turn, scales[place]) for score, turn, place in found)


class _Row(NamedTuple):
    """What a scale brings to every score."""

    bits: int
    rarity: float
    size: float
    care_share: float
    blues: bool


def _row(scale: Scale) -> _Row:
    size = len(scale)
    return _Row(
        scale.bits,
        _SELDOM * scale.seldom,
        _GAP * (7 - size) if size < 7 else _EXTRA * (size - 7),
        _care_share(size),
        scale.family == _BLUES_FAMILY,
    )


@lru_cache(maxsize=8)
def _rows(catalogue: ScaleCatalogue) -> tuple[list[_Row], dict[Quality, dict[int, float]]]:
    """The rows of a catalogue, and for each chord the places of the scales taught over it."""
    taught: dict[Quality, dict[int, float]] = {}
    for place, scale in enumerate(catalogue.scales):
        for quality in scale.serves:
            taught.setdefault(quality, {})[place] = _taught(quality, scale)
    return [_row(scale) for scale in catalogue.scales], taught


def scores(need: Need, catalogue: ScaleCatalogue, turn: int) -> list[float]:
    """The score of every scale of a catalogue, its tonic `turn` half steps above the chord's root."""
    rows, taught = _rows(catalogue)
    return _sums(need, rows, {} if turn else taught.get(need.quality, {}), turn)


def _sums(need: Need, rows: list[_Row], taught: dict[int, float], turn: int) -> list[float]:
    """The sums of `costs`, by bits."""
    chord, care, against = need.chord, need.care, need.against
    foreign = 0xFFF & ~chord & ~need.welcome & ~against
    care_cost, foreign_cost = need.care_cost, _FOREIGN[need.school]
    other_root = _ELSEWHERE if turn else 0.0
    missing: dict[int, float] = {0: 0.0}
    found = []
    for place, (bits, rarity, size, care_share, blues) in enumerate(rows):
        if blues and turn == need.blues:
            found.append(round(_BLUES + rarity, 3))
            continue
        tones = ((bits << turn) | (bits >> (12 - turn))) & 0xFFF
        lost = chord & ~tones
        if lost not in missing:
            missing[lost] = sum(weight for height, weight in need.missing if lost >> height & 1)
        rubbing = care_cost * care_share * (tones & care).bit_count()
        strange = foreign_cost * (tones & foreign).bit_count() + _AGAINST * (tones & against).bit_count()
        found.append(round(missing[lost] + rubbing + strange + rarity + size + other_root + taught.get(place, 0.0), 3))
    return found


def _costs(need: Need, scale: Scale, turn: int) -> list[Cost]:
    size = len(scale)
    seldom = Cost("seldom", _SELDOM * scale.seldom)
    if turn == need.blues and scale.family == _BLUES_FAMILY:
        return [Cost("blues", _BLUES), *([seldom] if seldom.amount else [])]
    tones = ((scale.bits << turn) | (scale.bits >> (12 - turn))) & 0xFFF
    lost = [(height, weight) for height, weight in need.missing if not tones >> height & 1]
    rubbing, against = tones & need.care, tones & need.against
    strange = tones & ~need.chord & ~need.welcome & ~against
    found = [
        Cost("missing", sum(weight for _, weight in lost), _degrees(need, [height for height, _ in lost])),
        Cost("care", need.care_cost * _care_share(size) * rubbing.bit_count(), _degrees(need, _heights(rubbing))),
        Cost("foreign", _FOREIGN[need.school] * strange.bit_count(), _degrees(need, _heights(strange))),
        Cost("against", _AGAINST * against.bit_count(), _degrees(need, _heights(against))),
        Cost("gaps", _GAP * max(0, 7 - size)),
        Cost("extra", _EXTRA * max(0, size - 7)),
        seldom,
        Cost("elsewhere", _ELSEWHERE if turn else 0),
        Cost("taught", 0 if turn else _taught(need.quality, scale)),
    ]
    return [cost for cost in found if cost.amount]


def _care_share(size: int) -> float:
    """In a scale with passing tones a tone to handle with care only passes."""
    return 0.5 if size > 7 else 1.0


def _taught(quality: Quality, scale: Scale) -> float:
    if quality not in scale.serves:
        return 0.0
    return _TAUGHT[0] if scale.serves[0] == quality else _TAUGHT[1]


def _heights(bits: int) -> list[int]:
    return [height for height in range(12) if bits >> height & 1]


def _degrees(need: Need, heights: list[int]) -> tuple[Degree, ...]:
    return tuple(heard_degree(height, need.quality) for height in heights)


_DEGREES_BY_HEIGHT = tuple(map(Degree.parse, ("1", "b2", "2", "b3", "3", "4", "b5", "5", "b6", "6", "b7", "7")))


def tonic_above(root: NoteName, half_steps: int) -> NoteName:
    """The tonic so many half steps above a root, spelled as a degree of it and plainly."""
    return _DEGREES_BY_HEIGHT[half_steps].name_above(root).plain() if half_steps else root
