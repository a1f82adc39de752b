"""Sockets that are listened on."""

from __future__ import annotations

import socket


def listening(address: str, port: int) -> socket.socket:
    """A socket that listens; raises OSError where it cannot."""
    # Named as TCP, so that what is accepted is sent at once: else each answer waits 40 ms for the other side's word.
    found = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    found.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        found.bind((address, port))
        found.listen(128)
    except OSError:
        found.close()
        raise
    return found
