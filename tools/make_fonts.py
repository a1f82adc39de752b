"""Make the fonts of the printed page from the ones the web application uses, so that both look alike.

Run by hand after a font package changes (`make fonts`); the results are committed. Needs fonttools and brotli.
"""

from __future__ import annotations

import base64
import re
import tempfile
from importlib.resources import files
from pathlib import Path

from fontTools.merge import Merger
from fontTools.pens.transformPen import TransformPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.subset import Options, Subsetter
from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

ROOT = Path(__file__).parent.parent
MODULES = ROOT / "web" / "node_modules"
PRINT = ROOT / "src" / "dodecant" / "engraving" / "pages" / "fonts"
SCREEN = ROOT / "web" / "src" / "fonts"
ACCIDENTALS = "♭♮♯𝄪𝄫"
SIGNS = "Dodecant Signs"  # a family of our own, for the scaled signs
SIGN_SCALE, SIGN_RISE = 1.3, 10


def static(package: str, family: str, weight: int, style: str) -> None:
    """One weight of a variable font, Latin and extended Latin together."""
    parts = []
    with tempfile.TemporaryDirectory() as folder:
        for subset in ("latin", "latin-ext"):
            source = MODULES / "@fontsource-variable" / package / "files" / f"{package}-{subset}-wght-normal.woff2"
            font = instantiateVariableFont(TTFont(source), {"wght": weight})
            font.flavor = None
            for table in ("GSUB", "GPOS", "GDEF", "STAT"):
                if table in font:
                    del font[table]
            part = Path(folder) / f"{subset}.ttf"
            font.save(part)
            parts.append(str(part))
        merged = Merger().merge(parts)
    rename(merged, family, style)
    merged["OS/2"].usWeightClass = weight
    merged.save(PRINT / f"{family}-{style}.ttf")


def rename(font: TTFont, family: str, style: str) -> None:
    """Plain family and style names, so that a program can ask for them."""
    names = font["name"]
    for record in (16, 17, 21, 22, 25):
        names.removeNames(nameID=record)
    for record, text in ((1, family), (2, style), (4, f"{family} {style}"), (6, f"{family.replace(' ', '')}-{style}")):
        names.setName(text, record, 3, 1, 0x409)


def accidentals() -> None:
    """Only the musical signs of the text fallback font, as tall as the figures they stand beside."""
    font = TTFont(MODULES / "@fontsource" / "noto-music" / "files" / "noto-music-music-400-normal.woff2")
    subsetter = Subsetter(Options(name_IDs=["*"], layout_features=[]))
    subsetter.populate(text=ACCIDENTALS)
    subsetter.subset(font)
    glyphs, metrics = font.getGlyphSet(), font["hmtx"]
    for sign in ACCIDENTALS:
        name = font.getBestCmap()[ord(sign)]
        pen = TTGlyphPen(None)
        glyphs[name].draw(TransformPen(pen, (SIGN_SCALE, 0, 0, SIGN_SCALE, 0, SIGN_RISE)))
        advance, bearing = metrics[name]
        font["glyf"][name] = pen.glyph()
        metrics[name] = (round(advance * SIGN_SCALE), round(bearing * SIGN_SCALE))
    rename(font, SIGNS, "Regular")
    font.flavor = None
    font.save(PRINT / "DodecantSigns-Regular.ttf")
    font.flavor = "woff2"
    font.save(SCREEN / "DodecantSigns.woff2")


def engraver_text_font() -> None:
    """The engraver's own text signs (chord symbols, metronome marks), for the page and for the screen."""
    css = (files("verovio") / "data" / "Leipzig.css").read_text("utf-8")
    found = re.search(r"base64,([A-Za-z0-9+/=]+)", css)
    assert found
    data = base64.b64decode(found[1])
    (SCREEN / "Leipzig.woff2").write_bytes(data)
    font = TTFont(SCREEN / "Leipzig.woff2")
    for table in font["cmap"].tables:  # leave ♭ ♮ ♯ in running text to the signs made for it
        for sign in ACCIDENTALS:
            table.cmap.pop(ord(sign), None)
    font.flavor = None
    font.save(PRINT / "Leipzig.ttf")


if __name__ == "__main__":
    PRINT.mkdir(exist_ok=True)
    SCREEN.mkdir(parents=True, exist_ok=True)
    for weight, style in ((400, "Regular"), (700, "Bold")):
        static("literata", "Literata", weight, style)
        static("figtree", "Figtree", weight, style)
    accidentals()
    engraver_text_font()
