"""What a file is, before it is read."""

from __future__ import annotations

from dodecant.api.files import UploadedBytes, uploads
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.formats.recognised import FileKind, kinds_of

router = offloading_router("files")


@router.post("/file-kinds", openapi_extra=uploads())
@offloaded
def recognise(data: UploadedBytes) -> list[FileKind]:
    """What a file sent as it is can be taken for, the likeliest first; of a packed file the beginning is enough."""
    return list(kinds_of(data))
