"""Improvising under a rule: what is played in which order, and every played note put in its place."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterator, Sequence
from fractions import Fraction
from math import ceil
from typing import Annotated, Literal, NamedTuple, Self

from pydantic import Field, model_validator

from dodecant.exercise.harmony.timeline import Sound, TimedChord
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.part import Part, refused
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.recipe.sounding.scale_choice import ScaleId, chosen_scale
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.metre import Metre
from dodecant.music.scales.scale import ScaleCatalogue
from dodecant.practice.rounds import Passage
from dodecant.practice.takes.alignment import Played
from dodecant.practice.takes.naming import degree_in

_EARLY = 0.5  # of a beat: how early the next chord may be played (usual in jazz)
_LEADS_BY = 0.125  # of a beat, or so many seconds: a note so little before a beat belongs to it
_LEADS_BY_SECONDS = 0.08
BREATH = 0.9  # of a beat: a silence as long ends a phrase
_HARDLY = 1e-6  # of a beat: what places differ by that are the same
_LEADS = 2  # half steps: from farther away a note does not lead
_AHEAD = 2  # notes within which one that lies outside must have come home: it may be one of an enclosure


class FreeRule(Part):
    """What one holds to while improvising, some `choruses` long.

    Notes of a constant `value`, or of any values without a rest; phrases with breaths, in units of `unit` bars; only
    the notes of the `sound` that holds; only those of chosen `sounds`, one a chorus, on the root of each chord or on
    the strip's tonic; or trading: `unit` bars of the line are called, as many are answered, and each call comes twice.
    """

    kind: Literal["constant", "phrases", "sound", "sounds", "trading"] = "constant"
    value: NoteValue | Literal["any"] = "eighth"
    unit: Annotated[int, Field(ge=1, le=8)] = 2
    sounds: Annotated[tuple[ScaleId, ...], Field(max_length=12)] = ()
    choruses: Annotated[int, Field(ge=1, le=12)] = 2

    @model_validator(mode="after")
    def _chosen(self) -> Self:
        if self.kind == "sounds" and not self.sounds:
            raise refused(MusicError("No sound is chosen.", cure="Choose at least one."))
        return self


class PlacedNote(NamedTuple):
    """A note that was improvised: the passage it lies in, where in the strip (quarter notes from its first barline),
    from and to which beat since the beginning (on the beat itself, where it is hardly before it), its MIDI number, its
    degree in the sound that holds there, whether that has it, and, of one from outside, which degree it led to, if any.
    """

    passage: int
    at: float
    begin: float
    end: float
    pitch: int
    degree: Degree
    inside: bool
    led_to: Degree | None = None


def free_passages(strip: Strip, metre: Metre, rule: FreeRule) -> tuple[Passage, ...]:
    """What is played while one improvises, chorus by chorus."""
    if rule.kind == "trading":
        return tuple(_traded(strip, metre, rule))
    times = range(1, rule.choruses + 1)
    return tuple(Passage(start, end, "free", time) for time in times for start, end in strip.played)


def _traded(strip: Strip, metre: Metre, rule: FreeRule) -> Iterator[Passage]:
    unit = rule.unit * metre.quarters
    for time in range(1, rule.choruses + 1):
        start = strip.begin
        while start < strip.end:
            end = min(strip.end, start - start % metre.quarters + unit)
            for _ in range(2):
                yield Passage(start, end, "call", time)
                yield Passage(start, end, "answer", time)
            start = end


def begins(passages: Sequence[Passage]) -> list[Fraction]:
    """The beat since the beginning on which each passage begins, and at last the one on which all ends."""
    found = [Fraction(0)]
    for passage in passages:
        found.append(found[-1] + passage.end - passage.start)
    return found


def sounds_of(rule: FreeRule, strip: Strip, catalogue: ScaleCatalogue) -> tuple[Sound, ...]:
    """The sounds that were chosen, on the strip's tonic; raises RecipeError for one that there is not."""
    tonic = strip.stop.sounding.tonic
    chosen = rule.sounds if rule.kind == "sounds" else ()
    return tuple(
        Sound(tonic, chosen_scale(one, catalogue, f"/rule/sounds/{place}")) for place, one in enumerate(chosen)
    )


def sound_of_chorus(chosen: Sequence[Sound], time: int) -> Sound | None:
    """Which of the chosen sounds belongs to a chorus (from 1): they come in turn; nothing where none were chosen."""
    return chosen[(time - 1) % len(chosen)] if chosen else None


def passage_at(starts: Sequence[float], beat: float) -> int:
    """Which passage lies at a beat, by where all of them begin and the last one ends; the first one before all."""
    return min(max(bisect_right(starts, beat) - 1, 0), len(starts) - 2)


def sound_held(strip: Strip, chosen: Sequence[Sound], time: int, at: Fraction) -> Sound:
    """What holds at a place of a strip in a chorus (from 1): the chosen sound on the root of the chord there, or on the
    strip's tonic; without one the strip's own.
    """
    stop = strip.stop
    return _sound_over(stop.chord_at(at), sound_of_chorus(chosen, time), stop.sounding)


def sound_read(strip: Strip, chosen: Sequence[Sound], time: int, at: Fraction) -> Sound:
    """The same as the player reads it."""
    stop = strip.stop
    return _sound_over(stop.chord_read_at(at), sound_of_chorus(chosen, time), stop.written)


def _sound_over(over: TimedChord | None, chosen: Sound | None, plain: Sound) -> Sound:
    """What is played over a chord, if there is one: the chosen sound, its own, or what is played without it."""
    if chosen is None:
        return over.sound if over is not None and over.sound is not None else plain
    return Sound(over.chord.root if over is not None and over.chord is not None else plain.tonic, chosen.scale)


def placed(
    strip: Strip, passages: Sequence[Passage], chosen: Sequence[Sound], quarter: float, played: Sequence[Played]
) -> tuple[PlacedNote, ...]:
    """Every played note in its place; `quarter` is how long a quarter note lasts, in seconds.

    A note little before a beat belongs to it, to its bar, its chord and its chorus. One whose length is not known
    lasts until the next.
    """
    starts = [float(start) for start in begins(passages)]
    leads = max(_LEADS_BY, _LEADS_BY_SECONDS / quarter)
    held = SoundsHeld(strip, chosen)
    found = []
    notes = sorted(played)
    for note, following in zip(notes, [*notes[1:], None], strict=False):
        beat = note.at / quarter
        beat = float(ceil(beat)) if ceil(beat) - beat <= leads else beat
        if not -0.25 <= beat < starts[-1]:
            continue  # before one began, or after the end
        number = passage_at(starts, beat)
        passage = passages[number]
        at = float(passage.start) + max(0.0, beat - starts[number])
        near = [held.at(passage.time, place) for place in (at, at + _EARLY)]  # also what holds a moment later
        inside = next((sound for sound in near if sound.degree_of(note.pitch) is not None), None)
        degree = degree_in(inside or near[0], note.pitch)
        lasts = note.length or (following.at - note.at if following else quarter)
        found.append(PlacedNote(number, at, beat, beat + lasts / quarter, note.pitch, degree, inside is not None))
    return tuple(_led(found))


class SoundsHeld:
    """What holds at each place of a strip: looked up once for each chord and chosen sound."""

    def __init__(self, strip: Strip, chosen: Sequence[Sound]) -> None:
        self._strip, self._chosen = strip, chosen
        chords = strip.stop.chords_sounding
        edges = sorted({edge for over in chords for edge in (over.start, over.start + over.length)})
        self._edges, self._starts = edges, [float(edge) for edge in edges]
        self._known: dict[tuple[int, int], Sound] = {}

    def at(self, time: int, place: float) -> Sound:
        """At a place (quarter notes from the first barline) in a chorus (from 1)."""
        number = bisect_right(self._starts, place + _HARDLY) - 1
        key = (time % len(self._chosen) if self._chosen else 0, number)
        if key not in self._known:
            at = self._edges[number] if number >= 0 else self._strip.begin
            self._known[key] = sound_held(self._strip, self._chosen, time, at)
        return self._known[key]


def _led(notes: Sequence[PlacedNote]) -> Iterator[PlacedNote]:
    for number, note in enumerate(notes):
        if note.inside:
            yield note
            continue
        following = notes[number + 1 : number + 1 + _AHEAD]
        homes = (one.degree for one in following if one.inside and abs(one.pitch - note.pitch) <= _LEADS)
        yield note._replace(led_to=next(homes, None))
