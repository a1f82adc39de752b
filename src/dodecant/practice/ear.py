"""Training the ear: a degree over a drone, which of some sounds it is, a phrase to be sung back. Seeded."""

from __future__ import annotations

import random
from collections.abc import Sequence
from typing import Annotated, Final, Literal, NamedTuple

from pydantic import Field

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.recipe.part import Part
from dodecant.exercise.recipe.sounding.scale_choice import ScaleId, chosen_scale
from dodecant.exercise.wording.small_words import count, listed
from dodecant.music.scales.neighbours import neighbours
from dodecant.music.scales.scale import Scale, ScaleCatalogue
from dodecant.practice.takes.alignment import Played
from dodecant.practice.takes.naming import degree_in

EarKind = Literal["degree", "sound", "sing"]
_CHOICES: Final = 4  # sounds to choose among where none were chosen
_DRONE_FROM: Final = 48  # MIDI number: a drone's root lies in the octave from C3, the notes in the two above it
_LEAP: Final = 4  # steps of the sound at most between two notes to be sung
_TEXT = Annotated[str, Field(max_length=6)]


class EarSetting(Part):
    """What is asked: degrees one by one, which of some `sounds` (none chosen: the strip's and its neighbours), or to
    sing back phrases of `notes` notes; so many `questions`. Degrees that were `missed` come oftener.
    """

    kind: EarKind = "degree"
    questions: Annotated[int, Field(ge=1, le=40)] = 10
    notes: Annotated[int, Field(ge=1, le=8)] = 3
    sounds: Annotated[tuple[ScaleId, ...], Field(max_length=8)] = ()
    missed: Annotated[tuple[_TEXT, ...], Field(max_length=200)] = ()
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1


class EarNote(NamedTuple):
    """A note that is heard: from which beat, how many beats, its MIDI number, its degree."""

    start: float
    length: float
    pitch: int
    degree: str


class EarQuestion(NamedTuple):
    """A question: in words, what is heard over which drone (MIDI number), the answers to choose from and the right one
    (None where it is sung), and what is told after each answer.
    """

    words: str
    drone: int
    notes: tuple[EarNote, ...]
    options: tuple[str, ...]
    answer: int | None
    told: tuple[str, ...]


def ear_questions(sound: Sound, setting: EarSetting, catalogue: ScaleCatalogue) -> tuple[EarQuestion, ...]:
    """Questions about a sound; the same setting asks the same. Raises RecipeError for a sound there is not."""
    chance = random.Random(setting.seed)  # noqa: S311 - the seed is told, so that questions come again
    if setting.kind == "sound":
        chosen = [chosen_scale(one, catalogue, f"/setting/sounds/{n}") for n, one in enumerate(setting.sounds)]
        scales = chosen or _near(sound.scale, catalogue)
        return tuple(_which_sound(sound, scales, chance) for _ in range(setting.questions))
    if setting.kind == "sing":
        return tuple(_to_sing(sound, setting.notes, chance) for _ in range(setting.questions))
    found: list[EarQuestion] = []
    before = -1
    for _ in range(setting.questions):
        texts = [degree.text for degree in sound.scale.degrees]
        weights = [0 if n == before else 1 + setting.missed.count(text) for n, text in enumerate(texts)]
        (before,) = chance.choices(range(len(texts)), weights)
        found.append(_which_degree(sound, before, chance))
    return tuple(found)


def _near(scale: Scale, catalogue: ScaleCatalogue) -> list[Scale]:
    """A scale and those one altered note away that are in daily use, in the catalogue's order."""
    others = sorted((one.scale for one in neighbours(scale, catalogue)), key=lambda one: one.seldom)
    return [scale, *others[: _CHOICES - 1]]


def _drone(sound: Sound) -> int:
    return _DRONE_FROM + (sound.tonic.pitch_class - _DRONE_FROM) % 12


def _which_degree(sound: Sound, step: int, chance: random.Random) -> EarQuestion:
    degrees = sound.scale.degrees
    right, drone = degrees[step], _drone(sound)
    pitch = drone + 12 + right.half_steps + 12 * chance.randrange(2)
    told = []
    for other in degrees:
        away = right.half_steps - other.half_steps
        steps = f"{count(abs(away))} half step{'s' * (abs(away) > 1)} {'higher' if away > 0 else 'lower'}"
        told.append(f"{right.text} it is." if other == right else f"It was {right.text}, {steps} than {other.text}.")
    options = tuple(degree.text for degree in degrees)
    note = EarNote(1, 2, pitch, right.text)
    return EarQuestion("Which degree is it?", drone, (note,), options, step, tuple(told))


def _which_sound(sound: Sound, scales: Sequence[Scale], chance: random.Random) -> EarQuestion:
    number = chance.randrange(len(scales))
    right, drone = scales[number], _drone(sound)
    up = [(degree.text, drone + 12 + degree.half_steps) for degree in right.degrees] + [("1", drone + 24)]
    order = up if chance.random() < 0.5 else up[::-1]
    notes = tuple(EarNote(1 + n / 2, 0.5, pitch, text) for n, (text, pitch) in enumerate(order))
    told = []
    for other in scales:
        own, others = (sorted(one.tones, key=lambda degree: degree.half_steps) for one in (right, other))
        more = [degree.text for degree in own if degree not in other.tones]
        less = [degree.text for degree in others if degree not in right.tones]
        why = f": {listed(more)} where {other.name} has {listed(less)}" if more and less else ""
        told.append(f"{right.name} it is." if other == right else f"It was {right.name}{why}.")
    options = tuple(scale.name for scale in scales)
    return EarQuestion(f"Which sound is it, on {sound.tonic.text}?", drone, notes, options, number, tuple(told))


def _to_sing(sound: Sound, many: int, chance: random.Random) -> EarQuestion:
    degrees, drone = sound.scale.degrees, _drone(sound)
    size, rung = len(degrees), chance.choice([0, 0, 2, 4]) % len(degrees)
    notes = []
    for number in range(many):
        degree, octave = degrees[rung % size], rung // size
        notes.append(EarNote(1 + number, 1, drone + 12 + degree.half_steps + 12 * octave, degree.text))
        near = range(max(0, rung - _LEAP), min(size + size // 2, rung + _LEAP) + 1)
        rung = chance.choice([one for one in near if one != rung])
    return EarQuestion("Sing or play it back.", drone, tuple(notes), (), None, ())


class Sung(NamedTuple):
    """A phrase sung back: for each note whether it was right, and in words."""

    right: tuple[bool, ...]
    words: str


def sung_back(sound: Sound, due: Sequence[int], played: Sequence[Played]) -> Sung:
    """Whether a phrase came back, in any octave and any time."""
    wanted = [pitch % 12 for pitch in due]
    heard = [note.pitch % 12 for note in sorted(played)]
    right = tuple(place < len(heard) and heard[place] == one for place, one in enumerate(wanted))
    if not heard:
        return Sung(right, "Nothing was heard.")
    if all(right) and len(heard) == len(wanted):
        return Sung(right, "All of it.")
    if all(right):
        return Sung(right, "All of it, and more than was asked for.")
    place = right.index(False)
    degree = degree_in(sound, due[place]).text
    if place >= len(heard):
        return Sung(right, f"Right as far as it went; {degree} was next.")
    return Sung(right, f"{degree_in(sound, heard[place]).text} for {degree}, the note number {place + 1}.")
