"""MusicXML files as they come in: unpacked, parsed safely, their first part found."""

from __future__ import annotations

import io
import zipfile
from xml.etree.ElementTree import Element

import defusedxml
from defusedxml.ElementTree import ParseError, fromstring

from dodecant.exercise.recipe.problems import Problem, RecipeError

_LARGEST_UNPACKED = 8_000_000  # bytes


def score_root(data: bytes) -> Element:
    """The root of a partwise MusicXML score, plain or compressed; raises RecipeError with a cure."""
    root = _parsed(_unpacked(data))
    if root.tag != "score-partwise":
        raise refused("This is not a partwise MusicXML score.", "Export the tune as MusicXML (partwise).")
    return root


def measures_of(root: Element) -> list[Element]:
    """The measures of the first part."""
    part = next(iter(root.iter("part")), None)
    return [] if part is None else part.findall("measure")


def refused(message: str, cure: str) -> RecipeError:
    """What is wrong with a file, and what would be right."""
    return RecipeError([Problem("", message, cure)])


def _unpacked(data: bytes) -> bytes:
    if not data.startswith(b"PK"):
        return data
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as packed:
            names = [n for n in packed.namelist() if n.endswith((".xml", ".musicxml")) and not n.startswith("META-INF")]
            entry = packed.getinfo(names[0])
            if entry.file_size > _LARGEST_UNPACKED:
                raise refused("The score inside is too large.", "Choose a single tune.")
            return packed.read(entry)
    except (zipfile.BadZipFile, IndexError, OSError, RuntimeError, NotImplementedError, EOFError, ValueError):
        raise refused("This packed file holds no score.", "Export the tune as MusicXML again.") from None


def _parsed(data: bytes) -> Element:
    try:
        root: Element = fromstring(data, forbid_dtd=False)
    except (ParseError, defusedxml.DefusedXmlException, ValueError, LookupError):
        raise refused("This is not MusicXML.", "Choose a score exported as MusicXML.") from None
    return root
