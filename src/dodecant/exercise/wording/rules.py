"""Rules and etudes in words: where, what, and the short names that stand over the line."""

from __future__ import annotations

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.enclosures import ENCLOSURES, Enclosure
from dodecant.exercise.recipe.etude.rules import Open, Play, Rule, UpsideDown, WhatPart
from dodecant.exercise.recipe.etude.where import Where, number_spans
from dodecant.exercise.recipe.figures import Cell, OwnLick, Pairs, with_signs
from dodecant.exercise.recipe.ladders import ScaleLadder
from dodecant.exercise.recipe.rhythm.note_values import NAMES
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale, chosen_scale
from dodecant.exercise.routes.stops import Stop
from dodecant.exercise.wording.choices import label, phrase
from dodecant.exercise.wording.figures import FIGURES_SAID, ladder_text
from dodecant.exercise.wording.small_words import count, listed
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.scales.scale import ScaleCatalogue

WHATS = {"play": "a figure", "open": "open bars", "upside-down": "same, inverted"}
_CHORDS_NAMED = 4


def rule_text(rule: Rule, recipe: Recipe, first: Stop, scales: ScaleCatalogue) -> str:
    """A rule as the sentence says it: '1 2 3 5 on every II'."""
    return f"{what_text(rule.what, recipe, first, scales)} {where_text(rule.where)}"


def where_text(where: Where) -> str:
    """Where a rule holds: 'on every II in section B'."""
    kinds = _kinds(where)
    places = _places(where)
    if not kinds and not places:
        return "everywhere"
    if not kinds:
        return listed(places) if len(places) == 1 else " ".join(places)
    return " ".join([f"on {kinds}", *places])


def _kinds(where: Where) -> str:
    """The kind of chord: 'every II', 'every minor chord'."""
    if where.chords:
        symbols = list(dict.fromkeys(one.symbol or f"chord {one.chord + 1}" for one in where.chords))
        more = len(symbols) - _CHORDS_NAMED
        named = [*symbols[:_CHORDS_NAMED], f"{count(more)} more"] if more > 0 else symbols
        return f"the {listed(named)} that {'is' if len(where.chords) == 1 else 'are'} pressed"
    words = []
    if where.quality != "any":
        words.append(label("Where.quality", where.quality))
    if where.step:
        words.append(with_signs(where.step))
    if where.role != "any":
        role = phrase("Where.role", where.role)
        return f"every {' '.join([*words, role])}"
    return f"every {' '.join(words)}{' chord' if where.quality != 'any' and not where.step else ''}" if words else ""


def _places(where: Where) -> list[str]:
    found = []
    if where.section.strip():
        found.append(f"in section {where.section.strip()}")
    if where.bars:
        found.append(f"in {_numbered('bar', where.bars)}")
    if where.phrase:
        found.append(f"in {_numbered('bar', where.phrase_bars)} of every {count(where.phrase)}")
    if where.choruses:
        found.append(f"in {_numbered('chorus', where.choruses)}")
    return found


def _numbered(noun: str, text: str) -> str:
    """'bar 3', 'bars 1 to 4 and 7'."""
    spans = number_spans(text)
    words = [f"{span.start}" if len(span) == 1 else f"{span.start} to {span.stop - 1}" for span in spans]
    several = len(spans) > 1 or len(spans[0]) > 1
    return f"{noun}{('es' if noun.endswith('s') else 's') if several else ''} {listed(words)}"


def what_text(what: WhatPart, recipe: Recipe, first: Stop, scales: ScaleCatalogue) -> str:
    """What a rule has played: 'a triad pair in threes up from the altered scale'."""
    if not isinstance(what, Play):
        return WHATS[what.kind]
    words = _figure(what, first)
    if not isinstance(what.ladder, ScaleLadder) and what.figure is not None and what.figure.own_ladder is None:
        words += f" on {ladder_text(what.ladder)}"
    if what.scale is not None:
        scale = scale_text(what, scales)
        words += f" {'from' if what.figure is not None else 'in'} the {scale}{'' if 'scale' in scale else ' scale'}"
    if what.enclosure is not None:
        words += f" with {_enclosures(what.enclosure)}"
    if what.value is not None:
        words += f" in {NAMES[recipe.spelling.values][what.value]}"
        words += " in a rhythm of its own" if what.slots else ""
    return words


def _enclosures(enclosure: Enclosure) -> str:
    """'enclosures into thirds and sevenths'; a single note, or two from one side, is an approach."""
    moves = ENCLOSURES[enclosure.kind]
    from_above = [move == "up" or (not isinstance(move, str) and move > 0) for move in moves]
    noun = "approaches" if len(set(from_above)) == 1 else "enclosures"
    into = {"all": "", "chord": " into chord tones", "thirds-sevenths": " into thirds and sevenths"}
    return noun + into.get(enclosure.targets, f" into {with_signs(enclosure.degrees)}")


def _figure(what: Play, first: Stop) -> str:
    figure = what.figure
    if figure is None:
        return "the same line"
    if isinstance(figure, Pairs):  # its triads depend on the chord
        order = "" if figure.order == "123" else f", tones {' '.join(figure.order)}"
        rank = "" if figure.rank == 1 else f" no. {figure.rank}"
        words = f"a triad pair{rank} {phrase('Pairs.group', figure.group)}"
        return f"{words} {phrase('Pairs.direction', figure.direction)}{order}"
    return FIGURES_SAID[type(figure)].phrase(figure, first)


def scale_text(what: Play, scales: ScaleCatalogue) -> str:
    """The scale a rule brings, by its name: 'the altered scale', 'Lydian a ♭7 above the root'."""
    assert what.scale is not None  # noqa: S101 - asked for rules with a scale
    choice = what.scale.scale
    try:
        name = choice.name if isinstance(choice, OwnScale) else chosen_scale(choice, scales, "").name
    except MusicError:
        name = str(choice)
    degree = Degree.parse(what.scale.root)
    where = "" if degree == Degree(1) else f" on {degree.text}"
    return f"{name}{where}"


def short_name(what: WhatPart, scales: ScaleCatalogue) -> str:
    """What is played in few words, to stand over the line where it begins."""
    if isinstance(what, Open):
        return "open"
    if isinstance(what, UpsideDown):
        return "upside down"
    assert isinstance(what, Play)  # noqa: S101 - the last kind there is
    scale = scale_text(what, scales) if what.scale else ""
    figure = what.figure
    if figure is None:
        return scale or (ENCLOSED if what.enclosure else "its own rhythm")
    if isinstance(figure, Cell):
        return " ".join(filter(None, [with_signs(figure.text), scale]))
    if isinstance(figure, OwnLick):
        return "lick"
    return " ".join(filter(None, [scale, FIGURES_SAID[type(figure)].label.lower()]))


ENCLOSED = "enclosed"
