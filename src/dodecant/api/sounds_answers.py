"""What the server says about a sound."""

from __future__ import annotations

from itertools import pairwise

from pydantic import BaseModel

from dodecant.engraving.strip_svg import LESSON_WIDTH, strip_svg
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import KeyRoute, Path, PathEnd, Recipe, Spelling
from dodecant.exercise.recipe.scale_choice import OwnScale, ScaleChoice
from dodecant.exercise.recipe.sounds import OneSound
from dodecant.formats.json.exercise import ExerciseOut, exercise_document
from dodecant.music.chord_scale_fit.serving import chords_served
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.core.key import Key
from dodecant.music.core.numeral import print_numeral
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import TonicNames
from dodecant.music.scales.finding import holders
from dodecant.music.scales.neighbours import Alteration, derivation, neighbours
from dodecant.music.scales.numbering import NumberingSchool, number_text
from dodecant.music.scales.scale import Scale
from dodecant.music.scales.stacks import Stack, stacks, triad_pairs
from dodecant.music.scales.working import working
from dodecant.tables import load_tables

_SCHOOLS: tuple[NumberingSchool, ...] = ("major", "chord", "steps")
_MOST_PAIRS = 8
_MOST_HOLDERS = 6


class ModeOut(BaseModel):
    """A mode of the sound's family; `scale` is null where it has no name of its own in the catalogue."""

    tonic: str
    name: str
    scale: str | None


class NeighbourOut(BaseModel):
    """A sound on the same tonic, one altered note away."""

    scale: str
    name: str
    before: str
    after: str


class WorkingStepOut(BaseModel):
    """A step of how the scale is made: words, the notes after it, and which of them (0-based) changed."""

    words: str
    notes: list[str]
    changed: list[int]


class StackOut(BaseModel):
    """A chord on a step of the sound: its symbol, its numeral (empty where it has no usual name), its notes."""

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

    scale: str
    name: str
    tonic: str | None
    degrees: str
    use: str
    exact: bool
    why: str


def found_sound(scale: Scale, tonic: NoteName | None, *, exact: bool = False, why: str = "") -> FoundOut:
    """A line of the list of sounds found."""
    return FoundOut(
        scale=scale.id,
        name=scale.name,
        tonic=tonic.text if tonic else None,
        degrees=" ".join(degree.text for degree in scale.degrees),
        use=scale.use,
        exact=exact,
        why=why,
    )


def laid_open(scale: Scale, choice: str | OwnScale, tonic: NoteName) -> LaidOpenOut:
    """Lay a scale open on a tonic; the tonic's spelling follows the table of key names."""
    tables = load_tables()
    exercise = press(_run(choice, TonicNames().name(tonic.pitch_class, scale.colour).text), tables)
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
        numbers={school: [number_text(degree, scale, school) for degree in scale.degrees] for school in _SCHOOLS},
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
        triads=[_stack(stack, key) for stack in stacks(root, scale, 3)],
        sevenths=[_stack(stack, key) for stack in stacks(root, scale, 4)],
        pairs=_pairs(scale, root, key),
        family=scale.family,
        modes=_modes(scale, root),
        neighbours=[step_answer(step) for step in neighbours(scale, tables.scales)],
        twins=[TonicNames().name(root.pitch_class + n, scale.colour).text for n in scale.twins],
        exercise=exercise_document(exercise),
        picture=strip_svg(exercise, strip, LESSON_WIDTH),
    )


def step_answer(step: Alteration) -> NeighbourOut:
    """One altered note."""
    return NeighbourOut(scale=step.scale.id, name=step.scale.name, before=step.before.text, after=step.after.text)


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
    return StackOut(text=stack.text, numeral=numeral, notes=[name.text for name in stack.names])


def _pairs(scale: Scale, root: NoteName, key: Key) -> list[TriadPairOut]:
    found = []
    for pair in triad_pairs(root, scale)[:_MOST_PAIRS]:
        tones = tuple(degree for degree in scale.degrees if (root.pitch_class + degree.half_steps) % 12 in pair.heights)
        six = Scale("pair", "pair", tones, "pair", 1)
        served = chords_served(root, six, load_tables().scales, accepted=2.6)
        found.append(
            TriadPairOut(
                first=_stack(pair.first, key),
                second=_stack(pair.second, key),
                serves=[print_chord(one.chord) for one in served[:4]],
                held_by=_held_by(pair.heights, scale, root),
            )
        )
    return found


def _held_by(heights: frozenset[int], scale: Scale, root: NoteName) -> list[str]:
    """Other sounds in daily or usual use that hold six tones, named as players would on their tonic."""
    found = [
        f"{TonicNames().name(tonic, other.colour).text} {other.name}"
        for tonic, other in holders(heights, load_tables().scales)
        if len(other) == 7 and other.seldom < 2 and (other.id, tonic) != (scale.id, root.pitch_class)
    ]
    return found[:_MOST_HOLDERS]


def _modes(scale: Scale, root: NoteName) -> list[ModeOut]:
    catalogue = load_tables().scales
    if len(scale) > 8:
        return []
    return [
        ModeOut(tonic=degree.name_above(root).text, name=mode.name, scale=mode.id if mode.id in catalogue else None)
        for mode, degree in zip(catalogue.modes_of(scale), scale.degrees, strict=True)
    ]
