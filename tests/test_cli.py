"""The command line gives what the screen gives."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from dodecant.cli import main
from dodecant.exercise.press import press
from dodecant.formats.json.documents import from_json
from dodecant.formats.json.exercise import to_json
from dodecant.store.database import Database
from dodecant.tables import load_tables

EXAMPLES = sorted((Path(__file__).parent.parent / "examples").glob("*.recipe.json"))


@pytest.mark.parametrize("example", EXAMPLES, ids=lambda path: path.name[:2])
def test_every_example_presses(example: Path, tmp_path: Path) -> None:
    target = tmp_path / "out.json"
    assert main(["press", str(example), "--to", "json", "-o", str(target)]) == 0
    assert target.read_bytes() == to_json(press(from_json(example.read_bytes()), load_tables()))
    strips = json.loads(target.read_text())["strips"]
    note = next(bar for bar in strips[0]["bars"] if bar["notes"])["notes"][0]
    placed, struck = (
        {"id", "start", "length", "written", "sounding"},
        {"accent", "short", "lower_tones", "sounds_at", "sounds_for"},
    )
    assert set(note) == placed | struck | {"degree", "step", "number", "role", "fingering"}


@pytest.mark.parametrize(
    ("kind", "begins"), [("musicxml", b"<?xml"), ("midi", b"MThd"), ("svg", b"<svg"), ("pdf", b"%PDF")]
)
def test_every_format(kind: str, begins: bytes, tmp_path: Path) -> None:
    target = tmp_path / "out"
    assert main(["press", str(EXAMPLES[0]), "--to", kind, "-o", str(target)]) == 0
    assert target.read_bytes().startswith(begins)


@pytest.mark.parametrize(
    ("content", "words"),
    [('{"tempo": 5}', "/tempo: 5 is too small. Use 20 or more."), ("{", "not JSON"), (None, "No such file")],
)
def test_a_fault_is_told_in_a_line(
    content: str | None, words: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    recipe = tmp_path / "r.json"
    if content is not None:
        recipe.write_text(content)
    assert main(["press", str(recipe), "--to", "json", "-o", str(tmp_path / "out")]) == 1
    assert words in capsys.readouterr().err
    assert not (tmp_path / "out").exists()


def test_checking_a_data_file(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "d.db"
    assert main(["check", "--data", str(path)]) == 1
    assert "no data file" in capsys.readouterr().err
    Database(path).prepare()
    assert main(["check", "--data", str(path)]) == 0
    assert "is sound" in capsys.readouterr().out
    path.write_bytes(b"SQLite format 3\0" + b"\x01" * 5000)
    assert main(["check", "--data", str(path)]) == 1
    with pytest.raises(SystemExit):
        main(["press"])
