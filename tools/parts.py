"""The parts of `make test`: each is timed against its budget, and nothing fails by the clock.

`begin` measures the machine, `run NAME COMMAND…` runs a part and keeps its time, `end` prints all times, the slowest
tests, and what was over its budget. Budgets hold on a quiet machine that counts to ten million in half a second; on
another one they are scaled by how long that takes before and after.
"""

from __future__ import annotations

import json
import subprocess
import sys
import time
from collections.abc import Iterator
from pathlib import Path
from typing import Any, Final, NamedTuple
from xml.etree import ElementTree

KEPT: Final = Path(__file__).parent.parent / "build" / "parts"
REFERENCE: Final = 0.5  # seconds to count to ten million on the machine that the budgets are for
BUDGETS: Final = {  # seconds
    "install": 100,
    "core": 150,
    "shell": 110,
    "types": 40,
    "web": 60,
    "journeys": 230,
    "in time": 60,
}
_SLOWEST: Final = 20
_LONG: Final = 15.0  # seconds of a journey


class Part(NamedTuple):
    """A part that ran: how long it took, in seconds, and whether it passed."""

    name: str
    seconds: float
    passed: bool


def counted() -> float:
    """How long this machine counts to ten million, in seconds: the better of three."""

    def once() -> float:
        begun, total = time.perf_counter(), 0
        for number in range(10_000_000):
            total += number
        return time.perf_counter() - begun

    return min(once() for _ in range(3))


def begin() -> None:
    """Forget the last run and measure the machine."""
    KEPT.mkdir(parents=True, exist_ok=True)
    for old in KEPT.iterdir():
        old.unlink()
    (KEPT / "begun.json").write_text(json.dumps({"at": time.time(), "counted": counted()}))


def run(name: str, command: list[str]) -> int:
    """Run a part and keep its time; its exit code."""
    KEPT.mkdir(parents=True, exist_ok=True)
    begun = time.perf_counter()
    code = subprocess.run(command).returncode
    part = Part(name, time.perf_counter() - begun, code == 0)
    (KEPT / f"{name}.json").write_text(json.dumps(part._asdict()))
    return code


def slowest() -> list[tuple[float, str]]:
    """Every test by how long it took with what it needed (seconds), the slowest first, from the reports of pytest."""
    found: dict[str, float] = {}
    for report in KEPT.glob("*.xml"):
        for case in ElementTree.parse(report).iter("testcase"):
            name = f"{case.get('classname', '').replace('.', '/')}::{case.get('name')}"
            found[name] = found.get(name, 0.0) + float(case.get("time", 0))
    return sorted(((seconds, name) for name, seconds in found.items()), reverse=True)


def summary(
    begun: dict[str, Any], counted_now: float, parts: list[Part], tests: list[tuple[float, str]]
) -> Iterator[str]:
    """The closing lines of a run."""
    scale = (begun["counted"] + counted_now) / 2 / REFERENCE
    yield f"Ten million additions: {begun['counted']:.2f} s before, {counted_now:.2f} s after; budgets × {scale:.1f}"
    yield f"{'part':<12}{'took':>8}{'budget':>8}"
    for part in parts:
        failed = "" if part.passed else "  failed"
        yield f"{part.name:<12}{part.seconds:>6.0f} s{BUDGETS.get(part.name, 0) * scale:>6.0f} s{failed}"
    yield f"{'in all':<12}{time.time() - begun['at']:>6.0f} s"
    yield f"The {_SLOWEST} slowest tests:"
    yield from (f"{seconds:>7.1f} s  {name}" for seconds, name in tests[:_SLOWEST])
    yield from (
        f"A journey over {_LONG:.0f} s: {name} ({seconds / scale:.0f} s on the machine of the budgets)"
        for seconds, name in tests
        if "browser" in name and seconds > _LONG * scale
    )
    for part in parts:
        if part.name in BUDGETS and part.seconds > BUDGETS[part.name] * scale:
            yield f"Over its budget: {part.name}, {part.seconds:.0f} s of {BUDGETS[part.name] * scale:.0f} s"


def end() -> int:
    """Print the closing lines; 1 where a part did not pass."""
    begun = json.loads((KEPT / "begun.json").read_text())
    parts = [Part(**json.loads(kept.read_text())) for kept in KEPT.glob("*.json") if kept.stem != "begun"]
    parts.sort(key=lambda part: list(BUDGETS).index(part.name) if part.name in BUDGETS else len(BUDGETS))
    for line in summary(begun, counted(), parts, slowest()):
        print(line)
    return 0 if all(part.passed for part in parts) else 1


if __name__ == "__main__":
    match sys.argv[1:]:
        case ["begin"]:
            begin()
        case ["run", name, *command]:
            sys.exit(run(name, command))
        case ["end"]:
            sys.exit(end())
        case _:
            sys.exit("tools.parts: begin, run NAME COMMAND… or end")
