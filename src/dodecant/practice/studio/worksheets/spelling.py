"""Questions answered with notes: spell a scale, its last four notes, the chromatic scale, the signs, a cell."""

from __future__ import annotations

from itertools import pairwise
from typing import Final

from dodecant.instrument.profile import Clef
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.scales.neighbours import derivation
from dodecant.music.scales.scale import CHROMATIC, Scale, own_scale
from dodecant.practice.studio.worksheets.items import Item, Lesson, Staff, named, spoken, up

STEP_WORDS: Final = {1: "half", 2: "whole", 3: "whole and a half", 4: "two whole"}
_CELLS: Final = ("1 2 3 1", "1 2 3 5", "5 3 2 1", "1 3 5 7", "3 5 7 2")  # by level
_LAST: Final = 4
MAJOR: Final = own_scale("major", "1 2 3 4 5 6 7")


def spell(lesson: Lesson) -> Item:
    """Spell the scale from its steps."""
    tonic, scale = lesson.sound()
    notes = up(scale, lesson.low(tonic))
    steps = ", ".join(STEP_WORDS[high.midi - low.midi] for low, high in pairwise(notes))
    return Item(
        f"Write {tonic.text} {spoken(scale)}, each letter once. Its steps: {steps}.",
        (Staff(lesson.clef, notes, shown=1),), (Staff(lesson.clef, notes),),
        named(notes), made(tonic, scale),
    )  # fmt: skip


def last_four(lesson: Lesson) -> Item:
    """The last four notes of a minor scale in its forms; the melodic one comes down as natural minor does."""
    catalogue = lesson.tables.scales
    names = ("aeolian", "harmonic-minor", "melodic-minor")
    natural, harmonic, melodic = (catalogue.get(name) for name in names)
    tonic = lesson.tonic(melodic)
    low = lesson.low(tonic)
    forms = [
        (spoken(natural), up(natural, low)[-_LAST:]), (harmonic.name, up(harmonic, low)[-_LAST:]),
        (f"{melodic.name}, up", up(melodic, low)[-_LAST:]),
        (f"{melodic.name}, coming down", up(natural, low)[-_LAST:][::-1]),
    ]  # fmt: skip
    which = 1 + lesson.level if lesson.level < 3 else _LAST
    wanted = forms[:which]
    return Item(
        f"{tonic.text} minor: write only the last four notes of "
        + ", ".join(f"({chr(97 + n)}) {name}" for n, (name, _) in enumerate(wanted)) + ".",
        tuple(Staff(lesson.clef, notes, shown=0) for _, notes in wanted),
        tuple(Staff(lesson.clef, notes) for _, notes in wanted),
        "; ".join(f"{name}: {named(notes)}" for name, notes in wanted),
        "Harmonic minor raises the 7; melodic minor raises 6 and 7 going up, and comes down as natural minor.",
    )  # fmt: skip


def chromatic(lesson: Lesson) -> Item:
    """The chromatic scale in two clefs: up in sharps and down in flats, or as its key spells it."""
    name = lesson.chance.choice([NoteName(letter, 0) for letter in range(7)])
    ways = lesson.chance.choice(("up", "down")) if lesson.level < 3 else "both"
    clefs: tuple[Clef, ...] = ("treble", "bass")
    in_key = lesson.chromatic == "key"
    scales = lesson.tables.scales.with_chromatic_in_key if in_key else lesson.tables.scales
    staves = [(clef, _half_steps(lesson.low(name, clef), ways, scales.get(CHROMATIC))) for clef in clefs]
    how = {"up": "up, in sharps", "down": "down, in flats", "both": "up in sharps and down in flats"}[ways]
    if in_key:
        how = f"{'up and down' if ways == 'both' else ways}, as {name.text} major spells it"
    return Item(
        f"Write the chromatic scale from {name.text}, an octave {how}, in both clefs.",
        tuple(Staff(clef, notes, shown=1) for clef, notes in staves),
        tuple(Staff(clef, notes) for clef, notes in staves),
        named(staves[0][1]), _IN_KEY if in_key else _BOTH_WAYS,
    )  # fmt: skip


_BOTH_WAYS = "Every half step once: the notes of the key, raised ones between them going up, lowered ones coming down."
_IN_KEY = "Every half step once: the notes of the key, its flat 2, 3, 6 and 7, and the sharp 4."


def _half_steps(low: Pitch, ways: str, scale: Scale) -> tuple[Pitch, ...]:
    """An octave of the chromatic scale, as the bench spells it."""
    up, down = ([*form, Degree(8)] for form in (scale.degrees, scale.down or scale.degrees))
    rising = [degree.above(low).plain(white_keys_too=True) for degree in up]
    falling = [degree.above(low).plain(white_keys_too=True) for degree in reversed(down)]
    return {"up": (*rising,), "down": (*falling,), "both": (*rising, *falling[1:])}[ways]


def signs(lesson: Lesson) -> Item:
    """Put in the accidentals."""
    tonic, scale = lesson.sound()
    while not any(degree.name_above(tonic).alteration for degree in scale.degrees):
        tonic, scale = lesson.sound()
    notes = up(scale, lesson.low(tonic))
    if lesson.level > 2:
        notes = lesson.chance.choice((notes, notes[::-1]))
    return Item(
        f"Put in the accidentals of {tonic.text} {spoken(scale)}.",
        (Staff(lesson.clef, notes, signs=False),), (Staff(lesson.clef, notes),),
        named(notes), made(tonic, scale),
    )  # fmt: skip


def cell(lesson: Lesson) -> Item:
    """Write the cell in this key; its numbers are the scale's own steps."""
    tonic, scale = lesson.sound()
    text = lesson.chance.choice(_CELLS[: lesson.level + 1])
    low = lesson.low(tonic)
    notes = tuple(tone(scale.degrees, int(number), low) for number in text.split())
    labels = tuple(text.split())
    return Item(
        f"Write {text} in {tonic.text} {spoken(scale)}.",
        (Staff(lesson.clef, notes, shown=0, labels=labels),), (Staff(lesson.clef, notes, labels=labels),),
        named(notes), f"The numbers are steps of the scale: {named(up(scale, low))}.",
    )  # fmt: skip


def made(tonic: NoteName, scale: Scale) -> str:
    """How a scale is made from the major scale on its tonic."""
    how = derivation(scale)
    itself = how == derivation(MAJOR)
    return f"It is the major scale on {tonic.text}." if itself else f"From the major scale on {tonic.text}: {how}."


def tone(degrees: tuple[Degree, ...], number: int, tonic: Pitch) -> Pitch:
    """The step of a scale by its number, from 1, counted on over the octave."""
    octaves, place = divmod(number - 1, len(degrees))
    return degrees[place].above(tonic).moved(7 * octaves, 12 * octaves)
