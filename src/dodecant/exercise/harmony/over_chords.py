"""One sound over many chords, and the fewest sounds over them: what the changes' screens show."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from dodecant.exercise.harmony.chord_sounds import Harmony
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument, ChordChoice, SoundChoice
from dodecant.exercise.recipe.sounding.scale_choice import choice_of
from dodecant.music.chord_scale_fit.fit import Fit, FitSchool, fit, weigh
from dodecant.music.chord_scale_fit.place import Place
from dodecant.music.chord_scale_fit.reason import reason
from dodecant.music.chord_scale_fit.serving import ACCEPTANCE, Stretch, fewest_sounds
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import Scale, ScaleCatalogue

Accepted = Literal["strict", "usual", "easy"]
Service = Literal["serves", "serves loosely", "goes against it"]
_MOST_OFFERS = 10


def offers(chord: Chord, place: Place, catalogue: ScaleCatalogue, school: FitSchool) -> tuple[Fit, ...]:
    """The sounds that are offered for a chord where it stands, the best first."""
    return tuple(fit(chord, place, catalogue, school=school, most=_MOST_OFFERS))


@dataclass(frozen=True)
class ChordUnderSound:
    """One chord (and all chords like it, in a like place, by their numbers) under one sound."""

    chord: Chord
    numbers: tuple[int, ...]
    score: float
    reason: str
    service: Service


def over_every_chord(worked: Harmony, tonic: NoteName, scale: Scale, school: FitSchool) -> tuple[ChordUnderSound, ...]:
    """What one sound is over each different chord."""
    rows: dict[tuple[Chord, float, str], list[int]] = {}
    for number, one in enumerate(worked.chords):
        if one.chord is not None:
            found = weigh(tonic, scale, one.chord, one.place, school)
            rows.setdefault((one.chord, found.score, reason(found, one.chord, one.place, school)), []).append(number)
    return tuple(
        ChordUnderSound(chord, tuple(numbers), score, why, _service(score))
        for (chord, score, why), numbers in rows.items()
    )


def _service(score: float) -> Service:
    if score <= ACCEPTANCE["usual"]:
        return "serves"
    return "serves loosely" if score <= ACCEPTANCE["easy"] else "goes against it"


@dataclass(frozen=True)
class ServedStretch:
    """A stretch of one sound, and whether a person chose it for one of its chords."""

    stretch: Stretch
    pinned: bool

    @property
    def numbers(self) -> range:
        """Its chords as written."""
        return range(self.stretch.first, self.stretch.end)


def fewest(
    worked: Harmony, catalogue: ScaleCatalogue, accepted: Accepted, school: FitSchool
) -> tuple[ServedStretch, ...]:
    """The fewest sounds over the chords as written; chosen sounds are pinned (the first of several in turn)."""
    pinned = {n: (one.sounds[0].tonic, one.sounds[0].scale) for n, one in enumerate(worked.chords) if one.chosen}
    found = fewest_sounds(
        [one.chord for one in worked.chords],
        [one.place for one in worked.chords],
        catalogue,
        accepted=ACCEPTANCE[accepted],
        pinned=pinned,
        school=school,
    )
    return tuple(ServedStretch(one, any(n in pinned for n in range(one.first, one.end))) for one in found)


def laid_over(
    draft: ChangesDocument,
    worked: Harmony,
    numbers: Sequence[int],
    sound: tuple[NoteName, Scale],
    catalogue: ScaleCatalogue,
) -> ChangesDocument:
    """The changes with one sound chosen for some chords, by their numbers; N.C. takes none."""
    tonic, scale = sound
    kept = [choice for choice in draft.choices if choice.chord not in numbers]
    for number in dict.fromkeys(numbers):
        chord = worked.chords[number].chord if number < len(worked.chords) else None
        if chord is not None:
            root = Degree.between(chord.root, tonic).text
            choice = SoundChoice(scale=choice_of(scale, catalogue), root=root)
            kept.append(ChordChoice(chord=number, symbol=print_chord(chord), sounds=(choice,)))
    return draft.model_copy(update={"choices": tuple(sorted(kept, key=lambda choice: choice.chord))})
