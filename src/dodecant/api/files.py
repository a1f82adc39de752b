"""Answers that a browser saves as files."""

from __future__ import annotations

import re
from urllib.parse import quote

from fastapi import Response


def attachment(data: bytes, title: str, ending: str, media: str) -> Response:
    """A file to download, named after a title as far as file names allow."""
    name = re.sub(r"[^\w ♭♯-]+", "", title).strip() or "exercise"
    plain = name.encode("ascii", "ignore").decode().strip() or "exercise"
    named = f"attachment; filename=\"{plain}{ending}\"; filename*=UTF-8''{quote(name + ending)}"
    return Response(data, media_type=media, headers={"Content-Disposition": named})
