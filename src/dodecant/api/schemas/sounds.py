"""Sounds: what is asked and answered."""

from __future__ import annotations

from itertools import pairwise
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from dodecant.backing.listening import ListeningWay
from dodecant.engraving.strip_svg import LESSON_WIDTH, strip_svg
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import KeyRoute, Recipe, Spelling
from dodecant.exercise.recipe.part import KeyName
from dodecant.exercise.recipe.path import Path, PathEnd
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale, ScaleChoice
from dodecant.exercise.recipe.sounding.sounds import OneSound
from dodecant.formats.json.exercise import exercise_document
from dodecant.formats.json.exercise_form import ExerciseOut
from dodecant.music.chord_scale_fit.pairs_inside import PairInside, pairs_inside
from dodecant.music.chord_scale_fit.serving import chords_served
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.key import Key
from dodecant.music.core.numeral import print_numeral
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import TonicNames
from dodecant.music.scales.neighbours import Alteration, derivation, neighbours
from dodecant.music.scales.numbering import IN_ONE_OCTAVE, NumberingSchool, number_text
from dodecant.music.scales.scale import Scale
from dodecant.music.scales.stacks import Stack, chords_held
from dodecant.music.scales.working import working
from dodecant.tables import load_tables


class SoundIn(BaseModel):
    """A scale, by its id or typed as one's own, on a tonic; the tonic's spelling follows the table of key names."""

    scale: ScaleChoice
    tonic: KeyName = "C"


class SoundingOut(BaseModel):
    """Pitches (MIDI numbers) that begin together: beats from the start, length, and the note's step in the sound."""

    start: float
    length: float
    pitches: list[int]
    step: int | None


class ListeningIn(SoundIn):
    """How to hear it: alone, over a drone, home to the root after every note, against its chords."""

    way: ListeningWay = "alone"


class WayIn(BaseModel):
    """Scales on one tonic; the way begins on the first and comes by all the others."""

    scales: Annotated[list[ScaleChoice], Field(min_length=2, max_length=6)]


class MakingIn(BaseModel):
    """Scales to join, and steps (1-based) of what they make to lead into from a half step below."""

    scales: Annotated[list[ScaleChoice], Field(min_length=1, max_length=4)]
    leading: Annotated[list[int], Field(max_length=8)] = []
    name: Annotated[str, Field(max_length=40)] = ""


class ModeOut(BaseModel):
    """A mode of the sound's family; `scale` is null where it has no name of its own in the catalogue."""

    tonic: str
    name: str
    scale: str | None


class NeighbourOut(BaseModel):
    """A sound on the same tonic, one altered note away, and whether that note is raised."""

    scale: str
    name: str
    before: str
    after: str
    raises: bool


class WorkingStepOut(BaseModel):
    """A step of how the scale is made: words, the notes after it, and which of them (0-based) changed."""

    words: str
    notes: list[str]
    changed: list[int]


class StackOut(BaseModel):
    """A chord on a step of the sound: its symbol, its numeral (empty where it has no usual name), its notes; and the
    note of that step."""

    step: str
    text: str
    numeral: str
    notes: list[str]


class TriadPairOut(BaseModel):
    """Two triads without a common tone: the chords on the tonic that they serve together, and other common sounds
    of seven tones that hold them."""

    first: StackOut
    second: StackOut
    serves: list[str]
    held_by: list[str]


class LaidOpenOut(BaseModel):
    """Everything there is to say about a sound on a tonic. `numbers` holds the three schools, note by note."""

    scale: ScaleChoice
    tonic: str
    name: str
    use: str
    aliases: list[str]
    notes: list[str]
    heights: list[int]
    roles: list[str]
    numbers: dict[NumberingSchool, list[str]]
    half_steps: list[int]
    derivation: str
    working: list[WorkingStepOut]
    chord_tones: list[str]
    care: list[str]
    colour: list[str]
    serves: list[str]
    triads: list[StackOut]
    sevenths: list[StackOut]
    pairs: list[TriadPairOut]
    family: str
    modes: list[ModeOut]
    neighbours: list[NeighbourOut]
    twins: list[str]
    exercise: ExerciseOut
    picture: str


class FoundOut(BaseModel):
    """A sound that answers a search; `exact` when the text is one of its whole names."""

    scale: ScaleChoice
    name: str
    tonic: str | None
    degrees: str
    use: str
    exact: bool
    why: str


class FindIn(BaseModel):
    """What is looked for, and by what; `own` are scales of one's own, which are found by their names and notes too."""

    by: Literal["name", "notes", "chord"]
    text: Annotated[str, Field(max_length=80)]
    own: Annotated[tuple[OwnScale, ...], Field(max_length=500)] = ()


def found_sound(
    scale: Scale, tonic: NoteName | None, *, exact: bool = False, why: str = "", own: OwnScale | None = None
) -> FoundOut:
    """A line of the list of sounds found; of an `own` scale with what it is made of."""
    return FoundOut(
        scale=own or scale.id,
        name=scale.name,
        tonic=tonic.text if tonic else None,
        degrees=" ".join(degree.text for degree in scale.degrees),
        use=scale.use,
        exact=exact,
        why=why,
    )


def laid_open(scale: Scale, choice: str | OwnScale, tonic: NoteName) -> LaidOpenOut:
    """Lay a scale open on a tonic, which keeps its name."""
    tables = load_tables()
    exercise = press(_run(choice, tonic.text), tables)
    (strip,) = exercise.strips
    root = strip.stop.written.tonic
    key = Key(root, scale.colour)
    steps = [degree.half_steps for degree in scale.degrees] + [12]
    return LaidOpenOut(
        scale=choice,
        tonic=root.text,
        name=scale.name,
        use=scale.use,
        aliases=list(scale.aliases),
        notes=[degree.name_above(root).text for degree in scale.degrees],
        heights=[degree.name_above(root).pitch_class for degree in scale.degrees],
        roles=[note.tone.role for note in strip.notes[: len(scale)]],
        numbers={school: [number_text(degree, scale, school) for degree in scale.degrees] for school in IN_ONE_OCTAVE},
        half_steps=[high - low for low, high in pairwise(steps)],
        derivation=derivation(scale),
        working=[
            WorkingStepOut(words=step.words, notes=list(step.notes), changed=list(step.changed))
            for step in working(root, scale)
        ],
        chord_tones=[degree.text for degree in sorted(scale.frame)],
        care=[degree.text for degree in sorted(scale.care)],
        colour=[degree.text for degree in scale.colour_tones],
        serves=[print_chord(served.chord) for served in chords_served(root, scale, tables.scales)],
        triads=[_stack(stack, key) for stack in chords_held(root, scale, 3)],
        sevenths=[_stack(stack, key) for stack in chords_held(root, scale, 4)],
        pairs=[_pair(one, key) for one in pairs_inside(root, scale, tables.scales)],
        family=scale.family,
        modes=_modes(scale, root),
        neighbours=[step_answer(step) for step in neighbours(scale, tables.scales)],
        twins=[TonicNames().for_degrees(root.pitch_class + n, scale.degrees, scale.colour).text for n in scale.twins],
        exercise=exercise_document(exercise),
        picture=strip_svg(exercise, strip, LESSON_WIDTH),
    )


def step_answer(step: Alteration) -> NeighbourOut:
    """One altered note."""
    return NeighbourOut(
        scale=step.scale.id, name=step.scale.name, before=step.before.text, after=step.after.text, raises=step.raises
    )


def _run(choice: str | OwnScale, key: str) -> Recipe:
    """The sound up and down once: what is engraved, heard, and sent to the bench."""
    return Recipe(
        sounds=OneSound(scale=choice),
        path=Path(high=PathEnd(octave=2)),
        keys=KeyRoute(order="picked", picked=(key,), start=key),
        spelling=Spelling(cautionary=False),
    )


def _stack(stack: Stack, key: Key) -> StackOut:
    numeral = print_numeral(stack.chord, key, lower=True) if stack.chord else ""
    step = stack.step.name_above(key.tonic).text
    return StackOut(text=stack.text, numeral=numeral, notes=[name.text for name in stack.names], step=step)


def _pair(found: PairInside, key: Key) -> TriadPairOut:
    return TriadPairOut(
        first=_stack(found.pair.first, key),
        second=_stack(found.pair.second, key),
        serves=[print_chord(one.chord) for one in found.serves],
        held_by=list(found.held_by),
    )


def _modes(scale: Scale, root: NoteName) -> list[ModeOut]:
    catalogue = load_tables().scales
    if len(scale) > 8:
        return []
    return [
        ModeOut(tonic=degree.name_above(root).text, name=mode.name, scale=mode.id if mode.id in catalogue else None)
        for mode, degree in zip(catalogue.modes_of(scale), scale.degrees, strict=True)
    ]
