"""The `harmony` element of MusicXML 4.0: chord symbols as the standard spells them, written and read."""

from __future__ import annotations

import re
from fractions import Fraction
from functools import lru_cache
from typing import TypeVar
from xml.etree.ElementTree import Element
from xml.sax.saxutils import quoteattr

from dodecant.music.core.chord import Chord, Quality
from dodecant.music.core.chord_symbol import parse_quality, print_quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import LETTERS, NoteName

# The standard's kinds of chord and the symbols that mean the same, plainest first.
KINDS = {
    "major": "", "minor": "m", "augmented": "aug", "diminished": "dim", "dominant": "7", "major-seventh": "maj7",
    "minor-seventh": "m7", "diminished-seventh": "dim7", "augmented-seventh": "7(#5)", "half-diminished": "m7b5",
    "major-minor": "m(maj7)", "major-sixth": "6", "minor-sixth": "m6", "dominant-ninth": "9", "major-ninth": "maj9",
    "minor-ninth": "m9", "dominant-11th": "11", "major-11th": "maj11", "minor-11th": "m11", "dominant-13th": "13",
    "major-13th": "maj13", "minor-13th": "m13", "suspended-second": "sus2", "suspended-fourth": "sus4", "power": "5",
}  # fmt: skip
_QUALITIES = {kind: parse_quality(symbol) for kind, symbol in KINDS.items()}


def write_harmony(chord: Chord | None, *, degrees: bool = True) -> str:
    """The element for a chord, or for N.C.; the engraver wants no `degrees`, for it prints them after the text too."""
    if chord is None:
        return '<harmony><root><root-step text="">C</root-step></root><kind text="N.C.">none</kind></harmony>'
    kind, changed = _kind_of(chord.quality)
    text = quoteattr(print_quality(chord.quality))
    bass = f"<bass>{_name('bass', chord.bass)}</bass>" if chord.bass else ""
    said = f"<root>{_name('root', chord.root)}</root><kind text={text}>{kind}</kind>{bass}"
    return f"<harmony>{said}{changed if degrees else ''}</harmony>"


def _name(word: str, name: NoteName) -> str:
    alter = f"<{word}-alter>{name.alteration}</{word}-alter>" if name.alteration else ""
    return f"<{word}-step>{LETTERS[name.letter]}</{word}-step>{alter}"


@lru_cache(maxsize=512)
def _kind_of(quality: Quality) -> tuple[str, str]:
    """The kind nearest to a quality, and the degrees to add and take away."""
    wanted = set(quality.degrees)
    kind = min(_QUALITIES, key=lambda name: len(wanted ^ set(_QUALITIES[name].degrees)))
    there = set(_QUALITIES[kind].degrees)
    changes = [("subtract", degree) for degree in sorted(there - wanted)]
    changes += [("add", degree) for degree in sorted(wanted - there)]
    return kind, "".join(
        f"<degree><degree-value>{degree.number}</degree-value>"
        f"<degree-alter>{degree.alteration}</degree-alter><degree-type>{verb}</degree-type></degree>"
        for verb, degree in changes
    )


def read_harmony(item: Element) -> Chord | None:
    """The chord an element means; None for N.C. and for what has no root."""
    kind = (item.findtext("kind") or "").strip()
    root = _note_name(item, "root")
    if kind == "none" or root is None:
        return None
    degrees = set(_QUALITIES.get(kind, Quality()).degrees)
    for change in item.findall("degree"):
        number = read_number(change.findtext("degree-value"), Fraction(0))
        alteration = read_number(change.findtext("degree-alter"), Fraction(0))
        if not (1 <= number <= 13 and -2 <= alteration <= 2):
            continue
        degree = Degree(int(number), int(alteration))
        verb = change.findtext("degree-type")
        if verb == "subtract":
            degrees -= {degree} if degree in degrees else {d for d in degrees if d.number == degree.number}
        elif verb == "alter":
            degrees = {d for d in degrees if d.number != degree.number} | {degree}
        else:
            degrees.add(degree)
    quality = Quality.of(degrees)
    if kind not in _QUALITIES:
        quality = _from_text(item.find("kind"), quality)
    bass = _note_name(item, "bass")
    return Chord(root, quality, None if bass == root else bass)


def _from_text(kind: Element | None, fallback: Quality) -> Quality:
    """A kind the standard does not list: the text printed for it, where that can be read."""
    try:
        return parse_quality(kind.get("text", "")) if kind is not None else fallback
    except MusicError:
        return fallback


def _note_name(item: Element, word: str) -> NoteName | None:
    step = (item.findtext(f"{word}/{word}-step") or "").strip().upper()
    alteration = read_number(item.findtext(f"{word}/{word}-alter"), Fraction(0))
    if len(step) != 1 or step not in LETTERS or not -2 <= alteration <= 2:
        return None
    return NoteName(LETTERS.index(step), int(alteration))


_MissingT = TypeVar("_MissingT", Fraction, None)


_NUMBER = re.compile(r"[+-]?[0-9]{1,9}(?:\.[0-9]{1,9})?")  # no exponents: a short text is then a small number


def read_number(text: str | None, missing: _MissingT) -> Fraction | _MissingT:
    """A number in an element's text, or what to take where there is none."""
    found = _NUMBER.fullmatch((text or "").strip()[:20])
    if found is None:
        return missing
    value = Fraction(found[0])
    return value if abs(value) < 10**6 else Fraction(0)
