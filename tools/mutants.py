"""Faults put in at random, to see whether a test nearby fails for each: by hand, for an hour, in a checkout of its own.

    python3 -m venv /tmp/mutation && /tmp/mutation/bin/pip install cosmic-ray==8.7.0
    git worktree add /tmp/mutants HEAD && cd /tmp/mutants
    /tmp/mutation/bin/python -m tools.mutants .../.venv/bin/python 150 1

It takes the Python that runs the tests, how many faults, and a seed. Each fault is one change of one place: a
comparison moved over its threshold or turned round, a sign, a number, `and` for `or`, a loop that does not run. It
prints each that no test notices, with its lines, and the share of those that one did.
"""

from __future__ import annotations

import json
import os
import random
import re
import subprocess
import sys
from collections.abc import Iterator
from importlib import import_module
from pathlib import Path
from typing import Any, Final

_FIELDS: Final = "tests/practice/test_fields.py"
NEARBY: Final = {  # the folder or file that faults are put into: the tests that know it
    "practice/planning": f"{_FIELDS} tests/practice/test_plan.py tests/practice/test_routine.py"
    " tests/practice/test_coverage.py tests/practice/test_mending.py tests/store/test_logbook.py"
    " tests/api/test_planning_api.py",
    "practice/takes": "tests/practice/test_judge.py tests/practice/test_improvising.py tests/api/test_stand_api.py",
    "practice/studio": f"{_FIELDS} tests/practice/studio tests/api/test_studio_api.py",
    "practice": f"{_FIELDS} tests/practice/test_improvising.py tests/practice/test_ladder.py"
    " tests/practice/test_judge.py tests/api/test_stand_api.py",
    "backing": f"{_FIELDS} tests/backing tests/formats/test_band_written.py tests/api/test_stand_api.py",
    "instrument/fingering": "tests/instrument tests/exercise/hands tests/api/test_fingers_api.py",
    "store": "tests/store tests/api/test_planning_api.py tests/api/test_studio_api.py tests/api/test_lists_api.py",
    "api/access": "tests/api/test_studio_api.py tests/api/test_api.py",
}
_TELLING: Final = re.compile(
    r"ReplaceComparisonOperator_(Lt_LtE|LtE_Lt|Gt_GtE|GtE_Gt|Lt_GtE|GtE_Lt|Eq_NotEq|NotEq_Eq)$|"
    r"ReplaceBinaryOperator_(Add_Sub|Sub_Add|Mul_Div|FloorDiv_Mul|Mod_FloorDiv)$|"
    r"NumberReplacer|ReplaceAndWithOr|ReplaceOrWithAnd|AddNot|ZeroIterationForLoop|ReplaceTrueWithFalse|"
    r"ReplaceFalseWithTrue|ReplaceContinueWithBreak|Delete_Not$"
)
_ROOT: Final = Path("src/dodecant")


def _tests_of(module: str) -> str | None:
    within = Path(module).relative_to(_ROOT).parent.as_posix()
    return NEARBY.get(within)


def faults(many: int, seed: int) -> Iterator[tuple[Path, Any, int, str]]:
    """So many of all faults that could be put in: the file, the operator, which of its places, and the tests nearby."""
    syntax, plugins = import_module("cosmic_ray.ast"), import_module("cosmic_ray.plugins")
    every: list[tuple[Path, Any, int, str]] = []
    operators = [plugins.get_operator(name)() for name in plugins.operator_names() if _TELLING.search(name)]
    for path in sorted(_ROOT.rglob("*.py")):
        tests = _tests_of(str(path))
        if tests is None or path.name.startswith(("__init__", "demo")):
            continue
        nodes = list(syntax.ast_nodes(syntax.get_ast(path.read_text("utf-8"))))
        for operator in operators:
            places = sum(len(list(operator.mutation_positions(node))) for node in nodes)
            every += [(path, operator, place, f"{tests} --doctest-modules {path}") for place in range(places)]
    yield from random.Random(seed).sample(every, many)


def noticed(python: str, tests: str) -> bool:
    """Whether a test fails, or nothing can be told any more, within ten minutes."""
    command = [python, "-m", "pytest", "-x", "-q", "--no-header", "-p", "no:cacheprovider", *tests.split()]
    here = {**os.environ, "PYTHONPATH": f"{Path('src').resolve()}:{Path.cwd()}"}
    try:
        return subprocess.run(command, capture_output=True, timeout=600, env=here).returncode != 0
    except subprocess.TimeoutExpired:
        return True


def main(python: str, many: int, seed: int) -> None:
    """Put faults in one after the other, each taken out again."""
    mutate = import_module("cosmic_ray.mutating").mutate_code
    for tests in NEARBY.values():
        if noticed(python, tests):
            sys.exit(f"These fail without any fault: {tests}")
    killed = 0
    for number, (path, operator, place, tests) in enumerate(faults(many, seed), 1):
        whole = path.read_text("utf-8")
        changed = mutate(whole, operator, place)
        if changed is None or changed == whole:
            continue
        path.write_text(changed, "utf-8")
        try:
            found = noticed(python, tests)
        finally:
            path.write_text(whole, "utf-8")
        killed += found
        if not found:
            pairs = zip(whole.splitlines(), changed.splitlines(), strict=False)
            line, (old, new) = next((at, pair) for at, pair in enumerate(pairs, 1) if pair[0] != pair[1])
            row = {"at": f"{path}:{line}", "was": old.strip(), "lives": new.strip()}
            print(json.dumps(row, ensure_ascii=False), flush=True)
        print(f"{killed} of {number} noticed", file=sys.stderr, flush=True)
    print(f"{killed} of {many} noticed")


if __name__ == "__main__":
    main(sys.argv[1], int(sys.argv[2]), int(sys.argv[3]))
