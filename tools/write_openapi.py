"""Write the API's description, from which the web application's types are generated (`make types`).

With --check it only compares, and fails when the committed description is out of date.
"""

from __future__ import annotations

import json
import sys
from pathlib import Path

from dodecant.api.app import create_app
from dodecant.api.schemas.tables import TablesOut
from dodecant.store.database import Database
from dodecant.tables import load_tables

SOURCES = Path(__file__).parent.parent / "web" / "src"


def generated() -> dict[Path, str]:
    """The files that are made from the server: its description, and its tables for the screen's own tests."""
    description = create_app(Database(Path("unused"))).openapi()
    tables = TablesOut.of(load_tables()).model_dump(mode="json")
    return {
        SOURCES / "api" / "openapi.json": json.dumps(description, ensure_ascii=False, indent=1) + "\n",
        SOURCES / "testing" / "tables.json": json.dumps(tables, ensure_ascii=False, separators=(",", ":")) + "\n",
    }


if __name__ == "__main__":
    for target, text in generated().items():
        if "--check" not in sys.argv:
            target.parent.mkdir(exist_ok=True)
            target.write_text(text, "utf-8")
        elif not target.exists() or target.read_text("utf-8") != text:
            sys.exit(f"{target.name} is out of date: run “make types”.")
