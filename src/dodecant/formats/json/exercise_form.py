"""The form of an exercise document: what each of its fields is."""

from __future__ import annotations

from typing import Required

from typing_extensions import TypedDict

from dodecant.exercise.notation.score import Role
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.wording.sentence import PhraseId
from dodecant.instrument.profile import FingeringFamily


class PitchOut(TypedDict):
    """A spelled pitch and its MIDI number (C4 = 60)."""

    name: str
    midi: int


class FingerUnderOut(TypedDict, total=False):
    """What plays a tone that is struck under another."""

    string: int
    fret: int
    finger: Required[int]


class FingeringOut(TypedDict, total=False):
    """What the hand does for a note, by the family of its instrument (`kind`), and what of that is written (`text`).

    Strings are counted from the highest, frets from 1 (0 is open), fingers from the index finger, on keyboards from the
    thumb; `position` is the fret of the first finger or the slide's; `cents` tell how far a partial is off; valves are
    "13", "0" for none; a hole is blown or drawn, bent down by half steps, blown `over`, or with the slide pressed.
    What is struck together has the tones `under` the highest too, downwards; where both hands play the
    line, `other_hand` is the finger of the left.
    """

    kind: Required[FingeringFamily]
    text: Required[str]
    string: int
    fret: int
    finger: int
    position: int
    outside: bool
    partial: int
    trigger: bool
    cents: int
    valves: str
    sharp: bool
    hole: int
    breath: str
    bend: int
    over: bool
    slide: bool
    under: list[FingerUnderOut]
    other_hand: int


class NoteOut(TypedDict):
    """A note, and what is struck under it.

    `start` (from the strip's first barline) and `length` are beats as exact fractions: "7/2". In sound, where it may
    swing or be short, it begins at `sounds_at` and lasts for `sounds_for` beats.
    """

    id: str
    start: str
    length: str
    written: PitchOut
    sounding: PitchOut
    degree: str
    step: int | None
    number: str
    role: Role
    accent: bool
    short: bool
    sounds_at: float
    sounds_for: float
    lower_tones: list[PitchOut]
    fingering: FingeringOut | None


class BarOut(TypedDict):
    """A bar, numbered from 1 within its strip, with the notes that begin in it."""

    number: int
    notes: list[NoteOut]


class SoundOut(TypedDict):
    """A scale on a tonic."""

    text: str
    tonic: str
    scale: str


class CompanionChordOut(TypedDict):
    """Tones struck together: start, length and time in sound as in notes; sounding pitches."""

    start: str
    length: str
    sounds_at: float
    sounds_for: float
    pitches: list[PitchOut]


class CompanionOut(TypedDict):
    """What goes beside a strip, and whether it is written."""

    kind: str
    written: bool
    chords: list[CompanionChordOut]


class ChordOverOut(TypedDict):
    """A chord over a strip and the beat it comes on, as an exact fraction; its number as written, and the rule that
    holds there (from 0).
    """

    start: str
    symbol: str
    number: int | None
    rule: int | None


class PieceOverOut(TypedDict):
    """A piece of an etude, by its number, and the bar (from 1) it begins in."""

    bar: int
    piece: int


class PassageOut(TypedDict):
    """A passage of a strip that sounds, in quarter notes from its first barline."""

    start: float
    end: float


class PractisedOut(TypedDict):
    """What is practised with a strip, as a logbook tells it: the key (pitch class of the tonic as read), the sound,
    the position (empty where the hand is free), and the note value.
    """

    key: int
    sound: str
    position: str
    value: NoteValue


class StripOut(TypedDict):
    """One strip: its stop, its heading, its bars. `key` is the stop's pitch class as the recipe names keys, `formula`
    the numbers of its sound in order.

    It lasts from `begin` to `end`, in quarter notes from its first barline. `played` are the passages that sound, one
    after another, repeats followed.
    """

    index: int
    heading: str
    key: int
    practised: PractisedOut
    written: SoundOut
    sounding: SoundOut
    formula: str
    octaves_open: int
    begin: float
    end: float
    played: list[PassageOut]
    companions: list[CompanionOut]
    chords: list[ChordOverOut]
    pieces: list[PieceOverOut]
    bars: list[BarOut]


class PhraseOut(TypedDict):
    """A phrase of the sentence; of several of a kind its `place`."""

    id: PhraseId
    lead: str
    text: str
    place: int | None


class CureOut(TypedDict):
    """A cure: apply `patch` to the recipe as a JSON merge patch (RFC 7396)."""

    label: str
    patch: dict[str, object]


class RemarkOut(TypedDict):
    """A remark on a strip (or on the whole, without one; `also` are further ones) and the field it is about."""

    kind: str
    strip: int | None
    also: list[int]
    pointer: str
    text: str
    cures: list[CureOut]


class EtudeRowOut(TypedDict):
    """A figure of an etude: what it is, how much of it there is in the first strip, how much is wanted (or empty)."""

    label: str
    value: str
    wanted: str


class ExerciseOut(TypedDict):
    """The whole exercise; `etude` are the figures of one that is composed.

    `key_names` are what it calls the twelve keys, from C; `explains_joins` tells whether a line goes over from chord to
    chord for reasons one can ask for. `bar` is the length of a bar, `pulse` what the tempo counts, `groups`
    what is counted in a bar, in quarter notes.
    """

    recipe: Recipe
    key_names: list[str]
    explains_joins: bool
    sentence: str
    phrases: list[PhraseOut]
    metre: str
    bar: float
    pulse: float
    groups: list[float]
    bars: int
    seconds: float
    strips: list[StripOut]
    remarks: list[RemarkOut]
    etude: list[EtudeRowOut]
