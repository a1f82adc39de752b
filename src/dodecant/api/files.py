"""Files out of and into the server: answers that a browser saves, and bodies read as they are."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from typing import Annotated, Any, TypeVar
from urllib.parse import quote

from fastapi import Depends, Request, Response

from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exports.registry import Export

T = TypeVar("T")


def attachment(
    exports: Mapping[str, Export[T]], kind: str, worked: Callable[[], T], titled: Callable[[T], str]
) -> Response:
    """A file to download, named as what it holds is titled; raises RecipeError for an unknown kind, before any work."""
    export = exports.get(kind)
    if export is None:
        message = f"There is no file of the kind “{kind[:40]}”."
        raise RecipeError([Problem("/kind", message, f"Choose one of: {', '.join(exports)}.")])
    document = worked()
    return as_attachment(export.write(document), titled(document), export.extension, export.media_type)


def as_attachment(data: bytes, title: str, ending: str, media_type: str) -> Response:
    """Bytes to download, named after a title as far as file names allow."""
    name = re.sub(r"[^\w ♭♯-]+", "", title).strip() or "exercise"
    plain = name.encode("ascii", "ignore").decode().strip() or "exercise"
    named = f"attachment; filename=\"{plain}{ending}\"; filename*=UTF-8''{quote(name + ending)}"
    return Response(data, media_type=media_type, headers={"Content-Disposition": named})


async def _body(request: Request) -> bytes:
    return await request.body()


# The body is awaited here; reading what it holds is then done off the event loop, in a plain function.
UploadedBytes = Annotated[bytes, Depends(_body)]


def uploads() -> dict[str, Any]:
    """How an address that takes a file is described."""
    return {"requestBody": {"content": {"application/octet-stream": {"schema": {"type": "string"}}}}}
