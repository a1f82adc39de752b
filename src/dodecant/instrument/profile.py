"""Instrument profiles, read from a data file."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import pairwise
from typing import Any, Literal, get_args

from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName, Pitch

_WRITTEN_C = Pitch(0, 0, 4)

Clef = Literal["treble", "alto", "bass"]
FingeringFamily = Literal["fretted", "keyboard", "slide", "valves", "diatonic-harmonica", "chromatic-harmonica"]


@dataclass(frozen=True)
class Reach:
    """The lowest and highest written pitch, both included."""

    low: Pitch
    high: Pitch

    @classmethod
    def between(cls, low: int, high: int) -> Reach:
        """From one MIDI number to another, plainly named.

        >>> Reach.between(61, 82).text
        'C♯4 to B♭5'
        """
        return cls(Pitch.plainly(low), Pitch.plainly(high))

    def holds(self, low: int, high: int) -> bool:
        """Whether a span of written MIDI numbers lies inside."""
        return self.low.midi <= low and high <= self.high.midi

    @property
    def text(self) -> str:
        """'E3 to C6'."""
        return f"{self.low.text} to {self.high.text}"


@dataclass(frozen=True)
class Tuning:
    """Open strings by a name, as written pitches from the lowest: "D3 A3 D4 G4 B4 E5"."""

    name: str
    text: str


def read_tuning(text: str) -> tuple[Pitch, ...]:
    """Open strings from the highest, read from a text that names them from the lowest; raises MusicError.

    >>> [pitch.text for pitch in read_tuning("E2 A2 D3 G3")]
    ['G3', 'D3', 'A2', 'E2']
    """
    strings = tuple(Pitch.parse(name) for name in text.split())
    if not 3 <= len(strings) <= 8:
        raise MusicError(f"This tuning has {len(strings)} strings.", cure="Name three to eight, from the lowest.")
    if any(high.midi <= low.midi for low, high in pairwise(strings)):
        raise MusicError("These strings do not rise.", cure="Name them from the lowest to the highest.")
    return strings[::-1]


@dataclass(frozen=True)
class FingeringData:
    """How an instrument shows its fingering: the family, and what that needs; none where it has no family.

    Open `strings` are written pitches from the highest, `frets` how many there are, `tunings` other usual ones;
    `fundamental` is that of a brass instrument's open tube, as written; `trigger` tells whether there is one.
    """

    family: FingeringFamily | None = None
    strings: tuple[Pitch, ...] = ()
    frets: int = 0
    fundamental: Pitch | None = None
    trigger: bool = False
    tunings: tuple[Tuning, ...] = ()


@dataclass(frozen=True)
class Instrument:
    """One instrument: its section, clef, transposition (added to a written pitch to get the sounding one), reach as
    written.

    `sounds_steps` and `sounds_half_steps` are the transposition in staff steps and half steps: -1 and -2 for an
    instrument in B♭. `midi_program` is its 0-based General MIDI program; `chords` tells whether it strikes
    several tones together; one with `two_staves` has what is beside its line on the second.
    """

    id: str
    name: str
    section: str
    clef: Clef
    sounds_steps: int
    sounds_half_steps: int
    full: Reach
    comfortable: Reach
    midi_program: int
    chords: bool = False
    two_staves: bool = False
    fingering: FingeringData = FingeringData()

    @property
    def key(self) -> NoteName | None:
        """The tone that sounds when a C is read; None where it is a C.

        >>> from dodecant.tables import load_tables
        >>> [load_tables().instruments.get(name).key for name in ("trumpet", "guitar")]
        [NoteName(letter=6, alteration=-1), None]
        """
        name = self.sounding(_WRITTEN_C).name
        return None if name.pitch_class == 0 else name

    @property
    def full_name(self) -> str:
        """'trumpet in B♭'; a part for a group has its key in its name."""
        named = self.key is None or self.name.endswith(f" in {self.key.text}")
        return self.name if named or self.key is None else f"{self.name} in {self.key.text}"

    def raised(self, steps: int, half_steps: int) -> Instrument:
        """The same instrument in another size: its range is moved, and what is read sounds as before."""
        if (steps, half_steps) == (0, 0):
            return self
        full, comfortable = (
            Reach(reach.low.moved(steps, half_steps), reach.high.moved(steps, half_steps))
            for reach in (self.full, self.comfortable)
        )
        return replace(self, full=full, comfortable=comfortable)

    def tuned(self, strings: tuple[Pitch, ...]) -> Instrument:
        """The same instrument with other open strings (from the highest): its range begins with the lowest."""
        lowest = strings[-1]
        return replace(
            self,
            full=Reach(lowest, self.full.high),
            comfortable=Reach(lowest, self.comfortable.high),
            fingering=replace(self.fingering, strings=strings),
        )

    def sounding(self, written: Pitch) -> Pitch:
        """The pitch that sounds when this one is read."""
        return written.moved(self.sounds_steps, self.sounds_half_steps)


@dataclass(frozen=True)
class InstrumentTable:
    """All instruments, in the order of the data file."""

    instruments: tuple[Instrument, ...]

    @cached_property
    def _by_id(self) -> dict[str, Instrument]:
        return {instrument.id: instrument for instrument in self.instruments}

    def get(self, instrument_id: str) -> Instrument:
        """The instrument with this id; raises MusicError when there is none."""
        try:
            return self._by_id[instrument_id]
        except KeyError:
            known = ", ".join(self._by_id)
            raise MusicError(
                f"There is no instrument called “{instrument_id}”", cure=f"Choose one of: {known}."
            ) from None


def read_instruments(text: str) -> InstrumentTable:
    """Read and check the table (TOML); raises MusicError naming the row that is wrong."""
    found = []
    for row in tomllib.loads(text)["instrument"]:
        full, comfortable = (_reach(row[key]) for key in ("full", "comfortable"))
        if not full.holds(comfortable.low.midi, comfortable.high.midi):
            raise MusicError(f"{row['id']}: the comfortable reach must lie inside the full one")
        steps, half_steps = row["sounds"]
        if row["clef"] not in get_args(Clef) or not row["source"]:
            raise MusicError(f"{row['id']}: a clef of {', '.join(get_args(Clef))}, and a source for its ranges")
        who = row["id"], row["name"], row["section"], row["clef"], steps, half_steps, full, comfortable, row["midi"]
        found.append(Instrument(*who, row.get("chords", False), row.get("two_staves", False), _fingering(row)))
    return InstrumentTable(tuple(found))


def _fingering(row: Mapping[str, Any]) -> FingeringData:
    family = row.get("fingering")
    if family is not None and family not in get_args(FingeringFamily):
        raise MusicError(f"{row['id']}: {family} is no family of fingerings")
    fundamental = row.get("fundamental")
    if (family == "fretted") != ("strings" in row) or (family == "valves") != (fundamental is not None):
        raise MusicError(f"{row['id']}: fretted instruments have strings, those with valves a fundamental")
    return FingeringData(
        family,
        tuple(Pitch.parse(text) for text in row.get("strings", ())),
        row.get("frets", 0),
        None if fundamental is None else Pitch.parse(fundamental),
        row.get("trigger", False),
        tuple(_tuning(row["id"], *pair) for pair in row.get("tunings", {}).items()),
    )


def _tuning(instrument: str, name: str, text: str) -> Tuning:
    try:
        read_tuning(text)
    except MusicError as error:
        raise MusicError(f"{instrument}, {name}: {error.message}", cure=error.cure) from None
    return Tuning(name, text)


def _reach(pair: list[str]) -> Reach:
    low, high = (Pitch.parse(text) for text in pair)
    if low.midi >= high.midi:
        raise MusicError(f"{low.text} must lie below {high.text}")
    return Reach(low, high)
