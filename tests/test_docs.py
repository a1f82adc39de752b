"""What the documents name stands in the house: files, commands, pictures."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

HOME = Path(__file__).parent.parent
PAGES = sorted([*HOME.glob("*.md"), *HOME.glob("docs/*.md"), *HOME.glob("bench/*.md")])
CODE = HOME / "src" / "dodecant"
ROOTS = (HOME, CODE, CODE / "exercise", CODE / "music", HOME / "web" / "src")
FILE = re.compile(r"(?<![\w/.*-])((?:[\w.-]+/)*[\w-]+\.(?:py|toml|ts|tsx|css|sql))\b(?!:)")
LINK = re.compile(r"\]\((?!https?:|#)([^)#]+)\)")


def stands(name: str) -> bool:
    if "/" in name:
        return any((root / name).is_file() for root in ROOTS)
    return (
        any(next((HOME / folder).rglob(name), None) for folder in ("src", "web/src", "tests", "tools", "bench"))
        or (HOME / name).is_file()
    )


@pytest.mark.parametrize("page", PAGES, ids=lambda page: page.name)
def test_a_page_names_what_exists(page: Path) -> None:
    text = page.read_text("utf-8")
    assert [name for name in FILE.findall(text) if not stands(name)] == []
    assert [link for link in LINK.findall(text) if not (page.parent / link).exists()] == []


def test_every_rule_of_the_music_says_where_it_stands() -> None:
    rows = [line for line in (HOME / "docs" / "music.md").read_text("utf-8").splitlines() if line.startswith("| ")]
    files = [[name for name in re.findall(r"`([^`]+)`", row.split("|")[2]) if stands(name)] for row in rows[1:]]
    assert len(rows) > 30
    assert [row for row, found in zip(rows[1:], files, strict=True) if not found] == []


def test_every_command_that_is_named_is_there() -> None:
    makefile = (HOME / "Makefile").read_text("utf-8")
    named = {name for page in PAGES for name in re.findall(r"(?<=`)make ([\w-]+)", page.read_text("utf-8"))}
    assert {name for name in named if not re.search(rf"^{name}:", makefile, re.MULTILINE)} == set()
    assert {"demo", "test", "types"} <= named
