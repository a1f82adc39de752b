"""Which chords a band plays under a strip, and when: its changes, the chord of its sound, or others in its key."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from typing import Final, NamedTuple

from dodecant.backing.setting import Backing
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import Strip
from dodecant.music.chord_scale_fit.serving import chords_served
from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.key import Key
from dodecant.music.core.metre import Metre
from dodecant.music.core.numeral import parse_numeral
from dodecant.music.scales.scale import ScaleCatalogue

_NOTES_A_CHORD: Final = 8  # of two chords in turn, so that their pace follows the note value


class HeldChord(NamedTuple):
    """A chord from a beat on, in quarter notes from the first barline, and the tones of its sound (pitch classes)."""

    start: Fraction
    length: Fraction
    chord: Chord
    tones: frozenset[int]


def held_chords(
    strip: Strip, backing: Backing, metre: Metre, catalogue: ScaleCatalogue, value: Fraction
) -> tuple[HeldChord, ...]:
    """The chords under a strip as they sound; a chord that goes on is held. `value` is the length of the line's notes.

    Of two chords in turn each lasts eight notes of the line, in whole bars or in halves of one.
    """
    stop = strip.stop
    if backing.harmony in ("drone", "none"):
        return ()
    if backing.harmony == "own" and stop.chords_sounding:
        return tuple(_merged(_of_changes(strip)))
    sound = stop.sounding
    if backing.harmony == "two-chords":
        key = Key(sound.tonic, sound.scale.colour)
        chords = [parse_numeral(text.strip(), key) for text in (backing.first, backing.second)]
        length = _length(value, metre)
    elif backing.harmony == "chord":
        chords = [parse_numeral(backing.first.strip(), Key(sound.tonic, sound.scale.colour))]
        length = strip.end - strip.begin
    else:
        chords, length = [chord_of(sound, catalogue)], strip.end - strip.begin
    found, now, number = [], strip.begin, 0
    while now < strip.end:
        end = min(strip.end, now + length)
        found.append(HeldChord(now, end - now, chords[number % len(chords)], sound.pitch_classes))
        now, number = end, number + 1
    return tuple(found)


def chord_of(sound: Sound, catalogue: ScaleCatalogue) -> Chord:
    """The chord a sound is taught over first; a plain triad of its colour where it serves none."""
    served = chords_served(sound.tonic, sound.scale, catalogue)
    minor = sound.scale.colour == "minor"
    return served[0].chord if served else Chord(sound.tonic, Quality(third="minor" if minor else "major"))


def _of_changes(strip: Strip) -> Iterator[HeldChord]:
    for one in strip.stop.chords_sounding:
        start, end = max(one.start, strip.begin), min(one.start + one.length, strip.end)
        if one.chord is not None and start < end:
            yield HeldChord(start, end - start, one.chord.heard, one.sound.pitch_classes if one.sound else frozenset())


def _merged(chords: Iterator[HeldChord]) -> list[HeldChord]:
    found: list[HeldChord] = []
    for one in chords:
        before = found[-1] if found else None
        if before and before.chord == one.chord and before.start + before.length == one.start:
            found[-1] = before._replace(length=before.length + one.length)
        else:
            found.append(one)
    return found


def _length(value: Fraction, metre: Metre) -> Fraction:
    bar, wanted = metre.quarters, value * _NOTES_A_CHORD
    if wanted < bar and len(metre.groups) % 2 == 0:
        return bar / 2
    return bar * max(1, round(wanted / bar))


def at_beats(metre: Metre, begin: Fraction, end: Fraction) -> Iterator[tuple[Fraction, int, Fraction]]:
    """Every beat (or group of a compound metre) between two places: where, its number in the bar, how long.

    >>> [(str(at), number) for at, number, _ in at_beats(Metre(3, 4), Fraction(2), Fraction(5))]
    [('2', 2), ('3', 0), ('4', 1)]
    """
    bar = begin // metre.quarters
    while bar * metre.quarters < end:
        at = bar * metre.quarters
        for number, length in enumerate(metre.groups):
            if begin <= at < end:
                yield Fraction(at), number, min(length, end - at)
            at += length
        bar += 1


def chord_at(chords: Sequence[HeldChord], at: Fraction) -> HeldChord | None:
    """The chord that is held at a beat."""
    return next((one for one in chords if one.start <= at < one.start + one.length), None)
