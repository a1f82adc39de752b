"""What the band plays, as parts that can be written: bass and chords, spelled in the sounds over which they sound."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from itertools import groupby

from dodecant.backing.band import BandEvent, early_by
from dodecant.exercise.companions.written import written_part
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import CompanionChord, CompanionPart, Strip
from dodecant.music.core.chord import Chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.metre import Metre
from dodecant.music.core.pitch import NoteName, Pitch

_EIGHTH = Fraction(1, 2)


def band_parts(exercise: Exercise, strip: Strip, events: Sequence[BandEvent]) -> tuple[CompanionPart, ...]:
    """The bass and the chords of a band under a strip, each on a staff of its own, at sounding pitch.

    Short chords are written as eighths, and nothing longer than to the next one.
    """
    found = []
    for kind in ("bass", "chords"):
        early = exercise.metre if kind == "chords" else None
        struck = tuple(_struck(strip, [event for event in events if event.part == kind], early))
        found.append(written_part(kind, struck, exercise.recipe, strip, exercise.metre))
    return tuple(found)


def _struck(strip: Strip, events: Sequence[BandEvent], early: Metre | None) -> Iterator[CompanionChord]:
    """Chords and single notes, spelled; what may come `early` in a metre is spelled over the chord that it is of."""
    together = [(start, list(same)) for start, same in groupby(events, key=lambda event: event.start)]
    found: list[CompanionChord] = []
    following, pitches = strip.end, tuple[Pitch, ...]()
    for start, struck in reversed(together):
        length = max(_EIGHTH, struck[0].length // _EIGHTH * _EIGHTH)
        at = start + (early_by(early, start) if early else 0)
        chord, sound = _over(strip, at if at < strip.end else start)
        spelled = [_spelled(event.pitch, chord, sound, pitches[:1]) for event in struck]
        pitches = tuple(sorted(spelled, key=lambda pitch: pitch.midi))
        found.append(CompanionChord(start, min(length, following - start), pitches))
        following = start
    yield from reversed(found)


def _over(strip: Strip, at: Fraction) -> tuple[Chord | None, Sound]:
    """The chord and the sound that hold at a beat."""
    stop = strip.stop
    over = stop.chord_at(at)
    if over is not None and over.sound is not None:
        return over.chord, over.sound
    return (stop.in_key.chord[1] if stop.in_key else None), stop.sounding


def _spelled(midi: int, chord: Chord | None, sound: Sound, following: Sequence[Pitch]) -> Pitch:
    """A pitch as a tone of its chord or its sound; one that leads by a half step, on the letter beside its goal."""
    if chord is not None:
        fifths = (Degree(5, alteration) for alteration in chord.quality.fifths)
        for degree in (Degree(1), *chord.quality.frame, *fifths, *chord.quality.tensions):
            if (chord.root.pitch_class + degree.half_steps - midi) % 12 == 0:
                return _named(midi, degree.name_above(chord.root))
    own = sound.degree_of(midi)
    if own is not None:
        return _named(midi, own.name_above(sound.tonic))
    for goal in following:
        leading = goal.moved(*((-1, -1) if goal.midi > midi else (1, 1)))
        if leading.midi == midi and abs(leading.alteration) < 2:
            return leading
    return Pitch.plainly(midi)


def _named(midi: int, name: NoteName) -> Pitch:
    """The pitch of a MIDI number under a name that is its own."""
    near = Pitch(name.letter, name.alteration, 0)
    return Pitch(name.letter, name.alteration, round((midi - near.midi) / 12))
