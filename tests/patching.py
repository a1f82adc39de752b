"""Cures as the screen applies them."""

from __future__ import annotations

from typing import Any


def patched(document: dict[str, Any], patch: dict[str, Any]) -> dict[str, Any]:
    """A JSON merge patch (RFC 7396)."""
    merged = {**document}
    for name, change in patch.items():
        merged[name] = patched(document.get(name) or {}, change) if isinstance(change, dict) else change
    return {name: value for name, value in merged.items() if name not in patch or value is not None}
