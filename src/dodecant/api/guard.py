"""Safety at the door: who may ask, how much they may send, and what a browser may do with the answer."""

from __future__ import annotations

import json
from urllib.parse import urlsplit

from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

LARGEST_BODY = 1_000_000  # bytes
LOOPBACK = ("127.0.0.1", "localhost")
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


class _TooLarge(Exception):
    pass


class Guard:
    """Checks Host and Origin, limits the body's size and sets security headers on every answer."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Serve one request."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        started = False

        async def send_guarded(message: Message) -> None:
            nonlocal started
            if message["type"] == "http.response.start":
                started = True
                MutableHeaders(scope=message).update(_HEADERS)
            await send(message)

        headers = Headers(scope=scope)
        refusal = _refusal(scope["method"], headers)
        if refusal:
            await _answer(send_guarded, *refusal)
            return
        left = LARGEST_BODY

        async def receive_limited() -> Message:
            nonlocal left
            message = await receive()
            left -= len(message.get("body", b""))
            if left < 0:
                raise _TooLarge
            return message

        try:
            await self._app(scope, receive_limited, send_guarded)
        except _TooLarge:
            if not started:
                await _answer(send_guarded, *_TOO_LARGE)


_TOO_LARGE = (413, "This is larger than a megabyte.", "A recipe file is a few kilobytes; choose that one.")


def _refusal(method: str, headers: Headers) -> tuple[int, str, str] | None:
    host = headers.get("host", "")
    if urlsplit(f"//{host}").hostname not in LOOPBACK:
        return 403, "This address is not served here.", "Open the address that Dodecant printed when it started."
    origin = headers.get("origin")
    foreign = origin is not None and urlsplit(origin).netloc != host
    if method not in _SAFE and (foreign or headers.get("sec-fetch-site") == "cross-site"):
        return 403, "Another page asked for this.", "Use Dodecant's own page."
    length = headers.get("content-length", "0")
    if not length.isdigit() or int(length) > LARGEST_BODY:
        return _TOO_LARGE
    return None


async def _answer(send: Send, status: int, message: str, cure: str) -> None:
    problem = {"pointer": "", "message": message, "cure": cure, "where": None}
    body = json.dumps({"problems": [problem]}).encode()
    headers = [(b"content-type", b"application/json"), (b"connection", b"close")]
    await send({"type": "http.response.start", "status": status, "headers": headers})
    await send({"type": "http.response.body", "body": body})
