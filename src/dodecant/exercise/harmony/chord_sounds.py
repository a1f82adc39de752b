"""The sounds over changes: what was chosen for each chord, or what fits it first."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import Final, NamedTuple

from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument, ChangesDraft, ChordChoice, NextSound
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.music.chord_scale_fit.fit import Fit, fit, weigh
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.chord_scale_fit.progression import places
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import print_chord, read_chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.metre import METRES, Metre
from dodecant.music.progressions.changes import Changes
from dodecant.music.progressions.changes_text import parse_changes
from dodecant.music.scales.scale import ScaleCatalogue


@dataclass(frozen=True)
class SettledChoices:
    """Choices at the chords they belong to, by the chord's number as written.

    Those that are `lost` find no chord: the changes have none of that symbol, or all of them have sounds already.
    """

    at: Mapping[int, ChordChoice]
    lost: tuple[ChordChoice, ...]

    def in_order(self, changes: Changes) -> tuple[ChordChoice, ...]:
        """The choices with the numbers and symbols of their chords in these changes (or in the same, transposed)."""
        return tuple(
            ChordChoice(chord=number, symbol=print_chord(changes.slots[number].chord), sounds=choice.sounds)
            for number, choice in sorted(self.at.items())
        )


@dataclass(frozen=True)
class ChordSounds:
    """A chord where it stands, its sounds in turn, and whether a person chose them."""

    chord: Chord | None
    place: Place
    sounds: tuple[Fit, ...]
    chosen: bool


class Turns(NamedTuple):
    """Where a chord is played, each from 0: in which chorus, for which time, in which bar and section of all that is
    played.
    """

    chorus: int
    time: int
    bar: int
    section: int

    def of(self, next_sound: NextSound) -> int:
        """How often the next sound was due before.

        >>> [Turns(1, 2, 9, 3).of(kind) for kind in ("chorus", "phrase", "four-bars", "eight-bars", "section")]
        [1, 2, 2, 1, 3]
        """
        counted = {"chorus": self.chorus, "phrase": self.time, "section": self.section}
        return counted.get(next_sound, self.bar // _BARS.get(next_sound, 1))


_BARS: Final[Mapping[str, int]] = {"four-bars": 4, "eight-bars": 8}


@dataclass(frozen=True, eq=False)
class Harmony:
    """Changes with the sounds of every chord, by the chord's number as written; told by its identity."""

    changes: Changes
    chords: tuple[ChordSounds, ...]
    choices: SettledChoices
    next_sound: NextSound

    def sound(self, chord: int, turns: Turns) -> Fit | None:
        """The sound of a chord where it is played."""
        sounds = self.chords[chord].sounds
        return sounds[turns.of(self.next_sound) % len(sounds)] if sounds else None


@lru_cache(maxsize=32)
def harmony(document: ChangesDocument, catalogue: ScaleCatalogue, *, pointer: str = "") -> Harmony:
    """Work out the sounds of every chord; raises RecipeError below the pointer for an unknown scale."""
    return harmony_of(parse_changes(document.text), document, catalogue, pointer=pointer)


def harmony_of(changes: Changes, document: ChangesDraft, catalogue: ScaleCatalogue, *, pointer: str = "") -> Harmony:
    """The same for changes that were read already, perhaps from a text with faults."""
    where = chord_places(changes)
    chosen = settled(changes, document.choices)
    found = []
    for number, (slot, place) in enumerate(zip(changes.slots, where, strict=True)):
        choice = chosen.at.get(number)
        if slot.chord is None:
            found.append(ChordSounds(None, place, (), chosen=False))
        elif choice is None:
            best = fit(slot.chord, place, catalogue, school=document.school, most=1)[0]
            found.append(ChordSounds(slot.chord, place, (best,), chosen=False))
        else:
            at = f"{pointer}/choices/{document.choices.index(choice)}/sounds"
            sounds = tuple(
                weigh(
                    Degree.parse(one.root).name_above(slot.chord.root),
                    chosen_scale(one.scale, catalogue, f"{at}/{place_in}/scale"),
                    slot.chord,
                    place,
                    document.school,
                )
                for place_in, one in enumerate(choice.sounds)
            )
            found.append(ChordSounds(slot.chord, place, sounds, chosen=True))
    return Harmony(changes, tuple(found), chosen, document.next_sound)


@lru_cache(maxsize=64)
def metre_of_changes(document: ChangesDocument) -> Metre:
    """The one metre of changes that an exercise is written over; raises RecipeError for others."""
    metres = {bar.metre for bar in parse_changes(document.text).bars}
    metre = min(metres)
    if len(metres) > 1 or metre.text not in METRES:
        message = f"These changes are in {', '.join(sorted(metre.text for metre in metres))}."
        cure = f"An exercise is written over changes in one metre: {', '.join(METRES)}."
        raise RecipeError([Problem("/sounds/changes/text", message, cure)])
    return metre


def chord_places(changes: Changes) -> tuple[Place, ...]:
    """The place of every chord as written: what it goes to follows the order in which the bars are played."""
    keys = changes.slot_keys
    played = changes.chords_played
    found = places([changes.slots[n].chord for n in played], [keys[n] for n in played])
    by_number: dict[int, Place] = {}
    for number, place in zip(played, found, strict=True):
        by_number[number] = place  # of several times the last: where it goes on, not where it repeats
    return tuple(by_number.get(n, Place(keys[n])) for n in range(len(keys)))


def settled(changes: Changes, choices: tuple[ChordChoice, ...]) -> SettledChoices:
    """Each choice at its chord: the one with its number, or, when bars moved, the nearest with its symbol.

    A symbol may be spelled in any way that means the chord. A bar that repeats the one before (%) has its choices too,
    where it has none of its own.
    """
    chords = [slot.chord for slot in changes.slots]
    found: dict[int, ChordChoice] = {}
    moved = []
    for choice in choices:
        chord = read_chord(choice.symbol)
        if choice.chord < len(chords) and (not choice.symbol or (chord and chord == chords[choice.chord])):
            found[choice.chord] = choice
        else:
            moved.append((choice, chord))
    for choice, chord in moved:
        free = [n for n, other in enumerate(chords) if chord and other == chord and n not in found]
        if free:
            found[min(free, key=lambda n: (abs(n - choice.chord), n))] = choice
    bars = changes.slot_numbers
    for before, here in pairwise(bars):
        for source, number in zip(before, here, strict=False):
            if changes.slots[number].typed == "%" and source in found:
                found.setdefault(number, found[source])
    return SettledChoices(found, tuple(one for one in choices if not any(one is held for held in found.values())))
