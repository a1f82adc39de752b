"""Demo data of practising: three invented students of an evening class, eight weeks of entries, a routine, a plan."""

from __future__ import annotations

import random
import sqlite3
from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import replace
from datetime import UTC, datetime, time, timedelta
from typing import Final, NamedTuple
from zoneinfo import ZoneInfo

from dodecant.backing.setting import Backing
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe
from dodecant.music.core.tonics import USUAL
from dodecant.practice.planning.entries import Entry, Word
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.planning.routine import Gate, RecipeStep
from dodecant.practice.planning.shapes import SHAPES, Filling
from dodecant.practice.takes.due import due_notes
from dodecant.practice.takes.report import take_report
from dodecant.practice.takes.simulated import PlannedSlip, simulated
from dodecant.practice.takes.slips import judged
from dodecant.practice.takes.timing import time_kept
from dodecant.store import logbook, plans, takes
from dodecant.store.demo_class import ZONE, fill_class
from dodecant.store.shelf import Saved
from dodecant.store.shelves import RECIPES, ROUTINES
from dodecant.tables import load_tables

_WEEKS: Final = 8
_FOURTHS: Final = (0, 5, 10, 3, 8, 1, 6, 11, 4, 9, 2, 7)
_KEY_NAMES: Final = tuple(USUAL["major"][key] for key in _FOURTHS)


class _Student(NamedTuple):
    name: str
    instrument: str
    sounds: tuple[tuple[str, str, str], ...]  # sound, what is played on it, note value
    days: int  # a week
    begin: int  # BPM


_WEAK: Final = {  # degrees that slip
    "Dorian": ("6", "♭3"), "Lydian": ("♯4", "7"), "altered": ("♭2", "♭4"), "Mixolydian": ("♭7",), "Ionian": ("7", "4"),
    "whole tone": ("♯4", "♯5"), "melodic minor": ("7", "6"), "Aeolian": ("♭6",), "harmonic minor": ("7", "♭6"),
}  # fmt: skip
_CLASS: Final = (
    _Student("Myself", "tenor-saxophone", (
        ("Dorian", "Thirds in Dorian", "eighth"), ("Lydian", "5 3 2 1 in Lydian", "eighth"),
        ("altered", "Altered scale", "eighth"), ("Mixolydian", "Cells on the dominant", "triplet"),
    ), 5, 72),
    _Student("Ilse Varga", "trombone", (
        ("Ionian", "Major scale", "quarter"), ("Dorian", "Root to root", "eighth"),
        ("whole tone", "Whole tones", "eighth"),
    ), 4, 60),
    _Student("Teo Marr", "guitar", (
        ("melodic minor", "Melodic minor in positions", "eighth"), ("Aeolian", "Alone: natural minor", "eighth"),
        ("harmonic minor", "Alone: harmonic minor", "eighth"),
    ), 6, 66),
)  # fmt: skip


def fill_practice(connection: sqlite3.Connection, now: datetime) -> None:
    """Students, what they practised until now, a routine and a plan; the same for the same day."""
    for number, student in enumerate(_CLASS, start=1):
        values = (student.name, student.instrument, number)
        if number == 1:
            connection.execute("UPDATE player SET name = ?, instrument = ? WHERE id = ?", values)
        else:
            connection.execute(
                "INSERT INTO player (name, instrument, id, created_at) VALUES (?, ?, ?, ?)",
                (*values, now.astimezone(UTC).isoformat()),
            )
        logbook.add(connection, [replace(entry, player=number) for entry in _entries(student, now, seed=number)])
    saved = RECIPES.page(connection, RECIPES.entries(connection, "")).documents
    slipway = _titled(saved, "Slipway")
    if slipway is not None:
        for take in _takes(slipway, now):
            takes.keep(connection, take)
    warm_up = SHAPES["warm-up"].fill(Filling(instrument="tenor-saxophone"), load_tables())
    mix = Backing(bass="walking", chords="comping", time="brushes", click="off-beats", band=70)
    steps = [*warm_up.steps]
    blues = _titled(saved, "Ticket Hall Blues")
    if blues is not None:
        steps.append(
            RecipeStep(title=blues.title, recipe=blues.document, saved=blues.id, backing=mix, gate=Gate(kind="takes"))
        )
    evening = warm_up.model_copy(update={"title": "Before the ferry", "steps": tuple(steps), "cap": 20})
    ROUTINES.add(connection, evening, now)
    fill_class(connection, now, saved, evening)
    plans.keep_plan(connection, 1, _plan(saved, now), 0, now)


def _takes(slipway: Saved[Recipe], now: datetime) -> Iterator[takes.KeptTake]:
    """Three takes of the first strip, each with fewer slips than the one before."""
    tables = load_tables()
    exercise = press(slipway.document, tables)
    strip = exercise.strips[0]
    for number, slips in enumerate(
        ([PlannedSlip("wrong", 6), PlannedSlip("left-out", 13), PlannedSlip("late", 20)], [PlannedSlip("wrong", 6)], [])
    ):
        tempo = 84 + 4 * number
        due = due_notes(exercise, strip, tempo)
        played = simulated(due, slips, seed=number)
        found = judged(due, played)
        told = take_report(found, due, time_kept(due, found), tables.scales)
        events = tuple((round(one.at, 3), one.pitch, round(one.length, 3)) for one in played)
        when = now - timedelta(days=3 - number)
        yield takes.KeptTake(slipway.id, slipway.title, strip.heading, tempo, len(due), len(found.slips),
                             due[-1].at + due[-1].length, told, events, when)  # fmt: skip


def _plan(saved: Sequence[Saved[Recipe]], now: datetime) -> PlanDocument:
    today = now.astimezone(ZoneInfo(ZONE)).date()
    slipway = _titled(saved, "Slipway")
    goals = (
        Goal(title="5 3 2 1 in Lydian", saved=slipway.id if slipway else "", sound="Lydian", keys=_KEY_NAMES,
             tempo=96, minutes=4, pace="half-step-a-day", version_weeks=2),
        Goal(title="Thirds in Dorian", sound="Dorian", keys=_KEY_NAMES, tempo=104, minutes=5,
             by=today + timedelta(days=24), order="weakest-first"),
        Goal(title="Altered scale", sound="altered", keys=("C", "F", "B♭", "E♭"), tempo=88, minutes=6,
             pace="key-a-week"),
    )  # fmt: skip
    start = today - timedelta(days=today.weekday() + 21)  # three weeks are behind
    return PlanDocument(start=start, minutes=(20, 20, 0, 20, 20, 30, 0), goals=goals, tunes=("F", "B♭"))


def _titled(saved: Sequence[Saved[Recipe]], begins: str) -> Saved[Recipe] | None:
    """The recipe whose title begins so."""
    return next((one for one in saved if one.title.startswith(begins)), None)


def _entries(student: _Student, now: datetime, seed: int) -> Iterator[Entry]:
    chance = random.Random(seed)  # noqa: S311 - the demo is the same for everybody
    zone = ZoneInfo(ZONE)
    today = now.astimezone(zone).date()
    for back in range(7 * _WEEKS, 0, -1):
        day = today - timedelta(days=back)
        if chance.random() > student.days / 7:
            continue
        week = (7 * _WEEKS - back) // 7
        sounds = chance.sample(student.sounds, k=min(2, len(student.sounds)))
        clock = datetime.combine(day, time(18, chance.randrange(60)), zone)
        for sound, what, value in sounds:
            reach = min(12, 2 + week + chance.randrange(3))
            key = _FOURTHS[chance.randrange(reach)]
            tempo = student.begin + 4 * min(8, chance.randrange(week + 1) + week // 2)
            slips = max(0, round(chance.gauss(2.4 - week / 4, 1.2)))
            word: Word = "easy" if slips == 0 and week > 4 else "pushing" if slips > 2 else "comfortable"
            slipped = Counter((chance.choice(_WEAK[sound]), chance.choice(["wrong", "wrong", "left-out", "late"]))
                              for _ in range(slips))  # fmt: skip
            minutes = round(chance.uniform(4, 13), 1)
            yield Entry(
                day=day, at=clock.astimezone(UTC), zone=ZONE, what=what, minutes=minutes, key=key, sound=sound,
                value=value, tempo=tempo, word=word, notes=29, slips=slips, source="stand", slipped=slipped,
            )  # fmt: skip
            clock += timedelta(minutes=minutes)
