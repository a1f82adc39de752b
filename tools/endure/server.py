"""A server in processes of its own, asked over the wire: what it answers, how long that took, how much it holds."""

from __future__ import annotations

import http.client
import json
import os
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any


@dataclass(frozen=True)
class Answer:
    """Status, seconds until it, and body of an answer."""

    status: int
    seconds: float
    body: bytes


class Asker:
    """One client with one connection."""

    def __init__(self, port: int) -> None:
        self._connection = http.client.HTTPConnection("127.0.0.1", port, timeout=150)

    def ask(self, method: str, path: str, body: object = None) -> Answer:
        """One request; JSON unless it is bytes."""
        sent = body if isinstance(body, bytes) or body is None else json.dumps(body).encode()
        begun = time.perf_counter()
        try:
            self._connection.request(method, path, sent, {"Content-Type": "application/json"} if sent else {})
            answer = self._connection.getresponse()
            return Answer(answer.status, time.perf_counter() - begun, answer.read())
        except (OSError, http.client.HTTPException):
            self._connection.close()
            raise

    def done(self, method: str, path: str, body: object = None) -> Answer:
        """The same; a job is asked for until it is done."""
        begun = time.perf_counter()
        answer = first = self.ask(method, path, body)
        while answer.status == 202:
            time.sleep(0.2)
            answer = self.ask("GET", f"/api/jobs/{json.loads(first.body)['job']}/answer")
        return Answer(answer.status, time.perf_counter() - begun, answer.body)


@dataclass
class Server:
    """The process, its port and its data file."""

    process: subprocess.Popen[bytes]
    port: int
    path: Path
    errors: list[str] = field(default_factory=list)

    def asker(self) -> Asker:
        """A new client."""
        return Asker(self.port)

    def memory(self) -> int:
        """Megabytes held by the server and all its processes, shared pages counted once."""
        held = 0
        for process in _family(self.process.pid):
            with open(f"/proc/{process}/smaps_rollup") as rollup:
                held += next(int(line.split()[1]) for line in rollup if line.startswith("Pss:"))
        return held // 1024

    def kill(self) -> None:
        """As when the plug is pulled."""
        self.process.send_signal(signal.SIGKILL)
        self.process.wait()


def _family(process: int) -> Iterator[int]:
    yield process
    for task in os.listdir(f"/proc/{process}/task"):
        with open(f"/proc/{process}/task/{task}/children") as children:
            for child in children.read().split():
                yield from _family(int(child))


@contextmanager
def serving(path: Path) -> Iterator[Server]:
    """A server over a data file with the demo; it is ended however this ends."""
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    command = [sys.executable, "-m", "dodecant.cli", "serve", "--demo", "--port", str(port), "--data", str(path)]
    process = subprocess.Popen(command, stdout=subprocess.PIPE)
    server = Server(process, port, path)
    try:
        if process.stdout is None or not process.stdout.readline():
            raise RuntimeError("the server did not start")
        yield server
    finally:
        process.kill()
        process.wait()


def documents(asker: Asker, shelf: str = "recipes") -> list[dict[str, Any]]:
    """All that stands on a shelf."""
    found: list[dict[str, Any]] = json.loads(asker.ask("GET", f"/api/{shelf}?count=200").body)["documents"]
    return found
