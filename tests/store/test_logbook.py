"""The logbook against a model: whatever is added, corrected, deleted and brought back, nothing is lost."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

import pytest
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule

from dodecant.exercise.recipe.document import Recipe
from dodecant.practice.planning.entries import Entry, Word
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.studio.assignment import Assignment
from dodecant.store import assignments, coverage, logbook, plans, players, takes
from dodecant.store.database import Database, atomic
from dodecant.store.demo import prepare_demo
from tests.generated import examples
from tests.store.fresh import fresh

NOW = datetime(2026, 11, 28, 18, 30, tzinfo=UTC)
entries = st.builds(
    Entry,
    day=st.dates(date(2026, 10, 1), date(2026, 11, 28)), at=st.just(NOW), zone=st.just("Europe/Lisbon"),
    what=st.sampled_from(["Thirds", "Cells"]), minutes=st.sampled_from([2.5, 5.0, 12.0]),
    key=st.none() | st.integers(0, 11), sound=st.sampled_from(["", "Dorian", "Lydian"]),
    tempo=st.none() | st.integers(60, 120), word=st.sampled_from(["", "easy", "comfortable", "pushing"]),
    slips=st.integers(0, 2),
    slipped=st.dictionaries(st.tuples(st.sampled_from(["6", "♭3"]), st.just("wrong")), st.integers(1, 3), max_size=2),
)  # fmt: skip


class LogbookMachine(RuleBasedStateMachine):
    """A plain dictionary beside the data file."""

    @initialize()
    def open(self) -> None:
        self.folder = TemporaryDirectory()
        self.opened = fresh(self.folder.name).connection()
        self.connection = self.opened.__enter__()
        self.current: dict[int, Entry] = {}
        self.deleted: dict[int, Entry] = {}
        self.before: dict[int, int] = {}

    def teardown(self) -> None:
        if hasattr(self, "opened"):
            self.opened.__exit__(None, None, None)
            self.folder.cleanup()

    @rule(entry=entries)
    def add(self, entry: Entry) -> None:
        with atomic(self.connection):
            (number,) = logbook.add(self.connection, [entry])
        self.current[number] = replace(entry, id=number)

    @precondition(lambda self: self.current)
    @rule(data=st.data(), entry=entries)
    def correct(self, data: st.DataObject, entry: Entry) -> None:
        number = data.draw(st.sampled_from(sorted(self.current)))
        with atomic(self.connection):
            new = logbook.correct(self.connection, number, entry)
        assert new is not None
        old = self.current.pop(number)
        self.before[new] = number
        self.current[new] = replace(entry, id=new, corrects=number, slipped=old.slipped)
        assert logbook.correct(self.connection, number, entry) is None  # it is no longer current

    @precondition(lambda self: self.current)
    @rule(data=st.data())
    def delete(self, data: st.DataObject) -> None:
        number = data.draw(st.sampled_from(sorted(self.current)))
        assert logbook.delete(self.connection, number, NOW)
        assert not logbook.delete(self.connection, number, NOW)
        self.deleted[number] = self.current.pop(number)

    @precondition(lambda self: self.deleted)
    @rule(data=st.data())
    def bring_back(self, data: st.DataObject) -> None:
        number = data.draw(st.sampled_from(sorted(self.deleted)))
        assert logbook.bring_back(self.connection, 1, number)
        self.current[number] = self.deleted.pop(number)

    @invariant()
    def everything_is_there(self) -> None:
        if not hasattr(self, "connection"):
            return
        order = sorted(self.current.values(), key=lambda entry: (entry.day, entry.id))
        assert logbook.every(self.connection, 1) == order
        paged, before = [], None
        while page := logbook.page(self.connection, 1, before, 2):
            paged += [replace(entry, slipped={}) for entry in page]
            before = page[-1].day, page[-1].id
        assert paged == [replace(entry, slipped={}) for entry in reversed(order)]
        for number, old in self.before.items():
            chain = [old]
            while chain[-1] in self.before:
                chain.append(self.before[chain[-1]])
            assert [entry.id for entry in logbook.trace(self.connection, number)] == chain

    @invariant()
    def it_adds_up(self) -> None:
        if not hasattr(self, "connection"):
            return
        now = self.current.values()
        minutes: dict[date, float] = {}
        for entry in now:
            minutes[entry.day] = minutes.get(entry.day, 0.0) + entry.minutes
        assert coverage.minutes_of_days(self.connection, 1, date.min) == minutes
        for first in (1, 7):
            weeks = coverage.weeks(self.connection, 1, date.min, first)
            assert all(week.begin.isoweekday() == first for week in weeks)
            assert sum(week.minutes for week in weeks) == sum(minutes.values())
        best: dict[tuple[Any, ...], list[Entry]] = {}
        for entry in now:
            if entry.key is not None and entry.sound:
                best.setdefault((entry.key, entry.sound), []).append(entry)
        found = {(one.cell.key, one.cell.sound): one for one in coverage.cells(self.connection, 1)}
        assert set(found) == set(best)
        for place, several in best.items():
            calm = [one.tempo for one in several if one.tempo and one.word != "pushing" and (one.word or not one.slips)]
            assert found[place].comfortable == max(calm, default=None)
            assert found[place].best == max((one.tempo for one in several if one.tempo), default=None)
            assert (found[place].times, found[place].last) == (len(several), max(one.day for one in several))
        slips: dict[tuple[str, str], int] = {}
        for entry in now:
            for (degree, _), times in entry.slipped.items():
                slips[entry.sound, degree] = slips.get((entry.sound, degree), 0) + times
        told = coverage.slips(self.connection, 1, date.min)
        assert {(one.sound, one.degree): one.times for one in told} == slips


LogbookMachine.TestCase.settings = examples(100, steps=12)
TestLogbook = LogbookMachine.TestCase


CALM: list[tuple[Word, int, bool]] = [  # how it went, its slips, and whether its tempo counts as comfortable
    ("pushing", 0, False), ("comfortable", 0, True), ("easy", 3, True), ("comfortable", 2, True), ("", 0, True),
    ("", 1, False),
]  # fmt: skip


@pytest.mark.parametrize(("word", "slips", "calm"), CALM)
def test_what_counts_as_comfortable_in_every_sum(database: Database, word: Word, slips: int, calm: bool) -> None:
    """As entries come, as others beside them go, and of an assignment."""
    entry = Entry(
        day=NOW.date(),
        at=NOW,
        zone="Europe/Lisbon",
        what="Thirds",
        minutes=5.0,
        key=3,
        sound="Dorian",
        tempo=60,
        word="easy",
    )
    with database.connection() as connection, atomic(connection):
        given = assignments.give(connection, Assignment(title="Thirds", recipe=Recipe()), [1], NOW)
        numbers = logbook.add(connection, [replace(entry, assignment=given)])
        logbook.add(connection, [replace(entry, tempo=96, word=word, slips=slips, assignment=given)])
        (cell,) = coverage.cells(connection, 1)
        assert (cell.comfortable, cell.best) == (96 if calm else 60, 96)
        (of_assignment,) = assignments.progress(connection, given, 1)
        assert of_assignment.keys == ((3, 96 if calm else 60, 96),)
        logbook.delete(connection, numbers[0], NOW)
        (cell,) = coverage.cells(connection, 1)
        assert (cell.comfortable, cell.best) == (96 if calm else None, 96)


def test_a_plan_is_kept_from_the_revision_it_was_changed_from(tmp_path: Path) -> None:
    database = Database(tmp_path / "d.db")
    database.prepare()
    first = PlanDocument(start=date(2026, 11, 2))
    second = first.model_copy(update={"goals": (Goal(title="Thirds", keys=("C",)),)})
    with database.connection() as connection:
        assert plans.plan_of(connection, 1) is None
        assert plans.keep_plan(connection, 1, first, 0, NOW)
        assert not plans.keep_plan(connection, 1, second, 0, NOW)  # somebody was quicker
        assert plans.keep_plan(connection, 1, second, 1, NOW)
        assert plans.plan_of(connection, 1) == (second, 2)


def test_the_demo_has_a_class_and_eight_weeks_of_three_of_them(tmp_path: Path) -> None:
    database = prepare_demo(tmp_path / "d.db", NOW)
    with database.connection() as connection:
        names = {one.profile.name: one.id for one in players.players(connection)}
        assert len(names) == 9  # the teacher and eight students
        for player in (1, names["Ilse Varga"], names["Teo Marr"]):
            found = logbook.every(connection, player)
            assert len(found) > 40
            assert all(NOW.date() - timedelta(weeks=8) <= entry.day < NOW.date() for entry in found)
            assert coverage.slips(connection, player, date.min)
            assert len(coverage.weeks(connection, player, date.min)) >= 8
        document, _ = plans.plan_of(connection, 1) or (None, 0)
        assert document is not None
        assert len(document.goals) == 3
        strip = "B♭ Lydian · sounds A♭ Lydian"
        assert [take.slips for take in takes.takes(connection, strip)] == [0, 1, 3]
