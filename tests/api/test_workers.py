"""Work in processes: done apart, stopped when it takes too long or nobody waits, refused when too much waits."""

from __future__ import annotations

import asyncio
import shutil
import time
from collections.abc import Iterator
from multiprocessing import active_children
from pathlib import Path
from typing import Any, cast

import pytest
from fastapi import Request
from fastapi.testclient import TestClient

from dodecant.api.app import create_app
from dodecant.api.workers import jobs
from dodecant.api.workers import pool as module
from dodecant.api.workers.pool import BusyError, InProcesses, InThreads, TooLongError, WorkAndThen
from dodecant.api.workers.worker import GoneError
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.store.database import Database
from tests.api import slow


class Asker:
    """A request whose asker goes away after a while."""

    def __init__(self, patience: float = 60.0) -> None:
        self._until = time.monotonic() + patience

    async def is_disconnected(self) -> bool:
        return time.monotonic() > self._until


@pytest.fixture(scope="module")
def shop() -> Iterator[InProcesses]:
    made = InProcesses(2)
    yield made
    made.close()


async def do(shop: InProcesses, work: Any, asker: Asker | None = None, **arguments: Any) -> Any:
    begun = shop.begin(work, **arguments)
    assert await begun.done_within(60, cast("Request", asker or Asker()))
    return begun.result()


def done(shop: InProcesses, work: Any, **arguments: Any) -> Any:
    return asyncio.run(do(shop, work, **arguments))


def test_work_is_done_apart_and_faults_come_back_whole(shop: InProcesses) -> None:
    assert done(shop, slow.double, number=21) == 42
    with pytest.raises(RecipeError) as raised:
        done(shop, slow.refuse)
    assert raised.value.problems[0].pointer == "/tempo"


def test_what_takes_too_long_or_ends_is_stopped_and_replaced(
    shop: InProcesses, monkeypatch: pytest.MonkeyPatch
) -> None:
    done(shop, slow.double, number=1)  # warm
    monkeypatch.setattr(module, "LONGEST", 0.5)
    with pytest.raises(TooLongError):
        done(shop, slow.wait, seconds=60)
    monkeypatch.undo()
    with pytest.raises(TooLongError):
        done(shop, slow.end)
    assert [done(shop, slow.double, number=n) for n in range(4)] == [0, 2, 4, 6]


def test_work_that_nobody_waits_for_makes_room(shop: InProcesses) -> None:
    async def abandoned() -> float:
        leaving = [do(shop, slow.wait, Asker(0.3), seconds=60.0) for _ in range(6)]
        gone = await asyncio.gather(*leaving, return_exceptions=True)
        assert all(isinstance(one, GoneError) for one in gone)
        begun = time.monotonic()
        assert await do(shop, slow.double, number=2) == 4
        return time.monotonic() - begun

    assert asyncio.run(abandoned()) < 20


def test_work_that_nobody_waits_for_ends_by_itself_and_its_process_goes_on(
    shop: InProcesses, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(module, "_MOMENT", 60.0)  # nothing is ended by force

    async def abandoned() -> None:
        leaving = [do(shop, slow.wait, Asker(0.1), seconds=50.0, parts=500) for _ in range(12)]
        assert all(isinstance(one, GoneError) for one in await asyncio.gather(*leaving, return_exceptions=True))
        assert await do(shop, slow.double, number=2) == 4

    done(shop, slow.double, number=1)
    before, begun = {one.pid for one in active_children()}, time.monotonic()
    asyncio.run(abandoned())
    assert time.monotonic() - begun < 40
    assert len(before) >= 2
    assert before <= {one.pid for one in active_children()}


def test_too_much_at_once_is_refused(shop: InProcesses, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(module, "MOST_WAITING", 3)
    small = InProcesses(2)

    async def crowd() -> list[Any]:
        return await asyncio.gather(*(do(small, slow.wait, seconds=0.2) for _ in range(8)), return_exceptions=True)

    found = asyncio.run(crowd())
    small.close()
    assert sum(isinstance(one, BusyError) for one in found) == 5
    assert found.count("done") == 3


class Impatient(InThreads):
    """Work becomes a job at once."""

    patience = 0.0


@pytest.fixture(scope="module")
def hasty(filled: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[TestClient]:
    database = Database(Path(shutil.copy(filled, tmp_path_factory.mktemp("hasty"))))
    with TestClient(create_app(database, Impatient()), base_url="http://localhost") as client:
        yield client


def collected(client: TestClient, job: dict[str, Any]) -> Any:
    parts = set()
    while (told := client.get(f"/api/jobs/{job['job']}").json())["state"] != "done":
        parts.add((told["parts_done"], told["parts"]))
        time.sleep(0.02)
    assert all(done <= of for done, of in parts)
    return client.get(f"/api/jobs/{job['job']}/answer")


def test_long_work_is_a_job_with_the_very_answer_it_would_have_had(hasty: TestClient, client: TestClient) -> None:
    recipe = {"keys": {"picked": ["C", "F"]}}
    asked = [
        ("/api/files/pdf", recipe), ("/api/exercises", recipe), ("/api/strips", {"recipe": recipe, "indexes": [1]}),
        ("/api/variations", {"recipe": recipe, "way": "harder"}), ("/api/exercises", {"tempo": 1}),
        ("/api/files/none", recipe), ("/api/strips", {"recipe": recipe, "indexes": [9]}),
    ]  # fmt: skip
    for address, body in asked:
        at_once, later = client.post(address, json=body), hasty.post(address, json=body)
        assert (later.status_code, later.headers["location"]) == (202, f"/api/jobs/{later.json()['job']}")
        answer = collected(hasty, later.json())
        assert (answer.status_code, answer.content) == (at_once.status_code, at_once.content)
        assert answer.headers.get("content-disposition") == at_once.headers.get("content-disposition")
        assert hasty.get(f"/api/jobs/{later.json()['job']}/answer").status_code == 404  # given once


def test_what_takes_long_to_check_is_stored_as_a_job(hasty: TestClient) -> None:
    def later(answer: Any) -> Any:
        assert answer.status_code == 202
        return collected(hasty, answer.json())

    saved = later(hasty.post("/api/recipes", json={"title": "Pier"}))
    assert saved.status_code == 201
    address = f"/api/recipes/{saved.json()['id']}"
    change = {"document": {"title": "Quay"}, "revision": 1}
    assert later(hasty.put(address, json=change)).json()["revision"] == 2
    assert later(hasty.put(address, json=change)).status_code == 409
    assert later(hasty.put(address, json={**change, "revision": 2, "document": {}})).status_code == 422
    assert later(hasty.post(f"{address}/copies")).json()["title"] == "Quay (copy)"


def test_what_is_stopped_is_not_stored(shop: InProcesses) -> None:
    stored = []

    async def store(result: object) -> None:
        stored.append(result)

    async def saved(*, stopped: bool) -> bool:
        both = WorkAndThen(shop.begin(slow.wait, seconds=0.4, parts=4), store)
        assert not await both.done_within(0.1)
        if stopped:
            both.stop()
        assert await both.done_within(5)
        try:
            both.result()
        except TooLongError:
            return False
        return True

    assert not asyncio.run(saved(stopped=True))
    assert not stored
    assert asyncio.run(saved(stopped=False))
    assert len(stored) == 1


def test_a_job_is_stopped_and_one_that_nobody_asks_about_is_forgotten(
    hasty: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    stopped, left = (hasty.post("/api/exercises", json={}).json()["job"] for _ in range(2))
    assert hasty.delete(f"/api/jobs/{stopped}").status_code == 204
    assert hasty.get(f"/api/jobs/{stopped}").status_code == 404
    assert hasty.get(f"/api/jobs/{left}").status_code == 200
    monkeypatch.setattr(jobs, "FORGOTTEN_AFTER", 0.01)  # only now: a busy machine takes its time between two questions
    hasty.get(f"/api/jobs/{left}")
    time.sleep(0.3)
    assert hasty.get(f"/api/jobs/{left}").json()["problems"][0]["cure"] == "Ask for it again."
    monkeypatch.setattr(jobs, "MOST_KEPT", 0)
    answer = hasty.post("/api/exercises", json={})
    assert (answer.status_code, answer.headers["retry-after"]) == (503, "2")


def test_how_far_it_is_comes_out_of_the_process(shop: InProcesses) -> None:
    async def watched() -> set[tuple[int, int]]:
        begun, seen = shop.begin(slow.wait, seconds=0.8, parts=4), set()
        while not await begun.done_within(0.05):
            seen.add(begun.so_far)
        return seen

    assert {(1, 4), (2, 4), (3, 4)} <= asyncio.run(watched())
