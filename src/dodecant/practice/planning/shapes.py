"""Shapes of routines to begin from: what teachers give again and again, filled with a sound, keys, an instrument."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Final, NamedTuple

from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.problems import at_field
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale, choice_of, chosen_scale
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.small_words import count
from dodecant.instrument.fingering.areas import positions_of
from dodecant.instrument.fingering.fretted import Neck
from dodecant.instrument.profile import Instrument
from dodecant.music.core.chord_symbol import print_quality
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import BY_FOURTHS, TonicNames, signs_on
from dodecant.music.scales.scale import Scale
from dodecant.practice.improvised.rule import FreeRule
from dodecant.practice.ladder import TempoLadder
from dodecant.practice.planning.routine import Gate, RecipeStep, Routine

_ONE: Final = ("C",)
_OFTEN = Gate(kind="takes", takes=2)
_MINOR: Final = ("aeolian", "harmonic-minor", "melodic-minor", "dorian")
_WARM: Final = ("ionian", "lydian", "mixolydian", "dorian", "aeolian", "phrygian")
_MOST_TO_READ = 6  # signs
_OVER: Final = 8  # bars of one chord
_THREE_VALUES: Final = {"value": "quarter", "route": ["quarter", "eighth", "triplet"]}


class Filling(NamedTuple):
    """What a shape is filled with: a scale by its id or as one's own, the keys by their tonics (none: those the shape
    begins with), an instrument by its id.
    """

    scale: str | OwnScale = "dorian"
    keys: tuple[str, ...] = ()
    instrument: str = "piano"


class RoutineShape(NamedTuple):
    """A shape: its name, what it is for in a sentence, how it is made from what it is filled with, the keys it begins
    with, and whether it takes a sound.
    """

    name: str
    use: str
    make: Callable[[Filled], Routine]
    keys: tuple[str, ...] = _ONE
    takes_sound: bool = True

    def fill(self, filling: Filling, tables: Tables) -> Routine:
        """Its routine. Raises RecipeError for a sound or an instrument that does not exist."""
        scale = chosen_scale(filling.scale, tables.scales, "/scale")
        try:
            instrument = tables.instruments.get(filling.instrument)
        except MusicError as error:
            raise at_field("/instrument", error) from None
        return self.make(Filled(scale, filling.keys or self.keys, instrument, tables))


class Filled(NamedTuple):
    """The same, looked up."""

    scale: Scale
    keys: tuple[str, ...]
    instrument: Instrument
    tables: Tables

    def recipe(self, title: str, **parts: Any) -> Recipe:
        """A recipe in its sound, keys and instrument, with other parts as they are given."""
        document = {
            "title": title, "sounds": {"kind": "one", "scale": self.choice}, "keys": _route(self.keys),
            "player": {"instrument": self.instrument.id}, **parts,
        }  # fmt: skip
        return read_recipe(document)

    @property
    def choice(self) -> str | OwnScale:
        """Its sound as documents name it."""
        return choice_of(self.scale, self.tables.scales)

    @property
    def in_keys(self) -> str:
        """'in E♭', 'through three keys', 'through all twelve keys'."""
        if len(self.keys) == 1:
            return f"in {self.keys[0]}"
        return "through all twelve keys" if len(self.keys) == 12 else f"through {count(len(self.keys))} keys"

    def parent(self) -> tuple[Scale, tuple[str, ...]] | None:
        """The scale of which its sound is a mode, and that scale's keys; None for one that is its own parent."""
        for parent in self.tables.scales.scales:
            of_family = parent.family == self.scale.family and parent.mode == 1 and len(parent) == len(self.scale)
            if of_family and self.scale.mode > 1 and _is_mode(self.scale, parent):
                return parent, tuple(_parents_key(key, self.scale, parent) for key in self.keys)
        return None

    def positions(self) -> tuple[int, ...]:
        """The positions of the hand that suit its sound in its first key, by their fret; none without frets."""
        if self.instrument.fingering.family != "fretted":
            return ()
        tonic = NoteName.parse(self.keys[0]).pitch_class - self.instrument.sounds_half_steps
        neck = Neck.of(self.instrument)
        return positions_of(neck, {(tonic + height) % 12 for height in self.scale.pitch_classes})


def _route(keys: tuple[str, ...]) -> dict[str, Any]:
    everywhere = len({NoteName.parse(key).pitch_class for key in keys}) == 12
    return {"order": "fourths", "start": keys[0]} if everywhere else {"order": "picked", "picked": list(keys)}


def _is_mode(scale: Scale, parent: Scale) -> bool:
    return {degree.half_steps % 12 for degree in parent.rotated(scale.mode)} == scale.pitch_classes


def _parents_key(key: str, scale: Scale, parent: Scale) -> str:
    """The tonic on which a parent has a sound's tones, spelled like them unless that takes too many signs."""
    step = parent.degrees[scale.mode - 1]
    tonic = NoteName.parse(key)
    height = (tonic.pitch_class - step.half_steps) % 12
    usual = TonicNames().for_degrees(height, parent.degrees, parent.colour)
    same = [name for name in (usual, *usual.enharmonics()) if step.name_above(name) == tonic]
    return same[0].text if same and signs_on(same[0], parent.degrees) <= _MOST_TO_READ else usual.text


def _step(recipe: Recipe, **parts: Any) -> RecipeStep:
    return RecipeStep(title=recipe.title, recipe=recipe, **parts)


def _learn_a_sound(filled: Filled) -> Routine:
    places = filled.positions()
    hand = {"fingering": {"kind": "fretted", "way": "position", "low": places[0]}} if places else {}
    struck = filled.recipe("Root to root, roots struck again", placement={"value": "quarter"}, tempo=66,
                           path={"again": True}, **hand)  # fmt: skip
    steps = [
        *_parent_first(filled),
        _step(struck, gate=_OFTEN, repeats=2),
        _step(filled.recipe("Constant eighths in the sound", tempo=80), rule=FreeRule(kind="constant", choruses=12)),
        _step(filled.recipe("Phrases, with breaths", tempo=80), rule=FreeRule(kind="phrases", choruses=12)),
        *_over_its_chord(filled),
    ]
    wide = {"span": "range", "direction": "round", "again": True}
    if places:
        for title, low in zip(("The whole position", "The next position"), places, strict=False):
            there = {"kind": "fretted", "way": "position", "low": low}
            steps.append(_step(filled.recipe(title, path=wide, fingering=there, tempo=72)))
    else:
        steps.append(_step(filled.recipe("Over the whole range", path=wide, tempo=72)))
    return Routine(title="Learn a sound", steps=tuple(steps))


def _parent_first(filled: Filled) -> list[RecipeStep]:
    """Its parent from its own root."""
    found = filled.parent()
    if found is None:
        return []
    parent, keys = found
    name = f"{keys[0]} {parent.name}" if len(keys) == 1 else parent.name
    of_parent = {"sounds": {"kind": "one", "scale": parent.id}, "keys": _route(keys)}
    return [_step(filled.recipe(f"Its parent, {name}", tempo=72, **of_parent))]


def _over_its_chord(filled: Filled) -> list[RecipeStep]:
    """Its tones only, over some bars of the chord that it is taught over first."""
    if not filled.scale.serves:
        return []
    key, chord = filled.keys[0], print_quality(filled.scale.serves[0])
    text = f"title: {key}{chord}\nkey: {key} {filled.scale.colour}\n\n| {key}{chord} |{' % |' * (_OVER - 1)}\n"
    choice = {"chord": 0, "symbol": f"{key}{chord}", "sounds": [{"scale": filled.choice}]}
    over = {"kind": "changes", "changes": {"text": text, "choices": [choice]}}
    recipe = filled.recipe(f"Over {count(_OVER)} bars of its chord", sounds=over, tempo=80)
    return [_step(recipe, rule=FreeRule(kind="sound", choruses=2))]


def _build_up(filled: Filled) -> Routine:
    built = filled.recipe("Each new tone at its place", course={"kind": "build-up"}, tempo=72)
    whole = filled.recipe("The whole scale, in three note values", tempo=72, placement=_THREE_VALUES)
    return Routine(title="Build up a scale", steps=(_step(built), _step(whole, gate=_OFTEN)))


def _one_cell(filled: Filled) -> Routine:
    figure = {"kind": "cell", "text": "1 2 3 5"}
    cell = filled.recipe(f"1 2 3 5 {filled.in_keys}", figure=figure, path={"direction": "up"}, tempo=80)
    return Routine(title="One cell through keys", steps=(_step(cell),))


def _to_memory(filled: Filled) -> Routine:
    line = filled.recipe("Thirds, from the page to memory", figure={"kind": "intervals", "size": 3}, tempo=76)
    curtains = (("all", "The page"), ("numbers", "Numbers only"), ("formula", "The formula"), ("nothing", "By heart"))
    steps = tuple(RecipeStep(title=title, recipe=line, curtain=curtain, gate=_OFTEN) for curtain, title in curtains)
    return Routine(title="From reading to memory", steps=steps)


def _warm_up(filled: Filled) -> Routine:
    sounds = {"kind": "several", "scales": list(_WARM)}
    title = f"One root, {count(len(_WARM))} sounds, three note values"
    warm = filled.recipe(title, sounds=sounds, placement=_THREE_VALUES, tempo=70)
    return Routine(title="Warm-up on one root", steps=(_step(warm),))


def _a_lick(filled: Filled) -> Routine:
    line: dict[str, Any] = {
        "figure": {"kind": "cell", "text": "1 3 5 7 6 5 3 2"},
        "path": {"span": "once"},
        "tempo": 60,
    }
    at_home = filled._replace(keys=filled.keys[:1])
    climbed = at_home.recipe(f"Up the tempos {at_home.in_keys}", **line)
    ladder = TempoLadder(begin=60, top=80, by=10, after=1)
    through = filled.recipe(f"The line {filled.in_keys}", **line)
    return Routine(title="A lick through keys", steps=(_step(climbed, ladder=ladder), _step(through)))


def _alone_then_chained(filled: Filled) -> Routine:
    alone = tuple(
        _step(filled.recipe(f"Alone: {filled.tables.scales.get(form).name}", sounds={"kind": "one", "scale": form}),
              gate=_OFTEN)
        for form in _MINOR
    )  # fmt: skip
    chain = {"kind": "morph", "scales": list(_MINOR)}
    chained = filled.recipe(f"All {count(len(_MINOR))}, one into the next", sounds=chain)
    return Routine(title="Each form alone, then chained", steps=(*alone, _step(chained)))


SHAPES: Final[Mapping[str, RoutineShape]] = {
    "learn-a-sound": RoutineShape(
        "Learn a sound", "Parent, root to root, constant notes, phrases, its chord, the whole range or two positions.",
        _learn_a_sound,
    ),
    "build-up": RoutineShape(
        "Build up a scale", "Each new tone at its place, then all of it in three values.", _build_up
    ),
    "one-cell": RoutineShape("One cell through keys", "A short cell up the scale in every key.", _one_cell, BY_FOURTHS),
    "to-memory": RoutineShape("From reading to memory", "The same line, with less of it shown each time.", _to_memory),
    "warm-up": RoutineShape(
        "Warm-up on one root", "A list of sounds on one root in three note values.", _warm_up, takes_sound=False
    ),
    "lick": RoutineShape(
        "A lick through keys", "First up the tempos in one key, then slowly through all.", _a_lick, BY_FOURTHS
    ),
    "alone-then-chained": RoutineShape(
        "Each form alone, then chained", "Four minor forms by themselves, then one into the next.", _alone_then_chained,
        takes_sound=False,
    ),
}  # fmt: skip
