"""Chord symbols: reading the spellings players use, printing one form.

The meanings are those of standard chord-symbol practice: a bare number above 7 stacks what lies below it; a 13 brings
the 11 only over a minor third; `alt` is a dominant with both altered fifths and both altered ninths.
"""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from typing import Literal, NoReturn

from dodecant.music.core.chord import Chord, Quality, Seventh
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName, alteration_text

_ROOT = re.compile(r"[A-G](?:[♭b]{1,2}|[♯#]{1,2}|𝄫|𝄪)?")
_BASS = re.compile(r"/\s*([A-G](?:[♭b]{1,2}|[♯#]{1,2}|𝄫|𝄪)?)\s*$")
_NO_CHORD = re.compile(r"n\.?\s?c\.?", re.IGNORECASE)
# What may stand next, tried in this order; the name of the group says what it is.
_TOKEN = re.compile(
    r"(?P<space>[\s(),\[\]]+)"
    r"|(?P<sixnine>6\s*/\s*9|69|6\s*add\s*9)"
    r"|(?P<alt>alt(?:ered)?)"
    r"|(?P<sus>sus\s*(?P<suspended>4|2)?)"
    r"|(?P<add>add\s*(?P<added>[♭b♯#]?(?:13|11|[2-79])))"
    r"|(?P<no>(?:no|omit)\s*(?P<left>[1357]))(?:rd|th)?"
    r"|(?P<half>ø|Ø|half-?dim)"
    r"|(?P<dim>dim|°|º|o(?=\d|$|[\s(]))"
    r"|(?P<aug>aug)"
    r"|(?P<triangle>Δ|△|∆)"
    r"|(?P<min>[Mm]in(?:or)?|MIN|[Mm]i|m(?!a(?!dd)))"
    r"|(?P<maj>[Mm]aj(?:or)?|MAJ|[Mm]a(?!dd)|M)"
    r"|(?P<altered>[♭b♯#]\s*(?P<which>13|11|9|7|6|5|4|2))"
    r"|(?P<plus>\+)"
    r"|(?P<minus>[-−–])"
    r"|(?P<number>13|11|9|7|6|5|4|2)"
)


@dataclass(frozen=True)
class House:
    """A house style: how the printed form writes minor, major seventh and half-diminished."""

    minor: Literal["m", "-", "mi"] = "m"
    major: Literal["maj", "Δ", "M"] = "maj"
    half_diminished: Literal["m7♭5", "ø7"] = "m7♭5"


PLAIN = House()
HOUSES = {"words": PLAIN, "signs": House(minor="-", major="Δ", half_diminished="ø7")}
_DIMINISHED = Quality(third="minor", fifths=(-1,), seventh="diminished")
_ALTERED = Quality(seventh="minor", fifths=(-1, 1), tensions=(Degree(9, -1), Degree(9, 1)))


def read_chord(text: str) -> Chord | None:
    """The chord a symbol means, however it is spelled; None for one that means none.

    >>> read_chord("Gbmaj7") == read_chord("G♭Δ7"), read_chord("quay")
    (True, None)
    """
    try:
        return parse_chord(text)
    except MusicError:
        return None


def parse_chord(text: str) -> Chord | None:
    """Read a chord symbol; None for N.C. Raises MusicError with the character that cannot be read.

    >>> chord = parse_chord("Bb-7(b5)/Ab")
    >>> print_chord(chord), " ".join(name.text for name in chord.names)
    ('B♭m7♭5/A♭', 'B♭ D♭ F♭ A♭')
    """
    symbol = text.strip()
    if _NO_CHORD.fullmatch(symbol):
        return None
    root = _ROOT.match(symbol)
    if root is None:
        raise MusicError(
            f"“{symbol[:12]}” does not begin with a root.", cure="Begin with a letter A to G: Cm7, B♭7.", where=0
        )
    bass = _BASS.search(symbol, root.end())
    end = bass.start() if bass else len(symbol)
    quality = _SymbolReader(symbol, root.end(), end).read()
    name = NoteName.parse(root[0])
    under = NoteName.parse(bass[1]) if bass else None
    return Chord(name, quality, None if under == name else under)


def parse_quality(text: str) -> Quality:
    """Read the part of a symbol after its root: 'm7', '7(b9)'; raises MusicError."""
    return _SymbolReader(text, 0, len(text)).read()


class _SymbolReader:
    """Reads the part between root and bass, token by token."""

    def __init__(self, symbol: str, start: int, end: int) -> None:
        self._symbol, self._now, self._end = symbol, start, end
        self._quality = Quality()
        self._major_seventh = False  # the next number takes a major seventh
        self._diminished = False
        self._first = True

    def read(self) -> Quality:
        begin = self._now
        while self._now < self._end:
            token = _TOKEN.match(self._symbol, self._now, self._end)
            if token is None or not token[0]:
                self._refuse(self._now)
            kind = token.lastgroup if token.lastgroup not in ("suspended", "added", "left", "which") else None
            kind = kind or next(name for name in ("sus", "add", "no", "altered") if token[name])
            begin = self._now
            self._now = token.end()
            if kind != "space":
                self._take(kind, token, begin)
                self._first = False
        if self._major_seventh and self._quality.seventh == "none" and self._quality.third == "minor":
            self._set(seventh="major")  # Cm(maj): the seventh goes without saying
        if self._quality.seventh == "diminished" and self._quality.frame != _DIMINISHED.frame:
            self._refuse(begin)
        return self._quality

    def _refuse(self, where: int) -> NoReturn:
        rest = self._symbol[where : self._end]
        raise MusicError(
            f"“{rest[:8]}” in {self._symbol[:20]} cannot be read.",
            cure="Write the quality as in m7, maj7, 7, m7♭5, dim7, sus4, alt, add9, then alterations: 7(♭9,♯11).",
            where=where,
        )

    def _set(self, **changes: object) -> None:
        self._quality = replace(self._quality, **changes)  # type: ignore[arg-type]

    def _take(self, kind: str, token: re.Match[str], begin: int) -> None:
        match kind:
            case "min":
                self._set(third="minor")
            case "minus":
                self._sign(-1, begin)
            case "plus":
                self._sign(1, begin)
            case "maj":
                self._major_seventh = True
            case "triangle":
                self._major_seventh = True
                self._set(seventh="major")
            case "dim":
                self._diminished = True
                self._set(third="minor", fifths=(-1,))
            case "half":
                self._set(third="minor", fifths=(-1,), seventh="minor")
            case "aug":
                self._set(fifths=(1,))
            case "alt":
                tensions = (Degree(9, -1), Degree(9, 1))
                self._set(seventh="minor", fifths=(-1, 1), tensions=tensions)
            case "sus":
                self._set(third="sus2" if token["suspended"] == "2" else "sus4")
            case "sixnine":
                self._set(sixth=True)
                self._tension(Degree(9))
            case "add":
                self._add(Degree.parse(token["added"]))
            case "no":
                self._leave_out(int(token["left"]))
            case "altered":
                self._alter(Degree.parse(token[0].replace(" ", "")))
            case "number":
                self._number(int(token[0]), begin)

    def _sign(self, alteration: int, begin: int) -> None:
        """A + or - is a sharp or flat before a number inside the symbol, and aug or minor otherwise."""
        number = re.match(r"13|11|9|5", self._symbol[self._now : self._end])
        if number and (not self._first or (number[0] == "5" and alteration > 0)):
            self._now += number.end()
            self._alter(Degree(int(number[0]), alteration))
        elif alteration > 0:
            self._set(fifths=(1,))
        elif self._first:
            self._set(third="minor")
        else:
            self._refuse(begin)

    def _number(self, number: int, begin: int) -> None:
        if number == 5:
            self._set(third="none")
        elif number == 6:
            self._set(sixth=True)
        elif number in (2, 4) or (number == 9 and self._quality.sixth):
            self._add(Degree(number))
        else:
            self._set(seventh=self._seventh_kind())
            for extension in _stacked(number, self._quality):
                self._tension(Degree(extension))

    def _seventh_kind(self) -> Seventh:
        if self._major_seventh:
            return "major"
        return "diminished" if self._diminished else "minor"

    def _alter(self, degree: Degree) -> None:
        if degree.number == 5:
            plain = [alteration for alteration in self._quality.fifths if alteration != 0]
            self._set(fifths=tuple(sorted({*plain, degree.alteration})))
        elif degree.number == 7:
            self._set(seventh="minor" if degree.alteration < 0 else "major")
        elif degree.number == 4:
            self._tension(Degree(11, degree.alteration))
        elif degree.number == 2:
            self._tension(Degree(9, degree.alteration))
        else:
            self._tension(degree)

    def _add(self, degree: Degree) -> None:
        raised = {2: 9, 4: 11}.get(degree.number, degree.number)
        if degree == Degree(6):
            self._set(sixth=True)
        elif degree.number in (3, 5, 7):
            self._alter(degree)
        else:
            self._tension(Degree(raised, degree.alteration))

    def _tension(self, degree: Degree) -> None:
        """Add a tension; an altered one takes the place of the plain one, a plain one does not come beside it."""
        others = self._quality.tensions
        if degree.alteration == 0 and any(other.number == degree.number for other in others):
            return
        kept = (other for other in others if other.number != degree.number or other.alteration != 0)
        self._set(tensions=tuple(sorted({*kept, degree})))

    def _leave_out(self, number: int) -> None:
        if number == 1:
            self._set(rootless=True)
        elif number == 3:
            self._set(third="none")
        elif number == 5:
            self._set(fifths=())
        else:
            self._set(seventh="none")


def print_chord(chord: Chord | None, house: House = PLAIN) -> str:
    """The one printed form of a chord; `parse_chord` reads it back to the same value."""
    if chord is None:
        return "N.C."
    bass = f"/{chord.bass.text}" if chord.bass else ""
    return f"{chord.root.text}{print_quality(chord.quality, house)}{bass}"


def print_quality(quality: Quality, house: House = PLAIN) -> str:
    """The printed form of a quality without its root: 'm7', 'maj7(♯11)', 'sus4'."""
    if quality == _ALTERED:
        return "7alt"
    head, rest, said = _head(quality, house)
    details = [f"{alteration_text(fifth)}5" for fifth in rest]
    details += [_tension_text(degree) for degree in quality.tensions if degree not in said]
    if quality.sixth and quality.seventh != "none":
        details.append("add6")
    if not quality.fifths:
        details.append("no5")
    if quality.third == "none" and head != "5":
        details.append("no3")
    if quality.rootless:
        details.append("no1")
    if not details:
        return head
    opened = f"{head[:-1]}," if head.endswith(")") else f"{head}("
    return f"{opened}{','.join(details)})"


def _head(quality: Quality, house: House) -> tuple[str, list[int], set[Degree]]:
    """The part before the brackets, the fifths still to be told, and the tensions already told."""
    fifths = [fifth for fifth in quality.fifths if fifth != 0]
    minor = quality.third == "minor"
    lead = house.minor if minor else ""
    sus = quality.third if quality.third in ("sus4", "sus2") else ""
    if quality.seventh == "none":
        if minor and fifths == [-1] and not quality.sixth:
            return "dim", [], set()
        if quality.third == "major" and fifths == [1] and not quality.sixth:
            return "aug", [], set()
        if quality.third == "none" and quality.fifths == (0,) and not quality.sixth:
            return "5", [], set()
        if quality.sixth and Degree(9) in quality.tensions:
            return f"{lead}6/9{sus}", fifths, {Degree(9)}
        return f"{lead}{'6' if quality.sixth else ''}{sus}", fifths, set()
    if quality.seventh == "diminished" and minor and fifths == [-1]:
        return "dim7", [], set()
    number, said = _stack(quality)
    if quality.seventh == "major" and minor and fifths == [-1] and not quality.sixth:
        return f"dim({house.major}{number})", [], said
    if quality.seventh == "major":
        major = f"{house.major}{number}"
        return (f"{lead}({major})" if minor else f"{major}{sus}"), fifths, said
    if minor and fifths == [-1] and number == 7 and not quality.sixth:
        return house.half_diminished.replace("m", house.minor, 1), [], said
    return f"{lead}{number}{sus}", fifths, said


def _stack(quality: Quality) -> tuple[int, set[Degree]]:
    """The highest number that tells the plain tensions below it, and which those are."""
    tensions = set(quality.tensions)
    numbers = {degree.number for degree in tensions}
    for number in (13, 11, 9):
        below = _stacked(number, quality)
        if Degree(number) in tensions and numbers.issuperset(below):
            return number, {Degree(n) for n in below} & tensions
    return 7, set()


def _stacked(number: int, quality: Quality) -> list[int]:
    """The tensions a number brings with it; a 13 brings the 11 only over a minor third."""
    return [n for n in (9, 11, 13) if n <= number and (n != 11 or number != 13 or quality.third == "minor")]


def _tension_text(degree: Degree) -> str:
    return f"add{degree.number}" if degree.alteration == 0 else degree.text
