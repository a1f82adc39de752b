"""Fifty clients at once: how long a small request takes while costly ones are worked on."""

from __future__ import annotations

import random
import statistics
import threading
import time
from pathlib import Path
from typing import Any

from tools.endure.server import Asker, Server, documents, serving

CLIENTS = 50
COSTLY = 6  # of them print


def crowd(seconds: float, data: Path) -> dict[str, float]:
    """Requests a second, and the 50th and 99th percentile of small requests and of changed recipes, in seconds."""
    took: dict[str, list[float]] = {"small": [], "changed": [], "costly": []}
    refused = [0]
    with serving(data) as server:
        recipes = [one["document"] for one in documents(server.asker())]
        server.asker().done("POST", "/api/exercises", recipes[0])  # all its processes are there
        until = time.monotonic() + seconds
        clients = [
            threading.Thread(target=_client, args=(server, number, recipes, until, took, refused))
            for number in range(CLIENTS)
        ]
        for client in clients:
            client.start()
        for client in clients:
            client.join()
    count = sum(len(times) for times in took.values())
    return {
        "a second": count / seconds,
        "refused": refused[0] / max(1, count + refused[0]),
        **{f"{kind} p{part}": _part(times, part) for kind, times in took.items() for part in (50, 99)},
    }


def _part(times: list[float], part: int) -> float:
    return statistics.quantiles(times, n=100)[part - 1] if len(times) > 1 else 0.0


def _client(
    server: Server,
    number: int,
    recipes: list[dict[str, Any]],
    until: float,
    took: dict[str, list[float]],
    refused: list[int],
) -> None:
    chance, asker = random.Random(number), server.asker()
    while time.monotonic() < until:
        recipe = {**chance.choice(recipes), "tempo": chance.randint(40, 200)}
        if number < COSTLY:
            _count(asker, took["costly"], refused, "POST", "/api/files/pdf", recipe)
        elif chance.random() < 0.15:
            _count(asker, took["changed"], refused, "POST", "/api/exercises", recipe)
        else:
            _count(asker, took["small"], refused, "GET", f"/api/recipes?count=20&search={chance.choice('aeiou')}", None)
        time.sleep(chance.uniform(0.3, 1.0))


def _count(asker: Asker, times: list[float], refused: list[int], method: str, path: str, body: object) -> None:
    answer = asker.done(method, path, body)
    if answer.status == 503:
        refused[0] += 1
    else:
        times.append(answer.seconds)
