"""How a scale is made from the major scale on its tonic, step by step, as a teacher shows it on the board."""

from __future__ import annotations

from dataclasses import dataclass

from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import LETTERS, NoteName
from dodecant.music.scales.scale import Scale


@dataclass(frozen=True, slots=True)
class WorkingStep:
    """One step: what is done, the notes after it, and the places (0-based) that changed."""

    words: str
    notes: tuple[str, ...]
    changed: tuple[int, ...] = ()


def working(tonic: NoteName, scale: Scale) -> tuple[WorkingStep, ...]:
    """Letters, then the major scale, then one alteration after another, then tones left out or doubled.

    >>> from dodecant.music.scales.scale import own_scale
    >>> for step in working(NoteName.parse("D"), own_scale("Dorian", "1 2 b3 4 5 6 b7")):
    ...     print(step.words, "·", " ".join(step.notes))
    Seven letters from D, each once. · D E F G A B C
    The major scale on D. · D E F♯ G A B C♯
    Lower the 3: F♯ becomes F. · D E F G A B C♯
    Lower the 7: C♯ becomes C. · D E F G A B C
    """
    tones = [Degree(number) for number in range(1, 8)]
    letters = tuple(LETTERS[(tonic.letter + n) % 7] for n in range(7))
    major = _notes(tones, tonic)
    different = tuple(n for n in range(7) if major[n] != letters[n])
    steps = [
        WorkingStep(f"Seven letters from {LETTERS[tonic.letter]}, each once.", letters),
        WorkingStep(f"The major scale on {tonic.text}.", major, different),
    ]
    by_number: dict[int, list[Degree]] = {}
    for degree in scale.degrees:
        by_number.setdefault(degree.number, []).append(degree)
    for place, number in enumerate(range(1, 8)):
        wanted = by_number.get(number, [])
        if len(wanted) == 1 and wanted[0].alteration:
            before = tones[place].name_above(tonic).text
            tones[place] = wanted[0]
            after = wanted[0].name_above(tonic).text
            words = f"{_verb(wanted[0].alteration)} the {number}: {before} becomes {after}."
            steps.append(WorkingStep(words, _notes(tones, tonic), (place,)))
    for number, wanted in sorted(by_number.items()):
        if len(wanted) > 1:
            place = next(n for n, tone in enumerate(tones) if tone.number == number)
            tones[place : place + 1] = wanted
            names = " and ".join(tone.name_above(tonic).text for tone in wanted)
            words = f"Take the {number} {'twice' if len(wanted) == 2 else f'{len(wanted)} times'}: {names}."
            steps.append(WorkingStep(words, _notes(tones, tonic), tuple(range(place, place + len(wanted)))))
    missing = [tone for tone in tones if tone.number not in by_number]
    if missing:
        kept = [tone for tone in tones if tone.number in by_number]
        numbers = " and ".join(str(tone.number) for tone in missing)
        names = " and ".join(tone.name_above(tonic).text for tone in missing)
        steps.append(WorkingStep(f"Leave out the {numbers}: no {names}.", _notes(kept, tonic)))
    return tuple(steps)


def _verb(alteration: int) -> str:
    if abs(alteration) > 1:
        return "Lower twice" if alteration < 0 else "Raise twice"
    return "Lower" if alteration < 0 else "Raise"


def _notes(tones: list[Degree], tonic: NoteName) -> tuple[str, ...]:
    return tuple(tone.name_above(tonic).text for tone in tones)
