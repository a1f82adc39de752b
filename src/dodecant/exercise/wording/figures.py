"""What is played, in words: the figure, what it stands on, what leads into it, its course."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, NamedTuple

from dodecant.exercise.melody.ladder_scales import ladder_scale
from dodecant.exercise.recipe.courses import CoursePart, ReturnCourse
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.figures import (
    Arpeggios,
    Cell,
    ChordVoicings,
    FigurePart,
    GuideTones,
    Intervals,
    OwnLick,
    Pairs,
    Run,
    Unbroken,
    with_signs,
)
from dodecant.exercise.recipe.ladders import ArpeggioLadder, LadderPart, PairLadder
from dodecant.exercise.recipe.lick_text import read_lick
from dodecant.exercise.routes.stops import Stop
from dodecant.exercise.wording.choices import phrase
from dodecant.exercise.wording.small_words import count, nth
from dodecant.music.scales.stacks import triad_pairs

_HAS_THIRDS = 6  # tones of a ladder on which every second tone is called a third
_OCTAVE = 7  # steps
_STRUCK = {"seventh": "seventh chords", "ninth": "ninth chords"}
ENCLOSURES: dict[str, str] = {
    "below": "a half step below",
    "above": "a scale tone above",
    "above-below": "a scale tone above and a half step below",
    "below-above": "a half step below and a scale tone above",
    "half-above-below": "half steps above and below",
    "half-below-above": "half steps below and above",
    "scale-above-below": "scale tones above and below",
    "two-below": "two half steps from below",
    "two-above": "two half steps from above",
    "above-two-below": "a scale tone above and two half steps from below",
    "below-two-above": "a half step below and two half steps from above",
    "double": "scale tone and half step from both sides",
}
LADDERS: dict[str, str] = {
    "scale": "the scale",
    "chord-tones": "the chord tones",
    "arpeggio": "a stacked chord",
    "pair": "a triad pair",
    "chromatic": "all twelve tones",
}
COURSES: dict[str, str] = {
    "plain": "straight through",
    "return": "back to the root each time",
    "build-up": "built up note by note",
    "grow": "one more each time",
}


class FigureWords(NamedTuple):
    """A kind of figure in words: what it is called in a list, its phrase, and whether a comma follows the phrase."""

    label: str
    phrase: Callable[[Any, Stop], str]
    comma: bool = False


def figure_text(recipe: Recipe, first: Stop) -> str:
    """The figure as the sentence says it."""
    if isinstance(recipe.figure, Intervals) and len(ladder_scale(recipe.ladder, first.written.scale)) < _HAS_THIRDS:
        return f"{_leap(recipe.figure.size)} {phrase('Intervals.direction', recipe.figure.direction)}"
    return FIGURES_SAID[type(recipe.figure)].phrase(recipe.figure, first)


def _run(figure: Run, first: Stop) -> str:
    return f"a straight run{phrase('Run.roots', figure.roots)}{phrase('Run.tail', figure.tail)}"


def _cell(figure: Cell, first: Stop) -> str:
    numbers = f"{phrase('Cell.order', figure.order)}{with_signs(figure.text)}"
    when = phrase("Turned.when", figure.turned.when)
    return f"{numbers} (turned {phrase('Turned.how', figure.turned.how)}{when})" if when else numbers


def _lick(figure: OwnLick, first: Stop) -> str:
    count = sum(sign.cell is not None or sign.pitch is not None for sign in read_lick(figure.text).signs)
    return f"a lick of {count} note{'s' if count > 1 else ''}{phrase('OwnLick.fit', figure.fit)}"


def _intervals(figure: Intervals, first: Stop) -> str:
    return f"{phrase('Intervals.size', figure.size)} {phrase('Intervals.direction', figure.direction)}"


def _leap(size: int) -> str:
    """An interval on a ladder of few tones, where the second tone up is no third."""
    octaves, steps = divmod(size - 1, _OCTAVE)
    if octaves:
        return "octaves" if steps == 0 else f"leaps of an octave and {count(steps)} tone{'s' * (steps > 1)}"
    return "neighbouring tones" if steps == 1 else f"leaps over {count(steps - 1)} tone{'s' * (steps > 2)}"


def _arpeggios(figure: Arpeggios, first: Stop) -> str:
    tones, rotation = phrase("Arpeggios.tones", figure.tones), phrase("Arpeggios.rotation", figure.rotation)
    rhythm = phrase("Arpeggios.rhythm", figure.rhythm)
    if figure.rhythm == "struck":
        return f"{_STRUCK.get(figure.tones, tones)}{rhythm}{rotation}"
    pivot = " with a leap of an octave" if figure.pivot else ""
    return f"{tones} {phrase('Arpeggios.order', figure.order)}{rotation}{pivot}{rhythm}"


def _pairs(figure: Pairs, first: Stop) -> str:
    sound = first.written
    pairs = triad_pairs(sound.tonic, sound.scale)
    names = "a triad pair"
    if figure.rank <= len(pairs):
        pair = pairs[figure.rank - 1]
        names = f"the triads {pair.first.text} and {pair.second.text}"
    order = "" if figure.order == "123" else f", tones {' '.join(figure.order)}"
    order = phrase("Pairs.order", "each") if figure.order == "each" else order
    return f"{names} {phrase('Pairs.group', figure.group)} {phrase('Pairs.direction', figure.direction)}{order}"


def _guide_tones(figure: GuideTones, first: Stop) -> str:
    return phrase("GuideTones.begin", figure.begin)


def _voicings(figure: ChordVoicings, first: Stop) -> str:
    return f"{phrase('Voicings.form', figure.form)}{phrase('ChordVoicings.hand', figure.hand)}"


def _unbroken(figure: Unbroken, first: Stop) -> str:
    where = "" if figure.step == 1 else f" from {figure.step}"
    return f"an unbroken line, {phrase('Unbroken.direction', figure.direction)} first{where}"


FIGURES_SAID: Mapping[type[FigurePart], FigureWords] = {
    Run: FigureWords("Straight run", _run),
    Cell: FigureWords("Cell", _cell),
    Intervals: FigureWords("Intervals", _intervals),
    Arpeggios: FigureWords("Arpeggios", _arpeggios),
    Pairs: FigureWords("Triad pair", _pairs),
    OwnLick: FigureWords("Own lick", _lick),
    GuideTones: FigureWords("Guide tones", _guide_tones),
    ChordVoicings: FigureWords("Voicings", _voicings),
    Unbroken: FigureWords("Unbroken", _unbroken, comma=True),
}


def ladder_text(ladder: LadderPart) -> str:
    """What the line stands on."""
    if isinstance(ladder, PairLadder):
        return f"triad pair {ladder.rank}"
    if isinstance(ladder, ArpeggioLadder):
        return f"{ladder.size} stacked {ladder.stacked} from {ladder.step}"
    return LADDERS[ladder.kind]


def enclosure_text(enclosure: Enclosure) -> str:
    """What leads into the targets."""
    degrees = enclosure.degrees.replace("b", "♭").replace("#", "♯")
    where = phrase("Enclosure.targets", enclosure.targets).format(degrees)
    return ENCLOSURES[enclosure.kind] + where + phrase("Enclosure.landing", enclosure.landing)


def course_text(course: CoursePart) -> str:
    """How the figures follow on each other."""
    if isinstance(course, ReturnCourse):
        home = "root" if course.degree == "1" else course.degree.replace("b", "♭").replace("#", "♯")
        often = "" if course.every == 1 else f" {nth(course.every)}"
        return f"back to the {home} after every{often} one"
    return COURSES[course.kind]
