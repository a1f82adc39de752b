"""Pages typeset with Typst from a template of ours and its data, with the fonts that ship."""

from __future__ import annotations

import json
from collections.abc import Callable, Mapping
from functools import cache
from importlib.resources import as_file, files
from typing import Any

import typst

Pictures = Mapping[str, bytes]


def typeset(template: str, data: Mapping[str, object], pictures: Pictures | None = None) -> bytes:
    """A PDF of a template by its name; the same data gives the same bytes."""
    return bytes(_typst(typst.compile, template, data, pictures, timestamp=0))


def typeset_pages(template: str, data: Mapping[str, object], pictures: Pictures, dots: float) -> list[bytes]:
    """The pages of a template as PNG pictures, with so many dots an inch."""
    found = _typst(typst.compile, template, data, pictures, format="png", ppi=dots)
    return [found] if isinstance(found, bytes) else list(found)


def last_place(template: str, data: Mapping[str, object], pictures: Pictures) -> tuple[int, float]:
    """The last page (from 1) that a template comes to, and how far down it (0 to 1), as its label `end` tells."""
    page, down = json.loads(_typst(typst.query, template, data, pictures, selector="<end>", field="value", one=True))
    return int(page), float(down)


def _typst(
    do: Callable[..., Any], template: str, data: Mapping[str, object], pictures: Pictures | None, **options: Any
) -> Any:
    source = {"main": _template(template), "data.json": json.dumps(data).encode(), **(pictures or {})}
    with as_file(files("dodecant") / "engraving" / "pages" / "fonts") as fonts:
        return do(source, font_paths=[fonts], ignore_system_fonts=True, **options)


@cache
def _template(name: str) -> bytes:
    return (files("dodecant") / "engraving" / "pages" / f"{name}.typ").read_bytes()
