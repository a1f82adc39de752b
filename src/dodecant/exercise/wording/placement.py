"""The phrase of the sentence that says when notes sound."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.rhythm.note_values import BEATS, NAMES
from dodecant.exercise.recipe.rhythm.placement import Call, Mark, Placement, Slurs
from dodecant.exercise.recipe.rhythm.text import Rhythm
from dodecant.exercise.rhythm.timing import rhythm_in
from dodecant.exercise.wording.choices import phrase
from dodecant.exercise.wording.small_words import count, listed, nth, often
from dodecant.music.core.metre import Metre

_TOLD = 4  # more places than these are read off the grid, not out of a sentence


def placement_text(recipe: Recipe) -> str:
    """The whole phrase: 'eighths from the and of 2, every third note accented'."""
    placement = recipe.placement
    names = NAMES[recipe.spelling.values]
    words = "its own rhythm" if recipe.figure.counts_beats else listed([names[value] for value in placement.values])
    if placement.route and not recipe.figure.counts_beats:
        words += phrase("Recipe.values_turn", recipe.values_turn)
    metre = Metre.parse(placement.metre)
    if placement.metre != "4/4":
        words += f" in {placement.metre}"
    rhythm = rhythm_in(recipe)
    if rhythm:
        words += _where_it_sounds(rhythm, metre)
        words += phrase("Placement.rhythm_restarts", placement.rhythm_restarts)
    if placement.start:
        words += _from_where(placement.start, BEATS[placement.value], metre)
    return words + "".join(_more(recipe, placement))


def _more(recipe: Recipe, placement: Placement) -> Iterator[str]:
    over_changes = recipe.over_changes is not None
    if over_changes and placement.anticipated != "no":
        names = NAMES[recipe.spelling.values]
        yield f", each chord {_one(names[placement.anticipated])} early"
    yield from (_marked(mark) for mark in placement.marks)
    if placement.slurs:
        yield _slurred(placement.slurs)
    yield "" if over_changes or recipe.figure.counts_beats else phrase("Placement.ending", placement.ending)
    if not over_changes:
        yield phrase("Placement.stages", placement.stages)
    if placement.times > 1:
        yield f", {often(placement.times)}"
    if placement.call:
        yield _called(placement.call, twice=placement.call.twice)
    if placement.swing > 50:
        yield ", swung"


def _where_it_sounds(rhythm: Rhythm, metre: Metre) -> str:
    bars = int(rhythm.length / metre.quarters)
    if bars > 1 or len(rhythm.notes) > _TOLD:
        return f" in a rhythm of {count(bars)} bar{'s' * (bars > 1)}"
    return f" on {listed([_place(start, metre) for start, _ in rhythm.notes])}"


def _from_where(start: int, value: Fraction, metre: Metre) -> str:
    if start < 0:
        return f" with an upbeat of {count(-start)}"
    return f" from {_place(start * value, metre)}"


def _place(beat: Fraction, metre: Metre) -> str:
    """A place in the bar as it is counted, in quarters or in eighths: 2, the and of 2; else the fraction of a beat."""
    whole, part = divmod(beat * metre.unit / 4, 1)
    before = {Fraction(0): "", Fraction(1, 2): "the and of "}
    signs = {"1/4": "¼", "3/4": "¾", "1/3": "⅓", "2/3": "⅔", "1/5": "⅕", "2/5": "⅖", "3/5": "⅗", "4/5": "⅘"}
    signs |= {"1/6": "⅙", "5/6": "⅚"}
    return f"{before.get(part, f'{signs.get(str(part), str(part))} after ')}{whole + 1}"


def slot_places(count: int) -> list[str]:
    """How the slots of a beat divided into so many are counted, before the beat's number.

    >>> slot_places(4)
    ['', '¼ after ', 'the and of ', '¾ after ']
    """
    metre = Metre(4, 4)
    return [_place(Fraction(slot, count), metre).removesuffix("1") for slot in range(count)]


def _one(plural: str) -> str:
    """One of several: 'eighths' is 'an eighth'."""
    name = plural.removesuffix("s")
    return f"{'an' if name[0] in 'aeiou' else 'a'} {name}"


def _marked(mark: Mark) -> str:
    how = phrase("Mark.kind", mark.kind)
    if mark.by == "notes":
        return f", every {'' if mark.every == 1 else nth(mark.every) + ' '}note {how}"
    if mark.by == "slots":
        return f", slot{'s' * (len(mark.places) > 1)} {listed([str(place) for place in mark.places])} {how}"
    return f", the {listed([nth(place) for place in mark.places])} note of each figure {how}"


def _slurred(slurs: Slurs) -> str:
    after = f" after {count(slurs.after)}" if slurs.after else ""
    if not slurs.groups:
        return f", each figure slurred{after}"
    sizes = listed([count(size) for size in slurs.groups])
    return f", slurred in groups of {sizes}{after}{phrase('Slurs.by', slurs.by)}"


def _called(call: Call, *, twice: bool) -> str:
    bars = "bar" if call.bars == 1 else "bars"
    return f", {count(call.bars)} {bars} played and {count(call.open)} open{', each call twice' * twice}"
