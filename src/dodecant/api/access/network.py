"""The network let in and shut out while the program runs: a second listener on this machine's other addresses."""

from __future__ import annotations

import asyncio
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from typing import Protocol

import uvicorn
from starlette.types import ASGIApp

from dodecant.api.access.addresses import own_addresses, sharing_at
from dodecant.api.access.sockets import listening
from dodecant.api.access.visitors import Sharing


class Network(Protocol):
    """Lets others on the network in, and shuts them out again."""

    async def let_in(self, app: ASGIApp) -> Sharing:
        """Serve others too; raises OSError where that is not possible."""
        ...

    def shut_out(self) -> None:
        """Serve this machine alone again, from now on."""
        ...


class OwnNetwork:
    """The network this machine is on, at the port it is served at; links begin with `address`, if one is given."""

    def __init__(self, port: int, address: str = "") -> None:
        self._port, self._address = port, address
        self._server: uvicorn.Server | None = None
        self._serving: asyncio.Task[None] | None = None
        self._one_at_a_time = asyncio.Lock()

    async def let_in(self, app: ASGIApp) -> Sharing:
        """Listen on every address of this machine that others can reach."""
        found = sharing_at(self._port, self._address)
        async with self._one_at_a_time:
            if self._server is not None and not self._server.should_exit:
                return found
            if self._serving is not None:
                await self._serving  # until the doors that were closed are free
            with ExitStack() as opened:  # where one address cannot be listened on, none is
                sockets = [opened.enter_context(listening(address, self._port)) for address in own_addresses()]
                if not sockets:
                    raise OSError("This machine is on no network")
                opened.pop_all()
            self._server = _Beside(
                uvicorn.Config(app, log_level="warning", lifespan="off", timeout_graceful_shutdown=1)
            )
            self._serving = asyncio.create_task(self._server.serve(sockets))
        return found

    def shut_out(self) -> None:
        """Close them again; whoever asked for it may have come through one, and is still answered."""
        if self._server is not None:
            self._server.should_exit = True


class _Beside(uvicorn.Server):
    """A server beside the first one, which alone hears the signals that end the program."""

    @contextmanager
    def capture_signals(self) -> Iterator[None]:
        """Leave them to the first."""
        yield
