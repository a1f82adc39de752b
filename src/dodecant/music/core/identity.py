"""Names for objects that are told by identity."""

from __future__ import annotations


class Identities:
    """Gives objects a name by their identity and keeps them, so that a name never comes to mean another object.

    >>> name, one, other = Identities(), [], []
    >>> name(one) == name(one), name(one) == name(other)
    (True, False)
    """

    def __init__(self) -> None:
        self._kept: dict[int, object] = {}

    def __call__(self, thing: object) -> int:
        """The name of an object."""
        name = id(thing)
        self._kept[name] = thing
        return name
