"""Where an improviser was in the form: which section's sound was played in each bar, against the one that was due.

Found by dynamic programming over the bars (Bellman 1957): each bar plays the sound of its own stretch of the form, of
one before or of one after; stretches come in their order, and what fits equally well is where it is due.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Final, Literal, NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import Strip
from dodecant.music.core.metre import Metre
from dodecant.practice.improvised.rule import PlacedNote, begins, sound_held, sound_read
from dodecant.practice.rounds import Passage

Verdict = Literal["right", "late", "early", "stayed"]
_STAYED: Final = 4  # bars in the sound of the section before
_HALF: Final = 2  # of a section: three bars are late in a long one
_AWAY: Final = 0.6  # for each bar that is played elsewhere than it is due: less than a note outside
_LED: Final = 0.6  # of a note outside, where it led into the sound
_FARTHEST: Final = 2  # stretches away
_SHORTEST: Final = 2  # bars: a shorter stretch tells nothing of where one was


@dataclass(frozen=True)
class FormStretch:
    """Bars of one sound in a row, by their number since the beginning (from 0): from which to before which; the tones
    of the sound (pitch classes) and its name as the player reads it; the bar of the form (from 1), the chorus and the
    section it begins in.
    """

    first: int
    end: int
    tones: frozenset[int]
    name: str
    bar: int
    chorus: int
    section: str


class FormEntry(NamedTuple):
    """How one came into a stretch of the form: its section, its bar (from 1) and chorus, its sound and that before; by
    how many bars late (early is negative).
    """

    section: str
    bar: int
    chorus: int
    sound: str
    before: str
    off: int
    verdict: Verdict


class Shifted(NamedTuple):
    """Several entries in a row that were off by as many bars: somewhere between two bars as many were lost, or won."""

    by: int
    bar: int
    until: int
    chorus: int


class Whereabouts(NamedTuple):
    """The entries, in order, and where bars were lost or won."""

    entries: tuple[FormEntry, ...]
    shifts: tuple[Shifted, ...]


def whereabouts(
    strip: Strip, passages: Sequence[Passage], chosen: Sequence[Sound], metre: Metre, notes: Sequence[PlacedNote]
) -> Whereabouts:
    """Where one was in the form; nothing where it has one sound, or changes it too fast to tell."""
    stretches = stretches_of(strip, passages, chosen, metre)
    if len(stretches) < 2 or any(passage.role == "call" for passage in passages):
        return Whereabouts((), ())
    bars = stretches[-1].end
    bar = float(metre.quarters)
    played: list[list[PlacedNote]] = [[] for _ in range(bars)]
    for note in notes:
        played[min(bars - 1, max(0, int(note.begin / bar)))].append(note)
    taken = _taken(stretches, played)
    entries = []
    for number, (before, stretch) in enumerate(pairwise(stretches), start=1):
        if min(before.end - before.first, stretch.end - stretch.first) < _SHORTEST:
            continue
        heard = any(played[max(0, stretch.first - _SHORTEST) : stretch.first + _STAYED])
        if not heard:
            continue
        begun = next((place for place, one in enumerate(taken) if one >= number), bars)
        off = begun - stretch.first
        entries.append(
            FormEntry(
                stretch.section, stretch.bar, stretch.chorus, stretch.name, before.name, off,
                _verdict(off, stretch.end - stretch.first),
            )
        )  # fmt: skip
    return Whereabouts(tuple(entries), tuple(_shifts(entries)))


def stretches_of(strip: Strip, passages: Sequence[Passage], chosen: Sequence[Sound], metre: Metre) -> list[FormStretch]:
    """The form as it is played, in stretches of one sound."""
    sections = strip.stop.timeline.sections if strip.stop.timeline else ()
    bar, found = metre.quarters, list[FormStretch]()
    for begin, passage in zip(begins(passages), passages, strict=False):
        at = passage.start
        while at < passage.end:
            place = int((begin + at - passage.start) // bar)
            tones = sound_held(strip, chosen, passage.time, at).pitch_classes
            section = next((name for start, name in reversed(sections) if start <= at), "")
            if found and found[-1].end == place and found[-1].tones == tones:
                found[-1] = replace(found[-1], end=place + 1)
            else:
                name = sound_read(strip, chosen, passage.time, at).text
                found.append(FormStretch(place, place + 1, tones, name, int(at // bar) + 1, passage.time, section))
            at += bar
    return found


def _taken(stretches: Sequence[FormStretch], played: Sequence[Sequence[PlacedNote]]) -> list[int]:
    """For each bar which stretch's sound is played there, the cheapest way through them all."""
    due = [number for number, stretch in enumerate(stretches) for _ in range(stretch.first, stretch.end)]
    best: dict[int, float] = {0: 0.0}
    came: list[dict[int, int]] = []
    for place, notes in enumerate(played):
        here: dict[int, float] = {}
        back: dict[int, int] = {}
        low, high = max(0, due[place] - _FARTHEST), min(len(stretches) - 1, due[place] + 1)
        for number in range(low, high + 1):
            before = [(cost, one) for one, cost in best.items() if one <= number]
            if not before:
                continue
            cost, back[number] = min(before, key=lambda pair: (pair[0], abs(pair[1] - number)))
            tones = stretches[number].tones
            out = sum(_LED if note.led_to is not None else 1.0 for note in notes if note.pitch % 12 not in tones)
            here[number] = cost + out + _AWAY * abs(number - due[place])
        best = here
        came.append(back)
    number = min(best, key=lambda one: (best[one], abs(one - due[-1])))
    found = []
    for back in reversed(came):
        found.append(number)
        number = back[number]
    return found[::-1]


def _verdict(off: int, length: int) -> Verdict:
    if off == 0:
        return "right"
    if off < 0:
        return "early"
    return "stayed" if off >= _STAYED or (off == _STAYED - 1 and off * _HALF > length) else "late"


def _shifts(entries: Sequence[FormEntry]) -> list[Shifted]:
    """Two entries or more in a row that are off by as much."""
    found: list[Shifted] = []
    before: FormEntry | None = None
    for one, other in pairwise(entries):
        same = one.off == other.off != 0 and other.verdict != "stayed" and one.verdict != "stayed"
        if same and not (found and before is not None and before.off == one.off):
            start = 1 if before is None or before.chorus != one.chorus else before.bar
            found.append(Shifted(one.off, start, one.bar, one.chorus))
        before = one
    return found
