"""Demo data of a class: eight invented students on different instruments, assignments in all states, styles."""

from __future__ import annotations

import sqlite3
from collections.abc import Sequence
from datetime import UTC, date, datetime, time, timedelta
from typing import Final
from zoneinfo import ZoneInfo

from dodecant.backing.setting import Backing
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.fingering import OnFrets, OnSlide
from dodecant.practice.ladder import TempoLadder
from dodecant.practice.planning.entries import Entry
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.planning.routine import Routine
from dodecant.practice.studio.assigned_practice import AssignedPractice, KeysByLesson
from dodecant.practice.studio.assignment import Assignment, AssignmentLink
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.lesson import LessonNotes
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.practice.studio.worksheets.worksheet import WorksheetSetting
from dodecant.store import assignments, lessons, logbook, plans, players
from dodecant.store.shelf import Saved
from dodecant.store.shelves import STYLES, WORKSHEETS

ZONE: Final = "Europe/Lisbon"
_WEEK: Final = timedelta(days=7)
CLASS: Final = (
    PlayerProfile(name="Ilse Varga", instrument="trombone", level=3, tunes=("B♭", "E♭"), fingering=OnSlide(),
                  highest="F4", minutes=25, notes="Came back after ten years. Breath first."),
    PlayerProfile(name="Teo Marr", instrument="guitar", level=4, tunes=("A", "D"), reading="numbers",
                  fingering=OnFrets(way="position"), minutes=30),
    PlayerProfile(name="Nela Brodt", instrument="alto-saxophone", level=4, tunes=("F", "B♭"), minutes=40),
    PlayerProfile(name="Osk Lindahl", instrument="piano", level=2, minutes=15, values="british"),
    PlayerProfile(name="Mira Tolvan", instrument="alto", level=2, reading="ear", lowest="A3", highest="C5", minutes=15),
    PlayerProfile(name="Jory Pell", instrument="double-bass", level=3, tunes=("F", "C"), minutes=20),
    PlayerProfile(name="Runa Keth", instrument="trumpet", level=1, lowest="A3", highest="D5", reading="contour",
                  minutes=10, notes="Twelve years old; braces. Short turns, no high notes."),
    PlayerProfile(name="Sefa Odell", instrument="clarinet", level=5, numbers="chord", minutes=60),
)  # fmt: skip
_WORDS: Final = (
    "Slowly first, **every key**, before any key gets faster.\n\n"
    "1. Say the numbers aloud.\n2. Play them without the page.\n3. Then with the band.\n\n"
    "If the *♯4* slips, sing it over the drone."
)


def fill_class(
    connection: sqlite3.Connection, now: datetime, recipes: Sequence[Saved[Recipe]], evening: Routine
) -> None:
    """The students that are not there yet, what they were given, and what came back."""
    known = {one.profile.name: one for one in players.players(connection)}
    numbers = []
    for profile in CLASS:
        there = known.get(profile.name)
        if there is None:
            numbers.append(players.add_player(connection, profile, now))
        else:
            players.change_player(connection, there.id, profile, there.revision)
            numbers.append(there.id)
    today = now.astimezone(ZoneInfo(ZONE)).date()
    tuesday = today + timedelta(days=(1 - today.weekday()) % 7 or 7)
    slipway = next((one for one in recipes if one.title.startswith("Slipway")), None)
    crossing = next((one for one in recipes if one.title.startswith("First crossing")), None)
    if slipway is not None:
        link = AssignmentLink(name="How a horn breathes", address="https://ferry-terminal.example/breath")
        given = Assignment(
            title="5 3 2 1 on every IV", recipe=slipway.document, saved=slipway.id, words=_WORDS, due=tuesday,
            listening="The night ferry leaving: which degree is its horn?", links=(link,),
        )  # fmt: skip
        number = assignments.give(connection, given, numbers, now - timedelta(days=5))
        _came_back(connection, number, numbers, now)
    given = Assignment(
        title="Before the ferry", routine=evening, due=tuesday - timedelta(days=7), words="As last week."
    )
    number = assignments.give(connection, given, numbers[:2], now - timedelta(days=12))
    for player in numbers[:2]:
        assignments.opened(connection, number, player, now - timedelta(days=11))
        logbook.add(connection, [_entry(player, number, "Before the ferry", now - timedelta(days=9), 0, 88, 0, 18.0)])
    if crossing is not None:
        practice = AssignedPractice(
            backing=Backing(harmony="drone"), curtain="nothing", curtain_from=3, ladder=TempoLadder(begin=60, top=80),
            lessons=(KeysByLesson(day=tuesday, keys=("C", "F")), KeysByLesson(day=tuesday + _WEEK, keys=("B♭", "E♭"))),
        )  # fmt: skip
        given = Assignment(
            title=crossing.title, recipe=crossing.document, saved=crossing.id, due=tuesday, practice=practice
        )
        assignments.give(connection, given, numbers[2:6], now)
        _lesson(connection, numbers[2], crossing, today)
    STYLES.add(connection, HandoutLayout(name="Large, one key and the formula", large=True, strips="first"), now)
    grid = HandoutLayout(name="With a grid to tick", grid=True, orders=True, cautions=True)
    STYLES.add(connection, grid, now)
    WORKSHEETS.add(
        connection, WorksheetSetting(title="Before class", kinds=("spell", "last-four", "mend"), seed=12), now
    )


def _lesson(connection: sqlite3.Connection, nela: int, crossing: Saved[Recipe], today: date) -> None:
    """What was written down a week ago at a lesson with Nela, and her plan since then."""
    before = today - _WEEK
    notes = LessonNotes(notes="A whole breath before each key. The ♯4 before the rest.", next_day=today)
    lessons.keep_lesson(connection, nela, before, notes, 0)
    goal = Goal(
        title="First crossing everywhere", saved=crossing.id, sound="Dorian", tempo=80, minutes=8,
        keys=("A", "D", "G", "C", "F", "B♭", "E♭", "A♭", "D♭", "G♭", "B", "E"),
    )  # fmt: skip
    plan = PlanDocument(start=before, minutes=(40,) * 7, tunes=("F", "B♭"), goals=(goal,))
    plans.keep_plan(connection, nela, plan, 0, datetime.combine(before, time(19), ZoneInfo(ZONE)))


def _came_back(connection: sqlite3.Connection, number: int, numbers: Sequence[int], now: datetime) -> None:
    """Six opened it, four practised it; one asked and was answered, one waits."""
    for days, player in enumerate(numbers[:6]):
        assignments.opened(connection, number, player, now - timedelta(days=4, hours=-days))
    for place, player in enumerate(numbers[:4]):
        for back, key in enumerate((0, 5, 10, 3)[: 2 + place % 3]):
            at = now - timedelta(days=3 - back % 3)
            slips = (place + back) % 3
            logbook.add(
                connection, [_entry(player, number, "5 3 2 1 on every IV", at, key, 72 + 8 * place, slips, 9.5)]
            )
    asked = assignments.ask(connection, number, numbers[1], "May I stay in fifth position?", now - timedelta(days=3))
    words = "Yes, and say which degree is under your first finger."
    assignments.answer(connection, number, asked, words, now - timedelta(days=2))
    assignments.ask(connection, number, numbers[4], "Is the ♯4 sung as fi?", now - timedelta(days=1))


def _entry(
    player: int, number: int, what: str, at: datetime, key: int, tempo: int, slips: int, minutes: float
) -> Entry:
    evening = datetime.combine(at.astimezone(ZoneInfo(ZONE)).date(), time(19), ZoneInfo(ZONE))
    return Entry(
        day=evening.date(), at=evening.astimezone(UTC), zone=ZONE, what=what, minutes=minutes, key=key, sound="Lydian",
        value="eighth", tempo=tempo, word="pushing" if slips > 1 else "comfortable", notes=61, slips=slips,
        source="stand", assignment=number, slipped={("♯4", "wrong"): slips} if slips else {}, player=player,
    )  # fmt: skip
