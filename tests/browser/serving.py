"""A server with demo data and a browser page, for tests, pictures and measurements."""

from __future__ import annotations

import os
import socket
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import Literal

from playwright.sync_api import Browser, BrowserContext, Page, sync_playwright

from dodecant.api.access.passphrase import hashed
from dodecant.store.demo import prepare_demo
from dodecant.store.shares import keep_passphrase

SECRET = "four lamps at low water"
START = 60.0  # seconds
PATIENCE = 60_000  # milliseconds: beside a busy process all takes longer, and a fault is no less a fault
CHROMIUM = os.environ.get("CHROMIUM", "/usr/bin/chromium")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--autoplay-policy=no-user-gesture-required",
]


@contextmanager
def served(data: Path, *, demo: bool = True, share: bool = False) -> Iterator[str]:
    """Run the application as a user would, shared or not; yields its address."""
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    command = [sys.executable, "-m", "dodecant.cli", "serve", "--port", str(port), "--data", str(data)]
    more = [*(["--demo"] if demo else []), *(["--share"] if share else [])]
    process = subprocess.Popen([*command, *more], stdout=subprocess.DEVNULL, stderr=subprocess.PIPE, text=True)
    address = f"http://127.0.0.1:{port}"
    try:
        _wait_for(process, address)
        yield address
    finally:
        process.kill()
        process.wait()
        if process.stderr is not None:
            process.stderr.close()


@contextmanager
def shared_demo(data: Path) -> Iterator[str]:
    """Serve demo data, shared, in a new file; the teacher's screens open with `SECRET`. Yields its address."""
    with prepare_demo(data).connection() as connection:
        keep_passphrase(connection, hashed(SECRET), datetime.now(UTC))  # noqa: TID251 - links expire by its clock
    with served(data, share=True) as found:
        yield found


def _wait_for(process: subprocess.Popen[str], address: str) -> None:
    """Until it answers; one that ended before that is told at once, with what it said."""
    deadline = time.monotonic() + START
    while time.monotonic() < deadline:
        if process.poll() is not None:
            raise RuntimeError(f"the server did not start: {process.communicate()[1]}")
        try:
            urllib.request.urlopen(f"{address}/api/visitor", timeout=5).close()
        except OSError:
            time.sleep(0.1)
        else:
            return
    raise RuntimeError("the server did not answer in time")


@contextmanager
def browser() -> Iterator[Browser]:
    """Debian's Chromium without a window; with one, and slowly, where WATCH is set."""
    watched = bool(os.environ.get("WATCH"))
    with sync_playwright() as playwright:
        opened = playwright.chromium.launch(
            executable_path=CHROMIUM, args=FLAGS, headless=not watched, slow_mo=400 if watched else 0
        )
        yield opened
        opened.close()


def a_window(opened: Browser, address: str, width: int = 1280, height: int = 800) -> BrowserContext:
    """A window that knows nothing yet, whose hand has patience."""
    context = opened.new_context(
        viewport={"width": width, "height": height}, base_url=address, accept_downloads=True, reduced_motion="reduce"
    )
    context.set_default_timeout(PATIENCE)
    return context


@contextmanager
def browser_page(address: str, *, dark: bool = False) -> Iterator[Page]:
    """One page of 1280 x 800 for an address."""
    with browser() as opened:
        scheme: Literal["dark", "light"] = "dark" if dark else "light"
        yield opened.new_page(viewport={"width": 1280, "height": 800}, color_scheme=scheme, base_url=address)
