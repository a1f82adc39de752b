"""Changes: what is asked and answered."""

from __future__ import annotations

from collections.abc import Iterable
from functools import lru_cache
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from dodecant.backing.changes_playing import played_chords
from dodecant.exercise.harmony.chord_sounds import ChordSounds, harmony_of
from dodecant.exercise.harmony.over_chords import Accepted, ChordUnderSound, ServedStretch, Service, offers
from dodecant.exercise.recipe.part import KeyName
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument, ChangesDraft, ChordChoice
from dodecant.exercise.recipe.sounding.scale_choice import ScaleChoice, choice_of
from dodecant.exercise.remarks.on_choices import lost_choice_text
from dodecant.music.chord_scale_fit.fit import Fit, FitSchool
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.chord_scale_fit.reason import reason
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import HOUSES, House, print_chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName
from dodecant.music.progressions.changes import Changes, Slot
from dodecant.music.progressions.changes_text import numerals_of, read_changes
from dodecant.music.scales.hearing import HeardRole, heard
from dodecant.music.scales.scale import Scale
from dodecant.tables import load_tables

HouseName = Literal["words", "signs"]


class WorkedIn(BaseModel):
    """Changes as typed, and the house style in which chord symbols are printed."""

    draft: ChangesDraft
    house: HouseName = "words"


class FewestIn(BaseModel):
    """Changes, and how good a sound must be for a chord; the chords with chosen sounds keep the first of them."""

    draft: ChangesDocument
    accepted: Accepted = "usual"


class GridIn(BaseModel):
    """Changes, and one sound laid over all of them."""

    draft: ChangesDocument
    tonic: KeyName
    scale: ScaleChoice


class LaidIn(BaseModel):
    """Changes, some of their chords by number, and a sound to lay across them."""

    draft: ChangesDocument
    chords: Annotated[list[Annotated[int, Field(ge=0, le=10_000)]], Field(min_length=1, max_length=400)]
    tonic: KeyName
    scale: ScaleChoice


class TransposedIn(BaseModel):
    """Changes, the tonic they shall stand on, and whether in letters or in numerals."""

    draft: ChangesDocument
    tonic: KeyName | None = None
    numerals: bool = False


class FormOut(BaseModel):
    """A generic form as a text of changes."""

    text: str


class HeardOut(BaseModel):
    """A note of a sound over a chord: its name, the degree it is to the chord, and its role."""

    note: str
    degree: str
    role: HeardRole


class FitOut(BaseModel):
    """A sound for a chord: `root` is its tonic as a degree above the chord's root; the lower the score, the better."""

    name: str
    tonic: str
    scale: ScaleChoice
    root: str
    score: float
    reason: str
    tones: list[HeardOut]


class ChordOut(BaseModel):
    """A chord as written: where its text stands (character and length), its beats, its sounds and other offers.

    `text` is printed in the house style asked for, `symbol` in the one form by which choices know it.
    """

    number: int
    bar: int
    text: str
    symbol: str
    root: str
    numeral: str
    where: int
    length: int
    start: int
    beats: int
    faulty: bool
    notes: list[str]
    sounds: list[FitOut]
    chosen: bool
    offers: list[FitOut]


class ChangesBarOut(BaseModel):
    """A written bar; `key` and `metre` are named where they change, the section where it begins."""

    number: int
    section: str
    key: str
    metre: str
    opens: bool
    closes: bool
    endings: list[int]
    chords: list[int]


class FaultOut(BaseModel):
    """What cannot be read: its place and length in the text, what is wrong, what would be right."""

    where: int
    length: int
    message: str
    cure: str


class PlayingOut(BaseModel):
    """A chord as it is played: beats (quarter notes) from the start, and MIDI numbers."""

    chord: int
    start: float
    length: float
    pitches: list[int]


class WorkedOut(BaseModel):
    """Changes read as far as they go; `choices` are the chosen sounds at the chords they belong to now.

    `lost` tells of those that find no chord, once the text is read to its end.
    """

    title: str
    key: str
    tonic: str
    colour: str
    bars: list[ChangesBarOut]
    chords: list[ChordOut]
    played_bars: int
    faults: list[FaultOut]
    playing: list[PlayingOut]
    choices: list[ChordChoice]
    lost: list[str]


def worked_answer(draft: ChangesDraft, house_name: HouseName) -> WorkedOut:
    """Read a draft and work out all that its screen shows."""
    reading = read_changes(draft.text)
    changes, house = reading.changes, HOUSES[house_name]
    catalogue = load_tables().scales
    worked = harmony_of(changes, draft, catalogue)
    bars = [number for number, bar in enumerate(changes.bars) for _ in bar.slots]
    return WorkedOut(
        title=changes.title,
        key=changes.key.text,
        tonic=changes.key.tonic.text,
        colour=changes.key.colour,
        bars=_bars(changes),
        chords=[
            _chord(number, bar, numeral if slot.chord else "", slot, one, house, draft.school)
            for number, (bar, slot, numeral, one) in enumerate(
                zip(bars, changes.slots, numerals_of(changes, house), worked.chords, strict=True)
            )
        ],
        played_bars=0 if reading.faults else len(changes.played),
        faults=[FaultOut(where=f.where, length=f.length, message=f.message, cure=f.cure) for f in reading.faults],
        playing=[] if reading.faults else _playing(changes),
        choices=list(worked.choices.in_order(changes)),
        lost=[] if reading.faults else [lost_choice_text(one, changes, catalogue) for one in worked.choices.lost],
    )


def _bars(changes: Changes) -> list[ChangesBarOut]:
    found = []
    for number, bar in enumerate(changes.bars):
        before = changes.bars[number - 1] if number else None
        new_ending = bar.endings and (before is None or before.endings != bar.endings or before.closes)
        found.append(
            ChangesBarOut(
                number=number,
                section=bar.section if before is None or before.section != bar.section else "",
                key=bar.key.text if before is None or before.key != bar.key else "",
                metre=bar.metre.text if before is None or before.metre != bar.metre else "",
                opens=bar.opens,
                closes=bar.closes,
                endings=list(bar.endings) if new_ending else [],
                chords=list(changes.slot_numbers[number]),
            )
        )
    return found


def _chord(
    number: int, bar: int, numeral: str, slot: Slot, one: ChordSounds, house: House, school: FitSchool
) -> ChordOut:
    chord = slot.chord
    offered: list[FitOut] = []
    if chord is not None:
        offered = list(_offered(chord, one.place, school))
    return ChordOut(
        number=number,
        bar=bar,
        text=slot.typed if slot.faulty else print_chord(chord, house),
        symbol=print_chord(chord),
        root=chord.root.text if chord else "",
        numeral=numeral,
        where=slot.where,
        length=len(slot.typed),
        start=slot.start,
        beats=slot.beats,
        faulty=slot.faulty,
        notes=[name.text for name in chord.names] if chord else [],
        sounds=[_fit(found, chord, one.place, school) for found in one.sounds] if chord else [],
        chosen=one.chosen,
        offers=offered,
    )


@lru_cache(maxsize=1024)
def _offered(chord: Chord, place: Place, school: FitSchool) -> tuple[FitOut, ...]:
    """What fits a chord where it stands: the same chord in the same place comes often."""
    return tuple(_fit(found, chord, place, school) for found in offers(chord, place, load_tables().scales, school))


@lru_cache(maxsize=1024)
def _fit(found: Fit, chord: Chord, place: Place, school: FitSchool) -> FitOut:
    return FitOut(
        name=found.text,
        tonic=found.tonic.text,
        scale=choice_of(found.scale, load_tables().scales),
        root=Degree.between(chord.root, found.tonic).text,
        score=found.score,
        reason=reason(found, chord, place, school),
        tones=_heard(found.tonic, found.scale, chord),
    )


def _heard(tonic: NoteName, scale: Scale, chord: Chord) -> list[HeardOut]:
    return [
        HeardOut(note=tone.name.text, degree=tone.degree.text, role=tone.role) for tone in heard(tonic, scale, chord)
    ]


def _playing(changes: Changes) -> list[PlayingOut]:
    return [
        PlayingOut(chord=one.chord, start=float(one.start), length=float(one.length), pitches=list(one.pitches))
        for one in played_chords(changes)
    ]


class StretchOut(BaseModel):
    """One sound over a run of chords, by their numbers as written; `reasons` has a line for each different chord."""

    name: str
    tonic: str
    scale: ScaleChoice
    chords: list[int]
    roots: list[str]
    texts: list[str]
    score: float
    pinned: bool

    @classmethod
    def of(cls, found: ServedStretch, chords: list[Chord | None]) -> StretchOut:
        """From the core's value; `roots` are the tonic as a degree above each chord's root, empty for N.C."""
        catalogue, stretch = load_tables().scales, found.stretch
        under = [chords[number] for number in found.numbers]
        return cls(
            name=f"{stretch.tonic.text} {stretch.scale.name}",
            tonic=stretch.tonic.text,
            scale=choice_of(stretch.scale, catalogue),
            chords=list(found.numbers),
            roots=[Degree.between(chord.root, stretch.tonic).text if chord else "" for chord in under],
            texts=_different(under),
            score=stretch.score,
            pinned=found.pinned,
        )


class FewestOut(BaseModel):
    """The stretches in order and the highest score that was let in."""

    accepted: float
    stretches: list[StretchOut]


def _different(chords: Iterable[Chord | None]) -> list[str]:
    return list(dict.fromkeys(print_chord(chord) for chord in chords))


class GridRowOut(BaseModel):
    """One chord (and all chords like it, in a like place) under one sound."""

    text: str
    chords: list[int]
    score: float
    reason: str
    tones: list[HeardOut]
    service: Service

    @classmethod
    def of(cls, row: ChordUnderSound, tonic: NoteName, scale: Scale) -> GridRowOut:
        """From the core's value."""
        return cls(
            text=print_chord(row.chord),
            chords=list(row.numbers),
            score=row.score,
            reason=row.reason,
            tones=_heard(tonic, scale, row.chord),
            service=row.service,
        )
