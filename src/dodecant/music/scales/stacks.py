"""What can be built inside a sound: chords on each step, triads, and pairs of triads without a common tone."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations

from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.chord_symbol import parse_quality, print_quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import Scale

# Every chord name a stack of thirds is given, plainest first; read once, looked up by what stands above the root.
_NAMES = (
    *("", "m", "dim", "aug", "sus4", "sus2", "maj7", "7", "m7", "m7b5", "dim7", "m(maj7)", "maj7(#5)", "7(#5)"),
    *("dim(maj7)", "7(b5)", "maj7(b5)", "7sus4", "maj7sus4", "6", "m6"),
    *("maj9", "9", "m9", "7(b9)", "m(maj9)", "m7(b9)", "maj9(#5)", "m9(b5)", "m7b5(b9)", "7(#9)", "dim7(b9)", "9(#5)"),
)
_TRIADS = ("", "m", "dim", "aug")
_SEVENTHS = ("maj7", "7", "m7", "m7b5", "dim7", "m(maj7)", "maj7(#5)", "7(#5)")
_MOST_STACKED = 7  # tones of a scale whose chords are made by leaving every second one out
# How firm a triad stands; the usual teaching puts pairs of major and minor triads first.
_TRIAD_WEIGHT = {"": 0, "m": 1, "aug": 2, "dim": 3}


@dataclass(frozen=True, slots=True)
class Stack:
    """A chord built on a step of a sound; `quality` is None where no usual name fits its tones."""

    step: Degree
    names: tuple[NoteName, ...]
    quality: Quality | None

    @property
    def text(self) -> str:
        """'Dm7', or the bare notes where the chord has no usual name."""
        if self.quality is None:
            return "–".join(name.text for name in self.names)
        return self.names[0].text + print_quality(self.quality)

    @property
    def chord(self) -> Chord | None:
        """The chord, where it has a name."""
        return Chord(self.names[0], self.quality) if self.quality else None


def stacks(tonic: NoteName, scale: Scale, size: int) -> tuple[Stack, ...]:
    """A chord of so many tones on every step, each tone two rungs above the one before.

    On scales of seven tones these are triads (3) and sevenths (4); on scales with gaps, whatever skips make.

    >>> from dodecant.music.scales.scale import own_scale
    >>> [stack.text for stack in stacks(NoteName.parse("C"), own_scale("major", "1 2 3 4 5 6 7"), 4)][:3]
    ['Cmaj7', 'Dm7', 'Em7']
    """
    return tuple(
        named_stack(scale.degrees[place], tonic, [scale.degrees[(place + 2 * n) % len(scale)] for n in range(size)])
        for place in range(len(scale))
    )


def named_stack(step: Degree, tonic: NoteName, tones: Iterable[Degree]) -> Stack:
    """Tones read as a chord on the first of them."""
    names = tuple(tone.name_above(tonic) for tone in tones)
    heights = frozenset((name.pitch_class - names[0].pitch_class) % 12 for name in names)
    if abs(step.alteration) > 1:  # nobody writes a chord on it: C♭dim7 in a D diminished scale is Bdim7
        names = tuple(name.plain() for name in names)
    return Stack(step, names, _by_heights().get(heights) if len(heights) == len(names) else None)


def chord_of(names: Sequence[NoteName], *, inverted: bool = True) -> Chord | None:
    """The chord that some tones make, from the lowest up: its root is the lowest, or where the chord may be `inverted`
    the one on which they stand in thirds, else any that gives them a name.

    >>> from dodecant.music.core.chord_symbol import print_chord
    >>> chords = [chord_of([NoteName.parse(name) for name in names.split()]) for names in ("E G C", "C E G A", "C D")]
    >>> [print_chord(chord) if chord else None for chord in chords]
    ['C', 'Am7', None]
    """
    tones = list(dict.fromkeys(names))

    def quality_on(root: NoteName) -> Quality | None:
        heights = frozenset((name.pitch_class - root.pitch_class) % 12 for name in tones)
        return _by_heights().get(heights) if len(heights) == len(tones) else None

    def in_thirds(root: NoteName) -> bool:
        letters = sorted((name.letter - root.letter) % 7 for name in tones)
        return letters == sorted(2 * place % 7 for place in range(len(tones)))

    roots = [*([] if inverted else tones[:1]), *filter(in_thirds, tones), *tones]
    return next((Chord(root, quality) for root in roots if (quality := quality_on(root)) is not None), None)


def _spelled(names: Sequence[NoteName], quality: Quality) -> tuple[NoteName, ...]:
    """A chord's tones in the letters of the chord: its root as the sound spells it, or the name that fits it better.

    >>> names = [NoteName.parse(name) for name in ("F♯", "B♭", "D♭")]
    >>> " ".join(name.text for name in _spelled(names, parse_quality("")))
    'G♭ B♭ D♭'
    """
    above = {degree.half_steps % 12: degree for degree in quality.degrees}
    order = [above[(name.pitch_class - names[0].pitch_class) % 12] for name in names]
    others = (name for name in names[0].enharmonics() if name == name.plain())  # nobody calls a C chord B♯
    roots = dict.fromkeys((names[0], *others))
    chords = [tuple(degree.name_above(root) for degree in order) for root in roots]

    def strangeness(chord: tuple[NoteName, ...]) -> tuple[int, int]:
        doubles = sum(abs(name.alteration) > 1 for name in chord)
        return doubles, sum(one != other for one, other in zip(chord, names, strict=True))

    return min(chords, key=strangeness)


@dataclass(frozen=True, slots=True)
class TriadPair:
    """Two triads of a sound with no common tone. `steps` are their roots in the sound, `apart` half steps between."""

    first: Stack
    second: Stack
    apart: int
    colours: int

    @property
    def heights(self) -> frozenset[int]:
        """The six pitch classes."""
        return frozenset(name.pitch_class for stack in (self.first, self.second) for name in stack.names)


def chords_held(tonic: NoteName, scale: Scale, size: int) -> tuple[Stack, ...]:
    """The chords of so many tones (3 or 4) that a sound makes: on every step one, or of a sound with more than seven
    tones every triad or seventh chord that its notes hold, by root.

    >>> from dodecant.music.scales.scale import own_scale
    >>> eight = own_scale("bebop dominant", "1 2 3 4 5 6 b7 7")
    >>> [stack.text for stack in chords_held(NoteName.parse("C"), eight, 4)][:4]
    ['Cmaj7', 'C7', 'Dm7', 'Em7']
    """
    if len(scale) <= _MOST_STACKED:
        return stacks(tonic, scale, size)
    return _held(tonic, scale, _TRIADS if size == 3 else _SEVENTHS)


def triads(tonic: NoteName, scale: Scale) -> tuple[Stack, ...]:
    """Every major, minor, diminished and augmented triad whose tones are all in the sound."""
    return _held(tonic, scale, _TRIADS)


def _held(tonic: NoteName, scale: Scale, words: Sequence[str]) -> tuple[Stack, ...]:
    found = []
    for step in scale.degrees:
        for word in words:
            degrees = [_in_scale(scale, step.half_steps + tone.half_steps) for tone in parse_quality(word).degrees]
            if all(degrees):
                names = tuple(degree.name_above(tonic) for degree in degrees if degree)
                found.append(Stack(step, _spelled(names, parse_quality(word)), parse_quality(word)))
    return tuple(found)


@lru_cache(maxsize=256)
def triad_pairs(tonic: NoteName, scale: Scale) -> tuple[TriadPair, ...]:
    """All pairs of triads without a common tone, the most useful first.

    Ranked by how firm the triads are (major, minor, augmented, diminished), then by the colour tones of the sound they
    hold, then by roots a whole step apart (the usual pair), then by order of steps.
    """
    found, seen = [], set()
    for first, second in combinations(triads(tonic, scale), 2):
        roots = first.names[0].pitch_class, second.names[0].pitch_class
        heights = frozenset(frozenset(name.pitch_class for name in stack.names) for stack in (first, second))
        tones = frozenset().union(*heights)
        if len(tones) < 6 or heights in seen:  # a common tone, or augmented triads that are each other's inversions
            continue
        seen.add(heights)
        colours = sum((tonic.pitch_class + tone.half_steps) % 12 in tones for tone in scale.colour_tones)
        apart = min((roots[1] - roots[0]) % 12, (roots[0] - roots[1]) % 12)
        found.append(TriadPair(first, second, apart, colours))
    return tuple(sorted(found, key=_rank))


def _rank(pair: TriadPair) -> tuple[int, int, bool, Degree, Degree]:
    weight = sum(_TRIAD_WEIGHT[print_quality(s.quality)] for s in (pair.first, pair.second) if s.quality)
    return weight, -pair.colours, pair.apart != 2, pair.first.step, pair.second.step


def _in_scale(scale: Scale, height: int) -> Degree | None:
    return next((degree for degree in scale.degrees if degree.half_steps == height % 12), None)


@lru_cache(maxsize=1)
def _by_heights() -> dict[frozenset[int], Quality]:
    qualities = [parse_quality(word) for word in _NAMES]
    found: dict[frozenset[int], Quality] = {}
    for quality in qualities:
        found.setdefault(frozenset(degree.half_steps % 12 for degree in quality.degrees), quality)
    return found
