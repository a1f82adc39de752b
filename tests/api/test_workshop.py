"""Work in processes: done apart, stopped when it takes too long or nobody waits, refused when too much waits."""

from __future__ import annotations

import asyncio
import time
from collections.abc import Iterator
from typing import Any, cast

import pytest
from fastapi import Request

from dodecant.api import workshop as module
from dodecant.api.workshop import BusyError, GoneError, InProcesses, TooLongError
from dodecant.exercise.recipe.problems import RecipeError
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


def done(shop: InProcesses, work: Any, asker: Asker | None = None, **arguments: Any) -> Any:
    request = cast("Request", asker or Asker())
    return asyncio.run(shop.do(request, work.__wrapped__, arguments))


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
        leaving = [shop.do(cast("Request", Asker(0.3)), slow.wait.__wrapped__, {"seconds": 60.0}) for _ in range(6)]  # type: ignore[attr-defined]
        gone = await asyncio.gather(*leaving, return_exceptions=True)
        assert all(isinstance(one, GoneError) for one in gone)
        begun = time.monotonic()
        assert await shop.do(cast("Request", Asker()), slow.double.__wrapped__, {"number": 2}) == 4  # type: ignore[attr-defined]
        return time.monotonic() - begun

    assert asyncio.run(abandoned()) < 20


def test_too_much_at_once_is_refused(shop: InProcesses, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(module, "MOST_WAITING", 3)

    async def crowd() -> list[Any]:
        work = [shop.do(cast("Request", Asker()), slow.wait.__wrapped__, {"seconds": 0.2}) for _ in range(8)]  # type: ignore[attr-defined]
        return await asyncio.gather(*work, return_exceptions=True)

    found = asyncio.run(crowd())
    assert sum(isinstance(one, BusyError) for one in found) == 5
    assert found.count("done") == 3
