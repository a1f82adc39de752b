"""Remarks: what a teacher would say on reading the sheet, with cures that can be applied."""

from __future__ import annotations

from collections.abc import Iterator
from math import lcm

from dodecant.exercise.melody.line import Line
from dodecant.exercise.notation.score import Cure, Remark, Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.rhythm.timing import Units, note_value, rhythm_in
from dodecant.exercise.routes.stops import Stop
from dodecant.instrument.profile import Instrument
from dodecant.music.core.degree import Degree
from dodecant.music.core.metre import Metre

_MANY_SIGNS = 0.8
_ENOUGH_NOTES = 8
_JUST_AS_IT_IS = Cure("Keep the notes as they are", {"figure": {"fit": "exact"}})
_FULL_REACH = Cure("Use the full range", {"player": {"reach": "full"}})


def remarks_on_line(recipe: Recipe, stop: Stop, line: Line, instrument: Instrument) -> Iterator[Remark]:
    """What the sound does not have, what a lick became, and what had to be done to bring the line into reach."""
    yield from _on_missing(recipe, stop, line)
    yield from _on_carrying(recipe, stop, line)
    yield from _on_range(recipe, stop, line, instrument)


def _on_range(recipe: Recipe, stop: Stop, line: Line, instrument: Instrument) -> Iterator[Remark]:
    """What had to be done to bring the line into reach."""
    name = stop.heading if stop.title else stop.written.text
    if line.fitted_by == "full" and not instrument.two_staves:  # all of a keyboard is a pianist's
        pitches = line.pitches()
        yield Remark(
            "comfort",
            stop.index,
            "/path/high",
            f"{name}: {pitches[0].text} to {pitches[-1].text} leaves the comfortable range of the {instrument.name} "
            f"({instrument.comfortable.text}).",
            (*_octave_less(recipe), _FULL_REACH),
        )
    elif line.fitted_by == "shortened":
        tones = "tone" if line.left_out == 1 else "tones"
        yield Remark(
            "shortened",
            stop.index,
            "/path/high",
            f"{name}: the path stops {line.left_out} {tones} early; in no octave does the whole line fit.",
            _octave_less(recipe),
        )
    elif line.fitted_by == "folded":
        yield Remark(
            "folded",
            stop.index,
            "/path/high",
            f"{name}: some notes are put an octave away to stay in reach; the line leaps there.",
            _octave_less(recipe),
        )


def _on_missing(recipe: Recipe, stop: Stop, line: Line) -> Iterator[Remark]:
    """Numbers the sound does not have, in the cell and at the ends of the path."""
    name = line.missing_on or stop.written.text
    if line.missing:
        numbers = " and ".join(str(number) for number in line.missing)
        done = {"nearest": "the nearest tone", "chromatic": "the plain number", "drop": "nothing"}
        lacking = recipe.figure.instead_of_missing
        labels = (
            ("nearest", "Take the nearest tone"),
            ("chromatic", "Insist on the number"),
            ("drop", "Leave it out"),
        )
        cures = [Cure(label, {"figure": {"lacking": key}}) for key, label in labels if key != lacking]
        cures.append(Cure("Read the numbers as steps of the ladder", {"figure": {"reading": "rungs"}}))
        cures = [_JUST_AS_IT_IS] if recipe.figure.carried_to_fit else cures
        yield Remark(
            "lacks",
            stop.index,
            "/figure/text",
            f"{name} {'have' if ', ' in name else 'has'} no {numbers}; {done[lacking]} is played in its place.",
            tuple(cures),
        )
    for end, step in line.missing_ends:
        yield Remark(
            "lacks",
            stop.index,
            f"/path/{end}",
            f"{name} has no {step}; the path turns at the tone nearest to it.",
            (Cure("Use the root", {"path": {end: {"step": 1}}}),),
        )


def _octave_less(recipe: Recipe) -> tuple[Cure, ...]:
    """A shorter path, where the path is what makes the line long."""
    if recipe.path.takes_range:
        return (Cure("Go between two steps", {"path": {"span": "ends"}}),)
    if recipe.path.span == "once":
        return ()
    low, high = recipe.path.low, recipe.path.high
    if (high.octave - 1, high.step) > (low.octave, low.step):
        return (Cure("Take an octave less", {"path": {"high": {"octave": high.octave - 1}}}),)
    fifth = {"low": {"step": 1, "octave": 1}, "high": {"step": 5, "octave": 1}}
    return (Cure("Go up a fifth only", {"path": fifth}),)


def remarks_on_signs(recipe: Recipe, strip: Strip) -> Iterator[Remark]:
    """A key with more signs than a reader likes."""
    signs = sum(note.accidental is not None for note in strip.notes)
    if not recipe.spelling.signature and signs > len(strip.notes) * _MANY_SIGNS and len(strip.notes) >= _ENOUGH_NOTES:
        yield Remark(
            "signs",
            strip.stop.index,
            "/spelling",
            f"{strip.stop.heading}: {signs} accidentals in {len(strip.notes)} notes.",
            (Cure("Use a key signature", {"spelling": {"signature": True}}),),
        )


def _on_carrying(recipe: Recipe, stop: Stop, line: Line) -> Iterator[Remark]:
    """The degrees of a lick that became others on this sound."""
    at_home = recipe.path.span == "once" and recipe.path.low.step == 1
    if not recipe.figure.carried_to_fit or not (at_home or stop.chords_written):
        return
    changed: dict[Degree, Degree] = {}
    for segment in line.segments:
        changed |= segment.on_c.refitted
    if changed:
        words = [f"{was.text} becomes {now.text}" for was, now in changed.items()]
        name = stop.heading if stop.title else stop.written.text
        yield Remark("fitted", stop.index, "/figure", f"{name}: {', '.join(words)}.", (_JUST_AS_IT_IS,))


def remarks_on_bar(recipe: Recipe, group: Units, metre: Metre, length: int) -> Iterator[Remark]:
    """A figure that does not fit the bar: when the two meet again.

    `group` is the figure's length in note values, `length` the strip's in bars.

    >>> [remark.text for remark in remarks_on_bar(Recipe(), 5, Metre(4, 4), 12)]
    ['Groups of 5 against 8 in a bar: they meet the barline again after 5 bars.']
    """
    rhythm, bar = rhythm_in(recipe), metre.quarters
    if recipe.placement.rhythm_restarts == "each-figure" or (rhythm and rhythm.length != bar):
        return  # a rhythm of several bars hides where groups meet the barline
    slots = len(rhythm.notes) if rhythm else bar / note_value(recipe)
    if slots < 2 or slots != int(slots):
        return
    in_bar = int(slots)
    if group != int(group) or group < 2 or in_bar % group == 0 or group % in_bar == 0:
        return
    group = int(group)
    bars = lcm(group, in_bar) // in_bar
    when = f"after {bars} bars" if bars <= length else "not before the strip ends"
    cures = (Cure("Play triplets", {"placement": {"value": "triplet"}}),) if group % 3 == 0 else ()
    meet = "they meet the barline again" if bars <= length else "they meet the barline"
    yield Remark("bar", None, "/placement", f"Groups of {group} against {in_bar} in a bar: {meet} {when}.", cures)
