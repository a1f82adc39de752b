"""Numbers and days as addresses take them: what a data file and a calendar can hold."""

from __future__ import annotations

from datetime import UTC, date, datetime
from typing import Annotated

from fastapi import Path, Query
from pydantic import AwareDatetime, Field

from dodecant.practice.planning.days import FIRST_DAY, LAST_DAY

_MOST = 2**53
PlayerId = Annotated[int, Path(ge=1, le=_MOST)]
RowId = Annotated[int, Path(ge=1, le=_MOST)]
AfterRow = Annotated[int, Query(ge=0, le=_MOST)]
Today = Annotated[date, Query(ge=FIRST_DAY, le=LAST_DAY)]
Moment = Annotated[AwareDatetime, Field(ge=datetime(1970, 1, 2, tzinfo=UTC), le=datetime(2199, 12, 31, tzinfo=UTC))]
