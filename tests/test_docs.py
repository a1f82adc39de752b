"""What the documents name stands in the house: files, commands, pictures."""

from __future__ import annotations

import json
import re
from collections.abc import Iterator
from importlib import metadata
from pathlib import Path

import pytest
from packaging.requirements import Requirement
from tools.parts import BUDGETS

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


def test_the_budgets_of_the_parts_are_the_ones_in_force() -> None:
    rows = re.findall(r"^\| ([\w ]+) \|.*\| (\d+) s \|$", (HOME / "CONTRIBUTING.md").read_text("utf-8"), re.MULTILINE)
    assert {name: int(seconds) for name, seconds in rows} == BUDGETS


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


def brought_along(package: str, seen: set[str]) -> set[str]:
    """Every package that one needs when it runs, however far down."""
    for text in metadata.requires(package) or []:
        needed = Requirement(text)
        name = re.sub(r"[-_.]+", "-", needed.name).lower()
        if name not in seen and (needed.marker is None or needed.marker.evaluate({"extra": ""})):
            seen.add(name)
            brought_along(name, seen)
    return seen


def stated(package: str) -> str:
    about = metadata.metadata(package)
    classed = [one.rsplit(" :: ", 1)[1] for one in about.get_all("Classifier") or [] if one.startswith("License ::")]
    said = about["License-Expression"] or about["License"] or classed[0]
    return {"PSFL": "PSF-2.0"}.get(said, said)


def noticed(part: str) -> Iterator[tuple[str, str]]:
    """Licence and name of every package in a part of NOTICE."""
    text = (HOME / "NOTICE").read_text("utf-8").split(part)[1].split("\n\n")[0]
    for line in text.splitlines()[1:]:
        licence, names = line.strip().split(": ")
        for name in names.split(", "):
            yield licence, name


def test_notice_says_of_every_package_what_it_says_itself() -> None:
    needed = brought_along("dodecant", set())
    installed = {name for name in needed if any(True for _ in metadata.distributions(name=name))}
    assert set(noticed("Libraries of the server")) == {(stated(name), name) for name in installed}
    packages = json.loads((HOME / "web" / "package-lock.json").read_text("utf-8"))["packages"]
    shipped = {
        (about["license"], name.rsplit("node_modules/", 1)[1])
        for name, about in packages.items()
        if name and not about.get("dev")
    }
    said = set(noticed("Libraries of the page"))
    assert {one for one in shipped if one[0] != "MIT"} == {one for one in said if one[0] != "MIT"}


def test_no_two_types_share_a_name() -> None:
    code = [file.read_text("utf-8") for file in CODE.rglob("*.py")]
    names = [name for text in code for name in re.findall(r"^class (\w+)", text, re.MULTILINE)]
    assert [name for name in names if names.count(name) > 1] == []
