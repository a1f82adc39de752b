"""The recipe as a sentence in plain English; each phrase is named after the part of the recipe it says."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction
from typing import Literal

from dodecant.exercise.figure_words import course_text, enclosure_text, figure_text, ladder_text
from dodecant.exercise.recipe import Path, Recipe
from dodecant.exercise.route import Stop
from dodecant.exercise.scale_choice import chosen_scale
from dodecant.exercise.slots import BEATS
from dodecant.exercise.sounds import ChangesSounds, FamilyOfSounds, MorphingSounds, SeveralSounds
from dodecant.exercise.timing import grid_of
from dodecant.instrument.profile import Instrument
from dodecant.music.chord import Colour
from dodecant.music.key import Key
from dodecant.music.pitch import NoteName
from dodecant.music.scale import ScaleCatalogue
from dodecant.music.tonics import TonicNames

PhraseId = Literal[
    "figure", "ladder", "enclosure", "course", "sounds", "path", "placement", "keys", "outer", "player", "tempo"
]
_DIRECTIONS = {
    "up": "up",
    "down": "down",
    "up-and-back": "up and back",
    "down-and-back": "down and back",
}
_BY = {"step": "by step", "skip": "in skips", "third": "in thirds"}
VALUES: dict[str, dict[str, str]] = {
    "american": {
        "half": "half notes",
        "quarter": "quarters",
        "eighth": "eighths",
        "triplet": "eighth triplets",
        "sixteenth": "sixteenths",
    },
    "british": {
        "half": "minims",
        "quarter": "crotchets",
        "eighth": "quavers",
        "triplet": "quaver triplets",
        "sixteenth": "semiquavers",
    },
}
_ORDERS = {
    "fourths": "all twelve keys by fourths",
    "fifths": "all twelve keys by fifths",
    "half-steps-up": "all twelve keys up by half steps",
    "half-steps-down": "all twelve keys down by half steps",
    "whole-steps-up": "all twelve keys up by whole steps",
    "whole-steps-down": "all twelve keys down by whole steps",
}
_ORDINALS = ("first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth")
_BY_CHORDS = ("lick", "guide-tones", "unbroken")  # over changes these go where the chords go, not along a path
_COUNTS = ("no", "one", "two", "three", "four", "five", "six", "seven", "eight")


@dataclass(frozen=True, slots=True)
class Phrase:
    """A part of the sentence: the words that lead to it and its own text."""

    id: PhraseId
    lead: str
    text: str


def sentence(recipe: Recipe, first: Stop, scales: ScaleCatalogue, instrument: Instrument) -> tuple[Phrase, ...]:
    """The phrases in reading order; `sentence_text` joins them."""
    about = _about_the_figure(recipe)
    by_chords = recipe.figure.kind in _BY_CHORDS and recipe.sounds.kind == "changes"
    path = [] if by_chords else [Phrase("path", ",", _path(recipe.path))]
    ends_with_comma = bool(about) and about[-1].lead.startswith(",")
    through = ", through" if ends_with_comma or recipe.figure.kind == "unbroken" else "through"
    phrases = [
        Phrase("figure", "Take", figure_text(recipe, first)),
        *about,
        Phrase("sounds", through, _sounds(recipe, first, scales)),
        *path,
        Phrase("placement", ", in", _placement(recipe)),
        Phrase("keys", ", through", _keys(recipe, first.written.scale.colour)),
    ]
    if recipe.sounds.kind in ("several", "family"):
        outer = "every sound in one key first" if recipe.outer == "keys" else "every key in one sound first"
        phrases.append(Phrase("outer", ",", outer))
    return (
        *phrases,
        Phrase("player", ", on", _player(recipe, instrument)),
        Phrase("tempo", ", at", str(recipe.tempo)),
    )


def sentence_text(phrases: tuple[Phrase, ...]) -> str:
    """The whole sentence as one line."""
    words = "".join(f"{'' if phrase.lead.startswith(',') else ' '}{phrase.lead} {phrase.text}" for phrase in phrases)
    return f"{words.strip()}."


def _about_the_figure(recipe: Recipe) -> list[Phrase]:
    """What it stands on, what leads into it and its course, where they are not the plain ones."""
    found = []
    if recipe.ladder.kind != "scale" and recipe.figure.kind not in ("pairs", "guide-tones"):
        found.append(Phrase("ladder", "on", ladder_text(recipe.ladder)))
    if recipe.enclosure is not None and recipe.figure.kind != "unbroken":
        found.append(Phrase("enclosure", ", led into by", enclosure_text(recipe.enclosure)))
    if recipe.course.kind != "plain" and recipe.figure.kind not in ("guide-tones", "unbroken"):
        found.append(Phrase("course", ",", course_text(recipe.course)))
    return found


def _sounds(recipe: Recipe, first: Stop, scales: ScaleCatalogue) -> str:
    sound = first.written if recipe.player.keyed == "written" else first.sounding
    if isinstance(recipe.sounds, FamilyOfSounds):
        tonic = sound.parent or sound.tonic
        return f"all modes of {tonic.text} {chosen_scale(recipe.sounds.parent, scales, '/sounds/parent').name}"
    if isinstance(recipe.sounds, SeveralSounds):
        names = [chosen_scale(choice, scales, "/sounds/scales").name for choice in recipe.sounds.scales]
        return f"{sound.tonic.text} {_listed(names)}"
    if isinstance(recipe.sounds, MorphingSounds):
        chain = [chosen_scale(choice, scales, "/sounds/scales").name for choice in recipe.sounds.scales]
        chain += chain[: int(recipe.sounds.closed)]
        often = {1: "", 2: ", twice each"}.get(recipe.sounds.repeats, f", {_COUNTS[recipe.sounds.repeats]} times each")
        part = ", only what changes" if recipe.sounds.part == "changed" else ""
        return f"{sound.tonic.text} {chain[0]} turning into {_listed(chain[1:])}{often}{part}"
    if isinstance(recipe.sounds, ChangesSounds):
        key = Key(sound.tonic, sound.scale.colour)
        times = {1: "", 2: " twice"}.get(recipe.sounds.choruses, f" {_COUNTS[recipe.sounds.choruses]} times")
        return f"the changes of {first.title}{times}, beginning in {key.text}"
    return sound.text


def _path(path: Path) -> str:
    low, high = path.low, path.high
    way = f"{_DIRECTIONS[path.direction]} {_BY[path.by]}"
    extra = (", a step beyond each end" if path.overshoot else "") + (", resting at the turn" if path.pause else "")
    extra += ", closing with a turn" if path.close == "turn" else ""
    if path.span == "range":
        return f"{way} through the whole range{extra}"
    if path.span == "once":
        where = "the root" if low.step == 1 else f"{low.step}"
        return f"once, from {where}{extra}"
    if low.step == high.step:
        octaves = high.octave - low.octave
        span = f"{_COUNTS[octaves]} octave{'s' if octaves > 1 else ''}"
        start = "" if low.step == 1 else f" from {low.step}"
        return f"{way} through {span}{start}{extra}"
    ends = [(low.step, low.octave), (high.step, high.octave)]
    if path.direction.startswith("down"):
        ends.reverse()
    named = [f"{step}" if octave == 1 else f"{step} in the {_ORDINALS[octave - 1]} octave" for step, octave in ends]
    return f"{way} from {named[0]} to {named[1]}{extra}"


def _placement(recipe: Recipe) -> str:
    placement = recipe.placement
    words = "its own rhythm" if recipe.figure.kind == "lick" else VALUES[recipe.spelling.values][placement.value]
    if placement.metre != "4/4":
        words += f" in {placement.metre}"
    slots = grid_of(recipe)
    if slots:
        words += _where_it_sounds(slots, BEATS[placement.value], int(placement.metre[0]))
    if placement.start:
        words += _from_where(placement.start, BEATS[placement.value])
    if placement.accents:
        nth = "every" if placement.accents == 1 else f"every {_nth(placement.accents)}"
        words += f", {nth} note accented"
    return words + (", swung" if placement.swing > 50 else "")


def _where_it_sounds(slots: str, value: Fraction, beats: int) -> str:
    bars = int(len(slots) * value / beats)
    if bars > 1:
        return f" in a rhythm of {_COUNTS[bars]} bars"
    return f" on {_listed([_place(number * value) for number, slot in enumerate(slots) if slot == 's'])}"


def _from_where(start: int, value: Fraction) -> str:
    if start < 0:
        return f" with an upbeat of {_COUNTS[-start] if -start < len(_COUNTS) else -start}"
    return f" from {_place(start * value)}"


def _place(beat: Fraction) -> str:
    """A place in the bar as it is counted: 2, the and of 2; by thirds and quarters of a beat its fraction."""
    whole, part = int(beat) + 1, beat % 1
    parts = {Fraction(1, 2): "the and of ", Fraction(1, 4): "¼ after ", Fraction(3, 4): "¾ after "}
    thirds = {Fraction(1, 3): "⅓ after ", Fraction(2, 3): "⅔ after "}
    return f"{({**parts, **thirds}).get(part, '')}{whole}"


def _nth(number: int) -> str:
    return _ORDINALS[number - 1] if number <= len(_ORDINALS) else f"{number}th"


def _keys(recipe: Recipe, colour: Colour) -> str:
    route = recipe.keys
    if route.order == "shuffle":
        return f"all twelve keys shuffled (no. {route.seed})"
    if route.order == "picked":
        tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
        names = [tonics.name(NoteName.parse(name).pitch_class, colour).text for name in route.picked]
        return _listed(names)
    return _ORDERS[route.order]


def _player(recipe: Recipe, instrument: Instrument) -> str:
    if instrument.sounds_half_steps % 12 == 0:
        return instrument.name
    keyed = "keys as read" if recipe.player.keyed == "written" else "keys as they sound"
    return f"{instrument.name} ({keyed})"


def _listed(names: list[str]) -> str:
    return names[0] if len(names) == 1 else f"{', '.join(names[:-1])} and {names[-1]}"
