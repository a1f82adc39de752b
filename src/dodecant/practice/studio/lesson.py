"""A lesson with one student: what they did since the last one, and what to give next, each with its reason.

What is proposed first is a choice of ours: what slips is mended before anything gets faster, what was given is finished
before anything is new.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from datetime import date
from functools import partial
from itertools import islice
from typing import Annotated, Final, NamedTuple

from pydantic import Field

from dodecant.exercise.player import resolved_player
from dodecant.exercise.recipe.document import KeyRoute, Recipe
from dodecant.exercise.recipe.figures import Intervals, Run
from dodecant.exercise.recipe.part import Part
from dodecant.exercise.recipe.sounding.sounds import OneSound
from dodecant.exercise.routes.key_names import KeyNames
from dodecant.exercise.routes.stops import key_order, stops
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.small_words import count, listed
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.tonics import TonicNames
from dodecant.practice.ladder import TempoLadder
from dodecant.practice.planning.coverage import SlipCount, key_names
from dodecant.practice.planning.days import FIRST_DAY, LAST_DAY, day_text
from dodecant.practice.planning.mending import MENDED, mending
from dodecant.practice.planning.versions import Works, new_version
from dodecant.practice.studio.assigned_practice import AssignedPractice
from dodecant.practice.studio.fit import fitted_player
from dodecant.practice.studio.profile import PlayerProfile

PROPOSED: Final = 3
_OFTEN: Final = 2  # times that a degree has slipped before it is mended
_AT_ONCE: Final = 4  # keys that come to tempo together
_LEAST_TEMPO: Final = 40  # BPM
_BELOW: Final = 0.7  # of the tempo that is asked, where a key is not begun
_PLAIN: Final = 2  # level up to which a new sound comes as a plain scale
_SLOWER: Final = 0.8  # of the tempo, for what was given and not played
# Sounds in an order in which they are often taught: major and its near modes, minor, then what bends a dominant.
_SOUNDS: Final = (
    "ionian", "mixolydian", "dorian", "minor-pentatonic", "minor-blues", "lydian", "aeolian", "melodic-minor",
    "lydian-dominant", "altered", "half-whole", "whole-tone",
)  # fmt: skip


class LessonNotes(Part):
    """What the teacher writes down at a lesson, and the day of the next one."""

    notes: Annotated[str, Field(max_length=8000)] = ""
    next_day: Annotated[date, Field(ge=FIRST_DAY, le=LAST_DAY)] | None = None


class GivenWork(NamedTuple):
    """What was given to a student, as they get it (`recipe`, its id on the shelf), for when, whether it was played
    since it was given, and of each key that was played, as read (pitch class), the best comfortable tempo (BPM; none
    yet).
    """

    title: str
    recipe: Recipe
    saved: str
    due: date | None
    played: bool
    tempos: Mapping[int, int | None]


class LessonProposal(NamedTuple):
    """What to give next: a recipe under a title, how it is practised (or as the player likes), and why."""

    title: str
    recipe: Recipe
    practice: AssignedPractice | None
    why: str
    saved: str = ""


def proposals(
    profile: PlayerProfile,
    slips: Sequence[SlipCount],
    given: Sequence[GivenWork],
    sounds: Sequence[str],
    tables: Tables,
    works: Works,
) -> tuple[LessonProposal, ...]:
    """Three things to give next: a degree that slips; keys that are not at their tempo; what was given and not played;
    one thing changed in what holds in every key; a sound that was not begun (`sounds` are those that were, by name).

    `slips` come the oftenest first; `works` tells whether a version of a
    recipe can be worked out and is within the player's level.
    """
    mended = list(_mended(profile, slips, given, tables))
    found = [
        *mended[:1],
        *_not_at_tempo(given, tables),
        *_not_played(profile, given),
        *_changed(given, works, tables),
        *mended[1:],
    ]
    titled = {one.title: one for one in reversed([*found, *_begun_next(profile, sounds, tables)])}
    return tuple(islice(reversed(titled.values()), PROPOSED))


def _mended(
    profile: PlayerProfile, slips: Sequence[SlipCount], given: Sequence[GivenWork], tables: Tables
) -> Iterator[LessonProposal]:
    for slip in slips:
        scale = tables.scales.named(slip.sound)
        if scale is None or slip.kind not in MENDED or slip.times < _OFTEN or not slip.keys or slip.tempo is None:
            continue
        names = [key_names(slip.sound, tables.scales)[key] for key in slip.keys]
        try:
            recipe = mending(scale, Degree.parse(slip.degree), names, slip.tempo, _in_sound(profile, given, scale.id))
        except MusicError:  # a degree that no number writes: nothing to mend
            continue
        ladder = TempoLadder(begin=recipe.tempo, top=max(recipe.tempo, slip.tempo))
        why = f"{slip.degree} of {slip.sound} slipped {count(slip.times)} times in {listed(names)}."
        yield LessonProposal(recipe.title, recipe, AssignedPractice(ladder=ladder), why)


def _in_sound(profile: PlayerProfile, given: Sequence[GivenWork], scale: str) -> Recipe:
    """What was played of a sound, or a fresh recipe of the player's."""
    fresh = Recipe(player=fitted_player(profile))
    return next((one.recipe for one in given if _sound(one.recipe) == scale), fresh)


def _sound(recipe: Recipe) -> str | None:
    return recipe.sounds.scale if isinstance(recipe.sounds, OneSound) and isinstance(recipe.sounds.scale, str) else None


def _keys_of(recipe: Recipe, tables: Tables) -> list[tuple[int, str, str]]:
    """The keys of a recipe in order: the pitch class as read, its name as read, and as the recipe names it."""
    instrument = resolved_player(recipe, tables.instruments).instrument
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    named_by = stops(recipe, tables.scales, tonics, instrument)[0].named_by
    names = KeyNames(tonics, recipe, instrument)
    pairs = [names.of(key, named_by) for key in dict.fromkeys(key_order(recipe.keys))]
    written = recipe.player.named_key == "written"
    return [(read.pitch_class, read.text, (read if written else sounds).plain().text) for read, sounds in pairs]


class _KeyAt(NamedTuple):
    """A key by its name as read and as its recipe names it: its best comfortable tempo; none yet; 0: not begun."""

    tempo: int | None
    read: str
    name: str


def _not_at_tempo(given: Sequence[GivenWork], tables: Tables) -> Iterator[LessonProposal]:
    """The weakest keys of what was played, a few at once, up to the tempo that is asked: those that were played and are
    not comfortable at any tempo, then the slowest, then those that are not begun.
    """
    for one in given:
        if not one.played or _sound(one.recipe) is None:
            continue
        asked = one.recipe.tempo
        keys = [_KeyAt(one.tempos.get(key, 0), read, name) for key, read, name in _keys_of(one.recipe, tables)]
        pushed = [key for key in keys if key.tempo is None]
        slow = sorted((key for key in keys if key.tempo and key.tempo < asked), key=lambda key: key.tempo or 0)
        fresh = [key for key in keys if key.tempo == 0]
        weak = [*pushed, *slow, *fresh][:_AT_ONCE]
        if not weak:
            continue
        begun = [key.tempo for key in weak if key.tempo]
        begin = max(_LEAST_TEMPO, min([*begun, round(_BELOW * asked)] if len(begun) < len(weak) else begun))
        picked = KeyRoute(order="picked", picked=tuple(key.name for key in weak))
        ladder = TempoLadder(begin=begin, top=asked) if begin < asked else None
        said = [
            *_said([key.read for key in weak if key.tempo is None], "not comfortable at any tempo yet"),
            *(f"{key.read} is at {key.tempo}" for key in weak if key.tempo),
            *_said([key.read for key in weak if key.tempo == 0], "not begun"),
        ]
        why = f"{'; '.join(said)}. {asked} is asked."
        recipe = one.recipe.model_copy(update={"keys": picked})
        yield LessonProposal(one.title, recipe, AssignedPractice(ladder=ladder), why, one.saved)


def _said(names: Sequence[str], what: str) -> list[str]:
    return [f"{listed(names)} {'is' if len(names) == 1 else 'are'} {what}"] if names else []


def _not_played(profile: PlayerProfile, given: Sequence[GivenWork]) -> Iterator[LessonProposal]:
    """What was given and not played, in fewer keys and slower."""
    for one in given:
        if one.played:
            continue
        keys = KeyRoute(order="picked", picked=profile.tunes or ("C", "F", "G"))
        tempo = max(_LEAST_TEMPO, round(_SLOWER * one.recipe.tempo))
        recipe = one.recipe.model_copy(update={"keys": keys, "tempo": tempo})
        due = f"Given for {day_text(one.due)} and" if one.due else "Given and"
        few = "the keys of tunes in hand" if profile.tunes else "three keys"
        yield LessonProposal(one.title, recipe, None, f"{due} not played yet: {few}, at {tempo}.", one.saved)


def _changed(given: Sequence[GivenWork], works: Works, tables: Tables) -> Iterator[LessonProposal]:
    """One thing changed in what is comfortable in all its keys."""
    for one in given:
        if not one.played or _sound(one.recipe) is None:
            continue
        keys = _keys_of(one.recipe, tables)
        asked = one.recipe.tempo
        if any((one.tempos.get(key) or 0) < asked for key, _, _ in keys):
            continue
        version = new_version(one.recipe, (), partial(works, one.recipe))
        if version is not None:
            title = f"{one.title}: {version.words}"[:120]
            held = {1: "It is", 2: "Both keys are"}.get(len(keys), f"All {count(len(keys))} keys are")
            why = f"{held} comfortable at {asked}; one thing changes."
            yield LessonProposal(title, version.recipe, None, why)


def _begun_next(profile: PlayerProfile, sounds: Sequence[str], tables: Tables) -> Iterator[LessonProposal]:
    """Sounds that were not begun: as a plain scale at first, in thirds for who plays along."""
    begun = set(sounds)
    for scale in map(tables.scales.get, _SOUNDS):
        if scale.name in begun:
            continue
        thirds = profile.level > _PLAIN and len(scale.degrees) == 7
        recipe = Recipe(
            sounds=OneSound(scale=scale.id),
            figure=Intervals() if thirds else Run(),
            keys=KeyRoute(order="picked", picked=profile.tunes) if profile.tunes else KeyRoute(),
            player=fitted_player(profile),
            tempo=48 + 12 * profile.level,
        )
        title = f"{scale.name[0].upper()}{scale.name[1:]}{' in thirds' if thirds else ''}"
        yield LessonProposal(title, recipe, None, f"{scale.name} is not begun yet. {scale.use}")
