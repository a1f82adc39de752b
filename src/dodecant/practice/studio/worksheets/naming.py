"""Questions answered with words or ticks: degrees, steps, which sound serves, what lies beside, what is wrong."""

from __future__ import annotations

from itertools import pairwise
from typing import Final

from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.scales.neighbours import neighbours
from dodecant.music.scales.scale import Scale
from dodecant.practice.studio.worksheets.items import Item, Lesson, Staff, letters_once, named, spoken, up

_STEPS: Final = {1: "H", 2: "W", 3: "W+H", 4: "W+W"}
_CHOICES: Final = 5
_MOST_TONES: Final = 7  # of a sound to choose from: one with both sevenths holds too many chords
_SEVERAL: Final = 4  # degrees asked for at once, at most


def degree(lesson: Lesson) -> Item:
    """Name the degree."""
    tonic, scale = lesson.sound()
    low = lesson.low(tonic)
    places = lesson.chance.sample(range(1, len(scale)), k=min(_SEVERAL, 1 + lesson.level))
    notes = tuple(scale.degrees[place].above(low) for place in places)
    labels = tuple(scale.degrees[place].text for place in places)
    return Item(
        f"In {tonic.text} {spoken(scale)}: which degrees are these?",
        (Staff(lesson.clef, notes),), (Staff(lesson.clef, notes, labels=labels),),
        ", ".join(f"{note.name.text} is {label}" for note, label in zip(notes, labels, strict=True)),
        f"{tonic.text} {spoken(scale)} is {' '.join(one.text for one in scale.degrees)}: {named(up(scale, low))}.",
    )  # fmt: skip


def steps(lesson: Lesson) -> Item:
    """Whole and half steps between."""
    tonic, scale = lesson.sound(_close)
    notes = up(scale, lesson.low(tonic))
    between = [_STEPS[high.midi - low.midi] for low, high in pairwise(notes)]
    return Item(
        f"{tonic.text} {spoken(scale)}: write W for a whole step and H for a half step between the notes.",
        (Staff(lesson.clef, notes),), (Staff(lesson.clef, notes),),
        " ".join(between), "Count half steps from note to note: one is H, two are W, three are W+H.",
    )  # fmt: skip


def _close(scale: Scale) -> bool:
    """Whether it goes by steps."""
    return len(scale) > 5


def serves(lesson: Lesson) -> Item:
    """Which sounds serve this chord: those that hold every one of its tones."""
    catalogue = lesson.tables.scales
    known = lesson.scales
    served = lesson.chance.choice([scale for scale in known if scale.serves])
    root = lesson.tonic(served)
    chord = Chord(root, lesson.chance.choice(served.serves[: lesson.level]))
    taught = [scale for scale in catalogue.scales if scale.seldom <= lesson.level // 4 and len(scale) <= _MOST_TONES]
    others = [scale for scale in (*known, *taught) if scale.id != served.id]
    right = [scale for scale in others if _holds(scale, chord)]
    wrong = [scale for scale in others if not _holds(scale, chord)]
    lesson.chance.shuffle(right)
    names = [spoken(served)] if _holds(served, chord) else []
    names += [spoken(scale) for scale in right[: 1 if lesson.level < 3 else 2]]
    lesson.chance.shuffle(wrong)
    for scale in wrong:
        if len(set(names)) < _CHOICES:
            names.append(spoken(scale))
    choices = list(dict.fromkeys(names))
    lesson.chance.shuffle(choices)
    by_name = {spoken(scale): scale for scale in (served, *others)}
    lacks = {name: _lacking(by_name[name], chord) for name in choices}
    return Item(
        f"{print_chord(chord)}: which of these sounds, from {root.text}, hold every tone of it?",
        (), (), ", ".join(name for name in choices if not lacks[name]) or "none of them",
        "; ".join(f"{name} lacks {' and '.join(tones)}" for name, tones in lacks.items() if tones) + ".",
        tuple(choices),
    )  # fmt: skip


def _holds(scale: Scale, chord: Chord) -> bool:
    return not _lacking(scale, chord)


def _lacking(scale: Scale, chord: Chord) -> list[str]:
    """The tones of a chord that a scale on its root lacks, by name."""
    there = {(chord.root.pitch_class + tone) % 12 for tone in scale.pitch_classes}
    return [name.text for name in chord.names if name.pitch_class not in there]


def beside(lesson: Lesson) -> Item:
    """What is one altered note away."""
    tonic, scale = lesson.sound()
    found = [one for one in neighbours(scale, lesson.tables.scales) if letters_once(one.scale) and not one.scale.down]
    change = min(lesson.chance.sample(found, k=min(2, len(found))), key=lambda one: one.scale.seldom)
    tones = change.scale.pitch_classes
    same = [one.scale for one in found if one.before == change.before and one.scale.pitch_classes == tones]
    way = "raised" if change.raises else "lowered"
    low = lesson.low(tonic)
    return Item(
        f"{tonic.text} {spoken(scale)} with its {change.before.text} {way} by a half step: which sound is it?",
        (Staff(lesson.clef, up(scale, low)),), (Staff(lesson.clef, up(change.scale, low)),),
        " or ".join(f"{tonic.text} {spoken(one)}" for one in same),
        f"{change.before.name_above(tonic).text} becomes {change.after.name_above(tonic).text}: "
        f"{' '.join(one.text for one in change.scale.degrees)}.",
    )  # fmt: skip


def mend(lesson: Lesson) -> Item:
    """Find the wrong note in this strip, and mend it."""
    tonic, scale = lesson.sound()
    notes = up(scale, lesson.low(tonic))
    line = [*notes, *notes[-2::-1]] if lesson.level > 2 else [*notes]
    wrongs = [(place, bad) for place in range(1, len(line) - 1) for bad in _nearly(line[place], scale, tonic)]
    place, bad = lesson.chance.choice(wrongs)
    wrong = [*line[:place], bad, *line[place + 1 :]]
    marks = tuple("×" if n == place else "" for n in range(len(line)))
    return Item(
        f"{tonic.text} {spoken(scale)}: one note is wrong. Which, and what should it be?",
        (Staff(lesson.clef, tuple(wrong)),), (Staff(lesson.clef, tuple(line), labels=marks),),
        f"note {place + 1}: {line[place].name.text}, not {bad.name.text}",
        f"{tonic.text} {spoken(scale)} is {named(notes)}.",
    )  # fmt: skip


def _nearly(pitch: Pitch, scale: Scale, tonic: NoteName) -> list[Pitch]:
    """The same letter a half step off, where that is no tone of the sound and takes at most one sign."""
    there = {(tonic.pitch_class + tone) % 12 for tone in scale.pitch_classes}
    moved = (pitch.moved(0, way) for way in (1, -1))
    return [one for one in moved if abs(one.alteration) <= 1 and one.midi % 12 not in there]
