"""One server with demo data and one browser for all journeys; a fresh window for each."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page

from tests.browser.serving import browser, served


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


@pytest.fixture
def page(opened: Browser, address: str) -> Iterator[Page]:
    context = opened.new_context(
        viewport={"width": 1280, "height": 800}, base_url=address, accept_downloads=True, reduced_motion="reduce"
    )
    found = context.new_page()
    faults: list[str] = []
    found.on("pageerror", lambda error: faults.append(str(error)))
    found.on("console", lambda m: faults.append(m.text) if m.type == "error" and "status of 4" not in m.text else None)
    yield found
    context.close()
    assert faults == []
