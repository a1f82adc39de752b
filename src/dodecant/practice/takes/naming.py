"""What was played instead of a note, as a player would call it."""

from __future__ import annotations

from typing import Final

from dodecant.exercise.harmony.timeline import Sound
from dodecant.music.core.degree import Degree
from dodecant.music.scales.scale import Scale, ScaleCatalogue
from dodecant.practice.takes.due import DueNote

_OCTAVE: Final = 12
_SEVEN: Final = 7
_PLAIN: Final = tuple(map(Degree.parse, ["1", "♭2", "2", "♭3", "3", "4", "♯4", "5", "♭6", "6", "♭7", "7"]))


def added_tone(sound: Sound, catalogue: ScaleCatalogue) -> Degree | None:
    """The tone that was added to a scale of seven: without it, one serves the same chord.

    >>> from dodecant.music.core.pitch import NoteName
    >>> from dodecant.tables import load_tables
    >>> scales = load_tables().scales
    >>> added_tone(Sound(NoteName(0), scales.get("bebop-dominant")), scales)
    Degree(number=7, alteration=0)
    """
    scale = sound.scale
    if len(scale.degrees) != _SEVEN + 1 or not scale.serves:
        return None
    for degree in scale.degrees[1:]:
        left = scale.pitch_classes - {degree.half_steps % _OCTAVE}
        plain = next((one for one in catalogue.scales if one.pitch_classes == left), None)
        if plain is not None and scale.serves[0] in plain.serves:
            return degree
    return None


def degree_played(due: DueNote, pitch: int) -> Degree:
    """What was played instead of a note (MIDI number), as a player would call it: a degree of the sound if it is one,
    else the usual name over the root. Beside a 5 it is ♭5 or ♯5; elsewhere the same tones are ♯4 and ♭6.
    """
    played = degree_in(due.sound, pitch)
    away = played.half_steps % _OCTAVE - due.degree.half_steps % _OCTAVE
    if due.degree == Degree(5, 0) and abs(away) == 1 and due.sound.degree_of(pitch) is None:
        return Degree(5, away)
    return played


def degree_in(sound: Sound, pitch: int) -> Degree:
    """What a pitch (MIDI number) is in a sound: of its own degrees, else as it is usually named over a root."""
    own = sound.degree_of(pitch)
    return own or _PLAIN[(pitch - sound.tonic.pitch_class) % _OCTAVE]


def sound_of(due: DueNote, played: Degree, catalogue: ScaleCatalogue) -> Scale | None:
    """The common scale that has what was played instead of what was due, all else alike."""
    wanted = {degree.half_steps % _OCTAVE for degree in due.sound.scale.degrees if degree != due.degree}
    wanted.add(played.half_steps % _OCTAVE)
    if len(wanted) != len(due.sound.scale.degrees):
        return None
    return next((one for one in catalogue.scales if one.pitch_classes == wanted), None)
