"""Remarks on joins: leaps, notes struck twice, and the seams between repetitions and between strips.

A cure is offered only when it has been tried: the strip is worked out with it, and what was remarked is gone.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from fractions import Fraction
from itertools import pairwise
from typing import Any

from dodecant.exercise.notation.score import Cure, Note, Remark, Strip
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.figures import Change
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.music.core.tonics import USUAL

StripsOf = Callable[[Recipe], Sequence[Strip]]
Joint = tuple[Note, Note]
_OCTAVE = 12
_NEIGHBOURS = 2  # half steps
_BAR_OF_REST = 4  # beats: time enough to go anywhere
_MOST_TRIED = 6
_MOST_CURES = 2

# What a teacher would try whatever the figure is, after what the figure itself offers: its name, the change.
_FOR_ALL: tuple[Change, ...] = (
    ("Walk by step", {"path": {"by": "step"}}),
    ("Walk in thirds", {"path": {"by": "third"}}),
    ("Go up only", {"path": {"direction": "up"}}),
    ("Lead in from below only", {"enclosure": {"kind": "below"}}),
    ("Go straight through", {"course": {"kind": "plain", "degree": None, "every": None, "order": None}}),
)


def remarks_on_joins(recipe: Recipe, strips: Sequence[Strip], worked: StripsOf) -> Iterator[Remark]:
    """What a player would stumble over; `worked` works out the strips of a changed recipe."""
    heights = [_heights(strip.notes) for strip in strips]
    for kind, found, words in (
        ("leap", leaps, "a leap of more than an octave from {0} to {1}"),
        ("repeat", repeats, "{0} is struck twice in a row"),
    ):
        if kind == "repeat" and (recipe.figure.repeats_notes or recipe.course.repeats_notes):
            continue
        cures: tuple[Cure, ...] | None = None
        for strip, high in zip(strips, heights, strict=True):
            joints = found(strip.notes, high)
            if not joints:
                continue
            if cures is None:  # over changes the chords make the joins, and trying takes long
                cures = () if recipe.over_changes else _cures(recipe, strip, found, worked)
            before, note = (one.tone.written.text for one in joints[0])
            more = f", and {len(joints) - 1} more like it" if len(joints) > 1 else ""
            text = f"{strip.stop.heading}: {words.format(before, note)}{more}."
            yield Remark("leap" if kind == "leap" else "repeat", strip.stop.index, "/figure", text, cures)
    yield from _seams(recipe, strips)


def leaps(notes: Sequence[Note], known: Sequence[int] | None = None) -> list[Joint]:
    """Pairs of notes more than an octave apart, without a beat of silence between them.

    MIDI numbers that are `known` need not be asked again.
    """
    heights = _heights(notes) if known is None else known
    far = [n for n, (one, other) in enumerate(pairwise(heights)) if not -_OCTAVE <= other - one <= _OCTAVE]
    return [(notes[n], notes[n + 1]) for n in far if notes[n + 1].start - notes[n].start - notes[n].length < 1]


def repeats(notes: Sequence[Note], known: Sequence[int] | None = None) -> list[Joint]:
    """Pairs of notes that are the same, one right after the other."""
    heights = _heights(notes) if known is None else known
    same = [n for n, (one, other) in enumerate(pairwise(heights)) if one == other]
    return [(notes[n], notes[n + 1]) for n in same if notes[n + 1].start == notes[n].start + notes[n].length]


def _heights(notes: Sequence[Note]) -> list[int]:
    """MIDI numbers as written; a tone that comes back is asked once."""
    pitches = [note.tone.written for note in notes]
    known = {pitch: pitch.midi for pitch in set(pitches)}
    return [known[pitch] for pitch in pitches]


def _cures(
    recipe: Recipe, strip: Strip, found: Callable[[Sequence[Note]], list[Joint]], worked: StripsOf
) -> tuple[Cure, ...]:
    document = _of_strip(recipe, strip)
    cures: list[Cure] = []
    for label, patch in _worth_trying(recipe, document)[:_MOST_TRIED]:
        try:
            changed = worked(read_recipe(_patched(document, patch)))
        except RecipeError:
            continue
        same = [one for one in changed if one.stop.written == strip.stop.written] or list(changed)
        if not found(same[0].notes):
            cures.append(Cure(label, patch))
        if len(cures) == _MOST_CURES:
            break
    return tuple(cures)


def _of_strip(recipe: Recipe, strip: Strip) -> dict[str, Any]:
    """A recipe for one strip alone, with nothing beside it: its key, its order of the figure, its note value."""
    stop = strip.stop
    document = recipe.model_dump(mode="json")
    document["keys"] = {**document["keys"], "order": "picked", "picked": [USUAL["major"][stop.key]]}
    document["companions"] = []
    if stop.figure is not None:
        document["figure"] = stop.figure.model_dump(mode="json")
    if stop.value is not None:
        document["placement"] = {**document["placement"], "value": stop.value, "route": []}
    return document


def _worth_trying(recipe: Recipe, document: dict[str, Any]) -> list[tuple[str, dict[str, Any]]]:
    """The changes that are for this figure and change something."""
    of_figure: list[Change] = [(label, {"figure": patch}) for label, patch in recipe.figure.smoother]
    return [
        (label, dict(patch))
        for label, patch in (*of_figure, *_FOR_ALL)
        if all(document[part] is not None for part in patch) and _patched(document, dict(patch)) != document
    ]


def _patched(document: dict[str, Any], patch: dict[str, Any]) -> dict[str, Any]:
    """A JSON merge patch (RFC 7396)."""
    merged = {name: value for name, value in document.items() if patch.get(name, value) is not None}
    for name, change in patch.items():
        if isinstance(change, dict):
            before = document.get(name)
            merged[name] = _patched(before if isinstance(before, dict) else {}, change)
        elif change is not None:
            merged[name] = change
    return merged


def _side_by_side(recipe: Recipe, one: Strip, other: Strip) -> tuple[Cure, ...]:
    """Neighbouring keys in one register, where the keys are neighbours; between others nothing mends a leap."""
    apart = (other.stop.key - one.stop.key) % 12
    if recipe.player.key_register == "side-by-side" or min(apart, 12 - apart) > _NEIGHBOURS:
        return ()
    return (Cure("Keep neighbouring keys side by side", {"player": {"key_register": "side-by-side"}}),)


def _silence(one: Strip, other: Strip) -> Fraction:
    """Beats between the last note of a strip and the first of the next."""
    last = one.notes[-1]
    return one.end - last.start - last.length + other.notes[0].start - other.begin


def _seams(recipe: Recipe, strips: Sequence[Strip]) -> Iterator[Remark]:
    """Leaps where a strip comes round again, and from a strip to the next one."""
    if recipe.figure.stands_once or recipe.over_changes:
        return  # a phrase that ends is not a drill that comes round
    back = {"up": "up-and-back", "down": "down-and-back"}.get(recipe.path.direction)
    cures = (Cure("Go there and back", {"path": {"direction": back}}),) if back and recipe.path.span != "once" else ()
    for strip in strips:
        first, last = strip.notes[0].tone.written, strip.notes[-1].tone.written
        if abs(first.midi - last.midi) > _OCTAVE:
            text = f"{strip.stop.heading}: played again, it leaps from {last.text} to {first.text}."
            yield Remark("seam", strip.stop.index, "/path", text, cures)
    for one, other in pairwise(strips):
        mended = cures or _side_by_side(recipe, one, other)
        if _silence(one, other) >= _BAR_OF_REST or not mended:
            continue
        last, first = one.notes[-1].tone.written, other.notes[0].tone.written
        if abs(first.midi - last.midi) > _OCTAVE:
            text = f"From {one.stop.heading} to {other.stop.heading} it leaps from {last.text} to {first.text}."
            yield Remark("seam", other.stop.index, "/keys", text, mended)
