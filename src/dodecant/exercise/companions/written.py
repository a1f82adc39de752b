"""What is played or sounds beside the line of a strip: worked out at sounding pitch, written on a staff of its own."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache
from itertools import cycle, groupby
from typing import Final

from dodecant.exercise.harmony.timeline import TimedChord, anticipated
from dodecant.exercise.harmony.voicings import harmonic, voiced
from dodecant.exercise.notation.bars import begun_in, write_bars, write_chord_signs
from dodecant.exercise.notation.score import CompanionChord, CompanionPart, Strip
from dodecant.exercise.notation.signature import fifths_for, signature_alterations
from dodecant.exercise.notation.tones import as_read
from dodecant.exercise.recipe.cell import parse_degrees
from dodecant.exercise.recipe.companions import Companion, Doubling, Drone, Early, Fifths, Vamp, Voicings
from dodecant.exercise.recipe.document import PlainFor, Recipe
from dodecant.exercise.recipe.rhythm.note_values import BEATS, NoteValue
from dodecant.instrument.profile import Clef
from dodecant.music.core.chord import Chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.metre import Metre
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.progressions.changes_text import parse_changes

_LOW = range(36, 48)  # where the root of fifths and drones lies: C2 to B2
_MIDDLE_C = 60
_STRETCHING: Final = ("half", "quarter", "eighth", "sixteenth")  # note values that a vamp's bars stretch with


def companion_parts(recipe: Recipe, strip: Strip, metre: Metre) -> tuple[CompanionPart, ...]:
    """Everything that goes beside a strip, in the recipe's order."""
    return tuple(_beside(recipe, companion, strip, metre) for companion in recipe.companions)


def _beside(recipe: Recipe, companion: Companion, strip: Strip, metre: Metre) -> CompanionPart:
    plain = recipe.spelling.plain
    struck = tuple(
        CompanionChord(start, length, _chord_as_read(pitches, plain))
        for start, length, pitches in _struck(companion, strip, metre, recipe.placement.value)
        if length > 0
    )
    return written_part(companion.kind, struck, recipe, strip, metre, written=companion.written)


@lru_cache(maxsize=2048)
def _chord_as_read(pitches: tuple[Pitch, ...], plain: PlainFor) -> tuple[Pitch, ...]:
    return tuple(as_read(pitch, plain) for pitch in pitches)


def written_part(
    kind: str, struck: tuple[CompanionChord, ...], recipe: Recipe, strip: Strip, metre: Metre, *, written: bool = True
) -> CompanionPart:
    """What is struck beside a strip on a staff of its own, with its clef, values and accidentals."""
    fifths = fifths_for(strip.stop.sounding) if recipe.spelling.signature else 0
    clef = _clef(pitch.midi for one in struck for pitch in one.pitches)
    spans = [(one.start, one.length) for one in struck]
    bars = write_bars(spans, metre, begin=strip.begin, end=strip.end, full=False)  # the strip says where it ends
    chords, normal = [one.pitches for one in struck], signature_alterations(fifths)
    signs = write_chord_signs(begun_in(bars), chords, normal, cautionary=recipe.spelling.cautionary)
    return CompanionPart(kind, written, clef, struck, bars, tuple(signs), fifths)


def in_one_clef(strips: Sequence[Strip]) -> list[Strip]:
    """The strips of an exercise, each companion in the same clef in all of them."""
    of_each = zip(*(strip.companions for strip in strips), strict=True)
    heights = [[pitch.midi for part in parts for one in part.chords for pitch in one.pitches] for parts in of_each]
    clefs = [_clef(several) for several in heights]
    return [
        replace(strip, companions=tuple(map(_with_clef, strip.companions, clefs))) if strip.companions else strip
        for strip in strips
    ]


def _with_clef(part: CompanionPart, clef: Clef) -> CompanionPart:
    return part if part.clef == clef else replace(part, clef=clef)


def _clef(heights: Iterable[int]) -> Clef:
    every = list(heights)
    return "bass" if sum(every) < _MIDDLE_C * len(every) else "treble"


def _struck(companion: Companion, strip: Strip, metre: Metre, value: NoteValue) -> Iterator[CompanionChord]:
    match companion:
        case Doubling():
            for note in strip.notes:
                pitch = note.tone.sounding.moved(7 * companion.octaves, 12 * companion.octaves)
                yield CompanionChord(note.start, note.length, (pitch,))
        case Drone():
            early = _again_with_each_chord(companion, strip)
            yield from early or [_drone(companion, strip)]
        case Fifths():
            spans = _spans(strip)
            struck = [one for over in spans for one in _fifths(companion, over, metre)]
            yield from _early(struck, {over.start for over in spans[1:]}, companion.anticipated)
        case Voicings():
            yield from _voicings(companion, strip)
        case Vamp():
            yield from _vamp(companion, strip, metre, value)


def _spans(strip: Strip) -> list[TimedChord]:
    """The chords and sounds of a strip in time, each once; without changes the strip's own sounds."""
    stop = strip.stop
    if stop.chords_sounding:
        found: list[TimedChord] = []
        for _, same in groupby(stop.chords_sounding, key=lambda over: (over.chord, over.sound)):
            every = list(same)
            if every[0].sound is not None:
                first = every[0]
                if len(every) > 1:
                    first = first._replace(length=sum((one.length for one in every), start=Fraction(0)))
                found.append(first)
        return found
    sounds = [stop.sounding]
    starts = [strip.begin]
    if stop.chain:
        sounds = [next(same)[1] for _, same in groupby(stop.chain, key=lambda pair: pair[1])]
        starts = [start for start, _ in strip.labels] or starts
    ends = [*starts[1:], strip.end]
    chord = stop.in_key.chord[1] if stop.in_key else None
    return [
        TimedChord(start, end - start, chord, sound) for start, end, sound in zip(starts, ends, sounds, strict=False)
    ]


def _drone(companion: Drone, strip: Strip) -> CompanionChord:
    (degree,) = parse_degrees(companion.degree)
    tone = _low(degree.name_above(strip.stop.sounding.tonic))
    pitches = (tone, tone.moved(4, 7)) if companion.fifth else (tone,)
    return CompanionChord(strip.begin, strip.end - strip.begin, pitches)


def _again_with_each_chord(companion: Drone, strip: Strip) -> list[CompanionChord]:
    """The drone struck again whenever a chord comes, early; nothing where it is held from end to end."""
    spans = _spans(strip)
    if companion.anticipated == "no" or len(spans) < 2:
        return []
    held = _drone(companion, strip).pitches
    ends = [*(over.start for over in spans[1:]), strip.end]
    starts = [strip.begin, *(over.start for over in spans[1:])]
    struck = [CompanionChord(start, end - start, held) for start, end in zip(starts, ends, strict=True)]
    return _early(struck, set(starts[1:]), companion.anticipated)


def _early(struck: list[CompanionChord], starts: set[Fraction], early: Early) -> list[CompanionChord]:
    """What is struck on certain beats comes so much before them, where what is before lasts longer than that."""
    by = Fraction(0) if early == "no" else BEATS[early]
    found: list[CompanionChord] = []
    for one in struck:
        if by and found and one.start in starts and found[-1].length > by:
            found[-1] = found[-1]._replace(length=one.start - by - found[-1].start)
            one = one._replace(start=one.start - by, length=one.length + by)
        found.append(one)
    return found


def _fifths(companion: Fifths, over: TimedChord, metre: Metre) -> Iterator[CompanionChord]:
    """Root and fifth in every bar of a chord, or the fifth in turn with the sixth on every beat or group."""
    root, fifth, sixth = _root_fifth_sixth(over)
    places = list(_bars_of(over, metre))
    if companion.moving:
        places = [place for bar, _ in places for place in _groups_from(bar, over, metre)]
    for number, (start, length) in enumerate(places):
        upper = sixth if companion.moving and number % 2 else fifth
        yield CompanionChord(start, length, (root, upper))


def _root_fifth_sixth(over: TimedChord) -> tuple[Pitch, Pitch, Pitch]:
    """The sixth is the sound's own where it has one above the chord's root."""
    sound = over.sound
    assert sound is not None  # noqa: S101 - only what sounds has spans
    altered = over.chord.quality.fifths[:1] if over.chord else ()
    root = over.chord.root if over.chord else sound.tonic
    own = {degree.number: degree for degree in reversed(sound.scale.degrees_above(root, sound.tonic))}
    fifth = Degree(5, altered[0]) if altered else own.get(5, Degree(5))
    sixth = own.get(6, Degree(6))
    low = _low(root)
    return low, fifth.above(low), sixth.above(low)


def _bars_of(over: TimedChord, metre: Metre) -> Iterator[tuple[Fraction, Fraction]]:
    """The bars (or parts of bars) of a span."""
    now, end = over.start, over.start + over.length
    while now < end:
        till = min(end, (now // metre.quarters + 1) * metre.quarters)
        yield now, till - now
        now = till


def _groups_from(start: Fraction, over: TimedChord, metre: Metre) -> Iterator[tuple[Fraction, Fraction]]:
    """The beats or groups of the bar a place lies in, from it on, inside a span."""
    bar = start // metre.quarters * metre.quarters
    end = min(over.start + over.length, bar + metre.quarters)
    now = bar
    for group in metre.groups:
        if start <= now < end:
            yield now, min(group, end - now)
        now += group


def _voicings(companion: Voicings, strip: Strip) -> Iterator[CompanionChord]:
    spans = [over for over in _spans(strip) if over.sound is not None]
    chords = [harmonic(over.chord, over.sound) for over in spans if over.sound is not None]
    low, high = (Pitch.parse(text).midi if text else None for text in (companion.lowest, companion.highest))
    early = companion.anticipated
    placed = anticipated(spans, BEATS[early]) if early != "no" else spans
    for over, pitches in zip(placed, voiced(chords, companion.form, companion.hand, low, high), strict=True):
        yield CompanionChord(over.start, over.length, pitches)


def _vamp(companion: Vamp, strip: Strip, metre: Metre, value: NoteValue) -> Iterator[CompanionChord]:
    sound = strip.stop.sounding
    spans = list(_vamped(companion, sound.tonic, strip, metre, value))
    chords = [harmonic(chord, sound) for _, _, chord in spans]
    for (start, length, _), pitches in zip(spans, voiced(chords, companion.form, companion.hand), strict=True):
        yield CompanionChord(start, length, pitches)


def vamp_names(recipe: Recipe, strip: Strip, metre: Metre) -> tuple[tuple[Fraction, Chord], ...]:
    """The chords of a vamp beside a strip as they are read, where each begins; none without one."""
    vamps = [companion for companion in recipe.companions if isinstance(companion, Vamp)]
    tonic, value = strip.stop.written.tonic, recipe.placement.value
    return tuple((start, chord) for one in vamps[:1] for start, _, chord in _vamped(one, tonic, strip, metre, value))


def _vamped(
    companion: Vamp, tonic: NoteName, strip: Strip, metre: Metre, value: NoteValue
) -> Iterator[tuple[Fraction, Fraction, Chord]]:
    """Start, length (in beats) and chord, from the first full bar to the end of the strip; N.C. is silent."""
    changes = parse_changes(companion.text)
    stretched = BEATS[value] / BEATS["eighth"] if value in _STRETCHING else Fraction(1)
    slots = list(zip(changes.slots, changes.chords_on(tonic), strict=True))
    beat = Fraction(4, changes.bars[0].metre.unit)
    now = -(-strip.begin // metre.quarters) * metre.quarters
    for slot, chord in cycle(slots):
        if now >= strip.end:
            return
        length = slot.beats * beat * stretched
        if chord is not None:
            yield now, min(length, strip.end - now), chord
        now += length


def _low(name: NoteName) -> Pitch:
    """A tone in the low octave."""
    pitch = Pitch(name.letter, name.alteration, 2)
    while pitch.midi not in _LOW:
        pitch = pitch.moved(7, 12) if pitch.midi < _LOW[0] else pitch.moved(-7, -12)
    return pitch
