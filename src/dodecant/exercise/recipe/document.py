"""The recipe: what the teacher said, as a versioned document. docs/recipe.md describes its JSON form."""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.cell import parse_cell
from dodecant.exercise.recipe.companions import AnyCompanion
from dodecant.exercise.recipe.courses import AnyCourse, PlainCourse
from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.figures import AnyFigure, Run, Surrounding
from dodecant.exercise.recipe.ladders import AnyLadder, ScaleLadder
from dodecant.exercise.recipe.part import KeyName, Part, PitchText, read_part, readable, refused
from dodecant.exercise.recipe.placement import Placement
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.sounds import ChangesSounds, OneSound, Sounds
from dodecant.exercise.recipe.upgrade import upgraded_recipe
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import Pitch
from dodecant.music.scales.numbering import NumberingSchool

FORMAT: Final = "dodecant-recipe"
VERSION: Final = 2


class PathEnd(Part):
    """A step of the sound (1 to 7) in an octave of the path (1 is the first)."""

    step: Annotated[int, Field(ge=1, le=7)] = 1
    octave: Annotated[int, Field(ge=1, le=8)] = 1


class Path(Part):
    """Where the anchor walks: from the lower end to the higher one, in a direction, by an interval.

    `span` may be the player's whole range instead, from the lowest tone the line can stand on to the highest, or once,
    on the lower end alone. A `round` begins on the root, goes up to the top, down to the bottom and home to the root;
    or the other way. `overshoot` goes a step beyond each end before it turns; `pause` holds the tone at the turn twice
    as long; `close` ends with a turn round the last tone (the one above, itself, the one below, itself; mirrored after
    the way down where that is wanted), or with numbers of one's `own`, counted from it: `closing_up` after the way up,
    `closing_down` after the way down.
    """

    span: Literal["ends", "range", "once"] = "ends"
    overshoot: bool = False
    pause: bool = False
    close: Literal["none", "turn", "mirrored-turn", "own"] = "none"
    closing_up: Annotated[str, Field(max_length=80), readable(parse_cell)] = "1 3 2 1"
    closing_down: Annotated[str, Field(max_length=80), readable(parse_cell)] = "1 7- 2 1"
    low: PathEnd = PathEnd()
    high: PathEnd = PathEnd(octave=2)
    direction: Literal["up", "down", "up-and-back", "down-and-back", "round", "round-down"] = "up-and-back"
    by: Literal["step", "skip", "third"] = "step"

    @model_validator(mode="after")
    def _rises(self) -> Self:
        if (self.high.octave, self.high.step) <= (self.low.octave, self.low.step):
            raise refused(
                MusicError(
                    "The path's upper end must lie above its lower end.",
                    cure="Raise the upper end by a step or an octave.",
                )
            )
        return self


Weight = Annotated[int, Field(ge=0, le=10)]


class Joins(Part):
    """How a line goes over from chord to chord.

    Each chord begins where the path begins, or on `any` tone that joins best (so that arpeggios are inverted); in the
    path's own direction, or in `either`. A figure that does not fit whole before the next chord is cut, or left out and
    the note before it held. The weights say what a join costs: leap, repeated note, change of direction, foreign tone
    on the chord's first beat, edge of the range; the line with the least cost is taken.
    """

    begin: Literal["path", "any"] = "path"
    direction: Literal["path", "either"] = "path"
    leftover: Literal["cut", "held"] = "cut"
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
    whether note values have their American or their British names, and remarks stand on the printed page too.
    """

    major: Annotated[tuple[KeyName, ...], Field(max_length=12)] = ()
    minor: Annotated[tuple[KeyName, ...], Field(max_length=12)] = ()
    plain: Literal["never", "doubles", "all"] = "doubles"
    signature: bool = False
    cautionary: bool = True
    values: Literal["american", "british"] = "american"
    remarks_on_page: bool = False


class Recipe(Part):
    """The whole recipe, version 2. One of the companions may be written; the others only sound.

    `outer` is the route that changes least often; the note values of a route change within the two others, between
    them, or outside both (`values_turn`).
    """

    format: Literal["dodecant-recipe"] = FORMAT
    version: Literal[2] = VERSION
    title: Annotated[str, Field(max_length=120)] = ""
    sounds: Sounds = OneSound(scale="ionian")
    ladder: AnyLadder = ScaleLadder()
    figure: AnyFigure = Run()
    enclosure: Enclosure | None = None
    course: AnyCourse = PlainCourse()
    path: Path = Path()
    joins: Joins = Joins()
    placement: Placement = Placement()
    companions: Annotated[tuple[AnyCompanion, ...], Field(max_length=3)] = ()
    keys: KeyRoute = KeyRoute()
    outer: Literal["keys", "sounds"] = "keys"
    values_turn: Literal["innermost", "between", "outermost"] = "innermost"
    player: Player = Player()
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

    def takes(self, part: Surrounding) -> bool:
        """Whether a part means something to its figure over its sounds."""
        return self.figure.takes(part, over_changes=self.over_changes is not None)

    @model_validator(mode="after")
    def _has_one_second_staff(self) -> Self:
        if sum(companion.written for companion in self.companions) > 1:
            message = "There is one staff beside the line."
            raise refused(MusicError(message, cure="Let all companions but one only sound."))
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
