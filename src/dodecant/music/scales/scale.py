"""Scales: ordered sets of degrees. The catalogue is a data file; this module reads and checks it."""

from __future__ import annotations

import re
import tomllib
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Final, Literal

from dodecant.music.core.chord import Colour, Quality
from dodecant.music.core.chord_symbol import parse_quality, print_quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName

Chromatic = Literal["both-ways", "key"]
CHROMATIC: Final = "chromatic"
IN_KEY: Final = tuple(  # the chromatic scale as a key spells it
    map(Degree.parse, ("1", "b2", "2", "b3", "3", "4", "#4", "5", "b6", "6", "b7", "7"))
)
CHORD_FAMILY = "chord"  # of the tones of a chord
_WHOLE = 7  # tones of a scale without gaps


@dataclass(frozen=True)
class Scale:
    """A named, ordered set of 3 to 12 degrees, starting on 1.

    `family` and `mode` say which parent it comes from and from which of the parent's steps (1-based). `down` is the
    form coming down, where it differs. `serves` are the chord qualities it is taught over, the first one foremost;
    `colour_tones` tell it from its neighbours; `seldom` says how far it is from daily use (0 daily to 3 rare). `reads`
    are its tones as that chord hears them, where the letters of its parent hide the third; `formerly` its older ids.
    """

    id: str
    name: str
    degrees: tuple[Degree, ...]
    family: str
    mode: int
    aliases: tuple[str, ...] = ()
    down: tuple[Degree, ...] | None = None
    serves: tuple[Quality, ...] = ()
    colour_tones: tuple[Degree, ...] = ()
    use: str = ""
    seldom: int = 0
    reads: tuple[Degree, ...] | None = None
    formerly: tuple[str, ...] = ()

    def __len__(self) -> int:
        return len(self.degrees)

    def __hash__(self) -> int:
        return hash((self.id, self.name))

    @property
    def colour(self) -> Colour:
        """'minor' when the sound has a ♭3 and no 3; it chooses the usual tonic spelling."""
        thirds = {degree.alteration for degree in self.degrees if degree.number == 3}
        return "minor" if -1 in thirds and 0 not in thirds else "major"

    def degrees_above(self, root: NoteName, tonic: NoteName) -> tuple[Degree, ...]:
        """What its degrees on a tonic are above another root, such as that of a chord.

        >>> major = own_scale("major", "1 2 3 4 5 6 7")
        >>> " ".join(d.text for d in major.degrees_above(NoteName.parse("C"), NoteName.parse("E♭")))
        '♭3 4 5 ♭6 ♭7 1 2'
        """
        return tuple(Degree.between(root, degree.name_above(tonic)) for degree in self.degrees)

    @cached_property
    def tones(self) -> frozenset[Degree]:
        """All its degrees, those of the form coming down included."""
        return frozenset(self.degrees + (self.down or ()))

    @cached_property
    def frame(self) -> frozenset[Degree]:
        """Its chord tones: those that sound in the frame of the chord it serves first, or else its 1, 3, 5 and 7."""
        if self.serves:
            heights = {degree.half_steps % 12 for degree in self.serves[0].frame}
            return frozenset(degree for degree in self.tones if degree.half_steps % 12 in heights)
        return frozenset(min(self._on(number), key=_plainest) for number in (1, 3, 5, 7) if self._on(number))

    def _on(self, number: int) -> list[Degree]:
        """Its tones of a number, as the chord hears them."""
        return [degree for degree in self.reads or self.degrees if degree.number == number]

    @cached_property
    def care(self) -> frozenset[Degree]:
        """Tones to handle with care over the chord it serves first, or else over a chord of its 1, 3, 5 and 7."""
        chord = self.serves[0] if self.serves else None
        heights = {degree.half_steps % 12 for degree in self.frame}
        rubs = chord.rubs if chord else lambda height: (height - 1) % 12 in heights
        return frozenset(degree for degree in self.tones - self.frame if rubs(degree.half_steps % 12))

    @property
    def twins(self) -> tuple[int, ...]:
        """For a symmetric scale, the half steps above its tonic on which the same tones make the same scale."""
        classes = self.pitch_classes
        return tuple(n for n in range(1, 12) if {(c + n) % 12 for c in classes} == classes)

    @cached_property
    def pitch_classes(self) -> frozenset[int]:
        """Half steps above the tonic, 0 to 11."""
        return frozenset(degree.half_steps % 12 for degree in self.degrees)

    @cached_property
    def bits(self) -> int:
        """The same as bits: bit 0 is the tonic."""
        return sum(1 << height for height in self.pitch_classes)

    def index_of(self, number: int) -> int | None:
        """The place of the degree with this number (1 to 7), or None if the sound lacks it.

        Of two tones on one number it is the chord's (the ♭7 of bebop dominant), then the unaltered one, then the lower.
        Over an altered chord a 3 is the chord's third, and a 5 one of its altered fifths, however they are spelled.

        >>> altered = Scale("a", "a", _degrees("1 b2 #2 3 #4 b6 b7", "a"), "a", 1, serves=(parse_quality("7alt"),))
        >>> [altered.index_of(number) for number in (1, 3, 5, 7)]
        [0, 3, 4, 6]
        """
        found = self._on(number)
        framed = {degree.half_steps for degree in self.frame}
        chosen = [degree for degree in found if degree.half_steps in framed] or found
        if chosen:
            return (self.reads or self.degrees).index(min(chosen, key=_plainest))
        hidden = self.chord_tone(number)
        heights = [degree.half_steps for degree in self.degrees]
        return heights.index(hidden.half_steps) if hidden is not None and hidden.half_steps in heights else None

    def chord_tone(self, number: int) -> Degree | None:
        """The tone of the chord it serves first that has a number which none of its own degrees has, or None."""
        if not self.serves or self._on(number):
            return None
        found = [tone for tone in self.serves[0].frame if tone.number == number]
        return found[0] if found and len(self) >= _WHOLE else None

    def rotated(self, mode: int) -> tuple[Degree, ...]:
        """The degrees read from another step (1-based) as the new root.

        >>> major = Scale("m", "m", tuple(Degree(n) for n in range(1, 8)), "m", 1)
        >>> " ".join(degree.text for degree in major.rotated(2))
        '1 2 ♭3 4 5 6 ♭7'
        """
        root = self.degrees[mode - 1]
        turned = []
        for i in range(len(self)):
            octave, place = divmod(mode - 1 + i, len(self))
            degree = self.degrees[place]
            number = degree.number + 7 * octave - root.number + 1
            half_steps = degree.half_steps + 12 * octave - root.half_steps
            turned.append(Degree(number, half_steps - Degree(number).half_steps))
        return tuple(turned)


@dataclass(frozen=True, eq=False)
class ScaleCatalogue:
    """All scales, in the order of the data file. Two catalogues are equal only when they are the same one."""

    scales: tuple[Scale, ...]

    @cached_property
    def _by_id(self) -> dict[str, Scale]:
        return {name: scale for scale in self.scales for name in (*scale.formerly, scale.id)}

    def __contains__(self, scale_id: str) -> bool:
        return scale_id in self._by_id

    def get(self, scale_id: str) -> Scale:
        """The scale with this id; raises MusicError when there is none."""
        try:
            return self._by_id[scale_id]
        except KeyError:
            known = ", ".join(scale.id for scale in self.scales)
            raise MusicError(f"There is no sound called “{scale_id}”", cure=f"Choose one of: {known}.") from None

    def named(self, name: str) -> Scale | None:
        """The scale of a name, as logbooks keep it; None where there is none."""
        return next((scale for scale in self.scales if scale.name == name), None)

    @cached_property
    def with_chromatic_in_key(self) -> ScaleCatalogue:
        """The same with the chromatic scale as the key spells it, the same up and down.

        The harmonic chromatic scale of the usual theory primers: the notes of major and minor, ♭2 and ♯4.
        """
        own = self.get(CHROMATIC)
        return ScaleCatalogue(
            tuple(replace(own, degrees=IN_KEY, down=None) if scale is own else scale for scale in self.scales)
        )

    def modes_of(self, parent: Scale) -> tuple[Scale, ...]:
        """The parent's whole family, mode by mode; a mode without a name of its own is called by its number."""
        found = []
        for mode in range(1, len(parent) + 1):
            degrees = parent.rotated(mode)
            named = next(
                (s for s in self.scales if s.degrees == degrees and s.family == parent.family),
                Scale(f"{parent.id}.{mode}", f"mode {mode} of {parent.name}", degrees, parent.family, mode),
            )
            found.append(named)
        return tuple(found)


def read_catalogue(text: str) -> ScaleCatalogue:
    """Read and check the catalogue (TOML); raises MusicError naming the row that is wrong."""
    scales = []
    for row in tomllib.loads(text)["scale"]:
        degrees = _degrees(row["degrees"], row["id"])
        down = _degrees(row["down"], row["id"]) if "down" in row else None
        if down is not None and len(down) != len(degrees):
            raise MusicError(f"Scale {row['id']}: both forms must have as many tones")
        scales.append(
            Scale(
                id=row["id"],
                name=row["name"],
                degrees=degrees,
                family=row["family"],
                mode=row["mode"],
                aliases=tuple(row.get("aliases", ())),
                down=down,
                serves=tuple(parse_quality(text) for text in row.get("serves", ())),
                colour_tones=tuple(Degree.parse(word) for word in row.get("colour", "").split()),
                use=row.get("use", ""),
                reads=_degrees(row["reads"], row["id"]) if "reads" in row else None,
                formerly=tuple(row.get("formerly", ())),
                seldom=row.get("seldom", 0),
            )
        )
    names = [name.lower() for scale in scales for name in (scale.name, *scale.aliases)]
    ids = [scale.id for scale in scales]
    if len(set(names)) < len(names) or len(set(ids)) < len(ids):
        raise MusicError("Every scale id, name and alias must be unique")
    return ScaleCatalogue(tuple(scales))


def _plainest(degree: Degree) -> tuple[bool, int]:
    return degree.alteration != 0, degree.alteration


def chord_scale(quality: Quality) -> Scale:
    """The tones of a chord inside one octave, as a ladder to stand on; raises MusicError for fewer than three.

    >>> from dodecant.music.core.chord_symbol import parse_quality, print_quality
    >>> " ".join(degree.text for degree in chord_scale(parse_quality("m9")).degrees)
    '1 2 ♭3 5 ♭7'
    """
    name = print_quality(quality) or "major"
    folded = {degree.within_octave for degree in quality.degrees} | {Degree(1)}
    by_height = {degree.half_steps: degree for degree in sorted(folded, reverse=True)}
    degrees = tuple(by_height[height] for height in sorted(by_height))
    if not 3 <= len(degrees) <= 12:
        raise MusicError(f"{name} has {len(degrees)} tones.", cure="Take a chord of three tones or more.", where=0)
    return Scale(id="chord", name=name, degrees=degrees, family=CHORD_FAMILY, mode=1, serves=(quality,))


def own_scale(name: str, text: str) -> Scale:
    """A scale of one's own, typed as degrees: 3 to 12 of them, rising from 1; raises MusicError with the place.

    >>> len(own_scale("both thirds", "1 2 b3 3 4 5 6 b7 7"))
    9
    """
    return Scale(id="own", name=name, degrees=_degrees(text, name), family="own", mode=1)


def _degrees(text: str, name: str) -> tuple[Degree, ...]:
    words = list(re.finditer(r"[^\s,]+", text))
    degrees = tuple(Degree.parse(word[0]) for word in words)
    if not 3 <= len(degrees) <= 12:
        raise MusicError(f"{name} has {len(degrees)} tones.", cure="A scale has 3 to 12.", where=0)
    if degrees[0] != Degree(1):
        raise MusicError(f"{name} does not begin on 1.", cure="Begin with 1: 1 2 ♭3 5 6.", where=words[0].start())
    for word, low, high in zip(words[1:], degrees, degrees[1:], strict=False):
        if not low.half_steps < high.half_steps < 12:
            raise MusicError(
                f"{high.text} does not rise above {low.text} inside the octave.",
                cure="Write each degree once, from low to high: 1 2 ♭3 5 6.",
                where=word.start(),
            )
    return degrees
