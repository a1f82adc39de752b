"""What is on a page that is handed out, as a layout that can be kept as a style."""

from __future__ import annotations

from itertools import permutations
from typing import Annotated, Final, Literal, NamedTuple

from pydantic import Field

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.cell import parse_cell
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.figures import Cell
from dodecant.exercise.recipe.part import Part
from dodecant.music.scales.neighbours import derivation
from dodecant.music.scales.working import WorkingStep, working
from dodecant.practice.studio.profile import Reading

_MOST_ORDERED = 5  # tones whose orders are listed: 120 of them fill a page
Paper = Literal["a4", "us-letter"]
CAUTIONS: Final = (
    "Warm up first, and take a break when it is due. Stop when it hurts.",
    "Raise the tempo in small steps. Keep headphones low.",
    "Pain that stays is for a doctor or a qualified teacher.",
)


class HandoutLayout(Part):
    """What is on the page: a line for name and date, the sentence, the teacher's words, cautions, the key to the
    numbers.

    Of the `strips` all, those of the first key with the formula of their sound, or none; in so many `columns` (0: as
    many as they are short enough for). Then, where wanted: the same in the other clef, maps, the steps of the
    derivation, a grid of the keys to tick at `tempos` (none: three up to the recipe's), all orders of the cell, blank
    staves, and the code that opens the stand, where the page is shared. `large` is large print.
    """

    name: Annotated[str, Field(max_length=60)] = ""
    paper: Paper = "a4"
    large: bool = False
    name_line: bool = True
    sentence: bool = True
    words: bool = True
    cautions: bool = False
    legend: bool = True
    strips: Literal["all", "first", "none"] = "all"
    columns: Annotated[int, Field(ge=0, le=4)] = 0
    both_clefs: bool = False
    maps: Literal["none", "numbers", "names", "fingers"] = "none"
    derivation: bool = False
    grid: bool = False
    tempos: Annotated[tuple[Annotated[int, Field(ge=20, le=320)], ...], Field(max_length=6)] = ()
    orders: bool = False
    blank: Annotated[int, Field(ge=0, le=12)] = 0
    code: bool = True


class Sheet(NamedTuple):
    """One player's page: the exercise, for whom, the teacher's words and listening, the day it is due in words, links,
    the address that opens its stand, the same exercise in the other clef, and how it is read.
    """

    exercise: Exercise
    player: str = ""
    words: str = ""
    listening: str = ""
    due: str = ""
    links: tuple[tuple[str, str], ...] = ()
    address: str = ""
    other_clef: Exercise | None = None
    reading: Reading = "notes"


def strips_on(exercise: Exercise, layout: HandoutLayout) -> tuple[Strip, ...]:
    """The strips that are on the page."""
    if layout.strips == "none":
        return ()
    first = exercise.strips[0].stop.key
    return tuple(one for one in exercise.strips if layout.strips == "all" or one.stop.key == first)


def formula(strip: Strip) -> str:
    """The formula of a strip's sound; a strip over changes has no one sound."""
    return "" if strip.stop.chords_written else strip.formula


def numbers_of(exercise: Exercise, strip: Strip) -> str:
    """The numbers of a strip, bar by bar, for those who play from them: '1 2 3 5 | 2 3 4 6'."""
    bars: dict[int, list[str]] = {}
    for note in strip.notes:
        bars.setdefault(int(note.start // exercise.metre.quarters), []).append(note.tone.number or "•")
    return " | ".join(" ".join(bars[bar]) for bar in sorted(bars))


def steps_of(exercise: Exercise) -> tuple[tuple[str, str, tuple[WorkingStep, ...]], ...]:
    """For each sound of the first key: its name, how it is made in short, and step by step."""
    sounds: dict[Sound, None] = {}
    for strip in strips_on(exercise, HandoutLayout(strips="first")):
        if not strip.stop.chords_written:
            sounds[strip.stop.written] = None
    return tuple((one.text, derivation(one.scale), working(one.tonic, one.scale)) for one in sounds)


def grid_tempos(recipe: Recipe, layout: HandoutLayout) -> tuple[int, ...]:
    """The tempos to tick (BPM): those of the layout, or three up to the recipe's own."""
    return layout.tempos or tuple(max(20, recipe.tempo - down) for down in (24, 12, 0))


def orders(recipe: Recipe) -> tuple[str, ...]:
    """All orders of the recipe's cell, its own first; none where it has no cell, or one of too many tones.

    >>> orders(Recipe(figure={"kind": "cell", "text": "1 2 3"}))
    ('1 2 3', '1 3 2', '2 1 3', '2 3 1', '3 1 2', '3 2 1')
    """
    if not isinstance(recipe.figure, Cell):
        return ()
    words = recipe.figure.text.replace(",", " ").split()
    if len(parse_cell(recipe.figure.text)) > _MOST_ORDERED or len(words) > _MOST_ORDERED:
        return ()
    return tuple(dict.fromkeys(" ".join(order) for order in permutations(words)))


def grid_keys(exercise: Exercise) -> tuple[str, ...]:
    """The keys in the order of the route, as they are read, each once."""
    return tuple(dict.fromkeys(strip.stop.written.tonic.text for strip in exercise.strips))
