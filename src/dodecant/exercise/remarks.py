"""Remarks: what a teacher would say on reading the sheet, with cures that can be applied."""

from __future__ import annotations

from collections.abc import Iterator

from dodecant.exercise.line import Line
from dodecant.exercise.recipe import Recipe
from dodecant.exercise.route import Stop
from dodecant.exercise.score import Cure, Remark
from dodecant.instrument.profile import Instrument

_FULL_REACH = Cure("Use the full range", {"player": {"reach": "full"}})


def remarks_on_range(recipe: Recipe, stop: Stop, line: Line, instrument: Instrument) -> Iterator[Remark]:
    """What had to be done to bring the line into reach."""
    name = stop.heading if stop.title else stop.written.text
    if line.measure == "full":
        pitches = line.pitches()
        yield Remark(
            "comfort",
            stop.index,
            "/path/high",
            f"{name}: {pitches[0].text} to {pitches[-1].text} leaves the comfortable range of the {instrument.name} "
            f"({instrument.comfortable.text}).",
            (_octave_less(recipe), _FULL_REACH),
        )
    elif line.measure == "shortened":
        tones = "tone" if line.left_out == 1 else "tones"
        yield Remark(
            "shortened",
            stop.index,
            "/path/high",
            f"{name}: the path stops {line.left_out} {tones} early; in no octave does the whole line fit.",
            (_octave_less(recipe),),
        )
    elif line.measure == "folded":
        yield Remark(
            "folded",
            stop.index,
            "/path/high",
            f"{name}: some notes are put an octave away to stay in reach; the line leaps there.",
            (_octave_less(recipe),),
        )


def remarks_on_ladder(recipe: Recipe, stop: Stop, line: Line) -> Iterator[Remark]:
    """Numbers the sound does not have, in the cell and at the ends of the path."""
    name = line.lacking or stop.written.text
    if line.lacks:
        numbers = " and ".join(str(number) for number in line.lacks)
        done = {"nearest": "the nearest tone", "chromatic": "the plain number", "drop": "nothing"}
        lacking = recipe.figure.lacking if recipe.figure.kind == "cell" else "nearest"
        labels = (
            ("nearest", "Take the nearest tone"),
            ("chromatic", "Insist on the number"),
            ("drop", "Leave it out"),
        )
        cures = [Cure(label, {"figure": {"lacking": key}}) for key, label in labels if key != lacking]
        cures.append(Cure("Read the numbers as rungs", {"figure": {"reading": "rungs"}}))
        yield Remark(
            "lacks",
            stop.index,
            "/figure/text",
            f"{name} {'have' if ', ' in name else 'has'} no {numbers}; {done[lacking]} is played in its place.",
            tuple(cures),
        )
    for end, step in line.ends_lack:
        yield Remark(
            "lacks",
            stop.index,
            f"/path/{end}",
            f"{name} has no {step}; the path turns at the tone nearest to it.",
            (Cure("Use the root", {"path": {end: {"step": 1}}}),),
        )


def _octave_less(recipe: Recipe) -> Cure:
    low, high = recipe.path.low, recipe.path.high
    if (high.octave - 1, high.step) > (low.octave, low.step):
        return Cure("Take an octave less", {"path": {"high": {"octave": high.octave - 1}}})
    return Cure("Go up a fifth only", {"path": {"low": {"step": 1, "octave": 1}, "high": {"step": 5, "octave": 1}}})
