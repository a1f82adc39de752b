"""One server with demo data and one browser for all journeys; a fresh window for each.

A journey that fails leaves its last picture in `build/browser/`. With TRACE=1 it leaves its trace too
(`playwright show-trace FILE`), and all journeys take a third longer.
"""

from __future__ import annotations

import os
from collections.abc import Generator, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.browser.serving import PATIENCE, a_window, browser, served, shared_demo

TRACED = bool(os.environ.get("TRACE"))
LEFT_BEHIND = Path(__file__).parent.parent.parent / "build" / "browser"
expect.set_options(timeout=PATIENCE)
_failed = pytest.StashKey[bool]()


@pytest.hookimpl(wrapper=True)
def pytest_runtest_makereport(
    item: pytest.Item, call: pytest.CallInfo[None]
) -> Generator[None, pytest.TestReport, pytest.TestReport]:
    """Remember whether a journey failed, for what it leaves behind."""
    report = yield
    item.stash[_failed] = item.stash.get(_failed, False) or report.failed
    return report


@pytest.fixture(scope="package")
def opened() -> Iterator[Browser]:
    with browser() as found:
        yield found


@pytest.fixture(scope="package")
def data(tmp_path_factory: pytest.TempPathFactory) -> Path:
    return tmp_path_factory.mktemp("browser") / "demo.db"


@pytest.fixture(scope="package")
def address(data: Path) -> Iterator[str]:
    with served(data) as found:
        yield found


@pytest.fixture(scope="module")
def shared(tmp_path_factory: pytest.TempPathFactory) -> Iterator[str]:
    """A server that others reach, which needs its passphrase."""
    with shared_demo(tmp_path_factory.mktemp("shared") / "demo.db") as found:
        yield found


@pytest.fixture
def page(opened: Browser, address: str, request: pytest.FixtureRequest) -> Iterator[Page]:
    context = a_window(opened, address)
    if TRACED:
        context.tracing.start(snapshots=True)
    found = context.new_page()
    faults: list[str] = []
    found.on("pageerror", lambda error: faults.append(str(error)))
    found.on("console", lambda m: faults.append(m.text) if m.type == "error" and "status of 4" not in m.text else None)
    yield found
    node: pytest.Item = request.node
    if node.stash.get(_failed, False) or faults:
        LEFT_BEHIND.mkdir(parents=True, exist_ok=True)
        found.screenshot(path=LEFT_BEHIND / f"{node.name}.png")
        if TRACED:
            context.tracing.stop(path=LEFT_BEHIND / f"{node.name}.zip")
    context.close()
    assert faults == []
