"""An archive: what it holds, and what it would replace."""

from __future__ import annotations

from datetime import datetime

from pydantic import BaseModel

from dodecant.store.archive import ArchiveInspection


class ArchiveOut(BaseModel):
    """When an archive was written, what it holds, and what there is here now, by kind."""

    written_at: datetime
    holds: dict[str, int]
    replaces: dict[str, int]

    @classmethod
    def of(cls, looked: ArchiveInspection) -> ArchiveOut:
        """From the core's value."""
        return cls(written_at=looked.written_at, holds=looked.holds, replaces=looked.replaces)
