"""What the bars of a strip last."""

from __future__ import annotations

from dodecant.exercise.notation.score import Strip
from dodecant.music.core.metre import Metre


def fill_their_bars(strip: Strip, metre: Metre) -> bool:
    """Whether every bar is full, but for a pickup before the first barline."""
    full = metre.quarters
    wanted = [min(strip.end, (n + 1) * full) - max(strip.begin, n * full) for n in range(len(strip.bars))]
    lengths = [sum(piece.length for piece in bar.pieces) for bar in strip.bars]
    return lengths == wanted and all(length == full for length in lengths[1:])
