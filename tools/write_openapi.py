"""Write the API's description, from which the web application's types are generated (`make types`)."""

from __future__ import annotations

import json
from pathlib import Path

from dodecant.api.app import create_app
from dodecant.store.database import Database

TARGET = Path(__file__).parent.parent / "web" / "src" / "api" / "openapi.json"

if __name__ == "__main__":
    description = create_app(Database(Path("unused"))).openapi()
    TARGET.write_text(json.dumps(description, ensure_ascii=False, indent=1) + "\n", "utf-8")
