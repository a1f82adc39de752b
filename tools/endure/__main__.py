"""`python -m tools.endure`: all of it, in an hour; or one part and how much of it."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

from tools.endure.crowd import crowd
from tools.endure.files import files
from tools.endure.kills import kills
from tools.endure.requests import requests


def _crowd(seconds: int, data: Path) -> str:
    return ", ".join(f"{what} {number:.2f}" for what, number in crowd(seconds, data).items())


def _examples(times: int, _: Path) -> str:
    """All tests with so many times the generated examples, drawn anew; what fails is kept in `.hypothesis/`."""
    command = [sys.executable, "-m", "pytest", "-m", "not browser", "-n", "2", "-p", "no:cacheprovider"]
    done = subprocess.run(command, env={**os.environ, "EXAMPLES": str(times)}, capture_output=True, text=True)
    if done.returncode:
        sys.exit(done.stdout)
    return f"{times} times the generated examples: {done.stdout.strip().splitlines()[-1]}"


PARTS: dict[str, tuple[Callable[[int, Path], str], int]] = {
    "requests": (requests, 10_000),
    "files": (files, 2_000),
    "kills": (kills, 200),
    "crowd": (_crowd, 30),
    "examples": (_examples, 5),
}


def main(arguments: list[str]) -> None:
    """Run the named part so often, or all of them."""
    wanted = arguments[:1] or list(PARTS)
    for name in wanted:
        run, count = PARTS[name]
        with tempfile.TemporaryDirectory() as folder:
            print(run(int(arguments[1]) if arguments[1:] else count, Path(folder) / "d.db"), flush=True)


main(sys.argv[1:])
