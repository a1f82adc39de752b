"""Rhythms as typed text: which slots of one or more bars sound, rest or hold on.

A slot is one note value long. A beat may be divided otherwise: what stands in brackets fills one beat, so that
`ss(sss)` is two eighths and a triplet.
"""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple

from dodecant.exercise.recipe.rhythm.note_values import BEATS, NoteValue
from dodecant.music.core.errors import MusicError

_SEPARATORS = " |,"
_MOST_IN_BEAT = 6


class Rhythm(NamedTuple):
    """Start and length, in beats, of every note of a rhythm that comes round after `length`; one may hold over."""

    notes: tuple[tuple[Fraction, Fraction], ...]
    length: Fraction


class _RhythmSlot(NamedTuple):
    start: Fraction
    length: Fraction
    sign: str


def read_slots(text: str) -> str:
    """The slots of a typed rhythm, without what separates them; raises MusicError at what is no slot.

    >>> read_slots("s r | (s s h)")
    'sr(ssh)'
    """
    found, opened = "", -1
    for where, sign in enumerate(text):
        if sign in _SEPARATORS:
            continue
        if sign not in "srh()":
            cure = "Write s for a slot that sounds, r for a rest, h to hold on; brackets divide one beat: (sss)."
            raise MusicError(f"“{sign}” is no slot.", cure=cure, where=where)
        if (sign == "(") == (opened >= 0) and sign in "()":
            raise MusicError(f"“{sign}” has no partner.", cure="Write brackets in pairs: (sss).", where=where)
        if sign == ")" and not 1 <= len(found) - opened - 1 <= _MOST_IN_BEAT:
            cure = f"Put one to {_MOST_IN_BEAT} slots between brackets."
            raise MusicError("A beat is not divided so.", cure=cure, where=where)
        opened = {"(": len(found), ")": -1}.get(sign, opened)
        found += sign
    if opened >= 0:
        raise MusicError("A bracket is left open.", cure="Close it: (sss).", where=len(text) - 1)
    if found and "s" not in found:
        raise MusicError("No slot sounds.", cure="Write s where a note begins.", where=0)
    return found


@lru_cache(maxsize=256)
def rhythm_of(text: str, value: NoteValue) -> Rhythm:
    """The rhythm of a text of slots; a hold at the beginning lengthens the last note.

    Raises MusicError where a divided beat does not begin on a beat.

    >>> [(str(start), str(length)) for start, length in rhythm_of("sr(ssh)", "eighth").notes]
    [('0', '1/2'), ('1', '1/3'), ('4/3', '2/3')]
    """
    slots = list(_slots(read_slots(text), BEATS[value]))
    notes = []
    for number, (start, length, sign) in enumerate(slots):
        if sign != "s":
            continue
        for after in slots[number + 1 :] + slots[:number]:
            if after.sign != "h":
                break
            length += after.length
        notes.append((start, length))
    return Rhythm(tuple(notes), slots[-1].start + slots[-1].length if slots else Fraction(0))


def _slots(text: str, value: Fraction) -> Iterator[_RhythmSlot]:
    now, length = Fraction(0), value
    for number, sign in enumerate(text):
        if sign == "(":
            if now.denominator != 1:
                raise MusicError("A divided beat begins between beats.", cure="Fill the beat before it.", where=number)
            length = Fraction(1, text.index(")", number) - number - 1)
        elif sign == ")":
            length = value
        else:
            yield _RhythmSlot(now, length, sign)
            now += length
