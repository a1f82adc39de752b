"""Write the API's description, from which the web application's types are generated (`make types`).

With --check it only compares, and fails when the committed description is out of date.
"""

from __future__ import annotations

import json
import sys
from pathlib import Path

from dodecant.api.app import create_app
from dodecant.store.database import Database

TARGET = Path(__file__).parent.parent / "web" / "src" / "api" / "openapi.json"

if __name__ == "__main__":
    description = create_app(Database(Path("unused"))).openapi()
    text = json.dumps(description, ensure_ascii=False, indent=1) + "\n"
    if "--check" not in sys.argv:
        TARGET.write_text(text, "utf-8")
    elif TARGET.read_text("utf-8") != text:
        sys.exit("web/src/api/openapi.json is out of date: run “make types”.")
