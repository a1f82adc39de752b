"""What can be chosen, what everything is called, and how far it may go."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, Self

from pydantic import BaseModel

from dodecant.api.schemas.vocabulary import FittingOut, PieceOut
from dodecant.backing.listening import LISTENING_WORDS
from dodecant.backing.setting import Backing
from dodecant.backing.words import BACKING_WORDS
from dodecant.exercise.recipe.companions import COMPANIONS, AnyCompanion
from dodecant.exercise.recipe.courses import COURSES, AnyCourse
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.recipe.etude.rules import WHATS, AnyWhat, Play, Rule
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.etude.where import Where
from dodecant.exercise.recipe.figures import FIGURES, AnyFigure, FigurePart, Surrounding
from dodecant.exercise.recipe.fingering import FINGERINGS, AnyFingering, HandPlace
from dodecant.exercise.recipe.ladders import LADDERS, AnyLadder
from dodecant.exercise.recipe.limits import limits
from dodecant.exercise.recipe.rhythm.note_values import BEATS, NAMES
from dodecant.exercise.recipe.rhythm.placement import Call, Mark, Slurs
from dodecant.exercise.recipe.sounding.changes_document import ChangesDraft
from dodecant.exercise.recipe.sounding.sounds import KEY_FAMILY, SOUNDS, Sounds
from dodecant.exercise.recipe.variation import SIMPLER
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.choices import WEIGHTS
from dodecant.exercise.wording.kinds import all_choices
from dodecant.exercise.wording.placement import slot_places
from dodecant.exports.registry import OF_CHANGES, OF_EXERCISES, Export
from dodecant.formats.json.exercise_form import CureOut
from dodecant.instrument.profile import FingeringFamily, Instrument
from dodecant.music.core.chord_symbol import print_quality
from dodecant.music.core.metre import METRES, Metre
from dodecant.music.core.tonics import BY_FOURTHS, USUAL
from dodecant.practice.ear import EarSetting
from dodecant.practice.improvised.rule import FreeRule
from dodecant.practice.ladder import TempoLadder
from dodecant.practice.planning.entries import Practised
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.planning.routine import FreeTask, RecipeStep, Routine
from dodecant.practice.planning.shapes import SHAPES, RoutineShape
from dodecant.practice.rounds import Rounds
from dodecant.practice.studio.assigned_practice import AssignedPractice
from dodecant.practice.studio.assignment import Assignment
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.lesson import LessonNotes
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.practice.studio.words import STUDIO_WORDS
from dodecant.practice.studio.worksheets.worksheet import WorksheetSetting
from dodecant.practice.words import PRACTICE_WORDS


class ScaleOut(BaseModel):
    """A scale of the catalogue: degrees as text (coming down too, where that differs), whether it counts as major or
    minor for key names, the chord qualities it serves, and a line on its use."""

    id: str
    name: str
    aliases: list[str]
    degrees: list[str]
    down: list[str]
    family: str
    colour: str
    serves: list[str]
    use: str


class TuningOut(BaseModel):
    """Open strings by a name, from the lowest."""

    name: str
    strings: str


class InstrumentOut(BaseModel):
    """An instrument; pitches are written pitches. `transposes` tells whether read and sounding keys differ; `fingering`
    names the family that shows how it is played, if any.
    """

    id: str
    name: str
    section: str
    fingering: FingeringFamily | None
    tunings: list[TuningOut]
    transposes: bool
    comfortable: str
    full: str


class FormTableOut(BaseModel):
    """A generic form: its group, the colour of its key, and a line on its use."""

    id: str
    name: str
    group: str
    colour: str
    use: str


class ChoiceOut(BaseModel):
    """A value that can be chosen (numbers as text), and what it is called."""

    value: str
    label: str


class LimitsOut(BaseModel):
    """How large a number or how long a list or text may be; null where nothing limits it."""

    least: int | None = None
    most: int | None = None
    fewest: int | None = None
    longest: int | None = None


class FigureKindOut(BaseModel):
    """What a kind of figure can and needs: the parts that mean nothing to it, always and over changes; and itself as it
    begins."""

    leaves_out: list[Surrounding]
    leaves_out_over_changes: list[Surrounding]
    needs_changes: bool
    stands_once: bool
    counts_beats: bool
    fresh: AnyFigure


class FreshOut(BaseModel):
    """How every other part begins where it is newly chosen, by kind."""

    ladders: dict[str, AnyLadder]
    courses: dict[str, AnyCourse]
    sounds: dict[str, Sounds]
    key_family: Sounds
    companions: dict[str, AnyCompanion]
    fingerings: dict[str, AnyFingering]
    whats: dict[str, AnyWhat]
    rule: Rule
    piece: VocabularyPiece
    etude: Etude
    enclosure: Enclosure
    call: Call
    mark: Mark
    slurs: Slurs
    changes: ChangesDraft
    backing: Backing
    ladder: TempoLadder
    rounds: Rounds
    free_rule: FreeRule
    ear: EarSetting
    recipe_step: RecipeStep
    practice: AssignedPractice
    task: FreeTask
    routine: Routine
    goal: Goal
    profile: PlayerProfile
    layout: HandoutLayout
    worksheet: WorksheetSetting


_PRACTISED = (Practised, Backing, TempoLadder, Rounds, FreeRule, EarSetting, Routine, PlanDocument)
_OF_A_CLASS = (PlayerProfile, Assignment, LessonNotes, HandoutLayout, WorksheetSetting)
_DOCUMENTS = (*_PRACTISED, *_OF_A_CLASS)


class RoutineShapeOut(BaseModel):
    """A shape of a routine: its id, its name, what it is for, the keys it begins with, whether it takes a sound."""

    id: str
    name: str
    use: str
    keys: list[str]
    takes_sound: bool

    @classmethod
    def of(cls, shape_id: str, shape: RoutineShape) -> Self:
        """A shape as the screen lists it."""
        keys = list(shape.keys)
        return cls(id=shape_id, name=shape.name, use=shape.use, keys=keys, takes_sound=shape.takes_sound)


class NoteValueOut(BaseModel):
    """A note value: how many of it are in a quarter, and its names in two ways."""

    in_quarter: float
    american: str
    british: str


class MetreOut(BaseModel):
    """A metre: beats in a bar, of which note value (4 is a quarter), and whether beats can be divided on their own."""

    name: str
    beats: int
    unit: int
    divides: bool


class ExportOut(BaseModel):
    """A kind of file and what it is called."""

    kind: str
    label: str


class TablesOut(BaseModel):
    """Everything a recipe can choose from, what it is called, how far it may go, and the recipe one starts with.

    `choices` and `limits` are named by part and field: "Path.by". `slot_places` say how the slots of a beat are
    counted, by how many there are.
    """

    scales: list[ScaleOut]
    instruments: list[InstrumentOut]
    forms: list[FormTableOut]
    vocabulary: list[PieceOut]
    major_keys: list[str]
    minor_keys: list[str]
    keys_by_fourths: list[str]
    positions: list[str]
    choices: dict[str, list[ChoiceOut]]
    weights: dict[str, str]
    limits: dict[str, LimitsOut]
    figures: dict[str, FigureKindOut]
    fresh: FreshOut
    simpler: list[CureOut]
    note_values: dict[str, NoteValueOut]
    metres: list[MetreOut]
    slot_places: dict[int, list[str]]
    routine_shapes: list[RoutineShapeOut]
    exercise_files: list[ExportOut]
    changes_files: list[ExportOut]
    blank: Recipe

    @classmethod
    def of(cls, tables: Tables) -> TablesOut:
        """From the data files and the registries."""
        own: dict[str, Mapping[Any, str]] = {
            "listening.way": LISTENING_WORDS,
            **BACKING_WORDS,
            **PRACTICE_WORDS,
            **STUDIO_WORDS,
        }
        choices = {**all_choices(), **own}
        return cls(
            scales=_scales(tables),
            instruments=_instruments(tables),
            forms=[
                FormTableOut(id=form.id, name=form.name, group=form.group, colour=form.key.colour, use=form.use)
                for form in tables.forms
            ],
            vocabulary=[PieceOut(piece=piece, fits=FittingOut.of(piece, tables.scales)) for piece in tables.vocabulary],
            major_keys=list(USUAL["major"]),
            minor_keys=list(USUAL["minor"]),
            keys_by_fourths=list(BY_FOURTHS),
            positions=[HandPlace(fret, fret + 3).text for fret in range(1, 13)],
            choices={name: _choices(words) for name, words in choices.items()},
            weights={name: words.label for name, words in WEIGHTS.items()},
            limits={name: LimitsOut.model_validate(dict(row)) for name, row in limits(*_DOCUMENTS).items()},
            figures={name: _figure(kind) for name, kind in FIGURES.by_name.items()},
            fresh=_fresh(),
            routine_shapes=[RoutineShapeOut.of(name, shape) for name, shape in SHAPES.items()],
            simpler=[CureOut(label=label, patch=dict(patch)) for label, patch in SIMPLER],
            note_values={
                value: NoteValueOut(
                    in_quarter=float(1 / beats), american=NAMES["american"][value], british=NAMES["british"][value]
                )
                for value, beats in BEATS.items()
            },
            metres=[_metre(name) for name in METRES],
            slot_places={count: slot_places(count) for count in range(1, 7)},
            exercise_files=_exports(OF_EXERCISES),
            changes_files=_exports(OF_CHANGES),
            blank=Recipe(),
        )


def _scales(tables: Tables) -> list[ScaleOut]:
    return [
        ScaleOut(
            id=scale.id,
            name=scale.name,
            aliases=list(scale.aliases),
            degrees=[degree.text for degree in scale.degrees],
            down=[degree.text for degree in scale.down or ()],
            family=scale.family,
            colour=scale.colour,
            serves=[print_quality(quality) or "major triad" for quality in scale.serves],
            use=scale.use,
        )
        for scale in tables.scales.scales
    ]


def _instruments(tables: Tables) -> list[InstrumentOut]:
    return [
        InstrumentOut(
            id=instrument.id,
            name=instrument.name,
            section=instrument.section,
            fingering=instrument.fingering.family,
            tunings=_tunings(instrument),
            transposes=instrument.sounds_half_steps % 12 != 0,
            comfortable=instrument.comfortable.text,
            full=instrument.full.text,
        )
        for instrument in tables.instruments.instruments
    ]


def _tunings(instrument: Instrument) -> list[TuningOut]:
    """The usual one first, then others."""
    usual = " ".join(pitch.text for pitch in reversed(instrument.fingering.strings))
    others = [TuningOut(name=one.name, strings=one.text) for one in instrument.fingering.tunings]
    return [TuningOut(name="usual", strings=usual), *others] if usual else []


def _choices(words: Mapping[Any, str]) -> list[ChoiceOut]:
    return [ChoiceOut(value=str(value), label=label) for value, label in words.items()]


def _figure(kind: type[FigurePart]) -> FigureKindOut:
    return FigureKindOut(
        leaves_out=sorted(kind.leaves_out),
        leaves_out_over_changes=sorted(kind.leaves_out_over_changes),
        needs_changes=kind.needs_changes,
        stands_once=kind.stands_once,
        counts_beats=kind.counts_beats,
        fresh=kind.fresh(),
    )


def _fresh() -> FreshOut:
    return FreshOut(
        ladders={name: kind.fresh() for name, kind in LADDERS.by_name.items()},
        courses={name: kind.fresh() for name, kind in COURSES.by_name.items()},
        sounds={name: kind.fresh() for name, kind in SOUNDS.by_name.items()},
        key_family=KEY_FAMILY,
        fingerings={name: kind.fresh() for name, kind in FINGERINGS.by_name.items()},
        companions={name: kind.fresh() for name, kind in COMPANIONS.by_name.items()},
        whats={name: kind.fresh() for name, kind in WHATS.by_name.items()},
        rule=Rule(where=Where(step="II"), what=Play.fresh()),
        piece=VocabularyPiece(),
        etude=Etude(pieces=(VocabularyPiece(),)),
        enclosure=Enclosure(),
        call=Call(),
        mark=Mark(every=2),
        slurs=Slurs(),
        changes=ChangesDraft.fresh(),
        backing=Backing(),
        ladder=TempoLadder(),
        rounds=Rounds(),
        free_rule=FreeRule(),
        ear=EarSetting(),
        recipe_step=RecipeStep(),
        practice=AssignedPractice(),
        task=FreeTask(),
        routine=Routine(),
        goal=Goal(title="A new goal", keys=BY_FOURTHS),
        profile=PlayerProfile(name="A player"),
        layout=HandoutLayout(),
        worksheet=WorksheetSetting(),
    )


def _metre(name: str) -> MetreOut:
    metre = Metre.parse(name)
    return MetreOut(name=name, beats=metre.beats, unit=metre.unit, divides=metre.unit == 4)


def _exports(exports: Mapping[str, Export[Any]]) -> list[ExportOut]:
    return [ExportOut(kind=export.kind, label=export.label) for export in exports.values()]
