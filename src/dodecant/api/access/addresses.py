"""How others reach this machine: the names and addresses it is served under."""

from __future__ import annotations

import socket
from ipaddress import ip_address
from urllib.parse import urlsplit

import ifaddr

from dodecant.api.access.visitors import Sharing
from dodecant.exercise.recipe.problems import Problem, RecipeError

_PORTS = {"http": 80, "https": 443}


def sharing_at(port: int, address: str = "") -> Sharing:
    """The server on every address of this machine; `address` is what links begin with, if it is another (such as that
    of a proxy with TLS). Raises RecipeError for one that is none.

    >>> sharing_at(8012, "https://practice.example").address
    'https://practice.example'
    """
    own = own_addresses()
    name = socket.gethostname().lower()
    names = {*own, name, f"{name.split('.')[0]}.local"}
    hosts = {f"{one}:{port}" for one in names}
    if not address:
        addresses = tuple(f"http://{one}:{port}" for one in own or [name])
        return Sharing(frozenset(hosts), addresses[0], addresses)
    parts = urlsplit(address)
    if parts.scheme not in _PORTS or not parts.hostname or parts.path.strip("/") or parts.query or parts.fragment:
        cure = "It looks like https://practice.example"
        raise RecipeError([Problem("--address", f"“{address[:80]}” is no address of a server.", cure)])
    hosts.add(parts.netloc.lower())
    given = f"{parts.scheme}://{parts.netloc}"
    return Sharing(frozenset(hosts), given, (given,))


def own_addresses() -> list[str]:
    """The IPv4 addresses of this machine, those of a home or school network first; none that only it can reach."""
    found = [str(one.ip) for adapter in ifaddr.get_adapters() for one in adapter.ips if one.is_IPv4]
    plain = [one for one in found if not ip_address(one).is_loopback and not ip_address(one).is_link_local]
    return sorted(plain, key=lambda one: not ip_address(one).is_private)
