"""Pages typeset with Typst from a template of ours and its data, with the fonts that ship."""

from __future__ import annotations

import json
from collections.abc import Mapping
from functools import cache
from importlib.resources import as_file, files
from typing import Literal

import typst

Paper = Literal["a4", "us-letter"]


def typeset(template: str, data: Mapping[str, object], pictures: Mapping[str, bytes] | None = None) -> bytes:
    """A PDF of a template by its name; the same data gives the same bytes."""
    source = {"main": _template(template), "data.json": json.dumps(data).encode(), **(pictures or {})}
    with as_file(files("dodecant") / "engraving" / "fonts") as fonts:
        # The package takes a dict of files; its type stub knows only a single one.
        return bytes(typst.compile(source, font_paths=[fonts], ignore_system_fonts=True, timestamp=0))  # type: ignore[call-overload]


@cache
def _template(name: str) -> bytes:
    return (files("dodecant") / "engraving" / f"{name}.typ").read_bytes()
