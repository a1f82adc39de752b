"""Kills while documents are saved: whatever was acknowledged is there afterwards, and the file is sound."""

from __future__ import annotations

import http.client
import random
import threading
import time
from pathlib import Path

from dodecant.store.database import Database
from tools.endure.server import Server, documents, serving


def kills(count: int, data: Path, seed: int = 1) -> str:
    """Kill the server so often under load; says how much was acknowledged, lost, and how long starts took."""
    chance = random.Random(seed)
    acknowledged: dict[str, str] = {}
    lost: list[str] = []
    starts: list[float] = []
    for _ in range(count):
        begun = time.perf_counter()
        with serving(data) as server:
            starts.append(time.perf_counter() - begun)
            asker = server.asker()
            kept = {one["id"]: one["title"] for one in documents(asker)}
            lost += [title for one, title in acknowledged.items() if kept.get(one) != title]
            for one in acknowledged:
                asker.ask("DELETE", f"/api/recipes/{one}")
            acknowledged = {}
            writers = [threading.Thread(target=_write, args=(server, acknowledged, number)) for number in range(3)]
            for writer in writers:
                writer.start()
            time.sleep(chance.uniform(0.05, 0.6))
            server.kill()
            for writer in writers:
                writer.join()
    problems = Database(data).problems()
    total = f"{count} kills, {len(lost)} acknowledged writes lost, file {problems or 'sound'}"
    return f"{total}; starts took {sorted(starts)[len(starts) // 2]:.1f} s, at most {max(starts):.1f} s"


def _write(server: Server, acknowledged: dict[str, str], number: int) -> None:
    import json

    asker = server.asker()
    for turn in range(10_000):
        title = f"Pier {number} {turn}"
        try:
            answer = asker.ask("POST", "/api/recipes", {"title": title})
        except (OSError, http.client.HTTPException):
            return
        if answer.status == 201:
            acknowledged[json.loads(answer.body)["id"]] = title
