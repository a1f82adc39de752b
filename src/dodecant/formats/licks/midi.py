"""A lick from a standard MIDI file: the track with the most notes; markers that are chord symbols are its chords."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Iterable, Sequence
from fractions import Fraction
from io import BytesIO

import mido

from dodecant.exercise.recipe.lick_text import MOST_BARS
from dodecant.formats.licks.line import NoteEvent, ReadLick, as_lick, check_metre
from dodecant.formats.musicxml.source import refused
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import parse_chord, parse_quality, print_chord
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.scales.hearing import heard_degree

_LARGEST = 200_000  # bytes
_MOST_EVENTS = 20_000
_LONGEST = 2_000  # beats: what comes later is not read
_HOMES = ("G♭", "D♭", "A♭", "E♭", "B♭", "F", "C", "G", "D", "A", "E", "B", "F♯")
_MAJOR = parse_quality("")


def lick_from_midi(data: bytes) -> ReadLick:
    """The track with the most notes, moved to sixteenths or triplets; markers that are chord symbols are its chords."""
    if len(data) > _LARGEST:
        raise refused("This MIDI file is too large for a lick.", f"Choose one of at most {_LARGEST // 1000} kB.")
    try:
        song = mido.MidiFile(file=BytesIO(data), clip=True)
    except Exception:  # whatever the library throws at a broken file, the file is at fault
        raise refused("This MIDI file cannot be read.", "Export it again as a standard MIDI file.") from None
    if sum(map(len, song.tracks)) > _MOST_EVENTS:
        raise refused("There is too much in this MIDI file.", f"Choose one of at most {_MOST_EVENTS} events.")
    if song.ticks_per_beat <= 0 or song.type == 2:
        raise refused("This MIDI file is not counted in beats.", "Export it as type 0 or 1, in ticks to the beat.")
    beats, home, chords = 4, "C", dict[Fraction, Chord]()
    for now, message in (
        (now, message) for track in song.tracks for now, message in _timed(track, song.ticks_per_beat)
    ):
        if message.type == "time_signature" and now == 0:
            beats = message.numerator * 4 // message.denominator if message.denominator in (4, 2) else 0
        elif message.type == "key_signature" and now == 0:
            home = message.key.removesuffix("m").replace("b", "♭").replace("#", "♯")
        elif message.type in ("marker", "text", "cue_marker"):
            chord = _chord(message.text)
            if chord is not None:
                chords[now] = chord
    track = max(song.tracks, key=lambda one: sum(message.type == "note_on" for message in one), default=None)
    raw = [] if track is None else _sounding(track, song.ticks_per_beat)
    check_metre(beats)
    over = _from_markers(chords, beats) if chords else home
    adjustments = [] if chords else [f"There are no chords in the file: {home} was taken."]
    places = sorted(chords)
    events = [NoteEvent(start, end, _spelled(midi, start, places, chords, home)) for start, end, midi in raw]
    return as_lick(events, over, beats, Fraction(0), adjustments)


def _timed(track: Iterable[mido.Message], ticks: int) -> Iterable[tuple[Fraction, mido.Message]]:
    now = 0
    for message in track:
        now += int(message.time)
        if now > _LONGEST * ticks:
            return
        yield Fraction(now, ticks), message


def _sounding(track: Iterable[mido.Message], ticks: int) -> list[tuple[Fraction, Fraction, int]]:
    """Start, end and MIDI number of every note; one without an end is left out."""
    open_notes: dict[tuple[int, int], Fraction] = {}
    found: list[tuple[Fraction, Fraction, int]] = []
    for now, message in _timed(track, ticks):
        if message.type not in ("note_on", "note_off") or message.channel == 9:
            continue
        key = (message.channel, message.note)
        if key in open_notes:
            start = open_notes.pop(key)
            if now > start:
                found.append((start, now, message.note))
        if message.type == "note_on" and message.velocity > 0:
            open_notes[key] = now
    return sorted(found)


def _chord(text: str) -> Chord | None:
    try:
        return parse_chord(text.strip()[:40].replace("♭", "b").replace("♯", "#"))
    except MusicError:
        return None


def _from_markers(chords: dict[Fraction, Chord], beats: int) -> str:
    """Chords on whole beats as bars, a / for every beat on which one stays."""
    last = int(max(chords) // beats)
    places = {round(start): chord for start, chord in sorted(chords.items())}
    bars, held = [], places[min(places)]
    for bar in range(min(last + 1, MOST_BARS)):
        words = []
        for beat in range(bar * beats, (bar + 1) * beats):
            held_before, held = held, places.get(beat, held)
            words.append(_symbol(held) if beat % beats == 0 or held is not held_before else "/")
        bars.append(words[0] if set(words[1:]) <= {"/"} else " ".join(words))
    return f"| {' | '.join(bars)} |"


def _symbol(chord: Chord) -> str:

    return print_chord(chord).replace(" ", "")


def _spelled(midi: int, start: Fraction, places: Sequence[Fraction], chords: dict[Fraction, Chord], home: str) -> Pitch:
    """A MIDI number as the chord that sounds would name it; `places` are those of the chords, in order."""
    before = bisect_right(places, start)
    chord = chords[places[max(0, before - 1)]] if places else None
    root = chord.root if chord else NoteName.parse(home if home in _HOMES else "C")
    height = (midi - root.pitch_class) % 12
    name = heard_degree(height, chord.quality if chord else _MAJOR).name_above(root).without_doubles()
    octave = (midi - Pitch(name.letter, name.alteration, 0).midi) // 12
    return Pitch(name.letter, name.alteration, octave)
