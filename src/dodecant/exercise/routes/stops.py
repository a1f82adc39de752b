"""Routes: the order in which keys and sounds come round, and the stops they make."""

from __future__ import annotations

import random
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import groupby
from typing import TypeVar

from dodecant.exercise.harmony.chord_sounds import harmony
from dodecant.exercise.harmony.timeline import Sound, TimedChord, Timeline, chords_in_key, timeline_of
from dodecant.exercise.recipe.document import KeyRoute, Recipe, Turn
from dodecant.exercise.recipe.figures import FigurePart
from dodecant.exercise.recipe.fingering import HandPlace, OnFrets
from dodecant.exercise.recipe.rhythm.note_values import NAMES, NoteValue
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.exercise.recipe.sounding.sounds import (
    ChangesSounds,
    ChordSound,
    FamilyOfSounds,
    KeyChordSound,
    MorphingSounds,
    OneSound,
    SeveralSounds,
    SoundsPart,
)
from dodecant.exercise.routes.key_names import KeyNames
from dodecant.instrument.profile import Instrument
from dodecant.music.chord_scale_fit.fit import fit
from dodecant.music.chord_scale_fit.place import Place, inside
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import parse_quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.key import Key
from dodecant.music.core.numeral import parse_numeral, print_numeral
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import TonicNames
from dodecant.music.scales.scale import Scale, ScaleCatalogue, chord_scale

_STEPS = {"fourths": 5, "fifths": 7, "half-steps-up": 1, "half-steps-down": 11}
_WHOLE_STEPS = {"whole-steps-up": 1, "whole-steps-down": -1}


@dataclass(frozen=True)
class ChordOfKey:
    """A chord as a numeral of a key, as read and as heard; `named_by` is the scale its keys are named by."""

    key: tuple[Key, Key]
    chord: tuple[Chord, Chord]
    named_by: Scale

    @property
    def texts(self) -> tuple[str, str]:
        """'IIm7 of C major', as read and as heard."""
        read, heard = (
            f"{print_numeral(chord, key)} of {key.text}" for key, chord in zip(self.key, self.chord, strict=True)
        )
        return read, heard


@dataclass(frozen=True)
class Stop:
    """One place on the routes: the key (pitch class as named by the recipe) and the sound, as read and as heard.

    Over changes, `chords_written` and `chords_sounding` hold every chord with its own sound, and `title` their name.
    Where sounds turn into each other, `chain` holds them all, as read and as heard. `figure` is the stop's own where
    the recipe asks for several orders of one, and `variant` its name; `value` the note value of its own on a route of
    them, and `place` where the hand is for it.
    `timeline` tells when the chords come, in any key. `in_key` is the chord of the key it stands for, if any.
    """

    index: int
    key: int
    written: Sound
    sounding: Sound
    chords_written: tuple[TimedChord, ...] = ()
    chords_sounding: tuple[TimedChord, ...] = ()
    title: str = ""
    chain: tuple[tuple[Sound, Sound], ...] = ()
    figure: FigurePart | None = None
    variant: str = ""
    value: NoteValue | None = None
    place: HandPlace | None = None
    timeline: Timeline | None = None
    in_key: ChordOfKey | None = None

    @property
    def form(self) -> Timeline:
        """When the chords come, of a stop over changes; raises LookupError for one on a sound alone."""
        if self.timeline is None:
            raise LookupError("there are no changes under this stop")
        return self.timeline

    @property
    def heading(self) -> str:
        """Key and sound as read, and as heard where that differs: 'B♭ Lydian · sounds A♭ Lydian'."""
        read, heard = self._name(self.written), self._name(self.sounding)
        if self.chain:
            names = dict.fromkeys(sound.scale.name for sound, _ in self.chain)
            read = f"{self.written.tonic.text} {' → '.join(names)}"
            heard = read if heard == self.written.text else f"{self.sounding.tonic.text}"
        if self.in_key is not None:
            read = f"{self.in_key.texts[0]} · {read}"
            heard = read if self.written.tonic == self.sounding.tonic else heard
        words = read if read == heard else f"{read} · sounds {heard}"
        words += f" · {self.variant}" * bool(self.variant)
        if self.title:
            return f"{self.title} · {words}"
        return words if self.written.parent is None else f"{words} · from {self.written.parent.text}"

    @property
    def named_by(self) -> Scale:
        """The scale by which its key is named."""
        return self.in_key.named_by if self.in_key else self.written.scale

    def chord_at(self, at: Fraction) -> TimedChord | None:
        """The chord that sounds at a beat, with its sound; None without changes, and where there is no chord."""
        return _over(self.chords_sounding, at)

    def chord_read_at(self, at: Fraction) -> TimedChord | None:
        """The same as the player reads it."""
        return _over(self.chords_written, at)

    @property
    def sound_name(self) -> str:
        """What is practised, whatever the key: the name of its scale, of several that turn into each other, or of the
        changes.
        """
        if self.title:
            return self.title
        return " → ".join(dict.fromkeys(one.scale.name for one, _ in self.chain)) or self.written.scale.name

    def _name(self, sound: Sound) -> str:
        return Key(sound.tonic, sound.scale.colour).text if self.title else sound.text


def _over(chords: Sequence[TimedChord], at: Fraction) -> TimedChord | None:
    over = (one for one in chords if one.start <= at < one.start + one.length)
    return next((one for one in over if one.sound is not None), None)


def key_order(route: KeyRoute) -> tuple[int, ...]:
    """The pitch classes of the route, in order.

    Whole steps give six keys; the other six follow from the half step next to the start, the same way round.

    >>> key_order(KeyRoute(order="whole-steps-down", start="C"))
    (0, 10, 8, 6, 4, 2, 11, 9, 7, 5, 3, 1)
    """
    start = NoteName.parse(route.start).pitch_class
    if route.order in _STEPS:
        return tuple((start + _STEPS[route.order] * n) % 12 for n in range(12))
    if route.order in _WHOLE_STEPS:
        way = _WHOLE_STEPS[route.order]
        return tuple((start + way * (2 * n + half)) % 12 for half in (0, 1) for n in range(6))
    if route.order == "shuffle":
        others = [(start + n) % 12 for n in range(1, 12)]
        # Not for secrets: the seed stands in the recipe, so that the same recipe gives the same order.
        return (start, *random.Random(route.seed).sample(others, 11))  # noqa: S311
    return tuple(NoteName.parse(name).pitch_class for name in route.picked)


def stops(
    recipe: Recipe,
    catalogue: ScaleCatalogue,
    tonics: TonicNames,
    instrument: Instrument,
    lead_in: Fraction = Fraction(0),
) -> tuple[Stop, ...]:
    """All stops of a recipe in order: keys and sounds nested as it says. Raises RecipeError for an unknown sound.

    Over changes, `lead_in` beats come before the first chord.
    """
    names = KeyNames(tonics, recipe, instrument)
    sounds = recipe.sounds
    if isinstance(sounds, ChangesSounds):
        found = tuple(_changes_stops(recipe, sounds, catalogue, names, lead_in))
    elif isinstance(sounds, KeyChordSound):
        found = tuple(_key_chord_stops(recipe, sounds, catalogue, names))
    elif isinstance(sounds, MorphingSounds):
        found = tuple(_morph_stops(recipe, sounds, catalogue, names))
    else:
        found = tuple(_plain_stops(recipe, _members(sounds, catalogue), names))
    orders, values = recipe.figure.orders(), recipe.placement.route
    if orders:
        found = tuple(replace(stop, figure=figure, variant=words) for stop in found for words, figure in orders)
    if values:
        nested = _nested(found, values, lambda *_: True, recipe.values_turn, recipe.outer)
        found = tuple(_in_value(stop, value, recipe) for stop, value in nested)
    part = recipe.fingering
    changed = bool(orders or values)
    if isinstance(part, OnFrets) and part.way == "positions" and instrument.fingering.family == part.family:
        found = tuple(_in_positions(found, part, instrument, recipe))
        changed = True
    if isinstance(part, OnFrets) and part.moves_with_key and instrument.fingering.family == part.family:
        home = found[0].written.tonic.pitch_class
        ups = ((stop.written.tonic.pitch_class - home) % 12 for stop in found)
        found = tuple(replace(stop, place=part.shape_for(instrument, up)) for stop, up in zip(found, ups, strict=True))
    return tuple(replace(stop, index=index) for index, stop in enumerate(found)) if changed else found


_T = TypeVar("_T")


def _nested(
    found: Sequence[Stop], options: Sequence[_T], suits: Callable[[Stop, _T], bool], turn: Turn, outer: str
) -> Iterator[tuple[Stop, _T]]:
    """Every stop with each of the options that suit it; they change within the routes, between them or outside both."""
    if turn == "innermost":
        groups = [[stop] for stop in found]
    elif turn == "between":
        keyed = groupby(found, key=lambda stop: stop.key if outer == "keys" else stop.written.scale)
        groups = [list(inner) for _, inner in keyed]
    else:
        groups = [list(found)]
    yield from ((stop, option) for group in groups for option in options for stop in group if suits(stop, option))


def _in_positions(found: Sequence[Stop], part: OnFrets, instrument: Instrument, recipe: Recipe) -> Iterator[Stop]:
    """Every stop in each of its positions, the strip's own as it is read: as they are listed, else from the lowest."""
    own = {stop.index: part.positions_for(instrument, stop.written.pitch_classes) for stop in found}
    every = own[found[0].index] if part.positions else sorted({place for places in own.values() for place in places})
    nested = _nested(found, every, lambda stop, place: place in own[stop.index], recipe.positions_turn, recipe.outer)
    for stop, place in nested:
        yield replace(stop, place=place, variant=" · ".join(filter(None, (stop.variant, place.text))))


def _in_value(stop: Stop, value: NoteValue, recipe: Recipe) -> Stop:
    """The stop in one note value of the route."""
    words = NAMES[recipe.spelling.values][value]
    return replace(stop, value=value, variant=f"{stop.variant} · {words}" if stop.variant else words)


def _plain_stops(recipe: Recipe, members: tuple[_Member, ...], names: KeyNames) -> Iterator[Stop]:
    keys = key_order(recipe.keys)
    if recipe.outer == "keys":
        pairs = [(key, member) for key in keys for member in members]
    else:
        pairs = [(key, member) for member in members for key in keys]
    for index, (key, member) in enumerate(pairs):
        read, heard = names.of(key, members[0].scale)
        yield Stop(index, key, member.on(read), member.on(heard))


@dataclass(frozen=True)
class _Member:
    """A scale of the sound route, with the degree of its root above the key's tonic."""

    scale: Scale
    root: Degree
    in_family: bool = False

    def on(self, tonic: NoteName) -> Sound:
        name = self.root.name_above(tonic)
        own = name if self.in_family or self.root == Degree(1) else name.plain()
        return Sound(own, self.scale, tonic if self.in_family else None)


def _members(sounds: SoundsPart, catalogue: ScaleCatalogue) -> tuple[_Member, ...]:
    """The sounds of a route: one, several, all modes of a family, or the tones of a chord."""
    if isinstance(sounds, FamilyOfSounds):
        parent = chosen_scale(sounds.parent, catalogue, "/sounds/parent")
        modes = catalogue.modes_of(parent)
        return tuple(_Member(mode, root, True) for mode, root in zip(modes, parent.degrees, strict=True))
    if isinstance(sounds, ChordSound):
        return (_Member(chord_scale(parse_quality(sounds.quality.strip())), Degree(1)),)
    if isinstance(sounds, OneSound):
        return (_Member(chosen_scale(sounds.scale, catalogue, "/sounds/scale"), Degree(1)),)
    assert isinstance(sounds, SeveralSounds)  # noqa: S101 - the last kind that is a route of sounds
    return tuple(
        _Member(
            chosen_scale(choice, catalogue, f"/sounds/scales/{place}"),
            Degree.parse(sounds.roots[place]) if place < len(sounds.roots) else Degree(1),
        )
        for place, choice in enumerate(sounds.scales)
    )


def _morph_stops(recipe: Recipe, sounds: MorphingSounds, catalogue: ScaleCatalogue, names: KeyNames) -> Iterator[Stop]:
    scales = [chosen_scale(choice, catalogue, f"/sounds/scales/{n}") for n, choice in enumerate(sounds.scales)]
    played = [scale for scale in scales for _ in range(sounds.repeats)] + scales[: int(sounds.closed)]
    for index, key in enumerate(key_order(recipe.keys)):
        read, sounded = names.of(key, scales[0])
        chain = tuple((Sound(read, scale), Sound(sounded, scale)) for scale in played)
        yield Stop(index, key, *chain[0], chain=chain)


def _key_chord_stops(
    recipe: Recipe, sounds: KeyChordSound, catalogue: ScaleCatalogue, names: KeyNames
) -> Iterator[Stop]:
    """The chord in every key, on the scale that fits it there."""
    named_by = catalogue.get("aeolian" if sounds.colour == "minor" else "ionian")
    for index, key in enumerate(key_order(recipe.keys)):
        keys = [Key(tonic, sounds.colour) for tonic in names.of(key, named_by)]
        read, heard = (parse_numeral(sounds.numeral.strip(), one) for one in keys)
        if sounds.scale is None:
            moment = keys[0] if inside(read, keys[0]) else None
            scale = fit(read, Place(keys[0], moment=moment), catalogue, most=1)[0].scale
        else:
            scale = chosen_scale(sounds.scale, catalogue, "/sounds/scale")
        in_key = ChordOfKey((keys[0], keys[1]), (read, heard), named_by)
        yield Stop(index, key, Sound(read.root, scale), Sound(heard.root, scale), in_key=in_key)


def _changes_stops(
    recipe: Recipe, sounds: ChangesSounds, catalogue: ScaleCatalogue, names: KeyNames, lead_in: Fraction
) -> Iterator[Stop]:
    worked = harmony(sounds.changes, catalogue, pointer="/sounds/changes")
    home = worked.changes.key
    scale = catalogue.get("aeolian" if home.colour == "minor" else "ionian")
    title = worked.changes.title or "Changes"
    bars, group = sounds.choruses * len(worked.changes.played), sounds.bars_in_key
    for index, key in enumerate(key_order(recipe.keys)):
        first = index * group % bars
        some = range(first, min(first + group, bars)) if group else None
        timeline = timeline_of(worked, sounds.choruses, lead_in, some)
        read, sounded = names.of(key, scale)
        over = chords_in_key(timeline, sounded)
        over_read = over if read == sounded else chords_in_key(timeline, read)
        yield Stop(index, key, Sound(read, scale), Sound(sounded, scale), over_read, over, title, timeline=timeline)
