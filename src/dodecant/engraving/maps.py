"""Maps drawn: a neck, a keyboard, holes, positions of a slide, valves; each place with its number, name or finger.

Chord tones are full, other tones open, those to handle with care dashed; the root has a ring. Lengths are CSS pixels.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import replace
from html import escape
from typing import Final, Literal

from dodecant.engraving.strip_svg import TEXT_FONTS
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.roles import role_of
from dodecant.instrument.fingering.maps import InstrumentMap, MapKind, MapPlace
from dodecant.music.core.degree import Degree
from dodecant.music.core.pitch import LETTER_SEMITONES
from dodecant.music.scales.numbering import NumberingSchool, number_text

MapShows = Literal["numbers", "names", "fingers"]
PAPER: Final = "var(--paper,#fff)"
_SCALE: Final = 1.35  # on the screen
_LEFT, _TOP = 30, 8
_FRET, _STRING = 40, 25
_CELL, _ROW, _NAMES = 46, 25, 84
_KEY, _KEY_HEIGHT, _BLACK_KEY, _BLACK_HEIGHT = 34, 118, 22, 72
_RADIUS = 10.5
_INLAYS: Final = frozenset({3, 5, 7, 9, 12, 15, 17, 19, 21})
_WHITE: Final = {height: place for place, height in enumerate(LETTER_SEMITONES)}
_LONG = 3  # letters that need a smaller size


def map_svg(found: InstrumentMap, sound: Sound, shows: MapShows, school: NumberingSchool = "major") -> str:
    """A map of a sound as a picture, drawn in the colour of the text round it."""
    if shows == "fingers" and any(place.finger for place in found.places):
        found = replace(found, places=tuple(place for place in found.places if place.finger))
    wide, high, drawn = _DRAWN[found.kind](found)
    body = "".join([*drawn, *(_dot(place, x, y, sound, shows, school) for place, (x, y) in _centres(found))])
    style = f'font-family="{TEXT_FONTS}" text-anchor="middle" fill="currentColor"'
    size = f'viewBox="0 0 {wide:g} {high:g}" width="{wide * _SCALE:g}"'
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size} {style}>{body}</svg>'


def on_paper(picture: str) -> bytes:
    """A picture in black on white, as the page setter reads it."""
    return picture.replace("currentColor", "black").replace(PAPER, "white").encode()


def map_text(found: InstrumentMap, sound: Sound) -> str:
    """What a map shows, row by row, for those who do not see it: 'E: F 1, G 3'."""
    rows = []
    for number, name in enumerate(found.rows):
        here = [place for place in found.places if place.row == number]
        words = ((_name(place, sound), found.columns[place.column], _by(place)) for place in here)
        told = [" ".join(filter(None, one)) for one in words]
        if told:
            rows.append(f"{name}: {', '.join(told)}" if name else ", ".join(told))
    return "; ".join(rows)


def _by(place: MapPlace) -> str:
    return f"({place.finger})" if place.finger else ""


def _degree(place: MapPlace, sound: Sound) -> Degree:
    found = sound.degree_of(place.height)
    assert found is not None  # noqa: S101 - a map holds the sound's own tones
    return found


def _name(place: MapPlace, sound: Sound) -> str:
    return _degree(place, sound).name_above(sound.tonic).text


def _dot(place: MapPlace, x: float, y: float, sound: Sound, shows: MapShows, school: NumberingSchool) -> str:
    degree = _degree(place, sound)
    role = role_of(degree, sound.scale)
    text = {
        "numbers": lambda: number_text(degree, sound.scale, school),
        "names": lambda: _name(place, sound),
        "fingers": lambda: place.finger,
    }[shows]()
    full = role == "chord"
    fill, ink = ("currentColor", PAPER) if full else (PAPER, "currentColor")
    dash = ' stroke-dasharray="3 2"' if role == "care" else ""
    ring = f'<circle cx="{x:g}" cy="{y:g}" r="{_RADIUS + 2.5}" fill="none" stroke="currentColor"/>' * (
        degree.half_steps % 12 == 0
    )
    size = 11.5 if len(text) < _LONG else 9
    weight = "700" if full else "400"
    return (
        f'{ring}<circle cx="{x:g}" cy="{y:g}" r="{_RADIUS}" fill="{fill}" stroke="currentColor" '
        f'stroke-width="1.2"{dash}/>'
        f'<text x="{x:g}" y="{y + 4:g}" font-size="{size}" font-weight="{weight}" fill="{ink}">{escape(text)}</text>'
    )


def _centres(found: InstrumentMap) -> Iterator[tuple[MapPlace, tuple[float, float]]]:
    for place in found.places:
        yield place, _CENTRE[found.kind](found, place)


def _on_neck(found: InstrumentMap, place: MapPlace) -> tuple[float, float]:
    fret = place.column + found.first
    return _fret_middle(found, fret), _TOP + (place.row + 0.5) * _STRING


def _fret_middle(found: InstrumentMap, fret: int) -> float:
    """Open strings stand before the nut; a neck shown from farther up has no open ones."""
    if fret == 0:
        return _LEFT
    return _left(found) + (fret - max(found.first, 1) + 0.5) * _FRET


def _left(found: InstrumentMap) -> float:
    return _LEFT + (16 if found.first == 0 else 0)


def _neck(found: InstrumentMap) -> tuple[float, float, list[str]]:
    strings, left = len(found.rows), _left(found)
    frets = len(found.columns) - (found.first == 0)
    right, bottom = left + frets * _FRET, _TOP + strings * _STRING
    drawn = []
    for line in range(frets + 1):
        x = left + line * _FRET
        nut = line == 0 and found.first <= 1
        drawn.append(_line(x, _TOP + _STRING / 2, x, bottom - _STRING / 2, 4 if nut else 1.4, faint=not nut))
    for row, name in enumerate(found.rows):
        y = _TOP + (row + 0.5) * _STRING
        drawn.append(_line(left, y, right, y, 1.4, faint=True))
        if found.first > 0:
            drawn.append(_word(left - 14, y + 4, name))
    for fret in range(max(found.first, 1), max(found.first, 1) + frets):
        if fret in _INLAYS or found.first > 0:
            drawn.append(_word(_fret_middle(found, fret), bottom + 14, str(fret)))
    return right + 8, bottom + 20, drawn


def _keys(found: InstrumentMap) -> tuple[float, float, list[str]]:
    drawn = []
    keys = sorted(range(len(found.columns)), key=lambda key: key % 12 not in _WHITE)
    for key in keys:
        x, black = _key_left(key), key % 12 not in _WHITE
        width, height = (_BLACK_KEY, _BLACK_HEIGHT) if black else (_KEY, _KEY_HEIGHT)
        place = f'x="{x:g}" y="1" width="{width}" height="{height}"'
        drawn.append(f'<rect {place} fill="{PAPER}" stroke="currentColor" stroke-opacity="0.5"/>')
        if black:
            drawn.append(f'<rect {place} fill="currentColor" fill-opacity="0.72"/>')
    octaves = len(found.columns) // 12
    return 7 * octaves * _KEY + 2, _KEY_HEIGHT + 2, drawn


def _key_left(key: int) -> float:
    octave, height = divmod(key, 12)
    if height in _WHITE:
        return 1 + (7 * octave + _WHITE[height]) * _KEY
    return 1 + (7 * octave + _WHITE[height - 1] + 1) * _KEY - _BLACK_KEY / 2


def _on_keys(found: InstrumentMap, place: MapPlace) -> tuple[float, float]:
    black = place.column % 12 not in _WHITE
    return _key_left(place.column) + (_BLACK_KEY if black else _KEY) / 2, (_BLACK_HEIGHT if black else _KEY_HEIGHT) - 15


def _grid(found: InstrumentMap) -> tuple[float, float, list[str]]:
    right, bottom = _NAMES + len(found.columns) * _CELL, _TOP + len(found.rows) * _ROW
    drawn = []
    for row, name in enumerate(found.rows):
        y = _TOP + (row + 0.5) * _ROW
        drawn.append(_line(_NAMES, y, right, y, 1, faint=True))
        drawn.append(f'<text x="{_NAMES - 8}" y="{y + 4:g}" font-size="11" text-anchor="end">{escape(name)}</text>')
    drawn.append(f'<text x="{_NAMES - 8}" y="{bottom + 14:g}" font-size="11" text-anchor="end">{found.counts}</text>')
    for column, name in enumerate(found.columns):
        x = _NAMES + (column + 0.5) * _CELL
        drawn.append(_line(x, _TOP, x, bottom, 1, faint=True))
        drawn.append(_word(x, bottom + 14, name))
    return right + 8, bottom + 20, drawn


def _on_grid(found: InstrumentMap, place: MapPlace) -> tuple[float, float]:
    return _NAMES + (place.column + 0.5) * _CELL, _TOP + (place.row + 0.5) * _ROW


def _line(x1: float, y1: float, x2: float, y2: float, width: float, *, faint: bool) -> str:
    stroke = f'stroke="currentColor" stroke-width="{width:g}"' + ' stroke-opacity="0.4"' * faint
    return f'<line x1="{x1:g}" y1="{y1:g}" x2="{x2:g}" y2="{y2:g}" {stroke}/>'


def _word(x: float, y: float, text: str) -> str:
    return f'<text x="{x:g}" y="{y:g}" font-size="11">{escape(text)}</text>'


_DRAWN: Final[Mapping[MapKind, Callable[[InstrumentMap], tuple[float, float, list[str]]]]] = {
    "neck": _neck,
    "keys": _keys,
    "grid": _grid,
}
_CENTRE: Final[Mapping[MapKind, Callable[[InstrumentMap, MapPlace], tuple[float, float]]]] = {
    "neck": _on_neck,
    "keys": _on_keys,
    "grid": _on_grid,
}
