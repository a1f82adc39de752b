"""Engraves MusicXML as SVG with Verovio. Note ids of the score become element ids of the picture."""

from __future__ import annotations

from functools import cache, lru_cache
from threading import Lock

import verovio

_SCALE = 45  # percent; a staff is then some 32 px high
_OPTIONS: dict[str, object] = {
    "adjustPageHeight": True,
    "breaks": "auto",
    "font": "Leipzig",
    "footer": "none",
    "header": "none",
    "lyricSize": 3.9,
    "lyricTopMinMargin": 3.0,
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
    "svgRemoveXlink": True,
    "svgViewBox": True,
    "xmlIdChecksum": True,
}
_lock = Lock()


class EngravingError(RuntimeError):
    """The engraver refused a score that we wrote; always a fault of ours."""


@cache
def _toolkit() -> verovio.toolkit:
    verovio.enableLog(verovio.LOG_OFF)
    return verovio.toolkit()


@lru_cache(maxsize=1024)
def engrave(musicxml: str, width: int) -> str:
    """One picture as wide as `width` CSS pixels and as high as it needs; cached by content."""
    with _lock:  # the toolkit holds one score at a time
        toolkit = _toolkit()
        toolkit.setOptions({**_OPTIONS, "pageWidth": width * 100 // _SCALE})
        if not toolkit.loadData(musicxml):
            raise EngravingError("The score could not be engraved")
        return str(toolkit.renderToSVG(1))
