"""What may come in at all: from where, how much at once, and what a browser may do with the answer."""

from __future__ import annotations

import json
import logging
import re
import time
import uuid

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from dodecant.api.access.visitors import Sharing

LARGEST_BODY = 1_000_000  # bytes
LARGEST_ARCHIVE = 100_000_000
LARGEST_LOGBOOK = 16_000_000  # of a hundred thousand entries
_HOST = re.compile(r"(?:127\.0\.0\.1|localhost)(?::[0-9]{1,5})?", re.IGNORECASE)
_LOG = logging.getLogger("dodecant.requests")
_SAFE = {"GET", "HEAD", "OPTIONS"}
_POLICY = "; ".join(
    (
        "default-src 'self'",
        "script-src 'self'",
        "style-src 'self' 'unsafe-inline'",
        "img-src 'self' data: blob:",
        "font-src 'self' data:",
        "connect-src 'self'",
        "media-src 'self' blob:",
        "worker-src 'self' blob:",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
    )
)
_HEADERS = {
    "Content-Security-Policy": _POLICY,
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
}


class Guard:
    """Checks Host and Origin, limits the body's size, and sets security headers on every answer, ours to a fault too.

    Every request is written to the log: its id, what was asked, what was answered, how long it took, and how much was
    sent; never what it held. HEAD is answered as GET is, without the body.
    """

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Serve one request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        answer = _Answer(scope, send)
        sharing: Sharing | None = scope["app"].state.sharing
        hosts = sharing.hosts if sharing else frozenset[str]()
        refusal = _refusal(scope["method"], scope["path"], Headers(scope=scope), hosts)
        if refusal:
            await answer.refuse(*refusal)
        else:
            await self._served(scope, receive, answer)
        answer.log()

    async def _served(self, scope: Scope, receive: Receive, answer: _Answer) -> None:
        left = largest_body(scope["path"])

        async def receive_limited() -> Message:
            nonlocal left
            message = await receive()
            left -= len(message.get("body", b""))
            if left < 0:
                await answer.refuse(*_too_large(scope["path"]))
                return {"type": "http.disconnect"}
            return message

        asked = {**scope, "method": "GET"} if scope["method"] == "HEAD" else scope
        try:
            await self._app(asked, receive_limited, answer.send)
        except Exception:  # our fault, whatever it is: told in our own form, and in the log
            if not answer.refused:  # what the application makes of a body that was cut off is no fault
                _LOG.exception("%s %s %s", answer.name, scope["method"], scope["path"])
                await answer.refuse(*_FAULT)


class _Answer:
    """One answer on its way: its headers, whether it was begun, how much was sent."""

    def __init__(self, scope: Scope, send: Send) -> None:
        self.name = uuid.uuid4().hex[:12]
        self.refused = False
        self._scope, self._send = scope, send
        self._status = self._size = 0
        self._begun = time.perf_counter()

    async def send(self, message: Message) -> None:
        """Send what the application answers, unless the request was refused meanwhile."""
        if not self.refused:
            await self._pass_on(message)

    async def refuse(self, status: int, message: str, cure: str) -> None:
        """Answer with a problem, if nothing was answered yet; whatever comes later is dropped."""
        if self.refused or self._status:
            return
        self.refused = True
        problem = {"pointer": "", "message": message, "cure": cure, "where": None}
        body = json.dumps({"problems": [problem]}).encode()
        headers = [(b"content-type", b"application/json"), (b"connection", b"close")]
        headers.append((b"content-length", str(len(body)).encode()))
        await self._pass_on({"type": "http.response.start", "status": status, "headers": headers})
        await self._pass_on({"type": "http.response.body", "body": body})

    async def _pass_on(self, message: Message) -> None:
        if message["type"] == "http.response.start":
            self._status = message["status"]
            MutableHeaders(scope=message).update({**_HEADERS, "X-Request-Id": self.name})
        elif message["type"] == "http.response.body":
            if self._scope["method"] == "HEAD":
                message = {**message, "body": b""}
            self._size += len(message.get("body", b""))
        await self._send(message)

    def log(self) -> None:
        """One line: id, method, path, status, milliseconds, bytes."""
        took = (time.perf_counter() - self._begun) * 1000
        asked = f"{self._scope['method']} {self._scope['path']}"
        _LOG.info("%s %s %d %.0f ms %d bytes", self.name, asked, self._status, took, self._size)


def _too_large(path: str) -> tuple[int, str, str]:
    most = largest_body(path) // 1_000_000
    message = f"This is larger than {'a megabyte' if most == 1 else f'{most} megabytes'}."
    return 413, message, "A file of this kind is smaller; choose that one."


_FAULT = (500, "This went wrong in Dodecant itself.", "Change something and try again; what you typed stays here.")


def largest_body(path: str) -> int:
    """The most bytes that are taken at an address."""
    if path.startswith("/api/archive/"):
        return LARGEST_ARCHIVE
    return LARGEST_LOGBOOK if path.endswith(("/entry-files", "/file-kinds")) else LARGEST_BODY


def _refusal(method: str, path: str, headers: Headers, hosts: frozenset[str]) -> tuple[int, str, str] | None:
    host = headers.get("host", "")
    if _HOST.fullmatch(host) is None and host.lower() not in hosts:
        return 403, "This address is not served here.", "Open the address that Dodecant printed when it started."
    origin = headers.get("origin")
    foreign = origin is not None and origin not in (f"http://{host}", f"https://{host}")
    if method not in _SAFE and (foreign or headers.get("sec-fetch-site") == "cross-site"):
        return 403, "Another page asked for this.", "Use Dodecant's own page."
    length = headers.get("content-length", "0")
    if not (length.isascii() and length.isdigit() and len(length) < 20) or int(length) > largest_body(path):
        return _too_large(path)
    return None
