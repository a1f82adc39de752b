"""The stand: the band under a strip, takes judged, a player that is not there, and where a ladder leads."""

from __future__ import annotations

import random
from collections.abc import Sequence
from typing import Literal

from fastapi import Response

from dodecant.api.files import as_attachment
from dodecant.api.pressed import file_title_of, pressed, strip_of
from dodecant.api.schemas.practising.planning import MendingIn
from dodecant.api.schemas.practising.stand import (
    BandOut,
    BandScoreIn,
    BandsIn,
    EventOut,
    JudgedOut,
    LadderIn,
    RungOut,
    SimulatedIn,
    StandSoundIn,
    TakeIn,
    band_out,
    judged_out,
    takes_of,
)
from dodecant.api.workers.offloaded import costly, offloaded, offloading_router
from dodecant.audio.mix import MOST_SECONDS, SoundKind, rendered, seconds_of, sound_file, soundings
from dodecant.backing.band import BandEvent, band
from dodecant.backing.setting import Backing
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.note_values import BEATS
from dodecant.exports.registry import OF_EXERCISES
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.practice.improvised.rule import free_passages, sounds_of
from dodecant.practice.ladder import rung
from dodecant.practice.planning.mending import mending
from dodecant.practice.takes.due import due_notes
from dodecant.practice.takes.simulated import PlannedSlip, simulated, simulated_solo
from dodecant.practice.takes.slip import SlipKind
from dodecant.tables import load_tables

router = offloading_router("stand")
# Slips of one note, which can be made anywhere.
_KINDS: tuple[SlipKind, ...] = ("wrong", "octave", "left-out", "added", "struck-twice", "early", "late")


@router.post("/stand/bands")
@offloaded
def bands(wanted: BandsIn) -> list[BandOut]:
    """What the band plays under some strips."""
    exercise = pressed(wanted.recipe)
    return [
        band_out(strip, events, exercise, wanted) for strip, events in _played(exercise, wanted.strips, wanted.backing)
    ]


@router.post("/stand/mendings")
@offloaded
def mend(wanted: MendingIn) -> Recipe:
    """An exercise for a degree that slipped: cells round it, in the keys where it did, slower."""
    scale = load_tables().scales.named(wanted.sound)
    if scale is None:
        message = f"There is no sound “{wanted.sound[:40]}” that can be mended."
        raise RecipeError([Problem("/sound", message, "Name one of the scales under Sounds.")])
    try:
        degree = Degree.parse(wanted.degree)
    except MusicError as error:
        raise RecipeError([Problem("/degree", error.message, "Write a degree: ♭7.")]) from None
    recipe = mending(scale, degree, wanted.keys, wanted.tempo, wanted.recipe)
    pressed(recipe)
    return recipe


@router.post("/stand/sounds/{kind}", response_class=Response)
@offloaded
@costly(lambda **_: True)
def write_sound(kind: SoundKind, wanted: StandSoundIn) -> Response:
    """The line, the band or both as a sound file, rendered faster than it sounds."""
    exercise = pressed(wanted.recipe)
    found = _played(exercise, wanted.strips or range(len(exercise.strips)), wanted.backing)
    events = soundings(exercise, found, wanted.backing, wanted.tempo, wanted.what)
    seconds = seconds_of(events)
    if seconds > MOST_SECONDS:
        message = f"That would sound {seconds / 60:.0f} minutes; {MOST_SECONDS // 60} are the most in one file."
        raise RecipeError([Problem("/strips", message, "Send fewer strips at a time.")])
    data = sound_file(rendered(events), kind)
    media = {"wav": "audio/wav", "ogg": "audio/ogg", "mp3": "audio/mpeg"}[kind]
    return as_attachment(data, file_title_of(exercise), f".{kind}", media)


@router.post("/stand/scores/{kind}", response_class=Response)
@offloaded
def write_score(kind: Literal["midi", "musicxml"], wanted: BandScoreIn) -> Response:
    """The whole exercise with what the band plays, as MIDI (as it swings) or as notation."""
    exercise = pressed(wanted.recipe)
    played = _played(exercise, range(len(exercise.strips)), wanted.backing)
    band_of = {strip.stop.index: events for strip, events in played}
    export = OF_EXERCISES[kind]
    data = to_midi(exercise, swinging=True, band=band_of) if kind == "midi" else to_musicxml(exercise, band_of)
    return as_attachment(data, f"{file_title_of(exercise)} with band", export.extension, export.media_type)


@router.post("/stand/judged")
@offloaded
def judge(wanted: TakeIn) -> JudgedOut:
    """A take judged, note by note and in words."""
    exercise = pressed(wanted.recipe)
    return judged_out(wanted, exercise, strip_of(exercise, wanted.strip), load_tables().scales)


@router.post("/stand/simulated")
@offloaded
def play(wanted: SimulatedIn) -> list[EventOut]:
    """A take by a player that is not there, with slips some notes apart; the same seed plays the same."""
    exercise = pressed(wanted.recipe)
    strip = strip_of(exercise, wanted.strip)
    if wanted.rule is not None:
        chosen = sounds_of(wanted.rule, strip, load_tables().scales)
        quarter = exercise.metre.quarter_at(wanted.tempo)
        passages = free_passages(strip, exercise.metre, wanted.rule)
        events = simulated_solo(strip, passages, chosen, quarter, seed=wanted.seed)
    else:
        due = due_notes(exercise, strip, wanted.tempo, wanted.rounds)
        chance = random.Random(wanted.seed)  # noqa: S311 - the seed is told, so that a take can be had again
        spots = chance.sample(range(len(due)), min(wanted.slips, len(due)))
        slips = [PlannedSlip(chance.choice(_KINDS), spot, chance.choice([-2, -1, 1, 2])) for spot in spots]
        events = simulated(due, slips, seed=wanted.seed, jitter=wanted.jitter / 1000)
    return [EventOut(at=event.at, pitch=event.pitch, length=event.length) for event in events]


@router.post("/stand/rungs")
@offloaded
def climb(wanted: LadderIn) -> RungOut:
    """Where the takes so far have led."""
    return RungOut.of(rung(wanted.ladder, takes_of(wanted), wanted.recipe.placement.values))


def _played(exercise: Exercise, indexes: Sequence[int], backing: Backing) -> list[tuple[Strip, tuple[BandEvent, ...]]]:
    """Strips with what the band plays under them."""
    tables, found = load_tables(), []
    for place, index in enumerate(indexes):
        strip = strip_of(exercise, index, f"/strips/{place}")
        value = BEATS[strip.stop.value or exercise.recipe.placement.value]
        found.append((strip, band(strip, backing, exercise.metre, tables, value)))
    return found
