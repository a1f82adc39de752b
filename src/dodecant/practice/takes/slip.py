"""A slip: what was not as it was due in a take."""

from __future__ import annotations

from typing import Final, Literal, NamedTuple

SlipKind = Literal[
    "wrong", "octave", "left-out", "figure-left-out", "passage-left-out", "figure-moved", "tone-left-out", "added",
    "struck-twice", "turned-early", "early", "late", "waited", "hurried", "came-in", "stopped",
]  # fmt: skip
OF_TIME: Final = ("early", "late", "waited", "hurried")


class Slip(NamedTuple):
    """Something that went wrong: its kind, the due note (by its place, or the one after what was added), the MIDI
    number that was played, if any, how far off in time it was, in seconds (before is negative), and the last due note
    that it takes with it, where it takes several.
    """

    kind: SlipKind
    note: int
    played: int | None
    off: float = 0.0
    until: int | None = None
