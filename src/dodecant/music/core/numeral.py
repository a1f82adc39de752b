"""Roman numerals: chords named by their step in a key.

Numerals are measured against the major scale of the tonic in every key (♭III, ♭VI and ♭VII are the minor key's
own), the usual jazz reading; `own_steps` gives the other school, in which III, VI and VII of a minor key are its own
steps. A lower-case numeral stands on a minor third. `V7/II` is the V7 of the second step; `I/3` has its third below.
"""

from __future__ import annotations

import re

from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import PLAIN, House, parse_quality, print_quality
from dodecant.music.core.degree import Degree
from dodecant.music.core.errors import MusicError
from dodecant.music.core.key import Key
from dodecant.music.core.pitch import NoteName, alteration_of, alteration_text

_NUMERALS = ("I", "II", "III", "IV", "V", "VI", "VII")
_WORD = r"(?P<{0}sign>[♭b♯#]?)(?P<{0}numeral>VII|III|VI|IV|II|V|I|vii|iii|vi|iv|ii|v|i)"
_CHORD = re.compile(_WORD.format("") + r"(?P<quality>.*?)(?:/(?:" + _WORD.format("of_") + r"|(?P<bass>[♭b♯#]?[2-7])))?")
_TELLS_MINOR = re.compile(r"m(?!aj|a)|min|mi|-|°|º|o|dim|ø|Ø|half", re.IGNORECASE)
# Steps by half steps; and names of other steps that are written plain.
_STEPS = tuple(map(Degree.parse, ("1", "♭2", "2", "♭3", "3", "4", "♯4", "5", "♭6", "6", "♭7", "7")))
_NO_STEPS = frozenset(map(Degree.parse, ("♯3", "♯7", "♭4", "♭1")))
_OWN_STEPS_OF_MINOR = {3: -1, 6: -1, 7: -1}


def parse_numeral(text: str, key: Key, *, own_steps: bool = False) -> Chord:
    """Read a roman numeral in a key; raises MusicError with the character.

    >>> from dodecant.music.core.chord_symbol import print_chord
    >>> [print_chord(parse_numeral(word, Key.parse("F"))) for word in ("ii7", "V7/II", "bVII7", "I/3")]
    ['Gm7', 'D7', 'E♭7', 'F/A']
    """
    match = _CHORD.fullmatch(text)
    if match is None:
        raise MusicError(
            f"“{text[:12]}” is neither a chord nor a numeral.", cure="Write Dm7 or IIm7, G7 or V7, C or I.", where=0
        )
    home = key
    if match["of_numeral"]:
        home = Key(_root(match["of_sign"], match["of_numeral"], key, own_steps), "major")
    root = _root(match["sign"], match["numeral"], home, own_steps)
    lower = match["numeral"].islower() and not _TELLS_MINOR.match(match["quality"])
    try:
        quality = parse_quality("m" * lower + match["quality"])
    except MusicError as error:
        where = (error.where or 0) - lower + match.start("quality")
        raise MusicError(error.message, cure=error.cure, where=where) from None
    bass = Degree.parse(match["bass"]).name_above(root) if match["bass"] else None
    return Chord(root, quality, bass)


def print_numeral(chord: Chord, key: Key, *, house: House = PLAIN, lower: bool = False) -> str:
    """The chord as a numeral in a key, measured against the major scale; `lower` writes minor thirds in lower case.

    >>> from dodecant.music.core.chord_symbol import parse_chord
    >>> chord = parse_chord("Bbm7/Ab")
    >>> print_numeral(chord, Key.parse("Ab")), print_numeral(chord, Key.parse("Ab"), lower=True)
    ('IIm7/♭7', 'ii7/♭7')
    >>> print_numeral(parse_chord("Bdim7"), Key.parse("C"), lower=True)
    'vii°7'
    """
    degree = step_of(chord, key)
    numeral, quality = _NUMERALS[degree.number - 1], print_quality(chord.quality, house)
    if lower and chord.quality.third == "minor":
        numeral = numeral.lower()
        quality = re.sub(rf"^{re.escape(house.minor)}(?!aj)(?=.|$)", "", quality).replace("7♭5", "ø7", 1)
        quality = re.sub(r"^dim", "°", quality)
    bass = f"/{Degree.between(chord.root, chord.bass).text}" if chord.bass else ""
    return f"{alteration_text(degree.alteration)}{numeral}{quality}{bass}"


def step_of(chord: Chord, key: Key) -> Degree:
    """The step a root stands on: a flat one rather than a sharp one, save ♯IV and the diminished chords between.

    A root written plain (the E7 of ♭II in E♭, the F♯m7 of IV in D♭) is told by the step it stands for.
    """
    degree = Degree.between(key.tonic, chord.root)
    if abs(degree.alteration) > 1 or degree in _NO_STEPS:
        degree = _STEPS[degree.half_steps % 12]
    if degree.alteration > 0 and degree.number != 4 and chord.quality.fifths != (-1,):
        higher = Degree(degree.number + 1, degree.half_steps - Degree(degree.number + 1).half_steps)
        if key.sensible(higher.name_above(key.tonic)) == chord.root:
            return higher
    if degree == Degree(5, -1) and chord.quality.fifths == (-1,):
        raised = Degree(4, 1)
        return raised if key.sensible(raised.name_above(key.tonic)) == chord.root else degree
    return degree


def _root(sign: str, numeral: str, key: Key, own_steps: bool) -> NoteName:
    number = _NUMERALS.index(numeral.upper()) + 1
    alteration = alteration_of(sign)
    if own_steps and key.colour == "minor":
        alteration += _OWN_STEPS_OF_MINOR.get(number, 0)
    return key.sensible(Degree(number, alteration).name_above(key.tonic))
