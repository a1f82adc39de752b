"""The slot grid: which slots of a rhythm sound, rest or hold on, and how notes are poured into it."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from dodecant.music.errors import MusicError

BEATS = {
    "half": Fraction(2),
    "quarter": Fraction(1),
    "eighth": Fraction(1, 2),
    "triplet": Fraction(1, 3),
    "sixteenth": Fraction(1, 4),
}
_SEPARATORS = " |,"


def read_slots(text: str) -> str:
    """The slots of a typed grid, s, r and h, without what separates them; raises MusicError at what is no slot.

    >>> read_slots("s r | s h")
    'srsh'
    """
    found = []
    for where, sign in enumerate(text):
        if sign in _SEPARATORS:
            continue
        if sign not in "srh":
            cure = "Write s for a slot that sounds, r for a rest, h to hold on."
            raise MusicError(f"“{sign}” is no slot.", cure=cure, where=where)
        found.append(sign)
    if found and "s" not in found:
        raise MusicError("No slot sounds.", cure="Write s where a note begins.", where=0)
    return "".join(found)


def pour(slots: str, begin: int) -> Iterator[tuple[int, int]]:
    """Start and length, in slots, of every note from a slot on, without end; a hold at the very beginning is silent.

    >>> notes = pour("srsh", 1)
    >>> [next(notes) for _ in range(3)]
    [(2, 2), (4, 1), (6, 2)]
    """
    count, now = len(slots), begin
    while True:
        if slots[now % count] == "s":
            length = 1
            while length < count and slots[(now + length) % count] == "h":
                length += 1
            yield now, length
        now += 1
