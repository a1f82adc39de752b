"""A strip as its contour: pitch against time, for players who do not read."""

from __future__ import annotations

from fractions import Fraction

from dodecant.engraving.maps import PAPER
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip


def contour_svg(exercise: Exercise, strip: Strip, width: int) -> str:
    """Pitch against time as a line with a dot for each note, labelled with its number; of a width in CSS pixels."""
    heights = [note.tone.written.midi for note in strip.notes]
    low, high, beats = min(heights), max(heights), float(strip.end - strip.begin)
    edge, step = 14, 5
    scale = (width - 2 * edge) / beats

    def place(start: Fraction, midi: int) -> tuple[float, float]:
        return edge + float(start - strip.begin) * scale, edge + (high - midi) * step

    spots = [place(note.start, note.tone.written.midi) for note in strip.notes]
    tall = 2 * edge + (high - low) * step
    whole = range(int(strip.begin // exercise.metre.quarters), int(strip.end // exercise.metre.quarters) + 1)
    faint = 'stroke="currentColor" stroke-opacity="0.3"'
    lines = [
        f'<path d="M{place(bar * exercise.metre.quarters, high)[0] - edge / 2:.1f} 2V{tall - 2}" {faint}/>'
        for bar in whole
    ]
    line = " ".join(f"{x:.1f},{y:.1f}" for x, y in spots)
    lettered = 'font-size="9" text-anchor="middle" font-family="Figtree" fill="currentColor"'
    dots = [
        f'<circle cx="{x:.1f}" cy="{y:.1f}" r="8" fill="{PAPER}" stroke="currentColor"/>'
        f'<text x="{x:.1f}" y="{y + 3:.1f}" {lettered}>{note.tone.number}</text>'
        for (x, y), note in zip(spots, strip.notes, strict=True)
    ]
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width} {tall}" width="{width}">{"".join(lines)}'
        f'<polyline points="{line}" fill="none" stroke="currentColor"/>{"".join(dots)}</svg>'
    )
