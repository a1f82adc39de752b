"""Chords struck together on strings: which strings, frets and fingers a left hand can hold at once.

One note a string, the higher the note the higher its string; no finger in a lower fret than one with a lower number;
the first finger may lie over several strings (a barre), and others over neighbouring ones in the same fret.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import groupby
from typing import Final

_STRETCH_FROM: Final = 5  # from this fret on, five frets lie under a hand
_FINGERS: Final = 4

Held = tuple[tuple[int, int, int], ...]  # string, fret and finger of each note, the highest first


def grips(
    strings: Sequence[int], frets: int, chord: Sequence[int], position: int | None = None
) -> Iterator[tuple[int, Held]]:
    """Every way to hold a chord (written MIDI numbers, the highest first): the hand's position and its fingers.

    `strings` are the open strings from the highest. A chord of open strings alone has the position 0. A hand that stays
    in a `position` begins there, where the chord lies under it; otherwise in the chord's lowest fret.

    >>> next(grips((76, 71, 67, 62, 57, 52), 22, (67, 64, 60)))
    (2, ((3, 0, 0), (4, 2, 1), (5, 3, 2)))
    """
    for places in _placed(strings, frets, tuple(chord)):
        stopped = [fret for _, fret in places if fret]
        if not stopped:
            yield 0, tuple((string, 0, 0) for string, _ in places)
            continue
        low, high = min(stopped), max(stopped)
        if position is not None and low - 2 <= position < low and high <= position + 3:
            low = position
        if high - low > (4 if low >= _STRETCH_FROM else 3):
            continue
        fingers = _fingers(places, low)
        if fingers is not None:
            yield low, tuple((string, fret, finger) for (string, fret), finger in zip(places, fingers, strict=True))


def _placed(
    strings: Sequence[int], frets: int, chord: tuple[int, ...], above: int = 0
) -> Iterator[tuple[tuple[int, int], ...]]:
    """String and fret of every note, each lower note on a lower string."""
    if not chord:
        yield ()
        return
    for string in range(above + 1, len(strings) + 1):
        fret = chord[0] - strings[string - 1]
        if 0 <= fret <= frets:
            for rest in _placed(strings, frets, chord[1:], string):
                yield ((string, fret), *rest)


def _fingers(places: Sequence[tuple[int, int]], low: int) -> list[int] | None:
    """A finger for each note; None where four are too few."""
    by_fret = sorted((fret, -string, number) for number, (string, fret) in enumerate(places) if fret)
    found, last = [0] * len(places), 0
    opens = {string for string, fret in places if not fret}
    for fret, group in groupby(by_fret, key=lambda one: one[0]):
        notes = [(-string, number) for _, string, number in group]
        least = max(last + 1, min(fret - low + 1, _FINGERS))
        barred = len(notes) > 1 and (least == 1 or least + len(notes) - 1 > _FINGERS)
        if barred and not _can_bar(notes, opens, whole=least == 1):
            barred = False
        for number, (_, place) in enumerate(notes):
            last = least if barred else least + number
            found[place] = last
        if last > _FINGERS:
            return None
    return found


def _can_bar(notes: Sequence[tuple[int, int]], opens: set[int], *, whole: bool) -> bool:
    """Whether one finger can lie over notes of one fret: no open string under it, neighbours but for the first."""
    first, last = notes[-1][0], notes[0][0]
    return opens.isdisjoint(range(first, last + 1)) and (whole or last - first == len(notes) - 1)
