"""What the server says, read as a teacher would read it aloud: no words that nobody would say in a lesson."""

from __future__ import annotations

import ast
import json
import re
from collections.abc import Iterator
from pathlib import Path

HOME = Path(__file__).parent.parent
CODE = HOME / "src" / "dodecant"
INSTEAD = json.loads((HOME / "web" / "src" / "testing" / "instead.json").read_text("utf-8"))
_DOCUMENTED = (ast.Module, ast.ClassDef, ast.FunctionDef, ast.AsyncFunctionDef)
_FEWEST = 3  # words that make a text


def texts(file: Path) -> Iterator[tuple[int, str]]:
    """Every text of several words in a module that is no docstring: its line, with … for what is filled in."""
    tree = ast.parse(file.read_text("utf-8"))
    silent = {id(node.body[0].value) for node in ast.walk(tree)
              if isinstance(node, _DOCUMENTED) and node.body and isinstance(node.body[0], ast.Expr)}  # fmt: skip
    silent |= {id(node.value) for node in ast.walk(tree) if isinstance(node, ast.Expr)}
    for node in ast.walk(tree):
        if isinstance(node, ast.JoinedStr):
            silent |= {id(part) for part in node.values}
            said = "".join(str(part.value) if isinstance(part, ast.Constant) else "…" for part in node.values)
        elif isinstance(node, ast.Constant) and isinstance(node.value, str):
            said = node.value
        else:
            continue
        if id(node) not in silent and len(re.findall(r"[A-Za-z]{2,}", said)) >= _FEWEST and "(?:" not in said:
            yield node.lineno, said


def test_nothing_is_said_that_nobody_would_say_in_a_lesson() -> None:
    rules = [(re.compile(rule["words"], re.IGNORECASE), rule["instead"]) for rule in INSTEAD]
    odd = [
        f"{file.relative_to(HOME)}:{line}: “{said}” → {better}"
        for file in sorted(CODE.rglob("*.py"))
        for line, said in texts(file)
        for words, better in rules
        if words.search(said)
    ]
    assert odd == []
