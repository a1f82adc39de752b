"""Licks read from files: MusicXML or MIDI, told by what they hold."""

from __future__ import annotations

from dodecant.formats.licks.line import ReadLick
from dodecant.formats.licks.midi import lick_from_midi
from dodecant.formats.licks.musicxml import lick_from_musicxml
from dodecant.formats.musicxml.source import refused


def lick_from_file(data: bytes) -> ReadLick:
    """Read one line of notes; raises RecipeError with a cure."""
    if data.startswith(b"MThd"):
        return lick_from_midi(data)
    if data.startswith(b"PK") or data.lstrip(b"\xef\xbb\xbf \r\n\t").startswith(b"<"):
        return lick_from_musicxml(data)
    raise refused("This is neither MusicXML nor MIDI.", "Choose a file with one line of notes.")
