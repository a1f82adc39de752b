"""The part of a recipe that says where the line walks."""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.cell import parse_cell
from dodecant.exercise.recipe.part import Part, readable, refused
from dodecant.music.core.errors import MusicError

_STEPS: Final = 7


class PathEnd(Part):
    """A step of the sound (1 to 7) in an octave of the path (1 is the first).

    >>> PathEnd(step=9)
    PathEnd(step=2, octave=2)
    """

    step: Annotated[int, Field(ge=1, le=14)] = 1
    octave: Annotated[int, Field(ge=1, le=8)] = 1

    @model_validator(mode="before")
    @classmethod
    def _reads_a_ninth(cls, document: Any) -> Any:
        """What is typed as 8 to 14 lies an octave higher."""
        step = document.get("step") if isinstance(document, dict) else None
        octave = document.get("octave", 1) if isinstance(document, dict) else None
        if not isinstance(step, int) or not isinstance(octave, int) or not _STEPS < step <= 2 * _STEPS:
            return document
        return {**document, "step": step - _STEPS, "octave": octave + 1}


class Path(Part):
    """Where the anchor walks: from the lower end to the higher one, in a direction, by an interval.

    `span` may be as wide as that, but from the lowest tone the line can stand on, whatever its number; the player's
    whole range, from there to the highest; or once, on the lower end alone. A `round` begins on the root, goes up to
    the top, down to the bottom and home to the root; or the other way. `overshoot` goes a step beyond each end before
    it turns; `pause` holds the tone at the turn twice as long; `again` strikes it again on the way back; `close` ends
    with a turn round the last tone (the one above, itself, the one below, itself; mirrored after the way down where
    that is wanted), or with numbers of one's `own`, counted from it: `closing_up` after the way up, `closing_down`
    after the way down. The way back may be `mirrored`: all notes of the way out from the last to the first.
    """

    span: Literal["ends", "lowest", "range", "once"] = "ends"
    overshoot: bool = False
    pause: bool = False
    again: bool = False
    mirrored: bool = False
    close: Literal["none", "turn", "mirrored-turn", "own"] = "none"
    closing_up: Annotated[str, Field(max_length=80), readable(parse_cell)] = "1 3 2 1"
    closing_down: Annotated[str, Field(max_length=80), readable(parse_cell)] = "1 7- 2 1"
    low: PathEnd = PathEnd()
    high: PathEnd = PathEnd(octave=2)
    direction: Literal["up", "down", "up-and-back", "down-and-back", "round", "round-down"] = "up-and-back"
    by: Literal["step", "skip", "third"] = "step"

    @property
    def takes_range(self) -> bool:
        """Whether it begins where the player's range does, and not on a step."""
        return self.span in ("lowest", "range")

    @property
    def comes_back_mirrored(self) -> bool:
        """Whether the way back is the way out, from its last note to its first."""
        return self.mirrored and self.direction in ("up-and-back", "down-and-back") and self.span != "once"

    @property
    def turns(self) -> bool:
        """Whether it comes back from an end."""
        return self.direction not in ("up", "down") and self.span != "once"

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
