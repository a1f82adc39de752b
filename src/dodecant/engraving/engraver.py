"""Engraves MusicXML as SVG with Verovio. Note ids of the score become element ids of the picture."""

from __future__ import annotations

from concurrent.futures import ThreadPoolExecutor
from functools import cache
from importlib.resources import as_file, files

import verovio

_SCALE = 45  # percent; a staff is then some 32 px high
_OPTIONS: dict[str, object] = {
    "adjustPageHeight": True,
    "breaks": "auto",
    "font": "Leipzig",
    "footer": "none",
    "header": "none",
    "lyricSize": 3.9,
    "lyricTopMinMargin": 3.5,
    "minLastJustification": 0.5,
    "pageHeight": 60000,
    "pageMarginBottom": 10,
    "pageMarginLeft": 10,
    "pageMarginRight": 10,
    "pageMarginTop": 10,
    "scale": _SCALE,
    "spacingLinear": 0.28,
    "spacingNonLinear": 0.6,
    "smuflTextFont": "none",
    "spacingStaff": 8,
    "spacingSystem": 6,
    "svgFormatRaw": True,
    "svgRemoveXlink": True,
    "svgViewBox": True,
    "xmlIdChecksum": True,
}
_CLOSE: dict[str, object] = {
    "lyricTopMinMargin": 3.0,
    "pageMarginBottom": 2,
    "pageMarginTop": 2,
    "spacingSystem": 2,
}
_BRACE_ROOM = 45
_workshop = ThreadPoolExecutor(max_workers=1, thread_name_prefix="engraver")


class EngravingError(RuntimeError):
    """The engraver refused a score that we wrote; always a fault of ours."""


@cache
def _toolkit() -> verovio.toolkit:
    verovio.enableLog(verovio.LOG_OFF)
    toolkit = verovio.toolkit(False)
    with as_file(files("verovio") / "data") as fonts:
        toolkit.setResourcePath(str(fonts))
    return toolkit


def engrave(musicxml: str, width: int, *, signs_inside: bool = False, broken: bool = False, close: bool = False) -> str:
    """The first page of `engrave_pages`: all of a strip."""
    return engrave_pages(musicxml, width, signs_inside=signs_inside, broken=broken, close=close)[0]


def engrave_pages(
    musicxml: str, width: int, *, signs_inside: bool = False, broken: bool = False, close: bool = False
) -> tuple[str, ...]:
    """Pictures as wide as `width` CSS pixels and as high as they need: one for each page, which are some 27,000 pixels
    high.

    Lines are broken where there is room, or where the score says so (`broken`). `signs_inside` puts the font of ♭ and ♯
    in chord symbols into the picture, for those that leave the application. `close` lines leave room for more of them.

    The toolkit holds one score at a time and finds its fonts only in the thread that named them, so all
    engraving is done in one thread of its own.
    """
    return _workshop.submit(_engrave, musicxml, width, signs_inside, broken, close).result()


def engrave_start(musicxml: str, width: int, bars: int) -> str:
    """The first bars of a score alone, on one line, for a picture as wide as `width` CSS pixels at most."""
    return _workshop.submit(_engrave_start, musicxml, width, bars).result()


def _engrave_start(musicxml: str, width: int, bars: int) -> str:
    toolkit = _toolkit()
    own = {"breaks": "none", "pageWidth": width * 100 // _SCALE, "adjustPageWidth": True, "smuflTextFont": "embedded"}
    toolkit.setOptions({**_OPTIONS, **_CLOSE, **own})
    toolkit.select({"measureRange": f"start-{bars}"})
    try:
        if not toolkit.loadData(musicxml):
            raise EngravingError("The score could not be engraved")
        return str(toolkit.renderToSVG(1))
    finally:
        toolkit.select({})
        toolkit.setOptions({"adjustPageWidth": False})


def _engrave(musicxml: str, width: int, signs_inside: bool, broken: bool, close: bool) -> tuple[str, ...]:
    toolkit = _toolkit()
    font = "embedded" if signs_inside else "none"
    braced = "<group-symbol>" in musicxml or "<staves>" in musicxml
    own = {
        "breaks": "encoded" if broken else "auto",
        "pageMarginLeft": _BRACE_ROOM if braced else _OPTIONS["pageMarginLeft"],
        "pageWidth": width * 100 // _SCALE,
        "smuflTextFont": font,
    }
    toolkit.setOptions({**_OPTIONS, **(_CLOSE if close else {}), **own})
    if not toolkit.loadData(musicxml):
        raise EngravingError("The score could not be engraved")
    return tuple(str(toolkit.renderToSVG(page)) for page in range(1, toolkit.getPageCount() + 1))
