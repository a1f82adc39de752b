"""What may be kept on each shelf, and the line that tells about it."""

from __future__ import annotations

from dataclasses import replace

from dodecant.api.routers.shelf import shelf_router
from dodecant.api.schemas.vocabulary import WhetherItFitsOut
from dodecant.exercise.harmony.chord_sounds import harmony
from dodecant.exercise.over_changes.ruled.fitting_in import on_the_shelf
from dodecant.exercise.press import press, say
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.placement import OwnRhythm, Placement
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale, chosen_scale
from dodecant.exercise.recipe.sounding.sounds import OwnSounds
from dodecant.exercise.wording.placement import placement_text
from dodecant.exercise.wording.small_words import listed
from dodecant.exercise.wording.traits import Trait, traits
from dodecant.music.core.chord_symbol import print_chord
from dodecant.music.progressions.changes_text import parse_changes
from dodecant.music.scales.neighbours import derivation
from dodecant.music.scales.scale import own_scale
from dodecant.practice.planning.routine import RecipeStep, Routine
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.words import STUDIO_WORDS
from dodecant.practice.studio.worksheets.worksheet import WorksheetSetting
from dodecant.store.shelves import CHANGES, RECIPES, RHYTHMS, ROUTINES, SCALES, SOUNDS, STYLES, VOCABULARY, WORKSHEETS
from dodecant.tables import load_tables


def _keep_recipe(recipe: Recipe, at: str) -> None:
    _named(recipe.title, f"{at}/title", "The recipe has no name.")
    press(recipe, load_tables())


def _keep_changes(changes: ChangesDocument, at: str) -> None:
    _named(parse_changes(changes.text).title, f"{at}/text", "The changes have no title.", "Write title: and a name.")
    harmony(changes, load_tables().scales, pointer=at)


def _keep_scale(scale: OwnScale, at: str) -> None:
    _named(scale.name, f"{at}/name", "The scale has no name.")


def _keep_sounds(sounds: OwnSounds, at: str) -> None:
    _named(sounds.name, f"{at}/name", "The list has no name.")
    for place, scale in enumerate(sounds.scales):
        chosen_scale(scale, load_tables().scales, f"{at}/scales/{place}")


def _keep_rhythm(rhythm: OwnRhythm, at: str) -> None:
    _named(rhythm.name, f"{at}/name", "The rhythm has no name.")


def _keep_piece(piece: VocabularyPiece, at: str) -> None:
    _named(piece.name, f"{at}/name", "The piece has no name.")
    try:
        on_the_shelf(piece, load_tables().scales)
    except RecipeError as error:
        raise RecipeError([replace(one, pointer=at + one.pointer) for one in error.problems]) from None


def _keep_routine(routine: Routine, at: str) -> None:
    _named(routine.title, f"{at}/title", "The routine has no name.")
    for place, step in enumerate(routine.steps):
        if isinstance(step, RecipeStep):
            try:
                press(step.recipe, load_tables())
            except RecipeError as error:
                where = f"{at}/steps/{place}/recipe"
                raise RecipeError([replace(one, pointer=where + one.pointer) for one in error.problems]) from None


def _named(name: str, pointer: str, message: str, cure: str = "Give it one to find it again.") -> None:
    if not name.strip():
        raise RecipeError([Problem(pointer, message, cure)])


def _traits(recipe: Recipe) -> tuple[Trait, ...]:
    tables = load_tables()
    return traits(recipe, tables.scales, tables.instruments)


_FIRST_BARS = 4


def _about_changes(document: ChangesDocument) -> str:
    changes = parse_changes(document.text)
    metres = " and ".join(sorted({bar.metre.text for bar in changes.bars}))
    chords = [" ".join(print_chord(slot.chord) for slot in bar.slots if slot.chord) or "N.C." for bar in changes.bars]
    more = " …" if len(chords) > _FIRST_BARS else ""
    return f"{len(changes.played)} bars in {changes.key.text}, {metres}: {' | '.join(chords[:_FIRST_BARS])}{more}"


def _about_scale(scale: OwnScale) -> str:
    return f"{derivation(own_scale(scale.name, scale.degrees)).capitalize()}."


def _about_sounds(sounds: OwnSounds) -> str:
    names = [chosen_scale(scale, load_tables().scales, "/scales").name for scale in sounds.scales]
    return f"{listed(names)}."


def _about_rhythm(rhythm: OwnRhythm) -> str:
    placement = Placement(value=rhythm.value, metre=rhythm.metre, slots=rhythm.slots)
    return f"{placement_text(Recipe(placement=placement)).capitalize()}."


def _about_piece(piece: VocabularyPiece) -> str:
    return WhetherItFitsOut.of(piece, load_tables().scales).words


def _about_routine(routine: Routine) -> str:
    return f"{len(routine.steps)} step{'s' * (len(routine.steps) != 1)}, {routine.cap} minutes a day."


def _keep_style(style: HandoutLayout, at: str) -> None:
    _named(style.name, f"{at}/name", "The style has no name.")


def _about_style(style: HandoutLayout) -> str:
    return f"{STUDIO_WORDS['HandoutLayout.strips'][style.strips].capitalize()}."


def _keep_worksheet(sheet: WorksheetSetting, at: str) -> None:
    _named(sheet.title, f"{at}/title", "The worksheet has no name.")


def _about_worksheet(sheet: WorksheetSetting) -> str:
    asked = listed([STUDIO_WORDS["WorksheetSetting.kinds"][kind].lower() for kind in sheet.kinds])
    return f"Level {sheet.level}: {asked}, {sheet.each} of each."


routers = (
    shelf_router("recipes", RECIPES, Recipe, _keep_recipe, lambda recipe: say(recipe, load_tables()), _traits),
    shelf_router("changes", CHANGES, ChangesDocument, _keep_changes, _about_changes),
    shelf_router("scales", SCALES, OwnScale, _keep_scale, _about_scale),
    shelf_router("sound-lists", SOUNDS, OwnSounds, _keep_sounds, _about_sounds),
    shelf_router("rhythms", RHYTHMS, OwnRhythm, _keep_rhythm, _about_rhythm),
    shelf_router("routines", ROUTINES, Routine, _keep_routine, _about_routine),
    shelf_router("styles", STYLES, HandoutLayout, _keep_style, _about_style),
    shelf_router("worksheets", WORKSHEETS, WorksheetSetting, _keep_worksheet, _about_worksheet),
    shelf_router("vocabulary", VOCABULARY, VocabularyPiece, _keep_piece, _about_piece),
)
