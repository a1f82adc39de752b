"""The server of the development loop, begun anew whenever a Python file changes (`make develop`).

Its data stand in `build/develop.db`: the demo, and whatever is saved while one works. Delete the file to begin anew.
"""

from __future__ import annotations

from pathlib import Path

from fastapi import FastAPI

from dodecant.api.app import create_app
from dodecant.store.demo import prepare_demo

DATA = Path(__file__).parent.parent / "build" / "develop.db"


def app() -> FastAPI:
    """The application over the data file of development."""
    DATA.parent.mkdir(exist_ok=True)
    return create_app(prepare_demo(DATA))
