"""What has been done and how well: key by sound by position by note value, with its holes, and what comes next."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import date
from typing import Final, NamedTuple

from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import USUAL
from dodecant.music.scales.scale import ScaleCatalogue

_RUSTY: Final = 28  # days after which what was ready wants to be played again


class CoverageCell(NamedTuple):
    """A key (pitch class of the tonic as read), a sound, a position (empty where the hand is free), a note value."""

    key: int
    sound: str
    position: str
    value: str


class Done(NamedTuple):
    """What was done in a cell: how often, the best tempo that was comfortable, the best of all (BPM), the last day."""

    cell: CoverageCell
    times: int
    comfortable: int | None
    best: int | None
    last: date


class Week(NamedTuple):
    """The minutes of a week by the day it begins on, and on how many days."""

    begin: date
    minutes: float
    days: int


class SlipCount(NamedTuple):
    """How often a degree of a sound slipped, and how; in which keys (pitch classes), and up to which tempo (BPM)."""

    sound: str
    degree: str
    kind: str
    times: int
    keys: tuple[int, ...] = ()
    tempo: int | None = None


class Side(NamedTuple):
    """A side of the dial: how far its key has come (0 to 1), the comfortable tempo, the last day."""

    key: int
    ready: float
    tempo: int | None
    last: date | None


class Next(NamedTuple):
    """A key that comes next, and why."""

    key: int
    why: str


def readiness(done: Done, tempo: int) -> float:
    """How far a cell has come towards a tempo (BPM): 1 where it was comfortable at it; pushed to, half of that counts.

    >>> readiness(Done(CoverageCell(0, "Dorian", "", "eighth"), 3, 72, 96, date(2026, 11, 2)), 96)
    0.75
    """
    return ready_at(done.comfortable, done.best, tempo)


def ready_at(comfortable: int | None, best: int | None, tempo: int) -> float:
    """The same of the best tempo that was comfortable and the best of all (BPM), where there are any."""
    return max(min(1.0, (comfortable or 0) / tempo), min(1.0, (best or 0) / tempo) / 2)


def dial(done: Iterable[Done], sound: str, tempo: int, value: str = "") -> tuple[Side, ...]:
    """The twelve sides of a sound (in a note value, if one is given), each as far as its key has come."""
    sides: dict[int, Side] = {key: Side(key, 0.0, None, None) for key in range(12)}
    for one in done:
        if one.cell.sound != sound or (value and one.cell.value != value):
            continue
        before = sides[one.cell.key]
        tempos = [tempo for tempo in (before.tempo, one.comfortable) if tempo is not None]
        sides[one.cell.key] = Side(
            one.cell.key,
            max(before.ready, readiness(one, tempo)),
            max(tempos, default=None),
            max(before.last or one.last, one.last),
        )
    return tuple(sides.values())


def holes(done: Iterable[Done], wanted: Sequence[CoverageCell]) -> tuple[CoverageCell, ...]:
    """Those of the wanted cells in which nothing was done yet, in order."""
    there = {one.cell for one in done}
    return tuple(cell for cell in wanted if cell not in there)


def wanted_cells(
    sounds: Sequence[str], positions: Sequence[str] = ("",), values: Sequence[str] = ("",)
) -> tuple[CoverageCell, ...]:
    """Twelve keys of every sound in every position and note value.

    >>> len(wanted_cells(["Dorian", "Aeolian", "melodic minor", "harmonic minor"]))
    48
    """
    return tuple(
        CoverageCell(key, sound, position, value)
        for sound in sounds
        for position in positions
        for value in values
        for key in range(12)
    )


def yet_to_begin(
    begun: Iterable[tuple[str, str, str]], sounds: Sequence[str], positions: Sequence[str], values: Sequence[str]
) -> list[tuple[str, str, str]]:
    """Of sounds (all that are begun, where none is named), positions and note values, what is not begun. Where no
    position or value is named, those of the sound that are begun hold.

    >>> yet_to_begin([("Dorian", "", "eighth")], ["Dorian", "Lydian"], [], ["eighth", "triplet"])
    [('Dorian', '', 'triplet'), ('Lydian', '', 'eighth'), ('Lydian', '', 'triplet')]
    """
    there = set(begun)
    found = []
    for sound in dict.fromkeys(sounds) if sounds else sorted({row[0] for row in there} if positions or values else ()):
        own = [row[1:] for row in sorted(there) if row[0] == sound] or [("", "")]
        where = positions or [position for position, _ in own]
        what = values or [value for _, value in own]
        found += [row for position in where for value in what if (row := (sound, position, value)) not in there]
    return list(dict.fromkeys(found))


def next_keys(sides: Sequence[Side], today: date, names: Mapping[int, str], many: int = 3) -> tuple[Next, ...]:
    """The keys that come next: those not begun in the order of the sides, then the weakest, then the rusty ones."""
    begun = [side for side in sides if side.last is not None]
    found = [Next(side.key, f"{names[side.key]}: not begun yet") for side in sides if side.last is None]
    for side in sorted(begun, key=lambda one: (one.ready, one.key)):
        if side.ready < 1:
            at = f" at {side.tempo}" if side.tempo else ""
            found.append(Next(side.key, f"{names[side.key]}: the weakest{at}"))
    for side in begun:
        days = (today - side.last).days if side.last else 0
        if side.ready >= 1 and days >= _RUSTY:
            found.append(Next(side.key, f"{names[side.key]}: ready, but {days} days ago"))
    return tuple(found[:many])


def key_names(sound: str, catalogue: ScaleCatalogue) -> dict[int, str]:
    """What the twelve keys of a sound are usually called, by pitch class."""
    scale = catalogue.named(sound)
    names = [NoteName.parse(name) for name in USUAL[scale.colour if scale else "major"]]
    return {name.pitch_class: name.text for name in names}


def twins(sound: str, catalogue: ScaleCatalogue) -> int | None:
    """How many distinct forms a symmetric sound has, where it has fewer than twelve; else None.

    >>> from dodecant.tables import load_tables
    >>> [twins(name, load_tables().scales) for name in ("whole tone", "augmented", "Dorian")]
    [2, 4, None]
    """
    scale = catalogue.named(sound)
    if scale is None:
        return None
    tones = scale.pitch_classes
    forms = {frozenset((tone + key) % 12 for tone in tones) for key in range(12)}
    return len(forms) if len(forms) < 12 else None
