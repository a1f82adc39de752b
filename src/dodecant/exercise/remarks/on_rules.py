"""Rules that never play, and numbers that sounds lack under one."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from dodecant.exercise.harmony.timeline import Timeline
from dodecant.exercise.harmony.what_holds import denied_tone, rules_over
from dodecant.exercise.melody.line import Line
from dodecant.exercise.notation.score import Cure, Remark, Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.rules import Play
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.metre import Metre
from dodecant.music.scales.scale import ScaleCatalogue

_NAMED = 4  # chords


def remarks_on_rules(recipe: Recipe, strips: Sequence[Strip]) -> Iterator[Remark]:
    """Each rule that holds nowhere, and how to take it out."""
    timelines = {strip.stop.timeline for strip in strips if strip.stop.timeline is not None}
    if not timelines:
        return
    places = tuple(rule.where for rule in recipe.rules)
    plays = {number for timeline in timelines for number in rules_over(timeline, places)}
    for number in range(len(recipe.rules)):
        if number not in plays:
            kept = [rule.model_dump(mode="json") for place, rule in enumerate(recipe.rules) if place != number]
            cure = Cure("Remove the rule", {"rules": kept})
            text = f"Rule {number + 1} never plays: {_why(recipe, number, timelines)}."
            yield Remark("choices", None, f"/rules/{number}/where", text, (cure,))


def remarks_on_kept_sounds(recipe: Recipe, strips: Sequence[Strip], catalogue: ScaleCatalogue) -> Iterator[Remark]:
    """The chords that keep their own sound under a rule with a sound of its own, since their symbol denies it."""
    timeline = next((strip.stop.timeline for strip in strips if strip.stop.timeline is not None), None)
    if timeline is None:
        return
    kept: dict[int, dict[str, str]] = {}
    for place, number in enumerate(rules_over(timeline, tuple(rule.where for rule in recipe.rules))):
        due = timeline.due[place]
        chord = None if due.number is None else timeline.harmony.chords[due.number].chord
        choice = getattr(recipe.rules[number].what, "scale", None) if number is not None else None
        if number is None or chord is None or choice is None:
            continue
        scale = chosen_scale(choice.scale, catalogue, f"/rules/{number}/what/scale/scale")
        tone = denied_tone(chord, Degree.parse(choice.root).name_above(chord.root), scale)
        if tone is not None:
            kept.setdefault(number, {}).setdefault(print_chord(chord), f"{scale.name} has {tone.text}")
    for number, chords in kept.items():
        said = "; ".join(f"{name} keeps its own sound, since {why}" for name, why in list(chords.items())[:_NAMED])
        more = f"; and {len(chords) - _NAMED} more" if len(chords) > _NAMED else ""
        yield Remark("choices", None, f"/rules/{number}/what/scale", f"Rule {number + 1}: {said}{more}.")


def _why(recipe: Recipe, number: int, timelines: set[Timeline]) -> str:
    alone = (recipe.rules[number].where,)
    if any(held is not None for timeline in timelines for held in rules_over(timeline, alone)):
        return "where it holds, others tell more exactly where, or stand before it"
    return "these changes have no such chord"


def remarks_on_rules_of_line(recipe: Recipe, strip: Strip, line: Line) -> Iterator[Remark]:
    """Numbers that sounds lack under a rule."""
    for number, numbers, names in line.missing_in_rules:
        what = recipe.rules[number].what
        figure = what.figure if isinstance(what, Play) else None
        done = {"nearest": "the nearest tone", "chromatic": "the plain number", "drop": "nothing"}
        lacking = done[figure.instead_of_missing] if figure else done["nearest"]
        have = "have" if ", " in names else "has"
        text = f"{names} {have} no {' and '.join(map(str, numbers))}; {lacking} is played in its place."
        yield Remark("lacks", strip.stop.index, f"/rules/{number}/what/figure/text", text)


def remarks_on_peak(recipe: Recipe, strip: Strip, metre: Metre) -> Iterator[Remark]:
    """An etude whose highest note does not lie in the bar it was asked for."""
    peak = recipe.etude.peak if recipe.etude else 0
    if not peak or not strip.notes:
        return
    top = max(note.tone.written.midi for note in strip.notes)
    highest = [int(note.start // metre.quarters) + 1 for note in strip.notes if note.tone.written.midi == top]
    if peak in highest:
        return
    last = int(-(-strip.end // metre.quarters))
    if peak > last:
        why = f"There is no bar {peak}"
    elif not any(note.start // metre.quarters + 1 == peak for note in strip.notes):
        why = f"Bar {peak} is silent"
    else:
        why = f"Nothing goes highest in bar {peak}"
    cure = Cure("Highest wherever it falls", {"etude": {"peak": 0}})
    yield Remark("choices", None, "/etude/peak", f"{why}: the highest note is in bar {highest[0]}.", (cure,))


def remarks_on_etude(
    recipe: Recipe, left_out: Sequence[int], unfitted: Sequence[Chord], would: Sequence[VocabularyPiece], metre: Metre
) -> Iterator[Remark]:
    """The pieces that do not go in the metre; the chords that no chosen piece fits, and a piece that would."""
    if recipe.etude is None:
        return
    if left_out:
        names = [f"“{recipe.etude.pieces[number].name}”" for number in left_out]
        go = "does not go" if len(names) == 1 else "do not go"
        text = f"{', '.join(names)} {go} in {metre.text}, and {'is' if len(names) == 1 else 'are'} left out."
        yield Remark("choices", None, "/etude/pieces", text)
    if not unfitted:
        return
    names = list(dict.fromkeys(print_chord(chord) for chord in unfitted))
    more = len(names) - _NAMED
    said = ", ".join(names[:_NAMED]) + (f" and {more} more" if more > 0 else "")
    cures = []
    for piece in would[:1]:
        pieces = [one.model_dump(mode="json") for one in (*recipe.etude.pieces, piece)]
        cures.append(Cure(f"Add “{piece.name}”", {"etude": {"pieces": pieces}}))
    text = f"No chosen piece fits {said}; the line of the recipe goes on there."
    yield Remark("choices", None, "/etude/pieces", text, tuple(cures))
