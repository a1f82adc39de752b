"""What the hand does, as technical marks: fingers, strings, frets, holes."""

from __future__ import annotations

from xml.sax.saxutils import escape

from dodecant.exercise.notation.score import FingerMark
from dodecant.instrument.fingering.fretted import Stopped
from dodecant.instrument.fingering.harmonica import HarpNote


def technical_xml(mark: FingerMark, *, on_staff: bool) -> str:
    """The marks of a note: what is written over it, and what another program should know.

    String and fret stand in the tablature alone; on the notation staff there are fingers only.
    """
    finger, text = mark.finger, mark.text
    written = f'<fingering placement="above">{escape(text)}</fingering>' if text and on_staff else ""
    if isinstance(finger, Stopped) and not on_staff:
        written += f"<string>{finger.string}</string><fret>{finger.fret}</fret>"
    if isinstance(finger, HarpNote):
        written += f"<other-technical>{_harp(finger)}</other-technical>"
    return f"<technical>{written}</technical>" if written else ""


def under_staff(mark: FingerMark) -> str:
    """A finger of the left hand, under its staff."""
    return f'<technical><fingering placement="below">{escape(mark.text)}</fingering></technical>' if mark.text else ""


def _harp(note: HarpNote) -> str:
    """'hole 4 draw bend 1'."""
    bend = f" bend {note.bend}" if note.bend else ""
    over = " over" if note.over else ""
    slide = " slide" if note.slide else ""
    return f"hole {note.hole} {note.breath}{bend}{over}{slide}"
