"""Times of practising: takes, sound files, plans, a logbook of a hundred thousand entries."""

from __future__ import annotations

import random
import tempfile
import threading
from collections import Counter
from collections.abc import Sequence
from datetime import UTC, date, datetime, time, timedelta
from pathlib import Path
from time import perf_counter
from zoneinfo import ZoneInfo

from bench.timing import TUNE, best
from dodecant.audio.mix import rendered, sound_file, soundings
from dodecant.backing.band import band
from dodecant.backing.setting import Backing
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.formats import logbook_files
from dodecant.practice.improvised.report import Told, improvising_report
from dodecant.practice.improvised.rule import FreeRule, free_passages, placed
from dodecant.practice.planning.entries import Entry
from dodecant.practice.planning.goals import PlanDocument
from dodecant.practice.planning.plan import planned
from dodecant.practice.rounds import Passage
from dodecant.practice.takes.alignment import Played
from dodecant.practice.takes.due import due_notes
from dodecant.practice.takes.simulated import PlannedSlip, simulated, simulated_solo
from dodecant.practice.takes.slips import judged
from dodecant.store import coverage, logbook
from dodecant.store.arrivals import take_in
from dodecant.store.database import Database, atomic
from dodecant.tables import load_tables

TODAY = date(2026, 11, 28)
TWELVE = ["C", "F", "B♭", "E♭", "A♭", "D♭", "G♭", "B", "E", "A", "D", "G"]


def told_of(exercise: Exercise, rule: FreeRule, gone: Sequence[Passage], played: Sequence[Played]) -> Told:
    """What is told of what was improvised at 120."""
    strip, metre = exercise.strips[0], exercise.metre
    return improvising_report(strip, placed(strip, gone, (), 0.5, played), gone, metre, rule)


def stand_rows() -> list[tuple[str, str, str]]:
    """A take of 600 notes judged; five choruses of improvising told; three minutes of a line with its band as sound."""
    tables = load_tables()
    line = {"path": {"high": {"octave": 4}}, "figure": {"kind": "cell", "text": "1 2 3 5"}, "placement": {"times": 4},
            "player": {"reach": "full"}, "keys": {"order": "picked", "picked": ["C"]}}  # fmt: skip
    exercise = press(read_recipe(line), tables)
    due = due_notes(exercise, exercise.strips[0], 120)[:600]
    take = simulated(due, [PlannedSlip("wrong", 50)])
    judging = best(lambda: judged(due, take), times=10)
    changes = {"kind": "changes", "changes": {"text": TUNE}, "choruses": 2}
    tune = press(read_recipe({"sounds": changes, "keys": {"order": "picked", "picked": ["F"]}}), tables)
    backing = Backing()
    form = press(read_recipe({"sounds": {**changes, "choruses": 1}}), tables)
    rule = FreeRule(kind="phrases", choruses=5)
    gone = free_passages(form.strips[0], form.metre, rule)
    solo = simulated_solo(form.strips[0], gone, (), 0.5)
    improvising = best(lambda: told_of(form, rule, gone, solo), times=5)

    def sound() -> None:
        bands = [(one, band(one, backing, tune.metre, tables)) for one in tune.strips]
        sound_file(rendered(soundings(tune, bands, backing, 85, "both")), "ogg")

    rendering = best(sound, times=1)
    return [
        (f"a take of {len(due)} notes judged", f"{judging:.0f} ms", "under 30 ms"),
        ("five choruses of improvising told", f"{improvising:.0f} ms", "under 150 ms"),
        (
            "three minutes of a line with its band, as Ogg",
            f"{rendering / 1000:.1f} s",
            "under 15 s",
        ),
    ]


def planning_rows() -> list[tuple[str, str, str]]:
    """A plan of 26 weeks; what each screen asks of a logbook of a hundred thousand entries over ten years."""
    paces = ("as-needed", "half-step-a-day", "key-a-week", "in-days")
    orders = ("as-listed", "tunes-first", "weakest-first")
    goals = [{"title": f"{pace}, {order}", "keys": TWELVE, "pace": pace, "order": order, "by": by}
             for pace in paces for order in orders for by in (None, "2027-04-01")]  # fmt: skip
    plan = read_part(PlanDocument, {"start": "2026-11-02", "minutes": [60] * 7, "goals": goals})
    planning = best(lambda: planned(plan, TODAY), times=5)
    with tempfile.TemporaryDirectory() as folder:
        database = Database(Path(folder) / "d.db")
        database.prepare()
        with database.connection() as connection:
            with atomic(connection):
                logbook.add(connection, _entries(100_000))
            since = TODAY - timedelta(weeks=26)
            asked = {
                "the dial, the matrix": lambda: coverage.cells(connection, 1),
                "minutes a week": lambda: coverage.weeks(connection, 1, since),
                "slips by degree": lambda: coverage.slips(connection, 1, since),
                "tempo over time": lambda: coverage.tempos(connection, 1, "Dorian", since),
                "a page of entries": lambda: logbook.page(connection, 1, None, 50),
                "what was done of a goal": lambda: logbook.lines_of(connection, 1, "7", "Thirds", since),
            }
            found = {name: best(ask, times=5) for name, ask in asked.items()}
    return [
        (f"a plan of 26 weeks and {len(goals)} goals", f"{planning:.0f} ms", "under 100 ms"),
        *((f"100,000 entries: {name}", f"{ms:.1f} ms", "under 50 ms") for name, ms in found.items()),
        *_file_rows(),
    ]


def _file_rows() -> list[tuple[str, str, str]]:
    """A logbook file of a hundred thousand rows that is read and taken, while somebody else saves now and then."""
    data = logbook_files.to_csv(_entries(100_000))
    with tempfile.TemporaryDirectory() as folder:
        database = Database(Path(folder) / "d.db")
        database.prepare()
        ended, waits = threading.Event(), list[float]()

        def save() -> None:
            with database.connection() as connection:
                while not ended.wait(0.1):
                    begun = perf_counter()
                    with atomic(connection):
                        logbook.add(connection, _entries(1))
                    waits.append(perf_counter() - begun)

        saving = threading.Thread(target=save)
        saving.start()
        begun = perf_counter()
        read = logbook_files.read_logbook(data, ZoneInfo("UTC"))
        with database.connection() as connection:
            take_in(connection, read.entries, lambda: datetime.combine(TODAY, time(12), UTC))
        seconds = perf_counter() - begun
        ended.set()
        saving.join()
    return [
        ("a file of 100,000 entries, read and taken", f"{seconds:.1f} s", "under 20 s"),
        ("the longest that another's save waits for it", f"{1000 * max(waits):.0f} ms", "under 1,000 ms"),
    ]


def _entries(many: int) -> list[Entry]:
    chance = random.Random(1)
    found = []
    for number in range(many):
        day = TODAY - timedelta(days=chance.randrange(3650))
        slips = chance.randrange(3)
        found.append(Entry(
            day=day, at=datetime.combine(day, time(18), UTC) + timedelta(seconds=number % 3600), zone="Europe/Lisbon",
            what=chance.choice(["Thirds", "Cells", "Scale"]), minutes=5.0, recipe=str(chance.randrange(40)),
            key=chance.randrange(12), sound=chance.choice(["Dorian", "Lydian", "altered", "Aeolian", "Ionian"]),
            position=chance.choice(["", "fifth position"]), value=chance.choice(["eighth", "triplet"]),
            tempo=chance.randrange(50, 130), word=chance.choice(["", "easy", "pushing"]), slips=slips,
            slipped=Counter({("6", "wrong"): slips}) if slips else {},
        ))  # fmt: skip
    return found
