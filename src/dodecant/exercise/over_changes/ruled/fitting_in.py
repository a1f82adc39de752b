"""Where a piece of vocabulary fits: worked out by playing it on a chord of every family, or as its owner says."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from itertools import dropwhile, pairwise

from dodecant.exercise.harmony.what_holds import family_of
from dodecant.exercise.melody.figure_tone import FigureTone
from dodecant.exercise.melody.lick import Lick, read_against
from dodecant.exercise.melody.recipe_on_scale import RecipeOnScale, RecipeOnScales
from dodecant.exercise.over_changes.ruled.rule_assignments import as_played
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.etude.where import ChordRole, QualityFamily
from dodecant.exercise.recipe.figures import OwnLick
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.exercise.rhythm.timing import note_value
from dodecant.music.chord_scale_fit.fit import fit, weigh
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.chord_scale_fit.serving import ACCEPTANCE
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import parse_chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.metre import METRES, Metre
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.hearing import hearing
from dodecant.music.scales.scale import Scale, ScaleCatalogue

# A chord of each family, on which a piece is tried.
_EXAMPLES: dict[QualityFamily, str] = {
    "major": "Cmaj7",
    "minor": "Cm7",
    "dominant": "C7",
    "half-diminished": "Cm7♭5",
    "diminished": "Cdim7",
    "sus": "C7sus4",
    "minor-major": "Cm(maj7)",
    "augmented": "Cmaj7♯5",
}
# What one comes home to, what else would do, and the seventh (half steps) by which the two differ.
_HOMES: dict[QualityFamily, tuple[QualityFamily, int]] = {"major": ("dominant", 11), "minor": ("minor-major", 10)}
_C = NoteName(0)
_LEAP = 7  # half steps that are not easy
_MANY = 2  # notes in a beat that are easy


@dataclass(frozen=True)
class ChordWanted:
    """A chord that a piece over several chords wants: its families, root (half steps above the first), and beats.

    What a piece comes home to may have another seventh where the piece plays none: a two five one in major ends on the
    I7 of a blues too.
    """

    families: tuple[QualityFamily, ...]
    root: int
    beats: Fraction


@dataclass(frozen=True)
class Fitting:
    """Where a piece fits, its first and last degree, its level, and how dense it is.

    A piece for one chord fits any of the `families` that lasts as long as it does; one over several `chords` fits where
    these follow each other. Either only where the first chord has its `role`, if that is told. `own` are the tones, in
    half steps above the root, of one that brings a sound of its own: no symbol may deny any. It has so many `notes`, of
    which `colour` are no chord tones (a share). One that `ends` comes home: its last tone is the chord's, on a beat,
    and held.
    """

    families: tuple[QualityFamily, ...]
    chords: tuple[ChordWanted, ...]
    beats: Fraction
    first: str
    last: str
    level: int
    notes_in_beat: Fraction
    role: ChordRole = "any"
    own: frozenset[int] = frozenset()
    notes: int = 0
    colour: Fraction = Fraction(0)
    ends: bool = False


NOWHERE = Fitting((), (), Fraction(1), "", "", 0, Fraction(1))


@lru_cache(maxsize=512)
def fitting(piece: VocabularyPiece, base: Recipe, metre: Metre, catalogue: ScaleCatalogue) -> Fitting:
    """Where a piece fits; what its owner says goes before what is worked out. `base` is the recipe it is played in.

    Raises RecipeError for what cannot be played.
    """
    recipe = as_played(base, piece.what, "/what", metre)
    if isinstance(recipe.figure, OwnLick):
        found = _of_lick(_read(recipe.figure, metre, catalogue))
    else:
        found = _of_figure(piece, recipe, catalogue)
    return Fitting(
        piece.families or found.families,
        () if piece.families and len(found.chords) == 1 else found.chords,
        Fraction(piece.beats) or found.beats,
        found.first,
        found.last,
        piece.level or found.level,
        found.notes_in_beat,
        piece.role,
        found.own,
        found.notes,
        found.colour,
        found.ends,
    )


def on_the_shelf(piece: VocabularyPiece, catalogue: ScaleCatalogue) -> Fitting:
    """Where a piece fits, whatever it is played in: a lick in the first metre its bars fill."""
    problem: RecipeError | None = None
    for name in ("4/4", *(metre for metre in METRES if metre != "4/4")):
        try:
            return fitting(piece, Recipe(), Metre.parse(name), catalogue)
        except RecipeError as error:
            problem = problem or error
    raise problem or RecipeError([])


def _of_figure(piece: VocabularyPiece, recipe: Recipe, catalogue: ScaleCatalogue) -> Fitting:
    """Every family on whose example all of its tones belong to the sound."""
    families: list[QualityFamily] = []
    first: tuple[Sequence[FigureTone], NoteName] | None = None
    scales = RecipeOnScales(recipe, None)
    for family, example in _EXAMPLES.items():
        chord = parse_chord(example)
        sound = _sound(piece, chord, catalogue) if chord else None
        if sound is None:
            continue
        tonic, scale = sound
        try:
            on_scale = scales.on(scale)
        except RecipeError:
            continue
        tones = list(dropwhile(lambda tone: tone.leads, on_scale.whole.tones.all))
        if tones and not on_scale.missing and not any(_outside(tone, on_scale) for tone in tones):
            families.append(family)
            first = first or (tones, tonic)
    if first is None:  # it fits nothing by itself: its owner may say otherwise
        tones = list(scales.on(catalogue.get("ionian")).whole.tones.all)
        first = tones, _C
    value = note_value(recipe)
    line, tonic = first
    beats = sum((Fraction(tone.units) for tone in line), start=Fraction(0)) * value
    heights = [tone.pitch.midi for tone in line]
    leans = any(tone.rung is None for tone in line)
    return Fitting(
        tuple(families),
        (),
        beats,
        _degree(line[0], tonic),
        _degree(line[-1], tonic),
        _level(heights, Fraction(len(line)) / beats, leans=leans, several=False),
        Fraction(len(line)) / beats,
        own=frozenset(tone.pitch.midi % 12 for tone in line if not tone.leads) if piece.what.scale else frozenset(),
        notes=len(line),
        colour=_colour(line, tonic, families[0] if families else "major"),
    )


def _colour(line: Sequence[FigureTone], tonic: NoteName, family: QualityFamily) -> Fraction:
    """The share of tones that are none of the example's chord."""
    chord = parse_chord(_EXAMPLES[family])
    heard = hearing(chord.quality) if chord else ()
    outside = [tone for tone in line if heard[(tone.pitch.midi + tonic.pitch_class) % 12][1] != "chord"]
    return Fraction(len(outside), len(line))


def _sound(piece: VocabularyPiece, chord: Chord, catalogue: ScaleCatalogue) -> tuple[NoteName, Scale] | None:
    """The sound a piece has over a chord: what fits, or its own scale where that serves the chord."""
    choice = piece.what.scale
    if choice is None:
        best = fit(chord, Place(), catalogue, most=1)[0]
        return best.tonic, best.scale
    scale = chosen_scale(choice.scale, catalogue, "/what/scale/scale")
    tonic = Degree.parse(choice.root).name_above(chord.root)
    taught = tonic == chord.root and family_of(chord.quality) in {family_of(quality) for quality in scale.serves}
    serves = taught or weigh(tonic, scale, chord, Place(), "key").score <= ACCEPTANCE["usual"]
    return (tonic, scale) if serves else None


def _outside(tone: FigureTone, on_scale: RecipeOnScale) -> bool:
    """Whether a tone neither belongs to the sound nor leads into one that does."""
    return not tone.leads and tone.pitch.midi % 12 not in on_scale.sound.pitch_classes


def _degree(tone: FigureTone, tonic: NoteName) -> str:
    """A tone's degree above the chord's root, which is C."""
    up = Degree.between(_C, tonic)
    return Degree.between(_C, tone.pitch.moved(up.steps, up.half_steps).name).text


def _read(figure: OwnLick, metre: Metre, catalogue: ScaleCatalogue) -> Lick:
    exact = not figure.carried_to_fit
    return read_against(figure.text, figure.over, metre, catalogue, exact=exact, pointer="/what/figure")


def _of_lick(lick: Lick) -> Fitting:
    wanted = tuple(_chords_wanted(lick))
    line = [tone.pitch.midi for tone in lick.tones]
    sounding = sum((Fraction(tone.timing.units) for tone in lick.tones), start=Fraction(0))
    leans = any(tone.function not in ("chord", "scale") for tone in lick.tones)
    dense = Fraction(len(line)) / sounding
    return Fitting(
        (wanted[0].families[0],),
        wanted if len(wanted) > 1 else (),
        lick.length,
        lick.tones[0].was.text,
        lick.tones[-1].was.text,
        _level(line, dense, leans=leans, several=len(wanted) > 1),
        dense,
        colour=Fraction(sum(tone.function != "chord" for tone in lick.tones), len(lick.tones)),
        ends=_comes_home(lick),
    )


def _comes_home(lick: Lick) -> bool:
    """Whether a lick's last tone is the chord's, on a beat, and lasts a beat or more."""
    last = lick.tones[-1]
    units = Fraction(last.timing.units)
    sounded = sum((Fraction(tone.timing.units) + Fraction(tone.timing.rest) for tone in lick.tones[:-1]), Fraction(0))
    return last.function == "chord" and units >= 1 and (sounded - lick.lead) % 1 == 0


def _chords_wanted(lick: Lick) -> Iterator[ChordWanted]:
    chords = [one for one in lick.chords if one.chord is not None and one.start < lick.length]
    ends = [*(one.start for one in chords[1:]), lick.length]
    root = chords[0].chord.root.pitch_class if chords[0].chord else 0
    for number, (one, end) in enumerate(zip(chords, ends, strict=True)):
        assert one.chord is not None  # noqa: S101 - filtered above
        above = (one.chord.root.pitch_class - root) % 12
        family = family_of(one.chord.heard.quality)
        played = {tone.exact[0].half_steps % 12 for tone in lick.tones if tone.over == number}
        home = _HOMES.get(family) if 0 < number == len(chords) - 1 else None
        also = (home[0],) if home and home[1] not in played else ()
        yield ChordWanted((family, *also), above, end - one.start)


def _level(line: Sequence[int], dense: Fraction, *, leans: bool, several: bool) -> int:
    """From 1 to 5: one more for wide leaps, for many notes, for tones from outside, for several chords."""
    leaps = any(abs(other - one) > _LEAP for one, other in pairwise(line))
    return 1 + leaps + (dense > _MANY) + leans + several
