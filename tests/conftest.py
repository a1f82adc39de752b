"""Shared fixtures: the tables, a fresh data file, a client."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, settings

from dodecant.api.app import create_app
from dodecant.exercise.press import Tables
from dodecant.store.database import Database
from dodecant.tables import load_tables

settings.register_profile("dodecant", deadline=None, suppress_health_check=[HealthCheck.too_slow], derandomize=True)
settings.load_profile("dodecant")


@pytest.fixture(scope="session")
def tables() -> Tables:
    return load_tables()


@pytest.fixture
def database(tmp_path: Path) -> Database:
    made = Database(tmp_path / "data.db")
    made.prepare()
    return made


@pytest.fixture
def client(database: Database) -> Iterator[TestClient]:
    with TestClient(create_app(database), base_url="http://127.0.0.1") as made:
        yield made
