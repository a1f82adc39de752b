"""A player that is not there: plays what is due with a human unevenness, and makes the slips it is asked for."""

from __future__ import annotations

import random
from collections.abc import Sequence
from fractions import Fraction
from typing import Final, NamedTuple

from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.notation.score import Strip
from dodecant.practice.improvised.rule import SoundsHeld, begins
from dodecant.practice.rounds import Passage
from dodecant.practice.takes.alignment import Played
from dodecant.practice.takes.due import DueNote
from dodecant.practice.takes.slip import SlipKind

_EIGHTH: Final = Fraction(1, 2)
_STRAY: Final = 0.04  # of the notes of a solo lie outside
_PASSAGE: Final = 6  # notes that are left out in a row
_STRAYS: Final = (-4, -3, 3, 4, -6, 6)  # half steps


class PlannedSlip(NamedTuple):
    """A slip to make: its kind, the due note by its place, by how many half steps (wrong) or beats of its own (waited)
    it goes astray; whether what follows `closes` up over a note left out, or makes room for one that is added.
    """

    kind: SlipKind
    note: int
    by: int = 1
    closes: bool = False


def simulated(
    due: Sequence[DueNote],
    slips: Sequence[PlannedSlip] = (),
    *,
    seed: int = 1,
    jitter: float = 0.012,
    drift: float = 0.0,
) -> list[Played]:
    """What the player plays; the same seed gives the same take.

    `jitter` is the standard deviation in seconds of when notes begin, cut off at three of them; `drift` is how much of
    its time a note comes early (positive: the player rushes).
    """
    chance = random.Random(seed)  # noqa: S311 - the seed is told, so that a take can be had again
    made = {slip.note: slip for slip in slips}
    found: list[Played] = []
    ahead = 0.0  # what is left out and closed up is not waited for
    first = max((slip.note for slip in slips if slip.kind == "came-in"), default=0)
    for place, note in enumerate(due[first:], start=first):
        off = max(-3 * jitter, min(3 * jitter, chance.gauss(0, jitter))) - drift * note.at - ahead
        slip = made.get(place)
        one = Played(note.at + off, note.pitch, 0.8 * note.length)
        match slip.kind if slip else None:
            case "left-out":
                ahead += _to_next(due, place) if slip and slip.closes else 0.0
                continue
            case "turned-early":
                gone = due[place : place + 2]
                ahead += sum(other.gap for other in gone)
                made.setdefault(place + 1, PlannedSlip("left-out", place + 1))
                continue
            case "figure-left-out":
                rest = [n for n in range(place + 1, len(due)) if due[n].figure == note.figure]
                ahead += sum(due[n].gap for n in (place, *rest))
                made.update((n, PlannedSlip("left-out", n)) for n in rest)
                continue
            case "passage-left-out":
                closes = bool(slip and slip.closes)
                made.update((n, PlannedSlip("left-out", n, closes=closes)) for n in range(place + 1, place + _PASSAGE))
                ahead += _to_next(due, place) if closes else 0.0
                continue
            case "stopped":
                break
            case "wrong":
                one = one._replace(pitch=note.pitch + (slip.by if slip else 1))
            case "figure-moved":
                by = slip.by if slip else 1
                rest = [n for n in range(place + 1, len(due)) if due[n].figure == note.figure]
                one = one._replace(pitch=note.pitch + by)
                made.update((n, PlannedSlip("wrong", n, by)) for n in rest)
            case "octave":
                one = one._replace(pitch=note.pitch + (12 if chance.random() < 0.5 else -12))
            case "early":
                one = one._replace(at=one.at - _shift(note))
            case "late":
                one = one._replace(at=one.at + _shift(note))
            case "waited":
                ahead -= note.gap * (slip.by if slip else 1)
                one = one._replace(at=one.at + note.gap * (slip.by if slip else 1))
            case "hurried":
                ahead += _shift(note)
                one = one._replace(at=one.at - _shift(note))
            case "struck-twice":
                found.append(one)
                one = one._replace(at=one.at + 0.5 * note.gap)
            case "added":
                near = {other.pitch for other in due[max(0, place - 2) : place + 2]}
                stray = note.pitch + chance.choice([by for by in _STRAYS if note.pitch + by not in near])
                if slip and slip.closes:
                    found.append(Played(one.at, stray, 0.8 * note.gap))
                    ahead -= note.gap
                    one = one._replace(at=one.at + note.gap)
                else:
                    found.append(Played(one.at - 0.5 * note.gap, stray, 0.05))
        found.append(one)
        under = note.under[1:] if slip and slip.kind == "tone-left-out" else note.under
        found.extend(Played(one.at, pitch, one.length) for pitch in under)
    return found


def _to_next(due: Sequence[DueNote], place: int) -> float:
    """Seconds from a due note to the one after it."""
    return due[place + 1].at - due[place].at if place + 1 < len(due) else due[place].gap


def simulated_solo(
    strip: Strip, passages: Sequence[Passage], chosen: Sequence[Sound], quarter: float, *, seed: int = 1
) -> list[Played]:
    """An improvisation by nobody: eighths that wander through what holds, with breaths and now and then a half step
    below the next note; `quarter` is how long a quarter note lasts, in seconds. Silent while it is called.
    """
    chance = random.Random(seed)  # noqa: S311 - the seed is told, so that a take can be had again
    found: list[Played] = []
    pitch, held = _middle(strip), SoundsHeld(strip, chosen)
    for begin, passage in zip(begins(passages), passages, strict=False):
        at, left = passage.start, chance.randrange(8, 20)
        while at < passage.end and passage.role != "call":
            sound = held.at(passage.time, float(at))
            near = [one for one in range(pitch - 5, pitch + 6) if sound.degree_of(one) is not None and one != pitch]
            drawn = (pitch - _middle(strip)) // 5  # back to the middle
            pitch = chance.choice(sorted(near, key=lambda one: abs(one - pitch + drawn))[:4])
            if left > 0:
                struck = pitch - 1 if chance.random() < _STRAY else pitch
                seconds = float(begin + at - passage.start) * quarter + chance.gauss(0, 0.012)
                found.append(Played(seconds, struck, 0.45 * quarter))
            left = chance.randrange(8, 20) if left < -chance.randrange(3, 6) else left - 1
            at += _EIGHTH
    return found


def _middle(strip: Strip) -> int:
    heights = [note.tone.sounding.midi for note in strip.notes]
    return (min(heights) + max(heights)) // 2 if heights else 60


def _shift(note: DueNote) -> float:
    """How far from its time a note is played that is early or late: half the way to the next, and to be heard."""
    return min(max(0.5 * note.gap, 0.16), 0.8 * note.gap)
