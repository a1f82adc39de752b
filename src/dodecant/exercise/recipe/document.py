"""The recipe: what the teacher said, as a versioned document. docs/recipe.md describes its JSON form."""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.companions import AnyCompanion
from dodecant.exercise.recipe.courses import AnyCourse, PlainCourse
from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.recipe.etude.rules import MOST_RULES, Rule
from dodecant.exercise.recipe.figures import AnyFigure, Run, Surrounding
from dodecant.exercise.recipe.fingering import AnyFingering
from dodecant.exercise.recipe.ladders import AnyLadder, ScaleLadder
from dodecant.exercise.recipe.part import KeyName, Part, PitchText, read_part, refused
from dodecant.exercise.recipe.path import Path
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.placement import Placement
from dodecant.exercise.recipe.sounding.sounds import ChangesSounds, OneSound, Sounds
from dodecant.exercise.recipe.upgrade import upgraded_recipe
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import Pitch
from dodecant.music.scales.numbering import NumberingSchool
from dodecant.music.scales.scale import Chromatic

FORMAT: Final = "dodecant-recipe"
VERSION: Final = 2


Tag = Annotated[str, Field(min_length=1, max_length=30)]
Turn = Literal["innermost", "between", "outermost"]
Weight = Annotated[int, Field(ge=0, le=10)]
PlainFor = Literal["never", "doubles", "all"]


class Joins(Part):
    """How a line goes over from chord to chord.

    Each chord begins where the path begins, or on `any` tone that joins best (so that arpeggios are inverted); in the
    path's own direction, or in `either`. A figure that does not fit whole before the next chord is cut, or left out and
    the note before it held. The weights say what a join costs: leap, repeated note, change of direction, foreign tone
    on the chord's first beat, edge of the range; the line with the least cost is taken. Rules and etudes are joined for
    each of the `keys` by itself, or the same line is carried to every key.
    """

    begin: Literal["path", "any"] = "path"
    direction: Literal["path", "either"] = "path"
    leftover: Literal["cut", "held"] = "cut"
    keys: Literal["each", "same"] = "each"
    leap: Weight = 2
    repeat: Weight = 3
    direction_change: Weight = 1
    strong: Weight = 4
    range: Weight = 1


class KeyRoute(Part):
    """The order in which the keys come round. Keys are named as tonics; their spelling follows the table."""

    order: Literal[
        "fourths",
        "fifths",
        "half-steps-up",
        "half-steps-down",
        "whole-steps-up",
        "whole-steps-down",
        "shuffle",
        "picked",
    ] = "fourths"
    start: KeyName = "C"
    seed: Annotated[int, Field(ge=0, le=2**31 - 1)] = 1
    picked: Annotated[tuple[KeyName, ...], Field(max_length=48)] = ()

    @model_validator(mode="after")
    def _has_keys(self) -> Self:
        if self.order == "picked" and not self.picked:
            raise refused(MusicError("No key is picked.", cure="Pick at least one side of the dial."))
        return self


class Player(Part):
    """Who plays: the instrument, the part of its range to use, and the player's own limits as written pitches.

    The line lies low, in the middle or high in that range (`tessitura`): each key where it lies best, or neighbouring
    keys side by side, as long as that lasts (`key_register`). The recipe's keys are those the player reads,
    or those that sound (`named_key`).
    """

    instrument: Annotated[str, Field(min_length=1, max_length=80)] = "piano"
    reach: Literal["comfortable", "full"] = "comfortable"
    tessitura: Literal["low", "middle", "high"] = "middle"
    key_register: Literal["each", "side-by-side"] = "each"
    lowest: PitchText | None = None
    highest: PitchText | None = None
    named_key: Literal["written", "sounding"] = "sounding"

    @model_validator(mode="after")
    def _holds_an_octave(self) -> Self:
        if self.lowest and self.highest:
            span = Pitch.parse(self.highest).midi - Pitch.parse(self.lowest).midi
            if span < 12:
                raise refused(
                    MusicError(
                        f"{self.lowest} to {self.highest} is less than an octave.",
                        cure="Name a lowest and a highest note at least an octave apart.",
                    )
                )
        return self


class Spelling(Part):
    """The reader's wishes: tonic names that replace the usual ones, plain notes, signature, cautionary signs; and
    whether note values have their American or their British names, remarks stand on the printed page too, the names of
    rules over the line, and maps of the instrument after the strips.

    The `chromatic` scale goes up in sharps and down in flats, or as the key spells it: with the flat 2, 3, 6 and 7 and
    the sharp 4 both ways. Over chords that a scale makes stand their `chords`, as symbols or steps of the key; as usual
    over triad pairs and what is struck together alone.
    """

    major: Annotated[tuple[KeyName, ...], Field(max_length=12)] = ()
    minor: Annotated[tuple[KeyName, ...], Field(max_length=12)] = ()
    plain: PlainFor = "doubles"
    signature: bool = False
    cautionary: bool = True
    values: Literal["american", "british"] = "american"
    remarks_on_page: bool = False
    rules: bool = True
    chromatic: Chromatic = "both-ways"
    chords: Literal["usual", "symbols", "steps", "none"] = "usual"
    maps: Literal["none", "numbers", "names", "fingers"] = "none"


class Recipe(Part):
    """The whole recipe, version 2. By its `tags` it is found among others.

    One of the companions may be written; the others only sound.

    Over changes, `rules` say what is played where instead of the figure, and an `etude` takes its place.
    `outer` is the route that changes least often; the note values of a route change within the two others, between
    them, or outside both (`values_turn`), and so do its positions on a neck (`positions_turn`).
    """

    format: Literal["dodecant-recipe"] = FORMAT
    version: Literal[2] = VERSION
    title: Annotated[str, Field(max_length=120)] = ""
    tags: Annotated[tuple[Tag, ...], Field(max_length=12)] = ()
    sounds: Sounds = OneSound(scale="ionian")
    ladder: AnyLadder = ScaleLadder()
    figure: AnyFigure = Run()
    enclosure: Enclosure | None = None
    course: AnyCourse = PlainCourse()
    path: Path = Path()
    joins: Joins = Joins()
    rules: Annotated[tuple[Rule, ...], Field(max_length=MOST_RULES)] = ()
    etude: Etude | None = None
    placement: Placement = Placement()
    companions: Annotated[tuple[AnyCompanion, ...], Field(max_length=3)] = ()
    keys: KeyRoute = KeyRoute()
    outer: Literal["keys", "sounds"] = "keys"
    values_turn: Turn = "innermost"
    positions_turn: Turn = "innermost"
    player: Player = Player()
    fingering: AnyFingering | None = None
    tempo: Annotated[int, Field(ge=20, le=320)] = 96
    numbers: NumberingSchool | Literal["none"] = "major"
    spelling: Spelling = Spelling()

    @model_validator(mode="before")
    @classmethod
    def _reads_version_1(cls, document: Any) -> Any:
        return upgraded_recipe(document)

    @property
    def over_changes(self) -> ChangesSounds | None:
        """The progression it runs over, if any."""
        return self.sounds if isinstance(self.sounds, ChangesSounds) else None

    @property
    def ruled(self) -> bool:
        """Whether something else than its figure may play over changes, or one line is carried to every key."""
        return self.over_changes is not None and bool(self.rules or self.etude or self.joins.keys == "same")

    @property
    def one_line_for_all_keys(self) -> bool:
        """Whether the line is chosen once and carried to every key, as an etude always is."""
        return self.over_changes is not None and (self.etude is not None or self.joins.keys == "same")

    @property
    def explains_joins(self) -> bool:
        """Whether a line goes over from chord to chord for reasons one can ask for."""
        return self.over_changes is not None and (self.ruled or self.figure.explains_joins)

    @property
    def names_chords(self) -> Literal["symbols", "steps", "none"]:
        """What stands over the chords that the figure makes of a sound; over changes stand those of the changes."""
        wanted = self.spelling.chords
        if self.over_changes is not None or not self.figure.makes_chords:
            return "none"
        return ("symbols" if self.figure.usually_named else "none") if wanted == "usual" else wanted

    def takes(self, part: Surrounding) -> bool:
        """Whether a part means something to its figure over its sounds."""
        return self.figure.takes(part, over_changes=self.over_changes is not None)

    @model_validator(mode="after")
    def _has_one_second_staff(self) -> Self:
        if sum(companion.written for companion in self.companions) > 1:
            message = "Only one part can have a staff."
            raise refused(MusicError(message, cure="Set all parts but one to sound only."))
        return self


def read_recipe(document: Any) -> Recipe:
    """Check a parsed JSON document and return the recipe; raises RecipeError with every problem found."""
    if not isinstance(document, dict):
        raise RecipeError([Problem("", "A recipe is a JSON object in braces.", "Export one to see its form.")])
    if document.get("format", FORMAT) != FORMAT:
        raise RecipeError([Problem("/format", "This file is not a Dodecant recipe.", f"Its format is “{FORMAT}”.")])
    version = document.get("version", VERSION)
    if isinstance(version, int) and not isinstance(version, bool) and version > VERSION:
        raise RecipeError(
            [
                Problem(
                    "/version",
                    f"This recipe is of version {version}; this Dodecant reads up to version {VERSION}.",
                    "Open it with a newer Dodecant.",
                )
            ]
        )
    return read_part(Recipe, document)
