"""What is played over changes: the recipe's own figure, what its rules say, the pieces of an etude; and where."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any, Literal, NamedTuple

from dodecant.exercise.harmony.timeline import Timeline, chords_in_key, without_lead_in
from dodecant.exercise.harmony.what_holds import rules_over, with_sounds
from dodecant.exercise.melody.lick import read_against
from dodecant.exercise.melody.line_builder import LineWork
from dodecant.exercise.over_changes.anticipation import with_chords_early
from dodecant.exercise.recipe.courses import PlainCourse
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.rules import Play, WhatPart
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.figures import ChordVoicings, GuideTones, OwnLick, Unbroken
from dodecant.exercise.recipe.problems import Problem, RecipeError, at_field
from dodecant.exercise.recipe.rhythm.placement import rhythm_fault
from dodecant.exercise.recipe.sounding.changes_document import SoundChoice
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.exercise.rhythm.timing import note_value
from dodecant.exercise.routes.stops import Stop
from dodecant.music.core.chord import Chord
from dodecant.music.core.metre import Metre
from dodecant.music.scales.scale import ScaleCatalogue

MotifRole = Literal["stated", "moved", "turned", "varied", "answered"]


class OtherForm(NamedTuple):
    """Another form of the same thing: its work, and whether it is upside down."""

    work: LineWork
    mirrored: bool = False


@dataclass(frozen=True, eq=False)
class Playing:
    """One thing that is played somewhere, and the rule or the piece (by its number) it comes from.

    `is_own` tells that its figure is the recipe's. `silent` it is left open; `mirrored` upside down. Under a piece,
    which `lasts`, several chords that are the same are one; `runs_on`: its passages go from chord to chord.

    In a phrase it may take other `forms`, whichever joins best; it begins `early` and `breathes` at the end of its bar,
    by so many beats, where the last `leads` notes lead into what follows; its highest note is to be near `top` (MIDI).
    The `home` of an etude is one tone of the chord. In a motif it has a `role`.
    """

    work: LineWork
    scale: SoundChoice | None = None
    is_own: bool = False
    silent: bool = False
    mirrored: bool = False
    lasts: bool = False
    rule: int | None = None
    piece: int | None = None
    forms: tuple[OtherForm, ...] = ()
    early: Fraction = Fraction(0)
    breathes: Fraction = Fraction(0)
    leads: int = 0
    top: int | None = None
    home: bool = False
    role: MotifRole | None = None

    @property
    def runs_on(self) -> bool:
        """Whether its passages go from chord to chord."""
        return self.lasts or isinstance(self.work.recipe.figure, ChordVoicings | Unbroken | GuideTones | OwnLick)


Composer = Callable[["RuleAssignments", Timeline, Sequence[int]], Sequence[int]]


class RuleAssignments:
    """All that a recipe has played, by number; 0 is its own figure. A timeline learns what plays over each chord."""

    def __init__(
        self, work: LineWork, catalogue: ScaleCatalogue, metre: Metre, composer: Composer | None = None
    ) -> None:
        recipe = work.recipe
        self.recipe, self.player, self.metre = recipe, work.player, metre
        self._catalogue, self._composer = catalogue, composer
        open_rest = recipe.etude is not None and recipe.etude.rest == "open"
        enclosure = recipe.enclosure if recipe.takes("enclosure") else None
        alone = {"rules": (), "etude": None, "enclosure": enclosure, "figure": recipe.figure.in_one_order()}
        own = LineWork.of(recipe.model_copy(update=alone), work.player, work.lick)
        self.all: list[Playing] = [Playing(own, is_own=True, silent=open_rest)]
        for number, rule in enumerate(recipe.rules):
            self.all.append(self._playing(rule.what, f"/rules/{number}/what", rule=number))
        self.pieces: list[Playing] = []
        for number, piece in enumerate(recipe.etude.pieces if recipe.etude else ()):
            self.pieces.append(self._piece(piece, number))
        self.left_out: tuple[int, ...] = tuple(one.piece for one in self.pieces if one.silent and one.piece is not None)
        self.unfitted: list[Chord] = []  # chords that no piece of an etude fits
        self._mirrors: dict[int, int] = {}
        self._over: dict[Timeline, Timeline] = {}

    def stop(self, stop: Stop) -> Stop:
        """A stop that knows what plays over each chord, with the sounds that rules and pieces bring."""
        if stop.timeline is None or stop.timeline.plays:
            return stop
        timeline = self._over.get(stop.timeline)
        if timeline is None:
            timeline = self._over[stop.timeline] = self._with_plays(stop.timeline)
        read, heard = (chords_in_key(timeline, sound.tonic) for sound in (stop.written, stop.sounding))
        return replace(stop, timeline=timeline, chords_written=read, chords_sounding=heard)

    def with_chords_early(self, stop: Stop) -> Stop:
        """The stop with its chords anticipated, where all that plays divides beats so that it can be."""
        return with_chords_early(self.recipe, stop) if all(_in_quarters(one) for one in self.all) else stop

    def add(self, playing: Playing) -> int:
        """One more that is played; its number."""
        self.all.append(playing)
        return len(self.all) - 1

    def sounds_of(self, timeline: Timeline, plays: Sequence[int]) -> Timeline:
        """The timeline with what plays, and the sounds that brings."""
        return with_sounds(timeline, plays, [one.scale for one in self.all], self._catalogue)

    def _with_plays(self, timeline: Timeline) -> Timeline:
        held = rules_over(timeline, tuple(rule.where for rule in self.recipe.rules))
        plays: list[int] = [0 if rule is None else rule + 1 for rule in held]
        if self._composer is not None:
            plays = list(self._composer(self, timeline, plays))
        known = self.sounds_of(timeline, self._with_mirrors(timeline, plays))
        return without_lead_in(known) if known.lead_in and known.plays[1] else known  # the pickup is the own lick's

    def _with_mirrors(self, timeline: Timeline, plays: Sequence[int]) -> list[int]:
        """What goes on upside down is what was played on the chord before."""
        found: list[int] = []
        before = 0
        for due, number in zip(timeline.due, plays, strict=True):
            playing = self.all[number]
            if playing.mirrored and playing.rule is not None:
                if before not in self._mirrors:
                    base = self.all[before]
                    turned = replace(base, mirrored=not base.mirrored, rule=playing.rule, piece=None)
                    self._mirrors[before] = self.add(turned)
                found.append(self._mirrors[before])
                continue
            found.append(number)
            if due.sound is not None and not playing.silent:
                before = number
        return found

    def _piece(self, piece: VocabularyPiece, number: int) -> Playing:
        """A piece ready to be played; one that does not go in the metre is silent, and fits nowhere."""
        pointer = f"/etude/pieces/{number}/what"
        if piece.what.scale is not None:
            chosen_scale(piece.what.scale.scale, self._catalogue, f"{pointer}/scale/scale")
        try:
            playing = self._playing(piece.what, pointer, piece=number)
        except RecipeError:
            return Playing(self.all[0].work, silent=True, piece=number)
        return replace(playing, lasts=not isinstance(piece.what.figure, OwnLick))

    def _playing(self, what: WhatPart, pointer: str, *, rule: int | None = None, piece: int | None = None) -> Playing:
        """What a rule or a piece says, ready to be played; raises RecipeError below the pointer."""
        if not isinstance(what, Play):
            return Playing(self.all[0].work, silent=what.silent, mirrored=what.mirrors, rule=rule, piece=piece)
        if what.scale is not None:
            chosen_scale(what.scale.scale, self._catalogue, f"{pointer}/scale/scale")
        recipe = as_played(self.all[0].work.recipe, what, pointer, self.metre)
        if recipe.figure.needs_chords_struck and not self.player.instrument.chords:
            message = f"The {self.player.instrument.name} sounds one note at a time."
            raise RecipeError([Problem(f"{pointer}/figure/rhythm", message, "Play the tones one after another.")])
        lick, figure = self.all[0].work.lick, recipe.figure
        if what.figure is not None and isinstance(figure, OwnLick):
            exact = not figure.carried_to_fit
            where = f"{pointer}/figure"
            lick = read_against(figure.text, figure.over, self.metre, self._catalogue, exact=exact, pointer=where)
        own = what.figure is None
        return Playing(LineWork.of(recipe, self.player, lick), what.scale, is_own=own, rule=rule, piece=piece)


def as_played(recipe: Recipe, what: Play, pointer: str, metre: Metre) -> Recipe:
    """The recipe as if what a rule says were all of it."""
    changed: dict[str, Any] = {}
    if what.figure is not None:
        figure = what.figure.in_one_order()
        try:
            figure.check_metre(metre)
        except RecipeError as error:
            problems = [Problem(pointer + one.pointer, one.message, one.cure) for one in error.problems]
            raise RecipeError(problems) from None
        changed = {"figure": figure, "ladder": what.ladder, "path": what.path, "course": PlainCourse()}
        changed["enclosure"] = what.enclosure
    elif what.enclosure is not None:
        changed["enclosure"] = what.enclosure
    if what.value is not None:
        fault = rhythm_fault(what.slots, what.value, metre)
        if fault is not None:
            raise at_field(f"{pointer}/slots" if what.slots else f"{pointer}/value", fault)
        placement = recipe.placement.model_copy(update={"value": what.value, "slots": what.slots, "route": ()})
        changed["placement"] = placement
    return recipe.model_copy(update=changed)


def _in_quarters(playing: Playing) -> bool:
    """Whether its notes divide a beat in halves or quarters, if at all."""
    return (4 * note_value(playing.work.recipe)).denominator == 1
