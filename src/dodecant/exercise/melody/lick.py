"""Licks: read against the chords they came from, so that they can be carried to other keys, sounds and degrees.

A tone of the chord's sound stays where the new sound has it too; else it takes the new sound's tone of its number. A
tone from outside that is resolved by step leans into the tone it resolves to, as an approach or as part of an
enclosure, and keeps its half steps from it. Any other keeps its interval above the root. A note struck half a beat or
less before a chord and held into it belongs to that chord.
"""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import lru_cache
from typing import Literal

from dodecant.exercise.harmony.chord_sounds import harmony
from dodecant.exercise.melody.ladder import Ladder
from dodecant.exercise.recipe.cell import CellTone
from dodecant.exercise.recipe.lick_text import MOST_BARS, LickSign, LickText, read_lick
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.exercise.rhythm.timing import Timing, one_grid
from dodecant.music.chord_scale_fit.fit import Fit
from dodecant.music.core.chord import Chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.metre import Metre
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.progressions.changes_text import parse_changes
from dodecant.music.scales.scale import ScaleCatalogue

LickFunction = Literal["chord", "scale", "approach", "enclosure", "outside"]
_ANTICIPATES = Fraction(1, 2)  # of a beat
_NEAR = 2  # half steps within which a tone resolves


@dataclass(frozen=True, slots=True)
class Lean:
    """A note that leads into another of its lick (by index), so many letters and half steps away from it."""

    target: int
    steps: int
    half_steps: int


@dataclass(frozen=True, slots=True)
class LickTone:
    """A note of a lick without a key: its number in the sound, its exact interval, or what it leans into.

    `exact` is its interval above the root, with octaves; `over` the chord (by number) it belongs to; `start` in beats;
    `where` its place in the text it was read from.
    """

    move: CellTone | tuple[Degree, int] | Lean
    exact: tuple[Degree, int]
    timing: Timing
    start: Fraction
    over: int
    pitch: Pitch
    function: LickFunction
    where: int

    @property
    def was(self) -> Degree:
        """The degree it came from."""
        return self.exact[0]


@dataclass(frozen=True)
class LickChord:
    """A chord a lick came from, with its sound: where it begins, in beats."""

    start: Fraction
    chord: Chord | None
    sound: Fit


@dataclass(frozen=True)
class Lick:
    """A lick worked out. `lead` is how long before the first full bar it begins, `length` the full bars it takes."""

    tones: tuple[LickTone, ...]
    chords: tuple[LickChord, ...]
    lead: Fraction
    length: Fraction


@lru_cache(maxsize=256)
def read_against(
    text: str, over: str, metre: Metre, catalogue: ScaleCatalogue, *, exact: bool = False, pointer: str = "/figure"
) -> Lick:
    """Read a lick against its chords, in bars of a metre; raises RecipeError below the pointer.

    `exact` keeps every interval as it is, whatever the sound.
    """
    written = read_lick(text)
    if metre.unit == 8 and any(sign.length.denominator % 3 == 0 for sign in written.signs):
        message = f"There are no triplets in {metre.text}."
        raise RecipeError([Problem(f"{pointer}/text", message, "Write halves and quarters of a beat.")])
    chords, beats = _chords(over, metre, catalogue, pointer), metre.quarters
    starts = lick_starts(written, beats, pointer)
    notes = [(start, sign) for start, sign in zip(starts, written.signs, strict=True) if sign.cell or sign.pitch]
    first = notes[0][0]
    end = starts[-1] + written.signs[-1].length
    bars = max(1, -int(-end // beats))
    length = bars * beats
    last = notes[-1][0] + notes[-1][1].length
    again = length + first  # where it may begin again
    if again < last or (last > again // 1 and not one_grid(again, last)):
        length += beats
    begins = [chord.start for chord in chords]
    under = [chord_under(start, sign.length, begins) for start, sign in notes]
    pitches = [_pitch(sign, chords[number]) for (_, sign), number in zip(notes, under, strict=True)]
    following = [*(start for start, _ in notes[1:]), length + first]
    tones = []
    for index, ((start, sign), number) in enumerate(zip(notes, under, strict=True)):
        move, as_it_is, function = _analysed(index, pitches, sign, chords[number], exact)
        timing = Timing(sign.length, following[index] - start - sign.length)
        tones.append(LickTone(move, as_it_is, timing, start, number, pitches[index], function, sign.where))
    for before, tone in enumerate(tones[1:]):
        move = tones[before].move
        if tones[before].function == "enclosure" and isinstance(move, Lean) and move.target == before + 2:
            tones[before + 1] = replace(tone, function="enclosure")
    return Lick(tuple(tones), chords, -first, length)


def _chords(over: str, metre: Metre, catalogue: ScaleCatalogue, pointer: str) -> tuple[LickChord, ...]:
    before = f"metre: {metre.text}\n"
    try:
        parse_changes(before + over)
    except MusicError as error:
        where = None if error.where is None else max(0, error.where - len(before))
        raise RecipeError([Problem(f"{pointer}/over", error.message, error.cure, where)]) from None
    worked = harmony(ChangesDocument(text=before + over), catalogue, pointer=f"{pointer}/over")
    changes = worked.changes
    if {bar.metre.quarters for bar in changes.bars} != {metre.quarters}:
        message = f"The chords are not in bars of {metre.text}, as the line is."
        raise RecipeError([Problem(f"{pointer}/over", message, "Leave their metre out.")])
    found: list[LickChord] = []
    now = Fraction(0)
    for bar in changes.played:
        for number in changes.slot_numbers[bar]:
            slot = changes.slots[number]
            sounds = worked.chords[number].sounds
            if sounds:
                found.append(LickChord(now, slot.chord, sounds[0]))
            now += slot.beats * Fraction(4, changes.bars[bar].metre.unit)
    if not found:
        raise RecipeError([Problem(f"{pointer}/over", "There is no chord the lick came from.", "Write one: Dm7")])
    return tuple(found)


def lick_starts(written: LickText, beats: Fraction, pointer: str) -> list[Fraction]:
    """Where every sign begins, in beats from the first full bar; raises RecipeError where a bar does not add up."""
    totals = [Fraction(0)]
    for sign in written.signs:
        totals.append(totals[-1] + sign.length)
    edges = [(totals[count], where) for count, where in written.bars if count]
    pickup = edges[0][0] if edges and edges[0][0] < beats else Fraction(0)
    before = pickup
    for edge, where in edges:
        if edge > pickup and edge != before and (edge - before) % beats:
            message = f"This bar has {_beats(edge - before)}; {beats} are right."
            raise RecipeError([Problem(f"{pointer}/text", message, "Change a length or the barline.", where)])
        before = edge
    if totals[-1] - pickup > MOST_BARS * beats:
        message = f"The lick is longer than {MOST_BARS} bars."
        raise RecipeError([Problem(f"{pointer}/text", message, "Split it.", written.signs[-1].where)])
    starts = [total - pickup for total in totals[:-1]]
    for start, sign in zip(starts, written.signs, strict=True):
        _check_grid(start, sign, starts, pointer)
    return starts


def _check_grid(start: Fraction, sign: LickSign, starts: list[Fraction], pointer: str) -> None:
    """A beat is divided into quarters or into thirds, not into both."""
    end = start + sign.length
    for edge in (start, end):
        beat = edge // 1
        inside = [place - beat for place in (*starts, end) if 0 < place - beat < 1 and place <= end]
        thirds = {place.denominator % 3 == 0 for place in inside}
        fine = all(12 % place.denominator == 0 and place.denominator in (2, 3, 4) for place in inside)
        if len(thirds) > 1 or not fine:
            message = "This beat is not divided into two, three or four."
            raise RecipeError([Problem(f"{pointer}/text", message, "Change a length.", sign.where)])


def _beats(count: Fraction) -> str:
    return f"{count} beat{'' if count == 1 else 's'}"


def chord_under(start: Fraction, length: Fraction, begins: Sequence[Fraction]) -> int:
    """The number of the chord a note belongs to; a note struck just before a chord and held into it is heard in it."""
    now = max(0, bisect_right(begins, start) - 1)
    following = now + 1
    if following < len(begins) and begins[following] - start <= _ANTICIPATES and start + length > begins[following]:
        return following
    return now


def _root(tonic: NoteName) -> Pitch:
    return Pitch(tonic.letter, tonic.alteration, 4)


def _pitch(sign: LickSign, over: LickChord) -> Pitch:
    if sign.pitch is not None:
        return sign.pitch
    cell = sign.cell
    assert cell is not None  # noqa: S101 - rests were left out
    ladder = Ladder(over.sound.tonic, over.sound.scale)
    if cell.insisted is not None:
        pitch = Degree(cell.number, cell.insisted).above(_root(over.sound.tonic))
        return Pitch(pitch.letter, pitch.alteration, pitch.octave + cell.octaves)
    rung = ladder.rung_at(cell.number)
    rung = ladder.nearest_rung(cell.number) if rung is None else rung
    return ladder.pitch(rung + cell.octaves * len(over.sound.scale))


def _analysed(
    index: int, pitches: list[Pitch], sign: LickSign, over: LickChord, exact: bool
) -> tuple[CellTone | tuple[Degree, int] | Lean, tuple[Degree, int], LickFunction]:
    """How a note is carried over, its exact interval, and what it does."""
    pitch, root, scale = pitches[index], _root(over.sound.tonic), over.sound.scale
    own = next((d for d in scale.degrees if (root.midi + d.half_steps - pitch.midi) % 12 == 0), None)
    target = index + 1 if sign.mark == "~" else _target(index, pitches)
    degree = own or Degree.between(over.sound.tonic, pitch.name)
    octaves = (pitch.midi - root.midi - degree.half_steps) // 12
    function: LickFunction = "outside"
    if sign.mark == "~" or (own is None and target == index + 1):
        function = "approach"
    elif own is not None:
        function = "chord" if own in scale.frame else "scale"
    elif target is not None:
        function = "enclosure"
    if exact or sign.mark == "=":
        return (degree, octaves), (degree, octaves), function
    if function in ("approach", "enclosure") and index + 1 < len(pitches):
        return _lean(pitch, pitches, index + 1 if target is None else target), (degree, octaves), function
    move = (degree, octaves) if own is None else CellTone(degree.number, None, octaves)
    return move, (degree, octaves), function


def _lean(pitch: Pitch, pitches: list[Pitch], target: int) -> Lean:
    """So far from its target; a near one takes the letter next to it."""
    half_steps = pitch.midi - pitches[target].midi
    if 0 < abs(half_steps) <= _NEAR:
        return Lean(target, 1 if half_steps > 0 else -1, half_steps)
    return Lean(target, pitch.position - pitches[target].position, half_steps)


def _target(index: int, pitches: list[Pitch]) -> int | None:
    """The note that a note resolves to by step: the one after next from the other side of it, or the next one."""
    here = pitches[index].midi
    following = [pitch.midi for pitch in pitches[index + 1 : index + 3]]
    if len(following) == 2:
        between, target = following
        if (here - target) * (between - target) < 0 and max(abs(here - target), abs(between - target)) <= _NEAR:
            return index + 2
    return index + 1 if following and 0 < abs(following[0] - here) <= _NEAR else None
