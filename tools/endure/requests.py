"""Generated recipes of every kind to every address that takes one: no fault, nothing slow, memory that stays."""

from __future__ import annotations

import json
from collections import Counter
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor
from pathlib import Path
from threading import local
from typing import Any

from hypothesis import HealthCheck, Phase, given, settings
from tests.strategies import everything

from tools.endure.server import Answer, Asker, serving

ADDRESSES: list[tuple[str, Callable[[dict[str, Any]], object]]] = [
    ("/api/exercises", lambda recipe: recipe),
    ("/api/exercises", lambda recipe: recipe),
    ("/api/strips", lambda recipe: {"recipe": recipe, "indexes": [0]}),
    ("/api/joins", lambda recipe: {"recipe": recipe, "strip": 0, "beat": "2"}),
    ("/api/previews", lambda recipe: {"recipes": [recipe] * 4}),
    ("/api/variations", lambda recipe: {"recipe": recipe, "way": "harder"}),
    ("/api/explanations", lambda recipe: {"recipe": recipe, "phrase": "figure"}),
    ("/api/files/pdf", lambda recipe: recipe),
    ("/api/files/musicxml", lambda recipe: recipe),
    ("/api/files/midi", lambda recipe: recipe),
    ("/api/recipes", lambda recipe: {**recipe, "title": "Pier"}),
]
AT_ONCE = 4
FAULTS = Path("build/faults.jsonl")


def requests(count: int, data: Path) -> str:
    """Ask so often; says what was answered, the slowest answers and the memory held."""
    answers: Counter[int] = Counter()
    seconds: list[tuple[float, str]] = []
    faults: list[str] = []
    held = local()
    with serving(data) as server, ThreadPoolExecutor(AT_ONCE) as crowd:
        memory = [server.memory()]

        def asked(path: str, body: object) -> Answer:
            if not hasattr(held, "asker"):
                held.asker = server.asker()
            asker: Asker = held.asker
            answer = asker.ask("POST", path, body)
            if answer.status == 202:
                asker.done("DELETE", f"/api/jobs/{json.loads(answer.body)['job']}")
            return answer

        under_way: list[tuple[str, object, Future[Answer]]] = []

        def take(most: int) -> None:
            while len(under_way) > most:
                path, body, future = under_way.pop(0)
                answer = future.result()
                answers[answer.status] += 1
                seconds.append((answer.seconds, path))
                if answer.status >= 500:
                    faults.append(json.dumps([answer.status, path, body]))
                if sum(answers.values()) % max(1, count // 8) == 0:
                    memory.append(server.memory())

        @settings(
            max_examples=-(-count // len(ADDRESSES)), deadline=None, phases=[Phase.generate], database=None,
            derandomize=False, suppress_health_check=list(HealthCheck),
        )  # fmt: skip
        @given(recipe=everything())
        def ask(recipe: dict[str, Any]) -> None:
            for path, body_of in ADDRESSES:
                body = body_of(recipe)
                under_way.append((path, body, crowd.submit(asked, path, body)))
                take(4 * AT_ONCE)

        ask()
        take(0)
        memory.append(server.memory())
    slow = ", ".join(f"{took:.1f} s {path}" for took, path in sorted(seconds, reverse=True)[:5])
    if faults:
        FAULTS.parent.mkdir(exist_ok=True)
        FAULTS.write_text("\n".join(faults))
    told = [f"{sum(answers.values())} requests: {dict(answers)}", f"slowest: {slow}", f"memory in MB: {memory}"]
    return "\n".join([*told, *([f"{len(faults)} faults, in {FAULTS}"] if faults else [])])
