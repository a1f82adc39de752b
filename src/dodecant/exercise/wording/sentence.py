"""The recipe as a sentence in plain English; each phrase is named after the part of the recipe it says."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from dodecant.exercise.recipe.courses import PlainCourse
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.figures import with_signs
from dodecant.exercise.recipe.path import Path
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.exercise.recipe.sounding.sounds import (
    ChangesSounds,
    FamilyOfSounds,
    KeyChordSound,
    MorphingSounds,
    OneSound,
    SeveralSounds,
)
from dodecant.exercise.routes.stops import Stop
from dodecant.exercise.wording.choices import phrase
from dodecant.exercise.wording.companions import companions_text, joins_said
from dodecant.exercise.wording.etudes import etude_text
from dodecant.exercise.wording.figures import FIGURES_SAID, course_text, enclosure_text, figure_text, ladder_text
from dodecant.exercise.wording.fingering import fingering_text
from dodecant.exercise.wording.placement import placement_text
from dodecant.exercise.wording.rules import rule_text
from dodecant.exercise.wording.small_words import COUNTS, ORDINALS, listed, nth, often, plural
from dodecant.instrument.profile import Instrument
from dodecant.music.core.chord import Colour
from dodecant.music.core.degree import Degree
from dodecant.music.core.key import Key
from dodecant.music.core.metre import Metre
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.numbering import number_text
from dodecant.music.scales.scale import ScaleCatalogue

PhraseId = Literal[
    "rules",
    "etude",
    "figure",
    "ladder",
    "enclosure",
    "course",
    "sounds",
    "path",
    "joins",
    "placement",
    "keys",
    "outer",
    "player",
    "fingering",
    "companions",
    "tempo",
]


@dataclass(frozen=True, slots=True)
class Phrase:
    """A part of the sentence: the words that lead to it and its own text; of several of a kind its `place`."""

    id: PhraseId
    lead: str
    text: str
    place: int | None = None


def sentence(
    recipe: Recipe, stops: Sequence[Stop], scales: ScaleCatalogue, instrument: Instrument
) -> tuple[Phrase, ...]:
    """The phrases in reading order, with the names of the stops; `sentence_text` joins them."""
    first = stops[0]
    path = [Phrase("path", ",", _path(recipe, stops[0]))] if recipe.takes("path") else []
    phrases = [
        *(_what_is_played_where(recipe, stops, scales) or _what_is_played(recipe, stops, scales)),
        *path,
        *_joins(recipe),
        Phrase("placement", ", in", placement_text(recipe)),
        Phrase("keys", ", through", _keys(recipe, first.written.scale.colour)),
    ]
    if recipe.sounds.in_turn:
        phrases.append(Phrase("outer", ",", phrase("Recipe.outer", recipe.outer)))
    return (
        *phrases,
        Phrase("player", ", on", _player(recipe, instrument)),
        *([Phrase("fingering", ",", fingering_text(recipe))] if recipe.fingering else []),
        *([Phrase("companions", ", with", companions_text(recipe.companions))] if recipe.companions else []),
        Phrase("tempo", ", at", _tempo(recipe)),
    )


def _what_is_played(recipe: Recipe, stops: Sequence[Stop], scales: ScaleCatalogue) -> list[Phrase]:
    """'Take 1 2 3 5 through C Ionian'."""
    about = _about_the_figure(recipe)
    ends_with_comma = bool(about) and about[-1].lead.startswith(",")
    through = ", through" if ends_with_comma or FIGURES_SAID[type(recipe.figure)].comma else "through"
    sounds = Phrase("sounds", through, _sounds(recipe, stops, scales))
    return [Phrase("figure", "Take", figure_text(recipe, stops[0])), *about, sounds]


def _what_is_played_where(recipe: Recipe, stops: Sequence[Stop], scales: ScaleCatalogue) -> list[Phrase]:
    """'Over Ticket Hall Blues take 1 2 3 5 on every II, and an unbroken line elsewhere'; nothing without rules."""
    first = stops[0]
    if recipe.over_changes is None or not (recipe.rules or recipe.etude):
        return []
    sounds = _sounds(recipe, stops, scales).removeprefix("the changes of ")
    parts = [
        Phrase("rules", ",", rule_text(rule, recipe, first, scales), number) for number, rule in enumerate(recipe.rules)
    ]
    if recipe.etude is not None:
        parts.append(Phrase("etude", ",", etude_text(recipe.etude)))
    parts[0] = replace(parts[0], lead=", take")
    found = [Phrase("sounds", "Over", sounds), *parts]
    if recipe.etude is not None and recipe.etude.rest == "open":
        return [*found, Phrase("figure", ", and", "open bars elsewhere")]
    said, comma, more = figure_text(recipe, first).partition(",")
    elsewhere = Phrase("figure", ", and", f"{said} elsewhere{comma}{more}")
    return [*found, elsewhere, *_about_the_figure(recipe)]


def sentence_text(phrases: tuple[Phrase, ...]) -> str:
    """The whole sentence as one line."""
    words = "".join(f"{'' if one.lead.startswith(',') else ' '}{one.lead} {one.text}" for one in phrases)
    return f"{words.strip()}."


def file_title(recipe: Recipe, phrases: tuple[Phrase, ...], instrument: str) -> str:
    """What the files of an exercise are called: its title, or else what is played through what, and the instrument."""
    said = [one.text for one in phrases if one.id in ("figure", "sounds")]
    title = recipe.title.strip() or " ".join(said)
    return title if instrument.casefold() in title.casefold() else f"{title} - {instrument}"


def _joins(recipe: Recipe) -> list[Phrase]:
    lead, words = joins_said(recipe.joins)
    return [Phrase("joins", lead, words)] if words and recipe.over_changes and recipe.takes("path") else []


def _tempo(recipe: Recipe) -> str:
    """The number, and what it counts where that is no quarter."""
    if recipe.over_changes or Metre.parse(recipe.placement.metre).pulse == 1:
        return str(recipe.tempo)
    beat = "dotted quarters" if recipe.spelling.values == "american" else "dotted crotchets"
    return f"{recipe.tempo} {beat}"


def _about_the_figure(recipe: Recipe) -> list[Phrase]:
    """What it stands on, what leads into it and its course, where they are not the plain ones."""
    found = []
    if not recipe.ladder.all_degrees and recipe.takes("ladder"):
        found.append(Phrase("ladder", "on", ladder_text(recipe.ladder)))
    if recipe.enclosure is not None and recipe.takes("enclosure"):
        found.append(Phrase("enclosure", ", approached by", enclosure_text(recipe.enclosure)))
    if not isinstance(recipe.course, PlainCourse) and recipe.takes("course"):
        found.append(Phrase("course", ",", course_text(recipe.course)))
    return found


def _sounds(recipe: Recipe, stops: Sequence[Stop], scales: ScaleCatalogue) -> str:
    first, read = stops[0], recipe.player.named_key == "written"
    sound = first.written if read else first.sounding
    if isinstance(recipe.sounds, FamilyOfSounds):
        tonic = sound.parent or sound.tonic
        return f"all modes of {tonic.text} {chosen_scale(recipe.sounds.parent, scales, '/sounds/parent').name}"
    if isinstance(recipe.sounds, SeveralSounds):
        names = [chosen_scale(choice, scales, "/sounds/scales").name for choice in recipe.sounds.scales]
        if any(Degree.parse(root) != Degree(1) for root in recipe.sounds.roots):
            own = [stop.written if read else stop.sounding for stop in stops if stop.key == first.key]
            return listed(list(dict.fromkeys(f"{one.tonic.text} {one.scale.name}" for one in own)))
        return f"{sound.tonic.text} {listed(names)}"
    if isinstance(recipe.sounds, MorphingSounds):
        chain = [chosen_scale(choice, scales, "/sounds/scales").name for choice in recipe.sounds.scales]
        chain += chain[: int(recipe.sounds.closed)]
        each = f", {often(recipe.sounds.repeats)} each" if recipe.sounds.repeats > 1 else ""
        part = phrase("MorphingSounds.after_first", recipe.sounds.after_first)
        return f"{sound.tonic.text} {chain[0]} turning into {listed(chain[1:])}{each}{part}"
    if isinstance(recipe.sounds, ChangesSounds):
        key = Key(sound.tonic, sound.scale.colour)
        times = f" {often(recipe.sounds.choruses)}" if recipe.sounds.choruses > 1 else ""
        group = recipe.sounds.bars_in_key
        bars = f", {plural(group, 'bar')} in each key" if group else ""
        return f"the changes of {first.title}{times}, beginning in {key.text}{bars}"
    if first.in_key is not None:
        return f"the {first.in_key.texts[not read]} ({sound.text})"
    return sound.text


def _step_text(step: int, recipe: Recipe, first: Stop) -> str:
    """A step of the sound as the reader numbers it: 'from 11' in the chord's numbers; plainly where sounds differ."""
    scale, school = first.written.scale, recipe.numbers
    own = next((degree for degree in scale.degrees if degree.number == step), None)
    if own is None or school == "none" or not isinstance(recipe.sounds, OneSound | KeyChordSound):
        return str(step)
    return number_text(own, scale, school)


def _path(recipe: Recipe, first: Stop) -> str:
    """The way of the line: 'up a ninth and back in thirds from 5, held at the turn'."""
    path = recipe.path
    low, high = path.low, path.high

    def called(step: int) -> str:
        return _step_text(step, recipe, first)

    words, by = phrase("Path.direction", path.direction), phrase("Path.by", path.by)
    extra = (", a step beyond each end" if path.overshoot else "") + (", held at the turn" if path.pause else "")
    extra += ", struck again at the turn" if path.again and path.turns else ""
    extra += ", mirrored on the way back" if path.comes_back_mirrored else ""
    closing = path.closing_up if path.direction in ("up", "down-and-back") else path.closing_down
    extra += phrase("Path.close", path.close).format(with_signs(closing))
    if path.span == "range":
        return f"{words}{by} {phrase('Path.span', path.span)}{extra}"
    if path.span == "once":
        where = "the root" if low.step == 1 else called(low.step)
        return f"{phrase('Path.span', path.span)}, from {where}{extra}"
    if path.span == "lowest":
        return f"{_wide(words, _interval(path))}{by}{phrase('Path.span', path.span)}{extra}"
    if low.step in (1, high.step):
        start = "" if low.step == 1 else f" from {called(low.step)}"
        return f"{_wide(words, _interval(path))}{by}{start}{extra}"
    ends = [(low.step, low.octave), (high.step, high.octave)]
    if path.direction.startswith("down"):
        ends.reverse()
    named = [
        called(step) if octave == 1 else f"{called(step)} in the {ORDINALS[octave - 1]} octave" for step, octave in ends
    ]
    return f"{words}{by} from {named[0]} to {named[1]}{extra}"


def _interval(path: Path) -> str:
    """How far it is from the lower end to the higher one: 'a ninth', 'two octaves'."""
    steps = 7 * (path.high.octave - path.low.octave) + path.high.step - path.low.step
    octaves, rest = divmod(steps, 7)
    if rest == 0:
        return "an octave" if octaves == 1 else f"{COUNTS[octaves]} octaves"
    name = nth(steps + 1)
    return f"{'an' if name[0] in 'aeiou8' else 'a'} {name}"


def _wide(direction: str, interval: str) -> str:
    """'up and back' over a ninth is 'up a ninth and back'."""
    way, _, back = direction.partition(" and ")
    if way in ("up", "down"):
        return f"{way} {interval}{' and back' if back else ''}"
    return f"{direction} over {interval}"


def _keys(recipe: Recipe, colour: Colour) -> str:
    route = recipe.keys
    if route.order == "shuffle":
        return phrase("KeyRoute.order", route.order).format(route.seed)
    if route.order == "picked":
        return listed([NoteName.parse(name).text for name in route.picked])
    return phrase("KeyRoute.order", route.order)


def _player(recipe: Recipe, instrument: Instrument) -> str:
    register = phrase("Player.key_register", recipe.player.key_register)
    if instrument.sounds_half_steps % 12 == 0:
        return f"{instrument.name}{register}"
    return f"{instrument.name} ({phrase('Player.named_key', recipe.player.named_key)}){register}"
