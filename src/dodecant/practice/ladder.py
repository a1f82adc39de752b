"""Tempo ladders: where to begin, when to go up, stay and go down; the rule is shown in words."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Annotated, Final, Literal, NamedTuple, Self

from pydantic import Field, model_validator

from dodecant.exercise.recipe.part import Part, refused
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.wording.small_words import count, listed
from dodecant.music.core.errors import MusicError

Tempo = Annotated[int, Field(ge=20, le=320)]
# Where the hardest value of an exercise is comfortable to begin with (usual teaching), in BPM.
BEGIN: Final[dict[NoteValue, int]] = {
    "half": 100, "quarter": 92, "quarter-triplet": 84, "eighth": 72, "triplet": 60, "sixteenth": 52, "quintuplet": 48,
    "sextuplet": 44,
}  # fmt: skip


class TempoLadder(Part):
    """The tempos an exercise climbs.

    By `takes` it goes up `by` so many after some clean ones in a row and down after some with slips in a row; or
    through tempos that are `fixed`, each until it has been clean as often; or there is `one` tempo. It begins at
    `begin` (0: as the hardest note value wants it) and waits at the `top`.
    """

    way: Literal["takes", "fixed", "one"] = "takes"
    begin: Annotated[int, Field(ge=0, le=320)] = 0
    by: Annotated[int, Field(ge=1, le=40)] = 4
    after: Annotated[int, Field(ge=1, le=10)] = 2
    down_after: Annotated[int, Field(ge=1, le=10)] = 2
    top: Tempo = 120
    fixed: Annotated[tuple[Tempo, ...], Field(min_length=1, max_length=12)] = (60, 70, 80)

    @model_validator(mode="after")
    def _rises(self) -> Self:
        if self.way == "takes" and self.begin > self.top:
            raise refused(MusicError("The ladder begins above its top.", cure="Begin lower, or raise the top."))
        return self


class Rung(NamedTuple):
    """Where one stands: the tempo in BPM, whether the top has been reached cleanly, and the rule in words."""

    tempo: int
    done: bool
    words: str


class TakeAt(NamedTuple):
    """A take by its tempo, and whether it was clean."""

    tempo: int
    clean: bool


def rung(ladder: TempoLadder, takes: Iterable[TakeAt], values: Sequence[NoteValue]) -> Rung:
    """Where the takes so far have led, from the first to the last.

    >>> rung(TempoLadder(begin=60, after=1), [TakeAt(60, True), TakeAt(64, False)], ["eighth"]).tempo
    64
    """
    tempos = tempos_of(ladder, values)
    at, clean, poor, done = 0, 0, 0, False
    for take in takes:
        if take.tempo != tempos[at]:
            continue  # played at another tempo by one's own wish
        clean, poor = (clean + 1, 0) if take.clean else (0, poor + 1)
        if clean == ladder.after:
            done = done or at == len(tempos) - 1
            at, clean = min(at + 1, len(tempos) - 1), 0
        elif poor == ladder.down_after:
            at, poor = max(at - 1, 0), 0
    return Rung(tempos[at], done, _words(ladder, tempos))


def tempos_of(ladder: TempoLadder, values: Sequence[NoteValue]) -> list[int]:
    """The tempos of a ladder from its beginning to its top (BPM)."""
    if ladder.way == "fixed":
        return list(ladder.fixed)
    begin = min(ladder.begin or min(BEGIN[value] for value in values), ladder.top)
    if ladder.way == "one":
        return [begin]
    tempos = list(range(begin, ladder.top, ladder.by))
    return [*tempos, ladder.top]


def _words(ladder: TempoLadder, tempos: Sequence[int]) -> str:
    times = f"{count(ladder.after)} clean take{'s' * (ladder.after > 1)}"
    down = f"{count(ladder.down_after)} with slips"
    if ladder.way == "one":
        return f"At {tempos[0]}, as long as it takes."
    if ladder.way == "fixed":
        return f"At {listed([str(tempo) for tempo in tempos])}; on after {times}, back after {down}."
    return f"From {tempos[0]} to {tempos[-1]}; up by {ladder.by} after {times}, down again after {down}."
