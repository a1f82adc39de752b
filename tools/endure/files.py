"""Files with a few bytes or words changed, to every address that reads one."""

from __future__ import annotations

import random
import re
from collections import Counter
from pathlib import Path

from tests.api.test_hostile import FILES

from tools.endure.server import serving

_WORDS = [b"1e999999999", b"-1", b"0", b"999999999999", b"\xff\xfe", b"<", b"&a;", b"", b"\x00"]


def mutated(data: bytes, chance: random.Random) -> bytes:
    """The file with bytes changed, taken out or doubled, or a number replaced."""
    changed = bytearray(data)
    for _ in range(chance.randint(1, 6)):
        at = chance.randrange(len(changed)) if changed else 0
        way = chance.randrange(4)
        if way == 0 and changed:
            changed[at] = chance.randrange(256)
        elif way == 1:
            del changed[at : at + chance.randint(1, 40)]
        elif way == 2:
            changed[at:at] = changed[at : at + chance.randint(1, 400)]
        else:
            numbers = list(re.finditer(rb"\d+", changed))
            if numbers:
                found = chance.choice(numbers[:400])
                changed[found.start() : found.end()] = chance.choice(_WORDS)
    return bytes(changed)


def files(count: int, data: Path, seed: int = 1) -> str:
    """Send so many; says what was answered, the slowest answer, and which file made a fault."""
    chance = random.Random(seed)
    answers: Counter[int] = Counter()
    slowest = 0.0
    faults = []
    sources = [(name, held) for name, held in FILES.items() if held]
    with serving(data) as server:
        asker = server.asker()
        for number in range(count):
            name, held = chance.choice(sources)
            path = chance.choice(["/api/licks/readings", "/api/changes/readings", "/api/recipe-files"])
            answer = asker.ask("POST", path, mutated(held, chance))
            answers[answer.status] += 1
            slowest = max(slowest, answer.seconds)
            if answer.status not in (200, 413, 422):
                faults.append(f"{answer.status} {path}: file {number} of seed {seed}, from “{name}”")
    return "\n".join([f"{count} files: {dict(answers)}, the slowest {slowest:.1f} s", *faults[:20]])
