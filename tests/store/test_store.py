"""The data file: migrations, backup, damage, and saved recipes."""

from __future__ import annotations

import signal
import sqlite3
import subprocess
import sys
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from hypothesis import strategies as st
from hypothesis.stateful import Bundle, RuleBasedStateMachine, initialize, invariant, rule

from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.rhythm.placement import OwnRhythm
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale
from dodecant.store import demo
from dodecant.store.database import Database, DataFileError, Migration, atomic, migrations
from dodecant.store.demo import prepare_demo
from dodecant.store.shares import make_share, ticket_of
from dodecant.store.shelf import Document, Saved, Shelf, StaleRevisionError, UnknownDocumentError
from dodecant.store.shelves import CHANGES, RECIPES, RHYTHMS, SCALES
from tests.generated import examples
from tests.store.fresh import fresh

NOW = datetime(2026, 10, 6, 18, 30, tzinfo=UTC)
ONE = Migration(
    1, "0001_a.sql", "CREATE TABLE a (x TEXT NOT NULL) STRICT;\n-- a word; and more\nINSERT INTO a VALUES ('1;2');"
)
TWO = Migration(2, "0002_b.sql", "ALTER TABLE a ADD COLUMN y TEXT;")
BROKEN = Migration(2, "0002_b.sql", "CREATE TABLE b (x TEXT);\nINSERT INTO nowhere VALUES (1);")


def listed(shelf: Shelf[Document], connection: sqlite3.Connection, search: str = "") -> tuple[Saved[Document], ...]:
    return shelf.page(connection, shelf.entries(connection, search)).documents


def titled(title: str) -> Recipe:
    return read_recipe({"title": title})


def version(database: Database) -> int:
    with database.connection() as connection:
        return int(connection.execute("PRAGMA user_version").fetchone()[0])


def test_migrations_are_numbered_without_gaps() -> None:
    assert [script.number for script in migrations()] == list(range(1, len(migrations()) + 1))


def test_an_existing_file_is_copied_before_it_is_changed(tmp_path: Path) -> None:
    database = Database(tmp_path / "d.db")
    database.prepare((ONE,))
    assert list(tmp_path.glob("*.backup")) == []
    database.prepare((ONE, TWO), now=NOW)
    (backup,) = tmp_path.glob("*.backup")
    assert backup.name == "d.db.20261006T183000.backup"
    assert (version(Database(backup)), version(database)) == (1, 2)
    with closing(sqlite3.connect(backup)) as connection:
        assert connection.execute("SELECT x FROM a").fetchall() == [("1;2",)]
    database.prepare((ONE, TWO))
    assert len(list(tmp_path.glob("*.backup"))) == 1


def test_a_failing_migration_leaves_nothing_behind(tmp_path: Path) -> None:
    database = Database(tmp_path / "d.db")
    database.prepare((ONE,))
    with pytest.raises(DataFileError, match="nowhere"):
        database.prepare((ONE, BROKEN))
    assert version(database) == 1
    with database.connection() as connection:
        assert [row[0] for row in connection.execute("SELECT name FROM sqlite_master WHERE type = 'table'")] == ["a"]


def test_a_newer_or_foreign_file_is_refused(tmp_path: Path) -> None:
    database = Database(tmp_path / "d.db")
    database.prepare((ONE, TWO))
    with pytest.raises(DataFileError, match="newer Dodecant"):
        database.prepare((ONE,))
    other = tmp_path / "notes.txt"
    other.write_text("not a data file, only words " * 50)
    with pytest.raises(DataFileError, match="cannot be used"):
        Database(other).prepare()
    assert other.read_text().startswith("not a data file")


def test_damage_is_found(database: Database) -> None:
    with database.connection() as connection:
        for number in range(300):
            RECIPES.add(connection, titled(f"No. {number}"), NOW)
        connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    assert database.problems() == []
    data = bytearray(database.path.read_bytes())
    data[len(data) // 2 : len(data) // 2 + 6000] = b"\x55" * 6000
    database.path.write_bytes(data)
    assert database.problems() != []


def test_atomic_keeps_all_or_nothing(database: Database) -> None:
    with database.connection() as connection:
        with pytest.raises(ZeroDivisionError), atomic(connection):
            connection.execute("INSERT INTO about VALUES ('k', 'v')")
            raise ZeroDivisionError
        assert connection.execute("SELECT count(*) FROM about").fetchone()[0] == 0


def test_the_demo_only_fills_a_file_of_its_own(tmp_path: Path) -> None:
    demo = prepare_demo(tmp_path / "demo.db")
    with demo.connection() as connection:
        first = listed(RECIPES, connection)
        assert len(first) >= 8
        assert {saved.document.sounds.kind for saved in first} >= {"one", "several", "morph", "chord", "changes"}
        assert (len(listed(CHANGES, connection)), len(listed(SCALES, connection))) == (4, 2)
        assert {saved.document.player.instrument for saved in first} >= {"clarinet", "trombone", "electric-bass"}
        RECIPES.delete(connection, first[0].id, NOW)
    with prepare_demo(tmp_path / "demo.db").connection() as connection:
        assert len(listed(RECIPES, connection)) == len(first) - 1
    real = Database(tmp_path / "real.db")
    real.prepare()
    with pytest.raises(DataFileError, match="not made for the demo"):
        prepare_demo(real.path)


KILLED = """
import os, signal, sys
from pathlib import Path
from dodecant.store import demo
add, calls = demo.RECIPES.add, iter(range(int(sys.argv[2])))
def dies(connection, document, now):
    if next(calls, None) is None:
        os.kill(os.getpid(), signal.SIGKILL)
    return add(connection, document, now)
object.__setattr__(demo.RECIPES, "add", dies)
demo.prepare_demo(Path(sys.argv[1]))
"""


@pytest.mark.parametrize("after", [0, 1, 20])
def test_a_demo_that_was_killed_while_it_filled_its_file_begins_anew(tmp_path: Path, after: int) -> None:
    path = tmp_path / "demo.db"
    killed = subprocess.run([sys.executable, "-c", KILLED, str(path), str(after)], check=False)
    assert killed.returncode == -signal.SIGKILL
    assert path.exists()
    database = prepare_demo(path)
    with database.connection() as connection:
        shipped = (Path(demo.__file__).parent.parent / "demo").glob("*.recipe.json")
        assert len(listed(RECIPES, connection)) == len(list(shipped))
        assert len(listed(RHYTHMS, connection)) == 2
    assert database.problems() == []


def test_inside_another_transaction_only_its_own_part_is_taken_back(database: Database) -> None:
    def put(connection: sqlite3.Connection, key: str) -> None:
        connection.execute("INSERT INTO about (key, value) VALUES (?, '')", (key,))

    with database.connection() as connection:
        with atomic(connection):
            put(connection, "outer")
            with pytest.raises(ZeroDivisionError), atomic(connection):
                put(connection, "lost")
                raise ZeroDivisionError
            with atomic(connection):
                put(connection, "inner")
        with pytest.raises(ZeroDivisionError), atomic(connection):
            with atomic(connection):
                put(connection, "gone")
            raise ZeroDivisionError
        rows = connection.execute("SELECT key FROM about ORDER BY key")
        assert [row["key"] for row in rows] == ["inner", "outer"]


def test_what_was_acknowledged_survives_a_second_process(database: Database) -> None:
    with database.connection() as connection:
        saved = RECIPES.add(connection, titled("Mooring"), NOW)
        with closing(sqlite3.connect(database.path)) as other:
            assert other.execute("SELECT title FROM document WHERE id = ?", (saved.id,)).fetchone() == ("Mooring",)


class SavedRecipes(RuleBasedStateMachine):
    """The store against a plain dictionary."""

    known = Bundle("known")

    @initialize()
    def open(self) -> None:
        import tempfile

        self.folder = tempfile.TemporaryDirectory()
        self.opened = fresh(self.folder.name).connection()
        self.connection = self.opened.__enter__()
        self.model: dict[str, tuple[str, int, bool]] = {}
        self.clock = NOW

    def tick(self) -> datetime:
        self.clock += timedelta(seconds=1)
        return self.clock

    @rule(target=known, title=st.sampled_from(["Slipway", "Rope waltz", "slip of rope"]))
    def add(self, title: str) -> str:
        saved = RECIPES.add(self.connection, titled(title), self.tick())
        self.model[saved.id] = (title, 1, True)
        return saved.id

    @rule(target=known, key=known)
    def copy(self, key: str) -> str:
        if not self.model[key][2]:
            with pytest.raises(UnknownDocumentError):
                RECIPES.copy(self.connection, key, self.tick())
            return key
        saved = RECIPES.copy(self.connection, key, self.tick())
        self.model[saved.id] = (f"{self.model[key][0][:112]} (copy)", 1, True)
        return saved.id

    @rule(key=known, title=st.sampled_from(["Ballast", "Slip"]), behind=st.integers(0, 1))
    def change(self, key: str, title: str, behind: int) -> None:
        _, revision, there = self.model[key]
        expected = UnknownDocumentError if not there else StaleRevisionError if behind else None
        arguments = (self.connection, key, titled(title), revision - behind, self.tick())
        if expected is not None:
            with pytest.raises(expected):
                RECIPES.change(*arguments)
            return
        assert RECIPES.change(*arguments).revision == revision + 1
        self.model[key] = (title, revision + 1, True)

    @rule(key=known)
    def delete_and_perhaps_again(self, key: str) -> None:
        title, revision, there = self.model[key]
        if there:
            RECIPES.delete(self.connection, key, self.tick())
        else:
            with pytest.raises(UnknownDocumentError):
                RECIPES.delete(self.connection, key, self.tick())
        self.model[key] = (title, revision, False)

    @rule(key=known)
    def restore(self, key: str) -> None:
        title, revision, _ = self.model[key]
        assert RECIPES.restore(self.connection, key).document.title == title
        self.model[key] = (title, revision, True)

    @invariant()
    def the_list_is_the_model(self) -> None:
        kept = {key: (title, revision) for key, (title, revision, there) in self.model.items() if there}
        found = listed(RECIPES, self.connection)
        assert {saved.id: (saved.document.title, saved.revision) for saved in found} == kept
        assert [saved.changed_at for saved in found] == sorted((s.changed_at for s in found), reverse=True)
        slip = {saved.id for saved in listed(RECIPES, self.connection, " SLIP ro")}
        assert slip == {key for key, (title, _) in kept.items() if "slip" in title.lower() and "ro" in title.lower()}

    def teardown(self) -> None:
        if hasattr(self, "opened"):
            self.opened.__exit__(None, None, None)
            self.folder.cleanup()


TestSavedRecipes = SavedRecipes.TestCase
TestSavedRecipes.settings = examples(100, steps=25)


def test_recipes_of_an_older_file_move_to_their_shelf(tmp_path: Path) -> None:
    database = Database(tmp_path / "d.db")
    database.prepare(migrations()[:1])
    with database.connection() as connection:
        row = ("a", "Mooring", '{"title": "Mooring", "tempo": 77}', 3, NOW.isoformat(), NOW.isoformat())
        connection.execute(
            "INSERT INTO recipe (id, title, document, revision, created_at, changed_at) VALUES (?, ?, ?, ?, ?, ?)", row
        )
    database.prepare()
    with database.connection() as connection:
        (saved,) = listed(RECIPES, connection)
        assert (saved.id, saved.title, saved.document.tempo, saved.revision) == ("a", "Mooring", 77, 3)


def test_an_older_file_gets_a_shelf_for_rhythms_and_keeps_the_others(tmp_path: Path) -> None:
    database = Database(tmp_path / "d.db")
    database.prepare(migrations()[:2])
    with database.connection() as connection:
        scale = SCALES.add(connection, OwnScale(name="both", degrees="1 ♭3 3 5"), NOW)
        gone = SCALES.add(connection, OwnScale(name="gone", degrees="1 2 3"), NOW)
        SCALES.delete(connection, gone.id, NOW)
    database.prepare()
    with database.connection() as connection:
        assert listed(SCALES, connection) == (scale,)
        assert SCALES.restore(connection, gone.id).document == gone.document
        slack = RHYTHMS.add(connection, OwnRhythm(name="Slack", slots="ss(sss)shsr"), NOW)
        assert RHYTHMS.copy(connection, slack.id, NOW).document.name == "Slack (copy)"


def test_each_shelf_keeps_its_own_kind(database: Database) -> None:
    tune = ChangesDocument(text="key: F\n title : Slip\n| F |")
    with database.connection() as connection:
        saved = CHANGES.add(connection, ChangesDocument(text="title: Quay\n| C |"), NOW)
        scale = SCALES.add(connection, OwnScale(name="both", degrees="1 ♭3 3 5"), NOW)
        with pytest.raises(UnknownDocumentError):
            RECIPES.get(connection, saved.id)
        with pytest.raises(UnknownDocumentError):
            CHANGES.restore(connection, scale.id)
        assert CHANGES.copy(connection, saved.id, NOW).document.text == "title: Quay (copy)\n| C |"
        assert CHANGES.change(connection, saved.id, tune, 1, NOW).title == "Slip"
        assert SCALES.copy(connection, scale.id, NOW).document.name == "both (copy)"
        assert [one.title for one in listed(CHANGES, connection, "slip")] == ["Slip"]


def test_unknown_recipes_are_told(database: Database) -> None:
    with database.connection() as connection:
        for act in (RECIPES.get, RECIPES.restore):
            with pytest.raises(UnknownDocumentError):
                act(connection, "nobody")


def test_a_link_of_an_older_file_goes_on_working(tmp_path: Path) -> None:
    """It opened one assignment, and does so still."""
    database = Database(tmp_path / "old.db")
    database.prepare(tuple(script for script in migrations() if script.number <= 8))
    given, who = '{"title": "Slipway", "recipe": {}}', (7, "Sefa Odell", NOW.isoformat())
    with database.connection() as connection, atomic(connection):
        connection.execute("INSERT INTO player (id, name, created_at) VALUES (?, ?, ?)", who)
        row = "INSERT INTO assignment (id, title, document, given_at) VALUES (3, 'Slipway', ?, ?)"
        connection.execute(row, (given, NOW.isoformat()))
        connection.execute("INSERT INTO assignment_player (assignment, player) VALUES (3, 7)")
        _, token = make_share(connection, 3, 7, NOW, 30)
    database.prepare()
    with database.connection() as connection:
        opened = ticket_of(connection, token, NOW)
        assert opened is not None
        assert (opened.assignment, opened.player) == (3, 7)
    assert database.problems() == []
