"""MusicXML files as they come in: unpacked, parsed safely, their first part found."""

from __future__ import annotations

import io
import zipfile
from itertools import islice
from xml.etree.ElementTree import Element

import defusedxml
from defusedxml.ElementTree import ParseError, fromstring

from dodecant.exercise.recipe.problems import Problem, RecipeError

_LARGEST_UNPACKED = 4_000_000  # bytes
_MOST_MEASURES = 2_000
_MOST_ELEMENTS = 60_000


def score_root(data: bytes) -> Element:
    """The root of a partwise MusicXML score, plain or compressed; raises RecipeError with a cure."""
    root = _parsed(_unpacked(data))
    if sum(1 for _ in islice(root.iter(), _MOST_ELEMENTS + 1)) > _MOST_ELEMENTS:
        raise refused("There is too much in this score.", "Choose a single tune, one part of it.")
    if root.tag != "score-partwise":
        raise refused("This is not a partwise MusicXML score.", "Export the tune as MusicXML (partwise).")
    return root


def measures_of(root: Element) -> list[Element]:
    """The measures of the first part."""
    part = next(iter(root.iter("part")), None)
    return [] if part is None else part.findall("measure")[:_MOST_MEASURES]


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
            with packed.open(entry) as opened:  # what it says of its size may be wrong
                unpacked = opened.read(_LARGEST_UNPACKED + 1)
    except RecipeError:
        raise
    except Exception:  # whatever the library throws at a broken file, the file is at fault
        raise refused("This packed file holds no score.", "Export the tune as MusicXML again.") from None
    if len(unpacked) > _LARGEST_UNPACKED:
        raise refused("The score inside is too large.", "Choose a single tune.")
    return unpacked


def _parsed(data: bytes) -> Element:
    try:
        root: Element = fromstring(data, forbid_dtd=False)
    except (ParseError, defusedxml.DefusedXmlException, ValueError, LookupError):
        raise refused("This is not MusicXML.", "Choose a score exported as MusicXML.") from None
    return root
