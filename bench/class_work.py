"""A class at its busiest: fifty players at share links, reading and writing; a class set of twelve."""

from __future__ import annotations

import statistics
import tempfile
import threading
import time
from datetime import UTC, datetime
from functools import partial
from pathlib import Path

import httpx2
from tests.browser.serving import served

from bench.timing import best
from dodecant.api.access.passphrase import hashed
from dodecant.engraving import strip_svg
from dodecant.engraving.pages.class_set import class_set
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.practice.studio.assignment import Assignment
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.practice.studio.sheets import Recipient
from dodecant.store import assignments, players, shares
from dodecant.store.database import Database
from dodecant.tables import load_tables

PLAYERS, ROUNDS = 50, 6
NOW = partial(datetime.now, UTC)  # noqa: TID251 - links expire by the clock of the server
INSTRUMENTS = (
    "flute", "clarinet", "alto-saxophone", "tenor-saxophone", "trumpet", "trombone", "guitar", "piano", "double-bass",
    "violin", "tenor", "harmonica",
)  # fmt: skip
RECIPE = {"title": "Slipway", "figure": {"kind": "cell", "text": "5 3 2 1"}}


def class_rows() -> list[tuple[str, str, str]]:
    """What was measured, the result, the goal."""
    took, failed, lost = fifty_at_links()
    ninety_nine = statistics.quantiles(took, n=100)[-1]
    spread = f"{PLAYERS} players at share links, opened within 15 s, a strip and an entry every 6 s"
    return [
        ("a class set of 12 players, 12 keys each, and one of all", f"{_class_set() / 1000:.1f} s", "under 10 s"),
        (f"{spread}: 99th percentile of {len(took)}",
         f"{ninety_nine:.0f} ms, {failed} errors, {lost} entries lost", "under 300 ms, none"),
        ("of them, median", f"{statistics.median(took):.0f} ms", ""),
    ]  # fmt: skip


def _class_set() -> float:
    tables = load_tables()
    given = Assignment(title="Slipway", recipe=read_recipe(RECIPE))
    recipients = [Recipient(PlayerProfile(name=f"Player {n}", instrument=name)) for n, name in enumerate(INSTRUMENTS)]

    def whole() -> bytes:
        return class_set(given, recipients, HandoutLayout(), tables, lambda recipe: press(recipe, tables))

    return best(whole, times=2, prepare=strip_svg._picture.cache_clear)


def fifty_at_links() -> tuple[list[float], int, int]:
    """How long each answer took (ms), how many were none, how many entries were acknowledged and are not there."""
    with tempfile.TemporaryDirectory() as folder:
        data = Path(folder) / "class.db"
        tokens = _prepared(data)
        took: list[float] = []
        written: list[int] = []
        failed: list[int] = []
        with served(data, demo=False, share=True) as address:
            # PlannedSlip beforehand: what it costs to make a client is none of the server's.
            clients = [httpx2.Client(base_url=address, timeout=60, verify=False) for _ in tokens]
            threads = [
                threading.Thread(target=_player, args=(client, token, took, written, failed))
                for client, token in zip(clients, tokens, strict=True)
            ]
            for thread in threads:
                thread.start()
                time.sleep(0.3)  # a class opens its links within some fifteen seconds
            for thread in threads:
                thread.join()
        with Database(data).connection() as connection:
            there = {row[0] for row in connection.execute("SELECT id FROM entry WHERE current = 1")}
        return took, len(failed), len(set(written) - there)


def _prepared(data: Path) -> list[str]:
    database = Database(data)
    database.prepare()
    with database.connection() as connection:
        shares.keep_passphrase(connection, hashed("four lamps at low water"), NOW())
        numbers = [
            players.add_player(
                connection,
                PlayerProfile(name=f"Player {n}", instrument=INSTRUMENTS[n % len(INSTRUMENTS)]), NOW(),
            )
            for n in range(PLAYERS)
        ]  # fmt: skip
        number = assignments.give(connection, Assignment(title="Slipway", recipe=read_recipe(RECIPE)), numbers, NOW())
        return [shares.make_share(connection, number, player, NOW(), 7)[1] for player in numbers]


def _player(client: httpx2.Client, token: str, took: list[float], written: list[int], failed: list[int]) -> None:
    """One player: opens the link, looks at the page, plays three strips, writes down what was played, and again."""
    with client:

        def ask(method: str, path: str, **more: object) -> httpx2.Response:
            begun = time.perf_counter()
            answer = client.request(method, path, **more)  # type: ignore[arg-type]
            took.append((time.perf_counter() - begun) * 1000)
            if answer.status_code >= 400:
                failed.append(answer.status_code)
            return answer

        ask("POST", "/api/tickets", json={"token": token})
        recipe = ask("GET", "/api/ticket?today=2026-11-28").json()["assignments"][0]["recipes"][0]
        ask("POST", "/api/exercises?width=640", json=recipe)
        for round_ in range(ROUNDS):
            time.sleep(6)  # a strip is played meanwhile
            ask("POST", "/api/strips", json={"recipe": recipe, "indexes": [1 + round_ % 11], "width": 640})
            entry = {"at": NOW().isoformat(), "what": "Slipway", "minutes": 2, "key": round_, "sound": "Ionian",
                     "value": "eighth", "tempo": 80, "source": "stand"}  # fmt: skip
            written += ask("POST", "/api/ticket/entries", json=[entry]).json()
            ask("GET", "/api/ticket?today=2026-11-28")
